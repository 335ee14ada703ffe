using System.Diagnostics;
using System.Net.Http.Json;
using System.Text.Json;
using Jaali.Testing;

namespace Jaali.Server.Tests;

/// <summary>The server as a process of its own, killed without warning.</summary>
public sealed class KillTests
{
    private static Process Start(string data, int port)
    {
        Process server = Process.Start(
            new ProcessStartInfo(
                "dotnet",
                [
                    Outside.File("artifacts", "bin", "Jaali.Server", "release", "Jaali.Server.dll"),
                    $"--data={data}",
                    $"--port={port}",
                ]
            )
            {
                RedirectStandardOutput = true,
                RedirectStandardError = true,
            }
        )!;
        return server;
    }

    private static async Task<HttpClient> ReadyAsync(int port)
    {
        var http = new HttpClient { BaseAddress = new Uri($"http://localhost:{port}") };
        http.DefaultRequestHeaders.Add(Guard.Header, "1");
        for (int i = 0; i < 150; i++)
        {
            try
            {
                if ((await http.GetAsync("/api/health")).IsSuccessStatusCode)
                    return http;
            }
            catch (HttpRequestException) { }
            await Task.Delay(100);
        }
        throw new TimeoutException("The server did not start.");
    }

    [Fact]
    public async Task Killed_amid_edits_and_imports_it_has_every_acknowledged_edit_and_no_broken_photo()
    {
        using var folder = new ScratchFolder();
        const int port = 5297;
        List<string> titles = [];
        string deck;
        byte[] photo = File.ReadAllBytes(Outside.File("demo", "folder", "own-record.jpg"));
        Process first = Start(folder.Path, port);
        using (HttpClient http = await ReadyAsync(port))
        {
            deck = (
                await (
                    await http.PostAsJsonAsync("/api/decks", new { title = "Killed" })
                ).Content.ReadFromJsonAsync<JsonElement>()
            )
                .GetProperty("id")
                .GetString()!;
            JsonElement edit = await (
                await http.PostAsJsonAsync(
                    $"/api/decks/{deck}/edits",
                    new { revision = 0, command = new { kind = "add-points", text = "One" } }
                )
            ).Content.ReadFromJsonAsync<JsonElement>();
            string point = edit.GetProperty("points")[0].GetProperty("id").GetString()!;
            using var stop = new CancellationTokenSource();
            // Photos go in without end beside the edits; each is another file by one byte after its end.
            Task imports = Task.Run(async () =>
            {
                for (int i = 0; !stop.IsCancellationRequested; i++)
                {
                    try
                    {
                        await http.PostAsync(
                            $"/api/decks/{deck}/points/{point}/files?name=p.jpg",
                            new ByteArrayContent([.. photo, (byte)i, (byte)(i >> 8)])
                        );
                    }
                    catch (HttpRequestException)
                    {
                        return;
                    }
                }
            });
            Task kill = Task.Run(async () =>
            {
                await Task.Delay(1500);
                first.Kill();
            });
            try
            {
                for (int i = 0; i < 10_000; i++)
                {
                    string slot = $"Title {i}";
                    int revision = (await http.GetFromJsonAsync<JsonElement>($"/api/decks/{deck}"))
                        .GetProperty("revision")
                        .GetInt32();
                    HttpResponseMessage answer = await http.PostAsJsonAsync(
                        $"/api/decks/{deck}/edits",
                        new { revision, command = new { kind = "set-title", title = slot } }
                    );
                    if (answer.IsSuccessStatusCode)
                        titles.Add(slot);
                }
            }
            catch (HttpRequestException) { }
            await kill;
            await stop.CancelAsync();
            await imports;
        }
        Assert.NotEmpty(titles);
        await first.WaitForExitAsync();
        Process second = Start(folder.Path, port);
        try
        {
            using HttpClient http = await ReadyAsync(port);
            JsonElement now = await http.GetFromJsonAsync<JsonElement>($"/api/decks/{deck}");
            // The last acknowledged title is there, or one that was saved and whose answer was lost.
            int there = int.Parse(
                    now.GetProperty("title").GetString()!.Split(' ')[1],
                    System.Globalization.CultureInfo.InvariantCulture
                ),
                last = int.Parse(titles[^1].Split(' ')[1], System.Globalization.CultureInfo.InvariantCulture);
            Assert.InRange(there, last, last + 1);
            JsonElement verified = await (
                await http.PostAsync("/api/verify", null)
            ).Content.ReadFromJsonAsync<JsonElement>();
            Assert.Equal(
                (0, 0),
                (verified.GetProperty("missing").GetArrayLength(), verified.GetProperty("damaged").GetArrayLength())
            );
            foreach (JsonElement kept in now.GetProperty("points")[0].GetProperty("kept").EnumerateArray())
                Assert.True(
                    (await http.GetAsync($"/iiif/{kept.GetString()}/full/160,/0/default.jpg")).IsSuccessStatusCode
                );
        }
        finally
        {
            second.Kill();
        }
    }

    [Fact]
    public async Task A_port_in_use_is_told_in_a_sentence()
    {
        using var folder = new ScratchFolder();
        using var listener = new System.Net.Sockets.TcpListener(System.Net.IPAddress.Loopback, 5296);
        listener.Start();
        Process server = Start(folder.Path, 5296);
        string said = await server.StandardError.ReadToEndAsync();
        await server.WaitForExitAsync();
        Assert.Equal(4, server.ExitCode);
        Assert.Contains(
            "Port 5296 is in use by another program. Close it, or choose another port with --port.",
            said,
            StringComparison.Ordinal
        );
    }
}
