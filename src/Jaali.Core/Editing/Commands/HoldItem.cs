using System.Collections.Immutable;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Legibility;
using Jaali.Core.Pacing;
using Jaali.Core.Photos;
using Jaali.Core.Rights;

namespace Jaali.Core.Editing;

/// <summary>Holds an item in its place, or lets it move.</summary>
public sealed record HoldItem(Guid SlideId, Guid ItemId, bool Held) : ItemCommand(SlideId, ItemId)
{
    /// <inheritdoc/>
    public override string Deed => "holding a thing in its place";

    internal override Change Apply(Deck deck, Slide slide, Item item, IEditFacts facts) =>
        deck.With(slide.With(item with { At = item.At with { Held = Held } }));
}
