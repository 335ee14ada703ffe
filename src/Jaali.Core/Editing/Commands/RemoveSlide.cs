using System.Collections.Immutable;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Legibility;
using Jaali.Core.Pacing;
using Jaali.Core.Photos;
using Jaali.Core.Rights;

namespace Jaali.Core.Editing;

/// <summary>Removes a slide.</summary>
public sealed record RemoveSlide(Guid SlideId) : DeckCommand
{
    /// <inheritdoc/>
    public override string Deed => "removing a slide";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (deck.Slide(SlideId) is not { } slide)
            return Refusals.NoSlide;
        return deck with { Slides = deck.Slides.Remove(slide) };
    }
}
