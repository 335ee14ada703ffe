using System.IO.Compression;
using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Store;
using Jaali.Testing;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.Extensions.DependencyInjection;
using Path = System.IO.Path;

namespace Jaali.Server.Tests;

/// <summary>What photos carry leaves with no copy: position, serial numbers and names, looked for by exiftool in every
/// form; and what is hidden is found by no address that is handed out.</summary>
public sealed partial class CarriedTests : IDisposable
{
    private static bool Long => Environment.GetEnvironmentVariable("JAALI_LONG") == "1";

    private readonly ScratchFolder _here = new();
    private readonly WebApplicationFactory<Program> _factory;
    private readonly HttpClient _client;

    public CarriedTests()
    {
        _factory = Running.On(_here.Path);
        _client = _factory.Client();
    }

    private DeckEditing Desk => _factory.Services.GetRequiredService<DeckEditing>();

    private async Task<(Deck Deck, List<string> Photos)> TalkAsync(int count)
    {
        JsonNode made = (
            await (
                await _client.PostAsJsonAsync("/api/decks", new { title = "Low water" })
            ).Content.ReadFromJsonAsync<JsonNode>()
        )!;
        var id = Guid.Parse((string)made["id"]!);
        var taking = _factory.Services.GetRequiredService<Gathering.PhotoImporter>();
        var photos = _factory.Services.GetRequiredService<PhotoStore>();
        string small = _here.File("small.jpg");
        File.WriteAllBytes(small, Outside.SmallPhoto("pebbles.jpg", 640));
        string[] formats = ["jpg", "png", "webp", "tif", "avif"];
        List<string> ids = [];
        await Do(new AddPoints(string.Join('\n', Enumerable.Range(1, count).Select(n => $"Point {n}"))));
        Deck deck = await Do(new MakeSlides());
        for (int n = 0; n < count; n++)
        {
            string format = formats[n % formats.Length],
                file = _here.File($"carried-{n}.{format}");
            // Each another picture.
            Outside.Run(
                "convert",
                small,
                "-fill",
                $"rgb({n * 5},{255 - n * 5},40)",
                "-draw",
                "rectangle 5,5 60,60",
                file
            );
            Outside.Run(
                "exiftool",
                "-overwrite_original",
                "-m",
                "-q",
                "-q",
                "-GPSLatitude=57.125",
                "-GPSLatitudeRef=N",
                "-GPSLongitude=2.25",
                "-GPSLongitudeRef=W",
                "-XMP-exif:GPSLatitude=57.125",
                "-SerialNumber=SN12345",
                "-OwnerName=Olga Owner",
                "-UserComment=a secret note",
                file
            );
            (string photo, _) = await taking.TakeFileAsync(file, Path.GetFileName(file), default);
            await photos.CorrectAsync(
                photo,
                r =>
                    r with
                    {
                        Title = $"Photo {n}",
                        Maker = "T. Oar",
                        Licence = new Licence(LicenceFamily.By, "4.0", ""),
                    },
                Evidence.Of("The page says CC BY 4.0.", "https://terns.example/", DateTimeOffset.UtcNow)
            );
            ids.Add(photo);
            deck =
                n % 2 == 0
                    ? await Do(new PlaceGround(deck.Slides[n + 1].Id, photo))
                    : await Do(
                        new AddItem(
                            deck.Slides[n + 1].Id,
                            new FrameEdit(photo, Mask: FrameMask.Ellipse),
                            new SlideRect(900, 300, 800, 600)
                        )
                    );
        }
        return (deck, ids);

        async Task<Deck> Do(DeckCommand command) =>
            await Desk.ApplyAsync(id, null, command) is EditSaved done
                ? done.Now.Deck
                : throw new InvalidOperationException(command.ToString());
    }

