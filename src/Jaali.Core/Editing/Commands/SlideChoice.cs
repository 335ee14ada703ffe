using System.Globalization;

namespace Jaali.Core.Editing;

/// <summary>Slides that a command is for: all, those that are named, or a range.</summary>
/// <param name="Ids">Those slides; null for what <paramref name="Range"/> says.</param>
/// <param name="Range">Numbers counted from 1 and stretches of them, such as <c>2-5, 8</c>; null or empty for
/// all.</param>
public sealed record SlideChoice(ImmutableList<Guid>? Ids = null, string? Range = null)
{
    /// <summary>True where it is for the whole deck.</summary>
    internal bool IsAll => Ids is null && string.IsNullOrWhiteSpace(Range);

    /// <summary>The slides, in the order of the deck; or what is wrong.</summary>
    internal (IReadOnlyList<Slide> Slides, Refusal? Refusal) Of(Deck deck)
    {
        if (Ids is { } ids)
            return ids.Any(i => deck.Slide(i) is null)
                ? ([], Refusals.NoSlide)
                : ([.. deck.Slides.Where(s => ids.Contains(s.Id))], null);
        if (IsAll)
            return (deck.Slides, null);
        HashSet<int> numbers = [];
        foreach (
            string part in Range!.Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
        )
        {
            string[] ends = part.Split(['-', '–'], StringSplitOptions.TrimEntries);
            if (
                ends.Length > 2
                || !int.TryParse(ends[0], NumberStyles.None, CultureInfo.InvariantCulture, out int from)
                || !int.TryParse(ends[^1], NumberStyles.None, CultureInfo.InvariantCulture, out int to)
                || from < 1
                || to < from
                || to > deck.Slides.Count
            )
                return (
                    [],
                    new(
                        "bad-range",
                        $"Slides are named by their numbers from 1 to {deck.Slides.Count}, such as 2-5 or "
                            + "1, 4. Give them again."
                    )
                );
            numbers.UnionWith(Enumerable.Range(from, to - from + 1));
        }
        return ([.. deck.Slides.Where((_, i) => numbers.Contains(i + 1))], null);
    }
}
