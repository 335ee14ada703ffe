using System.Text.Json.Nodes;
using Jaali.Core.Editing;
using Jaali.Core.Scenes;
using Jaali.Imaging;
using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Hosting.Server.Features;
using Microsoft.AspNetCore.SignalR;

namespace Jaali.Server.Podium;

/// <summary>Where other devices find the podium; 0 for any port.</summary>
public sealed record PodiumPort(int Number);

/// <summary>
/// A server of its own for the podium on other devices, open only while a sitting is. It knows seven addresses, each
/// under the secret of a sitting, and nothing of the rest of the program answers to it.
/// </summary>
public sealed class PodiumListener : IAsyncDisposable
{
    private const string Policy =
        "default-src 'none'; img-src 'self'; media-src 'self'; style-src 'self' 'unsafe-inline'; script-src 'self'; connect-src 'self'; "
        + "font-src 'self'; object-src 'none'; base-uri 'none'; frame-ancestors 'none'; form-action 'none'";

    private static readonly object Key = new();

    private readonly WebApplication _app;
    private readonly IHubContext<PodiumHub> _hub;

    private PodiumListener(WebApplication app)
    {
        _app = app;
        _hub = app.Services.GetRequiredService<IHubContext<PodiumHub>>();
        string address = app
            .Services.GetRequiredService<IServer>()
            .Features.Get<IServerAddressesFeature>()!
            .Addresses.First();
        Port = new Uri(address.Replace("[::]", "localhost", StringComparison.Ordinal)).Port;
    }

    /// <summary>The port it listens at.</summary>
    public int Port { get; }

    /// <summary>Opens it at every address of this computer.</summary>
    /// <exception cref="IOException">No port can be had.</exception>
    internal static async Task<PodiumListener> StartAsync(
        IServiceProvider main,
        PodiumSittings sittings,
        CancellationToken cancel
    )
    {
        int wanted = main.GetRequiredService<PodiumPort>().Number;
        try
        {
            return await AtAsync(wanted);
        }
        catch (IOException) when (wanted != 0)
        {
            // Taken by another program: any other port does as well, for it stands in the link.
            return await AtAsync(0);
        }

        async Task<PodiumListener> AtAsync(int port)
        {
            WebApplication app = Build(main, sittings, port);
            try
            {
                await app.StartAsync(cancel);
                return new PodiumListener(app);
            }
            catch
            {
                await app.DisposeAsync();
                throw;
            }
        }
    }

