using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Photos;
using Jaali.Store;
using Jaali.Testing;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Jaali.Faults.Tests;

/// <summary>Databases that went bad: a copy is set aside, what can be read comes over, and it is said which.</summary>
public sealed class RescueTests : IDisposable
{
    private readonly ScratchFolder _folder = new();

    private sealed class Databases(string folder) : IDbContextFactory<JaaliDb>
    {
        public JaaliDb CreateDbContext() => new(JaaliDb.Options(folder));
    }

    private string Db => _folder.File("jaali.db");

    private DeckStore Decks => new(new Databases(_folder.Path), TimeProvider.System);

    private sealed class Ids : IEditFacts
    {
        public PhotoFacts? Photo(string photoId) => null;

        public Guid NewId() => Guid.CreateVersion7();
    }

    private async Task<Guid> TalkAsync(string title, int points)
    {
        Deck deck = Deck.New(Guid.CreateVersion7(), title);
        await Decks.CreateAsync(deck);
        AddPoints command = new(
            string.Join('\n', Enumerable.Range(1, points).Select(n => $"{title}, point {n} {new string('x', 200)}"))
        );
        var edited = (Edited)DeckEditor.Apply(deck, command, new Ids());
        Assert.True(await Decks.SaveAsync(0, EditToSave.Do(command, edited)));
        return deck.Id;
    }

    private string Open()
    {
        SqliteConnection.ClearAllPools();
        using FolderLock held = StoreFolder.Prepare(_folder.Path);
        SqliteConnection.ClearAllPools();
        return held.Report;
    }

    private void Damage(Action<byte[]> how)
    {
        SqliteConnection.ClearAllPools();
        foreach (string left in (string[])["-wal", "-shm"])
            File.Delete(Db + left);
        byte[] bytes = File.ReadAllBytes(Db);
        how(bytes);
        File.WriteAllBytes(Db, bytes);
    }

    [Fact]
    public async Task A_torn_index_costs_nothing()
    {
        Open();
        Guid one = await TalkAsync("Dunes", 30);
        // The page that an index of points begins on.
        long page = await PageAsync("sqlite_autoindex_Points_1");
        Damage(b => Array.Fill(b, (byte)0xAB, (int)((page - 1) * 4096), 4096));
        byte[] before = File.ReadAllBytes(Db);
        string said = Open();
        Assert.Contains("was damaged", said, StringComparison.Ordinal);
        Assert.Contains("Brought over whole: “Dunes”.", said, StringComparison.Ordinal);
        Assert.Equal(30, (await Decks.LoadAsync(one))!.Deck.Points.Count);
        // What was there lies aside, byte for byte, with what was said.
        string aside = Assert.Single(Directory.GetFiles(_folder.File("damaged"), "*.db"));
        Assert.Equal(before, File.ReadAllBytes(aside));
        Assert.Equal(said, File.ReadAllText(Path.ChangeExtension(aside, ".txt")).Trim());
        // And it is whole from then on.
        Assert.Equal("", Open());
    }

    [Fact]
    public async Task A_torn_page_costs_what_is_on_it_and_the_copy_of_the_day_gives_that_back()
    {
        Open();
        Guid first = await TalkAsync("Dunes", 30),
            second = await TalkAsync("Tides", 30);
        // A copy has both; a third comes after it.
        Open();
        Guid third = await TalkAsync("Fog", 3);
        long page = await PageAsync("Points");
        // An inner page: of the table's pages those it leads to are lost from there on.
        Damage(b => Array.Fill(b, (byte)0, (int)((page - 1) * 4096), 4096));
        string said = Open();
        Assert.Contains("Brought over whole: “Dunes”, “Tides”.", said, StringComparison.Ordinal);
        Assert.Contains("Not readable: “Fog”.", said, StringComparison.Ordinal);
        Assert.Equal(30, (await Decks.LoadAsync(first))!.Deck.Points.Count);
        Assert.Equal(30, (await Decks.LoadAsync(second))!.Deck.Points.Count);
        Assert.Null(await Decks.LoadAsync(third));
        Assert.Equal("ok", await CheckAsync());
    }

