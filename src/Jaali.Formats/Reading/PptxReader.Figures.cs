using System.Xml.Linq;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Scenes;
using static Jaali.Formats.Office.PptxNames;

namespace Jaali.Formats.Reading;

/// <content>Shapes, lines, tables, charts and diagrams.</content>
public sealed partial class PptxReader
{
    private static readonly XNamespace Dsp = "http://schemas.microsoft.com/office/drawing/2008/diagram";

    // Half a point of a line is one unit; a line of which nothing is said is three quarters of a point (20.1.2.2.24).
    private const double UsualLine = 9_525;

    // What fills a shape: its own fill, else that of the place on the layout or the master that it fills, else what its
    // style refers to (20.1.4.1.8: 0 and 1000 are none).
    private XElement? FillOf(XElement shape, Where place)
    {
        XElement? own = Followed(shape, place)
            .Prepend(shape)
            .Select(s =>
                s.Element(P + "spPr")
                    ?.Elements()
                    .FirstOrDefault(e =>
                        e.Name.Namespace == A
                        && e.Name.LocalName is "solidFill" or "gradFill" or "pattFill" or "noFill" or "grpFill"
                    )
            )
            .FirstOrDefault(f => f is not null);
        return own
            ?? (
                shape.Element(P + "style")?.Element(A + "fillRef") is { HasElements: true } style
                && Number(style, "idx", 0) is > 0 and not 1000
                    ? style
                    : null
            );
    }

    // The line round a shape, in units; nothing where there is none.
    private (string Colour, double Width, double Dash)? LineOf(XElement shape, Where place)
    {
        XElement? own = Followed(shape, place)
                .Prepend(shape)
                .Select(s => s.Element(P + "spPr")?.Element(A + "ln"))
                .FirstOrDefault(l => l is not null),
            style = shape.Element(P + "style")?.Element(A + "lnRef");
        if (own?.Element(A + "noFill") is not null)
            return null;
        bool styled = style is { HasElements: true } && Number(style, "idx", 0) > 0;
        (string Colour, double)? colour =
            own?.Element(A + "solidFill") is { } fill ? Colour(fill, place)
            : styled ? Colour(style!, place)
            : null;
        if (colour is not var (ink, _))
            return null;
        string? dash = (string?)own?.Element(A + "prstDash")?.Attribute("val");
        return (
            ink,
            Math.Clamp(
                // Measures of a group do not widen lines.
                Number(own, "w", UsualLine) * _fit.Scale,
                .5,
                Core.Items.Shape.MostStroke
            ),
            dash switch
            {
                null or "solid" => 0,
                "dot" or "sysDot" => 1,
                "lgDash" or "lgDashDot" or "lgDashDotDot" => 8,
                _ => 4,
            }
        );
    }

    private void Fill(XElement shape, SlideRect box, double turn, Where place, List<ForeignThing> things)
    {
        XElement? properties = shape.Element(P + "spPr"),
            fill = FillOf(shape, place);
        (string Colour, double Width, double Dash)? line = LineOf(shape, place);
        bool filled = fill is not null && fill.Name.LocalName is not ("noFill" or "grpFill");
        if (!filled && line is null)
            return;
        if (filled && fill!.Name.LocalName == "gradFill" && line is null && Fading(fill, box, turn, place, things))
            return;
        if (Outline(properties, box) is not { } outline)
        {
            _not.Add("a shape with an outline that is not drawn here is left out", _number);
            return;
        }
        (string Colour, double Opacity)? inside = !filled
            ? null
            : fill!.Name.LocalName switch
            {
                "gradFill" => Stops(fill, place) is [var first, ..] ? first : null,
                "pattFill" => fill.Element(A + "bgClr") is { } back ? Colour(back, place) : null,
                _ => Colour(fill, place),
            };
        if (inside is null && line is null)
            return;
        // What is thinner than a thing can be is a line.
        if (
            inside is ({ } rule, >= .6)
            && line is null
            && outline is (ShapeForm.Rectangle, null)
            && ForeignFigures.Rule(box, turn, rule) is { } thin
        )
        {
            things.Add(new ForeignItem(box, 0, thin));
            return;
        }
        // A plain rectangle that lets something through is a veil.
        if (
            inside is ({ } veil, < 1 and var strength)
            && line is null
            && outline is (ShapeForm.Rectangle or ShapeForm.Rounded, null)
        )
        {
            things.Add(new ForeignVeil(box, turn, veil, strength, null));
            return;
        }
        XElement? x = properties?.Element(A + "xfrm");
        ShapeEdit edit = ForeignFigures.Shape(outline, box, turn, Is(x, "flipH"), Is(x, "flipV")) with
        {
            Fill = inside?.Colour ?? "",
            Opacity = inside?.Opacity ?? 1,
            Stroke = line?.Colour,
            StrokeWidth = line?.Width ?? 0,
            Dash = line?.Dash,
        };
        if (filled && fill!.Name.LocalName == "gradFill" && Stops(fill, place) is { Length: > 1 } stops)
            edit = edit with { FillTo = stops[^1].Colour };
        things.Add(new ForeignItem(box, edit.Outline is null ? turn : 0, edit));
    }

