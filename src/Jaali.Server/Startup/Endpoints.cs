namespace Jaali.Server.Startup;

/// <summary>What the server answers to.</summary>
internal static class Endpoints
{
    internal static void MapAll(this WebApplication app)
    {
        app.MapOpenApi("/api/openapi.json");
        app.MapRules();
        app.MapJobs();
        app.MapIiif();
        app.MapStoreCheck();
        app.MapFonts();
        app.MapDecks();
        app.MapComposing();
        app.MapWords();
        app.MapIcons();
        app.MapShow();
        app.MapCollections();
        app.MapSearch();
        app.MapUploads();
        app.MapClips();
        app.MapAddresses();
        app.MapRecords();
        app.MapExports();
        app.MapCopies();
        app.MapGathered();
        app.MapPodium();
        app.MapIncoming();
        app.MapHub<LiveHub>("/live");
        app.MapGet("/api/health", () => new Health(true)).ExcludeFromDescription();
    }
}

/// <summary>Says that the server answers.</summary>
internal sealed record Health(bool Ready);
