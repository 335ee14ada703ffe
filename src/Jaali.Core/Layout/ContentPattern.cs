using System.Globalization;
using System.Text.RegularExpressions;

namespace Jaali.Core.Layout;

/// <summary>What words hold that can be shown as more than a line: one number, a quotation, things counted
/// up.</summary>
public static partial class ContentPattern
{
    /// <summary>A number in words.</summary>
    /// <param name="Figure">The number with its unit, as written.</param>
    /// <param name="Rest">What it counts: all the words, or those after the number where it comes first.</param>
    /// <param name="Strong">It has a unit, a currency or thousands: it is what the words are about.</param>
    public sealed record Number(string Figure, string Rest, bool Strong);

    /// <summary>Somebody’s words.</summary>
    /// <param name="Words">With their quotation marks, where they have some.</param>
    /// <param name="By">Who said them; empty where that is not told.</param>
    public sealed record Quotation(string Words, string By);

    /// <summary>Things counted up.</summary>
    /// <param name="Lead">What they are.</param>
    /// <param name="Entries">Each; at least two.</param>
    public sealed record List(string Lead, ImmutableList<string> Entries);

    /// <summary>The number that words are most about, or null. A year is one only where it stands alone.</summary>
    public static Number? FindNumber(string text)
    {
        (Match Found, int Worth)? best = null;
        foreach (Match m in Figures().Matches(text))
        {
            bool unit = m.Groups["unit"].Success || m.Groups["money"].Success || m.Groups["of"].Success,
                large = m.Groups["large"].Success,
                year =
                    !unit
                    && !large
                    && m.Value.Length == 4
                    && int.Parse(m.Value, CultureInfo.InvariantCulture) is > 1499 and < 2101;
            int worth =
                unit ? 3
                : large ? 2
                : year ? 0
                : 1;
            if (best is null || worth > best.Value.Worth)
                best = (m, worth);
        }
        if (best is not { } number || (number.Worth == 0 && number.Found.Length < text.Trim().Length))
            return null;
        bool first = text[..number.Found.Index].Trim().Length == 0;
        return new(
            number.Found.Value.Trim(),
            first
                ? text[(number.Found.Index + number.Found.Length)..].TrimStart(' ', ',', ':', '–', '—').Trim()
                : text.Trim(),
            number.Worth >= 2
        );
    }

    /// <summary>Somebody’s words and who said them, or null.</summary>
    public static Quotation? FindQuotation(string text)
    {
        text = text.Trim();
        if (Marked().Match(text) is { Success: true } m && Words(m.Groups["said"].Value) >= 3)
            return new(m.Groups["said"].Value.Trim(), m.Groups["by"].Value.Trim());
        if (Told().Match(text) is { Success: true } told && Words(told.Groups["said"].Value) >= 3)
            return new(told.Groups["said"].Value.Trim(), told.Groups["by"].Value.Trim());
        return Dashed().Match(text) is { Success: true } d && Words(d.Groups["said"].Value) >= 3
            ? new(d.Groups["said"].Value.Trim(), d.Groups["by"].Value.Trim())
            : null;
    }

    /// <summary>Things that a sentence counts up after a colon, or that semicolons part; or null.</summary>
    public static List? FindList(string text)
    {
        text = text.Trim().TrimEnd('.');
        string lead = "",
            rest = text;
        if (text.IndexOf(": ", StringComparison.Ordinal) is > 1 and var colon)
            (lead, rest) = (text[..colon].Trim(), text[(colon + 2)..].Trim());
        string[] parts = rest.Split(';', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries);
        if (parts.Length < 2 && lead.Length > 0)
        {
            parts = rest.Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries);
            if (parts.Length > 0 && Last().Split(parts[^1]) is { Length: 2 } two && parts.Length + 1 >= 3)
                parts = [.. parts[..^1], two[0].Trim(), two[1].Trim()];
        }
        else if (parts.Length < 3 && lead.Length == 0)
            return null;
        parts = [.. parts.Select(p => Joining().Replace(p, "").Trim()).Where(p => p.Length > 0)];
        return parts.Length >= (lead.Length > 0 ? 2 : 3) ? new(lead, [.. parts]) : null;
    }

    /// <summary>How many words a text has.</summary>
    internal static int Words(string text) => Pace.Words(text);

    [GeneratedRegex(
        @"(?<![\p{L}\p{N}.,])(?<money>[€£$¥]\s?)?[+−-]?(?:(?<large>\d{1,3}(?:[.,'’\u00A0\u202F ]\d{3})+)|\d+)(?:[.,]\d+)?(?!\d)"
            + @"(?<of>\s(?:in|out of)\s\d{1,4}(?!\d))?"
            + @"(?<unit>\s?(?:%|‰|°[CF]?|per\s?cent|million|billion|thousand|Millionen|Milliarden|Prozent|km/h|km[²2]?|m[²2³3]?|kg|mm|cm|t|ha|"
            + @"years?|days?|hours?|minutes?|metres?|kilometres?|hectares?|tonnes?|times|Jahre|Tage|Meter|×)(?![\p{L}\p{N}]))?(?![\p{L}\p{N}])",
        RegexOptions.CultureInvariant
    )]
    private static partial Regex Figures();

    // Marks of quotation as pairs: English, German, French, and straight ones.
    private const string Quote =
        @"(?<said>“[^“”]{8,}”|„[^„“”]{8,}[“”]|«[^«»]{8,}»|‹[^‹›]{8,}›|‘[^‘]{8,}’|""[^""]{8,}"")";

    [GeneratedRegex(
        @"^" + Quote + @"\s*(?:--|[-–—,:(])?\s*(?<by>[^“""„«\n]{0,90}?)\)?\.?$",
        RegexOptions.CultureInvariant
    )]
    private static partial Regex Marked();

    [GeneratedRegex(@"^(?<by>[^:“""„«\n]{2,60}):\s*" + Quote + @"\.?$", RegexOptions.CultureInvariant)]
    private static partial Regex Told();

    [GeneratedRegex(
        @"^(?<said>.{16,}?[.!?…])\s+(?:--|[–—])\s*(?<by>\p{Lu}[\p{L}\p{M} .'’,-]{2,60})$",
        RegexOptions.CultureInvariant
    )]
    private static partial Regex Dashed();

    [GeneratedRegex(@"\s(?:and|or|und|oder|et|ou|y|o|e)\s", RegexOptions.CultureInvariant)]
    private static partial Regex Last();

    [GeneratedRegex(@"^(?:and|or|und|oder|et|ou)\s", RegexOptions.CultureInvariant)]
    private static partial Regex Joining();
}
