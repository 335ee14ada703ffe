namespace Jaali.Core.Legibility;

/// <summary>Contrast of words with what lies under them.</summary>
public static class Contrast
{
    /// <summary>What small words need (WCAG 2.2, success criterion 1.4.3).</summary>
    public const double SmallWords = 4.5;

    /// <summary>What large words need (the same, from 18 pt).</summary>
    public const double LargeWords = 3;

    /// <summary>Contrast ratio of two relative luminances, 1 to 21 (WCAG 2.2, "contrast ratio").</summary>
    public static double Ratio(double a, double b) => (Math.Max(a, b) + .05) / (Math.Min(a, b) + .05);

    /// <summary>The contrast at the worst tenth of the pixels: nine tenths of them contrast at least so much with the
    /// ink.</summary>
    /// <param name="under">Relative luminances; sorted in place.</param>
    /// <param name="ink">Relative luminance of the ink.</param>
    /// <param name="room">The room it is seen in; null for a display.</param>
    public static double WorstTenth(Span<double> under, double ink, Room? room = null)
    {
        if (under.Length == 0)
            return 1;
        Span<double> ratios = under.Length <= 4096 ? stackalloc double[under.Length] : new double[under.Length];
        for (int i = 0; i < under.Length; i++)
            ratios[i] = room?.Ratio(under[i], ink) ?? Ratio(under[i], ink);
        ratios.Sort();
        return ratios[(int)(ratios.Length * .1)];
    }
}
