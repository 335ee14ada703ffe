using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Jaali.Store;

/// <summary>Thrown when the store cannot be opened; the message is for a person.</summary>
public sealed class StoreException(string message, Exception inner) : Exception(message, inner);

/// <summary>Prepares the folder that holds everything: the database and the blobs.</summary>
public static class StoreFolder
{
    /// <summary>Makes the folder if need be and brings the database to the newest schema.</summary>
    /// <exception cref="StoreException">The folder cannot be written, the disk is full, or the database is locked or
    /// damaged.</exception>
    public static void Prepare(string folder)
    {
        try
        {
            Directory.CreateDirectory(folder);
            using var db = new JaaliDb(JaaliDb.Options(folder));
            db.Database.Migrate();
            db.Database.ExecuteSqlRaw("PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL;");
        }
        catch (Exception e) when (e is UnauthorizedAccessException or IOException or SqliteException)
        {
            throw new StoreException(Sentence(folder, e), e);
        }
    }

    private static string Sentence(string folder, Exception e) =>
        e is SqliteException s
            ? s.SqliteErrorCode switch
            {
                5 or 6 => $"Another program holds the database in {folder}. Close it and start again.",
                8 or 14 =>
                    $"The folder {folder} cannot be written. Give the right to write, or choose another with --data.",
                13 => $"The disk that holds {folder} is full. Free some space and start again.",
                _ => $"The database in {folder} cannot be opened: {s.Message}.",
            }
            : $"The folder {folder} cannot be used: {e.Message}";
}
