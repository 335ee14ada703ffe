using System.Globalization;
using System.Text.RegularExpressions;

namespace Jaali.Core.Decks;

/// <summary>A number as it stands in a cell: its value, and how it was written.</summary>
/// <param name="Value">The value; finite.</param>
/// <param name="Decimals">How many decimals were written.</param>
/// <param name="Before">What stands before it, as a currency does; empty for nothing.</param>
/// <param name="After">What stands behind it, as a unit does, with the space between; empty for nothing.</param>
/// <param name="Comma">Decimals stand behind a comma.</param>
public readonly partial record struct Figure(double Value, int Decimals, string Before, string After, bool Comma)
{
    // Beyond this a double no longer tells whole numbers apart.
    private const double Largest = 1e15;

    /// <summary>It is a whole number that could be a year, and nothing stands at it.</summary>
    public bool IsYear => this is { Decimals: 0, Before: "", After: "", Value: >= FirstYear and <= LastYear };

    private const double FirstYear = 1000,
        LastYear = 2999;

    /// <summary>Reads a cell; null where it holds no number, or one that is not finite. Digits may be grouped by
    /// spaces, apostrophes, points or commas; where both points and commas stand, the last of them is the decimal one;
    /// a single comma before three digits groups them, as a second would.</summary>
    public static Figure? Read(string cell)
    {
        Match m = Written().Match(cell.Trim());
        if (!m.Success)
            return null;
        string digits = m.Groups["digits"].Value.Replace("'", "", StringComparison.Ordinal);
        digits = Spaces().Replace(digits, "");
        int point = digits.LastIndexOf('.'),
            comma = digits.LastIndexOf(',');
        bool isComma =
            comma >= 0
            && (
                point >= 0
                    ? comma > point
                    : digits.IndexOf(',') == comma && !(digits.Length - comma == 4 && comma is >= 1 and <= 3)
            );
        // Several points and no comma group as well.
        bool groups = point >= 0 && comma < 0 && digits.IndexOf('.') != point;
        string plain = isComma
            ? digits.Replace(".", "", StringComparison.Ordinal).Replace(',', '.')
            : digits.Replace(",", "", StringComparison.Ordinal);
        if (groups)
            plain = plain.Replace(".", "", StringComparison.Ordinal);
        if (
            !double.TryParse(plain, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out double value)
            || !(value <= Largest)
        )
            return null;
        int at = plain.IndexOf('.');
        string before = m.Groups["before"].Value;
        return new(
            m.Groups["sign"].Value is "-" or "−" ? -value : value,
            at < 0 ? 0 : plain.Length - at - 1,
            before,
            m.Groups["after"].Value,
            isComma
        );
    }

    /// <summary>A value written as this figure is.</summary>
    /// <param name="value">The value.</param>
    /// <param name="decimals">How many decimals.</param>
    public string Write(double value, int decimals)
    {
        string digits = Math.Abs(value).ToString($"F{decimals}", CultureInfo.InvariantCulture);
        if (Comma)
            digits = digits.Replace('.', ',');
        return $"{(value < 0 && digits.Any(c => c is >= '1' and <= '9') ? "−" : "")}{Before}{digits}{After}";
    }

    [GeneratedRegex(
        @"^(?<sign>[-+−])?(?<before>[\p{Sc}~≈]?\s?)(?<sign>[-+−])?(?<digits>\d[\d.,'’\s]*\d|\d|[.,]\d+)(?<after>\s?(%|‰|[°º]\w{0,2}|[\p{L}µ/²³\p{Sc}]{1,3})?)$",
        RegexOptions.CultureInvariant | RegexOptions.ExplicitCapture
    )]
    private static partial Regex Written();

    [GeneratedRegex(@"[\s’]", RegexOptions.CultureInvariant)]
    private static partial Regex Spaces();
}
