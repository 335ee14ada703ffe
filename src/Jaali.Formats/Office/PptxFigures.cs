using System.Xml.Linq;
using Jaali.Core.Scenes;
using static Jaali.Formats.Office.PptxNames;

namespace Jaali.Formats.Office;

/// <summary>Tables and lines in the words of Office Open XML (ISO/IEC 29500-1, 21.1.3 and 19.3.1.19).</summary>
internal static class PptxFigures
{
    private const string TableUri = "http://schemas.openxmlformats.org/drawingml/2006/table";

    /// <summary>A frame round something that is no shape.</summary>
    /// <param name="named">Its name and alternative.</param>
    /// <param name="place">Where it lies.</param>
    /// <param name="uri">What it is.</param>
    /// <param name="what">The thing.</param>
    internal static XElement Frame(XElement named, XElement place, string uri, XElement what) =>
        new(
            P + "graphicFrame",
            new XElement(
                P + "nvGraphicFramePr",
                named,
                new XElement(
                    P + "cNvGraphicFramePr",
                    new XElement(A + "graphicFrameLocks", new XAttribute("noGrp", 1))
                ),
                new XElement(P + "nvPr")
            ),
            new XElement(P + "xfrm", place.Attributes(), place.Elements()),
            new XElement(A + "graphic", new XElement(A + "graphicData", new XAttribute("uri", uri), what))
        );

    /// <summary>A table.</summary>
    /// <param name="t">The table.</param>
    /// <param name="named">Its name and alternative.</param>
    /// <param name="place">Where it lies.</param>
    /// <param name="paragraph">A paragraph of words in a cell.</param>
    internal static XElement Table(
        ExportTable t,
        XElement named,
        XElement place,
        Func<ExportParagraph, ExportWords, XElement> paragraph
    )
    {
        XElement table = new(
            A + "tbl",
            new XElement(
                A + "tblPr",
                t.HeaderRow ? new XAttribute("firstRow", 1) : null,
                t.HeaderColumn ? new XAttribute("firstCol", 1) : null
            ),
            new XElement(A + "tblGrid", t.Widths.Select(w => new XElement(A + "gridCol", new XAttribute("w", Emu(w)))))
        );
        for (int r = 0; r < t.Rows.Count; r++)
            table.Add(
                new XElement(
                    A + "tr",
                    new XAttribute("h", Emu(t.Heights[r])),
                    t.Rows[r].Select(c => Cell(c, t.Lines[r], r == 0 ? default : t.Lines[r - 1], paragraph))
                )
            );
        return Frame(named, place, TableUri, table);
    }

    private static XElement Cell(
        ExportCell cell,
        ExportRule below,
        ExportRule above,
        Func<ExportParagraph, ExportWords, XElement> paragraph
    ) =>
        new(
            A + "tc",
            new XElement(
                A + "txBody",
                new XElement(A + "bodyPr"),
                new XElement(A + "lstStyle"),
                cell.Words is { } words
                    ? words.Paragraphs.Select(p => paragraph(p, words))
                    // An empty cell makes its row no higher.
                    : [new XElement(A + "p", new XElement(A + "endParaRPr", new XAttribute("sz", 100)))]
            ),
            new XElement(
                A + "tcPr",
                new XAttribute("marL", Emu(cell.Left)),
                new XAttribute("marR", Emu(cell.Right)),
                new XAttribute("marT", Emu(cell.Top)),
                new XAttribute("marB", 0),
                new XAttribute("anchor", "t"),
                Rule("lnL", default),
                Rule("lnR", default),
                Rule("lnT", above),
                Rule("lnB", below),
                new XElement(A + "noFill")
            )
        );

    private static XElement Rule(string side, ExportRule rule) =>
        new(
            A + side,
            new XAttribute("w", Emu(rule.Thick)),
            rule.Thick > 0 ? PptxColour.Solid(rule.Colour, rule.Opacity) : new XElement(A + "noFill")
        );

