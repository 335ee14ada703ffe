namespace Jaali.Core.Editing;

/// <summary>Makes an item the ground of its slide, or the ground a thing among the others. The ground that was
/// becomes a frame under the new one's old place.</summary>
public sealed record MakeGround(Guid SlideId, Guid ItemId, bool Ground) : ItemCommand(SlideId, ItemId)
{
    /// <inheritdoc/>
    public override string UndoLabel => "what is the ground";

    internal override Change Apply(Deck deck, Slide slide, Item item, IEditFacts facts)
    {
        if (item.At.Held)
            return Refusals.Held;
        if (item.At.IsGround == Ground)
            return deck;
        SlideRect r = deck.Shape.Bounds();
        if (!Ground)
            return Placed(item, new Placement(Smaller(r)));
        if (item is not Frame)
            return new Refusal("no-ground", "Only a photo can lie under everything. Choose one.");
        if (slide.Ground is { } old)
        {
            Change moved = Placed(old, new Placement(item.At.Rect, item.At.Turn));
            if (moved.Refusal is not null)
                return moved;
            deck = moved.Deck!;
            slide = deck.Slide(SlideId)!;
        }
        ItemResult made = ItemKinds.Of(item).Place(item, Placement.Ground(r), new ItemPlace(deck, slide, facts));
        return made.Item is { } ground ? deck.With(slide.WithGround(ground, r)) : made.Refusal!;

        Change Placed(Item i, Placement to) =>
            Put(deck, slide, ItemKinds.Of(i).Place(i, to, new ItemPlace(deck, slide, facts)), facts);
    }

    private static SlideRect Smaller(SlideRect r) =>
        new(r.X + r.Width / 6, r.Y + r.Height / 6, r.Width * 2 / 3, r.Height * 2 / 3);
}
