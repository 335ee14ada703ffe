using System.Globalization;
using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using Jaali.Formats;
using Jaali.Testing;
using Microsoft.Data.Sqlite;

namespace Jaali.Faults.Tests;

/// <summary>A disk without room, a folder that cannot be written, a database that another program holds.</summary>
public sealed class DiskTests
{
    [Fact]
    public async Task Without_room_it_says_so_keeps_what_it_has_and_goes_on_with_room_again()
    {
        using var folder = new ScratchFolder();
        string deck;
        int saved = 0,
            refused = 0;
        byte[] large = [.. File.ReadAllBytes(Outside.Photo("fog-empty.jpg")), .. new byte[8 * 1024 * 1024]];
        using (ServerProcess server = ServerProcess.Small(folder.Path, 5493, 3072))
        {
            await server.ReadyAsync();
            (deck, string[] points) = await server.TalkAsync("Full", "One");
            await server.EditAsync(deck, new { kind = "make-slides" });
            // A photo larger than there is room for.
            await RefusedAsync(await server.BringAsync(deck, points[0], large));
            byte[] photo = File.ReadAllBytes(Outside.Photo("fog-empty.jpg"));
            if (photo.Length < 2_500_000)
                await ServerProcess.ReadAsync(await server.BringAsync(deck, points[0], photo));
            for (int i = 1; i < 900 && refused < 3; i++)
            {
                using HttpResponseMessage answer = await server.Http.PostAsJsonAsync(
                    $"/api/decks/{deck}/edits",
                    new
                    {
                        revision = await server.RevisionAsync(deck),
                        command = new
                        {
                            kind = "set-speaker",
                            speaker = $"{i} {new string((char)('a' + i % 26), 180)}",
                        },
                    }
                );
                if (answer.IsSuccessStatusCode)
                    saved = i;
                else
                {
                    await RefusedAsync(answer);
                    refused++;
                }
            }
            // Work that writes a file is refused in words, too, and the process lives.
            JsonElement job = await ServerProcess.ReadAsync(
                await server.Http.PostAsJsonAsync($"/api/decks/{deck}/copies", new { form = "pdf" })
                    is { IsSuccessStatusCode: true } ok
                    ? ok
                    : await server.Http.GetAsync($"/api/decks/{deck}")
            );
            if (job.TryGetProperty("state", out _))
                await server.EndedAsync(job);
            Assert.False(server.HasExited);
            Assert.True((await server.Http.GetAsync($"/api/decks/{deck}")).IsSuccessStatusCode);
        }
        using ServerProcess roomy = ServerProcess.Start(folder.Path, 5493);
        await roomy.ReadyAsync();
        JsonElement now = await roomy.Http.GetFromJsonAsync<JsonElement>($"/api/decks/{deck}");
        if (saved > 0)
            Assert.InRange(
                int.Parse(now.GetProperty("speaker").GetString()!.Split(' ')[0], CultureInfo.InvariantCulture),
                saved,
                saved + 1
            );
        Assert.True((await roomy.Http.PostAsJsonAsync("/api/decks", new { title = "Room" })).IsSuccessStatusCode);
        Assert.Empty(Directory.GetFiles(folder.Path, "in-*", SearchOption.AllDirectories));
    }

    private static async Task RefusedAsync(HttpResponseMessage answer)
    {
        using (answer)
        {
            string problem = await answer.Content.ReadAsStringAsync();
            Assert.True(answer.StatusCode == HttpStatusCode.InsufficientStorage, $"{(int)answer.StatusCode} {problem}");
            Assert.Contains("Nothing that was saved is lost", problem, StringComparison.Ordinal);
            Assert.Contains("In the log it is number", problem, StringComparison.Ordinal);
        }
    }

    /// <summary>An exception that goes through native code ends the process; a stream that takes no more is told after
    /// the
    /// page instead.</summary>
    [Fact]
    public async Task A_pdf_that_finds_no_room_fails_alone()
    {
        using var folder = new ScratchFolder();
        using ServerProcess server = ServerProcess.Small(folder.Path, 5492, 1400);
        await server.ReadyAsync();
        (string deck, string[] points) = await server.TalkAsync("Paper", "One", "Two", "Three");
        // Photos that fit each, but not together in one file.
        string small = folder.File("small.jpg");
        for (int n = 0; n < 3; n++)
        {
            Outside.Run(
                "convert",
                "-size",
                "900x700",
                "-seed",
                n.ToString(CultureInfo.InvariantCulture),
                "plasma:",
                "-attenuate",
                "2",
                "+noise",
                "Gaussian",
                "-quality",
                "96",
                small
            );
            byte[] photo = File.ReadAllBytes(small);
            Assert.InRange(photo.Length, 500_000, 1_300_000);
            JsonElement came = await ServerProcess.ReadAsync(await server.BringAsync(deck, points[n], photo));
            if (n == 0)
                await server.EditAsync(deck, new { kind = "make-slides" });
            Assert.NotNull(came.GetProperty("photoId").GetString());
        }
        JsonElement view = await server.Http.GetFromJsonAsync<JsonElement>($"/api/decks/{deck}");
        foreach (JsonElement point in view.GetProperty("points").EnumerateArray())
        {
            JsonElement slide = view.GetProperty("slides")
                .EnumerateArray()
                .First(s =>
                    s.TryGetProperty("pointId", out JsonElement p)
                    && p.ValueKind == JsonValueKind.String
                    && p.GetString() == point.GetProperty("id").GetString()
                );
            await server.EditAsync(
                deck,
                new
                {
                    kind = "place-ground",
                    slideId = slide.GetProperty("id").GetString(),
                    photoId = point.GetProperty("shortlist")[0].GetString(),
                }
            );
        }
        JsonElement end = await server.EndedAsync(
            await ServerProcess.ReadAsync(
                await server.Http.PostAsJsonAsync($"/api/decks/{deck}/copies", new { form = "pdf" })
            )
        );
        Assert.Equal("failed", end.GetProperty("state").GetString());
        Assert.Contains("The disk is full", end.GetProperty("message").GetString(), StringComparison.Ordinal);
        Assert.False(server.HasExited);
        Assert.True((await server.Http.GetAsync("/api/health")).IsSuccessStatusCode);
        Assert.Empty(Directory.GetFiles(folder.File("exports")));
    }

