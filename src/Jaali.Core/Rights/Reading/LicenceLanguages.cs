using System.Collections.Frozen;
using System.Text;
using System.Text.RegularExpressions;

namespace Jaali.Core.Rights;

/// <summary>
/// How licences are named and spoken of in many languages, read from <c>languages.txt</c> beside this file and
/// folded as <see cref="LicenceTokens"/> folds. Scripts that are written without spaces, or whose words carry what
/// belongs to
/// others, are put into the words of the grammar before a text is taken apart.
/// </summary>
internal static partial class LicenceLanguages
{
    // What stands in the grammar for a phrase of each field.
    private static readonly Dictionary<string, string> Canonical = new(StringComparer.Ordinal)
    {
        ["cc"] = "creative commons",
        ["by"] = "attribution",
        ["nc"] = "noncommercial",
        ["nd"] = "noderivatives",
        ["sa"] = "sharealike",
        ["intl"] = "international",
        ["port"] = "unported",
        ["pd"] = "public domain",
        ["closed"] = "all rights reserved",
        ["words"] = "a",
        ["photo"] = "photo",
        ["maker"] = "author",
    };

    // Beginnings of words for a licence, which may stand between the name of a scheme and its elements.
    private static readonly string[] LicenceStems =
    [
        "licen",
        "lizen",
        "lisen",
        "lisans",
        "litsen",
        "llicen",
        "lesen",
        "лиценз",
        "ліценз",
        "αδει",
    ];

    private static readonly List<Language> Said = [];

    private static readonly List<(string Field, string Phrase)> All = Load();

    /// <summary>Phrases that name an element.</summary>
    internal static IReadOnlyList<(string[] Words, string Element)> Elements { get; } =
    [.. new[] { "by", "nc", "nd", "sa" }.SelectMany(f => Spoken(f).Select(w => (w, f)))];

    /// <summary>Phrases for where a version was not ported.</summary>
    internal static IReadOnlyList<(string[] Words, string Element)> Unported { get; } =
    [.. new[] { "intl", "port" }.SelectMany(f => Spoken(f).Select(w => (w, "")))];

    /// <summary>Phrases for the public domain.</summary>
    internal static IReadOnlyList<(string[] Words, string Element)> PublicDomain { get; } =
    [.. Spoken("pd").Select(w => (w, ""))];

    /// <summary>Phrases that keep all rights.</summary>
    internal static IReadOnlyList<(string[] Words, string Element)> Closed { get; } =
    [.. Spoken("closed").Select(w => (w, ""))];

    /// <summary>Words that limit nothing.</summary>
    internal static IReadOnlySet<string> Harmless { get; } =
        new[] { "words", "photo", "maker" }.SelectMany(Spoken).SelectMany(w => w).ToFrozenSet(StringComparer.Ordinal);

    /// <summary>Words behind which a name may stand: the last of each phrase, but for articles.</summary>
    internal static IReadOnlySet<string> Cues { get; } =
        new[] { "photo", "maker" }.SelectMany(Spoken).Select(w => w[^1]).ToFrozenSet(StringComparer.Ordinal);

    /// <summary>Words for a licence.</summary>
    internal static IReadOnlySet<string> Licences { get; } =
        Harmless
            .Where(w => Array.Exists(LicenceStems, s => w.StartsWith(s, StringComparison.Ordinal)))
            .ToFrozenSet(StringComparer.Ordinal);

    private static readonly FrozenSet<string> LimitWords = Limits(l => !l.Contains('*', StringComparison.Ordinal));

    private static readonly string[] LimitStems =
    [
        .. Limits(l => l.EndsWith('*')).Select(l => l[..^1]).Where(l => l.Length > 1),
    ];

    private static readonly string[] LimitEnds = [.. Limits(l => l.StartsWith('*')).Select(l => l[1..])];

    // Of scripts without spaces a sign or two are enough.
    private static readonly string[] LimitSigns = [.. LimitWords.Where(IsUnspaced)];

    private static readonly string[] LicenceMarks =
    [
        "ライセンス",
        "许可",
        "許可",
        "授权",
        "授權",
        "라이선스",
        "רישיון",
        "رخصة",
        "مجوز",
    ];

    private static readonly (Regex Pattern, Dictionary<string, string> Means) Put = Phrases();

    /// <summary>True where a word reserves, permits, requires, forbids, sells or limits in one of the
    /// languages.</summary>
    internal static bool MayLimit(string word) =>
        LimitWords.Contains(word)
        || Array.Exists(LimitStems, s => word.StartsWith(s, StringComparison.Ordinal))
        || Array.Exists(LimitEnds, s => word.EndsWith(s, StringComparison.Ordinal))
        || IsUnspaced(word) && Array.Exists(LimitSigns, s => word.Contains(s, StringComparison.Ordinal));

