using System.Text.Json;
using Jaali.Core.Editing;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Options;

namespace Jaali.Server;

/// <summary>Once the server is ready and before anyone has loaded its page, what the first steps need is made ready beside
/// it: the list of talks, the first slide of the latest one, and an edit that is not kept.</summary>
public sealed class Warming(
    TalkViews talks,
    DeckDesk desk,
    DeckPatches patches,
    IOptions<JsonOptions> json,
    ILogger<Warming> log
)
{
    /// <summary>Begins; nobody waits for it, and where it fails the first steps are slower and nothing else.</summary>
    public void Begin(CancellationToken stop) => _ = Task.Run(() => RunAsync(stop), stop);

    private async Task RunAsync(CancellationToken stop)
    {
        try
        {
            IReadOnlyList<TalkView> all = await talks.AllAsync(stop);
            JsonSerializer.Serialize(all, json.Value.SerializerOptions);
            if (all is not [var latest, ..] || await desk.OpenAsync(latest.Id, stop) is not { } stored)
                return;
            JsonSerializer.Serialize(patches.First(stored, null), json.Value.SerializerOptions);
            desk.Try(stored.Deck, new SetTitle(stored.Deck.Title));
        }
        catch (OperationCanceledException)
        {
            // The server is stopping.
        }
        catch (Exception e)
        {
            log.LogWarning(e, "The first steps could not be made ready");
        }
    }
}
