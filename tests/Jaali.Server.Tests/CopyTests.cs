using System.IO.Compression;
using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Rights;
using Jaali.Store;
using Jaali.Testing;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.Extensions.DependencyInjection;
using Path = System.IO.Path;

namespace Jaali.Server.Tests;

/// <summary>Copies through the running server: every form is made, listed and taken in again; the bundle is the same
/// talk
/// elsewhere; a deck made elsewhere is checked and credited.</summary>
public sealed class CopyTests : IDisposable
{
    private readonly ScratchFolder _here = new(),
        _there = new();
    private readonly WebApplicationFactory<Program> _factory;
    private readonly WebApplicationFactory<Program> _other;
    private readonly HttpClient _client,
        _elsewhere;

    public CopyTests()
    {
        _factory = Running.On(_here.Path);
        _other = Running.On(_there.Path);
        (_client, _elsewhere) = (_factory.Client(), _other.Client());
    }

    private async Task<Deck> TalkAsync()
    {
        JsonNode made = (
            await (
                await _client.PostAsJsonAsync("/api/decks", new { title = "Low water" })
            ).Content.ReadFromJsonAsync<JsonNode>()
        )!;
        Guid id = Guid.Parse((string)made["id"]!);
        DeckEditing desk = _factory.Services.GetRequiredService<DeckEditing>();
        var taking = _factory.Services.GetRequiredService<Gathering.PhotoImporter>();
        var photos = _factory.Services.GetRequiredService<PhotoStore>();
        List<string> ids = [];
        foreach (string name in new[] { "pebbles.jpg", "marram-sun.jpg" })
        {
            (string photo, _) = await taking.TakeFileAsync(Outside.Photo(name), name, default);
            await photos.CorrectAsync(
                photo,
                r =>
                    r with
                    {
                        Title = name,
                        Maker = "T. Oar",
                        SourceUrl = $"https://terns.example/{name}",
                        Licence = new Licence(LicenceFamily.By, "4.0", ""),
                    },
                Evidence("The page says CC BY 4.0.")
            );
            ids.Add(photo);
        }
        async Task<Deck> Do(DeckCommand command) =>
            await desk.ApplyAsync(id, null, command) is EditSaved done
                ? done.Now.Deck
                : throw new InvalidOperationException(command.ToString());
        await Do(new SetSpeaker("Isla Wend"));
        await Do(new AddPoints("Pebbles hold\nBlades bend"));
        Deck deck = await Do(new MakeSlides());
        await Do(new PlaceGround(deck.Slides[1].Id, ids[0]));
        await Do(
            new AddItem(
                deck.Slides[2].Id,
                new FrameEdit(ids[1], Mask: FrameMask.Ellipse),
                new SlideRect(900, 300, 800, 600)
            )
        );
        return await Do(new SetNotes(deck.Slides[1].Id, "Say it slowly."));
    }

    private static Core.Photos.Evidence Evidence(string words) =>
        Core.Photos.Evidence.Of(words, "https://terns.example/", DateTimeOffset.UtcNow);

    private Task<byte[]> CopyAsync(Guid deck, object asked) => _client.CopyAsync(deck, asked);

    private static async Task<JsonNode> BringAsync(
        HttpClient client,
        string what,
        params (string Name, byte[] Bytes)[] files
    )
    {
        Guid incoming = Guid.NewGuid();
        foreach ((string name, byte[] bytes) in files)
        {
            using var body = new ByteArrayContent(bytes);
            body.Headers.ContentType = new("application/octet-stream");
            HttpResponseMessage sent = await client.PostAsync(
                $"/api/incoming/{incoming}/files?name={Uri.EscapeDataString(name)}",
                body
            );
            Assert.True(sent.IsSuccessStatusCode, await sent.Content.ReadAsStringAsync());
        }
        return await client.EndAsync(await client.PostAsync($"/api/incoming/{incoming}/{what}", null));
    }

    private async Task<Deck> ReadAsync(byte[] file, string name)
    {
        JsonNode end = await BringAsync(_elsewhere, "read", (name, file));
        Assert.True((string)end["state"]! == "done", end.ToJsonString());
        return (
            await _other.Services.GetRequiredService<DeckEditing>().OpenAsync(Guid.Parse((string)end["result"]!))
        )!.Deck;
    }

