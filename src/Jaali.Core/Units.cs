using System.Text.Json.Serialization;

namespace Jaali.Core;

/// <summary>A rectangle on a slide, in slide units (1/1920 of a 16:9 slide's width), origin at the top left.</summary>
/// <param name="X">Left edge.</param>
/// <param name="Y">Top edge.</param>
/// <param name="Width">Width, more than 0.</param>
/// <param name="Height">Height, more than 0.</param>
public readonly record struct SlideRect(double X, double Y, double Width, double Height)
{
    /// <summary>X of the right edge.</summary>
    [JsonIgnore]
    public double Right => X + Width;

    /// <summary>Y of the bottom edge.</summary>
    [JsonIgnore]
    public double Bottom => Y + Height;

    /// <summary>Width over height.</summary>
    [JsonIgnore]
    public double Aspect => Width / Height;

    /// <summary>True where the two share any area.</summary>
    public bool Overlaps(SlideRect other) => X < other.Right && other.X < Right && Y < other.Bottom && other.Y < Bottom;

    /// <summary>The rectangle grown by the same amount on every side; a negative amount shrinks it.</summary>
    public SlideRect Grown(double by) => new(X - by, Y - by, Width + 2 * by, Height + 2 * by);
}

/// <summary>A place in a photo, in fractions of its oriented width and height, [0, 1].</summary>
public readonly record struct PhotoPoint(double X, double Y)
{
    /// <summary>The middle of the photo.</summary>
    public static PhotoPoint Centre { get; } = new(.5, .5);
}

/// <summary>
/// The part of an oriented photo that a frame shows, in fractions [0, 1] of its width and height.
/// Always inside the photo and never empty: <see cref="Create"/> is the only way to make one from numbers of unknown origin.
/// </summary>
public readonly record struct CropWindow(double X, double Y, double Width, double Height)
{
    /// <summary>The smallest share of a side that may be shown.</summary>
    public const double Smallest = .02;

    /// <summary>The whole photo.</summary>
    public static CropWindow Whole { get; } = new(0, 0, 1, 1);

    /// <summary>A window moved and shrunk, if need be, to lie inside the photo.</summary>
    /// <exception cref="ArgumentOutOfRangeException">A number is not finite.</exception>
    public static CropWindow Create(double x, double y, double width, double height)
    {
        if (!double.IsFinite(x + y + width + height))
            throw new ArgumentOutOfRangeException(nameof(x), "A crop window needs finite numbers.");
        double w = Math.Clamp(width, Smallest, 1),
            h = Math.Clamp(height, Smallest, 1);
        return new(Math.Clamp(x, 0, 1 - w), Math.Clamp(y, 0, 1 - h), w, h);
    }

    /// <summary>The share of the photo's area that is shown, (0, 1].</summary>
    [JsonIgnore]
    public double Share => Width * Height;

    /// <summary>True where nothing is cut away, to within half a thousandth of a side.</summary>
    [JsonIgnore]
    public bool IsWhole => Width > .9995 && Height > .9995;
}

/// <summary>The shape of a deck's slides.</summary>
public enum SlideShape
{
    /// <summary>16:9, 1920 x 1080 units.</summary>
    Wide,

    /// <summary>4:3, 1440 x 1080 units.</summary>
    Standard,
}

/// <summary>Sizes of slide shapes.</summary>
public static class SlideShapes
{
    /// <summary>The whole slide as a rectangle in slide units.</summary>
    public static SlideRect Bounds(this SlideShape shape) =>
        shape == SlideShape.Wide ? new(0, 0, 1920, 1080) : new(0, 0, 1440, 1080);
}

/// <summary>An expected refusal: what happened and what to do, for a person to read.</summary>
/// <param name="Code">Stable and short, for programs: <c>point-too-long</c>.</param>
/// <param name="Sentence">For a person; ends with what to do.</param>
public sealed record Refusal(string Code, string Sentence);
