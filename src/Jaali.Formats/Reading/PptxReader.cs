using System.Collections.Immutable;
using System.Globalization;
using System.Xml.Linq;
using Jaali.Core;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Scenes;
using Jaali.Core.Typesetting;
using static Jaali.Formats.Office.PptxNames;

namespace Jaali.Formats.Reading;

/// <summary>
/// Reads presentations of Office Open XML (ISO/IEC 29500): pictures with their crops, words, places, notes, order.
/// Macros
/// are never run; what is not understood is told.
/// </summary>
public sealed class PptxReader
{
    private const string Presentation = "ppt/presentation.xml";

    // Common practice, no source: the size of words of which nothing is said.
    private const double UsualPoints = 18;

    private readonly SafeZip _zip;
    private readonly NotUnderstood _not = new();
    private readonly DrawnPictures _drawn;
    private readonly Dictionary<string, XElement?> _parts = new(StringComparer.Ordinal);
    private readonly Dictionary<string, Dictionary<string, (string Type, string Target, bool Outside)>> _links = new(
        StringComparer.Ordinal
    );
    private Fitting _fit = null!;
    private int _number;

    private PptxReader(SafeZip zip, Imaging.Painting.ScenePainter painter) =>
        (_zip, _drawn) = (zip, new DrawnPictures(painter));

    /// <summary>True where an archive is one.</summary>
    public static bool IsOne(SafeZip zip) => zip.Has(Presentation);

    /// <summary>Reads one.</summary>
    /// <exception cref="FileFaultException">It is damaged.</exception>
    public static ForeignTalk Read(
        SafeZip zip,
        Imaging.Painting.ScenePainter painter,
        CancellationToken cancel = default
    ) => new PptxReader(zip, painter).Read(cancel);

    private ForeignTalk Read(CancellationToken cancel)
    {
        XElement presentation =
            Part(Presentation) ?? throw new FileFaultException("This file holds no presentation. Choose another.");
        XElement? size = presentation.Element(P + "sldSz");
        _fit = Fitting.Of(Number(size, "cx", 12_192_000), Number(size, "cy", 6_858_000));
        if (_zip.Names.Any(n => n.EndsWith("vbaProject.bin", StringComparison.OrdinalIgnoreCase)))
            _not.Add("The file holds macros. They were not run and are left out");
        List<ForeignSlide> slides = [];
        string[] order =
        [
            .. presentation
                .Elements(P + "sldIdLst")
                .Elements(P + "sldId")
                .Select(e => Target(Presentation, (string?)e.Attribute(R + "id"))?.Target)
                .OfType<string>(),
        ];
        foreach (string at in order)
        {
            cancel.ThrowIfCancellationRequested();
            _number++;
            if (_number > Limits.Files.Pages)
            {
                _not.Add($"The file has {order.Length} slides; those after number {Limits.Files.Pages} are left out");
                break;
            }
            if (Part(at) is { } slide)
                slides.Add(Slide(at, slide));
            else
                _not.Add("the slide itself is missing from the file", _number);
        }
        XElement? core = Part("docProps/core.xml");
        string Said(string name) => core?.Elements().FirstOrDefault(e => e.Name.LocalName == name)?.Value.Trim() ?? "";
        return new(Said("title"), Said("creator"), _fit.Shape, slides, Picture, _not.Told);
    }

    private byte[]? Picture(string name) => _drawn.Bytes(name) ?? _zip.Bytes(name, Limits.Photos.Bytes);

