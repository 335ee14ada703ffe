namespace Jaali.Core.Geometry;

/// <summary>What is left of a room where things lie in it.</summary>
internal static class FreeRoom
{
    // Of more things than these only their outer sides are looked at.
    private const int Most = 14;

    /// <summary>The largest upright rectangle of a room that keeps so far from everything that is taken; the empty one
    /// where all of it is.</summary>
    internal static SlideRect Largest(SlideRect room, IReadOnlyList<SlideRect> taken, double gap)
    {
        SlideRect[] near = [.. taken.Select(t => t.Grown(gap)).Where(t => t.Overlaps(room))];
        if (near.Length == 0)
            return room;
        if (near.Length > Most)
        {
            double x = near.Min(t => t.X),
                y = near.Min(t => t.Y);
            near = [new(x, y, near.Max(t => t.Right) - x, near.Max(t => t.Bottom) - y)];
        }
        // The largest one has each of its sides at a side of the room or of something that is taken.
        double[] lefts = Within(near.Select(t => t.Right).Prepend(room.X), room.X, room.Right),
            rights = Within(near.Select(t => t.X).Prepend(room.Right), room.X, room.Right),
            tops = Within(near.Select(t => t.Bottom).Prepend(room.Y), room.Y, room.Bottom),
            bottoms = Within(near.Select(t => t.Y).Prepend(room.Bottom), room.Y, room.Bottom);
        SlideRect best = room with { Width = 0, Height = 0 };
        foreach (double left in lefts)
        foreach (double right in rights.Where(r => r > left))
        foreach (double top in tops)
        foreach (double bottom in bottoms.Where(b => b > top))
        {
            var found = new SlideRect(left, top, right - left, bottom - top);
            if (found.Width * found.Height > best.Width * best.Height && !near.Any(found.Grown(-1e-6).Overlaps))
                best = found;
        }
        return best;
    }

    private static double[] Within(IEnumerable<double> values, double from, double to) =>
        [.. values.Where(v => v >= from && v <= to).Distinct()];
}
