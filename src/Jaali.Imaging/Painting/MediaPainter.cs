using Jaali.Core.Scenes;
using SkiaSharp;

namespace Jaali.Imaging.Painting;

/// <summary>Paints what stands for a moving picture: its poster, or a plain plate.</summary>
internal static class MediaPainter
{
    internal static void Paint(MediaNode node, SKCanvas canvas, Func<string, SKImage?> photo)
    {
        using (var plate = new SKPaint { Color = SKColor.Parse(Composition.MediaPlate) })
            canvas.DrawRect(node.Rect.ToSkia(), plate);
        if (node.PosterId is { } poster)
            PhotoPainter.Paint(new PhotoNode(poster, node.Rect, node.Alt), canvas, photo);
    }
}
