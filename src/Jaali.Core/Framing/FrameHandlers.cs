using Jaali.Core.Decks;
using Jaali.Core.Rights;
using Jaali.Core.Sourcing;

namespace Jaali.Core.Framing;

/// <summary>Commands on placed photos.</summary>
internal static class FrameHandlers
{
    internal static Change Place(Deck deck, PlaceGround c, IEditFacts facts)
    {
        if (deck.Slide(c.SlideId) is not { } slide) return Change.NoSlide;
        if (slide.Kind == SlideKind.Credits) return new Refusal("credits-have-no-photo", "The credits slide carries no photo. Choose another slide.");
        if (facts.Photo(c.PhotoId) is not { } photo) return new Refusal("no-such-photo", "This photo has not been taken in. Keep it in Gather first.");
        if (PlacementRule.WhyNot(photo.Rights) is { } why) return why;
        Frame frame = FrameFor(deck, c.PhotoId, facts)!;
        // A swap keeps the item's identity, so that it can be followed from slide to slide.
        return deck.With(slide with { Ground = slide.Ground is { } old ? frame with { Id = old.Id } : frame });
    }

    internal static Change Remove(Deck deck, RemoveGround c) =>
        deck.Slide(c.SlideId) is { } slide ? deck.With(slide with { Ground = null }) : Change.NoSlide;

    internal static Change Reframe(Deck deck, Reframe c, IEditFacts facts)
    {
        if (deck.Slide(c.SlideId) is not { } slide) return Change.NoSlide;
        if (slide.Ground is not { } ground || facts.Photo(ground.PhotoId) is not { } photo) return new Refusal("no-ground", "This slide has no photo to reframe. Place one first.");
        if (!double.IsFinite(c.Crop.X + c.Crop.Y + c.Crop.Width + c.Crop.Height) || c.Crop.Width <= 0) return new Refusal("bad-crop", "This part of the photo cannot be shown. Drag it again.");
        return deck.With(slide with { Ground = ground with { Crop = CropFinder.Shaped(c.Crop, photo.Aspect, ground.Rect.Aspect) } });
    }

    /// <summary>The ground that a photo would make, or null where it may not be placed.</summary>
    internal static Frame? FrameFor(Deck deck, string photoId, IEditFacts facts)
    {
        if (facts.Photo(photoId) is not { } photo || PlacementRule.WhyNot(photo.Rights) is not null) return null;
        SlideRect slide = deck.Shape.Bounds();
        return new Frame(facts.NewId(), photoId, slide, CropFinder.Largest(photo.Aspect, slide.Aspect, photo.Focal));
    }
}
