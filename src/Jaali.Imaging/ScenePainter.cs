using Jaali.Core;
using Jaali.Core.Scenes;
using SkiaSharp;

namespace Jaali.Imaging;

/// <summary>Paints scenes with Skia: to PNG, or onto any canvas, a PDF page's included. It measures nothing and decides nothing.</summary>
public sealed class ScenePainter(FontShelf fonts)
{
    private static readonly SKSamplingOptions Sampling = new(SKFilterMode.Linear, SKMipmapMode.Linear);

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
        using (var ground = new SKPaint { Color = Colour(scene.Background) }) canvas.DrawRect(0, 0, (float)scene.Width, (float)scene.Height, ground);
        foreach (SceneNode node in scene.Nodes)
        {
            switch (node)
            {
                case PhotoNode p: PaintPhoto(canvas, p, photo); break;
                case PlateNode p: PaintPlate(canvas, p); break;
                case LinesNode l: PaintLines(canvas, l); break;
            }
        }
    }

    private static void PaintPhoto(SKCanvas canvas, PhotoNode node, Func<string, SKImage?> photo)
    {
        using SKImage? image = photo(node.PhotoId);
        if (image is null) return;
        canvas.Save();
        canvas.ClipRect(Rect(node.Clip), SKClipOperation.Intersect, antialias: true);
        canvas.DrawImage(image, Rect(node.Image), Sampling);
        canvas.Restore();
    }

    private static void PaintPlate(SKCanvas canvas, PlateNode node)
    {
        using var paint = new SKPaint { Color = Colour(node.Colour).WithAlpha((byte)Math.Round(node.Opacity * 255)), IsAntialias = true };
        canvas.DrawRect(Rect(node.Rect), paint);
    }

    private void PaintLines(SKCanvas canvas, LinesNode node)
    {
        using var font = new SKFont(fonts.Typeface(node.Face), (float)node.Size) { Subpixel = true, Hinting = SKFontHinting.None, LinearMetrics = true, Edging = SKFontEdging.Antialias };
        using var paint = new SKPaint { Color = Colour(node.Ink), IsAntialias = true };
        foreach (SceneLine line in node.Lines)
        {
            IReadOnlyList<PlacedGlyph> glyphs = fonts.Shape(node.Face, node.Size, line.Text);
            if (glyphs.Count == 0) continue;
            using var builder = new SKTextBlobBuilder();
            builder.AddPositionedRun([.. glyphs.Select(g => g.Id)], font, [.. glyphs.Select(g => new SKPoint((float)g.X, (float)g.Y))]);
            using SKTextBlob? blob = builder.Build();
            if (blob is not null) canvas.DrawText(blob, (float)line.X, (float)line.Baseline, paint);
        }
    }

    private static SKRect Rect(SlideRect r) => new((float)r.X, (float)r.Y, (float)r.Right, (float)r.Bottom);

    private static SKColor Colour(string hex) => SKColor.Parse(hex);
}
