using System.IO.Compression;
using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Items;
using Jaali.Core.Photos;
using Jaali.Store;
using Jaali.Testing;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.Extensions.DependencyInjection;
using Path = System.IO.Path;

namespace Jaali.Server.Tests;

/// <summary>Clips through the running server; what comes in and what leaves is looked at by <c>ffprobe</c>.</summary>
public sealed class ClipTests : IDisposable
{
    private readonly ScratchFolder _here = new(),
        _files = new(),
        _there = new();
    private readonly WebApplicationFactory<Program> _factory;
    private readonly HttpClient _client;

    public ClipTests()
    {
        _factory = Running.On(_here.Path);
        _client = _factory.Client();
    }

    private PhotoStore Photos => _factory.Services.GetRequiredService<PhotoStore>();

    private string Made(string name, params string[] how)
    {
        string file = _files.File(name);
        Outside.Run("ffmpeg", ["-v", "error", "-y", .. how, file]);
        return file;
    }

    // A clip as a telephone writes it: with its place, its owner and its program.
    private string Telephone(string name = "IMG_0001.mp4") =>
        Made(
            name,
            "-f",
            "lavfi",
            "-i",
            "testsrc=duration=3:size=640x360:rate=15",
            "-f",
            "lavfi",
            "-i",
            "sine=frequency=300:duration=3",
            "-c:v",
            "libx264",
            "-pix_fmt",
            "yuv420p",
            "-c:a",
            "aac",
            "-movflags",
            "use_metadata_tags",
            "-metadata",
            "title=Low water",
            "-metadata",
            "artist=T. Oar",
            "-metadata",
            "copyright=CC BY 4.0",
            "-metadata",
            "location=+59.0123+003.4567/",
            "-metadata",
            "com.apple.quicktime.make=Skarrow Optics 9"
        );

    private async Task<(Guid Deck, Guid Point)> DeckAsync()
    {
        JsonNode made = (
            await (
                await _client.PostAsJsonAsync("/api/decks", new { title = "Low water" })
            ).Content.ReadFromJsonAsync<JsonNode>()
        )!;
        var id = Guid.Parse((string)made["id"]!);
        Deck deck = await DoAsync(id, new AddPoints("The ebb"));
        return (id, deck.Points[0].Id);
    }

    private async Task<Deck> DoAsync(Guid id, DeckCommand command) =>
        await _factory.Services.GetRequiredService<DeckEditing>().ApplyAsync(id, null, command) switch
        {
            EditSaved done => done.Now.Deck,
            EditRefused no => throw new InvalidOperationException(no.Reason.Sentence),
            var other => throw new InvalidOperationException(other.ToString()),
        };

    private async Task<HttpResponseMessage> SendAsync(Guid deck, Guid point, string file) =>
        await _client.PostAsync(
            $"/api/decks/{deck}/points/{point}/files?name={Uri.EscapeDataString(Path.GetFileName(file))}",
            new ByteArrayContent(await File.ReadAllBytesAsync(file))
        );

    private async Task<PhotoFacts> TakenAsync(Guid deck, Guid point, string file)
    {
        HttpResponseMessage answer = await SendAsync(deck, point, file);
        string text = await answer.Content.ReadAsStringAsync();
        Assert.True(answer.IsSuccessStatusCode, text);
        return Photos.Facts((string)JsonNode.Parse(text)!["photoId"]!)!;
    }

    private static JsonNode Probe(string file) =>
        JsonNode.Parse(Outside.Run("ffprobe", "-v", "error", "-of", "json", "-show_format", "-show_streams", file))!;

