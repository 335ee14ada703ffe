namespace Jaali.Core.Editing;

/// <summary>
/// Arrangements stay live: where photos of an arranged slide come, go or change places, all of them are set anew in the
/// same form; where a hand moved one, the slide follows no arrangement any more.
/// </summary>
internal static class LiveArrangements
{
    internal static Deck Follow(Deck before, Deck after, DeckCommand command, IEditFacts facts)
    {
        if (ReferenceEquals(before.Slides, after.Slides))
            return after;
        foreach ((Slide? earlier, Slide slide) in after.SlidesSince(before).ToArray())
        {
            if (slide.Arrangement is not { } form || earlier is not { } was)
                continue;
            // What has just been arranged is as it was wanted.
            if (
                command
                    is ArrangeItems
                        or HoldItem
                        or SetGrid
                        or SetSlideGrid
                        or SetShape
                        or SetHouseStyle
                        or ApplyLayout
                || was.Arrangement is null
            )
                continue;
            (Guid, string)[] now = Order(slide);
            if (!now.SequenceEqual(Order(was)) || Marks(slide) != Marks(was))
                // What is to be seen whole is not cut by its place.
                after = Solved(after, slide, command is ShowWhole ? ArrangementForm.Whole : form, facts);
            else if (!Places(slide).SequenceEqual(Places(was)))
                after = after.With(slide with { Arrangement = null });
        }
        return after;
    }

    private static Deck Solved(Deck deck, Slide slide, ArrangementForm form, IEditFacts facts) =>
        Arrangements.Solved(deck, slide, facts, form) is { } places
        && new ArrangeItems(slide.Id, [.. places], form).Apply(deck, facts).Deck is { } arranged
            ? arranged
            : deck.With(slide with { Arrangement = null });

    private static (Guid, string)[] Order(Slide slide) =>
        [.. Arrangements.Taking(slide).Select(f => (f.Id, f.PhotoId))];

    private static int Marks(Slide slide) => Arrangements.Taking(slide).Sum(f => f.ProtectedRegions.Count);

    private static IEnumerable<(SlideRect, double, bool)> Places(Slide slide) =>
        Arrangements.Taking(slide).Select(f => (f.At.Rect, f.At.Turn, f.At.IsGround));
}
