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
    private readonly Func<double, double, bool>? _hidden;

    private SlideLight(ToneMap? tones, CropWindow crop, SlideRect rect, double plain, Func<double, double, bool>? hidden = null) => (_tones, _crop, _rect, _plain, _hidden) = (tones, crop, rect, plain, hidden);

    /// <summary>A slide of one colour.</summary>
    public static SlideLight Plain(string colour) => new(null, CropWindow.Whole, default, Luminance.Of(colour));

    /// <summary>A slide whose ground shows this part of a photo; where the photo does not reach there is the slide's own colour.</summary>
    /// <param name="tones">The photo's colours.</param>
    /// <param name="crop">What of it is seen.</param>
    /// <param name="rect">Where it lies.</param>
    /// <param name="beyond">The slide's own colour.</param>
    /// <param name="hidden">True at a place of the slide where a mask or a cover hides the photo; null where nothing does.</param>
    public static SlideLight Photo(ToneMap tones, CropWindow crop, SlideRect rect, string beyond = "#23262B", Func<double, double, bool>? hidden = null) => new(tones, crop, rect, Luminance.Of(beyond), hidden);

    /// <summary>True where there is no photo under the words.</summary>
    public bool IsPlain => _tones is null;

    /// <summary>Relative luminances of all map pixels under a rectangle in slide units; at least one.</summary>
    public double[] Under(SlideRect box)
    {
        if (_tones is null) return [_plain];
        double within = Within(box);
        if (within <= 0) return [_plain];
        (int x0, int y0, int x1, int y1) = Pixels(box);
        int seen = (x1 - x0 + 1) * (y1 - y0 + 1), beyond = within >= .999 ? 0 : (int)Math.Round(seen * (1 - within) / within);
        double[] found = new double[seen + Math.Min(beyond, 4 * seen)];
        Array.Fill(found, _plain);
        int n = 0;
        for (int y = y0; y <= y1; y++)
            for (int x = x0; x <= x1; x++) found[n++] = Light(x, y);
        return found;
    }

    /// <summary>
    /// How restless the photo is under a rectangle: the mean step of perceived lightness (the cube root of luminance, after CIE L*) from pixel to pixel, plus half its spread. 0 is a plain colour.
    /// </summary>
    public double Busyness(SlideRect box)
    {
        double within = _tones is null ? 0 : Within(box);
        if (_tones is null || within <= 0) return 0;
        (int x0, int y0, int x1, int y1) = Pixels(box);
        double step = 0, sum = 0, squares = 0;
        int n = 0;
        for (int y = y0; y <= y1; y++)
            for (int x = x0; x <= x1; x++, n++)
            {
                double l = Math.Cbrt(Light(x, y));
                step += Math.Abs(l - Math.Cbrt(Light(x + 1, y))) + Math.Abs(l - Math.Cbrt(Light(x, y + 1)));
                sum += l;
                squares += l * l;
            }
        double photo = step / n + .5 * Math.Sqrt(Math.Max(0, squares / n - sum / n * (sum / n)));
        // An edge that runs through the box is as restless as can be.
        return within >= .999 ? photo : photo + .5;
    }

    private double Light(int x, int y)
    {
        if (_hidden is not null)
        {
            double sx = _rect.X + ((x + .5) / _tones!.Width - _crop.X) / _crop.Width * _rect.Width, sy = _rect.Y + ((y + .5) / _tones.Height - _crop.Y) / _crop.Height * _rect.Height;
            if (_hidden(sx, sy)) return _plain;
        }
        return _tones!.At(x, y);
    }

    // The share of a box that the photo lies under.
    private double Within(SlideRect box)
    {
        double w = Math.Min(box.Right, _rect.Right) - Math.Max(box.X, _rect.X), h = Math.Min(box.Bottom, _rect.Bottom) - Math.Max(box.Y, _rect.Y);
        return w <= 0 || h <= 0 ? 0 : w * h / (box.Width * box.Height);
    }

    private (int X0, int Y0, int X1, int Y1) Pixels(SlideRect box)
    {
        int X(double x) => Math.Clamp((int)((_crop.X + (x - _rect.X) / _rect.Width * _crop.Width) * _tones!.Width), 0, _tones.Width - 1);
        int Y(double y) => Math.Clamp((int)((_crop.Y + (y - _rect.Y) / _rect.Height * _crop.Height) * _tones!.Height), 0, _tones.Height - 1);
        return (X(box.X), Y(box.Y), X(box.Right), Y(box.Bottom));
    }
}
