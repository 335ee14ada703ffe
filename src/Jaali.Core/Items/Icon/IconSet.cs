using System.Collections.Concurrent;

namespace Jaali.Core.Items;

/// <summary>An icon of the set.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Words">What people call it.</param>
public sealed record KnownIcon(string Name, IReadOnlyList<string> Words)
{
    /// <summary>Its outline, in a square of <see cref="IconSet.Side"/>.</summary>
    public Path Outline => IconSet.Outline(this);
}

/// <summary>The icons that ship (the regular weight of Phosphor Icons, MIT licence, without its brands), and looking
/// for one by a word.</summary>
public static class IconSet
{
    /// <summary>The side of the square that each is drawn in.</summary>
    public const double Side = 256;

    // Points of a match: the whole name, a word of it, a word people use, the beginning of either.
    private const int WholeName = 8,
        NameWord = 5,
        Word = 4,
        Begins = 2;

    private static readonly Lazy<Dictionary<string, (KnownIcon Icon, string Data)>> Known = new(Read);

    private static readonly ConcurrentDictionary<string, Path> Outlines = new(StringComparer.Ordinal);

    /// <summary>All names.</summary>
    public static IReadOnlyCollection<string> Names => Known.Value.Keys;

    /// <summary>The icon of a name, or null.</summary>
    public static KnownIcon? Find(string name) => Known.Value.TryGetValue(name, out var found) ? found.Icon : null;

    /// <summary>Icons for some words, the best first; every word has to be met.</summary>
    /// <param name="words">What people type.</param>
    /// <param name="most">At most so many.</param>
    public static IReadOnlyList<KnownIcon> Search(string words, int most)
    {
        string[] wanted =
        [
            .. words.ToLowerInvariant().Split([' ', ',', '-'], StringSplitOptions.RemoveEmptyEntries).Take(8),
        ];
        return wanted.Length == 0
            ? []
            :
            [
                .. Known
                    .Value.Values.Select(k => (k.Icon, Points: wanted.Select(w => PointsOf(k.Icon, w)).ToArray()))
                    .Where(k => k.Points.All(p => p > 0))
                    // Of equals the plainest: whose name is shortest.
                    .OrderByDescending(k => k.Points.Sum())
                    .ThenBy(k => k.Icon.Name.Length)
                    .ThenBy(k => k.Icon.Name, StringComparer.Ordinal)
                    .Take(most)
                    .Select(k => k.Icon),
            ];
    }

    internal static Path Outline(KnownIcon icon) =>
        Outlines.GetOrAdd(icon.Name, static name => SvgPath.Read(Known.Value[name].Data));

    private static int PointsOf(KnownIcon icon, string word)
    {
        string one = word.Length > 3 && word.EndsWith('s') ? word[..^1] : word;
        if (icon.Name == word || icon.Name == one)
            return WholeName;
        string[] name = icon.Name.Split('-');
        if (name.Contains(word) || name.Contains(one))
            return NameWord;
        if (icon.Words.Any(w => w == word || w == one || w == one + "s"))
            return Word;
        return word.Length > 2 && (name.Any(Starts) || icon.Words.Any(w => w.Split(' ').Any(Starts))) ? Begins : 0;

        bool Starts(string w) => w.StartsWith(one, StringComparison.Ordinal);
    }

    private static Dictionary<string, (KnownIcon, string)> Read()
    {
        using System.IO.Stream file =
            typeof(IconSet).Assembly.GetManifestResourceStream("Jaali.Core.icons.txt")
            ?? throw new InvalidOperationException("The icons are missing from the program.");
        using var reader = new System.IO.StreamReader(file);
        Dictionary<string, (KnownIcon, string)> all = new(StringComparer.Ordinal);
        while (reader.ReadLine() is { } line)
            if (line.Split('\t') is [var name, var words, var data])
                all[name] = (new KnownIcon(name, words.Split(',')), data);
        return all;
    }
}
