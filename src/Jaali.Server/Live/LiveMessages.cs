using Jaali.Core;
using Microsoft.AspNetCore.SignalR;

namespace Jaali.Server.Live;

/// <summary>Knows which decks there are, for who wants to listen to one.</summary>
public interface IDecksKnown
{
    /// <summary>True where there is a deck of this identity.</summary>
    Task<bool> KnowsAsync(Guid deckId, CancellationToken cancel = default);
}

/// <summary>Tells everyone who has a deck open what changed.</summary>
public sealed class LiveHub(IDecksKnown decks, LiveMessages messages) : Hub
{
    // Of this connection alone; calls of one connection come one after the other.
    private HashSet<Guid> Joined =>
        Context.Items.TryGetValue(nameof(Joined), out object? known)
            ? (HashSet<Guid>)known!
            : (HashSet<Guid>)(Context.Items[nameof(Joined)] = new HashSet<Guid>());

    /// <summary>Joins the listeners of a deck that there is; false where there is none, or the window listens to as
    /// many
    /// as it may.</summary>
    public async Task<bool> Join(Guid deckId)
    {
        if (Joined.Contains(deckId))
            return true;
        if (Joined.Count >= Limits.Incoming.LiveDecks || !await decks.KnowsAsync(deckId, Context.ConnectionAborted))
            return false;
        Joined.Add(deckId);
        await Groups.AddToGroupAsync(Context.ConnectionId, deckId.ToString(), Context.ConnectionAborted);
        return true;
    }

    /// <summary>Tells the other windows that show this deck where the show is. A window that has not joined it is not
    /// heard.</summary>
    public async Task Steer(Guid deckId, Steering steering)
    {
        if (!Joined.Contains(deckId) || !steering.IsSound)
            return;
        await Clients
            .OthersInGroup(deckId.ToString())
            .SendAsync("steered", deckId, steering, Context.ConnectionAborted);
        messages.Heard(deckId, steering);
    }

    /// <summary>Leaves them.</summary>
    public Task Leave(Guid deckId)
    {
        Joined.Remove(deckId);
        return Groups.RemoveFromGroupAsync(Context.ConnectionId, deckId.ToString());
    }
}

/// <summary>What windows that show a talk tell each other. The server hands it on and keeps nothing.</summary>
/// <param name="Kind">"at" for where the show is, "ask" of a window that has just come.</param>
/// <param name="From">The window.</param>
/// <param name="Sequence">Of two, the greater holds; milliseconds since 1970 of the act, or one more than the
/// last.</param>
/// <param name="SlideId">The slide that is shown.</param>
/// <param name="Page">Which of its pages.</param>
/// <param name="Step">How many presses of its own it has had.</param>
/// <param name="Dark">"black", "white" or empty.</param>
/// <param name="Talk">Milliseconds since the talk began; null before it has.</param>
/// <param name="OnSlide">Milliseconds on this slide.</param>
/// <param name="Clips">Its clips that were pressed.</param>
public sealed record Steering(
    string Kind,
    string From,
    double Sequence,
    Guid? SlideId,
    int Page,
    int Step,
    string? Dark,
    double? Talk,
    double OnSlide,
    IReadOnlyList<SteeredClip>? Clips = null
)
{
    // Longer than any name that windows give themselves.
    private const int LongestName = 64;

    // More than a slide shows.
    private const int MostClips = 40;

    internal bool IsSound =>
        Kind is "at" or "ask"
        && From is { Length: <= LongestName }
        && Dark is null or "" or "black" or "white"
        && double.IsFinite(Sequence)
        && (Clips is null || Clips.Count <= MostClips && Clips.All(c => c is { IsSound: true }));
}

/// <summary>Where a clip is that was pressed.</summary>
/// <param name="Source">What plays: SHA-256 of its bytes.</param>
/// <param name="Second">How far it is, of the stretch that is shown.</param>
/// <param name="Plays">It goes on.</param>
/// <param name="Held">It goes on when the screen is light again.</param>
public sealed record SteeredClip(string Source, double Second, bool Plays, bool Held)
{
    internal bool IsSound => Source is { Length: 64 } && double.IsFinite(Second) && Second >= 0;
}

/// <summary>
/// Sends live messages: <c>deckChanged(patch)</c>, <c>recordChanged(photo)</c>,
/// <c>searchChanged(search)</c> and <c>jobChanged(job)</c>. A patch
/// leads from the revision before; who is further behind asks for the patch from their own.
/// </summary>
public sealed class LiveMessages(IHubContext<LiveHub> hub)
{
    /// <summary>A deck reached a revision.</summary>
    /// <param name="deckId">The deck.</param>
    /// <param name="patch">What changed.</param>
    /// <param name="but">The connection of the window that made the edit and has the patch in its answer; empty for
    /// none.</param>
    public Task DeckChangedAsync<TPatch>(Guid deckId, TPatch patch, string but = "")
    {
        DeckChanged?.Invoke(deckId);
        return hub.Clients.GroupExcept(deckId.ToString(), but.Length > 0 ? [but] : []).SendAsync("deckChanged", patch);
    }

    /// <summary>A device that has no part in the rest steers a talk.</summary>
    public Task SteeredAsync(Guid deckId, Steering steering) =>
        hub.Clients.Group(deckId.ToString()).SendAsync("steered", deckId, steering);

    /// <summary>Called when a window steers a talk.</summary>
    public event Action<Guid, Steering>? Steered;

    /// <summary>Called when a deck reached a revision.</summary>
    public event Action<Guid>? DeckChanged;

    /// <summary>Called when a photo's record changed.</summary>
    public event Action<string>? RecordChanged;

    /// <summary>A window steers a talk: whoever listens to that is told.</summary>
    public void Heard(Guid deckId, Steering steering) => Steered?.Invoke(deckId, steering);

    /// <summary>A photo's record changed: every deck that shows it stands differently.</summary>
    public Task RecordChangedAsync(string photoId)
    {
        RecordChanged?.Invoke(photoId);
        return hub.Clients.All.SendAsync("recordChanged", photoId);
    }

    /// <summary>More came of a search: its wall is to be asked for.</summary>
    public Task SearchChangedAsync(Guid deckId, Guid searchId) =>
        hub.Clients.Group(deckId.ToString()).SendAsync("searchChanged", searchId);

    /// <summary>A job moved.</summary>
    public Task JobChangedAsync<TJob>(Guid deckId, TJob job) =>
        hub.Clients.Group(deckId.ToString()).SendAsync("jobChanged", job);
}