    private ForeignSlide Slide(string at, XElement slide)
    {
        List<ForeignThing> things = [];
        string? layout = Links(at)
            .Values.FirstOrDefault(l => l.Type.EndsWith("/slideLayout", StringComparison.Ordinal))
            .Target;
        string? master = layout is null
            ? null
            : Links(layout)
                .Values.FirstOrDefault(l => l.Type.EndsWith("/slideMaster", StringComparison.Ordinal))
                .Target;
        var place = new Where(at, layout, master, 1, 1, 0, 0, 0);
        (string? paper, string? ground) = Ground(slide, place);
        // A picture as the background is the lowest thing.
        if (ground is not null)
            things.Add(new ForeignPhoto(_fit.Shape.Bounds(), 0, ground, null, ExportOutline.Box, ""));
        if (slide.Element(P + "cSld")?.Element(P + "spTree") is { } tree)
            Tree(tree, place, things, 0);
        if (things.Count > Limits.Files.Things)
        {
            _not.Add($"it holds {things.Count} things; those after number {Limits.Files.Things} are left out", _number);
            things.RemoveRange(Limits.Files.Things, things.Count - Limits.Files.Things);
        }
        if (
            slide.Element(P + "timing")?.Descendants(P + "cTn").Any(c => c.Attribute("presetClass") is not null) == true
        )
            _not.Add("what moves on it stands still", _number);
        return new(things, Notes(at), Change(slide))
        {
            IsCredits = (string?)slide.Element(P + "cSld")?.Attribute("name") == Office.PptxSlide.Computed,
            Paper = paper,
        };
    }

    // The ground of a slide: its own, else that of its layout, else of its master (ISO/IEC 29500-1, 19.3.1.1), as a
    // colour or a picture. Of one that shades or has a pattern the first colour is kept, and that is told.
    private (string? Paper, string? Picture) Ground(XElement slide, Where place)
    {
        foreach (string? part in (string?[])[place.At, place.Layout, place.Master])
        {
            XElement? of =
                part is null ? null
                : part == place.At ? slide
                : Part(part);
            if (of?.Element(P + "cSld")?.Element(P + "bg") is not { } bg)
                continue;
            if (bg.Element(P + "bgPr") is { } own)
            {
                if (own.Element(A + "blipFill")?.Element(A + "blip") is { } blip && Embedded(part!, blip) is { } name)
                    return (null, name);
                return (Filled(own, place, null), null);
            }
            if (bg.Element(P + "bgRef") is not { } style)
                continue;
            // 1001 is the first of the theme's fills for grounds (20.1.4.1.7); 0 and 1000 are none.
            int index = (int)Number(style, "idx", 0) - 1001;
            string? theme = place.Master is null
                ? null
                : Links(place.Master)
                    .Values.FirstOrDefault(l => l.Type.EndsWith("/theme", StringComparison.Ordinal))
                    .Target;
            XElement? fill = theme is null
                ? null
                : Part(theme)?.Descendants(A + "bgFillStyleLst").Elements().ElementAtOrDefault(Math.Max(0, index));
            string? colour = Colour(style, place)?.Colour;
            if (index < 0 || fill is null)
                return (colour, null);
            if (fill.Element(A + "blip") is { } picture && Embedded(theme!, picture) is { } shown)
                return (null, shown);
            return (Filled(new XElement("fill", fill), place, colour), null);
        }
        return (null, null);
    }

    // The colour of a fill; of several the first.
    private string? Filled(XElement holder, Where place, string? placeholder)
    {
        XElement? fill = holder
            .Elements()
            .FirstOrDefault(e => e.Name.LocalName.EndsWith("Fill", StringComparison.Ordinal));
        if (fill is null || fill.Name.LocalName == "noFill")
            return null;
        if (fill.Name.LocalName == "solidFill")
            return Told(fill);
        _not.Add("its ground shades or has a pattern; it has one colour here", _number);
        return fill.Name.LocalName switch
        {
            "gradFill" => fill.Descendants(A + "gs")
                .OrderBy(g => Number(g, "pos", 0))
                .Select(Told)
                .FirstOrDefault(c => c is not null),
            "pattFill" => fill.Element(A + "bgClr") is { } back ? Told(back) : null,
            _ => placeholder,
        };

        // A theme's fill takes the colour that it is asked for with.
        string? Told(XElement of) =>
            (string?)of.Element(A + "schemeClr")?.Attribute("val") == "phClr" ? placeholder : Colour(of, place)?.Colour;
    }