    // The files within a copy, taken apart as far as programs take them apart.
    private string Apart(string form, byte[] copy)
    {
        string folder = _here.File("apart-" + form);
        Directory.CreateDirectory(folder);
        if (copy.AsSpan().StartsWith("PK"u8))
            ZipFile.ExtractToDirectory(new MemoryStream(copy), folder);
        else if (copy.AsSpan().StartsWith("%PDF"u8))
        {
            string pdf = Path.Combine(folder, "copy.pdf");
            File.WriteAllBytes(pdf, copy);
            Outside.Run("pdfimages", "-all", pdf, Path.Combine(folder, "picture"));
        }
        else
        {
            File.WriteAllBytes(Path.Combine(folder, "copy.bin"), copy);
            int n = 0;
            foreach (Match m in Data().Matches(System.Text.Encoding.UTF8.GetString(copy)))
                File.WriteAllBytes(
                    Path.Combine(folder, $"inside-{n++}.{m.Groups[1].Value}"),
                    Convert.FromBase64String(m.Groups[2].Value)
                );
        }
        return folder;
    }

    [GeneratedRegex("data:image/(jpeg|png|webp);base64,([A-Za-z0-9+/=]+)")]
    private static partial Regex Data();

    [Fact]
    public async Task No_copy_says_where_a_photo_was_taken_by_what_or_for_whom()
    {
        int count = Long ? 40 : 5;
        (Deck deck, List<string> ids) = await TalkAsync(count);
        foreach (
            string form in (string[])
                ["pdf", "handout", "pptx", "odp", "web", "webFolder", "pictures", "contactSheet", "placedPhotos"]
        )
        {
            string folder = Apart(form, await _client.CopyAsync(deck.Id, new { form }));
            Assert.NotEmpty(Directory.GetFiles(folder, "*", SearchOption.AllDirectories));
            string said = Outside.Run("exiftool", "-r", "-a", "-u", "-G1", "-ee", "-j", folder);
            foreach (string secret in (string[])["GPS", "SN12345", "Olga", "secret note"])
                Assert.False(said.Contains(secret, StringComparison.Ordinal), $"{form} says {secret}");
            foreach (string file in Directory.GetFiles(folder, "*", SearchOption.AllDirectories))
                Assert.False(
                    File.ReadAllBytes(file).AsSpan().IndexOf("SN12345"u8) >= 0,
                    $"{form}: {Path.GetFileName(file)}"
                );
        }
        // What is given to a browser, too, in every form of it.
        foreach (string id in ids)
        foreach (
            string ask in (string[])
                [
                    "full/max/0/default.jpg",
                    "full/320,/0/default.jpg",
                    "full/max/0/default.png",
                    "full/max/90/default.webp",
                ]
        )
        {
            byte[] shown = await _client.GetByteArrayAsync($"/iiif/{id}/{ask}");
            foreach (byte[] secret in (byte[][])["SN12345"u8.ToArray(), "Olga"u8.ToArray(), "GPSLatitude"u8.ToArray()])
                Assert.True(shown.AsSpan().IndexOf(secret) < 0, ask);
            string file = _here.File("shown.bin");
            File.WriteAllBytes(file, shown);
            Assert.DoesNotContain("GPS", Outside.Run("exiftool", "-a", "-G1", file), StringComparison.Ordinal);
        }
        // The bundle carries all, as it says.
        string whole = Apart("bundle", await _client.CopyAsync(deck.Id, new { form = "bundle" }));
        Assert.Contains("SN12345", Outside.Run("exiftool", "-r", "-a", "-G1", "-j", whole), StringComparison.Ordinal);

        JsonNode room = (await _client.GetFromJsonAsync<JsonNode>($"/api/decks/{deck.Id}/room"))!;
        JsonNode line = room["lines"]!.AsArray().Single(l => (string)l!["concern"]! == "positions")!;
        Assert.Equal($"{count} photos say where they were taken", (string)line["title"]!);
        Assert.Equal(Enumerable.Range(2, count), line["slides"]!.AsArray().Select(s => (int)s!));
        Assert.True((bool)line["good"]!);
    }

