using System.Collections.Immutable;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Legibility;
using Jaali.Core.Pacing;
using Jaali.Core.Photos;
using Jaali.Core.Rights;

namespace Jaali.Core.Editing;

/// <summary>
/// Makes a photo the slide's ground, with the crop computed for its shape. It takes the place, and the identity, of
/// the ground that is there, or of the only frame where there is no ground.
/// </summary>
public sealed record PlaceGround(Guid SlideId, string PhotoId) : DeckCommand
{
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
        Frame ground = FrameKind.Ground(old?.Id ?? facts.NewId(), PhotoId, deck.Shape.Bounds(), facts)!;
        return deck.With(slide.WithGround(ground, deck.Shape.Bounds()));
    }
}
