using SkiaSharp;

namespace Jaali.Server.Clips;

/// <summary>A plain poster, where no moment of a clip can be taken.</summary>
internal static class Plate
{
    private const int Long = 1600;

    /// <summary>A JPEG in the shape of the clip, with a sign that it plays.</summary>
    internal static byte[] Of(int width, int height, bool moves)
    {
        double aspect = moves && width > 0 && height > 0 ? Math.Clamp((double)width / height, .2, 5) : 16.0 / 9;
        (int w, int h) = aspect >= 1 ? (Long, (int)(Long / aspect)) : ((int)(Long * aspect), Long);
        using var bitmap = new SKBitmap(new SKImageInfo(w, h, SKColorType.Rgba8888, SKAlphaType.Opaque));
        using var canvas = new SKCanvas(bitmap);
        canvas.Clear(new SKColor(0x20, 0x28, 0x2C));
        float r = Math.Min(w, h) * .1f,
            x = w / 2f,
            y = h / 2f;
        using var sign = new SKPathBuilder();
        sign.MoveTo(x - r * .7f, y - r);
        sign.LineTo(x + r, y);
        sign.LineTo(x - r * .7f, y + r);
        sign.Close();
        using SKPath outline = sign.Detach();
        using var paint = new SKPaint { Color = new SKColor(0xD8, 0xDE, 0xE0), IsAntialias = true };
        canvas.DrawPath(outline, paint);
        using SKData made = bitmap.Encode(SKEncodedImageFormat.Jpeg, 90);
        return made.ToArray();
    }
}