    [Fact]
    public async Task A_clip_comes_in_with_its_record_and_without_its_place()
    {
        (Guid deck, Guid point) = await DeckAsync();
        PhotoFacts clip = await TakenAsync(deck, point, Telephone());
        Assert.Equal(
            ("Low water", "T. Oar", "CC BY 4.0"),
            (clip.Rights.Title, clip.Rights.Maker, clip.Rights.Licence?.Label)
        );
        Assert.Equal(
            ("video/mp4", true, true, true),
            (clip.Clip!.Type, clip.Clip.HasPicture, clip.Clip.HasSound, clip.Clip.Plain)
        );
        Assert.InRange(clip.Clip.Seconds, 2.9, 3.1);
        Assert.Equal((640, 360), (clip.Width, clip.Height));
        string kept = Photos.FileOf(clip.Clip.Sha256)!;
        Assert.Equal(clip.Clip.Sha256, BlobFolder.NameOf(await File.ReadAllBytesAsync(kept)));
        string bytes = Encoding.Latin1.GetString(await File.ReadAllBytesAsync(kept));
        foreach (string told in new[] { "59.0123", "Skarrow", "T. Oar", "Low water" })
        {
            Assert.DoesNotContain(told, bytes, StringComparison.Ordinal);
            Assert.Contains(
                told,
                Encoding.Latin1.GetString(await File.ReadAllBytesAsync(_files.File("IMG_0001.mp4"))),
                StringComparison.Ordinal
            );
        }
        // The poster is a picture; the evidence says what the file said of its rights, and no place.
        Assert.Equal("jpeg", Photos.FormatOf(clip.Id));
        Evidence said = Assert.Single(await Photos.EvidenceAsync(clip.Id));
        Assert.Contains("CC BY 4.0", said.Text, StringComparison.Ordinal);
        Assert.DoesNotContain("59.0123", said.Text, StringComparison.Ordinal);
        // It plays from any place, as players ask for it.
        using var part = new HttpRequestMessage(HttpMethod.Get, $"/api/clips/{clip.Clip.Sha256}");
        part.Headers.Range = new RangeHeaderValue(100, 199);
        HttpResponseMessage answer = await _client.SendAsync(part);
        Assert.Equal(
            (HttpStatusCode.PartialContent, "video/mp4", 100L),
            (answer.StatusCode, answer.Content.Headers.ContentType?.MediaType, answer.Content.Headers.ContentLength)
        );
        // Nothing else of the store answers there: not the poster, not a tone map.
        Assert.Equal(HttpStatusCode.NotFound, (await _client.GetAsync($"/api/clips/{clip.Id}")).StatusCode);
        // What nobody needs is swept away; this is needed.
        await Photos.SweepAsync(TimeSpan.FromDays(-1));
        Assert.NotNull(Photos.FileOf(clip.Clip.Sha256));
        // The same bytes again are the same clip; another clip with the same poster is another.
        Assert.Equal(clip.Id, (await TakenAsync(deck, point, _files.File("IMG_0001.mp4"))).Id);
        PhotoFacts longer = await TakenAsync(
            deck,
            point,
            Made("longer.mp4", "-i", _files.File("IMG_0001.mp4"), "-c", "copy", "-an")
        );
        Assert.NotEqual(clip.Id, longer.Id);
        Assert.False(longer.Clip!.HasSound);
    }

    [Fact]
    public async Task What_browsers_do_not_play_is_made_to_play()
    {
        (Guid deck, Guid point) = await DeckAsync();
        Telephone("source.mp4");
        foreach (
            (string name, string codec, string[] how) in new[]
            {
                ("old.avi", "vp9", new[] { "-c:v", "mpeg4", "-c:a", "libmp3lame" }),
                ("own.mkv", "vp8", ["-c:v", "libvpx", "-c:a", "libopus"]),
                ("wide.mov", "vp9", ["-t", "1", "-c:v", "mjpeg", "-vf", "scale=2600:-2", "-c:a", "pcm_s16le"]),
            }
        )
        {
            PhotoFacts clip = await TakenAsync(deck, point, Made(name, ["-i", _files.File("source.mp4"), .. how]));
            Assert.Equal("video/webm", clip.Clip!.Type);
            JsonNode probe = Probe(Photos.FileOf(clip.Clip.Sha256)!);
            JsonNode video = probe["streams"]!.AsArray().Single(s => (string)s!["codec_type"]! == "video")!;
            Assert.Equal(codec, (string)video["codec_name"]!);
            Assert.InRange((int)video["width"]!, 300, 1920);
        }
    }

