using System.Net.Sockets;
using System.Reflection;
using System.Text.Json;
using Jaali.Core;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Formats;
using Jaali.Imaging;
using Jaali.Imaging.Painting;
using Jaali.Server;
using Jaali.Server.Gathering;
using Jaali.Sources;
using Jaali.Store;
using Microsoft.AspNetCore.StaticFiles;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.FileProviders;
using Serilog;
using Serilog.Formatting.Compact;

// No pattern may search for ever in words from outside.
AppDomain.CurrentDomain.SetData("REGEX_DEFAULT_MATCH_TIMEOUT", TimeSpan.FromSeconds(Limits.OfDocuments.PatternSeconds));
WebApplicationBuilder builder = WebApplication.CreateBuilder(args);
bool describing = Assembly.GetEntryAssembly()?.GetName().Name == "GetDocument.Insider";
string data = Path.GetFullPath(
    builder.Configuration["data"] ?? (describing ? Path.Combine(Path.GetTempPath(), "jaali-describe") : "data")
);
(Listening? listening, string noPort) = Listening.Read(
    builder.Configuration["host"] ?? "127.0.0.1",
    builder.Configuration["port"] ?? "5080",
    builder.Configuration["names"] ?? ""
);
if (listening is null)
{
    await Console.Error.WriteLineAsync(noPort);
    return 2;
}
string[] near = (builder.Configuration["allow"] ?? "").Split(',', StringSplitOptions.RemoveEmptyEntries);

// A photo is decoded once and then forgotten; libvips' own memory of operations would only hold on to it.
NetVips.Cache.Max = 0;
NativeMemory.GiveBackSoon();
builder.Host.UseSerilog(
    (_, log) =>
    {
        log.MinimumLevel.Information()
            .MinimumLevel.Override("Microsoft", Serilog.Events.LogEventLevel.Warning)
            .MinimumLevel.Override("System.Net.Http", Serilog.Events.LogEventLevel.Warning)
            .MinimumLevel.Override("Microsoft.Extensions.Hosting.Internal.Host", Serilog.Events.LogEventLevel.Fatal);
        if (!describing)
            log.WriteTo.File(
                new CompactJsonFormatter(),
                Path.Combine(data, "logs", "jaali-.json"),
                rollingInterval: RollingInterval.Day,
                retainedFileCountLimit: 7
            );
        log.WriteTo.Console(
            restrictedToMinimumLevel: Serilog.Events.LogEventLevel.Warning,
            formatProvider: System.Globalization.CultureInfo.InvariantCulture
        );
    }
);
builder.WebHost.UseUrls(listening.Url);
builder.WebHost.ConfigureKestrel(k => k.Limits.MaxRequestBodySize = Limits.ComingIn.RequestBytes);
builder.Services.AddIntake();
builder.Services.ConfigureHttpJsonOptions(o => Copy(o.SerializerOptions));
builder
    .Services.AddSignalR(o => o.MaximumReceiveMessageSize = Limits.ComingIn.LiveBytes)
    .AddJsonProtocol(o => Copy(o.PayloadSerializerOptions));
builder.Services.AddProblemDetails(o =>
    o.CustomizeProblemDetails = c =>
    {
        // What the framework refuses by itself, such as JSON that is none, is told in a sentence, too.
        if (c.ProblemDetails is { Status: StatusCodes.Status400BadRequest, Detail: null or "" } p)
            (p.Type, p.Title, p.Detail) = (
                "urn:jaali:bad-request",
                "Not done",
                "This cannot be read. Reload the page and try again; nothing was changed."
            );
    }
);
builder.Services.AddResponseCompression(o => o.EnableForHttps = false);
builder.Services.AddOpenApi("v1", ApiDescription.Add);
builder.Services.AddDbContextFactory<JaaliDb>(o => JaaliDb.Configure(o, data));
builder.Services.AddSingleton(TimeProvider.System);
builder.Services.AddSingleton(_ => new DataFolder(data));
builder.Services.AddSingleton(s => new BlobFolder(s.GetRequiredService<DataFolder>().Blobs));
builder.Services.AddSingleton(_ => new FontShelf(FontShelf.ShippedFolder));
builder.Services.AddSingleton(_ => new SourceHttp(near));
builder
    .Services.AddSingleton<ScenePainter>()
    .AddSingleton<PdfWriter>()
    .AddSingleton<DeckStore>()
    .AddSingleton<StyleStore>()
    .AddSingleton<PhotoStore>()
    .AddSingleton<CollectionStore>()
    .AddSingleton<FoundStore>()
    .AddSingleton<JobStore>();
