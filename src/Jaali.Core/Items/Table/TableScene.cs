namespace Jaali.Core.Items;

/// <summary>How a table becomes nodes: words in rows, a line under the header and fine ones between the rows, photos in
/// their cells.</summary>
internal static class TableScene
{
    private const double HeaderLine = 3,
        RowLine = 1.5;

    /// <summary>Adds a table's nodes to a scene.</summary>
    internal static void Add(Table item, string says, Composition scene)
    {
        SlideRect r = item.At.Rect,
            room = r;
        double small = Math.Max(18, scene.Theme.Setting(WordsRole.Caption).Size * .66);
        var source = new InnerWords(scene, item.At, WordsRole.Caption, small);
        SetText? under = item.Source.Length > 0 ? source.Set(item.Source, r.Width) : null;
        if (under is not null)
            room = room with { Height = Math.Max(small, room.Height - under.Height - small) };
        TableLayout table = TableLayout.Of(item, scene, room);
        InnerWords words = table.Words;
        bool byRows = scene.Slide.ComesPartByPart(item.Id);
        string accent = MarkColours.Accents(scene, r, words.Ink)[0];
        double y = r.Y;
        int part = 0;
        List<double> edges = [y];
        List<(double Thick, double Opacity)> lines = [];
        for (int row = 0; row < item.Rows.Count; row++)
        {
            List<SceneNode> nodes = [.. Row(item, table, row, r.X, y, scene, accent)];
            y += table.Heights[row];
            edges.Add(y);
            bool header = table.IsHeader(row);
            (double Thick, double Opacity) line =
                header ? (HeaderLine, .85)
                : row < item.Rows.Count - 1 ? (RowLine, .22)
                : default;
            lines.Add(line);
            if (line.Thick > 0)
                nodes.Add(
                    new PathNode(Path.Rect(new(r.X, y - line.Thick / 2, r.Width, line.Thick)), words.Ink, line.Opacity)
                );
            if (byRows && !header)
                scene.Add(new GroupNode(null, nodes, Part: part++));
            else
                foreach (SceneNode node in nodes)
                    scene.Add(node);
        }
        if (under is not null)
            foreach (SceneNode node in source.Put(under, new(r.X, Math.Max(y + small * .6, r.Bottom - under.Height))))
                scene.Add(node);
        SlideRect all = r with { Height = Math.Max(r.Height, y - r.Y) };
        scene.Reserve(item.At.Turn == 0 ? all : all.Turned(item.At.Turn, Composition.Middle(r)));
        ScenePart told = words.Part(item.Id, "table", says);
        scene.Tell(
            told with
            {
                Reads = table.Fits ? told.Reads : false,
                Figure = new SceneTable(
                    Columns(table, r),
                    edges,
                    table.IsHeader(0),
                    item.HeaderColumn,
                    table.IsFigures,
                    lines
                ),
            }
        );
    }

    // Columns part in the middle between them.
    private static double[] Columns(TableLayout table, SlideRect r)
    {
        double[] edges = new double[table.Columns + 1];
        double x = r.X;
        for (int c = 0; c < table.Columns; c++)
        {
            edges[c] = c == 0 ? r.X : x - table.Gap / 2;
            x += table.Widths[c] + table.Gap;
        }
        edges[^1] = Math.Max(r.Right, x - table.Gap);
        return edges;
    }

    private static IEnumerable<SceneNode> Row(
        Table item,
        TableLayout table,
        int row,
        double x,
        double y,
        Composition scene,
        string accent
    )
    {
        InnerWords words = table.Words;
        double inner = table.Heights[row] - 2 * table.Padding;
        for (int c = 0; c < table.Columns; c++)
        {
            SetText cell = table.Cells[row, c]!;
            string text = item.Rows[row][c];
            double top = y + table.Padding,
                high = text.Length > 0 ? cell.Height : 0;
            if (item.PhotoAt(row, c) is { } id && scene.Facts.Photo(id) is { } photo)
            {
                double room = inner - (high > 0 ? high + words.Size * .2 : 0),
                    wide = Math.Min(table.Widths[c], Math.Max(room, room * photo.Aspect));
                var place = new SlideRect(x, top, wide, room);
                CropWindow crop = CropFinder.Largest(photo.Aspect, place.Aspect, photo.Focal);
                yield return new GroupNode(
                    null,
                    [new PhotoNode(photo.Id, Frame.WholeOf(crop, place), photo.Rights.Title)],
                    Path.Rect(place)
                );
                top += room + words.Size * .2;
            }
            else
                // Words of a row stand on the line of its first.
                top = table.IsHeader(row) ? y + table.Heights[row] - table.Padding - high : top;
            if (text.Length > 0)
                foreach (
                    SceneNode node in words.Put(
                        cell,
                        new(x + Offset(item, table, row, c), top),
                        item.BroughtOut == row ? accent : null
                    )
                )
                    yield return node;
            x += table.Widths[c] + table.Gap;
        }
    }

    // Figures end so that their decimal signs stand over each other; what heads them ends at their right.
    private static double Offset(Table item, TableLayout table, int row, int c)
    {
        if (!table.IsFigures[c])
            return 0;
        string cell = item.Rows[row][c];
        if (table.IsHeader(row))
            return Math.Max(0, table.Widths[c] - table.Cells[row, c]!.Width);
        (_, double after) = table.Aligned(c);
        return Math.Max(0, table.Widths[c] - after - table.Before(row, c));
    }
}
