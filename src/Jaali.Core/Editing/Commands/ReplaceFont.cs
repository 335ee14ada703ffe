namespace Jaali.Core.Editing;

/// <summary>Sets in one family of type what is set in another: on the whole deck in its house style and by hand, on
/// some
/// slides by hand.</summary>
/// <param name="From">The family that goes.</param>
/// <param name="To">The family that comes.</param>
/// <param name="On">The slides.</param>
public sealed record ReplaceFont(string From, string To, SlideChoice On) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "a typeface on several slides";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        (IReadOnlyList<Slide> slides, Refusal? wrong) = On.Of(deck);
        if (wrong is not null)
            return wrong;
        var none = new Refusal("nothing-chosen", $"Nothing here is set in {From}.");
        if (From == To)
            return none;
        bool inHouse = Enum.GetValues<WordsRole>().Any(r => deck.House.StyleOf(r).Family == From);
        if (On.IsAll && inHouse)
            deck = deck with
            {
                House = deck.House with
                {
                    Roles = Enum.GetValues<WordsRole>()
                        .ToImmutableSortedDictionary(
                            r => r,
                            r =>
                                deck.House.StyleOf(r) is var look && look.Family == From
                                    ? look with
                                    {
                                        Family = To,
                                    }
                                    : look
                        ),
                },
            };
        Deck before = deck;
        Change set = WordsOnSlides.Edit(
            deck,
            slides,
            (words, _) =>
                (words.Style?.Family ?? before.House.StyleOf(words.Role).Family) == From
                    ? new WordsEdit(Style: new TextStyle { Family = To })
                    : null,
            facts,
            none
        );
        return set.Deck is null && On.IsAll && inHouse ? deck : set;
    }
}