    [Fact]
    public async Task The_bundle_is_the_same_talk_elsewhere_byte_by_byte_and_scene_by_scene()
    {
        Deck deck = await TalkAsync();
        byte[] bundle = await CopyAsync(deck.Id, new { form = "bundle" });
        Deck there = await ReadAsync(bundle, "all.zip");
        Assert.Equal(TalkJson.Write(deck).ToJsonString(), TalkJson.Write(there).ToJsonString());
        string Scenes(WebApplicationFactory<Program> f, Deck d) =>
            JsonSerializer.Serialize(f.Services.GetRequiredService<SceneCache>().All(d), DeckJson.Options);
        Assert.Equal(Scenes(_factory, deck), Scenes(_other, there));
        var photos = (
            Here: _factory.Services.GetRequiredService<PhotoStore>(),
            There: _other.Services.GetRequiredService<PhotoStore>()
        );
        foreach (string id in ItemKinds.Photos(deck).Select(p => p.Use.PhotoId).Distinct())
        {
            Assert.Equal(photos.Here.WholeBytes(id), photos.There.WholeBytes(id));
            Assert.Equal(photos.Here.Facts(id)!.Rights with { }, photos.There.Facts(id)!.Rights);
            Assert.Equal(
                (await photos.Here.EvidenceAsync(id)).Select(e => e.Sha256),
                (await photos.There.EvidenceAsync(id)).Select(e => e.Sha256)
            );
        }
        // Brought once more it is a talk of its own beside the first.
        Deck again = await ReadAsync(bundle, "all.zip");
        Assert.NotEqual(there.Id, again.Id);
        Assert.Equal(SlideKind.Title, again.Slides[0].Kind);
        Assert.Equal(again.Id, again.Slides[0].PointId);
    }

    /// <summary>RFC 8493: checksums by sha256sum; RO-Crate 1.1: the descriptor, the root and every file
    /// described.</summary>
    [Fact]
    public async Task The_bundle_is_a_bag_and_a_crate()
    {
        Deck deck = await TalkAsync();
        byte[] bundle = await CopyAsync(deck.Id, new { form = "bundle" });
        ZipFile.ExtractToDirectory(new MemoryStream(bundle), _here.File("bag"));
        string root = Directory.GetDirectories(_here.File("bag")).Single();
        foreach (string list in new[] { "manifest-sha256.txt", "tagmanifest-sha256.txt" })
            Outside.Run("sh", "-c", $"cd '{root}' && sha256sum --strict --quiet -c {list}");
        Assert.Equal(
            "BagIt-Version: 1.0\nTag-File-Character-Encoding: UTF-8\n",
            File.ReadAllText(Path.Combine(root, "bagit.txt"))
        );
        string[] files =
        [
            .. Directory
                .GetFiles(Path.Combine(root, "data"), "*", SearchOption.AllDirectories)
                .Select(f => Path.GetRelativePath(Path.Combine(root, "data"), f)),
        ];
        string oxum = File.ReadLines(Path.Combine(root, "bag-info.txt"))
            .Single(l => l.StartsWith("Payload-Oxum", StringComparison.Ordinal));
        Assert.Equal(
            $"Payload-Oxum: {files.Sum(f => new FileInfo(Path.Combine(root, "data", f)).Length)}.{files.Length}",
            oxum
        );
        JsonNode crate = JsonNode.Parse(File.ReadAllText(Path.Combine(root, "data", "ro-crate-metadata.json")))!;
        Assert.Equal("https://w3id.org/ro/crate/1.1/context", (string)crate["@context"]!);
        Dictionary<string, JsonNode> graph = crate["@graph"]!.AsArray().ToDictionary(e => (string)e!["@id"]!, e => e!);
        Assert.Equal("./", (string)graph["ro-crate-metadata.json"]["about"]!["@id"]!);
        Assert.Equal("https://w3id.org/ro/crate/1.1", (string)graph["ro-crate-metadata.json"]["conformsTo"]!["@id"]!);
        Assert.Equal("Low water", (string)graph["./"]["name"]!);
        HashSet<string> parts = [.. graph["./"]["hasPart"]!.AsArray().Select(p => (string)p!["@id"]!)];
        foreach (string file in files.Where(f => f != "ro-crate-metadata.json"))
        {
            Assert.Contains(file, parts);
            Assert.Contains("File", graph[file]["@type"]!.ToJsonString(), StringComparison.Ordinal);
        }
        // Whatever is named is described.
        foreach (JsonNode e in graph.Values)
        foreach (string member in new[] { "license", "author" })
            if (e[member]?["@id"] is { } named)
                Assert.True(graph.ContainsKey((string)named!), $"{named}");
    }

