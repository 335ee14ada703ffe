using Jaali.Core.Decks;

namespace Jaali.Core.Editing;

/// <summary>Forgets a run-through.</summary>
public sealed record ForgetRun(Guid RunId) : DeckCommand
{
    /// <inheritdoc/>
    public override string Deed => "forgetting the times of a run";

    internal override Change Apply(Deck deck, IEditFacts facts) =>
        deck.Runs.Find(r => r.Id == RunId) is { } run ? deck with { Runs = deck.Runs.Remove(run) } : NoRun;

    internal static Refusal NoRun =>
        new("no-such-run", "This run-through is no longer kept. Choose another; nothing was changed.");
}
