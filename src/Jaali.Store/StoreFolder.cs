using System.Reflection;
using Jaali.Core;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Migrations;

namespace Jaali.Store;

/// <summary>Thrown when the store cannot be opened; the message is for a person.</summary>
public sealed class StoreException(string message, Exception inner) : Exception(message, inner);

/// <summary>Prepares the folder that holds everything: the database and the blobs.</summary>
public static class StoreFolder
{
    /// <summary>Makes the folder if need be, takes its lock, and brings the database to the newest schema. A copy of
    /// the
    /// database is kept for each of the last seven days on which it was started.</summary>
    /// <returns>The lock; the folder is free again when it is let go.</returns>
    /// <exception cref="StoreException">The folder cannot be written or is in use, the disk is full, or the database is
    /// locked, empty or damaged.</exception>
    public static FolderLock Prepare(string folder)
    {
        FolderLock? held = null;
        try
        {
            Directory.CreateDirectory(folder);
            held = FolderLock.Take(folder);
            string file = Path.Combine(folder, "jaali.db");
            bool empty = File.Exists(file) && new FileInfo(file).Length == 0 && HasPhotos(folder);
            if (
                File.Exists(file)
                && (empty ? "it is empty, yet there are photos beside it" : Rescue.Fault(file)) is { } fault
            )
                held.Report =
                    Rescue.BringOver(folder, Copies(folder).FirstOrDefault(), fault)
                    ?? throw new StoreException(
                        $"The database in {folder} cannot be read ({fault.Trim('.')}), and was not touched. "
                            + $"{WhereCopiesAre(folder)} "
                            + "Put one in its place as jaali.db, or move the file away to begin anew.",
                        new InvalidDataException()
                    );
            bool newest = File.Exists(file) && IsNewest(folder);
            CopyToday(folder);
            if (!newest && EarlierSchema.Is(SchemaVersion.Of(file)))
                EarlierSchema.Upgrade(folder);
            // Nearly every start: the machinery of migrations is not even loaded.
            if (newest)
                return held;
            using var db = new JaaliDb(JaaliDb.Options(folder));
            db.Database.Migrate();
            db.Database.ExecuteSqlRaw("PRAGMA journal_mode=WAL;");
            return held;
        }
        catch (StoreException)
        {
            held?.Dispose();
            throw;
        }
        catch (Exception e) when (e is UnauthorizedAccessException or IOException or SqliteException)
        {
            held?.Dispose();
            throw new StoreException(Sentence(folder, e), e);
        }
    }

    // The newest migration there is; the list of them is read off their attributes.
    private static readonly string Newest = typeof(JaaliDb)
        .Assembly.GetTypes()
        .Select(t => t.GetCustomAttribute<MigrationAttribute>()?.Id)
        .OfType<string>()
        .Max(StringComparer.Ordinal)!;

    // True where the database has the newest schema already. What a first start that was killed left behind, a row that
    // says a migration runs, goes: under the folder's own lock none does.
    private static bool IsNewest(string folder)
    {
        using var connection = new SqliteConnection(JaaliDb.ConnectionString(folder));
        connection.Open();
        using SqliteCommand command = connection.CreateCommand();
        command.CommandText = "SELECT name FROM sqlite_master WHERE name LIKE '\\_\\_EFMigrations%' ESCAPE '\\'";
        HashSet<string> tables = [];
        using (SqliteDataReader rows = command.ExecuteReader())
            while (rows.Read())
                tables.Add(rows.GetString(0));
        if (tables.Contains("__EFMigrationsLock"))
        {
            command.CommandText = "DELETE FROM \"__EFMigrationsLock\"";
            command.ExecuteNonQuery();
        }
        if (!tables.Contains("__EFMigrationsHistory"))
            return false;
        command.CommandText = "SELECT MAX(\"MigrationId\") FROM \"__EFMigrationsHistory\"";
        if (command.ExecuteScalar() is not string last || last != Newest)
            return false;
        command.CommandText = "PRAGMA journal_mode=WAL";
        command.ExecuteNonQuery();
        return true;
    }

    /// <summary>Keeps a copy of the database for today, where there is none yet, in SQLite's own way of copying one
    /// that
    /// may be in use; written under another name until it is whole.</summary>
    public static void CopyToday(string folder)
    {
        string file = Path.Combine(folder, "jaali.db"),
            copies = Path.Combine(folder, "copies"),
            today = Path.Combine(copies, $"jaali-{DateTime.UtcNow:yyyy-MM-dd}.db");
        if (!File.Exists(file) || new FileInfo(file).Length == 0 || File.Exists(today))
            return;
        Directory.CreateDirectory(copies);
        string half = today + ".part";
        File.Delete(half);
        using (var from = new SqliteConnection(JaaliDb.ConnectionString(folder)))
        using (var to = new SqliteConnection($"Data Source={half};Pooling=False"))
        {
            from.Open();
            to.Open();
            from.BackupDatabase(to);
        }
        File.Move(half, today, overwrite: true);
        foreach (string old in Copies(folder).Skip(Limits.Retention.Copies))
            File.Delete(old);
    }

    private static string[] Copies(string folder) =>
        Directory.Exists(Path.Combine(folder, "copies"))
            ?
            [
                .. Directory
                    .EnumerateFiles(Path.Combine(folder, "copies"), "jaali-*.db")
                    .OrderDescending(StringComparer.Ordinal),
            ]
            : [];

    private static string WhereCopiesAre(string folder) =>
        Copies(folder) is [var newest, ..] ? $"The newest copy of it is {newest}." : "There is no copy of it.";

    private static bool HasPhotos(string folder) =>
        Directory.Exists(Path.Combine(folder, "blobs"))
        && Directory.EnumerateFiles(Path.Combine(folder, "blobs"), "*", SearchOption.AllDirectories).Any();

    private static string Sentence(string folder, Exception e) =>
        e is SqliteException s
            ? s.SqliteErrorCode switch
            {
                5 or 6 => $"Another program holds the database in {folder}. Close it and start again.",
                8 or 14 =>
                    $"The folder {folder} cannot be written. Give the right to write, or choose another with --data.",
                11 or 26 => $"The database in {folder} is damaged, and was not touched. {WhereCopiesAre(folder)} "
                    + "Put it in the place of jaali.db and start again.",
                13 => $"The disk that holds {folder} is full. Free some space and start again.",
                _ => $"The database in {folder} cannot be opened: {s.Message}.",
            }
            : $"The folder {folder} cannot be used: {e.Message}";
}
