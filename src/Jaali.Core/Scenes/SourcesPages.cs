using Jaali.Core.Decks;
using Jaali.Core.Legibility;
using Jaali.Core.Typesetting;

namespace Jaali.Core.Scenes;

/// <summary>Where the facts under the points come from: pages that follow the photo credits.</summary>
internal static class SourcesPages
{
    private const double Size = 27, Leading = 40, Gap = 14, Top = 230, Margin = 96;

    internal static IReadOnlyList<Scene> Build(Deck deck, Slide slide, ISceneFacts facts, int firstPage)
    {
        (string Fact, string Reference)[] all = [.. deck.Points.SelectMany(p => p.Facts).Where(f => !string.IsNullOrWhiteSpace(f.Reference)).Select(f => (f.Text.Trim(), f.Reference.Trim())).Distinct()];
        if (all.Length == 0) return [];
        SlideRect bounds = deck.Shape.Bounds();
        double Measure(string t) => facts.Measure.Width(Face.Credit, Size, t);
        double ascent = facts.Measure.Ascent(Face.Credit, Size), descent = facts.Measure.Descent(Face.Credit, Size), ink = Contrast.Ratio(Luminance.Of("#EDEDED"), Luminance.Of(SceneBuilder.Paper));
        List<(List<SceneLine> Lines, List<SceneLink> Links)> pages = [([], [])];
        double y = Top;
        foreach ((string fact, string reference) in all)
        {
            string text = fact.Length > 0 ? $"{fact} {reference}" : reference;
            IReadOnlyList<string> lines = LineBreaker.Break(text, bounds.Width - 2 * Margin, Measure);
            if (y > Top && y + lines.Count * Leading > bounds.Height - Margin) Next();
            foreach (string line in lines)
            {
                if (y + Leading > bounds.Height - Margin) Next();
                pages[^1].Lines.Add(new SceneLine(Margin, y + ascent, Measure(line), line));
                if (Uri.TryCreate(reference, UriKind.Absolute, out Uri? to) && to.Scheme is "http" or "https" && line.Contains(reference, StringComparison.Ordinal))
                {
                    double from = Measure(line[..line.IndexOf(reference, StringComparison.Ordinal)]);
                    pages[^1].Links.Add(new SceneLink(new SlideRect(Margin + from, y, Measure(reference), ascent + descent), reference, reference));
                }
                y += Leading;
            }
            y += Gap;
        }
        double w = facts.Measure.Width(Face.Heading, 64, "Sources");
        return
        [
            .. pages.Select((p, i) => new Scene(slide.Id, firstPage + i, bounds.Width, bounds.Height, SceneBuilder.Paper,
            [
                new LinesNode(null, "credits-title", Face.Heading.Id, 64, "#EDEDED", new SlideRect(Margin, 84, w, 80), ink, [new SceneLine(Margin, 84 + facts.Measure.Ascent(Face.Heading, 64), w, "Sources")]),
                new LinesNode(null, "sources", Face.Credit.Id, Size, "#EDEDED", new SlideRect(Margin, Top, bounds.Width - 2 * Margin, bounds.Height - Top - Margin), ink, p.Lines),
            ], p.Links)),
        ];

        void Next()
        {
            pages.Add(([], []));
            y = Top;
        }
    }
}
