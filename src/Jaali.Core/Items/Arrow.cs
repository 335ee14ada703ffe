namespace Jaali.Core.Items;

/// <summary>Lines with open heads, as outlines.</summary>
internal static class Arrow
{
    // A head is so many widths long, and opens so far to either side of the line.
    private const double Long = 4.2,
        Open = .6;

    /// <summary>A line along a way, its heads with it.</summary>
    /// <param name="way">Its places, at least two.</param>
    /// <param name="width">In units.</param>
    /// <param name="end">A head at its end.</param>
    /// <param name="start">A head at its start.</param>
    /// <param name="dash">Length of its dashes and the gaps between, in widths; 0 for a line without.</param>
    internal static Path Of(
        IReadOnlyList<SlidePoint> way,
        double width,
        bool end = true,
        bool start = false,
        double dash = 0
    )
    {
        List<Path> all = [.. dash > 0 ? Dashes(way, width * dash, width) : [Ribbon.Of(way, width)]];
        if (end)
            all.Add(Head(way[^1], Back(way, width * Long), width));
        if (start)
            all.Add(Head(way[0], Back([.. way.Reverse()], width * Long), width));
        return Path.Together(all);
    }

    /// <summary>A way in dashes.</summary>
    /// <param name="way">Its places.</param>
    /// <param name="length">Of a dash, and of the gap behind it, in units.</param>
    /// <param name="width">In units.</param>
    internal static IEnumerable<Path> Dashes(IReadOnlyList<SlidePoint> way, double length, double width)
    {
        List<SlidePoint> dash = [way[0]];
        double left = length;
        bool drawn = true;
        for (int i = 1; i < way.Count; i++)
        {
            SlidePoint from = way[i - 1],
                to = way[i];
            double far = Distance(from, to);
            while (far > left)
            {
                from = new(from.X + (to.X - from.X) * left / far, from.Y + (to.Y - from.Y) * left / far);
                far = Distance(from, to);
                dash.Add(from);
                if (drawn)
                    yield return Ribbon.Of(dash, width);
                dash = [from];
                drawn = !drawn;
                left = length;
            }
            left -= far;
            dash.Add(to);
        }
        if (drawn && dash.Count > 1)
            yield return Ribbon.Of(dash, width);
    }

    internal static double Distance(SlidePoint a, SlidePoint b) =>
        Math.Sqrt((a.X - b.X) * (a.X - b.X) + (a.Y - b.Y) * (a.Y - b.Y));

    private static Path Head(SlidePoint tip, SlidePoint from, double width)
    {
        double far = Math.Max(1e-6, Distance(tip, from)),
            x = (from.X - tip.X) / far,
            y = (from.Y - tip.Y) / far,
            length = width * Long,
            aside = length * Open;
        return Ribbon.Of(
            [
                new(tip.X + x * length - y * aside, tip.Y + y * length + x * aside),
                tip,
                new(tip.X + x * length + y * aside, tip.Y + y * length - x * aside),
            ],
            width
        );
    }

    // The place so far before the end of a way: a head looks along it, not along its last bit.
    private static SlidePoint Back(IReadOnlyList<SlidePoint> way, double length)
    {
        for (int i = way.Count - 2; i >= 0; i--)
        {
            double far = Distance(way[i + 1], way[i]);
            if (far >= length)
                return new(
                    way[i + 1].X + (way[i].X - way[i + 1].X) * length / far,
                    way[i + 1].Y + (way[i].Y - way[i + 1].Y) * length / far
                );
            length -= far;
        }
        return way[0];
    }
}
