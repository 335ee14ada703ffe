namespace Jaali.Core.Editing;

/// <summary>Takes a photo off every slide; shortlists keep it.</summary>
public sealed record RemovePhoto(string PhotoId) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "taking a photo off the slides";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (!PhotoPlaces.IsShown(deck, PhotoId))
            return Refusals.NotShown;
        deck = BlendEdits.Apart(deck, PhotoId, facts);
        foreach (Slide slide in deck.Slides)
        {
            Item[] gone = [.. PhotoPlaces.Showing(slide, PhotoId)];
            if (gone.Length > 0)
                deck = deck.With(slide with { Items = slide.Items.RemoveRange(gone) });
        }
        return deck;
    }
}
