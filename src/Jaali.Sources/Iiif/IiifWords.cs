using System.Net;
using System.Text.Json;
using System.Text.RegularExpressions;

namespace Jaali.Sources.Iiif;

/// <summary>Words of IIIF resources: language maps of version 3 (section 4), strings and <c>@value</c> objects of
/// version
/// 2 (section 4.3), and pairs of label and value.</summary>
internal static partial class IiifWords
{
    private static readonly HashSet<string> Makers =
    [
        .. (
            "creator|creators|maker|makers|artist|artists|photographer|photographers|author|authors|photo|photograph "
            + "by|photographs by|"
            + "attribution|contributor|created "
            + "by|urheber|fotograf|künstler|hersteller|autor|auteur|photographe|artiste|créateur|"
            + "fotógrafo|autora|creador|artista|autore|fotografo|criador|maker|vervaardiger|fotograaf|"
            + "auteur|kunstenaar|ophavsmand|upphov"
        ).Split('|'),
    ];

    private static readonly HashSet<string> Rights =
    [
        .. (
            "rights|right|licence|license|licensing|copyright|copyright statement|usage|terms of "
            + "use|use|rights statement|rights information|"
            + "rights status|conditions of use|conditions|conditions governing use|conditions governing "
            + "access|use restrictions|restrictions|"
            + "access|access rights|access conditions|reproduction|use and reproduction|rights and "
            + "access|usage rights|permissions|"
            + "terms and conditions|reuse|image rights|photo "
            + "rights|rechte|lizenz|nutzungsbedingungen|nutzung|urheberrecht|rechtehinweis|"
            + "droits|licence d'utilisation|conditions d'utilisation|derechos|licencia|condiciones de "
            + "uso|diritti|licenza|"
            + "direitos|licença|rechten|licentie|gebruiksvoorwaarden|rettigheder|rettigheter|rättigheter|prawa"
        ).Split('|'),
    ];

    /// <summary>Words of a resource's makers.</summary>
    internal static IEnumerable<string> MakersOf(JsonElement of) => Values(of, Makers, Text);

    /// <summary>What the metadata of a resource say of rights, with the addresses in their markup.</summary>
    internal static IEnumerable<string> RightsOf(JsonElement of) => Values(of, Rights, v => Raw(v, ", "));

    /// <summary>Values under any of the labels.</summary>
    internal static IEnumerable<string> Values(
        JsonElement of,
        HashSet<string> labels,
        Func<JsonElement?, string> words
    ) =>
        of.Each("metadata")
            .Where(m => Every(m.At("label")).Any(l => labels.Contains(Bare(l).TrimEnd(':', ' ').ToLowerInvariant())))
            .Select(m => words(m.At("value")))
            .Where(v => v.Length > 0);

    /// <summary>Words for people: English, then no language, then the first; markup dropped.</summary>
    internal static string Text(JsonElement? map) => Bare(Raw(map, ", "));

    /// <summary>The same with markup.</summary>
    internal static string Raw(JsonElement? map, string between)
    {
        if (map is not { } m)
            return "";
        switch (m.ValueKind)
        {
            case JsonValueKind.String:
                return m.Str().Trim();
            case JsonValueKind.Array:
                // Version 2: strings, or values each with a language.
                JsonElement[] all = [.. m.EnumerateArray()];
                JsonElement[] english =
                [
                    .. all.Where(v =>
                        v.ValueKind != JsonValueKind.Object
                        || v.Text("@language") is "" or "none"
                        || v.Text("@language").StartsWith("en", StringComparison.Ordinal)
                    ),
                ];
                return string.Join(
                    between,
                    (english.Length > 0 ? english : all.Take(1)).Select(v => Raw(v, between)).Where(v => v.Length > 0)
                );
            case JsonValueKind.Object:
                if (m.At("@value") is { } value)
                    return Raw(value, between);
                JsonElement? values =
                    m.At("en")
                    ?? m.EnumerateObject()
                        .Where(p => p.Name.StartsWith("en-", StringComparison.OrdinalIgnoreCase))
                        .Select(p => (JsonElement?)p.Value)
                        .FirstOrDefault()
                    ?? m.At("none")
                    ?? m.At("@none")
                    ?? m.EnumerateObject()
                        .Where(p => p.Value.ValueKind is JsonValueKind.Array or JsonValueKind.String)
                        .Select(p => (JsonElement?)p.Value)
                        .FirstOrDefault();
                return values is { } v ? Raw(v, between) : "";
            default:
                return "";
        }
    }

    // Each string in whatever language.
    private static IEnumerable<string> Every(JsonElement? map) =>
        map is not { } m
            ? []
            : m.ValueKind switch
            {
                JsonValueKind.String => [m.Str()],
                JsonValueKind.Array => m.EnumerateArray().SelectMany(v => Every(v)),
                JsonValueKind.Object => m.At("@value") is { } value
                    ? Every(value)
                    : m.EnumerateObject().Where(p => p.Name != "@language").SelectMany(p => Every(p.Value)),
                _ => [],
            };

    /// <summary>Without markup and entities, on one line.</summary>
    internal static string Bare(string text) => OneLine.Of(WebUtility.HtmlDecode(Tag().Replace(text, "")));

    [GeneratedRegex("<[^<>]{0,400}>")]
    private static partial Regex Tag();
}
