namespace Jaali.Core.Geometry;

/// <summary>How near a place is to the lines that divide a picture in three.</summary>
public static class ThirdsScore
{
    /// <summary>Distance of a place, in fractions of a side, from the nearest of the two third lines.</summary>
    public static double Distance(double at) => Math.Min(Math.Abs(at - 1 / 3.0), Math.Abs(at - 2 / 3.0));
}
