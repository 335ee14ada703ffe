using System.Text.Json;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Sources.Iiif;

namespace Jaali.Sources;

/// <summary>
/// Reads manifests and collections of the IIIF Presentation API 3.0 and 2.x: canvases with the pictures painted on
/// them,
/// <c>rights</c> or <c>license</c>, <c>requiredStatement</c> or <c>attribution</c>, <c>metadata</c> and
/// <c>homepage</c>.
/// A canvas that cannot be read loses itself and no other. Section numbers refer to version 3.0.
/// </summary>
public static class IiifPresentation
{
    private static readonly HashSet<string> Subjects =
    [
        "subject",
        "subjects",
        "keyword",
        "keywords",
        "tags",
        "type",
        "topic",
        "topics",
        "genre",
    ];

    /// <summary>The candidates of a manifest, one for each picture on each canvas, or only those of one
    /// canvas.</summary>
    /// <param name="manifest">The document.</param>
    /// <param name="address">Where it was read.</param>
    /// <param name="canvasId">The canvas wanted, or null for all.</param>
    /// <param name="collection">The collection's identity.</param>
    /// <param name="collectionName">The collection's name.</param>
    /// <param name="now">When it was read.</param>
    public static IReadOnlyList<Candidate> Candidates(
        JsonElement manifest,
        Uri address,
        string? canvasId,
        string collection,
        string collectionName,
        DateTimeOffset now
    ) => ReadingTime.Limit(() => CandidatesIn(manifest, address, canvasId, collection, collectionName, now));

    private static List<Candidate> CandidatesIn(
        JsonElement manifest,
        Uri address,
        string? canvasId,
        string collection,
        string collectionName,
        DateTimeOffset now
    )
    {
        List<Candidate> found = [];
        JsonElement[] canvases = [.. IiifImages.Canvases(manifest)];
        foreach (JsonElement canvas in canvases.Where(c => canvasId is null || c.Id() == canvasId))
            try
            {
                ReadingTime.Check();
                IiifImage[] images = [.. IiifImages.Of(canvas, address)];
                found.AddRange(
                    images
                        .DistinctBy(i => i.Whole.Url)
                        .Select(
                            (image, n) =>
                                Of(
                                    manifest,
                                    canvas,
                                    image,
                                    n,
                                    canvases.Length > 1,
                                    address,
                                    collection,
                                    collectionName,
                                    now
                                )
                        )
                );
            }
            catch (Exception e) when (e is InvalidOperationException or FormatException or ArgumentException)
            {
                // This canvas is lost, and no other.
            }
        return found;
    }

    /// <summary>True for a manifest or a collection of any version.</summary>
    public static bool Is(JsonElement document) =>
        document.ValueKind == JsonValueKind.Object
        && document.Type() is "Manifest" or "sc:Manifest" or "Collection" or "sc:Collection";

    /// <summary>The manifests that a collection names, and the collections in it.</summary>
    public static (IReadOnlyList<Uri> Manifests, IReadOnlyList<Uri> Collections) Members(
        JsonElement collection,
        Uri address
    )
    {
        JsonElement[] all =
        [
            .. collection
                .Each("items")
                .Concat(collection.Each("manifests"))
                .Concat(collection.Each("collections"))
                .Concat(collection.Each("members")),
        ];
        return (At("Manifest", "manifests"), At("Collection", "collections"));

        Uri[] At(string type, string under) =>
            [
                .. all.Where(m => m.Type().EndsWith(type, StringComparison.Ordinal))
                    .Select(m => m.Id())
                    .Concat(
                        collection
                            .Each(under)
                            .Where(m => m.Type().Length == 0)
                            .Select(m => m.ValueKind == JsonValueKind.String ? m.Str() : m.Id())
                    )
                    .Select(id => Json.Web(id, address))
                    .OfType<string>()
                    .Distinct()
                    .Select(u => new Uri(u)),
            ];
    }

    /// <summary>Why a document without candidates has none, for a person.</summary>
    public static string WhyNot(JsonElement document, Uri address)
    {
        string name = Name(document, address);
        if (document.Type() is "Collection" or "sc:Collection")
            return $"{name} is a IIIF collection in which no manifest shows a still picture.";
        JsonElement[] canvases = [.. IiifImages.Canvases(document)];
        if (canvases.Any(IiifImages.Plays) || document.Each("mediaSequences").Any())
            return $"{name} is a IIIF manifest of film or sound. Jaali takes still photos.";
        if (
            document
                .Each("@context")
                .Any(c =>
                    c.ValueKind == JsonValueKind.String && c.Str().Contains("shared-canvas", StringComparison.Ordinal)
                )
        )
            return $"{name} is written in an older draft of IIIF that names no picture Jaali can read.";
        return canvases.Length == 0
            ? $"{name} is a IIIF manifest without a canvas, so it shows nothing."
            : $"{name} is a IIIF manifest that shows no picture.";
    }

    /// <summary>What a document is called, or where it is.</summary>
    public static string Name(JsonElement document, Uri address) =>
        Language(document.At("label")) is { Length: > 0 } label ? label : address.Host;

