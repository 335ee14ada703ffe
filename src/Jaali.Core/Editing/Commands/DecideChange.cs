namespace Jaali.Core.Editing;

/// <summary>Decides that a photo's change may stand, or takes that back.</summary>
public sealed record DecideChange(string PhotoId, bool Stands) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "a decision about a photo";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (facts.Photo(PhotoId) is null)
            return Refusals.NoPhoto;
        if (Stands == deck.Style.Decided.Contains(PhotoId))
            return deck;
        return deck with
        {
            Style = deck.Style with
            {
                Decided = Stands ? deck.Style.Decided.Add(PhotoId) : deck.Style.Decided.Remove(PhotoId),
            },
        };
    }
}