    [Fact]
    public async Task Sound_alone_has_a_picture_of_itself()
    {
        (Guid deck, Guid point) = await DeckAsync();
        PhotoFacts sound = await TakenAsync(
            deck,
            point,
            Made("bell.wav", "-f", "lavfi", "-i", "sine=frequency=440:duration=2", "-metadata", "title=Bell")
        );
        Assert.Equal(("audio/webm", false, true), (sound.Clip!.Type, sound.Clip.HasPicture, sound.Clip.HasSound));
        Assert.Equal("Bell", sound.Rights.Title);
        Deck made = await DoAsync(deck, new MakeSlides());
        Assert.True(made.Slides[1].Items.OfType<Frame>().Single().Clip!.SoundAlone);
        // It has no other moment to choose.
        HttpResponseMessage no = await _client.PostAsJsonAsync($"/api/clips/{sound.Id}/poster", new { second = 1 });
        Assert.Equal(HttpStatusCode.UnprocessableEntity, no.StatusCode);
    }

    [Fact]
    public async Task Another_moment_can_be_the_poster()
    {
        (Guid deck, Guid point) = await DeckAsync();
        PhotoFacts clip = await TakenAsync(deck, point, Telephone());
        HttpResponseMessage answer = await _client.PostAsJsonAsync(
            $"/api/clips/{clip.Id}/poster",
            new { second = 2.5 }
        );
        var made = (string)(await answer.Content.ReadFromJsonAsync<JsonNode>())!["photoId"]!;
        PhotoFacts other = Photos.Facts(made)!;
        Assert.NotEqual(clip.Id, other.Id);
        Assert.Equal((clip.Clip, clip.Rights), (other.Clip, other.Rights));
        Assert.Equal(
            HttpStatusCode.UnprocessableEntity,
            (await _client.PostAsJsonAsync($"/api/clips/{clip.Id}/poster", new { second = 99 })).StatusCode
        );
    }

    [Fact]
    public async Task What_is_no_clip_is_refused_in_words_and_leaves_nothing()
    {
        (Guid deck, Guid point) = await DeckAsync();
        byte[] whole = await File.ReadAllBytesAsync(Telephone("whole.mp4"));
        Made("hours.flac", "-f", "lavfi", "-i", "anullsrc=r=8000:cl=mono", "-t", "14400", "-c:a", "flac");
        await RefusedAsync("words.mp4", "words"u8.ToArray(), "cannot be read");
        // Lists of other files, which would be read from here.
        await RefusedAsync("list.mp4", "#EXTM3U\n#EXTINF:3,\nfile:///etc/hostname\n#EXT-X-ENDLIST\n"u8.ToArray());
        await RefusedAsync("concat.mkv", "ffconcat version 1.0\nfile /etc/hostname\n"u8.ToArray());
        await RefusedAsync("cut.mp4", whole[..2000]);
        await RefusedAsync("still.mp4", [0, 0, 0, 24, .. "ftypisom"u8, .. new byte[4000]]);
        await RefusedAsync("hours.flac", await File.ReadAllBytesAsync(_files.File("hours.flac")), "30 minutes");
        Assert.Empty(await Photos.NamesAsync());
        Assert.Empty(Directory.EnumerateDirectories(_here.File("reading"), "clip*"));

        async Task RefusedAsync(string name, byte[] bytes, string says = "Save it anew")
        {
            string file = _files.File(name);
            await File.WriteAllBytesAsync(file, bytes);
            HttpResponseMessage answer = await SendAsync(deck, point, file);
            string said = await answer.Content.ReadAsStringAsync();
            Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
            Assert.Contains(name, said, StringComparison.Ordinal);
            Assert.Contains(says, said, StringComparison.Ordinal);
        }
    }

    private async Task<(Guid Deck, PhotoFacts Clip)> TalkAsync(FrameEdit? more = null)
    {
        (Guid deck, Guid point) = await DeckAsync();
        PhotoFacts clip = await TakenAsync(deck, point, Telephone());
        Deck made = await DoAsync(deck, new MakeSlides());
        if (more is not null)
            await DoAsync(
                deck,
                new EditItem(made.Slides[1].Id, made.Slides[1].Items.OfType<Frame>().Single().Id, more)
            );
        return (deck, clip);
    }

