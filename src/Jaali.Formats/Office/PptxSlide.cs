using System.Globalization;
using System.Xml.Linq;
using Jaali.Core.Composing;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Scenes;
using Jaali.Core.Typesetting;
using static Jaali.Formats.Office.PptxNames;

namespace Jaali.Formats.Office;

/// <summary>One slide of an Office Open XML presentation.</summary>
internal sealed class PptxSlide(
    Deck deck,
    ExportSlide slide,
    OfficeSources from,
    OfficeMedia media,
    PptxCharts charts,
    PptxWriter.Relations links,
    IReadOnlyDictionary<Guid, int> numbers,
    HashSet<string> faces
)
{
    /// <summary>What the title of a shape says that was computed, such as a credit.</summary>
    internal const string Computed = "Computed";

    private int _next = 1;
    private bool _titled;
    private readonly Dictionary<Guid, List<MovedShape>> _shapes = [];
    private readonly Dictionary<Guid, (int Shape, ExportItem Thing)> _first = [];
    private readonly List<(XElement Line, ExportLine Of)> _lines = [];
    private readonly List<(int Shape, Playing Plays)> _clips = [];

    /// <summary>True where words on it are its title.</summary>
    internal static bool HasTitle(ExportSlide slide) => TitleOf(slide) is not null;

    private static ExportWords? TitleOf(ExportSlide slide) =>
        slide.Things.OfType<ExportWords>().FirstOrDefault(w => w.Role is WordsRole.Opening or WordsRole.Heading)
        ?? (
            slide.Slide.Kind == SlideKind.Credits
                ? slide.Things.OfType<ExportWords>().MaxBy(w => w.Paragraphs.SelectMany(p => p.Runs).Max(r => r.Size))
                : null
        );

    internal XElement Write()
    {
        XElement tree = new(
            P + "spTree",
            new XElement(
                P + "nvGrpSpPr",
                new XElement(P + "cNvPr", new XAttribute("id", _next++), new XAttribute("name", "")),
                new XElement(P + "cNvGrpSpPr"),
                new XElement(P + "nvPr")
            ),
            new XElement(
                P + "grpSpPr",
                new XElement(
                    A + "xfrm",
                    Point("off", 0, 0),
                    Extent("ext", 0, 0),
                    Point("chOff", 0, 0),
                    Extent("chExt", 0, 0)
                )
            )
        );
        foreach (ExportItem thing in slide.Things)
        {
            int id = _next;
            if (Thing(thing) is not { } made)
                continue;
            tree.Add(made);
            if (thing.ItemId is { } item)
            {
                if (!_shapes.TryGetValue(item, out var own))
                    _shapes[item] = own = [];
                own.Add(
                    new(
                        id,
                        thing is ExportWords w ? w.Paragraphs.Count : 0,
                        thing.Part,
                        thing is ExportChart { ByRow: { } byRow } c
                            ? (byRow, byRow ? c.Labels.Count : c.Series.Count)
                            : null
                    )
                );
                _first.TryAdd(item, (id, thing));
            }
        }
        foreach ((XElement line, ExportLine of) in _lines)
            PptxFigures.Join(line, Joined(of.From, of.Way[0]), Joined(of.To, of.Way[^1]));
        return new XElement(
            P + "sld",
            new XAttribute(XNamespace.Xmlns + "a", A.NamespaceName),
            new XAttribute(XNamespace.Xmlns + "r", R.NamespaceName),
            new XAttribute(XNamespace.Xmlns + "p", P.NamespaceName),
            new XElement(
                P + "cSld",
                slide.Slide.Kind == SlideKind.Credits ? new XAttribute("name", Computed) : null,
                new XElement(
                    P + "bg",
                    new XElement(P + "bgPr", Solid(slide.Scene.Background, 1), new XElement(A + "effectLst"))
                ),
                tree
            ),
            new XElement(P + "clrMapOvr", new XElement(A + "masterClrMapping")),
            PptxMotion.Transition(deck.TransitionOf(slide.Slide)),
            slide.Scene.Page == 0 ? PptxMotion.Timing(slide.Slide, _shapes, _clips) : null
        );
    }

    // The shape that an end of a line stays with, and which of its places is nearest.
    private (int Shape, int Site)? Joined(Guid? item, SlidePoint at)
    {
        if (item is not { } id || !_first.TryGetValue(id, out var to))
            return null;
        SlidePoint upright = at.Turned(Composition.Middle(to.Thing.Box), -to.Thing.Turn);
        int side = ExportLine.Side(to.Thing.Box, upright);
        // An ellipse has a place between each two of its sides as well (presetShapeDefinitions).
        return (to.Shape, to.Thing is ExportPicture { Outline: ExportOutline.Ellipse } ? side * 2 : side);
    }

    private XElement? Thing(ExportItem thing) =>
        thing switch
        {
            ExportPicture p => Picture(p),
            ExportBitmap p => Painted(p),
            ExportWords w => Words(w),
            ExportShape s => Shape(s),
            ExportTable t => PptxFigures.Table(t, Named(t, "Table"), Place(t.Box, 0), (p, w) => Paragraph(p, w, false)),
            ExportChart c => PptxFigures.Frame(
                Named(c, "Chart"),
                Place(c.Box, c.Turn),
                PptxChart.Uri,
                PptxChart.To(links.To("chart", "../charts/" + charts.Put(c)))
            ),
            ExportLine l => Line(l),
            _ => throw new NotSupportedException($"{thing.GetType().Name} is nothing that can be written."),
        };

    private XElement Line(ExportLine l)
    {
        XElement made = PptxFigures.Line(l, Named(l, "Line"), Place(l.Box, l.Turn));
        _lines.Add((made, l));
        return made;
    }

    private XElement? Picture(ExportPicture p)
    {
        if (media.Photo(p.Photo, !p.IsGrey) is not var (name, _))
            return null;
        CropWindow c = p.Crop;
        XElement? source = c.IsWhole
            ? null
            : new(
                A + "srcRect",
                Share("l", c.X),
                Share("t", c.Y),
                Share("r", 1 - c.X - c.Width),
                Share("b", 1 - c.Y - c.Height)
            );
        XElement properties = new(P + "spPr", Place(p.Box, p.Turn), Geometry(p));
        if (p.Line > 0)
            properties.Add(new XElement(A + "ln", new XAttribute("w", Emu(p.Line)), Solid(p.LineColour, 1)));
        if (p.Shadow > 0)
            properties.Add(
                new XElement(
                    A + "effectLst",
                    new XElement(
                        A + "outerShdw",
                        new XAttribute("blurRad", Emu(p.Shadow)),
                        new XAttribute("dist", Emu(p.Shadow / 4)),
                        new XAttribute("dir", 5_400_000),
                        new XAttribute("rotWithShape", 0),
                        Colour("#000000", .55)
                    )
                )
            );
        return Framed(p, "Photo", name, p.IsGrey, source, properties);
    }

    private XElement Painted(ExportBitmap p) =>
        Framed(
            p,
            "Picture",
            media.Painting(p.Nodes, p.Box).Name,
            false,
            null,
            new XElement(P + "spPr", Place(p.Box, p.Turn), Preset("rect"))
        );

    private XElement Framed(
        ExportItem thing,
        string called,
        string file,
        bool grey,
        XElement? source,
        XElement properties
    )
    {
        Playing? plays = (thing as ExportPicture)?.Photo.Plays;
        string? clip = plays is null ? null : media.Clip(plays);
        if (clip is not null)
            _clips.Add((_next, plays!));
        XElement named = Named(thing, called);
        if (clip is not null && named.Element(A + "hlinkClick") is null)
            named.AddFirst(
                new XElement(
                    A + "hlinkClick",
                    new XAttribute(R + "id", ""),
                    new XAttribute("action", "ppaction://media")
                )
            );
        return new(
            P + "pic",
            new XElement(
                P + "nvPicPr",
                named,
                new XElement(P + "cNvPicPr", new XElement(A + "picLocks", new XAttribute("noChangeAspect", 1))),
                new XElement(P + "nvPr", clip is null ? null : Media(clip, plays!))
            ),
            new XElement(
                P + "blipFill",
                new XElement(
                    A + "blip",
                    new XAttribute(R + "embed", links.To("image", "../media/" + file)),
                    grey ? new XElement(A + "grayscl") : null
                ),
                source,
                new XElement(A + "stretch", new XElement(A + "fillRect"))
            ),
            properties
        );
    }

    // What plays in the place of a picture, and the second at which it begins.
    private IEnumerable<XElement> Media(string clip, Playing plays)
    {
        string kind = plays.SoundAlone ? "audio" : "video";
        yield return new XElement(A + (kind + "File"), new XAttribute(R + "link", links.To(kind, "../media/" + clip)));
        XElement media = new(
            Media2010 + "media",
            new XAttribute(XNamespace.Xmlns + "p14", Media2010.NamespaceName),
            new XAttribute(
                R + "embed",
                links.Add("http://schemas.microsoft.com/office/2007/relationships/media", "../media/" + clip)
            )
        );
        if (plays.From > 0)
            media.Add(new XElement(Media2010 + "trim", new XAttribute("st", (int)Math.Round(plays.From * 1000))));
        yield return new XElement(
            P + "extLst",
            new XElement(P + "ext", new XAttribute("uri", "{DAA4B4D4-6D71-4841-9C94-3DE7FCFB9230}"), media)
        );
    }

    private static readonly XNamespace Media2010 = "http://schemas.microsoft.com/office/powerpoint/2010/main";

    private XElement Shape(ExportShape s)
    {
        PathNode d = s.Drawn;
        XElement properties = new(
            P + "spPr",
            Place(s.Box, s.Turn),
            d.Path.IsRect ? Preset("rect") : Own(d.Path, s.Box)
        );
        if (d.Gradient is { } g)
            properties.Add(Fill(GradientOnBox.Of(g, s.Box), d.FillOpacity * s.Opacity));
        else
            properties.Add(d.Fill is { } fill ? Solid(fill, d.FillOpacity * s.Opacity) : new XElement(A + "noFill"));
        properties.Add(
            d.Stroke is { } stroke && d.StrokeWidth > 0
                ? new XElement(A + "ln", new XAttribute("w", Emu(d.StrokeWidth)), Solid(stroke, s.Opacity))
                : new XElement(A + "ln", new XElement(A + "noFill"))
        );
        return new(
            P + "sp",
            new XElement(P + "nvSpPr", Named(s, "Shape"), new XElement(P + "cNvSpPr"), new XElement(P + "nvPr")),
            properties
        );
    }

    private XElement Words(ExportWords w)
    {
        bool title = !_titled && ReferenceEquals(w, TitleOf(slide));
        _titled |= title;
        XElement body = new(
            A + "bodyPr",
            new XAttribute("wrap", "square"),
            new XAttribute("lIns", 0),
            new XAttribute("tIns", 0),
            new XAttribute("rIns", 0),
            new XAttribute("bIns", 0),
            new XAttribute("numCol", Math.Clamp(w.Columns, 1, 16)),
            new XAttribute("anchor", w.AtFoot ? "b" : "t"),
            new XElement(A + "noAutofit")
        );
        return new(
            P + "sp",
            new XElement(
                P + "nvSpPr",
                Named(
                    w,
                    title ? "Title"
                        : w.IsCredit ? "Credit"
                        : "Words"
                ),
                title ? new XElement(P + "cNvSpPr") : new XElement(P + "cNvSpPr", new XAttribute("txBox", 1)),
                new XElement(P + "nvPr", title ? new XElement(P + "ph", new XAttribute("type", "title")) : null)
            ),
            new XElement(P + "spPr", Place(w.Box, w.Turn), Preset("rect"), new XElement(A + "noFill")),
            new XElement(
                P + "txBody",
                body,
                new XElement(A + "lstStyle"),
                w.Paragraphs.Select((p, i) => Paragraph(p, w, i > 0))
            )
        );
    }

    private XElement Paragraph(ExportParagraph p, ExportWords w, bool below)
    {
        double size = p.Runs.Count > 0 ? p.Runs.Max(r => r.Size) : 32,
            indent = p.List == ListMarker.None ? 0 : size * 1.1;
        XElement how = new(
            A + "pPr",
            new XAttribute("marL", Emu(size * 1.1 * p.Level + indent)),
            new XAttribute("lvl", Math.Clamp(p.Level, 0, 8)),
            new XAttribute("indent", -Emu(indent)),
            new XAttribute(
                "algn",
                w.Align switch
                {
                    WordsAlign.Middle => "ctr",
                    WordsAlign.End => w.IsRightToLeft ? "l" : "r",
                    _ => w.IsRightToLeft ? "r" : "l",
                }
            ),
            new XAttribute("rtl", w.IsRightToLeft ? 1 : 0),
            new XElement(A + "lnSpc", new XElement(A + "spcPts", Points(w.Leading))),
            new XElement(A + "spcBef", new XElement(A + "spcPts", Points(below ? w.Gap : 0))),
            p.List switch
            {
                ListMarker.Point => new object[]
                {
                    new XElement(A + "buSzPct", new XAttribute("val", 100_000)),
                    new XElement(A + "buFont", new XAttribute("typeface", "Arial")),
                    new XElement(A + "buChar", new XAttribute("char", p.Level % 2 == 0 ? "•" : "–")),
                },
                ListMarker.Number => new object[]
                {
                    new XElement(A + "buSzPct", new XAttribute("val", 100_000)),
                    new XElement(A + "buFont", new XAttribute("typeface", "+mj-lt")),
                    new XElement(A + "buAutoNum", new XAttribute("type", "arabicPeriod")),
                },
                _ => [new XElement(A + "buNone")],
            }
        );
        XElement made = new(A + "p", how);
        foreach (ExportRun run in p.Runs)
        {
            string[] lines = run.Text.Split('\n');
            for (int i = 0; i < lines.Length; i++)
            {
                if (i > 0)
                    made.Add(new XElement(A + "br", Look(run, w)));
                if (lines[i].Length > 0)
                    made.Add(new XElement(A + "r", Look(run, w), new XElement(A + "t", Clean(lines[i]))));
            }
        }
        return made;

        XAttribute Points(double units) => new("val", Math.Clamp((int)Math.Round(units / 2 * 100), 0, 158_400));
    }

    private XElement Look(ExportRun r, ExportWords w)
    {
        faces.Add(r.Face);
        Core.Typesetting.Face? face = from.Fonts.Faces.FirstOrDefault(f => f.Id == r.Face);
        string family = face?.Family ?? r.Face;
        XElement look = new(
            A + "rPr",
            new XAttribute("lang", deck.Style.Language),
            new XAttribute("sz", Math.Clamp((int)Math.Round(r.Size / 2 * 100), 100, 400_000)),
            new XAttribute("b", face?.Bold == true || r.Bold ? 1 : 0),
            new XAttribute("i", face?.Italic == true || r.Italic ? 1 : 0),
            r.Underline ? new XAttribute("u", "sng") : null,
            r.Strike ? new XAttribute("strike", "sngStrike") : null,
            w.Capitals ? new XAttribute("cap", "all")
                : r.SmallCaps ? new XAttribute("cap", "small")
                : null,
            w.Spacing != 0 ? new XAttribute("spc", (int)Math.Round(w.Spacing / 2 * 100)) : null,
            r.Shift switch
            {
                BaselineShift.Raised => new XAttribute("baseline", 30_000),
                BaselineShift.Lowered => new XAttribute("baseline", -25_000),
                _ => null,
            }
        );
        if (w.Outline > 0)
            look.Add(new XElement(A + "ln", new XAttribute("w", Emu(w.Outline)), Solid(w.OutlineInk, 1)));
        look.Add(Solid(r.Ink, 1));
        if (w.Shadow > 0)
            look.Add(
                new XElement(
                    A + "effectLst",
                    new XElement(A + "outerShdw", new XAttribute("blurRad", Emu(w.Shadow)), Colour("#000000", .8))
                )
            );
        look.Add(
            new XElement(A + "latin", new XAttribute("typeface", family)),
            new XElement(A + "ea", new XAttribute("typeface", family)),
            new XElement(A + "cs", new XAttribute("typeface", family))
        );
        if (r.Link is { } to && Link(to) is { } link)
        {
            // Words that lead somewhere keep their ink, and do not take the colour of links.
            link.Add(
                new XElement(
                    A + "extLst",
                    new XElement(
                        A + "ext",
                        new XAttribute("uri", "{A12FA001-AC4F-418D-AE19-62706E023703}"),
                        new XElement(
                            LinkColour + "hlinkClr",
                            new XAttribute(XNamespace.Xmlns + "ahyp", LinkColour.NamespaceName),
                            new XAttribute("val", "tx")
                        )
                    )
                )
            );
            look.Add(link);
        }
        return look;
    }

    private static readonly XNamespace LinkColour = "http://schemas.microsoft.com/office/drawing/2018/hyperlinkcolor";

    private XElement? Link(string to)
    {
        if (!to.StartsWith(LinkTarget.ToSlide, StringComparison.Ordinal))
            return new(A + "hlinkClick", new XAttribute(R + "id", links.Out(to)));
        return Guid.TryParse(to[LinkTarget.ToSlide.Length..], out Guid id) && numbers.TryGetValue(id, out int number)
            ? new(
                A + "hlinkClick",
                new XAttribute(R + "id", links.To("slide", $"slide{number}.xml")),
                new XAttribute("action", "ppaction://hlinksldjump")
            )
            : null;
    }

    private XElement Named(ExportItem thing, string called)
    {
        int id = _next++;
        XElement named = new(
            P + "cNvPr",
            new XAttribute("id", id),
            new XAttribute("name", string.Create(CultureInfo.InvariantCulture, $"{called} {id - 1}"))
        );
        // What is computed is told apart, so that it is not taken for words of somebody's own when the file comes back.
        if (thing.ItemId is null)
            named.Add(new XAttribute("title", Computed));
        if (thing.Says.Length > 0 && thing is not ExportWords)
            named.Add(new XAttribute("descr", Clean(thing.Says)));
        if (thing.Link is { } to && Link(to) is { } link)
            named.Add(link);
        // Veils and plates show nothing: readers aloud pass over them.
        if (thing is ExportShape)
            named.Add(
                new XElement(
                    A + "extLst",
                    new XElement(
                        A + "ext",
                        new XAttribute("uri", "{C183D7F6-B498-43B3-948B-1728B52AA6E4}"),
                        new XElement(
                            Decorative + "decorative",
                            new XAttribute(XNamespace.Xmlns + "adec", Decorative.NamespaceName),
                            new XAttribute("val", 1)
                        )
                    )
                )
            );
        return named;
    }

    private static readonly XNamespace Decorative = "http://schemas.microsoft.com/office/drawing/2017/decorative";

    private static XElement Place(SlideRect r, double turn)
    {
        XElement place = new(
            A + "xfrm",
            new XElement(A + "off", new XAttribute("x", Emu(r.X)), new XAttribute("y", Emu(r.Y))),
            new XElement(A + "ext", new XAttribute("cx", Emu(r.Width)), new XAttribute("cy", Emu(r.Height)))
        );
        double clockwise = (turn % 360 + 360) % 360;
        if (clockwise != 0)
            place.SetAttributeValue("rot", (int)Math.Round(clockwise * 60_000));
        return place;
    }

    private static XElement Geometry(ExportPicture p) =>
        p.Outline switch
        {
            ExportOutline.Ellipse => Preset("ellipse"),
            ExportOutline.Rounded => Preset(
                "roundRect",
                // Of the shorter side, in hundred-thousandths (presetShapeDefinitions, roundRect).
                (int)Math.Round(p.Rounding / Math.Min(p.Box.Width, p.Box.Height) * 100_000)
            ),
            ExportOutline.Own when p.Path is { } path => Own(path, p.Box),
            _ => Preset("rect"),
        };

    private static XElement Preset(string name, int? adjust = null) =>
        new(
            A + "prstGeom",
            new XAttribute("prst", name),
            new XElement(
                A + "avLst",
                adjust is { } n
                    ? new XElement(
                        A + "gd",
                        new XAttribute("name", "adj"),
                        new XAttribute("fmla", string.Create(CultureInfo.InvariantCulture, $"val {n}"))
                    )
                    : null
            )
        );

    private static XElement Own(Core.Geometry.Path path, SlideRect box)
    {
        XElement drawn = new(A + "path", new XAttribute("w", Emu(box.Width)), new XAttribute("h", Emu(box.Height)));
        foreach ((char letter, SlidePoint[] to) in PathSteps.Of(path))
            drawn.Add(
                new XElement(
                    A
                        + letter switch
                        {
                            'M' => "moveTo",
                            'L' => "lnTo",
                            'C' => "cubicBezTo",
                            _ => "close",
                        },
                    to.Select(p => new XElement(
                        A + "pt",
                        new XAttribute("x", Emu(p.X - box.X)),
                        new XAttribute("y", Emu(p.Y - box.Y))
                    ))
                )
            );
        return new(
            A + "custGeom",
            new XElement(A + "avLst"),
            new XElement(A + "gdLst"),
            new XElement(A + "ahLst"),
            // Places for lines: above, left, below, right, as a rectangle has them.
            new XElement(
                A + "cxnLst",
                Site("16200000", "hc", "t"),
                Site("10800000", "l", "vc"),
                Site("5400000", "hc", "b"),
                Site("0", "r", "vc")
            ),
            new XElement(
                A + "rect",
                new XAttribute("l", "0"),
                new XAttribute("t", "0"),
                new XAttribute("r", "r"),
                new XAttribute("b", "b")
            ),
            new XElement(A + "pathLst", drawn)
        );
    }

    private static XElement Site(string angle, string x, string y) =>
        new(
            A + "cxn",
            new XAttribute("ang", angle),
            new XElement(A + "pos", new XAttribute("x", x), new XAttribute("y", y))
        );

    private static XElement Fill(GradientOnBox g, double opacity) =>
        new(
            A + "gradFill",
            new XAttribute("rotWithShape", 1),
            new XElement(
                A + "gsLst",
                g.Stops.Select(s => new XElement(
                    A + "gs",
                    new XAttribute("pos", (int)Math.Round(Math.Clamp(s.Offset, 0, 1) * 100_000)),
                    Colour(s.Colour, s.Opacity * opacity)
                ))
            ),
            g.Rings
                ? new XElement(
                    A + "path",
                    new XAttribute("path", "circle"),
                    new XElement(A + "fillToRect", Share("l", .5), Share("t", .5), Share("r", .5), Share("b", .5))
                )
                : new XElement(
                    A + "lin",
                    new XAttribute("ang", (int)Math.Round(g.Angle * 60_000) % 21_600_000),
                    new XAttribute("scaled", 0)
                )
        );

    private static XElement Solid(string colour, double opacity) => PptxColour.Solid(colour, opacity);

    private static XElement Colour(string colour, double opacity) => PptxColour.Of(colour, opacity);

    private static XAttribute Share(string name, double share) => new(name, (int)Math.Round(share * 100_000));

    private static XElement Point(string name, long x, long y) =>
        new(A + name, new XAttribute("x", x), new XAttribute("y", y));

    private static XElement Extent(string name, long x, long y) =>
        new(A + name, new XAttribute("cx", x), new XAttribute("cy", y));
}
