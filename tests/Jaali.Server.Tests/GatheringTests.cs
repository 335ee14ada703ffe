using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using Jaali.Testing;
using Microsoft.AspNetCore.Mvc.Testing;

namespace Jaali.Server.Tests;

/// <summary>Photos, records and files over HTTP, without any collection.</summary>
public sealed class GatheringTests : IDisposable
{
    private readonly ScratchFolder _folder = new();
    private readonly WebApplicationFactory<Program> _factory;
    private readonly HttpClient _client;

    public GatheringTests()
    {
        _factory = new WebApplicationFactory<Program>().WithWebHostBuilder(b => b.UseSetting("data", _folder.Path));
        _client = _factory.CreateClient();
        _client.DefaultRequestHeaders.Add(OriginGuard.Header, "1");
    }

    private async Task<(string Deck, string Point)> DeckAsync()
    {
        JsonElement made = await (
            await _client.PostAsJsonAsync("/api/decks", new { title = "Low water" })
        ).Content.ReadFromJsonAsync<JsonElement>();
        string id = made.GetProperty("id").GetString()!;
        JsonElement edit = await EditAsync(id, new { kind = "add-points", text = "Fog season" });
        return (id, edit.GetProperty("points")[0].GetProperty("id").GetString()!);
    }

    private async Task<JsonElement> EditAsync(string deck, object command)
    {
        int revision = (await _client.GetFromJsonAsync<JsonElement>($"/api/decks/{deck}"))
            .GetProperty("revision")
            .GetInt32();
        HttpResponseMessage answer = await _client.PostAsJsonAsync(
            $"/api/decks/{deck}/edits",
            new { revision, command }
        );
        answer.EnsureSuccessStatusCode();
        return await answer.Content.ReadFromJsonAsync<JsonElement>();
    }

    private Task<HttpResponseMessage> BringAsync(string deck, string point, string name, byte[] bytes) =>
        _client.PostAsync(
            $"/api/decks/{deck}/points/{point}/files?name={Uri.EscapeDataString(name)}",
            new ByteArrayContent(bytes)
        );

    private static byte[] Folder(string name) => File.ReadAllBytes(Outside.File("demo", "folder", name));

    private static async Task<(HttpStatusCode, string)> Problem(HttpResponseMessage answer)
    {
        JsonElement problem = await answer.Content.ReadFromJsonAsync<JsonElement>();
        return (answer.StatusCode, problem.GetProperty("type").GetString()!);
    }

    [Fact]
    public async Task Files_come_in_with_what_they_say_and_hostile_ones_leave_nothing_behind()
    {
        (string deck, string point) = await DeckAsync();
        JsonElement own = await (
            await BringAsync(deck, point, "../../own-record.jpg", Folder("own-record.jpg"))
        ).Content.ReadFromJsonAsync<JsonElement>();
        Assert.Equal(
            ("own-record.jpg", ""),
            (own.GetProperty("name").GetString(), own.GetProperty("flag").GetString())
        );
        JsonElement bare = await (
            await BringAsync(deck, point, "marram (2).jpg", Folder("marram (2).jpg"))
        ).Content.ReadFromJsonAsync<JsonElement>();
        Assert.Contains("No licence", bare.GetProperty("flag").GetString(), StringComparison.Ordinal);
        foreach (
            byte[] bad in new byte[][]
            {
                [],
                "hello"u8.ToArray(),
                Folder("own-record.jpg")[..20_000],
                Folder("ridge-scan.png")[..9000],
            }
        )
            Assert.Equal(
                (HttpStatusCode.UnprocessableEntity, "urn:jaali:no-photo"),
                await Problem(await BringAsync(deck, point, "bad.jpg", bad))
            );
        JsonElement now = await _client.GetFromJsonAsync<JsonElement>($"/api/decks/{deck}");
        Assert.Equal(2, now.GetProperty("points")[0].GetProperty("shortlist").GetArrayLength());
        JsonElement verified = await (
            await _client.PostAsync("/api/verify", null)
        ).Content.ReadFromJsonAsync<JsonElement>();
        Assert.Equal("2 photos, every one there and whole.", verified.GetProperty("sentence").GetString());
    }

