// Long lines: samples of data stand as they are.
using System.Net;
using System.Text;

namespace Jaali.StandIns;

/// <summary>Makers' own pages, each saying its rights in another way, and some that mean no good.</summary>
public sealed class MakersPages(IReadOnlyList<PhotoRecord> photos, RenditionCache shelf, Faults faults)
{
    /// <summary>Maps them under <c>/pages</c>.</summary>
    public void Map(WebApplication app)
    {
        app.MapGet(
            "/pages",
            () =>
                Html(
                    "<h1>Makers of the sound</h1><ul>"
                        + string.Concat(
                            photos.Select(p =>
                                $"<li><a href=\"/pages/{p.Id}\">{WebUtility.HtmlEncode(p.Title)}</a></li>"
                            )
                        )
                        + "</ul>"
                )
        );
        app.MapGet("/pages/redirect", () => Results.Redirect("http://127.0.0.1:9/secret"));
        app.MapGet("/pages/endless", EndlessAsync);
        app.MapGet("/pages/huge.jpg", () => Results.Bytes(Huge(50_000, 50_000), "image/jpeg"));
        app.MapGet(
            "/pages/huge",
            () =>
                Html(
                    "<title>Huge</title><figure><img src=\"/pages/huge.jpg\"></figure><a rel=\"license\" href=\"https://creativecommons.org/licenses/by/4.0/\">"
                        + "CC BY</a>"
                )
        );
        app.MapGet(
            "/pages/script",
            () =>
                Html(
                    "<title>&lt;script&gt;alert(1)&lt;/script&gt;</title><script type=\"application/ld+json\">{\"@type\":\"ImageObject\",\"name\":\"<img src=x onerror=alert(1)>\",\"creator\":{\"name\":\"<b>M</b>\"},\"license\":\"javascript:alert(1)\",\"contentUrl\":\""
                        + $"/pages/file/{photos[0].Id}.jpg"
                        + "\"}</script>"
                )
        );
        app.MapGet("/pages/five", Five);
        app.MapGet("/pages/feed.xml", () => Results.Content(Feed(), "application/rss+xml"));
        app.MapGet("/pages/manifest.json", () => Results.Content(Manifest(photos), "application/json"));
        // A long one: sixty sheets, of the pictures that there are.
        app.MapGet(
            "/pages/many.json",
            () =>
                Results.Content(
                    Manifest(Enumerable.Range(0, 60).Select(n => photos[n % photos.Count])),
                    "application/json"
                )
        );
        app.MapGet(
            "/pages/{id}",
            (string id, HttpContext c) =>
                photos.FirstOrDefault(p => p.Id == id) is { } p ? Page(p, c) : Results.NotFound()
        );
        app.MapGet(
            "/pages/file/{id}.jpg",
            async (string id, HttpContext c) =>
                photos.FirstOrDefault(p => p.Id == id) is { } p
                    ? await faults.SendAsync(c, shelf.Bytes(p, "original")!, "image/jpeg")
                    : Results.NotFound()
        );
    }

    /// <summary>A plain page about a photo.</summary>
    public static string Plain(string title, string maker, string terms, string picture) =>
        $"<!doctype html><meta charset=utf-8><title>{WebUtility.HtmlEncode(title)}</title><h1>{WebUtility.HtmlEncode(title)}</h1>"
        + $"<p>by {WebUtility.HtmlEncode(maker)}</p><figure><img src=\"{picture}\" alt=\"\"></figure>{terms}";

    // Four ways in turn: ccREL in RDFa, JSON-LD, a Link header, and nothing but a picture.
    private IResult Page(PhotoRecord p, HttpContext context)
    {
        string file = $"/pages/file/{p.Id}.jpg",
            title = WebUtility.HtmlEncode(p.Title),
            maker = WebUtility.HtmlEncode(p.Maker);
        string licence =
            faults.Of("pages") == "changed" ? "https://creativecommons.org/licenses/by-nc-nd/4.0/" : p.Licence;
        switch (p.Tags[0])
        {
            case "ccrel":
                return Html(
                    $"<title>{title}</title><div about=\"{file}\" xmlns:cc=\"http://creativecommons.org/ns#\" xmlns:dct=\"http://purl.org/dc/terms/\">"
                        + $"<img src=\"{file}\" alt=\"\"><p><span property=\"dct:title\">{title}</span> by <a rel=\"cc:attributionURL\" "
                        + $"property=\"cc:attributionName\" href=\"/pages\">{maker}</a> is under a <a rel=\"license\" href=\"{licence}\">"
                        + "Creative Commons licence</a>.</p></div>"
                );
            case "jsonld":
                return Html(
                    $$"""<title>{{title}}</title><img src="{{file}}" alt=""><script type="application/ld+json">{"@context":"https://schema.org/","@type":"ImageObject","contentUrl":"{{file}}","name":"{{p.Title}}","license":"{{licence}}","acquireLicensePage":"/pages","creator":{"@type":"Person","name":"{{p.Maker}}","url":"/pages"},"copyrightNotice":"© {{p.Taken[..4]}} {{p.Maker}}"}</script>"""
                );
            case "header":
                context.Response.Headers.Link = $"<{licence}>; rel=\"license\"";
                return Html(
                    $"<title>{title}</title><meta property=\"og:title\" content=\"{title}\"><meta property=\"og:image\" content=\"{file}\"><p>{maker}</p>"
                );
            default:
                return Html(
                    $"<title>{title}</title><img src=\"{file}\" alt=\"\"><p>A picture, and not a word about it.</p>"
                );
        }
    }

