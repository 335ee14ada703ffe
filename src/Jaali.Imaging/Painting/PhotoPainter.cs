using Jaali.Core.Scenes;
using SkiaSharp;

namespace Jaali.Imaging.Painting;

/// <summary>Paints photos.</summary>
public static class PhotoPainter
{
    private static readonly SKSamplingOptions Smaller = new(SKFilterMode.Linear, SKMipmapMode.Linear),
        Near = new(SKCubicResampler.CatmullRom),
        Larger = new(SKCubicResampler.Mitchell);

    internal static void Paint(PhotoNode node, SKCanvas canvas, Func<string, SKImage?> photo)
    {
        // It is the caller's: the same one may be painted in several places, and is in a file once then.
        if (photo(node.Source) is not { } image)
            return;
        SKRect to = node.Image.ToSkia();
        if (node.Colours is not { } matrix)
        {
            canvas.DrawImage(image, to, Sampling(canvas, image, to));
            return;
        }
        using SKColorFilter filter = Filter(matrix);
        using var paint = new SKPaint { ColorFilter = filter };
        canvas.DrawImage(image, to, Sampling(canvas, image, to), paint);
    }

    /// <summary>A photo with a colour matrix applied, saved as a JPEG of its own size.</summary>
    public static SKData ToneJpeg(SKData photo, IReadOnlyList<double> matrix)
    {
        using SKImage image = SKImage.FromEncodedData(photo);
        using var surface = SKSurface.Create(Skia.Pixels(image.Width, image.Height, SKAlphaType.Opaque));
        using SKColorFilter filter = Filter(matrix);
        using var paint = new SKPaint { ColorFilter = filter };
        surface.Canvas.DrawImage(image, 0, 0, Smaller, paint);
        using SKImage toned = surface.Snapshot();
        return toned.Encode(SKEncodedImageFormat.Jpeg, 88);
    }

    // A cubic filter where a photo grows or shrinks by less than half; below that mipmaps, which a cubic filter would
    // leave speckled.
    private static SKSamplingOptions Sampling(SKCanvas canvas, SKImage image, SKRect to) =>
        canvas.TotalMatrix.MapVector(to.Width / image.Width, 0).Length switch
        {
            > 1.001f => Larger,
            > .5f => Near,
            _ => Smaller,
        };

    // Three rows of four as the four rows of five that Skia wants.
    private static SKColorFilter Filter(IReadOnlyList<double> m)
    {
        float[] rows = new float[20];
        for (int row = 0; row < 3; row++)
        {
            for (int c = 0; c < 3; c++)
                rows[row * 5 + c] = (float)m[row * 4 + c];
            rows[row * 5 + 4] = (float)m[row * 4 + 3];
        }
        rows[18] = 1;
        return SKColorFilter.CreateColorMatrix(rows);
    }
}
