using System.Collections.Immutable;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Legibility;
using Jaali.Core.Pacing;
using Jaali.Core.Photos;
using Jaali.Core.Rights;

namespace Jaali.Core.Editing;

/// <summary>Declares what the talk is for.</summary>
public sealed record SetUse(DeclaredUse Use) : DeckCommand
{
    /// <inheritdoc/>
    public override string Deed => "what the talk is for";

    internal override Change Apply(Deck deck, IEditFacts facts) => deck with { Use = Use };
}
