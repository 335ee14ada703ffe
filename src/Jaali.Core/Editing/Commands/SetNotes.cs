namespace Jaali.Core.Editing;

/// <summary>Sets a slide's notes.</summary>
public sealed record SetNotes(Guid SlideId, string Notes) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "the notes of a slide";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (deck.Slide(SlideId) is not { } slide)
            return Refusals.NoSlide;
        if (Notes.Length > Limits.Talks.Text)
            return Refusals.TooLong("Notes", Limits.Talks.Text);
        return deck.With(slide with { Notes = Notes });
    }
}
