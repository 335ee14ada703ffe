using System.Collections.Immutable;
using Jaali.Core.Decks;
using Jaali.Core.Rights;
using Jaali.Core.Sourcing;

namespace Jaali.Core.Framing;

/// <summary>Commands on placed photos.</summary>
internal static class FrameHandlers
{
    internal static Change Place(Deck deck, PlaceGround c, IEditFacts facts)
    {
        if (deck.Slide(c.SlideId) is not { } slide)
            return Change.NoSlide;
        if (slide.Kind == SlideKind.Credits)
            return new Refusal("credits-have-no-photo", "The credits slide carries no photo. Choose another slide.");
        if (facts.Photo(c.PhotoId) is not { } photo)
            return new Refusal("no-such-photo", "This photo has not been taken in. Keep it in Gather first.");
        if (PlacementRule.WhyNot(photo.Rights) is { } why)
            return why;
        Frame frame = FrameFor(deck, c.PhotoId, facts)!;
        // A swap keeps the item's identity, so that it can be followed from slide to slide.
        return deck.With(slide with { Ground = slide.Ground is { } old ? frame with { Id = old.Id } : frame });
    }

    internal static Change Remove(Deck deck, RemoveGround c) =>
        deck.Slide(c.SlideId) is { } slide ? deck.With(slide with { Ground = null }) : Change.NoSlide;

    internal static Change Reframe(Deck deck, Reframe c, IEditFacts facts)
    {
        if (deck.Slide(c.SlideId) is not { } slide)
            return Change.NoSlide;
        if (slide.Ground is not { } ground || facts.Photo(ground.PhotoId) is not { } photo)
            return new Refusal("no-ground", "This slide has no photo to reframe. Place one first.");
        if (!double.IsFinite(c.Crop.X + c.Crop.Y + c.Crop.Width + c.Crop.Height) || c.Crop.Width <= 0)
            return new Refusal("bad-crop", "This part of the photo cannot be shown. Drag it again.");
        return deck.With(
            slide with
            {
                Ground = ground with { Crop = CropFinder.Shaped(c.Crop, photo.Aspect, ground.Rect.Aspect) },
            }
        );
    }

    internal static Change Treat(Deck deck, Treat c, IEditFacts facts)
    {
        if (deck.Slide(c.SlideId) is not { } slide)
            return Change.NoSlide;
        if (slide.Ground is not { } g)
            return new Refusal("no-ground", "This slide has no photo. Place one first.");
        if (c.Turn is { } turn && turn is not (>= -15 and <= 15))
            return new Refusal("bad-turn", "A photo is straightened by up to 15 degrees either way.");
        if (c.Covers is { Count: > 8 })
            return new Refusal("too-many-covers", "At most 8 parts of a photo can be hidden.");
        if (c.Covers is { } covers && covers.Any(x => !double.IsFinite(x.X + x.Y + x.Width + x.Height)))
            return new Refusal("bad-cover", "This part cannot be hidden. Draw it again.");
        if (c.Mask is { } mask && !Enum.IsDefined(mask))
            return new Refusal("bad-mask", "This shape is not known.");
        ImmutableList<CropWindow>? hidden =
            c.Covers is null ? g.Covers
            : c.Covers.Count == 0 ? null
            : [.. c.Covers.Select(x => CropWindow.Create(x.X, x.Y, x.Width, x.Height))];
        return deck.With(
            slide with
            {
                Ground = g with
                {
                    Mask = c.Mask ?? g.Mask,
                    Turn = c.Turn is { } t ? Math.Round(t, 2) : g.Turn,
                    Tone = c.Tone ?? g.Tone,
                    Covers = hidden,
                },
            }
        );
    }

    internal static Change Replace(Deck deck, ReplacePhoto c, IEditFacts facts)
    {
        if (facts.Photo(c.With) is not { } photo)
            return new Refusal("no-such-photo", "This photo has not been taken in. Keep it in Gather first.");
        if (deck.Slides.Exists(s => s.Ground?.PhotoId == c.PhotoId) && PlacementRule.WhyNot(photo.Rights) is { } why)
            return why;
        ImmutableList<Point> points = deck.Points.ConvertAll(p =>
            !p.Kept.Contains(c.PhotoId)
                ? p
                : p with
                {
                    Kept = [.. p.Kept.Select(k => k == c.PhotoId ? c.With : k).Distinct()],
                }
        );
        // Two copies of one picture may differ a little in shape; the window keeps its middle and takes the frame's shape.
        ImmutableList<Slide> slides = deck.Slides.ConvertAll(s =>
            s.Ground is not { } g || g.PhotoId != c.PhotoId
                ? s
                : s with
                {
                    Ground = g with { PhotoId = c.With, Crop = CropFinder.Shaped(g.Crop, photo.Aspect, g.Rect.Aspect) },
                }
        );
        return deck with { Points = points, Slides = slides };
    }

    /// <summary>The ground that a photo would make, or null where it may not be placed.</summary>
    internal static Frame? FrameFor(Deck deck, string photoId, IEditFacts facts)
    {
        if (facts.Photo(photoId) is not { } photo || PlacementRule.WhyNot(photo.Rights) is not null)
            return null;
        SlideRect slide = deck.Shape.Bounds();
        return new Frame(facts.NewId(), photoId, slide, CropFinder.Largest(photo.Aspect, slide.Aspect, photo.Focal));
    }
}
