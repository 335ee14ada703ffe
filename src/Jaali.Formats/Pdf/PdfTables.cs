using Jaali.Core.Scenes;
using PdfSharp.Pdf;

namespace Jaali.Formats;

/// <summary>A cell of a table.</summary>
/// <param name="Table">The table.</param>
/// <param name="Row">Counted from 0.</param>
/// <param name="Column">Counted from 0.</param>
internal sealed record PdfCell(SceneTable Table, int Row, int Column);

/// <summary>Tables in the structure of a PDF (ISO 32000-1, 14.8.4.3.4): rows of cells, those that name rows and columns
/// told apart, each with its words and pictures.</summary>
internal static class PdfTables
{
    /// <summary>A scene whose tables are painted cell by cell, and what each of these pieces is.</summary>
    internal static (Scene Scene, IReadOnlyDictionary<SceneNode, PdfMark> Cells) Apart(Scene scene)
    {
        Dictionary<SceneNode, PdfMark> cells = new(ReferenceEqualityComparer.Instance);
        if (!scene.Parts.Any(p => p.Figure is SceneTable))
            return (scene, cells);
        List<SceneNode> nodes = [];
        foreach (SceneNode node in scene.Nodes)
            if (
                node is GroupNode { Clip: null, Opacity: 1, ItemId: { } id } group
                && scene.Parts.FirstOrDefault(p => p.ItemId == id) is { Figure: SceneTable table } part
            )
                nodes.AddRange(Pieces(group, table, part, cells));
            else
                nodes.Add(node);
        return (scene with { Nodes = nodes }, cells);
    }

    private static IEnumerable<SceneNode> Pieces(
        GroupNode group,
        SceneTable table,
        ScenePart part,
        Dictionary<SceneNode, PdfMark> cells
    )
    {
        foreach (SceneNode node in group.Nodes.SelectMany(n => n is GroupNode { Part: not null } g ? g.Nodes : [n]))
        {
            SceneNode piece = group with { Nodes = [node] };
            (int Row, int Column)? at = table.CellOf(node);
            cells[piece] = new(
                node switch
                {
                    TextNode => "P",
                    GroupNode => "Figure",
                    _ => null,
                },
                node is GroupNode { Nodes: [PhotoNode photo, ..] } ? photo.Alt : "",
                part.ItemId
            )
            {
                Cell = at is var (row, column) ? new(table, row, column) : null,
            };
            yield return piece;
        }
    }

    /// <summary>The elements in their order, those in cells gathered into their tables.</summary>
    internal static IEnumerable<PdfDictionary> Gathered(
        PdfDocument document,
        IEnumerable<(PdfMark Mark, PdfDictionary Element)> elements
    )
    {
        var all = elements.ToList();
        HashSet<SceneTable> done = new(ReferenceEqualityComparer.Instance);
        foreach ((PdfMark mark, PdfDictionary element) in all)
            if (mark.Cell is not { } cell)
                yield return element;
            else if (done.Add(cell.Table))
                yield return Table(
                    document,
                    cell.Table,
                    element,
                    all.Where(e => ReferenceEquals(e.Mark.Cell?.Table, cell.Table))
                        .ToLookup(e => (e.Mark.Cell!.Row, e.Mark.Cell.Column), e => e.Element)
                );
    }

    private static PdfDictionary Table(
        PdfDocument document,
        SceneTable table,
        PdfDictionary first,
        ILookup<(int Row, int Column), PdfDictionary> cells
    )
    {
        PdfDictionary whole = PdfFinish.Element(document, Parent(first), "Table");
        var rows = new PdfArray(document);
        for (int r = 0; r + 1 < table.Rows.Count; r++)
        {
            PdfDictionary row = PdfFinish.Element(document, whole, "TR");
            var kids = new PdfArray(document);
            for (int c = 0; c + 1 < table.Columns.Count; c++)
            {
                string? heads =
                    table.HeaderRow && r == 0 ? "/Column"
                    : table.HeaderColumn && c == 0 ? "/Row"
                    : null;
                PdfDictionary cell = PdfFinish.Element(document, row, heads is null ? "TD" : "TH");
                if (heads is not null)
                    cell.Elements["/A"] = PdfFinish.Dictionary(
                        document,
                        ("/O", new PdfName("/Table")),
                        ("/Scope", new PdfName(heads))
                    );
                var holds = new PdfArray(document);
                foreach (PdfDictionary element in cells[(r, c)])
                {
                    element.Elements["/P"] = cell.Reference!;
                    holds.Elements.Add(element.Reference!);
                }
                // An empty cell stays, or the columns behind it would move.
                cell.Elements["/K"] = holds;
                kids.Elements.Add(cell.Reference!);
            }
            row.Elements["/K"] = kids;
            rows.Elements.Add(row.Reference!);
        }
        whole.Elements["/K"] = rows;
        return whole;
    }

    private static PdfDictionary Parent(PdfDictionary element) => element.Elements.GetDictionary("/P")!;
}
