namespace Jaali.Core.Motion;

/// <summary>What moves while one slide gives way to the next.</summary>
public enum MotionLayer
{
    /// <summary>The slide that goes; it lies below.</summary>
    Going,

    /// <summary>The slide that comes; it lies above.</summary>
    Coming,
}

/// <summary>A state of a layer on its way.</summary>
/// <param name="At">Of the whole time, 0 to 1.</param>
/// <param name="Opacity">0 to 1.</param>
/// <param name="X">How far it stands to the right of its place, in widths of the slide.</param>
/// <param name="Y">How far below, in heights of the slide.</param>
/// <param name="CutLeft">What is cut off at its left, as a share of its width.</param>
/// <param name="CutTop">At its head, as a share of its height.</param>
/// <param name="CutRight">At its right.</param>
/// <param name="CutBottom">At its foot.</param>
public sealed record LayerKeyframe(
    double At,
    double Opacity = 1,
    double X = 0,
    double Y = 0,
    double CutLeft = 0,
    double CutTop = 0,
    double CutRight = 0,
    double CutBottom = 0
);

/// <summary>The way of one layer: linear between its states, in the time that the easing gives.</summary>
public sealed record MotionTrack(MotionLayer Layer, IReadOnlyList<LayerKeyframe> States);

/// <summary>A cubic curve of time (CSS Easing Functions Level 1, <c>cubic-bezier</c>).</summary>
/// <param name="X1">Of the first handle, 0 to 1.</param>
/// <param name="Y1">Of the first handle.</param>
/// <param name="X2">Of the second handle, 0 to 1.</param>
/// <param name="Y2">Of the second handle.</param>
public sealed record Easing(double X1, double Y1, double X2, double Y2)
{
    /// <summary>Slow at both ends (CSS Easing Functions Level 1, <c>ease-in-out</c>).</summary>
    public static Easing InOut { get; } = new(.42, 0, .58, 1);

    /// <summary>Even (the same, <c>linear</c>).</summary>
    public static Easing Even { get; } = new(0, 0, 1, 1);

    /// <summary>How far the way is gone at a share of the time.</summary>
    public double At(double time)
    {
        if (time <= 0)
            return 0;
        if (time >= 1)
            return 1;
        // The curve's first coordinate rises all the way: halving finds its parameter.
        double low = 0,
            high = 1;
        for (int i = 0; i < 60; i++)
        {
            double middle = (low + high) / 2;
            if (Along(middle, X1, X2) < time)
                low = middle;
            else
                high = middle;
        }
        return Along((low + high) / 2, Y1, Y2);
    }

    private static double Along(double s, double a, double b) =>
        3 * (1 - s) * (1 - s) * s * a + 3 * (1 - s) * s * s * b + s * s * s;
}

/// <summary>How a slide comes in, as tracks that any player runs.</summary>
/// <param name="Seconds">How long it takes; 0 for at once, and no tracks.</param>
/// <param name="Easing">The curve of time.</param>
/// <param name="Under">The colour under both slides; null where none is seen.</param>
/// <param name="Tracks">What moves.</param>
public sealed record SlideMotion(double Seconds, Easing Easing, string? Under, IReadOnlyList<MotionTrack> Tracks)
{
    /// <summary>At once.</summary>
    public static SlideMotion AtOnce { get; } = new(0, Easing.Even, null, []);

    /// <summary>How a slide of a deck comes in.</summary>
    public static SlideMotion Of(Deck deck, Slide slide) => Of(deck.TransitionOf(slide), deck.House.Paper);

    /// <summary>A way of coming in as tracks.</summary>
    /// <param name="coming">The way.</param>
    /// <param name="paper">Colour of the paper, as <c>#RRGGBB</c>.</param>
    public static SlideMotion Of(Transition coming, string paper)
    {
        if (coming.Change == TransitionKind.Cut || coming.Seconds <= 0)
            return AtOnce;
        (double x, double y) = coming.From switch
        {
            SlideEdge.Left => (-1.0, 0.0),
            SlideEdge.Right => (1.0, 0.0),
            SlideEdge.Top => (0.0, -1.0),
            _ => (0.0, 1.0),
        };
        return coming.Change switch
        {
            // What is carried is said apart; where nothing can be, the slide dissolves.
            TransitionKind.Carry => Run(Easing.InOut, null, (MotionLayer.Coming, [new(0, 0), new(1)])),
            TransitionKind.Dissolve => Run(Easing.Even, null, (MotionLayer.Coming, [new(0, 0), new(1)])),
            TransitionKind.Wipe => Run(
                Easing.InOut,
                null,
                (
                    MotionLayer.Coming,
                    [
                        // What is farthest from the side it comes from is uncovered last.
                        coming.From switch
                        {
                            SlideEdge.Left => new(0, CutRight: 1),
                            SlideEdge.Right => new(0, CutLeft: 1),
                            SlideEdge.Top => new(0, CutBottom: 1),
                            _ => new(0, CutTop: 1),
                        },
                        new(1),
                    ]
                )
            ),
            TransitionKind.Push => Run(
                Easing.InOut,
                null,
                (MotionLayer.Going, [new(0), new(1, X: -x, Y: -y)]),
                (MotionLayer.Coming, [new(0, X: x, Y: y), new(1)])
            ),
            TransitionKind.ThroughBlack => Through("#000000"),
            TransitionKind.ThroughPaper => Through(paper),
            _ => throw new ArgumentOutOfRangeException(nameof(coming)),
        };

        // One goes in the first half, the other comes in the second: never both at once, so that nothing flashes.
        SlideMotion Through(string colour) =>
            Run(
                Easing.Even,
                colour,
                (MotionLayer.Going, [new(0), new(.5, 0), new(1, 0)]),
                (MotionLayer.Coming, [new(0, 0), new(.5, 0), new(1)])
            );

        SlideMotion Run(Easing easing, string? under, params (MotionLayer Layer, LayerKeyframe[] States)[] tracks) =>
            new(coming.Seconds, easing, under, [.. tracks.Select(t => new MotionTrack(t.Layer, t.States))]);
    }
}