    private string Notes(string at)
    {
        string? notes = Links(at)
            .Values.FirstOrDefault(l => l.Type.EndsWith("/notesSlide", StringComparison.Ordinal))
            .Target;
        return notes is null || Part(notes) is not { } page
            ? ""
            : string.Join(
                    '\n',
                    page.Descendants(P + "sp")
                        .Where(s => (string?)s.Descendants(P + "ph").FirstOrDefault()?.Attribute("type") == "body")
                        .Elements(P + "txBody")
                        .Elements(A + "p")
                        .Select(p => string.Concat(p.Elements().Select(Said)))
                )
                .Trim();

        static string Said(XElement e) =>
            e.Name == A + "br" ? "\n"
            : e.Name == A + "r" || e.Name == A + "fld" ? e.Element(A + "t")?.Value ?? ""
            : "";
    }

    private static Transition? Change(XElement slide)
    {
        XElement? transition = slide.Descendants(P + "transition").FirstOrDefault();
        if (transition is null)
            return null;
        double seconds = (string?)transition.Attribute("spd") switch
        {
            "slow" => 2,
            "med" => 1,
            _ => Transition.Brisk,
        };
        XElement? kind = transition.Elements().FirstOrDefault();
        SlideEdge side = (string?)kind?.Attribute("dir") switch
        {
            "r" => SlideEdge.Left,
            "d" => SlideEdge.Top,
            "u" => SlideEdge.Bottom,
            _ => SlideEdge.Right,
        };
        return kind?.Name.LocalName switch
        {
            "cut" => new(TransitionKind.Cut, 0),
            "wipe" => new(TransitionKind.Wipe, seconds, side),
            "push" => new(TransitionKind.Push, seconds, side),
            "fade" when (string?)kind.Attribute("thruBlk") is "1" or "true" => new(
                TransitionKind.ThroughBlack,
                seconds
            ),
            _ => new(TransitionKind.Dissolve, seconds),
        };
    }

    // Where a shape stands: the part it is in, and what groups around it do to its measures.
    private sealed record Where(
        string At,
        string? Layout,
        string? Master,
        double ScaleX,
        double ScaleY,
        double X,
        double Y,
        double Turn
    );

    private void Tree(XElement tree, Where place, List<ForeignThing> things, int depth)
    {
        foreach (XElement e in tree.Elements())
        {
            // A credit that was computed is computed anew.
            if (
                e.Elements()
                    .FirstOrDefault(n => n.Name.LocalName is "nvSpPr" or "nvPicPr")
                    ?.Element(P + "cNvPr")
                    ?.Attribute("title")
                    ?.Value == Office.PptxSlide.Computed
            )
                continue;
            switch (e.Name.LocalName)
            {
                case "pic":
                    Pic(e, place, things);
                    break;
                case "sp":
                    Shape(e, place, things);
                    break;
                case "grpSp":
                    if (depth > Limits.Incoming.Depth)
                        _not.Add("groups within groups", _number);
                    else
                        Tree(e, Inside(e, place), things, depth + 1);
                    break;
                case "graphicFrame":
                    Frame(e, place, things);
                    break;
                case "AlternateContent":
                    // What every program can show.
                    if (
                        e.Elements().FirstOrDefault(c => c.Name.LocalName == "Fallback") is { } fallback
                        && fallback.HasElements
                    )
                        Tree(fallback, place, things, depth + 1);
                    else if (e.Elements().FirstOrDefault(c => c.Name.LocalName == "Choice") is { } choice)
                        Tree(choice, place, things, depth + 1);
                    break;
                case "cxnSp":
                    _not.Add("a line between shapes is left out", _number);
                    break;
                case "nvGrpSpPr" or "grpSpPr" or "extLst":
                    break;
                default:
                    _not.Add($"{e.Name.LocalName} is not known and is left out", _number);
                    break;
            }
        }
    }

