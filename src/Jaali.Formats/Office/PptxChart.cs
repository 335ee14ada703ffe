using System.Globalization;
using System.Xml.Linq;
using Jaali.Core.Decks;
using Jaali.Core.Scenes;
using static Jaali.Formats.Office.PptxNames;

namespace Jaali.Formats.Office;

/// <summary>A chart in the words of Office Open XML (ISO/IEC 29500-1, 21.2), with its figures as a sheet beside
/// it.</summary>
/// <param name="c">The chart.</param>
/// <param name="family">The name of the typeface of its words.</param>
/// <param name="language">Of its words.</param>
internal sealed class PptxChart(ExportChart c, string family, string language)
{
    private static readonly XNamespace C = "http://schemas.openxmlformats.org/drawingml/2006/chart";

    /// <summary>What a frame says that holds a chart.</summary>
    internal static string Uri => C.NamespaceName;

    // Axes are named by numbers.
    private const int Rows = 1,
        Values = 2;

    // The radius of the hole of a ring, in hundredths of its own; and between bars, in hundredths of theirs.
    private const int Hole = 52,
        Between = 39;

    /// <summary>The element that leads to the chart.</summary>
    internal static XElement To(string relation) =>
        new(C + "chart", new XAttribute(XNamespace.Xmlns + "c", C.NamespaceName), new XAttribute(R + "id", relation));

    /// <summary>The part.</summary>
    /// <param name="sheet">The relation to the sheet.</param>
    internal XElement Write(string sheet) =>
        new(
            C + "chartSpace",
            new XAttribute(XNamespace.Xmlns + "c", C.NamespaceName),
            new XAttribute(XNamespace.Xmlns + "a", A.NamespaceName),
            new XAttribute(XNamespace.Xmlns + "r", R.NamespaceName),
            Val("date1904", 0),
            Val("roundedCorners", 0),
            new XElement(
                C + "chart",
                Val("autoTitleDeleted", 1),
                new XElement(C + "plotArea", new XElement(C + "layout"), Plot()),
                Named && c.Form != ExportChartForm.Lines
                    ? new XElement(C + "legend", Val("legendPos", "t"), Val("overlay", 0), Words(false))
                    : null,
                Val("plotVisOnly", 1),
                Val("dispBlanksAs", c.Form == ExportChartForm.Areas ? "zero" : "gap")
            ),
            Nothing(),
            Words(false),
            new XElement(C + "externalData", new XAttribute(R + "id", sheet), Val("autoUpdate", 0))
        );

    // Several series that are called something.
    private bool Named => c.Series.Count > 1 && c.Series.Any(s => s.Name.Length > 0);

    private bool Shares => c.Form is ExportChartForm.Pie or ExportChartForm.Ring;

    private bool Stacks => c.Form is ExportChartForm.StackedBars or ExportChartForm.Areas && c.Series.Count > 1;

    private IEnumerable<XElement> Plot()
    {
        XElement plot = c.Form switch
        {
            ExportChartForm.Pie => new(C + "pieChart", Val("varyColors", 1), All(), Val("firstSliceAng", 0)),
            ExportChartForm.Ring => new(
                C + "doughnutChart",
                Val("varyColors", 1),
                All(),
                Val("firstSliceAng", 0),
                Val("holeSize", Hole)
            ),
            ExportChartForm.Lines => new(
                C + "lineChart",
                Val("grouping", "standard"),
                Val("varyColors", 0),
                All(),
                Val("marker", 1),
                Axes()
            ),
            ExportChartForm.Areas => new(
                C + "areaChart",
                Val("grouping", Stacks ? "stacked" : "standard"),
                Val("varyColors", 0),
                All(),
                Axes()
            ),
            _ => new XElement(
                C + "barChart",
                Val("barDir", c.Lies ? "bar" : "col"),
                Val("grouping", Stacks ? "stacked" : "clustered"),
                Val("varyColors", 0),
                All(),
                Val("gapWidth", Between),
                Stacks ? Val("overlap", 100) : null,
                Axes()
            ),
        };
        yield return plot;
        if (Shares)
            yield break;
        yield return RowAxis();
        yield return ValueAxis();

        IEnumerable<XElement> All() => c.Series.Select(Series);
        static XElement[] Axes() => [Val("axId", Rows), Val("axId", Values)];
    }

