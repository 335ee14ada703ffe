namespace Jaali.Core.Editing;

/// <summary>Puts the page of credits at the end of the talk, where it has none.</summary>
public sealed record AddCreditsSlide : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "the page of credits";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (deck.Slides.Exists(s => s.Kind == SlideKind.Credits))
            return new Refusal("credits-there", "The talk has its page of credits already. It is the last slide.");
        if (deck.Slides.Count >= Limits.Talks.Slides)
            return Refusals.TooManySlides(Limits.Talks.Slides);
        return deck with { Slides = deck.Slides.Add(PointSlides.MakeCredits(facts)) };
    }
}
