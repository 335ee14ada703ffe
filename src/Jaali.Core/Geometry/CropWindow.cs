using System.Text.Json.Serialization;

namespace Jaali.Core.Geometry;

/// <summary>
/// The part of an oriented photo that a frame shows, in fractions [0, 1] of its width and height.
/// Always inside the photo and never empty: <see cref="Create"/> is the only way to make one from numbers of unknown
/// origin.
/// </summary>
public readonly record struct CropWindow(double X, double Y, double Width, double Height)
{
    /// <summary>The smallest share that may be shown of the largest window of a frame's shape, and the smallest side
    /// of a part of a photo that a hand draws.</summary>
    public const double Smallest = .02;

    // No window is empty; the frame of one unit's shape in the widest photo shows more than this.
    private const double Least = 1e-6;

    /// <summary>The whole photo.</summary>
    public static CropWindow Whole { get; } = new(0, 0, 1, 1);

    /// <summary>A window moved and shrunk, if need be, to lie inside the photo.</summary>
    /// <exception cref="ArgumentOutOfRangeException">A number is not finite.</exception>
    public static CropWindow Create(double x, double y, double width, double height)
    {
        if (!double.IsFinite(x + y + width + height))
            throw new ArgumentOutOfRangeException(nameof(x), "A crop window needs finite numbers.");
        double w = Math.Clamp(width, Least, 1),
            h = Math.Clamp(height, Least, 1);
        return new(Math.Clamp(x, 0, 1 - w), Math.Clamp(y, 0, 1 - h), w, h);
    }

    /// <summary>The share of the photo's area that is shown, (0, 1].</summary>
    [JsonIgnore]
    public double Share => Width * Height;

    /// <summary>True where nothing is cut away, to within half a thousandth of a side.</summary>
    [JsonIgnore]
    public bool IsWhole => Width > .9995 && Height > .9995;
}
