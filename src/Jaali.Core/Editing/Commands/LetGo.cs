using System.Collections.Immutable;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Legibility;
using Jaali.Core.Pacing;
using Jaali.Core.Photos;
using Jaali.Core.Rights;

namespace Jaali.Core.Editing;

/// <summary>Takes a photo off a point's shortlist. Slides that show it keep it.</summary>
public sealed record LetGo(Guid PointId, string PhotoId) : DeckCommand
{
    /// <inheritdoc/>
    public override string Deed => "leaving a photo out";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (deck.Point(PointId) is not { } point)
            return Refusals.NoPoint;
        return deck.With(point with { Kept = point.Kept.Remove(PhotoId) });
    }
}
