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
            using var fill = new SKPaint { Color = Skia.Colour(colour, node.FillOpacity), IsAntialias = true };
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

    private static SKShader Shader(Gradient g, double opacity) =>
        SKShader.CreateLinearGradient(
            new SKPoint((float)g.From.X, (float)g.From.Y),
            new SKPoint((float)g.To.X, (float)g.To.Y),
            [.. g.Stops.Select(s => Skia.Colour(s.Colour, s.Opacity * opacity))],
            [.. g.Stops.Select(s => (float)s.Offset)],
            SKShaderTileMode.Clamp
        );
}
