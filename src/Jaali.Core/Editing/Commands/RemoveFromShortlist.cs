namespace Jaali.Core.Editing;

/// <summary>Takes a photo off a point's shortlist. Slides that show it keep it.</summary>
public sealed record RemoveFromShortlist(Guid PointId, string PhotoId) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "leaving a photo out";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (deck.Point(PointId) is not { } point)
            return Refusals.NoPoint;
        return deck.With(point with { Shortlist = point.Shortlist.Remove(PhotoId) });
    }
}
