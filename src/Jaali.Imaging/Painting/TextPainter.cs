using Jaali.Core.Scenes;
using SkiaSharp;

namespace Jaali.Imaging.Painting;

/// <summary>Paints words, glyph by glyph where the same shaping put them that measured them.</summary>
internal static class TextPainter
{
    internal static void Paint(TextNode node, SKCanvas canvas, FontShelf fonts)
    {
        using var font = new SKFont(fonts.Typeface(node.Face), (float)node.Size)
        {
            Subpixel = true,
            Hinting = SKFontHinting.None,
            LinearMetrics = true,
            Edging = SKFontEdging.Antialias,
        };
        using var paint = new SKPaint { Color = SKColor.Parse(node.Ink), IsAntialias = true };
        foreach (SceneLine line in node.Lines)
        {
            IReadOnlyList<PlacedGlyph> glyphs = fonts.Shape(node.Face, node.Size, line.Text);
            if (glyphs.Count == 0)
                continue;
            using var builder = new SKTextBlobBuilder();
            builder.AddPositionedRun(
                [.. glyphs.Select(g => g.Id)],
                font,
                [.. glyphs.Select(g => new SKPoint((float)g.X, (float)g.Y))]
            );
            using SKTextBlob? blob = builder.Build();
            if (blob is not null)
                canvas.DrawText(blob, (float)line.X, (float)line.Baseline, paint);
        }
    }
}
