using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Scenes;

namespace Jaali.Core.Layout;

/// <summary>A line of the slide that an edge or the middle of a thing catches on while a hand moves or resizes
/// it.</summary>
/// <param name="Axis">"x" for an upright line, "y" for a level one.</param>
/// <param name="At">Where it lies, in slide units.</param>
/// <param name="Of">What it belongs to, in words.</param>
public sealed record GuideLine(string Axis, double At, string Of);

/// <summary>Two things with a gap between them, which a third may keep from one of them.</summary>
/// <param name="Axis">"x" for things side by side, "y" for things one above the other.</param>
/// <param name="At">Where the edge of the moved thing comes, in slide units.</param>
/// <param name="Edge">Which edge of the moved thing: "start" for its left or upper one, "end" for the other.</param>
/// <param name="Gap">The gap, in slide units.</param>
public sealed record GuideGap(string Axis, double At, string Edge, double Gap);

/// <summary>Everything a hand needs before it moves or resizes a thing; while it moves, only these numbers are
/// compared.</summary>
/// <param name="Lines">Edges and middles of the slide, of its margins and of the other things.</param>
/// <param name="Gaps">Places at which a gap between two other things is met again.</param>
/// <param name="Tolerance">How near counts as a catch, in pixels of the screen, so that it feels the same at every
/// zoom.</param>
public sealed record Guides(IReadOnlyList<GuideLine> Lines, IReadOnlyList<GuideGap> Gaps, double Tolerance)
{
    private const double Near = 7;

    /// <summary>The guides of an item among the others of its slide.</summary>
    public static Guides For(Deck deck, Slide slide, Item item)
    {
        SlideRect bounds = deck.Shape.Bounds();
        Theme theme = Theme.Usual;
        List<GuideLine> lines = [];
        Box(bounds, "slide");
        Box(
            new(
                bounds.X + theme.MarginX,
                bounds.Y + theme.MarginY,
                bounds.Width - 2 * theme.MarginX,
                bounds.Height - 2 * theme.MarginY
            ),
            "margin",
            middles: false
        );
        SlideRect[] others =
        [
            .. slide.Items.Where(i => i.Id != item.Id && !i.At.IsGround && i.At.Turn == 0).Select(i => i.At.Rect),
        ];
        foreach (SlideRect other in others)
            Box(other, "edge");
        List<GuideGap> gaps = [];
        foreach (SlideRect a in others)
        foreach (SlideRect b in others)
        {
            Gap("x", a.X, a.Right, b.X, b.Right, a.Y < b.Bottom && b.Y < a.Bottom);
            Gap("y", a.Y, a.Bottom, b.Y, b.Bottom, a.X < b.Right && b.X < a.Right);
        }
        return new(
            [.. lines.DistinctBy(l => (l.Axis, Math.Round(l.At, 3)))],
            [.. gaps.DistinctBy(g => (g.Axis, g.Edge, Math.Round(g.At, 3)))],
            Near
        );

        void Box(SlideRect r, string of, bool middles = true)
        {
            lines.Add(new("x", r.X, of));
            lines.Add(new("x", r.Right, of));
            lines.Add(new("y", r.Y, of));
            lines.Add(new("y", r.Bottom, of));
            if (!middles)
                return;
            lines.Add(new("x", r.X + r.Width / 2, of + " middle"));
            lines.Add(new("y", r.Y + r.Height / 2, of + " middle"));
        }

        // Behind the second, or before the first, as far as they are apart.
        void Gap(string axis, double aStart, double aEnd, double bStart, double bEnd, bool level)
        {
            double gap = bStart - aEnd;
            if (!level || gap <= 0)
                return;
            gaps.Add(new(axis, bEnd + gap, "start", gap));
            gaps.Add(new(axis, aStart - gap, "end", gap));
        }
    }
}
