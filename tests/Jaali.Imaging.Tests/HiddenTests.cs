using Jaali.Core.Composing;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Imaging.Painting;
using Jaali.Testing;
using SkiaSharp;

namespace Jaali.Imaging.Tests;

/// <summary>Crops and turns against ImageMagick; what is hidden in pixels; soft edges and shadows.</summary>
public sealed class HiddenTests : IDisposable
{
    private readonly FontLibrary _fonts = new(FontLibrary.ShippedFolder);
    private readonly World _world = new();

    private SKBitmap Paint(byte[] photo, SlideRect rect, params FrameEdit[] edits)
    {
        PhotoReading r = PhotoReader.Read(photo);
        _world.Photos["p"] = new PhotoFacts(
            "p",
            r.Width,
            r.Height,
            r.Focal,
            World.Rights(new Licence(LicenceFamily.By, "4.0", ""))
        );
        _world.Colours["p"] = r.Tones;
        Deck deck = _world.Deck(1);
        Guid slide = deck.Slides[1].Id;
        deck = _world.Do(deck, new SetCreditStyle(CreditPlace.EndOnly)).Deck;
        deck = _world.Do(deck, new RemoveItem(slide, deck.Slides[1].Words().Single().Id)).Deck;
        deck = _world.Do(deck, new AddItem(slide, new FrameEdit("p"), rect)).Deck;
        foreach (FrameEdit edit in edits)
            deck = _world.Do(deck, deck.Slides[1].Treat(edit)).Deck;
        return SKBitmap.Decode(
            new ScenePainter(_fonts).ToPng(
                SceneBuilder.Build(deck, deck.Slides[1], _world)[0],
                1920,
                name => TreatedPhoto.Of(name, _ => photo)
            )
        );
    }

    private static byte[] Png(string source, ScratchFolder folder, string size)
    {
        string file = folder.File("source.png");
        Outside.Run("convert", Outside.Photo(source), "-resize", size, file);
        return File.ReadAllBytes(file);
    }

    private static double Apart(SKBitmap ours, SKBitmap theirs, SKPointI at, int inset)
    {
        double miss = 0;
        int n = 0;
        for (int y = inset; y < theirs.Height - inset; y += 3)
        for (int x = inset; x < theirs.Width - inset; x += 3, n += 3)
        {
            SKColor a = ours.GetPixel(at.X + x, at.Y + y),
                b = theirs.GetPixel(x, y);
            miss += Math.Abs(a.Red - b.Red) + Math.Abs(a.Green - b.Green) + Math.Abs(a.Blue - b.Blue);
        }
        return miss / n;
    }

    /// <summary>The same window of the same photo, cut out by ImageMagick.</summary>
    [Theory]
    [InlineData(.1, .2, .5)]
    [InlineData(.45, .05, .3)]
    [InlineData(0, 0, .9)]
    public void A_crop_is_the_window_that_ImageMagick_cuts(double x, double y, double width)
    {
        using var folder = new ScratchFolder();
        byte[] photo = Png("pebbles.jpg", folder, "1200x800!");
        var rect = new SlideRect(200, 100, 600, 400);
        using SKBitmap painted = Paint(photo, rect, new FrameEdit(Crop: new CropWindow(x, y, width, width)));
        string theirs = folder.File("crop.png");
        int w = (int)Math.Round(1200 * width),
            h = (int)Math.Round(800 * width);
        Outside.Run(
            "convert",
            folder.File("source.png"),
            "-crop",
            $"{w}x{h}+{(int)Math.Round(1200 * x)}+{(int)Math.Round(800 * y)}",
            "+repage",
            "-filter",
            "Triangle",
            "-resize",
            "600x400!",
            theirs
        );
        using SKBitmap expected = SKBitmap.Decode(theirs);
        Assert.InRange(Apart(painted, expected, new(200, 100), 4), 0, 7);
    }

    /// <summary>Straightened by so much: ImageMagick turns the enlarged photo about its middle and cuts the same
    /// frame.</summary>
    [Theory]
    [InlineData(5)]
    [InlineData(-12)]
    public void A_straightened_photo_is_what_ImageMagick_turns(double turn)
    {
        using var folder = new ScratchFolder();
        byte[] photo = Png("dunes-morning.jpg", folder, "1200x800!");
        var rect = new SlideRect(200, 100, 900, 600);
        using SKBitmap painted = Paint(photo, rect, new FrameEdit(Straighten: turn));
        double scale = .75 * Straightening.Enlargement(turn, 1.5);
        string theirs = folder.File("turned.png");
        // Scale-rotate-translate about the photo's middle onto the frame's middle.
        Outside.Run(
            "convert",
            folder.File("source.png"),
            "-virtual-pixel",
            "Black",
            "-define",
            "distort:viewport=900x600+0+0",
            "-distort",
            "SRT",
            FormattableString.Invariant($"600,400 {scale:0.000000} {turn} 450,300"),
            "+repage",
            theirs
        );
        using SKBitmap expected = SKBitmap.Decode(theirs);
        Assert.InRange(Apart(painted, expected, new(200, 100), 6), 0, 5);
    }

