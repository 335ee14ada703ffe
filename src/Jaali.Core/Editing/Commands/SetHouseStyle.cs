namespace Jaali.Core.Editing;

/// <summary>Gives the whole deck a look; what was set by hand stays. A style that ships keeps its name for
/// itself.</summary>
public sealed record SetHouseStyle(HouseStyle House) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "the look of the deck";

    internal override Change Apply(Deck deck, IEditFacts facts) =>
        House.Fault() is { } fault ? fault : Laid(deck with { House = House.Named() }, facts);

    // Every slide that was laid out is laid out as this style has it; what a hand put in its place stays.
    private static Deck Laid(Deck deck, IEditFacts facts)
    {
        foreach (Slide slide in deck.Slides)
            deck = SlideLaying.Laid(deck, slide, facts);
        return deck;
    }
}
