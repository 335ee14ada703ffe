namespace Jaali.Core.Layout;

/// <summary>
/// Photos on spans of a grid's cells: the room is cut through, again and again, along lines of the grid, until each
/// photo has a span; of all such cuts the one with the least crop is found, photos in reading order (dynamic
/// programming
/// over spans of cells).
/// </summary>
public static class Tilings
{
    // Spans much larger or smaller than their share cost as much as a crop.
    private const double Uneven = .12;

    // A room of fewer cells than photos is cut by this grid.
    private static readonly (int Columns, int Rows) Usual = (6, 4);

    /// <summary>The places of photos on a grid; null where the grid has no room for them.</summary>
    /// <param name="grid">The grid.</param>
    /// <param name="slide">The whole slide.</param>
    /// <param name="room">The part of it that photos may take: rows that begin above are left out.</param>
    /// <param name="aspects">Width over height of each photo, in reading order.</param>
    public static IReadOnlyList<SlideRect>? On(
        SlideGrid grid,
        SlideRect slide,
        SlideRect room,
        IReadOnlyList<double> aspects
    )
    {
        if (grid.Columns * grid.Rows < aspects.Count)
            grid = grid with { Columns = Usual.Columns, Rows = Usual.Rows, Widths = null };
        // A very fine grid has more cuts than anyone would see the difference of.
        if (grid.Columns > 12 || grid.Rows > 8)
            grid = grid with { Columns = Math.Min(12, grid.Columns), Rows = Math.Min(8, grid.Rows), Widths = null };
        (double Start, double Size)[] columns = grid.ColumnsOn(slide),
            rows = [.. grid.RowsOn(slide).Where(r => r.Start >= room.Y - 1)];
        // Where words leave less than half of its rows, the rows are laid anew under them.
        if (rows.Length * 2 < grid.Rows || rows.Length * columns.Length < aspects.Count)
        {
            double h = (room.Height - (grid.Rows - 1) * grid.Gutter) / grid.Rows;
            rows = [.. Enumerable.Range(0, grid.Rows).Select(i => (room.Y + i * (h + grid.Gutter), h))];
        }
        if (rows.Length * columns.Length < aspects.Count || rows.Any(r => r.Size < 8))
            return null;
        int n = aspects.Count,
            c = columns.Length,
            d = rows.Length;
        var best = new Dictionary<(int X, int Y, int W, int H, int From, int Count), (double Cost, Cut Cut)>();
        double whole = (double)c * d;
        Cost(0, 0, c, d, 0, n);
        var placed = new SlideRect[n];
        Put(0, 0, c, d, 0, n);
        return placed;

        SlideRect Rect(int x, int y, int w, int h) =>
            new(
                columns[x].Start,
                rows[y].Start,
                columns[x + w - 1].Start + columns[x + w - 1].Size - columns[x].Start,
                rows[y + h - 1].Start + rows[y + h - 1].Size - rows[y].Start
            );

        double Cost(int x, int y, int w, int h, int from, int count)
        {
            if (w * h < count)
                return double.PositiveInfinity;
            if (best.TryGetValue((x, y, w, h, from, count), out (double Cost, Cut) known))
                return known.Cost;
            (double Cost, Cut Cut) found = (double.PositiveInfinity, default);
            if (count == 1)
            {
                double crop = Math.Log(Rect(x, y, w, h).Aspect / aspects[from]),
                    share = Math.Log(w * h * n / whole);
                found = (crop * crop + Uneven * share * share, default);
            }
            else
                for (int first = 1; first < count; first++)
                {
                    for (int at = 1; at < w; at++)
                        Try(
                            Cost(x, y, at, h, from, first) + Cost(x + at, y, w - at, h, from + first, count - first),
                            new(true, at, first)
                        );
                    for (int at = 1; at < h; at++)
                        Try(
                            Cost(x, y, w, at, from, first) + Cost(x, y + at, w, h - at, from + first, count - first),
                            new(false, at, first)
                        );
                }
            best[(x, y, w, h, from, count)] = found;
            return found.Cost;

            void Try(double cost, Cut cut)
            {
                if (cost < found.Cost - 1e-12)
                    found = (cost, cut);
            }
        }

        void Put(int x, int y, int w, int h, int from, int count)
        {
            if (count == 1)
            {
                placed[from] = Rect(x, y, w, h);
                return;
            }
            Cut cut = best[(x, y, w, h, from, count)].Cut;
            if (cut.Upright)
            {
                Put(x, y, cut.At, h, from, cut.First);
                Put(x + cut.At, y, w - cut.At, h, from + cut.First, count - cut.First);
            }
            else
            {
                Put(x, y, w, cut.At, from, cut.First);
                Put(x, y + cut.At, w, h - cut.At, from + cut.First, count - cut.First);
            }
        }
    }

    private readonly record struct Cut(bool Upright, int At, int First);
}
