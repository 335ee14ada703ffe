namespace Jaali.Core.Editing;

/// <summary>Puts an item at another place of its slide, in another size or turned. A ground fills its slide and
/// stays.</summary>
public sealed record PlaceItem(Guid SlideId, Guid ItemId, SlideRect Rect, double? Turn = null)
    : ItemCommand(SlideId, ItemId)
{
    /// <inheritdoc/>
    public override string UndoLabel => "moving a thing on a slide";

    internal override Change Apply(Deck deck, Slide slide, Item item, IEditFacts facts)
    {
        if (item.At.Held)
            return Refusals.Held;
        if (item.At.IsGround)
            return new Refusal("ground-fills", "The ground fills its slide. Make it a frame first, then move it.");
        Placement to = item.At with { Rect = Rect, Turn = Turn is { } t ? Math.IEEERemainder(t, 360) : item.At.Turn };
        // What is only moved takes its group along.
        if (item.At.Group is not null && to.Turn == item.At.Turn && Same(Rect, item.At.Rect))
            return new MoveItems(SlideId, [ItemId], Rect.X - item.At.Rect.X, Rect.Y - item.At.Rect.Y).Apply(
                deck,
                facts
            );
        return Put(deck, slide, ItemKinds.Of(item).Place(item, to, new ItemPlace(deck, slide, facts)), facts);
    }

    private static bool Same(SlideRect a, SlideRect b) =>
        Math.Abs(a.Width - b.Width) < 1e-6 && Math.Abs(a.Height - b.Height) < 1e-6;
}
