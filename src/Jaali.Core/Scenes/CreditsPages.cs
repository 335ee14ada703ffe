using System.Globalization;
using Jaali.Core.Decks;
using Jaali.Core.Legibility;
using Jaali.Core.Rights;
using Jaali.Core.Sourcing;
using Jaali.Core.Typesetting;

namespace Jaali.Core.Scenes;

/// <summary>A photo as the credits list it: once, with all slides that show it.</summary>
/// <param name="Photo">The photo.</param>
/// <param name="Slides">Numbers of the slides, from 1.</param>
/// <param name="Changes">The strongest changes of its placements.</param>
/// <param name="Credit">Its full credit.</param>
/// <param name="Clearance">How it stands for the deck's declared use.</param>
public sealed record CreditEntry(PhotoFacts Photo, IReadOnlyList<int> Slides, Changes Changes, Credit Credit, Clearance Clearance);

/// <summary>The credits of a deck: in order of appearance, on as many pages as they need at a readable size.</summary>
public static class CreditsPages
{
    private const double Size = 27, Leading = 40, Gap = 12, Top = 230, Margin = 96, NumberColumn = 96;

    /// <summary>Every photo shown, in order of appearance.</summary>
    public static IReadOnlyList<CreditEntry> Entries(Deck deck, Func<string, PhotoFacts?> photo)
    {
        var shown = deck.Slides.Select((s, i) => (Number: i + 1, s.Ground)).Where(s => s.Ground is not null && photo(s.Ground.PhotoId) is not null);
        return
        [
            .. shown.GroupBy(s => s.Ground!.PhotoId).Select(g =>
            {
                PhotoFacts facts = photo(g.Key)!;
                Changes changes = g.Select(s => Changes.Of(s.Ground!)).MinBy(c => c.CroppedTo)!;
                return new CreditEntry(facts, [.. g.Select(s => s.Number)], changes, Credit.Full(facts.Rights, changes), Clearance.Of(facts.Rights, changes, deck.Use));
            }),
        ];
    }

    internal static IReadOnlyList<Scene> Build(Deck deck, Slide slide, ISceneFacts facts)
    {
        SlideRect bounds = deck.Shape.Bounds();
        IReadOnlyList<CreditEntry> entries = Entries(deck, facts.Photo);
        if (entries.Count == 0) return [];
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
        return [.. pages.Select((p, i) => Page(p.Lines, p.Links, i))];

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
