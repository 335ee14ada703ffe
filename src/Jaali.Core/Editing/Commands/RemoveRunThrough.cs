namespace Jaali.Core.Editing;

/// <summary>Forgets a run-through.</summary>
public sealed record RemoveRunThrough(Guid RunId) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "forgetting the times of a run";

    internal override Change Apply(Deck deck, IEditFacts facts) =>
        deck.RunThroughs.Find(r => r.Id == RunId) is { } run
            ? deck with
            {
                RunThroughs = deck.RunThroughs.Remove(run),
            }
            : NoRun;

    internal static Refusal NoRun =>
        new("no-such-run", "This run-through is no longer kept. Choose another; nothing was changed.");
}