    [Fact]
    public async Task A_photo_turned_by_its_tag_stands_upright_in_browser_picture_and_pdf()
    {
        (string deck, string point) = await DeckAsync();
        JsonElement brought = await (
            await BringAsync(deck, point, "phone.jpg", Folder("from-the-phone.jpg"))
        ).Content.ReadFromJsonAsync<JsonElement>();
        string photo = brought.GetProperty("photoId").GetString()!;
        JsonElement info = await _client.GetFromJsonAsync<JsonElement>($"/iiif/{photo}/info.json");
        Assert.True(info.GetProperty("height").GetInt32() > info.GetProperty("width").GetInt32());
        (
            await _client.PutAsJsonAsync($"/api/photos/{photo}/record", new { ownWork = true, settle = false })
        ).EnsureSuccessStatusCode();
        JsonElement made = await EditAsync(deck, new { kind = "make-slides" });
        string slide = made.GetProperty("slideOrder")[1].GetString()!;
        await EditAsync(deck, new { kind = "show-whole", photoId = photo });
        byte[] png = await _client.GetByteArrayAsync($"/api/decks/{deck}/slides/{slide}/picture.png?width=640");
        using var folder = new ScratchFolder();
        string file = folder.File("s.png"),
            upright = folder.File("u.png");
        await File.WriteAllBytesAsync(file, png);
        Outside.Run(
            "convert",
            Outside.File("demo", "folder", "from-the-phone.jpg"),
            "-auto-orient",
            "-resize",
            "240x360!",
            upright
        );
        // The photo stands in the middle of the slide, 240 of 640 pixels wide; the same photo upside down would be
        // far off.
        Outside.Run("convert", file, "-crop", "240x360+200+0", "+repage", folder.File("c.png"));
        double miss = double.Parse(
            Outside.Run(
                "convert",
                folder.File("c.png"),
                upright,
                "-compose",
                "difference",
                "-composite",
                "-colorspace",
                "Gray",
                "-format",
                "%[fx:mean]",
                "info:"
            ),
            System.Globalization.CultureInfo.InvariantCulture
        );
        Assert.InRange(miss, 0, .06);
    }

