using System.Globalization;
using System.Text.Json.Nodes;
using Jaali.Core.Decks;
using Jaali.Core.Ledgers;
using Jaali.Core.Rights;

namespace Jaali.Formats;

/// <summary>
/// The photos of a talk as a manifest of the IIIF Presentation API 3.0: a canvas for each photo in the order in which
/// the
/// talk shows them, with its maker, licence and source, painted from the image service.
/// </summary>
public static class IiifManifest
{
    private const string Level = "level2";
    private const int Thumbnail = 320;

    /// <summary>The media type of a manifest (Presentation API 3.0, section 7.2).</summary>
    public const string MediaType = "application/ld+json;profile=\"http://iiif.io/api/presentation/3/context.json\"";

    /// <summary>Writes it.</summary>
    /// <param name="deck">The talk.</param>
    /// <param name="entries">Its photos.</param>
    /// <param name="address">The address of the manifest itself.</param>
    /// <param name="photo">How a photo is handed out.</param>
    public static string Write(
        Deck deck,
        IReadOnlyList<CreditEntry> entries,
        Uri address,
        Func<CreditEntry, HandedPhoto> photo
    )
    {
        var canvases = new JsonArray();
        foreach (CreditEntry e in entries)
            canvases.Add((JsonNode)Canvas(e, address, photo(e), deck.Style.Language));
        var manifest = new JsonObject
        {
            ["@context"] = "http://iiif.io/api/presentation/3/context.json",
            ["id"] = address.AbsoluteUri,
            ["type"] = "Manifest",
            ["label"] = Text("none", deck.Title),
            ["items"] = canvases,
        };
        if (deck.Speaker.Length > 0)
            manifest["metadata"] = new JsonArray(Pair("Speaker", deck.Speaker));
        if (Rights(LicenceReader.Read(deck.Style.OwnLicence)?.Url) is { } own)
            manifest["rights"] = own;
        return manifest.ToJsonString(new() { WriteIndented = true });
    }

    private static JsonObject Canvas(CreditEntry e, Uri address, HandedPhoto handed, string language)
    {
        // By the name it is handed out under: where something is hidden, that does not say which photo it is.
        string canvas = $"{address.AbsoluteUri}/canvas/{handed.Name}",
            service = handed.Service;
        // The whole photo is handed out: its credit speaks of no change that a slide makes.
        CreditParts p = CreditParts.Of(e.Photo.Rights, new Changes(1), language);
        var metadata = new JsonArray();
        Put("Title", p.Title);
        Put("Maker", p.Maker);
        Put("Licence", e.Photo.Rights.Licence?.Name ?? "");
        Put("Collection", e.Photo.Rights.Collection);
        Put("Shown on", string.Join(", ", e.Slides.Select(s => s.ToString(CultureInfo.InvariantCulture))));
        var made = new JsonObject
        {
            ["id"] = canvas,
            ["type"] = "Canvas",
            ["label"] = Text("none", p.Title.Length > 0 ? p.Title : "Photo"),
            ["width"] = e.Photo.Width,
            ["height"] = e.Photo.Height,
            ["metadata"] = metadata,
            ["requiredStatement"] = new JsonObject
            {
                ["label"] = Text("en", "Credit"),
                ["value"] = Text(language, Credit.Full(p).Text),
            },
            ["thumbnail"] = new JsonArray(
                Image($"{service}/full/{Math.Min(Thumbnail, e.Photo.Width)},/0/default.jpg", service)
            ),
            ["items"] = new JsonArray(
                new JsonObject
                {
                    ["id"] = canvas + "/page",
                    ["type"] = "AnnotationPage",
                    ["items"] = new JsonArray(
                        new JsonObject
                        {
                            ["id"] = canvas + "/painting",
                            ["type"] = "Annotation",
                            ["motivation"] = "painting",
                            ["target"] = canvas,
                            ["body"] = Sized(Image(handed.Address, service), e),
                        }
                    ),
                }
            ),
        };
        if (Rights(p.TermsUrl) is { } rights)
            made["rights"] = rights;
        if (p.SourceUrl is { } source)
            made["homepage"] = new JsonArray(
                new JsonObject
                {
                    ["id"] = source,
                    ["type"] = "Text",
                    ["format"] = "text/html",
                    ["label"] = Text("en", "Where it was found"),
                }
            );
        return made;

        void Put(string label, string value)
        {
            if (value.Length > 0)
                metadata.Add((JsonNode)Pair(label, value));
        }
    }

    private static JsonObject Image(string id, string service) =>
        new()
        {
            ["id"] = id,
            ["type"] = "Image",
            ["format"] = "image/jpeg",
            ["service"] = new JsonArray(
                new JsonObject
                {
                    ["id"] = service,
                    ["type"] = "ImageService3",
                    ["profile"] = Level,
                }
            ),
        };

    private static JsonObject Sized(JsonObject image, CreditEntry e)
    {
        image["width"] = e.Photo.Width;
        image["height"] = e.Photo.Height;
        return image;
    }

    // Only addresses of Creative Commons and RightsStatements.org may stand there, and by http (section 3.2, rights).
    private static string? Rights(string? url) =>
        Uri.TryCreate(url, UriKind.Absolute, out Uri? to) && to.Host is "creativecommons.org" or "rightsstatements.org"
            ? "http://" + to.Host + to.AbsolutePath
            : null;

    private static JsonObject Pair(string label, string value) =>
        new() { ["label"] = Text("en", label), ["value"] = Text("none", value) };

    private static JsonObject Text(string language, string text) => new() { [language] = new JsonArray(text) };
}
