using Jaali.Core.Geometry;
using Jaali.Core.Rights;
using Jaali.Core.Scenes;
using Jaali.Core.Typesetting;

namespace Jaali.Core.Composing;

/// <summary>One line of a credit, with the stretches of it that lead somewhere.</summary>
internal sealed record SpanLine(string Text, IReadOnlyList<(int Start, int Length, string Href)> Parts)
{
    /// <summary>The link rectangles of the line when it is set at a place.</summary>
    internal IEnumerable<SceneLink> Links(
        double x,
        double baseline,
        double ascent,
        double descent,
        Func<string, double> measure
    )
    {
        foreach ((int start, int length, string href) in Parts)
        {
            double from = measure(Text[..start]),
                to = measure(Text[..(start + length)]);
            yield return new SceneLink(
                new SlideRect(x + from, baseline - ascent, Math.Max(1, to - from), ascent + descent),
                href,
                Text.Substring(start, length).Trim()
            );
        }
    }
}

/// <summary>Breaks a credit into lines and keeps its links with their words.</summary>
internal static class SpanLines
{
    internal static IReadOnlyList<SpanLine> Break(
        IReadOnlyList<CreditSpan> spans,
        double width,
        Func<string, double> measure
    )
    {
        string all = string.Concat(spans.Select(s => s.Text));
        List<SpanLine> lines = [];
        int at = 0;
        foreach (string line in LineBreaker.Break(all, width, measure))
        {
            // Lines are stretches of the text with the spaces between them dropped.
            at = line.Length == 0 ? at : all.IndexOf(line, at, StringComparison.Ordinal);
            List<(int, int, string)> parts = [];
            int spanStart = 0;
            foreach (CreditSpan span in spans)
            {
                int from = Math.Max(spanStart, at),
                    to = Math.Min(spanStart + span.Text.Length, at + line.Length);
                if (span.Href is { } href && to > from)
                    parts.Add((from - at, to - from, href));
                spanStart += span.Text.Length;
            }
            lines.Add(new SpanLine(line, parts));
            at += line.Length;
        }
        return lines;
    }
}