    [Fact]
    public async Task Records_are_corrected_by_hand_and_what_sources_said_stays()
    {
        (string deck, string point) = await DeckAsync();
        string photo = (
            await (
                await BringAsync(deck, point, "two.jpg", Folder("two-stories.jpg"))
            ).Content.ReadFromJsonAsync<JsonElement>()
        )
            .GetProperty("photoId")
            .GetString()!;
        Task<HttpResponseMessage> Put(object body) => _client.PutAsJsonAsync($"/api/photos/{photo}/record", body);
        async Task<JsonElement> Photo() =>
            (await _client.GetFromJsonAsync<JsonElement>($"/api/decks/{deck}"))
                .GetProperty("photos")
                .GetProperty(photo);
        Assert.Equal(3, (await Photo()).GetProperty("conflicts").GetArrayLength());
        Assert.Equal(
            (HttpStatusCode.UnprocessableEntity, "urn:jaali:unknown-licence"),
            await Problem(await Put(new { licence = "whatever you like", settle = false }))
        );
        Assert.Equal(
            (HttpStatusCode.UnprocessableEntity, "urn:jaali:bad-address"),
            await Problem(await Put(new { sourceUrl = "javascript:alert(1)", settle = false }))
        );
        Assert.Equal(
            (HttpStatusCode.UnprocessableEntity, "urn:jaali:too-long"),
            await Problem(await Put(new { title = new string('t', 3000), settle = false }))
        );
        Assert.Equal(
            (HttpStatusCode.UnprocessableEntity, "urn:jaali:nothing-said"),
            await Problem(await Put(new { settle = false }))
        );
        Assert.Equal(
            HttpStatusCode.NotFound,
            (
                await _client.PutAsJsonAsync(
                    $"/api/photos/{new string('a', 64)}/record",
                    new { title = "x", settle = false }
                )
            ).StatusCode
        );
        Assert.Equal(3, (await Photo()).GetProperty("conflicts").GetArrayLength());
        Assert.Equal(
            HttpStatusCode.NoContent,
            (
                await Put(
                    new
                    {
                        licence = "CC BY 4.0",
                        maker = "S. Wick",
                        settle = true,
                    }
                )
            ).StatusCode
        );
        JsonElement settled = await Photo();
        Assert.Equal(
            ("CC BY 4.0", false, 0),
            (
                settled.GetProperty("licence").GetString(),
                settled.GetProperty("unclear").GetBoolean(),
                settled.GetProperty("conflicts").GetArrayLength()
            )
        );
        JsonElement evidence = await _client.GetFromJsonAsync<JsonElement>($"/api/photos/{photo}/evidence");
        Assert.Contains("All rights reserved", evidence[0].GetProperty("text").GetString(), StringComparison.Ordinal);
        Assert.Contains("licence: CC BY 4.0", evidence[1].GetProperty("text").GetString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Searches_without_collections_answer_at_once_and_bad_ones_are_refused()
    {
        (string deck, string point) = await DeckAsync();
        Task<HttpResponseMessage> Search(string words) =>
            _client.PostAsJsonAsync($"/api/decks/{deck}/points/{point}/searches", new { words });
        Assert.Equal("urn:jaali:no-words", (await Problem(await Search(" "))).Item2);
        Assert.Equal("urn:jaali:too-long", (await Problem(await Search(new string('x', 400)))).Item2);
        string id = (await (await Search("fog")).Content.ReadFromJsonAsync<JsonElement>())
            .GetProperty("id")
            .GetString()!;
        JsonElement wall = await _client.GetFromJsonAsync<JsonElement>($"/api/searches/{id}?licence=any&tone=dark");
        Assert.True(wall.GetProperty("settled").GetBoolean());
        Assert.Equal(
            HttpStatusCode.UnprocessableEntity,
            (await _client.GetAsync($"/api/searches/{id}?shape=round")).StatusCode
        );
        Assert.Equal(
            "urn:jaali:search-gone",
            (await Problem(await _client.GetAsync($"/api/searches/{Guid.NewGuid()}"))).Item2
        );
        Assert.Equal(
            "urn:jaali:candidate-gone",
            (
                await Problem(
                    await _client.PostAsJsonAsync(
                        $"/api/decks/{deck}/points/{point}/keep",
                        new { collection = "x", candidateId = "y" }
                    )
                )
            ).Item2
        );
        Assert.Equal(
            ["fog"],
            (await _client.GetFromJsonAsync<string[]>($"/api/decks/{deck}/points/{point}/searches"))!
        );
        Assert.Equal(
            "urn:jaali:source-failed",
            (
                await Problem(
                    await _client.PostAsJsonAsync(
                        "/api/collections/recognise",
                        new { address = "http://127.0.0.1:9/x" }
                    )
                )
            ).Item2
        );
    }

    [Fact]
    public async Task Every_form_of_the_credits_is_handed_out_and_no_other()
    {
        (string deck, string point) = await DeckAsync();
        Assert.Equal(
            "urn:jaali:no-photos",
            (await Problem(await _client.GetAsync($"/api/decks/{deck}/exports/photos.zip"))).Item2
        );
        await BringAsync(deck, point, "own.jpg", Folder("own-record.jpg"));
        await EditAsync(deck, new { kind = "make-slides" });
        foreach (string form in new[] { "txt", "md", "html", "csv", "jsonld" })
        {
            HttpResponseMessage file = await _client.GetAsync($"/api/decks/{deck}/exports/credits.{form}");
            Assert.Contains("L. Quill", await file.Content.ReadAsStringAsync(), StringComparison.Ordinal);
            Assert.Contains(
                "attachment",
                file.Content.Headers.ContentDisposition!.ToString(),
                StringComparison.Ordinal
            );
        }
        Assert.Equal(
            HttpStatusCode.NotFound,
            (await _client.GetAsync($"/api/decks/{deck}/exports/credits.exe")).StatusCode
        );
        using var zip = new System.IO.Compression.ZipArchive(
            await _client.GetStreamAsync($"/api/decks/{deck}/exports/photos.zip")
        );
        Assert.Equal(2, zip.Entries.Count);
        Assert.All(zip.Entries, e => Assert.DoesNotContain("/", e.FullName, StringComparison.Ordinal));
        Assert.Empty(Directory.EnumerateFiles(Path.Combine(_folder.Path, "exports")));
        JsonElement audit = await _client.GetFromJsonAsync<JsonElement>($"/api/decks/{deck}/audit");
        Assert.Equal(4, audit.GetArrayLength());
    }

    public void Dispose()
    {
        _client.Dispose();
        _factory.Dispose();
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        _folder.Dispose();
    }
}
