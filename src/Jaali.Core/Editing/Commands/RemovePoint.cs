namespace Jaali.Core.Editing;

/// <summary>Removes a point; its slides stay, without it, and keep its words as typed ones.</summary>
public sealed record RemovePoint(Guid PointId) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "removing a point";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (deck.Point(PointId) is not { } point)
            return Refusals.NoPoint;
        if (point.Id == deck.Id)
            return Refusals.Opening;
        return deck with
        {
            Points = deck.Points.Remove(point),
            Slides = deck.Slides.ConvertAll(s =>
                s.PointId != point.Id
                    ? s
                    : s with
                    {
                        PointId = null,
                        Kind = SlideKind.Free,
                        Items = s.Items.ConvertAll(i =>
                            i is Words { Source: WordsSource.PointWording } w
                                ? w with
                                {
                                    Source = WordsSource.Typed,
                                    Text = point.Wording,
                                }
                                : i
                        ),
                    }
            ),
        };
    }
}
