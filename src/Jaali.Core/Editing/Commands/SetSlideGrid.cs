namespace Jaali.Core.Editing;

/// <summary>Gives a slide a grid of its own, or the deck's again; what is placed on it moves with it.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="Grid">Its grid; null for the deck's.</param>
public sealed record SetSlideGrid(Guid SlideId, SlideGrid? Grid) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "the grid of a slide";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (deck.Slide(SlideId) is not { } slide)
            return Refusals.NoSlide;
        SlideRect bounds = deck.Shape.Bounds();
        if (Grid?.Fault(bounds) is { } fault)
            return fault;
        SlideGrid was = deck.GridOf(slide);
        Deck after = deck.With(slide with { OwnGrid = Grid });
        return GridChange.Slide(after, after.Slide(SlideId)!, (was, bounds), (Grid ?? deck.Grid, bounds), facts);
    }
}
