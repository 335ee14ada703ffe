namespace Jaali.Core.Editing;

/// <summary>
/// Puts several items of a slide in their places at once. A ground among them becomes a frame, since it is to stand
/// beside others; a photo that has another shape of frame then is reframed, not stretched.
/// </summary>
/// <param name="SlideId">The slide.</param>
/// <param name="Places">Where each comes; an item that is not named stays.</param>
/// <param name="Form">The arrangement that they follow from now on; null where they only stand so.</param>
public sealed record ArrangeItems(Guid SlideId, ImmutableList<ItemPosition> Places, ArrangementForm? Form = null)
    : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "arranging a slide";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (deck.Slide(SlideId) is not { } slide)
            return Refusals.NoSlide;
        if (Places.Count == 0)
            return new Refusal("nothing-to-arrange", "There is nothing to arrange. Put photos on the slide first.");
        SlideRect bounds = deck.Shape.Bounds();
        foreach (ItemPosition place in Places)
        {
            if (slide.Item(place.ItemId) is not { } item)
                return Refusals.NoItem;
            if (item.At.Held)
                return Refusals.Held;
            // Where one photo takes the whole slide it is the ground; elsewhere a ground becomes a frame.
            bool ground = Places.Count == 1 && place.Rect == bounds && item is Frame;
            var to = ground ? Placement.Ground(bounds) : item.At with { Rect = place.Rect, Turn = 0, IsGround = false };
            ItemResult made = ItemKinds.Of(item).Place(item, to, new ItemPlace(deck, slide, facts));
            if (made.Item is not { } placed)
                return made.Refusal!;
            if (ItemKinds.Fault(placed, deck, slide, facts) is { } fault)
                return fault;
            // Where more of the photo can be seen than before, it is: as much as the new shape and what stays in view
            // let.
            if (placed is Frame { Straighten: 0 } frame && facts.Photo(frame.PhotoId) is { } photo)
                placed = frame with
                {
                    Crop =
                        CropFinder.Holding(photo.Aspect, frame.At.Rect.Aspect, photo.Focal, frame.ProtectedRegions)
                        ?? frame.Crop,
                };
            slide = ground ? slide.WithGround(placed, bounds) : slide.With(placed);
        }
        return deck.With(slide with { Arrangement = Form });
    }
}
