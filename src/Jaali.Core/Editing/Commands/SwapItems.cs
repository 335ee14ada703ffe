namespace Jaali.Core.Editing;

/// <summary>Two items of a slide change places; photos are cropped anew for the other's shape. In an arrangement they
/// change places in its order, and it is set anew.</summary>
public sealed record SwapItems(Guid SlideId, Guid ItemId, Guid With) : ItemCommand(SlideId, ItemId)
{
    /// <inheritdoc/>
    public override string UndoLabel => "two things that changed places";

    internal override Change Apply(Deck deck, Slide slide, Item item, IEditFacts facts)
    {
        if (slide.Item(With) is not { } other || other.Id == item.Id)
            return Refusals.NoItem;
        if (item.At.Held || other.At.Held)
            return Refusals.Held;
        if (slide.Arrangement is not null)
        {
            int a = slide.Items.IndexOf(item),
                b = slide.Items.IndexOf(other);
            return deck.With(slide with { Items = slide.Items.SetItem(a, other).SetItem(b, item) });
        }
        if (item.At.IsGround || other.At.IsGround)
        {
            // One becomes the ground, the other takes its place.
            Item frame = item.At.IsGround ? other : item;
            return new MakeGround(SlideId, frame.Id, true).Apply(deck, slide, frame, facts);
        }
        ItemResult one = ItemKinds.Of(item).Place(item, Where(item, other), new ItemPlace(deck, slide, facts)),
            two = ItemKinds.Of(other).Place(other, Where(other, item), new ItemPlace(deck, slide, facts));
        if (one.Refusal is { } first)
            return first;
        if (two.Refusal is { } second)
            return second;
        Change put = Put(deck, slide, one, facts);
        return put.Deck is { } half ? Put(half, half.Slide(SlideId)!, two, facts) : put;

        static Placement Where(Item moved, Item to) => moved.At with { Rect = to.At.Rect, Turn = to.At.Turn };
    }
}
