using System.Globalization;

namespace Jaali.Core.Composing;

/// <summary>One entry of a list at the end of a talk, as a house with a lattice sets it.</summary>
/// <param name="Title">Its first line, in bold; empty for none.</param>
/// <param name="Words">What follows, with its links.</param>
/// <param name="Picture">What is shown beside it, from a rectangle to nodes that are seen within it; null for
/// none.</param>
/// <param name="Aspect">Of that picture, width to height.</param>
internal sealed record SheetEntry(
    IReadOnlyList<CreditSpan> Title,
    IReadOnlyList<CreditSpan> Words,
    Func<SlideRect, IReadOnlyList<SceneNode>>? Picture = null,
    double Aspect = 1.5
);

/// <summary>
/// Lists at the end of a talk as contact sheets: each entry small beside its words, in columns, in the largest type in
/// which all fit; more pages where it would fall under what the front half of the room reads.
/// </summary>
internal static class SheetPages
{
    // The largest type of a list: what is for the front half is no louder than what is for all.
    private const double Largest = 40;

    // Between entries, columns, and picture and words, in sizes; a picture's width beside words and its height, in
    // sizes.
    private const double RowGap = 1.1,
        ColumnGap = 2.4,
        PictureGap = .8,
        PictureWidth = 6.4,
        PictureHeight = 4.6;

    private const int MostColumns = 4;

    // Words of an entry are no narrower than this, in sizes: lines of two words are no lines.
    private const double Narrowest = 13;

    private sealed record Cell(SheetEntry Entry, SetText Set, double Height, SlideRect Picture);

    private sealed record Layout(double Size, int Columns, double Column, IReadOnlyList<IReadOnlyList<Cell[]>> Pages);

    /// <summary>The pages; null where an entry is longer than a page, and has to be divided.</summary>
    internal static IReadOnlyList<Scene>? Build(
        Deck deck,
        Slide slide,
        ISceneFacts facts,
        string title,
        string role,
        IReadOnlyList<SheetEntry> entries,
        int firstPage
    )
    {
        if (entries.Count == 0)
            return [];
        Lattice lattice = Lattice.Of(deck, slide);
        var theme = new Theme(deck.House, facts.Fonts, HeadingSurroundings.Several);
        double top = deck.House.MarginY + lattice.HeadingRow + lattice.Air;
        SlideRect room = lattice.Inner with { Y = top, Height = lattice.Bounds.Bottom - deck.House.MarginY - top };
        if (Best(entries, room, theme, Smallest(deck, theme, facts.Fonts), facts.Fonts) is not { } best)
            return null;
        List<Scene> pages = [];
        foreach ((int i, IReadOnlyList<Cell[]> rows) in best.Pages.Index())
        {
            string head =
                best.Pages.Count > 1
                    ? string.Create(CultureInfo.InvariantCulture, $"{title}, {i + 1} of {best.Pages.Count}")
                    : title;
            pages.Add(Page(new Composition(deck, slide, facts), theme, head, role, room, best, rows, firstPage + i));
        }
        return pages;
    }

    /// <summary>The smallest type that the front half of the room reads: half of what the last row needs, and never
    /// under a 56th of the height.</summary>
    private static double Smallest(Deck deck, Theme theme, IFonts fonts)
    {
        TypeSetting how = theme.Setting(WordsRole.Credit);
        double height = deck.Shape.Bounds().Height,
            xHeight = fonts.Metrics(how.Face).XHeight;
        return Math.Clamp(
            deck.Room.SmallestXHeight * height / xHeight / 2,
            height / 56,
            Math.Max(height / 56, how.Size * 1.25)
        );
    }

    private static Layout? Best(
        IReadOnlyList<SheetEntry> entries,
        SlideRect room,
        Theme theme,
        double smallest,
        IFonts fonts
    )
    {
        for (double size = Math.Max(Largest, smallest); size > smallest; size = Math.Max(smallest, size - 1))
        for (int columns = 1; columns <= MostColumns; columns++)
            if (Lay(entries, room, theme, size, columns, fonts) is { Pages.Count: 1 } whole)
                return whole;
        // On as few pages as the smallest size needs; then as large as those let it be.
        Layout? fewest = Enumerable
            .Range(1, MostColumns)
            .Select(c => Lay(entries, room, theme, smallest, c, fonts))
            .OfType<Layout>()
            .MinBy(l => l.Pages.Count);
        if (fewest is null)
            return null;
        for (double size = Largest; size > smallest; size--)
        for (int columns = 1; columns <= MostColumns; columns++)
            if (
                Lay(entries, room, theme, size, columns, fonts) is { } larger
                && larger.Pages.Count <= fewest.Pages.Count
            )
                return larger;
        return fewest;
    }

