using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;
using System.Xml.Linq;
using Jaali.Core;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Scenes;
using Jaali.Core.Typesetting;
using static Jaali.Formats.Office.OdfNames;

namespace Jaali.Formats.Reading;

/// <summary>Reads OpenDocument presentations (ODF 1.2 and 1.3): pictures with their crops, words, places, notes, order.
/// Macros are never run; what is not understood is told.</summary>
public sealed partial class OdpReader
{
    private const double PixelsInInch = 96,
        PointsInInch = 72,
        UsualPoints = 18;

    private readonly SafeZip _zip;
    private readonly NotUnderstood _not = new();
    private readonly DrawnPictures _drawn;
    private readonly XElement _content;
    private readonly Dictionary<(string Family, string Name), XElement> _styles = [],
        _masterStyles = [];
    private readonly List<XElement> _masters = [];
    private readonly Dictionary<string, XElement> _gradients = new(StringComparer.Ordinal);
    private readonly Dictionary<string, string> _fills = new(StringComparer.Ordinal);
    private readonly Dictionary<string, (double Start, double End, double Angle)> _opacities = new(
        StringComparer.Ordinal
    );
    private const string White = "#FFFFFF";
    private Fitting _fit = null!;
    private int _number;

    // What stands on a master has the styles of its own file, where names may mean something else.
    private bool _onMaster;

    private OdpReader(SafeZip zip, Imaging.Painting.ScenePainter painter)
    {
        (_zip, _drawn) = (zip, new DrawnPictures(painter));
        _content =
            zip.Xml("content.xml") ?? throw new FileFaultException("This file holds no presentation. Choose another.");
    }

    /// <summary>True where an archive is one.</summary>
    public static bool IsOne(SafeZip zip) =>
        zip.Has("content.xml")
        && zip.Bytes("mimetype", 1_000) is { } type
        && System
            .Text.Encoding.ASCII.GetString(type)
            .Trim()
            .StartsWith("application/vnd.oasis.opendocument.presentation", StringComparison.Ordinal);

    /// <summary>Reads one.</summary>
    /// <exception cref="FileFaultException">It is damaged, or locked.</exception>
    public static ForeignTalk Read(
        SafeZip zip,
        Imaging.Painting.ScenePainter painter,
        CancellationToken cancel = default
    )
    {
        if (
            zip.Xml("META-INF/manifest.xml", doctype: true)
                ?.Descendants()
                .Any(e => e.Name.LocalName == "encryption-data") == true
        )
            throw new FileFaultException(
                "This file is locked with a password. Save it without one and bring it again."
            );
        return new OdpReader(zip, painter).Read(cancel);
    }

