using System.Text.Json;

namespace Jaali.Core.Editing;

/// <summary>What came of a command.</summary>
public abstract record EditOutcome;

/// <summary>The command was carried out.</summary>
/// <param name="Deck">The deck after it.</param>
/// <param name="Inverse">What takes it back.</param>
/// <param name="Touched">The parts it changed.</param>
public sealed record Edited(Deck Deck, Restore Inverse, ImmutableSortedSet<PartKey> Touched) : EditOutcome;

/// <summary>The command was refused; the deck is as it was.</summary>
public sealed record Rejected(Refusal Reason) : EditOutcome;

/// <summary>Carries out commands on decks: a pure function, but for the identities it is given.</summary>
public static class DeckEditor
{
    /// <summary>Applies a command. Never throws for what a user can do; a refusal says why in words.</summary>
    public static EditOutcome Apply(Deck deck, DeckCommand command, IEditFacts facts)
    {
        if (CommandValidator.Fault(command) is { } fault)
            return new Rejected(fault);
        Change change = command.Apply(deck, facts);
        if (change.Refusal is { } no)
            return new Rejected(no);
        Deck after =
            command is Restore
                ? change.Deck!
                : LiveTransitions.Follow(
                    deck,
                    LiveCues.Follow(
                        deck,
                        LiveLines.Follow(
                            deck,
                            LiveFigures.Follow(
                                deck,
                                HouseTone.Follow(
                                    deck,
                                    LiveArrangements.Follow(
                                        deck,
                                        LiveLayouts.Follow(deck, change.Deck!, command, facts),
                                        command,
                                        facts
                                    ),
                                    facts
                                )
                            )
                        )
                    )
                );
        ImmutableSortedDictionary<PartKey, JsonElement?> was = DeckParts.Changed(deck, after);
        return new Edited(after, new Restore(was), [.. was.Keys]);
    }
}
