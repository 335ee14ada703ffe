namespace Jaali.Core.Editing;

/// <summary>Puts one photo in the place of another everywhere in the deck: on shortlists and on slides, with the same
/// part shown.</summary>
public sealed record ReplacePhoto(string PhotoId, string With) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "another file of a photo";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (facts.Photo(With) is null)
            return Refusals.NoPhoto;
        foreach (Point point in deck.AllPoints.Where(p => p.Shortlist.Contains(PhotoId)).ToArray())
            deck = deck.With(
                point with
                {
                    Shortlist = [.. point.Shortlist.Select(k => k == PhotoId ? With : k).Distinct()],
                }
            );
        return PhotoPlaces.Each(
            deck,
            PhotoId,
            facts,
            (item, at) => ItemKinds.Of(item).Exchange(item, PhotoId, With, at)
        );
    }
}
