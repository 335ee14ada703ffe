using System.Collections.Immutable;
using System.Text.Json;
using Jaali.Core.Decks;

namespace Jaali.Core.Editing;

/// <summary>Puts parts of the deck back as they were: the inverse of every other command. Null removes the
/// part.</summary>
public sealed record Restore(ImmutableSortedDictionary<PartKey, JsonElement?> Parts) : DeckCommand
{
    /// <inheritdoc/>
    public override string Deed => "an edit";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        try
        {
            return DeckParts.With(deck, Parts);
        }
        catch (Exception e) when (e is FormatException or JsonException or InvalidOperationException)
        {
            return new Refusal(
                "bad-restore",
                "The earlier state of this part cannot be read, so it was left as it is."
            );
        }
    }
}
