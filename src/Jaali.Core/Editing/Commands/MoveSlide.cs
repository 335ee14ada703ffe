namespace Jaali.Core.Editing;

/// <summary>Moves a slide to a place in the run, counted from 0.</summary>
public sealed record MoveSlide(Guid SlideId, int To) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "moving a slide";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (deck.Slide(SlideId) is not { } slide)
            return Refusals.NoSlide;
        ImmutableList<Slide> rest = deck.Slides.Remove(slide);
        return deck with { Slides = rest.Insert(Math.Clamp(To, 0, rest.Count), slide) };
    }
}
