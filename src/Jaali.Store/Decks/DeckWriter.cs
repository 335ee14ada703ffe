using Jaali.Core.Decks;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Jaali.Store;

/// <summary>
/// Writes edits on one connection with statements that are prepared once: one transaction, which is flushed to the disk
/// when it is committed. What the rows and columns are called, and how values are stored, is read off the model.
/// </summary>
internal sealed class DeckWriter(IDbContextFactory<JaaliDb> databases) : IDisposable
{
    private readonly SemaphoreSlim _turn = new(1);
    private Open? _open;

    /// <summary>Writes an edit as the revision after <paramref name="from"/>; false where the deck is no longer at
    /// it.</summary>
    internal async Task<bool> WriteAsync(int from, EditToSave edit, DateTimeOffset now, CancellationToken cancel)
    {
        // What it writes is made before its turn.
        Deck deck = edit.Edited.Deck;
        var row = new DeckRow
        {
            Id = deck.Id,
            Revision = from + 1,
            ChangedAt = now,
        };
        if (OfHead(edit))
            DeckRows.Fill(row, deck, from + 1, now);
        CommandRow command = DeckRows.Of(deck.Id, from + 1, edit, now);
        await _turn.WaitAsync(cancel);
        try
        {
            _open ??= new Open(databases.CreateDbContext());
            return Write(_open, row, command, from, edit);
        }
        catch
        {
            // Whatever it was, the next edit begins with a connection of its own.
            _open?.Dispose();
            _open = null;
            throw;
        }
        finally
        {
            _turn.Release();
        }
    }

    // Whether it touched what is kept in the deck's own row.
    private static bool OfHead(EditToSave edit) =>
        edit.Edited.Touched.Any(t => !t.IsOfSlide && t.Kind != PartKind.Point);

    private static bool Write(Open open, DeckRow row, CommandRow command, int from, EditToSave edit)
    {
        Deck deck = edit.Edited.Deck;
        using SqliteTransaction transaction = open.Begin();
        // Only who is still at the revision goes on: the rest is written after this, or not at all.
        if (
            open.Decks.Update(row, OfHead(edit) ? null : [nameof(DeckRow.Revision), nameof(DeckRow.ChangedAt)], from)
            == 0
        )
            return false;
        foreach (IGrouping<Guid, PartKey> slide in edit.Edited.Touched.Where(t => t.IsOfSlide).GroupBy(t => t.Of))
            Slide(open, deck, slide.Key, [.. slide]);
        foreach (PartKey point in edit.Edited.Touched.Where(t => t.Kind == PartKind.Point))
            if ((point.Of == deck.Id ? deck.OwnOpening : deck.Point(point.Of)) is { } p)
                open.Points.Put(DeckRows.Of(deck.Id, p));
            else
                open.Points.Remove(new PointRow { DeckId = deck.Id, Id = point.Of });
        open.Commands.Put(command);
        transaction.Commit();
        return true;
    }

    private static void Slide(Open open, Deck deck, Guid id, IReadOnlyList<PartKey> touched)
    {
        Slide? slide = deck.Slide(id);
        if (slide is null)
        {
            // The rows of its items go with it.
            open.Slides.Remove(new SlideRow { DeckId = deck.Id, Id = id });
            return;
        }
        if (touched.Any(t => t.Kind != PartKind.SlideItem))
            open.Slides.Put(DeckRows.Of(deck.Id, slide));
        foreach (PartKey part in touched.Where(t => t.Kind == PartKind.SlideItem))
        {
            open.Placements.RemoveAll(
                new PlacementRow
                {
                    DeckId = deck.Id,
                    SlideId = id,
                    ItemId = part.ItemId,
                },
                nameof(PlacementRow.DeckId),
                nameof(PlacementRow.SlideId),
                nameof(PlacementRow.ItemId)
            );
            if (slide.Item(part.ItemId) is not { } item)
            {
                open.Items.Remove(
                    new ItemRow
                    {
                        DeckId = deck.Id,
                        SlideId = id,
                        Id = part.ItemId,
                    }
                );
                continue;
            }
            open.Items.Put(DeckRows.Of(deck.Id, id, item));
            foreach (PlacementRow placement in DeckRows.PlacementsOf(deck.Id, id, item))
                open.Placements.Put(placement);
        }
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        _open?.Dispose();
        _turn.Dispose();
    }

    private sealed class Open : IDisposable
    {
        private readonly JaaliDb _db;
        private readonly SqliteConnection _connection;

        internal Open(JaaliDb db)
        {
            _db = db;
            _db.Database.OpenConnection();
            _connection = (SqliteConnection)_db.Database.GetDbConnection();
            (Decks, Points, Slides) = (new(db, _connection), new(db, _connection), new(db, _connection));
            (Items, Placements, Commands) = (new(db, _connection), new(db, _connection), new(db, _connection));
        }

        internal Rows<DeckRow> Decks { get; }
        internal Rows<PointRow> Points { get; }
        internal Rows<SlideRow> Slides { get; }
        internal Rows<ItemRow> Items { get; }
        internal Rows<PlacementRow> Placements { get; }
        internal Rows<CommandRow> Commands { get; }

        // It is to be written to from the start: two that begin by reading could each wait for the other.
        internal SqliteTransaction Begin()
        {
            SqliteTransaction transaction = _connection.BeginTransaction(deferred: false);
            foreach (IRows rows in (IRows[])[Decks, Points, Slides, Items, Placements, Commands])
                rows.Join(transaction);
            return transaction;
        }

        public void Dispose() => _db.Dispose();
    }
}