    private ForeignTalk Read(CancellationToken cancel)
    {
        XElement? styles = _zip.Xml("styles.xml");
        _masters.AddRange(styles?.Descendants(Style + "master-page") ?? []);
        foreach (
            (XElement s, bool master) in new[] { styles, _content }
                .OfType<XElement>()
                .SelectMany(d => d.Descendants().Select(e => (e, d != _content)))
        )
        {
            if (s.Name == Style + "style")
            {
                (string, string) key = (
                    (string?)s.Attribute(Style + "family") ?? "",
                    (string?)s.Attribute(Style + "name") ?? ""
                );
                _styles[key] = s;
                if (master)
                    _masterStyles[key] = s;
            }
            else if (s.Name == Text + "list-style")
                _styles[("list", (string?)s.Attribute(Style + "name") ?? "")] = s;
            else if (s.Name == Draw + "fill-image")
                _fills[(string?)s.Attribute(Draw + "name") ?? ""] = Href(s) ?? "";
            else if (s.Name == Draw + "gradient")
                _gradients[(string?)s.Attribute(Draw + "name") ?? ""] = s;
            else if (s.Name == Draw + "opacity")
                _opacities[(string?)s.Attribute(Draw + "name") ?? ""] = (
                    Percent(s, "start", 1),
                    Percent(s, "end", 1),
                    double.TryParse(
                        ((string?)s.Attribute(Draw + "angle") ?? "0").Replace("deg", "", StringComparison.Ordinal),
                        CultureInfo.InvariantCulture,
                        out double a
                    )
                        ? ((string?)s.Attribute(Draw + "angle"))!.EndsWith("deg", StringComparison.Ordinal)
                            ? a
                            : a / 10
                        : 0
                );
        }
        XElement? page = styles
            ?.Descendants(Style + "page-layout-properties")
            .Select(p =>
                (
                    Page: p,
                    Width: Length(p.Attribute(Fo + "page-width")),
                    Height: Length(p.Attribute(Fo + "page-height"))
                )
            )
            .Where(p => p.Width > 0 && p.Height > 0)
            .OrderByDescending(p => p.Width / p.Height)
            .Select(p => p.Page)
            .FirstOrDefault();
        _fit = Fitting.Of(
            Length(page?.Attribute(Fo + "page-width")) is > 0 and var w ? w : 960,
            Length(page?.Attribute(Fo + "page-height")) is > 0 and var h ? h : 540
        );
        if (
            _zip.Names.Any(n =>
                n.StartsWith("Basic/", StringComparison.Ordinal) || n.StartsWith("Scripts/", StringComparison.Ordinal)
            )
        )
            _not.Add("The file holds macros. They were not run and are left out");
        XElement[] pages = [.. _content.Descendants(Draw + "page")];
        List<ForeignSlide> slides = [];
        foreach (XElement one in pages)
        {
            cancel.ThrowIfCancellationRequested();
            _number++;
            if (_number > Limits.Files.Pages)
            {
                _not.Add($"The file has {pages.Length} slides; those after number {Limits.Files.Pages} are left out");
                break;
            }
            if (
                Properties("drawing-page", (string?)one.Attribute(Draw + "style-name"), "drawing-page-properties")
                    .Any(p => (string?)p.Attribute(Presentation + "visibility") == "hidden")
            )
                _not.Add("it is hidden there and is left out", _number);
            else
                slides.Add(Slide(one));
        }
        XElement? meta = _zip.Xml("meta.xml");
        string Said(XName name) => meta?.Descendants(name).FirstOrDefault()?.Value.Trim() ?? "";
        string speaker = Said(Meta + "initial-creator");
        return new(
            Said(Dc + "title"),
            speaker.Length > 0 ? speaker : Said(Dc + "creator"),
            _fit.Shape,
            slides,
            Picture,
            _not.Told
        );
    }

    private byte[]? Picture(string name) => _drawn.Bytes(name) ?? _zip.Bytes(name, Limits.Photos.Bytes);

    private ForeignSlide Slide(XElement page)
    {
        List<ForeignThing> things = [];
        (string? paper, string? ground) = Ground(page);
        if (ground is not null)
            things.Add(new ForeignPhoto(_fit.Shape.Bounds(), 0, ground, null, ExportOutline.Box, ""));
        // What stands on the master lies under what is the page's own, unless the page hides it.
        if (
            MasterOf(page) is { } master
            && !Properties("drawing-page", (string?)page.Attribute(Draw + "style-name"), "drawing-page-properties")
                .Any(p => (string?)p.Attribute(Presentation + "background-objects-visible") == "false")
        )
        {
            _onMaster = true;
            Shapes(master, things, 0);
            _onMaster = false;
        }
        Shapes(page, things, 0);
        if (page.Descendants(Doc + "annotation").Any())
            _not.Add("remarks on it are left out", _number);
        if (things.Count > Limits.Files.Things)
        {
            _not.Add($"it holds {things.Count} things; those after number {Limits.Files.Things} are left out", _number);
            things.RemoveRange(Limits.Files.Things, things.Count - Limits.Files.Things);
        }
        if (page.Elements(Anim + "par").Descendants(Anim + "seq").Descendants().Any(e => e.Name.LocalName == "set"))
            _not.Add("what moves on it stands still", _number);
        string notes = string.Join(
            '\n',
            page.Elements(Presentation + "notes")
                .Descendants(Draw + "frame")
                .Where(f => (string?)f.Attribute(Presentation + "class") is "notes" or null)
                .Descendants(Text + "p")
                .Select(Plain)
        );
        return new(things, notes.Trim(), Change(page))
        {
            IsCredits =
                ((string?)page.Attribute(Draw + "name"))?.StartsWith(
                    Office.PptxSlide.Computed,
                    StringComparison.Ordinal
                ) == true,
            // A page of which nothing is said is white (common practice, no source).
            Paper = paper ?? (ground is null ? White : null),
        };
    }

