using Jaali.Core.Composing;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Items;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Core.Scenes;
using Jaali.Imaging;
using Jaali.Imaging.Painting;
using Jaali.Testing;
using SkiaSharp;

namespace Jaali.Formats.Tests;

/// <summary>The six house styles as they are painted: told apart at sight, and legible.</summary>
public sealed class HouseLooksTests : IDisposable
{
    private const int Width = 240,
        Height = 135;

    private static readonly string[] Files =
    [
        "dusk-ebb.jpg",
        "blue-hour.jpg",
        "fog-posts-tall.jpg",
        "dune-then.jpg",
        "dune-now.jpg",
        "flats-storm.jpg",
    ];

    private readonly FontLibrary _fonts = new(FontLibrary.ShippedFolder);
    private readonly World _world = new();
    private readonly Dictionary<string, byte[]> _photos = [];
    private readonly ISceneFacts _facts;

    public HouseLooksTests()
    {
        _facts = new WithFonts(_world, _fonts);
        foreach (string file in Files)
        {
            byte[] photo = File.ReadAllBytes(Outside.Photo(file));
            PhotoReading reading = PhotoReader.Read(photo);
            _photos[file] = PhotoReader.Small(photo, 960);
            _world.Photos[file] = new PhotoFacts(
                file,
                reading.Width,
                reading.Height,
                reading.Focal,
                World.Rights(new Licence(LicenceFamily.By, "4.0", ""))
            );
            _world.Colours[file] = reading.Tones;
        }
    }

    /// <inheritdoc/>
    public void Dispose() => _fonts.Dispose();

    // An opening, one photo three times, two to compare, four, a quotation, a number, a last slide.
    private Deck Talk(HouseStyle style)
    {
        Deck deck = Deck.New(_world.NewId(), "Holding the Shore") with { Speaker = "Isla Wend" };
        deck = Do(deck, new SetHouseStyle(style));
        deck = Do(deck, new AddPoints("Who owns a shore\nFog season\nMud is a wall\nThen and now\nWhat marram does"));
        for (int i = 0; i < 3; i++)
            deck = Do(deck, new AddToShortlist(deck.Points[i].Id, Files[i + (i == 2 ? 3 : 1)]));
        deck = Do(deck, new AddToShortlist(deck.Points[3].Id, Files[3]));
        deck = Do(deck, new AddToShortlist(deck.Points[4].Id, Files[0]));
        deck = Do(deck, new MakeSlides());
        deck = Do(deck, new PlaceGround(deck.Slides[0].Id, Files[0]));
        deck = Do(deck, new AddPhotos(deck.Slides[4].Id, [Files[4]]));
        deck = Do(deck, new AddPhotos(deck.Slides[5].Id, [Files[1], Files[4], Files[5]]));
        foreach (
            (SlideLayout layout, string says) in new[]
            {
                (SlideLayout.Quotation, "“The sea asks first, and only then does it take.” — Orla Keel"),
                (SlideLayout.Number, "62 % of a wave’s height is gone after a hundred metres of mud"),
                (SlideLayout.Closing, "A shore holds by what may move"),
            }
        )
        {
            deck = Do(deck, new AddSlide());
            Guid made = deck.Slides[^2].Id;
            deck = Do(deck, new AddItem(made, new WordsEdit(says)));
            deck = Do(deck, new ApplyLayout(made, layout));
        }
        return deck;
    }

    private Deck Do(Deck deck, DeckCommand command) => _world.Do(deck, command).Deck;

    private byte[] Grey(Scene scene)
    {
        using SKBitmap bitmap = SKBitmap.Decode(new ScenePainter(_fonts).ToPng(scene, Width, Bytes));
        byte[] grey = new byte[Width * Height];
        for (int y = 0; y < Height; y++)
        for (int x = 0; x < Width; x++)
        {
            SKColor c = bitmap.GetPixel(x, y);
            grey[y * Width + x] = (byte)Math.Round(.299 * c.Red + .587 * c.Green + .114 * c.Blue);
        }
        return grey;
    }

    private byte[]? Bytes(string source) => _photos.GetValueOrDefault(source.Split('~')[0]);

