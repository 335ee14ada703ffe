using System.Net.Sockets;
using Jaali.Core;
using Jaali.Imaging;
using Jaali.Store;
using Microsoft.AspNetCore.Connections;

// No pattern may search for ever in words from outside.
AppDomain.CurrentDomain.SetData("REGEX_DEFAULT_MATCH_TIMEOUT", TimeSpan.FromSeconds(Limits.Documents.PatternSeconds));

// A photo is decoded once and then forgotten; libvips' own memory of operations would only hold on to it.
NetVips.Cache.Max = 0;
NativeMemory.GiveBackSoon();

WebApplicationBuilder builder = WebApplication.CreateBuilder(args);
(Settings? settings, string why) = Settings.Read(builder.Configuration);
if (settings is null)
    return await Exit.SayAsync(Exit.BadSettings, why);
builder.AddLogs(settings);
builder.AddWeb(settings);
builder
    .Services.AddStore(settings)
    .AddPhotos()
    .AddDecks()
    .AddGathering(settings)
    .AddCopies(settings)
    .AddIncoming()
    .AddWork(settings);
if (!settings.IsDescribing)
{
    try
    {
        FolderLock held = StoreFolder.Prepare(settings.Data);
        if (held.Report.Length > 0)
            Console.WriteLine(held.Report);
        // Made by the container, so that it is let go with everything else at the end.
        builder.Services.AddSingleton(_ => held);
    }
    catch (StoreException e)
    {
        return await Exit.SayAsync(Exit.NoStore, e.Message);
    }
}
WebApplication app = builder.Build();
if (!settings.IsDescribing)
    app.Services.GetRequiredService<FolderLock>();
if (settings.Verify)
    return await Exit.VerifyAsync(app.Services);
app.UseExceptionHandler(
    new ExceptionHandlerOptions { ExceptionHandler = ErrorPages.AnswerAsync, SuppressDiagnosticsCallback = _ => true }
);
app.UseStatusCodePages();
app.UseGuard(settings.Listen);
app.UseRequestLimits();
app.UseResponseCompression();
app.MapAll();
app.UseFrontEnd(settings.Web);
try
{
    await app.StartAsync();
    if (!settings.IsDescribing)
        Console.WriteLine($"Jaali is ready at {settings.Listen.Shown}");
    await app.WaitForShutdownAsync();
    return 0;
}
catch (IOException e)
    when (e.InnerException is AddressInUseException or SocketException
        || e.Message.Contains("address already in use", StringComparison.OrdinalIgnoreCase)
    )
{
    return await Exit.SayAsync(
        Exit.PortInUse,
        $"Port {settings.Listen.Port} is in use by another program. Close it, or choose another port with --port."
    );
}

/// <summary>The composition root; named so that tests can start it.</summary>
public partial class Program;