    private XElement? MasterOf(XElement page) =>
        (string?)page.Attribute(Draw + "master-page-name") is { } master
            ? _masters.FirstOrDefault(m => (string?)m.Attribute(Style + "name") == master)
            : null;

    // A page's ground: its own, else that of its master, as a colour or a picture (ODF 1.3 part 3, 16.9).
    private (string? Colour, string? Picture) Ground(XElement page)
    {
        foreach (bool own in (bool[])[true, false])
        {
            string? style = (string?)(own ? page : MasterOf(page))?.Attribute(Draw + "style-name");
            _onMaster = !own;
            XElement[] how = [.. Properties("drawing-page", style, "drawing-page-properties")];
            _onMaster = false;
            foreach (XElement p in how)
                switch ((string?)p.Attribute(Draw + "fill"))
                {
                    case "solid" when (string?)p.Attribute(Draw + "fill-color") is { } colour:
                        return (Colours.IsColour(colour) ? colour : null, null);
                    case "gradient"
                        when _gradients.TryGetValue(
                            (string?)p.Attribute(Draw + "fill-gradient-name") ?? "",
                            out XElement? gradient
                        ):
                        _not.Add("its ground shades or has a pattern; it has one colour here", _number);
                        return (
                            (string?)gradient.Attribute(Draw + "start-color") is { } first && Colours.IsColour(first)
                                ? first
                                : null,
                            null
                        );
                    case "bitmap"
                        when _fills.TryGetValue((string?)p.Attribute(Draw + "fill-image-name") ?? "", out string? name)
                            && Readable(name):
                        return (null, name);
                    case "none":
                        return (null, null);
                }
        }
        return (null, null);
    }

    private bool Readable(string name) =>
        _zip.Has(name) && _zip.Bytes(name, Limits.Photos.Bytes) is { } bytes && DrawnPictures.IsPicture(bytes);

    private Transition? Change(XElement page)
    {
        XElement? how = Properties(
                "drawing-page",
                (string?)page.Attribute(Draw + "style-name"),
                "drawing-page-properties"
            )
            .FirstOrDefault(p => p.Attribute(Smil + "type") is not null);
        if (how is null)
            return null;
        double seconds = (string?)how.Attribute(Presentation + "transition-speed") switch
        {
            "slow" => 2,
            "medium" => 1,
            _ => Transition.Brisk,
        };
        string sub = (string?)how.Attribute(Smil + "subtype") ?? "";
        bool back = (string?)how.Attribute(Smil + "direction") == "reverse";
        return (string?)how.Attribute(Smil + "type") switch
        {
            "barWipe" => new(
                TransitionKind.Wipe,
                seconds,
                sub == "topToBottom" ? (back ? SlideEdge.Bottom : SlideEdge.Top)
                    : back ? SlideEdge.Right
                    : SlideEdge.Left
            ),
            "pushWipe" => new(
                TransitionKind.Push,
                seconds,
                sub switch
                {
                    "fromLeft" => SlideEdge.Left,
                    "fromTop" => SlideEdge.Top,
                    "fromBottom" => SlideEdge.Bottom,
                    _ => SlideEdge.Right,
                }
            ),
            "fade" when sub == "fadeOverColor" => new(TransitionKind.ThroughBlack, seconds),
            _ => new(TransitionKind.Dissolve, seconds),
        };
    }

