namespace Jaali.Core.Editing;

/// <summary>Keeps a run-through with the time that each slide took.</summary>
/// <param name="At">When it began.</param>
/// <param name="Times">Slides in the order in which they were first shown.</param>
public sealed record AddRunThrough(DateTimeOffset At, ImmutableList<SlideTime> Times) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "keeping the times of a run";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        // A slide that went meanwhile took its time, but nothing can be planned for it.
        ImmutableList<SlideTime> known =
        [
            .. Times
                .Where(t => deck.Slide(t.SlideId) is not null)
                .GroupBy(t => t.SlideId)
                .Select(g => new SlideTime(g.Key, g.Sum(t => t.Seconds))),
        ];
        if (known.IsEmpty)
            return new Refusal("no-times", "No slide of this talk was shown. Run it through again.");
        if (known.Exists(t => t.Seconds is < 0 or > LongestRun))
            return new Refusal(
                "bad-time",
                "A slide was shown for less than nothing or for more than a day. It is not kept."
            );
        return deck with
        {
            RunThroughs = [.. deck.RunThroughs.Add(new(facts.NewId(), At, known)).TakeLast(Limits.Talks.RunThroughs)],
        };
    }

    internal const double LongestRun = 86_400;
}