    private static WebApplication Build(IServiceProvider main, PodiumSittings sittings, int port)
    {
        WebApplicationBuilder builder = WebApplication.CreateSlimBuilder(
            new WebApplicationOptions { EnvironmentName = Environments.Production }
        );
        builder.Logging.ClearProviders();
        builder.WebHost.UseUrls($"http://0.0.0.0:{port}");
        builder.WebHost.ConfigureKestrel(k =>
        {
            k.AddServerHeader = false;
            k.Limits.MaxRequestBodySize = Core.Limits.Incoming.LiveBytes;
            k.Limits.MaxConcurrentConnections = 16 * Core.Limits.Incoming.PodiumDevices;
        });
        builder
            .Services.AddSignalR(o => o.MaximumReceiveMessageSize = Core.Limits.Incoming.LiveBytes)
            .AddJsonProtocol(o =>
            {
                foreach (var converter in DeckJson.Options.Converters)
                    o.PayloadSerializerOptions.Converters.Add(converter);
            });
        builder
            .Services.AddSingleton(sittings)
            .AddSingleton(main.GetRequiredService<WebTalk>())
            .AddSingleton(main.GetRequiredService<DeckViews>());
        WebApplication app = builder.Build();
        TimeProvider clock = main.GetRequiredService<TimeProvider>();
        app.Use(
            async (context, next) =>
            {
                IHeaderDictionary headers = context.Response.Headers;
                headers.ContentSecurityPolicy = Policy;
                headers.XContentTypeOptions = "nosniff";
                headers.XFrameOptions = "DENY";
                headers["Referrer-Policy"] = "no-referrer";
                headers["Cross-Origin-Resource-Policy"] = "same-origin";
                headers["Cross-Origin-Opener-Policy"] = "same-origin";
                headers.CacheControl = "no-store";
                string[] parts = (context.Request.Path.Value ?? "").Split('/', 3);
                if (parts.Length < 3 || sittings.With(parts[1]) is not { } sitting)
                {
                    context.Response.StatusCode = StatusCodes.Status404NotFound;
                    return;
                }
                sitting.Used(clock.GetUtcNow());
                context.Items[Key] = sitting;
                context.Request.PathBase = "/" + parts[1];
                context.Request.Path = "/" + parts[2];
                try
                {
                    await next(context);
                }
                catch (Exception e)
                    when (e is JobFailedException or NotAPhotoException or IOException && !context.Response.HasStarted)
                {
                    context.Response.StatusCode = StatusCodes.Status410Gone;
                }
            }
        );
        app.UseRouting();
        app.MapGet("/", (HttpContext http) => Text(http, PodiumPage.Html, "text/html"));
        app.MapGet(
            "/podium.js",
            (HttpContext http, WebTalk web) => Text(http, web.Player("podium", "podium.js"), "text/javascript")
        );
        app.MapGet(
            "/podium.css",
            (HttpContext http, WebTalk web) => Text(http, web.Player("podium", "podium.css"), "text/css")
        );
        app.MapGet("/talk", TalkAsync);
        app.MapGet("/pictures/{name}", PictureAsync);
        app.MapGet("/clips/{name}", ClipAsync);
        app.MapGet("/faces/{number:int}", FontAsync);
        app.MapHub<PodiumHub>("/live");
        return app;
    }

    /// <summary>The sitting that a request belongs to; the guard has seen to it that there is one.</summary>
    internal static PodiumSitting SittingOf(HttpContext context) => (PodiumSitting)context.Items[Key]!;

    private static Task Text(HttpContext context, string text, string type)
    {
        context.Response.ContentType = type + "; charset=utf-8";
        return context.Response.WriteAsync(text);
    }

    private static async Task TalkAsync(HttpContext context, PodiumSittings sittings, WebTalk web, DeckViews views)
    {
        PodiumSitting sitting = SittingOf(context);
        if (await sittings.SourceAsync(sitting, context.RequestAborted) is not { } work)
        {
            context.Response.StatusCode = StatusCodes.Status404NotFound;
            return;
        }
        var pictures = new JsonObject();
        foreach (WebPicture p in WebTalk.Pictures(work))
            pictures[p.Name] = "pictures/" + sitting.NameOf(p.Name);
        JsonObject told = PodiumPage.Told(work.Deck, views, web.Told(work));
        told["pictures"] = pictures;
        var clips = new JsonObject();
        foreach (Playing p in WebTalk.Clips(work))
            clips[p.Source] = "clips/" + sitting.NameOf(p.Source);
        told["clips"] = clips;
        told["faces"] = web.Faces(
            work,
            (name, _, _) =>
                name.Replace("fonts/", "faces/", StringComparison.Ordinal).Replace(".ttf", "", StringComparison.Ordinal)
        );
        context.Response.ContentType = "application/json; charset=utf-8";
        await context.Response.WriteAsync(told.ToJsonString());
    }

    // A clip that a slide plays, in the parts that a player asks for; any other is not there.
    private static async Task ClipAsync(string name, HttpContext context, PodiumSittings sittings, WebTalk web)
    {
        PodiumSitting sitting = SittingOf(context);
        if (
            sitting.PictureOf(name) is { } wanted
            && await sittings.SourceAsync(sitting, context.RequestAborted) is { } work
            && WebTalk.Clips(work).FirstOrDefault(p => p.Source == wanted) is { } clip
            && web.FileOf(clip) is { } file
        )
            await TypedResults
                .PhysicalFile(Path.GetFullPath(file), clip.Type, enableRangeProcessing: true)
                .ExecuteAsync(context);
        else
            context.Response.StatusCode = StatusCodes.Status404NotFound;
    }

