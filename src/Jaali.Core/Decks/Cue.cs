using System.Text.Json.Serialization;

namespace Jaali.Core.Decks;

/// <summary>What a cue has a thing do.</summary>
public enum CueAct
{
    /// <summary>It is not there until it comes in.</summary>
    ComesIn,

    /// <summary>It stands out from the others until the next press.</summary>
    StandsOut,

    /// <summary>It goes out.</summary>
    GoesOut,

    /// <summary>Things come forward one after the other, and each goes back to its place.</summary>
    InTurn,
}

/// <summary>How a cue does it.</summary>
public enum CueEffect
{
    /// <summary>At once.</summary>
    Appear,

    /// <summary>It melts in or out.</summary>
    Dissolve,

    /// <summary>It comes from a little below.</summary>
    Rise,

    /// <summary>It comes from a little above.</summary>
    Drop,

    /// <summary>It comes smaller and grows to its size.</summary>
    Grow,

    /// <summary>It is uncovered from the side where reading begins.</summary>
    Wipe,

    /// <summary>It turns into its place.</summary>
    TurnIn,
}

/// <summary>What sets a cue going.</summary>
public enum CueStart
{
    /// <summary>A press of a key or a clicker.</summary>
    OnPress,

    /// <summary>The start of the cue before it; of the first, the slide itself.</summary>
    WithBefore,

    /// <summary>The end of the cue before it; of the first, the slide itself.</summary>
    AfterBefore,
}

/// <summary>
/// One line of what moves on a slide. It names things by their identities and no place of theirs, so that whatever is
/// done to them it stays right.
/// </summary>
/// <param name="Id">Identity, once on each slide.</param>
/// <param name="Act">What it does.</param>
/// <param name="ItemId">The thing; null where several take turns.</param>
/// <param name="Effect">How.</param>
/// <param name="Start">What sets it going.</param>
/// <param name="Seconds">How long it takes, 0 to <see cref="Transition.Longest"/>.</param>
/// <param name="Delay">How long after that which sets it going, 0 to <see cref="Transition.Longest"/> seconds.</param>
/// <param name="PartByPart">Its parts do it one by one: paragraphs of words, parts of a table.</param>
/// <param name="Sequence">Things that take turns, in order; null where one thing is named.</param>
/// <param name="Newcomers">Photos that come onto the slide later take their turn too, at the end.</param>
public sealed record Cue(
    Guid Id,
    CueAct Act,
    Guid? ItemId = null,
    CueEffect Effect = CueEffect.Dissolve,
    CueStart Start = CueStart.OnPress,
    double Seconds = Transition.Brisk,
    double Delay = 0,
    bool PartByPart = false,
    ImmutableList<Guid>? Sequence = null,
    bool Newcomers = false
)
{
    /// <summary>The things that it names.</summary>
    [JsonIgnore]
    public IEnumerable<Guid> Things => Sequence ?? (ItemId is { } one ? [one] : (IEnumerable<Guid>)[]);

    /// <summary>The ways there are for what is done.</summary>
    public static IReadOnlyList<CueEffect> WaysOf(CueAct act) =>
        act switch
        {
            CueAct.ComesIn or CueAct.GoesOut => Enum.GetValues<CueEffect>(),
            CueAct.StandsOut => [CueEffect.Dissolve, CueEffect.Appear, CueEffect.Grow],
            _ => [CueEffect.Grow],
        };

    /// <summary>The cue with a way that there is for what it does.</summary>
    public Cue Sound() => WaysOf(Act).Contains(Effect) ? this : this with { Effect = WaysOf(Act)[0] };

    /// <summary>The things of a slide whose parts move one by one, as one text.</summary>
    public static string PartByPartOf(Slide slide) =>
        string.Join('|', slide.Cues.Where(c => c.PartByPart).SelectMany(c => c.Things).Distinct());

    /// <summary>What is wrong with it on a slide, or null.</summary>
    public Refusal? Fault(Slide slide)
    {
        if (Seconds is not (>= 0 and <= Transition.Longest) || Delay is not (>= 0 and <= Transition.Longest))
            return new(
                "bad-duration",
                $"A move takes 0 to {Transition.Longest} seconds, and waits as long at most. Give a time between."
            );
        if (!WaysOf(Act).Contains(Effect))
            return new("bad-way", "There is no such way for this move. Choose one that is offered.");
        if ((Act == CueAct.InTurn) != (Sequence is not null) || (Sequence is null) != (ItemId is not null))
            return new("no-thing", "A move names what moves. Choose a thing on the slide.");
        if (Things.Any(t => slide.Item(t) is null))
            return new("no-item", "What should move is no longer on the slide. Choose another thing.");
        if (Act == CueAct.InTurn && (Sequence!.IsEmpty || Sequence.Distinct().Count() != Sequence.Count))
            return new("no-turns", "At least one thing takes its turn, and each once. Choose the things again.");
        return Act == CueAct.InTurn && Sequence!.Any(t => slide.Item(t)!.At.IsGround)
            ? new("ground-in-turn", "The ground lies under everything and cannot come forward. Make it a frame first.")
            : null;
    }
}
