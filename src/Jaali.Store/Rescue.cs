using System.Globalization;
using System.Text;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Jaali.Store;

/// <summary>
/// Brings what can be read of a damaged database over into a new one. A copy is set aside before anything is touched;
/// rows
/// are read from both ends of each table, so that one torn page costs what is on it; what is missing then is looked for
/// in
/// the newest daily copy.
/// </summary>
internal static class Rescue
{
    // What cannot be had again. What was found by searches is found again; long work is asked for again.
    private static readonly string[] Tables = [.. EarlierSchema.Tables.Except(["Found", "Jobs"])];

    private static readonly string[] OfDecks = ["Decks", "Points", "Slides", "Items", "Placements", "Commands"];

    /// <summary>What SQLite says of a database's integrity (PRAGMA integrity_check, in its quick form); null where it
    /// is
    /// whole.</summary>
    internal static string? Fault(string file)
    {
        try
        {
            using var db = new SqliteConnection($"Data Source={file};Pooling=False");
            db.Open();
            using SqliteCommand check = db.CreateCommand();
            check.CommandText = "PRAGMA quick_check(1)";
            return check.ExecuteScalar() as string is { } said and not "ok" ? said : null;
        }
        catch (SqliteException e) when (e.SqliteErrorCode is 11 or 26)
        {
            return e.Message;
        }
    }

    /// <summary>Sets the database of a folder aside and puts a new one in its place with all that can be
    /// read.</summary>
    /// <param name="folder">The data folder.</param>
    /// <param name="copy">The newest daily copy, or null.</param>
    /// <param name="fault">What is wrong.</param>
    /// <returns>What was brought over, for a person; null where nothing could be, and nothing was touched but for the
    /// copy
    /// that was set aside.</returns>
    internal static string? BringOver(string folder, string? copy, string fault)
    {
        string stamp = DateTime.UtcNow.ToString("yyyyMMdd-HHmmss", CultureInfo.InvariantCulture),
            file = Path.Combine(folder, "jaali.db"),
            apart = Path.Combine(folder, "damaged"),
            aside = Path.Combine(apart, $"jaali-{stamp}.db"),
            work = Path.Combine(apart, "work.db"),
            made = Path.Combine(apart, "made");
        Directory.CreateDirectory(apart);
        foreach (string part in (string[])["", "-wal", "-shm"])
        {
            File.Delete(work + part);
            if (!File.Exists(file + part))
                continue;
            File.Copy(file + part, aside + part, overwrite: true);
            File.Copy(file + part, work + part, overwrite: true);
        }
        try
        {
            if (Directory.Exists(made))
                Directory.Delete(made, recursive: true);
            Directory.CreateDirectory(made);
            using (var db = new JaaliDb(JaaliDb.Options(made)))
                db.Database.Migrate();
            HashSet<string> torn = [];
            using (var to = new SqliteConnection($"Data Source={Path.Combine(made, "jaali.db")};Pooling=False"))
            {
                to.Open();
                Do(to, "PRAGMA foreign_keys=OFF");
                foreach (string table in Tables)
                    if (!CopyRows(work, to, table, null))
                        torn.Add(table);
                if (copy is not null)
                    foreach (string table in (string[])["Photos", "Rights", "Evidence", "Collections"])
                        CopyRows(copy, to, table, null);
            }
            string said = Settle(made, copy, torn);
            SqliteConnection.ClearAllPools();
            if (said.Length == 0)
                return null;
            foreach (string part in (string[])["-wal", "-shm"])
                File.Delete(file + part);
            File.Move(Path.Combine(made, "jaali.db"), file, overwrite: true);
            string told =
                $"The database in {folder} was damaged ({fault.Trim('.')}). It was set aside as {aside}. {said}";
            File.WriteAllText(Path.Combine(apart, $"jaali-{stamp}.txt"), told + Environment.NewLine);
            return told;
        }
        finally
        {
            SqliteConnection.ClearAllPools();
            foreach (string part in (string[])["", "-wal", "-shm"])
                File.Delete(work + part);
            if (Directory.Exists(made))
                Directory.Delete(made, recursive: true);
        }
    }

    // Which talks came over, and from where those that did not.
    private static string Settle(string made, string? copy, HashSet<string> torn)
    {
        var databases = new One(made);
        var store = new DeckStore(databases, TimeProvider.System);
        List<string> whole = [],
            doubtful = [],
            copied = [],
            lost = [];
        string day = copy is null ? "" : Path.GetFileNameWithoutExtension(copy)["jaali-".Length..];
        using SqliteConnection? from = copy is null ? null : new SqliteConnection($"Data Source={copy};Pooling=False");
        from?.Open();
        Dictionary<Guid, (string Title, int Revision)> there = Decks(made),
            before = from is null ? [] : Decks(Path.GetDirectoryName(copy!)!, Path.GetFileName(copy!));
        bool decksTorn = torn.Overlaps(OfDecks);
        foreach (Guid id in there.Keys.Union(before.Keys))
        {
            bool had = there.TryGetValue(id, out var now),
                has = before.TryGetValue(id, out var then);
            string title = had ? now.Title : then.Title;
            title = title.Length > 0 ? title : "Untitled";
            bool loads = had && Loads(store, id);
            if (loads && !decksTorn)
                whole.Add(title);
            else if (has && (!loads || then.Revision == now.Revision) && FromCopy(made, copy!, id) && Loads(store, id))
                (loads || had && then.Revision == now.Revision ? whole : copied).Add(title);
            else if (loads)
                doubtful.Add(title);
            else
            {
                Remove(made, id);
                // A talk of the copy alone was removed since, unless its row was on a torn page.
                if (had || torn.Contains("Decks"))
                    lost.Add(title);
            }
        }
        Prune(made);
        if (whole.Count + doubtful.Count + copied.Count == 0)
            return "";
        var told = new StringBuilder();
        Tell("Brought over whole: ", whole);
        Tell($"Read from the copy of {day}, with what was changed since lost: ", copied);
        Tell("Brought over, but parts of them may be missing: ", doubtful);
        Tell("Not readable: ", lost);
        return told.ToString().Trim();

        void Tell(string head, List<string> titles)
        {
            if (titles.Count > 0)
                told.Append(head)
                    .AppendJoin(", ", titles.Order(StringComparer.Ordinal).Select(t => $"“{t}”"))
                    .Append(". ");
        }
    }

