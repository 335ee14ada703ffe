using System.Collections.Immutable;
using Jaali.Core.Decks;

namespace Jaali.Core.Items;

/// <summary>In what two decks may differ, by what each thing follows.</summary>
/// <param name="MayDiffer">Slides that may look or be described otherwise, each with what it was; null for a new one.</param>
/// <param name="Points">Points that are new or differ.</param>
/// <param name="SamePointOrder">The points are the same ones, in the same order.</param>
/// <param name="SameSlideOrder">The slides are the same ones, in the same order.</param>
/// <param name="SamePhotos">No photo came, went or is shown otherwise.</param>
/// <param name="SameCounts">Nothing differs that the header counts, but the planned time.</param>
public sealed record DeckDifference(
    IReadOnlyList<(Slide? Before, Slide Now)> MayDiffer,
    IReadOnlyList<Point> Points,
    bool SamePointOrder,
    bool SameSlideOrder,
    bool SamePhotos,
    bool SameCounts
)
{
    /// <summary>From one deck to another.</summary>
    public static DeckDifference Of(Deck from, Deck to)
    {
        bool sameLook =
                from.Shape == to.Shape
                && from.Use == to.Use
                && ReferenceEquals(from.Style, to.Style)
                && ReferenceEquals(from.House, to.House)
                && from.Room == to.Room
                && from.WordsPerMinute.Equals(to.WordsPerMinute),
            samePlan = ReferenceEquals(from.Points, to.Points) && ReferenceEquals(from.OwnOpening, to.OwnOpening),
            samePoints = SameIds(from.Points, to.Points, p => p.Id),
            sameSlides = SameIds(from.Slides, to.Slides, s => s.Id);
        (Point? Before, Point? Now)[] points =
        [
            (from.OwnOpening, to.OwnOpening),
            .. samePoints ? from.Points.Zip(to.Points).Select(p => ((Point?)p.First, (Point?)p.Second)) : [],
        ];
        bool sameKept = samePoints && points.All(p => ReferenceEquals(p.Before?.Kept, p.Now?.Kept)),
            sameFacts = samePoints && points.All(p => ReferenceEquals(p.Before?.Facts, p.Now?.Facts));
        List<(Slide? Before, Slide Now)> changed = [.. Changed(from, to, sameSlides)];
        bool samePhotos =
                sameSlides
                && sameKept
                && changed.TrueForAll(c =>
                    ReferenceEquals(c.Before!.Items, c.Now.Items)
                    || ItemKinds.Photos(c.Before).SequenceEqual(ItemKinds.Photos(c.Now))
                ),
            sameHeads =
                sameSlides
                && changed.TrueForAll(c => c.Before!.Kind == c.Now.Kind && c.Before.PointId == c.Now.PointId);
        if (!(sameLook && sameSlides))
            return new(
                [.. to.Slides.Select(s => (from.Slide(s.Id), s))],
                [.. PointsOf(from, to)],
                samePoints,
                sameSlides,
                samePhotos,
                false
            );
        Follows differs =
            (from.Title == to.Title ? Follows.Nothing : Follows.Title)
            | (from.Speaker == to.Speaker ? Follows.Nothing : Follows.Speaker)
            | (samePlan ? Follows.Nothing : Follows.Plan)
            | (changed.Count == 0 ? Follows.Nothing : Follows.Slides);
        bool sameCredits =
            samePhotos
            && changed.TrueForAll(c =>
                DeckFonts.Families(from, c.Before!).SequenceEqual(DeckFonts.Families(to, c.Now))
            );
        HashSet<Guid> seen = [.. changed.Select(c => c.Now.Id)];
        if (differs != Follows.Nothing)
            foreach (Slide slide in to.Slides)
                if (!seen.Contains(slide.Id) && May(slide))
                    changed.Add((slide, slide));
        return new(changed, [.. PointsOf(from, to)], samePoints, true, samePhotos, samePhotos && sameHeads);

        bool May(Slide slide) =>
            slide.Kind == SlideKind.Credits && !(sameCredits && sameFacts)
            || differs.HasFlag(Follows.Title) && (slide.Kind == SlideKind.Title || slide.PointId == to.Id)
            || !samePlan && slide.PointId is { } p && !ReferenceEquals(PointOf(from, p), PointOf(to, p))
            || (ItemKinds.Follows(slide) & differs) != 0;
    }

    // The opening is made anew whenever it is asked for: it is told by what was chosen for it.
    private static Point? PointOf(Deck deck, Guid id) => id == deck.Id ? deck.OwnOpening : deck.Point(id);

    private static IEnumerable<(Slide? Before, Slide Now)> Changed(Deck from, Deck to, bool sameSlides)
    {
        if (ReferenceEquals(from.Slides, to.Slides))
            yield break;
        if (sameSlides)
        {
            foreach ((Slide a, Slide b) in from.Slides.Zip(to.Slides))
                if (!ReferenceEquals(a, b))
                    yield return (a, b);
        }
        else
            foreach (Slide slide in to.Slides)
                if (from.Slide(slide.Id) is var before && !ReferenceEquals(before, slide))
                    yield return (before, slide);
    }

    private static IEnumerable<Point> PointsOf(Deck from, Deck to) =>
        ReferenceEquals(from.Points, to.Points) ? [] : to.Points.Where(p => !ReferenceEquals(from.Point(p.Id), p));

    private static bool SameIds<T>(ImmutableList<T> a, ImmutableList<T> b, Func<T, Guid> id) =>
        ReferenceEquals(a, b) || a.Count == b.Count && a.Zip(b).All(p => id(p.First) == id(p.Second));
}
