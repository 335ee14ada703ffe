using System.Text.Json;
using System.Text.Json.Serialization;
using Jaali.Core;
using Jaali.Core.Editing;
using Jaali.Formats;
using Jaali.Imaging;
using Jaali.Imaging.Painting;
using Jaali.Sources;
using Jaali.Store;

namespace Jaali.Server.Startup;

/// <summary>Everything that the server is made of, a floor a method.</summary>
internal static class Services
{
    internal static void AddWeb(this WebApplicationBuilder builder, Settings settings)
    {
        builder.WebHost.UseUrls(settings.Listen.Url);
        builder.WebHost.ConfigureKestrel(k => k.Limits.MaxRequestBodySize = Limits.Incoming.RequestBytes);
        builder.Services.AddRequestLimits();
        builder.Services.ConfigureHttpJsonOptions(o => Copy(o.SerializerOptions));
        builder
            .Services.AddSignalR(o => o.MaximumReceiveMessageSize = Limits.Incoming.LiveBytes)
            .AddJsonProtocol(o => Copy(o.PayloadSerializerOptions));
        builder.Services.AddProblemDetails(o => o.CustomizeProblemDetails = Problems.Complete);
        builder.Services.AddResponseCompression(o => o.EnableForHttps = false);
        builder.Services.AddOpenApi("v1", ApiDescription.Add);
        builder.Services.AddSingleton(TimeProvider.System).AddSingleton(settings);
    }

    internal static IServiceCollection AddStore(this IServiceCollection services, Settings settings) =>
        services
            .AddDbContextFactory<JaaliDb>(o => JaaliDb.Configure(o, settings.Data))
            .AddSingleton(_ => new DataFolder(settings.Data))
            .AddSingleton(s => new BlobFolder(s.GetRequiredService<DataFolder>().Blobs))
            .AddSingleton<DeckStore>()
            .AddSingleton<StyleStore>()
            .AddSingleton<PhotoStore>()
            .AddSingleton<CollectionStore>()
            .AddSingleton<FoundStore>()
            .AddSingleton<JobStore>();

    internal static IServiceCollection AddPhotos(this IServiceCollection services) =>
        services
            .AddSingleton<LiveMessages>()
            .AddSingleton<StoreCheck>()
            .AddSingleton<JobQueue>()
            .AddSingleton<PhotoNames>()
            .AddSingleton<PhotoPositions>()
            .AddSingleton<Renditions>()
            .AddSingleton<PhotoViews>()
            .AddSingleton(_ => new FontLibrary(FontLibrary.ShippedFolder))
            .AddSingleton<ScenePainter>()
            .AddSingleton<ReaderPool>()
            .AddSingleton<MetadataReader>()
            .AddSingleton<ClipProgram>()
            .AddSingleton<ClipImporter>()
            .AddSingleton<ClipCuts>()
            .AddSingleton<FontReader>()
            .AddSingleton<FontIntake>()
            .AddSingleton<PackedFonts>();

    internal static IServiceCollection AddDecks(this IServiceCollection services) =>
        services
            .AddSingleton<DeckEditing>()
            .AddSingleton<IDecksKnown>(s => s.GetRequiredService<DeckEditing>())
            .AddSingleton<SceneCache>()
            .AddSingleton<LedgerCache>()
            .AddSingleton<DeckViews>()
            .AddSingleton<TalkViews>()
            .AddSingleton<DeckPatches>()
            .AddSingleton<LedgerViews>();

    internal static IServiceCollection AddGathering(this IServiceCollection services, Settings settings) =>
        services
            .AddSingleton(_ => new SourceHttp(settings.Allowed))
            .AddSingleton<OaiPmh>()
            .AddSingleton<AddressReader>()
            .AddSingleton<PageReadings>()
            .AddSingleton<CollectionRecogniser>()
            .AddSingleton<CollectionRegistry>()
            .AddSingleton<Harvester>()
            .AddSingleton<ThumbnailReader>()
            .AddSingleton<SearchService>()
            .AddSingleton<PhotoImporter>()
            .AddSingleton<IJobWork, CandidateImportJob>()
            .AddSingleton<SourceRefresh>()
            .AddSingleton<IJobWork, AdoptJob>()
            .AddSingleton<IJobWork, RetakeJob>();

    internal static IServiceCollection AddCopies(this IServiceCollection services, Settings settings) =>
        services
            .AddSingleton<PdfWriter>()
            .AddSingleton<PdfCopies>()
            .AddSingleton<ICopyMaker>(s => s.GetRequiredService<PdfCopies>())
            .AddSingleton<ICopyMaker, OfficeCopies>()
            .AddSingleton<PictureCopies>()
            .AddSingleton<ICopyMaker>(s => s.GetRequiredService<PictureCopies>())
            .AddSingleton<ICopyMaker, BundleCopies>()
            .AddSingleton<WebTalk>()
            .AddSingleton<ICopyMaker, WebCopies>()
            .AddSingleton<CopyJob>()
            .AddSingleton<IJobWork>(s => s.GetRequiredService<CopyJob>())
            .AddSingleton<PodiumSittings>()
            .AddSingleton(new PodiumPort(settings.PodiumPort));

    internal static IServiceCollection AddIncoming(this IServiceCollection services) =>
        services
            .AddSingleton<IncomingFolder>()
            .AddSingleton<TalkFiles>()
            .AddSingleton<TalkBuilder>()
            .AddSingleton<BundleImport>()
            .AddSingleton<IJobWork, TalkImportJob>()
            .AddSingleton<IJobWork, CheckJob>()
            .AddSingleton<IJobWork, CreditBackJob>();

    /// <summary>What is done before anything is served, in this order, and beside it from then on.</summary>
    internal static IServiceCollection AddWork(this IServiceCollection services, Settings settings)
    {
        services.AddSingleton<DemoTalk>().AddSingleton<Housekeeping>().AddSingleton<Warmup>();
        if (settings.IsDescribing)
            return services;
        return services
            .AddHostedService<Preparation>()
            .AddHostedService(s => s.GetRequiredService<ReaderPool>())
            .AddHostedService(s => s.GetRequiredService<JobQueue>())
            .AddHostedService(s => s.GetRequiredService<Harvester>())
            .AddHostedService<DemoBuild>()
            .AddHostedService(s => s.GetRequiredService<PodiumSittings>())
            .AddHostedService(s => s.GetRequiredService<Housekeeping>())
            .AddHostedService(s => s.GetRequiredService<Warmup>());
    }

    private static void Copy(JsonSerializerOptions to)
    {
        foreach (JsonConverter converter in DeckJson.Options.Converters)
            to.Converters.Add(converter);
        to.NumberHandling = JsonNumberHandling.Strict;
        to.AllowOutOfOrderMetadataProperties = true;
        // Kinds of items, edits and commands come from their lists; what the framework brings itself stays behind them.
        to.TypeInfoResolverChain.Insert(0, DeckJson.Resolver);
    }
}
