namespace Jaali.Core.Decks;

/// <summary>Round steps of an axis: 1, 2 or 5 times a power of ten, whichever comes nearest to the wanted number of
/// steps on a logarithmic scale; the limits between them are the geometric means: the roots of 2, 10 and 50.</summary>
/// <param name="From">Where the axis begins: a multiple of the step.</param>
/// <param name="To">Where it ends: a multiple of the step.</param>
/// <param name="Step">From one line to the next; positive.</param>
public sealed record AxisScale(double From, double To, double Step)
{
    private static readonly double Fifty = Math.Sqrt(50),
        Ten = Math.Sqrt(10),
        Two = Math.Sqrt(2);

    /// <summary>The step that parts a range into about so many.</summary>
    /// <param name="low">The lowest value.</param>
    /// <param name="high">The highest; above the lowest.</param>
    /// <param name="count">About how many steps.</param>
    public static double StepOf(double low, double high, int count)
    {
        double step = (high - low) / Math.Max(1, count),
            power = Math.Pow(10, Math.Floor(Math.Log10(step))),
            error = step / power;
        return power
            * (
                error >= Fifty ? 10
                : error >= Ten ? 5
                : error >= Two ? 2
                : 1
            );
    }

    /// <summary>An axis round values, from and to round numbers.</summary>
    public static AxisScale Round(double low, double high, int count)
    {
        if (!(high > low))
            (low, high) = low == 0 ? (0, 1) : (Math.Min(0, low), Math.Max(0, low));
        double step = StepOf(low, high, count);
        // A rounder range may want a larger step.
        for (int i = 0; i < 4; i++)
        {
            double from = Math.Floor(low / step) * step,
                to = Math.Ceiling(high / step) * step,
                again = StepOf(from, to, count);
            (low, high) = (from, to);
            if (again == step)
                break;
            step = again;
        }
        return new(low, high, step);
    }

    /// <summary>Where its lines stand.</summary>
    public IReadOnlyList<double> Ticks
    {
        get
        {
            long first = (long)Math.Round(From / Step),
                last = (long)Math.Round(To / Step);
            return [.. Enumerable.Range(0, (int)(last - first) + 1).Select(i => Multiple(first + i))];
        }
    }

    // A multiple of a step below one is exact where it is divided by the whole number.
    private double Multiple(long n) => Step >= 1 ? n * Step : n / Math.Round(1 / Step);

    /// <summary>How many decimals its steps need.</summary>
    public int Decimals => Math.Max(0, -(int)Math.Floor(Math.Log10(Step) + 1e-9));

    /// <summary>Where a value lies, 0 at its beginning to 1 at its end.</summary>
    public double At(double value) => (value - From) / (To - From);
}
