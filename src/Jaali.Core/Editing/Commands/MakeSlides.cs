namespace Jaali.Core.Editing;

/// <summary>Makes an opening slide, one slide for each point that has none, and a credits slide.</summary>
public sealed record MakeSlides : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "making the slides";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (deck.Points.Count == 0)
            return new Refusal(
                "no-points",
                "There are no points yet. Write or paste them first, then make the slides."
            );
        Slide? credits = deck.Slides.Find(s => s.Kind == SlideKind.Credits);
        deck = deck with { Slides = deck.Slides.RemoveAll(s => s.Kind == SlideKind.Credits) };
        foreach (Point point in deck.AllPoints.Where(p => !deck.Slides.Exists(s => s.PointId == p.Id)).ToArray())
            deck = PointSlides.Put(deck, PointSlides.MakeShown(deck, point, facts), facts);
        credits ??= PointSlides.MakeCredits(facts);
        deck = deck with { Slides = deck.Slides.Add(credits) };
        return deck.Slides.Count > Limits.Talks.Slides ? Refusals.TooManySlides(Limits.Talks.Slides) : deck;
    }
}
