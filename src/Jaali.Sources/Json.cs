using System.Text.Json;
using Jaali.Core;

namespace Jaali.Sources;

/// <summary>Reads JSON from outside without believing its shape.</summary>
public static partial class Json
{
    /// <summary>Parses JSON from outside: bytes that are no characters and halves of characters are replaced, so that
    /// every name and text in it can be read.</summary>
    /// <exception cref="JsonException">It is none.</exception>
    public static JsonElement Parse(ReadOnlySpan<byte> utf8, int mostDepth = Limits.Documents.JsonDepth) =>
        Parse(System.Text.Encoding.UTF8.GetString(utf8), mostDepth);

    /// <summary>The same of text.</summary>
    /// <exception cref="JsonException">It is none.</exception>
    public static JsonElement Parse(string text, int mostDepth = Limits.Documents.JsonDepth)
    {
        using JsonDocument read = JsonDocument.Parse(
            Half().Replace(text.TrimStart('\uFEFF'), "\\ufffd"),
            new JsonDocumentOptions
            {
                MaxDepth = mostDepth,
                AllowTrailingCommas = true,
                CommentHandling = JsonCommentHandling.Skip,
            }
        );
        return read.RootElement.Clone();
    }

    // Half of a character beyond the first plane, without its other half (RFC 8259, 8.2).
    [System.Text.RegularExpressions.GeneratedRegex(
        @"\\u[dD][89abAB][0-9a-fA-F]{2}(?!\\u[dD][c-fC-F][0-9a-fA-F]{2})|(?<!\\u[dD][89abAB][0-9a-fA-F]{2})\\u[dD][c-fC-F][0-9a-fA-F]{2}"
    )]
    private static partial System.Text.RegularExpressions.Regex Half();

    /// <summary>A member of an object, or null.</summary>
    internal static JsonElement? At(this JsonElement e, string name) =>
        e.ValueKind == JsonValueKind.Object
        && e.TryGetProperty(name, out JsonElement v)
        && v.ValueKind != JsonValueKind.Null
            ? v
            : null;

    /// <summary>A string; empty where half of a character stands alone in it, which no text has.</summary>
    internal static string Str(this JsonElement e)
    {
        try
        {
            return e.GetString() ?? "";
        }
        catch (InvalidOperationException)
        {
            return "";
        }
    }

    /// <summary>The string of a member, or empty.</summary>
    internal static string Text(this JsonElement e, string name) =>
        e.At(name) is { ValueKind: JsonValueKind.String } v ? v.Str().Trim() : "";

    /// <summary>The positive whole number of a member, or 0.</summary>
    internal static int Number(this JsonElement e, string name) =>
        e.At(name) switch
        {
            { ValueKind: JsonValueKind.Number } n when n.TryGetInt32(out int v) && v > 0 => v,
            { ValueKind: JsonValueKind.String } s
                when int.TryParse(s.Str(), System.Globalization.CultureInfo.InvariantCulture, out int v) && v > 0 => v,
            _ => 0,
        };

    /// <summary>The elements of a member: of an array each, of anything else the one.</summary>
    internal static IEnumerable<JsonElement> Each(this JsonElement e, string name) =>
        e.At(name) is not { } v ? []
        : v.ValueKind == JsonValueKind.Array ? v.EnumerateArray()
        : [v];

    /// <summary>The <c>type</c> of IIIF 3 or the <c>@type</c> of version 2 and JSON-LD, or empty.</summary>
    internal static string Type(this JsonElement e) =>
        e.Text("type") is { Length: > 0 } t
            ? t
            : e.Each("@type").Select(x => x.ValueKind == JsonValueKind.String ? x.Str() : "").FirstOrDefault() ?? "";

    /// <summary>The <c>id</c> of IIIF 3 or the <c>@id</c> of version 2 and JSON-LD, or empty.</summary>
    internal static string Id(this JsonElement e) => e.Text("id") is { Length: > 0 } t ? t : e.Text("@id");

    /// <summary>An absolute web address, or null.</summary>
    internal static string? Web(string text, Uri at) =>
        text.Length > 0 && Uri.TryCreate(at, text, out Uri? uri) && uri.Scheme is "http" or "https"
            ? new Uri(at, text).AbsoluteUri
            : null;
}
