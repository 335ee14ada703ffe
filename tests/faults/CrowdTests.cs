using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using Jaali.Testing;
using Microsoft.AspNetCore.SignalR.Client;

namespace Jaali.Faults.Tests;

/// <summary>Many at once: on one deck, on one record, with one photo, with one search, and with more than is
/// good.</summary>
public sealed class CrowdTests
{
    /// <summary>20 clients for five seconds, or 50 for a minute: each acknowledged edit is there, no answer is a
    /// fault, and memory stays small.</summary>
    [Fact]
    public async Task Many_clients_on_one_deck_and_one_record_lose_nothing()
    {
        using var folder = new ScratchFolder();
        using ServerProcess server = ServerProcess.Start(folder.Path, 5489);
        await server.ReadyAsync();
        (int clients, int seconds) = ServerProcess.Long ? (50, 60) : (20, 5);
        (string deck, string[] points) = await server.TalkAsync(
            "Crowd",
            [.. Enumerable.Range(0, clients).Select(n => $"Point {n}")]
        );
        JsonElement came = await ServerProcess.ReadAsync(
            await server.BringAsync(deck, points[0], File.ReadAllBytes(Outside.Photo("fog-empty.jpg")))
        );
        string photo = came.GetProperty("photoId").GetString()!;
        int[] last = new int[clients];
        int edits = 0,
            stale = 0,
            faults = 0,
            corrections = 0,
            conflicts = 0;
        System.Collections.Concurrent.ConcurrentBag<double> took = [];
        // At first as fast as answers come; then as people do, an edit a second each, which is when answers are timed.
        long half = Stopwatch.GetTimestamp() + seconds * Stopwatch.Frequency / 2,
            end = half + seconds * Stopwatch.Frequency / 2;
        // Three hostile files are being read all the while: they hold up nobody.
        Task<int>[] hostile =
        [
            .. new[]
            {
                HostileFiles.FormsThatDouble(),
                HostileFiles.PackedTwice(),
                HostileFiles.FormsThatDouble(),
            }.Select(f => HostileAsync(server, f, end)),
        ];
        await Task.WhenAll(
            Enumerable
                .Range(0, clients)
                .Select(async n =>
                {
                    for (int i = 1; Stopwatch.GetTimestamp() < end; i++)
                    {
                        bool calm = Stopwatch.GetTimestamp() > half;
                        if (calm)
                            await Task.Delay(700 + n * 37 % 600);
                        int revision = await server.RevisionAsync(deck);
                        long from = Stopwatch.GetTimestamp();
                        using HttpResponseMessage answer = await server.Http.PostAsJsonAsync(
                            $"/api/decks/{deck}/edits",
                            new
                            {
                                revision,
                                command = new
                                {
                                    kind = "edit-point",
                                    pointId = points[n],
                                    wording = $"Point {n} at {i}",
                                },
                            }
                        );
                        if (calm)
                            took.Add(Stopwatch.GetElapsedTime(from).TotalMilliseconds);
                        Count(answer);
                        if (answer.IsSuccessStatusCode)
                        {
                            last[n] = i;
                            Interlocked.Increment(ref edits);
                        }
                        else if (answer.StatusCode == HttpStatusCode.Conflict)
                            Interlocked.Increment(ref stale);
                        if (i % 5 != 0)
                            continue;
                        int version = (await server.Http.GetFromJsonAsync<JsonElement>($"/api/decks/{deck}"))
                            .GetProperty("photos")
                            .GetProperty(photo)
                            .GetProperty("version")
                            .GetInt32();
                        using HttpResponseMessage corrected = await server.Http.PutAsJsonAsync(
                            $"/api/photos/{photo}/record",
                            new
                            {
                                maker = $"Client {n} at {i}",
                                settle = false,
                                version,
                            }
                        );
                        Count(corrected);
                        if (corrected.IsSuccessStatusCode)
                            Interlocked.Increment(ref corrections);
                        else if (corrected.StatusCode == HttpStatusCode.Conflict)
                            Interlocked.Increment(ref conflicts);
                    }
                })
        );
        JsonElement now = await server.Http.GetFromJsonAsync<JsonElement>($"/api/decks/{deck}");
        for (int n = 0; n < clients; n++)
            Assert.Equal(
                last[n] == 0 ? $"Point {n}" : $"Point {n} at {last[n]}",
                now.GetProperty("points")[n].GetProperty("wording").GetString()
            );
        Assert.Equal(0, faults);
        // Every correction that was taken is among the evidence, beside what the file said.
        JsonElement evidence = await server.Http.GetFromJsonAsync<JsonElement>($"/api/photos/{photo}/evidence");
        Assert.Equal(corrections + 1, evidence.GetArrayLength());
        double peak = server.PeakMegabytes();
        Assert.InRange(peak, 1, 700);
        int read = (await Task.WhenAll(hostile)).Sum();
        Assert.True(read > 0, "No hostile file came to its end.");
        double[] all = [.. took.Order()];
        Console.WriteLine(
            string.Create(
                CultureInfo.InvariantCulture,
                $"samples: {clients} clients for {seconds} s, {edits} edits ({stale} late; of 100 answers 99 within "
                    + $"{all[(int)(all.Length * .99)]:0} ms), {corrections} corrections ({conflicts} late), beside "
                    + $"{read} hostile files, peak {peak:0} MB: 0 of 0 lost as expected."
            )
        );

        void Count(HttpResponseMessage answer)
        {
            if ((int)answer.StatusCode >= 500)
                Interlocked.Increment(ref faults);
        }
    }

