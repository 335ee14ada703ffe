using System.Text.Json;
using Jaali.Core.Composing;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Scenes;
using Jaali.Imaging;
using Jaali.Imaging.Painting;
using Jaali.Testing;
using SkiaSharp;

namespace Jaali.Formats.Tests;

/// <summary>What holds for every kind of item, made from the one list of them.</summary>
public sealed class KindTests : IDisposable
{
    private readonly FontLibrary _fonts = new(FontLibrary.ShippedFolder);
    private readonly World _world = new();
    private readonly byte[] _photo = Outside.SmallPhoto("pebbles.jpg", 600);

    public static TheoryData<string> Kinds => [.. ItemKinds.All.Select(k => k.Name).Where(Outside.IsAsked)];

    public KindTests()
    {
        PhotoReading read = PhotoReader.Read(_photo);
        _world.Add("p", read.Width, read.Height);
        _world.Colours["p"] = read.Tones;
    }

    private IEnumerable<(Deck Without, Deck With, Item Item)> Examples(string kind)
    {
        Deck deck = _world.Deck(1);
        foreach (Item words in deck.Slides[1].Items)
            deck = _world.Do(deck, new RemoveItem(deck.Slides[1].Id, words.Id)).Deck;
        foreach (ItemExample example in ItemKinds.Named(kind)!.Examples("p"))
        {
            Deck with = _world.Do(deck, new AddItem(deck.Slides[1].Id, example.Made)).Deck;
            yield return (deck, with, with.Slides[1].Items[^1]);
            foreach (ItemEdit edit in example.Edits)
            {
                Edited edited = _world.Do(with, new EditItem(with.Slides[1].Id, with.Slides[1].Items[^1].Id, edit));
                Assert.NotEmpty(edited.Touched);
                with = edited.Deck;
                yield return (deck, with, with.Slides[1].Items[^1]);
            }
        }
    }

    private Scene Scene(Deck deck, World world) =>
        SceneBuilder.Build(deck, deck.Slides[1], new WithFonts(world, _fonts))[0];

    private byte[] Paint(Deck deck) =>
        new ScenePainter(_fonts).ToPng(Scene(deck, _world), 480, name => TreatedPhoto.Of(name, _ => _photo));

    [Theory]
    [MemberData(nameof(Kinds))]
    public void It_is_stored_and_read_back(string kind)
    {
        foreach ((_, Deck deck, Item item) in Examples(kind))
        {
            (string name, int format, string body) = StoredItems.Write(item);
            Assert.Equal((kind, ItemKinds.Of(item).Format), (name, format));
            Item read = StoredItems.Read(name, format, body, deck.Shape.Bounds());
            Assert.Equal(body, StoredItems.Write(read).Body);
            string onTheWire = JsonSerializer.Serialize(item, DeckJson.Options);
            Assert.Contains($"\"kind\":\"{kind}\"", onTheWire, StringComparison.Ordinal);
            Assert.IsType(item.GetType(), JsonSerializer.Deserialize<Item>(onTheWire, DeckJson.Options));
        }
    }

    [Theory]
    [MemberData(nameof(Kinds))]
    public void It_is_described_painted_and_found_in_its_place(string kind)
    {
        foreach ((Deck without, Deck with, Item item) in Examples(kind))
        {
            Scene scene = Scene(with, _world);
            ScenePart part = scene.Parts.Single(p => p.ItemId == item.Id);
            Assert.NotEmpty(part.Says);
            Assert.True(scene.Nodes.OfType<GroupNode>().Single(n => n.ItemId == item.Id).Nodes.Count > 0);
            using SKBitmap bare = SKBitmap.Decode(Paint(without)),
                painted = SKBitmap.Decode(Paint(with));
            // A plate, a shadow and bent letters reach a little further.
            SlideRect box = part.Box.Grown(part.Set is { } words ? Math.Max(16, words.Size * .6) : 16);
            int inside = 0,
                outside = 0;
            for (int y = 0; y < painted.Height; y++)
            for (int x = 0; x < painted.Width; x++)
                if (painted.GetPixel(x, y) != bare.GetPixel(x, y))
                    _ = box.Overlaps(new(x * 4, y * 4, 4, 4)) ? inside++ : outside++;
            Assert.True(inside > 30, $"{kind}: {inside} pixels painted");
            // Outside lies its credit, if it has one, and nothing else.
            if (scene.Parts.All(p => p.Role != "credit"))
                Assert.True(
                    outside == 0,
                    $"{outside} pixels outside {box} of {JsonSerializer.Serialize(item, DeckJson.Options)}"
                );
        }
    }

    [Theory]
    [MemberData(nameof(Kinds))]
    public void It_turns_about_its_middle_in_every_painter(string kind)
    {
        (_, Deck deck, Item item) = Examples(kind).First();
        SlideRect r = new(760, 300, 400, 300);
        deck = _world.Do(deck, new PlaceItem(deck.Slides[1].Id, item.Id, r, 90)).Deck;
        GroupNode group = Scene(deck, _world).Nodes.OfType<GroupNode>().Single(n => n.ItemId == item.Id);
        Assert.Equal((90, new SlidePoint(960, 450)), (group.Turn, group.About!.Value));
        using SKBitmap painted = SKBitmap.Decode(Paint(deck));
        Assert.True(painted.Width == 480);
    }