    private static Layout? Lay(
        IReadOnlyList<SheetEntry> entries,
        SlideRect room,
        Theme theme,
        double size,
        int columns,
        IFonts fonts
    )
    {
        double gap = ColumnGap * size,
            column = (room.Width - (columns - 1) * gap) / columns;
        bool pictures = entries.Any(e => e.Picture is not null);
        double indent = pictures ? (PictureWidth + PictureGap) * size : 0;
        if (column - indent < Narrowest * size)
            return null;
        TypeSetting how = theme.Setting(WordsRole.Credit, new TextStyle { Size = size });
        Cell[] cells =
        [
            .. entries.Select(e =>
            {
                SetText set = Typesetter.Break([Words(e)], how, Math.Min(column - indent, 34 * size), fonts);
                SlideRect picture = Fitted(e, size);
                return new Cell(e, set, Math.Max(set.Height, picture.Height), picture);
            }),
        ];
        if (cells.Any(c => c.Height > room.Height))
            return null;
        // Row by row, every row as high as its highest.
        List<IReadOnlyList<Cell[]>> pages = [];
        List<Cell[]> rows = [];
        double y = 0;
        foreach (Cell[] row in cells.Chunk(columns))
        {
            double high = row.Max(c => c.Height);
            if (rows.Count > 0 && y + high > room.Height + 1e-6)
            {
                pages.Add(rows);
                (rows, y) = ([], 0);
            }
            rows.Add(row);
            y += high + RowGap * size;
        }
        pages.Add(rows);
        return new(size, columns, column, pages);
    }

    private static SlideRect Fitted(SheetEntry entry, double size)
    {
        if (entry.Picture is null)
            return default;
        double w = Math.Min(PictureWidth * size, PictureHeight * size * entry.Aspect);
        return new(0, 0, w, w / entry.Aspect);
    }

    private static Paragraph Words(SheetEntry entry) =>
        new([
            .. entry.Title.Select(s => new TextRun(s.Text, Bold: true, Link: s.Href)),
            .. entry.Title.Count > 0 && entry.Words.Count > 0 ? [new TextRun("\n")] : Array.Empty<TextRun>(),
            .. entry.Words.Select(s => new TextRun(s.Text, Link: s.Href)),
        ]);

    private static Scene Page(
        Composition scene,
        Theme theme,
        string head,
        string role,
        SlideRect room,
        Layout layout,
        IReadOnlyList<Cell[]> rows,
        int number
    )
    {
        HouseStyle house = scene.House;
        string ink = Ink.Best(scene.Backdrop.Light(room), scene.Inks).Colour;
        if (scene.Lattice!.Ground is null)
            ink = house.OnPaper;
        double contrast = Contrast.Ratio(Luminance.Of(ink), Luminance.Of(house.Paper));
        SetText title = Typesetter.Fit(
            Paragraph.Of(head),
            theme.Setting(WordsRole.Heading),
            room.Width,
            scene.Lattice.HeadingRow,
            scene.Facts.Fonts
        );
        Put(
            "credits-title",
            new(room.X, house.MarginY, title.Width, title.Height),
            TextNodes.Of(
                title,
                new(room.X, house.MarginY),
                theme.StyleOf(WordsRole.Heading).Ink ?? ink,
                scene.Facts.Fonts
            ),
            head
        );
        List<SceneNode> nodes = [];
        List<string> says = [];
        double y = room.Y,
            size = layout.Size;
        foreach (Cell[] row in rows)
        {
            foreach ((int c, Cell cell) in row.Index())
            {
                double x = room.X + c * (layout.Column + ColumnGap * size);
                bool pictures = rows.Any(r => r.Any(o => o.Entry.Picture is not null));
                if (cell.Entry.Picture is { } picture)
                    nodes.AddRange(picture(cell.Picture with { X = x, Y = y + size * .12 }));
                var at = new SlidePoint(x + (pictures ? (PictureWidth + PictureGap) * size : 0), y);
                nodes.AddRange(TextNodes.Of(cell.Set, at, ink, scene.Facts.Fonts, linksAreMarked: false));
                foreach (SceneLink link in TextNodes.Links(cell.Set, at, scene.Facts.Fonts))
                    scene.Link(link);
                says.Add(
                    string.Concat(cell.Entry.Title.Select(s => s.Text))
                        + (cell.Entry.Title.Count > 0 ? " " : "")
                        + string.Concat(cell.Entry.Words.Select(s => s.Text))
                );
            }
            y += row.Max(c => c.Height) + RowGap * size;
        }
        Put(role, room, nodes, string.Join('\n', says));
        return scene.Finish(number);

        void Put(string part, SlideRect box, IReadOnlyList<SceneNode> of, string text)
        {
            scene.Add(new GroupNode(null, of));
            scene.Tell(new ScenePart(null, part, box, text, contrast, true));
        }
    }
}
