namespace Jaali.Core.Editing;

/// <summary>A command on one item of one slide, whatever its kind.</summary>
public abstract record ItemCommand(Guid SlideId, Guid ItemId) : DeckCommand
{
    internal sealed override Change Apply(Deck deck, IEditFacts facts)
    {
        if (deck.Slide(SlideId) is not { } slide)
            return Refusals.NoSlide;
        if (slide.Item(ItemId) is not { } item)
            return Refusals.NoItem;
        return Apply(deck, slide, item, facts);
    }

    internal abstract Change Apply(Deck deck, Slide slide, Item item, IEditFacts facts);

    /// <summary>The deck with what a kind made of an item, if nothing is wrong with it.</summary>
    internal static Change Put(Deck deck, Slide slide, ItemResult made, IEditFacts facts) =>
        made.Item is not { } item ? made.Refusal!
        : ItemKinds.Fault(item, deck, slide, facts) is { } fault ? fault
        : deck.With(slide.With(item));
}
