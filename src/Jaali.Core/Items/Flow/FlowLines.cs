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

    /// <summary>True of a text with arrows between what it says.</summary>
    internal static bool Leads(string text) => Arrows().IsMatch(text);

    // What a step is called, and behind a sign between them what it does.
    private static string Step(string line)
    {
        Match m = Between().Match(line);
        string name = m.Success ? line[..m.Index].Trim() : "",
            does = m.Success ? line[(m.Index + m.Length)..].Trim() : "";
        return name.Length > 0 && does.Length > 0 ? $"{name}\n{does}" : line;
    }

    // None of these can look at a letter more often than a few times, so no clock watches over them; what stands round
    // an arrow is trimmed behind it.
    [GeneratedRegex(@"→|⟶|⇒|(?<!-)-+>|(?<!=)=+>", RegexOptions.CultureInvariant)]
    private static partial Regex Arrows();

    // What stands before an entry of a list.
    [GeneratedRegex(@"^\s*(?:[•·*]\s|\d{1,2}[.)]\s)", RegexOptions.CultureInvariant)]
    private static partial Regex Marks();

    [GeneratedRegex(@"\t|:\s|\s[–—]\s", RegexOptions.CultureInvariant)]
    private static partial Regex Between();
}
