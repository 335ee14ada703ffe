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
        (float x, float y) = ((float)(node.About?.X ?? 0), (float)(node.About?.Y ?? 0));
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
        canvas.Restore();
    }
}
