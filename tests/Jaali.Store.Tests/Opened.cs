using Jaali.Testing;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Jaali.Store.Tests;

/// <summary>A store in a folder of its own, opened anew whenever a test asks, as after a restart.</summary>
public sealed class Opened : IDbContextFactory<JaaliDb>, IDisposable
{
    private readonly ScratchFolder _folder = new();

    /// <summary>A clock that tests turn on.</summary>
    public sealed class Hand : TimeProvider
    {
        /// <summary>The time it shows.</summary>
        public DateTimeOffset Now { get; set; } = new(2026, 3, 1, 12, 0, 0, TimeSpan.Zero);

        /// <inheritdoc/>
        public override DateTimeOffset GetUtcNow() => Now;
    }

    /// <summary>Makes the folder and its database.</summary>
    public Opened() => StoreFolder.Prepare(_folder.Path).Dispose();

    /// <summary>The time of this store.</summary>
    public Hand Clock { get; } = new();

    /// <summary>Decks, read from the disk.</summary>
    public DeckStore Decks => new(Anew(), Clock);

    /// <summary>Jobs, read from the disk.</summary>
    public JobStore Jobs => new(Anew());

    /// <summary>Collections and searches, read from the disk.</summary>
    public CollectionStore Collections => new(Anew(), Clock);

    /// <summary>Found candidates, read from the disk.</summary>
    public FoundStore Found => new(Anew(), Clock);

    /// <summary>Photos, read from the disk.</summary>
    public PhotoStore Photos => new(Anew(), Blobs, Clock);

    /// <summary>Their bytes.</summary>
    public BlobFolder Blobs => new(BlobPath);

    /// <summary>Where the bytes lie.</summary>
    public string BlobPath => _folder.File("blobs");

    /// <summary>The folder.</summary>
    public string Folder => _folder.Path;

    /// <inheritdoc/>
    public JaaliDb CreateDbContext() => new(JaaliDb.Options(_folder.Path));

    /// <summary>How many rows a table holds.</summary>
    public int Rows(string table)
    {
        using JaaliDb db = CreateDbContext();
        // A table's name cannot be a parameter; these are the tests' own.
        string sql = $"SELECT COUNT(*) AS Value FROM {table}";
        return db.Database.SqlQueryRaw<int>(sql).Single();
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        _folder.Dispose();
    }

    private Opened Anew()
    {
        SqliteConnection.ClearAllPools();
        return this;
    }
}
