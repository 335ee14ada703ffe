namespace Jaali.Core.Editing;

/// <summary>Moves a photo within a point's shortlist, counted from 0; its first is the one placed by default.</summary>
public sealed record OrderShortlist(Guid PointId, string PhotoId, int To) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "the order of a shortlist";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (deck.Point(PointId) is not { } point)
            return Refusals.NoPoint;
        if (!point.Shortlist.Contains(PhotoId))
            return new Refusal("not-kept", "This photo is no longer on the point's shortlist. Keep it again.");
        ImmutableList<string> rest = point.Shortlist.Remove(PhotoId);
        return deck.With(point with { Shortlist = rest.Insert(Math.Clamp(To, 0, rest.Count), PhotoId) });
    }
}
