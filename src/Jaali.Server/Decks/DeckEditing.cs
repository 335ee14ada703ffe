using System.Collections.Concurrent;
using Jaali.Core;
using Jaali.Core.Composing;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Layout;
using Jaali.Core.Photos;
using Jaali.Store;

namespace Jaali.Server.Decks;

/// <summary>What came of an edit at the desk.</summary>
public abstract record EditResult;

/// <summary>It was carried out and is on the disk.</summary>
/// <param name="Now">The deck after it.</param>
/// <param name="UndoLabel">What was taken back or done again, in words; empty for a new edit.</param>
/// <param name="Note">What went with it without being asked for, in a sentence; empty for nothing.</param>
public sealed record EditSaved(StoredDeck Now, string UndoLabel = "", string Note = "") : EditResult;

/// <summary>It was refused.</summary>
public sealed record EditRefused(Refusal Reason) : EditResult;

/// <summary>Someone else changed the same thing since; here is the newest state.</summary>
public sealed record EditStale(StoredDeck Now) : EditResult;

/// <summary>There is no such deck.</summary>
public sealed record DeckNotFound : EditResult;

/// <summary>Where edits are carried out, one at a time for each deck: apply, save command and state, tell the
/// others.</summary>
public sealed class DeckEditing(DeckStore store, PhotoStore photos, DeckPatches patches, LiveMessages live)
    : IDecksKnown
{
    private readonly ConcurrentDictionary<Guid, DeckSession> _seats = new();

    /// <summary>A deck as it is now, or null.</summary>
    public async Task<StoredDeck?> OpenAsync(Guid id, CancellationToken cancel = default)
    {
        if (_seats.TryGetValue(id, out DeckSession? seat) && seat.Now is { } now)
            return now;
        return await InSessionAsync(id, s => Task.FromResult(s.Now), cancel);
    }

    /// <inheritdoc/>
    public async Task<bool> KnowsAsync(Guid deckId, CancellationToken cancel = default) =>
        await OpenAsync(deckId, cancel) is not null;

    /// <summary>A deck as it was at a revision, while that is remembered; null after that.</summary>
    public StoredDeck? At(Guid id, int revision) =>
        _seats.TryGetValue(id, out DeckSession? seat) && seat.Past.TryGetValue(revision, out StoredDeck? deck)
            ? deck
            : null;

    /// <summary>The patch from a revision to now, or the whole deck where the revision is no longer
    /// remembered.</summary>
    public DeckPatch PatchSince(StoredDeck now, int? since, string? records) =>
        since is { } from && (records is null || records == patches.Records)
            // Who has the newest already lacks nothing.
            ? patches.Between(from == now.Revision ? now : At(now.Deck.Id, from), now)
            : patches.Whole(now);

    /// <summary>Carries out a command made on a revision; on null, on whatever is newest.</summary>
    public Task<EditResult> ApplyAsync(
        Guid id,
        int? made,
        DeckCommand command,
        Sender? sender = null,
        CancellationToken cancel = default
    )
    {
        sender ??= Sender.Nobody;
        return InSessionAsync<EditResult>(
            id,
            async seat =>
            {
                if (seat.Now is not { } now)
                    return new DeckNotFound();
                if (made > now.Revision || made < 0)
                    return new EditStale(now);
                if (await WasAppliedAsync(now, made, sender.Edit, cancel))
                    return new EditSaved(now);
                EditOutcome outcome = DeckEditor.Apply(now.Deck, command, Facts);
                // What was made on an older state merges when it touches other parts; what is gone by now, or was
                // changed too, is stale.
                bool behind = made < now.Revision;
                if (outcome is Rejected no)
                    return behind ? new EditStale(now) : new EditRefused(no.Reason);
                var edited = (Edited)outcome;
                if (behind && (await store.TouchedSinceAsync(id, made!.Value, cancel)).Overlaps(edited.Touched))
                    return new EditStale(now);
                return await SaveAsync(
                    seat,
                    now,
                    new(EditDirection.Do, sender.Author, null, command, edited, sender.Edit),
                    sender.Listener,
                    cancel
                );
            },
            cancel
        );
    }

    /// <summary>Takes back the newest edit of a person, or does again what they took back.</summary>
    public Task<EditResult> StepAsync(
        Guid id,
        bool redo,
        int? made,
        Sender? sender = null,
        CancellationToken cancel = default
    )
    {
        sender ??= Sender.Nobody;
        return InSessionAsync<EditResult>(
            id,
            async seat =>
            {
                if (seat.Now is not { } now)
                    return new DeckNotFound();
                if (await WasAppliedAsync(now, made, sender.Edit, cancel))
                    return new EditSaved(now);
                History history = seat.History ??= await LongerAsync(id, new History([], now.Revision), cancel);
                HistoryStep step = redo ? history.Redo(sender.Author) : history.Undo(sender.Author);
                // Nearly always it is among the latest; the log is read back only as far as it has to be.
                while (step is { Revision: null, Refusal.Code: not History.Conflict } && history.After > 0)
                {
                    seat.History = history = await LongerAsync(id, history, cancel);
                    step = redo ? history.Redo(sender.Author) : history.Undo(sender.Author);
                }
                if (step.Revision is not { } of)
                    return new EditRefused(step.Refusal!);
                // What was done lately is still at hand.
                Restore restore = seat.Done(of)?.Inverse ?? await store.InverseAsync(now.Deck, of, cancel);
                EditOutcome outcome = DeckEditor.Apply(now.Deck, restore, Facts);
                EditDirection way = redo ? EditDirection.Redo : EditDirection.Undo;
                if (outcome is Rejected no)
                    return new EditRefused(no.Reason);
                int? origin;
                while ((origin = history.Origin(of)) is null)
                    seat.History = history = await LongerAsync(id, history, cancel);
                string label =
                    seat.Done(origin.Value)?.UndoLabel ?? await store.UndoLabelAsync(now.Deck, origin.Value, cancel);
                EditResult done = await SaveAsync(
                    seat,
                    now,
                    new(way, sender.Author, of, restore, (Edited)outcome, sender.Edit),
                    sender.Listener,
                    cancel
                );
                return done is EditSaved carried ? carried with { UndoLabel = label } : done;
            },
            cancel
        );
    }

    // With a block of older edits; with all of them where the newer ones do not say what they took back.
    private async Task<History> LongerAsync(Guid id, History history, CancellationToken cancel)
    {
        int after = Math.Max(0, history.After - Limits.Retention.Edits);
        History longer = history.With(await store.LogAsync(id, after, history.After, cancel), after);
        return longer.NeedsAll ? longer.With(await store.LogAsync(id, 0, after, cancel), 0) : longer;
    }

    /// <summary>Proposals for the photos of a slide, each as the slide would look; the deck is not changed. Those in
    /// which its words trip are left out while there are others.</summary>
    public IReadOnlyList<ProposalView> Proposals(Deck deck, Slide slide, SceneCache scenes)
    {
        ProposalView[] all =
        [
            .. Arrangements
                .For(deck, slide, Facts)
                .Select(a =>
                    (
                        Arrangement: a,
                        Edited: DeckEditor.Apply(deck, new ArrangeItems(slide.Id, [.. a.Places], a.Form), Facts)
                            as Edited
                    )
                )
                .Where(p => p.Edited is not null)
                .Select(p => new ProposalView(
                    p.Arrangement.Form,
                    p.Arrangement.Places,
                    p.Arrangement.GivesUp,
                    SceneBuilder.Build(p.Edited!.Deck, p.Edited.Deck.Slide(slide.Id)!, scenes)[0]
                )),
        ];
        ProposalView[] clear = [.. all.Where(p => !p.Scene.Parts.Any(w => w.Trips))];
        return clear.Length > 0 ? clear : all;
    }

    /// <summary>Forgets a removed deck.</summary>
    public void Close(Guid id) => _seats.TryRemove(id, out _);

    // The answer to an edit may be lost on its way; who sends it again with the same mark is told of the first.
    private async Task<bool> WasAppliedAsync(StoredDeck now, int? made, string mark, CancellationToken cancel) =>
        mark.Length > 0
        && made is { } from
        && from < now.Revision
        && await store.HasIdempotencyKeyAsync(now.Deck.Id, from, mark, cancel);

    private async Task<EditResult> SaveAsync(
        DeckSession seat,
        StoredDeck now,
        EditToSave edit,
        string listener,
        CancellationToken cancel
    )
    {
        // An edit that changes nothing is none; one that is taken back or done again is counted all the same, so that
        // it is not met again.
        if (edit.Edited.Touched.Count == 0 && edit.Way == EditDirection.Do)
            return new EditSaved(now);
        if (!await store.SaveAsync(now.Revision, edit, cancel))
        {
            (seat.Now, seat.History) = (await store.LoadAsync(now.Deck.Id, cancel), null);
            seat.Forget();
            return seat.Now is { } newest ? new EditStale(newest) : new DeckNotFound();
        }
        var then = new StoredDeck(edit.Edited.Deck, now.Revision + 1);
        seat.Remember(now, new(edit.Edited.Inverse, edit.Command.UndoLabel));
        seat.Now = then;
        seat.History?.Add(new(then.Revision, edit.Way, edit.Author, edit.Of, edit.Edited.Touched));
        await live.DeckChangedAsync(now.Deck.Id, patches.Between(now, then), listener);
        string note =
            edit.Way != EditDirection.Do
                ? ""
                : string.Join(
                    ' ',
                    ((string[])[edit.Command.Note(now.Deck, then.Deck), LiveCues.Gone(now.Deck, then.Deck)]).Where(n =>
                        n.Length > 0
                    )
                );
        return new EditSaved(then, Note: note);
    }

    private async Task<T> InSessionAsync<T>(Guid id, Func<DeckSession, Task<T>> work, CancellationToken cancel)
    {
        if (_seats.Count > Limits.Retention.Decks)
            foreach (
                (Guid other, DeckSession idle) in _seats
                    .Where(s => s.Key != id && s.Value.Lock.CurrentCount == 1)
                    .Take(10)
            )
                _seats.TryRemove(new(other, idle));
        DeckSession seat = _seats.GetOrAdd(id, _ => new DeckSession());
        await seat.Lock.WaitAsync(cancel);
        try
        {
            if (seat.Now is null && (seat.Now = await store.LoadAsync(id, cancel)) is { } loaded)
                photos.Know(DeckViews.PhotoIdsOf(loaded.Deck));
            if (seat.Now is null)
                _seats.TryRemove(id, out _);
            return await work(seat);
        }
        finally
        {
            seat.Lock.Release();
        }
    }

    /// <summary>What edits need to know of photos.</summary>
    public IEditFacts Facts { get; } = new StoredFacts(photos);

    /// <summary>What a command would do to a deck; nothing is kept.</summary>
    public EditOutcome Try(Deck deck, DeckCommand command) => DeckEditor.Apply(deck, command, Facts);

    private sealed class DeckSession
    {
        public SemaphoreSlim Lock { get; } = new(1);
        public StoredDeck? Now { get; set; }
        public History? History { get; set; }

        // Earlier revisions share nearly everything with the newest, so that many can be kept.
        public ConcurrentDictionary<int, StoredDeck> Past { get; } = new();

        // What takes the latest edits back and what they did, by the revision that they led to.
        private readonly Dictionary<int, DoneEdit> _done = [];

        public void Forget() => _done.Clear();

        public DoneEdit? Done(int revision) => _done.GetValueOrDefault(revision);

        public void Remember(StoredDeck was, DoneEdit edit)
        {
            Past[was.Revision] = was;
            Past.TryRemove(was.Revision - Limits.Retention.Past, out _);
            _done[was.Revision + 1] = edit;
            _done.Remove(was.Revision + 1 - Limits.Retention.Edits);
        }
    }

    private sealed record DoneEdit(Restore Inverse, string UndoLabel);

    private sealed class StoredFacts(PhotoStore photos) : IEditFacts
    {
        public PhotoFacts? Photo(string photoId) => photos.Facts(photoId);

        public Guid NewId() => Guid.CreateVersion7();
    }
}