    [Theory]
    [InlineData("sum", "damaged")]
    [InlineData("missing", "missing")]
    [InlineData("extra", "does not name")]
    [InlineData("later", "later version")]
    [InlineData("no talk", "talk.json")]
    [InlineData("fetch", "fetched from elsewhere")]
    public async Task A_bag_that_is_not_whole_is_refused_and_nothing_is_taken_in(string how, string says)
    {
        Deck deck = await TalkAsync();
        byte[] bundle = await CopyAsync(deck.Id, new { form = "bundle" });
        using var bent = new MemoryStream();
        bent.Write(bundle);
        using (var zip = new ZipArchive(bent, ZipArchiveMode.Update, leaveOpen: true))
        {
            ZipArchiveEntry Entry(string end) =>
                zip.Entries.First(e => e.FullName.EndsWith(end, StringComparison.Ordinal));
            void Put(string name, string text)
            {
                using var s = new StreamWriter(zip.CreateEntry(name).Open());
                s.Write(text);
            }
            string root = zip.Entries[0].FullName.Split('/')[0];
            switch (how)
            {
                case "sum":
                    string credits = Entry("credits.txt").FullName;
                    Entry("credits.txt").Delete();
                    Put(credits, "other words");
                    break;
                case "missing":
                    Entry(".jpg").Delete();
                    break;
                case "extra":
                    Put($"{root}/data/more.txt", "x");
                    break;
                case "fetch":
                    Put($"{root}/fetch.txt", "https://evil.example/a 3 data/a\n");
                    break;
                default:
                    ZipArchiveEntry talk = Entry("talk.json");
                    string text;
                    using (var r = new StreamReader(talk.Open()))
                        text = r.ReadToEnd();
                    string name = talk.FullName;
                    talk.Delete();
                    string changed = text.Replace(
                        $"\"version\": {TalkJson.Version}",
                        "\"version\": 99",
                        StringComparison.Ordinal
                    );
                    if (how == "later")
                        Put(name, changed);
                    string manifest;
                    ZipArchiveEntry list = zip.Entries.First(e => e.FullName == $"{root}/manifest-sha256.txt");
                    using (var r = new StreamReader(list.Open()))
                        manifest = r.ReadToEnd();
                    list.Delete();
                    zip.Entries.First(e => e.FullName == $"{root}/tagmanifest-sha256.txt").Delete();
                    string sum = Convert.ToHexStringLower(
                        System.Security.Cryptography.SHA256.HashData(Encoding.UTF8.GetBytes(changed))
                    );
                    Put(
                        $"{root}/manifest-sha256.txt",
                        string.Join(
                            '\n',
                            manifest
                                .Split('\n')
                                .Where(l => how == "later" || !l.EndsWith("talk.json", StringComparison.Ordinal))
                                .Select(l =>
                                    l.EndsWith("talk.json", StringComparison.Ordinal) ? $"{sum}  data/talk.json" : l
                                )
                        )
                    );
                    break;
            }
        }
        JsonNode end = await BringAsync(_elsewhere, "read", ("bag.zip", bent.ToArray()));
        Assert.Equal("failed", (string)end["state"]!);
        Assert.Contains(says, (string)end["message"]!, StringComparison.Ordinal);
        Assert.Empty(await _other.Services.GetRequiredService<DeckStore>().ListAsync());
        Assert.Empty(await _other.Services.GetRequiredService<PhotoStore>().NamesAsync());
    }

