using System.Globalization;
using System.Text.RegularExpressions;
using System.Xml.Linq;
using Jaali.Core;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Scenes;
using static Jaali.Formats.Office.OdfNames;
using Odf = Jaali.Formats.Office.OdfNames;

namespace Jaali.Formats.Reading;

/// <content>Shapes, lines, tables and charts.</content>
public sealed partial class OdpReader
{
    private void Shape(XElement e, List<ForeignThing> things)
    {
        if (PlaceOf(e) is not var (box, turn))
            return;
        XElement[] how = [.. Properties("graphic", (string?)e.Attribute(Draw + "style-name"), "graphic-properties")];
        string fill = Said(how, Draw + "fill") ?? "none";
        string alt = e.Element(Svg + "desc")?.Value.Trim() ?? "";
        if (
            fill == "bitmap"
            && Said(how, Draw + "fill-image-name") is { } image
            && _fills.TryGetValue(image, out string? name)
            && _zip.Bytes(name, Limits.Photos.Bytes) is { } bytes
            && DrawnPictures.IsPicture(bytes)
        )
        {
            string d = (string?)e.Attribute(Svg + "d") ?? "";
            bool round =
                e.Name.LocalName is "ellipse" or "circle" || IsEllipse(d, (string?)e.Attribute(Svg + "viewBox"));
            things.Add(
                new ForeignPhoto(
                    box,
                    turn,
                    name,
                    CropWindow.Whole,
                    round ? ExportOutline.Ellipse
                        : d.Count(c => c == 'C') == 4 ? ExportOutline.Rounded
                        : ExportOutline.Box,
                    alt
                )
            );
        }
        else if (fill is "solid" or "gradient" || LineOf(how) is not null)
            Drawn(e, how, box, turn, things);
        else if (fill != "none")
            _not.Add("a shape filled with a pattern is left out", _number);
        if (e.Elements(Text + "p").Any(p => Plain(p).Trim().Length > 0) || e.Elements(Text + "list").Any())
            Words(e, e, box, turn, things);
    }

    // A shape with its fill and its line; a plain rectangle that lets something through is a veil.
    private void Drawn(XElement e, XElement[] how, SlideRect box, double turn, List<ForeignThing> things)
    {
        if (Outline(e) is not { } outline)
        {
            _not.Add("a shape with an outline that is not drawn here is left out", _number);
            return;
        }
        string? fill = Said(how, Draw + "fill");
        XElement? gradient =
            fill == "gradient" && Said(how, Draw + "fill-gradient-name") is { } named
                ? _gradients.GetValueOrDefault(named)
                : null;
        string? colour = fill is not ("solid" or "gradient")
            ? null
            : Ink(Said(how, Draw + "fill-color"))
                ?? Ink((string?)gradient?.Attribute(Draw + "start-color"))
                ?? "#000000";
        (string Colour, double Width, double Dash)? line = LineOf(how);
        (double strength, double? angle) = Strength(how);
        if (
            colour is not null
            && line is null
            && outline is (ShapeForm.Rectangle, null)
            && ForeignFigures.Rule(box, turn, colour) is { } thin
        )
        {
            things.Add(new ForeignItem(box, 0, thin));
            return;
        }
        if (
            colour is not null
            && line is null
            && (strength < 1 || angle is not null)
            && outline is (ShapeForm.Rectangle or ShapeForm.Rounded, null)
        )
        {
            things.Add(new ForeignVeil(box, turn, colour, strength, angle));
            return;
        }
        ShapeEdit edit = ForeignFigures.Shape(outline, box, turn, false, false) with
        {
            Fill = colour ?? "",
            FillTo = colour is null ? null : Ink((string?)gradient?.Attribute(Draw + "end-color")),
            Opacity = strength,
            Stroke = line?.Colour,
            StrokeWidth = line?.Width ?? 0,
            Dash = line?.Dash,
        };
        things.Add(new ForeignItem(box, edit.Outline is null ? turn : 0, edit));
    }

    // The strongest opacity of what fills a shape, and where it thins out to, degrees clockwise from the right.
    private (double Strength, double? Angle) Strength(XElement[] how)
    {
        if (Said(how, Draw + "opacity-name") is { } opacity && _opacities.TryGetValue(opacity, out var fade))
            return (
                Math.Max(fade.Start, fade.End),
                Math.Abs(fade.Start - fade.End) > .001
                    ? ((90 - fade.Angle + (fade.End > fade.Start ? 180 : 0)) % 360 + 360) % 360
                    : null
            );
        return (Said(how, Draw + "opacity") is { } plain ? Share(plain, 1) : 1, null);
    }

