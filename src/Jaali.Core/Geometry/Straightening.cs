namespace Jaali.Core.Geometry;

/// <summary>Photos turned inside their frames.</summary>
public static class Straightening
{
    /// <summary>How much a photo is enlarged so that, turned about the frame's middle, it still fills the frame: cos
    /// a + max(w/h, h/w) sin a.</summary>
    /// <param name="degrees">Either way, up to 90.</param>
    /// <param name="aspect">Width over height of the frame.</param>
    public static double Enlargement(double degrees, double aspect)
    {
        double a = Math.Abs(degrees) * Math.PI / 180;
        return Math.Cos(a) + Math.Max(aspect, 1 / aspect) * Math.Sin(a);
    }
}
