using System.Globalization;
using System.Xml.Linq;
using Jaali.StandIns;

// The simulated collections: a process of its own, on loopback only.
WebApplicationBuilder builder = WebApplication.CreateBuilder(args);
builder.Logging.SetMinimumLevel(LogLevel.Warning);
string folder = builder.Configuration["photos"] ?? throw new InvalidOperationException("Say where the photos are: --photos=FOLDER");
builder.WebHost.UseUrls("http://127.0.0.1:" + (builder.Configuration["port"] ?? "5081"));
WebApplication app = builder.Build();

IReadOnlyList<PhotoRecord> photos = PhotoRecord.Load(folder);
var byId = photos.ToDictionary(p => p.Id);
var shelf = new RenditionShelf(folder);
var commons = new Commons(photos, shelf);
var faults = new Faults();

app.MapPost("/faults", (string kind) => faults.Switch(kind) ? Results.Ok() : Results.BadRequest("One of: " + string.Join(", ", Faults.Kinds)));
app.Use(async (context, next) =>
{
    if (context.Request.Path.StartsWithSegments("/faults") || !await faults.ActAsync(context)) await next(context);
});
app.MapGet("/opensearch.xml", (HttpContext c) => Xml(Commons.Description(Origin(c)), "application/opensearchdescription+xml"));
app.MapGet("/search", (HttpContext c, string? q, string? page, string? count) =>
    Xml(commons.Search(Origin(c), q ?? "", Math.Max(1, Number(page, 1)), Math.Clamp(Number(count, 20), 1, 100)), "application/atom+xml"));
app.MapGet("/photo/{id}", (string id) => byId.TryGetValue(id, out PhotoRecord? p) ? Results.Content(Commons.Page(p), "text/html; charset=utf-8") : Results.NotFound());
app.MapGet("/people/{name}", (string name) => Results.Content($"<!doctype html><meta charset=utf-8><h1>{System.Net.WebUtility.HtmlEncode(name)}</h1>", "text/html; charset=utf-8"));
app.MapGet("/file/{id}/{size}.jpg", (string id, string size) =>
{
    if (!byId.TryGetValue(id, out PhotoRecord? p) || shelf.Bytes(p, size) is not { } bytes) return Results.NotFound();
    return Results.Bytes(faults.Truncates ? bytes[..(bytes.Length / 2)] : bytes, "image/jpeg");
});
app.Run();

static string Origin(HttpContext c) => $"{c.Request.Scheme}://{c.Request.Host}";
static int Number(string? text, int otherwise) => int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out int n) ? n : otherwise;
static IResult Xml(XDocument document, string type) => Results.Text(document.Declaration + document.ToString(SaveOptions.DisableFormatting), type + "; charset=utf-8");
