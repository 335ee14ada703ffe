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

    /// <summary>Its corners, clockwise from the upper left.</summary>
    [JsonIgnore]
    public SlidePoint[] Corners => [new(X, Y), new(Right, Y), new(Right, Bottom), new(X, Bottom)];

    /// <summary>The smallest upright rectangle round it, turned by so many degrees clockwise about a place.</summary>
    public SlideRect Turned(double degrees, SlidePoint about)
    {
        if (degrees == 0)
            return this;
        SlidePoint[] at = [.. Corners.Select(p => p.Turned(about, degrees))];
        double x = at.Min(p => p.X),
            y = at.Min(p => p.Y);
        return new(x, y, at.Max(p => p.X) - x, at.Max(p => p.Y) - y);
    }
}
