using System.Globalization;

namespace Jaali.Core.Photos;

/// <summary>How part of a photo is hidden.</summary>
public enum CoverHow
{
    /// <summary>One colour.</summary>
    Patch,

    /// <summary>Out of focus, so far that nothing can be read.</summary>
    Blur,

    /// <summary>Large squares of one colour each.</summary>
    Mosaic,
}

/// <summary>A part of a photo whose pixels are made others.</summary>
/// <param name="Part">Which part, in fractions of the photo.</param>
/// <param name="How">How.</param>
/// <param name="Colour">Of a patch, <c>#RRGGBB</c>; null for others.</param>
public sealed record TreatedPart(CropWindow Part, CoverHow How, string? Colour);

/// <summary>
/// What is done to a photo's pixels before it is painted anywhere: what is hidden is hidden in the picture itself, so
/// that no file that leaves holds it. It has a name of its own, by which painters ask for the picture.
/// </summary>
/// <param name="Soften">Standard deviation of a Gaussian blur of the whole, in widths of the photo; 0 for none.</param>
/// <param name="Parts">Parts that are hidden, in order.</param>
public sealed record Treatment(double Soften, ImmutableList<TreatedPart> Parts)
{
    /// <summary>The strongest blur of a whole photo, in widths of it.</summary>
    public const double Softest = .02;

    /// <summary>Squares along the longer side of a mosaic.</summary>
    public const int MosaicSquares = 6;

    /// <summary>Standard deviation of the blur that hides a part, in longer sides of it.</summary>
    public const double HidingBlur = .18;

    /// <summary>Nothing is done.</summary>
    public static Treatment None { get; } = new(0, []);

    /// <summary>True where nothing is done.</summary>
    public bool IsNone => Soften <= 0 && Parts.Count == 0;

    /// <summary>Its name: letters, digits, points, commas and underlines, which stand in an address as they are; empty
    /// for nothing.</summary>
    public string Name =>
        string.Join(
            '_',
            Parts
                .Select(p =>
                    $"{"pbm"[(int)p.How]}{Text(p.Part.X)},{Text(p.Part.Y)},{Text(p.Part.Width)},{Text(p.Part.Height)}"
                    + (p.Colour is { } c ? "," + c[1..].ToLowerInvariant() : "")
                )
                .Concat(Soften > 0 ? ["s" + Text(Soften)] : [])
        );

    /// <summary>Reads a name; null where it is none.</summary>
    public static Treatment? Read(string name)
    {
        double soften = 0;
        var parts = ImmutableList.CreateBuilder<TreatedPart>();
        foreach (string word in name.Split('_'))
        {
            if (word.Length < 2 || parts.Count > 40)
                return null;
            string[] numbers = word[1..].Split(',');
            int how = "pbm".IndexOf(word[0], StringComparison.Ordinal);
            if (how < 0)
            {
                if (word[0] != 's' || numbers.Length != 1 || Number(numbers[0]) is not ({ } s and > 0 and <= Softest))
                    return null;
                soften = s;
                continue;
            }
            bool patch = how == (int)CoverHow.Patch;
            if (
                numbers.Length != (patch ? 5 : 4)
                || Number(numbers[0]) is not { } x
                || Number(numbers[1]) is not { } y
                || Number(numbers[2]) is not ({ } w and > 0)
                || Number(numbers[3]) is not ({ } h and > 0)
                || (patch && !(numbers[4].Length == 6 && numbers[4].All(char.IsAsciiHexDigit)))
            )
                return null;
            parts.Add(
                new(new CropWindow(x, y, w, h), (CoverHow)how, patch ? "#" + numbers[4].ToUpperInvariant() : null)
            );
        }
        return new(soften, parts.ToImmutable());
    }

    private static string Text(double n) => Math.Round(n, 5).ToString("0.#####", CultureInfo.InvariantCulture);

    private static double? Number(string text) =>
        double.TryParse(text, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out double n)
        && n is >= 0 and <= 1
            ? n
            : null;
}
