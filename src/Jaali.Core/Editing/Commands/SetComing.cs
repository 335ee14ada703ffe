using Jaali.Core.Decks;

namespace Jaali.Core.Editing;

/// <summary>Says how slides come in.</summary>
/// <param name="On">The slides.</param>
/// <param name="Coming">The way; null for as the house has it.</param>
public sealed record SetComing(SlideChoice On, Coming? Coming = null) : DeckCommand
{
    /// <inheritdoc/>
    public override string Deed => "how slides come in";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (Coming?.Fault() is { } fault)
            return fault;
        (IReadOnlyList<Slide> slides, Refusal? refusal) = On.Of(deck);
        return refusal is not null
            ? refusal
            : slides.Aggregate(deck, (d, s) => s.OwnComing == Coming ? d : d.With(s with { OwnComing = Coming }));
    }
}
