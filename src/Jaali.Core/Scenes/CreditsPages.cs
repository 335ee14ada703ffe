using System.Globalization;
using Jaali.Core.Decks;
using Jaali.Core.Legibility;
using Jaali.Core.Rights;
using Jaali.Core.Sourcing;
using Jaali.Core.Typesetting;

namespace Jaali.Core.Scenes;

/// <summary>The credits of a deck: in order of appearance, on as many pages as they need at a readable size.</summary>
public static class CreditsPages
{
    private const double Size = 27, Leading = 40, Gap = 12, Top = 230, Margin = 96, NumberColumn = 96;

    internal static IReadOnlyList<Scene> Build(Deck deck, Slide slide, ISceneFacts facts)
    {
        SlideRect bounds = deck.Shape.Bounds();
        CreditEntry[] entries = [.. Ledger.Of(deck, facts.Photo).Where(e => deck.Style.Credits(e.Photo.Rights))];
        if (entries.Length == 0) return SourcesPages.Build(deck, slide, facts, 0);
        double Measure(string t) => facts.Measure.Width(Face.Credit, Size, t);
        double ascent = facts.Measure.Ascent(Face.Credit, Size), descent = facts.Measure.Descent(Face.Credit, Size);
        double ink = Contrast.Ratio(Luminance.Of("#EDEDED"), Luminance.Of(SceneBuilder.Paper));
        List<(List<SceneLine> Lines, List<SceneLink> Links)> pages = [([], [])];
        double y = Top;
        foreach (CreditEntry entry in entries)
        {
            IReadOnlyList<SpanLine> lines = SpanLines.Break(entry.Credit.Spans, bounds.Width - 2 * Margin - NumberColumn, Measure);
            double room = bounds.Height - Margin;
            // An entry stays together, unless it is longer than a page.
            if (y > Top && y + lines.Count * Leading > room) NextPage();
            string numbers = string.Join(", ", entry.Slides.Take(3).Select(n => n.ToString(CultureInfo.InvariantCulture))) + (entry.Slides.Count > 3 ? "…" : "");
            pages[^1].Lines.Add(new SceneLine(Margin, y + ascent, Measure(numbers), numbers));
            foreach (SpanLine line in lines)
            {
                if (y + Leading > room) NextPage();
                double x = Margin + NumberColumn, baseline = y + ascent;
                pages[^1].Lines.Add(new SceneLine(x, baseline, Measure(line.Text), line.Text));
                pages[^1].Links.AddRange(line.Links(x, baseline, ascent, descent, Measure));
                y += Leading;
            }
            y += Gap;
        }
        return [.. pages.Select((p, i) => Page(p.Lines, p.Links, i)), .. SourcesPages.Build(deck, slide, facts, pages.Count)];

        void NextPage()
        {
            pages.Add(([], []));
            y = Top;
        }

        Scene Page(List<SceneLine> lines, List<SceneLink> links, int number)
        {
            string title = pages.Count > 1 ? string.Create(CultureInfo.InvariantCulture, $"Photographs, {number + 1} of {pages.Count}") : "Photographs";
            double w = facts.Measure.Width(Face.Heading, 64, title);
            var head = new SceneLine(Margin, 84 + facts.Measure.Ascent(Face.Heading, 64), w, title);
            return new Scene(slide.Id, number, bounds.Width, bounds.Height, SceneBuilder.Paper,
            [
                new LinesNode(null, "credits-title", Face.Heading.Id, 64, "#EDEDED", new SlideRect(Margin, 84, w, 80), ink, [head]),
                new LinesNode(null, "credits", Face.Credit.Id, Size, "#EDEDED", new SlideRect(Margin, Top, bounds.Width - 2 * Margin, bounds.Height - Top - Margin), ink, lines),
            ], links);
        }
    }
}
