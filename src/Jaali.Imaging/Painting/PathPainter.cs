using Jaali.Core.Scenes;
using SkiaSharp;

namespace Jaali.Imaging.Painting;

/// <summary>Paints outlines.</summary>
internal static class PathPainter
{
    internal static void Paint(PathNode node, SKCanvas canvas)
    {
        using SKPath path = node.Path.ToSkia();
        if (node.Gradient is { } gradient)
        {
            using SKShader shader = Shader(gradient, node.FillOpacity);
            using var fill = new SKPaint { Shader = shader, IsAntialias = true };
            canvas.DrawPath(path, fill);
        }
        else if (node.Fill is { } colour)
        {
            using SKMaskFilter? blur =
                node.Blur > 0 ? SKMaskFilter.CreateBlur(SKBlurStyle.Normal, (float)node.Blur) : null;
            using var fill = new SKPaint
            {
                Color = Skia.Colour(colour, node.FillOpacity),
                IsAntialias = true,
                MaskFilter = blur,
            };
            canvas.DrawPath(path, fill);
        }
        if (node.Stroke is { } line && node.StrokeWidth > 0)
        {
            using var stroke = new SKPaint
            {
                Color = SKColor.Parse(line),
                IsStroke = true,
                StrokeWidth = (float)node.StrokeWidth,
                IsAntialias = true,
            };
            canvas.DrawPath(path, stroke);
        }
    }

    /// <summary>A gradient as Skia has it.</summary>
    internal static SKShader Shader(Gradient g, double opacity)
    {
        SKColor[] colours = [.. g.Stops.Select(s => Skia.Colour(s.Colour, s.Opacity * opacity))];
        float[] offsets = [.. g.Stops.Select(s => (float)s.Offset)];
        if (g.Down is { } down)
        {
            float across = (float)(g.To.X - g.From.X);
            return SKShader.CreateRadialGradient(
                new SKPoint((float)g.From.X, (float)g.From.Y),
                across,
                colours,
                offsets,
                SKShaderTileMode.Clamp,
                SKMatrix.CreateScale(1, (float)down / across, (float)g.From.X, (float)g.From.Y)
            );
        }
        return SKShader.CreateLinearGradient(
            new SKPoint((float)g.From.X, (float)g.From.Y),
            new SKPoint((float)g.To.X, (float)g.To.Y),
            colours,
            offsets,
            SKShaderTileMode.Clamp
        );
    }
}