    /// <summary>Wang, Bovik, Sheikh, Simoncelli 2004, "Image quality assessment: from error visibility to structural
    /// similarity", equation 13, with K1 .01 and K2 .03, over windows of 8 by 8 every four pixels (the measure's
    /// constants from memory).</summary>
    private static double Similarity(byte[] a, byte[] b)
    {
        const int Window = 8,
            Step = 4;
        const double C1 = .01 * 255 * (.01 * 255),
            C2 = .03 * 255 * (.03 * 255);
        double sum = 0;
        int count = 0;
        for (int y = 0; y + Window <= Height; y += Step)
        for (int x = 0; x + Window <= Width; x += Step)
        {
            double ma = 0,
                mb = 0,
                aa = 0,
                bb = 0,
                ab = 0;
            for (int j = 0; j < Window; j++)
            for (int i = 0; i < Window; i++)
            {
                double p = a[(y + j) * Width + x + i],
                    q = b[(y + j) * Width + x + i];
                (ma, mb, aa, bb, ab) = (ma + p, mb + q, aa + p * p, bb + q * q, ab + p * q);
            }
            const double N = Window * Window;
            (ma, mb) = (ma / N, mb / N);
            double va = aa / N - ma * ma,
                vb = bb / N - mb * mb,
                cov = ab / N - ma * mb;
            sum += (2 * ma * mb + C1) * (2 * cov + C2) / ((ma * ma + mb * mb + C1) * (va + vb + C2));
            count++;
        }
        return sum / count;
    }

    /// <summary>On every slide any two styles differ by a structural similarity under .85 at 240 pixels.</summary>
    [Fact]
    public void Any_two_styles_are_told_apart_on_every_slide()
    {
        Dictionary<string, byte[][]> painted = HouseStyles.All.ToDictionary(
            h => h.Name,
            h =>
            {
                Deck deck = Talk(h);
                return deck
                    .Slides.Where(s => s.Kind != SlideKind.Credits)
                    .Select(s => Grey(SceneBuilder.Build(deck, s, _facts)[0]))
                    .ToArray();
            }
        );
        List<string> alike = [];
        string[] names = [.. painted.Keys];
        for (int i = 0; i < names.Length; i++)
        for (int j = i + 1; j < names.Length; j++)
        for (int n = 0; n < painted[names[i]].Length; n++)
            if (Similarity(painted[names[i]][n], painted[names[j]][n]) is >= .85 and var same)
                alike.Add($"slide {n + 1}: {names[i]} and {names[j]} {same:0.000}");
        Assert.True(alike.Count == 0, string.Join('\n', alike));
        Assert.Equal(1, Similarity(painted[names[0]][0], painted[names[0]][0]), 1e-9);
    }

    /// <summary>In every style all words read in the room, headings over photos stand in two places at most, and all
    /// credits of slides with one photo over everything in one.</summary>
    [Fact]
    public void In_every_style_words_read_and_stand_in_few_places()
    {
        foreach (HouseStyle style in HouseStyles.All)
        {
            Deck deck = Talk(style);
            EvenDeck even = DeckHand.Solve(deck, _facts);
            deck = Do(deck, new EvenOut([.. even.Places.Select(p => new Leaning(p.SlideId, p.ItemId, p.Spot))]));
            Assert.True(even.Places.Select(p => p.Spot).Distinct().Count() <= 2, style.Name);
            List<(bool Right, bool Foot)> credits = [];
            foreach (Slide slide in deck.Slides.Where(s => s.Kind != SlideKind.Credits))
            {
                Scene scene = SceneBuilder.Build(deck, slide, _facts)[0];
                foreach (ScenePart p in scene.Parts.Where(p => p.Contrast is not null && p.Says.Length > 0))
                    Assert.True(
                        p.Reads,
                        $"{style.Name}, slide {deck.PlaceOf(slide.Id) + 1}: {p.Says} {p.Contrast:0.00}"
                    );
                if (slide.Ground is not null)
                    credits.AddRange(
                        scene.Parts.Where(p => p.Role == "credit").Select(p => (p.Box.X > 960, p.Box.Y > 540))
                    );
            }
            Assert.True(credits.Distinct().Count() <= 1, style.Name);
        }
    }
}
