namespace Jaali.Core.Legibility;

/// <summary>
/// How much of what lies at a place is how light: a histogram of greys, from which the contrast at the worst tenth is
/// read without sorting. A grey is 8 bits of sRGB of the same luminance, so that a ratio read off it is within 1 % of
/// that of the luminances themselves.
/// </summary>
public sealed class LightSample
{
    /// <summary>How many greys there are.</summary>
    public const int Greys = 256;

    // So many steps of luminance have each their grey; near black a grey is wider than a step.
    private const int Steps = 1 << 14;
    private static readonly double[] Light = [.. Enumerable.Range(0, Greys).Select(g => Luminance.Decode(g / 255.0))];
    private static readonly byte[] Grey =
    [
        .. Enumerable.Range(0, Steps + 1).Select(i => (byte)Math.Round(255 * Luminance.Encode((double)i / Steps))),
    ];

    private readonly int[] _counts = new int[Greys];

    /// <summary>How many places were looked at.</summary>
    public int Count { get; private set; }

    /// <summary>The grey of a relative luminance.</summary>
    public static byte GreyOf(double luminance) => Grey[(int)(Math.Clamp(luminance, 0, 1) * Steps + .5)];

    /// <summary>The relative luminance of a grey.</summary>
    public static double LightOf(byte grey) => Light[grey];

    /// <summary>Adds a place of this grey.</summary>
    public void Add(byte grey)
    {
        _counts[grey]++;
        Count++;
    }

    /// <summary>Adds all places of another.</summary>
    public void Add(LightSample other)
    {
        for (int i = 0; i < Greys; i++)
            _counts[i] += other._counts[i];
        Count += other.Count;
    }

    /// <summary>Forgets everything.</summary>
    public void Clear()
    {
        Array.Clear(_counts);
        Count = 0;
    }

    /// <summary>The same places as something over them shows them.</summary>
    /// <param name="seen">What a luminance becomes.</param>
    public LightSample Through(Func<double, double> seen)
    {
        var changed = new LightSample();
        for (int i = 0; i < Greys; i++)
            if (_counts[i] > 0)
                changed._counts[GreyOf(seen(Light[i]))] += _counts[i];
        changed.Count = Count;
        return changed;
    }

    /// <summary>The contrast that all but this share of the places reach, and the luminance of the place where it is
    /// so.</summary>
    /// <param name="share">.1 for the worst tenth.</param>
    /// <param name="ink">Relative luminance of the ink.</param>
    /// <param name="room">The room it is seen in; null for a display.</param>
    public (double Ratio, double Luminance) Worst(double share, double ink, Room? room = null)
    {
        if (Count == 0)
            return (1, ink);
        // Contrast is least at the ink's own luminance and grows to both sides: from there outwards.
        int left = (int)(Count * share),
            below = GreyOf(ink),
            above = below + 1;
        while (true)
        {
            double down = below >= 0 ? Ratio(Light[below]) : double.MaxValue,
                up = above < Greys ? Ratio(Light[above]) : double.MaxValue;
            int at = down <= up ? below-- : above++;
            left -= _counts[at];
            if (left < 0 && _counts[at] > 0)
                return (Math.Min(down, up), Light[at]);
        }

        double Ratio(double under) => room?.Ratio(under, ink) ?? Contrast.Ratio(under, ink);
    }

    /// <summary>The contrast at the worst tenth.</summary>
    public double WorstTenth(double ink, Room? room = null) => Worst(.1, ink, room).Ratio;
}
