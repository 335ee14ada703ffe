using System.Diagnostics;
using System.Globalization;
using CsCheck;
using Jaali.Core.Geometry;
using Jaali.Core.Legibility;
using Outline = Jaali.Core.Geometry.Path;

namespace Jaali.Core.Tests;

/// <summary>What is read off histograms and summed-area tables against the search through every place, which is kept
/// for
/// this.</summary>
public sealed class LightTests
{
    private static readonly SlideRect Slide = SlideShape.Wide.Bounds();

    // Photos with smooth parts, edges and noise, as photos have them.
    private static readonly Gen<ToneMap> Photo =
        from width in Gen.Int[300, 480]
        from height in Gen.Int[200, 330]
        from seed in Gen.Int
        from noise in Gen.Double[0, 60]
        from waves in Gen.Double[0, .2]
        select Made(width, height, seed, noise, waves);

    private static readonly Gen<SlideRect> Box =
        from x in Gen.Double[0, 1700]
        from y in Gen.Double[0, 900]
        from w in Gen.Double[24, 1100]
        from h in Gen.Double[24, 400]
        select new SlideRect(x, y, Math.Min(w, Slide.Width - x), Math.Min(h, Slide.Height - y));

    private static readonly Gen<double> Ink = Gen.Double[0, 1];

    [Fact]
    public void The_worst_tenth_is_within_a_hundredth_of_that_of_all_places() =>
        Gen.Select(Photo, Box, Ink)
            .Sample(
                (tones, box, ink) =>
                {
                    Backdrop under = On(tones, Slide);
                    double sought = Contrast.WorstTenth(under.Under(box), ink),
                        read = under.Light(box).WorstTenth(ink);
                    Assert.InRange(read / sought, .985, 1.015);
                    // Through other layers it is looked up place by place, to the same end.
                    under.Add(new FlatLayer(Outline.Rect(Slide), "#203040", .4));
                    sought = Contrast.WorstTenth(under.Under(box), ink);
                    read = under.Light(box).WorstTenth(ink);
                    Assert.InRange(read / sought, .985, 1.015);
                },
                iter: 300
            );

    [Fact]
    public void Restlessness_read_off_sums_is_that_of_all_places() =>
        Gen.Select(Photo, Box)
            .Sample(
                (tones, box) =>
                {
                    Backdrop under = On(tones, Slide);
                    double sought = under.BusynessBySamples(box),
                        read = under.Busyness(box);
                    Assert.True(Math.Abs(read - sought) <= .01 + .1 * sought, $"{read} for {sought} in {box}");
                },
                iter: 300
            );

    [Fact]
    public void The_same_place_is_chosen_but_where_two_are_nearly_as_good() =>
        Gen.Select(Photo, Gen.Double[60, 900], Gen.Double[20, 200])
            .Sample(
                (tones, width, height) =>
                {
                    Backdrop under = On(tones, Slide);
                    var room = new TextExtent(width, height, 60, 50);
                    FoundSpot found = SpotFinder.Corner(
                        new Surroundings(Slide, under, [], [], [], new InkPair("#FAF7F0", "#16130F")),
                        room,
                        4.5
                    );
                    Spot[] order = [Spot.BottomLeft, Spot.BottomRight, Spot.TopLeft, Spot.TopRight];
                    double[] costs =
                    [
                        .. order.Select((spot, i) => Cost(under, SpotFinder.BoxAt(spot, Slide, room), i)),
                    ];
                    Assert.True(costs[Array.IndexOf(order, found.Spot)] <= costs.Min() + .05);
                },
                iter: 150
            );

    // The same rule as the finder's, with every place looked at and sorted.
    private static double Cost(Backdrop under, SlideRect box, int i)
    {
        double[] all = under.Under(box.Grown(4));
        double ratio = Math.Max(
            Contrast.WorstTenth([.. all], Luminance.Of("#FAF7F0")),
            Contrast.WorstTenth([.. all], Luminance.Of("#16130F"))
        );
        return i * .012 + under.BusynessBySamples(box.Grown(8)) + .25 * Math.Max(0, 4.5 - ratio);
    }

