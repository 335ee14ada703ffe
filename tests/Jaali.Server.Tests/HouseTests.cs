using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using System.Text.Json.Nodes;
using Jaali.Core.Editing;
using Jaali.Store;
using Jaali.Testing;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.Extensions.DependencyInjection;

namespace Jaali.Server.Tests;

/// <summary>Patches, whose edit is taken back, what enters, jobs and what is remembered, over HTTP against a real
/// store.</summary>
public sealed class HouseTests : IDisposable
{
    private readonly ScratchFolder _folder = new();
    private WebApplicationFactory<Program> _factory;

    public HouseTests() => _factory = Start();

    private WebApplicationFactory<Program> Start() =>
        new WebApplicationFactory<Program>().WithWebHostBuilder(b => b.UseSetting("data", _folder.Path));

    private T Get<T>()
        where T : notnull => _factory.Services.GetRequiredService<T>();

    /// <summary>Someone with a browser: what is known there is kept up by patches alone.</summary>
    private sealed class Person(HttpClient http, string deck)
    {
        public int Revision { get; private set; } = -1;
        public SortedDictionary<string, string> Slides { get; } = [];
        public SortedDictionary<string, string> Scenes { get; } = [];
        public string[] Order { get; private set; } = [];

        public string Slide(int n) => Slides[Order[n]];

        public string Scene(int n) => Scenes[Order[n]];

        public string Everything => string.Join('\n', Order.Select(o => o + Slides[o] + Scenes[o]));
        public JsonNode Last { get; private set; } = new JsonObject();

        public async Task<HttpResponseMessage> EditAsync(object command)
        {
            HttpResponseMessage answer = await http.PostAsJsonAsync(
                $"/api/decks/{deck}/edits",
                new { revision = Revision, command }
            );
            if (answer.IsSuccessStatusCode)
                Take((await answer.Content.ReadFromJsonAsync<JsonNode>())!);
            return answer;
        }

        public async Task<string> StepAsync(string way)
        {
            HttpResponseMessage answer = await http.PostAsJsonAsync(
                $"/api/decks/{deck}/{way}",
                new { revision = Revision }
            );
            JsonNode told = (await answer.Content.ReadFromJsonAsync<JsonNode>())!;
            if (!answer.IsSuccessStatusCode)
                return (string)told["type"]!;
            Take(told);
            return "";
        }

        public async Task CatchUpAsync() =>
            Take(
                (
                    await http.GetFromJsonAsync<JsonNode>(
                        $"/api/decks/{deck}/changes" + (Revision < 0 ? "" : $"?since={Revision}")
                    )
                )!
            );

        public void Take(JsonNode patch)
        {
            Last = patch;
            if (patch["from"] is null)
            {
                Slides.Clear();
                Scenes.Clear();
            }
            Revision = (int)patch["revision"]!;
            foreach (JsonNode? s in patch["slides"]!.AsArray())
                Slides[(string)s!["id"]!] = s.ToJsonString();
            foreach (JsonNode? id in patch["sceneSlides"]!.AsArray())
                Scenes[(string)id!] = string.Concat(
                    patch["scenes"]!
                        .AsArray()
                        .Where(s => (string)s!["slideId"]! == (string)id!)
                        .Select(s => s!.ToJsonString())
                );
            if (patch["slideOrder"] is JsonArray order)
            {
                Order = [.. order.Select(o => (string)o!)];
                foreach (string gone in Slides.Keys.Except(order.Select(o => (string)o!)).ToArray())
                {
                    Slides.Remove(gone);
                    Scenes.Remove(gone);
                }
            }
        }
    }

    private HttpClient Browser(string author)
    {
        HttpClient http = _factory.CreateClient();
        http.DefaultRequestHeaders.Add(OriginGuard.Header, "1");
        http.DefaultRequestHeaders.Add(Author.Header, author);
        return http;
    }