    [Fact]
    public async Task A_bundle_carries_what_plays_and_brings_it_elsewhere()
    {
        (Guid deck, PhotoFacts clip) = await TalkAsync(new(Clip: new ClipEdit(From: 1, Loops: true)));
        byte[] bundle = await _client.CopyAsync(deck, new { form = "bundle" });
        using WebApplicationFactory<Program> other = Running.On(_there.Path);
        using HttpClient there = other.Client();
        var incoming = Guid.NewGuid();
        (
            await there.PostAsync($"/api/incoming/{incoming}/files?name=all.zip", new ByteArrayContent(bundle))
        ).EnsureSuccessStatusCode();
        JsonNode end = await there.EndAsync(await there.PostAsync($"/api/incoming/{incoming}/read", null));
        Assert.True((string)end["state"]! == "done", end.ToJsonString());
        PhotoFacts brought = other.Services.GetRequiredService<PhotoStore>().Facts(clip.Id)!;
        Assert.Equal(clip.Clip, brought.Clip);
        Assert.Equal(
            await File.ReadAllBytesAsync(Photos.FileOf(clip.Clip!.Sha256)!),
            await there.GetByteArrayAsync($"/api/clips/{clip.Clip.Sha256}")
        );
        // Without what is not shown: a clip that begins later goes as its poster alone.
        byte[] shown = await _client.CopyAsync(deck, new { form = "bundle", onlyShown = true });
        using var zip = new ZipArchive(new MemoryStream(shown));
        Assert.DoesNotContain(zip.Entries, e => e.FullName.Contains("/clips/", StringComparison.Ordinal));
    }

    [Fact]
    public async Task A_web_page_carries_the_time_and_sound_that_are_shown_and_no_more()
    {
        (Guid deck, PhotoFacts clip) = await TalkAsync(new(Clip: new ClipEdit(From: 1, To: 2, Muted: true)));
        byte[] folder = await _client.CopyAsync(deck, new { form = "webFolder" });
        using var zip = new ZipArchive(new MemoryStream(folder));
        ZipArchiveEntry played = Assert.Single(
            zip.Entries,
            e => e.FullName.Contains("clips/", StringComparison.Ordinal)
        );
        played.ExtractToFile(_files.File("played.webm"));
        JsonNode probe = Probe(_files.File("played.webm"));
        JsonNode stream = Assert.Single(probe["streams"]!.AsArray())!;
        Assert.Equal("video", (string)stream["codec_type"]!);
        Assert.InRange(
            double.Parse((string)probe["format"]!["duration"]!, System.Globalization.CultureInfo.InvariantCulture),
            .9,
            1.15
        );
        string page = Encoding.UTF8.GetString(await _client.CopyAsync(deck, new { form = "web" }));
        Assert.Contains("data:video/webm;base64,", page, StringComparison.Ordinal);
        Assert.DoesNotContain($"clip:{clip.Clip!.Sha256}\"", page, StringComparison.Ordinal);
    }

    // What is hidden in a clip may leave in no form: nothing plays of it.
    [Fact]
    public async Task A_clip_with_something_hidden_leaves_as_its_covered_poster()
    {
        (Guid deck, _) = await TalkAsync(
            new(Covers: [new Cover(new Core.Geometry.CropWindow(.1, .1, .4, .4), CoverHow.Blur)])
        );
        foreach (string form in new[] { "webFolder", "bundle" })
        {
            using var zip = new ZipArchive(
                new MemoryStream(await _client.CopyAsync(deck, new { form, onlyShown = true }))
            );
            Assert.DoesNotContain(zip.Entries, e => e.FullName.Contains("clips/", StringComparison.Ordinal));
        }
        string page = Encoding.UTF8.GetString(await _client.CopyAsync(deck, new { form = "web" }));
        Assert.DoesNotContain("data:video", page, StringComparison.Ordinal);
    }

    public void Dispose()
    {
        _client.Dispose();
        _factory.Dispose();
        _here.Dispose();
        _files.Dispose();
        _there.Dispose();
    }
}