    private static Candidate Of(
        JsonElement manifest,
        JsonElement canvas,
        IiifImage image,
        int n,
        bool several,
        Uri address,
        string collection,
        string collectionName,
        DateTimeOffset now
    )
    {
        Rendition thumbnail = image.Service is { } service
            ? service.At(Math.Min(640, service.Width))
            : Thumbnail(canvas, address) ?? Thumbnail(manifest, address) ?? image.Whole;
        JsonElement[] scopes = [image.Body, canvas, manifest];
        // Section 3.2: what belongs to the picture or the canvas wins over what belongs to the manifest.
        string[] rights =
        [
            .. scopes
                .Select(s =>
                    s.Each("rights")
                        .Concat(s.Each("license"))
                        .Select(r => r.ValueKind == JsonValueKind.String ? r.Str().Trim() : r.Id())
                        .Where(r => r.Length > 0)
                        .ToArray()
                )
                .FirstOrDefault(r => r.Length > 0)
                ?? [],
        ];
        string[] statements =
        [
            .. new[] { canvas, manifest }
                .SelectMany(s => new[] { Pair(s.At("requiredStatement")), IiifWords.Raw(s.At("attribution"), ", ") })
                .Where(s => s.Length > 0)
                .Distinct(),
        ];
        Agreement terms = LicenceAgreement.Of(
            [.. rights, .. IiifWords.RightsOf(canvas), .. IiifWords.RightsOf(manifest)],
            attributions: statements
        );
        string maker = string.Join(
            ", ",
            IiifWords.MakersOf(canvas).Concat(IiifWords.MakersOf(manifest)).Distinct().Take(4)
        );
        string title = Language(manifest.At("label")),
            part = Language(canvas.At("label"));
        string[] tags =
        [
            .. IiifWords
                .Values(manifest, Subjects, IiifWords.Text)
                .SelectMany(t =>
                    t.Split([',', ';'], StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)
                )
                .Where(t => t.Length < 60)
                .Take(40),
        ];
        string id = canvas.Id().Length > 0 ? canvas.Id() : image.Whole.Url;
        return new Candidate(
            n == 0 ? id : $"{id}#{n + 1}",
            collection,
            thumbnail,
            [image.Whole],
            new RightsRecord(
                Title: several && part.Length > 0 && part != title ? (title.Length > 0 ? $"{title}, {part}" : part)
                    : title.Length > 0 ? title
                    : part,
                Maker: maker,
                MakerUrl: null,
                SourceUrl: manifest
                    .Each("homepage")
                    .Concat(manifest.Each("related"))
                    .Where(h => h.Text("format") is "" or "text/html")
                    .Select(h => Json.Web(h.ValueKind == JsonValueKind.String ? h.Str() : h.Id(), address))
                    .FirstOrDefault(u => u is not null)
                    ?? Json.Web(manifest.Id(), address)
                    ?? address.AbsoluteUri,
                Collection: manifest
                    .Each("provider")
                    .Select(p => Language(p.At("label")))
                    .FirstOrDefault(l => l.Length > 0)
                    ?? collectionName,
                Licence: terms.Licence,
                LicenceAsFound: terms.AsFound
            )
            {
                Notice = CopyrightNotice.Of(
                    IiifWords.RightsOf(canvas).Concat(IiifWords.RightsOf(manifest)).Select(IiifWords.Bare)
                ),
                Statement = statements.Length > 0 ? IiifWords.Bare(statements[0]) : "",
                Offers = terms.Offers,
                PictureUrl = image.Whole.Url,
            },
            tags,
            Evidence.Of(Said(manifest, canvas, rights), address.AbsoluteUri, now),
            image.Service
        );
    }

    private static string Said(JsonElement manifest, JsonElement canvas, string[] rights)
    {
        try
        {
            return Whole(manifest, canvas, rights);
        }
        catch (Exception e) when (e is JsonException or InvalidOperationException)
        {
            // Half a character stands in it: it is kept as it came.
            string raw = manifest.GetRawText();
            return JsonSerializer.Serialize(
                new { canvas = canvas.Id(), raw = raw.Length > 8000 ? raw[..8000] : raw },
                Plain
            );
        }
    }

    private static string Whole(JsonElement manifest, JsonElement canvas, string[] rights) =>
        JsonSerializer.Serialize(
            new
            {
                id = manifest.Id(),
                label = manifest.At("label"),
                rights = rights.Length == 1 ? rights[0] : string.Join(" | ", rights),
                requiredStatement = canvas.At("requiredStatement") ?? manifest.At("requiredStatement"),
                attribution = canvas.At("attribution") ?? manifest.At("attribution"),
                metadata = manifest.At("metadata"),
                ofCanvas = canvas.At("metadata"),
                provider = manifest.At("provider"),
                homepage = manifest.At("homepage") ?? manifest.At("related"),
                canvas = canvas.Id(),
            },
            Plain
        );

    private static readonly JsonSerializerOptions Plain = new()
    {
        WriteIndented = true,
        DefaultIgnoreCondition = System.Text.Json.Serialization.JsonIgnoreCondition.WhenWritingNull,
        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    private static Rendition? Thumbnail(JsonElement of, Uri address) =>
        of.Each("thumbnail")
            .Select(t =>
                Json.Web(t.ValueKind == JsonValueKind.String ? t.Str() : t.Id(), address) is { } url
                    ? new Rendition(url, t.Number("width"), t.Number("height"))
                    : null
            )
            .FirstOrDefault(r => r is not null);

    private static string Pair(JsonElement? pair) =>
        pair is { ValueKind: JsonValueKind.Object } p ? IiifWords.Raw(p.At("value"), ", ") : "";

    /// <summary>Words of a language map, for people.</summary>
    internal static string Language(JsonElement? map) => IiifWords.Text(map);
}
