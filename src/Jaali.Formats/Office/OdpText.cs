using System.Globalization;
using System.Xml.Linq;
using Jaali.Core.Scenes;
using Jaali.Core.Typesetting;
using static Jaali.Formats.Office.OdfNames;

namespace Jaali.Formats.Office;

/// <summary>Words as paragraphs and lists of OpenDocument.</summary>
internal sealed class OdpText(
    ExportWords words,
    OfficeSources from,
    OdpStyles styles,
    HashSet<string> faces,
    Func<string, string?> address
)
{
    internal IEnumerable<XElement> Write()
    {
        for (int i = 0; i < words.Paragraphs.Count; i++)
        {
            ExportParagraph p = words.Paragraphs[i];
            XElement made = Paragraph(p, i > 0);
            if (p.List == ListMarker.None)
            {
                yield return made;
                continue;
            }
            // A list as deep as the paragraph stands; numbers go on from the one before.
            string name = styles.List(List(p));
            XElement inner = new(Text + "list-item", made);
            if (p.List == ListMarker.Number)
                inner.SetAttributeValue(Text + "start-value", Number(i));
            XElement list = new(Text + "list", inner);
            for (int level = 0; level < p.Level; level++)
                list = new(Text + "list", new XElement(Text + "list-item", list));
            list.SetAttributeValue(Text + "style-name", name);
            yield return list;
        }
    }

    // Its number among those of its level.
    private int Number(int index)
    {
        int level = words.Paragraphs[index].Level,
            number = 1;
        for (int i = index - 1; i >= 0; i--)
        {
            ExportParagraph before = words.Paragraphs[i];
            if (before.List == ListMarker.None || before.Level < level)
                break;
            if (before.Level == level && before.List == ListMarker.Number)
                number++;
        }
        return number;
    }

    private static XElement List(ExportParagraph p)
    {
        double size = p.Runs.Count > 0 ? p.Runs.Max(r => r.Size) : 32;
        XElement level =
            p.List == ListMarker.Number
                ? new(
                    Text + "list-level-style-number",
                    new XAttribute(Style + "num-format", "1"),
                    new XAttribute(Style + "num-suffix", ".")
                )
                : new(
                    Text + "list-level-style-bullet",
                    new XAttribute(Text + "bullet-char", p.Level % 2 == 0 ? "•" : "–"),
                    new XAttribute(Text + "bullet-relative-size", "100%")
                );
        level.SetAttributeValue(Text + "level", p.Level + 1);
        level.Add(
            new XElement(
                Style + "list-level-properties",
                new XAttribute(Text + "space-before", Points(size * 1.1 * p.Level)),
                new XAttribute(Text + "min-label-width", Points(size * 1.1))
            )
        );
        return new(Text + "list-style", level);
    }

    private XElement Paragraph(ExportParagraph p, bool below)
    {
        XElement how = new(
            Style + "paragraph-properties",
            new XAttribute(
                Fo + "text-align",
                words.Align switch
                {
                    WordsAlign.Middle => "center",
                    WordsAlign.End => "end",
                    _ => "start",
                }
            ),
            new XAttribute(Fo + "line-height", Points(words.Leading)),
            new XAttribute(Fo + "margin-top", Points(below ? words.Gap : 0)),
            new XAttribute(Style + "writing-mode", words.IsRightToLeft ? "rl-tb" : "lr-tb")
        );
        XElement made = new(Text + "p", new XAttribute(Text + "style-name", styles.Of("paragraph", how)));
        foreach (ExportRun run in p.Runs)
        {
            string look = styles.Of("text", Look(run));
            XElement span = new(Text + "span", new XAttribute(Text + "style-name", look));
            // A link stands inside its words: readers that pass over links keep them, and how they look.
            XElement words = span;
            if (run.Link is { } to && address(to) is { } href)
                span.Add(
                    words = new XElement(
                        Text + "a",
                        new XAttribute(XLink + "type", "simple"),
                        new XAttribute(XLink + "href", href),
                        new XAttribute(Text + "style-name", look),
                        new XAttribute(Text + "visited-style-name", look)
                    )
                );
            string[] lines = run.Text.Split('\n');
            for (int i = 0; i < lines.Length; i++)
            {
                if (i > 0)
                    words.Add(new XElement(Text + "line-break"));
                words.Add(Spaced(ZipXml.Clean(lines[i])));
            }
            made.Add(span);
        }
        return made;
    }

    private XElement Look(ExportRun r)
    {
        faces.Add(r.Face);
        Core.Typesetting.Face? face = from.Fonts.Faces.FirstOrDefault(f => f.Id == r.Face);
        string family = face?.Family ?? r.Face,
            weight = face?.Bold == true || r.Bold ? "bold" : "normal",
            slant = face?.Italic == true || r.Italic ? "italic" : "normal";
        XElement look = new(
            Style + "text-properties",
            new XAttribute(Fo + "color", r.Ink),
            new XAttribute(Style + "font-name", family),
            new XAttribute(Style + "font-name-asian", family),
            new XAttribute(Style + "font-name-complex", family),
            new XAttribute(Fo + "font-weight", weight),
            new XAttribute(Fo + "font-style", slant)
        );
        foreach (string suffix in (ReadOnlySpan<string>)["", "-asian", "-complex"])
            look.SetAttributeValue(
                suffix.Length == 0 ? Fo + "font-size" : Style + ("font-size" + suffix),
                Points(r.Size)
            );
        if (words.Spacing != 0)
            look.SetAttributeValue(Fo + "letter-spacing", Points(words.Spacing));
        if (words.Capitals)
            look.SetAttributeValue(Fo + "text-transform", "uppercase");
        else if (r.SmallCaps)
            look.SetAttributeValue(Fo + "font-variant", "small-caps");
        look.SetAttributeValue(Style + "text-underline-style", r.Underline ? "solid" : "none");
        if (r.Strike)
            look.SetAttributeValue(Style + "text-line-through-style", "solid");
        if (r.Shift != BaselineShift.None)
            look.SetAttributeValue(Style + "text-position", r.Shift == BaselineShift.Raised ? "super 58%" : "sub 58%");
        if (words.Shadow > 0)
            look.SetAttributeValue(Fo + "text-shadow", "1pt 1pt");
        if (words.Outline > 0)
            look.SetAttributeValue(Style + "text-outline", "true");
        return look;
    }

    /// <summary>Words with each further space of a row as an element, for single spaces alone are kept (ODF 1.3 part 3,
    /// 6.1.2).</summary>
    internal static IEnumerable<object> Spaced(string text)
    {
        int from = 0;
        for (int i = 0; i < text.Length; )
        {
            if (text[i] == '\t')
            {
                yield return text[from..i];
                yield return new XElement(Text + "tab");
                from = ++i;
                continue;
            }
            int end = i;
            while (end < text.Length && text[end] == ' ')
                end++;
            bool edge = i == 0 || end == text.Length;
            if (end - i > 1 || (end > i && edge))
            {
                yield return text[from..i];
                yield return new XElement(
                    Text + "s",
                    new XAttribute(Text + "c", (end - i).ToString(CultureInfo.InvariantCulture))
                );
                from = end;
            }
            i = Math.Max(end, i + 1);
        }
        if (from < text.Length)
            yield return text[from..];
    }
}