builder
    .Services.AddSingleton<OaiPmh>()
    .AddSingleton<AddressReader>()
    .AddSingleton<CollectionRecogniser>()
    .AddSingleton<CollectionShelf>()
    .AddSingleton<Looking>()
    .AddSingleton<Searching>()
    .AddSingleton<Harvesting>()
    .AddSingleton<Rereading>();
builder
    .Services.AddSingleton<Live>()
    .AddSingleton<Jobs>()
    .AddSingleton<DeckDesk>()
    .AddSingleton<SceneShelf>()
    .AddSingleton<LedgerShelf>()
    .AddSingleton<Renditions>()
    .AddSingleton<PhotoViews>()
    .AddSingleton<DeckViews>()
    .AddSingleton<TalkViews>()
    .AddSingleton<DeckPatches>()
    .AddSingleton<LedgerViews>()
    .AddSingleton<Taking>()
    .AddSingleton<IJobWork, KeepJob>()
    .AddSingleton<IJobWork, AdoptJob>()
    .AddSingleton<PdfCopies>()
    .AddSingleton<ICopyMaker>(s => s.GetRequiredService<PdfCopies>())
    .AddSingleton<ICopyMaker, OfficeCopies>()
    .AddSingleton<PictureCopies>()
    .AddSingleton<ICopyMaker>(s => s.GetRequiredService<PictureCopies>())
    .AddSingleton<ICopyMaker, BundleCopies>()
    .AddSingleton<ICopyMaker, WebCopies>()
    .AddSingleton<FontIntake>()
    .AddSingleton<PackedFonts>()
    .AddSingleton<IncomingFolder>()
    .AddSingleton<TalkFiles>()
    .AddSingleton<TalkBuilder>()
    .AddSingleton<BundleOpening>()
    .AddSingleton<IJobWork, ReadJob>()
    .AddSingleton<IJobWork, CheckJob>()
    .AddSingleton<PdfCredits>()
    .AddSingleton<IJobWork, CreditBackJob>()
    .AddSingleton<CopyJob>()
    .AddSingleton<IJobWork>(s => s.GetRequiredService<CopyJob>())
    .AddSingleton<IJobWork, RetakeJob>()
    .AddSingleton<Housekeeping>()
    .AddSingleton<Warming>()
    .AddSingleton<DemoTalk>();

