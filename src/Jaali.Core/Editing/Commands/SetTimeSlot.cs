namespace Jaali.Core.Editing;

/// <summary>Sets the time slot, 1 to 600 minutes.</summary>
public sealed record SetTimeSlot(double Minutes) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "the time slot";

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
