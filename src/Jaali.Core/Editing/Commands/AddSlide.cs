namespace Jaali.Core.Editing;

/// <summary>Adds a slide after another, or at the end before the credits.</summary>
/// <param name="After">The slide before it; null for the end.</param>
/// <param name="Layout">What it is laid out as; null for an empty one.</param>
public sealed record AddSlide(Guid? After = null, SlideLayout? Layout = null) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "a new slide";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (deck.Slides.Count >= Limits.Talks.Slides)
            return Refusals.TooManySlides(Limits.Talks.Slides);
        int credits = deck.Slides.FindIndex(s => s.Kind == SlideKind.Credits),
            end = credits < 0 ? deck.Slides.Count : credits,
            at = After is { } after ? deck.PlaceOf(after) + 1 : end;
        if (After is not null && at == 0)
            return Refusals.NoSlide;
        if (at > 0 && deck.Slides[at - 1].Kind == SlideKind.Credits)
            at--;
        var made = new Slide(facts.NewId(), SlideKind.Free, null, [], "", Pace.NewSlideSeconds);
        Deck with = deck with { Slides = deck.Slides.Insert(at, made) };
        return Layout is { } layout ? new ApplyLayout(made.Id, layout).Apply(with, facts) : with;
    }
}
