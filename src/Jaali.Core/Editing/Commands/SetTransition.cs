namespace Jaali.Core.Editing;

/// <summary>Says how slides come in.</summary>
/// <param name="On">The slides.</param>
/// <param name="Transition">The way; null for as the house has it.</param>
public sealed record SetTransition(SlideChoice On, Transition? Transition = null) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "how slides come in";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (Transition?.Fault() is { } fault)
            return fault;
        (IReadOnlyList<Slide> slides, Refusal? refusal) = On.Of(deck);
        return refusal is not null
            ? refusal
            : slides.Aggregate(
                deck,
                (d, s) => s.OwnTransition == Transition ? d : d.With(s with { OwnTransition = Transition })
            );
    }
}