    // A page that names several pictures, each with its own record.
    private IResult Five()
    {
        string each = string.Join(
            ',',
            photos.Select(p =>
                $$$"""{"@type":"ImageObject","contentUrl":"/pages/file/{{{p.Id}}}.jpg","name":"{{{p.Title}}}","license":"{{{p.Licence}}}","creator":{"@type":"Person","name":"{{{p.Maker}}}"}}"""
            )
        );
        return Html(
            $$"""<title>Five of the sound</title><script type="application/ld+json">{"@context":"https://schema.org/","@graph":[{{each}}]}</script>"""
        );
    }

    // A feed whose licence is its own and not that of the pictures in it.
    private string Feed() =>
        "<rss version=\"2.0\" xmlns:media=\"http://search.yahoo.com/mrss/\" xmlns:cc=\"http://creativecommons.org/ns#\"><channel><title>Makers of the sound</title>"
        + "<cc:license>https://creativecommons.org/licenses/by/4.0/</cc:license>"
        + string.Concat(
            photos.Select(p =>
                $"<item><title>{WebUtility.HtmlEncode(p.Title)}</title><guid isPermaLink=\"false\">{p.Id}</guid><media:credit role=\"photographer\">{WebUtility.HtmlEncode(p.Maker)}</media:credit>"
                + $"<media:content url=\"/pages/file/{p.Id}.jpg\" medium=\"image\"/></item>"
            )
        )
        + "</channel></rss>";

    // A manifest of IIIF Presentation 2 with parts of pictures by plain addresses and a choice of licences.
    private static string Manifest(IEnumerable<PhotoRecord> sheets) =>
        """{"@context":"http://iiif.io/api/presentation/2/context.json","@id":"/pages/manifest.json","@type":"sc:Manifest","label":"Sheets of the sound","attribution":"GFDL 1.3 or CC BY-SA 3.0","metadata":[{"label":"Artist","value":"Oona Skerry"}],"sequences":[{"@type":"sc:Sequence","canvases":["""
        + string.Join(
            ',',
            sheets.Select(
                (p, n) =>
                    $$$$"""{"@id":"/pages/canvas/{{{{n}}}}/{{{{p.Id}}}}","@type":"sc:Canvas","label":"{{{{n + 1}}}}","images":[{"@type":"oa:Annotation","motivation":"sc:painting","resource":{"@id":"/pages/file/{{{{p.Id}}}}.jpg#xywh=40,30,900,500","@type":"dctypes:Image"}}]}"""
            )
        )
        + "]}]}";

    private static async Task EndlessAsync(HttpContext context)
    {
        context.Response.ContentType = "text/html";
        byte[] more = Encoding.ASCII.GetBytes(new string(' ', 64 * 1024));
        while (!context.RequestAborted.IsCancellationRequested)
            await context.Response.Body.WriteAsync(more, context.RequestAborted);
    }

    // A JPEG that says it is enormous and then holds nothing: start of image, one frame header, end.
    private static byte[] Huge(int width, int height) =>
        [
            0xFF,
            0xD8,
            0xFF,
            0xC0,
            0,
            17,
            8,
            (byte)(height >> 8),
            (byte)height,
            (byte)(width >> 8),
            (byte)width,
            3,
            1,
            0x11,
            0,
            2,
            0x11,
            0,
            3,
            0x11,
            0,
            0xFF,
            0xDA,
            0,
            12,
            3,
            1,
            0,
            2,
            0,
            3,
            0,
            0,
            63,
            0,
            0xFF,
            0xD9,
        ];

    private static IResult Html(string body) =>
        Results.Content("<!doctype html><meta charset=utf-8>" + body, "text/html; charset=utf-8");
}
