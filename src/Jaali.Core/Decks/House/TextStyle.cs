using System.Text.Json.Serialization;

namespace Jaali.Core.Decks;

/// <summary>What words are for.</summary>
public enum WordsRole
{
    /// <summary>The opening title.</summary>
    Opening,

    /// <summary>The title of a slide.</summary>
    Heading,

    /// <summary>The name of a part of the talk.</summary>
    Section,

    /// <summary>A line under a title.</summary>
    Subtitle,

    /// <summary>Running words and lists.</summary>
    Body,

    /// <summary>A line at a photo.</summary>
    Caption,

    /// <summary>A word or two that say which photo is which.</summary>
    Label,

    /// <summary>One large number.</summary>
    Number,

    /// <summary>What somebody said.</summary>
    Quotation,

    /// <summary>The credit of a photo.</summary>
    Credit,
}

/// <summary>The roles of words.</summary>
public static class WordsRoles
{
    /// <summary>Those that a slide is known by, the loudest first; credits are not among them.</summary>
    public static IReadOnlyList<WordsRole> Loudest { get; } =
    [
        WordsRole.Opening,
        WordsRole.Section,
        WordsRole.Heading,
        WordsRole.Number,
        WordsRole.Quotation,
        WordsRole.Subtitle,
        WordsRole.Body,
        WordsRole.Caption,
        WordsRole.Label,
    ];

    /// <summary>Words with their places, the loudest first.</summary>
    public static IOrderedEnumerable<T> LoudestFirst<T>(this IEnumerable<T> words, Func<T, WordsRole> role) =>
        words.OrderBy(w => Loudest.TakeWhile(r => r != role(w)).Count());
}

/// <summary>Where words stand in a room that is higher than they are.</summary>
public enum VerticalAlign
{
    /// <summary>At its head.</summary>
    Top,

    /// <summary>In its middle.</summary>
    Middle,

    /// <summary>At its foot.</summary>
    Foot,
}

/// <summary>How letters of a heading are filled.</summary>
public enum LetterFill
{
    /// <summary>With their ink.</summary>
    None,

    /// <summary>From one colour to another, down.</summary>
    Gradient,

    /// <summary>Not at all: their outline alone is drawn.</summary>
    Outlined,
}

/// <summary>
/// How words look. Of a role in a house style every member is set that a role needs; of single words only what a hand
/// set,
/// and null is what their role says.
/// </summary>
public sealed record TextStyle
{
    /// <summary>Family of type.</summary>
    public string? Family { get; init; }

    /// <summary>The heavier style.</summary>
    public bool? Bold { get; init; }

    /// <summary>The slanted style.</summary>
    public bool? Italic { get; init; }

    /// <summary>Units to the em, <see cref="SmallestSize"/> to <see cref="LargestSize"/>.</summary>
    public double? Size { get; init; }

    /// <summary>From baseline to baseline, in sizes, .6 to 3.</summary>
    public double? Leading { get; init; }

    /// <summary>After each letter, in sizes, -.1 to 1.</summary>
    public double? Spacing { get; init; }

    /// <summary>Where lines stand.</summary>
    public WordsAlign? Align { get; init; }

    /// <summary>Small letters and capitals.</summary>
    public WordsCase? Case { get; init; }

    /// <summary>Colour; null for the better of the light and the dark ink of the house.</summary>
    public string? Ink { get; init; }

    /// <summary>How far a shadow under the letters spreads, in units, 0 to 80; 0 for none.</summary>
    public double? Shadow { get; init; }

    /// <summary>Width of a line round the letters, in units, 0 to 24; 0 for none.</summary>
    public double? Outline { get; init; }

    /// <summary>Its colour; null for the contrary of the ink.</summary>
    public string? OutlineInk { get; init; }

    /// <summary>Strength of a plate under the words, 0 to 1; 0 for none.</summary>
    public double? Plate { get; init; }

    /// <summary>Its colour; null for the contrary of the ink.</summary>
    public string? PlateColour { get; init; }

