using System.Data;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;

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
        var row = new DeckRow { Id = deck.Id };
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

    private static bool Write(Open open, DeckRow row, CommandRow command, int from, EditToSave edit)
    {
        Deck deck = edit.Edited.Deck;
        using SqliteTransaction transaction = open.Begin();
        // Only who is still at the revision goes on: the rest is written after this, or not at all.
        bool head = edit.Edited.Touched.Any(t => !t.IsOfSlide && t.Kind != PartKind.Point);
        if (open.Decks.Update(row, head ? null : [nameof(DeckRow.Revision), nameof(DeckRow.ChangedAt)], from) == 0)
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

    private interface IRows
    {
        void Join(SqliteTransaction transaction);
    }

    /// <summary>The statements of one table.</summary>
    private sealed class Rows<T> : IRows
        where T : class
    {
        private readonly SqliteConnection _connection;
        private readonly IProperty[] _columns,
            _key;
        private readonly StoreObjectIdentifier _table;
        private readonly Dictionary<string, (SqliteCommand Command, IProperty[] Of)> _prepared = [];
        private SqliteTransaction? _transaction;

        internal Rows(JaaliDb db, SqliteConnection connection)
        {
            _connection = connection;
            IEntityType type = db.Model.FindEntityType(typeof(T))!;
            _table = StoreObjectIdentifier.Create(type, StoreObjectType.Table)!.Value;
            _columns = [.. type.GetProperties()];
            _key = [.. type.FindPrimaryKey()!.Properties];
        }

        public void Join(SqliteTransaction transaction) => _transaction = transaction;

        /// <summary>Inserts a row, or puts it in the place of the one with its key.</summary>
        internal void Put(T row) =>
            Run(
                "put",
                row,
                _columns,
                () =>
                {
                    string[] others = [.. _columns.Except(_key).Select(c => $"{Name(c)}=excluded.{Name(c)}")];
                    return $"INSERT INTO \"{_table.Name}\" ({string.Join(',', _columns.Select(Name))}) "
                        + $"VALUES ({string.Join(',', _columns.Select((_, i) => "@p" + i))}) "
                        + $"ON CONFLICT ({string.Join(',', _key.Select(Name))}) DO "
                        + (others.Length > 0 ? "UPDATE SET " + string.Join(',', others) : "NOTHING");
                }
            );

        /// <summary>Changes the row with this key where it is at a revision; some columns, or all but the key.</summary>
        internal int Update(T row, string[]? columns, int revision)
        {
            IProperty[] set = [.. _columns.Except(_key).Where(c => columns?.Contains(c.Name) ?? true), .. _key];
            return Run(
                $"update {columns?.Length}",
                row,
                set,
                () =>
                    $"UPDATE \"{_table.Name}\" SET "
                    + string.Join(',', set.SkipLast(_key.Length).Select((c, i) => $"{Name(c)}=@p{i}"))
                    + $" WHERE {Where(set, _key)} AND \"Revision\"=@revision",
                revision
            );
        }

        /// <summary>Removes the row with this key.</summary>
        internal void Remove(T row) =>
            Run("remove", row, _key, () => $"DELETE FROM \"{_table.Name}\" WHERE {Where(_key, _key)}");

        /// <summary>Removes the rows that agree in some columns.</summary>
        internal void RemoveAll(T row, params string[] columns)
        {
            IProperty[] of = [.. _columns.Where(c => columns.Contains(c.Name))];
            Run("remove all", row, of, () => $"DELETE FROM \"{_table.Name}\" WHERE {Where(of, of)}");
        }

        private string Where(IProperty[] parameters, IProperty[] columns) =>
            string.Join(" AND ", columns.Select(c => $"{Name(c)}=@p{Array.IndexOf(parameters, c)}"));

        private string Name(IProperty column) => $"\"{column.GetColumnName(_table)}\"";

        private int Run(string name, T row, IProperty[] of, Func<string> text, int? revision = null)
        {
            if (!_prepared.TryGetValue(name, out var made))
            {
                SqliteCommand command = _connection.CreateCommand();
                // Its text is made of names that the model has; values come as parameters.
#pragma warning disable CA2100
                command.CommandText = text();
#pragma warning restore CA2100
                for (int i = 0; i < of.Length; i++)
                    command.Parameters.Add(new SqliteParameter { ParameterName = "@p" + i });
                if (revision is not null)
                    command.Parameters.Add(new SqliteParameter { ParameterName = "@revision" });
                _prepared[name] = made = (command, of);
            }
            for (int i = 0; i < of.Length; i++)
                made.Command.Parameters[i].Value = Value(made.Of[i], row);
            if (revision is { } at)
                made.Command.Parameters[of.Length].Value = at;
            made.Command.Transaction = _transaction;
            return made.Command.ExecuteNonQuery();
        }

        private static object Value(IProperty column, T row)
        {
            object? value = column.PropertyInfo!.GetValue(row);
            return (column.GetTypeMapping().Converter is { } converter ? converter.ConvertToProvider(value) : value)
                ?? DBNull.Value;
        }
    }
}
