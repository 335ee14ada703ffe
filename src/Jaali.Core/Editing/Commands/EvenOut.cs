namespace Jaali.Core.Editing;

/// <summary>Where one heading leans to.</summary>
/// <param name="SlideId">Its slide.</param>
/// <param name="ItemId">The words.</param>
/// <param name="Spot">One of the places of the house.</param>
public sealed record Leaning(Guid SlideId, Guid ItemId, Spot Spot);

/// <summary>Evens the deck out: headings that look for their place over a photo take the one that was chosen for the
/// whole deck together. What a hand put in place stays.</summary>
/// <param name="Places">Where each leans to.</param>
public sealed record EvenOut(ImmutableList<Leaning> Places) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "evening out the deck";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (deck.House.System is not { } system)
            return new Refusal(
                "no-places",
                "This house style names no places for headings. Choose another style, then even out the deck."
            );
        foreach (Leaning lean in Places)
        {
            if (!system.Places.Contains(lean.Spot))
                return new Refusal("no-such-place", "The house style has no such place for headings.");
            if (deck.Slide(lean.SlideId) is not { } slide)
                return Refusals.NoSlide;
            if (slide.Item(lean.ItemId) is not Words words)
                return Refusals.NoItem;
            if (words.Spot == Spot.Auto && words.Leans != lean.Spot)
                deck = deck.With(slide.With(words with { Leans = lean.Spot }));
        }
        return deck;
    }
}
