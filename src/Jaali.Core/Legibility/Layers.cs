namespace Jaali.Core.Legibility;

/// <summary>A whole photo in a rectangle, as its tone map has it.</summary>
/// <param name="tones">Its colours.</param>
/// <param name="image">Where the whole photo lies.</param>
/// <param name="colours">A colour matrix of three rows of four, or null.</param>
public sealed class PhotoLayer(ToneMap tones, SlideRect image, IReadOnlyList<double>? colours = null) : Layer
{
    /// <inheritdoc/>
    public override SlideRect Bounds => image;

    /// <inheritdoc/>
    public override (double X, double Y)? Pitch => (image.Width / tones.Width, image.Height / tones.Height);

    /// <inheritdoc/>
    public override Shade At(double x, double y)
    {
        double u = (x - image.X) / image.Width,
            v = (y - image.Y) / image.Height;
        if (u < 0 || v < 0 || u > 1 || v > 1)
            return default;
        return new(tones.At((int)(u * tones.Width), (int)(v * tones.Height), colours), 1);
    }

    /// <inheritdoc/>
    public override PhotoLayer? Filling(SlideRect box) => image.Holds(box) ? this : null;

    private LightTables Tables => field ??= LightTables.Of(tones, colours);

    /// <summary>Looks at so many places of a rectangle that lies inside.</summary>
    internal void Light(SlideRect box, int columns, int rows, LightSample into)
    {
        LightTables tables = Tables;
        Span<int> across = columns <= 1024 ? stackalloc int[columns] : new int[columns];
        for (int x = 0; x < columns; x++)
            across[x] = Pixel(box.X + (x + .5) * box.Width / columns - image.X, image.Width, tables.Width);
        for (int y = 0; y < rows; y++)
        {
            ReadOnlySpan<byte> row = tables.Row(
                Pixel(box.Y + (y + .5) * box.Height / rows - image.Y, image.Height, tables.Height)
            );
            foreach (int x in across)
                into.Add(row[x]);
        }
    }

    /// <summary>How restless a rectangle that lies inside is, as <see cref="Backdrop.Busyness"/> says, from the sums of
    /// its pixels. A place may be seen that lies half outside: beside what the places themselves say it is off by at
    /// most
    /// .01 and a tenth.</summary>
    internal double Busyness(SlideRect box)
    {
        LightTables tables = Tables;
        (int x0, int x1) = Pixels(box.X - image.X, box.Width, image.Width, tables.Width);
        (int y0, int y1) = Pixels(box.Y - image.Y, box.Height, image.Height, tables.Height);
        (long light, long squares, long steps) = tables.Sums(x0, y0, x1, y1);
        double n = (double)(x1 - x0) * (y1 - y0),
            mean = light / n / 255;
        return steps / n / 255 + .5 * Math.Sqrt(Math.Max(0, squares / n / (255 * 255) - mean * mean));
    }

    // Pixels that lie inside for the most part, at least one.
    private static (int From, int To) Pixels(double from, double length, double whole, int pixels)
    {
        int first = Math.Clamp((int)Math.Round(from / whole * pixels), 0, pixels - 1);
        return (first, Math.Clamp((int)Math.Round((from + length) / whole * pixels), first + 1, pixels));
    }

    private static int Pixel(double along, double length, int pixels) =>
        Math.Clamp((int)(along / length * pixels), 0, pixels - 1);
}

/// <summary>An outline filled with one colour.</summary>
public sealed class FlatLayer(Path path, string colour, double opacity) : Layer
{
    private readonly double _luminance = Luminance.Of(colour);

    /// <inheritdoc/>
    public override SlideRect Bounds => path.Bounds;

    /// <inheritdoc/>
    public override Shade At(double x, double y) => path.Contains(x, y) ? new(_luminance, opacity) : default;
}

