using System.Text.Json.Serialization;

namespace Jaali.Core.Geometry;

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

    /// <summary>True where a place lies in it or on its edge.</summary>
    public bool Contains(SlidePoint place) => place.X >= X && place.X <= Right && place.Y >= Y && place.Y <= Bottom;

    /// <summary>True where another lies wholly inside.</summary>
    public bool Holds(SlideRect other) =>
        other.X >= X && other.Y >= Y && other.Right <= Right && other.Bottom <= Bottom;

    /// <summary>The rectangle grown by the same amount on every side; a negative amount shrinks it.</summary>
    public SlideRect Grown(double by) => new(X - by, Y - by, Width + 2 * by, Height + 2 * by);
}
