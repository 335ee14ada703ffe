using Jaali.Core.Scenes;
using SkiaSharp;

namespace Jaali.Imaging.Painting;

/// <summary>
/// Paints scenes with Skia: to PNG, or onto any canvas, a PDF page's included. It measures nothing and decides
/// nothing; nodes are painted strictly in their order, and one it does not know is refused.
/// </summary>
public sealed class ScenePainter(FontShelf fonts)
{
    /// <summary>A picture of a scene.</summary>
    /// <param name="scene">The scene.</param>
    /// <param name="width">Width of the picture in pixels.</param>
    /// <param name="photo">The bytes of a photo by its SHA-256, or null where they are lost.</param>
    public byte[] ToPng(Scene scene, int width, Func<string, byte[]?> photo)
    {
        int height = (int)Math.Round(width * scene.Height / scene.Width);
        using var surface = SKSurface.Create(new SKImageInfo(width, height, SKColorType.Rgba8888, SKAlphaType.Premul));
        surface.Canvas.Scale((float)(width / scene.Width));
        Paint(scene, surface.Canvas, id => photo(id) is { } bytes ? SKImage.FromEncodedData(bytes) : null);
        using SKImage image = surface.Snapshot();
        using SKData data = image.Encode(SKEncodedImageFormat.Png, 100);
        return data.ToArray();
    }

    /// <summary>Paints a scene onto a canvas whose unit is the slide unit.</summary>
    public void Paint(Scene scene, SKCanvas canvas, Func<string, SKImage?> photo)
    {
        using (var ground = new SKPaint { Color = SKColor.Parse(scene.Background) })
            canvas.DrawRect(0, 0, (float)scene.Width, (float)scene.Height, ground);
        PaintAll(scene.Nodes, canvas, photo);
    }

    private void PaintAll(IReadOnlyList<SceneNode> nodes, SKCanvas canvas, Func<string, SKImage?> photo)
    {
        foreach (SceneNode node in nodes)
        {
            switch (node)
            {
                case PhotoNode p:
                    PhotoPainter.Paint(p, canvas, photo);
                    break;
                case PathNode p:
                    PathPainter.Paint(p, canvas);
                    break;
                case TextNode t:
                    TextPainter.Paint(t, canvas, fonts);
                    break;
                case GroupNode g:
                    GroupPainter.Paint(g, canvas, inner => PaintAll(inner, canvas, photo));
                    break;
                case MediaNode m:
                    MediaPainter.Paint(m, canvas, photo);
                    break;
                default:
                    throw new NotSupportedException($"{node.GetType().Name} is no node that can be painted.");
            }
        }
    }
}
