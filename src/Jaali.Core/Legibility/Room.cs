using System.Text.Json.Serialization;

namespace Jaali.Core.Legibility;

/// <summary>The light in a room.</summary>
public enum RoomLight
{
    /// <summary>A hall whose lights are out.</summary>
    DarkHall,

    /// <summary>A room with its lights turned down.</summary>
    DimRoom,

    /// <summary>A room with daylight, or all its lights on.</summary>
    Daylight,
}

/// <summary>The room that a talk is given in. What is shown there is washed out by the light on the screen and by the
/// projector's own black.</summary>
/// <param name="Light">The light.</param>
/// <param name="BackRow">From the screen to the last row, in metres, 1 to 100.</param>
/// <param name="ScreenHeight">Height of the screen, in metres, .3 to 20.</param>
public sealed record Room(RoomLight Light, double BackRow, double ScreenHeight)
{
    /// <summary>A dim room 9 m deep with a screen 4 m wide: common practice, no source.</summary>
    public static Room Usual { get; } = new(RoomLight.DimRoom, 9, 2.25);

    // Full-on white over black of the projector: common practice, from memory.
    private const double Projector = 1000;

    // What WCAG 2.2 adds to both luminances ("contrast ratio"); a room is never judged kinder than a display.
    private const double Flare = .05;

    /// <summary>Light of the room on the screen over the projector's full white: dark hall .002, dim room .02, daylight
    /// .15
    /// (common practice, from memory).</summary>
    [JsonIgnore]
    public double Ambient =>
        Light switch
        {
            RoomLight.DarkHall => .002,
            RoomLight.DimRoom => .02,
            RoomLight.Daylight => .15,
            _ => throw new InvalidOperationException("There is no such light."),
        };

    /// <summary>What is added to every luminance, full white being 1: the projector's black and the room's
    /// light.</summary>
    [JsonIgnore]
    public double Haze => 1 / Projector + Ambient;

    /// <summary>A luminance as it is seen in the room, full white being 1.</summary>
    public double Seen(double luminance) => (luminance + Haze) / (1 + Haze);

    /// <summary>Contrast ratio of two relative luminances in the room: the smaller of WCAG's and the one that the room
    /// leaves.</summary>
    public double Ratio(double a, double b)
    {
        double haze = Math.Max(Flare, Haze);
        return (Math.Max(a, b) + haze) / (Math.Min(a, b) + haze);
    }

    /// <summary>Height of the smallest small letters that the last row can read, as a share of the slide's height:
    /// D / (200 H), after ANSI/INFOCOMM V202.01, from memory.</summary>
    [JsonIgnore]
    public double SmallestXHeight => BackRow / (200 * ScreenHeight);

    /// <summary>What is wrong with it, or null.</summary>
    public Refusal? Fault() =>
        BackRow is >= 1 and <= 100 && ScreenHeight is >= .3 and <= 20
            ? null
            : new("bad-room", "A last row is 1 to 100 m away, and a screen 0.3 to 20 m high.");
}
