namespace Jaali.Core.Items;

/// <summary>Smooth ways through places: at each place the way runs along the line between the places before and behind
/// (Catmull and Rom's choice), written as cubic curves.</summary>
internal static class Smooth
{
    private const double Sixth = 1.0 / 6;

    /// <summary>A closed outline through places.</summary>
    internal static Path Closed(IReadOnlyList<SlidePoint> at)
    {
        var builder = new Path.Builder();
        int n = at.Count;
        builder.Move(at[0].X, at[0].Y);
        for (int i = 0; i < n; i++)
            Bit(builder, at[(i - 1 + n) % n], at[i], at[(i + 1) % n], at[(i + 2) % n]);
        return builder.Close();
    }

    /// <summary>An open way through places, in straight bits short enough to look smooth.</summary>
    internal static IReadOnlyList<SlidePoint> Open(IReadOnlyList<SlidePoint> at)
    {
        if (at.Count < 3)
            return at;
        const int Bits = 14;
        List<SlidePoint> way = [at[0]];
        for (int i = 0; i + 1 < at.Count; i++)
        {
            SlidePoint a = at[Math.Max(0, i - 1)],
                b = at[i],
                c = at[i + 1],
                d = at[Math.Min(at.Count - 1, i + 2)];
            for (int s = 1; s <= Bits; s++)
            {
                double t = (double)s / Bits;
                way.Add(new(Along(a.X, b.X, c.X, d.X, t), Along(a.Y, b.Y, c.Y, d.Y, t)));
            }
        }
        return way;
    }

    private static double Along(double a, double b, double c, double d, double t) =>
        .5 * (2 * b + (c - a) * t + (2 * a - 5 * b + 4 * c - d) * t * t + (3 * b - a - 3 * c + d) * t * t * t);

    private static void Bit(Path.Builder to, SlidePoint a, SlidePoint b, SlidePoint c, SlidePoint d) =>
        to.Curve(
            b.X + (c.X - a.X) * Sixth,
            b.Y + (c.Y - a.Y) * Sixth,
            c.X - (d.X - b.X) * Sixth,
            c.Y - (d.Y - b.Y) * Sixth,
            c.X,
            c.Y
        );
}
