using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;

namespace Jaali.Core.Rights;

/// <summary>A word, a number or a sign of a saying.</summary>
/// <param name="Text">In small letters without accents, wide and ligature forms folded.</param>
/// <param name="Before">What stands between it and the one before, folded; "" where they touch.</param>
/// <param name="Capital">It begins with a capital letter.</param>
/// <param name="Upper">All its letters are capitals.</param>
internal readonly record struct LicenceToken(string Text, string Before, bool Capital, bool Upper)
{
    /// <summary>Only space, a hyphen, a slash or the like before it: it may belong to the one before.</summary>
    internal bool Joined =>
        Before.All(c =>
            c
                is ' '
                    or '-'
                    or '/'
                    or '_'
                    or '('
                    or ')'
                    or ':'
                    or ','
                    or '·'
                    or '"'
                    or '“'
                    or '”'
                    or '„'
                    or '«'
                    or '»'
                    or '‹'
                    or '›'
                    or '\''
        );

    /// <summary>A single space, a hyphen or nothing before it.</summary>
    internal bool Close => Before is "" or " " or "-" or "_" or "/" or " - " or " -" or "- ";

    internal bool IsNumber => char.IsAsciiDigit(Text[0]);
}

/// <summary>Takes a saying apart.</summary>
internal static partial class LicenceTokens
{
    /// <summary>The tokens, or why the text is not one to be taken apart.</summary>
    internal static (IReadOnlyList<LicenceToken> Tokens, string? Doubt) Of(string text)
    {
        var folded = new StringBuilder(text.Length);
        foreach (Rune rune in text.EnumerateRunes())
        {
            if (rune.Value is >= 0x335 and <= 0x338)
                return ([], "it is struck out");
            if (rune.Value is 0x202D or 0x202E)
                return ([], "it turns its own direction");
            // Letters in dress (mathematical, circled) and of rare scripts are nobody's plain words.
            if (!rune.IsBmp && (Rune.IsLetterOrDigit(rune) || rune.Value == 0x1F6AB))
                return ([], $"“{rune}” in it is not understood");
            if (rune.IsBmp)
                Fold((char)rune.Value, folded);
        }
        string plain = Spaces().Replace(LicenceLanguages.InWords(Calls().Replace(folded.ToString(), "")), " ");
        if (Crossed().Match(plain) is { Success: true } crossed)
            return ([], $"it holds “{crossed.Value.Trim()}”");
        List<LicenceToken> tokens = [];
        int end = 0;
        foreach (Match m in Word().Matches(plain))
        {
            string raw = m.Value;
            if (char.IsLetter(raw[0]) && IsMixed(raw))
                return ([], $"“{raw}” mixes letters of several scripts");
            tokens.Add(
                new(
                    raw.ToLowerInvariant(),
                    plain[end..m.Index],
                    char.IsUpper(raw[0]),
                    char.IsLetter(raw[0]) && raw.All(char.IsUpper)
                )
            );
            end = m.Index + m.Length;
        }
        return (tokens, null);
    }

    /// <summary>A text in plain letters: without accents, wide and ligature forms folded.</summary>
    internal static string Folded(string text)
    {
        var folded = new StringBuilder(text.Length);
        foreach (char c in text)
            Fold(c, folded);
        return folded.ToString();
    }

    private static void Fold(char c, StringBuilder to)
    {
        switch (CharUnicodeInfo.GetUnicodeCategory(c))
        {
            case UnicodeCategory.NonSpacingMark or UnicodeCategory.Format:
                return;
            case UnicodeCategory.DashPunctuation:
                to.Append('-');
                return;
            case UnicodeCategory.SpaceSeparator or UnicodeCategory.Control:
                to.Append(' ');
                return;
        }
        // Full-width forms lie at a fixed distance from the usual ones.
        if (c is >= '\uFF01' and <= '\uFF5E')
            c = (char)(c - 0xFEE0);
        char low = char.ToLowerInvariant(c);
        if (c == '\u2212' || c == '\u30FB')
            to.Append('-');
        else if (c is '\u3001' or '\u060C')
            to.Append(", ");
        else if (c == '\u3002')
            to.Append(". ");
        else if (c is >= '\u300C' and <= '\u300F')
            to.Append('"');
        else if (c == '\u0640')
            return;
        else if (low < '\u0080' || !Plain.TryGetValue(low, out string? plain))
            to.Append(c);
        else
            to.Append(char.IsUpper(c) ? plain.ToUpperInvariant() : plain);
    }

    // Latin letters with accents, and ligatures, by what they are without (Unicode's decompositions, from memory; the
    // runtime is used without its tables).
    private static readonly Dictionary<char, string> Plain = (
        "aàáâãäåāăąǎ cçćĉċč dďđ eèéêëēĕėęě gĝğġģ hĥħ iìíîïĩīĭįı "
        + "jĵ kķ lĺļľŀł nñńņň oòóôõöøōŏőǒ rŕŗř sśŝşšș tţťŧț uùúûüũūŭůűų wŵ yýÿŷ zźżž "
        + "aạảấầẩẫậắằẳẵặ eẹẻẽếềểễệ iịỉ oọỏốồổỗộớờởỡợơ uụủứừửữựư yỵỷỹ "
        + "αάἀ εέ ηή ιίϊΐ οό υύϋΰ ωώ σς "
        + "اأإآ هة يىی كک "
        + "a\u00aa o\u00ba"
    )
        .Split(' ')
        .SelectMany(g => g[1..].Select(c => (c, g[..1])))
        .Concat([('ß', "ss"), ('æ', "ae"), ('œ', "oe"), ('ﬁ', "fi"), ('ﬂ', "fl"), ('ﬀ', "ff"), ('ĳ', "ij")])
        .ToDictionary(p => p.Item1, p => p.Item2);

    // Latin beside letters that look like it: Greek, Cyrillic, Armenian, Cherokee and the rest.
    private static bool IsMixed(string word) => word.Any(IsLatin) && !word.All(IsLatin);

    /// <summary>Latin, Greek and Cyrillic letters, Armenian ones too.</summary>
    internal static bool HasCapitals(char c) => c < '\u0590' || IsLatin(c);

    internal static bool IsLatin(char c) => c < '\u0250' || c is >= '\u1E00' and <= '\u1EFF';

    [GeneratedRegex(@"\d+(?:\.\d+)*|[\p{L}\p{M}]+|©|\+")]
    private static partial Regex Word();

    // A call behind a word is no crossing out: "Nevezd meg! - Így add tovább!"
    [GeneratedRegex(@"(?<=\p{L})!(?=\s|$|-|\.)")]
    private static partial Regex Calls();

    [GeneratedRegex(@"\s+")]
    private static partial Regex Spaces();

    // Unticked boxes, crosses, and what programmers write for "not".
    [GeneratedRegex(@"\[ ?\]|[☐✗✘❌✕✖⊘⛔≠¬❎]|!=|~~|(?:^|[^\p{L}\p{Nd}])!(?=\s*[\p{L}])")]
    private static partial Regex Crossed();
}
