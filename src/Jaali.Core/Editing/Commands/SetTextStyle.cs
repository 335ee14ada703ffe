namespace Jaali.Core.Editing;

/// <summary>Sets words of a role, or all words, on many slides at once.</summary>
/// <param name="On">The slides.</param>
/// <param name="Role">Only words of this role; null for all.</param>
/// <param name="Style">What is set; what it leaves null stays.</param>
/// <param name="Release">What is again as the house says; every part where it is empty and nothing is set.</param>
public sealed record SetTextStyle(
    SlideChoice On,
    WordsRole? Role = null,
    TextStyle? Style = null,
    ImmutableList<TextStylePart>? Release = null
) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "the look of words on several slides";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        (IReadOnlyList<Slide> slides, Refusal? wrong) = On.Of(deck);
        if (wrong is not null)
            return wrong;
        ImmutableList<TextStylePart>? release =
            Release is { Count: > 0 } ? Release
            : Style is null ? [.. Enum.GetValues<TextStylePart>()]
            : null;
        var edit = new WordsEdit(Style: Style, Release: release);
        return WordsOnSlides.Edit(
            deck,
            slides,
            (words, _) => Role is null || words.Role == Role ? edit : null,
            facts,
            new("nothing-chosen", "There are no such words on these slides.")
        );
    }
}