/// <summary>An outline filled with a gradient along a line, or in rings.</summary>
/// <param name="path">The outline.</param>
/// <param name="from">Where the first stop lies; of rings their middle.</param>
/// <param name="to">Where the last stop lies; of rings the end of their half axis across.</param>
/// <param name="stops">Offset from 0 to 1, luminance and opacity, in order; at least one.</param>
/// <param name="down">Of rings, their half axis down; null for a gradient along a line.</param>
public sealed class GradientLayer(
    Path path,
    SlidePoint from,
    SlidePoint to,
    IReadOnlyList<(double Offset, double Luminance, double Opacity)> stops,
    double? down = null
) : Layer
{
    /// <inheritdoc/>
    public override SlideRect Bounds => path.Bounds;

    /// <inheritdoc/>
    public override (double X, double Y)? Pitch => (12, 12);

    /// <inheritdoc/>
    public override Shade At(double x, double y)
    {
        if (!path.Contains(x, y))
            return default;
        double t = Way(x, y);
        int next = 0;
        while (next < stops.Count && stops[next].Offset < t)
            next++;
        if (next == 0 || next == stops.Count)
        {
            (_, double l, double o) = stops[next == 0 ? 0 : ^1];
            return new(l, o);
        }
        (double Offset, double Luminance, double Opacity) a = stops[next - 1],
            b = stops[next];
        double part = b.Offset > a.Offset ? (t - a.Offset) / (b.Offset - a.Offset) : 1;
        return new(
            Luminance.Decode(Luminance.Encode(a.Luminance) * (1 - part) + Luminance.Encode(b.Luminance) * part),
            a.Opacity * (1 - part) + b.Opacity * part
        );
    }

    // How far along the gradient a place is, 0 to 1.
    private double Way(double x, double y)
    {
        double dx = to.X - from.X,
            dy = to.Y - from.Y;
        if (down is { } axis)
        {
            double across = (x - from.X) / Math.Max(1e-9, dx),
                along = (y - from.Y) / Math.Max(1e-9, axis);
            return Math.Min(1, Math.Sqrt(across * across + along * along));
        }
        double length = dx * dx + dy * dy;
        return length > 0 ? Math.Clamp(((x - from.X) * dx + (y - from.Y) * dy) / length, 0, 1) : 0;
    }
}

/// <summary>A layer as a group shows it: cut to an outline, turned and scaled about a place, more or less
/// opaque.</summary>
public sealed class GroupLayer(
    Layer inner,
    Path? clip,
    double opacity = 1,
    double turn = 0,
    double scale = 1,
    SlidePoint about = default
) : Layer
{
    private readonly double _cos = Math.Cos(-turn * Math.PI / 180) / scale,
        _sin = Math.Sin(-turn * Math.PI / 180) / scale;

    /// <inheritdoc/>
    public override SlideRect Bounds { get; } = Around(inner.Bounds, clip, turn, scale, about);

    /// <inheritdoc/>
    public override (double X, double Y)? Pitch => inner.Pitch is { } p ? (p.X * scale, p.Y * scale) : null;

    /// <inheritdoc/>
    public override Shade At(double x, double y)
    {
        if (clip is not null && !clip.Contains(x, y))
            return default;
        double dx = x - about.X,
            dy = y - about.Y;
        Shade shade = inner.At(about.X + dx * _cos - dy * _sin, about.Y + dx * _sin + dy * _cos);
        return shade with { Opacity = shade.Opacity * opacity };
    }

    /// <inheritdoc/>
    public override PhotoLayer? Filling(SlideRect box) =>
        turn == 0 && scale == 1 && opacity >= 1 && (clip is null || clip.IsRect && clip.Bounds.Holds(box))
            ? inner.Filling(box)
            : null;

    private static SlideRect Around(SlideRect r, Path? clip, double turn, double scale, SlidePoint about)
    {
        SlidePoint[] corners =
        [
            .. new SlidePoint[] { new(r.X, r.Y), new(r.Right, r.Y), new(r.Right, r.Bottom), new(r.X, r.Bottom) }.Select(
                p =>
                    new SlidePoint(about.X + (p.X - about.X) * scale, about.Y + (p.Y - about.Y) * scale).Turned(
                        about,
                        turn
                    )
            ),
        ];
        double left = corners.Min(p => p.X),
            top = corners.Min(p => p.Y),
            right = corners.Max(p => p.X),
            bottom = corners.Max(p => p.Y);
        if (clip?.Bounds is { } c)
            (left, top, right, bottom) = (
                Math.Max(left, c.X),
                Math.Max(top, c.Y),
                Math.Min(right, c.Right),
                Math.Min(bottom, c.Bottom)
            );
        return new(left, top, Math.Max(0, right - left), Math.Max(0, bottom - top));
    }
}
