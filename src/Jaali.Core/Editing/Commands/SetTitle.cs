namespace Jaali.Core.Editing;

/// <summary>Gives the talk its title; an empty one takes it away.</summary>
public sealed record SetTitle(string Title) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "the title";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        string title = Title.Trim().ReplaceLineEndings(" ");
        if (title.Length > Limits.Talks.Title)
            return Refusals.TooLong("A title", Limits.Talks.Title);
        string was = deck.Title;
        deck = deck with { Title = title.Length == 0 ? Deck.NoTitle : title };
        // Search words that were only proposed follow the title; words that a person chose stay.
        return deck.OwnOpening is { } own && own.SearchWords.SequenceEqual(Deck.WordsOf(was))
            ? deck.With(own with { SearchWords = Deck.WordsOf(deck.Title) })
            : deck;
    }
}
