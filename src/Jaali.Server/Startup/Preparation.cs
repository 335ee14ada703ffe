using Jaali.Store;

namespace Jaali.Server.Startup;

/// <summary>Makes ready what requests use before the first of them is taken: what a crash left half-written is cleared,
/// added
/// typefaces and the collections are at hand.</summary>
internal sealed class Preparation(IServiceProvider services, Settings settings) : IHostedService
{
    public async Task StartAsync(CancellationToken cancellationToken)
    {
        services.GetRequiredService<BlobFolder>();
        // Whoever has a talk with the photo open sees at once how it stands now.
        LiveMessages live = services.GetRequiredService<LiveMessages>();
        services.GetRequiredService<PhotoStore>().RecordMerged += id => _ = live.RecordChangedAsync(id);
        await FontEndpoints.LoadAsync(services);
        await services
            .GetRequiredService<CollectionRegistry>()
            .LoadAsync(settings.Collections, settings.StandIns, cancellationToken);
    }

    public Task StopAsync(CancellationToken cancellationToken) => Task.CompletedTask;
}

/// <summary>Builds the demo talk, where one is asked for.</summary>
internal sealed class DemoBuild(DemoTalk talk, Settings settings) : IHostedService
{
    public Task StartAsync(CancellationToken cancellationToken) =>
        settings.Demo is { } demo ? talk.BuildAsync(demo, cancellationToken) : Task.CompletedTask;

    public Task StopAsync(CancellationToken cancellationToken) => Task.CompletedTask;
}
