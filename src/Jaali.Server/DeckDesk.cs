using System.Collections.Concurrent;
using Jaali.Core;
using Jaali.Core.Decks;
using Jaali.Core.Sourcing;
using Jaali.Store;

namespace Jaali.Server;

/// <summary>What came of an edit at the desk.</summary>
public abstract record DeskAnswer;

/// <summary>It was carried out and is on the disk.</summary>
public sealed record Carried(StoredDeck Now) : DeskAnswer;

/// <summary>It was refused.</summary>
public sealed record Refused(Refusal Reason) : DeskAnswer;

/// <summary>Someone else changed the same thing since; here is the newest state.</summary>
public sealed record Stale(StoredDeck Now) : DeskAnswer;

/// <summary>There is no such deck.</summary>
public sealed record NoDeck : DeskAnswer;

/// <summary>Where edits are carried out, one at a time for each deck: apply, save command and state, tell the others.</summary>
public sealed class DeckDesk(DeckStore store, PhotoStore photos, Live live)
{
    private const int MostOpen = 50;
    private readonly ConcurrentDictionary<Guid, Seat> _seats = new();

    /// <summary>A deck as it is now, or null.</summary>
    public async Task<StoredDeck?> OpenAsync(Guid id, CancellationToken cancel = default)
    {
        if (_seats.TryGetValue(id, out Seat? seat) && seat.Now is { } now)
            return now;
        return await AtSeatAsync(id, s => Task.FromResult(s.Now), cancel);
    }

    /// <summary>Carries out a command made on a revision; on null, on whatever is newest.</summary>
    public Task<DeskAnswer> ApplyAsync(Guid id, int? made, DeckCommand command, CancellationToken cancel = default) =>
        AtSeatAsync<DeskAnswer>(
            id,
            async seat =>
            {
                if (seat.Now is not { } now)
                    return new NoDeck();
                if (made > now.Revision || made < 0)
                    return new Stale(now);
                EditOutcome outcome = DeckEditor.Apply(now.Deck, command, new Facts(photos));
                // What was made on an older state merges when it touches other parts; what is gone by now, or was changed too, is stale.
                bool behind = made < now.Revision;
                if (outcome is Rejected no)
                    return behind ? new Stale(now) : new Refused(no.Reason);
                var edited = (Edited)outcome;
                if (behind && (await store.TouchedSinceAsync(id, made!.Value, cancel)).Overlaps(edited.Touched))
                    return new Stale(now);
                return await SaveAsync(seat, now, new EditToSave("do", command, edited), cancel);
            },
            cancel
        );

    /// <summary>Takes back the newest edit, or does again what was taken back.</summary>
    public Task<DeskAnswer> StepAsync(Guid id, bool redo, CancellationToken cancel = default) =>
        AtSeatAsync<DeskAnswer>(
            id,
            async seat =>
            {
                if (seat.Now is not { } now)
                    return new NoDeck();
                (Restore? undo, Restore? again) = await store.ReachAsync(id, cancel);
                if ((redo ? again : undo) is not { } restore)
                    return new Refused(
                        redo
                            ? new Refusal("nothing-to-redo", "There is nothing to do again.")
                            : new Refusal("nothing-to-undo", "There is nothing to take back.")
                    );
                EditOutcome outcome = DeckEditor.Apply(now.Deck, restore, new Facts(photos));
                return outcome is Rejected no
                    ? new Refused(no.Reason)
                    : await SaveAsync(
                        seat,
                        now,
                        new EditToSave(redo ? "redo" : "undo", restore, (Edited)outcome),
                        cancel
                    );
            },
            cancel
        );

    /// <summary>Forgets a removed deck.</summary>
    public void Close(Guid id) => _seats.TryRemove(id, out _);

    private async Task<DeskAnswer> SaveAsync(Seat seat, StoredDeck now, EditToSave edit, CancellationToken cancel)
    {
        if (edit.Edited.Touched.Count == 0)
            return new Carried(now);
        if (!await store.SaveAsync(now.Revision, edit, cancel))
        {
            seat.Now = await store.LoadAsync(now.Deck.Id, cancel);
            return seat.Now is { } newest ? new Stale(newest) : new NoDeck();
        }
        seat.Now = new StoredDeck(edit.Edited.Deck, now.Revision + 1);
        await live.DeckChangedAsync(now.Deck.Id, seat.Now.Revision);
        return new Carried(seat.Now);
    }

    private async Task<T> AtSeatAsync<T>(Guid id, Func<Seat, Task<T>> work, CancellationToken cancel)
    {
        if (_seats.Count > MostOpen)
            foreach (
                (Guid other, Seat idle) in _seats.Where(s => s.Key != id && s.Value.Turn.CurrentCount == 1).Take(10)
            )
                _seats.TryRemove(new(other, idle));
        Seat seat = _seats.GetOrAdd(id, _ => new Seat());
        await seat.Turn.WaitAsync(cancel);
        try
        {
            seat.Now ??= await store.LoadAsync(id, cancel);
            if (seat.Now is null)
                _seats.TryRemove(id, out _);
            return await work(seat);
        }
        finally
        {
            seat.Turn.Release();
        }
    }

    private sealed class Seat
    {
        public SemaphoreSlim Turn { get; } = new(1);
        public StoredDeck? Now { get; set; }
    }

    private sealed class Facts(PhotoStore photos) : IEditFacts
    {
        public PhotoFacts? Photo(string photoId) => photos.Facts(photoId);

        public Guid NewId() => Guid.CreateVersion7();
    }
}
