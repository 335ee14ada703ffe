using System.Globalization;
using System.Xml.Linq;
using Jaali.Core.Composing;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Scenes;
using static Jaali.Formats.Office.OdfNames;

namespace Jaali.Formats.Office;

/// <summary>One page of an OpenDocument presentation.</summary>
internal sealed class OdpPage(
    Deck deck,
    ExportSlide slide,
    OfficeSources from,
    OfficeMedia media,
    OdpCharts charts,
    OdpStyles styles,
    IReadOnlyDictionary<Guid, string> names,
    HashSet<string> faces
)
{
    // Pixels of a picture without a density of its own are so many to an inch.
    private const double PixelsInInch = 96;

    private static readonly XNamespace Xml = XNamespace.Xml;
    private readonly OdpFigures _figures = new(styles, slide.Scene.Background);
    private readonly Dictionary<Guid, List<(string Shape, int? Part)>> _shapes = [];
    private readonly List<(XElement Line, ExportLine Of)> _lines = [];
    private int _next;

    internal XElement Write(string name, int number, bool notes)
    {
        string prefix = name + "-";
        List<XElement> shapes = [];
        foreach (ExportItem thing in slide.Things)
        {
            if (Thing(thing) is not { } made)
                continue;
            string id = prefix + (++_next).ToString(CultureInfo.InvariantCulture);
            made.SetAttributeValue(Xml + "id", id);
            made.SetAttributeValue(Draw + "id", id);
            // What is computed is told apart, so that it is not taken for words of somebody's own when the file comes
            // back.
            if (thing.ItemId is null)
                Titled(made);
            if (thing.ItemId is { } item)
            {
                if (!_shapes.TryGetValue(item, out var own))
                    _shapes[item] = own = [];
                own.Add((id, thing.Part));
            }
            shapes.Add(
                thing.Link is { } to && Address(to) is { } address
                    ? new XElement(
                        Draw + "a",
                        new XAttribute(XLink + "type", "simple"),
                        new XAttribute(XLink + "href", address),
                        made
                    )
                    : made
            );
        }
        foreach ((XElement line, ExportLine of) in _lines)
        foreach ((string end, Guid? item) in new[] { ("start", of.From), ("end", of.To) })
            if (item is { } to && _shapes.GetValueOrDefault(to) is [var (shape, _), ..])
                line.SetAttributeValue(Draw + $"{end}-shape", shape);
        string said = slide.Scene.Page == 0 && notes ? slide.Slide.Notes : "";
        return new(
            Draw + "page",
            new XAttribute(Draw + "name", name),
            new XAttribute(Draw + "style-name", PageStyle()),
            new XAttribute(Draw + "master-page-name", "Plain"),
            shapes,
            slide.Scene.Page == 0 ? OdpMotion.Timing(slide.Slide, _shapes) : null,
            said.Length > 0 ? Notes(said, number) : null
        );
    }

    // A title comes before a description, behind what a frame holds.
    private static void Titled(XElement shape)
    {
        XElement title = new(Svg + "title", PptxSlide.Computed);
        if (shape.Element(Svg + "desc") is { } says)
            says.AddBeforeSelf(title);
        else if (shape.Name == Draw + "frame")
            shape.Add(title);
        else
            shape.AddFirst(title);
    }

    private string PageStyle()
    {
        XElement how = new(
            Style + "drawing-page-properties",
            new XAttribute(Draw + "fill", "solid"),
            new XAttribute(Draw + "fill-color", slide.Scene.Background)
        );
        OdpMotion.Coming(how, deck.TransitionOf(slide.Slide));
        return styles.Of("drawing-page", how);
    }

    private static XElement Notes(string notes, int number) =>
        new(
            Presentation + "notes",
            new XElement(
                Draw + "page-thumbnail",
                new XAttribute(Svg + "x", Points(150)),
                new XAttribute(Svg + "y", Points(120)),
                new XAttribute(Svg + "width", Points(890)),
                new XAttribute(Svg + "height", Points(500)),
                new XAttribute(Draw + "page-number", number),
                new XAttribute(Presentation + "class", "page")
            ),
            new XElement(
                Draw + "frame",
                new XAttribute(Svg + "x", Points(150)),
                new XAttribute(Svg + "y", Points(700)),
                new XAttribute(Svg + "width", Points(890)),
                new XAttribute(Svg + "height", Points(820)),
                new XAttribute(Presentation + "class", "notes"),
                new XElement(
                    Draw + "text-box",
                    notes
                        .ReplaceLineEndings("\n")
                        .Split('\n')
                        .Select(l => new XElement(Text + "p", OdpText.Spaced(ZipXml.Clean(l))))
                )
            )
        );

    private XElement? Thing(ExportItem thing) =>
        thing switch
        {
            // What plays is a frame of its own, whatever it is cut to.
            ExportPicture { Photo.Plays: { } plays } p when media.Clip(plays) is { } clip => Clip(p, plays, clip),
            ExportPicture { Outline: ExportOutline.Box } p => Picture(p),
            ExportPicture p => Cut(p),
            ExportBitmap p => Framed(p, media.Painting(p.Nodes, p.Box).Name, styles.Of("graphic", Plain())),
            ExportWords w => Words(w),
            ExportShape s => Shape(s),
            ExportTable t => Frame(
                t,
                styles.Of("graphic", Plain()),
                _figures.Table(t, w => new OdpText(w, from, styles, faces, Address).Write())
            ),
            ExportChart c => Chart(c),
            ExportLine l => Line(l),
            _ => throw new NotSupportedException($"{thing.GetType().Name} is nothing that can be written."),
        };

    private XElement Line(ExportLine l)
    {
        XElement made = _figures.Line(l);
        _lines.Add((made, l));
        return made;
    }

    // The chart, and a picture of it for those who know no charts.
    private XElement Chart(ExportChart c)
    {
        XElement frame = Framed(c, media.Painting(c.Painted, c.Box).Name, styles.Of("graphic", Plain()));
        frame.AddFirst(
            new XElement(
                Draw + "object",
                new XAttribute(XLink + "href", "./" + charts.Put(c)),
                new XAttribute(XLink + "type", "simple"),
                new XAttribute(XLink + "show", "embed"),
                new XAttribute(XLink + "actuate", "onLoad")
            )
        );
        return frame;
    }

    // What plays, and its poster for those who cannot play it.
    private XElement? Clip(ExportPicture p, Playing plays, string clip)
    {
        XElement? frame = Picture(p);
        frame?.AddFirst(
            new XElement(
                Draw + "plugin",
                new XAttribute(XLink + "href", "Pictures/" + clip),
                new XAttribute(XLink + "type", "simple"),
                new XAttribute(XLink + "show", "embed"),
                new XAttribute(XLink + "actuate", "onLoad"),
                new XAttribute(Draw + "mime-type", plays.Type)
            )
        );
        return frame;
    }

    private XElement? Picture(ExportPicture p)
    {
        if (media.Photo(p.Photo, !p.IsGrey) is not var (name, picture))
            return null;
        XElement how = Plain();
        if (p.IsGrey)
            how.SetAttributeValue(Draw + "color-mode", "greyscale");
        if (!p.Crop.IsWhole)
            // In the picture's own size, from its edges.
            how.SetAttributeValue(
                Fo + "clip",
                "rect("
                    + string.Join(
                        ", ",
                        Own(p.Crop.Y, picture.Height),
                        Own(1 - p.Crop.X - p.Crop.Width, picture.Width),
                        Own(1 - p.Crop.Y - p.Crop.Height, picture.Height),
                        Own(p.Crop.X, picture.Width)
                    )
                    + ")"
            );
        Dress(how, p);
        return Framed(p, name, styles.Of("graphic", how));

        static string Own(double share, int pixels) =>
            Math.Round(Math.Max(0, share) * pixels / PixelsInInch, 4).ToString("0.####", CultureInfo.InvariantCulture)
            + "in";
    }

    // No picture of this format is cut to an outline: the outline is a shape that is filled with what is seen of it.
    private XElement Cut(ExportPicture p)
    {
        SlideRect seen = p.Path!.Bounds;
        string name = media.Painting([p.Photo], seen).Name,
            fill = styles.Fill(
                new XElement(
                    Draw + "fill-image",
                    new XAttribute(XLink + "href", "Pictures/" + name),
                    new XAttribute(XLink + "type", "simple"),
                    new XAttribute(XLink + "show", "embed"),
                    new XAttribute(XLink + "actuate", "onLoad")
                )
            );
        XElement how = new(
            Style + "graphic-properties",
            new XAttribute(Draw + "stroke", "none"),
            new XAttribute(Draw + "fill", "bitmap"),
            new XAttribute(Draw + "fill-image-name", fill),
            new XAttribute(Style + "repeat", "stretch")
        );
        Dress(how, p);
        return Outline(p, p.Path, seen, styles.Of("graphic", how), true);
    }

    private static void Dress(XElement how, ExportPicture p)
    {
        if (p.Line > 0)
        {
            how.SetAttributeValue(Draw + "stroke", "solid");
            how.SetAttributeValue(Svg + "stroke-width", Points(p.Line));
            how.SetAttributeValue(Svg + "stroke-color", p.LineColour);
        }
        if (p.Shadow > 0)
        {
            how.SetAttributeValue(Draw + "shadow", "visible");
            how.SetAttributeValue(Draw + "shadow-offset-x", "0pt");
            how.SetAttributeValue(Draw + "shadow-offset-y", Points(p.Shadow / 4));
            how.SetAttributeValue(Draw + "shadow-color", "#000000");
            how.SetAttributeValue(Draw + "shadow-opacity", "55%");
        }
    }

    private XElement Shape(ExportShape s)
    {
        PathNode d = s.Drawn;
        XElement how = new(Style + "graphic-properties");
        if (d.Gradient is { } g)
            Fade(how, GradientOnBox.Of(g, s.Box), d.FillOpacity * s.Opacity);
        else if (d.Fill is { } fill)
        {
            how.SetAttributeValue(Draw + "fill", "solid");
            how.SetAttributeValue(Draw + "fill-color", fill);
            if (d.FillOpacity * s.Opacity < 1)
                how.SetAttributeValue(Draw + "opacity", Percent(d.FillOpacity * s.Opacity));
        }
        else
            how.SetAttributeValue(Draw + "fill", "none");
        how.SetAttributeValue(Draw + "stroke", d.Stroke is null || d.StrokeWidth <= 0 ? "none" : "solid");
        if (d.Stroke is { } line && d.StrokeWidth > 0)
        {
            how.SetAttributeValue(Svg + "stroke-width", Points(d.StrokeWidth));
            how.SetAttributeValue(Svg + "stroke-color", line);
        }
        return Outline(s, d.Path, s.Box, styles.Of("graphic", how), false);
    }

    // A gradient of one colour that thins out is a colour and a way of thinning out; another is two colours.
    private void Fade(XElement how, GradientOnBox g, double opacity)
    {
        GradientStop first = g.Stops[0],
            last = g.Stops[^1];
        // Rings of this format run from the edge inwards. Where nothing changes any more it has a border, which has the
        // value of the start (ODF 1.3 part 3, 19.104, from memory): a way along a line begins on that side.
        (double before, double behind) = Borders(g.Stops);
        bool back = g.Rings || behind > before;
        double border = back ? behind : before;
        (GradientStop start, GradientStop end) = back ? (last, first) : (first, last);
        string angle =
            Math.Round((90 - g.Angle + (back ? 180 : 0) + 720) % 360, 2).ToString(CultureInfo.InvariantCulture) + "deg";
        XAttribute[] form = g.Rings
            ? [new(Draw + "style", "ellipsoid"), new(Draw + "cx", "50%"), new(Draw + "cy", "50%")]
            : [new(Draw + "style", "linear"), new(Draw + "angle", angle)];
        if (g.Stops.All(s => s.Colour == first.Colour))
        {
            how.SetAttributeValue(Draw + "fill", "solid");
            how.SetAttributeValue(Draw + "fill-color", first.Colour);
            // For readers that know no gradients of opacity: a veil is no curtain.
            how.SetAttributeValue(Draw + "opacity", Percent(Mean(g.Stops) * opacity));
            how.SetAttributeValue(
                Draw + "opacity-name",
                styles.Fill(
                    new XElement(
                        Draw + "opacity",
                        form,
                        new XAttribute(Draw + "start", Percent(start.Opacity * opacity)),
                        new XAttribute(Draw + "end", Percent(end.Opacity * opacity)),
                        new XAttribute(Draw + "border", Percent(border))
                    )
                )
            );
            return;
        }
        how.SetAttributeValue(Draw + "fill", "gradient");
        how.SetAttributeValue(
            Draw + "fill-gradient-name",
            styles.Fill(
                new XElement(
                    Draw + "gradient",
                    form,
                    new XAttribute(Draw + "start-color", start.Colour),
                    new XAttribute(Draw + "end-color", end.Colour),
                    new XAttribute(Draw + "start-intensity", "100%"),
                    new XAttribute(Draw + "end-intensity", "100%"),
                    new XAttribute(Draw + "border", Percent(border))
                )
            )
        );
        if (first.Opacity * opacity < 1)
            how.SetAttributeValue(Draw + "opacity", Percent(first.Opacity * opacity));
    }

    // How much of the way has the value of its first stop, and how much that of its last.
    private static (double Before, double Behind) Borders(IReadOnlyList<GradientStop> stops)
    {
        static bool Same(GradientStop a, GradientStop b) =>
            Math.Abs(a.Opacity - b.Opacity) < 1e-6 && a.Colour == b.Colour;
        int first = 0,
            last = stops.Count - 1;
        while (first < stops.Count - 1 && Same(stops[first + 1], stops[0]))
            first++;
        while (last > 0 && Same(stops[last - 1], stops[^1]))
            last--;
        return (Math.Clamp(stops[first].Offset, 0, 1), Math.Clamp(1 - stops[last].Offset, 0, 1));
    }

    private static double Mean(IReadOnlyList<GradientStop> stops)
    {
        double sum = stops[0].Opacity * stops[0].Offset + stops[^1].Opacity * (1 - stops[^1].Offset);
        for (int i = 1; i < stops.Count; i++)
            sum += (stops[i].Opacity + stops[i - 1].Opacity) / 2 * (stops[i].Offset - stops[i - 1].Offset);
        return Math.Clamp(sum, 0, 1);
    }

    private static XElement Outline(ExportItem thing, Core.Geometry.Path path, SlideRect box, string style, bool says)
    {
        var data = new System.Text.StringBuilder();
        foreach ((char letter, SlidePoint[] to) in PathSteps.Of(path))
        {
            data.Append(letter);
            data.AppendJoin(
                ' ',
                to.Select(p =>
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"{(long)Math.Round((p.X - box.X) * 100)} {(long)Math.Round((p.Y - box.Y) * 100)}"
                    )
                )
            );
        }
        XElement drawn = new(
            Draw + "path",
            new XAttribute(Draw + "style-name", style),
            new XAttribute(
                Svg + "viewBox",
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"0 0 {(long)Math.Round(box.Width * 100)} {(long)Math.Round(box.Height * 100)}"
                )
            ),
            new XAttribute(Svg + "d", data.ToString())
        );
        Place(drawn, box, thing.Turn, thing.Box);
        if (says && thing.Says.Length > 0)
            drawn.Add(new XElement(Svg + "desc", ZipXml.Clean(thing.Says)));
        return drawn;
    }

    private static XElement Framed(ExportItem thing, string file, string style) =>
        Frame(
            thing,
            style,
            new XElement(
                Draw + "image",
                new XAttribute(XLink + "href", "Pictures/" + file),
                new XAttribute(XLink + "type", "simple"),
                new XAttribute(XLink + "show", "embed"),
                new XAttribute(XLink + "actuate", "onLoad")
            )
        );

    private static XElement Frame(ExportItem thing, string style, XElement what)
    {
        XElement frame = new(Draw + "frame", new XAttribute(Draw + "style-name", style), what);
        Place(frame, thing.Box, thing.Turn, thing.Box);
        if (thing.Says.Length > 0)
            frame.Add(new XElement(Svg + "desc", ZipXml.Clean(thing.Says)));
        return frame;
    }

    private XElement Words(ExportWords w)
    {
        XElement how = Plain();
        if (w.Columns > 1)
            how.Add(
                new XElement(
                    Style + "columns",
                    new XAttribute(Fo + "column-count", w.Columns),
                    new XAttribute(Fo + "column-gap", "20pt")
                )
            );
        how.SetAttributeValue(Draw + "auto-grow-height", "false");
        how.SetAttributeValue(Draw + "auto-grow-width", "false");
        how.SetAttributeValue(Draw + "textarea-vertical-align", w.AtFoot ? "bottom" : "top");
        // One by one: some readers know no padding of all sides together.
        foreach (string side in (ReadOnlySpan<string>)["top", "bottom", "left", "right"])
            how.SetAttributeValue(Fo + ("padding-" + side), "0pt");
        how.SetAttributeValue(Fo + "wrap-option", "wrap");
        XElement frame = new(
            Draw + "frame",
            new XAttribute(Draw + "style-name", styles.Of("graphic", how)),
            new XElement(Draw + "text-box", new OdpText(w, from, styles, faces, Address).Write())
        );
        Place(frame, w.Box, w.Turn, w.Box);
        if (w.Role is WordsRole.Opening or WordsRole.Heading)
            frame.SetAttributeValue(Presentation + "class", "title");
        if (w.IsCredit)
            frame.SetAttributeValue(Draw + "name", string.Create(CultureInfo.InvariantCulture, $"Credit {_next + 1}"));
        return frame;
    }

    private static XElement Plain() =>
        new(
            Style + "graphic-properties",
            new XAttribute(Draw + "stroke", "none"),
            new XAttribute(Draw + "fill", "none")
        );

    // What is turned stands about the middle of its own box: angles run against the clock, in radians.
    private static void Place(XElement shape, SlideRect r, double turn, SlideRect about)
    {
        shape.SetAttributeValue(Svg + "width", Points(r.Width));
        shape.SetAttributeValue(Svg + "height", Points(r.Height));
        if (turn == 0)
        {
            shape.SetAttributeValue(Svg + "x", Points(r.X));
            shape.SetAttributeValue(Svg + "y", Points(r.Y));
            return;
        }
        SlidePoint corner = new SlidePoint(r.X, r.Y).Turned(Composition.Middle(about), turn);
        shape.SetAttributeValue(
            Draw + "transform",
            string.Create(
                CultureInfo.InvariantCulture,
                $"rotate({Math.Round(-turn * Math.PI / 180, 6)}) translate({Points(corner.X)} {Points(corner.Y)})"
            )
        );
    }

    private string? Address(string to) =>
        !to.StartsWith(LinkTarget.ToSlide, StringComparison.Ordinal) ? to
        : Guid.TryParse(to[LinkTarget.ToSlide.Length..], out Guid id) && names.TryGetValue(id, out string? name)
            ? "#" + name
        : null;
}