    private static Where Inside(XElement group, Where place)
    {
        XElement? x = group.Element(P + "grpSpPr")?.Element(A + "xfrm");
        if (x is null)
            return place;
        double cx = Number(x.Element(A + "ext"), "cx", 0),
            cy = Number(x.Element(A + "ext"), "cy", 0),
            inX = Number(x.Element(A + "chExt"), "cx", cx),
            inY = Number(x.Element(A + "chExt"), "cy", cy),
            sx = inX > 0 ? cx / inX : 1,
            sy = inY > 0 ? cy / inY : 1,
            dx = Number(x.Element(A + "off"), "x", 0) - Number(x.Element(A + "chOff"), "x", 0) * sx,
            dy = Number(x.Element(A + "off"), "y", 0) - Number(x.Element(A + "chOff"), "y", 0) * sy;
        return place with
        {
            ScaleX = place.ScaleX * sx,
            ScaleY = place.ScaleY * sy,
            X = place.X + dx * place.ScaleX,
            Y = place.Y + dy * place.ScaleY,
            Turn = place.Turn + Number(x, "rot", 0) / 60_000,
        };
    }

    private (SlideRect Box, double Turn)? PlaceOf(XElement shape, Where place)
    {
        XElement? x =
            shape.Element(P + "spPr")?.Element(A + "xfrm")
            ?? shape.Element(P + "xfrm")
            ?? Inherited(shape, place)?.Element(P + "spPr")?.Element(A + "xfrm");
        if (x?.Element(A + "off") is not { } off || x.Element(A + "ext") is not { } ext)
            return null;
        return (
            _fit.Rect(
                place.X + Number(off, "x", 0) * place.ScaleX,
                place.Y + Number(off, "y", 0) * place.ScaleY,
                Number(ext, "cx", 0) * place.ScaleX,
                Number(ext, "cy", 0) * place.ScaleY
            ),
            (Number(x, "rot", 0) / 60_000 + place.Turn) % 360
        );
    }

    // The shape of the layout or the master that a placeholder follows.
    private XElement? Inherited(XElement shape, Where place)
    {
        if (shape.Descendants(P + "ph").FirstOrDefault() is not { } ph)
            return null;
        string type = (string?)ph.Attribute("type") ?? "body";
        string? idx = (string?)ph.Attribute("idx");
        foreach (string? part in (string?[])[place.Layout, place.Master])
        {
            if (part is null || Part(part) is not { } page)
                continue;
            XElement[] holders = [.. page.Descendants(P + "sp").Where(s => s.Descendants(P + "ph").Any())];
            XElement? found =
                holders.FirstOrDefault(s =>
                    idx is not null && (string?)s.Descendants(P + "ph").First().Attribute("idx") == idx
                )
                ?? holders.FirstOrDefault(s =>
                    Alike((string?)s.Descendants(P + "ph").First().Attribute("type") ?? "body", type)
                );
            if (found?.Element(P + "spPr")?.Element(A + "xfrm") is not null)
                return found;
        }
        return null;

        static bool Alike(string a, string b) => Plain(a) == Plain(b);

        static string Plain(string t) =>
            t is "ctrTitle" ? "title"
            : t is "obj" or "subTitle" ? "body"
            : t;
    }

    private void Pic(XElement pic, Where place, List<ForeignThing> things)
    {
        if (PlaceOf(pic, place) is not var (box, turn))
            return;
        string alt = (string?)pic.Descendants(P + "cNvPr").FirstOrDefault()?.Attribute("descr") ?? "";
        XElement? properties = pic.Element(P + "nvPicPr")?.Element(P + "nvPr");
        if (
            properties?.Elements().Any(e => e.Name.LocalName is "videoFile" or "audioFile") == true
            || properties?.Descendants().Any(e => e.Name.LocalName == "media") == true
        )
            _not.Add("a film or sound is its picture alone", _number);
        XElement? fill = pic.Element(P + "blipFill");
        if (fill?.Element(A + "blip") is not { } blip || Embedded(place.At, blip) is not { } name)
        {
            _not.Add("a picture that is not in the file itself is left out", _number);
            return;
        }
        things.Add(Photo(box, turn, name, fill, blip, pic.Element(P + "spPr"), alt));
    }

