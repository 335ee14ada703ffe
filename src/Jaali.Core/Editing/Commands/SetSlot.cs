using System.Collections.Immutable;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Legibility;
using Jaali.Core.Pacing;
using Jaali.Core.Photos;
using Jaali.Core.Rights;

namespace Jaali.Core.Editing;

/// <summary>Sets the time slot, 1 to 600 minutes.</summary>
public sealed record SetSlot(double Minutes) : DeckCommand
{
    /// <inheritdoc/>
    public override string Deed => "the time slot";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (Minutes is not (>= 1 and <= 600))
            return new Refusal(
                "bad-slot",
                "A time slot is between 1 minute and 10 hours. Give the minutes as a number."
            );
        return deck with { SlotMinutes = Minutes };
    }
}
