using System.Globalization;
using System.Xml.Linq;
using Jaali.Core.Decks;
using Jaali.Core.Scenes;
using static Jaali.Formats.Office.OdfNames;

namespace Jaali.Formats.Office;

/// <summary>A chart in the words of OpenDocument (ODF 1.3 part 3, 11), with its figures as a table in it.</summary>
/// <param name="c">The chart.</param>
/// <param name="family">The name of the typeface of its words.</param>
internal sealed class OdpChart(ExportChart c, string family)
{
    /// <summary>The media type of a chart within a document.</summary>
    internal const string MediaType = "application/vnd.oasis.opendocument.chart";

    private const string Sheet = "figures";

    private readonly OdpStyles _styles = new();

    private bool Shares => c.Form is ExportChartForm.Pie or ExportChartForm.Ring;

    private bool Stacks => c.Form is ExportChartForm.StackedBars or ExportChartForm.Areas && c.Series.Count > 1;

    /// <summary>The document.</summary>
    internal XElement Write()
    {
        XElement chart = new(
            OdfNames.Chart + "chart",
            new XAttribute(OdfNames.Chart + "class", "chart:" + Class),
            new XAttribute(Svg + "width", Points(c.Box.Width)),
            new XAttribute(Svg + "height", Points(c.Box.Height)),
            new XAttribute(
                OdfNames.Chart + "style-name",
                _styles.Of("chart", new XElement(Style + "graphic-properties", Nothing()))
            ),
            c.Series.Count > 1 && c.Series.Any(s => s.Name.Length > 0)
                ? new XElement(
                    OdfNames.Chart + "legend",
                    new XAttribute(OdfNames.Chart + "legend-position", "top"),
                    new XAttribute(OdfNames.Chart + "style-name", _styles.Of("chart", Words(false)))
                )
                : null,
            Plot(),
            Figures()
        );
        return Document(
            "document-content",
            new XElement(Doc + "automatic-styles", _styles.Automatic),
            new XElement(Doc + "body", new XElement(Doc + "chart", chart))
        );
    }

    private string Class =>
        c.Form switch
        {
            ExportChartForm.Pie => "circle",
            ExportChartForm.Ring => "ring",
            ExportChartForm.Lines => "line",
            ExportChartForm.Areas => "area",
            _ => "bar",
        };

    private XElement Plot()
    {
        XElement how = new(Style + "chart-properties");
        if (c.Form is ExportChartForm.Bars or ExportChartForm.StackedBars)
            how.SetAttributeValue(OdfNames.Chart + "vertical", c.Lies ? "true" : "false");
        if (Stacks)
            how.SetAttributeValue(OdfNames.Chart + "stacked", "true");
        return new(
            OdfNames.Chart + "plot-area",
            new XAttribute(OdfNames.Chart + "style-name", _styles.Of("chart", how)),
            new XAttribute(OdfNames.Chart + "data-source-has-labels", "both"),
            new XAttribute(
                OdfNames.Table + "cell-range-address",
                Range("A", 1, ChartSheet.Column(c.Series.Count), c.Labels.Count + 1)
            ),
            RowAxis(),
            ValueAxis(),
            c.Series.Select(Series),
            new XElement(
                OdfNames.Chart + "wall",
                new XAttribute(
                    OdfNames.Chart + "style-name",
                    _styles.Of("chart", new XElement(Style + "graphic-properties", Nothing()))
                )
            )
        );
    }

    private XElement RowAxis()
    {
        XElement how = new(
            Style + "chart-properties",
            new XAttribute(
                OdfNames.Chart + "display-label",
                c.Labels.Any(l => l.Length > 0) && !Shares ? "true" : "false"
            ),
            new XAttribute(OdfNames.Chart + "tick-marks-major-inner", "false"),
            new XAttribute(OdfNames.Chart + "tick-marks-major-outer", "false"),
            // The first row of bars that lie stands at the head.
            new XAttribute(OdfNames.Chart + "reverse-direction", c.Lies ? "true" : "false")
        );
        return new(
            OdfNames.Chart + "axis",
            new XAttribute(OdfNames.Chart + "dimension", "x"),
            new XAttribute(OdfNames.Chart + "name", "primary-x"),
            new XAttribute(
                OdfNames.Chart + "style-name",
                _styles.Of("chart", how, Stroke(c.Words.Ink, 2), Words(false))
            ),
            new XElement(
                OdfNames.Chart + "categories",
                new XAttribute(OdfNames.Table + "cell-range-address", Range("A", 2, "A", c.Labels.Count + 1))
            )
        );
    }

