namespace Jaali.Core.Editing;

/// <summary>Raises or lowers an item to a place in the order of its slide, counted from 0 at the bottom; a ground
/// stays below all.</summary>
public sealed record OrderItem(Guid SlideId, Guid ItemId, int To) : ItemCommand(SlideId, ItemId)
{
    /// <inheritdoc/>
    public override string UndoLabel => "what lies over what";

    internal override Change Apply(Deck deck, Slide slide, Item item, IEditFacts facts)
    {
        if (item.At.Held)
            return Refusals.Held;
        if (item.At.IsGround)
            return new Refusal("ground-is-lowest", "The ground lies under everything. Make it a frame first.");
        ImmutableList<Item> rest = slide.Items.Remove(item);
        return deck.With(slide with { Items = rest.Insert(Math.Clamp(To, 0, rest.Count), item) });
    }
}
