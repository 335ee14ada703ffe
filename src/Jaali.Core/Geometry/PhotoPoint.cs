namespace Jaali.Core.Geometry;

/// <summary>A place in a photo, in fractions of its oriented width and height, [0, 1].</summary>
public readonly record struct PhotoPoint(double X, double Y)
{
    /// <summary>The middle of the photo.</summary>
    public static PhotoPoint Centre { get; } = new(.5, .5);
}
