using Microsoft.Data.Sqlite;

namespace Jaali.Store;

/// <summary>The newest migration that a database has had.</summary>
internal static class SchemaVersion
{
    /// <summary>Reads it off a file; null where there is none, or it cannot be read.</summary>
    internal static string? Of(string file)
    {
        if (!File.Exists(file))
            return null;
        try
        {
            using var db = new SqliteConnection($"Data Source={file};Pooling=False");
            db.Open();
            using SqliteCommand read = db.CreateCommand();
            read.CommandText = "SELECT MAX(MigrationId) FROM __EFMigrationsHistory";
            return read.ExecuteScalar() as string;
        }
        catch (SqliteException)
        {
            return null;
        }
    }
}