    [Theory]
    [InlineData("pptx")]
    [InlineData("odp")]
    [InlineData("pdf")]
    public async Task What_it_wrote_is_found_again(string form)
    {
        Deck deck = await TalkAsync();
        Deck back = await ReadAsync(await CopyAsync(deck.Id, new { form, notes = true }), $"talk.{form}");
        Assert.Equal((deck.Title, deck.Speaker, deck.Shape), (back.Title, back.Speaker, back.Shape));
        Assert.Equal(
            deck.Slides.Select(s => s.Kind == SlideKind.Credits),
            back.Slides.Select(s => s.Kind == SlideKind.Credits)
        );
        Assert.Equal("Say it slowly.", back.Slides[1].Notes);
        Assert.Equal(["Pebbles hold", "Blades bend"], back.Points.Select(p => p.Wording));
        var was = (Frame)deck.Slides[1].Ground!;
        var ground = (Frame)back.Slides[1].Ground!;
        // What lies outside the crop is in no PDF: there the photo is what was shown of it.
        Assert.Equal(form == "pdf" ? 0 : was.Crop.X, ground.Crop.X, .002);
        Assert.Equal(form == "pdf" ? 0 : was.Crop.Y, ground.Crop.Y, .002);
        Frame cut = deck.Slides[2].Photo(),
            again = back.Slides[2].Photo();
        Assert.Equal(cut.Mask, again.Mask);
        Assert.Equal(cut.At.Rect.X, again.At.Rect.X, .6);
        Assert.Equal(cut.At.Rect.Width, again.At.Rect.Width, .6);
        // Each credit came along in its picture: nothing is to be settled but in a PDF, whose pictures say nothing
        // here.
        if (form != "pdf")
            foreach (string id in ItemKinds.Photos(back).Select(p => p.Use.PhotoId))
            {
                RightsRecord rights = _other.Services.GetRequiredService<PhotoStore>().Facts(id)!.Rights;
                Assert.Equal(("T. Oar", LicenceFamily.By), (rights.Maker, rights.Licence?.Family));
            }
    }

    [Fact]
    public async Task Every_form_is_made_listed_and_removed_and_says_what_it_was_made_from()
    {
        Deck deck = await TalkAsync();
        (string Form, string Name)[] forms =
        [
            ("pdf", "Low water.pdf"),
            ("handout", "Low water, notes.pdf"),
            ("pptx", "Low water.pptx"),
            ("odp", "Low water.odp"),
            ("pictures", "Low water, slides.zip"),
            ("contactSheet", "Low water, contact sheet.png"),
            ("photos", "Low water, photos.zip"),
            ("placedPhotos", "Low water, photos as placed.zip"),
            ("bundle", "Low water, everything.zip"),
        ];
        foreach ((string form, _) in forms)
            Assert.NotEmpty(await CopyAsync(deck.Id, new { form }));
        JsonArray list = (await _client.GetFromJsonAsync<JsonArray>($"/api/decks/{deck.Id}/copies"))!;
        Assert.Equal(forms.Select(f => f.Name).Order(), list.Select(c => (string)c!["name"]!).Order());
        Assert.All(list, c => Assert.True((bool)c!["isCurrent"]! && (long)c["bytes"]! > 0));
        await _factory.Services.GetRequiredService<DeckEditing>().ApplyAsync(deck.Id, null, new SetSpeaker("Una Weir"));
        list = (await _client.GetFromJsonAsync<JsonArray>($"/api/decks/{deck.Id}/copies"))!;
        Assert.All(list, c => Assert.False((bool)c!["isCurrent"]!));
        Assert.Equal(HttpStatusCode.NoContent, (await _client.DeleteAsync((string)list[0]!["href"]!)).StatusCode);
        Assert.Equal(
            forms.Length - 1,
            (await _client.GetFromJsonAsync<JsonArray>($"/api/decks/{deck.Id}/copies"))!.Count
        );
        Assert.Equal(
            HttpStatusCode.NotFound,
            (await _client.GetAsync($"/api/decks/{Guid.NewGuid()}/copies/{list[1]!["id"]}")).StatusCode
        );
        Assert.Equal(
            HttpStatusCode.UnprocessableEntity,
            (
                await _client.PostAsJsonAsync($"/api/decks/{deck.Id}/copies", new { form = "pictures", width = 20 })
            ).StatusCode
        );
        Assert.Equal(
            HttpStatusCode.UnprocessableEntity,
            (
                await _client.PostAsJsonAsync($"/api/decks/{deck.Id}/copies", new { form = "handout", perSheet = 3 })
            ).StatusCode
        );
    }

