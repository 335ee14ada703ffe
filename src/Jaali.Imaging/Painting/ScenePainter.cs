using Jaali.Core.Geometry;
using Jaali.Core.Scenes;
using SkiaSharp;

namespace Jaali.Imaging.Painting;

/// <summary>
/// Paints scenes with Skia: to PNG, or onto any canvas, a PDF page's included. It measures nothing and decides
/// nothing; nodes are painted strictly in their order, and one it does not know is refused.
/// </summary>
public sealed class ScenePainter(FontLibrary fonts)
{
    /// <summary>A picture of a scene.</summary>
    /// <param name="scene">The scene.</param>
    /// <param name="width">Width of the picture in pixels.</param>
    /// <param name="photo">The bytes of a photo by the name it is asked for, or null where they are lost.</param>
    public byte[] ToPng(Scene scene, int width, Func<string, byte[]?> photo) =>
        ToPicture(scene, width, photo, SKEncodedImageFormat.Png);

    /// <summary>A picture of a scene in a format.</summary>
    /// <param name="scene">The scene.</param>
    /// <param name="width">Width of the picture in pixels.</param>
    /// <param name="photo">The bytes of a photo by the name it is asked for, or null where they are lost.</param>
    /// <param name="format">PNG, JPEG or WebP.</param>
    public byte[] ToPicture(Scene scene, int width, Func<string, byte[]?> photo, SKEncodedImageFormat format)
    {
        int height = (int)Math.Round(width * scene.Height / scene.Width);
        using var surface = SKSurface.Create(Skia.Pixels(width, height, SKAlphaType.Premul));
        surface.Canvas.Scale((float)(width / scene.Width));
        using var photos = new PaintedPhotos(photo);
        Paint(scene, surface.Canvas, photos.Of);
        using SKImage image = surface.Snapshot();
        using SKData data = image.Encode(format, format == SKEncodedImageFormat.Png ? 100 : FinishedQuality);
        return data.ToArray();
    }

    /// <summary>Paints a scene onto a canvas whose unit is the slide unit.</summary>
    /// <param name="scene">The scene.</param>
    /// <param name="canvas">Where it is painted.</param>
    /// <param name="photo">A photo by the name it is asked for, null where it is lost; it stays the caller's.</param>
    /// <param name="inFile">The canvas becomes a file that carries the fonts it uses.</param>
    /// <param name="before">Told of each node before it is painted.</param>
    public void Paint(
        Scene scene,
        SKCanvas canvas,
        Func<string, SKImage?> photo,
        bool inFile = false,
        Action<SceneNode>? before = null
    )
    {
        using (var ground = new SKPaint { Color = SKColor.Parse(scene.Background) })
            canvas.DrawRect(0, 0, (float)scene.Width, (float)scene.Height, ground);
        foreach (SceneNode node in scene.Nodes)
        {
            before?.Invoke(node);
            PaintAll([node], canvas, photo, inFile);
        }
    }

    /// <summary>Paints nodes alone onto a canvas whose unit is the slide unit.</summary>
    /// <param name="nodes">In their order.</param>
    /// <param name="canvas">Where they are painted.</param>
    /// <param name="photo">A photo by the name it is asked for, or null where it is lost.</param>
    /// <param name="inFile">The canvas becomes a file that carries the fonts it uses.</param>
    public void PaintNodes(
        IReadOnlyList<SceneNode> nodes,
        SKCanvas canvas,
        Func<string, SKImage?> photo,
        bool inFile = false
    ) => PaintAll(nodes, canvas, photo, inFile);

    /// <summary>Nodes painted as a picture of their own: a JPEG where nothing shines through, else a PNG.</summary>
    /// <param name="nodes">What is painted.</param>
    /// <param name="box">Which part of the slide, in units.</param>
    /// <param name="scale">Pixels to a unit.</param>
    /// <param name="photo">The bytes of a photo by the name it is asked for, or null where they are lost.</param>
    public byte[] Finished(IReadOnlyList<SceneNode> nodes, SlideRect box, double scale, Func<string, byte[]?> photo)
    {
        int width = Math.Clamp((int)Math.Round(box.Width * scale), 1, 8000),
            height = Math.Clamp((int)Math.Round(box.Height * scale), 1, 8000);
        using var surface = SKSurface.Create(Skia.Pixels(width, height, SKAlphaType.Premul));
        surface.Canvas.Scale((float)(width / box.Width), (float)(height / box.Height));
        surface.Canvas.Translate((float)-box.X, (float)-box.Y);
        using var photos = new PaintedPhotos(photo);
        PaintAll(nodes, surface.Canvas, photos.Of, false);
        using SKImage image = surface.Snapshot();
        using SKPixmap pixels = surface.PeekPixels();
        using SKData data = image.Encode(
            IsOpaque(pixels.GetPixelSpan<byte>()) ? SKEncodedImageFormat.Jpeg : SKEncodedImageFormat.Png,
            FinishedQuality
        );
        return data.ToArray();
    }

    private const int FinishedQuality = 92;

    private static bool IsOpaque(ReadOnlySpan<byte> rgba)
    {
        for (int i = 3; i < rgba.Length; i += 4)
            if (rgba[i] != 255)
                return false;
        return true;
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
                default:
                    throw new NotSupportedException($"{node.GetType().Name} is no node that can be painted.");
            }
        }
    }
}