    [Fact]
    public void A_guarded_stream_keeps_its_first_fault_and_drops_what_follows()
    {
        using var full = new FullStream(5);
        using var guarded = new GuardedStream(full);
        guarded.Write([1, 2, 3]);
        guarded.Check();
        guarded.Write([4, 5, 6]);
        guarded.Write([7]);
        guarded.Flush();
        Assert.Equal(7, guarded.Length);
        IOException e = Assert.Throws<IOException>(guarded.Check);
        Assert.IsType<IOException>(e.InnerException);
        Assert.Equal(3, full.Length);
    }

    private sealed class FullStream(int room) : MemoryStream
    {
        public override void Write(ReadOnlySpan<byte> buffer)
        {
            if (Length + buffer.Length > room)
                throw new IOException("No space left on device");
            base.Write(buffer);
        }
    }

    /// <summary>As somebody who may not write there; root may everywhere, so another is taken (util-linux,
    /// setpriv).</summary>
    [Fact]
    public async Task A_folder_that_cannot_be_written_is_told_at_the_start_and_while_it_runs()
    {
        using var folder = new ScratchFolder();
        const int port = 5490;
        string data = folder.File("data");
        Directory.CreateDirectory(data);
        Outside.Run("chmod", "755", folder.Path);
        Outside.Run("chmod", "777", data);
        string deck;
        string[] points;
        byte[] photo = File.ReadAllBytes(Outside.Photo("fog-empty.jpg"));
        using (ServerProcess server = ServerProcess.AsNobody(data, port))
        {
            await server.ReadyAsync();
            (deck, points) = await server.TalkAsync("Still", "One");
            foreach (string part in (string[])["blobs", "blobs/tmp", "downloads", "renditions"])
                if (Directory.Exists(Path.Combine(data, part)))
                    Outside.Run("chmod", "555", Path.Combine(data, part));
            Outside.Run("mkdir", "-p", Path.Combine(data, "downloads"));
            Outside.Run("chmod", "555", Path.Combine(data, "downloads"));
            using HttpResponseMessage answer = await server.BringAsync(deck, points[0], photo);
            Assert.Equal(HttpStatusCode.InsufficientStorage, answer.StatusCode);
            Assert.Contains(
                "cannot be written. Nothing that was saved is lost",
                await answer.Content.ReadAsStringAsync(),
                StringComparison.Ordinal
            );
            // Given the right again, it goes on.
            Outside.Run("chmod", "-R", "777", data);
            await ServerProcess.ReadAsync(await server.BringAsync(deck, points[0], photo));
        }
        Outside.Run("chmod", "-R", "a-w", data);
        using ServerProcess refused = ServerProcess.AsNobody(data, port);
        Assert.Contains(folder.Path, await refused.ErrorsAsync(), StringComparison.Ordinal);
        for (int i = 0; i < 100 && !refused.HasExited; i++)
            await Task.Delay(50);
        Assert.Equal(3, refused.ExitCode);
        Outside.Run("chmod", "-R", "777", data);
    }

    [Fact]
    public async Task A_database_that_another_program_holds_is_told_and_work_goes_on_afterwards()
    {
        using var folder = new ScratchFolder();
        using ServerProcess server = ServerProcess.Start(folder.Path, 5491);
        await server.ReadyAsync();
        (string deck, _) = await server.TalkAsync("Held", "One");
        int revision = await server.RevisionAsync(deck);
        await using (var other = new SqliteConnection($"Data Source={folder.File("jaali.db")};Pooling=False"))
        {
            await other.OpenAsync();
            await using SqliteCommand hold = other.CreateCommand();
            hold.CommandText = "BEGIN IMMEDIATE";
            await hold.ExecuteNonQueryAsync();
            using HttpResponseMessage answer = await server.Http.PostAsJsonAsync(
                $"/api/decks/{deck}/edits",
                new { revision, command = new { kind = "set-title", title = "Now" } }
            );
            Assert.Equal(HttpStatusCode.ServiceUnavailable, answer.StatusCode);
            Assert.Contains(
                "Another program holds the database",
                await answer.Content.ReadAsStringAsync(),
                StringComparison.Ordinal
            );
            // Reading goes on meanwhile.
            Assert.True((await server.Http.GetAsync($"/api/decks/{deck}")).IsSuccessStatusCode);
            hold.CommandText = "ROLLBACK";
            await hold.ExecuteNonQueryAsync();
        }
        JsonElement done = await ServerProcess.ReadAsync(
            await server.Http.PostAsJsonAsync(
                $"/api/decks/{deck}/edits",
                new { revision, command = new { kind = "set-title", title = "Now" } }
            )
        );
        Assert.Equal(revision + 1, done.GetProperty("revision").GetInt32());
    }
}
