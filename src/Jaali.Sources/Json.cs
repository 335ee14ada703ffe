using System.Text.Json;

namespace Jaali.Sources;

/// <summary>Reads JSON from outside without believing its shape.</summary>
internal static class Json
{
    /// <summary>A member of an object, or null.</summary>
    internal static JsonElement? At(this JsonElement e, string name) =>
        e.ValueKind == JsonValueKind.Object
        && e.TryGetProperty(name, out JsonElement v)
        && v.ValueKind != JsonValueKind.Null
            ? v
            : null;

    /// <summary>The string of a member, or empty.</summary>
    internal static string Text(this JsonElement e, string name) =>
        e.At(name) is { ValueKind: JsonValueKind.String } v ? v.GetString()!.Trim() : "";

    /// <summary>The positive whole number of a member, or 0.</summary>
    internal static int Number(this JsonElement e, string name) =>
        e.At(name) switch
        {
            { ValueKind: JsonValueKind.Number } n when n.TryGetInt32(out int v) && v > 0 => v,
            { ValueKind: JsonValueKind.String } s
                when int.TryParse(s.GetString(), System.Globalization.CultureInfo.InvariantCulture, out int v)
                    && v > 0 => v,
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
            : e.Each("@type").Select(x => x.ValueKind == JsonValueKind.String ? x.GetString()! : "").FirstOrDefault()
                ?? "";

    /// <summary>The <c>id</c> of IIIF 3 or the <c>@id</c> of version 2 and JSON-LD, or empty.</summary>
    internal static string Id(this JsonElement e) => e.Text("id") is { Length: > 0 } t ? t : e.Text("@id");

    /// <summary>An absolute web address, or null.</summary>
    internal static string? Web(string text, Uri at) =>
        text.Length > 0 && Uri.TryCreate(at, text, out Uri? uri) && uri.Scheme is "http" or "https"
            ? new Uri(at, text).AbsoluteUri
            : null;
}
