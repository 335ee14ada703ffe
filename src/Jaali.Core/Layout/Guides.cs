namespace Jaali.Core.Layout;

/// <summary>A line of the slide that an edge or the middle of a thing catches on while a hand moves or resizes
/// it.</summary>
/// <param name="Axis">"x" for an upright line, "y" for a level one.</param>
/// <param name="At">Where it lies, in slide units.</param>
/// <param name="Of">What it belongs to, in words.</param>
public sealed record GuideLine(string Axis, double At, string Of);

/// <summary>Two things with a gap between them, which a third may keep from one of them, or in whose middle it may
/// stand.</summary>
/// <param name="Axis">"x" for things side by side, "y" for things one above the other.</param>
/// <param name="At">Where the edge, or the middle, of the moved thing comes, in slide units.</param>
/// <param name="Edge">Which edge of the moved thing: "start" for its left or upper one, "end" for the other, "middle"
/// for its middle: the gaps on both sides are equal then.</param>
/// <param name="Gap">The gap, in slide units; of a middle the room between the two.</param>
public sealed record GuideGap(string Axis, double At, string Edge, double Gap);

/// <summary>A size that another thing has.</summary>
/// <param name="Axis">"x" for a width, "y" for a height.</param>
/// <param name="Size">In slide units.</param>
public sealed record GuideSize(string Axis, double Size);

/// <summary>Everything a hand needs before it moves or resizes a thing; while it moves, only these numbers are
/// compared.</summary>
/// <param name="Lines">Edges and middles of the slide, of its grid and of the other things.</param>
/// <param name="Gaps">Places at which a gap between two other things is met again.</param>
/// <param name="Sizes">Widths and heights of the other things.</param>
/// <param name="Tolerance">How near counts as a catch, in pixels of the screen, so that it feels the same at every
/// zoom.</param>
public sealed record Guides(
    IReadOnlyList<GuideLine> Lines,
    IReadOnlyList<GuideGap> Gaps,
    IReadOnlyList<GuideSize> Sizes,
    double Tolerance
)
{
    /// <summary>Degrees between the turns that a hand catches on while it holds Shift.</summary>
    public const double TurnStep = 15;

    /// <summary>Within so many degrees of a quarter a turn catches on it.</summary>
    public const double TurnCatch = 2;

    private const double Near = 7;

    // Among more things than these gaps are not sought: they would lie at every pixel.
    private const int MostForGaps = 60;

    /// <summary>The guides of items among the others of their slide.</summary>
    public static Guides For(Deck deck, Slide slide, params IReadOnlyList<Item> items)
    {
        SlideRect bounds = deck.Shape.Bounds();
        SlideGrid grid = deck.GridOf(slide);
        List<GuideLine> lines = [];
        Box(bounds, "slide");
        foreach ((double start, double size) in grid.ColumnsOn(bounds))
            lines.AddRange([new("x", start, "grid"), new("x", start + size, "grid")]);
        foreach ((double start, double size) in grid.RowsOn(bounds))
            lines.AddRange([new("y", start, "grid"), new("y", start + size, "grid")]);
        HashSet<Guid> moved = [.. items.Select(i => i.Id)];
        SlideRect[] others =
        [
            .. slide.Items.Where(i => !moved.Contains(i.Id) && !i.At.IsGround && i.At.Turn == 0).Select(i => i.At.Rect),
        ];
        foreach (SlideRect other in others)
            Box(other, "edge");
        List<GuideGap> gaps = [];
        if (others.Length <= MostForGaps)
            foreach (SlideRect a in others)
            foreach (SlideRect b in others)
            {
                Gap("x", a.X, a.Right, b.X, b.Right, a.Y < b.Bottom && b.Y < a.Bottom);
                Gap("y", a.Y, a.Bottom, b.Y, b.Bottom, a.X < b.Right && b.X < a.Right);
            }
        return new(
            [.. lines.DistinctBy(l => (l.Axis, Math.Round(l.At, 3)))],
            [.. gaps.DistinctBy(g => (g.Axis, g.Edge, Math.Round(g.At, 3)))],
            [
                .. others
                    .SelectMany(o => new GuideSize[] { new("x", o.Width), new("y", o.Height) })
                    .DistinctBy(s => (s.Axis, Math.Round(s.Size, 2))),
            ],
            Near
        );

        void Box(SlideRect r, string of)
        {
            lines.AddRange([new("x", r.X, of), new("x", r.Right, of), new("y", r.Y, of), new("y", r.Bottom, of)]);
            lines.Add(new("x", r.X + r.Width / 2, of + " middle"));
            lines.Add(new("y", r.Y + r.Height / 2, of + " middle"));
        }

        // Behind the second, or before the first, as far as they are apart; or in the middle between them.
        void Gap(string axis, double aStart, double aEnd, double bStart, double bEnd, bool level)
        {
            double gap = bStart - aEnd;
            if (!level || gap <= 0)
                return;
            gaps.Add(new(axis, bEnd + gap, "start", gap));
            gaps.Add(new(axis, aStart - gap, "end", gap));
            gaps.Add(new(axis, (aEnd + bStart) / 2, "middle", gap));
        }
    }
}