    private void Shapes(XElement holder, List<ForeignThing> things, int depth)
    {
        foreach (XElement e in holder.Elements())
        {
            // A credit that was computed is computed anew.
            if (e.Element(Svg + "title")?.Value == Office.PptxSlide.Computed)
                continue;
            // Places for words on a master are filled by pages.
            if (_onMaster && (Is(e, Presentation + "placeholder") || e.Attribute(Presentation + "class") is not null))
                continue;
            int before = things.Count;
            if (e.Name == Draw + "frame")
                Frame(e, things);
            else if (e.Name == Draw + "g" || e.Name == Draw + "a")
            {
                if (depth > Limits.Incoming.Depth)
                    _not.Add("groups within groups", _number);
                else
                    Shapes(e, things, depth + 1);
            }
            else if (
                e.Name == Draw + "rect"
                || e.Name == Draw + "custom-shape"
                || e.Name == Draw + "path"
                || e.Name == Draw + "polygon"
                || e.Name == Draw + "ellipse"
                || e.Name == Draw + "circle"
                || e.Name == Draw + "regular-polygon"
                || e.Name == Draw + "caption"
            )
                Shape(e, things);
            else if (e.Name == Draw + "line" || e.Name == Draw + "connector" || e.Name == Draw + "measure")
                Line(e, things);
            else if (e.Name == Draw + "polyline")
                _not.Add("a line through several places is left out", _number);
            else if (e.Name == Draw + "control")
                _not.Add("a field of a form is left out", _number);
            else if (e.Name.Namespace == Draw && e.Name.LocalName is not ("layer-set" or "glue-point"))
                _not.Add("a thing of a kind that is not known here is left out", _number);
            if (
                things.Count > before
                && e.Name != Draw + "g"
                && e.Name != Draw + "a"
                && ((string?)e.Attribute(XNamespace.Xml + "id") ?? (string?)e.Attribute(Draw + "id")) is { } key
            )
                things[before] = things[before] with { Key = key };
        }
    }

    private (SlideRect Box, double Turn)? PlaceOf(XElement e)
    {
        double w = Length(e.Attribute(Svg + "width")),
            h = Length(e.Attribute(Svg + "height")),
            x = Length(e.Attribute(Svg + "x")),
            y = Length(e.Attribute(Svg + "y"));
        if (w <= 0 || h <= 0)
            return null;
        string? transform = (string?)e.Attribute(Draw + "transform");
        if (transform is null)
            return (_fit.Rect(x, y, w, h), 0);
        double turn =
            Rotate().Match(transform) is { Success: true } r
            && double.TryParse(r.Groups[1].Value, CultureInfo.InvariantCulture, out double a)
                ? -a * 180 / Math.PI
                : 0;
        if (Translate().Match(transform) is { Success: true } t)
            (x, y) = (Length(t.Groups[1].Value), Length(t.Groups[2].Value));
        // The place is that of the upper left corner after the turn.
        SlidePoint middle = new SlidePoint(x + w / 2, y + h / 2).Turned(new(x, y), turn);
        return (_fit.Rect(middle.X - w / 2, middle.Y - h / 2, w, h), turn);
    }

