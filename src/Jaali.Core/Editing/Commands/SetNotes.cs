using System.Collections.Immutable;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Legibility;
using Jaali.Core.Pacing;
using Jaali.Core.Photos;
using Jaali.Core.Rights;

namespace Jaali.Core.Editing;

/// <summary>Sets a slide's notes.</summary>
public sealed record SetNotes(Guid SlideId, string Notes) : DeckCommand
{
    /// <inheritdoc/>
    public override string Deed => "the notes of a slide";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (deck.Slide(SlideId) is not { } slide)
            return Refusals.NoSlide;
        if (Notes.Length > Limits.OfTalks.Text)
            return Refusals.TooLong("Notes", Limits.OfTalks.Text);
        return deck.With(slide with { Notes = Notes });
    }
}
