using Jaali.Core.Items;
using Jaali.Store;

namespace Jaali.Server.Podium;

/// <summary>The sittings that are open, one a talk, and the listener that is open for as long as there is
/// one.</summary>
public sealed class PodiumSittings(
    IServiceProvider services,
    DeckEditing desk,
    SceneCache scenes,
    LedgerCache ledger,
    WebTalk web,
    PhotoStore photos,
    LiveMessages live,
    TimeProvider clock,
    ILogger<PodiumSittings> log
) : BackgroundService
{
    private readonly SemaphoreSlim _turn = new(1, 1);
    private readonly Lock _list = new();
    private readonly List<PodiumSitting> _open = [];
    private PodiumListener? _listener;

    /// <summary>The sitting of a talk, or null.</summary>
    public PodiumSitting? Of(Guid deckId)
    {
        lock (_list)
            return _open.Find(s => s.DeckId == deckId && !s.HasEnded);
    }

    /// <summary>The sitting of a secret, or null.</summary>
    public PodiumSitting? With(string secret)
    {
        lock (_list)
            return _open.Find(s => s.Is(secret));
    }

    /// <summary>Opens a sitting of a talk; where there is one, it stays the same.</summary>
    /// <returns>It, and the port of its listener.</returns>
    /// <exception cref="IOException">No port can be had.</exception>
    public async Task<(PodiumSitting Sitting, int Port)> OpenAsync(Guid deckId, CancellationToken cancel)
    {
        await _turn.WaitAsync(cancel);
        try
        {
            _listener ??= await PodiumListener.StartAsync(services, this, cancel);
            PodiumSitting? sitting = Of(deckId);
            if (sitting is null)
                lock (_list)
                    _open.Add(sitting = new PodiumSitting(deckId, clock.GetUtcNow()));
            sitting.Used(clock.GetUtcNow());
            return (sitting, _listener.Port);
        }
        finally
        {
            _turn.Release();
        }
    }

    /// <summary>The port of the listener; null where none is open.</summary>
    public int? Port => _listener?.Port;

    /// <summary>Ends the sitting of a talk: its link leads nowhere from now on, and who listens is cut off.</summary>
    /// <returns>False where there is none.</returns>
    public async Task<bool> EndAsync(Guid deckId, CancellationToken cancel = default)
    {
        if (Of(deckId) is not { } sitting)
            return false;
        await EndAsync([sitting], cancel);
        return true;
    }

    private async Task EndAsync(IReadOnlyList<PodiumSitting> ended, CancellationToken cancel)
    {
        await _turn.WaitAsync(cancel);
        try
        {
            bool none;
            foreach (PodiumSitting s in ended)
                s.End();
            lock (_list)
            {
                _open.RemoveAll(s => s.HasEnded);
                none = _open.Count == 0;
            }
            if (none && _listener is { } listener)
            {
                _listener = null;
                await listener.DisposeAsync();
            }
        }
        finally
        {
            _turn.Release();
        }
    }

    private void Listen()
    {
        live.Steered += (deckId, steering) =>
            Tell(() =>
                Of(deckId) is { } sitting && _listener is { } listener
                    ? listener.SteeredAsync(sitting, steering)
                    : Task.CompletedTask
            );
        live.DeckChanged += deckId => Tell(() => ChangedAsync(Of(deckId)));
        live.RecordChanged += photoId => Tell(() => RecordChangedAsync(photoId));
    }

    private async Task RecordChangedAsync(string photoId)
    {
        PodiumSitting[] open;
        lock (_list)
            open = [.. _open];
        foreach (PodiumSitting s in open)
            if (
                (await desk.OpenAsync(s.DeckId))?.Deck is { } deck
                && ItemKinds.Photos(deck).Any(p => p.Use.PhotoId == photoId)
            )
                await ChangedAsync(s);
    }

    // Who works at the talk does not wait for devices that only look on.
    private void Tell(Func<Task> tell) =>
        _ = Task.Run(async () =>
        {
            try
            {
                await tell();
            }
            catch (Exception e)
            {
                log.LogWarning(e, "A device at the podium was not told.");
            }
        });

    private Task ChangedAsync(PodiumSitting? sitting) =>
        sitting is not null && _listener is { } listener ? listener.ChangedAsync(sitting) : Task.CompletedTask;

    /// <summary>A device steers: the windows of this talk hear it.</summary>
    internal Task HeardAsync(PodiumSitting from, Steering steering) => live.SteeredAsync(from.DeckId, steering);

    /// <summary>What devices are given to see of a talk: one state of it, made once for all that they ask
    /// for.</summary>
    internal async Task<CopySource?> SourceAsync(PodiumSitting sitting, CancellationToken cancel)
    {
        if ((await desk.OpenAsync(sitting.DeckId, cancel))?.Deck is not { } deck)
            return null;
        long records = photos.RecordsVersion;
        if (sitting.Seen is { } seen && ReferenceEquals(seen.Work.Deck, deck) && seen.Records == records)
            return seen.Work;
        CopySource work = web.Shown(
            new CopySource(
                deck,
                new CopyRequest(CopyForm.WebFolder, Notes: true),
                scenes.All(deck),
                ledger.Of(deck),
                _ => { },
                CancellationToken.None
            )
        );
        sitting.Seen = new(work, records);
        return work;
    }

    /// <inheritdoc/>
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        Listen();
        using var timer = new PeriodicTimer(TimeSpan.FromSeconds(30), clock);
        try
        {
            while (await timer.WaitForNextTickAsync(stoppingToken))
                try
                {
                    await EndIdleAsync(stoppingToken);
                }
                catch (Exception e) when (e is not OperationCanceledException)
                {
                    log.LogWarning(e, "A sitting could not be ended.");
                }
        }
        catch (OperationCanceledException)
        {
            // The server stops: every sitting ends with it.
        }
        PodiumSitting[] left;
        lock (_list)
            left = [.. _open];
        await EndAsync(left, CancellationToken.None);
    }

    /// <summary>Ends what nobody uses any more, and sittings of talks that are gone.</summary>
    public async Task EndIdleAsync(CancellationToken cancel)
    {
        DateTimeOffset now = clock.GetUtcNow();
        PodiumSitting[] open;
        lock (_list)
            open = [.. _open];
        List<PodiumSitting> over = [];
        foreach (PodiumSitting s in open)
        {
            if (s.Devices > 0)
                s.Used(now);
            if (s.Until <= now || await desk.OpenAsync(s.DeckId, cancel) is null)
                over.Add(s);
        }
        if (over.Count > 0)
            await EndAsync(over, cancel);
    }
}