    /// <summary>A folded text with what is known of other scripts in the words of the grammar.</summary>
    internal static string InWords(string folded) =>
        folded.Any(IsOther) ? Put.Pattern.Replace(folded, m => $" {Put.Means[Gaps().Replace(m.Value, " ")]} ") : folded;

    /// <summary>True for letters without capitals: of Arabic, Hebrew, and the scripts of East and South Asia.</summary>
    internal static bool IsOther(char c) => c >= '\u0590';

    /// <summary>A page that lists what is known.</summary>
    internal static string Page()
    {
        var page = new StringBuilder(Text("languages.md"));
        foreach (Language language in Said)
            page.Append(
                System.Globalization.CultureInfo.InvariantCulture,
                $"| {language.Name} | {string.Join(" | ", Columns.Select(language.Of))} |\n"
            );
        return page.ToString();
    }

    private static readonly string[] Columns = ["by", "nc", "nd", "sa", "pd", "closed"];

    private sealed record Language(string Name, Dictionary<string, string> Fields)
    {
        internal string Of(string field) => Fields.GetValueOrDefault(field, "").Split('|')[0].Trim();
    }

    // Han, Kana, Hangul, Thai.
    private static bool IsUnspaced(string word) =>
        word.Length > 0 && (word[0] >= '\u2E80' || word[0] is >= '\u0E00' and <= '\u0E7F');

    private static (Regex, Dictionary<string, string>) Phrases()
    {
        Dictionary<string, string> means = new(StringComparer.Ordinal);
        foreach ((string field, string phrase) in All)
            if (Canonical.TryGetValue(field, out string? canonical) && phrase.Any(IsOther))
                // "words" come last: what is an element or a reservation is not taken for a filler.
                means.TryAdd(
                    phrase,
                    field == "words" && Array.Exists(LicenceMarks, l => phrase.Contains(l, StringComparison.Ordinal))
                        ? "license"
                        : canonical
                );
        string all = string.Join(
            '|',
            means
                .Keys.OrderByDescending(k => k.Length)
                .Select(k => (IsUnspaced(k), Pattern: string.Join(@"[\s-]+", k.Split(' ').Select(Regex.Escape))))
                .Select(k => k.Item1 ? k.Pattern : $@"(?<![\p{{L}}\p{{M}}]){k.Pattern}(?![\p{{L}}\p{{M}}])")
        );
        return (new Regex(all, RegexOptions.CultureInvariant), means);
    }

    // Those that are taken apart into words, in scripts with spaces and capitals.
    private static IEnumerable<string[]> Spoken(string field) =>
        All.Where(a => a.Field == field && !a.Phrase.Any(IsOther))
            .Select(a => a.Phrase.Split(' ', StringSplitOptions.RemoveEmptyEntries))
            .Where(w => w.Length > 0);

    private static FrozenSet<string> Limits(Func<string, bool> which) =>
        All.Where(a => a.Field == "limit")
            .SelectMany(a => a.Phrase.Split(' ', StringSplitOptions.RemoveEmptyEntries))
            .Where(which)
            .ToFrozenSet(StringComparer.Ordinal);

    private static List<(string, string)> Load()
    {
        List<(string, string)> all = [];
        foreach (string line in Text("languages.txt").Split('\n'))
        {
            if (line.StartsWith('['))
                Said.Add(new(line.Trim('[', ']')[3..], []));
            int colon = line.IndexOf(':', StringComparison.Ordinal);
            if (line.Length == 0 || line[0] is '#' or '[' || colon < 0)
                continue;
            Said[^1].Fields[line[..colon]] = line[(colon + 1)..];
            foreach (string alternative in line[(colon + 1)..].Split('|', StringSplitOptions.RemoveEmptyEntries))
                if (Folded(alternative.Trim()) is { Length: > 0 } phrase)
                    all.Add((line[..colon], phrase));
        }
        return all;
    }

    private static string Text(string name)
    {
        using System.IO.Stream from =
            typeof(LicenceLanguages).Assembly.GetManifestResourceStream("Jaali.Core." + name)
            ?? throw new InvalidOperationException("The words of licences are missing from the program.");
        using var reader = new System.IO.StreamReader(from);
        return reader.ReadToEnd();
    }

    // Words with single blanks between them, small and folded; a star stays where it was.
    private static string Folded(string phrase)
    {
        string plain = LicenceTokens.Folded(phrase).ToLowerInvariant();
        return string.Join(' ', Word().Matches(plain).Select(m => m.Value));
    }

    [GeneratedRegex(@"[\s-]+")]
    private static partial Regex Gaps();

    [GeneratedRegex(@"\*?[\p{L}\p{M}\p{Nd}]+\*?")]
    private static partial Regex Word();
}
