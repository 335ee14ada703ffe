namespace Jaali.Core.Items;

/// <summary>The colour matrices of tones, on sRGB values.</summary>
public static class ToneMatrix
{
    private static readonly double[] Same = [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0];

    // ITU-R BT.709 luma, as the CSS filter "grayscale" has it (Filter Effects Module Level 1); brown as its "sepia".
    internal static readonly double[] Grey = [.2126, .7152, .0722, 0, .2126, .7152, .0722, 0, .2126, .7152, .0722, 0];
    private static readonly double[] Brown = [.393, .769, .189, 0, .349, .686, .168, 0, .272, .534, .131, 0];

    // How far the outer channels go apart at most. Chosen by eye.
    private const double Warmth = .24;

    /// <summary>The inks of two-ink tones until others are chosen: deep water and pale sand.</summary>
    public const string Dark = "#12333A",
        Light = "#F1E6CF";

    /// <summary>The glass of a tint until another is chosen.</summary>
    public const string Glass = "#8FC0B4";

    /// <summary>The colour matrix of a tone, or null where it changes no colours.</summary>
    public static IReadOnlyList<double>? Of(FrameTone tone, Toning? how = null)
    {
        double[]? full = tone switch
        {
            FrameTone.Grey => Grey,
            FrameTone.Brown => Brown,
            FrameTone.TwoInk => TwoInk(how?.Dark ?? Dark, how?.Light ?? Light),
            FrameTone.Tint => Glassy(how?.Light ?? Glass),
            // Towards white, towards black.
            FrameTone.Lighter => [0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0, 1],
            FrameTone.Darker => [0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0],
            FrameTone.Warmer => [1 + Warmth, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1 - Warmth, 0],
            FrameTone.Cooler => [1 - Warmth, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1 + Warmth, 0],
            _ => null,
        };
        if (full is null)
            return null;
        double amount = Math.Clamp(how?.Amount ?? Toning.UsualOf(tone), 0, 1);
        return amount >= 1 ? full : [.. full.Select((m, i) => Same[i] + (m - Same[i]) * amount)];
    }

    // Luma goes from one ink to the other.
    private static double[] TwoInk(string dark, string light)
    {
        double[] a = Channels(dark),
            b = Channels(light);
        return
        [
            .. Enumerable
                .Range(0, 3)
                .SelectMany(c =>
                    new[] { (b[c] - a[c]) * Grey[0], (b[c] - a[c]) * Grey[1], (b[c] - a[c]) * Grey[2], a[c] }
                ),
        ];
    }

    private static double[] Glassy(string colour)
    {
        double[] c = Channels(colour);
        return [c[0], 0, 0, 0, 0, c[1], 0, 0, 0, 0, c[2], 0];
    }

    private static double[] Channels(string hex) =>
        [.. Enumerable.Range(0, 3).Select(i => Convert.ToInt32(hex.Substring(1 + 2 * i, 2), 16) / 255.0)];
}
