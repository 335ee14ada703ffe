using System.IO.Compression;
using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Items;
using Jaali.Store;
using Jaali.Testing;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.Extensions.DependencyInjection;
using SkiaSharp;

namespace Jaali.Server.Tests;

/// <summary>Grids, guides, marks, proposals and hidden parts over HTTP, on photos in a real store.</summary>
public sealed class ComposeTests : IDisposable
{
    private readonly ScratchFolder _folder = new();
    private readonly WebApplicationFactory<Program> _factory;
    private readonly HttpClient _client;

    public ComposeTests()
    {
        _factory = new WebApplicationFactory<Program>().WithWebHostBuilder(b => b.UseSetting("data", _folder.Path));
        _client = _factory.CreateClient();
        _client.DefaultRequestHeaders.Add(OriginGuard.Header, "1");
    }

    // A talk with one slide of two photos side by side; the first has a red sign in it.
    private async Task<(Guid Deck, Guid Slide, string Photo, Frame[] Frames)> TalkAsync()
    {
        DeckEditing desk = _factory.Services.GetRequiredService<DeckEditing>();
        DeckStore store = _factory.Services.GetRequiredService<DeckStore>();
        Gathering.PhotoImporter taking = _factory.Services.GetRequiredService<Gathering.PhotoImporter>();
        string sign = (await taking.TakeFileAsync(Sign(), "sign.jpg", default)).Id,
            stones = (await taking.TakeFileAsync(Outside.Photo("stones-square.jpg"), "stones.jpg", default)).Id;
        var deck = Deck.New(Guid.CreateVersion7(), "Composed");
        await store.CreateAsync(deck);
        async Task DoAsync(DeckCommand command) =>
            Assert.IsType<EditSaved>(await desk.ApplyAsync(deck.Id, null, command));
        await DoAsync(new AddSlide());
        Guid slide = (await desk.OpenAsync(deck.Id))!.Deck.Slides[0].Id;
        await DoAsync(new AddPhotos(slide, [sign, stones]));
        return (deck.Id, slide, sign, await FramesAsync(deck.Id));
    }

    private async Task<Frame[]> FramesAsync(Guid deck) =>
        [
            .. (await _factory.Services.GetRequiredService<DeckEditing>().OpenAsync(deck))!
                .Deck.Slides[0]
                .Items.OfType<Frame>(),
        ];

    private string Sign()
    {
        using var bitmap = new SKBitmap(1200, 800);
        bitmap.Erase(new SKColor(130, 140, 150));
        for (int y = 300; y < 420; y++)
        for (int x = 700; x < 880; x++)
            bitmap.SetPixel(x, y, new SKColor(255, 0, 0));
        string file = _folder.File("sign.jpg");
        File.WriteAllBytes(file, bitmap.Encode(SKEncodedImageFormat.Jpeg, 96).ToArray());
        return file;
    }

    private async Task<HttpResponseMessage> EditAsync(Guid deck, object command)
    {
        JsonNode now = (await _client.GetFromJsonAsync<JsonNode>($"/api/decks/{deck}"))!;
        return await _client.PostAsJsonAsync(
            $"/api/decks/{deck}/edits",
            new { revision = (int)now["revision"]!, command }
        );
    }

    private static int Red(byte[] picture)
    {
        using SKBitmap b = SKBitmap.Decode(picture);
        int n = 0;
        for (int y = 0; y < b.Height; y += 2)
        for (int x = 0; x < b.Width; x += 2)
            if (b.GetPixel(x, y) is var c && c.Red > 170 && c.Green < 90)
                n++;
        return n;
    }

    [Fact]
    public async Task What_is_covered_is_in_no_picture_that_is_shown_or_handed_on()
    {
        (Guid deck, Guid slide, string photo, Frame[] frames) = await TalkAsync();
        string picture = $"/api/decks/{deck}/slides/{slide}/picture.png?width=960",
            zip = $"/api/decks/{deck}/exports/photos.zip";
        Assert.True(Red(await _client.GetByteArrayAsync(picture)) > 40);
        Assert.True((await PhotosAsync(zip)).Max(Red) > 40);
        HttpResponseMessage hid = await EditAsync(
            deck,
            new
            {
                kind = "edit-item",
                slideId = slide,
                itemId = frames[0].Id,
                edit = new
                {
                    kind = "frame",
                    covers = new[]
                    {
                        new
                        {
                            part = new
                            {
                                x = .57,
                                y = .36,
                                width = .18,
                                height = .18,
                            },
                            how = "patch",
                        },
                    },
                },
            }
        );
        hid.EnsureSuccessStatusCode();
        Assert.Equal(0, Red(await _client.GetByteArrayAsync(picture)));
        Assert.All(await PhotosAsync(zip), p => Assert.Equal(0, Red(p)));
        // The scene names the picture that browsers ask for; what it says is not there is not.
        string scenes = await _client.GetStringAsync($"/api/decks/{deck}/scenes");
        string treated = (string)
            JsonNode.Parse(scenes)!.AsArray()[0]!["nodes"]!
                .AsArray()
                .Select(n => n!["nodes"]![0]!["nodes"]![0]!["treatment"])
                .First(t => t is not null)!;
        string at = $"/iiif/{photo}~{treated}/full/max/0/default.jpg";
        Assert.Equal(0, Red(await _client.GetByteArrayAsync(at)));
        Assert.Equal(0, Red(await _client.GetByteArrayAsync($"/iiif/{photo}~{treated}/full/320,/0/default.jpg")));
        foreach (string wrong in new[] { "x", "b9,9,9,9", "s0", treated + "_q1", new string('1', 2000) })
            Assert.Equal(
                HttpStatusCode.NotFound,
                (await _client.GetAsync($"/iiif/{photo}~{wrong}/full/max/0/default.jpg")).StatusCode
            );
        // Made again after the kept picture was damaged away.
        foreach (string kept in Directory.GetFiles(_folder.Path, "treated_*", SearchOption.AllDirectories))
            File.Delete(kept);
        Assert.Equal(0, Red(await _client.GetByteArrayAsync(at)));
    }