    /// <summary>A photo of four colours, of which one is in view: of the others nothing leaves with what is made to
    /// be seen, and what is made for editing says that it carries them.</summary>
    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public async Task What_is_cropped_away_or_hidden_leaves_with_nothing_that_is_made_to_be_seen(bool hidden)
    {
        (Deck deck, _) = await TalkAsync(1);
        string file = _here.File("quarters.png");
        Outside.Run(
            "convert",
            "(",
            "xc:#e01020[400x300!]",
            "xc:#20d020[400x300!]",
            "+append",
            ")",
            "(",
            "xc:#2020e0[400x300!]",
            "xc:#e0e020[400x300!]",
            "+append",
            ")",
            "-append",
            file
        );
        (string photo, _) = await _factory
            .Services.GetRequiredService<Gathering.PhotoImporter>()
            .TakeFileAsync(file, "quarters.png", default);
        await _factory
            .Services.GetRequiredService<PhotoStore>()
            .CorrectAsync(
                photo,
                r => r with { Maker = "T. Oar", Licence = new Licence(LicenceFamily.By, "4.0", "") },
                Evidence.Of("The page says CC BY 4.0.", "https://terns.example/", DateTimeOffset.UtcNow)
            );
        Guid slide = deck.Slides[1].Id;
        await Desk.ApplyAsync(deck.Id, null, new RemoveItem(slide, deck.Slides[1].Ground!.Id));
        // The upper left quarter, a little within it.
        await Desk.ApplyAsync(
            deck.Id,
            null,
            new AddItem(
                slide,
                hidden
                    ? new FrameEdit(
                        photo,
                        Covers:
                        [
                            new Cover(new CropWindow(.45, 0, .55, 1), CoverHow.Patch, "#222222"),
                            new Cover(new CropWindow(0, .45, 1, .55), CoverHow.Patch, "#222222"),
                        ]
                    )
                    : new FrameEdit(photo, Crop: new CropWindow(.05, .05, .4, .4)),
                new SlideRect(200, 200, 800, 600)
            )
        );
        // What is made to be edited is made without as well, where that is asked.
        foreach (string form in (string[])["pdf", "handout", "web", "webFolder", "pptx", "odp", "bundle"])
        {
            string folder = Apart("cut-" + form, await _client.CopyAsync(deck.Id, new { form, onlyShown = true }));
            string[] pictures =
            [
                .. Directory
                    .GetFiles(folder, "*", SearchOption.AllDirectories)
                    .Where(f => Path.GetExtension(f) is ".jpg" or ".jpeg" or ".png" or ".webp" or ".ppm"),
            ];
            Assert.NotEmpty(pictures);
            foreach (string picture in pictures)
            {
                // Green or blue anywhere would be of another quarter.
                string[] most = Outside
                    .Run("convert", picture, "-colorspace", "sRGB", "-format", "%[fx:maxima.g] %[fx:maxima.b]", "info:")
                    .Split(' ');
                Assert.All(
                    most,
                    m =>
                        Assert.True(
                            double.Parse(m, System.Globalization.CultureInfo.InvariantCulture) < .4,
                            $"{form} {picture}: {string.Join(' ', most)}"
                        )
                );
            }
        }
        if (hidden)
            return;
        foreach (string form in (string[])["pptx", "bundle"])
        {
            string differs = $"/api/decks/{deck.Id}/copies/differences?form={form}";
            Assert.Contains("outside the crop", await _client.GetStringAsync(differs), StringComparison.Ordinal);
            Assert.Contains(
                "cut to what is shown",
                await _client.GetStringAsync(differs + "&onlyShown=true"),
                StringComparison.Ordinal
            );
        }
        // The bundle that was made so is a talk that looks the same, with a photo of its own whose record says that it
        // was cropped.
        byte[] bundle = await _client.CopyAsync(deck.Id, new { form = "bundle", onlyShown = true });
        using WebApplicationFactory<Program> other = Running.On(_here.File("other"));
        using HttpClient there = other.Client();
        var incoming = Guid.NewGuid();
        using var content = new ByteArrayContent(bundle);
        content.Headers.ContentType = new("application/octet-stream");
        (await there.PostAsync($"/api/incoming/{incoming}/files?name=talk.zip", content)).EnsureSuccessStatusCode();
        JsonNode end = await there.EndAsync(await there.PostAsync($"/api/incoming/{incoming}/read", null));
        Assert.Equal("done", (string)end["state"]!);
        Deck opened = (await other.Services.GetRequiredService<DeckStore>().LoadAsync(deck.Id, default))!.Deck;
        Frame was = (await Desk.OpenAsync(deck.Id))!.Deck.Slides[1].Items.OfType<Frame>().Single(),
            now = opened.Slides[1].Items.OfType<Frame>().Single();
        PhotoFacts cut = other.Services.GetRequiredService<PhotoStore>().Facts(now.PhotoId)!;
        Assert.NotEqual(was.PhotoId, now.PhotoId);
        Assert.Equal(was.At, now.At);
        Assert.Equal("cropped", cut.Rights.EarlierChanges);
        Assert.InRange(cut.Width, 320, 324);
        Assert.Equal(now.At.Rect.Aspect, now.Crop.Width * cut.Aspect / now.Crop.Height, 1e-6);
        // What was kept and is shown nowhere stays behind.
        Assert.All(opened.Points, p => Assert.Empty(p.Shortlist));
    }

