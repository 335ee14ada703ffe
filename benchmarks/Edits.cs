using System.Diagnostics;
using System.Net.Http.Json;
using System.Text.Json;

namespace Jaali.Benchmarks;

/// <summary>One edit, from the command to the new scene, over HTTP against the real server.</summary>
internal static class Edits
{
    public static async Task RunAsync(string root, string folder)
    {
        const int port = 5298;
        string dll = Path.Combine(root, "artifacts", "bin", "Jaali.Server", "release", "Jaali.Server.dll");
        using Process server = Process.Start(
            new ProcessStartInfo("dotnet", [dll, $"--data={Path.Combine(folder, "server")}", $"--port={port}"])
            {
                RedirectStandardOutput = true,
            }
        )!;
        try
        {
            using var http = new HttpClient { BaseAddress = new Uri($"http://localhost:{port}") };
            http.DefaultRequestHeaders.Add("X-Jaali", "1");
            for (int i = 0; i < 100; i++)
            {
                try
                {
                    await http.GetAsync("/api/health");
                    break;
                }
                catch (HttpRequestException)
                {
                    await Task.Delay(100);
                }
            }
            double[] empty = await Report.TimeAsync(
                300,
                async _ => (await http.GetAsync("/api/health")).EnsureSuccessStatusCode(),
                warm: 50
            );
            double least = Report.At(empty, .95),
                small = await DeckAsync(http, root, 20),
                large = await DeckAsync(http, root, 200);
            Report.Limit(
                "one edit of a 20-slide deck, p95 over an empty request",
                small - least,
                "ms",
                30,
                $"an empty request: {least:0.0} ms"
            );
            Report.Limit("one edit of a 200-slide deck, p95 over an empty request", large - least, "ms", 30);
            Report.Limit("one edit of a 200-slide deck, command to new scene, p95", large, "ms", 50);
        }
        finally
        {
            server.Kill();
        }
    }

    private static async Task<double> DeckAsync(HttpClient http, string root, int slides)
    {
        JsonElement deck = await (
            await http.PostAsJsonAsync("/api/decks", new { title = $"Bench {slides}" })
        ).Content.ReadFromJsonAsync<JsonElement>();
        string id = deck.GetProperty("id").GetString()!;
        int revision = 0;
        async Task<JsonElement> Do(object command)
        {
            HttpResponseMessage answer = await http.PostAsJsonAsync(
                $"/api/decks/{id}/edits",
                new { revision, command }
            );
            answer.EnsureSuccessStatusCode();
            JsonElement edit = await answer.Content.ReadFromJsonAsync<JsonElement>();
            revision = edit.GetProperty("deck").GetProperty("revision").GetInt32();
            return edit;
        }
        JsonElement points = (
            await Do(
                new
                {
                    kind = "add-points",
                    text = string.Join(
                        '\n',
                        Enumerable.Range(1, slides - 2).Select(i => $"What point {i} of the shore says")
                    ),
                }
            )
        )
            .GetProperty("deck")
            .GetProperty("points");
        JsonElement all = (await Do(new { kind = "make-slides" })).GetProperty("deck").GetProperty("slides");
        string[] files =

            [
                .. Directory
                    .EnumerateFiles(Path.Combine(root, "demo", "photos"), "*.jpg")
                    .Order(StringComparer.Ordinal)
                    .Where(f => !f.Contains("dune-crest", StringComparison.Ordinal))
                    .Take(12),
            ],
            photos = new string[files.Length];
        for (int i = 0; i < files.Length; i++)
        {
            using var body = new ByteArrayContent(await File.ReadAllBytesAsync(files[i]));
            JsonElement brought = await (
                await http.PostAsync(
                    $"/api/decks/{id}/points/{points[i % points.GetArrayLength()].GetProperty("id").GetString()}/files?name=p.jpg",
                    body
                )
            ).Content.ReadFromJsonAsync<JsonElement>();
            photos[i] = brought.GetProperty("photoId").GetString()!;
        }
        revision = (await http.GetFromJsonAsync<JsonElement>($"/api/decks/{id}")).GetProperty("revision").GetInt32();
        string[] ids = [.. all.EnumerateArray().Skip(1).SkipLast(1).Select(s => s.GetProperty("id").GetString()!)];
        for (int i = 0; i < ids.Length; i++)
            await Do(
                new
                {
                    kind = "place-ground",
                    slideId = ids[i],
                    photoId = photos[i % photos.Length],
                }
            );
        double[] times = await Report.TimeAsync(
            200,
            i =>
                Do(
                    Math.Abs(i) % 2 == 0
                        ? new
                        {
                            kind = "reframe",
                            slideId = ids[Math.Abs(i) % ids.Length],
                            crop = (object)
                                new
                                {
                                    x = .1 + Math.Abs(i) % 7 * .01,
                                    y = .1,
                                    width = .8,
                                    height = .8,
                                },
                        }
                        : (object)
                            new
                            {
                                kind = "set-notes",
                                slideId = ids[Math.Abs(i) % ids.Length],
                                notes = $"Note {i}",
                            }
                ),
            warm: 200
        );
        return Report.At(times, .95);
    }
}
