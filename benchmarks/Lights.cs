using Jaali.Core.Geometry;
using Jaali.Core.Legibility;

namespace Jaali.Benchmarks;

/// <summary>What lies under words, read off tables against looking at every place.</summary>
internal static class Lights
{
    public static async Task RunAsync()
    {
        var random = new Random(3);
        byte[] rgb = new byte[480 * 320 * 3];
        random.NextBytes(rgb);
        var tones = new ToneMap(480, 320, rgb);
        SlideRect slide = SlideShape.Wide.Bounds();
        var under = new Backdrop("#FFFFFF");
        under.Add(new PhotoLayer(tones, slide));
        var box = new SlideRect(120, 700, 900, 150);
        double ink = Luminance.Of("#FAF7F0");
        (Times fast, Times slow, _) = await Report.PairsAsync(
            200,
            _ =>
            {
                GC.KeepAlive(under.Light(box).WorstTenth(ink) + under.Busyness(box));
                return Task.CompletedTask;
            },
            _ =>
            {
                GC.KeepAlive(Contrast.WorstTenth(under.Under(box), ink));
                return Task.CompletedTask;
            },
            warm: 50
        );
        Report.Ratio(
            "contrast and restlessness of a place for a heading",
            fast,
            slow,
            .2,
            "the contrast alone, sorted"
        );
        Times tables = await Report.TimeAsync(
            40,
            _ =>
            {
                GC.KeepAlive(LightTables.Of(tones with { Width = 480 }));
                return Task.CompletedTask;
            },
            warm: 10
        );
        Report.Limit("the tables of a photo, made once", tables, 10);
    }
}
