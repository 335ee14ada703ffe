namespace Jaali.Core.Editing;

/// <summary>Holds an item in its place, or lets it move.</summary>
public sealed record HoldItem(Guid SlideId, Guid ItemId, bool Held) : ItemCommand(SlideId, ItemId)
{
    /// <inheritdoc/>
    public override string UndoLabel => "holding a thing in its place";

    internal override Change Apply(Deck deck, Slide slide, Item item, IEditFacts facts) =>
        deck.With(slide.With(item with { At = item.At with { Held = Held } }));
}
