namespace Jaali.Core.Editing;

/// <summary>Removes a slide.</summary>
public sealed record RemoveSlide(Guid SlideId) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "removing a slide";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (deck.Slide(SlideId) is not { } slide)
            return Refusals.NoSlide;
        return deck with { Slides = deck.Slides.Remove(slide) };
    }
}
