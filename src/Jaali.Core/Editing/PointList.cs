using System.Text.RegularExpressions;

namespace Jaali.Core.Editing;

/// <summary>Reads a pasted list: one point a line, whatever marks stand before it.</summary>
public static partial class PointList
{
    /// <summary>The lines that say something, without bullets, dashes, numbers ("3.", "3)") and boxes before
    /// them.</summary>
    public static IReadOnlyList<string> Parse(string text) =>
        [
            .. text.Split(['\n', '\r', '\u2028', '\u2029', '\v'], StringSplitOptions.RemoveEmptyEntries)
                .Select(l => Spaces().Replace(Mark().Replace(l, ""), " ").Trim())
                .Where(l => l.Any(char.IsLetterOrDigit)),
        ];

    [GeneratedRegex(@"^\s*(?:(?:[-*+•‣◦–—·▪]|\[[ xX]?\]|\(?\d{1,3}[.)]|\(?[a-zA-Z]\))\s+)*")]
    private static partial Regex Mark();

    [GeneratedRegex(@"[\s\p{Cc}]+")]
    private static partial Regex Spaces();
}
