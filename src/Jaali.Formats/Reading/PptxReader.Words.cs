using System.Collections.Immutable;
using System.Globalization;
using System.Xml.Linq;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Legibility;
using Jaali.Core.Typesetting;
using static Jaali.Formats.Office.PptxNames;

namespace Jaali.Formats.Reading;

/// <content>Words: their looks, from the nearest that says something of them.</content>
public sealed partial class PptxReader
{
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
        XElement[] usual = [.. Usual(shape, place, type)];
        XElement? Looks(Func<XElement, bool> says) =>
            usual.Select(u => u.Element(A + "defRPr")).OfType<XElement>().FirstOrDefault(says);
        double points =
            body.Descendants(A + "rPr").Select(r => Number(r, "sz", 0) / 100).DefaultIfEmpty(0).Max() is > 0 and var own
                ? own
            : Number(Looks(l => l.Attribute("sz") is not null), "sz", 0) / 100 is > 0 and var inherited ? inherited
            : UsualPoints;
        double shrunk = Number(frame?.Element(A + "normAutofit"), "fontScale", 100_000) / 100_000;
        string? align =
            (string?)body.Elements(A + "p").Elements(A + "pPr").FirstOrDefault()?.Attribute("algn")
            ?? usual.Select(u => (string?)u.Attribute("algn")).FirstOrDefault(v => v is not null);
        bool rtl =
            (string?)body.Elements(A + "p").Elements(A + "pPr").FirstOrDefault()?.Attribute("rtl") is "1" or "true";
        // Where some words have an ink of their own and others none, the whole has the one that these inherit.
        bool all = body.Descendants(A + "r").All(r => r.Element(A + "rPr")?.Element(A + "solidFill") is not null);
        string? ink = InkOf(shape, all ? look : null, Looks(l => l.Element(A + "solidFill") is not null), place);
        return new(
            room,
            turn,
            ForeignWords.Plainer(paragraphs, ink),
            points * shrunk * 12_700 * _fit.Scale,
            ink,
            align switch
            {
                "ctr" => WordsAlign.Middle,
                "r" => rtl ? WordsAlign.Start : WordsAlign.End,
                "l" when rtl => WordsAlign.End,
                _ => WordsAlign.Start,
            },
            title,
            FaceOf(
                (string?)
                    (
                        look?.Element(A + "latin")
                        ?? Looks(l => l.Element(A + "latin") is not null)?.Element(A + "latin")
                    )?.Attribute("typeface"),
                place
            ),
            ForeignWords.AllBold(paragraphs)
                || body.Descendants(A + "rPr").All(r => r.Attribute("b") is null)
                    && Is(Looks(l => l.Attribute("b") is not null), "b"),
            Anchor(frame, shape, place) switch
            {
                "ctr" => VerticalAlign.Middle,
                "b" => VerticalAlign.Foot,
                _ => VerticalAlign.Top,
            }
        );
    }

    // The ink of words: their own, else what their shape's style says, else what they inherit, else the theme's for
    // text (ISO/IEC 29500-1, 21.1.2.3 and 19.3.1.52).
    private string? InkOf(XElement shape, XElement? look, XElement? inherited, Where place)
    {
        if (look?.Element(A + "solidFill") is { } own)
            return Colour(own, place)?.Colour;
        if (
            shape.Element(P + "style")?.Element(A + "fontRef") is { HasElements: true } style
            && Colour(style, place) is var (styled, _)
        )
            return styled;
        return (inherited?.Element(A + "solidFill") is { } fill ? Colour(fill, place)?.Colour : null)
            ?? (Theme("tx1", place) is { } text && text.All(char.IsAsciiHexDigit) ? "#" + text : null);
    }

    // A face of the theme is asked for by its part in it (20.1.4.2.14).
    private string? FaceOf(string? name, Where place)
    {
        if (name is null || !name.StartsWith('+'))
            return name;
        string? theme = place.Master is null ? null : ThemeOf(place.Master);
        return theme is null ? null
            : (string?)
                Part(theme)
                    ?.Descendants(A + (name.StartsWith("+mj", StringComparison.Ordinal) ? "majorFont" : "minorFont"))
                    .Elements(A + "latin")
                    .FirstOrDefault()
                    ?.Attribute("typeface")
                is { Length: > 0 } face
                ? face
            : null;
    }

    // Where words stand in their shape: as it says, else as what it follows.
    private string? Anchor(XElement? frame, XElement shape, Where place) =>
        (string?)frame?.Attribute("anchor")
        ?? Followed(shape, place)
            .Select(f => (string?)f.Element(P + "txBody")?.Element(A + "bodyPr")?.Attribute("anchor"))
            .FirstOrDefault(a => a is not null);

    // Looks of words that say none of their own, the nearest first: of the shape's list style, the layout's, the
    // master's, the master's styles of text, and the presentation's (ISO/IEC 29500-1, 19.3.1.52 and 21.1.2.4).
    private IEnumerable<XElement> Usual(XElement shape, Where place, string? type)
    {
        foreach (XElement each in Followed(shape, place).Prepend(shape))
            if (each.Element(P + "txBody")?.Element(A + "lstStyle")?.Element(A + "lvl1pPr") is { } own)
                yield return own;
        bool holder = shape.Descendants(P + "ph").Any();
        string styles =
            !holder ? "otherStyle"
            : type is "title" or "ctrTitle" ? "titleStyle"
            : type is "dt" or "ftr" or "sldNum" ? "otherStyle"
            : "bodyStyle";
        if (
            place.Master is not null
            && Part(place.Master)?.Element(P + "txStyles")?.Element(P + styles)?.Element(A + "lvl1pPr") is { } style
        )
            yield return style;
        if (Part(Presentation)?.Element(P + "defaultTextStyle")?.Element(A + "lvl1pPr") is { } usual)
            yield return usual;
    }

    private ImmutableList<Paragraph> Paragraphs(XElement shape, Where place)
    {
        var all = ImmutableList.CreateBuilder<Paragraph>();
        string? type = (string?)shape.Descendants(P + "ph").FirstOrDefault()?.Attribute("type");
        // What stands before lines that say nothing of it: as what they follow has it; where that says nothing either,
        // places for text have points.
        XElement? usual = Usual(shape, place, type)
            .SelectMany(u => u.Elements())
            .FirstOrDefault(e =>
                e.Name.Namespace == A && e.Name.LocalName is "buNone" or "buChar" or "buAutoNum" or "buBlip"
            );
        bool bulleted = usual is null
                ? type is null or "body" or "obj" && shape.Descendants(P + "ph").Any()
                : usual.Name.LocalName != "buNone" && usual.Name.LocalName != "buAutoNum",
            numbered = usual?.Name.LocalName == "buAutoNum";
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
                : how?.Element(A + "buChar") is not null || how?.Element(A + "buBlip") is not null ? ListMarker.Point
                : how?.Element(A + "buNone") is not null || runs.Count == 0 ? ListMarker.None
                : numbered ? ListMarker.Number
                : bulleted ? ListMarker.Point
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
            Bold: Is(look, "b"),
            Italic: Is(look, "i"),
            Underline: (string?)look?.Attribute("u") is { } u && u != "none",
            Strike: (string?)look?.Attribute("strike") is "sngStrike" or "dblStrike",
            SmallCaps: (string?)look?.Attribute("cap") == "small",
            Shift: Number(look, "baseline", 0) switch
            {
                > 0 => BaselineShift.Raised,
                < 0 => BaselineShift.Lowered,
                _ => BaselineShift.None,
            },
            Link: link,
            Ink: look?.Element(A + "solidFill") is { } fill ? Colour(fill, place)?.Colour : null
        );
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
        string made = Changed(hex, c);
        return ("#" + made, Number(c.Element(A + "alpha"), "val", 100_000) / 100_000);
    }

    // What is done to a colour (20.1.2.3): luminance in hue, saturation and luminance; shade and tint in linear light.
    private static string Changed(string hex, XElement c)
    {
        double[] rgb = [.. Enumerable.Range(0, 3).Select(i => Convert.ToInt32(hex.Substring(2 * i, 2), 16) / 255.0)];
        foreach (XElement change in c.Elements())
        {
            double by = Number(change, "val", 100_000) / 100_000;
            switch (change.Name.LocalName)
            {
                case "lumMod":
                    rgb = Lit(rgb, l => l * by);
                    break;
                case "lumOff":
                    rgb = Lit(rgb, l => l + by);
                    break;
                case "shade":
                    rgb = [.. rgb.Select(v => Luminance.Encode(Luminance.Decode(v) * by))];
                    break;
                case "tint":
                    rgb = [.. rgb.Select(v => Luminance.Encode(1 - (1 - Luminance.Decode(v)) * by))];
                    break;
            }
        }
        return string.Concat(
            rgb.Select(v => (int)Math.Round(255 * Math.Clamp(v, 0, 1)))
                .Select(v => v.ToString("X2", CultureInfo.InvariantCulture))
        );
    }

    private static double[] Lit(double[] rgb, Func<double, double> with)
    {
        double most = rgb.Max(),
            least = rgb.Min(),
            light = (most + least) / 2,
            wanted = Math.Clamp(with(light), 0, 1),
            spread = most - least,
            saturation = spread < 1e-9 ? 0 : spread / (1 - Math.Abs(2 * light - 1)),
            now = saturation * (1 - Math.Abs(2 * wanted - 1));
        return [.. rgb.Select(v => wanted + (spread < 1e-9 ? 0 : (v - light) / spread * now))];
    }

    private string? Theme(string name, Where place)
    {
        if (place.Master is null)
            return null;
        // A slide or a layout may map the names anew (19.3.1.7).
        string mapped =
            new[] { place.At, place.Layout }
                .OfType<string>()
                .Select(p =>
                    (string?)Part(p)?.Element(P + "clrMapOvr")?.Element(A + "overrideClrMapping")?.Attribute(name)
                )
                .FirstOrDefault(m => m is not null)
            ?? (string?)Part(place.Master)?.Element(P + "clrMap")?.Attribute(name)
            ?? name;
        string? theme = ThemeOf(place.Master);
        XElement? colour = theme is null
            ? null
            : Part(theme)?.Descendants(A + "clrScheme").Elements(A + mapped).FirstOrDefault();
        return (string?)colour?.Element(A + "srgbClr")?.Attribute("val")
            ?? (string?)colour?.Element(A + "sysClr")?.Attribute("lastClr");
    }
}