    private static bool IsRectangle(string? d) =>
        d is not null && !d.Contains('C') && !d.Contains('c') && d.Count(c => c is 'L' or 'l') == 3;

    private static bool IsEllipse(string d, string? viewBox) =>
        d.Count(c => c is 'A' or 'a') >= 2
        || d.Count(c => c == 'C') == 4
            && viewBox?.Split(' ') is [_, _, var w, _]
            && Numbers().Matches(d) is [var x, ..]
            // It begins over its middle.
            && double.TryParse(w, CultureInfo.InvariantCulture, out double wide)
            && double.TryParse(x.Value, CultureInfo.InvariantCulture, out double first)
            && Math.Abs(first - wide / 2) < wide * .02;

    [GeneratedRegex(@"-?\d+(?:\.\d+)?")]
    private static partial Regex Numbers();

    private static string? Ink(string? colour) =>
        colour is not null && Colours.IsColour(colour) ? colour.ToUpperInvariant() : null;

    // What the nearest of some properties says.
    private static string? Said(IEnumerable<XElement> how, XName name) =>
        how.Select(p => (string?)p.Attribute(name)).FirstOrDefault(v => v is not null);

    private static bool Is(XElement e, XName name) => (string?)e.Attribute(name) == "true";

    private static int Repeats(XElement e, string name) =>
        Math.Clamp((int?)Tolerant(e.Attribute(Odf.Table + name)) ?? 1, 1, Limits.Talks.ChartRows);

    private static double? Tolerant(XAttribute? a) =>
        double.TryParse(a?.Value, CultureInfo.InvariantCulture, out double n) && double.IsFinite(n) ? n : null;

    // The line round a shape, in units; nothing where there is none (ODF 1.3 part 3, 20.176).
    private (string Colour, double Width, double Dash)? LineOf(XElement[] how)
    {
        string? kind = Said(how, Draw + "stroke");
        if (kind is not ("solid" or "dash"))
            return null;
        return (
            Ink(Said(how, Svg + "stroke-color")) ?? "#000000",
            Math.Clamp(
                Length(Said(how, Svg + "stroke-width")) is > 0 and var w ? w * _fit.Scale : 1,
                .5,
                Core.Items.Shape.MostStroke
            ),
            kind == "dash" ? 4 : 0
        );
    }

    // The outline of a shape: by its element, the name of its geometry, or its corners.
    private static (ShapeForm Form, (double X, double Y)[]? Corners)? Outline(XElement e)
    {
        switch (e.Name.LocalName)
        {
            case "rect" or "caption":
                return (e.Attribute(Draw + "corner-radius") is null ? ShapeForm.Rectangle : ShapeForm.Rounded, null);
            case "ellipse" or "circle":
                return (string?)e.Attribute(Draw + "kind") is null or "full" ? (ShapeForm.Ellipse, null) : null;
            case "polygon":
                return Within(e, (string?)e.Attribute(Draw + "points") ?? "");
            case "regular-polygon":
                return Regular(e);
            case "path":
                string d = (string?)e.Attribute(Svg + "d") ?? "";
                return IsRectangle(d) ? (ShapeForm.Rectangle, null)
                    : IsEllipse(d, (string?)e.Attribute(Svg + "viewBox")) ? (ShapeForm.Ellipse, null)
                    : d.Count(c => c == 'C') == 4 ? (ShapeForm.Rounded, null)
                    : d.All(c => !char.IsLetter(c) || c is 'M' or 'L' or 'Z' or 'z') && d.Count(c => c == 'M') == 1
                        ? Within(e, d)
                    : null;
        }
        string type = (string?)e.Element(Draw + "enhanced-geometry")?.Attribute(Draw + "type") ?? "rectangle";
        return type switch
        {
            "non-primitive" => Path(e),
            "rectangle" or "mso-spt1" => (ShapeForm.Rectangle, null),
            "round-rectangle" or "mso-spt2" => (ShapeForm.Rounded, null),
            "ellipse" or "mso-spt3" => (ShapeForm.Ellipse, null),
            "isosceles-triangle" => ForeignFigures.Preset("triangle"),
            "right-triangle" => ForeignFigures.Preset("rtTriangle"),
            "right-arrow" => ForeignFigures.Preset("rightArrow"),
            "left-arrow" => ForeignFigures.Preset("leftArrow"),
            "up-arrow" => ForeignFigures.Preset("upArrow"),
            "down-arrow" => ForeignFigures.Preset("downArrow"),
            "left-right-arrow" => ForeignFigures.Preset("leftRightArrow"),
            "pentagon-right" => ForeignFigures.Preset("homePlate"),
            "cross" => ForeignFigures.Preset("plus"),
            // Files that came from the other format name its shapes.
            _ when type.StartsWith("ooxml-", StringComparison.Ordinal) => ForeignFigures.Preset(type[6..]) ?? Path(e),
            _ when type.StartsWith("flowchart-", StringComparison.Ordinal) => ForeignFigures.Preset(
                "flowChart" + char.ToUpperInvariant(type[10]) + type[11..]
            ) ?? Path(e),
            _ => ForeignFigures.Preset(type) ?? Path(e),
        };
    }

