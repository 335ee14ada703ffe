using System.Globalization;
using System.Xml;
using System.Xml.Linq;

namespace Jaali.Core.Items;

/// <summary>An SVG document as one plain outline: its paths and basic shapes, where they are, lines as wide as they are
/// drawn. Nothing else of it is taken: no scripts, links, pictures, styles, words.</summary>
internal static class SvgDrawing
{
    private const int MostCharacters = 200_000,
        MostElements = 2_000,
        MostDepth = 40,
        MostSegments = 20_000;

    // The circle as four quarters.
    private static readonly string[] Drawn = ["path", "rect", "circle", "ellipse", "line", "polyline", "polygon"];

    // What holds drawings that are seen; what stands in definitions is not.
    private static readonly string[] Holds = ["svg", "g", "a", "switch"];

    /// <summary>The outline; or why there is none.</summary>
    internal static (Path? Outline, Refusal? Refusal) Read(string svg)
    {
        if (svg.Length > MostCharacters)
            return (null, new("large-drawing", "This drawing is larger than 200 KB. Take a plainer one."));
        try
        {
            using var text = new System.IO.StringReader(svg);
            using var reader = XmlReader.Create(
                text,
                new XmlReaderSettings
                {
                    DtdProcessing = DtdProcessing.Prohibit,
                    XmlResolver = null,
                    MaxCharactersInDocument = MostCharacters,
                }
            );
            XElement? root = XDocument.Load(reader).Root;
            if (root?.Name.LocalName != "svg")
                return (null, NoDrawing);
            List<Path> all = [];
            int elements = 0,
                segments = 0;
            Add(root, Matrix.None, new Ink(null, null, 1), 0);
            // A line that nothing strokes, or a place alone, paints nothing.
            all.RemoveAll(p => !(p.Area > 0));
            return all.Count == 0 ? (null, NoDrawing) : (Path.Together(all), null);

            void Add(XElement e, Matrix at, Ink ink, int depth)
            {
                if (++elements > MostElements || depth > MostDepth)
                    throw new FormatException("This drawing has too many parts. Take a plainer one.");
                at = at.Then((string?)e.Attribute("transform"));
                ink = ink.With(e);
                string name = e.Name.LocalName;
                if (Holds.Contains(name))
                    foreach (XElement inner in e.Elements())
                        Add(inner, at, ink, depth + 1);
                if (!Drawn.Contains(name) || (string?)e.Attribute("display") == "none")
                    return;
                Path path = SvgPath.Read(DataOf(e), MostSegments);
                segments += path.Data.Length / 8;
                if (segments > MostSegments)
                    throw new FormatException("This drawing has too many parts. Take a plainer one.");
                if (ink.Fills && name != "line")
                    all.Add(at.Of(path));
                if (ink.Strokes)
                    all.AddRange(
                        path.Ways.Where(w => w.Count > 1).Select(w => at.Of(Ribbon.Of(Closed(w, path), ink.Width)))
                    );
            }
        }
        catch (XmlException)
        {
            return (null, NoDrawing);
        }
        catch (FormatException wrong)
        {
            return (null, new("bad-drawing", $"{wrong.Message}"));
        }
    }

    private static IReadOnlyList<SlidePoint> Closed(IReadOnlyList<SlidePoint> way, Path path) =>
        path.Data.EndsWith('Z') ? [.. way, way[0]] : way;

    private static string DataOf(XElement e)
    {
        double N(string name, double or = 0) => Number((string?)e.Attribute(name)) ?? or;
        string F(FormattableString s) => s.ToString(CultureInfo.InvariantCulture);
        switch (e.Name.LocalName)
        {
            case "path":
                return (string?)e.Attribute("d") ?? "";
            case "line":
                return F($"M{N("x1")} {N("y1")}L{N("x2")} {N("y2")}");
            case "rect":
                double x = N("x"),
                    y = N("y"),
                    w = N("width"),
                    h = N("height"),
                    rx = Math.Min(N("rx", N("ry")), w / 2),
                    ry = Math.Min(N("ry", N("rx")), h / 2);
                return rx > 0 && ry > 0
                    ? F($"M{x + rx} {y}h{w - 2 * rx}a{rx} {ry} 0 0 1 {rx} {ry}v{h - 2 * ry}a{rx} {ry} 0 0 1 {-rx} {ry}")
                        + F($"h{2 * rx - w}a{rx} {ry} 0 0 1 {-rx} {-ry}v{2 * ry - h}a{rx} {ry} 0 0 1 {rx} {-ry}Z")
                    : F($"M{x} {y}H{x + w}V{y + h}H{x}Z");
            case "circle":
            case "ellipse":
                double a = N("rx", N("r")),
                    b = N("ry", N("r")),
                    cx = N("cx"),
                    cy = N("cy");
                return F($"M{cx + a} {cy}A{a} {b} 0 1 1 {cx - a} {cy}A{a} {b} 0 1 1 {cx + a} {cy}Z");
            default:
                string points = (string?)e.Attribute("points") ?? "";
                return points.Trim().Length == 0 ? "" : $"M{points}{(e.Name.LocalName == "polygon" ? "Z" : "")}";
        }
    }

