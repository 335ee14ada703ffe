namespace Jaali.Core.Items;

/// <summary>The way of a line: from what it begins at to what it ends at, round what stands between.</summary>
public static class LinePath
{
    // From an end to the edge of what it is attached to, and from a way to what it goes round, in units.
    private const double Clear = 10,
        Round = 22;

    // A bow reaches so much of its length aside.
    private const double Bow = .16;

    // Ways are looked for round so many things; more are rather crossed.
    private const int MostObstacles = 40;

    // A corner of a way costs as much as this much of length.
    private const double Corner = 60;

    /// <summary>The places of the way, at least two, before the line is turned.</summary>
    /// <param name="line">The line.</param>
    /// <param name="slide">Its slide.</param>
    /// <param name="boxes">Where an item is seen, where that is known better than by its rectangle; else null.</param>
    public static IReadOnlyList<SlidePoint> Of(Line line, Slide slide, Func<Item, SlideRect?>? boxes = null)
    {
        Item? from = Attached(line.From, slide),
            to = Attached(line.To, slide);
        if (from is not null && from == to)
            to = null;
        Path? start = from is null ? null : OutlineOf(from, boxes),
            end = to is null ? null : OutlineOf(to, boxes);
        SlidePoint a = start is null ? line.From.In(line.At.Rect) : Composition.Middle(start.Bounds),
            b = end is null ? line.To.In(line.At.Rect) : Composition.Middle(end.Bounds);
        SlideRect[] around =
        [
            .. slide
                .Items.Where(i => i != from && i != to && Stands(i))
                .Select(i => OutlineOf(i, boxes).Bounds.Grown(Round))
                // What an end lies on is no obstacle, and neither is what lies under both.
                .Where(r => !Holds(r, a) && !Holds(r, b))
                .Take(MostObstacles),
        ];
        if (line.Route == LineRoute.Elbow)
            return Elbow(a, b, start?.Bounds, end?.Bounds, around);
        List<SlidePoint> way = [.. Shortest(a, b, around)];
        if (line.Route == LineRoute.Curve)
        {
            if (way.Count == 2)
            {
                double dx = b.X - a.X,
                    dy = b.Y - a.Y;
                // To the left of the way, so that a bow between things beside each other rises.
                way.Insert(1, new((a.X + b.X) / 2 + dy * Bow, (a.Y + b.Y) / 2 - dx * Bow));
            }
            way = [.. Smooth.Open(way)];
        }
        return Cut(way, start, end);
    }

    /// <summary>The lines that stay with one of these items, as they are drawn where the slide is so.</summary>
    /// <param name="slide">The slide.</param>
    /// <param name="with">The items.</param>
    public static IEnumerable<(Guid Line, Path Drawn)> Along(Slide slide, IReadOnlySet<Guid> with) =>
        slide
            .Items.OfType<Line>()
            .Where(l =>
                l.At.Turn == 0
                && !with.Contains(l.Id)
                && new[] { l.From, l.To }.Any(e => e.ItemId is { } id && with.Contains(id))
            )
            .Select(l => (l.Id, Drawn(l, Of(l, slide))));

    /// <summary>A line along its way, its heads with it.</summary>
    internal static Path Drawn(Line line, IReadOnlyList<SlidePoint> way) =>
        Arrow.Of(way, line.Width, line.EndHead, line.StartHead, line.Dash);

    /// <summary>The line round its way: its rectangle, and where its ends lie in it.</summary>
    internal static Line Fitted(Line line, Slide slide)
    {
        IReadOnlyList<SlidePoint> way = Of(line, slide);
        double x = way.Min(p => p.X),
            y = way.Min(p => p.Y),
            w = way.Max(p => p.X) - x,
            h = way.Max(p => p.Y) - y;
        // The smallest thing there is; a level line lies in its middle.
        if (w < ItemKinds.Smallest)
            (x, w) = (x - (ItemKinds.Smallest - w) / 2, ItemKinds.Smallest);
        if (h < ItemKinds.Smallest)
            (y, h) = (y - (ItemKinds.Smallest - h) / 2, ItemKinds.Smallest);
        var rect = new SlideRect(Math.Round(x, 2), Math.Round(y, 2), Math.Round(w, 2), Math.Round(h, 2));
        Line now = line with
        {
            At = line.At with { Rect = rect },
            From = At(line.From, way[0]),
            To = At(line.To, way[^1]),
        };
        return now == line ? line : now;

        LineEnd At(LineEnd end, SlidePoint p) =>
            end with
            {
                X = Math.Round((p.X - rect.X) / rect.Width, 4),
                Y = Math.Round((p.Y - rect.Y) / rect.Height, 4),
            };
    }

