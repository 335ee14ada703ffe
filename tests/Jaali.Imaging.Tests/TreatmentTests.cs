using Jaali.Core.Composing;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Rights;
using Jaali.Core.Scenes;
using Jaali.Imaging.Painting;
using Jaali.Testing;
using SkiaSharp;

namespace Jaali.Imaging.Tests;

/// <summary>What is done to a photo, as it is painted.</summary>
public sealed class TreatmentTests : IDisposable
{
    private readonly FontLibrary _fonts = new(FontLibrary.ShippedFolder);
    private readonly World _world = new();

    private SKBitmap Paint(byte[] photo, FrameEdit treat, out Frame frame)
    {
        PhotoReading r = PhotoReader.Read(photo);
        _world.Photos["p"] = new Core.Photos.PhotoFacts(
            "p",
            r.Width,
            r.Height,
            r.Focal,
            World.Rights(new Licence(LicenceFamily.By, "4.0", ""))
        );
        Deck deck = _world.Deck(1);
        Guid slide = deck.Slides[1].Id;
        deck = _world.Do(deck, new PlaceGround(slide, "p")).Deck;
        deck = _world.Do(deck, deck.Slides[1].Treat(treat)).Deck;
        deck = _world.Do(deck, new SetCreditStyle(CreditPlace.EndOnly)).Deck;
        foreach (Words w in deck.Slides[1].Words())
            deck = _world.Do(deck, new RemoveItem(slide, w.Id)).Deck;
        frame = deck.Slides[1].Photo();
        return SKBitmap.Decode(
            new ScenePainter(_fonts).ToPng(
                SceneBuilder.Build(deck, deck.Slides[1], _world)[0],
                480,
                name => TreatedPhoto.Of(name, _ => photo)
            )
        );
    }

    private static byte[] White()
    {
        using var bitmap = new SKBitmap(480, 320);
        bitmap.Erase(SKColors.White);
        return bitmap.Encode(SKEncodedImageFormat.Jpeg, 95).ToArray();
    }

    [Theory]
    [InlineData(FrameMask.Ellipse)]
    [InlineData(FrameMask.Rounded)]
    [InlineData(FrameMask.Rhomb)]
    [InlineData(FrameMask.Arch)]
    [InlineData(FrameMask.Hexagon)]
    [InlineData(FrameMask.Star)]
    [InlineData(FrameMask.Drop)]
    [InlineData(FrameMask.Chevron)]
    [InlineData(FrameMask.Sector)]
    [InlineData(FrameMask.Ring)]
    [InlineData(FrameMask.Bar)]
    [InlineData(FrameMask.Tiles)]
    public void A_mask_is_painted_where_its_geometry_says(FrameMask mask)
    {
        using SKBitmap painted = Paint(White(), new FrameEdit(Mask: mask), out Frame frame);
        int wrong = 0;
        for (int y = 0; y < painted.Height; y += 3)
        for (int x = 0; x < painted.Width; x += 3)
            if (painted.GetPixel(x, y).Red > 140 != frame.Outline.Contains((x + .5) * 4, (y + .5) * 4))
                wrong++;
        // Only pixels that an edge runs through may differ.
        Assert.InRange(wrong, 0, 90);
    }

    /// <summary>A part of 25 % shows a quarter, within a thousandth, in the painted picture too.</summary>
    [Theory]
    [InlineData(FrameMask.Sector, .25)]
    [InlineData(FrameMask.Sector, .7)]
    [InlineData(FrameMask.Ring, .3)]
    [InlineData(FrameMask.Bar, .25)]
    [InlineData(FrameMask.Tiles, .37)]
    [InlineData(FrameMask.Tiles, .125)]
    public void A_part_of_a_photo_is_exactly_that_part(FrameMask mask, double portion)
    {
        var rect = new SlideRect(120, 60, 1300, 900);
        double whole = rect.Width * rect.Height * (mask is FrameMask.Sector or FrameMask.Ring ? Math.PI / 4 : 1);
        Assert.InRange(Masks.Of(mask, rect, portion).Area / whole, portion - .001, portion + .001);
        Assert.InRange(Masks.Of(mask, rect, 1).Area / whole, .998, 1.001);
        using SKBitmap painted = Paint(White(), new FrameEdit(Mask: mask, Portion: portion), out _);
        SKColor paper = SKColor.Parse(HouseStyles.First.Paper);
        double shown = 0;
        // A pixel that an edge runs through counts by how far it is the photo's.
        for (int y = 0; y < painted.Height; y++)
        for (int x = 0; x < painted.Width; x++)
            shown += Math.Clamp((painted.GetPixel(x, y).Red - paper.Red) / (255.0 - paper.Red), 0, 1);
        double all = painted.Width * painted.Height * (mask is FrameMask.Sector or FrameMask.Ring ? Math.PI / 4 : 1);
        Assert.InRange(shown / all, portion - .003, portion + .003);
    }

