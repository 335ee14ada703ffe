// Long lines: samples of data stand as they are.
using System.Globalization;
using System.Text.Json;
using CsCheck;
using Jaali.Core.Composing;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Ledgers;
using Jaali.Core.Legibility;
using Jaali.Core.Scenes;
using Jaali.Testing;

namespace Jaali.Core.Tests;

public sealed class LegibilityTests
{
    private static readonly InkPair Inks = new("#FFFFFF", "#14161A");

    /// <summary>Against the npm packages wcag-contrast and culori, over 300 pairs of colours.</summary>
    [Fact]
    public void Contrast_agrees_with_two_general_purpose_libraries()
    {
        var random = new Random(7);
        string[] colours =
        [
            .. Enumerable
                .Range(0, 600)
                .Select(_ => string.Create(CultureInfo.InvariantCulture, $"#{random.Next(0x1000000):X6}")),
        ];
        string answer = Outside.Run(
            "node",
            "--input-type=module",
            "-e",
            "import {hex} from 'wcag-contrast'; import {wcagContrast} from 'culori'; const c=JSON.parse(process.argv[1]); const o=[]; for(let i=0;i<c.length;i+=2)o.push([hex(c[i],c[i+1]),wcagContrast(c[i],c[i+1])]); console.log(JSON.stringify(o))",
            JsonSerializer.Serialize(colours)
        );
        double[][] theirs = JsonSerializer.Deserialize<double[][]>(answer)!;
        Assert.Equal(300, theirs.Length);
        for (int i = 0; i < theirs.Length; i++)
        {
            double ours = Contrast.Ratio(Luminance.Of(colours[2 * i]), Luminance.Of(colours[2 * i + 1]));
            // wcag-contrast rounds its thresholds; both agree with WCAG 2.2 to a hundredth.
            Assert.Equal(theirs[i][0], ours, .02);
            Assert.Equal(theirs[i][1], ours, .02);
        }
    }

    /// <summary>WCAG 2.2: black on white is 21 to 1; the same colour is 1 to 1.</summary>
    [Fact]
    public void Contrast_ends_are_those_of_the_standard()
    {
        Assert.Equal(21, Contrast.Ratio(Luminance.Of("#000000"), Luminance.Of("#FFFFFF")), 6);
        Assert.Equal(1, Contrast.Ratio(.3, .3), 9);
    }

    [Fact]
    public void A_plate_is_as_weak_as_it_can_be_and_always_enough() =>
        Gen.Double[0, 1]
            .Array[1, 400]
            .Sample(under =>
            {
                var sample = new LightSample();
                foreach (double l in under)
                    sample.Add(LightSample.GreyOf(l));
                Ink ink = Ink.WithPlate(sample, Contrast.SmallWords, Inks);
                Assert.True(ink.Ratio >= Contrast.SmallWords);
                double bare = Ink.Best(sample, Inks).Ratio;
                Assert.Equal(bare >= Contrast.SmallWords, ink.PlateStrength == 0);
                // On the luminances themselves, mixed one by one, it is enough as well.
                double plate = Math.Round(255 * Luminance.Encode(Luminance.Of(ink.PlateColour))) / 255,
                    p = ink.PlateStrength;
                double[] mixed =
                [
                    .. under.Select(l => p == 0 ? l : Luminance.Decode(Luminance.Encode(l) * (1 - p) + plate * p)),
                ];
                double worst = Contrast.WorstTenth(mixed, Luminance.Of(ink.Colour));
                Assert.True(worst >= Contrast.SmallWords * (p == 0 ? .99 : 1), $"{worst}");
            });

    [Fact]
    public void A_credit_leaves_a_corner_that_is_half_light_and_half_dark()
    {
        // Left half black; right half in stripes of black and white.
        byte[] rgb = new byte[96 * 54 * 3];
        for (int y = 0; y < 54; y++)
        for (int x = 48; x < 96; x++)
            if (x / 2 % 2 == 0)
                rgb.AsSpan((y * 96 + x) * 3, 3).Fill(255);
        SlideRect slide = SlideShape.Wide.Bounds();
        var under = new Backdrop("#000000");
        under.Add(new PhotoLayer(new ToneMap(96, 54, rgb), slide));
        FoundSpot spot = SpotFinder.Corner(
            new Surroundings(slide, under, [], [], [], Inks),
            new TextExtent(500, 30, 40, 34),
            4.5,
            [Spot.BottomRight, Spot.BottomLeft]
        );
        Assert.Equal(Spot.BottomLeft, spot.Spot);
        Assert.Equal(Inks.Light, spot.Ink.Colour);
    }

