using System.Globalization;
using System.Text.Json;
using System.Text.RegularExpressions;
using Jaali.Core.Photos;

namespace Jaali.Sources.Iiif;

/// <summary>A picture painted on a canvas.</summary>
/// <param name="Whole">Its largest rendition.</param>
/// <param name="Service">Where any size can be asked for, or null.</param>
/// <param name="Body">The resource.</param>
internal sealed record IiifImage(Rendition Whole, ImageService? Service, JsonElement Body);

/// <summary>
/// Finds the pictures that are painted on a canvas in manifests of the IIIF Presentation API 3.0 (annotation pages),
/// 2.x
/// (images) and their drafts, by service of the Image API 1 to 3 or by plain address, with the region that is shown.
/// </summary>
internal static partial class IiifImages
{
    /// <summary>The canvases of a manifest, whatever the version calls what holds them.</summary>
    internal static IEnumerable<JsonElement> Canvases(JsonElement manifest) =>
        manifest
            .Each("items")
            .Where(c => c.ValueKind == JsonValueKind.Object && c.Type() is "Canvas" or "sc:Canvas" or "")
            .Concat(manifest.Each("sequences").SelectMany(s => s.Each("canvases").Concat(s.Each("items"))))
            .Concat(manifest.Each("canvases"))
            .Where(c => c.ValueKind == JsonValueKind.Object);

    /// <summary>The pictures painted on a canvas, in its order; of a choice the first.</summary>
    internal static IEnumerable<IiifImage> Of(JsonElement canvas, Uri address)
    {
        foreach (JsonElement body in Bodies(canvas))
            if (Image(body, address) is { } image)
                yield return image;
    }

    /// <summary>True where film or sound is painted on a canvas.</summary>
    internal static bool Plays(JsonElement canvas) =>
        Bodies(canvas).Any(b => b.Type() is "Video" or "Sound" or "Audio" or "dctypes:MovingImage" or "dctypes:Sound")
        || canvas.Number("duration") > 0;

    private static IEnumerable<JsonElement> Bodies(JsonElement canvas)
    {
        IEnumerable<JsonElement> annotations = canvas
            .Each("items")
            .Concat(canvas.Each("content"))
            .Concat(canvas.Each("images"))
            .SelectMany(p =>
                p.Each("items").Any() || p.Each("resources").Any() ? p.Each("items").Concat(p.Each("resources")) : [p]
            )
            .Where(a => a.Each("motivation").All(m => m.ValueKind == JsonValueKind.String && Paints(m.Str())));
        foreach (JsonElement body in annotations.SelectMany(a => a.Each("body").Concat(a.Each("resource"))))
        foreach (JsonElement chosen in Chosen(body))
            yield return chosen;
    }

    private static bool Paints(string motivation) =>
        motivation.EndsWith("painting", StringComparison.Ordinal) || motivation.Length == 0;

    private static IEnumerable<JsonElement> Chosen(JsonElement body)
    {
        if (body.Type() is "Choice" or "oa:Choice")
        {
            JsonElement[] all = [.. body.Each("items").Concat(body.Each("default")).Concat(body.Each("item"))];
            foreach (
                JsonElement first in all.Where(i => i.Type().EndsWith("Image", StringComparison.OrdinalIgnoreCase))
                    .Concat(all)
                    .Take(1)
            )
                yield return first;
        }
        else if (body.Type() is "Composite" or "List" or "Independents")
            foreach (JsonElement each in body.Each("items"))
                yield return each;
        else
            yield return body;
    }

