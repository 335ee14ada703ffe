using System.Text.Json;
using System.Text.RegularExpressions;
using Jaali.Core.Photos;
using Jaali.Core.Rights;

namespace Jaali.Sources;

/// <summary>
/// Reads manifests of the IIIF Presentation API 3.0: canvases with the image painted on them, <c>rights</c>,
/// <c>requiredStatement</c>, <c>metadata</c> and <c>homepage</c>.
/// Section numbers refer to that specification.
/// </summary>
public static partial class IiifPresentation
{
    private static readonly string[] MakerLabels =
    [
        "creator",
        "maker",
        "artist",
        "photographer",
        "author",
        "photo",
        "photograph by",
        "attribution",
    ];

    /// <summary>The candidates of a manifest, one for each canvas that shows an image, or only that of one
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
    )
    {
        List<Candidate> found = [];
        foreach (
            JsonElement canvas in manifest
                .Each("items")
                .Where(i => i.Type() == "Canvas" && (canvasId is null || i.Id() == canvasId))
        )
            if (Candidate(manifest, canvas, address, collection, collectionName, now) is { } c)
                found.Add(c);
        return found;
    }

    private static Candidate? Candidate(
        JsonElement manifest,
        JsonElement canvas,
        Uri address,
        string collection,
        string collectionName,
        DateTimeOffset now
    )
    {
        if (Image(canvas) is not { } body)
            return null;
        int width = body.Number("width"),
            height = body.Number("height");
        ImageService? service = body.Each("service")
            .Select(s => Service(s, address, width, height))
            .FirstOrDefault(s => s is not null);
        string? file = Json.Web(body.Id(), address);
        Rendition whole =
            service is not null ? service.At(service.Width)
            : file is null ? new Rendition("", 0, 0)
            : new Rendition(file, width, height);
        if (whole.Url.Length == 0)
            return null;
        Rendition thumbnail = service is not null
            ? service.At(Math.Min(640, service.Width))
            : Thumbnail(canvas, address) ?? Thumbnail(manifest, address) ?? whole;
        // Section 3.2: what belongs to the canvas wins over what belongs to the manifest.
        string rights = canvas.Text("rights") is { Length: > 0 } own ? own : manifest.Text("rights");
        string statement = Pair(canvas.At("requiredStatement") ?? manifest.At("requiredStatement"), "value");
        (Licence? licence, string asFound) = LicenceAgreement.Of([
            rights,
            statement,
            .. Metadata(manifest, "rights", "licence", "license", "copyright"),
        ]);
        string maker = string.Join(
            ", ",
            Metadata(canvas, MakerLabels).Concat(Metadata(manifest, MakerLabels)).Distinct().Take(4)
        );
        string title = Language(manifest.At("label")),
            part = Language(canvas.At("label"));
        bool several = manifest.Each("items").Count(i => i.Type() == "Canvas") > 1;
        var record = new RightsRecord(
            Title: several && part.Length > 0 && part != title ? $"{title}, {part}"
                : title.Length > 0 ? title
                : part,
            Maker: maker,
            MakerUrl: null,
            SourceUrl: manifest
                .Each("homepage")
                .Select(h => Json.Web(h.Id(), address))
                .FirstOrDefault(u => u is not null)
                ?? Json.Web(manifest.Id(), address),
            Collection: manifest.Each("provider").Select(p => Language(p.At("label"))).FirstOrDefault(l => l.Length > 0)
                ?? collectionName,
            Licence: licence,
            LicenceAsFound: asFound,
            Statement: statement
        );
        string[] tags =
        [
            .. Metadata(manifest, "subject", "subjects", "keyword", "keywords", "tags", "type")
                .SelectMany(t =>
                    t.Split([',', ';'], StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)
                )
                .Where(t => t.Length < 60)
                .Take(40),
        ];
        string said = JsonSerializer.Serialize(
            new
            {
                id = manifest.Id(),
                label = manifest.At("label"),
                rights,
                requiredStatement = canvas.At("requiredStatement") ?? manifest.At("requiredStatement"),
                metadata = manifest.At("metadata"),
                provider = manifest.At("provider"),
                homepage = manifest.At("homepage"),
                canvas = canvas.Id(),
            },
            Plain
        );
        return new Candidate(
            canvas.Id().Length > 0 ? canvas.Id() : whole.Url,
            collection,
            thumbnail,
            [whole],
            record,
            tags,
            Evidence.Of(said, address.AbsoluteUri, now),
            service
        );
    }

    private static readonly JsonSerializerOptions Plain = new()
    {
        WriteIndented = true,
        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    // The image painted on the canvas; of a Choice the first.
    private static JsonElement? Image(JsonElement canvas)
    {
        foreach (
            JsonElement annotation in canvas
                .Each("items")
                .SelectMany(p => p.Each("items"))
                .Where(a => a.Text("motivation") is "painting" or "")
        )
        foreach (JsonElement body in annotation.Each("body"))
        {
            if (body.Type() == "Image")
                return body;
            if (
                body.Type() == "Choice"
                && body.Each("items").Select(i => (JsonElement?)i).FirstOrDefault(i => i!.Value.Type() == "Image")
                    is { } first
            )
                return first;
        }
        return null;
    }

    private static ImageService? Service(JsonElement s, Uri address, int width, int height)
    {
        bool images =
            s.Type().StartsWith("ImageService", StringComparison.Ordinal)
            || s.Text("profile").Contains("iiif.io/api/image", StringComparison.Ordinal);
        int w = s.Number("width") is > 0 and var sw ? sw : width,
            h = s.Number("height") is > 0 and var sh ? sh : height;
        // A service of level 0 makes no sizes of its own; its image is taken as a file.
        bool fixedSizes =
            s.Text("profile").EndsWith("level0", StringComparison.Ordinal)
            || s.Text("profile").EndsWith("level0.json", StringComparison.Ordinal);
        return
            images
            && !fixedSizes
            && w is > 0 and < 200_000
            && h is > 0 and < 200_000
            && Json.Web(s.Id(), address) is { } id
            ? new ImageService(id.TrimEnd('/'), w, h, s.Number("maxWidth"))
            : null;
    }

    private static Rendition? Thumbnail(JsonElement of, Uri address) =>
        of.Each("thumbnail")
            .Select(t =>
                Json.Web(t.Id(), address) is { } url ? new Rendition(url, t.Number("width"), t.Number("height")) : null
            )
            .FirstOrDefault(r => r is not null);

    private static IEnumerable<string> Metadata(JsonElement of, params string[] labels) =>
        of.Each("metadata")
            .Where(m => labels.Contains(Language(m.At("label")).ToLowerInvariant()))
            .Select(m => Language(m.At("value")))
            .Where(v => v.Length > 0);

    private static string Pair(JsonElement? pair, string part) => pair is { } p ? Language(p.At(part)) : "";

    /// <summary>A language map (section 4): English, then no language, then the first. Markup that the specification
    /// allows is dropped.</summary>
    internal static string Language(JsonElement? map)
    {
        if (map is not { } m)
            return "";
        if (m.ValueKind == JsonValueKind.String)
            return Bare(m.GetString()!);
        if (m.ValueKind != JsonValueKind.Object)
            return "";
        JsonElement? values =
            m.At("en") ?? m.At("none") ?? m.EnumerateObject().Select(p => (JsonElement?)p.Value).FirstOrDefault();
        return values is { ValueKind: JsonValueKind.Array } a
            ? Bare(
                string.Join(
                    ", ",
                    a.EnumerateArray().Where(v => v.ValueKind == JsonValueKind.String).Select(v => v.GetString())
                )
            )
            : "";
    }

    private static string Bare(string text) => System.Net.WebUtility.HtmlDecode(Tag().Replace(text, "")).Trim();

    [GeneratedRegex("<[^<>]{0,400}>")]
    private static partial Regex Tag();
}
