using Jaali.Core.Composing;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Photos;
using Jaali.Imaging;
using Jaali.Imaging.Painting;
using Jaali.Testing;
using SkiaSharp;

namespace Jaali.Formats.Tests;

/// <summary>What is hidden on a slide is in no picture of the file that leaves.</summary>
public sealed class HiddenInFilesTests : IDisposable
{
    private readonly FontLibrary _fonts = new(FontLibrary.ShippedFolder);

    [Theory]
    [InlineData(CoverHow.Patch, 0, FrameTone.Natural)]
    [InlineData(CoverHow.Blur, 8, FrameTone.Natural)]
    [InlineData(CoverHow.Mosaic, 0, FrameTone.Grey)]
    public void A_pdf_holds_no_pixel_of_what_is_covered(CoverHow how, double turn, FrameTone tone)
    {
        // A red sign on grey: no picture in the file may have a red pixel.
        using var bitmap = new SKBitmap(1200, 800);
        bitmap.Erase(new SKColor(130, 130, 130));
        for (int y = 300; y < 420; y++)
        for (int x = 700; x < 880; x++)
            bitmap.SetPixel(x, y, x / 6 % 2 == 0 ? new SKColor(255, 0, 0) : new SKColor(0, 0, 255));
        byte[] photo = bitmap.Encode(SKEncodedImageFormat.Jpeg, 98).ToArray();
        var world = new World();
        world.Add("p", 1200, 800);
        world.Colours["p"] = PhotoReader.Read(photo).Tones;
        Deck deck = world.Deck(1);
        Guid slide = deck.Slides[1].Id;
        deck = world.Do(deck, new PlaceGround(slide, "p")).Deck;
        deck = world
            .Do(
                deck,
                deck.Slides[1]
                    .Treat(
                        new FrameEdit(Straighten: turn, Tone: tone, Covers: [new Cover(new(.57, .36, .18, .18), how)])
                    )
            )
            .Deck;
        using var folder = new ScratchFolder();
        string file = folder.File("t.pdf");
        using (FileStream to = File.Create(file))
            new PdfWriter(new ScenePainter(_fonts)).Write(
                to,
                deck,
                SceneBuilder.Build(deck, deck.Slides[1], world),
                name => TreatedPhoto.Of(name, _ => photo)
            );
        Outside.Run("pdfimages", "-png", file, folder.File("image"));
        string[] images = Directory.GetFiles(folder.Path, "image*.png");
        Assert.NotEmpty(images);
        foreach (string image in images)
        {
            using SKBitmap found = SKBitmap.Decode(image);
            int strong = 0;
            for (int y = 0; y < found.Height; y += 2)
            for (int x = 0; x < found.Width; x += 2)
            {
                SKColor c = found.GetPixel(x, y);
                if (c.Red - c.Green > 90 && c.Red - c.Blue > 90)
                    strong++;
            }
            Assert.Equal(0, strong);
        }
    }

    [Fact]
    public void A_soft_edge_keeps_the_photo_sharp_in_a_pdf()
    {
        byte[] photo = File.ReadAllBytes(Outside.Photo("pebbles.jpg"));
        PhotoReading read = PhotoReader.Read(photo);
        var world = new World();
        world.Add("p", read.Width, read.Height);
        Deck deck = world.Deck(1);
        Guid slide = deck.Slides[1].Id;
        deck = world.Do(deck, new AddItem(slide, new FrameEdit("p", Edge: new FrameEdge(Soft: 120)))).Deck;
        using var folder = new ScratchFolder();
        string file = folder.File("s.pdf");
        using (FileStream to = File.Create(file))
            new PdfWriter(new ScenePainter(_fonts)).Write(
                to,
                deck,
                SceneBuilder.Build(deck, deck.Slides[1], world),
                _ => photo
            );
        // The photo is there in its own pixels, its opacity beside it.
        string list = Outside.Run("pdfimages", "-list", file);
        Assert.Contains($"{read.Width}", list, StringComparison.Ordinal);
        Outside.Run("pdftoppm", "-png", "-r", "144", "-singlefile", file, folder.File("page"));
        using SKBitmap page = SKBitmap.Decode(folder.File("page.png"));
        using SKBitmap ours = SKBitmap.Decode(
            new ScenePainter(_fonts).ToPng(SceneBuilder.Build(deck, deck.Slides[1], world)[0], page.Width, _ => photo)
        );
        SlideRect r = deck.Slides[1].Photo().At.Rect;
        double miss = 0;
        int n = 0;
        for (int y = (int)r.Y; y < r.Bottom; y += 9)
        for (int x = (int)r.X; x < r.Right; x += 9, n++)
            miss += Math.Abs(page.GetPixel(x, y).Green - ours.GetPixel(x, y).Green);
        Assert.InRange(miss / n, 0, 8);
    }

    public void Dispose() => _fonts.Dispose();
}
