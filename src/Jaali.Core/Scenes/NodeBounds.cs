namespace Jaali.Core.Scenes;

/// <summary>The room that nodes take.</summary>
public static class NodeBounds
{
    // Letters reach so far above and below their baseline, in sizes: more than those of any face do.
    private const double Above = 1.1,
        Below = .35;

    /// <summary>The upright rectangle round everything that nodes paint; null where they paint nothing.</summary>
    public static SlideRect? Of(IEnumerable<SceneNode> nodes) => Round(nodes.Select(Of));

    /// <summary>The upright rectangle round what a node paints; null where it paints nothing.</summary>
    public static SlideRect? Of(SceneNode node) =>
        node switch
        {
            PhotoNode p => p.Image,
            PathNode p => p.Path.Bounds.Grown(p.StrokeWidth / 2),
            TextNode t => Round(
                t.Lines.Select(l =>
                    (SlideRect?)Turned(
                        new SlideRect(l.X, l.Baseline - Above * t.Size, l.Width, (Above + Below) * t.Size),
                        new(l.X, l.Baseline),
                        l.Turn,
                        1
                    )
                )
            ),
            GroupNode g => Within(
                Of(g.Nodes) is { } inside ? Turned(inside, g.About ?? default, g.Turn, g.Scale) : null,
                g.Clip?.Bounds
            ),
            _ => throw new NotSupportedException($"{node.GetType().Name} is no node that can be measured."),
        };

    /// <summary>The upright rectangle round one that is turned and scaled about a place.</summary>
    public static SlideRect Turned(SlideRect r, SlidePoint about, double degrees, double scale)
    {
        if (degrees == 0 && scale == 1)
            return r;
        SlidePoint[] corners =
        [
            .. new SlidePoint[] { new(r.X, r.Y), new(r.Right, r.Y), new(r.X, r.Bottom), new(r.Right, r.Bottom) }.Select(
                c =>
                    new SlidePoint(about.X + (c.X - about.X) * scale, about.Y + (c.Y - about.Y) * scale).Turned(
                        about,
                        degrees
                    )
            ),
        ];
        double x = corners.Min(c => c.X),
            y = corners.Min(c => c.Y);
        return new(x, y, corners.Max(c => c.X) - x, corners.Max(c => c.Y) - y);
    }

    private static SlideRect? Round(IEnumerable<SlideRect?> all)
    {
        SlideRect[] there = [.. all.OfType<SlideRect>()];
        if (there.Length == 0)
            return null;
        double x = there.Min(r => r.X),
            y = there.Min(r => r.Y);
        return new(x, y, there.Max(r => r.Right) - x, there.Max(r => r.Bottom) - y);
    }

    private static SlideRect? Within(SlideRect? r, SlideRect? clip)
    {
        if (r is not { } a || clip is not { } b)
            return r;
        double x = Math.Max(a.X, b.X),
            y = Math.Max(a.Y, b.Y),
            right = Math.Min(a.Right, b.Right),
            bottom = Math.Min(a.Bottom, b.Bottom);
        return right > x && bottom > y ? new(x, y, right - x, bottom - y) : null;
    }
}
