using System.Collections.Immutable;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Legibility;
using Jaali.Core.Pacing;
using Jaali.Core.Photos;
using Jaali.Core.Rights;

namespace Jaali.Core.Editing;

/// <summary>Puts one photo in the place of another everywhere in the deck: on shortlists and on slides, with the same
/// part shown.</summary>
public sealed record ReplacePhoto(string PhotoId, string With) : DeckCommand
{
    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (facts.Photo(With) is null)
            return Refusals.NoPhoto;
        deck = deck with
        {
            Points = deck.Points.ConvertAll(p =>
                !p.Kept.Contains(PhotoId)
                    ? p
                    : p with
                    {
                        Kept = [.. p.Kept.Select(k => k == PhotoId ? With : k).Distinct()],
                    }
            ),
        };
        return PhotoPlaces.Each(
            deck,
            PhotoId,
            facts,
            (item, at) => ItemKinds.Of(item).Exchange(item, PhotoId, With, at)
        );
    }
}
