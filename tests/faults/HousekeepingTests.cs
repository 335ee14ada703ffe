using System.Net.Http.Json;
using System.Text.Json;
using Jaali.Store;
using Jaali.Testing;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.Data.Sqlite;
using Microsoft.Extensions.DependencyInjection;

namespace Jaali.Faults.Tests;

/// <summary>What piles up is put in order while it runs, and nothing that is needed goes.</summary>
public sealed class HousekeepingTests : IDisposable
{
    private readonly ScratchFolder _folder = new();
    private readonly WebApplicationFactory<Program> _factory;
    private readonly HttpClient _client;

    public HousekeepingTests()
    {
        _factory = new WebApplicationFactory<Program>().WithWebHostBuilder(b => b.UseSetting("data", _folder.Path));
        _client = _factory.CreateClient();
        _client.DefaultRequestHeaders.Add(OriginGuard.Header, "1");
    }

    private T Get<T>()
        where T : notnull => _factory.Services.GetRequiredService<T>();

    private static string Old(string path, int days = 9)
    {
        Directory.CreateDirectory(Path.GetDirectoryName(path)!);
        if (!File.Exists(path))
            File.WriteAllText(path, "x");
        File.SetLastWriteTimeUtc(path, DateTime.UtcNow.AddDays(-days));
        return path;
    }

    [Fact]
    public async Task Files_that_nothing_speaks_of_go_and_all_others_stay()
    {
        JsonElement made = await ServerProcess.ReadAsync(
            await _client.PostAsJsonAsync("/api/decks", new { title = "House" })
        );
        string deck = made.GetProperty("id").GetString()!;
        JsonElement edited = await ServerProcess.ReadAsync(
            await _client.PostAsJsonAsync(
                $"/api/decks/{deck}/edits",
                new { revision = 0, command = new { kind = "add-points", text = "One" } }
            )
        );
        string point = edited.GetProperty("points")[0].GetProperty("id").GetString()!;
        byte[] bytes = File.ReadAllBytes(Outside.Photo("fog-empty.jpg"));
        string photo = (
            await ServerProcess.ReadAsync(
                await _client.PostAsync(
                    $"/api/decks/{deck}/points/{point}/files?name=p.jpg",
                    new ByteArrayContent(bytes)
                )
            )
        )
            .GetProperty("photoId")
            .GetString()!;
        string letter = (
            await ServerProcess.ReadAsync(
                await _client.PostAsync("/api/files", new ByteArrayContent("a letter"u8.ToArray()))
            )
        )
            .GetProperty("id")
            .GetString()!;
        (
            await _client.PostAsJsonAsync(
                $"/api/photos/{photo}/permission",
                new
                {
                    from = "N. Ayre",
                    on = "2026-03-01",
                    words = "Yes.",
                    fileName = "letter.txt",
                    fileId = letter,
                }
            )
        ).EnsureSuccessStatusCode();
        BlobFolder blobs = Get<BlobFolder>();
        string orphan = blobs.Put("of nobody"u8),
            young = blobs.Put("of nobody yet"u8);
        foreach ((string name, _) in blobs.All().ToArray())
            if (name != young)
                Old(blobs.FileOf(name)!);
        string half = Old(_folder.File($"renditions/ab/x/1_1.jpg.{Guid.NewGuid():N}")),
            kept = Directory.GetFiles(_folder.File("renditions"), "*.jpg", SearchOption.AllDirectories)[0],
            pdf = Old(_folder.File($"exports/{Guid.NewGuid():N}.copy")),
            part = Old(_folder.File("downloads/abc")),
            going = Old(_folder.File("downloads/def"), 1);
        Old(kept);
        await Get<Housekeeping>().OnceAsync();
        Assert.False(blobs.Has(orphan));
        Assert.All([photo, letter, young], n => Assert.True(blobs.Has(n)));
        // The small picture on which words find their ink is a blob, too.
        Assert.NotNull(Get<PhotoStore>().Tones(photo));
        Assert.All([half, pdf, part], f => Assert.False(File.Exists(f), f));
        Assert.All([kept, going], f => Assert.True(File.Exists(f), f));
        // A copy of the day is made while it runs, not only when it is started; the eighth goes.
        Assert.Single(Directory.GetFiles(_folder.File("copies")));
        for (int n = 1; n <= 9; n++)
            File.WriteAllText(_folder.File($"copies/jaali-2026-01-0{n}.db"), "old");
        File.Delete(Directory.GetFiles(_folder.File("copies")).Order(StringComparer.Ordinal).Last());
        await Get<Housekeeping>().OnceAsync();
        string[] copies = [.. Directory.GetFiles(_folder.File("copies")).Order(StringComparer.Ordinal)];
        Assert.Equal(Core.Limits.Retention.Copies, copies.Length);
        Assert.Contains("2026-01-04", copies[0], StringComparison.Ordinal);
        // While a damaged database lies aside, it may still speak of what looks like nobody's.
        Old(_folder.File("damaged/jaali-1.db"));
        string again = blobs.Put("of nobody"u8);
        Old(blobs.FileOf(again)!);
        await Get<Housekeeping>().OnceAsync();
        Assert.True(blobs.Has(again));
    }

    [Fact]
    public async Task A_step_that_fails_does_not_keep_the_others_from_their_work()
    {
        // Where copies should lie is a file; the house was kept once when the server started.
        if (Directory.Exists(_folder.File("copies")))
            Directory.Delete(_folder.File("copies"), recursive: true);
        File.WriteAllText(_folder.File("copies"), "in the way");
        string part = Old(_folder.File("downloads/abc"));
        await Get<Housekeeping>().OnceAsync();
        Assert.False(File.Exists(part));
    }

    public void Dispose()
    {
        _client.Dispose();
        _factory.Dispose();
        SqliteConnection.ClearAllPools();
        _folder.Dispose();
    }
}