if (!describing)
{
    try
    {
        FolderLock held = StoreFolder.Prepare(data);
        if (held.Report.Length > 0)
            Console.WriteLine(held.Report);
        // Made by the container, so that it is let go with everything else at the end.
        builder.Services.AddSingleton(_ => held);
    }
    catch (StoreException e)
    {
        await Console.Error.WriteLineAsync(e.Message);
        return 3;
    }
}
WebApplication app = builder.Build();
if (!describing)
{
    app.Services.GetRequiredService<FolderLock>();
    // What a crash left half-written is cleared before anything is written, not when it is first asked for.
    app.Services.GetRequiredService<BlobFolder>();
}
if (builder.Configuration["verify"] is not null)
{
    VerifyView found = await PhotoEndpoints.VerifyAsync(
        app.Services.GetRequiredService<PhotoStore>(),
        app.Services.GetRequiredService<BlobFolder>(),
        CancellationToken.None
    );
    Console.WriteLine(found.Sentence);
    foreach (string name in found.Missing)
        Console.WriteLine($"missing {name}");
    foreach (string name in found.Damaged)
        Console.WriteLine($"damaged {name}");
    return found.Missing.Count + found.Damaged.Count == 0 ? 0 : 1;
}
app.UseExceptionHandler(
    new ExceptionHandlerOptions { ExceptionHandler = Faults.AnswerAsync, SuppressDiagnosticsCallback = _ => true }
);
app.UseStatusCodePages();
app.UseGuard(listening);
app.UseIntake();
app.UseResponseCompression();
app.MapOpenApi("/api/openapi.json");
app.MapDecks();
app.MapComposing();
app.MapWords();
app.MapShow();
app.MapSearch();
app.MapCollections();
app.MapPhotos();
app.MapAddresses();
app.MapExports();
app.MapCopies();
app.MapIncoming();
app.MapGathered();
app.MapJobs();
app.MapRules();
app.MapFonts();
app.MapIiif();
app.MapHub<LiveHub>("/live");
app.MapGet("/api/health", () => new Health(true)).ExcludeFromDescription();
string web = Path.GetFullPath(builder.Configuration["web"] ?? Path.Combine(AppContext.BaseDirectory, "web"));
if (Directory.Exists(web))
{
    var files = new PhysicalFileProvider(web);
    var packed = new FileExtensionContentTypeProvider { Mappings = { [".br"] = "application/octet-stream" } };
    var options = new StaticFileOptions
    {
        FileProvider = files,
        ContentTypeProvider = packed,
        OnPrepareResponse = r =>
        {
            if (PackedFiles.Said(r.Context, r.File.Name) is { } type)
                r.Context.Response.ContentType = type;
            // Files of the build carry their content in their names; all others may change under theirs.
            r.Context.Response.Headers.CacheControl = r.Context.Request.Path.StartsWithSegments("/assets")
                ? "public, max-age=31536000, immutable"
                : "no-cache";
        },
    };
    app.UseDefaultFiles(new DefaultFilesOptions { FileProvider = files });
    app.UsePackedFiles(files);
    app.UseStaticFiles(options);
    app.MapFallbackToFile("{*path:nonfile:regex(^(?!api/|iiif/|live|fonts/).*$)}", "index.html", options);
}
try
{
    await app.StartAsync();
    if (!describing)
    {
        await FontEndpoints.LoadAsync(app.Services);
        await app
            .Services.GetRequiredService<CollectionShelf>()
            .LoadAsync(
                builder.Configuration["collections"],
                builder.Configuration["standins"],
                app.Lifetime.ApplicationStopping
            );
        await app.Services.GetRequiredService<Jobs>().StartAsync();
        await app.Services.GetRequiredService<Harvesting>().StartAllAsync(app.Lifetime.ApplicationStopping);
        _ = app.Services.GetRequiredService<Housekeeping>().RunAsync(app.Lifetime.ApplicationStopping);
    }
    if (builder.Configuration["demo"] is { } demo)
        await app.Services.GetRequiredService<DemoTalk>().BuildAsync(demo, app.Lifetime.ApplicationStopping);
    if (!describing)
    {
        Warming warming = app.Services.GetRequiredService<Warming>();
        await warming.ListAsync(app.Lifetime.ApplicationStopping);
        Console.WriteLine($"Jaali is ready at {listening.Shown}");
        warming.Begin(app.Lifetime.ApplicationStopping);
    }
    await app.WaitForShutdownAsync();
    return 0;
}
catch (IOException e)
    when (e.InnerException is Microsoft.AspNetCore.Connections.AddressInUseException or SocketException
        || e.Message.Contains("address already in use", StringComparison.OrdinalIgnoreCase)
    )
{
    await Console.Error.WriteLineAsync(
        $"Port {listening.Port} is in use by another program. Close it, or choose another port with --port."
    );
    return 4;
}

static void Copy(JsonSerializerOptions to)
{
    foreach (var converter in DeckJson.Options.Converters)
        to.Converters.Add(converter);
    to.NumberHandling = System.Text.Json.Serialization.JsonNumberHandling.Strict;
    to.AllowOutOfOrderMetadataProperties = true;
    // Kinds of items, edits and commands come from their lists; what the framework brings itself stays behind them.
    to.TypeInfoResolverChain.Insert(0, DeckJson.Resolver);
}

/// <summary>Says that the server answers.</summary>
internal sealed record Health(bool Ready);

/// <summary>The composition root; named so that tests can start it.</summary>
public partial class Program;
