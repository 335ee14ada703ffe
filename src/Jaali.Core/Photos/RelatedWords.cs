namespace Jaali.Core.Photos;

/// <summary>Offers words for the next search from what the last one found.</summary>
public static class RelatedWords
{
    /// <summary>
    /// The words that most of the found pictures share in titles and tags, without those asked for and stop words:
    /// first those in several results but not in nearly all.
    /// </summary>
    /// <param name="found">Titles and tags of each result.</param>
    /// <param name="asked">What was searched.</param>
    /// <param name="most">How many to offer.</param>
    public static IReadOnlyList<string> Propose(IEnumerable<IEnumerable<string>> found, string asked, int most = 6)
    {
        HashSet<string> known = [.. SearchWords.Split(asked).Select(Stem)];
        Dictionary<string, (string Word, int Count)> counts = [];
        int results = 0;
        foreach (IEnumerable<string> texts in found)
        {
            results++;
            foreach (
                (string stem, string word) in texts
                    .SelectMany(SearchWords.Split)
                    .Where(SearchWords.Telling)
                    .Select(w => (Stem(w), w))
                    .DistinctBy(w => w.Item1)
            )
                if (!known.Contains(stem))
                    counts[stem] = (
                        counts.TryGetValue(stem, out var c) && string.CompareOrdinal(c.Word, word) <= 0 ? c.Word : word,
                        counts.GetValueOrDefault(stem).Count + 1
                    );
        }
        if (results < 2)
            return [];
        // A word that nearly every result has would not narrow or widen anything.
        return
        [
            .. counts
                .Values.Where(c => c.Count >= 2 && c.Count < .9 * results + 1)
                .OrderByDescending(c => c.Count)
                .ThenBy(c => c.Word, StringComparer.Ordinal)
                .Take(most)
                .Select(c => c.Word),
        ];
    }

    /// <summary>A word without the ending of its plural.</summary>
    internal static string Stem(string word) =>
        word.EndsWith("ies", StringComparison.Ordinal) && word.Length > 4 ? word[..^3] + "y"
        : word.EndsWith('s') && !word.EndsWith("ss", StringComparison.Ordinal) && word.Length > 3 ? word[..^1]
        : word;
}