    [Fact]
    public async Task A_database_that_is_none_any_more_gives_way_to_the_copy()
    {
        Open();
        await TalkAsync("Dunes", 5);
        Open();
        new BlobFolder(_folder.File("blobs")).Put("a photo"u8);
        foreach (
            byte[] rubbish in (byte[][])
                [
                    [],
                    [.. Enumerable.Repeat((byte)'x', 9000)],
                ]
        )
        {
            SqliteConnection.ClearAllPools();
            foreach (string left in Directory.GetFiles(_folder.Path, "jaali.db*"))
                File.Delete(left);
            File.WriteAllBytes(Db, rubbish);
            string said = Open();
            Assert.Contains("Read from the copy of ", said, StringComparison.Ordinal);
            Assert.Contains("“Dunes”", said, StringComparison.Ordinal);
            Assert.Equal("Dunes", Assert.Single(await Decks.ListAsync()).Title);
        }
    }

    [Fact]
    public void What_cannot_be_read_at_all_is_not_touched_and_says_so()
    {
        Open();
        new BlobFolder(_folder.File("blobs")).Put("a photo"u8);
        if (Directory.Exists(_folder.File("copies")))
            Directory.Delete(_folder.File("copies"), recursive: true);
        SqliteConnection.ClearAllPools();
        foreach (string left in Directory.GetFiles(_folder.Path, "jaali.db*"))
            File.Delete(left);
        byte[] rubbish = [.. Enumerable.Repeat((byte)'x', 9000)];
        File.WriteAllBytes(Db, rubbish);
        StoreException e = Assert.Throws<StoreException>(() => StoreFolder.Prepare(_folder.Path));
        Assert.Contains("and was not touched. There is no copy of it.", e.Message, StringComparison.Ordinal);
        SqliteConnection.ClearAllPools();
        Assert.Equal(rubbish, File.ReadAllBytes(Db));
    }

    /// <summary>Pages of a real database filled with noise, one after the other: every start succeeds or says why, and
    /// what comes over is whole by SQLite's own check.</summary>
    [Fact]
    public async Task Noise_on_any_page_ends_in_a_start_or_a_sentence()
    {
        Open();
        await TalkAsync("Dunes", 60);
        await TalkAsync("Tides", 60);
        Open();
        SqliteConnection.ClearAllPools();
        byte[] good = File.ReadAllBytes(Db);
        var random = new Random(3);
        int pages = good.Length / 4096,
            times = ServerProcess.Long ? 200 : 12;
        for (int n = 0; n < times; n++)
        {
            byte[] bad = [.. good];
            int page = n == 0 ? 0 : random.Next(pages);
            random.NextBytes(bad.AsSpan(page * 4096, 4096));
            foreach (string left in Directory.GetFiles(_folder.Path, "jaali.db*"))
                File.Delete(left);
            File.WriteAllBytes(Db, bad);
            string said = Open();
            Assert.Equal("ok", await CheckAsync());
            Assert.Equal(
                ["Dunes", "Tides"],
                (await Decks.ListAsync()).Select(d => d.Title).Order(StringComparer.Ordinal)
            );
            foreach (DeckLine deck in await Decks.ListAsync())
                Assert.Equal(60, (await Decks.LoadAsync(deck.Id))!.Deck.Points.Count);
            Assert.True(said.Length == 0 || said.Contains("“Dunes”", StringComparison.Ordinal), said);
        }
    }

    private async Task<long> PageAsync(string name)
    {
        await using var db = new SqliteConnection($"Data Source={Db};Pooling=False");
        await db.OpenAsync();
        await using SqliteCommand read = db.CreateCommand();
        read.CommandText = "PRAGMA wal_checkpoint(TRUNCATE)";
        await read.ExecuteNonQueryAsync();
        read.CommandText = $"SELECT rootpage FROM sqlite_master WHERE name = '{name}'";
        return (long)(await read.ExecuteScalarAsync())!;
    }

    private async Task<object?> CheckAsync()
    {
        await using var db = new SqliteConnection($"Data Source={Db};Pooling=False");
        await db.OpenAsync();
        await using SqliteCommand read = db.CreateCommand();
        read.CommandText = "PRAGMA integrity_check";
        return await read.ExecuteScalarAsync();
    }

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        _folder.Dispose();
    }
}