    // A geometry of straight lines without formulas.
    private static (ShapeForm, (double, double)[]?)? Path(XElement e) =>
        e.Element(Draw + "enhanced-geometry") is { } g
        && (string?)g.Attribute(Draw + "enhanced-path") is { } path
        && path.All(c => !char.IsLetter(c) && c is not ('?' or '$') || c is 'M' or 'L' or 'Z' or 'N')
        && path.Count(c => c == 'M') == 1
            ? Within(g, path)
            : null;

    // Corners as fractions of the view box of what holds them.
    private static (ShapeForm, (double X, double Y)[]?)? Within(XElement e, string places)
    {
        double[] box = [.. Numbers().Matches((string?)e.Attribute(Svg + "viewBox") ?? "").Select(Value)],
            all = [.. Numbers().Matches(places).Select(Value)];
        List<(double X, double Y)> corners = [];
        for (int i = 0; i + 1 < all.Length; i += 2)
            corners.Add((all[i], all[i + 1]));
        if (corners.Count > 1 && corners[0] == corners[^1])
            corners.RemoveAt(corners.Count - 1);
        return box is [var x, var y, > 0 and var w, > 0 and var h] && corners.Count is >= 3 and <= Masks.MostCorners
            ? (
                ShapeForm.Polygon,
                [.. corners.Select(c => (Math.Clamp((c.X - x) / w, 0, 1), Math.Clamp((c.Y - y) / h, 0, 1)))]
            )
            : null;

        static double Value(Match m) => double.Parse(m.Value, CultureInfo.InvariantCulture);
    }

    // So many corners on an ellipse, the first over its middle; of a star every second further in (ODF 1.3 part 3,
    // 19.129 and 19.221).
    private static (ShapeForm, (double, double)[]?)? Regular(XElement e)
    {
        int corners = (int)(Tolerant(e.Attribute(Draw + "corners")) ?? 0);
        bool star = Is(e, Draw + "concave");
        double inner = star ? 1 - Percent(e, "sharpness", .5) : 1;
        int count = star ? 2 * corners : corners;
        return count is < 3 or > Masks.MostCorners
            ? null
            : (
                ShapeForm.Polygon,
                [
                    .. Enumerable
                        .Range(0, count)
                        .Select(i =>
                        {
                            double r = star && i % 2 == 1 ? .5 * inner : .5,
                                a = 2 * Math.PI * i / count;
                            return (.5 + r * Math.Sin(a), .5 - r * Math.Cos(a));
                        }),
                ]
            );
    }