    // A shape that thins out is a veil; one that shades from colour to colour is none.
    private bool Fading(XElement gradient, SlideRect box, double turn, Where place, List<ForeignThing> things)
    {
        (string Colour, double Opacity)[] stops = Stops(gradient, place);
        if (stops.Length == 0)
            return true;
        if (stops.All(s => s.Opacity >= 1))
            return false;
        (string Colour, double Opacity) strongest = stops.MaxBy(s => s.Opacity);
        XElement? lin = gradient.Element(A + "lin");
        double angle = Number(lin, "ang", 0) / 60_000;
        bool back = stops[^1].Opacity > stops[0].Opacity;
        things.Add(
            new ForeignVeil(
                box,
                turn,
                strongest.Colour,
                strongest.Opacity,
                lin is null || stops[0].Opacity == stops[^1].Opacity ? null
                    : back ? (angle + 180) % 360
                    : angle
            )
        );
        return true;
    }

    private (string Colour, double Opacity)[] Stops(XElement gradient, Where place) =>
        [
            .. gradient
                .Elements(A + "gsLst")
                .Elements(A + "gs")
                .OrderBy(g => Number(g, "pos", 0))
                .Select(g => Colour(g, place))
                .OfType<(string, double)>(),
        ];

    private static (ShapeForm Form, (double X, double Y)[]? Corners)? Outline(XElement? properties, SlideRect box)
    {
        if (properties?.Element(A + "custGeom") is { } own)
            return Corners(own) is { } corners ? (ShapeForm.Polygon, corners) : null;
        return ForeignFigures.Preset((string?)properties?.Element(A + "prstGeom")?.Attribute("prst") ?? "rect");
    }

    // The corners of an outline of one's own in fractions of its box, curves by their ends and middles; null where it
    // is no single outline, or has guides for its numbers.
    private static (double X, double Y)[]? Corners(XElement geometry)
    {
        XElement[] paths = [.. geometry.Elements(A + "pathLst").Elements(A + "path")];
        if (paths.Length != 1)
            return null;
        double w = Number(paths[0], "w", 0),
            h = Number(paths[0], "h", 0);
        List<(double X, double Y)> corners = [];
        int moves = 0;
        foreach (XElement step in paths[0].Elements())
        {
            (double X, double Y)[] places =
            [
                .. step.Elements(A + "pt").Select(p => (Number(p, "x", double.NaN), Number(p, "y", double.NaN))),
            ];
            if (step.Name.LocalName == "moveTo")
                moves++;
            if (step.Name.LocalName is "arcTo" || places.Any(p => double.IsNaN(p.X + p.Y)) || moves > 1)
                return null;
            if (step.Name.LocalName == "cubicBezTo" && places.Length == 3 && corners.Count > 0)
            {
                (double x, double y) = corners[^1];
                corners.Add(
                    (
                        (x + 3 * places[0].X + 3 * places[1].X + places[2].X) / 8,
                        (y + 3 * places[0].Y + 3 * places[1].Y + places[2].Y) / 8
                    )
                );
            }
            if (places.Length > 0)
                corners.Add(places[^1]);
        }
        if (corners.Count > 1 && corners[0] == corners[^1])
            corners.RemoveAt(corners.Count - 1);
        return w > 0 && h > 0 && corners.Count is >= 3 and <= Masks.MostCorners
            ? [.. corners.Select(c => (Math.Clamp(c.X / w, 0, 1), Math.Clamp(c.Y / h, 0, 1)))]
            : null;
    }

    // A line between places: from the upper left corner of its box to the lower right unless it is mirrored.
    private void Connector(XElement line, Where place, List<ForeignThing> things)
    {
        XElement? properties = line.Element(P + "spPr"),
            x = properties?.Element(A + "xfrm");
        if (PlaceOf(line, place) is not var (box, turn) || LineOf(line, place) is not var (ink, width, dash))
            return;
        bool flipX = Is(x, "flipH"),
            flipY = Is(x, "flipV");
        SlidePoint middle = new(box.X + box.Width / 2, box.Y + box.Height / 2),
            from = new(flipX ? box.Right : box.X, flipY ? box.Bottom : box.Y),
            to = new(flipX ? box.X : box.Right, flipY ? box.Y : box.Bottom);
        string form = (string?)properties?.Element(A + "prstGeom")?.Attribute("prst") ?? "line";
        XElement? ln = properties?.Element(A + "ln");
        things.Add(
            new ForeignItem(
                box,
                0,
                new LineEdit(
                    Drawn: new(from.Turned(middle, turn), to.Turned(middle, turn)),
                    Route: form.StartsWith("bent", StringComparison.Ordinal) ? LineRoute.Elbow
                        : form.StartsWith("curved", StringComparison.Ordinal) ? LineRoute.Curve
                        : LineRoute.Straight,
                    StartHead: Headed(ln?.Element(A + "headEnd")),
                    EndHead: Headed(ln?.Element(A + "tailEnd")),
                    Stroke: ink,
                    Width: width,
                    Dash: dash
                )
            )
            {
                FromKey = KeyOf(place, line.Descendants(A + "stCxn").FirstOrDefault()),
                ToKey = KeyOf(place, line.Descendants(A + "endCxn").FirstOrDefault()),
            }
        );

        static bool Headed(XElement? end) => (string?)end?.Attribute("type") is { } type && type != "none";
    }

