using Jaali.Core.Decks;
using Jaali.Core.Legibility;
using Jaali.Core.Rights;
using Jaali.Core.Typesetting;

namespace Jaali.Core.Scenes;

/// <summary>One entry of a list at the end of a talk.</summary>
/// <param name="Label">What stands before it, in a column of its own; empty for none.</param>
/// <param name="Spans">Its words, with the addresses they lead to.</param>
internal sealed record ListEntry(string Label, IReadOnlyList<CreditSpan> Spans);

/// <summary>Lists at the end of a talk: as many pages as they need at one readable size. An entry stays together, unless it is longer than a page; nothing is cut.</summary>
internal static class ListPages
{
    private const double Size = 27,
        Leading = 40,
        Gap = 12,
        Top = 230,
        Margin = 96,
        LabelColumn = 96,
        TitleSize = 64;
    private const string Light = "#EDEDED";

    /// <param name="deck">The deck.</param>
    /// <param name="slide">The slide whose pages they are.</param>
    /// <param name="facts">Widths of words.</param>
    /// <param name="title">Heads each page; numbered where there are several.</param>
    /// <param name="role">Of the lines, in the scene.</param>
    /// <param name="entries">In order; no page for none.</param>
    /// <param name="firstPage">Number of the first page.</param>
    internal static IReadOnlyList<Scene> Build(
        Deck deck,
        Slide slide,
        ISceneFacts facts,
        string title,
        string role,
        IReadOnlyList<ListEntry> entries,
        int firstPage = 0
    )
    {
        if (entries.Count == 0)
            return [];
        SlideRect bounds = deck.Shape.Bounds();
        double widest = entries.Max(e => Measure(e.Label)),
            left = Margin + (widest > 0 ? Math.Max(LabelColumn, widest + 24) : 0),
            bottom = bounds.Height - Margin;
        double ascent = facts.Measure.Ascent(Face.Credit, Size),
            descent = facts.Measure.Descent(Face.Credit, Size);
        List<(List<SceneLine> Lines, List<SceneLink> Links)> pages = [([], [])];
        double y = Top;
        foreach (ListEntry entry in entries)
        {
            IReadOnlyList<SpanLine> lines = SpanLines.Break(entry.Spans, bounds.Width - Margin - left, Measure);
            if (y > Top && y + lines.Count * Leading > bottom)
                Next();
            if (entry.Label.Length > 0)
                pages[^1].Lines.Add(new SceneLine(Margin, y + ascent, Measure(entry.Label), entry.Label));
            foreach (SpanLine line in lines)
            {
                if (y + Leading > bottom)
                    Next();
                pages[^1].Lines.Add(new SceneLine(left, y + ascent, Measure(line.Text), line.Text));
                pages[^1].Links.AddRange(line.Links(left, y + ascent, ascent, descent, Measure));
                y += Leading;
            }
            y += Gap;
        }
        double ink = Contrast.Ratio(Luminance.Of(Light), Luminance.Of(SceneBuilder.Paper));
        return [.. pages.Select((p, i) => Page(p.Lines, p.Links, i))];

        double Measure(string t) => facts.Measure.Width(Face.Credit, Size, t);

        void Next()
        {
            pages.Add(([], []));
            y = Top;
        }

        Scene Page(List<SceneLine> lines, List<SceneLink> links, int number)
        {
            string head =
                pages.Count > 1
                    ? string.Create(
                        System.Globalization.CultureInfo.InvariantCulture,
                        $"{title}, {number + 1} of {pages.Count}"
                    )
                    : title;
            double w = facts.Measure.Width(Face.Heading, TitleSize, head);
            return new Scene(
                slide.Id,
                firstPage + number,
                bounds.Width,
                bounds.Height,
                SceneBuilder.Paper,
                [
                    new LinesNode(
                        null,
                        "credits-title",
                        Face.Heading.Id,
                        TitleSize,
                        Light,
                        new SlideRect(Margin, 84, w, 80),
                        ink,
                        true,
                        [new SceneLine(Margin, 84 + facts.Measure.Ascent(Face.Heading, TitleSize), w, head)]
                    ),
                    new LinesNode(
                        null,
                        role,
                        Face.Credit.Id,
                        Size,
                        Light,
                        new SlideRect(Margin, Top, bounds.Width - 2 * Margin, bottom - Top),
                        ink,
                        true,
                        lines
                    ),
                ],
                links
            );
        }
    }
}