    private void Line(XElement e, List<ForeignThing> things)
    {
        XElement[] how = [.. Properties("graphic", (string?)e.Attribute(Draw + "style-name"), "graphic-properties")];
        if (LineOf(how) is not var (ink, width, dash))
            return;
        SlideRect from = _fit.Rect(Length(e.Attribute(Svg + "x1")), Length(e.Attribute(Svg + "y1")), 0, 0),
            to = _fit.Rect(Length(e.Attribute(Svg + "x2")), Length(e.Attribute(Svg + "y2")), 0, 0);
        things.Add(
            new ForeignItem(
                new(Math.Min(from.X, to.X), Math.Min(from.Y, to.Y), Math.Abs(from.X - to.X), Math.Abs(from.Y - to.Y)),
                0,
                new LineEdit(
                    Drawn: new(new(from.X, from.Y), new(to.X, to.Y)),
                    Route: e.Name.LocalName != "connector"
                        ? LineRoute.Straight
                        : (string?)e.Attribute(Draw + "type") switch
                        {
                            "line" or "lines" => LineRoute.Straight,
                            "curve" => LineRoute.Curve,
                            _ => LineRoute.Elbow,
                        },
                    StartHead: Said(how, Draw + "marker-start") is { Length: > 0 },
                    EndHead: Said(how, Draw + "marker-end") is { Length: > 0 },
                    Stroke: ink,
                    Width: width,
                    Dash: dash
                )
            )
            {
                FromKey = (string?)e.Attribute(Draw + "start-shape"),
                ToKey = (string?)e.Attribute(Draw + "end-shape"),
            }
        );
    }

    private static string[][] Cells(XElement table) =>
        [
            .. table
                .Descendants(Odf.Table + "table-row")
                .SelectMany(r => Enumerable.Repeat(r, Repeats(r, "number-rows-repeated")))
                .Take(Limits.Talks.ChartRows + 1)
                .Select(r =>
                    (string[])
                        [
                            .. r.Elements()
                                .Where(c =>
                                    c.Name == Odf.Table + "table-cell" || c.Name == Odf.Table + "covered-table-cell"
                                )
                                .SelectMany(c =>
                                    Enumerable.Repeat(
                                        string.Join('\n', c.Descendants(Text + "p").Select(Plain)),
                                        Math.Min(Limits.Talks.TableColumns + 1, Repeats(c, "number-columns-repeated"))
                                    )
                                )
                                .Take(2 * Limits.Talks.TableColumns),
                        ]
                ),
        ];

    // A chart with the table of its figures beside it: series are columns, the first column names the rows (ODF 1.3
    // part 3, 11).
    private static ChartData ChartOf(XElement root, XElement chart)
    {
        string type = ((string?)chart.Attribute(Odf.Chart + "class") ?? "").Replace(
            "chart:",
            "",
            StringComparison.Ordinal
        );
        Dictionary<string, XElement> styles = root.Descendants(Style + "style")
            .GroupBy(s => (string?)s.Attribute(Style + "name") ?? "")
            .ToDictionary(g => g.Key, g => g.First());
        XElement? plot = chart.Element(Odf.Chart + "plot-area");
        XElement? how = styles
            .GetValueOrDefault((string?)plot?.Attribute(Odf.Chart + "style-name") ?? "")
            ?.Element(Style + "chart-properties");
        bool stacked = how is not null && (Is(how, Odf.Chart + "stacked") || Is(how, Odf.Chart + "percentage")),
            lies = how is not null && Is(how, Odf.Chart + "vertical");
        string[][] cells = chart.Element(Odf.Table + "table") is { } table ? Cells(table) : [];
        string[][] rows = [.. cells.Skip(1)];
        int series = cells.Length == 0 ? 0 : cells[0].Length - 1;
        return new(
            type switch
            {
                "bar" => (stacked, lies) switch
                {
                    (false, false) => ChartForm.Columns,
                    (false, true) => ChartForm.Bars,
                    (true, false) => ChartForm.StackedColumns,
                    (true, true) => ChartForm.StackedBars,
                },
                "line" => ChartForm.Lines,
                "area" => ChartForm.Areas,
                "circle" => ChartForm.Pie,
                "ring" => ChartForm.Ring,
                _ => null,
            },
            string.Join(' ', chart.Elements(Odf.Chart + "title").Descendants(Text + "p").Select(Plain)).Trim(),
            [.. rows.Select(r => r.ElementAtOrDefault(0)?.Trim() ?? "")],
            [
                .. Enumerable
                    .Range(1, Math.Max(0, series))
                    .Select(c =>
                        (
                            cells[0].ElementAtOrDefault(c)?.Trim() ?? "",
                            (IReadOnlyList<double?>)
                                [
                                    .. rows.Select(r =>
                                        double.TryParse(
                                            r.ElementAtOrDefault(c),
                                            NumberStyles.Float,
                                            CultureInfo.InvariantCulture,
                                            out double n
                                        ) && double.IsFinite(n)
                                            ? (double?)n
                                            : null
                                    ),
                                ]
                        )
                    ),
            ]
        );
    }
}
