using System.Globalization;
using System.Text.Json;
using System.Text.Json.Serialization;

namespace Jaali.Core.Geometry;

/// <summary>
/// The shape of a deck's slides. Every slide is 1080 units high; 16:9 is 1920 wide, 4:3 1440. In files and on the wire
/// it is a word: <c>wide</c>, <c>standard</c>, <c>square</c>, or its own proportion as <c>3:2</c>.
/// </summary>
[JsonConverter(typeof(SlideShapeJson))]
public readonly record struct SlideShape
{
    /// <summary>Height of every slide, in slide units.</summary>
    public const double Height = 1080;

    /// <summary>The narrowest shape, width over height.</summary>
    public const double Narrowest = .5;

    /// <summary>The widest.</summary>
    public const double Widest = 4;

    private readonly double _across,
        _down;

    private SlideShape(double across, double down) => (_across, _down) = (across, down);

    /// <summary>16:9, 1920 x 1080 units.</summary>
    public static SlideShape Wide => default;

    /// <summary>4:3, 1440 x 1080 units.</summary>
    public static SlideShape Standard { get; } = new(4, 3);

    /// <summary>1:1, 1080 x 1080 units.</summary>
    public static SlideShape Square { get; } = new(1, 1);

    /// <summary>Parts across, for each of <see cref="Down"/> parts down.</summary>
    public double Across => _across == 0 ? 16 : _across;

    /// <summary>Parts down.</summary>
    public double Down => _down == 0 ? 9 : _down;

    /// <summary>A proportion of one's own; null where it is no number, or too narrow or too wide.</summary>
    public static SlideShape? Own(double across, double down)
    {
        if (!(across > 0 && down > 0 && across <= 10_000 && down <= 10_000))
            return null;
        double aspect = across / down;
        if (!(aspect >= Narrowest && aspect <= Widest))
            return null;
        return (across, down) switch
        {
            (16, 9) => Wide,
            _ => new SlideShape(across, down),
        };
    }

    /// <summary>The whole slide as a rectangle in slide units.</summary>
    public SlideRect Bounds() => new(0, 0, Math.Round(Height * Across / Down, 3), Height);

    /// <summary>Its word.</summary>
    public override string ToString() =>
        this == Wide ? "wide"
        : this == Standard ? "standard"
        : this == Square ? "square"
        : string.Create(CultureInfo.InvariantCulture, $"{Across}:{Down}");

    /// <summary>Reads a word; null where it names no shape.</summary>
    public static SlideShape? Read(string? word)
    {
        switch (word?.Trim().ToLowerInvariant())
        {
            case "wide":
                return Wide;
            case "standard":
                return Standard;
            case "square":
                return Square;
            case { Length: > 2 and < 40 } own:
                string[] parts = own.Split([':', '/', 'x', '×']);
                return parts.Length == 2 && Number(parts[0]) is { } across && Number(parts[1]) is { } down
                    ? Own(across, down)
                    : null;
            default:
                return null;
        }
    }

    private static double? Number(string text) =>
        double.TryParse(text.Trim(), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out double n)
            ? n
            : null;
}

/// <summary>Shapes in JSON are their words.</summary>
public sealed class SlideShapeJson : JsonConverter<SlideShape>
{
    /// <inheritdoc/>
    public override SlideShape Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        reader.TokenType == JsonTokenType.String && SlideShape.Read(reader.GetString()) is { } shape
            ? shape
            : throw new JsonException("This is no shape of a slide.");

    /// <inheritdoc/>
    public override void Write(Utf8JsonWriter writer, SlideShape value, JsonSerializerOptions options) =>
        writer.WriteStringValue(value.ToString());
}