    private XElement Series(NamedFigures series, int at)
    {
        IReadOnlyList<SceneColour> colours = c.Look.Colours[at];
        bool line = c.Form == ExportChartForm.Lines,
            alike = !Shares && colours.Distinct().Count() < 2,
            bars = c.Form is ExportChartForm.Bars or ExportChartForm.StackedBars;
        SceneColour first = colours.Count > 0 ? colours[0] : new("#000000", 1);
        string column = ChartSheet.Column(at + 1);
        return new(
            C + "ser",
            Val("idx", at),
            Val("order", at),
            new XElement(
                C + "tx",
                new XElement(
                    C + "strRef",
                    new XElement(C + "f", $"{ChartSheet.Name}!${column}$1"),
                    Strings([series.Name])
                )
            ),
            line ? Stroke(first) : Fill(first),
            bars ? Val("invertIfNegative", 0) : null,
            line ? new XElement(C + "marker", Val("symbol", "none")) : null,
            alike
                ? null
                : colours.Select(
                    (colour, row) =>
                        new XElement(
                            C + "dPt",
                            Val("idx", row),
                            bars ? Val("invertIfNegative", 0) : null,
                            Val("bubble3D", 0),
                            Fill(colour)
                        )
                ),
            Labels(series),
            new XElement(
                C + "cat",
                new XElement(
                    C + "strRef",
                    new XElement(C + "f", ChartSheet.Range("A", c.Labels.Count)),
                    Strings(c.Labels)
                )
            ),
            new XElement(
                C + "val",
                new XElement(
                    C + "numRef",
                    new XElement(C + "f", ChartSheet.Range(column, c.Labels.Count)),
                    new XElement(
                        C + "numCache",
                        new XElement(C + "formatCode", Format),
                        Val("ptCount", series.Values.Count),
                        series.Values.Select((v, i) => v is { } n ? Point(i, ChartSheet.Number(n)) : null)
                    )
                )
            ),
            line ? Val("smooth", 0) : null
        );
    }

    // Figures at the marks; of lines their name at their last; of slices both.
    private XElement? Labels(NamedFigures series)
    {
        if (c.Form == ExportChartForm.Lines)
        {
            int last = series.Values.ToList().FindLastIndex(v => v is not null);
            return Named && last >= 0 && series.Name.Length > 0
                ? new(
                    C + "dLbls",
                    new XElement(
                        C + "dLbl",
                        Val("idx", last),
                        Nothing(),
                        Words(false),
                        Val("dLblPos", "r"),
                        Shown(series: true)
                    ),
                    Shown()
                )
                : null;
        }
        bool told = Shares || c.Look.HasFigures;
        return told
            ? new(
                C + "dLbls",
                new XElement(C + "numFmt", new XAttribute("formatCode", Format), new XAttribute("sourceLinked", 0)),
                Nothing(),
                Words(true),
                c.Form is ExportChartForm.Bars or ExportChartForm.Pie ? Val("dLblPos", "outEnd") : null,
                Shown(value: true, category: Shares && c.Labels.Any(l => l.Length > 0))
            )
            : null;
    }

    private static XElement[] Shown(bool value = false, bool category = false, bool series = false) =>
        [
            Val("showLegendKey", 0),
            Val("showVal", value ? 1 : 0),
            Val("showCatName", category ? 1 : 0),
            Val("showSerName", series ? 1 : 0),
            Val("showPercent", 0),
            Val("showBubbleSize", 0),
        ];

    private XElement RowAxis() =>
        new(
            C + "catAx",
            Val("axId", Rows),
            // The first row of bars that lie stands at the head.
            new XElement(C + "scaling", Val("orientation", c.Lies ? "maxMin" : "minMax")),
            Val("delete", c.Labels.All(l => l.Length == 0) ? 1 : 0),
            Val("axPos", c.Lies ? "l" : "b"),
            Val("majorTickMark", "none"),
            Val("minorTickMark", "none"),
            Val("tickLblPos", "low"),
            Stroke(new(c.Words.Ink, .7), 2),
            Words(false),
            Val("crossAx", Values),
            Val("crosses", "autoZero"),
            Val("auto", 0),
            Val("lblAlgn", "ctr"),
            Val("lblOffset", 100),
            Val("noMultiLvlLbl", 1)
        );