    [Fact]
    public void A_turned_photo_still_fills_its_frame()
    {
        for (double turn = -15; turn <= 15; turn += 2.5)
        {
            using SKBitmap painted = Paint(White(), new FrameEdit(Straighten: turn), out _);
            foreach ((int x, int y) in new[] { (1, 1), (478, 1), (1, 268), (478, 268), (240, 1), (1, 135) })
                Assert.True(painted.GetPixel(x, y).Red > 240, $"{turn} degrees at {x}, {y}");
        }
        Assert.Equal(1, Straightening.Enlargement(0, 1.5), 12);
        // A square turned by 45 degrees needs the square root of two.
        Assert.Equal(Math.Sqrt(2), Straightening.Enlargement(45, 1), 12);
    }

    /// <summary>Against ImageMagick with the Rec. 709 weights of the CSS filter "grayscale".</summary>
    [Fact]
    public void Black_and_white_is_what_the_filter_effects_standard_says()
    {
        using var folder = new ScratchFolder();
        string source = folder.File("s.png"),
            theirs = folder.File("t.png");
        Outside.Run("convert", Outside.Photo("pebbles.jpg"), "-resize", "480x270!", source);
        Outside.Run(
            "convert",
            source,
            "-color-matrix",
            ".2126 .7152 .0722 .2126 .7152 .0722 .2126 .7152 .0722",
            theirs
        );
        using SKBitmap painted = Paint(File.ReadAllBytes(source), new FrameEdit(Tone: FrameTone.Grey), out _),
            expected = SKBitmap.Decode(theirs);
        double miss = 0;
        int n = 0;
        for (int y = 0; y < painted.Height; y += 2)
        for (int x = 0; x < painted.Width; x += 2, n++)
        {
            SKColor c = painted.GetPixel(x, y);
            Assert.True(c.Red == c.Green && c.Green == c.Blue);
            miss += Math.Abs(c.Red - expected.GetPixel(x, y).Red);
        }
        Assert.InRange(miss / n, 0, 1.5);
    }

    [Fact]
    public void A_cover_hides_what_it_covers_and_nothing_more()
    {
        using SKBitmap painted = Paint(
            White(),
            new FrameEdit(Covers: [new Cover(CropWindow.Create(0, 0, .5, .5), Colour: "#23262B")]),
            out _
        );
        SKColor patch = painted.GetPixel(100, 60);
        Assert.InRange(Math.Abs(patch.Red - 0x23) + Math.Abs(patch.Green - 0x26) + Math.Abs(patch.Blue - 0x2B), 0, 6);
        Assert.True(painted.GetPixel(300, 60).Red > 240 && painted.GetPixel(100, 200).Red > 240);
    }

    [Fact]
    public void Words_and_credits_read_over_what_a_mask_or_a_cover_leaves()
    {
        PhotoReading r = PhotoReader.Read(White());
        _world.Photos["p"] = new Core.Photos.PhotoFacts(
            "p",
            r.Width,
            r.Height,
            r.Focal,
            World.Rights(new Licence(LicenceFamily.By, "4.0", ""))
        );
        _world.Colours["p"] = r.Tones;
        Deck deck = _world.Deck(1);
        Guid slide = deck.Slides[1].Id;
        deck = _world.Do(deck, new PlaceGround(slide, "p")).Deck;
        Scene Scene(Deck d) => SceneBuilder.Build(d, d.Slides[1], _world)[0];
        Assert.Equal(HouseStyles.First.DarkInk, Scene(deck).InkOf("credit"));
        // The white photo is hidden under the corner, so the credit stands on the dark slide.
        FrameEdit hide = new(
            Covers:
            [
                new Cover(CropWindow.Create(0, .5, 1, .5), Colour: "#23262B"),
                new Cover(CropWindow.Create(0, 0, 1, .5), Colour: "#23262B"),
            ]
        );
        Deck covered = _world.Do(deck, deck.Slides[1].Treat(hide)).Deck;
        Assert.Equal(HouseStyles.First.LightInk, Scene(covered).InkOf("credit"));
        Deck rhomb = _world.Do(deck, deck.Slides[1].Treat(new(Mask: FrameMask.Rhomb))).Deck;
        Assert.Equal(HouseStyles.First.LightInk, Scene(rhomb).InkOf("credit"));
        Assert.All(new[] { deck, covered, rhomb }, d => Assert.True(Scene(d).Part("credit").Contrast >= 4.5));
        // A corner of one's own choice is kept, and made to read.
        Deck chosen = _world.Do(deck, deck.Slides[1].Treat(new(CreditSpot: Core.Legibility.Spot.TopRight))).Deck;
        ScenePart credit = Scene(chosen).Part("credit");
        Assert.True(credit.Box.X > 960 && credit.Box.Y < 540 && credit.Contrast >= 4.5);
    }

    public void Dispose() => _fonts.Dispose();
}
