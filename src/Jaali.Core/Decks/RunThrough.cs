namespace Jaali.Core.Decks;

/// <summary>A run-through of the talk, with the time that each slide took.</summary>
/// <param name="Id">Identity.</param>
/// <param name="At">When it began.</param>
/// <param name="Times">Slides in the order in which they were first shown.</param>
public sealed record RunThrough(Guid Id, DateTimeOffset At, ImmutableList<SlideTime> Times)
{
    /// <summary>How long all of it took, in seconds.</summary>
    public double Seconds() => Times.Sum(t => t.Seconds);
}

/// <summary>The time that a slide took.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="Seconds">In seconds, all its showings together.</param>
public sealed record SlideTime(Guid SlideId, double Seconds);