    /// <summary>exiftool and exiv2 read the credits inside exported pictures.</summary>
    [Theory]
    [InlineData("png")]
    [InlineData("jpeg")]
    [InlineData("webp")]
    public async Task Pictures_carry_their_credits(string picture)
    {
        Deck deck = await TalkAsync();
        using var zip = new ZipArchive(
            new MemoryStream(
                await CopyAsync(
                    deck.Id,
                    new
                    {
                        form = "pictures",
                        picture,
                        width = 640,
                    }
                )
            )
        );
        ZipArchiveEntry second = zip.Entries.Single(e => e.Name.StartsWith("002.", StringComparison.Ordinal));
        string file = _here.File(second.Name);
        second.ExtractToFile(file);
        Assert.Contains("T. Oar", Outside.Run("exiftool", "-XMP-dc:Creator", file), StringComparison.Ordinal);
        Assert.Contains("licenses/by/4.0", Outside.Run("exiv2", "-px", file), StringComparison.Ordinal);
        Assert.Contains("640", Outside.Run("identify", "-format", "%w", file), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_file_that_is_no_talk_is_refused_in_a_sentence()
    {
        foreach (
            (string name, byte[] bytes, string says) in new (string, byte[], string)[]
            {
                ("a.pptx", [0xD0, 0xCF, 0x11, 0xE0, 0xA1, 0xB1, 0x1A, 0xE1, 0, 0], "locked with a password"),
                ("a.bin", [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16], "cannot tell what this file is"),
                ("a.pdf", Encoding.ASCII.GetBytes("%PDF-1.4\nnothing more"), "damaged"),
                ("a.zip", Encoding.ASCII.GetBytes("PK\u0003\u0004 cut short"), "damaged"),
            }
        )
        {
            JsonNode end = await BringAsync(_elsewhere, "read", (name, bytes));
            Assert.Equal("failed", (string)end["state"]!);
            Assert.Contains(says, (string)end["message"]!, StringComparison.Ordinal);
        }
        Assert.Empty(await _other.Services.GetRequiredService<DeckStore>().ListAsync());
        using var body = new ByteArrayContent([1]);
        HttpResponseMessage evil = await _elsewhere.PostAsync(
            $"/api/incoming/{Guid.NewGuid()}/files?name=..%2F..%2Fevil",
            body
        );
        Assert.Equal(HttpStatusCode.UnprocessableEntity, evil.StatusCode);
    }

    [Fact]
    public async Task An_outline_with_its_pictures_and_a_folder_of_photos_become_talks()
    {
        byte[] photo = File.ReadAllBytes(Outside.Photo("pebbles.jpg")),
            other = File.ReadAllBytes(Outside.Photo("marram-sun.jpg"));
        JsonNode end = await BringAsync(
            _elsewhere,
            "read",
            (
                "talk/plan.md",
                Encoding.UTF8.GetBytes(
                    "# Low water\n\n## Pebbles\n\n![Pebbles at the ford](img/a.jpg)\n\n- they hold\n"
                )
            ),
            ("talk/img/a.jpg", photo)
        );
        Assert.True((string)end["state"]! == "done", end.ToJsonString());
        Deck deck = (
            await _other.Services.GetRequiredService<DeckEditing>().OpenAsync(Guid.Parse((string)end["result"]!))
        )!.Deck;
        Assert.Equal(("Low water", "Pebbles"), (deck.Title, deck.Points.Single().Wording));
        Assert.Single(ItemKinds.Photos(deck));
        end = await BringAsync(_elsewhere, "read", ("shore/1.jpg", photo), ("shore/2.jpg", other));
        deck = (
            await _other.Services.GetRequiredService<DeckEditing>().OpenAsync(Guid.Parse((string)end["result"]!))
        )!.Deck;
        Assert.Equal(("shore", 2), (deck.Title, deck.Slides.Count(s => s.Ground is Frame)));
    }

    [Fact]
    public async Task A_deck_is_checked_adopted_and_credited()
    {
        Deck deck = await TalkAsync();
        byte[] pptx = await CopyAsync(deck.Id, new { form = "pptx" });
        JsonNode end = await BringAsync(_elsewhere, "check", ("old.pptx", pptx));
        Assert.True((string)end["state"]! == "done", end.ToJsonString());
        string check = $"/api/incoming/checks/{end["id"]}";
        JsonNode report = (await _elsewhere.GetFromJsonAsync<JsonNode>(check))!;
        JsonArray pictures = report["pictures"]!.AsArray();
        Assert.Equal(2, pictures.Count);
        Assert.All(pictures, p => Assert.Equal("known", (string)p!["verdict"]!));
        Assert.Equal(HttpStatusCode.OK, (await _elsewhere.GetAsync($"{check}/pictures/0")).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await _elsewhere.GetAsync($"{check}/pictures/9")).StatusCode);
        // Nothing adopted, nothing written.
        Assert.Equal(
            "failed",
            (string)(await _elsewhere.EndAsync(await _elsewhere.PostAsync($"{check}/credit", null)))["state"]!
        );
        report = (
            await (
                await _elsewhere.PostAsJsonAsync($"{check}/adopt", new { adopted = true })
            ).Content.ReadFromJsonAsync<JsonNode>()
        )!;
        Assert.All(report["pictures"]!.AsArray(), p => Assert.True((bool)p!["adopted"]!));
        JsonNode credited = await _elsewhere.EndAsync(await _elsewhere.PostAsync($"{check}/credit", null));
        Assert.True((string)credited["state"]! == "done", credited.ToJsonString());
        string file = _there.File("credited.pptx");
        File.WriteAllBytes(file, await _elsewhere.GetByteArrayAsync((string)credited["result"]!));
        Assert.Empty(OfficeFaults.OfPptx(file));
        using ZipArchive zip = ZipFile.OpenRead(file);
        using var slide = new StreamReader(
            zip.Entries.Single(e => e.FullName == $"ppt/slides/slide{deck.Slides.Count + 1}.xml").Open()
        );
        Assert.Contains("T. Oar", await slide.ReadToEndAsync(), StringComparison.Ordinal);
    }

    /// <summary>docs/schemas/talk-2.json is the schema of talk.json in a bundle; it is written from the types and read
    /// by
    /// whoever wants to write such files.</summary>
    [Fact]
    public void The_schema_of_a_talk_is_published()
    {
        JsonNode schema = System.Text.Json.Schema.JsonSchemaExporter.GetJsonSchemaAsNode(
            DeckJson.Options,
            typeof(Deck)
        );
        Within(schema, "/properties/deck");
        var whole = new JsonObject
        {
            ["$schema"] = "https://json-schema.org/draft/2020-12/schema",
            ["title"] = $"A talk of Jaali, version {TalkJson.Version}",
            ["type"] = "object",
            ["required"] = new JsonArray("format", "version", "deck"),
            ["properties"] = new JsonObject
            {
                ["format"] = new JsonObject { ["const"] = TalkJson.Format },
                ["version"] = new JsonObject { ["const"] = TalkJson.Version },
                ["deck"] = schema,
            },
        };
        Outside.IsDocument(
            whole.ToJsonString(new JsonSerializerOptions { WriteIndented = true }) + "\n",
            "docs",
            "schemas",
            $"talk-{TalkJson.Version}.json"
        );
    }

    // What a schema refers to of itself, where it stands within another.
    private static void Within(JsonNode? node, string at)
    {
        if (node is JsonArray array)
            foreach (JsonNode? n in array)
                Within(n, at);
        if (node is not JsonObject o)
            return;
        foreach ((string name, JsonNode? n) in o.ToArray())
            if (name == "$ref" && n is JsonValue to && (string?)to is { } reference && reference.StartsWith('#'))
                o[name] = "#" + at + reference[1..];
            else
                Within(n, at);
    }

    /// <summary>JSON Schema 2020-12, by JsonSchema.Net: what is written is as the published schema says, and what is
    /// not,
    /// is not.</summary>
    [Fact]
    public async Task A_talk_is_as_its_schema_says()
    {
        Json.Schema.JsonSchema schema = Json.Schema.JsonSchema.FromFile(Outside.File("docs", "schemas", "talk-2.json"));
        JsonObject talk = TalkJson.Write(await TalkAsync());
        Json.Schema.EvaluationResults said = schema.Evaluate(
            talk,
            new() { OutputFormat = Json.Schema.OutputFormat.List }
        );
        Assert.True(
            said.IsValid,
            string.Join(
                '\n',
                said.Details.Where(d => d.HasErrors)
                    .Take(12)
                    .Select(d => $"{d.InstanceLocation}: {string.Join(' ', d.Errors!.Values)}")
            )
        );
        talk["version"] = TalkJson.Version + 1;
        Assert.False(schema.Evaluate(talk).IsValid);
        talk["version"] = TalkJson.Version;
        talk["deck"]!["slides"] = "none";
        Assert.False(schema.Evaluate(talk).IsValid);
    }

    public void Dispose()
    {
        _client.Dispose();
        _elsewhere.Dispose();
        _factory.Dispose();
        _other.Dispose();
        _here.Dispose();
        _there.Dispose();
    }
}
