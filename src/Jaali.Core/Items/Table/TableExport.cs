namespace Jaali.Core.Items;

/// <summary>A table for files of other programs: its words in their cells, as far from their edges as on the
/// slide.</summary>
internal static class TableExport
{
    // From the baseline of a line up to the middle of its room, in sizes.
    private const double Middle = .35;

    /// <summary>A table as things: itself, the photos in it, the line under it.</summary>
    internal static IReadOnlyList<ExportItem> Of(
        Table item,
        SceneTable table,
        ScenePart part,
        IReadOnlyList<SceneNode> nodes,
        IReadOnlyList<SceneLink> links
    )
    {
        SceneNode[] flat = [.. nodes.SelectMany(n => n is GroupNode { Part: not null } g ? g.Nodes : [n])];
        ILookup<(int Row, int Column)?, SceneNode> cells = flat.ToLookup(table.CellOf);
        string ink = flat.OfType<TextNode>().FirstOrDefault()?.Ink ?? "#000000";
        List<IReadOnlyList<ExportCell>> rows = [];
        for (int r = 0; r + 1 < table.Rows.Count; r++)
        {
            var row = new ExportCell[table.Columns.Count - 1];
            for (int c = 0; c < row.Length; c++)
                row[c] = Cell(item.Rows[r][c], r, c);
            rows.Add(row);
        }
        SceneNode[] around = [.. flat.Where(n => n is GroupNode || n is TextNode && table.CellOf(n) is null)];
        return
        [
            new ExportTable(
                new(
                    table.Columns[0],
                    table.Rows[0],
                    table.Columns[^1] - table.Columns[0],
                    table.Rows[^1] - table.Rows[0]
                ),
                part.Says,
                Between(table.Columns),
                Between(table.Rows),
                table.HeaderRow,
                table.HeaderColumn,
                rows,
                [.. table.Lines.Select(l => new ExportRule(l.Thick, ink, l.Opacity))]
            ),
            .. NodeExport.Of(around, part.Says, links),
        ];

        ExportCell Cell(string text, int row, int column)
        {
            TextNode[] words = [.. cells[(row, column)].OfType<TextNode>()];
            if (words.Length == 0 || text.Length == 0)
                return default;
            SceneLine[] lines = [.. words.SelectMany(w => w.Lines)];
            TextNode first = words[0];
            double size = first.Size,
                left = lines.Min(l => l.X),
                right = lines.Max(l => l.X + l.Width),
                top = lines.Min(l => l.Baseline),
                bottom = lines.Max(l => l.Baseline);
            int many = lines.Select(l => Math.Round(l.Baseline)).Distinct().Count();
            double leading = many > 1 ? (bottom - top) / (many - 1) : size * 1.3,
                above = top - size * Middle - leading / 2;
            bool figures = table.Figures[column];
            return new(
                new ExportWords(
                    new(left, above, right - left, leading * many),
                    0,
                    text,
                    null,
                    [new([new ExportRun(text, first.Face, size, first.Ink)])],
                    figures ? WordsAlign.End : WordsAlign.Start,
                    leading,
                    IsRightToLeft: first.IsRightToLeft
                ),
                // What may grow has all of its column; figures keep their place before the decimal sign.
                figures ? 0 : Math.Max(0, left - table.Columns[column]),
                figures ? Math.Max(0, table.Columns[column + 1] - right) : 0,
                Math.Max(0, above - table.Rows[row])
            );
        }
    }

    private static double[] Between(IReadOnlyList<double> edges) => [.. edges.Skip(1).Select((e, i) => e - edges[i])];
}
