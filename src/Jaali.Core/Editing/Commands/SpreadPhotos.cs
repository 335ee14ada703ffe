namespace Jaali.Core.Editing;

/// <summary>A slide for each of some photos, in order, each as its ground.</summary>
/// <param name="PhotoIds">The photos.</param>
/// <param name="After">The slide that they come after, whose point they show; null for the end, before the
/// credits.</param>
public sealed record SpreadPhotos(ImmutableList<string> PhotoIds, Guid? After = null) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "a slide for each of some photos";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (PhotoIds.Count == 0)
            return new Refusal("no-photos-named", "Choose the photos first.");
        int at;
        Guid? point = null;
        if (After is { } id)
        {
            at = deck.PlaceOf(id) + 1;
            if (at == 0)
                return Refusals.NoSlide;
            if (deck.Slides[at - 1].Kind == SlideKind.Credits)
                at--;
            point = deck.Slide(id)?.PointId is { } p && p != deck.Id ? p : null;
        }
        else
        {
            int credits = deck.Slides.FindIndex(s => s.Kind == SlideKind.Credits);
            at = credits < 0 ? deck.Slides.Count : credits;
        }
        if (deck.Slides.Count + PhotoIds.Count > Limits.Talks.Slides)
            return Refusals.TooManySlides(Limits.Talks.Slides);
        SlideRect bounds = deck.Shape.Bounds();
        List<Slide> made = [];
        foreach (string photoId in PhotoIds)
        {
            if (facts.Photo(photoId) is not { } photo)
                return Refusals.NoPhoto;
            if (PlacementRule.WhyNot(photo.Rights) is { } why)
                return why;
            made.Add(
                new Slide(
                    facts.NewId(),
                    SlideKind.Free,
                    point,
                    [FrameKind.Ground(facts.NewId(), photoId, bounds, facts)!],
                    "",
                    Pace.NewSlideSeconds
                )
            );
        }
        return deck with { Slides = deck.Slides.InsertRange(at, made) };
    }
}
