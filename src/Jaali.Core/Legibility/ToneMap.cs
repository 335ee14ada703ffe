namespace Jaali.Core.Legibility;

/// <summary>A small picture of a photo's colours, from which legibility is measured. Values are sRGB, 8 bits, three a pixel.</summary>
/// <param name="Width">Pixels.</param>
/// <param name="Height">Pixels.</param>
/// <param name="Rgb">Rows from the top, three bytes a pixel.</param>
public sealed record ToneMap(int Width, int Height, byte[] Rgb)
{
    /// <summary>Relative luminance at a pixel; places outside give the nearest pixel inside.</summary>
    public double At(int x, int y)
    {
        int i = (Math.Clamp(y, 0, Height - 1) * Width + Math.Clamp(x, 0, Width - 1)) * 3;
        return Luminance.Of(Rgb[i], Rgb[i + 1], Rgb[i + 2]);
    }
}

/// <summary>What lies under the words of a slide: a photo seen through its crop, or a plain colour.</summary>
public sealed class SlideLight
{
    private readonly ToneMap? _tones;
    private readonly CropWindow _crop;
    private readonly SlideRect _rect;
    private readonly double _plain;

    private SlideLight(ToneMap? tones, CropWindow crop, SlideRect rect, double plain) => (_tones, _crop, _rect, _plain) = (tones, crop, rect, plain);

    /// <summary>A slide of one colour.</summary>
    public static SlideLight Plain(string colour) => new(null, CropWindow.Whole, default, Luminance.Of(colour));

    /// <summary>A slide whose ground shows this part of a photo.</summary>
    public static SlideLight Photo(ToneMap tones, CropWindow crop, SlideRect rect) => new(tones, crop, rect, 0);

    /// <summary>True where there is no photo under the words.</summary>
    public bool IsPlain => _tones is null;

    /// <summary>Relative luminances of all map pixels under a rectangle in slide units; at least one.</summary>
    public double[] Under(SlideRect box)
    {
        if (_tones is null) return [_plain];
        (int x0, int y0, int x1, int y1) = Pixels(box);
        double[] found = new double[(x1 - x0 + 1) * (y1 - y0 + 1)];
        int n = 0;
        for (int y = y0; y <= y1; y++)
            for (int x = x0; x <= x1; x++) found[n++] = _tones.At(x, y);
        return found;
    }

    /// <summary>
    /// How restless the photo is under a rectangle: the mean step of perceived lightness (the cube root of luminance, after CIE L*) from pixel to pixel, plus half its spread. 0 is a plain colour.
    /// </summary>
    public double Busyness(SlideRect box)
    {
        if (_tones is null) return 0;
        (int x0, int y0, int x1, int y1) = Pixels(box);
        double step = 0, sum = 0, squares = 0;
        int n = 0;
        for (int y = y0; y <= y1; y++)
            for (int x = x0; x <= x1; x++, n++)
            {
                double l = Math.Cbrt(_tones.At(x, y));
                step += Math.Abs(l - Math.Cbrt(_tones.At(x + 1, y))) + Math.Abs(l - Math.Cbrt(_tones.At(x, y + 1)));
                sum += l;
                squares += l * l;
            }
        return step / n + .5 * Math.Sqrt(Math.Max(0, squares / n - sum / n * (sum / n)));
    }

    private (int X0, int Y0, int X1, int Y1) Pixels(SlideRect box)
    {
        int X(double x) => Math.Clamp((int)((_crop.X + (x - _rect.X) / _rect.Width * _crop.Width) * _tones!.Width), 0, _tones.Width - 1);
        int Y(double y) => Math.Clamp((int)((_crop.Y + (y - _rect.Y) / _rect.Height * _crop.Height) * _tones!.Height), 0, _tones.Height - 1);
        return (X(box.X), Y(box.Y), X(box.Right), Y(box.Bottom));
    }
}
