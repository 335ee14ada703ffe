using Jaali.Core.Scenes;
using SkiaSharp;

namespace Jaali.Imaging.Painting;

/// <summary>Paints groups: cut to an outline, turned and scaled about a place, more or less opaque as one.</summary>
internal static class GroupPainter
{
    internal static void Paint(GroupNode node, SKCanvas canvas, Action<IReadOnlyList<SceneNode>> inside)
    {
        canvas.Save();
        if (node.Clip is { IsRect: true } rect)
            canvas.ClipRect(rect.Bounds.ToSkia(), SKClipOperation.Intersect, antialias: true);
        else if (node.Clip is { } clip)
        {
            using SKPath path = clip.ToSkia();
            canvas.ClipPath(path, SKClipOperation.Intersect, antialias: true);
        }
        bool soft = node is { Soft: > 0, Clip: not null };
        if (soft)
            canvas.SaveLayer();
        (float x, float y) = ((float)(node.About?.X ?? 0), (float)(node.About?.Y ?? 0));
        int upright = canvas.Save();
        if (node.Turn != 0)
            canvas.RotateDegrees((float)node.Turn, x, y);
        if (node.Scale != 1)
            canvas.Scale((float)node.Scale, (float)node.Scale, x, y);
        if (node.Opacity < 1)
        {
            using var paint = new SKPaint { Color = SKColors.White.WithAlpha((byte)Math.Round(node.Opacity * 255)) };
            canvas.SaveLayer(paint);
            inside(node.Nodes);
            canvas.Restore();
        }
        else
            inside(node.Nodes);
        canvas.RestoreToCount(upright);
        if (soft)
        {
            Melt(node.Clip!, node.Soft, canvas);
            canvas.Restore();
        }
        canvas.Restore();
    }

    // What was painted in the layer is left as far as the outline is opaque: filled, its rim taken away, blurred. As a
    // picture of opacities, which a PDF keeps beside the photo instead of turning the photo into one.
    private static void Melt(Core.Geometry.Path clip, double soft, SKCanvas canvas)
    {
        SKRect b = clip.Bounds.ToSkia();
        float scale = Math.Clamp(canvas.TotalMatrix.MapRadius(1), 1, 4);
        int w = Math.Clamp((int)Math.Ceiling(b.Width * scale), 1, 8000),
            h = Math.Clamp((int)Math.Ceiling(b.Height * scale), 1, 8000);
        using var surface = SKSurface.Create(new SKImageInfo(w, h, SKColorType.Rgba8888, SKAlphaType.Premul));
        surface.Canvas.Scale(w / b.Width, h / b.Height);
        surface.Canvas.Translate(-b.Left, -b.Top);
        float sigma = (float)soft / 4;
        using SKImageFilter blur = SKImageFilter.CreateBlur(sigma, sigma);
        using var layer = new SKPaint { ImageFilter = blur };
        using SKPath path = clip.ToSkia();
        surface.Canvas.SaveLayer(layer);
        using (var white = new SKPaint { Color = SKColors.White, IsAntialias = true })
            surface.Canvas.DrawPath(path, white);
        using (
            var rim = new SKPaint
            {
                IsStroke = true,
                StrokeWidth = (float)soft,
                BlendMode = SKBlendMode.Clear,
                IsAntialias = true,
            }
        )
            surface.Canvas.DrawPath(path, rim);
        surface.Canvas.Restore();
        using SKImage opacity = surface.Snapshot();
        using var keep = new SKPaint { BlendMode = SKBlendMode.DstIn };
        canvas.DrawImage(opacity, b, new SKSamplingOptions(SKFilterMode.Linear), keep);
    }
}
