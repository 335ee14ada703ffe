namespace Jaali.Core.Legibility;

/// <summary>Where a picture was found in another.</summary>
/// <param name="Likeness">Normalised cross-correlation of the detail of their lightness, -1 to 1.</param>
/// <param name="Part">Which part of the other it is.</param>
/// <param name="Mirrored">It is the other's mirror image.</param>
public sealed record FoundPart(double Likeness, CropWindow Part, bool Mirrored);

/// <summary>
/// Finds a picture in another one that it may be a part of: cropped, mirrored, in other colours. Lightness alone is
/// compared, by normalised cross-correlation (Lewis, Fast Normalized Cross-Correlation, 1995), so that contrast and
/// tone do
/// not matter; at many scales, since nobody knows how much was cut off. Where large areas agree, detail decides, for
/// one shore is as
/// light above and dark below as another.
/// </summary>
public static class PartFinder
{
    /// <summary>From this likeness on a picture is taken for a part of the other. By trial on 26 photos of shores, each
    /// cut
    /// to six tenths of its sides, mirrored and made grey: all came above .62, and of 650 pairs of strangers none above
    /// .38.</summary>
    public const double Likely = .52;

    // Pixels along the longer side of the other: enough to tell pictures apart, few enough to look everywhere.
    private const int Side = 72;

    // The smallest part that is looked for, in shares of a side, and by how much each scale is smaller than the last.
    private const double SmallestShare = .3,
        Step = .94;

    /// <summary>The best place of a picture in another.</summary>
    /// <param name="part">The picture.</param>
    /// <param name="whole">The other.</param>
    public static FoundPart Find(ToneMap part, ToneMap whole)
    {
        double aspect = (double)part.Width / part.Height;
        double shrink = (double)Side / Math.Max(whole.Width, whole.Height);
        int w = Math.Max(8, (int)Math.Round(whole.Width * shrink)),
            h = Math.Max(8, (int)Math.Round(whole.Height * shrink));
        float[] ground = Light(whole, w, h, false);
        (double[] sums, double[] squares) = Tables(ground, w, h);
        List<(double Likeness, int X, int Y, int Wide, int High, bool Mirrored)> places = [];
        // As large as it fits, whichever side ends first.
        double widest = Math.Min(w, h * aspect);
        for (double wide = widest; wide >= w * SmallestShare || wide == widest; wide *= Step)
        {
            int tw = Math.Min(w, (int)Math.Round(wide)),
                th = Math.Min(h, (int)Math.Round(wide / aspect));
            if (tw < 8 || th < 8)
                break;
            foreach (bool mirrored in (ReadOnlySpan<bool>)[false, true])
                if (
                    Place(Light(part, tw, th, mirrored), tw, th, ground, w, h, sums, squares) is
                    (var x, var y, > 0 and var likeness)
                )
                    places.Add((likeness, x, y, tw, th, mirrored));
        }
        // Skies and seas are alike in their large areas: the few best places are looked at closely, for their detail.
        double larger = (double)CloseSide / Math.Max(whole.Width, whole.Height);
        int cw = Math.Max(8, (int)Math.Round(whole.Width * larger)),
            ch = Math.Max(8, (int)Math.Round(whole.Height * larger));
        float[] details = Detail(Light(whole, cw, ch, false), cw, ch);
        FoundPart best = new(-1, CropWindow.Whole, false);
        foreach (var p in places.OrderByDescending(p => p.Likeness).Take(Looked))
            if (
                p.Likeness >= Rough
                && Closely(part, p.Mirrored, details, cw, ch, (double)p.X / w, (double)p.Y / h, (double)p.Wide / w)
                    is var close
                && close.Likeness > best.Likeness
            )
                best = close;
        return best;
    }

    // Pixels along the longer side when looked at closely, the places that are, and how alike their lightness must be.
    private const int CloseSide = 200,
        Looked = 4;
    private const double Rough = .8;

    private static FoundPart Closely(
        ToneMap part,
        bool mirrored,
        float[] details,
        int w,
        int h,
        double x,
        double y,
        double wide
    )
    {
        FoundPart best = new(-1, CropWindow.Whole, mirrored);
        double aspect = (double)part.Width / part.Height;
        for (int scale = -4; scale <= 4; scale++)
        {
            int tw = (int)Math.Round(wide * w * (1 + scale * .012)),
                th = (int)Math.Round(tw / aspect);
            if (tw < 12 || th < 12 || tw > w || th > h)
                continue;
            float[] own = Detail(Light(part, tw, th, mirrored), tw, th);
            // It grows and shrinks about its middle.
            int mx = (int)Math.Round(x * w + (wide * w - tw) / 2),
                my = (int)Math.Round(y * h + (wide * w - tw) / 2 / aspect);
            for (int dy = -3; dy <= 3; dy++)
            for (int dx = -3; dx <= 3; dx++)
                if (Alike(own, tw, th, details, w, h, mx + dx, my + dy) is var likeness && likeness > best.Likeness)
                    best = new(
                        likeness,
                        new((double)(mx + dx) / w, (double)(my + dy) / h, (double)tw / w, (double)th / h),
                        mirrored
                    );
        }
        return best;
    }

    // What is left of lightness without its large areas: each pixel less the mean of the five by five around it.
    private static float[] Detail(float[] light, int w, int h)
    {
        float[] detail = new float[w * h];
        for (int y = 0; y < h; y++)
        for (int x = 0; x < w; x++)
        {
            float sum = 0;
            int n = 0;
            for (int sy = Math.Max(0, y - 2); sy <= Math.Min(h - 1, y + 2); sy++)
            for (int sx = Math.Max(0, x - 2); sx <= Math.Min(w - 1, x + 2); sx++, n++)
                sum += light[sy * w + sx];
            detail[y * w + x] = light[y * w + x] - sum / n;
        }
        return detail;
    }

