using System.Text.Json.Serialization;

namespace Jaali.Core.Legibility;

/// <summary>How words read, in one statement.</summary>
public enum Readable
{
    /// <summary>Everywhere, for their size.</summary>
    Well,

    /// <summary>For the most part; some letters do not.</summary>
    Poorly,

    /// <summary>Not for the most part.</summary>
    Not,
}

/// <summary>How words read over what lies under them.</summary>
/// <param name="Readable">In one statement.</param>
/// <param name="Ratio">Contrast that nine tenths of the places under the letters reach, in the room.</param>
/// <param name="Wanted">What their size needs (WCAG 2.2, success criterion 1.4.3).</param>
/// <param name="Failing">Round the letters that read worst, before the words are turned; null where all read.</param>
/// <param name="SmallForTheBackRow">They are smaller than the last row can read.</param>
/// <param name="SmallestSize">The smallest size for the last row in this face, in units.</param>
public sealed record WordsReading(
    Readable Readable,
    double Ratio,
    double Wanted,
    SlideRect? Failing,
    bool SmallForTheBackRow,
    double SmallestSize
)
{
    /// <summary>The press of the slide's moves after which they read worst, 0 for the slide as it comes in; null where
    /// everything is there.</summary>
    public int? Press { get; init; }

    /// <summary>Where each letter stands, before the words are turned.</summary>
    [JsonIgnore]
    public IReadOnlyList<SlideRect> Letters { get; init; } = [];

    /// <summary>Large words are at least 18 pt, bold ones 14 pt (WCAG 2.2, "large scale"), where 960 pt are a slide's
    /// width: two units each.</summary>
    public static double WantedFor(double size, bool bold) =>
        size >= (bold ? 28 : 36) ? Contrast.LargeWords : Contrast.SmallWords;

    /// <summary>How words read.</summary>
    /// <param name="letters">Where each letter stands, before it is turned.</param>
    /// <param name="under">What lies there.</param>
    /// <param name="ink">Relative luminance of the ink.</param>
    /// <param name="wanted">The contrast they need.</param>
    /// <param name="room">The room it is shown in.</param>
    /// <param name="xHeight">Height of their small letters, in units.</param>
    /// <param name="size">Their size, in units.</param>
    /// <param name="slideHeight">Height of the slide, in units.</param>
    /// <param name="turn">Degrees clockwise that they are turned.</param>
    /// <param name="about">What stays in its place.</param>
    /// <param name="seen">What a luminance under them is beside a letter, where a shadow lies; null for itself.</param>
    public static WordsReading Of(
        IReadOnlyList<SlideRect> letters,
        Backdrop under,
        double ink,
        double wanted,
        Room room,
        double xHeight,
        double size,
        double slideHeight,
        double turn = 0,
        SlidePoint about = default,
        Func<double, double>? seen = null
    )
    {
        LightSample all = new(),
            bare = new();
        double[] worst = new double[letters.Count];
        for (int i = 0; i < letters.Count; i++)
        {
            LightSample here = under.Light(letters[i], turn, about, bare);
            if (seen is not null)
                here = here.Through(seen);
            worst[i] = here.WorstTenth(ink, room);
            all.Add(here);
        }
        double ratio = all.Count == 0 ? 21 : all.WorstTenth(ink, room),
            half = all.Count == 0 ? 21 : all.Worst(.5, ink, room).Ratio,
            smallest = room.SmallestXHeight * slideHeight / (xHeight / size);
        Readable how =
            ratio >= wanted ? Readable.Well
            : half >= wanted ? Readable.Poorly
            : Readable.Not;
        return new(
            how,
            ratio,
            wanted,
            how == Readable.Well ? null : Worst(letters, worst, wanted),
            size < Math.Floor(smallest),
            smallest
        )
        {
            Letters = letters,
        };
    }

    // Round the worst letter and those beside it on its line that do not read either.
    private static SlideRect? Worst(IReadOnlyList<SlideRect> letters, double[] worst, double wanted)
    {
        int at = -1;
        for (int i = 0; i < worst.Length; i++)
            if (worst[i] < wanted && (at < 0 || worst[i] < worst[at]))
                at = i;
        if (at < 0)
            return null;
        int from = at,
            to = at;
        while (from > 0 && worst[from - 1] < wanted && Beside(letters[from - 1], letters[at]))
            from--;
        while (to + 1 < worst.Length && worst[to + 1] < wanted && Beside(letters[to + 1], letters[at]))
            to++;
        double x = letters[from].X,
            y = letters[from].Y,
            right = letters[from].Right,
            bottom = letters[from].Bottom;
        for (int i = from + 1; i <= to; i++)
        {
            x = Math.Min(x, letters[i].X);
            y = Math.Min(y, letters[i].Y);
            right = Math.Max(right, letters[i].Right);
            bottom = Math.Max(bottom, letters[i].Bottom);
        }
        return new SlideRect(x, y, right - x, bottom - y);
    }

    private static bool Beside(SlideRect a, SlideRect b) => a.Y < b.Bottom && b.Y < a.Bottom;
}
