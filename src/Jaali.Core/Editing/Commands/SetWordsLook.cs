using System.Collections.Immutable;
using Jaali.Core.Decks;
using Jaali.Core.Items;

namespace Jaali.Core.Editing;

/// <summary>Sets words of a role, or all words, on many slides at once.</summary>
/// <param name="On">The slides.</param>
/// <param name="Role">Only words of this role; null for all.</param>
/// <param name="Look">What is set; what it leaves null stays.</param>
/// <param name="Release">What is again as the house says; every part where it is empty and nothing is set.</param>
public sealed record SetWordsLook(
    SlideChoice On,
    WordsRole? Role = null,
    WordsLook? Look = null,
    ImmutableList<LookPart>? Release = null
) : DeckCommand
{
    /// <inheritdoc/>
    public override string Deed => "the look of words on several slides";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        (IReadOnlyList<Slide> slides, Refusal? wrong) = On.Of(deck);
        if (wrong is not null)
            return wrong;
        ImmutableList<LookPart>? release =
            Release is { Count: > 0 } ? Release
            : Look is null ? [.. Enum.GetValues<LookPart>()]
            : null;
        var edit = new WordsEdit(Look: Look, Release: release);
        return EveryWords.Edit(
            deck,
            slides,
            (words, _) => Role is null || words.Role == Role ? edit : null,
            facts,
            new("nothing-chosen", "There are no such words on these slides.")
        );
    }
}
