namespace Jaali.Core.Legibility;

/// <summary>
/// Which parts of a photo the eye goes to: blocks that differ in lightness and colour from what is round them
/// (centre against surround), the focal point counted in. From it the marks are proposed that no crop should cut.
/// </summary>
public static class Attention
{
    private const int Blocks = 24;

    // A part stands out where it is so much above the photo's mean, in deviations.
    private const double Above = 1.1;

    /// <summary>Parts that stand out, the strongest first, at most <paramref name="most"/>; none in a photo without
    /// any.</summary>
    /// <param name="tones">The photo's colours.</param>
    /// <param name="focal">Where the eye goes.</param>
    /// <param name="most">How many parts at most.</param>
    public static IReadOnlyList<CropWindow> Parts(ToneMap tones, PhotoPoint focal, int most = 3)
    {
        int columns = tones.Width >= tones.Height ? Blocks : Math.Max(4, Blocks * tones.Width / tones.Height),
            rows = tones.Width >= tones.Height ? Math.Max(4, Blocks * tones.Height / tones.Width) : Blocks;
        double[,,] mean = Means(tones, columns, rows);
        double[,] strength = new double[columns, rows];
        for (int y = 0; y < rows; y++)
        for (int x = 0; x < columns; x++)
        {
            double near = Math.Exp(
                -(Math.Pow((x + .5) / columns - focal.X, 2) + Math.Pow((y + .5) / rows - focal.Y, 2)) / (2 * .15 * .15)
            );
            strength[x, y] = Apart(mean, x, y, columns, rows) * (.5 + near);
        }
        double average = strength.Cast<double>().Average(),
            spread = Math.Sqrt(strength.Cast<double>().Average(s => (s - average) * (s - average)));
        if (spread < 1e-6)
            return [];
        bool[,] seen = new bool[columns, rows];
        List<(double Weight, CropWindow Part)> parts = [];
        for (int y = 0; y < rows; y++)
        for (int x = 0; x < columns; x++)
            if (!seen[x, y] && strength[x, y] > average + Above * spread)
                parts.Add(Grown(x, y));
        return
        [
            .. parts
                .Where(p => p.Part.Width * p.Part.Height < .5)
                .OrderByDescending(p => p.Weight)
                .Take(most)
                .Select(p => p.Part),
        ];

        (double, CropWindow) Grown(int fromX, int fromY)
        {
            int left = fromX,
                right = fromX,
                top = fromY,
                bottom = fromY;
            double weight = 0;
            var open = new Stack<(int X, int Y)>([(fromX, fromY)]);
            seen[fromX, fromY] = true;
            while (open.TryPop(out (int X, int Y) at))
            {
                weight += strength[at.X, at.Y];
                (left, right) = (Math.Min(left, at.X), Math.Max(right, at.X));
                (top, bottom) = (Math.Min(top, at.Y), Math.Max(bottom, at.Y));
                foreach (
                    (int dx, int dy) in (ReadOnlySpan<(int, int)>)
                        [(1, 0), (-1, 0), (0, 1), (0, -1), (1, 1), (-1, -1), (1, -1), (-1, 1)]
                )
                {
                    int x = at.X + dx,
                        y = at.Y + dy;
                    if (x < 0 || y < 0 || x >= columns || y >= rows || seen[x, y])
                        continue;
                    if (strength[x, y] <= average + Above * spread)
                        continue;
                    seen[x, y] = true;
                    open.Push((x, y));
                }
            }
            return (
                weight,
                CropWindow.Create(
                    (double)left / columns,
                    (double)top / rows,
                    (right - left + 1.0) / columns,
                    (bottom - top + 1.0) / rows
                )
            );
        }
    }

    // How far a block's colour lies from the mean of a ring of blocks round it.
    private static double Apart(double[,,] mean, int x, int y, int columns, int rows)
    {
        double apart = 0;
        int n = 0;
        Span<double> ring = stackalloc double[3];
        for (int dy = -3; dy <= 3; dy++)
        for (int dx = -3; dx <= 3; dx++)
        {
            int a = x + dx,
                b = y + dy;
            if ((Math.Abs(dx) < 2 && Math.Abs(dy) < 2) || a < 0 || b < 0 || a >= columns || b >= rows)
                continue;
            for (int c = 0; c < 3; c++)
                ring[c] += mean[a, b, c];
            n++;
        }
        for (int c = 0; c < 3; c++)
            apart += Math.Pow(mean[x, y, c] - ring[c] / n, 2);
        return Math.Sqrt(apart) + mean[x, y, 3];
    }

    // Mean red, green and blue of each block, and how restless it is.
    private static double[,,] Means(ToneMap tones, int columns, int rows)
    {
        double[,,] mean = new double[columns, rows, 4];
        for (int by = 0; by < rows; by++)
        for (int bx = 0; bx < columns; bx++)
        {
            int x0 = bx * tones.Width / columns,
                x1 = Math.Max(x0 + 1, (bx + 1) * tones.Width / columns),
                y0 = by * tones.Height / rows,
                y1 = Math.Max(y0 + 1, (by + 1) * tones.Height / rows),
                n = (x1 - x0) * (y1 - y0);
            double step = 0;
            for (int y = y0; y < y1; y++)
            for (int x = x0; x < x1; x++)
            {
                int i = (y * tones.Width + x) * 3;
                for (int c = 0; c < 3; c++)
                    mean[bx, by, c] += tones.Rgb[i + c] / 255.0 / n;
                if (x + 1 < x1)
                    step += Math.Abs(tones.Rgb[i + 1] - tones.Rgb[i + 4]) / 255.0 / n;
            }
            mean[bx, by, 3] = step;
        }
        return mean;
    }
}
