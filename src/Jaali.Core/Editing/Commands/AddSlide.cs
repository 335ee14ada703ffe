using System.Collections.Immutable;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Layout;
using Jaali.Core.Legibility;
using Jaali.Core.Pacing;
using Jaali.Core.Photos;
using Jaali.Core.Rights;

namespace Jaali.Core.Editing;

/// <summary>Adds a slide after another, or at the end before the credits.</summary>
/// <param name="After">The slide before it; null for the end.</param>
/// <param name="Layout">What it is laid out as; null for an empty one.</param>
public sealed record AddSlide(Guid? After = null, SlideLayout? Layout = null) : DeckCommand
{
    /// <inheritdoc/>
    public override string Deed => "a new slide";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (deck.Slides.Count >= Limits.OfTalks.Slides)
            return Refusals.TooManySlides(Limits.OfTalks.Slides);
        int credits = deck.Slides.FindIndex(s => s.Kind == SlideKind.Credits),
            end = credits < 0 ? deck.Slides.Count : credits,
            at = After is { } after ? deck.PlaceOf(after) + 1 : end;
        if (After is not null && at == 0)
            return Refusals.NoSlide;
        if (at > 0 && deck.Slides[at - 1].Kind == SlideKind.Credits)
            at--;
        var made = new Slide(facts.NewId(), SlideKind.Free, null, [], "", Pace.NewSlideSeconds);
        Deck with = deck with { Slides = deck.Slides.Insert(at, made) };
        return Layout is { } layout ? with.With(SlideLayouts.Laid(with, made, layout, facts, facts.NewId)) : with;
    }
}