    private static async Task PictureAsync(string name, HttpContext context, PodiumSittings sittings, WebTalk web)
    {
        PodiumSitting sitting = SittingOf(context);
        if (
            sitting.PictureOf(name) is { } wanted
            && await sittings.SourceAsync(sitting, context.RequestAborted) is { } work
            && Array.Find(WebTalk.Pictures(work), p => p.Name == wanted) is { Name: not null } picture
        )
        {
            (byte[] bytes, string type) = await web.PictureAsync(work, picture, web.Credits(work));
            context.Response.ContentType = type;
            // The name of a picture is the name of its pixels.
            context.Response.Headers.CacheControl = "private, max-age=3600";
            await context.Response.Body.WriteAsync(bytes, context.RequestAborted);
            return;
        }
        // Not shown by any slide, or not any more.
        context.Response.StatusCode = StatusCodes.Status404NotFound;
    }

    private static async Task FontAsync(int number, HttpContext context, PodiumSittings sittings, WebTalk web)
    {
        byte[]? found = null;
        if (await sittings.SourceAsync(SittingOf(context), context.RequestAborted) is { } work)
            web.Faces(
                work,
                (name, _, bytes) =>
                {
                    if (name == $"fonts/{number}.ttf")
                        found = bytes;
                    return name;
                }
            );
        if (found is null)
        {
            context.Response.StatusCode = StatusCodes.Status404NotFound;
            return;
        }
        context.Response.ContentType = "font/ttf";
        await context.Response.Body.WriteAsync(found, context.RequestAborted);
    }

    internal Task SteeredAsync(PodiumSitting sitting, Steering steering) =>
        _hub.Clients.Group(sitting.Secret).SendAsync("steered", sitting.DeckId, steering);

    internal Task ChangedAsync(PodiumSitting sitting) => _hub.Clients.Group(sitting.Secret).SendAsync("talkChanged");

    /// <inheritdoc/>
    public async ValueTask DisposeAsync()
    {
        using var soon = new CancellationTokenSource(TimeSpan.FromSeconds(2));
        try
        {
            await _app.StopAsync(soon.Token);
        }
        catch (OperationCanceledException)
        {
            // Who is still connected is cut off.
        }
        await _app.DisposeAsync();
    }
}

/// <summary>What devices and the windows of a talk tell each other in a sitting.</summary>
public sealed class PodiumHub(PodiumSittings sittings) : Hub
{
    private PodiumSitting Sitting => PodiumListener.SittingOf(Context.GetHttpContext()!);

    /// <inheritdoc/>
    public override async Task OnConnectedAsync()
    {
        if (!Sitting.Join(Context))
        {
            Context.Abort();
            return;
        }
        await Groups.AddToGroupAsync(Context.ConnectionId, Sitting.Secret, Context.ConnectionAborted);
    }

    /// <inheritdoc/>
    public override Task OnDisconnectedAsync(Exception? exception)
    {
        Sitting.Leave(Context.ConnectionId);
        return Task.CompletedTask;
    }

    /// <summary>True for the talk of the sitting.</summary>
    public bool Join(Guid deckId) => deckId == Sitting.DeckId && !Sitting.HasEnded;

    /// <summary>Steers the talk of the sitting, and no other.</summary>
    public async Task Steer(Guid deckId, Steering steering)
    {
        if (!Join(deckId) || !steering.IsSound)
            return;
        await Clients.OthersInGroup(Sitting.Secret).SendAsync("steered", deckId, steering, Context.ConnectionAborted);
        await sittings.HeardAsync(Sitting, steering);
    }
}
