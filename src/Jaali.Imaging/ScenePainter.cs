using Jaali.Core;
using Jaali.Core.Decks;
using Jaali.Core.Scenes;
using SkiaSharp;

namespace Jaali.Imaging;

/// <summary>Paints scenes with Skia: to PNG, or onto any canvas, a PDF page's included. It measures nothing and decides nothing.</summary>
public sealed class ScenePainter(FontShelf fonts)
{
    private static readonly SKSamplingOptions Smaller = new(SKFilterMode.Linear, SKMipmapMode.Linear),
        Near = new(SKCubicResampler.CatmullRom),
        Larger = new(SKCubicResampler.Mitchell);

    // A cubic filter where a photo grows or shrinks by less than half; below that mipmaps, which a cubic filter would leave speckled.
    private static SKSamplingOptions Sampling(SKCanvas canvas, SKImage image, PhotoNode node) =>
        canvas.TotalMatrix.MapVector((float)(node.Image.Width / image.Width), 0).Length switch
        {
            > 1.001f => Larger,
            > .5f => Near,
            _ => Smaller,
        };

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
        using (var ground = new SKPaint { Color = Colour(scene.Background) })
            canvas.DrawRect(0, 0, (float)scene.Width, (float)scene.Height, ground);
        foreach (SceneNode node in scene.Nodes)
        {
            switch (node)
            {
                case PhotoNode p:
                    PaintPhoto(canvas, p, photo);
                    break;
                case PlateNode p:
                    PaintPlate(canvas, p);
                    break;
                case LinesNode l:
                    PaintLines(canvas, l);
                    break;
            }
        }
    }

    private static void PaintPhoto(SKCanvas canvas, PhotoNode node, Func<string, SKImage?> photo)
    {
        using SKImage? image = photo(node.PhotoId);
        if (image is null)
            return;
        canvas.Save();
        Clip(canvas, node);
        if (node.Turn != 0)
        {
            (float x, float y) = (
                (float)(node.Clip.X + node.Clip.Width / 2),
                (float)(node.Clip.Y + node.Clip.Height / 2)
            );
            canvas.RotateDegrees((float)node.Turn, x, y);
            canvas.Scale((float)node.Enlarged, (float)node.Enlarged, x, y);
        }
        if (node.Colours is { } m)
        {
            using SKColorFilter filter = Filter(m);
            using var paint = new SKPaint { ColorFilter = filter };
            canvas.DrawImage(image, Rect(node.Image), Sampling(canvas, image, node), paint);
        }
        else
            canvas.DrawImage(image, Rect(node.Image), Sampling(canvas, image, node));
        canvas.Restore();
    }

    /// <summary>A photo with a colour matrix applied, saved as a JPEG of its own size.</summary>
    public static SKData ToneJpeg(SKData photo, IReadOnlyList<double> matrix)
    {
        using SKImage image = SKImage.FromEncodedData(photo);
        using var surface = SKSurface.Create(
            new SKImageInfo(image.Width, image.Height, SKColorType.Rgba8888, SKAlphaType.Opaque)
        );
        using SKColorFilter filter = Filter(matrix);
        using var paint = new SKPaint { ColorFilter = filter };
        surface.Canvas.DrawImage(image, 0, 0, Smaller, paint);
        using SKImage toned = surface.Snapshot();
        return toned.Encode(SKEncodedImageFormat.Jpeg, 88);
    }

    private static SKColorFilter Filter(IReadOnlyList<double> m) =>
        SKColorFilter.CreateColorMatrix([
            (float)m[0],
            (float)m[1],
            (float)m[2],
            0,
            (float)m[3],
            (float)m[4],
            (float)m[5],
            (float)m[6],
            0,
            (float)m[7],
            (float)m[8],
            (float)m[9],
            (float)m[10],
            0,
            (float)m[11],
            0,
            0,
            0,
            1,
            0,
        ]);

    private static void Clip(SKCanvas canvas, PhotoNode node)
    {
        SKRect r = Rect(node.Clip);
        if (node.Mask == FrameMask.None)
        {
            canvas.ClipRect(r, SKClipOperation.Intersect, antialias: true);
            return;
        }
        using var builder = new SKPathBuilder();
        switch (node.Mask)
        {
            case FrameMask.Ellipse:
                builder.AddOval(r);
                break;
            case FrameMask.Rounded:
                builder.AddRoundRect(new SKRoundRect(r, (float)node.Radius));
                break;
            default:
                builder.MoveTo(r.MidX, r.Top);
                builder.LineTo(r.Right, r.MidY);
                builder.LineTo(r.MidX, r.Bottom);
                builder.LineTo(r.Left, r.MidY);
                builder.Close();
                break;
        }
        using SKPath path = builder.Detach();
        canvas.ClipPath(path, SKClipOperation.Intersect, antialias: true);
    }

    private static void PaintPlate(SKCanvas canvas, PlateNode node)
    {
        using var paint = new SKPaint
        {
            Color = Colour(node.Colour).WithAlpha((byte)Math.Round(node.Opacity * 255)),
            IsAntialias = true,
        };
        canvas.DrawRect(Rect(node.Rect), paint);
    }

    private void PaintLines(SKCanvas canvas, LinesNode node)
    {
        using var font = new SKFont(fonts.Typeface(node.Face), (float)node.Size)
        {
            Subpixel = true,
            Hinting = SKFontHinting.None,
            LinearMetrics = true,
            Edging = SKFontEdging.Antialias,
        };
        using var paint = new SKPaint { Color = Colour(node.Ink), IsAntialias = true };
        foreach (SceneLine line in node.Lines)
        {
            IReadOnlyList<PlacedGlyph> glyphs = fonts.Shape(node.Face, node.Size, line.Text);
            if (glyphs.Count == 0)
                continue;
            using var builder = new SKTextBlobBuilder();
            builder.AddPositionedRun(
                [.. glyphs.Select(g => g.Id)],
                font,
                [.. glyphs.Select(g => new SKPoint((float)g.X, (float)g.Y))]
            );
            using SKTextBlob? blob = builder.Build();
            if (blob is not null)
                canvas.DrawText(blob, (float)line.X, (float)line.Baseline, paint);
        }
    }

    private static SKRect Rect(SlideRect r) => new((float)r.X, (float)r.Y, (float)r.Right, (float)r.Bottom);

    private static SKColor Colour(string hex) => SKColor.Parse(hex);
}
