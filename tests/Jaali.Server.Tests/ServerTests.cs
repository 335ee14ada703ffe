using System.IO.Compression;
using System.Net;
using System.Net.Http.Json;
using System.Reflection;
using System.Text.Json;
using Jaali.Core.Decks;
using Jaali.Testing;
using Microsoft.AspNetCore.Mvc.Testing;

namespace Jaali.Server.Tests;

public sealed class ServerTests : IDisposable
{
    private readonly ScratchFolder _folder = new();
    private readonly WebApplicationFactory<Program> _factory;
    private readonly HttpClient _client;

    public ServerTests()
    {
        _factory = new WebApplicationFactory<Program>().WithWebHostBuilder(b => b.UseSetting("data", _folder.Path));
        _client = _factory.CreateClient();
        _client.DefaultRequestHeaders.Add(OriginGuard.Header, "1");
    }

    private async Task<JsonElement> Deck(string title = "Low water")
    {
        HttpResponseMessage made = await _client.PostAsJsonAsync("/api/decks", new { title });
        Assert.Equal(HttpStatusCode.Created, made.StatusCode);
        return await made.Content.ReadFromJsonAsync<JsonElement>();
    }

    private Task<HttpResponseMessage> Edit(string deck, int revision, object command) =>
        _client.PostAsJsonAsync($"/api/decks/{deck}/edits", new { revision, command });

    private static async Task<string> Problem(HttpResponseMessage answer, HttpStatusCode status)
    {
        Assert.Equal(status, answer.StatusCode);
        JsonElement problem = await answer.Content.ReadFromJsonAsync<JsonElement>();
        Assert.NotEmpty(problem.GetProperty("detail").GetString()!);
        return problem.GetProperty("type").GetString()!;
    }

    [Fact]
    public async Task An_edit_that_changes_nothing_sends_nothing()
    {
        string id = (await Deck("Low water")).GetProperty("id").GetString()!;
        (await Edit(id, 0, new { kind = "add-points", text = "One\nTwo" })).EnsureSuccessStatusCode();
        (await Edit(id, 1, new { kind = "make-slides" })).EnsureSuccessStatusCode();
        JsonElement same = await (
            await Edit(id, 2, new { kind = "set-title", title = "Low water" })
        ).Content.ReadFromJsonAsync<JsonElement>();
        Assert.Equal(2, same.GetProperty("from").GetInt32());
        Assert.Equal(2, same.GetProperty("revision").GetInt32());
        foreach (string part in (string[])["slides", "scenes", "sceneSlides", "points", "photos"])
            Assert.Equal(0, same.GetProperty(part).GetArrayLength());
    }

    [Fact]
    public async Task A_deck_opens_with_the_slide_that_is_looked_at_and_the_others_follow()
    {
        string id = (await Deck()).GetProperty("id").GetString()!;
        (await Edit(id, 0, new { kind = "add-points", text = "One\nTwo\nThree" })).EnsureSuccessStatusCode();
        (await Edit(id, 1, new { kind = "make-slides" })).EnsureSuccessStatusCode();
        JsonElement whole = await _client.GetFromJsonAsync<JsonElement>($"/api/decks/{id}/changes");
        string[] all = [.. whole.GetProperty("slideOrder").EnumerateArray().Select(s => s.GetString()!)];
        JsonElement first = await _client.GetFromJsonAsync<JsonElement>($"/api/decks/{id}/changes?first={all[2]}");
        Assert.Equal([all[2]], first.GetProperty("sceneSlides").EnumerateArray().Select(s => s.GetString()!));
        Assert.Equal(whole.GetProperty("slides").GetRawText(), first.GetProperty("slides").GetRawText());
        JsonElement rest = await _client.GetFromJsonAsync<JsonElement>(
            $"/api/decks/{id}/changes?since=2&rest=true&first={all[2]}"
        );
        Assert.Equal(
            all.Where(s => s != all[2]),
            rest.GetProperty("sceneSlides").EnumerateArray().Select(s => s.GetString()!)
        );
        Assert.Equal(
            whole.GetProperty("scenes").EnumerateArray().Select(s => s.GetRawText()).Order(),
            first
                .GetProperty("scenes")
                .EnumerateArray()
                .Concat(rest.GetProperty("scenes").EnumerateArray())
                .Select(s => s.GetRawText())
                .Order()
        );
        // A slide that is gone by now: the first one is as good.
        JsonElement gone = await _client.GetFromJsonAsync<JsonElement>(
            $"/api/decks/{id}/changes?first={Guid.NewGuid()}"
        );
        Assert.Equal([all[0]], gone.GetProperty("sceneSlides").EnumerateArray().Select(s => s.GetString()!));
    }