    private static ForeignPhoto Photo(
        SlideRect box,
        double turn,
        string name,
        XElement fill,
        XElement blip,
        XElement? properties,
        string alt
    )
    {
        XElement? crop = fill.Element(A + "srcRect");
        double l = Share(crop, "l"),
            t = Share(crop, "t"),
            r = Share(crop, "r"),
            b = Share(crop, "b");
        CropWindow? seen =
            crop is null ? new CropWindow(0, 0, 1, 1)
            : l >= 0 && t >= 0 && r >= 0 && b >= 0 && l + r < .98 && t + b < .98
                ? new CropWindow(l, t, 1 - l - r, 1 - t - b)
            : null;
        string outline = (string?)properties?.Element(A + "prstGeom")?.Attribute("prst") ?? "rect";
        return new(
            box,
            turn,
            name,
            seen,
            outline switch
            {
                "ellipse" => ExportOutline.Ellipse,
                "roundRect" => ExportOutline.Rounded,
                _ => ExportOutline.Box,
            },
            alt,
            blip.Element(A + "grayscl") is not null
        );
    }

    private void Shape(XElement shape, Where place, List<ForeignThing> things)
    {
        string? type = (string?)shape.Descendants(P + "ph").FirstOrDefault()?.Attribute("type");
        if (type is "sldNum" or "dt" or "ftr" or "hdr" or "sldImg")
            return;
        if (PlaceOf(shape, place) is not var (box, turn))
            return;
        XElement? properties = shape.Element(P + "spPr");
        // A shape filled with a picture is a picture cut to that shape.
        if (
            properties?.Element(A + "blipFill") is { } fill
            && fill.Element(A + "blip") is { } blip
            && Embedded(place.At, blip) is { } name
        )
            things.Add(
                Photo(
                    box,
                    turn,
                    name,
                    fill,
                    blip,
                    properties,
                    (string?)shape.Descendants(P + "cNvPr").FirstOrDefault()?.Attribute("descr") ?? ""
                )
            );
        else
            Fill(properties, box, turn, place, things);
        ImmutableList<Paragraph> paragraphs = Paragraphs(shape, place);
        if (paragraphs.Any(p => p.Plain().Trim().Length > 0))
            things.Add(Words(shape, paragraphs, type, box, turn, place));
    }

    private void Fill(XElement? properties, SlideRect box, double turn, Where place, List<ForeignThing> things)
    {
        string outline =
            (string?)properties?.Element(A + "prstGeom")?.Attribute("prst")
            ?? (properties?.Element(A + "custGeom") is null ? "rect" : "own");
        XElement? solid = properties?.Element(A + "solidFill"),
            gradient = properties?.Element(A + "gradFill");
        if (solid is null && gradient is null)
        {
            if (properties?.Element(A + "ln") is { } ln && ln.Element(A + "noFill") is null && ln.HasElements)
                _not.Add("a shape of lines alone is left out", _number);
            return;
        }
        if (outline is not ("rect" or "roundRect"))
        {
            _not.Add("a shape that is no rectangle is left out", _number);
            return;
        }
        if (solid is not null)
        {
            if (Colour(solid, place) is var (colour, opacity))
                things.Add(new ForeignVeil(box, turn, colour, opacity, null));
            return;
        }
        (string Colour, double Opacity)[] stops =
        [
            .. gradient!
                .Elements(A + "gsLst")
                .Elements(A + "gs")
                .OrderBy(g => Number(g, "pos", 0))
                .Select(g => Colour(g, place))
                .OfType<(string, double)>(),
        ];
        if (stops.Length == 0)
            return;
        (string Colour, double Opacity) strongest = stops.MaxBy(s => s.Opacity);
        double angle = Number(gradient!.Element(A + "lin"), "ang", 0) / 60_000;
        bool back = stops[^1].Opacity > stops[0].Opacity;
        things.Add(
            new ForeignVeil(
                box,
                turn,
                strongest.Colour,
                strongest.Opacity,
                gradient.Element(A + "lin") is null || stops[0].Opacity == stops[^1].Opacity ? null
                    : back ? (angle + 180) % 360
                    : angle
            )
        );
    }