    private static Item? Attached(LineEnd end, Slide slide) =>
        end.ItemId is { } id && slide.Item(id) is { } item and not Line ? item : null;

    /// <summary>What ways go round, and what ends stay with where they are drawn: things that stand on the slide, not
    /// what lies under or over all of it, nor words whose place is found only when the slide is composed.</summary>
    internal static bool Stands(Item item) =>
        item is not (Line or Veil) && !item.At.IsGround && item is not Words { Spot: not Spot.Placed };

    private static Path OutlineOf(Item item, Func<Item, SlideRect?>? boxes)
    {
        Path outline = item switch
        {
            Shape shape => shape.Outline,
            Frame frame => frame.Outline,
            _ => Path.Rect(boxes?.Invoke(item) ?? item.At.Rect),
        };
        return item.At.Turn == 0
            ? outline
            : Path.Polygon([.. outline.Ways[0].Select(p => p.Turned(Composition.Middle(item.At.Rect), item.At.Turn))]);
    }

    private static bool Holds(SlideRect r, SlidePoint p) => p.X > r.X && p.X < r.Right && p.Y > r.Y && p.Y < r.Bottom;

    // The way without what lies within what it is attached to.
    private static IReadOnlyList<SlidePoint> Cut(List<SlidePoint> way, Path? start, Path? end)
    {
        if (end is not null)
            way = Outside(way, end);
        if (start is not null)
        {
            way.Reverse();
            way = Outside(way, start);
            way.Reverse();
        }
        return way;
    }

    // Up to a little before the last crossing of an outline.
    private static List<SlidePoint> Outside(List<SlidePoint> way, Path outline)
    {
        const int Bits = 64;
        for (int i = 0; i + 1 < way.Count; i++)
        {
            if (!outline.Contains(way[i + 1].X, way[i + 1].Y) || outline.Contains(way[i].X, way[i].Y))
                continue;
            double low = 0,
                high = 1;
            for (int n = 0; n < Bits && high - low > 1e-6; n++)
            {
                double middle = (low + high) / 2;
                SlidePoint p = Between(way[i], way[i + 1], middle);
                if (outline.Contains(p.X, p.Y))
                    high = middle;
                else
                    low = middle;
            }
            double far = Arrow.Distance(way[i], way[i + 1]),
                at = Math.Max(far > 0 ? low - Clear / far : low, low / 2);
            return [.. way[..(i + 1)], Between(way[i], way[i + 1], at)];
        }
        return way;
    }

    private static SlidePoint Between(SlidePoint a, SlidePoint b, double t) =>
        new(a.X + (b.X - a.X) * t, a.Y + (b.Y - a.Y) * t);

    // The shortest way round rectangles: over their corners (the graph of what sees what, by Dijkstra's algorithm).
    private static IReadOnlyList<SlidePoint> Shortest(SlidePoint a, SlidePoint b, SlideRect[] around)
    {
        if (!around.Any(r => Crosses(r, a, b)))
            return [a, b];
        List<SlidePoint> at = [a, b];
        foreach (SlideRect r in around)
        foreach (
            SlidePoint corner in (SlidePoint[])
                [new(r.X, r.Y), new(r.Right, r.Y), new(r.Right, r.Bottom), new(r.X, r.Bottom)]
        )
            if (!around.Any(o => Holds(o, corner)))
                at.Add(corner);
        double[] far = new double[at.Count];
        int[] before = new int[at.Count];
        bool[] done = new bool[at.Count];
        Array.Fill(far, double.PositiveInfinity);
        Array.Fill(before, -1);
        far[0] = 0;
        while (true)
        {
            int here = -1;
            for (int i = 0; i < at.Count; i++)
                if (!done[i] && (here < 0 || far[i] < far[here]))
                    here = i;
            if (here < 0 || double.IsInfinity(far[here]) || here == 1)
                break;
            done[here] = true;
            for (int i = 0; i < at.Count; i++)
            {
                double there = far[here] + Arrow.Distance(at[here], at[i]);
                if (!done[i] && there < far[i] && !around.Any(r => Crosses(r, at[here], at[i])))
                    (far[i], before[i]) = (there, here);
            }
        }
        // Nothing leads there: it is crossed.
        if (before[1] < 0)
            return [a, b];
        List<SlidePoint> way = [];
        for (int i = 1; i >= 0; i = before[i])
            way.Insert(0, at[i]);
        return way;
    }

