using System.Globalization;
using Jaali.Core;

namespace Jaali.Imaging;

/// <summary>A request of the IIIF Image API 3.0: region, size, rotation, quality and format. Section numbers refer to
/// that specification.</summary>
/// <param name="Region">In pixels of the oriented photo.</param>
/// <param name="Width">Width of the answer in pixels.</param>
/// <param name="Height">Height of the answer in pixels.</param>
/// <param name="Rotation">0, 90, 180 or 270 degrees, clockwise.</param>
/// <param name="Grey">True for the quality "gray".</param>
/// <param name="Format">"jpg", "png" or "webp".</param>
public sealed record IiifRequest(
    (int X, int Y, int Width, int Height) Region,
    int Width,
    int Height,
    int Rotation,
    bool Grey,
    string Format
)
{
    /// <summary>Reads the parts of an address against a photo's size; null where they are not valid or ask for more
    /// than is allowed.</summary>
    public static IiifRequest? Parse(
        string region,
        string size,
        string rotation,
        string qualityFormat,
        int width,
        int height
    )
    {
        string[] last = qualityFormat.Split('.');
        if (last is not [("default" or "color" or "gray"), ("jpg" or "png" or "webp")])
            return null;
        if (rotation is not ("0" or "90" or "180" or "270"))
            return null;
        if (ReadRegion(region, width, height) is not { } r || ReadSize(size, r.Width, r.Height) is not { } s)
            return null;
        return new IiifRequest(
            r,
            s.Width,
            s.Height,
            int.Parse(rotation, CultureInfo.InvariantCulture),
            last[0] == "gray",
            last[1]
        );
    }

    // Section 4.1: full, square, x,y,w,h or pct:x,y,w,h; cut at the image's edge, refused when nothing is left.
    private static (int X, int Y, int Width, int Height)? ReadRegion(string text, int width, int height)
    {
        if (text == "full")
            return (0, 0, width, height);
        if (text == "square")
        {
            int side = Math.Min(width, height);
            return ((width - side) / 2, (height - side) / 2, side, side);
        }
        bool percent = text.StartsWith("pct:", StringComparison.Ordinal);
        if (Numbers(percent ? text[4..] : text, 4) is not { } n)
            return null;
        if (!percent && n.Any(v => v != Math.Floor(v)))
            return null;
        double sx = percent ? width / 100.0 : 1,
            sy = percent ? height / 100.0 : 1;
        int x = (int)Math.Round(n[0] * sx),
            y = (int)Math.Round(n[1] * sy);
        int right = (int)Math.Round(Math.Min(width, (n[0] + n[2]) * sx)),
            bottom = (int)Math.Round(Math.Min(height, (n[1] + n[3]) * sy));
        return right <= x || bottom <= y ? null : (x, y, right - x, bottom - y);
    }

    // Section 4.2: max, w, / ,h / pct:n / w,h / !w,h; larger than the region only with ^.
    private static (int Width, int Height)? ReadSize(string text, int width, int height)
    {
        bool up = text.StartsWith('^');
        if (up)
            text = text[1..];
        double aspect = (double)width / height;
        (double W, double H) s;
        if (text == "max")
            s = (width, height);
        else if (text.StartsWith("pct:", StringComparison.Ordinal))
        {
            if (Numbers(text[4..], 1) is not { } p || p[0] <= 0)
                return null;
            s = (width * p[0] / 100, height * p[0] / 100);
        }
        else
        {
            bool fit = text.StartsWith('!');
            string[] wh = (fit ? text[1..] : text).Split(',');
            if (
                wh.Length != 2
                || !Whole(wh[0], out int w)
                || !Whole(wh[1], out int h)
                || (w == 0 && h == 0)
                || (fit && (w == 0 || h == 0))
            )
                return null;
            s = fit
                ? (w / aspect <= h ? (w, w / aspect) : (h * aspect, h))
                : (w > 0 ? w : h * aspect, h > 0 ? h : w / aspect);
            if (fit && !up && (s.W > width || s.H > height))
                s = (width, height);
        }
        (int Width, int Height) whole = (Math.Max(1, (int)Math.Round(s.W)), Math.Max(1, (int)Math.Round(s.H)));
        if (!up && (whole.Width > width || whole.Height > height))
            return null;
        // Its own size is always to be had; what is larger or distorted is made up, and a little of it is enough.
        return
            whole.Width <= width && whole.Height <= height
            || (long)whole.Width * whole.Height <= Limits.Photos.EnlargedPixels
            ? whole
            : null;
    }

    /// <summary>The height that goes with a width where nothing is distorted.</summary>
    public static int HeightAt(int width, int photoWidth, int photoHeight) =>
        Math.Max(1, (int)Math.Round(width / ((double)photoWidth / photoHeight)));

    private static bool Whole(string text, out int value)
    {
        value = 0;
        return text.Length == 0
            || (int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out value) && value > 0);
    }

    private static double[]? Numbers(string text, int count)
    {
        string[] parts = text.Split(',');
        if (parts.Length != count)
            return null;
        double[] n = new double[count];
        for (int i = 0; i < count; i++)
            if (
                !double.TryParse(parts[i], NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out n[i])
                || !(n[i] >= 0 && n[i] <= 1e7)
            )
                return null;
        return n;
    }
}
