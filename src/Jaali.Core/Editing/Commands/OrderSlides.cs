namespace Jaali.Core.Editing;

/// <summary>Puts the slides of points in the order of the points; what belongs to no point stays in its
/// place.</summary>
public sealed record OrderSlides : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "putting the slides in order";

    internal override Change Apply(Deck deck, IEditFacts facts) =>
        Follows(deck)
            ? new Refusal("in-order", "The slides stand in the order of the points already.")
            : deck with
            {
                Slides = Ordered(deck),
            };

    /// <summary>True where the slides of points stand in the order of the points.</summary>
    public static bool Follows(Deck deck) => ReferenceEquals(Ordered(deck), deck.Slides);

    private static ImmutableList<Slide> Ordered(Deck deck)
    {
        Dictionary<Guid, int> place = deck.Points.Select((p, i) => (p.Id, i)).ToDictionary(p => p.Id, p => p.i);
        Slide[] own = [.. deck.Slides.Where(IsOwn)],
            ordered = [.. own.OrderBy(s => place[s.PointId!.Value])];
        if (own.SequenceEqual(ordered, ReferenceEqualityComparer.Instance))
            return deck.Slides;
        var next = new Queue<Slide>(ordered);
        return deck.Slides.ConvertAll(s => IsOwn(s) ? next.Dequeue() : s);

        bool IsOwn(Slide s) => s.PointId is { } id && place.ContainsKey(id);
    }
}
