using System.Collections.Immutable;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Legibility;
using Jaali.Core.Pacing;
using Jaali.Core.Photos;
using Jaali.Core.Rights;

namespace Jaali.Core.Editing;

/// <summary>Moves a photo within a point's shortlist, counted from 0; its first is the one placed by default.</summary>
public sealed record OrderKept(Guid PointId, string PhotoId, int To) : DeckCommand
{
    /// <inheritdoc/>
    public override string Deed => "the order of a shortlist";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (deck.Point(PointId) is not { } point)
            return Refusals.NoPoint;
        if (!point.Kept.Contains(PhotoId))
            return new Refusal("not-kept", "This photo is no longer on the point's shortlist. Keep it again.");
        ImmutableList<string> rest = point.Kept.Remove(PhotoId);
        return deck.With(point with { Kept = rest.Insert(Math.Clamp(To, 0, rest.Count), PhotoId) });
    }
}
