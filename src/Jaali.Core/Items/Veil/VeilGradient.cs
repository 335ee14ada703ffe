namespace Jaali.Core.Items;

/// <summary>A veil as a gradient.</summary>
internal static class VeilGradient
{
    // Opacity along the way for a veil that thins out evenly to the eye: a cosine, in five stops.
    private static readonly double[] Offsets = [0, .25, .5, .75, 1];

    /// <summary>How strong a veil of strength 1 is at a share of its way, 0 to 1, as its stops have it.</summary>
    internal static double Fading(double way)
    {
        double w = Math.Clamp(way, 0, 1) * (Offsets.Length - 1);
        int i = Math.Min((int)w, Offsets.Length - 2);
        return Even(Offsets[i]) * (1 - (w - i)) + Even(Offsets[i + 1]) * (w - i);
    }

    /// <summary>Where a linear veil in a rectangle is strongest, and where it ends.</summary>
    internal static (SlidePoint From, SlidePoint To) Way(SlideRect r, double angle, double extent)
    {
        double a = angle * Math.PI / 180,
            cos = Math.Cos(a),
            sin = Math.Sin(a),
            // As long as the rectangle is in this direction.
            length = Math.Abs(r.Width * cos) + Math.Abs(r.Height * sin);
        SlidePoint middle = Composition.Middle(r),
            from = new(middle.X - cos * length / 2, middle.Y - sin * length / 2);
        return (from, new(from.X + cos * length * extent, from.Y + sin * length * extent));
    }

    /// <summary>The gradient of a veil.</summary>
    internal static Gradient Of(Veil veil)
    {
        SlideRect r = veil.At.Rect;
        GradientStop[] stops = veil.Stops is { } own
            ? [.. own.Select(s => new GradientStop(s.Offset, s.Colour, s.Opacity * veil.Strength))]
            : [.. Offsets.Select(o => new GradientStop(o, veil.Colour, Math.Round(Even(o) * veil.Strength, 4)))];
        switch (veil.Form)
        {
            case VeilForm.Linear:
            {
                (SlidePoint from, SlidePoint to) = Way(r, veil.Angle, veil.Extent);
                return new(from, to, stops);
            }
            case VeilForm.Radial:
                return Rings(r, veil.Extent, stops);
            case VeilForm.Edge:
                // From the corners inwards: the middle stays clear.
                return Rings(
                    r,
                    1,
                    [
                        .. stops
                            .Select(s => s with { Offset = Math.Round(1 - s.Offset * veil.Extent, 4) })
                            .OrderBy(s => s.Offset),
                    ]
                );
            default:
                // Its stops along its way, all over.
                (SlidePoint start, SlidePoint end) = Way(r, veil.Angle, 1);
                return new(start, end, stops);
        }
    }

    private static double Even(double way) => .5 + .5 * Math.Cos(Math.PI * way);

    private static Gradient Rings(SlideRect r, double extent, IReadOnlyList<GradientStop> stops)
    {
        SlidePoint middle = Composition.Middle(r);
        // Through the corners where it reaches all over.
        double across = r.Width / 2 * Math.Sqrt(2) * extent,
            down = r.Height / 2 * Math.Sqrt(2) * extent;
        return new(middle, middle with { X = middle.X + across }, stops, down);
    }
}
