using System.Net.Http.Json;
using System.Text.Json;

namespace Jaali.Benchmarks;

/// <summary>A talk made for measuring: a photo and words on every slide.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Slides">Its slides with photos.</param>
/// <param name="Photos">Its photos.</param>
internal sealed record BenchTalk(RunningServer Server, string Id, string[] Slides, string[] Photos)
{
    public int Revision { get; private set; }

    /// <summary>The title, then for each slide its photo and its words.</summary>
    public (string Ground, string Words)[] Items { get; private set; } = [];

    public static async Task<BenchTalk> MakeAsync(RunningServer server, string root, int slides)
    {
        string id = (await server.PostAsync("/api/decks", new { title = $"Measured {slides}" }))
            .GetProperty("id")
            .GetString()!;
        var made = new BenchTalk(server, id, [], []);
        await made.DoAsync(
            new
            {
                kind = "add-points",
                text = string.Join(
                    '\n',
                    Enumerable.Range(1, Math.Min(slides - 2, 198)).Select(i => $"What point {i} of the shore says")
                ),
            }
        );
        await made.DoAsync(new { kind = "make-slides" });
        JsonElement deck = await server.GetAsync($"/api/decks/{id}");
        string point = deck.GetProperty("points")[0].GetProperty("id").GetString()!;
        string[] files =
        [
            .. Directory
                .EnumerateFiles(Path.Combine(root, "demo", "photos"), "*.jpg")
                .Order(StringComparer.Ordinal)
                .Where(f => !f.Contains("dune-crest", StringComparison.Ordinal))
                .Take(12),
        ];
        var photos = new string[files.Length];
        for (int i = 0; i < files.Length; i++)
        {
            using var body = new ByteArrayContent(await File.ReadAllBytesAsync(files[i]));
            using HttpResponseMessage brought = await server.Http.PostAsync(
                $"/api/decks/{id}/points/{point}/files?name=p{i}.jpg",
                body
            );
            if (!brought.IsSuccessStatusCode)
                throw new InvalidOperationException(await brought.Content.ReadAsStringAsync());
            JsonElement photo = await brought.Content.ReadFromJsonAsync<JsonElement>();
            photos[i] = photo.GetProperty("photoId").GetString()!;
        }
        made.Revision = (await server.GetAsync($"/api/decks/{id}")).GetProperty("revision").GetInt32();
        string[] ids =
        [
            .. deck.GetProperty("slides")
                .EnumerateArray()
                .Where(s => s.GetProperty("kind").GetString() == "point")
                .Select(s => s.GetProperty("id").GetString()!),
        ];
        for (int i = 0; i < ids.Length; i++)
            await made.DoAsync(
                new
                {
                    kind = "place-ground",
                    slideId = ids[i],
                    photoId = photos[i % photos.Length],
                }
            );
        // A talk holds 200 points: slides beyond them are doubles, which follow the same points.
        for (int i = 0; ids.Length + i + 2 < slides; i++)
            await made.DoAsync(new { kind = "duplicate-slide", slideId = ids[i % ids.Length] });
        deck = await server.GetAsync($"/api/decks/{id}");
        ids =
        [
            .. deck.GetProperty("slides")
                .EnumerateArray()
                .Where(s => s.GetProperty("kind").GetString() == "point")
                .Select(s => s.GetProperty("id").GetString()!),
        ];
        Dictionary<string, (string, string)> items = deck.GetProperty("slides")
            .EnumerateArray()
            .ToDictionary(s => s.GetProperty("id").GetString()!, s => (Of(s, "frame"), Of(s, "words")));
        return new BenchTalk(server, id, ids, photos)
        {
            Revision = made.Revision,
            Items = [.. ids.Select(s => items[s])],
        };

        static string Of(JsonElement slide, string kind) =>
            slide
                .GetProperty("items")
                .EnumerateArray()
                .Select(i => i.GetProperty("item"))
                .Where(i => i.GetProperty("kind").GetString() == kind)
                .Select(i => i.GetProperty("id").GetString()!)
                .FirstOrDefault()
            ?? "";
    }

    /// <summary>One edit; its answer is read whole as a browser reads it.</summary>
    public async Task DoAsync(object command) =>
        Take(await Server.AskAsync(HttpMethod.Post, $"/api/decks/{Id}/edits", new { revision = Revision, command }));

    public async Task StepAsync(bool redo) =>
        Take(
            await Server.AskAsync(
                HttpMethod.Post,
                $"/api/decks/{Id}/{(redo ? "redo" : "undo")}",
                new { revision = Revision }
            )
        );

    // An edit that changes nothing leads to no new revision.
    private void Take(byte[] patch)
    {
        var reader = new Utf8JsonReader(patch);
        while (reader.Read())
            if (
                reader is { TokenType: JsonTokenType.PropertyName, CurrentDepth: 1 }
                && reader.ValueTextEquals("revision")
            )
            {
                reader.Read();
                Revision = reader.GetInt32();
                return;
            }
    }
}