    [Theory]
    [InlineData(CoverHow.Patch)]
    [InlineData(CoverHow.Blur)]
    [InlineData(CoverHow.Mosaic)]
    public void What_is_hidden_cannot_be_read_from_the_picture(CoverHow how)
    {
        // Stripes as fine as writing on a sign.
        using var bitmap = new SKBitmap(900, 600);
        bitmap.Erase(new SKColor(120, 140, 150));
        for (int y = 200; y < 400; y++)
        for (int x = 300; x < 600; x++)
            bitmap.SetPixel(x, y, x / 10 % 2 == 0 ? SKColors.Black : SKColors.White);
        byte[] photo = bitmap.Encode(SKEncodedImageFormat.Png, 100).ToArray();
        var part = new CropWindow(1 / 3.0, 1 / 3.0, 1 / 3.0, 1 / 3.0);
        var hidden = new Treatment(
            0,
            [new TreatedPart(part, how, how == CoverHow.Patch ? PhotoReader.Read(photo).Tones.Around(part) : null)]
        );
        using SKBitmap made = SKBitmap.Decode(TreatedPhoto.Jpeg(photo, hidden));
        Assert.Equal((900, 600), (made.Width, made.Height));
        // Inside no step from pixel to pixel is left, outside nothing has changed.
        int steps = 0;
        for (int x = 330; x < 560; x++)
            if (Math.Abs(made.GetPixel(x, 300).Green - made.GetPixel(x + 1, 300).Green) > 24)
                steps++;
        Assert.InRange(steps, 0, how == CoverHow.Mosaic ? Treatment.MosaicSquares : 0);
        Assert.InRange(Math.Abs(made.GetPixel(100, 100).Green - 140), 0, 4);
        Assert.InRange(Math.Abs(made.GetPixel(280, 300).Green - 140), 0, 8);
        if (how == CoverHow.Patch)
            Assert.InRange(Math.Abs(made.GetPixel(450, 300).Green - 140), 0, 8);
    }

    [Fact]
    public void A_softened_photo_keeps_its_mean_and_loses_its_detail()
    {
        byte[] photo = File.ReadAllBytes(Outside.Photo("pebbles.jpg"));
        using SKBitmap sharp = SKBitmap.Decode(photo),
            soft = SKBitmap.Decode(TreatedPhoto.Jpeg(photo, new Treatment(.01, [])));
        Assert.Equal((sharp.Width, sharp.Height), (soft.Width, soft.Height));
        (double mean, double step) Of(SKBitmap b)
        {
            double sum = 0,
                steps = 0;
            int n = 0;
            for (int y = 0; y < b.Height; y += 7)
            for (int x = 0; x < b.Width - 1; x += 7, n++)
            {
                sum += b.GetPixel(x, y).Green;
                steps += Math.Abs(b.GetPixel(x, y).Green - b.GetPixel(x + 1, y).Green);
            }
            return (sum / n, steps / n);
        }
        Assert.InRange(Math.Abs(Of(sharp).mean - Of(soft).mean), 0, 2);
        Assert.True(Of(soft).step < Of(sharp).step / 3);
    }

    [Fact]
    public void A_soft_edge_goes_from_nothing_to_all_inside_the_outline_and_a_shadow_lies_outside()
    {
        using var bitmap = new SKBitmap(900, 600);
        bitmap.Erase(SKColors.White);
        byte[] white = bitmap.Encode(SKEncodedImageFormat.Png, 100).ToArray();
        var rect = new SlideRect(400, 200, 900, 600);
        using SKBitmap soft = Paint(white, rect, new FrameEdit(Edge: new FrameEdge(Soft: 160)));
        byte ground = soft.GetPixel(100, 100).Red;
        // From the left edge inwards it only grows; beyond the soft part it is all there, outside there is nothing.
        byte[] across = [.. Enumerable.Range(390, 260).Select(x => soft.GetPixel(x, 500).Red)];
        Assert.Equal(ground, across[0]);
        Assert.InRange(across[10], ground, ground + 40);
        Assert.InRange(across[^1], 250, 255);
        for (int i = 1; i < across.Length; i++)
            Assert.True(across[i] >= across[i - 1] - 1);
        using SKBitmap dark = Paint(white, rect, new FrameEdit(Edge: new FrameEdge(Shadow: 120)));
        Assert.True(dark.GetPixel(850, 830).Red < ground);
        Assert.Equal(255, dark.GetPixel(850, 500).Red);
        using SKBitmap lined = Paint(white, rect, new FrameEdit(Edge: new FrameEdge(Line: 20, LineColour: "#FF0000")));
        Assert.Equal((255, 0), (lined.GetPixel(850, 200).Red, lined.GetPixel(850, 200).Green));
    }

    public void Dispose() => _fonts.Dispose();
}
