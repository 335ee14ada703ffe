using System.Collections.Immutable;
using System.Globalization;
using Jaali.Core;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Items;

namespace Jaali.Formats.Reading;

/// <summary>Tables, charts and shapes of files as items of Jaali's own kinds; null where a kind has no such
/// thing.</summary>
internal static class ForeignFigures
{
    /// <summary>A table; null where it is larger than tables are here.</summary>
    /// <param name="cells">Rows of cells; short ones are filled.</param>
    /// <param name="widths">Of the columns, in any unit; none for what follows from the cells.</param>
    /// <param name="header">The first row names the columns; null where the file does not say.</param>
    /// <param name="column">The first column names the rows.</param>
    internal static TableEdit? Table(string[][] cells, IReadOnlyList<double> widths, bool? header, bool column)
    {
        ImmutableList<ImmutableList<string>> rows = DataRows.Even([
            .. cells.Select(r => (ImmutableList<string>)[.. r.Select(c => c.ReplaceLineEndings("\n").Trim())]),
        ]);
        if (
            rows.Count == 0
            || rows.All(r => r.All(c => c.Length == 0))
            || DataRows.Fault(rows, Limits.Talks.TableRows, Limits.Talks.TableColumns, "A table") is not null
        )
            return null;
        double all = widths.Where(w => w > 0).Sum();
        return new(
            Rows: rows,
            HeaderRow: header,
            HeaderColumn: column,
            Widths: widths.Count == rows[0].Count && widths.All(w => w > 0) ? [.. widths.Select(w => w / all)] : null
        );
    }

    /// <summary>A chart; null for a form that is not drawn here, or more values than charts have.</summary>
    /// <param name="data">Its figures.</param>
    internal static ChartEdit? Chart(ChartData data)
    {
        if (data.Form is not { } form || data.Series.Count == 0 || data.Labels.Count == 0)
            return null;
        // A pie has one series.
        (string Name, IReadOnlyList<double?> Values)[] series = form is ChartForm.Pie or ChartForm.Ring
            ? [data.Series[0]]
            : [.. data.Series];
        bool named = series.Any(s => s.Name.Length > 0) && series.Length > 1;
        List<ImmutableList<string>> rows = [];
        if (named)
            rows.Add(["", .. series.Select(s => s.Name)]);
        for (int i = 0; i < data.Labels.Count; i++)
            rows.Add([data.Labels[i], .. series.Select(s => Written(s.Values.ElementAtOrDefault(i)))]);
        return DataRows.Fault([.. rows], Limits.Talks.ChartRows, Limits.Talks.ChartColumns, "A chart") is not null
            ? null
            : new(form, [.. rows], Shows: data.Title.Length <= Limits.Talks.Title ? data.Title : "");
    }

    private static string Written(double? value) => value?.ToString("0.######", CultureInfo.InvariantCulture) ?? "";