    private static bool Loads(DeckStore store, Guid id)
    {
        try
        {
            return store.LoadAsync(id).GetAwaiter().GetResult() is not null;
        }
        catch (Exception e)
            when (e
                    is SqliteException
                        or KeyNotFoundException
                        or System.Text.Json.JsonException
                        or ArgumentException
                        or FormatException
                        or InvalidOperationException
                        or InvalidDataException
                        or NotSupportedException
            )
        {
            return false;
        }
    }

    private static Dictionary<Guid, (string Title, int Revision)> Decks(string folder, string name = "jaali.db")
    {
        Dictionary<Guid, (string, int)> found = [];
        try
        {
            using var db = new SqliteConnection($"Data Source={Path.Combine(folder, name)};Pooling=False");
            db.Open();
            using SqliteCommand read = db.CreateCommand();
            read.CommandText = "SELECT Id, Title, Revision FROM Decks";
            using SqliteDataReader rows = read.ExecuteReader();
            while (rows.Read())
                if (Guid.TryParse(rows.GetString(0), out Guid id))
                    found[id] = (rows.GetString(1), rows.GetInt32(2));
        }
        catch (Exception e) when (e is SqliteException or InvalidCastException or FormatException)
        {
            // What was read until then is what there is.
        }
        return found;
    }

    // The talk as the copy has it, in place of what was readable of it. Only from a copy of the newest version: an
    // older
    // one is brought to it in a place of its own first.
    private static bool FromCopy(string made, string copy, Guid id)
    {
        string newest = Path.Combine(Path.GetDirectoryName(copy)!, "rescue");
        try
        {
            if (Directory.Exists(newest))
                Directory.Delete(newest, recursive: true);
            Directory.CreateDirectory(newest);
            File.Copy(copy, Path.Combine(newest, "jaali.db"));
            if (EarlierSchema.Is(SchemaVersion.Of(Path.Combine(newest, "jaali.db"))))
                EarlierSchema.Upgrade(newest);
            Remove(made, id);
            using var to = new SqliteConnection($"Data Source={Path.Combine(made, "jaali.db")};Pooling=False");
            to.Open();
            Do(to, "PRAGMA foreign_keys=OFF");
            bool done = true;
            foreach (string table in OfDecks)
                done &= CopyRows(Path.Combine(newest, "jaali.db"), to, table, id);
            return done;
        }
        catch (SqliteException)
        {
            return false;
        }
        finally
        {
            SqliteConnection.ClearAllPools();
            if (Directory.Exists(newest))
                Directory.Delete(newest, recursive: true);
        }
    }

    private static void Remove(string made, Guid id)
    {
        using var db = new SqliteConnection($"Data Source={Path.Combine(made, "jaali.db")};Pooling=False");
        db.Open();
        Do(db, "PRAGMA foreign_keys=OFF");
        foreach (string table in OfDecks)
            Do(
                db,
                $"DELETE FROM {table} WHERE {(table == "Decks" ? "Id" : "DeckId")} = "
                    + $"'{id.ToString().ToUpperInvariant()}'"
            );
    }

    // Rows that belong to what was not readable.
    private static void Prune(string made)
    {
        using var db = new SqliteConnection($"Data Source={Path.Combine(made, "jaali.db")};Pooling=False");
        db.Open();
        Do(db, "PRAGMA foreign_keys=OFF");
        List<(string Table, long Row)> orphans = [];
        using (SqliteCommand check = db.CreateCommand())
        {
            check.CommandText = "PRAGMA foreign_key_check";
            using SqliteDataReader rows = check.ExecuteReader();
            while (rows.Read())
                orphans.Add((rows.GetString(0), rows.GetInt64(1)));
        }
        foreach ((string table, long row) in orphans)
            Do(db, $"DELETE FROM \"{table}\" WHERE rowid = {row.ToString(CultureInfo.InvariantCulture)}");
    }

    // True where the table was read from end to end.
    private static bool CopyRows(string from, SqliteConnection to, string table, Guid? deck)
    {
        string where = deck is { } id
            ? $" WHERE {(table == "Decks" ? "Id" : "DeckId")} = '{id.ToString().ToUpperInvariant()}'"
            : "";
        foreach (string order in (string[])["", " ORDER BY rowid DESC"])
            try
            {
                bool whole = EarlierSchema.CopyRows(from, to, table, where + order);
                if (order.Length == 0)
                    return whole;
            }
            catch (Exception e)
                when (e
                        is SqliteException
                            or InvalidOperationException
                            or InvalidCastException
                            or System.Text.Json.JsonException
                            or ArgumentException
                )
            {
                // What was read until then is kept; the rest is looked for from the other end.
            }
        return false;
    }

    private static void Do(SqliteConnection db, string sql)
    {
        using SqliteCommand command = db.CreateCommand();
        command.CommandText = sql;
        command.ExecuteNonQuery();
    }

    private sealed class One(string folder) : IDbContextFactory<JaaliDb>
    {
        public JaaliDb CreateDbContext() => new(JaaliDb.Options(folder));
    }
}