    // A stretch goes through the inside of a rectangle (Liang and Barsky's clipping); along its edge it does not.
    private static bool Crosses(SlideRect r, SlidePoint a, SlidePoint b)
    {
        const double Edge = 1e-6;
        double dx = b.X - a.X,
            dy = b.Y - a.Y,
            enters = 0,
            leaves = 1;
        return Side(-dx, a.X - r.X - Edge)
            && Side(dx, r.Right - Edge - a.X)
            && Side(-dy, a.Y - r.Y - Edge)
            && Side(dy, r.Bottom - Edge - a.Y)
            && leaves - enters > 1e-9;

        bool Side(double p, double q)
        {
            if (Math.Abs(p) < 1e-12)
                return q > 0;
            double t = q / p;
            if (p < 0)
                enters = Math.Max(enters, t);
            else
                leaves = Math.Min(leaves, t);
            return enters < leaves;
        }
    }

    private static readonly (int X, int Y)[] Ways = [(1, 0), (0, 1), (-1, 0), (0, -1)];

    // Across and down on the lines that things and ends give, with as few corners as may be (Dijkstra's algorithm on
    // places and directions).
    private static IReadOnlyList<SlidePoint> Elbow(
        SlidePoint a,
        SlidePoint b,
        SlideRect? from,
        SlideRect? to,
        SlideRect[] around
    )
    {
        // A way leaves and comes straight: not through the sides of what it is attached to.
        SlideRect? start = from?.Grown(Clear),
            end = to?.Grown(Clear);
        SlideRect[] all =
        [
            .. around,
            .. start is { } s ? [s] : Array.Empty<SlideRect>(),
            .. end is { } e ? [e] : Array.Empty<SlideRect>(),
        ];
        double[] xs = Lines(all.SelectMany(r => new[] { r.X - Round / 2, r.Right + Round / 2 }), a.X, b.X),
            ys = Lines(all.SelectMany(r => new[] { r.Y - Round / 2, r.Bottom + Round / 2 }), a.Y, b.Y);
        int w = xs.Length,
            h = ys.Length,
            goal = Array.IndexOf(ys, b.Y) * w + Array.IndexOf(xs, b.X),
            first = Array.IndexOf(ys, a.Y) * w + Array.IndexOf(xs, a.X);
        double[] far = new double[w * h * 4];
        int[] before = new int[far.Length];
        Array.Fill(far, double.PositiveInfinity);
        Array.Fill(before, -1);
        var next = new PriorityQueue<int, double>();
        for (int d = 0; d < 4; d++)
        {
            far[first * 4 + d] = 0;
            next.Enqueue(first * 4 + d, 0);
        }
        int found = -1;
        while (next.TryDequeue(out int state, out double cost))
        {
            if (cost > far[state])
                continue;
            int place = state / 4,
                direction = state % 4;
            if (place == goal)
            {
                found = state;
                break;
            }
            for (int d = 0; d < 4; d++)
            {
                if (d == (direction + 2) % 4)
                    continue;
                int x = place % w + Ways[d].X,
                    y = place / w + Ways[d].Y;
                if (x < 0 || y < 0 || x >= w || y >= h)
                    continue;
                SlidePoint p = new(xs[place % w], ys[place / w]),
                    q = new(xs[x], ys[y]);
                if (around.Any(r => Crosses(r, p, q)))
                    continue;
                // Within what it is attached to it goes straight.
                bool within = start is { } i && Holds(i, p) || end is { } o && Holds(o, p);
                if (within && d != direction && place != first)
                    continue;
                double there = cost + Arrow.Distance(p, q) + (d == direction || place == first ? 0 : Corner);
                int to2 = (y * w + x) * 4 + d;
                if (there < far[to2])
                {
                    (far[to2], before[to2]) = (there, state);
                    next.Enqueue(to2, there);
                }
            }
        }
        List<SlidePoint> way = [];
        if (found < 0)
            way = [a, new(b.X, a.Y), b];
        else
            for (int i = found; i >= 0; i = before[i])
                way.Insert(0, new(xs[i / 4 % w], ys[i / 4 / w]));
        return Cut(Straightened(way), from is { } f ? Path.Rect(f) : null, to is { } t ? Path.Rect(t) : null);
    }

    private static double[] Lines(IEnumerable<double> edges, double a, double b) =>
        [.. edges.Append(a).Append(b).Append((a + b) / 2).Distinct().Order()];

    // Places between which the way goes straight on are left out.
    private static List<SlidePoint> Straightened(List<SlidePoint> way)
    {
        List<SlidePoint> bends = [way[0]];
        for (int i = 1; i + 1 < way.Count; i++)
            if (
                Math.Abs(
                    (way[i].X - bends[^1].X) * (way[i + 1].Y - way[i].Y)
                        - (way[i].Y - bends[^1].Y) * (way[i + 1].X - way[i].X)
                ) > 1e-6
            )
                bends.Add(way[i]);
        bends.Add(way[^1]);
        return bends;
    }
}
