namespace Jaali.Core.Editing;

/// <summary>Changes what an item is, in the way of its kind.</summary>
public sealed record EditItem(Guid SlideId, Guid ItemId, ItemEdit Edit) : ItemCommand(SlideId, ItemId)
{
    /// <inheritdoc/>
    public override string UndoLabel => Edit.UndoLabel;

    internal override Change Apply(Deck deck, Slide slide, Item item, IEditFacts facts) =>
        Put(deck, slide, ItemKinds.Of(item).Edit(item, Edit, new ItemPlace(deck, slide, facts)), facts);
}
