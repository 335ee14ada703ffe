using Jaali.Core.Scenes;
using SkiaSharp;

namespace Jaali.Imaging.Painting;

/// <summary>Paints words, glyph by glyph where the same shaping put them that measured them.</summary>
internal static class TextPainter
{
    /// <param name="node">The words.</param>
    /// <param name="canvas">Where they come.</param>
    /// <param name="fonts">The faces.</param>
    /// <param name="inFile">What is painted becomes a file that may carry fonts: those that may not be carried are
    /// painted
    /// as outlines.</param>
    internal static void Paint(TextNode node, SKCanvas canvas, FontLibrary fonts, bool inFile)
    {
        using var font = new SKFont(fonts.Typeface(node.Face), (float)node.Size)
        {
            Subpixel = true,
            Hinting = SKFontHinting.None,
            LinearMetrics = true,
            Edging = SKFontEdging.Antialias,
        };
        bool outlines = inFile && !fonts.MayEmbed(node.Face);
        using SKMaskFilter? blur = node.Blur > 0 ? SKMaskFilter.CreateBlur(SKBlurStyle.Normal, (float)node.Blur) : null;
        using SKShader? shader = node.Gradient is { } g ? PathPainter.Shader(g, node.InkOpacity) : null;
        using var fill = new SKPaint
        {
            Color = Skia.Colour(node.Ink, shader is null ? node.InkOpacity : 1),
            IsAntialias = true,
            MaskFilter = blur,
            Shader = shader,
        };
        using var stroke = new SKPaint
        {
            Color = node.Stroke is { } own ? SKColor.Parse(own) : default,
            IsAntialias = true,
            IsStroke = true,
            StrokeWidth = (float)node.StrokeWidth,
            StrokeJoin = SKStrokeJoin.Round,
            MaskFilter = blur,
        };
        foreach (SceneLine line in node.Lines)
        {
            IReadOnlyList<PlacedGlyph> glyphs = fonts.Shape(
                node.Face,
                node.Size,
                line.Text,
                node.IsRightToLeft,
                node.Spacing
            );
            if (glyphs.Count == 0)
                continue;
            int before = canvas.Save();
            canvas.Translate((float)line.X, (float)line.Baseline);
            if (line.Turn != 0)
                canvas.RotateDegrees((float)line.Turn);
            // A gradient lies on the slide, not in the line.
            if (shader is not null)
            {
                using SKShader moved = shader.WithLocalMatrix(Undone(line));
                fill.Shader = moved;
                Both(glyphs);
                fill.Shader = shader;
            }
            else
                Both(glyphs);
            canvas.RestoreToCount(before);
        }

        void Both(IReadOnlyList<PlacedGlyph> glyphs)
        {
            if (node is { Stroke: not null, StrokeWidth: > 0, InkOpacity: > 0 })
                Draw(glyphs, stroke);
            else if (node is { Stroke: not null, StrokeWidth: > 0 })
            {
                using SKPath letters = Outlines(glyphs);
                int before = canvas.Save();
                canvas.ClipPath(letters, SKClipOperation.Difference, true);
                canvas.DrawPath(letters, stroke);
                canvas.RestoreToCount(before);
            }
            if (node.InkOpacity > 0)
                Draw(glyphs, fill);
        }

        SKPath Outlines(IReadOnlyList<PlacedGlyph> glyphs)
        {
            using var builder = new SKPathBuilder();
            foreach (PlacedGlyph glyph in glyphs)
                using (SKPath? outline = font.GetGlyphPath(glyph.Id))
                    if (outline is not null)
                        builder.AddPath(outline, (float)glyph.X, (float)glyph.Y);
            return builder.Detach();
        }

        void Draw(IReadOnlyList<PlacedGlyph> glyphs, SKPaint paint)
        {
            if (outlines)
            {
                using SKPath path = Outlines(glyphs);
                canvas.DrawPath(path, paint);
                return;
            }
            using var letters = new SKTextBlobBuilder();
            letters.AddPositionedRun(
                [.. glyphs.Select(g => g.Id)],
                font,
                [.. glyphs.Select(g => new SKPoint((float)g.X, (float)g.Y))]
            );
            using SKTextBlob? blob = letters.Build();
            if (blob is not null)
                canvas.DrawText(blob, 0, 0, paint);
        }
    }

    private static SKMatrix Undone(SceneLine line) =>
        SKMatrix.Concat(
            SKMatrix.CreateRotationDegrees(-(float)line.Turn),
            SKMatrix.CreateTranslation(-(float)line.X, -(float)line.Baseline)
        );
}