    private static async Task<string> DeckAsync(HttpClient http, string points = "One\nTwo\nThree")
    {
        HttpResponseMessage made = await http.PostAsJsonAsync("/api/decks", new { title = "Low water" });
        string id = (string)(await made.Content.ReadFromJsonAsync<JsonNode>())!["id"]!;
        var person = new Person(http, id);
        await person.CatchUpAsync();
        (await person.EditAsync(new { kind = "add-points", text = points })).EnsureSuccessStatusCode();
        (await person.EditAsync(new { kind = "make-slides" })).EnsureSuccessStatusCode();
        return id;
    }

    private static string Words(Person p, int slide) =>
        JsonNode.Parse(p.Slide(slide))!["items"]![0]!["item"]!["id"]!.ToString();

    private static object Write(Person p, int slide, string text) =>
        new
        {
            kind = "edit-item",
            slideId = p.Order[slide],
            itemId = Words(p, slide),
            edit = new { kind = "words", text },
        };

    private static async Task<string> Problem(HttpResponseMessage answer, HttpStatusCode status)
    {
        Assert.Equal(status, answer.StatusCode);
        JsonNode problem = (await answer.Content.ReadFromJsonAsync<JsonNode>())!;
        Assert.Matches(@"\.$", (string)problem["detail"]!);
        return (string)problem["type"]!;
    }

    /// <summary>Two people edit in turn, at once and behind each other; both always end with the same slides and
    /// scenes,
    /// and they are those of the deck.</summary>
    [Fact]
    public async Task Two_who_edit_always_see_the_same()
    {
        using HttpClient a = Browser("ann"),
            b = Browser("ben");
        string id = await DeckAsync(a);
        Person ann = new(a, id),
            ben = new(b, id);
        await ann.CatchUpAsync();
        await ben.CatchUpAsync();
        var random = new Random(7);
        for (int i = 0; i < 40; i++)
        {
            Person who = random.Next(2) == 0 ? ann : ben;
            int slide = random.Next(who.Slides.Count);
            bool words = who.Slide(slide).Contains("\"words\"", StringComparison.Ordinal);
            object command =
                words && i % 3 != 0
                    ? Write(who, slide, $"Said {i}")
                    : new
                    {
                        kind = "set-notes",
                        slideId = who.Order[slide],
                        notes = $"n{i}",
                    };
            HttpResponseMessage answer = await who.EditAsync(command);
            if (answer.StatusCode == HttpStatusCode.Conflict)
                await who.CatchUpAsync();
            else
                answer.EnsureSuccessStatusCode();
            // What came with the answer holds what the other did meanwhile.
            if (who.Last["from"] is { } from)
                Assert.True((int)from! < who.Revision);
        }
        await ann.CatchUpAsync();
        await ben.CatchUpAsync();
        var fresh = new Person(a, id);
        await fresh.CatchUpAsync();
        Assert.Equal(fresh.Everything, ann.Everything);
        Assert.Equal(fresh.Everything, ben.Everything);
    }

