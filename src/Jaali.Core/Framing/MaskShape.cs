using Jaali.Core.Decks;

namespace Jaali.Core.Framing;

/// <summary>The geometry of masks.</summary>
public static class MaskShape
{
    /// <summary>Radius of round corners: an eighth of the frame's shorter side, in slide units.</summary>
    public static double Radius(SlideRect frame) => Math.Min(frame.Width, frame.Height) / 8;

    /// <summary>True where a place of the slide lies inside the masked frame.</summary>
    public static bool Holds(FrameMask mask, SlideRect frame, double x, double y)
    {
        double u = (x - frame.X) / frame.Width * 2 - 1,
            v = (y - frame.Y) / frame.Height * 2 - 1;
        if (Math.Abs(u) > 1 || Math.Abs(v) > 1)
            return false;
        switch (mask)
        {
            case FrameMask.Ellipse:
                return u * u + v * v <= 1;
            case FrameMask.Rhomb:
                return Math.Abs(u) + Math.Abs(v) <= 1;
            case FrameMask.Rounded:
                double r = Radius(frame),
                    dx = Math.Max(0, r - Math.Min(x - frame.X, frame.Right - x)),
                    dy = Math.Max(0, r - Math.Min(y - frame.Y, frame.Bottom - y));
                return dx * dx + dy * dy <= r * r;
            default:
                return true;
        }
    }

    /// <summary>True where a placed photo is seen at a place of the slide: inside its mask, under no cover.</summary>
    public static bool Shows(Frame frame, double x, double y)
    {
        SlideRect r = frame.Rect;
        double u = (x - r.X) / r.Width,
            v = (y - r.Y) / r.Height;
        return Holds(frame.Mask, r, x, y)
            && !frame.Hidden.Exists(c => u >= c.X && u <= c.X + c.Width && v >= c.Y && v <= c.Y + c.Height);
    }
}
