namespace Jaali.Core.Editing;

/// <summary>Makes one photo the ground of several slides.</summary>
public sealed record PlaceGrounds(ImmutableList<Guid> SlideIds, string PhotoId) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "placing a photo on several slides";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (SlideIds.Count == 0)
            return new Refusal("no-slides-named", "Say which slides: their numbers, such as 2-5, 8.");
        foreach (Guid id in SlideIds.Distinct())
        {
            Change placed = new PlaceGround(id, PhotoId).Apply(deck, facts);
            if (placed.Deck is not { } after)
                return placed;
            deck = after;
        }
        return deck;
    }
}