    private async Task<List<byte[]>> PhotosAsync(string address)
    {
        using var zip = new ZipArchive(new MemoryStream(await _client.GetByteArrayAsync(address)));
        List<byte[]> all = [];
        foreach (ZipArchiveEntry entry in zip.Entries.Where(e => e.Name.EndsWith(".jpg", StringComparison.Ordinal)))
        {
            using Stream from = entry.Open();
            using var to = new MemoryStream();
            await from.CopyToAsync(to);
            all.Add(to.ToArray());
        }
        Assert.NotEmpty(all);
        return all;
    }

    [Fact]
    public async Task The_grid_guides_and_marks_of_a_slide_are_asked_for_before_a_hand_moves()
    {
        (Guid deck, Guid slide, _, Frame[] frames) = await TalkAsync();
        string of = $"/api/decks/{deck}/slides/{slide}";
        JsonNode grid = (await _client.GetFromJsonAsync<JsonNode>(of + "/grid"))!;
        Assert.Equal(
            ("usual", false, 72),
            ((string)grid["preset"]!, (bool)grid["own"]!, grid["cells"]!.AsArray().Count)
        );
        JsonNode own = new JsonObject
        {
            ["kind"] = "set-slide-grid",
            ["slideId"] = slide.ToString(),
            ["grid"] = new JsonObject
            {
                ["marginX"] = 40,
                ["marginY"] = 40,
                ["columns"] = 2,
                ["rows"] = 3,
                ["gutter"] = 10,
            },
        };
        (await EditAsync(deck, own)).EnsureSuccessStatusCode();
        grid = (await _client.GetFromJsonAsync<JsonNode>(of + "/grid"))!;
        Assert.Equal((null, true, 6), ((string?)grid["preset"], (bool)grid["own"]!, grid["cells"]!.AsArray().Count));
        // Guides of two that move together name neither.
        JsonNode one = (await _client.GetFromJsonAsync<JsonNode>($"{of}/items/{frames[0].Id}/lines"))!,
            both = (await _client.GetFromJsonAsync<JsonNode>($"{of}/items/{frames[0].Id}/lines?also={frames[1].Id}"))!;
        Assert.Contains(one["lines"]!.AsArray(), l => (string)l!["of"]! == "edge");
        Assert.DoesNotContain(both["lines"]!.AsArray(), l => (string)l!["of"]! == "edge");
        Assert.NotEmpty(one["sizes"]!.AsArray());
        // What stands out in the photo is its sign.
        JsonNode mark = (await _client.GetFromJsonAsync<JsonNode>($"{of}/items/{frames[0].Id}/marks"))![0]!;
        Assert.InRange((double)mark["x"]! + (double)mark["width"]! / 2, .5, .8);
        Assert.True((await _client.GetFromJsonAsync<JsonNode>("/api/grids"))!.AsArray().Count >= 8);
    }

    [Fact]
    public async Task A_place_that_cannot_be_is_refused_with_the_nearest_that_can()
    {
        (Guid deck, Guid slide, _, Frame[] frames) = await TalkAsync();
        object Edit(object edit) =>
            new
            {
                kind = "edit-item",
                slideId = slide,
                itemId = frames[0].Id,
                edit,
            };
        object Place(object rect) =>
            new
            {
                kind = "place-item",
                slideId = slide,
                itemId = frames[0].Id,
                rect,
            };
        (
            await EditAsync(
                deck,
                Edit(
                    new
                    {
                        kind = "frame",
                        keepInView = new[]
                        {
                            new
                            {
                                x = .1,
                                y = .4,
                                width = .8,
                                height = .1,
                            },
                        },
                    }
                )
            )
        ).EnsureSuccessStatusCode();
        HttpResponseMessage no = await EditAsync(
            deck,
            Place(
                new
                {
                    x = 10,
                    y = 10,
                    width = 100,
                    height = 900,
                }
            )
        );
        Assert.Equal(HttpStatusCode.UnprocessableEntity, no.StatusCode);
        JsonNode problem = (await no.Content.ReadFromJsonAsync<JsonNode>())!;
        Assert.Equal("urn:jaali:mark-in-the-way", (string)problem["type"]!);
        JsonNode nearest = problem["nearest"]!;
        (await EditAsync(deck, Place(nearest.DeepClone()))).EnsureSuccessStatusCode();
        Assert.Null((await FramesAsync(deck))[0].MarkCut());
        // Wholly off the slide it can still be had back; of no size it cannot be made.
        (
            await EditAsync(
                deck,
                Place(
                    new
                    {
                        x = -2500,
                        y = 200,
                        width = (double)nearest["width"]!,
                        height = (double)nearest["height"]!,
                    }
                )
            )
        ).EnsureSuccessStatusCode();
        foreach (
            object rect in new object[]
            {
                new
                {
                    x = 0,
                    y = 0,
                    width = 0,
                    height = 0,
                },
                new
                {
                    x = 0,
                    y = 0,
                    width = -50,
                    height = 80,
                },
                new
                {
                    x = 1e7,
                    y = 0,
                    width = 90,
                    height = 80,
                },
            }
        )
            Assert.Equal(HttpStatusCode.UnprocessableEntity, (await EditAsync(deck, Place(rect))).StatusCode);
    }

    public void Dispose()
    {
        _client.Dispose();
        _factory.Dispose();
        _folder.Dispose();
    }
}