    [Fact]
    public async Task What_is_hidden_is_found_by_no_address_that_is_handed_out()
    {
        (Deck deck, List<string> ids) = await TalkAsync(3);
        Slide slide = deck.Slides[1];
        Assert.IsType<EditSaved>(
            await Desk.ApplyAsync(
                deck.Id,
                null,
                new EditItem(
                    slide.Id,
                    slide.Ground!.Id,
                    new FrameEdit(Covers: [new Cover(new CropWindow(.2, .2, .4, .4), CoverHow.Patch, "#222222")])
                )
            )
        );
        string manifest = await _client.GetStringAsync($"/api/decks/{deck.Id}/gathered/manifest.json"),
            list =
                await _client.GetStringAsync(
                    $"/api/decks/{deck.Id}/gathered/oai?verb=ListRecords&metadataPrefix=oai_dc"
                );
        // The hidden one is named nowhere, the others are.
        foreach (string text in (string[])[manifest, list])
        {
            Assert.DoesNotContain(ids[0], text, StringComparison.Ordinal);
            Assert.Contains(ids[1], text, StringComparison.Ordinal);
        }
        string name = Name().Match(manifest).Value;
        Assert.Equal(name, Name().Match(list).Value);
        Assert.DoesNotContain("~", name, StringComparison.Ordinal);
        string hidden = HiddenParts.Of((await Desk.OpenAsync(deck.Id))!.Deck, ids[0], null).Name;
        byte[] handed = await _client.GetByteArrayAsync($"/iiif/{name}/full/max/0/default.jpg"),
            treated = await _client.GetByteArrayAsync($"/iiif/{ids[0]}~{hidden}/full/max/0/default.jpg");
        Assert.Equal(treated, handed);
        JsonNode info = (await _client.GetFromJsonAsync<JsonNode>($"/iiif/{name}/info.json"))!;
        Assert.EndsWith("/iiif/" + name, (string)info["id"]!, StringComparison.Ordinal);
        Assert.DoesNotContain(ids[0], info.ToJsonString(), StringComparison.Ordinal);
        // No name that is cut, lengthened or changed in any place is the name of anything.
        for (int i = 2; i < name.Length; i++)
        {
            Assert.Equal(HttpStatusCode.NotFound, await Answer(name[..i]));
            Assert.Equal(
                HttpStatusCode.NotFound,
                await Answer(name[..i] + (name[i] == 'A' ? 'B' : 'A') + name[(i + 1)..])
            );
        }
        Assert.Equal(HttpStatusCode.NotFound, await Answer(name + "A"));
        Assert.Equal(HttpStatusCode.NotFound, await Answer(name + "~"));
        // It is the same after a restart: the key is the folder's own, and nobody else reads it.
        var again = new Photos.PhotoNames(new Hosting.DataFolder(_here.Path));
        Assert.Equal(ids[0], again.Read(name)!.Split('~')[0]);
        if (!OperatingSystem.IsWindows())
            Assert.Equal(UnixFileMode.UserRead | UnixFileMode.UserWrite, File.GetUnixFileMode(_here.File("names.key")));

        async Task<HttpStatusCode> Answer(string of) =>
            (await _client.GetAsync($"/iiif/{of}/full/max/0/default.jpg")).StatusCode;
    }

    [GeneratedRegex("n-[A-Za-z0-9_-]{40,}")]
    private static partial Regex Name();

    public void Dispose()
    {
        _client.Dispose();
        _factory.Dispose();
        _here.Dispose();
    }
}
