using System.Text.RegularExpressions;

namespace Jaali.Core.Items;

/// <summary>Steps out of pasted lines.</summary>
internal static partial class FlowLines
{
    /// <summary>The steps that a text tells: one a line, or with arrows between them.</summary>
    internal static ImmutableList<FlowStep> Read(string text)
    {
        string[] lines = text.ReplaceLineEndings("\n").Split('\n');
        return
        [
            .. lines
                .SelectMany(l => Arrows().Split(l))
                .Select(l => Marks().Replace(l, "").Trim())
                .Where(l => l.Length > 0)
                .Select(l => new FlowStep(Step(l))),
        ];
    }

    private static string Step(string line)
    {
        Match m = Parts().Match(line);
        return m.Success ? $"{m.Groups[1].Value.Trim()}\n{m.Groups[2].Value.Trim()}" : line;
    }

    [GeneratedRegex(@"\s*(?:→|⟶|⇒|-+>|=+>)\s*", RegexOptions.CultureInvariant, matchTimeoutMilliseconds: 500)]
    private static partial Regex Arrows();

    // What stands before an entry of a list.
    [GeneratedRegex(@"^\s*(?:[•·*]\s+|\d{1,2}[.)]\s+)", RegexOptions.CultureInvariant, matchTimeoutMilliseconds: 500)]
    private static partial Regex Marks();

    [GeneratedRegex(
        @"^([^\t:]+?)\s*(?:\t|:\s+|\s[–—]\s)\s*(.+)$",
        RegexOptions.CultureInvariant,
        matchTimeoutMilliseconds: 500
    )]
    private static partial Regex Parts();
}
