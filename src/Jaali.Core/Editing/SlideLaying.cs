namespace Jaali.Core.Editing;

/// <summary>Puts the photos of a slide where its layout has them; words find their places by the style when the slide
/// is composed.</summary>
internal static class SlideLaying
{
    /// <summary>The deck with a slide laid out by its style: as was chosen for it, else in the first of
    /// the style's ways
    /// that its photos allow. What is held stays. Where nothing is to be done the deck is as it was.</summary>
    internal static Deck Laid(Deck deck, Slide slide, IEditFacts facts)
    {
        if (deck.House.System is null || slide.Layout is not { } layout || slide.Kind == SlideKind.Credits)
            return deck;
        // A hand put its photos in their places.
        if (layout is { Chosen: true, Sharing: null })
            return deck;
        Item[] photos = [.. slide.Items.Where(i => i.LayoutPart == LayoutPart.Photo)];
        if (photos.Length == 0)
            return layout.Sharing is null ? deck : deck.With(slide with { Layout = layout with { Sharing = null } });
        foreach (PhotoSharing sharing in Ways(deck, slide, photos.Length))
            if (Shared(deck, slide, sharing, facts) is { } laid)
                return laid;
        return deck;
    }

    // What was chosen first, where so many photos have it; then what the style prefers.
    private static IEnumerable<PhotoSharing> Ways(Deck deck, Slide slide, int photos)
    {
        StyleSystem system = deck.House.System!;
        if (slide.Layout is { Chosen: true, Sharing: { } chosen } && SlideSharing.Suits(chosen, photos))
            yield return chosen;
        foreach (
            PhotoSharing way in SlideSharing.Ways(system, slide).Where(w => SlideSharing.Offers(system, w, photos))
        )
            yield return way;
    }

    /// <summary>The deck with the photos of a slide in one way of sharing it; null where that cannot be.</summary>
    internal static Deck? Shared(Deck deck, Slide slide, PhotoSharing sharing, IEditFacts facts)
    {
        Slide so = slide with { Layout = (slide.Layout ?? new()) with { Sharing = sharing } };
        IReadOnlyList<ItemPosition>? places = SlideSharing.Places(deck.With(so), so, sharing, facts);
        if (places is null || places.Count == 0)
            return null;
        return new ArrangeItems(slide.Id, [.. places], SlideSharing.FormOf(sharing)).Apply(deck.With(so), facts).Deck;
    }
}
