namespace Jaali.Core.Editing;

/// <summary>
/// Makes a photo the slide's ground, with the crop computed for its shape. It takes the place, and the identity, of
/// the ground that is there, or of the only frame where there is no ground; a photo that was seen in that place before
/// is seen as it was.
/// </summary>
public sealed record PlaceGround(Guid SlideId, string PhotoId) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "placing a photo";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (deck.Slide(SlideId) is not { } slide)
            return Refusals.NoSlide;
        if (slide.Kind == SlideKind.Credits)
            return new Refusal("credits-have-no-photo", "The credits slide carries no photo. Choose another slide.");
        if (facts.Photo(PhotoId) is not { } photo)
            return Refusals.NoPhoto;
        if (PlacementRule.WhyNot(photo.Rights) is { } why)
            return why;
        Item[] frames = [.. slide.Items.Where(i => i is Frame)];
        Item? old = slide.Ground ?? (frames.Length == 1 ? frames[0] : null);
        if (old is { At.Held: true })
            return Refusals.Held;
        SlideRect bounds = deck.Shape.Bounds();
        if (old is not Frame frame)
            return deck.With(
                slide.WithGround(FrameKind.Ground(old?.Id ?? facts.NewId(), PhotoId, bounds, facts)!, bounds)
            );
        if (frame.PhotoId == PhotoId && frame.At.IsGround)
            return deck;
        Frame shown = frame.Showing(photo) with { At = Placement.Ground(bounds) };
        return deck.With(
            slide.WithGround(shown with { Crop = CropFinder.Shaped(shown.Crop, photo.Aspect, bounds.Aspect) }, bounds)
        );
    }
}
