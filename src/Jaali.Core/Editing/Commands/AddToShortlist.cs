namespace Jaali.Core.Editing;

/// <summary>
/// Puts a taken photo at the end of a point's shortlist. Where no slide of the point shows a photo yet, it becomes
/// the ground of the point's slide at once, and the slide is made where there is none. Where one shows a photo that was
/// left out since, this one takes its place there, with the place, the mask and the tone that it had.
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
        // Kept again, it is meant to stay where it is.
        deck = RemoveFromShortlist.Marked(deck, PointId, PhotoId, false);
        Slide[] slides = [.. deck.Slides.Where(s => s.PointId == PointId)];
        if (InsteadOfLeftOut(deck, slides, facts) is { } swapped)
            return swapped;
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
        return PointSlides.Put(deck, made, facts);
    }

    // In the first frame whose photo was left out since; null where there is none.
    private Deck? InsteadOfLeftOut(Deck deck, Slide[] slides, IEditFacts facts)
    {
        foreach (Slide slide in slides)
        foreach (Frame frame in slide.Items.OfType<Frame>().Where(f => f is { LeftOut: true, At.Held: false }))
        {
            ItemResult made = ItemKinds
                .Of(frame)
                .Edit(frame, new FrameEdit(PhotoId, Tone: frame.Tone, Toning: frame.Toning), new(deck, slide, facts));
            if (made.Item is { } item)
                return deck.With(slide.With(item));
        }
        return null;
    }
}
