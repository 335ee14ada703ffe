namespace Jaali.Core.Layout;

/// <summary>
/// Mosaics that crop nothing: photos in their own shapes, in reading order, cut into rows of columns of rows. A tree of
/// cuts has one free size, since the width of each part is affine in its height (w = a h + b): a photo has a = its
/// aspect, b = 0; side by side with a gutter the a and b add up; one above the other the inverse does.
/// </summary>
public static class Mosaics
{
    /// <summary>The most photos whose mosaics are all tried: 41,586 of nine.</summary>
    public const int Most = 9;

    /// <summary>A part of a mosaic: a photo, or parts side by side or one above the other.</summary>
    /// <param name="First">The first photo in it.</param>
    /// <param name="A">Its width for each unit of height.</param>
    /// <param name="B">Its width at no height, in slide units: what gutters add and take.</param>
    /// <param name="SideBySide">How its parts stand.</param>
    /// <param name="Parts">What it is made of; empty for a photo.</param>
    internal sealed record Part(int First, double A, double B, bool SideBySide, Part[] Parts);

    /// <summary>How many mosaics of so many photos have their first cut upright: the Schröder-Hipparchus
    /// numbers.</summary>
    public static int Count(int photos) =>
        photos == 1 ? 1 : Trees([.. Enumerable.Repeat(1.0, photos)], 0).Upright.Count;

    /// <summary>The fullest mosaic in a room, and the fullest others that are plain rows and plain columns; null where
    /// there is none. One pass, without setting or sorting the rest.</summary>
    /// <param name="aspects">Width over height of each photo, in pixels; at most <see cref="Most"/>.</param>
    /// <param name="room">Where they may stand.</param>
    /// <param name="gutter">Between two photos, in slide units.</param>
    public static (Mosaic? Best, Mosaic? Rows, Mosaic? Columns) Fullest(
        IReadOnlyList<double> aspects,
        SlideRect room,
        double gutter
    )
    {
        ArgumentOutOfRangeException.ThrowIfGreaterThan(aspects.Count, Most);
        if (aspects.Count == 0)
            return default;
        (List<Part> upright, List<Part> level) = Trees(aspects, gutter);
        var best = (Part: (Part?)null, Height: 0.0, Fill: 0.0);
        var rows = best;
        var columns = best;
        Seek(upright);
        if (aspects.Count > 1)
            Seek(level);
        return (Made(best), Made(rows), Made(columns));

        void Seek(List<Part> parts)
        {
            double area = room.Width * room.Height;
            foreach (Part p in parts)
            {
                double height = HeightIn(p, room),
                    fill = height * (p.A * height + p.B) / area;
                if (fill > best.Fill && Fits(p, height))
                    best = (p, height, fill);
                // One photo beside others is a row as well as columns: plain is what is made of parts of photos alone.
                if ((fill > rows.Fill || fill > columns.Fill) && IsPlain(p) && Fits(p, height))
                    if (p.SideBySide)
                        columns = fill > columns.Fill ? (p, height, fill) : columns;
                    else
                        rows = fill > rows.Fill ? (p, height, fill) : rows;
            }
        }

        Mosaic? Made((Part? Part, double Height, double Fill) of) =>
            of.Part is { } p ? new Mosaic(Set(p, of.Height, room, gutter, aspects.Count), of.Fill) : null;
    }

    private static bool IsPlain(Part p)
    {
        foreach (Part part in p.Parts)
        foreach (Part inner in part.Parts)
            if (inner.Parts.Length > 0)
                return false;
        return true;
    }

    // As high as the room lets it, and as wide.
    private static double HeightIn(Part p, SlideRect room) => Math.Min(room.Height, (room.Width - p.B) / p.A);

    // Every part has a width and a height.
    private static bool Fits(Part p, double height) =>
        height > 0
        && p.A * height + p.B > 0
        && (
            p.SideBySide
                ? p.Parts.All(c => Fits(c, height))
                : p.Parts.All(c => Fits(c, (p.A * height + p.B - c.B) / c.A))
        );

    private static SlideRect[] Set(Part whole, double height, SlideRect room, double gutter, int count)
    {
        var set = new SlideRect[count];
        double width = whole.A * height + whole.B;
        Put(whole, room.X + (room.Width - width) / 2, room.Y + (room.Height - height) / 2, height);
        return set;

        void Put(Part p, double x, double y, double h)
        {
            double w = p.A * h + p.B;
            if (p.Parts.Length == 0)
            {
                set[p.First] = new(x, y, w, h);
                return;
            }
            foreach (Part c in p.Parts)
            {
                double own = p.SideBySide ? h : (w - c.B) / c.A;
                Put(c, x, y, own);
                if (p.SideBySide)
                    x += c.A * h + c.B + gutter;
                else
                    y += own + gutter;
            }
        }
    }

    // All trees over photos in order whose cuts alternate, by the direction of the first.
    private static (List<Part> Upright, List<Part> Level) Trees(IReadOnlyList<double> aspects, double gutter)
    {
        int n = aspects.Count;
        var made = new (List<Part> Upright, List<Part> Level)[n, n + 1];
        for (int length = 1; length <= n; length++)
        for (int from = 0; from + length <= n; from++)
            if (length == 1)
            {
                List<Part> photo = [new(from, aspects[from], 0, false, [])];
                made[from, from + 1] = (photo, photo);
            }
            else
                made[from, from + length] = (Cut(from, from + length, true), Cut(from, from + length, false));
        return made[0, n];

        List<Part> Cut(int from, int to, bool sideBySide)
        {
            List<Part> all = [];
            var parts = new List<Part>();
            Grow(from);
            return all;

            void Grow(int at)
            {
                if (at == to)
                {
                    all.Add(Join([.. parts], sideBySide, gutter));
                    return;
                }
                for (int end = at + 1; end <= to; end++)
                {
                    // A cut makes at least two parts, and a part is cut the other way.
                    if (at == from && end == to)
                        continue;
                    (List<Part> upright, List<Part> level) = made[at, end];
                    foreach (Part p in sideBySide ? level : upright)
                    {
                        parts.Add(p);
                        Grow(end);
                        parts.RemoveAt(parts.Count - 1);
                    }
                }
            }
        }
    }

    private static Part Join(Part[] parts, bool sideBySide, double gutter)
    {
        double gaps = (parts.Length - 1) * gutter;
        if (sideBySide)
            return new(parts[0].First, parts.Sum(p => p.A), parts.Sum(p => p.B) + gaps, true, parts);
        double a = parts.Sum(p => 1 / p.A),
            b = parts.Sum(p => p.B / p.A) - gaps;
        return new(parts[0].First, 1 / a, b / a, false, parts);
    }
}

/// <summary>A mosaic in a room.</summary>
public sealed class Mosaic
{
    internal Mosaic(IReadOnlyList<SlideRect> rects, double fill) => (Rects, Fill) = (rects, fill);

    /// <summary>Where each photo stands, whole.</summary>
    public IReadOnlyList<SlideRect> Rects { get; }

    /// <summary>The share of the room that it takes, gutters included.</summary>
    public double Fill { get; }
}
