using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Imaging;
using Jaali.Store;
using Jaali.Store.Tests;
using Jaali.Testing;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Jaali.Faults.Tests;

/// <summary>The folder that holds everything, when something went wrong before or goes wrong at once.</summary>
public sealed class FolderTests
{
    [Fact]
    public void One_program_holds_a_folder_and_the_next_is_told_which()
    {
        using var folder = new ScratchFolder();
        using (StoreFolder.Prepare(folder.Path))
        {
            StoreException e = Assert.Throws<StoreException>(() => StoreFolder.Prepare(folder.Path));
            Assert.Contains("in use by another Jaali (process ", e.Message, StringComparison.Ordinal);
            Assert.Contains(
                Environment.ProcessId.ToString(System.Globalization.CultureInfo.InvariantCulture),
                e.Message,
                StringComparison.Ordinal
            );
        }
        StoreFolder.Prepare(folder.Path).Dispose();
        SqliteConnection.ClearAllPools();
    }

    [Fact]
    public async Task A_first_start_that_was_killed_while_migrating_starts_again()
    {
        using var folder = new ScratchFolder();
        using (var db = new JaaliDb(JaaliDb.Options(folder.Path)))
            // The row that EF Core writes while it migrates, and takes away at the end.
            db.Database.ExecuteSqlRaw(
                "CREATE TABLE \"__EFMigrationsLock\" (\"Id\" INTEGER NOT NULL CONSTRAINT "
                    + "\"PK___EFMigrationsLock\" PRIMARY KEY, \"Timestamp\" TEXT NOT NULL);"
                    + "INSERT INTO \"__EFMigrationsLock\" VALUES (1, '2026-01-01 00:00:00+00:00');"
            );
        SqliteConnection.ClearAllPools();
        Task start = Task.Run(() => StoreFolder.Prepare(folder.Path).Dispose());
        // It waited for a lock that nobody held, for ever.
        await start.WaitAsync(TimeSpan.FromSeconds(30));
        SqliteConnection.ClearAllPools();
    }

    [Fact]
    public void Every_connection_flushes_what_it_commits()
    {
        using var folder = new ScratchFolder();
        StoreFolder.Prepare(folder.Path).Dispose();
        SqliteConnection.ClearAllPools();
        JaaliDb[] open = [.. Enumerable.Range(0, 5).Select(_ => new JaaliDb(JaaliDb.Options(folder.Path)))];
        foreach (JaaliDb db in open)
        {
            db.Database.OpenConnection();
            // 2 is FULL (SQLite, PRAGMA synchronous).
            Assert.Equal(
                2,
                db.Database.SqlQueryRaw<int>("SELECT synchronous AS Value FROM pragma_synchronous").Single()
            );
        }
        foreach (JaaliDb db in open)
            db.Dispose();
        SqliteConnection.ClearAllPools();
    }

    [Fact]
    public void A_copy_is_made_for_each_day_and_is_whole()
    {
        using var folder = new ScratchFolder();
        StoreFolder.Prepare(folder.Path).Dispose();
        // A copy is made on the day's next start.
        StoreFolder.Prepare(folder.Path).Dispose();
        SqliteConnection.ClearAllPools();
        string copy = Assert.Single(Directory.GetFiles(Path.Combine(folder.Path, "copies")));
        using (var check = new SqliteConnection($"Data Source={copy};Pooling=False"))
        {
            check.Open();
            using SqliteCommand command = check.CreateCommand();
            command.CommandText = "PRAGMA integrity_check";
            Assert.Equal("ok", command.ExecuteScalar());
        }
    }

    [Fact]
    public void A_damaged_blob_is_not_handed_on_and_is_healed_by_putting_it_again()
    {
        using var folder = new ScratchFolder();
        var blobs = new BlobFolder(folder.Path);
        string name = blobs.Put("the bytes of a photo"u8);
        string path = Directory.GetFiles(folder.Path, name, SearchOption.AllDirectories).Single();
        foreach (
            byte[] damage in (byte[][])
                [
                    [],
                    "the bytes of a phot0"u8.ToArray(),
                ]
        )
        {
            File.WriteAllBytes(path, damage);
            Assert.Null(blobs.GetWhole(name));
            Assert.Equal([name], blobs.Damaged());
            if (damage.Length == 0)
                Assert.Null(blobs.Get(name));
            Assert.Equal(name, blobs.Put("the bytes of a photo"u8));
            Assert.Equal("the bytes of a photo"u8.ToArray(), blobs.GetWhole(name));
        }
    }

    [Fact]
    public async Task Corrections_at_once_all_hold_and_one_photo_may_arrive_many_times()
    {
        using var opened = new Opened();
        PhotoStore photos = opened.Photos;
        byte[] bytes = await File.ReadAllBytesAsync(Outside.Photo("fog-empty.jpg"));
        PhotoReading reading = PhotoReader.Read(bytes);
        RightsRecord rights = World.Rights(null);
        string[] ids = await Task.WhenAll(
            Enumerable
                .Range(0, 12)
                .Select(n =>
                    Task.Run(() =>
                        photos.KeepAsync(
                            bytes,
                            reading,
                            rights,
                            [Evidence.Of("said " + n, "x", DateTimeOffset.UnixEpoch)]
                        )
                    )
                )
        );
        string id = Assert.Single(ids.Distinct());
        for (int round = 0; round < 20; round++)
        {
            string title = "title " + round,
                maker = "maker " + round;
            await Task.WhenAll(
                Task.Run(() =>
                    photos.CorrectAsync(
                        id,
                        r => r with { Title = title },
                        Evidence.Of(title, "x", DateTimeOffset.UnixEpoch)
                    )
                ),
                Task.Run(() =>
                    photos.CorrectAsync(
                        id,
                        r => r with { Maker = maker },
                        Evidence.Of(maker, "x", DateTimeOffset.UnixEpoch)
                    )
                )
            );
            // Also as a later start reads it.
            RightsRecord kept = opened.Photos.Facts(id)!.Rights;
            Assert.Equal((title, maker), (kept.Title, kept.Maker));
        }
    }
}
