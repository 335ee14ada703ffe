namespace Jaali.Core.Decks;

/// <summary>How one slide gives way to the next.</summary>
public enum TransitionKind
{
    /// <summary>At once.</summary>
    Cut,

    /// <summary>One melts into the other.</summary>
    Dissolve,

    /// <summary>The next is uncovered from one side.</summary>
    Wipe,

    /// <summary>The next pushes the last one out.</summary>
    Push,

    /// <summary>Over black.</summary>
    ThroughBlack,

    /// <summary>Over the paper of the house.</summary>
    ThroughPaper,

    /// <summary>What stands on both travels from where it was to where it will be; what is gone goes, what is new
    /// comes.</summary>
    Carry,
}

/// <summary>A side of a slide.</summary>
public enum SlideEdge
{
    /// <summary>The left one.</summary>
    Left,

    /// <summary>The right one.</summary>
    Right,

    /// <summary>The head.</summary>
    Top,

    /// <summary>The foot.</summary>
    Bottom,
}

/// <summary>A pace in a word.</summary>
public enum PaceName
{
    /// <summary>Briskly.</summary>
    Brisk,

    /// <summary>At a walk.</summary>
    Walking,

    /// <summary>Slowly.</summary>
    Slow,
}

/// <summary>A pace that has a name, in seconds.</summary>
public sealed record TransitionPace(PaceName Pace, double Seconds);

/// <summary>How a slide comes in.</summary>
/// <param name="Change">The way.</param>
/// <param name="Seconds">How long it takes, 0 to <see cref="Longest"/>; a cut takes none.</param>
/// <param name="From">The side it comes from, where it comes from one.</param>
public sealed record Transition(
    TransitionKind Change,
    double Seconds = Transition.Brisk,
    SlideEdge From = SlideEdge.Right
)
{
    /// <summary>A brisk pace, in seconds: common practice, no source.</summary>
    public const double Brisk = .7;

    /// <summary>A walking pace, in seconds: common practice, no source.</summary>
    public const double Walking = 1.5;

    /// <summary>A slow pace, in seconds: common practice, no source.</summary>
    public const double Slow = 5;

    /// <summary>The longest, in seconds.</summary>
    public const double Longest = 20;

    /// <summary>Paces that have a name.</summary>
    public static IReadOnlyList<TransitionPace> Paces { get; } =
    [new(PaceName.Brisk, Brisk), new(PaceName.Walking, Walking), new(PaceName.Slow, Slow)];

    /// <summary>What is wrong with it, or null.</summary>
    public Refusal? Fault() =>
        Seconds is >= 0 and <= Longest
            ? null
            : new("bad-duration", $"A slide takes 0 to {Longest} seconds to come in. Give a time between.");
}