    private void Frame(XElement frame, Where place, List<ForeignThing> things)
    {
        if (PlaceOf(frame, place) is not var (box, turn))
            return;
        XElement? data = frame.Descendants(A + "graphicData").FirstOrDefault();
        if (data?.Element(A + "tbl") is { } table)
        {
            string[][] cells =
            [
                .. table.Elements(A + "tr").Select(tr => (string[])[.. tr.Elements(A + "tc").Select(Cell)]),
            ];
            // Where cells are joined, words do not stand in one column: it follows from what stands in it.
            bool joined = table.Descendants(A + "tc").Any(tc => tc.Attribute("gridSpan") is not null);
            double[] widths = joined
                ? []
                : [.. table.Elements(A + "tblGrid").Elements(A + "gridCol").Select(c => Number(c, "w", 1))];
            XElement? how = table.Element(A + "tblPr");
            if (ForeignFigures.Table(cells, widths, Is(how, "firstRow"), Is(how, "firstCol")) is { } own)
            {
                things.Add(new ForeignItem(box, turn, own));
                return;
            }
            Drawn(
                _drawn.Table(cells, widths, box),
                "A table",
                "a table is larger than tables here and is a picture of itself"
            );
            return;
        }
        if (
            data?.Elements().FirstOrDefault(e => e.Name.LocalName == "chart") is { } chart
            && Target(place.At, (string?)chart.Attribute(R + "id")) is { } to
            && Part(to.Target) is { } drawn
        )
        {
            ChartData figures = ChartData.Of(drawn);
            if (ForeignFigures.Chart(figures) is { } own)
                things.Add(new ForeignItem(box, turn, own));
            else
                Drawn(
                    _drawn.Chart(figures, box),
                    "A chart",
                    "a chart of a form that is not drawn here is a picture of itself"
                );
            return;
        }
        if (data?.Elements().FirstOrDefault(e => e.Name.LocalName == "relIds") is { } diagram)
        {
            Diagram(diagram, box, place, things);
            return;
        }
        // Other objects have a picture of themselves beside them.
        if (data?.Descendants(A + "blip").FirstOrDefault() is { } blip && Embedded(place.At, blip) is { } name)
        {
            things.Add(new ForeignPhoto(box, turn, name, null, ExportOutline.Box, ""));
            _not.Add("an embedded object is its picture alone", _number);
            return;
        }
        _not.Add("an embedded object is left out", _number);

        void Drawn(string picture, string alt, string why)
        {
            things.Add(new ForeignPhoto(box, turn, picture, null, ExportOutline.Box, alt, IsDrawn: true));
            _not.Add(why, _number);
        }
    }

    private static string Cell(XElement tc) =>
        string.Join(
            '\n',
            tc.Descendants(A + "p")
                .Select(p =>
                    string.Concat(
                        p.Descendants()
                            .Select(e =>
                                e.Name == A + "t" ? e.Value
                                : e.Name == A + "br" ? "\n"
                                : ""
                            )
                    )
                )
        );

    // A diagram has a drawing of itself, for those who do not lay it out: shapes with places inside its frame.
    private void Diagram(XElement diagram, SlideRect box, Where place, List<ForeignThing> things)
    {
        string? drawing =
            Target(place.At, (string?)diagram.Attribute(R + "dm")) is { } data
            && Part(data.Target) is { } model
            && model.Descendants(Dsp + "dataModelExt").FirstOrDefault() is { } told
            && Target(place.At, (string?)told.Attribute("relId")) is { } to
                ? to.Target
                : Links(place.At)
                    .Values.Where(l => l.Type.EndsWith("/diagramDrawing", StringComparison.Ordinal))
                    .Select(l => l.Target)
                    .FirstOrDefault();
        if (drawing is null || Part(drawing)?.Element(Dsp + "spTree") is not { } tree)
        {
            _not.Add("a diagram without a drawing of itself is left out", _number);
            return;
        }
        // Its names are those of slides in another namespace.
        var same = new XElement(tree);
        foreach (XElement e in same.DescendantsAndSelf().Where(e => e.Name.Namespace == Dsp))
            e.Name = P + e.Name.LocalName;
        // It holds shapes alone: one that held diagrams could hold itself.
        same.Descendants(P + "graphicFrame").Remove();
        Tree(
            same,
            place with
            {
                At = drawing,
                X = (box.X - _fit.X) / _fit.Scale,
                Y = (box.Y - _fit.Y) / _fit.Scale,
            },
            things,
            1
        );
    }

    private static bool Is(XElement? e, string name) => (string?)e?.Attribute(name) is "1" or "true";
}
