namespace Jaali.Core.Layout;

/// <summary>Ways of lining things up; the first thing leads.</summary>
public enum Alignment
{
    /// <summary>Left edges on that of the first.</summary>
    Left,

    /// <summary>Right edges.</summary>
    Right,

    /// <summary>Upper edges.</summary>
    Top,

    /// <summary>Lower edges.</summary>
    Bottom,

    /// <summary>Middles on one upright line.</summary>
    MiddleAcross,

    /// <summary>Middles on one level line.</summary>
    MiddleDown,

    /// <summary>Equal gaps from the leftmost to the rightmost, which stay.</summary>
    EqualGapsAcross,

    /// <summary>Equal gaps from the uppermost to the lowest, which stay.</summary>
    EqualGapsDown,

    /// <summary>As wide as the first, about their middles.</summary>
    SameWidth,

    /// <summary>As high as the first, about their middles.</summary>
    SameHeight,

    /// <summary>Each onto the cells of the grid that are nearest to it.</summary>
    Grid,
}

/// <summary>Computes where things come that are lined up.</summary>
public static class Alignments
{
    /// <summary>The rectangles after it, in the order given.</summary>
    /// <param name="rects">Where the things stand, the one that leads first.</param>
    /// <param name="how">What is done.</param>
    /// <param name="grid">The grid of their slide.</param>
    /// <param name="slide">The whole slide.</param>
    public static IReadOnlyList<SlideRect> Of(
        IReadOnlyList<SlideRect> rects,
        Alignment how,
        SlideGrid grid,
        SlideRect slide
    )
    {
        SlideRect lead = rects[0];
        return how switch
        {
            Alignment.Left => [.. rects.Select(r => r with { X = lead.X })],
            Alignment.Right => [.. rects.Select(r => r with { X = lead.Right - r.Width })],
            Alignment.Top => [.. rects.Select(r => r with { Y = lead.Y })],
            Alignment.Bottom => [.. rects.Select(r => r with { Y = lead.Bottom - r.Height })],
            Alignment.MiddleAcross => [.. rects.Select(r => r with { X = lead.X + (lead.Width - r.Width) / 2 })],
            Alignment.MiddleDown => [.. rects.Select(r => r with { Y = lead.Y + (lead.Height - r.Height) / 2 })],
            Alignment.SameWidth =>
            [
                .. rects.Select(r => r with { X = r.X + (r.Width - lead.Width) / 2, Width = lead.Width }),
            ],
            Alignment.SameHeight =>
            [
                .. rects.Select(r => r with { Y = r.Y + (r.Height - lead.Height) / 2, Height = lead.Height }),
            ],
            Alignment.Grid => [.. rects.Select(r => grid.Rect(slide, grid.Nearest(slide, r)))],
            Alignment.EqualGapsAcross => Spaced(rects, r => r.X, r => r.Width, (r, x) => r with { X = x }),
            _ => Spaced(rects, r => r.Y, r => r.Height, (r, y) => r with { Y = y }),
        };
    }

    // The outermost stay; what room is left between is shared alike, also where it is less than none.
    private static SlideRect[] Spaced(
        IReadOnlyList<SlideRect> rects,
        Func<SlideRect, double> start,
        Func<SlideRect, double> size,
        Func<SlideRect, double, SlideRect> at
    )
    {
        int[] order = [.. Enumerable.Range(0, rects.Count).OrderBy(i => start(rects[i]) + size(rects[i]) / 2)];
        SlideRect first = rects[order[0]],
            last = rects[order[^1]];
        double gap = (start(last) + size(last) - start(first) - rects.Sum(size)) / (rects.Count - 1),
            next = start(first);
        var placed = new SlideRect[rects.Count];
        foreach (int i in order)
        {
            placed[i] = at(rects[i], next);
            next += size(rects[i]) + gap;
        }
        return placed;
    }
}
