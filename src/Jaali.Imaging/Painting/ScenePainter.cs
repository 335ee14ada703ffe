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
    /// <param name="photo">The bytes of a photo by the name it is asked for, or null where they are lost.</param>
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
    /// <param name="scene">The scene.</param>
    /// <param name="canvas">Where it is painted.</param>
    /// <param name="photo">A photo by the name it is asked for, or null where it is lost.</param>
    /// <param name="inFile">The canvas becomes a file that carries the fonts it uses.</param>
    public void Paint(Scene scene, SKCanvas canvas, Func<string, SKImage?> photo, bool inFile = false)
    {
        using (var ground = new SKPaint { Color = SKColor.Parse(scene.Background) })
            canvas.DrawRect(0, 0, (float)scene.Width, (float)scene.Height, ground);
        PaintAll(scene.Nodes, canvas, photo, inFile);
    }

    private void PaintAll(IReadOnlyList<SceneNode> nodes, SKCanvas canvas, Func<string, SKImage?> photo, bool inFile)
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
                    TextPainter.Paint(t, canvas, fonts, inFile);
                    break;
                case GroupNode g:
                    GroupPainter.Paint(g, canvas, inner => PaintAll(inner, canvas, photo, inFile));
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
