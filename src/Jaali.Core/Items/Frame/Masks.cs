namespace Jaali.Core.Items;

/// <summary>The outlines of masks. They scale with their frame; a painter knows their paths alone.</summary>
public static class Masks
{
    // In fractions of the frame: a hexagon that stands on a side, a chevron that points to the right.
    private static readonly (double X, double Y)[] Hexagon = [(.25, 0), (.75, 0), (1, .5), (.75, 1), (.25, 1), (0, .5)];

    private static readonly (double X, double Y)[] Chevron = [(0, 0), (.7, 0), (1, .5), (.7, 1), (0, 1), (.3, .5)];

    // Tiles in rows of so many, from the upper left.
    private const int Tiles = 10;

    /// <summary>The radius of rounded corners in a frame, in units.</summary>
    internal static double Rounding(SlideRect r) => Math.Min(r.Width, r.Height) / 8;

    /// <summary>True for masks that show a stated part: a photo that is its own chart.</summary>
    public static bool IsPortion(FrameMask mask) =>
        mask is FrameMask.Sector or FrameMask.Bar or FrameMask.Ring or FrameMask.Tiles;

    /// <summary>The outline of a mask in a frame.</summary>
    /// <param name="mask">Which.</param>
    /// <param name="r">The frame's rectangle.</param>
    /// <param name="portion">Of masks that show a part: which part, above 0 and up to 1. A bar and tiles show that part
    /// of the frame, a sector and a ring of the ellipse in it.</param>
    /// <param name="corners">Of a polygon: its corners in fractions of the frame.</param>
    public static Path Of(FrameMask mask, SlideRect r, double portion, IReadOnlyList<PhotoPoint>? corners = null) =>
        mask switch
        {
            FrameMask.Ellipse => Path.Ellipse(r),
            FrameMask.Rounded => Path.RoundRect(r, Rounding(r)),
            FrameMask.Rhomb => Corners(r, [(.5, 0), (1, .5), (.5, 1), (0, .5)]),
            FrameMask.Arch => Arch(r),
            FrameMask.Hexagon => Corners(r, Hexagon),
            FrameMask.Star => Corners(r, Star()),
            FrameMask.Drop => Drop(r),
            FrameMask.Chevron => Corners(r, Chevron),
            FrameMask.Sector => Path.Sector(r, portion),
            FrameMask.Ring => Path.Ring(r, portion),
            FrameMask.Bar => Path.Polygon(
                new(r.X, r.Y),
                new(r.X + r.Width * portion, r.Y),
                new(r.X + r.Width * portion, r.Bottom),
                new(r.X, r.Bottom)
            ),
            FrameMask.Tiles => Tiled(r, portion),
            FrameMask.Polygon when corners is { Count: >= 3 } => Corners(r, [.. corners.Select(c => (c.X, c.Y))]),
            // A polygon without corners yet is the frame.
            FrameMask.Polygon or FrameMask.None => Path.Rect(r),
            _ => throw new ArgumentOutOfRangeException(nameof(mask), mask, "This mask has no outline."),
        };

    /// <summary>Most corners of a polygon.</summary>
    public const int MostCorners = 40;

    /// <summary>What is wrong with the corners of a polygon, or null: too few, too many, outside, or its sides cross
    /// each other.</summary>
    public static Refusal? Fault(IReadOnlyList<PhotoPoint> corners)
    {
        if (corners.Count is < 3 or > MostCorners)
            return new("bad-polygon", $"A shape of one's own has 3 to {MostCorners} corners. Draw it again.");
        if (corners.Any(c => !(c.X is >= 0 and <= 1 && c.Y is >= 0 and <= 1)))
            return new("bad-polygon", "A corner lies outside the frame. Draw the shape inside it.");
        int n = corners.Count;
        double area = 0;
        for (int i = 0; i < n; i++)
        {
            (PhotoPoint a, PhotoPoint b) = (corners[i], corners[(i + 1) % n]);
            area += a.X * b.Y - b.X * a.Y;
            // Sides that do not share a corner.
            for (int j = i + 2; j < n; j++)
                if ((j + 1) % n != i && Cross(a, b, corners[j], corners[(j + 1) % n]))
                    return new("bad-polygon", "The sides of this shape cross each other. Draw it again without.");
        }
        return Math.Abs(area) / 2 < 1e-4 ? new("bad-polygon", "This shape has no inside. Draw it larger.") : null;
    }