    [Fact]
    public void Sums_are_those_of_plain_loops() =>
        Gen.Select(Photo, Gen.Double[0, 1].Array[4])
            .Sample(
                (tones, at) =>
                {
                    LightTables tables = LightTables.Of(tones);
                    (int x0, int x1) = Ends(at[0], at[1], tables.Width);
                    (int y0, int y1) = Ends(at[2], at[3], tables.Height);
                    long light = 0,
                        squares = 0,
                        steps = 0;
                    for (int y = y0; y < y1; y++)
                    for (int x = x0; x < x1; x++)
                    {
                        long here = Lightness(tables, x, y);
                        light += here;
                        squares += here * here;
                        steps += x > x0 ? Math.Abs(here - Lightness(tables, x - 1, y)) : 0;
                        steps += y > y0 ? Math.Abs(here - Lightness(tables, x, y - 1)) : 0;
                    }
                    Assert.Equal((light, squares, steps), tables.Sums(x0, y0, x1, y1));
                },
                iter: 60
            );

    [Fact]
    public void A_white_photo_does_not_run_over()
    {
        byte[] rgb = new byte[480 * 480 * 3];
        Array.Fill(rgb, (byte)255);
        LightTables tables = LightTables.Of(new ToneMap(480, 480, rgb));
        Assert.Equal((255L * 480 * 480, 255L * 255 * 480 * 480, 0L), tables.Sums(0, 0, 480, 480));
    }

    /// <summary>Against the statistics that ImageMagick gives of the same crops.</summary>
    [Fact]
    public async Task Sums_are_those_that_ImageMagick_finds()
    {
        ToneMap tones = Made(320, 214, 11, 25, .06);
        LightTables tables = LightTables.Of(tones);
        string file = System.IO.Path.Combine(Directory.CreateTempSubdirectory("jaali-light-").FullName, "light.pgm");
        byte[] pixels = new byte[tones.Width * tones.Height];
        for (int y = 0; y < tones.Height; y++)
        for (int x = 0; x < tones.Width; x++)
            pixels[y * tones.Width + x] = Lightness(tables, x, y);
        await using (FileStream to = File.Create(file))
        {
            await to.WriteAsync(
                System.Text.Encoding.ASCII.GetBytes($"P5 {tones.Width} {tones.Height} 255\n"),
                TestContext.Current.CancellationToken
            );
            await to.WriteAsync(pixels, TestContext.Current.CancellationToken);
        }
        foreach ((int x, int y, int w, int h) in new[] { (0, 0, 320, 214), (17, 9, 120, 33), (200, 150, 64, 64) })
        {
            using Process convert = Process.Start(
                new ProcessStartInfo(
                    "convert",
                    [
                        file,
                        "-crop",
                        $"{w}x{h}+{x}+{y}",
                        "+repage",
                        "-format",
                        "%[fx:mean] %[fx:standard_deviation]",
                        "info:",
                    ]
                )
                {
                    RedirectStandardOutput = true,
                }
            )!;
            double[] said =
            [
                .. (await convert.StandardOutput.ReadToEndAsync(TestContext.Current.CancellationToken))
                    .Split(' ')
                    .Select(s => double.Parse(s, CultureInfo.InvariantCulture)),
            ];
            (long light, long squares, _) = tables.Sums(x, y, x + w, y + h);
            double n = w * h,
                mean = light / n / 255,
                spread = Math.Sqrt(squares / n / 255 / 255 - mean * mean);
            Assert.Equal(said[0], mean, 1e-4);
            // ImageMagick divides by one pixel less or not, by its version.
            Assert.Equal(said[1], spread, 1e-3);
        }
    }

    private static byte Lightness(LightTables tables, int x, int y) => (byte)tables.Sums(x, y, x + 1, y + 1).Light;

    private static (int From, int To) Ends(double a, double b, int size)
    {
        int one = (int)(a * (size - 1)),
            other = (int)(b * (size - 1));
        return (Math.Min(one, other), Math.Max(one, other) + 1);
    }

    private static Backdrop On(ToneMap tones, SlideRect where)
    {
        var under = new Backdrop("#FFFFFF");
        under.Add(new PhotoLayer(tones, where));
        return under;
    }

    private static ToneMap Made(int width, int height, int seed, double noise, double waves)
    {
        var random = new Random(seed);
        byte[] rgb = new byte[width * height * 3];
        double edge = random.NextDouble() * height,
            tilt = random.NextDouble() - .5;
        for (int y = 0; y < height; y++)
        for (int x = 0; x < width; x++)
        {
            double l =
                (y < edge + tilt * x ? 190 : 60)
                + 40 * Math.Sin(x * waves) * Math.Cos(y * waves)
                + noise * (random.NextDouble() - .5);
            for (int c = 0; c < 3; c++)
                rgb[(y * width + x) * 3 + c] = (byte)Math.Clamp(l + c * 6, 0, 255);
        }
        return new(width, height, rgb);
    }
}