    private static IiifImage? Image(JsonElement body, Uri address)
    {
        string region = "";
        int rotation = 0;
        JsonElement image = body;
        // A part of a picture is a resource of its own that leads to the whole.
        if (body.Type() is "SpecificResource" or "oa:SpecificResource")
        {
            if (
                body.Each("source").Concat(body.Each("full")).Select(s => (JsonElement?)s).FirstOrDefault()
                is not { ValueKind: JsonValueKind.Object } whole
            )
                return null;
            image = whole;
            foreach (JsonElement selector in body.Each("selector"))
            {
                rotation = Rotation(selector) ?? rotation;
                region =
                    selector.Text("region") is { Length: > 0 } r ? r
                    : Fragment().Match(selector.Text("value")) is { Success: true } m ? Named(m)
                    : region;
            }
        }
        if (
            image.ValueKind == JsonValueKind.Object
                && image.Type() is { Length: > 0 } kind
                && !kind.EndsWith("Image", StringComparison.OrdinalIgnoreCase)
                && !kind.EndsWith("StillImage", StringComparison.OrdinalIgnoreCase)
            || image.Type().EndsWith("MovingImage", StringComparison.Ordinal)
        )
            return null;
        string id = image.ValueKind == JsonValueKind.String ? image.Str() : image.Id();
        if (image.Text("format") is { Length: > 0 } format && !format.StartsWith("image/", StringComparison.Ordinal))
            return null;
        if (
            image.Text("format").Contains("svg", StringComparison.Ordinal)
            || id.EndsWith(".svg", StringComparison.OrdinalIgnoreCase)
        )
            return null;
        int width = image.Number("width"),
            height = image.Number("height");
        if (region.Length == 0 && Fragment().Match(id) is { Success: true } part)
            region = Named(part);
        ImageService? service = image
            .Each("service")
            .Concat(image.Each("services"))
            .Select(s => Service(s, address, width, height))
            .FirstOrDefault(s => s is not null);
        if (service is not null)
        {
            // The address of the picture itself may ask its service for a part.
            if (region.Length == 0 && id.StartsWith(service.Base + "/", StringComparison.Ordinal))
            {
                string asked = id[(service.Base.Length + 1)..].Split('/')[0];
                if (asked is not ("full" or "info.json") && Region().IsMatch(asked))
                    region = asked;
                // ".../full/max/90/default.jpg" (Image API 3.0, section 4.3).
                if (rotation == 0 && id[(service.Base.Length + 1)..].Split('/') is [_, _, var turned, ..])
                    rotation = Quarter(turned) ?? 0;
            }
            if (region.Length > 0)
                service = Part(service, region);
            service = service.Turned(rotation);
            return new IiifImage(service.At(service.Width), service, image);
        }
        if (Json.Web(id, address) is not { } file)
            return null;
        // A part of a picture that no service cuts keeps its part in the address (Media Fragments URI 1.0).
        if (Percent().IsMatch(region))
            file = file.Split('#')[0] + "#xywh=percent:" + region[4..];
        else if (Pixels().Match(region) is { Success: true } cut)
        {
            file = file.Split('#')[0] + "#xywh=" + region;
            (width, height) = (
                int.Parse(cut.Groups[3].Value, CultureInfo.InvariantCulture),
                int.Parse(cut.Groups[4].Value, CultureInfo.InvariantCulture)
            );
        }
        return new IiifImage(new Rendition(file, width, height), null, image);
    }