    private ForeignWords Words(
        XElement shape,
        ImmutableList<Paragraph> paragraphs,
        string? type,
        SlideRect box,
        double turn,
        Where place
    )
    {
        XElement body = shape.Element(P + "txBody")!;
        XElement? frame = body.Element(A + "bodyPr");
        // Room inside a shape that is left free at its edges (ISO/IEC 29500-1, 21.1.2.1.1: a tenth of an inch and
        // half).
        double left = Number(frame, "lIns", 91_440) * _fit.Scale * place.ScaleX,
            top = Number(frame, "tIns", 45_720) * _fit.Scale * place.ScaleY,
            right = Number(frame, "rIns", 91_440) * _fit.Scale * place.ScaleX,
            bottom = Number(frame, "bIns", 45_720) * _fit.Scale * place.ScaleY;
        SlideRect room = new(
            box.X + left,
            box.Y + top,
            Math.Max(Core.Items.ItemKinds.Smallest, box.Width - left - right),
            Math.Max(Core.Items.ItemKinds.Smallest, box.Height - top - bottom)
        );
        XElement? look = body.Descendants(A + "rPr").FirstOrDefault();
        bool title = type is "title" or "ctrTitle";
        double points =
            body.Descendants(A + "rPr").Select(r => Number(r, "sz", 0) / 100).DefaultIfEmpty(0).Max() is > 0 and var own
                ? own
            : Sizes(shape, place, title, type) is > 0 and var inherited ? inherited
            : UsualPoints;
        double shrunk = Number(frame?.Element(A + "normAutofit"), "fontScale", 100_000) / 100_000;
        string? align = (string?)body.Elements(A + "p").Elements(A + "pPr").FirstOrDefault()?.Attribute("algn");
        bool rtl =
            (string?)body.Elements(A + "p").Elements(A + "pPr").FirstOrDefault()?.Attribute("rtl") is "1" or "true";
        return new(
            room,
            turn,
            ForeignWords.Plainer(paragraphs),
            points * shrunk * 12_700 * _fit.Scale,
            look?.Element(A + "solidFill") is { } ink ? Colour(ink, place)?.Colour : null,
            align switch
            {
                "ctr" => WordsAlign.Middle,
                "r" => rtl ? WordsAlign.Start : WordsAlign.End,
                "l" when rtl => WordsAlign.End,
                _ => WordsAlign.Start,
            },
            title,
            (string?)look?.Element(A + "latin")?.Attribute("typeface") is { } face && !face.StartsWith('+')
                ? face
                : null,
            ForeignWords.AllBold(paragraphs)
        );
    }

    // The size of words that say none of their own: of the shape's list style, the layout's, the master's.
    private double Sizes(XElement shape, Where place, bool title, string? type)
    {
        foreach (
            XElement? e in (XElement?[])[shape.Element(P + "txBody"), Inherited(shape, place)?.Element(P + "txBody")]
        )
            if (
                Number(e?.Element(A + "lstStyle")?.Element(A + "lvl1pPr")?.Element(A + "defRPr"), "sz", 0)
                is > 0
                    and var size
            )
                return size / 100;
        if (type is null || place.Master is null || Part(place.Master)?.Element(P + "txStyles") is not { } styles)
            return 0;
        return Number(
                styles.Element(P + (title ? "titleStyle" : "bodyStyle"))?.Element(A + "lvl1pPr")?.Element(A + "defRPr"),
                "sz",
                0
            ) / 100;
    }

