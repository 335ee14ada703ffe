namespace Jaali.Core.Editing;

/// <summary>
/// Layouts stay live: where photos of a slide come or go it is laid out anew; where a hand moved one, the slide follows
/// no layout any more.
/// </summary>
internal static class LiveLayouts
{
    internal static Deck Follow(Deck before, Deck after, DeckCommand command, IEditFacts facts)
    {
        if (ReferenceEquals(before.Slides, after.Slides) || after.House.System is null)
            return after;
        foreach ((Slide? earlier, Slide slide) in after.SlidesSince(before).ToArray())
        {
            if (
                slide.Layout is not { } layout
                || earlier?.Layout is null
                || ReferenceEquals(slide.Items, earlier.Items)
            )
                continue;
            if (command is ApplyLayout or SetHouseStyle or SetGrid or SetSlideGrid or HoldItem)
                continue;
            bool figures = !Figures(slide).SetEquals(Figures(earlier));
            bool others = !Photos(slide).Select(f => f.Id).ToHashSet().SetEquals(Photos(earlier).Select(f => f.Id));
            if (others ? FindsPlace(command) : command is SetShape || figures && !layout.Chosen)
                after = SlideLaying.Laid(after, slide, facts);
            else if (others || !Places(slide).SequenceEqual(Places(earlier)))
                after = after.With(slide with { Layout = layout with { Sharing = null, Chosen = true } });
        }
        return after;
    }

    // Photos that come by these have no place of their own, and those that go leave theirs to the others.
    private static bool FindsPlace(DeckCommand command) =>
        command
            is AddPhotos
                or AddToShortlist
                or PlaceGround
                or PlaceGrounds
                or SpreadPhotos
                or SequencePhotos
                or RemoveItem
                or RemoveItems
                or RemovePhoto
                or RemoveFromShortlist;

    private static IEnumerable<Item> Photos(Slide slide) => slide.Items.Where(i => i.LayoutPart == LayoutPart.Photo);

    private static HashSet<Guid> Figures(Slide slide) =>
        [.. slide.Items.Where(i => i.LayoutPart == LayoutPart.Figure).Select(i => i.Id)];

    private static IEnumerable<(SlideRect, double, bool)> Places(Slide slide) =>
        Photos(slide).OrderBy(f => f.Id).Select(f => (f.At.Rect, f.At.Turn, f.At.IsGround));
}
