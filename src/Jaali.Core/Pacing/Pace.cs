using System.Globalization;
using System.Text;

namespace Jaali.Core.Pacing;

/// <summary>Planned time.</summary>
public static class Pace
{
    /// <summary>Seconds proposed for the credits.</summary>
    public const double CreditsSeconds = 15;

    /// <summary>Seconds proposed for a slide that belongs to no point.</summary>
    public const double NewSlideSeconds = 60;

    /// <summary>The shortest and the longest time that is planned for a slide, in seconds.</summary>
    public const double ShortestSlide = 1,
        LongestSlide = 3600;

    /// <summary>True for 1 to 3600 seconds.</summary>
    public static bool Plannable(double seconds) => seconds is >= ShortestSlide and <= LongestSlide;

    /// <summary>The planned length of the talk in seconds: its slides, or its points while it has no slides.</summary>
    public static double Planned(Deck deck) =>
        deck.Slides.Count > 0 ? deck.Slides.Sum(s => s.Seconds) : deck.Points.Sum(p => p.Seconds);

    /// <summary>
    /// What to plan for each of some new points: an even share of the nine tenths of the slot not yet planned, in
    /// steps of 15 s, at least 30 s and at most 3 min.
    /// A tenth is left for questions (common practice, no source).
    /// </summary>
    public static double SecondsForNewPoint(Deck deck, int count)
    {
        double open =
            deck.SlotMinutes * 60 * .9 - Deck.OpeningSeconds - CreditsSeconds - deck.Points.Sum(p => p.Seconds);
        return Math.Clamp(Math.Floor(open / Math.Max(1, count) / 15) * 15, 30, 180);
    }

    /// <summary>The slowest and the fastest speaking that is believed, in words a minute.</summary>
    public const double SlowestWords = 60,
        FastestWords = 300;

    /// <summary>How many words a text has: letters and digits that belong together; in scripts without spaces two signs
    /// are taken for a word.</summary>
    public static int Words(string text)
    {
        int words = 0,
            signs = 0;
        bool inside = false;
        foreach (Rune r in text.EnumerateRunes())
        {
            bool sign =
                    r.Value is (>= 0x3040 and <= 0x30FF) or (>= 0x3400 and <= 0x9FFF) or (>= 0x20000 and <= 0x3FFFF),
                letter =
                    !sign
                    && (
                        Rune.IsLetterOrDigit(r)
                        || Rune.GetUnicodeCategory(r)
                            is UnicodeCategory.NonSpacingMark
                                or UnicodeCategory.SpacingCombiningMark
                        || inside && r.Value is '\'' or 0x2019 or '-'
                    );
            signs += sign ? 1 : 0;
            words += letter && !inside ? 1 : 0;
            inside = letter;
        }
        return words + (signs + 1) / 2;
    }

    /// <summary>How long a text takes to say, in seconds.</summary>
    /// <param name="text">The text.</param>
    /// <param name="wordsPerMinute">How fast it is spoken.</param>
    public static double Spoken(string text, double wordsPerMinute) => Words(text) / wordsPerMinute * 60;

    /// <summary>A time as minutes and seconds, such as 1:30.</summary>
    internal static string Clock(double seconds)
    {
        int s = (int)Math.Round(seconds);
        return $"{s / 60}:{s % 60:00}";
    }

    internal static Refusal NotPlannable =>
        new("bad-time", "Planned time is between 1 second and 1 hour. Give it as minutes and seconds, such as 1:30.");
}