    private ImmutableList<Paragraph> Paragraphs(XElement shape, Where place)
    {
        var all = ImmutableList.CreateBuilder<Paragraph>();
        bool bulleted =
            (string?)shape.Descendants(P + "ph").FirstOrDefault()?.Attribute("type") is null or "body" or "obj"
            && shape.Descendants(P + "ph").Any();
        foreach (XElement p in shape.Elements(P + "txBody").Elements(A + "p"))
        {
            XElement? how = p.Element(A + "pPr");
            List<TextRun> runs = [];
            foreach (XElement e in p.Elements())
            {
                if (e.Name == A + "br")
                    runs.Add(new TextRun("\n"));
                else if (e.Name == A + "r" || e.Name == A + "fld")
                    runs.Add(OneRun(e, place));
                else if (e.Name.LocalName is "m" or "oMath")
                    _not.Add("a formula is left out", _number);
            }
            ListMarker mark =
                how?.Element(A + "buAutoNum") is not null ? ListMarker.Number
                : how?.Element(A + "buChar") is not null ? ListMarker.Point
                : how?.Element(A + "buNone") is null && bulleted && runs.Count > 0 ? ListMarker.Point
                : ListMarker.None;
            all.Add(new([.. runs], mark, Math.Clamp((int)Number(how, "lvl", 0), 0, Paragraph.Deepest)));
        }
        while (all.Count > 0 && all[^1].Plain().Trim().Length == 0)
            all.RemoveAt(all.Count - 1);
        return Core.Typesetting.Paragraph.Kept(all)
            ?? [.. all.Select(p => p.Runs.Count == 0 ? p with { Runs = [new TextRun("")] } : p)];
    }

