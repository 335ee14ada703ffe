namespace Jaali.Core.Editing;

/// <summary>Plans each slide as long as it took in a run-through; slides that were not shown keep their time.</summary>
public sealed record ApplyRunThrough(Guid RunId) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "the times of a run as the plan";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (deck.RunThroughs.Find(r => r.Id == RunId) is not { } run)
            return RemoveRunThrough.NoRun;
        foreach (SlideTime time in run.Times.Where(t => deck.Slide(t.SlideId) is not null))
        {
            Change planned = new SetSeconds(
                time.SlideId,
                Math.Clamp(Math.Round(time.Seconds), Pace.ShortestSlide, Pace.LongestSlide)
            ).Apply(deck, facts);
            if (planned.Deck is not { } after)
                return planned;
            deck = after;
        }
        return deck;
    }
}
