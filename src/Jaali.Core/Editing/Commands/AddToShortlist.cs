namespace Jaali.Core.Editing;

/// <summary>
/// Puts a taken photo at the end of a point's shortlist. Where no slide of the point shows a photo yet, it becomes
/// the ground of the point's slide at once, and the slide is made where there is none.
/// </summary>
public sealed record AddToShortlist(Guid PointId, string PhotoId) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "keeping a photo";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (deck.Point(PointId) is not { } point)
            return Refusals.NoPoint;
        if (facts.Photo(PhotoId) is null)
            return new Refusal("no-such-photo", "This photo has not been taken in yet. Keep it again.");
        if (point.Shortlist.Contains(PhotoId))
            return deck;
        deck = deck.With(point with { Shortlist = point.Shortlist.Add(PhotoId) });
        Slide[] slides = [.. deck.Slides.Where(s => s.PointId == PointId)];
        if (
            slides.Any(s => ItemKinds.Shows(s))
            || FrameKind.Ground(facts.NewId(), PhotoId, deck.Shape.Bounds(), facts) is not { } ground
        )
            return deck;
        if (slides.Length > 0)
            return deck.With(slides[0].WithGround(ground, deck.Shape.Bounds()));
        if (deck.Slides.Count >= Limits.Talks.Slides)
            return deck;
        Slide made = PointSlides.Make(deck, point, facts).WithGround(ground, deck.Shape.Bounds());
        return deck with { Slides = deck.Slides.Insert(PointSlides.PlaceOf(deck, PointId), made) };
    }
}
