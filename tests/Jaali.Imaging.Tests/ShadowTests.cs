using Jaali.Core.Scenes;
using Jaali.Imaging.Painting;
using SkiaSharp;

namespace Jaali.Imaging.Tests;

/// <summary>What the reading of words takes for granted of a shadow, measured on painted letters.</summary>
public sealed class ShadowTests
{
    // WordsScene: a shadow is .8 strong where letters cover it wholly, and a quarter of that is counted on beside their
    // strokes.
    private const double Strength = .8,
        Counted = .2;

    /// <summary>Beside the strokes of letters, within a thirtieth of their size, the painted shadow is at least as
    /// strong
    /// as is counted on, at the spreads that hands choose.</summary>
    [Theory]
    [InlineData("Anek Latin Bold", 84, .12)]
    [InlineData("Anek Latin Bold", 132, .12)]
    [InlineData("Spline Sans Regular", 46, .12)]
    [InlineData("Lora Regular", 60, .12)]
    [InlineData("Lora Regular", 60, .25)]
    [InlineData("Anek Latin Bold", 84, .25)]
    [InlineData("Spline Sans Regular", 46, .25)]
    [InlineData("Josefin Sans Bold", 104, .12)]
    [InlineData("Playfair Display Bold", 90, .12)]
    [InlineData("Playfair Display Bold", 90, .06)]
    public void A_shadow_is_as_strong_beside_letters_as_is_counted_on(string face, double size, double spread)
    {
        using var fonts = new FontLibrary(FontLibrary.ShippedFolder);
        var painter = new ScenePainter(fonts);
        SKBitmap letters = Paint(painter, face, size, 1, 0, "#FFFFFF"),
            shadow = Paint(painter, face, size, Strength, spread * size / 2, "#000000");
        double reach = size / 30;
        List<double> beside = [];
        int r = (int)Math.Ceiling(reach);
        for (int y = r; y < letters.Height - r; y += 2)
        for (int x = r; x < letters.Width - r; x += 2)
        {
            if (letters.GetPixel(x, y).Red > 130)
                continue;
            bool near = false;
            for (int dy = -r; dy <= r && !near; dy++)
            for (int dx = -r; dx <= r && !near; dx++)
                near = dx * dx + dy * dy <= reach * reach && letters.GetPixel(x + dx, y + dy).Red > 250;
            if (near)
                beside.Add(1 - shadow.GetPixel(x, y).Red / 128.0);
        }
        Assert.True(beside.Count > 100);
        Assert.InRange(beside.Average(), Counted, Strength);
    }

    // One line of letters on a middle grey, as large as 1:1.
    private static SKBitmap Paint(
        ScenePainter painter,
        string face,
        double size,
        double opacity,
        double blur,
        string ink
    )
    {
        var node = new TextNode(
            face,
            size,
            ink,
            [new SceneLine(60, 40 + size, 1000, "What holds a shore")],
            InkOpacity: opacity,
            Blur: blur
        );
        var scene = new Scene(Guid.Empty, 0, 1400, Math.Ceiling(size * 1.6 + 80), "#808080", [node], [], []);
        return SKBitmap.Decode(painter.ToPng(scene, 1400, _ => null));
    }
}