    /// <summary>How the letters are filled.</summary>
    public LetterFill? Fill { get; init; }

    /// <summary>The colour that a gradient ends in; null for the first accent of the house.</summary>
    public string? FillInk { get; init; }

    /// <summary>Degrees of a circle that the longest line takes up, -180 to 180; above 0 it rises in the
    /// middle.</summary>
    public double? Bend { get; init; }

    /// <summary>1 to 4.</summary>
    public int? Columns { get; init; }

    /// <summary>Also set larger, until they fill their room.</summary>
    public bool? Grows { get; init; }

    /// <summary>Where they stand in their room, from top to foot.</summary>
    public VerticalAlign? VerticalAlign { get; init; }

    /// <summary>The longest line, as a share of the width between the margins, .1 to 1.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public double? Measure { get; init; }

    /// <summary>The smallest size, in units.</summary>
    public const double SmallestSize = 8;

    /// <summary>The largest size, in units.</summary>
    public const double LargestSize = TypeSetting.Largest;

    /// <summary>This look, and where it says nothing another.</summary>
    public TextStyle Over(TextStyle under) =>
        new()
        {
            Family = Family ?? under.Family,
            Bold = Bold ?? under.Bold,
            Italic = Italic ?? under.Italic,
            Size = Size ?? under.Size,
            Leading = Leading ?? under.Leading,
            Spacing = Spacing ?? under.Spacing,
            Align = Align ?? under.Align,
            Case = Case ?? under.Case,
            Ink = Ink ?? under.Ink,
            Shadow = Shadow ?? under.Shadow,
            Outline = Outline ?? under.Outline,
            OutlineInk = OutlineInk ?? under.OutlineInk,
            Plate = Plate ?? under.Plate,
            PlateColour = PlateColour ?? under.PlateColour,
            Fill = Fill ?? under.Fill,
            FillInk = FillInk ?? under.FillInk,
            Bend = Bend ?? under.Bend,
            Columns = Columns ?? under.Columns,
            Grows = Grows ?? under.Grows,
            VerticalAlign = VerticalAlign ?? under.VerticalAlign,
            Measure = Measure ?? under.Measure,
        };

    /// <summary>What is set, by name, in the order of the members.</summary>
    [JsonIgnore]
    public IEnumerable<TextStylePart> Parts => Enum.GetValues<TextStylePart>().Where(Has);

    /// <summary>True where this says something of a part.</summary>
    public bool Has(TextStylePart part) =>
        part switch
        {
            TextStylePart.Family => Family is not null,
            TextStylePart.Style => Bold is not null || Italic is not null,
            TextStylePart.Size => Size is not null || Grows is not null,
            TextStylePart.Leading => Leading is not null,
            TextStylePart.Spacing => Spacing is not null,
            TextStylePart.Align => Align is not null || VerticalAlign is not null || Measure is not null,
            TextStylePart.Case => Case is not null,
            TextStylePart.Ink => Ink is not null,
            TextStylePart.Shadow => Shadow is not null,
            TextStylePart.Outline => Outline is not null || OutlineInk is not null,
            TextStylePart.Plate => Plate is not null || PlateColour is not null,
            TextStylePart.Fill => Fill is not null || FillInk is not null || Bend is not null,
            TextStylePart.Columns => Columns is not null,
            _ => throw new ArgumentOutOfRangeException(nameof(part)),
        };

    /// <summary>This look with nothing said of a part.</summary>
    public TextStyle Without(TextStylePart part) =>
        part switch
        {
            TextStylePart.Family => this with { Family = null },
            TextStylePart.Style => this with { Bold = null, Italic = null },
            TextStylePart.Size => this with { Size = null, Grows = null },
            TextStylePart.Leading => this with { Leading = null },
            TextStylePart.Spacing => this with { Spacing = null },
            TextStylePart.Align => this with { Align = null, VerticalAlign = null, Measure = null },
            TextStylePart.Case => this with { Case = null },
            TextStylePart.Ink => this with { Ink = null },
            TextStylePart.Shadow => this with { Shadow = null },
            TextStylePart.Outline => this with { Outline = null, OutlineInk = null },
            TextStylePart.Plate => this with { Plate = null, PlateColour = null },
            TextStylePart.Fill => this with { Fill = null, FillInk = null, Bend = null },
            TextStylePart.Columns => this with { Columns = null },
            _ => throw new ArgumentOutOfRangeException(nameof(part)),
        };

