namespace Jaali.Core.Decks;

/// <summary>Commands on the deck as a whole.</summary>
internal static class DeckHandlers
{
    internal static Change Title(Deck deck, SetTitle c)
    {
        string title = (c.Title ?? "").Trim().ReplaceLineEndings(" ");
        if (title.Length > DeckLimits.Title)
            return Change.TooLong("A title", DeckLimits.Title);
        return deck with { Title = title.Length == 0 ? Deck.NoTitle : title };
    }

    internal static Change Speaker(Deck deck, SetSpeaker c)
    {
        string speaker = (c.Speaker ?? "").Trim().ReplaceLineEndings(" ");
        return speaker.Length > DeckLimits.Title
            ? Change.TooLong("A name", DeckLimits.Title)
            : deck with
            {
                Speaker = speaker,
            };
    }

    internal static Change Slot(Deck deck, SetSlot c) =>
        c.Minutes is >= 1 and <= 600
            ? deck with
            {
                SlotMinutes = c.Minutes,
            }
            : new Refusal("bad-slot", "A time slot is between 1 minute and 10 hours. Give the minutes as a number.");

    internal static Change Use(Deck deck, SetUse c) =>
        c.Use is null ? new Refusal("no-use", "Say what the talk is for.") : deck with { Use = c.Use };
}