    private XElement ValueAxis()
    {
        bool direct = c.Look.HasFigures || Shares;
        XElement how = new(
            Style + "chart-properties",
            new XAttribute(OdfNames.Chart + "display-label", direct ? "false" : "true"),
            new XAttribute(OdfNames.Chart + "tick-marks-major-inner", "false"),
            new XAttribute(OdfNames.Chart + "tick-marks-major-outer", "false")
        );
        if (c.Look.Axis is { } axis)
        {
            how.SetAttributeValue(OdfNames.Chart + "minimum", ChartSheet.Number(axis.From));
            how.SetAttributeValue(OdfNames.Chart + "maximum", ChartSheet.Number(axis.To));
            how.SetAttributeValue(OdfNames.Chart + "interval-major", ChartSheet.Number(axis.Step));
        }
        XElement line = new(Style + "graphic-properties", new XAttribute(Draw + "stroke", "none"));
        return new(
            OdfNames.Chart + "axis",
            new XAttribute(OdfNames.Chart + "dimension", "y"),
            new XAttribute(OdfNames.Chart + "name", "primary-y"),
            new XAttribute(OdfNames.Chart + "style-name", _styles.Of("chart", how, line, Words(false))),
            direct
                ? null
                : new XElement(
                    OdfNames.Chart + "grid",
                    new XAttribute(OdfNames.Chart + "class", "major"),
                    new XAttribute(
                        OdfNames.Chart + "style-name",
                        _styles.Of("chart", Stroke(Colours.Mixed("#FFFFFF", c.Words.Ink, .25), 1.5))
                    )
                )
        );
    }

    private XElement Series(NamedFigures series, int at)
    {
        string column = ChartSheet.Column(at + 1);
        IReadOnlyList<SceneColour> colours = c.Look.Colours[at];
        SceneColour first = colours.Count > 0 ? colours[0] : new("#000000", 1);
        XElement told = new(Style + "chart-properties");
        if (Shares || c.Look.HasFigures)
        {
            told.SetAttributeValue(OdfNames.Chart + "data-label-number", "value");
            told.SetAttributeValue(
                OdfNames.Chart + "data-label-text",
                Shares && c.Labels.Any(l => l.Length > 0) ? "true" : "false"
            );
        }
        if (c.Form == ExportChartForm.Lines)
            told.SetAttributeValue(OdfNames.Chart + "symbol-type", "none");
        bool alike = !Shares && colours.Distinct().Count() < 2;
        return new(
            OdfNames.Chart + "series",
            new XAttribute(OdfNames.Chart + "class", "chart:" + Class),
            new XAttribute(OdfNames.Chart + "values-cell-range-address", Range(column, 2, column, c.Labels.Count + 1)),
            new XAttribute(OdfNames.Chart + "label-cell-address", $"{Sheet}.${column}$1"),
            new XAttribute(
                OdfNames.Chart + "style-name",
                _styles.Of(
                    "chart",
                    told,
                    c.Form == ExportChartForm.Lines ? Stroke(first.Colour, 8) : Fill(first),
                    Words(true)
                )
            ),
            alike
                ? null
                : colours.Select(colour => new XElement(
                    OdfNames.Chart + "data-point",
                    new XAttribute(
                        OdfNames.Chart + "style-name",
                        _styles.Of("chart", new XElement(told), Fill(colour), Words(true))
                    )
                ))
        );
    }

    private XElement Figures()
    {
        XElement header = new(
            OdfNames.Table + "table-header-rows",
            Row([Cell(""), .. c.Series.Select(s => Cell(s.Name))])
        );
        return new(
            OdfNames.Table + "table",
            new XAttribute(OdfNames.Table + "name", Sheet),
            new XElement(OdfNames.Table + "table-header-columns", new XElement(OdfNames.Table + "table-column")),
            new XElement(
                OdfNames.Table + "table-columns",
                new XElement(
                    OdfNames.Table + "table-column",
                    new XAttribute(OdfNames.Table + "number-columns-repeated", c.Series.Count)
                )
            ),
            header,
            new XElement(
                OdfNames.Table + "table-rows",
                c.Labels.Select(
                    (label, r) => Row([Cell(label), .. c.Series.Select(s => Cell(s.Written[r], s.Values[r]))])
                )
            )
        );
    }

    private static XElement Row(IEnumerable<XElement> cells) => new(OdfNames.Table + "table-row", cells);

    private static XElement Cell(string says, double? value = null) =>
        new(
            OdfNames.Table + "table-cell",
            new XAttribute(Doc + "value-type", value is null ? "string" : "float"),
            value is { } v ? new XAttribute(Doc + "value", ChartSheet.Number(v)) : null,
            new XElement(Text + "p", OdpText.Spaced(ZipXml.Clean(says)))
        );

    private static string Range(string from, int first, string to, int last) =>
        string.Create(CultureInfo.InvariantCulture, $"{Sheet}.${from}${first}:.${to}${last}");

    private XElement Words(bool bold) =>
        new(
            Style + "text-properties",
            new XAttribute(Fo + "color", c.Words.Ink),
            new XAttribute(Fo + "font-family", $"'{family}'"),
            new XAttribute(Fo + "font-size", Points(c.Words.Size)),
            new XAttribute(Fo + "font-weight", bold ? "bold" : "normal")
        );

    private static XAttribute[] Nothing() => [new(Draw + "stroke", "none"), new(Draw + "fill", "none")];

    private static XElement Fill(SceneColour colour) =>
        new(
            Style + "graphic-properties",
            new XAttribute(Draw + "stroke", "none"),
            new XAttribute(Draw + "fill", "solid"),
            new XAttribute(Draw + "fill-color", colour.Colour),
            new XAttribute(Draw + "opacity", Percent(colour.Opacity))
        );

    private static XElement Stroke(string colour, double width) =>
        new(
            Style + "graphic-properties",
            new XAttribute(Draw + "stroke", "solid"),
            new XAttribute(Svg + "stroke-width", Points(width)),
            new XAttribute(Svg + "stroke-color", colour)
        );
}
