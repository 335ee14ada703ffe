using System.Globalization;
using System.Xml.Linq;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Scenes;
using static Jaali.Formats.Office.OdfNames;

namespace Jaali.Formats.Office;

/// <summary>Tables and lines in the words of OpenDocument (ODF 1.3 part 3, 9.1 and 10.3.10).</summary>
/// <param name="styles">The styles of the document.</param>
/// <param name="paper">The colour under everything: borders of tables know no strength.</param>
internal sealed class OdpFigures(OdpStyles styles, string paper)
{
    // A head of a line, drawn upwards; its width is told in widths of the line.
    private const double HeadWidth = 4.5;

    /// <summary>A table.</summary>
    /// <param name="t">The table.</param>
    /// <param name="text">Words as paragraphs.</param>
    internal XElement Table(ExportTable t, Func<ExportWords, IEnumerable<XElement>> text)
    {
        XElement[] rows =
        [
            .. t.Rows.Select(
                (row, r) =>
                    new XElement(
                        OdfNames.Table + "table-row",
                        new XAttribute(
                            OdfNames.Table + "style-name",
                            styles.Of(
                                "table-row",
                                new XElement(
                                    Style + "table-row-properties",
                                    new XAttribute(Style + "row-height", Points(t.Heights[r]))
                                )
                            )
                        ),
                        row.Select(c => Cell(c, t.Lines[r], text))
                    )
            ),
        ];
        return new(
            OdfNames.Table + "table",
            t.HeaderRow ? new XAttribute(OdfNames.Table + "use-first-row-styles", "true") : null,
            t.HeaderColumn ? new XAttribute(OdfNames.Table + "use-first-column-styles", "true") : null,
            t.Widths.Select(w => new XElement(
                OdfNames.Table + "table-column",
                new XAttribute(
                    OdfNames.Table + "style-name",
                    styles.Of(
                        "table-column",
                        new XElement(
                            Style + "table-column-properties",
                            new XAttribute(Style + "column-width", Points(w))
                        )
                    )
                )
            )),
            t.HeaderRow ? new XElement(OdfNames.Table + "table-header-rows", rows[0]) : null,
            t.HeaderRow ? rows.Skip(1) : rows
        );
    }

    private XElement Cell(ExportCell cell, ExportRule below, Func<ExportWords, IEnumerable<XElement>> text)
    {
        string line =
            below.Thick > 0
                ? $"{Points(below.Thick)} solid {Colours.Mixed(paper, below.Colour, below.Opacity)}"
                : "none";
        string style = styles.Of(
            "table-cell",
            new XElement(
                Style + "table-cell-properties",
                new XAttribute(Style + "vertical-align", "top"),
                new XAttribute(Fo + "padding-left", Points(cell.Left)),
                new XAttribute(Fo + "padding-right", Points(cell.Right)),
                new XAttribute(Fo + "padding-top", Points(cell.Top)),
                new XAttribute(Fo + "padding-bottom", "0pt"),
                new XAttribute(Fo + "border-left", "none"),
                new XAttribute(Fo + "border-right", "none"),
                new XAttribute(Fo + "border-top", "none"),
                new XAttribute(Fo + "border-bottom", line)
            )
        );
        return new(
            OdfNames.Table + "table-cell",
            new XAttribute(OdfNames.Table + "style-name", style),
            cell.Words is { } words ? text(words) : [new XElement(Text + "p")]
        );
    }

    /// <summary>A line.</summary>
    internal XElement Line(ExportLine l)
    {
        XElement how = new(
            Style + "graphic-properties",
            new XAttribute(Draw + "fill", "none"),
            new XAttribute(Draw + "stroke", l.Dash > 0 ? "dash" : "solid"),
            new XAttribute(Svg + "stroke-width", Points(l.Width)),
            new XAttribute(Svg + "stroke-color", l.Colour)
        );
        if (l.Dash > 0)
            how.SetAttributeValue(
                Draw + "stroke-dash",
                styles.Fill(
                    new XElement(
                        Draw + "stroke-dash",
                        new XAttribute(Draw + "style", "rect"),
                        new XAttribute(Draw + "dots1", 1),
                        new XAttribute(Draw + "dots1-length", Points(l.Dash * l.Width)),
                        new XAttribute(Draw + "distance", Points(l.Dash * l.Width))
                    )
                )
            );
        if (l.StartHead || l.EndHead)
        {
            string head = styles.Fill(
                new XElement(
                    Draw + "marker",
                    new XAttribute(Svg + "viewBox", "0 0 20 20"),
                    new XAttribute(Svg + "d", "M10 0l-10 18 3 2 7-13 7 13 3-2z")
                )
            );
            foreach (
                string end in (string[])
                    [.. l.StartHead ? ["start"] : (string[])[], .. l.EndHead ? ["end"] : (string[])[]]
            )
            {
                how.SetAttributeValue(Draw + $"marker-{end}", head);
                how.SetAttributeValue(Draw + $"marker-{end}-width", Points(l.Width * HeadWidth));
            }
        }
        SlidePoint middle = Composition.Middle(l.Box);
        SlidePoint[] way = [.. l.Way.Select(p => p.Turned(middle, l.Turn))];
        double x = way.Min(p => p.X),
            y = way.Min(p => p.Y);
        return new(
            Draw + "connector",
            new XAttribute(Draw + "style-name", styles.Of("graphic", how)),
            new XAttribute(
                Draw + "type",
                l.Bends switch
                {
                    ExportBend.Elbow => "standard",
                    ExportBend.Curve => "curve",
                    _ => l.Way.Count > 2 ? "lines" : "line",
                }
            ),
            new XAttribute(Svg + "x1", Points(way[0].X)),
            new XAttribute(Svg + "y1", Points(way[0].Y)),
            new XAttribute(Svg + "x2", Points(way[^1].X)),
            new XAttribute(Svg + "y2", Points(way[^1].Y)),
            new XAttribute(
                Svg + "viewBox",
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"0 0 {Hundredths(way.Max(p => p.X) - x)} {Hundredths(way.Max(p => p.Y) - y)}"
                )
            ),
            new XAttribute(
                Svg + "d",
                string.Concat(
                    way.Select(
                        (p, i) =>
                            string.Create(
                                CultureInfo.InvariantCulture,
                                $"{(i == 0 ? "M" : "L")}{Hundredths(p.X - x)} {Hundredths(p.Y - y)}"
                            )
                    )
                )
            ),
            l.Says.Length > 0 ? new XElement(Svg + "desc", ZipXml.Clean(l.Says)) : null
        );

        static long Hundredths(double units) => (long)Math.Round(units * 100);
    }
}