    /// <summary>A line that may be joined to shapes.</summary>
    /// <param name="l">The line.</param>
    /// <param name="named">Its name and alternative.</param>
    /// <param name="place">Where it lies.</param>
    internal static XElement Line(ExportLine l, XElement named, XElement place)
    {
        Core.Geometry.SlidePoint a = l.Way[0],
            b = l.Way[^1];
        bool straight = l.Way.Count == 2;
        if (straight)
        {
            // The form runs from the upper left to the lower right.
            if (b.X < a.X)
                place.SetAttributeValue("flipH", 1);
            if (b.Y < a.Y)
                place.SetAttributeValue("flipV", 1);
        }
        return new(
            P + "cxnSp",
            new XElement(P + "nvCxnSpPr", named, new XElement(P + "cNvCxnSpPr"), new XElement(P + "nvPr")),
            new XElement(
                P + "spPr",
                place,
                straight
                    ? new XElement(
                        A + "prstGeom",
                        new XAttribute("prst", "straightConnector1"),
                        new XElement(A + "avLst")
                    )
                    : Way(l),
                new XElement(
                    A + "ln",
                    new XAttribute("w", Emu(l.Width)),
                    PptxColour.Solid(l.Colour, 1),
                    l.Dash > 0
                        ? new XElement(
                            A + "custDash",
                            new XElement(
                                A + "ds",
                                // Of the width of the line, in hundred-thousandths.
                                new XAttribute("d", (int)Math.Round(l.Dash * 100_000)),
                                new XAttribute("sp", (int)Math.Round(l.Dash * 100_000))
                            )
                        )
                        : null,
                    new XElement(A + "round"),
                    l.StartHead ? new XElement(A + "headEnd", new XAttribute("type", "arrow")) : null,
                    l.EndHead ? new XElement(A + "tailEnd", new XAttribute("type", "arrow")) : null
                )
            )
        );
    }

    // A way with corners is a path that nothing fills.
    private static XElement Way(ExportLine l) =>
        new(
            A + "custGeom",
            new XElement(A + "avLst"),
            new XElement(A + "gdLst"),
            new XElement(A + "ahLst"),
            new XElement(A + "cxnLst"),
            new XElement(
                A + "pathLst",
                new XElement(
                    A + "path",
                    new XAttribute("w", Emu(l.Box.Width)),
                    new XAttribute("h", Emu(l.Box.Height)),
                    new XAttribute("fill", "none"),
                    l.Way.Select(
                        (p, i) =>
                            new XElement(
                                A + (i == 0 ? "moveTo" : "lnTo"),
                                new XElement(
                                    A + "pt",
                                    new XAttribute("x", Emu(p.X - l.Box.X)),
                                    new XAttribute("y", Emu(p.Y - l.Box.Y))
                                )
                            )
                    )
                )
            )
        );

    /// <summary>Joins a line to the shapes that its ends stay with.</summary>
    /// <param name="line">The line as it is written.</param>
    /// <param name="start">The shape it begins at, and the place on its outline; null for none.</param>
    /// <param name="end">The shape it ends at.</param>
    internal static void Join(XElement line, (int Shape, int Site)? start, (int Shape, int Site)? end)
    {
        XElement joins = line.Element(P + "nvCxnSpPr")!.Element(P + "cNvCxnSpPr")!;
        foreach ((string name, (int Shape, int Site)? at) in new[] { ("stCxn", start), ("endCxn", end) })
            if (at is var (shape, site))
                joins.Add(new XElement(A + name, new XAttribute("id", shape), new XAttribute("idx", site)));
    }
}

/// <summary>Colours in the words of Office Open XML.</summary>
internal static class PptxColour
{
    internal static XElement Solid(string colour, double opacity) => new(A + "solidFill", Of(colour, opacity));

    internal static XElement Of(string colour, double opacity) =>
        new(
            A + "srgbClr",
            new XAttribute("val", colour.TrimStart('#').ToUpperInvariant()),
            opacity < 1 ? new XElement(A + "alpha", new XAttribute("val", (int)Math.Round(opacity * 100_000))) : null
        );
}