    private static ImageService? Service(JsonElement s, Uri address, int width, int height)
    {
        string type = s.Type(),
            context = string.Join(' ', s.Each("@context").Where(c => c.ValueKind == JsonValueKind.String)),
            profile = string.Join(
                ' ',
                s.Each("profile").Where(p => p.ValueKind == JsonValueKind.String).Select(p => p.Str())
            );
        bool images =
            type.StartsWith("ImageService", StringComparison.Ordinal)
            || type == "iiif:ImageProfile"
            || profile.Contains("iiif.io/api/image", StringComparison.Ordinal)
            || profile.Contains("image-api", StringComparison.Ordinal)
            || context.Contains("iiif.io/api/image", StringComparison.Ordinal)
            || context.Contains("image-api", StringComparison.Ordinal);
        int w = s.Number("width") is > 0 and var sw ? sw : width,
            h = s.Number("height") is > 0 and var sh ? sh : height;
        // A service of level 0 makes no sizes of its own; its image is taken as a file.
        bool fixedSizes = profile.Contains("level0", StringComparison.Ordinal);
        int version =
            type == "ImageService3" || context.Contains("/image/3", StringComparison.Ordinal) ? 3
            : type == "ImageService1"
            || profile.Contains("/image-api/1", StringComparison.Ordinal)
            || context.Contains("/image/1", StringComparison.Ordinal)
            || profile.Contains("library.stanford.edu", StringComparison.Ordinal)
            || context.Contains("library.stanford.edu", StringComparison.Ordinal)
            || profile.Contains("/image/1", StringComparison.Ordinal)
                ? 1
            : type == "ImageService2"
            || profile.Contains("/image/2", StringComparison.Ordinal)
            || context.Contains("/image/2", StringComparison.Ordinal)
                ? 2
            : 3;
        int most = s.Number("maxWidth");
        // Version 2 tells its limits among its profiles.
        if (most == 0)
            most = s.Each("profile")
                .Where(p => p.ValueKind == JsonValueKind.Object)
                .Select(p => p.Number("maxWidth"))
                .FirstOrDefault(n => n > 0);
        return
            images
            && !fixedSizes
            && w is > 0 and < 200_000
            && h is > 0 and < 200_000
            && Json.Web(s.Id(), address) is { } id
            ? new ImageService(id.TrimEnd('/'), w, h, most, version)
            : null;
    }

    // A region as an image service names it: pixels, or parts of a hundred.
    private static string Named(Match fragment) =>
        (fragment.Groups[1].Value.StartsWith("percent", StringComparison.Ordinal) ? "pct:" : "")
        + fragment.Groups[2].Value;

    // An ImageApiSelector turns clockwise (IIIF Presentation, Annotations 4.1); only quarters are photos again.
    private static int? Rotation(JsonElement selector) =>
        selector.Text("rotation") is { Length: > 0 } said ? Quarter(said)
        : selector.Number("rotation") is > 0 and var n ? Quarter(n.ToString(CultureInfo.InvariantCulture))
        : null;

    private static int? Quarter(string degrees) =>
        int.TryParse(degrees, NumberStyles.None, CultureInfo.InvariantCulture, out int n) && n is 90 or 180 or 270
            ? n
            : null;

    private static ImageService Part(ImageService whole, string region)
    {
        if (Pixels().Match(region) is { Success: true } px)
        {
            int w = Math.Min(Int(px, 3), whole.Width),
                h = Math.Min(Int(px, 4), whole.Height);
            return w > 0 && h > 0 ? whole with { Region = px.Value, Width = w, Height = h } : whole;
        }
        if (Percent().Match(region) is { Success: true } pct)
            return whole with
            {
                Region = region,
                Width = Math.Max(1, (int)Math.Round(whole.Width * Real(pct, 3) / 100)),
                Height = Math.Max(1, (int)Math.Round(whole.Height * Real(pct, 4) / 100)),
            };
        int side = Math.Min(whole.Width, whole.Height);
        return region == "square" ? whole with { Region = region, Width = side, Height = side } : whole;

        static int Int(Match m, int g) =>
            int.TryParse(m.Groups[g].Value, NumberStyles.None, CultureInfo.InvariantCulture, out int n) ? n : 0;
        static double Real(Match m, int g) =>
            Math.Clamp(
                double.TryParse(m.Groups[g].Value, CultureInfo.InvariantCulture, out double n) ? n : 100,
                0,
                100
            );
    }

    [GeneratedRegex(@"#?xywh=(pixel:|percent:)?([\d.]+,[\d.]+,[\d.]+,[\d.]+)")]
    private static partial Regex Fragment();

    [GeneratedRegex(@"^(\d{1,6}),(\d{1,6}),(\d{1,6}),(\d{1,6})$")]
    private static partial Regex Pixels();

    [GeneratedRegex(@"^pct:([\d.]+),([\d.]+),([\d.]+),([\d.]+)$")]
    private static partial Regex Percent();

    [GeneratedRegex(@"^(?:square|(?:pct:)?[\d.]+,[\d.]+,[\d.]+,[\d.]+)$")]
    private static partial Regex Region();
}