    private TextRun OneRun(XElement r, Where place)
    {
        XElement? look = r.Element(A + "rPr");
        string? link = null;
        if (
            look?.Element(A + "hlinkClick") is { } click
            && Target(place.At, (string?)click.Attribute(R + "id")) is { Outside: true } to
            && LinkTarget.IsSound(to.Target)
        )
            link = to.Target;
        return new(
            r.Element(A + "t")?.Value ?? "",
            Bold: (string?)look?.Attribute("b") is "1" or "true",
            Italic: (string?)look?.Attribute("i") is "1" or "true",
            Underline: (string?)look?.Attribute("u") is { } u && u != "none",
            Strike: (string?)look?.Attribute("strike") is "sngStrike" or "dblStrike",
            SmallCaps: (string?)look?.Attribute("cap") == "small",
            Shift: Number(look, "baseline", 0) switch
            {
                > 0 => BaselineShift.Raised,
                < 0 => BaselineShift.Lowered,
                _ => BaselineShift.None,
            },
            Link: link
        );
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
                .. table
                    .Elements(A + "tr")
                    .Select(tr =>
                        (string[])
                            [
                                .. tr.Elements(A + "tc")
                                    .Select(tc =>
                                        string.Join(
                                            '\n',
                                            tc.Descendants(A + "p")
                                                .Select(p => string.Concat(p.Descendants(A + "t").Select(t => t.Value)))
                                        )
                                    ),
                            ]
                    ),
            ];
            double[] widths = [.. table.Elements(A + "tblGrid").Elements(A + "gridCol").Select(c => Number(c, "w", 1))];
            things.Add(
                new ForeignPhoto(
                    box,
                    turn,
                    _drawn.Table(cells, widths, box),
                    null,
                    ExportOutline.Box,
                    "A table",
                    IsDrawn: true
                )
            );
            _not.Add("a table is a picture of itself", _number);
            return;
        }
        if (
            data?.Elements().FirstOrDefault(e => e.Name.LocalName == "chart") is { } chart
            && Target(place.At, (string?)chart.Attribute(R + "id")) is { } to
            && Part(to.Target) is { } drawn
        )
        {
            things.Add(
                new ForeignPhoto(
                    box,
                    turn,
                    _drawn.Chart(ChartData.Of(drawn), box),
                    null,
                    ExportOutline.Box,
                    "A chart",
                    IsDrawn: true
                )
            );
            _not.Add("a chart is a picture of itself", _number);
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
    }

    private string? Embedded(string at, XElement blip)
    {
        if (Target(at, (string?)blip.Attribute(R + "embed")) is not { Outside: false } to || !_zip.Has(to.Target))
            return null;
        if (_zip.Bytes(to.Target, Limits.Photos.Bytes) is { } bytes && !DrawnPictures.IsPicture(bytes))
        {
            _not.Add(
                "a picture is in a format that nobody reads here "
                    + $"({System.IO.Path.GetExtension(to.Target)}) and is left out",
                _number
            );
            return null;
        }
        return to.Target;
    }

    // A colour with its opacity: as it is, or of the theme.
    private (string Colour, double Opacity)? Colour(XElement holder, Where place)
    {
        if (
            holder.Elements().FirstOrDefault(e => e.Name.LocalName is "srgbClr" or "schemeClr" or "sysClr" or "prstClr")
            is not { } c
        )
            return null;
        string? hex = c.Name.LocalName switch
        {
            "srgbClr" => (string?)c.Attribute("val"),
            "sysClr" => (string?)c.Attribute("lastClr"),
            "prstClr" => (string?)c.Attribute("val") switch
            {
                "black" => "000000",
                "white" => "FFFFFF",
                _ => null,
            },
            _ => Theme((string?)c.Attribute("val") ?? "", place),
        };
        if (hex is null || hex.Length != 6 || !hex.All(char.IsAsciiHexDigit))
            return null;
        double light = Number(c.Element(A + "lumMod"), "val", 100_000) / 100_000,
            more = Number(c.Element(A + "lumOff"), "val", 0) / 100_000;
        string made = string.Concat(
            Enumerable
                .Range(0, 3)
                .Select(i => Convert.ToInt32(hex.Substring(2 * i, 2), 16))
                .Select(v => (int)Math.Clamp(Math.Round(v * light + 255 * more), 0, 255))
                .Select(v => v.ToString("X2", CultureInfo.InvariantCulture))
        );
        return ("#" + made, Number(c.Element(A + "alpha"), "val", 100_000) / 100_000);
    }

    private string? Theme(string name, Where place)
    {
        if (place.Master is null)
            return null;
        string mapped = (string?)Part(place.Master)?.Element(P + "clrMap")?.Attribute(name) ?? name;
        string? theme = Links(place.Master)
            .Values.FirstOrDefault(l => l.Type.EndsWith("/theme", StringComparison.Ordinal))
            .Target;
        XElement? colour = theme is null
            ? null
            : Part(theme)?.Descendants(A + "clrScheme").Elements(A + mapped).FirstOrDefault();
        return (string?)colour?.Element(A + "srgbClr")?.Attribute("val")
            ?? (string?)colour?.Element(A + "sysClr")?.Attribute("lastClr");
    }

    private XElement? Part(string name) =>
        _parts.TryGetValue(name, out XElement? known) ? known : _parts[name] = _zip.Xml(name);

    private (string Type, string Target, bool Outside)? Target(string at, string? id) =>
        id is not null && Links(at).TryGetValue(id, out var to) ? to : null;

    private Dictionary<string, (string Type, string Target, bool Outside)> Links(string at)
    {
        if (_links.TryGetValue(at, out var known))
            return known;
        int slash = at.LastIndexOf('/') + 1;
        Dictionary<string, (string, string, bool)> links = new(StringComparer.Ordinal);
        if (_zip.Xml($"{at[..slash]}_rels/{at[slash..]}.rels") is { } rels)
            foreach (XElement r in rels.Elements())
            {
                bool outside = (string?)r.Attribute("TargetMode") == "External";
                string target = (string?)r.Attribute("Target") ?? "";
                if (!outside)
                    target = Resolved(at[..slash], target);
                links.TryAdd((string?)r.Attribute("Id") ?? "", ((string?)r.Attribute("Type") ?? "", target, outside));
            }
        return _links[at] = links;
    }

    private static string Resolved(string folder, string target)
    {
        List<string> path = target.StartsWith('/') ? [] : [.. folder.Split('/', StringSplitOptions.RemoveEmptyEntries)];
        foreach (string part in target.Split('/', StringSplitOptions.RemoveEmptyEntries))
            if (part == "..")
            {
                if (path.Count > 0)
                    path.RemoveAt(path.Count - 1);
            }
            else if (part != ".")
                path.Add(part);
        return string.Join('/', path);
    }

    private static double Number(XElement? e, string name, double usual) =>
        e?.Attribute(name) is { } a
        && double.TryParse(a.Value.TrimEnd('%'), CultureInfo.InvariantCulture, out double n)
        && double.IsFinite(n)
            // Percentages may be written as such (strict documents).
            ? a.Value.EndsWith('%')
                ? n * 1000
                : n
            : usual;

    private static double Share(XElement? e, string name) => Number(e, name, 0) / 100_000;
}
