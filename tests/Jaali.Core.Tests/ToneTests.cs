using CsCheck;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Legibility;
using Jaali.Core.Photos;

namespace Jaali.Core.Tests;

/// <summary>Tones, treatments of pixels, shapes of one's own.</summary>
public sealed class ToneTests
{
    private static readonly Gen<CropWindow> Parts =
        from x in Gen.Double[0, .8]
        from y in Gen.Double[0, .8]
        from w in Gen.Double[.03, .3]
        from h in Gen.Double[.03, .3]
        select new CropWindow(x, y, Math.Min(w, 1 - x), Math.Min(h, 1 - y));

    /// <summary>Filter Effects Module Level 1: grayscale(a) and sepia(a) as that document's table writes them, from
    /// memory; brightness below 1 is a plain factor. Luma: ITU-R BT.709.</summary>
    [Theory]
    [InlineData(1)]
    [InlineData(.4)]
    public void Tones_are_the_matrices_that_standards_write(double amount)
    {
        double s = 1 - amount;
        double[] grey =
        [
            .2126 + .7874 * s,
            .7152 - .7152 * s,
            .0722 - .0722 * s,
            0,
            .2126 - .2126 * s,
            .7152 + .2848 * s,
            .0722 - .0722 * s,
            0,
            .2126 - .2126 * s,
            .7152 - .7152 * s,
            .0722 + .9278 * s,
            0,
        ];
        double[] sepia =
        [
            .393 + .607 * s,
            .769 - .769 * s,
            .189 - .189 * s,
            0,
            .349 - .349 * s,
            .686 + .314 * s,
            .168 - .168 * s,
            0,
            .272 - .272 * s,
            .534 - .534 * s,
            .131 + .869 * s,
            0,
        ];
        Same(grey, ToneMatrix.Of(FrameTone.Grey, new Toning(amount))!);
        Same(sepia, ToneMatrix.Of(FrameTone.Brown, new Toning(amount))!);
        Same([s, 0, 0, 0, 0, s, 0, 0, 0, 0, s, 0], ToneMatrix.Of(FrameTone.Darker, new Toning(amount))!);
        // White stays, black goes up by as much as there is to go.
        Same(
            [s, 0, 0, amount, 0, s, 0, amount, 0, 0, s, amount],
            ToneMatrix.Of(FrameTone.Lighter, new Toning(amount))!
        );

        static void Same(double[] expected, IReadOnlyList<double> got)
        {
            for (int i = 0; i < 12; i++)
                Assert.Equal(expected[i], got[i], 4);
        }
    }

    [Fact]
    public void Two_inks_take_black_to_one_and_white_to_the_other_and_glass_darkens_nothing_below_black()
    {
        IReadOnlyList<double> m = ToneMatrix.Of(FrameTone.TwoInk, new Toning(Dark: "#102030", Light: "#F0E0C0"))!;
        for (int row = 0; row < 3; row++)
        {
            double black = m[row * 4 + 3],
                white = m[row * 4] + m[row * 4 + 1] + m[row * 4 + 2] + black;
            Assert.Equal(new[] { 0x10, 0x20, 0x30 }[row] / 255.0, black, 6);
            Assert.Equal(new[] { 0xF0, 0xE0, 0xC0 }[row] / 255.0, white, 6);
        }
        Assert.Equal(0, ToneMatrix.Of(FrameTone.Tint)![3]);
        Assert.Null(ToneMatrix.Of(FrameTone.Natural));
        Assert.Null(ToneMatrix.Of(FrameTone.Softer));
    }

    [Fact]
    public void What_is_done_to_pixels_has_a_name_that_is_read_back_and_nothing_else_is() =>
        Gen.Select(Gen.Double[0, Treatment.Softest], Parts.Array[0, 6], Gen.Int[0, 2])
            .Sample(
                (soften, parts, how) =>
                {
                    var t = new Treatment(
                        Math.Round(soften, 5),
                        [
                            .. parts.Select(
                                (p, i) =>
                                    new TreatedPart(
                                        new(
                                            Math.Round(p.X, 5),
                                            Math.Round(p.Y, 5),
                                            Math.Round(p.Width, 5),
                                            Math.Round(p.Height, 5)
                                        ),
                                        (CoverHow)((how + i) % 3),
                                        (how + i) % 3 == 0 ? "#12AB34" : null
                                    )
                            ),
                        ]
                    );
                    Assert.Matches("^[a-z0-9.,_]*$", t.Name);
                    if (t.IsNone)
                        return;
                    Treatment read = Treatment.Read(t.Name)!;
                    Assert.Equal(t.Soften, read.Soften);
                    Assert.Equal(t.Parts, read.Parts);
                }
            );

