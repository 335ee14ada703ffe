namespace Jaali.Core.Geometry;

/// <summary>Photos turned inside their frames.</summary>
public static class Straightening
{
    /// <summary>How far a photo is turned inside its frame at most, in degrees either way.</summary>
    public const double Most = 15;

    /// <summary>How much a photo is enlarged so that, turned about the frame's middle, it still fills the frame: cos
    /// a + max(w/h, h/w) sin a.</summary>
    /// <param name="degrees">Either way, up to 90.</param>
    /// <param name="aspect">Width over height of the frame.</param>
    public static double Enlargement(double degrees, double aspect)
    {
        double a = Math.Abs(degrees) * Math.PI / 180;
        return Math.Cos(a) + Math.Max(aspect, 1 / aspect) * Math.Sin(a);
    }

    /// <summary>
    /// The turn that makes a line drawn along the horizon level (or plumb, where it was drawn nearer to upright), for a
    /// photo that is already turned.
    /// </summary>
    /// <param name="now">How far it is turned, degrees clockwise.</param>
    /// <param name="from">Where the line begins, as it is seen on the slide.</param>
    /// <param name="to">Where it ends.</param>
    /// <returns>Degrees clockwise, or null where the line is too short to tell.</returns>
    public static double? ByHorizon(double now, SlidePoint from, SlidePoint to)
    {
        double dx = to.X - from.X,
            dy = to.Y - from.Y;
        if (Math.Sqrt(dx * dx + dy * dy) < 8)
            return null;
        double slope = Math.Atan2(dy, dx) * 180 / Math.PI;
        // To the nearest of level and plumb.
        return now - (slope - 90 * Math.Round(slope / 90));
    }
}
