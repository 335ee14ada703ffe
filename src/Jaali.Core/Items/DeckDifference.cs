namespace Jaali.Core.Items;

/// <summary>In what two decks may differ, by what each thing follows.</summary>
/// <param name="MayDiffer">Slides that may look or be described otherwise, each with what it was; null for a new
/// one.</param>
/// <param name="Points">Points that are new or differ.</param>
/// <param name="SamePointOrder">The points are the same ones, in the same order.</param>
/// <param name="SameSlideOrder">The slides are the same ones, in the same order.</param>
/// <param name="SamePhotos">No photo came, went or is shown otherwise.</param>
/// <param name="SameIds">No photo that is kept or shown is another one, or shown elsewhere.</param>
/// <param name="SameCredits">The page of credits says the same.</param>
/// <param name="SameCounts">Nothing differs that the header counts, but the planned time and how photos stand.</param>
public sealed record DeckDifference(
    IReadOnlyList<(Slide? Before, Slide Now)> MayDiffer,
    IReadOnlyList<Point> Points,
    bool SamePointOrder,
    bool SameSlideOrder,
    bool SamePhotos,
    bool SameIds,
    bool SameCredits,
    bool SameCounts
)
{
    /// <summary>From one deck to another.</summary>
    public static DeckDifference Of(Deck from, Deck to)
    {
        bool sameLook = LooksTheSame(from, to),
            samePlan = ReferenceEquals(from.Points, to.Points) && ReferenceEquals(from.OwnOpening, to.OwnOpening);
        IReadOnlyList<(Point Before, Point Now)>? planned = to.SamePointsSince(from);
        IReadOnlyList<(Slide Before, Slide Now)>? redone = to.SameSlidesSince(from);
        bool samePoints = planned is not null,
            sameSlides = redone is not null;
        (Point? Before, Point? Now)[] points =
        [
            (from.OwnOpening, to.OwnOpening),
            .. (planned ?? []).Select(p => ((Point?)p.Before, (Point?)p.Now)),
        ];
        bool sameKept = samePoints && Keeps(points, p => p?.Shortlist),
            sameFacts = samePoints && Keeps(points, p => p?.Facts);
        List<(Slide? Before, Slide Now)> changed = [.. to.SlidesSince(from)];
        bool sameUses = sameSlides && changed.TrueForAll(c => Same(c, (a, b) => a == b)),
            sameShown = sameUses || sameSlides && changed.TrueForAll(c => Same(c, (a, b) => a.PhotoId == b.PhotoId)),
            sameCredits = sameShown && changed.TrueForAll(c => CreditsTheSame(from, to, c)),
            sameCounts = sameKept && sameSlides && changed.TrueForAll(c => CountsTheSame(c.Before!, c.Now));
        bool sameIds = sameShown && sameKept,
            samePhotos = sameUses && sameKept;
        if (!(sameLook && sameSlides))
            return new(
                [.. to.Slides.Select(s => (from.Slide(s.Id), s))],
                [.. PointsOf(from, to)],
                samePoints,
                sameSlides,
                samePhotos,
                sameIds,
                false,
                false
            );
        sameCredits &= sameFacts;
        Follows differs =
            (from.Title == to.Title ? Follows.Nothing : Follows.Title)
            | (from.Speaker == to.Speaker ? Follows.Nothing : Follows.Speaker)
            | (samePlan ? Follows.Nothing : Follows.Plan)
            | (changed.Count == 0 ? Follows.Nothing : Follows.Slides);
        bool renumbered = !samePlan && Renumbered(from, to);
        HashSet<Guid> seen = [.. changed.Select(c => c.Now.Id)];
        if (differs != Follows.Nothing || renumbered)
            changed.AddRange(to.Slides.Where(s => May(s) && !seen.Contains(s.Id)).Select(s => ((Slide?)s, s)));
        return new(changed, [.. PointsOf(from, to)], samePoints, true, samePhotos, sameIds, sameCredits, sameCounts);

        bool May(Slide slide) =>
            slide.Kind == SlideKind.Credits && !sameCredits
            || differs.HasFlag(Follows.Title) && (slide.Kind == SlideKind.Title || slide.PointId == to.Id)
            || renumbered && slide.PointId is not null
            || !samePlan && slide.PointId is { } p && !ReferenceEquals(PointOf(from, p), PointOf(to, p))
            || (ItemKinds.Follows(slide) & differs) != 0;
    }

    // Where headings carry the number of their point, a point that comes, goes or changes places counts for all.
    private static bool Renumbered(Deck from, Deck to) =>
        to.House.System?.Accent == AccentForm.Number && to.SamePointsSince(from) is null;

    // A part of the opening and of all points is the same.
    private static bool Keeps((Point? Before, Point? Now)[] points, Func<Point?, object?> part) =>
        points.All(p => ReferenceEquals(part(p.Before), part(p.Now)));

    private static bool LooksTheSame(Deck from, Deck to) =>
        from.Shape == to.Shape
        && from.Use == to.Use
        && ReferenceEquals(from.Style, to.Style)
        && ReferenceEquals(from.House, to.House)
        && from.Room == to.Room
        && from.WordsPerMinute.Equals(to.WordsPerMinute);

    private static bool CountsTheSame(Slide before, Slide now) =>
        before.Kind == now.Kind && before.PointId == now.PointId && ItemKinds.Shows(before) == ItemKinds.Shows(now);

    // What a credit says of a photo is which it is, where, and what was done to it, not how far.
    private static bool CreditsTheSame(Deck from, Deck to, (Slide? Before, Slide Now) slide) =>
        Same(slide, (a, b) => a.Changes.Told == b.Changes.Told)
        && (to.House.System is null || to.Style.WithoutPictures || Shown(slide.Before!).SequenceEqual(Shown(slide.Now)))
        && DeckFonts.Families(from, slide.Before!).SequenceEqual(DeckFonts.Families(to, slide.Now));

    private static IEnumerable<(CropWindow, double, double, object?)> Shown(Slide slide) =>
        slide.Items.OfType<Frame>().Select(f => f.Shown);

    // The opening is made anew whenever it is asked for: it is told by what was chosen for it.
    private static Point? PointOf(Deck deck, Guid id) => id == deck.Id ? deck.OwnOpening : deck.Point(id);

    private static bool Same((Slide? Before, Slide Now) pair, Func<PhotoUse, PhotoUse, bool> same)
    {
        if (ReferenceEquals(pair.Before!.Items, pair.Now.Items))
            return true;
        IReadOnlyList<PhotoUse> a = ItemKinds.Photos(pair.Before),
            b = ItemKinds.Photos(pair.Now);
        return a.Count == b.Count && a.Zip(b).All(p => same(p.First, p.Second));
    }

    private static IEnumerable<Point> PointsOf(Deck from, Deck to) =>
        ReferenceEquals(from.Points, to.Points) ? [] : to.Points.Where(p => !ReferenceEquals(from.Point(p.Id), p));
}
