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
public sealed partial class PptxReader
{
    private const string Presentation = "ppt/presentation.xml";

    // Common practice, no source: the size of words of which nothing is said.
    private const double UsualPoints = 18;

    private const string White = "#FFFFFF";

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
            if (Part(at) is { } slide && (string?)slide.Attribute("show") is "0" or "false")
                _not.Add("it is hidden there and is left out", _number);
            else if (Part(at) is { } shown)
                slides.Add(Slide(at, shown));
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
        var place = new Where(at, layout, master, 1, 1, 0, 0, 0, false);
        (string? paper, string? ground) = Ground(slide, place);
        // A picture as the background is the lowest thing.
        if (ground is not null)
            things.Add(new ForeignPhoto(_fit.Shape.Bounds(), 0, ground, null, ExportOutline.Box, ""));
        // What stands on the master, then on the layout, lies under what is the slide's own (19.3.1.38: showMasterSp).
        bool layoutShows = Shows(slide);
        foreach (
            string? under in (string?[])
                [
                    layoutShows && Shows(layout is null ? null : Part(layout)) ? master : null,
                    layoutShows ? layout : null,
                ]
        )
            if (under is not null && Part(under)?.Element(P + "cSld")?.Element(P + "spTree") is { } standing)
                Tree(standing, place with { At = under, Layout = null, IsUnder = true }, things, 0);
        if (slide.Element(P + "cSld")?.Element(P + "spTree") is { } tree)
            Tree(tree, place, things, 0);
        if (Links(at).Values.Any(l => l.Type.EndsWith("/comments", StringComparison.Ordinal)))
            _not.Add("remarks on it are left out", _number);
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
            // A slide of which nothing is said is white (common practice, no source).
            Paper = paper ?? (ground is null ? White : null),
        };
    }

    private static bool Shows(XElement? page) => (string?)page?.Attribute("showMasterSp") is not ("0" or "false");

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
            string? theme = place.Master is null ? null : ThemeOf(place.Master);
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
        double Turn,
        bool IsUnder
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
            // Places for words on a master or a layout are filled by slides.
            if (place.IsUnder && e.Descendants(P + "ph").Any() && e.Name.LocalName != "grpSp")
                continue;
            int before = things.Count;
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
                    Connector(e, place, things);
                    break;
                case "nvGrpSpPr" or "grpSpPr" or "extLst":
                    break;
                default:
                    _not.Add("a thing of a kind that is not known here is left out", _number);
                    break;
            }
            if (things.Count > before && e.Name.LocalName is "sp" or "pic" or "graphicFrame")
                things[before] = things[before] with
                {
                    Key = KeyOf(place, e.Descendants().FirstOrDefault(n => n.Name.LocalName == "cNvPr")),
                };
        }
    }

    // Numbers of shapes are each once in a part (19.3.1.12).
    private static string? KeyOf(Where place, XElement? told) =>
        (string?)told?.Attribute("id") is { Length: > 0 } id ? $"{place.At}#{id}" : null;

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
            ?? Followed(shape, place)
                .Select(f => f.Element(P + "spPr")?.Element(A + "xfrm"))
                .FirstOrDefault(f => f is not null);
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

    // The shapes of the layout and of the master that a placeholder follows.
    private IEnumerable<XElement> Followed(XElement shape, Where place)
    {
        if (shape.Descendants(P + "ph").FirstOrDefault() is not { } ph)
            yield break;
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
            if (found is null)
                continue;
            // On the master it is looked for by what the layout's is.
            type = (string?)found.Descendants(P + "ph").First().Attribute("type") ?? type;
            yield return found;
        }

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
        if (type is "hdr" or "sldImg")
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
        {
            // A line may be written as a shape.
            string? form = (string?)properties?.Element(A + "prstGeom")?.Attribute("prst");
            if (form is "line" || form?.StartsWith("straightConnector", StringComparison.Ordinal) == true)
                Connector(shape, place, things);
            else
                Fill(shape, box, turn, place, things);
        }
        ImmutableList<Paragraph> paragraphs = Paragraphs(shape, place);
        if (paragraphs.Any(p => p.Plain().Trim().Length > 0))
            things.Add(Words(shape, paragraphs, type, box, turn, place));
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

    private string? ThemeOf(string master) =>
        Links(master).Values.FirstOrDefault(l => l.Type.EndsWith("/theme", StringComparison.Ordinal)).Target;

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