    /// <summary>The outline of a preset shape of Office Open XML (ISO/IEC 29500-1, 20.1.10.55), as a form or as corners
    /// in fractions of its box with the usual adjustments; null for one that is not known here.</summary>
    /// <param name="preset">Its name.</param>
    internal static (ShapeForm Form, (double X, double Y)[]? Corners)? Preset(string preset) =>
        preset switch
        {
            "rect" or "flowChartProcess" or "snip1Rect" or "snip2SameRect" => (ShapeForm.Rectangle, null),
            "roundRect" or "round2SameRect" or "flowChartAlternateProcess" or "flowChartTerminator" => (
                ShapeForm.Rounded,
                null
            ),
            "ellipse" or "flowChartConnector" => (ShapeForm.Ellipse, null),
            "hexagon" => (ShapeForm.Hexagon, null),
            "star8" => (ShapeForm.Star, null),
            "triangle" or "flowChartExtract" => Own((.5, 0), (1, 1), (0, 1)),
            "rtTriangle" => Own((0, 0), (1, 1), (0, 1)),
            "diamond" or "flowChartDecision" => Own((.5, 0), (1, .5), (.5, 1), (0, .5)),
            "parallelogram" or "flowChartInputOutput" => Own((.25, 0), (1, 0), (.75, 1), (0, 1)),
            "trapezoid" => Own((.25, 0), (.75, 0), (1, 1), (0, 1)),
            "pentagon" => Own((.5, 0), (1, .382), (.809, 1), (.191, 1), (0, .382)),
            "homePlate" => Own((0, 0), (.75, 0), (1, .5), (.75, 1), (0, 1)),
            "chevron" => Own((0, 0), (.75, 0), (1, .5), (.75, 1), (0, 1), (.25, .5)),
            "octagon" => Own((.29, 0), (.71, 0), (1, .29), (1, .71), (.71, 1), (.29, 1), (0, .71), (0, .29)),
            "plus" => Own(
                (.25, 0),
                (.75, 0),
                (.75, .25),
                (1, .25),
                (1, .75),
                (.75, .75),
                (.75, 1),
                (.25, 1),
                (.25, .75),
                (0, .75),
                (0, .25),
                (.25, .25)
            ),
            "rightArrow" => Own((0, .25), (.5, .25), (.5, 0), (1, .5), (.5, 1), (.5, .75), (0, .75)),
            "leftArrow" => Own((1, .25), (.5, .25), (.5, 0), (0, .5), (.5, 1), (.5, .75), (1, .75)),
            "upArrow" => Own((.25, 1), (.25, .5), (0, .5), (.5, 0), (1, .5), (.75, .5), (.75, 1)),
            "downArrow" => Own((.25, 0), (.25, .5), (0, .5), (.5, 1), (1, .5), (.75, .5), (.75, 0)),
            "leftRightArrow" => Own(
                (0, .5),
                (.25, 0),
                (.25, .25),
                (.75, .25),
                (.75, 0),
                (1, .5),
                (.75, 1),
                (.75, .75),
                (.25, .75),
                (.25, 1)
            ),
            "star4" => StarOf(4, .19),
            "star5" => StarOf(5, .191),
            "star6" => StarOf(6, .289),
            "star10" => StarOf(10, .43),
            "star12" => StarOf(12, .375),
            _ => null,
        };

    /// <summary>A shape of its own corners or of a form.</summary>
    /// <param name="outline">What it is.</param>
    /// <param name="box">Where it lies.</param>
    /// <param name="turn">Degrees clockwise.</param>
    /// <param name="flipX">Mirrored left to right.</param>
    /// <param name="flipY">Mirrored top to bottom.</param>
    internal static ShapeEdit Shape(
        (ShapeForm Form, (double X, double Y)[]? Corners) outline,
        SlideRect box,
        double turn,
        bool flipX,
        bool flipY
    )
    {
        if (outline.Corners is not { } corners)
            return new(outline.Form);
        SlidePoint middle = new(box.X + box.Width / 2, box.Y + box.Height / 2);
        return new(
            Outline:
            [
                .. corners.Select(c =>
                    new SlidePoint(
                        box.X + (flipX ? 1 - c.X : c.X) * box.Width,
                        box.Y + (flipY ? 1 - c.Y : c.Y) * box.Height
                    ).Turned(middle, turn)
                ),
            ]
        );
    }

    /// <summary>A rectangle that is thinner than things are, as a line along its middle; null for a thicker
    /// one.</summary>
    /// <param name="box">Where it lies.</param>
    /// <param name="turn">Degrees clockwise.</param>
    /// <param name="colour">What fills it.</param>
    internal static LineEdit? Rule(SlideRect box, double turn, string colour)
    {
        bool lies = box.Width >= box.Height;
        double thin = Math.Min(box.Width, box.Height);
        if (thin >= ItemKinds.Smallest || Math.Max(box.Width, box.Height) < 2 * ItemKinds.Smallest)
            return null;
        SlidePoint middle = new(box.X + box.Width / 2, box.Y + box.Height / 2),
            from = lies ? new(box.X, middle.Y) : new(middle.X, box.Y),
            to = lies ? new(box.Right, middle.Y) : new(middle.X, box.Bottom);
        return new(
            Drawn: new(from.Turned(middle, turn), to.Turned(middle, turn)),
            Route: LineRoute.Straight,
            StartHead: false,
            EndHead: false,
            Stroke: colour,
            Width: Math.Max(.5, thin)
        );
    }

    private static (ShapeForm, (double, double)[]?) Own(params (double, double)[] corners) =>
        (ShapeForm.Polygon, corners);

    private static (ShapeForm, (double, double)[]?) StarOf(int points, double inner) =>
        Own([
            .. Enumerable
                .Range(0, 2 * points)
                .Select(i =>
                {
                    double r = i % 2 == 0 ? .5 : inner,
                        a = Math.PI * i / points;
                    return (.5 + r * Math.Sin(a), .5 - r * Math.Cos(a));
                }),
        ]);
}