    /// <summary>What is wrong with it, or null.</summary>
    public Refusal? Fault() =>
        !(Size is null or (>= SmallestSize and <= LargestSize))
            ? new("bad-size", $"Sizes of words go from {SmallestSize} to {LargestSize}. Give one between.")
        : !(Leading is null or (>= .6 and <= 3)) ? new("bad-leading", "Lines stand 0.6 to 3 sizes apart.")
        : !(Spacing is null or (>= -.1 and <= 1))
            ? new("bad-spacing", "Letters stand up to a tenth of their size closer, or up to one size apart.")
        : !(Shadow is null or (>= 0 and <= 80)) ? new("bad-shadow", "A shadow spreads 0 to 80.")
        : !(Outline is null or (>= 0 and <= 24)) ? new("bad-outline", "An outline is 0 to 24 wide.")
        : !(Plate is null or (>= 0 and <= 1)) ? new("bad-plate", "A background has a strength of 0 to 100 %.")
        : !(Bend is null or (>= -180 and <= 180)) ? new("bad-bend", "Words are bent by up to 180 degrees.")
        : !(Columns is null or (>= 1 and <= 4)) ? new("bad-columns", "Words stand in 1 to 4 columns.")
        : !(Measure is null or (>= .1 and <= 1)) ? new("bad-measure", "Lines take 10 to 100 % of the width.")
        : Family is { Length: 0 or > 120 } ? new("bad-family", "This is no name of a typeface. Choose one.")
        : new[] { Ink, OutlineInk, PlateColour, FillInk }.Any(c => !Colours.IsColour(c))
            ? new("bad-colour", "A colour has six hexadecimal digits. Choose another.")
        : null;
}

/// <summary>What of a look is set, shown and released as one.</summary>
public enum TextStylePart
{
    /// <summary>Family of type.</summary>
    Family,

    /// <summary>Bold and italic.</summary>
    Style,

    /// <summary>Size, and whether they fill their room.</summary>
    Size,

    /// <summary>Distance of lines.</summary>
    Leading,

    /// <summary>Distance of letters.</summary>
    Spacing,

    /// <summary>Where lines stand.</summary>
    Align,

    /// <summary>Small letters and capitals.</summary>
    Case,

    /// <summary>Colour.</summary>
    Ink,

    /// <summary>Shadow.</summary>
    Shadow,

    /// <summary>A line round the letters.</summary>
    Outline,

    /// <summary>Plate.</summary>
    Plate,

    /// <summary>Gradient, outline alone, bend.</summary>
    Fill,

    /// <summary>Columns.</summary>
    Columns,
}

/// <summary>Colours as text.</summary>
public static class Colours
{
    /// <summary>A colour laid over another with an opacity, in sRGB, as painters mix.</summary>
    public static string Mixed(string under, string over, double opacity)
    {
        int At(string colour, int part) => Convert.ToInt32(colour.Substring(1 + 2 * part, 2), 16);
        return "#"
            + string.Concat(
                Enumerable
                    .Range(0, 3)
                    .Select(p =>
                        ((int)Math.Round(At(under, p) * (1 - opacity) + At(over, p) * opacity)).ToString(
                            "X2",
                            System.Globalization.CultureInfo.InvariantCulture
                        )
                    )
            );
    }

    /// <summary>True for <c>#RRGGBB</c>, and for null.</summary>
    public static bool IsColour(string? colour) =>
        colour is null || colour.Length == 7 && colour[0] == '#' && colour.Skip(1).All(char.IsAsciiHexDigit);
}