    // The same file again and again until the end; each is read, or refused with a sentence, and never a fault.
    private static async Task<int> HostileAsync(ServerProcess server, byte[] file, long end)
    {
        int read = 0;
        while (read == 0 || Stopwatch.GetTimestamp() < end)
        {
            var id = Guid.NewGuid();
            using var content = new ByteArrayContent(file);
            content.Headers.ContentType = new("application/octet-stream");
            using HttpResponseMessage brought = await server.Http.PostAsync(
                $"/api/incoming/{id}/files?name=talk.pdf",
                content
            );
            brought.EnsureSuccessStatusCode();
            JsonElement job = await ServerProcess.ReadAsync(
                await server.Http.PostAsync($"/api/incoming/{id}/read", null)
            );
            JsonElement ended = await server.EndedAsync(job);
            Assert.DoesNotContain("fault in Jaali", ended.GetProperty("message").GetString(), StringComparison.Ordinal);
            read++;
        }
        return read;
    }

    [Fact]
    public async Task Two_windows_on_one_record_the_second_is_told_that_it_is_late()
    {
        using var folder = new ScratchFolder();
        using ServerProcess server = ServerProcess.Start(folder.Path, 5488);
        await server.ReadyAsync();
        (string deck, string[] points) = await server.TalkAsync("Two", "One");
        string photo = (
            await ServerProcess.ReadAsync(
                await server.BringAsync(deck, points[0], File.ReadAllBytes(Outside.Photo("fog-empty.jpg")))
            )
        )
            .GetProperty("photoId")
            .GetString()!;
        for (int n = 0; n < 20; n++)
        {
            // Both saw the same version; one of them is carried out, and the other knows.
            HttpStatusCode[] both = await Task.WhenAll(
                new object[]
                {
                    new
                    {
                        maker = $"A{n}",
                        settle = false,
                        version = n,
                    },
                    new
                    {
                        title = $"B{n}",
                        settle = false,
                        version = n,
                    },
                }.Select(async r => (await server.Http.PutAsJsonAsync($"/api/photos/{photo}/record", r)).StatusCode)
            );
            Assert.Equal([HttpStatusCode.NoContent, HttpStatusCode.Conflict], both.Order());
        }
        // Who names no version adds to what is there.
        Assert.Equal(
            HttpStatusCode.NoContent,
            (
                await server.Http.PutAsJsonAsync($"/api/photos/{photo}/record", new { maker = "Last", settle = false })
            ).StatusCode
        );
    }

    [Fact]
    public async Task An_edit_that_is_sent_twice_under_one_mark_is_done_once()
    {
        using var folder = new ScratchFolder();
        string deck;
        using (ServerProcess server = ServerProcess.Start(folder.Path, 5487))
        {
            await server.ReadyAsync();
            (deck, _) = await server.TalkAsync("Twice", "One");
            using HttpResponseMessage first = await SendAsync(server, deck, 1, "Two");
            Assert.True(first.IsSuccessStatusCode);
        }
        // The answer was lost, and the server started anew meanwhile.
        using ServerProcess again = ServerProcess.Start(folder.Path, 5487);
        await again.ReadyAsync();
        JsonElement patch = await ServerProcess.ReadAsync(await SendAsync(again, deck, 1, "Two"));
        Assert.Equal(2, patch.GetProperty("revision").GetInt32());
        JsonElement now = await again.Http.GetFromJsonAsync<JsonElement>($"/api/decks/{deck}");
        Assert.Equal(2, now.GetProperty("points").GetArrayLength());
        // Taking back, too.
        for (int n = 0; n < 2; n++)
        {
            using var undo = new HttpRequestMessage(HttpMethod.Post, $"/api/decks/{deck}/undo")
            {
                Content = JsonContent.Create(new { revision = 2 }),
            };
            undo.Headers.Add(Author.EditHeader, "undo-1");
            JsonElement undone = await ServerProcess.ReadAsync(await again.Http.SendAsync(undo));
            Assert.Equal(3, undone.GetProperty("revision").GetInt32());
        }
    }

