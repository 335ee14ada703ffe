using System.Globalization;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Legibility;
using Jaali.Core.Rights;
using Jaali.Core.Scenes;
using Jaali.Core.Typesetting;

namespace Jaali.Core.Composing;

/// <summary>One entry of a list at the end of a talk.</summary>
/// <param name="Label">What stands before it, in a column of its own; empty for none.</param>
/// <param name="Spans">Its words, with the addresses they lead to.</param>
internal sealed record ListEntry(string Label, IReadOnlyList<CreditSpan> Spans);

/// <summary>Lists at the end of a talk: as many pages as they need at one readable size. An entry stays together,
/// unless it is longer than a page; nothing is cut.</summary>
internal static class ListPages
{
    private const double LabelColumn = 96,
        LabelGap = 24,
        TitleRoom = 80;

    private sealed record Page(List<SceneLine> Lines, List<SceneLink> Links);

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
        Theme theme = Theme.Usual;
        IReadOnlyList<Page> pages = Lay(entries, deck.Shape.Bounds(), theme, facts.Measure);
        return
        [
            .. pages.Select(
                (p, i) =>
                    Finish(
                        new Composition(deck, slide, facts, theme),
                        p,
                        role,
                        pages.Count > 1
                            ? string.Create(CultureInfo.InvariantCulture, $"{title}, {i + 1} of {pages.Count}")
                            : title,
                        firstPage + i
                    )
            ),
        ];
    }

    private static IReadOnlyList<Page> Lay(
        IReadOnlyList<ListEntry> entries,
        SlideRect bounds,
        Theme theme,
        ITextMeasure measure
    )
    {
        TypeSetting how = theme.List;
        double Measure(string t) => measure.Width(how.Face, how.Size, t);
        double widest = entries.Max(e => Measure(e.Label)),
            left = theme.MarginX + (widest > 0 ? Math.Max(LabelColumn, widest + LabelGap) : 0),
            bottom = bounds.Height - theme.MarginX,
            leading = how.Size * how.Leading,
            ascent = measure.Ascent(how.Face, how.Size),
            descent = measure.Descent(how.Face, how.Size),
            y = theme.ListTop;
        List<Page> pages = [new([], [])];
        void Next()
        {
            pages.Add(new([], []));
            y = theme.ListTop;
        }
        foreach (ListEntry entry in entries)
        {
            IReadOnlyList<SpanLine> lines = SpanLines.Break(entry.Spans, bounds.Width - theme.MarginX - left, Measure);
            if (y > theme.ListTop && y + lines.Count * leading > bottom)
                Next();
            if (entry.Label.Length > 0)
                pages[^1].Lines.Add(new(theme.MarginX, y + ascent, Measure(entry.Label), entry.Label));
            foreach (SpanLine line in lines)
            {
                if (y + leading > bottom)
                    Next();
                pages[^1].Lines.Add(new(left, y + ascent, Measure(line.Text), line.Text));
                pages[^1].Links.AddRange(line.Links(left, y + ascent, ascent, descent, Measure));
                y += leading;
            }
            y += theme.ListGap;
        }
        return pages;
    }

    private static Scene Finish(Composition scene, Page page, string role, string head, int number)
    {
        Theme theme = scene.Theme;
        TypeSetting big = theme.ListTitle;
        double width = scene.Facts.Measure.Width(big.Face, big.Size, head),
            ascent = scene.Facts.Measure.Ascent(big.Face, big.Size),
            contrast = Contrast.Ratio(Luminance.Of(theme.OnPaper), Luminance.Of(theme.Paper));
        Put(
            "credits-title",
            new(theme.MarginX, theme.MarginY, width, TitleRoom),
            big,
            [new(theme.MarginX, theme.MarginY + ascent, width, head)]
        );
        Put(
            role,
            new(
                theme.MarginX,
                theme.ListTop,
                scene.Bounds.Width - 2 * theme.MarginX,
                scene.Bounds.Height - theme.MarginX - theme.ListTop
            ),
            theme.List,
            page.Lines
        );
        page.Links.ForEach(scene.Link);
        return scene.Finish(number);

        void Put(string part, SlideRect box, TypeSetting how, IReadOnlyList<SceneLine> lines)
        {
            scene.Add(new GroupNode(null, [new TextNode(how.Face.Id, how.Size, theme.OnPaper, lines)]));
            scene.Tell(new ScenePart(null, part, box, string.Join(' ', lines.Select(l => l.Text)), contrast, true));
        }
    }
}
