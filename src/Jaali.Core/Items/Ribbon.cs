namespace Jaali.Core.Items;

/// <summary>A line as an outline, so that it is filled, clipped and cut out of photos as any other is: with mitred
/// corners, which are cut where they would reach far.</summary>
internal static class Ribbon
{
    // A corner reaches so many half widths at most (SVG 2, 13.5.4: stroke-miterlimit is 4 by default).
    private const double MostMitre = 4;

    /// <summary>The outline of a line.</summary>
    /// <param name="line">Its places, at least one.</param>
    /// <param name="width">Its width in units.</param>
    internal static Path Of(IReadOnlyList<SlidePoint> line, double width)
    {
        List<SlidePoint> way = [];
        foreach (SlidePoint p in line)
            if (way.Count == 0 || Math.Abs(way[^1].X - p.X) + Math.Abs(way[^1].Y - p.Y) > 1e-6)
                way.Add(p);
        double half = width / 2;
        if (way.Count < 2)
            return Path.Ellipse(new(way[0].X - half, way[0].Y - half, width, width));
        SlidePoint[] left = new SlidePoint[way.Count],
            right = new SlidePoint[way.Count];
        for (int i = 0; i < way.Count; i++)
        {
            (double X, double Y) before = Normal(way[Math.Max(0, i - 1)], way[Math.Max(1, i)]),
                after = Normal(way[Math.Min(i, way.Count - 2)], way[Math.Min(i + 1, way.Count - 1)]);
            double x = before.X + after.X,
                y = before.Y + after.Y,
                // The mitre of the two: as long as half the width is in the direction of either normal.
                along = x * after.X + y * after.Y,
                by = along < 1e-6 ? 0 : half / along,
                reach = Math.Sqrt(x * x + y * y) * by;
            if (reach > MostMitre * half)
                by *= MostMitre * half / reach;
            left[i] = new(way[i].X + x * by, way[i].Y + y * by);
            right[i] = new(way[i].X - x * by, way[i].Y - y * by);
        }
        SlidePoint[] round = [.. left, .. right.Reverse()];
        // Clockwise, as other outlines run: where they lie over each other nothing is left out.
        if (
            round.Select((a, i) => (A: a, B: round[(i + 1) % round.Length])).Sum(s => s.A.X * s.B.Y - s.B.X * s.A.Y) < 0
        )
            Array.Reverse(round);
        return Path.Polygon(round);
    }

    private static (double X, double Y) Normal(SlidePoint a, SlidePoint b)
    {
        double dx = b.X - a.X,
            dy = b.Y - a.Y,
            length = Math.Max(1e-9, Math.Sqrt(dx * dx + dy * dy));
        return (-dy / length, dx / length);
    }
}