    // Correlation of detail, each row less its own mean: a horizon is in every view of a shore, and says nothing.
    private static double Alike(float[] part, int tw, int th, float[] ground, int w, int h, int x, int y)
    {
        if (x < 0 || y < 0 || x + tw > w || y + th > h)
            return -1;
        double a = 0,
            b = 0,
            both = 0;
        for (int row = 0; row < th; row++)
        {
            ReadOnlySpan<float> p = part.AsSpan(row * tw, tw),
                g = ground.AsSpan((y + row) * w + x, tw);
            double sumP = 0,
                sumG = 0;
            for (int c = 0; c < tw; c++)
            {
                sumP += p[c];
                sumG += g[c];
            }
            a += Dot(p, p) - sumP * sumP / tw;
            b += Dot(g, g) - sumG * sumG / tw;
            both += Dot(p, g) - sumP * sumG / tw;
        }
        return a > 1e-9 && b > 1e-9 ? both / Math.Sqrt(a * b) : -1;
    }

    private static (int X, int Y, double Likeness) Place(
        float[] part,
        int tw,
        int th,
        float[] ground,
        int w,
        int h,
        double[] sums,
        double[] squares
    )
    {
        int n = tw * th;
        double mean = 0;
        foreach (float v in part)
            mean += v;
        mean /= n;
        double own = 0;
        for (int i = 0; i < part.Length; i++)
        {
            part[i] -= (float)mean;
            own += part[i] * part[i];
        }
        // A plain area is like every other plain area, and says nothing.
        if (own < n * Plain)
            return (0, 0, -1);
        (int X, int Y, double Likeness) best = (0, 0, -1);
        for (int y = 0; y + th <= h; y++)
        for (int x = 0; x + tw <= w; x++)
        {
            double sum = Box(sums, w, x, y, tw, th),
                there = Box(squares, w, x, y, tw, th) - sum * sum / n;
            if (there < n * Plain)
                continue;
            double both = 0;
            for (int row = 0; row < th; row++)
            {
                ReadOnlySpan<float> a = part.AsSpan(row * tw, tw),
                    b = ground.AsSpan((y + row) * w + x, tw);
                both += Dot(a, b);
            }
            double likeness = both / Math.Sqrt(own * there);
            if (likeness > best.Likeness)
                best = (x, y, likeness);
        }
        return best;
    }

    // Rows are short; what fits into the machine's vectors is taken at once.
    private static double Dot(ReadOnlySpan<float> a, ReadOnlySpan<float> b)
    {
        int i = 0;
        double sum = 0;
        if (System.Numerics.Vector.IsHardwareAccelerated)
        {
            int wide = System.Numerics.Vector<float>.Count;
            var many = System.Numerics.Vector<float>.Zero;
            for (; i + wide <= a.Length; i += wide)
                many += new System.Numerics.Vector<float>(a[i..]) * new System.Numerics.Vector<float>(b[i..]);
            sum = System.Numerics.Vector.Sum(many);
        }
        for (; i < a.Length; i++)
            sum += a[i] * b[i];
        return sum;
    }

    // Variance below which an area counts as plain, of lightness from 0 to 1.
    private const double Plain = 4e-4;

    // Means over the pixels under each smaller one, of luma; that is monotone in what the eye sees, and enough here.
    private static float[] Light(ToneMap map, int w, int h, bool mirrored)
    {
        var light = new float[w * h];
        for (int y = 0; y < h; y++)
        for (int x = 0; x < w; x++)
        {
            int x0 = (int)((long)x * map.Width / w),
                x1 = Math.Max(x0 + 1, (int)((long)(x + 1) * map.Width / w)),
                y0 = (int)((long)y * map.Height / h),
                y1 = Math.Max(y0 + 1, (int)((long)(y + 1) * map.Height / h));
            double sum = 0;
            for (int sy = y0; sy < y1; sy++)
            for (int sx = x0; sx < x1; sx++)
            {
                int i = (Math.Min(sy, map.Height - 1) * map.Width + Math.Min(sx, map.Width - 1)) * 3;
                sum += .2126 * map.Rgb[i] + .7152 * map.Rgb[i + 1] + .0722 * map.Rgb[i + 2];
            }
            light[y * w + (mirrored ? w - 1 - x : x)] = (float)(sum / ((x1 - x0) * (y1 - y0)) / 255);
        }
        return light;
    }

    // Summed-area tables of the values and of their squares (Crow, 1984).
    private static (double[] Sums, double[] Squares) Tables(float[] light, int w, int h)
    {
        double[] sums = new double[(w + 1) * (h + 1)],
            squares = new double[(w + 1) * (h + 1)];
        for (int y = 0; y < h; y++)
        {
            double sum = 0,
                square = 0;
            for (int x = 0; x < w; x++)
            {
                double v = light[y * w + x];
                sum += v;
                square += v * v;
                sums[(y + 1) * (w + 1) + x + 1] = sums[y * (w + 1) + x + 1] + sum;
                squares[(y + 1) * (w + 1) + x + 1] = squares[y * (w + 1) + x + 1] + square;
            }
        }
        return (sums, squares);
    }

    private static double Box(double[] table, int w, int x, int y, int wide, int high) =>
        table[(y + high) * (w + 1) + x + wide]
        - table[y * (w + 1) + x + wide]
        - table[(y + high) * (w + 1) + x]
        + table[y * (w + 1) + x];
}