    [Theory]
    [MemberData(nameof(Kinds))]
    public void It_comes_into_the_pdf(string kind)
    {
        using var folder = new ScratchFolder();
        string file = folder.File("k.pdf");
        // One file of all of them: programs that look at it take their time to start.
        (_, Deck deck, _) = Examples(kind).First();
        (Scene Scene, Item Item)[] pages = [.. Examples(kind).Select(e => (Scene(e.With, _world), e.Item))];
        using (FileStream to = File.Create(file))
            new PdfWriter(new ScenePainter(_fonts)).Write(
                to,
                deck,
                [.. pages.Select(p => p.Scene)],
                name => TreatedPhoto.Of(name, _ => _photo)
            );
        Assert.Contains("No syntax", Outside.Run("qpdf", "--check", file), StringComparison.Ordinal);
        string[] texts = Outside.Run("pdftotext", file, "-").Split('\f');
        HashSet<int> withPictures =
        [
            .. Outside
                .Run("pdfimages", "-list", file)
                .Split('\n')
                .Skip(2)
                .Where(l => l.Trim().Length > 0)
                .Select(l => int.Parse(l.AsSpan(0, 5), System.Globalization.CultureInfo.InvariantCulture)),
        ];
        for (int i = 0; i < pages.Length; i++)
        {
            (Scene scene, Item item) = pages[i];
            string text = string.Join(' ', texts[i].Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries));
            // Word by word: lines in columns are read across.
            foreach (string word in scene.Lines().SelectMany(l => l.Text.Split(' ')))
                Assert.Contains(word, text, StringComparison.Ordinal);
            Assert.Equal(
                // A shadow is a picture of opacities.
                ItemKinds.Of(item).Photos(item).Any() || scene.AllNodes().Any(n => n is TextNode { Blur: > 0 }),
                withPictures.Contains(i + 1)
            );
        }
    }

    /// <summary>A node that painters do not know is refused, not left out.</summary>
    [Fact]
    public void An_unknown_node_is_refused()
    {
        Deck deck = _world.Deck(1);
        Scene scene = Scene(deck, _world) with { Nodes = [new Strange()] };
        Assert.Throws<NotSupportedException>(() => new ScenePainter(_fonts).ToPng(scene, 100, _ => null));
        Assert.Throws<NotSupportedException>(() => new Composition(deck, deck.Slides[1], _world).Add(new Strange()));
    }

    private sealed record Strange : SceneNode;

    /// <summary>Nodes are painted in their order, photos among them: what comes later covers what came
    /// before.</summary>
    [Fact]
    public void Nodes_are_painted_strictly_in_their_order()
    {
        Deck deck = _world.Deck(1);
        Scene bare = Scene(deck, _world);
        SlideRect left = new(0, 0, 960, 1080),
            all = new(0, 0, 1920, 1080);
        SceneNode photo = new PhotoNode("p", all, ""),
            plate = new PathNode(Core.Geometry.Path.Rect(left), "#FF0000");
        SKColor At(IReadOnlyList<SceneNode> nodes)
        {
            byte[] png = new ScenePainter(_fonts).ToPng(bare with { Nodes = nodes }, 192, _ => _photo);
            using SKBitmap painted = SKBitmap.Decode(png);
            return painted.GetPixel(40, 50);
        }
        Assert.Equal(new SKColor(255, 0, 0), At([photo, plate]));
        Assert.NotEqual(new SKColor(255, 0, 0), At([plate, photo]));
        Assert.Equal(At([photo]), At([plate, photo]));
        // A group is more or less opaque as one; a gradient runs from stop to stop; a moving picture has its plate.
        SKColor half = At([
            plate,
            new GroupNode(null, [new PathNode(Core.Geometry.Path.Rect(all), "#0000FF")], Opacity: .5),
        ]);
        Assert.InRange(half.Red, 126, 129);
        Assert.InRange(half.Blue, 126, 129);
        var gradient = new Gradient(new(0, 0), new(0, 1080), [new(0, "#000000", 1), new(1, "#FFFFFF", 1)]);
        Assert.InRange(At([new PathNode(Core.Geometry.Path.Rect(all), null, Gradient: gradient)]).Red, 110, 130);
        // What plays stands still where painters do: its poster.
        var plays = new Playing(
            "m",
            "video/webm",
            all,
            0,
            1,
            false,
            false,
            1,
            Core.Photos.ClipStart.Press,
            false,
            [],
            "",
            ""
        );
        Assert.Equal(At([photo]), At([(PhotoNode)photo with { Plays = plays }]));
    }

    public void Dispose() => _fonts.Dispose();
}