    /// <summary>Where each of the four corners is restless, taken or the subject, and where the credit then goes.</summary>
    [Theory]
    [InlineData("", "", false, Spot.BottomLeft)]
    [InlineData("BL", "", false, Spot.BottomRight)]
    [InlineData("", "BL", false, Spot.BottomRight)]
    [InlineData("BL BR", "", false, Spot.TopLeft)]
    [InlineData("BL BR", "TL", false, Spot.TopRight)]
    [InlineData("BL BR TL TR", "", false, Spot.BottomLeft)]
    [InlineData("BL BR TL TR", "BL", false, Spot.BottomRight)]
    [InlineData("TL TR", "BL BR", false, Spot.TopLeft)]
    [InlineData("", "", true, Spot.BottomRight)]
    public void A_credit_stands_at_the_foot_unless_only_the_head_is_calm(
        string restless,
        string taken,
        bool subject,
        Spot expected
    )
    {
        byte[] rgb = new byte[96 * 54 * 3];
        for (int y = 0; y < 54; y++)
        for (int x = 0; x < 96; x++)
        {
            string corner = (y < 27 ? "T" : "B") + (x < 48 ? "L" : "R");
            if (restless.Contains(corner, StringComparison.Ordinal) && (x + y) % 2 == 0)
                rgb.AsSpan((y * 96 + x) * 3, 3).Fill(255);
        }
        SlideRect slide = SlideShape.Wide.Bounds();
        var under = new Backdrop("#000000");
        under.Add(new PhotoLayer(new ToneMap(96, 54, rgb), slide));
        var room = new TextExtent(500, 30, 96, 34);
        var spots = new Dictionary<string, Spot>
        {
            ["BL"] = Spot.BottomLeft,
            ["BR"] = Spot.BottomRight,
            ["TL"] = Spot.TopLeft,
            ["TR"] = Spot.TopRight,
        };
        SlideRect[] words =
        [
            .. taken
                .Split(' ', StringSplitOptions.RemoveEmptyEntries)
                .Select(c => SpotFinder.BoxAt(spots[c], slide, new TextExtent(500, 30, 96, 34))),
        ];
        SlidePoint[] subjects = subject ? [new(300, 1020)] : [];
        Assert.Equal(
            expected,
            SpotFinder.Foot(new Surroundings(slide, under, words, subjects, [], Inks), room, Contrast.SmallWords).Spot
        );
    }

    [Fact]
    public void A_corner_with_words_is_avoided_while_another_is_free()
    {
        SlideRect slide = SlideShape.Wide.Bounds();
        SlideRect words = SpotFinder.BoxAt(Spot.BottomLeft, slide, new TextExtent(800, 200, 96, 84));
        FoundSpot found = SpotFinder.Corner(
            new Surroundings(slide, new Backdrop("#808080"), [words], [], [], Inks),
            new TextExtent(600, 30, 96, 84),
            4.5
        );
        Assert.NotEqual(Spot.BottomLeft, found.Spot);
    }

    [Fact]
    public void Forty_long_titles_fill_as_many_credit_pages_as_they_need_and_none_is_cut()
    {
        var world = new World();
        Deck deck = world.Deck(40);
        int n = 0;
        foreach (Slide s in deck.Slides.Where(s => s.PointId is not null).ToArray())
        {
            string id = world.Add("p" + n++);
            world.Photos[id] = world.Photos[id] with
            {
                Rights = world.Photos[id].Rights with
                {
                    Title = $"Number {n} " + string.Concat(Enumerable.Repeat("a long title of the shore ", 8)),
                },
            };
            deck = world.Do(deck, new PlaceGround(s.Id, id)).Deck;
        }
        IReadOnlyList<Scene> pages = SceneBuilder.Build(deck, deck.Slides[^1], world);
        Assert.True(pages.Count > 3);
        string all = string.Join(' ', pages.SelectMany(p => p.Lines()).Select(l => l.Text));
        foreach (CreditEntry e in Ledger.Of(deck, world.Photo))
            Assert.Contains(e.Credit.Text, all, StringComparison.Ordinal);
        Assert.All(pages.SelectMany(p => p.Lines()), l => Assert.InRange(l.Baseline, 0, 1080 - deck.House.MarginY));
    }
}
