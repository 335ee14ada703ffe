using System.Text.Json;
using Jaali.Core.Decks;
using Jaali.Core.Rights;
using Microsoft.EntityFrameworkCore;

namespace Jaali.Store;

/// <summary>A deck at a revision.</summary>
public sealed record StoredDeck(Deck Deck, int Revision);

/// <summary>One line of the list of decks.</summary>
public sealed record DeckLine(Guid Id, string Title, int Points, int Slides, DateTimeOffset ChangedAt);

/// <summary>An edit to save.</summary>
/// <param name="Way">"do", "undo" or "redo".</param>
/// <param name="Command">What was asked.</param>
/// <param name="Edited">What came of it.</param>
public sealed record EditToSave(string Way, DeckCommand Command, Edited Edited);

/// <summary>Loads and saves decks. An edit and the state it leads to are saved in one transaction, only where the revision is still the expected one.</summary>
public sealed class DeckStore(IDbContextFactory<JaaliDb> databases, TimeProvider clock)
{
    /// <summary>All decks, the latest changed first.</summary>
    public async Task<IReadOnlyList<DeckLine>> ListAsync(CancellationToken cancel = default)
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        DeckRow[] rows = await db.Decks.AsNoTracking().ToArrayAsync(cancel);
        return
        [
            .. rows.OrderByDescending(d => d.ChangedAt)
                .Select(d => new DeckLine(
                    d.Id,
                    d.Title,
                    Read<Guid[]>(d.PointOrder).Length,
                    Read<Guid[]>(d.SlideOrder).Length,
                    d.ChangedAt
                )),
        ];
    }

    /// <summary>Saves a new deck at revision 0.</summary>
    public async Task CreateAsync(Deck deck, CancellationToken cancel = default)
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        var row = new DeckRow { Id = deck.Id };
        db.Decks.Add(row);
        Fill(row, deck, 0);
        db.Points.AddRange(deck.Points.Select(p => PointOf(deck.Id, p)));
        db.Slides.AddRange(deck.Slides.Select(s => SlideOf(deck.Id, s)));
        db.Placements.AddRange(deck.Slides.Where(s => s.Ground is not null).Select(s => PlacementOf(deck.Id, s)));
        await db.SaveChangesAsync(cancel);
    }

    /// <summary>Removes a deck and its history; its photos stay in the store.</summary>
    public async Task<bool> RemoveAsync(Guid id, CancellationToken cancel = default)
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        return await db.Decks.Where(d => d.Id == id).ExecuteDeleteAsync(cancel) > 0;
    }

    /// <summary>A deck, or null where there is none.</summary>
    public async Task<StoredDeck?> LoadAsync(Guid id, CancellationToken cancel = default)
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        if (await db.Decks.AsNoTracking().FirstOrDefaultAsync(d => d.Id == id, cancel) is not { } row)
            return null;
        Dictionary<Guid, PointRow> points = await db
            .Points.AsNoTracking()
            .Where(p => p.DeckId == id)
            .ToDictionaryAsync(p => p.Id, cancel);
        Dictionary<Guid, SlideRow> slides = await db
            .Slides.AsNoTracking()
            .Where(s => s.DeckId == id)
            .ToDictionaryAsync(s => s.Id, cancel);
        var deck = new Deck(
            id,
            row.Title,
            row.Speaker,
            Enum.Parse<Core.SlideShape>(row.Shape),
            row.SlotMinutes,
            Read<DeclaredUse>(row.Use),
            [.. Read<Guid[]>(row.PointOrder).Select(p => PointFrom(points[p]))],
            [.. Read<Guid[]>(row.SlideOrder).Select(s => SlideFrom(slides[s]))],
            row.Style.Length > 0 ? Read<CreditStyle>(row.Style) : CreditStyle.Usual
        );
        return new StoredDeck(deck, row.Revision);
    }

    /// <summary>Saves an edit as the revision after <paramref name="from"/>; false where the deck is no longer at it.</summary>
    public async Task<bool> SaveAsync(int from, EditToSave edit, CancellationToken cancel = default)
    {
        Deck deck = edit.Edited.Deck;
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        if (await db.Decks.FirstOrDefaultAsync(d => d.Id == deck.Id, cancel) is not { } row || row.Revision != from)
            return false;
        Fill(row, deck, from + 1);
        foreach (
            IGrouping<(string, Guid), string> part in edit
                .Edited.Touched.Where(t => t.Contains('/', StringComparison.Ordinal))
                .GroupBy(t => (t.Split('/')[0], Guid.Parse(t.Split('/')[1])))
        )
        {
            if (part.Key.Item1 == "point")
                await PutAsync(
                    db.Points,
                    deck.Point(part.Key.Item2) is { } p ? PointOf(deck.Id, p) : null,
                    [deck.Id, part.Key.Item2],
                    cancel
                );
            else
                await PutSlideAsync(db, deck, part.Key.Item2, cancel);
        }
        db.Commands.Add(
            new CommandRow
            {
                DeckId = deck.Id,
                Revision = from + 1,
                Way = edit.Way,
                Command = Write(edit.Command),
                Inverse = Write<DeckCommand>(edit.Edited.Inverse),
                Touched = Write(edit.Edited.Touched),
                At = clock.GetUtcNow(),
            }
        );
        await db.SaveChangesAsync(cancel);
        return true;
    }

    /// <summary>The parts touched after a revision.</summary>
    public async Task<IReadOnlySet<string>> TouchedSinceAsync(
        Guid deckId,
        int revision,
        CancellationToken cancel = default
    )
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        string[] rows = await db
            .Commands.AsNoTracking()
            .Where(c => c.DeckId == deckId && c.Revision > revision)
            .Select(c => c.Touched)
            .ToArrayAsync(cancel);
        return rows.SelectMany(Read<string[]>).ToHashSet();
    }

    /// <summary>What undo and redo would act on: the inverse to apply, or null where there is nothing.</summary>
    public async Task<(Restore? Undo, Restore? Redo)> ReachAsync(Guid deckId, CancellationToken cancel = default)
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        var log = await db
            .Commands.AsNoTracking()
            .Where(c => c.DeckId == deckId)
            .OrderBy(c => c.Revision)
            .Select(c => new { c.Revision, c.Way })
            .ToArrayAsync(cancel);
        Stack<int> done = new(),
            undone = new();
        foreach (var c in log)
        {
            switch (c.Way)
            {
                case "undo":
                    done.TryPop(out _);
                    undone.Push(c.Revision);
                    break;
                case "redo":
                    undone.TryPop(out _);
                    done.Push(c.Revision);
                    break;
                default:
                    done.Push(c.Revision);
                    undone.Clear();
                    break;
            }
        }
        return (await InverseAsync(done), await InverseAsync(undone));

        async Task<Restore?> InverseAsync(Stack<int> stack)
        {
            if (!stack.TryPeek(out int revision))
                return null;
            string inverse = await db
                .Commands.AsNoTracking()
                .Where(c => c.DeckId == deckId && c.Revision == revision)
                .Select(c => c.Inverse)
                .FirstAsync(cancel);
            return (Restore)Read<DeckCommand>(inverse);
        }
    }

    private void Fill(DeckRow row, Deck deck, int revision)
    {
        row.Title = deck.Title;
        row.Speaker = deck.Speaker;
        row.Shape = deck.Shape.ToString();
        row.SlotMinutes = deck.SlotMinutes;
        row.Use = Write(deck.Use);
        row.Style = Write(deck.Style);
        row.PointOrder = Write(deck.Points.Select(p => p.Id));
        row.SlideOrder = Write(deck.Slides.Select(s => s.Id));
        row.Revision = revision;
        row.ChangedAt = clock.GetUtcNow();
    }

    private static async Task PutSlideAsync(JaaliDb db, Deck deck, Guid id, CancellationToken cancel)
    {
        Slide? slide = deck.Slide(id);
        await PutAsync(db.Slides, slide is null ? null : SlideOf(deck.Id, slide), [deck.Id, id], cancel);
        PlacementRow[] old = await db
            .Placements.Where(p => p.DeckId == deck.Id && p.SlideId == id)
            .ToArrayAsync(cancel);
        PlacementRow? now = slide?.Ground is null ? null : PlacementOf(deck.Id, slide);
        foreach (PlacementRow gone in old.Where(o => o.ItemId != now?.ItemId))
            db.Placements.Remove(gone);
        if (now is null)
            return;
        if (old.FirstOrDefault(o => o.ItemId == now.ItemId) is { } same)
            same.PhotoId = now.PhotoId;
        else
            db.Placements.Add(now);
    }

    private static async Task PutAsync<T>(DbSet<T> set, T? row, object[] key, CancellationToken cancel)
        where T : class
    {
        T? old = await set.FindAsync(key, cancel);
        if (row is null)
        {
            if (old is not null)
                set.Remove(old);
        }
        else if (old is null)
            set.Add(row);
        else
            set.Entry(old).CurrentValues.SetValues(row);
    }

    private static PointRow PointOf(Guid deckId, Point p) =>
        new()
        {
            DeckId = deckId,
            Id = p.Id,
            Wording = p.Wording,
            Seconds = p.Seconds,
            Facts = Write(p.Facts),
            SearchWords = Write(p.SearchWords),
            Kept = Write(p.Kept),
        };

    private static Point PointFrom(PointRow r) =>
        new(
            r.Id,
            r.Wording,
            [.. Read<Fact[]>(r.Facts)],
            r.Seconds,
            [.. Read<string[]>(r.SearchWords)],
            [.. Read<string[]>(r.Kept)]
        );

    private static SlideRow SlideOf(Guid deckId, Slide s) =>
        new()
        {
            DeckId = deckId,
            Id = s.Id,
            Kind = s.Kind.ToString(),
            PointId = s.PointId,
            Seconds = s.Seconds,
            Notes = s.Notes,
            Items = Write(new Items(s.Ground, [.. s.Words])),
        };

    private static Slide SlideFrom(SlideRow r)
    {
        Items items = Read<Items>(r.Items);
        return new Slide(
            r.Id,
            Enum.Parse<SlideKind>(r.Kind),
            r.PointId,
            items.Ground,
            [.. items.Words],
            r.Notes,
            r.Seconds
        );
    }

    private static PlacementRow PlacementOf(Guid deckId, Slide s) =>
        new()
        {
            DeckId = deckId,
            SlideId = s.Id,
            ItemId = s.Ground!.Id,
            PhotoId = s.Ground.PhotoId,
        };

    private static string Write<T>(T value) => JsonSerializer.Serialize(value, DeckParts.Json);

    private static T Read<T>(string json) =>
        JsonSerializer.Deserialize<T>(json, DeckParts.Json)
        ?? throw new InvalidDataException("A row of the database is empty where it must not be.");

    private sealed record Items(Frame? Ground, Words[] Words);
}