    private void Frame(XElement frame, List<ForeignThing> things)
    {
        if (PlaceOf(frame) is not var (box, turn))
            return;
        string alt = frame.Element(Svg + "desc")?.Value.Trim() ?? frame.Element(Svg + "title")?.Value.Trim() ?? "";
        if (frame.Element(Draw + "text-box") is { } text)
        {
            Words(frame, text, box, turn, things);
            return;
        }
        if (frame.Descendants(Table + "table").FirstOrDefault() is { } table)
        {
            string[][] cells = Cells(table);
            double[] widths =
            [
                .. table
                    .Descendants(Table + "table-column")
                    .SelectMany(c =>
                        Enumerable.Repeat(
                            Properties(
                                    "table-column",
                                    (string?)c.Attribute(Table + "style-name"),
                                    "table-column-properties"
                                )
                                .Select(p => Length(p.Attribute(Style + "column-width")))
                                .FirstOrDefault(),
                            Repeats(c, "number-columns-repeated")
                        )
                    )
                    .Take(Limits.Talks.TableColumns + 1),
            ];
            bool header =
                Is(table, Table + "use-first-row-styles") || table.Elements(Table + "table-header-rows").Any();
            if (ForeignFigures.Table(cells, widths, header, Is(table, Table + "use-first-column-styles")) is { } own)
            {
                things.Add(new ForeignItem(box, turn, own));
                return;
            }
            things.Add(
                new ForeignPhoto(
                    box,
                    turn,
                    _drawn.Table(cells, [], box),
                    null,
                    ExportOutline.Box,
                    "A table",
                    IsDrawn: true
                )
            );
            _not.Add("a table is larger than tables here and is a picture of itself", _number);
            return;
        }
        if (
            frame.Element(Draw + "object") is { } o
            && Href(o) is { } folder
            && _zip.Xml(folder.TrimEnd('/') + "/content.xml") is { } inside
            && inside.Descendants(Chart + "chart").FirstOrDefault() is { } chart
            && ForeignFigures.Chart(ChartOf(inside, chart)) is { } figures
        )
        {
            things.Add(new ForeignItem(box, turn, figures));
            return;
        }
        bool embedded = frame.Elements().Any(e => e.Name == Draw + "object" || e.Name == Draw + "object-ole");
        if (frame.Elements().Any(e => e.Name == Draw + "plugin"))
            _not.Add("a film or sound is its picture alone", _number);
        if (embedded)
            _not.Add("an embedded object is its picture alone", _number);
        // The first picture that can be read: others stand for it in other formats.
        foreach (XElement image in frame.Elements(Draw + "image"))
            if (
                Href(image) is { } name
                && _zip.Has(name)
                && _zip.Bytes(name, Limits.Photos.Bytes) is { } bytes
                && DrawnPictures.IsPicture(bytes)
            )
            {
                XElement[] how =
                [
                    .. Properties("graphic", (string?)frame.Attribute(Draw + "style-name"), "graphic-properties"),
                ];
                things.Add(
                    new ForeignPhoto(
                        box,
                        turn,
                        name,
                        Crop(how, bytes),
                        ExportOutline.Box,
                        alt,
                        how.Any(p => (string?)p.Attribute(Draw + "color-mode") == "greyscale"),
                        embedded
                    )
                );
                return;
            }
        if (frame.Elements(Draw + "image").Any())
            _not.Add(
                "a picture is in a format that nobody reads here, or is not in the file, and is left out",
                _number
            );
        else if (!frame.Elements().Any(e => e.Name == Draw + "plugin"))
            _not.Add("an embedded object is left out", _number);
    }

    // What is cut off at each edge, in the size that the picture has by its pixels (fo:clip, ODF 1.3 part 3, 20.191).
    private static CropWindow? Crop(XElement[] how, byte[] bytes)
    {
        string? clip = how.Select(p => (string?)p.Attribute(Fo + "clip")).FirstOrDefault(c => c is not null);
        if (clip is null || !clip.StartsWith("rect(", StringComparison.Ordinal))
            return CropWindow.Whole;
        double[] edges =
        [
            .. clip[5..].TrimEnd(')').Split([',', ' '], StringSplitOptions.RemoveEmptyEntries).Select(Length),
        ];
        using var stream = new SkiaSharp.SKMemoryStream(bytes);
        using SkiaSharp.SKCodec? codec = SkiaSharp.SKCodec.Create(stream);
        if (edges.Length != 4 || codec is null)
            return null;
        double density = Density(bytes) is > 0 and var d ? d : PixelsInInch,
            w = codec.Info.Width / density * PointsInInch,
            h = codec.Info.Height / density * PointsInInch,
            left = Math.Max(0, edges[3]) / w,
            top = Math.Max(0, edges[0]) / h,
            right = Math.Max(0, edges[1]) / w,
            bottom = Math.Max(0, edges[2]) / h;
        return left + right < .98 && top + bottom < .98
            ? new CropWindow(left, top, 1 - left - right, 1 - top - bottom)
            : null;
    }

