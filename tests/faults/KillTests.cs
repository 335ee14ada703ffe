using System.Collections.Concurrent;
using System.Diagnostics;
using System.Globalization;
using System.Net.Http.Json;
using System.Text.Json;
using Jaali.Testing;
using Microsoft.Data.Sqlite;

namespace Jaali.Faults.Tests;

/// <summary>The server killed without warning, at any moment.</summary>
public sealed class KillTests
{
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(30);

    /// <summary>One folder, killed again and again amid edits, imports and exports: every start succeeds, the last
    /// acknowledged title and every acknowledged photo are there and whole, and no PDF is half a one. 6 kills, or
    /// 1,000 in a
    /// long run.</summary>
    [Fact]
    public async Task Killed_again_and_again_it_has_every_acknowledged_edit_and_no_broken_photo()
    {
        using var folder = new ScratchFolder();
        const int port = 5497;
        int times =
            int.TryParse(Environment.GetEnvironmentVariable("JAALI_KILLS"), out int wanted) ? wanted
            : ServerProcess.Long ? 1000
            : 6;
        var random = new Random(1);
        byte[] photo = Small(folder);
        string deck = "",
            point = "";
        int last = 0,
            edits = 0;
        double slow = 1;
        ConcurrentDictionary<string, bool> photos = [];
        ConcurrentBag<string> pdfs = [];
        for (int n = 0; n < times; n++)
        {
            if (n > 0 && n % 100 == 0)
                Console.WriteLine($"{n} kills, {edits} edits, {photos.Count} imports, {pdfs.Count} PDFs so far");
            using ServerProcess server = ServerProcess.Start(folder.Path, port);
            await server.ReadyAsync();
            if (n == 0)
            {
                (deck, string[] points) = await server.TalkAsync("Title 0", "One", "Two");
                point = points[0];
                await server.EditAsync(deck, new { kind = "make-slides" });
            }
            JsonElement now = await server.Http.GetFromJsonAsync<JsonElement>($"/api/decks/{deck}");
            int there = Number(now.GetProperty("title").GetString()!);
            // The last acknowledged title, or the one that was on its way.
            Assert.InRange(there, last, last + 1);
            last = there;
            string[] kept =
            [
                .. now.GetProperty("points")[0].GetProperty("shortlist").EnumerateArray().Select(k => k.GetString()!),
            ];
            Assert.Empty(photos.Keys.Except(kept));
            foreach (string id in kept.OrderBy(_ => random.Next()).Take(4))
                Assert.True(
                    (await server.Http.GetAsync($"/iiif/{id}/full/160,/0/default.jpg")).IsSuccessStatusCode,
                    $"kill {n}: photo {id}"
                );
            foreach (string pdf in pdfs.OrderBy(_ => random.Next()).Take(2))
                Assert.EndsWith(
                    "%%EOF",
                    System.Text.Encoding.Latin1.GetString(await server.Http.GetByteArrayAsync(pdf)).TrimEnd(),
                    StringComparison.Ordinal
                );
            using var stop = new CancellationTokenSource();
            int at = n,
                delay = random.Next(100, at % 3 == 0 ? 2500 : 900);
            Task kill = Task.Run(async () =>
            {
                // How long an edit, an import and a PDF take here is seen the first time; a slow machine gets more time
                // before each kill, or it would be killed before it did anything.
                if (at == 0)
                {
                    long from = Stopwatch.GetTimestamp();
                    while (Stopwatch.GetElapsedTime(from) < Patience && (photos.IsEmpty || edits == 0 || pdfs.IsEmpty))
                        await Task.Delay(20);
                    slow = Math.Clamp(Stopwatch.GetElapsedTime(from).TotalSeconds, 1, 8);
                }
                else
                    await Task.Delay((int)(delay * slow));
                server.Kill();
                await stop.CancelAsync();
            });
            await Task.WhenAll(
                kill,
                Until(async () =>
                {
                    using HttpResponseMessage done = await server.Http.PostAsJsonAsync(
                        $"/api/decks/{deck}/edits",
                        new
                        {
                            revision = await server.RevisionAsync(deck),
                            command = new { kind = "set-title", title = $"Title {last + 1}" },
                        }
                    );
                    if (done.IsSuccessStatusCode)
                        (last, edits) = (last + 1, edits + 1);
                }),
                Until(async () =>
                {
                    byte[] other = [.. photo, .. BitConverter.GetBytes(Random.Shared.NextInt64())];
                    using HttpResponseMessage came = await server.BringAsync(deck, point, other);
                    if (came.IsSuccessStatusCode)
                        photos[
                            (await came.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("photoId").GetString()!
                        ] = true;
                    // A shortlist has an end; what is enough is enough.
                    else
                    {
                        await Task.Delay(50);
                    }
                    if (photos.Count > 20 + at)
                        await Task.Delay(200);
                }),
                Until(async () =>
                {
                    JsonElement job = await ServerProcess.ReadAsync(
                        await server.Http.PostAsJsonAsync($"/api/decks/{deck}/copies", new { form = "pdf" })
                    );
                    JsonElement end = await server.EndedAsync(job);
                    if (end.GetProperty("state").GetString() == "done")
                        pdfs.Add(end.GetProperty("result").GetString()!);
                    await Task.Delay(60);
                })
            );

            async Task Until(Func<Task> work)
            {
                while (!stop.IsCancellationRequested)
                    try
                    {
                        await work();
                    }
                    catch (Exception e) when (e is HttpRequestException or IOException or JsonException)
                    {
                        if (server.HasExited)
                            return;
                    }
            }
        }
        using ServerProcess final = ServerProcess.Start(folder.Path, port);
        await final.ReadyAsync();
        IEnumerable<string> Halves() => Directory.EnumerateFiles(folder.Path, "*.part", SearchOption.AllDirectories);
        JsonElement verified = await ServerProcess.ReadAsync(await final.Http.PostAsync("/api/verify", null));
        Assert.Equal(
            (0, 0),
            (verified.GetProperty("missing").GetArrayLength(), verified.GetProperty("damaged").GetArrayLength())
        );
        // What a copy that was begun anew is writing is gone when it is done; nothing half stays.
        for (int i = 0; i < 300 && Halves().Any(); i++)
            await Task.Delay(100);
        Assert.Empty(Halves());
        final.Kill();
        SqliteConnection.ClearAllPools();
        using var check = new SqliteConnection($"Data Source={folder.File("jaali.db")};Pooling=False");
        check.Open();
        using SqliteCommand integrity = check.CreateCommand();
        integrity.CommandText = "PRAGMA integrity_check";
        Assert.Equal("ok", integrity.ExecuteScalar());
        Assert.NotEmpty(photos);
        Assert.True(edits > times / 2, $"{edits} edits in {times} kills");
        Console.WriteLine(
            string.Create(
                CultureInfo.InvariantCulture,
                $"samples: kills amid {edits} edits, {photos.Count} imports, {pdfs.Count} PDFs: {times} of "
                    + $"{times} as expected."
            )
        );
    }

    /// <summary>A first start is killed at many moments, during the migration too; every next one succeeds. 5 moments,
    /// or
    /// 60 in a long run.</summary>
    [Fact]
    public Task Killed_during_its_first_start_it_starts_the_next_time() => StartsAfterKillsAsync(null, 5496);

    /// <summary>The same with a database of the first format, which is brought to the newest meanwhile.</summary>
    [Fact]
    public Task Killed_while_an_old_database_is_migrated_it_starts_the_next_time() =>
        StartsAfterKillsAsync(Outside.File("tests", "frozen", "format-1", "jaali.db"), 5498);

    [Fact]
    public async Task A_second_server_on_one_folder_ends_with_a_sentence_and_harms_nothing()
    {
        using var folder = new ScratchFolder();
        using ServerProcess first = ServerProcess.Start(folder.Path, 5495);
        await first.ReadyAsync();
        // What the first has half written is not swept away by the second.
        string half = Path.Combine(folder.Path, "blobs", "tmp", "half");
        Directory.CreateDirectory(Path.GetDirectoryName(half)!);
        await File.WriteAllTextAsync(half, "half");
        using ServerProcess second = ServerProcess.Start(folder.Path, 5494);
        string said = await second.ErrorsAsync();
        Assert.Contains($"in use by another Jaali (process {first.Id}", said, StringComparison.Ordinal);
        Assert.Equal(3, await ExitAsync(second));
        Assert.True(File.Exists(half));
        Assert.True((await first.Http.PostAsJsonAsync("/api/decks", new { title = "Still" })).IsSuccessStatusCode);
    }

    [Fact]
    public async Task A_port_in_use_is_told_in_a_sentence()
    {
        using var folder = new ScratchFolder();
        using var listener = new System.Net.Sockets.TcpListener(System.Net.IPAddress.Loopback, 5499);
        listener.Start();
        using ServerProcess server = ServerProcess.Start(folder.Path, 5499);
        Assert.Contains(
            "Port 5499 is in use by another program. Close it, or choose another port with --port.",
            await server.ErrorsAsync(),
            StringComparison.Ordinal
        );
        Assert.Equal(4, await ExitAsync(server));
    }

    [Theory]
    [InlineData("--port=abc", "is no port")]
    [InlineData("--port=99999", "is no port")]
    [InlineData("--host=example.org", "is no address to listen at")]
    public async Task What_cannot_be_listened_at_ends_with_a_sentence(string argument, string sentence)
    {
        using var folder = new ScratchFolder();
        using ServerProcess server = ServerProcess.Start(folder.Path, 5482, argument);
        string said = await server.ErrorsAsync();
        Assert.Equal(2, await ExitAsync(server));
        Assert.Contains(sentence, said, StringComparison.Ordinal);
        Assert.DoesNotContain("   at ", said, StringComparison.Ordinal);
    }

    private static async Task StartsAfterKillsAsync(string? old, int port)
    {
        int times = ServerProcess.Long ? 60 : 2;
        for (int n = 0; n < times; n++)
        {
            using var folder = new ScratchFolder();
            if (old is not null)
                File.Copy(old, folder.File("jaali.db"));
            using (ServerProcess killed = ServerProcess.Start(folder.Path, port))
            {
                // From before there is a database until after it is made.
                await Task.Delay(250 + n * 1400 / times);
                killed.Kill();
            }
            using ServerProcess next = ServerProcess.Start(folder.Path, port);
            await next.ReadyAsync();
            JsonElement decks = await next.Http.GetFromJsonAsync<JsonElement>("/api/decks");
            if (old is not null)
                foreach (JsonElement deck in decks.EnumerateArray())
                    await ServerProcess.ReadAsync(
                        await next.Http.GetAsync($"/api/decks/{deck.GetProperty("id").GetString()}")
                    );
            Assert.Equal(old is not null, decks.GetArrayLength() > 0);
            Assert.True(
                (await next.Http.PostAsJsonAsync("/api/decks", new { title = "After" })).IsSuccessStatusCode,
                $"kill number {n}"
            );
        }
    }

    private static async Task<int> ExitAsync(ServerProcess server)
    {
        for (int i = 0; i < 100 && !server.HasExited; i++)
            await Task.Delay(50);
        return server.ExitCode;
    }

    private static byte[] Small(ScratchFolder folder)
    {
        string file = folder.File("seed.jpg");
        Outside.Run("convert", Outside.Photo("fog-empty.jpg"), "-resize", "300x", "-strip", file);
        byte[] bytes = File.ReadAllBytes(file);
        File.Delete(file);
        return bytes;
    }

    private static int Number(string title) => int.Parse(title.Split(' ')[1], CultureInfo.InvariantCulture);
}
