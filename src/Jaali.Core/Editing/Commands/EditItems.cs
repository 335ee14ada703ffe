namespace Jaali.Core.Editing;

/// <summary>An item of a slide, named from anywhere in its deck.</summary>
public sealed record ItemOn(Guid SlideId, Guid ItemId);

/// <summary>The same edit for several items, on one slide or on many: the same crop, mask or tone for all of them.
/// Those
/// of another kind stay as they are.</summary>
public sealed record EditItems(ImmutableList<ItemOn> Items, ItemEdit Edit) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => Edit.UndoLabel;

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        ItemKind kind = ItemKinds.Of(Edit);
        int edited = 0;
        foreach (ItemOn on in Items.Distinct())
        {
            if (deck.Slide(on.SlideId) is not { } slide)
                return Refusals.NoSlide;
            if (slide.Item(on.ItemId) is not { } item)
                return Refusals.NoItem;
            if (ItemKinds.Of(item) != kind)
                continue;
            Change put = ItemCommand.Put(deck, slide, kind.Edit(item, Edit, new ItemPlace(deck, slide, facts)), facts);
            if (put.Deck is not { } after)
                return put;
            deck = after;
            edited++;
        }
        return edited == 0
            ? new Refusal("nothing-chosen", "Nothing that is chosen can be changed so. Choose photos first.")
            : deck;
    }
}
