namespace Jaali.Core.Pacing;

/// <summary>The time of a slide, seen four ways.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="Planned">Seconds planned.</param>
/// <param name="Ran">Seconds in the run-through; null where it was not shown.</param>
/// <param name="Spoken">Seconds that its notes take to say; 0 without notes.</param>
/// <param name="Over">Seconds by which the run-through, or else the notes, overrun the plan; 0 for not at all.</param>
public sealed record SlideTiming(Guid SlideId, double Planned, double? Ran, double Spoken, double Over);

/// <summary>The times of a talk side by side.</summary>
/// <param name="Slides">Of each slide, in order.</param>
/// <param name="Planned">Seconds planned in all.</param>
/// <param name="Ran">Seconds of the run-through in all; null without one.</param>
/// <param name="Spoken">Seconds that the notes take.</param>
/// <param name="Slot">Seconds given.</param>
/// <param name="Says">How it stands, in a sentence.</param>
public sealed record TalkTiming(
    IReadOnlyList<SlideTiming> Slides,
    double Planned,
    double? Ran,
    double Spoken,
    double Slot,
    string Says
)
{
    /// <summary>From so many seconds on something overruns: shorter is the speaker's breath. Common practice, no
    /// source.</summary>
    public const double Leeway = 5;

    /// <summary>Of a talk against one of its run-throughs.</summary>
    /// <param name="deck">The talk.</param>
    /// <param name="run">The run-through; null for none.</param>
    public static TalkTiming Of(Deck deck, RunThrough? run)
    {
        Dictionary<Guid, double> ran = run?.Times.ToDictionary(t => t.SlideId, t => t.Seconds) ?? [];
        SlideTiming[] slides =
        [
            .. deck.Slides.Select(s =>
            {
                double? took = ran.TryGetValue(s.Id, out double t) ? t : null;
                double spoken = Pace.Spoken(s.Notes, deck.WordsPerMinute),
                    over = (took ?? spoken) - s.Seconds;
                return new SlideTiming(s.Id, s.Seconds, took, spoken, over > Leeway ? over : 0);
            }),
        ];
        double slot = deck.SlotMinutes * 60;
        double? all = run is null ? null : slides.Sum(s => s.Ran ?? 0);
        return new(slides, Pace.Planned(deck), all, slides.Sum(s => s.Spoken), slot, Sentence(slides, all, slot));
    }

    private static string Sentence(SlideTiming[] slides, double? all, double slot)
    {
        int over = slides.Count(s => s.Over > 0);
        string which = over switch
        {
            0 => all is null ? "The notes of every slide fit its plan" : "Every slide kept to its plan",
            1 => $"Slide {Array.FindIndex(slides, s => s.Over > 0) + 1} overruns by "
                + Pace.Clock(slides.Max(s => s.Over)),
            _ => $"{over} slides overrun, by {Pace.Clock(slides.Sum(s => s.Over))} together",
        };
        double total = all ?? slides.Sum(s => s.Planned);
        string whole =
            total > slot
                ? $"the talk is {Pace.Clock(total - slot)} longer than its slot"
                : $"the talk ends {Pace.Clock(slot - total)} before its slot does";
        return $"{which}; {whole}.";
    }
}
