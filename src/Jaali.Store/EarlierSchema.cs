using System.Globalization;
using System.Text.Json.Nodes;
using Jaali.Core.Editing;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Jaali.Store;

/// <summary>
/// Databases of formats 1 to 3, which had one schema after another under other names: their rows are copied into a new
/// database of today's schema. What stands in a row beside a format number, items and commands, is copied as it is and
/// upgraded when it is read.
/// </summary>
internal static class EarlierSchema
{
    /// <summary>The first migration of today's schema; what comes before it is of an earlier format.</summary>
    internal const string First = "20261130062546_Initial";

    // By table: columns that have another name now.
    private static readonly Dictionary<(string Table, string Column), string> Renamed = new()
    {
        [("Decks", "Runs")] = "RunThroughs",
        [("Points", "Kept")] = "Shortlist",
        [("Slides", "Coming")] = "Transition",
        [("Slides", "Arranged")] = "Arrangement",
        [("Commands", "Mark")] = "IdempotencyKey",
        [("Found", "Look")] = "Metrics",
        [("Houses", "House")] = "Style",
    };

    // What rows say in columns that a format did not have yet.
    private static readonly Dictionary<(string Table, string Column), object> Unsaid = new()
    {
        [("Decks", "WordsPerMinute")] = 130.0,
        [("Commands", "Format")] = 1,
        [("Rights", "Version")] = 0,
    };

    /// <summary>The tables, each after those that it refers to.</summary>
    internal static readonly string[] Tables =
    [
        "Decks",
        "Points",
        "Slides",
        "Items",
        "Photos",
        "Rights",
        "Evidence",
        "Placements",
        "Commands",
        "Collections",
        "Searches",
        "Found",
        "Jobs",
        "Fonts",
        "HouseStyles",
    ];

    /// <summary>True for the newest migration of a database of an earlier format.</summary>
    internal static bool Is(string? migration) => string.CompareOrdinal(migration, First) < 0 && migration is not null;

    /// <summary>Brings the database of a folder to today's schema; it is put in place of the old one when all of it is
    /// there.</summary>
    /// <exception cref="SqliteException">It cannot be read or written; the old one is as it was.</exception>
    internal static void Upgrade(string folder)
    {
        string file = Path.Combine(folder, "jaali.db"),
            made = Path.Combine(folder, "upgrade");
        if (Directory.Exists(made))
            Directory.Delete(made, recursive: true);
        Directory.CreateDirectory(made);
        try
        {
            using (var db = new JaaliDb(JaaliDb.Options(made)))
                db.Database.Migrate();
            // What was migrated is held in a pool, and nobody else may be there when the log is put away.
            SqliteConnection.ClearAllPools();
            using (var to = Open(Path.Combine(made, "jaali.db")))
            {
                Run(to, "PRAGMA foreign_keys=OFF");
                foreach (string table in Tables)
                    CopyRows(file, to, table, "");
                Run(to, "PRAGMA journal_mode=DELETE");
            }
            // Nothing of the old one may lie in a log beside the new one.
            SqliteConnection.ClearAllPools();
            using (var old = Open(file))
                Run(old, "PRAGMA journal_mode=DELETE");
            SqliteConnection.ClearAllPools();
            File.Move(Path.Combine(made, "jaali.db"), file, overwrite: true);
        }
        finally
        {
            SqliteConnection.ClearAllPools();
            Directory.Delete(made, recursive: true);
        }
    }

    /// <summary>Copies rows of a table, whatever schema they have, into one of today's.</summary>
    /// <param name="from">The file to read.</param>
    /// <param name="to">An open database of today's schema.</param>
    /// <param name="table">The table, by its name of today.</param>
    /// <param name="rest">What narrows or orders the rows, in SQL; empty for all.</param>
    /// <returns>True where each row that was read is there now.</returns>
    /// <exception cref="SqliteException">It cannot be read.</exception>
    internal static bool CopyRows(string from, SqliteConnection to, string table, string rest)
    {
        using var source = Open(from);
        string earlier = table == "HouseStyles" && !Exists(source, table) ? "Houses" : table;
        // Items and long work have tables since format 2; what a slide of format 1 holds comes with its row.
        if (!Exists(source, earlier))
            return true;
        using SqliteCommand read = source.CreateCommand();
        read.CommandText = $"SELECT * FROM {earlier} NOT INDEXED{rest}";
        using SqliteDataReader rows = read.ExecuteReader();
        string[] names = [.. Enumerable.Range(0, rows.FieldCount).Select(rows.GetName)];
        bool whole = true;
        using SqliteTransaction all = to.BeginTransaction();
        Dictionary<string, Target> targets = [];
        Target Into(string name) =>
            targets.TryGetValue(name, out Target? known) ? known : targets[name] = new Target(to, all, name);
        try
        {
            while (rows.Read())
            {
                var row = new Dictionary<string, object>(StringComparer.Ordinal);
                for (int n = 0; n < names.Length; n++)
                    row[Renamed.GetValueOrDefault((earlier, names[n]), names[n])] = rows.GetValue(n);
                foreach (((string of, string column), object value) in Unsaid)
                    if (of == table)
                        row.TryAdd(column, value);
                List<(string Table, Dictionary<string, object> Row)> more = [];
                Upgrade(table, row, more);
                whole &= Into(table).Insert(row);
                foreach ((string other, Dictionary<string, object> extra) in more)
                    whole &= Into(other).Insert(extra);
            }
        }
        finally
        {
            foreach (Target target in targets.Values)
                target.Dispose();
            all.Commit();
        }
        return whole;
    }

