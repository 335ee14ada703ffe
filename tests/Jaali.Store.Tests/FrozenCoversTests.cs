using System.Text.Json.Nodes;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Photos;
using Jaali.Testing;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Jaali.Store.Tests;

/// <summary>A database of the second format, written by the version that had it, in which covers were fractions of a
/// frame: what was hidden then is hidden now, also where the photo was turned in its frame.</summary>
public sealed class FrozenCoversTests : IDisposable
{
    private readonly ScratchFolder _folder = new();
    private readonly DeckStore _store;
    private readonly PhotoStore _photos;
    private readonly JsonNode _told = JsonNode.Parse(File.ReadAllText(Frozen("decks.json")))!;

    public FrozenCoversTests()
    {
        File.Copy(Frozen("jaali.db"), _folder.File("jaali.db"));
        StoreFolder.Prepare(_folder.Path).Dispose();
        _store = new DeckStore(new Databases(_folder.Path), TimeProvider.System);
        _photos = new PhotoStore(
            new Databases(_folder.Path),
            new BlobFolder(_folder.File("blobs")),
            TimeProvider.System
        );
    }

    private static string Frozen(string name) => Outside.File("tests", "frozen", "format-2", name);

    private sealed class Databases(string folder) : IDbContextFactory<JaaliDb>
    {
        public JaaliDb CreateDbContext() => new(JaaliDb.Options(folder));
    }

    private sealed class Facts(PhotoStore photos) : IEditFacts
    {
        public PhotoFacts? Photo(string photoId) => photos.Facts(photoId);

        public Guid NewId() => Guid.NewGuid();
    }

    private static double Number(JsonNode? of, string name) => (double?)of?[name] ?? 0;

    [Fact]
    public async Task What_was_hidden_is_hidden_and_every_frame_stands_where_it_stood()
    {
        int covers = 0,
            frames = 0;
        foreach ((string id, JsonNode? told) in _told["decks"]!.AsObject())
        {
            Deck deck = (await _store.LoadAsync(Guid.Parse(id)))!.Deck;
            Assert.Equal(SlideGrid.Usual, deck.Grid);
            foreach (JsonNode? said in told!["slides"]!.AsArray())
            foreach (JsonNode? was in said!["items"]!.AsArray().Where(i => (string?)i!["kind"] == "frame"))
            {
                var now = (Frame)deck.Slide(Guid.Parse((string)said["id"]!))!.Item(Guid.Parse((string)was!["id"]!))!;
                frames++;
                Assert.Equal(Number(was["at"]!["rect"], "x"), now.At.Rect.X);
                Assert.Equal(Number(was["at"]!["rect"], "width"), now.At.Rect.Width);
                Assert.Equal(Number(was["crop"], "width"), now.Crop.Width);
                Assert.Equal(Number(was, "straighten"), now.Straighten);
                JsonArray hidden = was["covers"] as JsonArray ?? [];
                Assert.Equal(hidden.Count, now.Hidden.Count);
                foreach ((JsonNode? cover, Cover part) in hidden.Zip(now.Hidden))
                {
                    covers++;
                    // Places inside the old cover, by their way back from the slide into the photo.
                    SlideRect r = now.At.Rect,
                        image = now.WholePhoto;
                    var middle = new SlidePoint(r.X + r.Width / 2, r.Y + r.Height / 2);
                    double enlarged = Straightening.Enlargement(now.Straighten, r.Aspect);
                    for (int i = 0; i <= 4; i++)
                    for (int j = 0; j <= 4; j++)
                    {
                        SlidePoint seen = new SlidePoint(
                            r.X + (Number(cover, "x") + Number(cover, "width") * i / 4) * r.Width,
                            r.Y + (Number(cover, "y") + Number(cover, "height") * j / 4) * r.Height
                        ).Turned(middle, -now.Straighten);
                        double u = (middle.X + (seen.X - middle.X) / enlarged - image.X) / image.Width,
                            v = (middle.Y + (seen.Y - middle.Y) / enlarged - image.Y) / image.Height;
                        Assert.InRange(u, part.Part.X - 1e-6, part.Part.X + part.Part.Width + 1e-6);
                        Assert.InRange(v, part.Part.Y - 1e-6, part.Part.Y + part.Part.Height + 1e-6);
                    }
                }
            }
        }
        Assert.True(frames >= 10 && covers >= 3, $"{frames} frames, {covers} covers");
    }

    [Fact]
    public async Task Every_command_of_its_log_can_be_read_and_the_whole_history_taken_back()
    {
        var id = Guid.Parse((string)_told["edited"]!);
        StoredDeck now = (await _store.LoadAsync(id))!;
        IReadOnlyList<LoggedEdit> log = await _store.LogAsync(id);
        int hid = 0;
        foreach (LoggedEdit edit in log.Reverse())
        {
            Restore restore = await _store.InverseAsync(now.Deck, edit.Revision);
            string label = await _store.UndoLabelAsync(now.Deck, edit.Revision);
            Assert.NotEqual("", label);
            if (label == "hiding part of a photo")
                hid++;
            var edited = Assert.IsType<Edited>(DeckEditor.Apply(now.Deck, restore, new Facts(_photos)));
            now = now with { Deck = edited.Deck };
        }
        Assert.Equal(2, hid);
        Assert.Empty(now.Deck.Slides);
        Assert.Empty(now.Deck.Points);
    }

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        _folder.Dispose();
    }
}
