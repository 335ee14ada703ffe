using Jaali.Core.Geometry;
using Jaali.Core.Scenes;

namespace Jaali.Formats.Office;

/// <summary>A gradient in the terms of office formats, which measure its way over the whole box of its shape.</summary>
/// <param name="Angle">Degrees clockwise from the right; 0 for rings.</param>
/// <param name="Rings">It runs in rings round the middle.</param>
/// <param name="Stops">Along the way over the box; of rings from the middle to the corners.</param>
internal sealed record GradientOnBox(double Angle, bool Rings, IReadOnlyList<GradientStop> Stops)
{
    /// <summary>A gradient on the box of its shape: stops beyond it are cut where it ends.</summary>
    internal static GradientOnBox Of(Gradient g, SlideRect box)
    {
        if (g.Down is not null)
        {
            double reach = (g.To.X - g.From.X) / (box.Width / 2 * Math.Sqrt(2));
            return new(0, true, Cut([.. g.Stops.Select(s => s with { Offset = s.Offset * reach })]));
        }
        double dx = g.To.X - g.From.X,
            dy = g.To.Y - g.From.Y,
            far = Math.Sqrt(dx * dx + dy * dy);
        if (far < 1e-9)
            return new(0, false, [g.Stops[0] with { Offset = 0 }, g.Stops[^1] with { Offset = 1 }]);
        double cos = dx / far,
            sin = dy / far,
            length = Math.Abs(box.Width * cos) + Math.Abs(box.Height * sin),
            start =
                (g.From.X - (box.X + box.Width / 2)) * cos + (g.From.Y - (box.Y + box.Height / 2)) * sin + length / 2;
        double angle = Math.Atan2(dy, dx) * 180 / Math.PI;
        return new(
            (angle + 360) % 360,
            false,
            Cut([.. g.Stops.Select(s => s with { Offset = (start + s.Offset * far) / length })])
        );
    }

    // The stops between 0 and 1, with one at each end.
    private static List<GradientStop> Cut(IReadOnlyList<GradientStop> stops)
    {
        List<GradientStop> cut = [At(stops, 0)];
        cut.AddRange(stops.Where(s => s.Offset is > 1e-6 and < 1 - 1e-6));
        cut.Add(At(stops, 1));
        return cut;
    }

    private static GradientStop At(IReadOnlyList<GradientStop> stops, double at)
    {
        int next = 0;
        while (next < stops.Count && stops[next].Offset < at)
            next++;
        if (next == 0)
            return stops[0] with { Offset = at };
        if (next == stops.Count)
            return stops[^1] with { Offset = at };
        (GradientStop a, GradientStop b) = (stops[next - 1], stops[next]);
        double share = b.Offset > a.Offset ? (at - a.Offset) / (b.Offset - a.Offset) : 1;
        return new(at, share < .5 ? a.Colour : b.Colour, a.Opacity + (b.Opacity - a.Opacity) * share);
    }
}