    private XElement ValueAxis()
    {
        XElement scaling = new(C + "scaling", Val("orientation", "minMax"));
        if (c.Look.Axis is { } axis)
            scaling.Add(Val("max", ChartSheet.Number(axis.To)), Val("min", ChartSheet.Number(axis.From)));
        bool direct = c.Look.HasFigures;
        return new(
            C + "valAx",
            Val("axId", Values),
            scaling,
            Val("delete", direct ? 1 : 0),
            Val("axPos", c.Lies ? "b" : "l"),
            direct ? null : new XElement(C + "majorGridlines", Stroke(new(c.Words.Ink, .2), 1.5)),
            new XElement(C + "numFmt", new XAttribute("formatCode", Format), new XAttribute("sourceLinked", 0)),
            Val("majorTickMark", "none"),
            Val("minorTickMark", "none"),
            Val("tickLblPos", "nextTo"),
            new XElement(C + "spPr", new XElement(A + "ln", new XElement(A + "noFill"))),
            Words(false),
            Val("crossAx", Rows),
            // Where rows begin at the head, the axis of the figures still stands at the foot.
            Val("crosses", c.Lies ? "max" : "autoZero"),
            Val("crossBetween", c.Form is ExportChartForm.Lines or ExportChartForm.Areas ? "midCat" : "between"),
            c.Look.Axis is { } steps ? Val("majorUnit", ChartSheet.Number(steps.Step)) : null
        );
    }

    // As the first figure is written: what stands round it is told as words, or a sign of per cent would multiply.
    private string Format
    {
        get
        {
            Figure f = c.Sample;
            string digits = f.Decimals > 0 ? "#,##0." + new string('0', f.Decimals) : "General";
            return Quoted(f.Before) + digits + Quoted(f.After);
        }
    }

    private static string Quoted(string text) =>
        text.Length == 0 ? "" : $"\"{text.Replace("\"", "", StringComparison.Ordinal)}\"";

    private XElement Words(bool bold) =>
        new(
            C + "txPr",
            new XElement(A + "bodyPr"),
            new XElement(A + "lstStyle"),
            new XElement(
                A + "p",
                new XElement(
                    A + "pPr",
                    new XElement(
                        A + "defRPr",
                        new XAttribute("sz", Math.Clamp((int)Math.Round(c.Words.Size / 2 * 100), 100, 400_000)),
                        new XAttribute("b", bold ? 1 : 0),
                        PptxColour.Solid(c.Words.Ink, 1),
                        new XElement(A + "latin", new XAttribute("typeface", family)),
                        new XElement(A + "ea", new XAttribute("typeface", family)),
                        new XElement(A + "cs", new XAttribute("typeface", family))
                    )
                ),
                new XElement(A + "endParaRPr", new XAttribute("lang", language))
            )
        );

    private static XElement Fill(SceneColour colour) =>
        new(C + "spPr", PptxColour.Solid(colour.Colour, colour.Opacity));

    private static XElement Stroke(SceneColour colour, double width = 8) =>
        new(
            C + "spPr",
            new XElement(
                A + "ln",
                new XAttribute("w", Emu(width)),
                new XAttribute("cap", "rnd"),
                PptxColour.Solid(colour.Colour, colour.Opacity),
                new XElement(A + "round")
            )
        );

    private static XElement Nothing() =>
        new(C + "spPr", new XElement(A + "noFill"), new XElement(A + "ln", new XElement(A + "noFill")));

    private static XElement Strings(IReadOnlyList<string> texts) =>
        new(C + "strCache", Val("ptCount", texts.Count), texts.Select((t, i) => Point(i, Clean(t))));

    private static XElement Point(int index, string value) =>
        new(C + "pt", new XAttribute("idx", index), new XElement(C + "v", value));

    private static XElement Val(string name, object value) =>
        new(C + name, new XAttribute("val", Convert.ToString(value, CultureInfo.InvariantCulture)!));
}
