namespace Jaali.Core.Editing;

/// <summary>Copies a slide to the place after it; its items keep their identities.</summary>
public sealed record DuplicateSlide(Guid SlideId) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "duplicating a slide";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (deck.Slide(SlideId) is not { } slide)
            return Refusals.NoSlide;
        if (slide.Kind == SlideKind.Credits)
            return new Refusal(
                "one-credits-slide",
                "The credits come once; they grow by themselves. Duplicate another slide."
            );
        if (deck.Slides.Count >= Limits.Talks.Slides)
            return Refusals.TooManySlides(Limits.Talks.Slides);
        int at = deck.PlaceOf(slide.Id) + 1;
        return deck with { Slides = deck.Slides.Insert(at, slide with { Id = facts.NewId() }) };
    }
}
