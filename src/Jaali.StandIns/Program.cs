using System.Globalization;
using System.Text.Json.Nodes;
using System.Xml.Linq;
using Jaali.StandIns;

// The simulated collections: a process of its own, on loopback only.
WebApplicationBuilder builder = WebApplication.CreateBuilder(args);
builder.Logging.SetMinimumLevel(LogLevel.Warning).AddFilter("Microsoft.Extensions.Hosting", LogLevel.None);
string folder =
    builder.Configuration["photos"] ?? throw new InvalidOperationException("Say where the photos are: --photos=FOLDER");
string port = builder.Configuration["port"] ?? "5081";
builder.WebHost.UseUrls("http://127.0.0.1:" + port);
WebApplication app = builder.Build();

IReadOnlyList<PhotoRecord> photos = PhotoRecord.Load(folder);
PhotoRecord[] In(string collection) => [.. photos.Where(p => p.In(collection))];
var byId = photos.ToDictionary(p => p.Id);
var shelf = new RenditionCache(folder);
var commons = new Commons("Tern Commons", "", In("commons"), shelf);
var bay = new Commons("Bay Archive", "/bay", In("museum"), shelf);
var museum = new Museum(In("museum"), folder);
var archive = new Archive(In("archive"), folder, Number(builder.Configuration["generate"], 0));
var faults = new Faults();

app.MapPost(
    "/faults",
    (string kind, string? collection) =>
        faults.Switch(kind, collection ?? "commons")
            ? Results.Ok()
            : Results.BadRequest(
                $"One of: {string.Join(", ", Faults.Kinds)}; of one of: {string.Join(", ", Faults.Collections)}"
            )
);
app.Use(
    async (context, next) =>
    {
        if (context.Request.Path.StartsWithSegments("/faults") || !await faults.ActAsync(context))
            await next(context);
    }
);

app.MapGet(
    "/opensearch.xml",
    (HttpContext c) => Xml(commons.Description(Origin(c)), "application/opensearchdescription+xml")
);
app.MapGet(
    "/search",
    (HttpContext c, string? q, string? page, string? count) =>
        Xml(
            commons.Search(Origin(c), q ?? "", Math.Max(1, Number(page, 1)), Math.Clamp(Number(count, 20), 1, 100)),
            "application/atom+xml"
        )
);
app.MapGet(
    "/",
    () =>
        Results.Content(
            "<!doctype html><meta charset=utf-8><title>Tern Commons</title><link rel=\"search\" "
                + "type=\"application/opensearchdescription+xml\" "
                + "href=\"/opensearch.xml\" title=\"Tern Commons\"><h1>Tern Commons</h1>",
            "text/html; charset=utf-8"
        )
);
app.MapGet(
    "/bay/opensearch.xml",
    (HttpContext c) => Xml(bay.Description(Origin(c)), "application/opensearchdescription+xml")
);
app.MapGet(
    "/bay/search",
    (HttpContext c, string? q, string? page) =>
        Xml(bay.Search(Origin(c), q ?? "", Math.Max(1, Number(page, 1)), 20), "application/atom+xml")
);
app.MapGet(
    "/photo/{id}",
    (string id) =>
        byId.TryGetValue(id, out PhotoRecord? p)
            ? Results.Content(Commons.Page(p), "text/html; charset=utf-8")
            : Results.NotFound()
);
app.MapGet(
    "/people/{name}",
    (string name) =>
        Results.Content(
            $"<!doctype html><meta charset=utf-8><h1>{System.Net.WebUtility.HtmlEncode(name)}</h1>",
            "text/html; charset=utf-8"
        )
);
app.MapGet(
    "/clip/{name}",
    async (string name, HttpContext c) =>
        byId.TryGetValue(Path.GetFileNameWithoutExtension(name), out PhotoRecord? p) && p.Clip is { } clip
            ? await faults.SendAsync(c, await File.ReadAllBytesAsync(Path.Combine(folder, clip)), p.ClipType)
            : Results.NotFound()
);
app.MapGet(
    "/file/{id}/{size}.jpg",
    async (string id, string size, HttpContext c) =>
        byId.TryGetValue(id, out PhotoRecord? p) && shelf.Bytes(p, size) is { } bytes
            ? await faults.SendAsync(c, bytes, "image/jpeg")
            : Results.NotFound()
);

app.MapGet("/museum/collection.json", (HttpContext c) => Iiif(museum.Collection(Origin(c))));
app.MapGet(
    "/museum/search",
    (HttpContext c, string? q, string? page) => Iiif(museum.Search(Origin(c), q ?? "", Math.Max(1, Number(page, 1))))
);
app.MapGet(
    "/museum/manifest/{id}.json",
    (HttpContext c, string id) => museum.Manifest(Origin(c), id) is { } m ? Iiif(m) : Results.NotFound()
);
app.MapGet(
    "/museum/image/{id}/info.json",
    (HttpContext c, string id) => museum.Info(Origin(c), id) is { } i ? Iiif(i) : Results.NotFound()
);
app.MapGet(
    "/museum/image/{id}/{region}/{size}/0/default.jpg",
    async (string id, string region, string size, HttpContext c) =>
        museum.Image(id, region, size) is { } bytes
            ? await faults.SendAsync(c, bytes, "image/jpeg")
            : Results.BadRequest()
);
app.MapGet(
    "/museum/plate/{id}",
    (string id) => museum.Page(id) is { } page ? Results.Content(page, "text/html; charset=utf-8") : Results.NotFound()
);

app.MapGet("/archive/oai", (HttpContext c) => Xml(archive.Answer(Origin(c), c.Request.Query), "text/xml"));
app.MapGet(
    "/archive/record/{id}",
    (string id) => archive.Page(id) is { } page ? Results.Content(page, "text/html; charset=utf-8") : Results.NotFound()
);
app.MapGet(
    "/archive/scan/{id}.jpg",
    async (string id, HttpContext c) =>
        archive.Scan(id) is { } bytes ? await faults.SendAsync(c, bytes, "image/jpeg") : Results.NotFound()
);

new MakersPages(In("pages"), shelf, faults).Map(app);
try
{
    await app.StartAsync();
}
catch (IOException)
{
    await Console.Error.WriteLineAsync(
        $"Port {port} is in use by another program. Close it, or choose another for the simulated "
            + "collections with STANDINS_PORT."
    );
    return 4;
}
await app.WaitForShutdownAsync();
return 0;

static string Origin(HttpContext c) => $"{c.Request.Scheme}://{c.Request.Host}";
static int Number(string? text, int otherwise) =>
    int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out int n) ? n : otherwise;
static IResult Xml(XDocument document, string type) =>
    Results.Text(document.Declaration + document.ToString(SaveOptions.DisableFormatting), type + "; charset=utf-8");
static IResult Iiif(JsonObject document) => Results.Text(document.ToJsonString(), "application/ld+json; charset=utf-8");