    // Pixels to an inch that a JPEG says of itself (JFIF 1.02); 0 where it says none.
    private static double Density(byte[] b) =>
        b.Length > 18 && b[0] == 0xFF && b[1] == 0xD8 && b[2] == 0xFF && b[3] == 0xE0 && b[6] == 'J' && b[7] == 'F'
            ? b[13] switch
            {
                1 => b[14] * 256 + b[15],
                2 => (b[14] * 256 + b[15]) * 2.54,
                _ => 0,
            }
            : 0;

    private void Words(XElement shape, XElement holder, SlideRect box, double turn, List<ForeignThing> things)
    {
        var paragraphs = ImmutableList.CreateBuilder<Paragraph>();
        Add(holder, ListMarker.None, 0, "");
        while (paragraphs.Count > 0 && paragraphs[^1].Plain().Trim().Length == 0)
            paragraphs.RemoveAt(paragraphs.Count - 1);
        if (paragraphs.Count == 0)
            return;
        string? kind = (string?)shape.Attribute(Presentation + "class");
        XElement? first = holder.Descendants(Text + "p").FirstOrDefault(p => Plain(p).Length > 0);
        XElement[] usual =
        [
            .. Properties("paragraph", (string?)first?.Attribute(Text + "style-name"), "text-properties"),
            .. Properties("presentation", (string?)shape.Attribute(Presentation + "style-name"), "text-properties"),
            .. Properties("graphic", (string?)shape.Attribute(Draw + "style-name"), "text-properties"),
        ];
        XElement[] spans =
        [
            .. holder
                .Descendants(Text + "span")
                .Where(s => Plain(s).Trim().Length > 0)
                .SelectMany(s => Properties("text", (string?)s.Attribute(Text + "style-name"), "text-properties")),
        ];
        // What the first words say counts for all where there are no words beside those that say something.
        bool all = holder
            .DescendantNodes()
            .OfType<XText>()
            .Where(t => t.Value.Trim().Length > 0)
            .All(t => t.Ancestors(Text + "span").Any());
        string? Said(XName name) =>
            (all ? spans.Take(1).Concat(usual) : usual)
                .Select(p => (string?)p.Attribute(name))
                .FirstOrDefault(v => v is not null);
        bool bold =
            IsBold(usual.Select(p => (string?)p.Attribute(Fo + "font-weight")).FirstOrDefault(v => v is not null))
            && spans.All(s => s.Attribute(Fo + "font-weight") is null);
        double points = Length(Said(Fo + "font-size")) is > 0 and var size ? size : UsualPoints;
        string? align = Properties("paragraph", (string?)first?.Attribute(Text + "style-name"), "paragraph-properties")
            .Select(p => (string?)p.Attribute(Fo + "text-align"))
            .FirstOrDefault(v => v is not null);
        things.Add(
            new ForeignWords(
                box with
                {
                    Width = Math.Max(box.Width, Core.Items.ItemKinds.Smallest),
                    Height = Math.Max(box.Height, Core.Items.ItemKinds.Smallest),
                },
                turn,
                ForeignWords.Plainer(paragraphs, Ink(Said(Fo + "color"))),
                points * _fit.Scale,
                Ink(Said(Fo + "color")),
                align switch
                {
                    "center" => WordsAlign.Middle,
                    "end" or "right" => WordsAlign.End,
                    _ => WordsAlign.Start,
                },
                kind == "title",
                Said(Style + "font-name") ?? Said(Fo + "font-family"),
                bold || ForeignWords.AllBold(paragraphs),
                Properties("presentation", (string?)shape.Attribute(Presentation + "style-name"), "graphic-properties")
                    .Concat(Properties("graphic", (string?)shape.Attribute(Draw + "style-name"), "graphic-properties"))
                    .Select(p => (string?)p.Attribute(Draw + "textarea-vertical-align"))
                    .FirstOrDefault(v => v is not null) switch
                {
                    "middle" => VerticalAlign.Middle,
                    "bottom" => VerticalAlign.Foot,
                    _ => VerticalAlign.Top,
                }
            )
        );

        void Add(XElement within, ListMarker mark, int level, string list)
        {
            foreach (XElement e in within.Elements())
            {
                if (e.Name == Text + "p" || e.Name == Text + "h")
                    paragraphs.Add(
                        new([.. Collapsed(Runs(e, null, null))], mark, Math.Clamp(level - 1, 0, Paragraph.Deepest))
                    );
                else if (e.Name == Text + "list" && level < Limits.Incoming.Depth)
                {
                    string style = (string?)e.Attribute(Text + "style-name") ?? list;
                    foreach (XElement item in e.Elements(Text + "list-item"))
                        Add(item, Mark(style, level + 1), level + 1, style);
                }
            }
        }
    }

