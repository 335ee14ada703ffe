using System.Collections.Immutable;
using System.Text.Json;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Legibility;
using Jaali.Core.Rights;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Jaali.Store;

/// <summary>A deck at a revision.</summary>
public sealed record StoredDeck(Deck Deck, int Revision);

/// <summary>One line of the list of decks.</summary>
public sealed record DeckLine(Guid Id, string Title, int Points, int Slides, DateTimeOffset ChangedAt);

/// <summary>An edit to save.</summary>
/// <param name="Way">Which way it goes.</param>
/// <param name="Author">Who makes it; empty where nobody says.</param>
/// <param name="Of">The revision that it takes back or does again.</param>
/// <param name="Command">What was asked.</param>
/// <param name="Edited">What came of it.</param>
/// <param name="IdempotencyKey">The client's mark of it, or empty.</param>
public sealed record EditToSave(
    EditDirection Way,
    string Author,
    int? Of,
    DeckCommand Command,
    Edited Edited,
    string IdempotencyKey = ""
)
{
    /// <summary>A command of nobody in particular.</summary>
    public static EditToSave Do(DeckCommand command, Edited edited) => new(EditDirection.Do, "", null, command, edited);
}

/// <summary>
/// Loads and saves decks. An edit and the state it leads to are saved in one transaction, only where the revision is
/// still the expected one, and only the rows of the parts it touched are written.
/// </summary>
public sealed class DeckStore(IDbContextFactory<JaaliDb> databases, TimeProvider clock) : IDisposable
{
    /// <summary>All decks, the latest changed first.</summary>
    public async Task<IReadOnlyList<DeckLine>> ListAsync(CancellationToken cancel = default)
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        await db.Database.OpenConnectionAsync(cancel);
        List<DeckRow> rows = new Rows<DeckRow>(db, (SqliteConnection)db.Database.GetDbConnection()).Select(new());
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
        DeckRows.Fill(row, deck, 0, clock.GetUtcNow());
        db.Points.AddRange(deck.Points.Select(p => DeckRows.Of(deck.Id, p)));
        if (deck.OwnOpening is { } opening)
            db.Points.Add(DeckRows.Of(deck.Id, opening));
        foreach (Slide slide in deck.Slides)
        {
            db.Slides.Add(DeckRows.Of(deck.Id, slide));
            db.Items.AddRange(slide.Items.Select(i => DeckRows.Of(deck.Id, slide.Id, i)));
            db.Placements.AddRange(slide.Items.SelectMany(i => DeckRows.PlacementsOf(deck.Id, slide.Id, i)));
        }
        await db.SaveChangesAsync(cancel);
    }

    /// <summary>Removes a deck and its history; its photos stay in the store.</summary>
    public async Task<bool> RemoveAsync(Guid id, CancellationToken cancel = default)
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        return await db.Decks.Where(d => d.Id == id).ExecuteDeleteAsync(cancel) > 0;
    }

    /// <summary>A deck, or null where there is none. What was written in an earlier format is upgraded.</summary>
    public async Task<StoredDeck?> LoadAsync(Guid id, CancellationToken cancel = default)
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        await db.Database.OpenConnectionAsync(cancel);
        var connection = (SqliteConnection)db.Database.GetDbConnection();
        // All of it as it was at one moment.
        await using SqliteTransaction moment = connection.BeginTransaction(deferred: true);
        if (Of(new DeckRow { Id = id }, nameof(DeckRow.Id)) is not [var row])
            return null;
        Dictionary<Guid, PointRow> points = Of(new PointRow { DeckId = id }, nameof(PointRow.DeckId))
            .ToDictionary(p => p.Id);
        Dictionary<Guid, SlideRow> slides = Of(new SlideRow { DeckId = id }, nameof(SlideRow.DeckId))
            .ToDictionary(s => s.Id);
        ILookup<Guid, ItemRow> items = Of(new ItemRow { DeckId = id }, nameof(ItemRow.DeckId)).ToLookup(i => i.SlideId);
        SlideShape shape =
            SlideShape.Read(row.Shape)
            ?? throw new InvalidDataException("A deck's slides have a shape that this version does not know.");
        var deck = new Deck(
            id,
            row.Title,
            row.Speaker,
            shape,
            row.SlotMinutes,
            Read<DeclaredUse>(row.Use),
            [.. Read<Guid[]>(row.PointOrder).Select(p => DeckRows.Point(points[p]))],
            [.. Read<Guid[]>(row.SlideOrder).Select(s => DeckRows.Slide(slides[s], items[s], shape.Bounds()))],
            row.Style.Length > 0 ? Read<CreditStyle>(row.Style) : CreditStyle.Usual
        )
        {
            Grid = row.Grid.Length > 0 ? Read<SlideGrid>(row.Grid) : SlideGrid.Usual,
            House = row.House.Length > 0 ? Read<HouseStyle>(row.House) : HouseStyles.Earlier,
            Room = row.Room.Length > 0 ? Read<Room>(row.Room) : Room.Usual,
            WordsPerMinute = row.WordsPerMinute,
            RunThroughs = row.RunThroughs.Length > 0 ? Read<ImmutableList<RunThrough>>(row.RunThroughs) : [],
            OwnOpening = points.TryGetValue(id, out PointRow? opening) ? DeckRows.Point(opening) : null,
        };
        return new StoredDeck(deck, row.Revision);

        List<T> Of<T>(T like, string column)
            where T : class
        {
            var rows = new Rows<T>(db, connection);
            rows.Join(moment);
            return rows.Select(like, column);
        }
    }

    /// <summary>Saves an edit as the revision after <paramref name="from"/>; false where the deck is no longer at
    /// it.</summary>
    public Task<bool> SaveAsync(int from, EditToSave edit, CancellationToken cancel = default) =>
        _writer.WriteAsync(from, edit, clock.GetUtcNow(), cancel);

    private readonly DeckWriter _writer = new(databases);

    /// <inheritdoc/>
    public void Dispose() => _writer.Dispose();

    /// <summary>True where an edit of this mark was saved after a revision.</summary>
    public async Task<bool> HasIdempotencyKeyAsync(
        Guid deckId,
        int after,
        string mark,
        CancellationToken cancel = default
    )
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        return await db
            .Commands.AsNoTracking()
            .AnyAsync(c => c.DeckId == deckId && c.Revision > after && c.IdempotencyKey == mark, cancel);
    }

    /// <summary>The parts touched after a revision.</summary>
    public async Task<IReadOnlySet<PartKey>> TouchedSinceAsync(
        Guid deckId,
        int revision,
        CancellationToken cancel = default
    ) => (await LogAsync(deckId, revision, int.MaxValue, cancel)).SelectMany(e => e.Touched).ToHashSet();

    /// <summary>The log of a deck after a revision and up to another, the oldest first.</summary>
    public async Task<IReadOnlyList<LoggedEdit>> LogAsync(
        Guid deckId,
        int after = 0,
        int upTo = int.MaxValue,
        CancellationToken cancel = default
    )
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        var rows = await db
            .Commands.AsNoTracking()
            .Where(c => c.DeckId == deckId && c.Revision > after && c.Revision <= upTo)
            .OrderBy(c => c.Revision)
            .Select(c => new
            {
                c.Revision,
                c.Way,
                c.Author,
                c.Of,
                c.Touched,
            })
            .ToArrayAsync(cancel);
        return
        [
            .. rows.Select(r => new LoggedEdit(
                r.Revision,
                DeckRows.Way(r.Way),
                r.Author,
                r.Of,
                [.. Read<string[]>(r.Touched).SelectMany(DeckRows.PartsOf)]
            )),
        ];
    }

    /// <summary>What takes an edit back, for the deck as it is now.</summary>
    public async Task<Restore> InverseAsync(Deck now, int revision, CancellationToken cancel = default)
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        var row = await db
            .Commands.AsNoTracking()
            .Where(c => c.DeckId == now.Id && c.Revision == revision)
            .Select(c => new { c.Inverse, c.Format })
            .FirstAsync(cancel);
        return (Restore)StoredCommands.Read(row.Inverse, row.Format, now);
    }

    /// <summary>What an edit did, in words; empty where it can no longer be read.</summary>
    public async Task<string> UndoLabelAsync(Deck now, int revision, CancellationToken cancel = default)
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        var row = await db
            .Commands.AsNoTracking()
            .Where(c => c.DeckId == now.Id && c.Revision == revision)
            .Select(c => new { c.Command, c.Format })
            .FirstOrDefaultAsync(cancel);
        try
        {
            return row is null ? "" : StoredCommands.Read(row.Command, row.Format, now).UndoLabel;
        }
        catch (JsonException)
        {
            return "";
        }
    }

    private static T Read<T>(string json) => DeckRows.Read<T>(json);
}