    private static async Task<HttpResponseMessage> SendAsync(
        ServerProcess server,
        string deck,
        int revision,
        string text
    )
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, $"/api/decks/{deck}/edits")
        {
            Content = JsonContent.Create(new { revision, command = new { kind = "add-points", text } }),
        };
        request.Headers.Add(Author.EditHeader, "mark-1");
        return await server.Http.SendAsync(request);
    }

    [Fact]
    public async Task One_photo_and_one_search_many_times_at_once_are_no_fault()
    {
        using var folder = new ScratchFolder();
        using ServerProcess server = ServerProcess.Start(folder.Path, 5486);
        await server.ReadyAsync();
        (string deck, string[] points) = await server.TalkAsync("Same", "One");
        byte[] photo = File.ReadAllBytes(Outside.Photo("fog-empty.jpg"));
        HttpStatusCode[] all = await Task.WhenAll(
            Enumerable
                .Range(0, 24)
                .Select(async n =>
                    n % 2 == 0
                        ? (await server.BringAsync(deck, points[0], photo)).StatusCode
                        : (
                            await server.Http.PostAsJsonAsync(
                                $"/api/decks/{deck}/points/{points[0]}/searches",
                                new { words = "dunes" }
                            )
                        ).StatusCode
                )
        );
        Assert.All(all, s => Assert.True((int)s < 500, s.ToString()));
        Assert.Equal(
            ["dunes"],
            (await server.Http.GetFromJsonAsync<string[]>($"/api/decks/{deck}/points/{points[0]}/searches"))!
        );
    }

    [Fact]
    public async Task A_flood_is_told_to_wait_and_the_server_lives_on()
    {
        using var folder = new ScratchFolder();
        using ServerProcess server = ServerProcess.Start(folder.Path, 5485);
        await server.ReadyAsync();
        int[] seen = new int[600];
        using var stop = new CancellationTokenSource(TimeSpan.FromSeconds(20));
        string? wait = null;
        await Task.WhenAll(
            Enumerable
                .Range(0, 40)
                .Select(async _ =>
                {
                    while (seen[429] == 0 && !stop.IsCancellationRequested)
                    {
                        using HttpResponseMessage answer = await server.Http.GetAsync("/api/health");
                        Interlocked.Increment(ref seen[(int)answer.StatusCode]);
                        if ((int)answer.StatusCode == 429)
                            wait = answer.Headers.RetryAfter?.ToString();
                    }
                })
        );
        Assert.True(seen[200] >= Core.Limits.Incoming.Burst, $"{seen[200]} answers");
        Assert.True(seen[429] > 0);
        Assert.Equal("1", wait);
        await Task.Delay(1500);
        Assert.True((await server.Http.GetAsync("/api/decks")).IsSuccessStatusCode);
    }

    [Fact]
    public async Task A_socket_joins_decks_that_there_are_and_no_more_than_it_may()
    {
        using var folder = new ScratchFolder();
        using ServerProcess server = ServerProcess.Start(folder.Path, 5484);
        await server.ReadyAsync();
        (string deck, string[] points) = await server.TalkAsync("Live", "One");
        await using HubConnection socket = new HubConnectionBuilder()
            .WithUrl($"http://localhost:5484/live", o => o.Headers.Add(OriginGuard.Header, "1"))
            .Build();
        await socket.StartAsync();
        for (int n = 0; n < 200; n++)
            Assert.False(await socket.InvokeAsync<bool>("Join", Guid.NewGuid()));
        Assert.True(await socket.InvokeAsync<bool>("Join", Guid.Parse(deck)));
        var told = new TaskCompletionSource<JsonElement>();
        socket.On<JsonElement>("deckChanged", told.SetResult);
        await server.EditAsync(
            deck,
            new
            {
                kind = "edit-point",
                pointId = points[0],
                wording = "New",
            }
        );
        Assert.Equal(2, (await told.Task.WaitAsync(TimeSpan.FromSeconds(5))).GetProperty("revision").GetInt32());
        // The window that makes an edit has it in its answer and is not told again; what others do it is told.
        socket.Remove("deckChanged");
        var next = new TaskCompletionSource<JsonElement>();
        socket.On<JsonElement>("deckChanged", patch => next.TrySetResult(patch));
        foreach ((int revision, string? listener) in new[] { (2, socket.ConnectionId), (3, null) })
        {
            using HttpRequestMessage own = new(HttpMethod.Post, $"/api/decks/{deck}/edits")
            {
                Content = JsonContent.Create(
                    new
                    {
                        revision,
                        command = new
                        {
                            kind = "edit-point",
                            pointId = points[0],
                            wording = $"Newer {revision}",
                        },
                    }
                ),
            };
            if (listener is not null)
                own.Headers.Add(Author.ListenerHeader, listener);
            using HttpResponseMessage answer = await server.Http.SendAsync(own);
            Assert.True(answer.IsSuccessStatusCode);
        }
        Assert.Equal(4, (await next.Task.WaitAsync(TimeSpan.FromSeconds(5))).GetProperty("revision").GetInt32());
        for (int n = 1; n < Core.Limits.Incoming.LiveDecks; n++)
            Assert.True(
                await socket.InvokeAsync<bool>("Join", Guid.Parse((await server.TalkAsync($"T{n}", "One")).Deck))
            );
        Assert.False(await socket.InvokeAsync<bool>("Join", Guid.Parse((await server.TalkAsync("Last", "One")).Deck)));
        // A message that is too long ends the connection, and nothing else.
        await Assert.ThrowsAnyAsync<Exception>(() => socket.InvokeAsync<bool>("Join", new string('x', 100_000)));
        Assert.True((await server.Http.GetAsync("/api/health")).IsSuccessStatusCode);
    }
}