    private ListMarker Mark(string style, int level) =>
        _styles.TryGetValue(("list", style), out XElement? list)
        && list.Elements()
            .FirstOrDefault(e => (string?)e.Attribute(Text + "level") == level.ToString(CultureInfo.InvariantCulture))
            is { } l
        && l.Name.LocalName == "list-level-style-number"
            ? (string?)l.Attribute(Style + "num-format") is null or ""
                ? ListMarker.None
                : ListMarker.Number
            : ListMarker.Point;

    // Spaces of the markup are one, and none at the beginning (ODF 1.3 part 3, 6.1.2); those that it names are kept.
    private const char Named = '\uE0A0';

    private static IEnumerable<TextRun> Collapsed(IEnumerable<TextRun> runs)
    {
        bool space = true;
        foreach (TextRun run in runs)
        {
            var text = new System.Text.StringBuilder(run.Text.Length);
            foreach (char c in run.Text)
            {
                bool blank = c == ' ';
                if (!(blank && space))
                    text.Append(c == Named ? ' ' : c);
                space = blank || c == '\n';
            }
            yield return run with
            {
                Text = text.ToString(),
            };
        }
    }

    private IEnumerable<TextRun> Runs(XElement holder, XElement? look, string? link)
    {
        foreach (XNode node in holder.Nodes())
            switch (node)
            {
                case XText text:
                    yield return Looks(Blanks().Replace(text.Value, " "), look, link);
                    break;
                case XElement e when e.Name == Text + "span":
                    foreach (
                        TextRun run in Runs(
                            e,
                            Properties("text", (string?)e.Attribute(Text + "style-name"), "text-properties")
                                .FirstOrDefault()
                                ?? look,
                            link
                        )
                    )
                        yield return run;
                    break;
                case XElement e when e.Name == Text + "a":
                    string? to = Href(e);
                    foreach (
                        TextRun run in Runs(
                            e,
                            look,
                            to is not null && !to.StartsWith('#') && LinkTarget.IsSound(to) ? to : link
                        )
                    )
                        yield return run;
                    break;
                case XElement e when e.Name == Text + "line-break":
                    yield return new TextRun("\n");
                    break;
                case XElement e when e.Name == Text + "tab":
                    yield return Looks("\t", look, link);
                    break;
                case XElement e when e.Name == Text + "s":
                    yield return Looks(
                        new string(Named, Math.Clamp((int?)e.Attribute(Text + "c") ?? 1, 1, 200)),
                        look,
                        link
                    );
                    break;
                case XElement e when e.Name.Namespace == Text:
                    yield return Looks(e.Value, look, link);
                    break;
            }
    }