    private static double? Number(string? text) =>
        double.TryParse(
            text?.Replace("px", "", StringComparison.Ordinal),
            NumberStyles.Float,
            CultureInfo.InvariantCulture,
            out double n
        )
        && Math.Abs(n) < 1e7
            ? n
            : null;

    // What fills and what lines a drawing, as its elements say or those around them.
    private sealed record Ink(string? Fill, string? Stroke, double Width)
    {
        internal bool Fills => Fill != "none";

        internal bool Strokes => Stroke is not null and not "none" && Width > 0;

        internal Ink With(XElement e) =>
            new(Said(e, "fill") ?? Fill, Said(e, "stroke") ?? Stroke, Number(Said(e, "stroke-width")) ?? Width);

        private static string? Said(XElement e, string name) =>
            (string?)e.Attribute(name)
            ?? ((string?)e.Attribute("style"))
                ?.Split(';')
                .Select(s => s.Split(':', 2))
                .FirstOrDefault(s => s.Length == 2 && s[0].Trim() == name)
                ?[1].Trim();
    }

    // A transform list of SVG as one matrix.
    private sealed record Matrix(double A, double B, double C, double D, double E, double F)
    {
        internal static readonly Matrix None = new(1, 0, 0, 1, 0, 0);

        internal Matrix Then(string? transforms)
        {
            Matrix all = this;
            foreach (string t in (transforms ?? "").Split(')', StringSplitOptions.RemoveEmptyEntries))
            {
                string[] parts = t.Split('(', 2);
                double[] n =
                    parts.Length < 2
                        ? []
                        :
                        [
                            .. parts[1]
                                .Split([' ', ',', '\n', '\t'], StringSplitOptions.RemoveEmptyEntries)
                                .Select(v =>
                                    Number(v)
                                    ?? throw new FormatException("A transform of this drawing cannot be read.")
                                ),
                        ];
                double angle = n.Length > 0 ? n[0] * Math.PI / 180 : 0;
                all = (parts[0].Trim(' ', ',', '\n', '\t'), n) switch
                {
                    ("matrix", [var a, var b, var c, var d, var e, var f]) => all.By(new(a, b, c, d, e, f)),
                    ("translate", [var x]) => all.By(new(1, 0, 0, 1, x, 0)),
                    ("translate", [var x, var y]) => all.By(new(1, 0, 0, 1, x, y)),
                    ("scale", [var s]) => all.By(new(s, 0, 0, s, 0, 0)),
                    ("scale", [var s, var v]) => all.By(new(s, 0, 0, v, 0, 0)),
                    ("rotate", [_]) => all.By(Turn(angle)),
                    ("rotate", [_, var x, var y]) => all.By(new(1, 0, 0, 1, x, y))
                        .By(Turn(angle))
                        .By(new(1, 0, 0, 1, -x, -y)),
                    ("skewX", [_]) => all.By(new(1, 0, Math.Tan(angle), 1, 0, 0)),
                    ("skewY", [_]) => all.By(new(1, Math.Tan(angle), 0, 1, 0, 0)),
                    ("", []) => all,
                    _ => throw new FormatException("A transform of this drawing cannot be read."),
                };
            }
            return all;
        }

        internal Path Of(Path path) =>
            this == None ? path : path.Mapped(p => new(A * p.X + C * p.Y + E, B * p.X + D * p.Y + F));

        private static Matrix Turn(double a) => new(Math.Cos(a), Math.Sin(a), -Math.Sin(a), Math.Cos(a), 0, 0);

        private Matrix By(Matrix m) =>
            new(
                A * m.A + C * m.B,
                B * m.A + D * m.B,
                A * m.C + C * m.D,
                B * m.C + D * m.D,
                A * m.E + C * m.F + E,
                B * m.E + D * m.F + F
            );
    }

    private static Refusal NoDrawing => new("no-drawing", "This is no SVG drawing with shapes. Choose another file.");
}
