namespace Jaali.Core.Legibility;

/// <summary>A colour found on photos.</summary>
/// <param name="Colour">As <c>#RRGGBB</c>.</param>
/// <param name="Share">How much of the weighed pixels it stands for, 0 to 1.</param>
public sealed record FoundColour(string Colour, double Share);

/// <summary>Colours proposed from photos, with inks and papers that contrast.</summary>
/// <param name="Accents">The strongest first; 1 to 6.</param>
/// <param name="Paper">For slides without a photo: the darkest colour of the photos, made darker.</param>
/// <param name="OnPaper">An ink on it of at least 4.5 to 1.</param>
/// <param name="LightInk">For dark photos.</param>
/// <param name="DarkInk">For light photos.</param>
public sealed record FoundPalette(
    IReadOnlyList<FoundColour> Accents,
    string Paper,
    string OnPaper,
    string LightInk,
    string DarkInk
);

/// <summary>
/// Proposes a palette: k-means in OKLab (Björn Ottosson, "A perceptual color space for image processing", 2020) on
/// pixels
/// weighed by chroma; clusters nearer than .05 are one. Seeds are fixed: the same photos give the same palette.
/// </summary>
public static class PaletteFinder
{
    private const int Clusters = 8,
        MostRounds = 24,
        SamplesOfPhoto = 900;

    private const double OneColour = .05;

    /// <summary>The palette of some photos; null for none.</summary>
    public static FoundPalette? Of(IReadOnlyList<ToneMap> photos)
    {
        if (photos.Count == 0)
            return null;
        List<(double L, double A, double B, double Weight)> pixels = [];
        foreach (ToneMap photo in photos)
        {
            int step = Math.Max(1, photo.Width * photo.Height / SamplesOfPhoto);
            for (int i = 0; i < photo.Width * photo.Height; i += step)
            {
                (double l, double a, double b) = OkLab.Of(photo.Rgb[i * 3], photo.Rgb[i * 3 + 1], photo.Rgb[i * 3 + 2]);
                pixels.Add((l, a, b, .02 + Math.Sqrt(a * a + b * b)));
            }
        }
        List<(double L, double A, double B, double Weight)> found = Merged(Means(pixels));
        double all = found.Sum(f => f.Weight);
        // What stands for much and is no grey comes first.
        FoundColour[] accents =
        [
            .. found
                .OrderByDescending(f => f.Weight * (.05 + Math.Sqrt(f.A * f.A + f.B * f.B)))
                .Take(6)
                .Select(f => new FoundColour(OkLab.Hex(f.L, f.A, f.B), f.Weight / all)),
        ];
        (double pl, double pa, double pb, _) = found.MinBy(f => f.L);
        // Neutrals with a breath of the photos in them.
        string paper = OkLab.Hex(Math.Min(.24, pl), pa * .5, pb * .5),
            light = OkLab.Hex(.985, pa * .06, pb * .06),
            dark = OkLab.Hex(.19, pa * .2, pb * .2);
        return new(accents, paper, light, light, dark);
    }

    // The centres of k-means, each with the weight of its pixels; the first seeds are those farthest from each other.
    private static List<(double L, double A, double B, double Weight)> Means(
        List<(double L, double A, double B, double Weight)> pixels
    )
    {
        List<(double L, double A, double B)> centres = [];
        var first = pixels.MaxBy(p => p.Weight);
        centres.Add((first.L, first.A, first.B));
        double[] far = [.. pixels.Select(p => Distance(p, centres[0]))];
        while (centres.Count < Clusters)
        {
            int next = 0;
            double most = -1;
            for (int i = 0; i < pixels.Count; i++)
                if (far[i] * pixels[i].Weight > most)
                    (next, most) = (i, far[i] * pixels[i].Weight);
            if (most <= 0)
                break;
            centres.Add((pixels[next].L, pixels[next].A, pixels[next].B));
            for (int i = 0; i < pixels.Count; i++)
                far[i] = Math.Min(far[i], Distance(pixels[i], centres[^1]));
        }
        int k = centres.Count;
        double[] sumL = new double[k],
            sumA = new double[k],
            sumB = new double[k],
            weight = new double[k];
        for (int round = 0; round < MostRounds; round++)
        {
            Array.Clear(sumL);
            Array.Clear(sumA);
            Array.Clear(sumB);
            Array.Clear(weight);
            foreach ((double l, double a, double b, double w) in pixels)
            {
                int nearest = 0;
                double near = double.MaxValue;
                for (int c = 0; c < k; c++)
                    if (Distance((l, a, b, w), centres[c]) is var d && d < near)
                        (nearest, near) = (c, d);
                sumL[nearest] += l * w;
                sumA[nearest] += a * w;
                sumB[nearest] += b * w;
                weight[nearest] += w;
            }
            double moved = 0;
            for (int c = 0; c < k; c++)
            {
                if (weight[c] <= 0)
                    continue;
                (double, double, double) to = (sumL[c] / weight[c], sumA[c] / weight[c], sumB[c] / weight[c]);
                moved += Distance((to.Item1, to.Item2, to.Item3, 0), centres[c]);
                centres[c] = to;
            }
            if (moved < 1e-8)
                break;
        }
        return [.. centres.Select((c, i) => (c.L, c.A, c.B, weight[i])).Where(c => c.Item4 > 0)];
    }

    private static List<(double L, double A, double B, double Weight)> Merged(
        List<(double L, double A, double B, double Weight)> found
    )
    {
        List<(double L, double A, double B, double Weight)> merged = [];
        foreach (var f in found.OrderByDescending(f => f.Weight))
        {
            int at = merged.FindIndex(m => Distance(m, (f.L, f.A, f.B)) < OneColour * OneColour);
            if (at < 0)
            {
                merged.Add(f);
                continue;
            }
            var m = merged[at];
            double w = m.Weight + f.Weight;
            merged[at] = (
                (m.L * m.Weight + f.L * f.Weight) / w,
                (m.A * m.Weight + f.A * f.Weight) / w,
                (m.B * m.Weight + f.B * f.Weight) / w,
                w
            );
        }
        return merged;
    }

    private static double Distance((double L, double A, double B, double Weight) p, (double L, double A, double B) c) =>
        (p.L - c.L) * (p.L - c.L) + (p.A - c.A) * (p.A - c.A) + (p.B - c.B) * (p.B - c.B);
}
