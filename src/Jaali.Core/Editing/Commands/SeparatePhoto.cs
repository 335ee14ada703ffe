namespace Jaali.Core.Editing;

/// <summary>Takes every merged picture apart that holds a photo, each photo in a frame of its own.</summary>
/// <param name="PhotoId">The photo, by its SHA-256.</param>
public sealed record SeparatePhoto(string PhotoId) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "taking a merged picture apart";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        Deck apart = BlendEdits.Apart(deck, PhotoId, facts);
        return ReferenceEquals(apart, deck)
            ? new Refusal("not-merged", "This photo is merged with none. Look at its slides again.")
            : apart;
    }
}