    [Fact]
    public async Task Two_who_edit_two_items_of_one_slide_merge()
    {
        using HttpClient a = Browser("ann"),
            b = Browser("ben");
        string id = await DeckAsync(a);
        Person ann = new(a, id);
        await ann.CatchUpAsync();
        string slide = ann.Order[1];
        await ann.EditAsync(
            new
            {
                kind = "add-item",
                slideId = slide,
                item = new { kind = "words", text = "Beside" },
            }
        );
        Person ben = new(b, id);
        await ben.CatchUpAsync();
        JsonNode items = JsonNode.Parse(ann.Slides[slide])!["items"]!;
        object Say(int n, string text) =>
            new
            {
                kind = "edit-item",
                slideId = slide,
                itemId = (string)items[n]!["item"]!["id"]!,
                edit = new { kind = "words", text },
            };
        Assert.Equal(HttpStatusCode.OK, (await ann.EditAsync(Say(0, "Ann was here"))).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await ben.EditAsync(Say(1, "Ben was here"))).StatusCode);
        // Ben's answer leads from his own revision: Ann's words are in it.
        Assert.Contains("Ann was here", ben.Scenes[slide], StringComparison.Ordinal);
        Assert.Equal("urn:jaali:stale", await Problem(await ann.EditAsync(Say(1, "Ann too")), HttpStatusCode.Conflict));
    }

    [Fact]
    public async Task Each_takes_back_their_own_and_is_told_where_someone_built_on_it()
    {
        using HttpClient a = Browser("ann"),
            b = Browser("ben");
        string id = await DeckAsync(a);
        Person ann = new(a, id),
            ben = new(b, id);
        await ann.CatchUpAsync();
        await ann.EditAsync(Write(ann, 1, "Ann one"));
        await ann.EditAsync(Write(ann, 2, "Ann two"));
        await ben.CatchUpAsync();
        await ben.EditAsync(Write(ben, 3, "Ben three"));
        Assert.Equal("", await ann.StepAsync("undo"));
        Assert.Contains("Ben three", ann.Scene(3), StringComparison.Ordinal);
        Assert.DoesNotContain("Ann two", ann.Scene(2), StringComparison.Ordinal);
        Assert.Equal("", await ann.StepAsync("redo"));
        Assert.Contains("Ann two", ann.Scene(2), StringComparison.Ordinal);
        // Ben builds on Ann's second edit; it is passed over with a word, and the one before it goes next.
        await ben.CatchUpAsync();
        await ben.EditAsync(Write(ben, 2, "Ben over Ann"));
        Assert.Equal("urn:jaali:changed-since", await ann.StepAsync("undo"));
        Assert.Equal("", await ann.StepAsync("undo"));
        await ann.CatchUpAsync();
        Assert.DoesNotContain("Ann one", ann.Scene(1), StringComparison.Ordinal);
        Assert.Contains("Ben over Ann", ann.Scene(2), StringComparison.Ordinal);
        // After a restart it is still known whose edit was whose.
        await _factory.DisposeAsync();
        _factory = Start();
        using HttpClient again = Browser("ben");
        Person later = new(again, id);
        await later.CatchUpAsync();
        Assert.Equal("", await later.StepAsync("undo"));
        Assert.Contains("Ann two", later.Scene(2), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_revision_that_is_not_remembered_gets_the_whole_and_a_known_one_only_what_changed()
    {
        using HttpClient a = Browser("ann");
        string id = await DeckAsync(a);
        Person ann = new(a, id);
        await ann.CatchUpAsync();
        Assert.Null(ann.Last["from"]);
        int known = ann.Revision;
        await ann.EditAsync(new { kind = "set-title", title = "Ebb" });
        await ann.EditAsync(Write(ann, 1, "Anew"));
        JsonNode since = (await a.GetFromJsonAsync<JsonNode>($"/api/decks/{id}/changes?since={known}"))!;
        Assert.Equal(known, (int)since["from"]!);
        Assert.Equal("Ebb", (string)since["header"]!["title"]!);
        // The opening borrows the title; its slide and that of the words, and no other.
        Assert.Equal(2, since["sceneSlides"]!.AsArray().Count);
        Assert.Null(since["slideOrder"]);
        await _factory.DisposeAsync();
        _factory = Start();
        using HttpClient later = Browser("ann");
        since = (await later.GetFromJsonAsync<JsonNode>($"/api/decks/{id}/changes?since={known}"))!;
        Assert.Null(since["from"]);
        Assert.Equal(5, since["slides"]!.AsArray().Count);
        // Another mark of the records means that scenes may differ without any edit.
        JsonNode other = (
            await later.GetFromJsonAsync<JsonNode>($"/api/decks/{id}/changes?since={known + 2}&records=x")
        )!;
        Assert.Null(other["from"]);
    }

    [Theory]
    [InlineData(
        """{"kind":"edit-item","slideId":"S","itemId":"I","edit":{"kind":"words","spot":9}}""",
        "unknown-choice"
    )]
    [InlineData("""{"kind":"edit-point","pointId":"P","facts":[null]}""", "missing")]
    [InlineData("""{"kind":"edit-point","pointId":"P","facts":[{"text":null,"reference":""}]}""", "missing")]
    [InlineData("""{"kind":"edit-point","pointId":"P","searchWords":[null]}""", "missing")]
    [InlineData("""{"kind":"set-time-slot","minutes":1e999}""", "bad-number")]
    [InlineData("""{"kind":"set-title","title":null}""", "missing")]
    [InlineData("""{"kind":"set-declared-use","use":null}""", "missing")]
    [InlineData("""{"kind":"set-declared-use","use":{"audience":77}}""", "unknown-choice")]
    [InlineData("""{"kind":"add-item","slideId":"S","item":null}""", "missing")]
    [InlineData("""{"kind":"add-item","slideId":"S","item":{"kind":"frame","tone":99}}""", "unknown-choice")]
    [InlineData(
        """{"kind":"place-item","slideId":"S","itemId":"I","rect":{"x":1e999,"y":0,"width":9,"height":9}}""",
        "bad-number"
    )]
    public async Task Whatever_enters_is_checked_and_refused_in_a_sentence(string command, string code)
    {
        using HttpClient a = Browser("ann");
        string id = await DeckAsync(a);
        Person ann = new(a, id);
        await ann.CatchUpAsync();
        string point = (string)ann.Last["pointOrder"]![0]!,
            sent = command
                .Replace("\"S\"", $"\"{ann.Order[1]}\"", StringComparison.Ordinal)
                .Replace("\"I\"", $"\"{Words(ann, 1)}\"", StringComparison.Ordinal)
                .Replace("\"P\"", $"\"{point}\"", StringComparison.Ordinal);
        HttpResponseMessage answer = await a.PostAsync(
            $"/api/decks/{id}/edits",
            new StringContent(
                $"{{\"revision\":{ann.Revision},\"command\":{sent}}}",
                System.Text.Encoding.UTF8,
                "application/json"
            )
        );
        Assert.Equal("urn:jaali:" + code, await Problem(answer, HttpStatusCode.UnprocessableEntity));
        int before = ann.Revision;
        await ann.CatchUpAsync();
        Assert.Equal(before, ann.Revision);
    }

    [Fact]
    public async Task An_export_is_found_under_its_own_deck_survives_a_restart_and_goes_with_it()
    {
        using HttpClient a = Browser("ann");
        string mine = await DeckAsync(a),
            other = await DeckAsync(a);
        HttpResponseMessage asked = await a.PostAsJsonAsync($"/api/decks/{mine}/copies", new { form = "pdf" });
        string job = (string)(await asked.Content.ReadFromJsonAsync<JsonNode>())!["id"]!;
        JsonNode end = await a.EndAsync(job);
        Assert.Equal("done", (string)end["state"]!);
        Assert.Equal(HttpStatusCode.OK, (await a.GetAsync((string)end["result"]!)).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await a.GetAsync($"/api/decks/{other}/copies/{job}")).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await a.DeleteAsync($"/api/jobs/{job}")).StatusCode);

        await _factory.DisposeAsync();
        _factory = Start();
        using HttpClient again = Browser("ann");
        Assert.Equal(HttpStatusCode.OK, (await again.GetAsync($"/api/decks/{mine}/copies/{job}")).StatusCode);
        string file = CopyJob.FileOf(Get<DataFolder>(), Guid.Parse(job));
        Assert.True(File.Exists(file));
        (await again.DeleteAsync($"/api/decks/{mine}")).EnsureSuccessStatusCode();
        Assert.False(File.Exists(file));
    }

    [Fact]
    public async Task What_a_restart_interrupts_is_begun_anew_and_old_results_are_removed()
    {
        string deck;
        using (HttpClient a = Browser("ann"))
            deck = await DeckAsync(a);
        JobRow Row(string state, DateTimeOffset? ended) =>
            new()
            {
                Id = Guid.NewGuid(),
                DeckId = Guid.Parse(deck),
                Kind = CopyJob.Name,
                State = state,
                StartedAt = DateTimeOffset.UtcNow,
                EndedAt = ended,
            };
        JobRow running = Row("Running", null),
            old = Row("Done", DateTimeOffset.UtcNow.AddDays(-8)),
            recent = Row("Done", DateTimeOffset.UtcNow.AddDays(-6)),
            unknown = Row("Waiting", null);
        unknown.Kind = "of-another-version";
        foreach (JobRow row in new[] { running, old, recent, unknown })
            await Get<JobStore>().PutAsync(row);
        string file = CopyJob.FileOf(Get<DataFolder>(), old.Id);
        File.WriteAllText(file, "old");
        await _factory.DisposeAsync();
        _factory = Start();
        using HttpClient again = Browser("ann");
        Assert.Equal("done", (string)(await again.EndAsync(running.Id.ToString()))["state"]!);
        Assert.True(File.Exists(CopyJob.FileOf(Get<DataFolder>(), running.Id)));
        Assert.Equal("failed", (string)(await again.EndAsync(unknown.Id.ToString()))["state"]!);
        Assert.Equal(HttpStatusCode.NotFound, (await again.GetAsync($"/api/jobs/{old.Id}")).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await again.GetAsync($"/api/jobs/{recent.Id}")).StatusCode);
        Assert.False(File.Exists(file));
    }

    private static async Task<string> BringAsync(HttpClient http, string deck, string point)
    {
        HttpResponseMessage brought = await http.PostAsync(
            $"/api/decks/{deck}/points/{point}/files?name=photo.jpg",
            new ByteArrayContent(File.ReadAllBytes(Outside.File("demo", "folder", "own-record.jpg")))
        );
        brought.EnsureSuccessStatusCode();
        return (string)(await brought.Content.ReadFromJsonAsync<JsonNode>())!["photoId"]!;
    }

    /// <summary>The client asks for no width that the server does not keep ready, and those it asks for first are made
    /// when the photo is taken.</summary>
    [Fact]
    public async Task The_widths_that_are_offered_are_the_widths_that_are_kept()
    {
        using HttpClient a = Browser("ann");
        string deck = await DeckAsync(a);
        Person ann = new(a, deck);
        await ann.CatchUpAsync();
        string photo = await BringAsync(a, deck, (string)ann.Last["pointOrder"]![0]!);
        await ann.CatchUpAsync();
        JsonNode view = ann.Last["photos"]!.AsArray().Single(p => (string)p!["id"]! == photo)!;
        Assert.StartsWith("data:image/webp;base64,", (string)view["preview"]!, StringComparison.Ordinal);
        Assert.InRange(((string)view["preview"]!).Length, 60, 1200);
        int own = (int)view["width"]!;
        int[] widths = [.. view["widths"]!.AsArray().Select(w => (int)w!)];
        Assert.Equal(own, widths[^1]);
        Assert.Equal([.. Renditions.Ladder.Where(w => w < own), own], widths);
        string kept = Path.GetDirectoryName(Get<DataFolder>().Derived(photo, "x"))!;
        foreach (int first in new[] { 320, 960 }.Where(w => w < own))
            Assert.Contains(Directory.GetFiles(kept), f => f.Contains($"_{first}x", StringComparison.Ordinal));
        foreach (int width in widths)
        {
            string size = width == own ? "max" : $"{width},";
            byte[] bytes = await a.GetByteArrayAsync($"/iiif/{photo}/full/{size}/0/default.jpg");
            using SkiaSharp.SKBitmap picture = SkiaSharp.SKBitmap.Decode(bytes);
            Assert.Equal(width, picture.Width);
        }
        // The slide got its photo by keeping it, framed and credited.
        Assert.Contains(photo, ann.Scene(1), StringComparison.Ordinal);
        Assert.Contains("\"role\":\"credit\"", ann.Scene(1), StringComparison.Ordinal);
    }

    /// <summary>What is remembered of scenes, ledger and views is forgotten when what it rests on changes.</summary>
    [Fact]
    public async Task A_corrected_record_is_seen_everywhere_at_once()
    {
        using HttpClient a = Browser("ann");
        string deck = await DeckAsync(a);
        Person ann = new(a, deck);
        await ann.CatchUpAsync();
        string photo = await BringAsync(a, deck, (string)ann.Last["pointOrder"]![0]!);
        await ann.CatchUpAsync();
        string Credits() => ann.Scene(1) + ann.Scene(ann.Order.Length - 1);
        async Task<string> Everything() =>
            Credits()
            + await a.GetStringAsync($"/api/decks/{deck}/ledger")
            + await a.GetStringAsync($"/api/decks/{deck}")
            + await a.GetStringAsync($"/api/decks/{deck}/exports/credits.txt");
        string records = (string)ann.Last["records"]!;
        Assert.DoesNotContain("Wren Tideway", await Everything(), StringComparison.Ordinal);
        (
            await a.PutAsJsonAsync(
                $"/api/photos/{photo}/record",
                new
                {
                    maker = "Wren Tideway",
                    licence = "CC BY-NC-ND 2.0",
                    settle = true,
                }
            )
        ).EnsureSuccessStatusCode();
        JsonNode changed = (
            await a.GetFromJsonAsync<JsonNode>($"/api/decks/{deck}/changes?since={ann.Revision}&records={records}")
        )!;
        Assert.Null(changed["from"]);
        Assert.NotEqual(records, (string)changed["records"]!);
        ann.Take(changed);
        string all = await Everything();
        Assert.True(Credits().Split("Wren Tideway").Length - 1 >= 2);
        foreach (string place in new[] { "ledger", "exports/credits.txt" })
            Assert.Contains(
                "Wren Tideway",
                await a.GetStringAsync($"/api/decks/{deck}/{place}"),
                StringComparison.Ordinal
            );
        Assert.Contains("CC BY-NC-ND 2.0", all, StringComparison.Ordinal);
        // The use is part of what a judgement rests on, and the style of what a scene rests on.
        await ann.EditAsync(
            new
            {
                kind = "set-declared-use",
                use = new
                {
                    audience = "public",
                    commercial = true,
                    recorded = false,
                    handedOn = true,
                    othersMayAdapt = false,
                },
            }
        );
        Assert.Contains("\"standing\":\"blocked\"", ann.Slide(1), StringComparison.Ordinal);
        await ann.EditAsync(new { kind = "set-credit-style", place = "endOnly" });
        Assert.DoesNotContain("\"role\":\"credit\"", ann.Scene(1), StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_rules_that_the_client_asks_for_are_those_of_the_core()
    {
        using HttpClient a = Browser("ann");
        JsonNode rules = (await a.GetFromJsonAsync<JsonNode>("/api/rules"))!;
        Assert.Equal(Core.Limits.Talks.Title, (int)rules["longestTitle"]!);
        Assert.Equal(Core.Limits.Talks.Wording, (int)rules["longestWording"]!);
        Assert.Equal(
            JsonSerializer.Serialize(new Core.Photos.ResultFilter(), DeckJson.Options),
            rules["filter"]!.ToJsonString()
        );
        Assert.True(Core.Pacing.Pace.Plannable((double)rules["leastSeconds"]!));
        Assert.True(Core.Pacing.Pace.Plannable((double)rules["mostSeconds"]!));
    }

    public void Dispose()
    {
        _factory.Dispose();
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        _folder.Dispose();
    }
}
