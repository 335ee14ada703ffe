using Microsoft.AspNetCore.SignalR;

namespace Jaali.Server;

/// <summary>Tells everyone who has a deck open what changed.</summary>
public sealed class LiveHub : Hub
{
    /// <summary>Joins the listeners of a deck.</summary>
    public Task Join(Guid deckId) => Groups.AddToGroupAsync(Context.ConnectionId, deckId.ToString());

    /// <summary>Leaves them.</summary>
    public Task Leave(Guid deckId) => Groups.RemoveFromGroupAsync(Context.ConnectionId, deckId.ToString());
}

/// <summary>
/// Sends live messages: <c>deckChanged(patch)</c>, <c>recordChanged(photo)</c> and <c>jobChanged(job)</c>. A patch
/// leads from the revision before; who is further behind asks for the patch from their own.
/// </summary>
public sealed class Live(IHubContext<LiveHub> hub)
{
    /// <summary>A deck reached a revision.</summary>
    public Task DeckChangedAsync(DeckPatch patch) =>
        hub.Clients.Group(patch.DeckId.ToString()).SendAsync("deckChanged", patch);

    /// <summary>A photo's record changed: every deck that shows it stands differently.</summary>
    public Task RecordChangedAsync(string photoId) => hub.Clients.All.SendAsync("recordChanged", photoId);

    /// <summary>A job moved.</summary>
    public Task JobChangedAsync(JobView job) => hub.Clients.Group(job.DeckId.ToString()).SendAsync("jobChanged", job);
}
