namespace Jaali.Core.Editing;

/// <summary>Sets how credits are given; what is null stays.</summary>
/// <param name="Place">Where they stand.</param>
/// <param name="Courtesy">Whether photos that ask for no credit get one.</param>
/// <param name="Language">Of the words for changes.</param>
/// <param name="OwnLicence">The licence that the deck is to carry; empty for none.</param>
/// <param name="WithoutPictures">The pages of credits are of words alone.</param>
public sealed record SetCreditStyle(
    CreditPlace? Place = null,
    bool? Courtesy = null,
    string? Language = null,
    string? OwnLicence = null,
    bool? WithoutPictures = null
) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "how credits are set";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (Language is { } language && !ChangeWords.Languages.Contains(language))
            return new Refusal(
                "no-such-language",
                $"The words for changes are known in {string.Join(", ", ChangeWords.Languages)}. Choose one of these."
            );
        if (OwnLicence is { Length: > 0 } own && LicenceReader.Read(own) is null)
            return new Refusal(
                "unknown-licence",
                "This names no licence that Jaali knows. Choose one of those offered."
            );
        CreditStyle s = deck.Style;
        return deck with
        {
            Style = s with
            {
                Place = Place ?? s.Place,
                Courtesy = Courtesy ?? s.Courtesy,
                Language = Language ?? s.Language,
                OwnLicence = OwnLicence ?? s.OwnLicence,
                WithoutPictures = WithoutPictures ?? s.WithoutPictures,
            },
        };
    }
}