    [Theory]
    [InlineData("x1")]
    [InlineData("p0,0,1,1")]
    [InlineData("p0,0,1,1,zzzzzz")]
    [InlineData("b0,0,0,1")]
    [InlineData("b0,0,1")]
    [InlineData("b0,0,2,1")]
    [InlineData("s9")]
    [InlineData("s-1")]
    [InlineData("../../etc")]
    public void A_name_of_nothing_is_refused(string name) => Assert.Null(Treatment.Read(name));

    [Fact]
    public void A_patch_takes_the_colour_of_what_is_round_it()
    {
        // A red field with a white sign in the middle.
        byte[] rgb = new byte[60 * 40 * 3];
        for (int y = 0; y < 40; y++)
        for (int x = 0; x < 60; x++)
        {
            bool sign = x is >= 20 and < 40 && y is >= 10 and < 30;
            (rgb[(y * 60 + x) * 3], rgb[(y * 60 + x) * 3 + 1], rgb[(y * 60 + x) * 3 + 2]) = sign
                ? ((byte)255, (byte)255, (byte)255)
                : ((byte)200, (byte)30, (byte)20);
        }
        var tones = new ToneMap(60, 40, rgb);
        var part = new CropWindow(20 / 60.0, 10 / 40.0, 20 / 60.0, 20 / 40.0);
        Assert.Equal("#C81E14", tones.Around(part));
        ToneMap hidden = tones.With(new Treatment(0, [new(part, CoverHow.Patch, "#C81E14")]));
        Assert.Equal(tones.At(2, 2), hidden.At(30, 20), 6);
        Assert.NotEqual(tones.At(30, 20), hidden.At(30, 20), 2);
        // A blur keeps the mean and takes the edges.
        ToneMap soft = tones.With(new Treatment(.02, []));
        Assert.Equal(tones.Rgb.Average(b => b), soft.Rgb.Average(b => b), 0);
        // The sign stands out, and is what is proposed to be kept.
        IReadOnlyList<CropWindow> proposed = Attention.Parts(tones, PhotoPoint.Centre);
        Assert.True(proposed.Count >= 1);
        Assert.True(proposed[0].X < .5 && proposed[0].X + proposed[0].Width > .5);
        Assert.Empty(Attention.Parts(new ToneMap(60, 40, [.. Enumerable.Repeat((byte)90, 7200)]), PhotoPoint.Centre));
    }

    [Fact]
    public void A_polygon_that_crosses_itself_is_refused_and_any_other_is_not()
    {
        PhotoPoint[] star = [.. Enumerable.Range(0, 5).Select(i => At(i * 2 * 72))],
            five = [.. Enumerable.Range(0, 5).Select(i => At(i * 72))];
        Assert.NotNull(Masks.Fault(star));
        Assert.Null(Masks.Fault(five));
        Assert.NotNull(Masks.Fault([new(0, 0), new(.5, .5), new(1, 1)]));
        Assert.NotNull(Masks.Fault([new(0, 0), new(1, 0), new(.5, 0), new(1, 1), new(0, 1)]));
        Geometry.Path path = Masks.Of(FrameMask.Polygon, new(0, 0, 200, 100), .25, five);
        // A regular pentagon of radius r has the area 5/2 r² sin 72°; here its frame is twice as wide as high.
        Assert.Equal(2.5 * .25 * Math.Sin(72 * Math.PI / 180) * 200 * 100, path.Area, 0);

        static PhotoPoint At(double degrees) =>
            new(.5 + .5 * Math.Sin(degrees * Math.PI / 180), .5 - .5 * Math.Cos(degrees * Math.PI / 180));
    }
}
