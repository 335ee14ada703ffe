using System.Globalization;

namespace Jaali.Core.Typesetting;

/// <summary>Letters above or below their line.</summary>
public enum BaselineShift
{
    /// <summary>On it.</summary>
    None,

    /// <summary>Small and raised.</summary>
    Raised,

    /// <summary>Small and lowered.</summary>
    Lowered,
}

/// <summary>A stretch of words that look alike.</summary>
/// <param name="Text">What they say.</param>
/// <param name="Bold">Heavier than their role.</param>
/// <param name="Italic">Slanted.</param>
/// <param name="Underline">With a line under them.</param>
/// <param name="Strike">With a line through them.</param>
/// <param name="SmallCaps">Small letters as small capitals.</param>
/// <param name="Shift">Raised or lowered.</param>
/// <param name="Link">Where they lead: an address, or <c>slide:</c> and the identity of a slide; null for
/// nowhere.</param>
/// <param name="Ink">Their own colour as <c>#RRGGBB</c>; null for that of the words.</param>
public sealed record TextRun(
    string Text,
    bool Bold = false,
    bool Italic = false,
    bool Underline = false,
    bool Strike = false,
    bool SmallCaps = false,
    BaselineShift Shift = BaselineShift.None,
    string? Link = null,
    string? Ink = null
)
{
    /// <summary>True where it says nothing of its look.</summary>
    internal bool IsPlain => this == new TextRun(Text);
}

/// <summary>What stands before a paragraph.</summary>
public enum ListMarker
{
    /// <summary>Nothing.</summary>
    None,

    /// <summary>A point.</summary>
    Point,

    /// <summary>Its number among those of its level.</summary>
    Number,
}

/// <summary>A paragraph.</summary>
/// <param name="Runs">Its words, in the order of reading; a line feed in them begins a new line.</param>
/// <param name="List">What stands before it.</param>
/// <param name="Level">How far it is set in: 0 to <see cref="Deepest"/>.</param>
public sealed record Paragraph(ImmutableList<TextRun> Runs, ListMarker List = ListMarker.None, int Level = 0)
{
    /// <summary>The deepest level of a list.</summary>
    public const int Deepest = 3;

    /// <summary>Its words without their looks.</summary>
    public string Plain() => string.Concat(Runs.Select(r => r.Text));

    /// <summary>Plain words as paragraphs, one a line.</summary>
    public static ImmutableList<Paragraph> Of(string text) =>
        [.. text.ReplaceLineEndings("\n").Split('\n').Select(l => new Paragraph([new TextRun(l)]))];

    /// <summary>Paragraphs as plain words, one a line.</summary>
    public static string Plain(IEnumerable<Paragraph> paragraphs) =>
        string.Join('\n', paragraphs.Select(p => p.Plain()));

    /// <summary>Paragraphs as they are kept: neighbours that look alike are one run, empty runs are gone; null where
    /// nothing
    /// but plain words is left.</summary>
    public static ImmutableList<Paragraph>? Kept(IEnumerable<Paragraph> paragraphs)
    {
        ImmutableList<Paragraph> kept = [.. paragraphs.Select(p => p with { Runs = Joined(p.Runs) })];
        return kept.All(p => p is { List: ListMarker.None, Level: 0 } && p.Runs.All(r => r.IsPlain)) ? null : kept;
    }

    private static ImmutableList<TextRun> Joined(ImmutableList<TextRun> runs)
    {
        List<TextRun> joined = [];
        foreach (TextRun run in runs.Where(r => r.Text.Length > 0))
            if (joined.Count > 0 && joined[^1] with { Text = run.Text } == run)
                joined[^1] = run with { Text = joined[^1].Text + run.Text };
            else
                joined.Add(run);
        return joined.Count == 0 ? [new TextRun("")] : [.. joined];
    }

    /// <summary>The numbers of numbered paragraphs, by their place among all; others have none.</summary>
    internal static IReadOnlyList<string> Labels(IReadOnlyList<Paragraph> paragraphs)
    {
        int[] counts = new int[Deepest + 1];
        List<string> labels = [];
        foreach (Paragraph p in paragraphs)
        {
            int level = Math.Clamp(p.Level, 0, Deepest);
            if (p.List == ListMarker.None)
                Array.Clear(counts);
            else
                Array.Clear(counts, level + 1, Deepest - level);
            labels.Add(
                p.List switch
                {
                    ListMarker.Point => level % 2 == 0 ? "•" : "–",
                    ListMarker.Number => string.Create(CultureInfo.InvariantCulture, $"{++counts[level]}."),
                    _ => "",
                }
            );
        }
        return labels;
    }
}
