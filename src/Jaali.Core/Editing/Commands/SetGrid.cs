namespace Jaali.Core.Editing;

/// <summary>Chooses the grid of the deck; what is placed on it moves with it.</summary>
public sealed record SetGrid(SlideGrid Grid) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "the grid of the deck";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        SlideRect bounds = deck.Shape.Bounds();
        if (Grid.Fault(bounds) is { } fault)
            return fault;
        Deck after = deck with { Grid = Grid };
        foreach (Slide slide in deck.Slides.Where(s => s.OwnGrid is null))
        {
            Change set = GridChange.Slide(after, slide, (deck.Grid, bounds), (Grid, bounds), facts);
            if (set.Refusal is not null)
                return set;
            after = set.Deck!;
        }
        return after;
    }
}
