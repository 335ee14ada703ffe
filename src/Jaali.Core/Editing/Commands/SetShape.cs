namespace Jaali.Core.Editing;

/// <summary>
/// Chooses the shape of the deck's slides. Every slide is framed anew: what stands on the grid stays on it, everything
/// else keeps its share of the width, photos are cropped anew and never stretched.
/// </summary>
public sealed record SetShape(SlideShape Shape) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "the shape of the slides";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (Shape == deck.Shape)
            return deck;
        SlideRect was = deck.Shape.Bounds(),
            now = Shape.Bounds();
        if (deck.Grid.Fault(now) is { } fault)
            return fault;
        Deck shaped = deck with { Shape = Shape };
        foreach (Slide slide in deck.Slides)
        {
            Change set = GridChange.Slide(shaped, slide, (deck.GridOf(slide), was), (shaped.GridOf(slide), now), facts);
            if (set.Refusal is not null)
                return set;
            shaped = set.Deck!;
        }
        return shaped;
    }
}