    private static TextRun Looks(string text, XElement? look, string? link) =>
        new(
            text,
            Bold: IsBold((string?)look?.Attribute(Fo + "font-weight")),
            Italic: (string?)look?.Attribute(Fo + "font-style") is "italic" or "oblique",
            Underline: (string?)look?.Attribute(Style + "text-underline-style") is { } u && u != "none",
            Strike: (string?)look?.Attribute(Style + "text-line-through-style") is { } s && s != "none",
            SmallCaps: (string?)look?.Attribute(Fo + "font-variant") == "small-caps",
            Shift: (string?)look?.Attribute(Style + "text-position") switch
            {
                { } p when p.StartsWith("super", StringComparison.Ordinal) => BaselineShift.Raised,
                { } p when p.StartsWith("sub", StringComparison.Ordinal) => BaselineShift.Lowered,
                _ => BaselineShift.None,
            },
            Link: link,
            Ink: Ink((string?)look?.Attribute(Fo + "color"))
        );

    private static bool IsBold(string? weight) => weight is "bold" or "600" or "700" or "800" or "900";

    private static string Plain(XElement p) =>
        string.Concat(
            p.DescendantNodes()
                .Select(n =>
                    n switch
                    {
                        XText t => Blanks().Replace(t.Value, " "),
                        XElement e when e.Name == Text + "s" => new string(
                            ' ',
                            Math.Clamp((int?)e.Attribute(Text + "c") ?? 1, 1, 200)
                        ),
                        XElement e when e.Name == Text + "line-break" => "\n",
                        XElement e when e.Name == Text + "tab" => "\t",
                        _ => "",
                    }
                )
        );

    // The properties of a style and of those it follows, its own first.
    private IEnumerable<XElement> Properties(string family, string? name, string kind)
    {
        for (
            int i = 0;
            i < 10
                && name is not null
                && (_onMaster ? _masterStyles : _styles).TryGetValue((family, name), out XElement? style);
            i++
        )
        {
            if (style.Element(Style + kind) is { } own)
                yield return own;
            name = (string?)style.Attribute(Style + "parent-style-name");
        }
    }

    private static string? Href(XElement e) =>
        (string?)e.Attribute(XLink + "href") is { } h
            ? (h.StartsWith("./", StringComparison.Ordinal) ? h[2..] : h)
            : null;

    private static double Percent(XElement e, string name, double usual) =>
        (string?)e.Attribute(Draw + name) is { } text ? Share(text, usual) : usual;

    private static double Share(string text, double usual) =>
        double.TryParse(text.TrimEnd('%'), CultureInfo.InvariantCulture, out double n)
            ? Math.Clamp(n / 100, 0, 1)
            : usual;

    private static double Length(XAttribute? a) => Length(a?.Value);

    // A length in points (ODF 1.3 part 3, 18.3.18).
    private static double Length(string? text)
    {
        if (
            text is null
            || Measure().Match(text) is not { Success: true } m
            || !double.TryParse(m.Groups[1].Value, CultureInfo.InvariantCulture, out double n)
        )
            return 0;
        return n
            * m.Groups[2].Value switch
            {
                "cm" => PointsInInch / 2.54,
                "mm" => PointsInInch / 25.4,
                "in" => PointsInInch,
                "pc" => 12,
                "px" => PointsInInch / PixelsInInch,
                _ => 1,
            };
    }

    [GeneratedRegex(@"[ \t\r\n]+")]
    private static partial Regex Blanks();

    [GeneratedRegex(@"^\s*(-?\d*\.?\d+)\s*([a-z]*)")]
    private static partial Regex Measure();

    [GeneratedRegex(@"rotate\s*\(\s*(-?[\d.eE+-]+)\s*\)")]
    private static partial Regex Rotate();

    [GeneratedRegex(@"translate\s*\(\s*(\S+?)[\s,]+(\S+?)\s*\)")]
    private static partial Regex Translate();
}