    [Theory]
    [InlineData("br", true)]
    [InlineData("gzip, br;q=0.5", true)]
    [InlineData("gzip", false)]
    [InlineData("br;q=0", false)]
    public async Task Files_of_the_build_and_faces_are_sent_packed_to_who_can_unpack_them(string accepts, bool packed)
    {
        string web = Path.Combine(_folder.Path, "web");
        Directory.CreateDirectory(Path.Combine(web, "assets"));
        byte[] plain = System.Text.Encoding.UTF8.GetBytes(new string('a', 5000));
        await File.WriteAllBytesAsync(Path.Combine(web, "assets", "one.js"), plain, Cancel);
        byte[] small = new byte[200];
        Assert.True(BrotliEncoder.TryCompress(plain, small, out int length));
        await File.WriteAllBytesAsync(Path.Combine(web, "assets", "one.js.br"), small[..length], Cancel);
        using WebApplicationFactory<Program> factory = new WebApplicationFactory<Program>().WithWebHostBuilder(b =>
            b.UseSetting("data", Path.Combine(_folder.Path, "own")).UseSetting("web", web)
        );
        using HttpClient client = factory.CreateClient();
        client.DefaultRequestHeaders.AcceptEncoding.ParseAdd(accepts);
        foreach (string path in (string[])["/assets/one.js", "/fonts/" + await FaceAsync()])
        {
            using HttpResponseMessage answer = await client.GetAsync(path, Cancel);
            byte[] bytes = await answer.Content.ReadAsByteArrayAsync(Cancel);
            Assert.Equal(packed, answer.Content.Headers.ContentEncoding.Contains("br"));
            Assert.Contains("Accept-Encoding", answer.Headers.Vary);
            using var read = new MemoryStream(bytes);
            await using Stream stream = answer.Content.Headers.ContentEncoding.SingleOrDefault() switch
            {
                "br" => new BrotliStream(read, CompressionMode.Decompress),
                "gzip" => new GZipStream(read, CompressionMode.Decompress),
                _ => read,
            };
            using var unpacked = new MemoryStream();
            await stream.CopyToAsync(unpacked, Cancel);
            byte[] sent = unpacked.ToArray();
            if (path.EndsWith(".js", StringComparison.Ordinal))
            {
                Assert.Equal("text/javascript", answer.Content.Headers.ContentType?.MediaType);
                Assert.Equal(plain, sent);
            }
            else
                // A TrueType font begins with its version (ISO/IEC 14496-22).
                Assert.Equal([0, 1, 0, 0], sent[..4]);
        }

        async Task<string> FaceAsync() =>
            (await _client.GetFromJsonAsync<JsonElement>("/api/fonts", Cancel))[0].GetProperty("face").GetString()!;
    }

    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    [Fact]
    public async Task Edits_answer_with_the_scenes_they_changed_and_only_those()
    {
        string id = (await Deck()).GetProperty("id").GetString()!;
        (await Edit(id, 0, new { kind = "add-points", text = "One\nTwo\nThree" })).EnsureSuccessStatusCode();
        JsonElement made = await (
            await Edit(id, 1, new { kind = "make-slides" })
        ).Content.ReadFromJsonAsync<JsonElement>();
        JsonElement slides = made.GetProperty("slides");
        Assert.Equal(5, slides.GetArrayLength());
        string second = made.GetProperty("slideOrder")[1].GetString()!,
            words = slides[1].GetProperty("items")[0].GetProperty("item").GetProperty("id").GetString()!;
        JsonElement edited = await (
            await Edit(
                id,
                2,
                new
                {
                    kind = "edit-item",
                    slideId = second,
                    itemId = words,
                    edit = new { kind = "words", text = "Said anew" },
                }
            )
        ).Content.ReadFromJsonAsync<JsonElement>();
        Assert.Equal([second], edited.GetProperty("sceneSlides").EnumerateArray().Select(s => s.GetString()));
        Assert.Contains("Said anew", edited.GetProperty("scenes").GetRawText(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Edits_on_an_old_revision_merge_or_are_refused()
    {
        string id = (await Deck()).GetProperty("id").GetString()!;
        (await Edit(id, 0, new { kind = "set-title", title = "Mine" })).EnsureSuccessStatusCode();
        (await Edit(id, 0, new { kind = "set-time-slot", minutes = 30 })).EnsureSuccessStatusCode();
        Assert.Equal(
            "urn:jaali:stale",
            await Problem(await Edit(id, 0, new { kind = "set-title", title = "Yours" }), HttpStatusCode.Conflict)
        );
        JsonElement now = await _client.GetFromJsonAsync<JsonElement>($"/api/decks/{id}");
        Assert.Equal(
            ("Mine", 30, 2),
            (
                now.GetProperty("title").GetString(),
                now.GetProperty("slotMinutes").GetInt32(),
                now.GetProperty("revision").GetInt32()
            )
        );
    }

    [Fact]
    public async Task Two_windows_that_edit_at_once_lose_nothing()
    {
        string id = (await Deck()).GetProperty("id").GetString()!;
        (
            await Edit(
                id,
                0,
                new { kind = "add-points", text = string.Join('\n', Enumerable.Range(0, 20).Select(i => $"Point {i}")) }
            )
        ).EnsureSuccessStatusCode();
        JsonElement deck = await _client.GetFromJsonAsync<JsonElement>($"/api/decks/{id}");
        string[] points =
        [
            .. deck.GetProperty("points").EnumerateArray().Select(p => p.GetProperty("id").GetString()!),
        ];
        HttpResponseMessage[] answers = await Task.WhenAll(
            points.Select(
                (p, i) =>
                    Edit(
                        id,
                        1,
                        new
                        {
                            kind = "edit-point",
                            pointId = p,
                            wording = $"Said {i}",
                        }
                    )
            )
        );
        Assert.All(answers, a => Assert.Equal(HttpStatusCode.OK, a.StatusCode));
        deck = await _client.GetFromJsonAsync<JsonElement>($"/api/decks/{id}");
        Assert.Equal(
            Enumerable.Range(0, 20).Select(i => $"Said {i}"),
            deck.GetProperty("points").EnumerateArray().Select(p => p.GetProperty("wording").GetString())
        );
    }

    [Fact]
    public async Task Bad_requests_get_problem_details_and_the_server_stays_up()
    {
        string id = (await Deck()).GetProperty("id").GetString()!;
        Assert.Equal(
            "urn:jaali:not-found",
            await Problem(await _client.GetAsync($"/api/decks/{Guid.NewGuid()}"), HttpStatusCode.NotFound)
        );
        Assert.Equal(
            "urn:jaali:too-long",
            await Problem(
                await Edit(id, 0, new { kind = "add-points", text = new string('x', 10_000) }),
                HttpStatusCode.UnprocessableEntity
            )
        );
        Assert.Equal(
            "urn:jaali:empty-list",
            await Problem(await Edit(id, 0, new { kind = "add-points", text = "" }), HttpStatusCode.UnprocessableEntity)
        );
        Assert.Equal(
            "urn:jaali:bad-command",
            await Problem(
                await Edit(id, 0, new { kind = "restore", parts = new { title = "x" } }),
                HttpStatusCode.BadRequest
            )
        );
        foreach (
            string unread in new[]
            {
                """{"revision":0,"command":{"kind":"no-such-kind"}}""",
                """{"revision":0,"command":{"kind":"set-title","title":"\ud800"}}""",
                """{"revision":99999999999,"command":{"kind":"make-slides"}}""",
                "nonsense",
            }
        )
            Assert.Equal(
                "urn:jaali:bad-request",
                await Problem(
                    await _client.PostAsync(
                        $"/api/decks/{id}/edits",
                        new StringContent(unread, System.Text.Encoding.UTF8, "application/json")
                    ),
                    HttpStatusCode.BadRequest
                )
            );
        Assert.Equal(
            "urn:jaali:nothing-to-undo",
            await Problem(await _client.PostAsync($"/api/decks/{id}/undo", null), HttpStatusCode.UnprocessableEntity)
        );
        Assert.Equal(
            HttpStatusCode.NotFound,
            (await _client.GetAsync("/iiif/../../etc/full/max/0/default.jpg")).StatusCode
        );
        Assert.Equal(HttpStatusCode.OK, (await _client.GetAsync($"/api/decks/{id}")).StatusCode);
    }

    [Fact]
    public async Task Other_sites_cannot_change_anything()
    {
        using HttpClient bare = _factory.CreateClient();
        Assert.Equal(
            HttpStatusCode.Forbidden,
            (await bare.PostAsJsonAsync("/api/decks", new { title = "x" })).StatusCode
        );
        using var foreign = new HttpRequestMessage(HttpMethod.Post, "/api/decks")
        {
            Content = JsonContent.Create(new { title = "x" }),
        };
        foreign.Headers.Add("Origin", "https://elsewhere.example");
        Assert.Equal(HttpStatusCode.Forbidden, (await _client.SendAsync(foreign)).StatusCode);
        using var rebound = new HttpRequestMessage(HttpMethod.Get, "/api/decks");
        rebound.Headers.Host = "elsewhere.example";
        Assert.Equal(HttpStatusCode.Forbidden, (await _client.SendAsync(rebound)).StatusCode);
        HttpResponseMessage page = await _client.GetAsync("/api/decks");
        Assert.Contains(
            "default-src 'self'",
            page.Headers.GetValues("Content-Security-Policy").Single(),
            StringComparison.Ordinal
        );
        // OWASP Secure Headers Project, the proposed headers (from memory); HTTPS is not spoken here, so HSTS is not
        // sent.
        foreach (
            (string name, string value) in (IEnumerable<(string, string)>)
                [
                    ("X-Content-Type-Options", "nosniff"),
                    ("X-Frame-Options", "DENY"),
                    ("X-Permitted-Cross-Domain-Policies", "none"),
                    ("Referrer-Policy", "no-referrer"),
                    ("Cross-Origin-Opener-Policy", "same-origin"),
                    ("Cross-Origin-Resource-Policy", "same-origin"),
                ]
        )
            Assert.Equal(value, page.Headers.GetValues(name).Single());
        Assert.Contains(
            "camera=(self), geolocation=()",
            page.Headers.GetValues("Permissions-Policy").Single(),
            StringComparison.Ordinal
        );
        // A script of a page is told what holds for scripts; a worker is a document of its own.
        foreach ((string as_, bool isDocument) in (IEnumerable<(string, bool)>)[("script", false), ("worker", true)])
        {
            using var part = new HttpRequestMessage(HttpMethod.Get, "/api/decks");
            part.Headers.Add("Sec-Fetch-Dest", as_);
            using HttpResponseMessage told = await _client.SendAsync(part);
            Assert.Equal(isDocument, told.Headers.Contains("Content-Security-Policy"));
            Assert.Equal("nosniff", told.Headers.GetValues("X-Content-Type-Options").Single());
            Assert.Equal("same-origin", told.Headers.GetValues("Cross-Origin-Resource-Policy").Single());
        }
        using HttpResponseMessage list = await _client.GetAsync("/api/decks");
        Assert.True(list.Headers.CacheControl!.NoStore);
        Assert.Empty((await _client.GetFromJsonAsync<JsonElement>("/api/decks")).EnumerateArray());
    }

    /// <summary>References point one way: Core, then Imaging and Sources, then Formats, Store, Server.</summary>
    [Fact]
    public void Assemblies_refer_only_the_allowed_way()
    {
        var allowed = new Dictionary<string, string[]>
        {
            ["Jaali.Core"] = [],
            ["Jaali.Caching"] = [],
            ["Jaali.Imaging"] = ["Jaali.Core", "Jaali.Caching"],
            ["Jaali.Sources"] = ["Jaali.Core", "Jaali.Caching"],
            ["Jaali.Formats"] = ["Jaali.Core", "Jaali.Imaging", "Jaali.Sources"],
            ["Jaali.Store"] = ["Jaali.Core", "Jaali.Caching", "Jaali.Imaging", "Jaali.Sources", "Jaali.Formats"],
            ["Jaali.Server"] =
            [
                "Jaali.Core",
                "Jaali.Caching",
                "Jaali.Imaging",
                "Jaali.Sources",
                "Jaali.Formats",
                "Jaali.Store",
            ],
        };
        foreach ((string name, string[] may) in allowed)
        {
            AssemblyName[] references = Assembly.Load(name).GetReferencedAssemblies();
            Assert.Empty(
                references
                    .Where(r => r.Name!.StartsWith("Jaali.", StringComparison.Ordinal))
                    .Select(r => r.Name!)
                    .Except(may)
            );
            // The core is the base class library alone, without files or network.
            if (name == "Jaali.Core")
                Assert.All(
                    references,
                    r =>
                        Assert.True(
                            r.Name!.StartsWith("System.", StringComparison.Ordinal)
                                && r.Name is not ("System.Net.Http" or "System.IO.FileSystem" or "System.Net.Sockets"),
                            r.Name
                        )
                );
        }
    }

    public void Dispose()
    {
        _client.Dispose();
        _factory.Dispose();
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        _folder.Dispose();
    }
}
