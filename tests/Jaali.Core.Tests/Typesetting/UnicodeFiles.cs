using System.Globalization;
using Jaali.Testing;

namespace Jaali.Core.Tests.Typesetting;

/// <summary>The Unicode Character Database 15.0 as Debian packs it, fetched by <c>tests/samples.sh</c>.</summary>
internal static class UnicodeFiles
{
    private static string Folder => Samples.Folder("unicode-data", "usr", "share", "unicode");

    /// <summary>The lines of a file without comments and empty ones.</summary>
    public static IEnumerable<string> Lines(string file) =>
        File.ReadLines(Path.Combine(Folder, file)).Select(l => l.Split('#')[0].Trim()).Where(l => l.Length > 0);

    /// <summary>What a property is where a file lists nothing: ranges with the long name of the value.</summary>
    public static IEnumerable<(int From, int To, string Value)> Missing(string file) =>
        File.ReadLines(Path.Combine(Folder, file))
            .Where(l => l.StartsWith("# @missing: ", StringComparison.Ordinal))
            .Select(l => l["# @missing: ".Length..].Split(';', StringSplitOptions.TrimEntries))
            .Select(p => (Range(p[0]).From, Range(p[0]).To, p[1]));

    /// <summary>Ranges of code points with the value in the second column.</summary>
    public static IEnumerable<(int From, int To, string Value)> Ranges(string file) =>
        Lines(file)
            .Select(l => l.Split(';', StringSplitOptions.TrimEntries))
            .Select(p => (Range(p[0]).From, Range(p[0]).To, p[1]));

    private static (int From, int To) Range(string text)
    {
        int[] ends =
        [
            .. text.Split("..").Select(t => int.Parse(t, NumberStyles.HexNumber, CultureInfo.InvariantCulture)),
        ];
        return (ends[0], ends[^1]);
    }
}
