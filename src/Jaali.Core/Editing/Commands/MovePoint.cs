namespace Jaali.Core.Editing;

/// <summary>Moves a point to a place in the list, counted from 0.</summary>
public sealed record MovePoint(Guid PointId, int To) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "moving a point";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (deck.Point(PointId) is not { } point)
            return Refusals.NoPoint;
        if (point.Id == deck.Id)
            return Refusals.Opening;
        ImmutableList<Point> rest = deck.Points.Remove(point);
        return deck with { Points = rest.Insert(Math.Clamp(To, 0, rest.Count), point) };
    }
}
