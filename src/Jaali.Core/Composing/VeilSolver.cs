namespace Jaali.Core.Composing;

/// <summary>A veil that is enough for some words.</summary>
/// <param name="Form">How it thins out.</param>
/// <param name="Rect">What it covers.</param>
/// <param name="Angle">Of a linear one, degrees.</param>
/// <param name="Extent">The share of its way.</param>
/// <param name="Strength">The weakest that is enough, 0 to 1.</param>
/// <param name="Cost">How much of the rest of the slide it darkens, what matters counted more.</param>
internal sealed record SolvedVeil(
    VeilForm Form,
    SlideRect Rect,
    double Angle,
    double Extent,
    double Strength,
    double Cost
);

/// <summary>
/// Finds the veil that makes words readable and takes the least of the photo: for eight directions, rings and the
/// whole,
/// at four extents, the weakest strength is found by bisection (contrast rises with it), and the one is taken that
/// covers least outside the words, and least of the subject.
/// </summary>
internal static class VeilSolver
{
    // Samples may miss what the letters meet: a little more than is needed.
    private const double Surely = 1.06;

    private const int MostSamples = 480,
        Columns = 16,
        Rows = 9;

    // A subject, and what is near it, counts so much more.
    private const double SubjectWeight = 4,
        NearSubject = 260;

    private static readonly double[] Extents = [.25, .5, .75, 1],
        Widths = [1.5, 2, 2.6];

    /// <summary>The veil, or null where none is enough.</summary>
    /// <param name="letters">Where letters stand on the slide.</param>
    /// <param name="under">What lies under them.</param>
    /// <param name="box">Round all the words.</param>
    /// <param name="subjects">Where the eye goes.</param>
    /// <param name="slide">The slide.</param>
    /// <param name="ink">Relative luminance of the ink.</param>
    /// <param name="veil">Relative luminance of the veil.</param>
    /// <param name="wanted">The contrast that is needed.</param>
    /// <param name="room">The room.</param>
    internal static SolvedVeil? Solve(
        IReadOnlyList<SlideRect> letters,
        Backdrop under,
        SlideRect box,
        IReadOnlyList<SlidePoint> subjects,
        SlideRect slide,
        double ink,
        double veil,
        double wanted,
        Room room
    )
    {
        // Places under the letters with what is seen there, in sRGB, as painters mix.
        List<(double X, double Y, double Grey)> all = [];
        foreach (SlideRect letter in letters)
        {
            // In parts: a veil thins out within a letter too.
            for (int r = 0; r < 3; r++)
            for (int c = 0; c < 2; c++)
            {
                var part = new SlideRect(
                    letter.X + letter.Width * c / 2,
                    letter.Y + letter.Height * r / 3,
                    letter.Width / 2,
                    letter.Height / 3
                );
                foreach (double here in under.Under(part))
                    all.Add((part.X + part.Width / 2, part.Y + part.Height / 2, Luminance.Encode(here)));
            }
        }
        if (all.Count == 0)
            return null;
        int step = Math.Max(1, all.Count / MostSamples);
        (double X, double Y, double Grey)[] samples = [.. all.Where((_, i) => i % step == 0)];
        double grey = Luminance.Encode(veil);
        SolvedVeil? best = null;
        foreach ((VeilForm form, SlideRect rect, double angle, double extent) in Candidates(box, slide))
        {
            Func<double, double, double> share = Share(form, rect, angle, extent);
            double[] shares = [.. samples.Select(s => share(s.X, s.Y))];
            if (!Enough(1))
                continue;
            double low = 0,
                high = 1;
            while (high - low > .005)
            {
                double middle = (low + high) / 2;
                if (Enough(middle))
                    high = middle;
                else
                    low = middle;
            }
            double strength = Math.Min(1, Math.Ceiling(high * 100) / 100),
                cost = strength * Covered(share, box, slide, subjects);
            if (best is null || cost < best.Cost)
                best = new(form, rect, angle, extent, strength, cost);

            bool Enough(double strength)
            {
                Span<double> ratios = stackalloc double[samples.Length];
                for (int i = 0; i < samples.Length; i++)
                {
                    double s = strength * shares[i];
                    ratios[i] = room.Ratio(Luminance.Decode(samples[i].Grey * (1 - s) + grey * s), ink);
                }
                ratios.Sort();
                return ratios[(int)(ratios.Length * .1)] >= wanted * Surely;
            }
        }
        return best;
    }

    private static IEnumerable<(VeilForm Form, SlideRect Rect, double Angle, double Extent)> Candidates(
        SlideRect box,
        SlideRect slide
    )
    {
        for (int direction = 0; direction < 8; direction++)
            foreach (double extent in Extents)
                yield return (VeilForm.Linear, slide, direction * 45, extent);
        // Rings round the words: an ellipse through the corners of their box, and wider.
        foreach (double wide in Widths)
            yield return (
                VeilForm.Radial,
                new(
                    box.X - box.Width * (wide - 1) / 2,
                    box.Y - Math.Max(box.Height, 160) * (wide - 1) / 2,
                    box.Width * wide,
                    box.Height + Math.Max(box.Height, 160) * (wide - 1)
                ),
                0,
                .75
            );
        yield return (VeilForm.Whole, slide, 0, 1);
    }

    // How strong a veil of strength 1 is at a place.
    private static Func<double, double, double> Share(VeilForm form, SlideRect rect, double angle, double extent)
    {
        switch (form)
        {
            case VeilForm.Whole:
                return (_, _) => 1;
            case VeilForm.Radial:
                double across = rect.Width / 2 * Math.Sqrt(2) * extent,
                    down = rect.Height / 2 * Math.Sqrt(2) * extent;
                return (x, y) =>
                {
                    if (!rect.Contains(new(x, y)))
                        return 0;
                    double dx = (x - rect.X - rect.Width / 2) / across,
                        dy = (y - rect.Y - rect.Height / 2) / down;
                    return VeilGradient.Fading(Math.Sqrt(dx * dx + dy * dy));
                };
            default:
                (SlidePoint from, SlidePoint to) = VeilGradient.Way(rect, angle, extent);
                double vx = to.X - from.X,
                    vy = to.Y - from.Y,
                    length = vx * vx + vy * vy;
                return (x, y) => VeilGradient.Fading(((x - from.X) * vx + (y - from.Y) * vy) / length);
        }
    }

    private static double Covered(
        Func<double, double, double> share,
        SlideRect box,
        SlideRect slide,
        IReadOnlyList<SlidePoint> subjects
    )
    {
        double sum = 0,
            all = 0;
        for (int r = 0; r < Rows; r++)
        for (int c = 0; c < Columns; c++)
        {
            var p = new SlidePoint(
                slide.X + (c + .5) * slide.Width / Columns,
                slide.Y + (r + .5) * slide.Height / Rows
            );
            double weight =
                box.Contains(p) ? .2
                : subjects.Any(s => Math.Abs(s.X - p.X) < NearSubject && Math.Abs(s.Y - p.Y) < NearSubject)
                    ? SubjectWeight
                : 1;
            sum += weight * share(p.X, p.Y);
            all += weight;
        }
        return sum / all;
    }
}