    // Two stretches share a place: each one's ends lie on both sides of the other, or an end lies on it.
    private static bool Cross(PhotoPoint a, PhotoPoint b, PhotoPoint c, PhotoPoint d)
    {
        double Side(PhotoPoint p, PhotoPoint q, PhotoPoint r) => (q.X - p.X) * (r.Y - p.Y) - (q.Y - p.Y) * (r.X - p.X);
        bool On(PhotoPoint p, PhotoPoint q, PhotoPoint r) =>
            Math.Abs(Side(p, q, r)) < 1e-12
            && r.X >= Math.Min(p.X, q.X)
            && r.X <= Math.Max(p.X, q.X)
            && r.Y >= Math.Min(p.Y, q.Y)
            && r.Y <= Math.Max(p.Y, q.Y);
        if (On(a, b, c) || On(a, b, d) || On(c, d, a) || On(c, d, b))
            return true;
        return Side(a, b, c) > 0 != Side(a, b, d) > 0 && Side(c, d, a) > 0 != Side(c, d, b) > 0;
    }

    private static Path Corners(SlideRect r, ReadOnlySpan<(double X, double Y)> at)
    {
        var corners = new SlidePoint[at.Length];
        for (int i = 0; i < at.Length; i++)
            corners[i] = new(r.X + at[i].X * r.Width, r.Y + at[i].Y * r.Height);
        return Path.Polygon(corners);
    }

    // Two squares one over the other, one of them turned by an eighth: the star of the lattice. Its inner corners lie
    // at cos 45 / cos 22.5 of the outer.
    private static (double, double)[] Star()
    {
        double inner = Math.Cos(Math.PI / 4) / Math.Cos(Math.PI / 8);
        return
        [
            .. Enumerable
                .Range(0, 16)
                .Select(i =>
                {
                    double angle = i * Math.PI / 8 - Math.PI / 2,
                        radius = i % 2 == 0 ? .5 : .5 * inner;
                    return (.5 + radius * Math.Cos(angle), .5 + radius * Math.Sin(angle));
                }),
        ];
    }

    // A half ellipse over a rectangle: as high as it is half wide, at most half of the frame.
    private static Path Arch(SlideRect r)
    {
        double ry = Math.Min(r.Width / 2, r.Height / 2),
            rx = r.Width / 2,
            kx = rx * (1 - Path.QuarterCurve),
            ky = ry * (1 - Path.QuarterCurve);
        return new Path.Builder()
            .Move(r.X, r.Bottom)
            .Line(r.X, r.Y + ry)
            .Curve(r.X, r.Y + ky, r.X + kx, r.Y, r.X + rx, r.Y)
            .Curve(r.Right - kx, r.Y, r.Right, r.Y + ky, r.Right, r.Y + ry)
            .Line(r.Right, r.Bottom)
            .Close();
    }

    // A point above, round below.
    private static Path Drop(SlideRect r)
    {
        double x = r.X + r.Width / 2,
            belly = r.Y + r.Height * .64,
            ry = r.Height * .36,
            k = Path.QuarterCurve;
        return new Path.Builder()
            .Move(x, r.Y)
            .Curve(x + r.Width * .12, r.Y + r.Height * .24, r.Right, belly - ry * k, r.Right, belly)
            .Curve(r.Right, belly + ry * k, x + r.Width / 2 * k, r.Bottom, x, r.Bottom)
            .Curve(x - r.Width / 2 * k, r.Bottom, r.X, belly + ry * k, r.X, belly)
            .Curve(r.X, belly - ry * k, x - r.Width * .12, r.Y + r.Height * .24, x, r.Y)
            .Close();
    }

    // Whole rows, then whole tiles, then a part of one: exactly the part that is asked for.
    private static Path Tiled(SlideRect r, double portion)
    {
        double w = r.Width / Tiles,
            h = r.Height / Tiles,
            left = Math.Clamp(portion, 0, 1) * Tiles * Tiles;
        var builder = new Path.Builder();
        for (int i = 0; left > 1e-9; i++, left--)
        {
            double x = r.X + i % Tiles * w,
                y = r.Y + i / Tiles * h,
                right = x + w * Math.Min(1, left);
            builder.Move(x, y).Line(right, y).Line(right, y + h).Line(x, y + h).Shut();
        }
        return builder.Made();
    }
}
