using System.Globalization;

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

    private sealed record Page(List<SceneNode> Nodes, List<SceneLink> Links, List<string> Says);

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
        var theme = new Theme(deck.House, facts.Fonts);
        IReadOnlyList<Page> pages = Lay(entries, deck.Shape.Bounds(), theme, facts.Fonts);
        return
        [
            .. pages.Select(
                (p, i) =>
                    Finish(
                        new Composition(deck, slide, facts),
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
        IFonts fonts
    )
    {
        TypeSetting how = theme.List;
        SetText Set(IEnumerable<CreditSpan> spans, double width) =>
            Typesetter.Break([CreditWords.Paragraph(spans)], how, width, fonts);
        SetText[] labels = [.. entries.Select(e => Set([new(e.Label)], bounds.Width))];
        double margin = theme.House.MarginX,
            widest = labels.Max(l => l.Width),
            left = margin + (widest > 0 ? Math.Max(LabelColumn, widest + LabelGap) : 0),
            bottom = bounds.Height - margin,
            leading = how.Size * how.Leading,
            y = theme.ListTop;
        List<Page> pages = [new([], [], [])];
        for (int e = 0; e < entries.Count; e++)
        {
            SetText words = Set(entries[e].Spans, bounds.Width - margin - left);
            if (y > theme.ListTop && y + words.Lines.Count * leading > bottom)
                Next();
            if (entries[e].Label.Length > 0)
                Put(labels[e], margin, entries[e].Label);
            // An entry that is longer than a page goes on on the next.
            for (int line = 0; line < words.Lines.Count; )
            {
                if (y + leading > bottom)
                    Next();
                int most = Math.Max(1, (int)((bottom - y) / leading + 1e-6));
                SetText part = words.Part(line, most);
                Put(part, left, string.Concat(part.Pieces.Select(p => p.Text)));
                y += part.Lines.Count * leading;
                line += part.Lines.Count;
            }
            y += Theme.ListGap;
        }
        return pages;

        void Next()
        {
            pages.Add(new([], [], []));
            y = theme.ListTop;
        }

        void Put(SetText set, double x, string says)
        {
            pages[^1].Nodes.AddRange(TextNodes.Of(set, new(x, y), theme.House.OnPaper, fonts, linksAreMarked: false));
            pages[^1].Links.AddRange(TextNodes.Links(set, new(x, y), fonts));
            pages[^1].Says.Add(says);
        }
    }

    private static Scene Finish(Composition scene, Page page, string role, string head, int number)
    {
        Theme theme = scene.Theme;
        HouseStyle house = theme.House;
        SetText title = Typesetter.Break(
            Paragraph.Of(head),
            theme.ListTitle,
            scene.Bounds.Width - 2 * house.MarginX,
            scene.Facts.Fonts
        );
        double contrast = Contrast.Ratio(Luminance.Of(house.OnPaper), Luminance.Of(house.Paper));
        Put(
            "credits-title",
            new(house.MarginX, house.MarginY, title.Width, TitleRoom),
            TextNodes.Of(title, new(house.MarginX, house.MarginY), house.OnPaper, scene.Facts.Fonts),
            [head]
        );
        Put(
            role,
            new(
                house.MarginX,
                theme.ListTop,
                scene.Bounds.Width - 2 * house.MarginX,
                scene.Bounds.Height - house.MarginX - theme.ListTop
            ),
            page.Nodes,
            page.Says
        );
        page.Links.ForEach(scene.Link);
        return scene.Finish(number);

        void Put(string part, SlideRect box, IReadOnlyList<SceneNode> nodes, IReadOnlyList<string> says)
        {
            scene.Add(new GroupNode(null, nodes));
            scene.Tell(new ScenePart(null, part, box, string.Join(' ', says), contrast, true));
        }
    }
}