    // What stands in columns without a format of their own.
    private static void Upgrade(
        string table,
        Dictionary<string, object> row,
        List<(string Table, Dictionary<string, object> Row)> more
    )
    {
        switch (table)
        {
            case "Decks":
                Names(row, "House");
                break;
            case "HouseStyles":
                Names(row, "Style");
                break;
            case "Slides":
                Names(row, "Cues");
                if (row.TryGetValue("Items", out object? held) || row.TryGetValue("ItemOrder", out held))
                {
                    row.Remove("Items");
                    row["ItemOrder"] =
                        held is string text && JsonNode.Parse(text) is JsonObject format1
                            ? ItemsOf(row, format1, more)
                            : held;
                }
                break;
        }
    }

    // A slide of format 1 held one ground and a list of words in its row.
    private static string ItemsOf(
        Dictionary<string, object> slide,
        JsonObject held,
        List<(string Table, Dictionary<string, object> Row)> more
    )
    {
        var order = new JsonArray();
        if (held["ground"] is JsonObject ground)
        {
            Item("frame", ground);
            more.Add(("Placements", With("ItemId", ground, ("PhotoId", (string)ground["photoId"]!))));
        }
        foreach (JsonNode? words in held["words"] as JsonArray ?? [])
            Item("words", (JsonObject)words!);
        return order.ToJsonString();

        void Item(string kind, JsonObject body)
        {
            order.Add((string?)body["id"]);
            more.Add(("Items", With("Id", body, ("Kind", kind), ("Format", 1), ("Body", body.ToJsonString()))));
        }

        Dictionary<string, object> With(string id, JsonObject body, params (string Column, object Value)[] rest)
        {
            var row = new Dictionary<string, object>(StringComparer.Ordinal)
            {
                ["DeckId"] = slide["DeckId"],
                ["SlideId"] = slide["Id"],
                [id] = ((string)body["id"]!).ToUpperInvariant(),
            };
            foreach ((string column, object value) in rest)
                row[column] = value;
            return row;
        }
    }

    private static void Names(Dictionary<string, object> row, string column)
    {
        if (row.GetValueOrDefault(column) is string { Length: > 0 } json)
            row[column] = EarlierNames.Upgrade(JsonNode.Parse(json))!.ToJsonString();
    }

    private static bool Exists(SqliteConnection db, string table)
    {
        using SqliteCommand read = db.CreateCommand();
        read.CommandText = "SELECT COUNT(*) FROM pragma_table_info($table)";
        read.Parameters.AddWithValue("$table", table);
        return read.ExecuteScalar() is > 0L;
    }

    private static SqliteConnection Open(string file)
    {
        var db = new SqliteConnection($"Data Source={file};Pooling=False");
        db.Open();
        return db;
    }

    private static void Run(SqliteConnection db, string sql)
    {
        using SqliteCommand command = db.CreateCommand();
        command.CommandText = sql;
        command.ExecuteNonQuery();
    }

    // A table of today's schema, ready to take rows.
    private sealed class Target : IDisposable
    {
        private readonly List<(string Column, object Unsaid)> _columns = [];
        private readonly SqliteCommand _put;

        internal Target(SqliteConnection db, SqliteTransaction all, string table)
        {
            using (SqliteCommand read = db.CreateCommand())
            {
                read.Transaction = all;
                read.CommandText = "SELECT name, \"notnull\" FROM pragma_table_info($table)";
                read.Parameters.AddWithValue("$table", table);
                using SqliteDataReader rows = read.ExecuteReader();
                while (rows.Read())
                    // What a format had no column for is empty, or missing where it may be.
                    _columns.Add((rows.GetString(0), rows.GetInt64(1) == 0 ? DBNull.Value : ""));
            }
            _put = db.CreateCommand();
            _put.Transaction = all;
            string[] names = [.. _columns.Select((_, n) => "$" + n.ToString(CultureInfo.InvariantCulture))];
            _put.CommandText =
                $"INSERT OR IGNORE INTO {table} ({string.Join(", ", _columns.Select(c => $"\"{c.Column}\""))}) "
                + $"VALUES ({string.Join(", ", names)})";
            foreach (string name in names)
                _put.Parameters.Add(new SqliteParameter(name, DBNull.Value));
        }

        // False where the row lost what it must have.
        internal bool Insert(Dictionary<string, object> row)
        {
            for (int n = 0; n < _columns.Count; n++)
                _put.Parameters[n].Value = row.GetValueOrDefault(_columns[n].Column) ?? _columns[n].Unsaid;
            try
            {
                _put.ExecuteNonQuery();
                return true;
            }
            catch (SqliteException e) when (e.SqliteErrorCode == 19)
            {
                return false;
            }
        }

        public void Dispose() => _put.Dispose();
    }
}
