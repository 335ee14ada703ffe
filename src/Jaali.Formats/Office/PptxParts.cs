using System.Globalization;
using System.Xml.Linq;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using static Jaali.Formats.Office.PptxNames;

namespace Jaali.Formats.Office;

/// <summary>The parts that every Office Open XML presentation has: theme, master, layouts, notes, properties.</summary>
internal static class PptxParts
{
    private static readonly XNamespace CoreProperties =
            "http://schemas.openxmlformats.org/package/2006/metadata/core-properties",
        Dc = "http://purl.org/dc/elements/1.1/",
        Terms = "http://purl.org/dc/terms/",
        Xsi = "http://www.w3.org/2001/XMLSchema-instance",
        Extended = "http://schemas.openxmlformats.org/officeDocument/2006/extended-properties";

    private const int LongestDescription = 30_000;

    internal static XElement Core(Deck deck, OfficeAbout about)
    {
        string now = DateTime.UtcNow.ToString("yyyy-MM-ddTHH:mm:ssZ", CultureInfo.InvariantCulture),
            credits = string.Join('\n', about.Credits);
        if (about.Licence is { } licence)
            credits = $"The whole: {licence}\n{credits}";
        return new(
            CoreProperties + "coreProperties",
            new XAttribute(XNamespace.Xmlns + "cp", CoreProperties.NamespaceName),
            new XAttribute(XNamespace.Xmlns + "dc", Dc.NamespaceName),
            new XAttribute(XNamespace.Xmlns + "dcterms", Terms.NamespaceName),
            new XAttribute(XNamespace.Xmlns + "xsi", Xsi.NamespaceName),
            new XElement(Dc + "title", Clean(deck.Title)),
            new XElement(Dc + "creator", Clean(deck.Speaker)),
            new XElement(
                Dc + "description",
                Clean(credits.Length > LongestDescription ? credits[..LongestDescription] + "…" : credits)
            ),
            new XElement(Dc + "language", deck.Style.Language),
            When("created"),
            When("modified")
        );

        XElement When(string name) => new(Terms + name, new XAttribute(Xsi + "type", "dcterms:W3CDTF"), now);
    }

    internal static XElement App(int slides) =>
        new(
            Extended + "Properties",
            new XElement(Extended + "Application", "Jaali"),
            new XElement(Extended + "Slides", slides)
        );

    internal static XElement Theme(Deck deck)
    {
        HouseStyle house = deck.House;
        string accent(int i) => house.Accents[i % house.Accents.Count];
        return new(
            A + "theme",
            new XAttribute(XNamespace.Xmlns + "a", A.NamespaceName),
            new XAttribute("name", Clean(house.Name)),
            new XElement(
                A + "themeElements",
                new XElement(
                    A + "clrScheme",
                    new XAttribute("name", Clean(house.Name)),
                    Colour("dk1", house.OnPaper),
                    Colour("lt1", house.Paper),
                    Colour("dk2", house.DarkInk),
                    Colour("lt2", house.LightInk),
                    Enumerable.Range(0, 6).Select(i => Colour($"accent{i + 1}", accent(i))),
                    Colour("hlink", house.OnPaper),
                    Colour("folHlink", house.OnPaper)
                ),
                new XElement(
                    A + "fontScheme",
                    new XAttribute("name", Clean(house.Name)),
                    Font("majorFont", house.StyleOf(WordsRole.Heading).Family!),
                    Font("minorFont", house.StyleOf(WordsRole.Body).Family!)
                ),
                new XElement(
                    A + "fmtScheme",
                    new XAttribute("name", "Plain"),
                    new XElement(A + "fillStyleLst", Three(Placeholder)),
                    new XElement(
                        A + "lnStyleLst",
                        new[] { 6350, 12700, 19050 }.Select(w => new XElement(
                            A + "ln",
                            new XAttribute("w", w),
                            Placeholder()
                        ))
                    ),
                    new XElement(
                        A + "effectStyleLst",
                        Three(() => new XElement(A + "effectStyle", new XElement(A + "effectLst")))
                    ),
                    new XElement(A + "bgFillStyleLst", Three(Placeholder))
                )
            )
        );

        static XElement Colour(string name, string colour) =>
            new(A + name, new XElement(A + "srgbClr", new XAttribute("val", colour.TrimStart('#').ToUpperInvariant())));

        static XElement Font(string name, string family) =>
            new(
                A + name,
                new XElement(A + "latin", new XAttribute("typeface", family)),
                new XElement(A + "ea", new XAttribute("typeface", "")),
                new XElement(A + "cs", new XAttribute("typeface", ""))
            );

        static XElement Placeholder() =>
            new(A + "solidFill", new XElement(A + "schemeClr", new XAttribute("val", "phClr")));

        static IEnumerable<XElement> Three(Func<XElement> make) => Enumerable.Range(0, 3).Select(_ => make());
    }

    internal static XElement Master(Deck deck, IReadOnlyList<string> layouts) =>
        new(
            P + "sldMaster",
            Names(),
            new XElement(
                P + "cSld",
                new XElement(
                    P + "bg",
                    new XElement(
                        P + "bgRef",
                        new XAttribute("idx", 1001),
                        new XElement(A + "schemeClr", new XAttribute("val", "bg1"))
                    )
                ),
                Tree(Title(deck))
            ),
            Map("clrMap"),
            new XElement(
                P + "sldLayoutIdLst",
                layouts.Select(
                    (r, i) =>
                        new XElement(
                            P + "sldLayoutId",
                            new XAttribute("id", 2147483649 + i),
                            new XAttribute(R + "id", r)
                        )
                )
            ),
            new XElement(
                P + "txStyles",
                Style("titleStyle", "+mj-lt"),
                Style("bodyStyle", "+mn-lt"),
                Style("otherStyle", "+mn-lt")
            )
        );

    internal static XElement Layout(Deck deck, bool titled) =>
        new(
            P + "sldLayout",
            Names(),
            new XAttribute("type", titled ? "titleOnly" : "blank"),
            new XAttribute("preserve", 1),
            new XElement(
                P + "cSld",
                new XAttribute("name", titled ? "With a heading" : "Free"),
                titled ? Tree(Title(deck)) : Tree()
            ),
            new XElement(P + "clrMapOvr", new XElement(A + "masterClrMapping"))
        );

    internal static XElement NotesMaster() =>
        new(
            P + "notesMaster",
            Names(),
            new XElement(
                P + "cSld",
                new XElement(
                    P + "bg",
                    new XElement(
                        P + "bgRef",
                        new XAttribute("idx", 1001),
                        new XElement(A + "schemeClr", new XAttribute("val", "bg1"))
                    )
                ),
                Tree(NotesImage(true), NotesBody("", true))
            ),
            Map("clrMap")
        );

    internal static XElement Notes(string notes) =>
        new(
            P + "notes",
            Names(),
            new XElement(P + "cSld", Tree(NotesImage(false), NotesBody(notes, false))),
            new XElement(P + "clrMapOvr", new XElement(A + "masterClrMapping"))
        );

    private static XElement NotesImage(bool placed) =>
        new(
            P + "sp",
            new XElement(
                P + "nvSpPr",
                new XElement(P + "cNvPr", new XAttribute("id", 2), new XAttribute("name", "Slide")),
                new XElement(
                    P + "cNvSpPr",
                    new XElement(
                        A + "spLocks",
                        new XAttribute("noGrp", 1),
                        new XAttribute("noRot", 1),
                        new XAttribute("noChangeAspect", 1)
                    )
                ),
                new XElement(
                    P + "nvPr",
                    new XElement(P + "ph", new XAttribute("type", "sldImg"), new XAttribute("idx", 2))
                )
            ),
            new XElement(P + "spPr", placed ? Place(685800, 1143000, 5486400, 3086100) : null, placed ? Rect() : null)
        );

    private static XElement NotesBody(string notes, bool placed) =>
        new(
            P + "sp",
            new XElement(
                P + "nvSpPr",
                new XElement(P + "cNvPr", new XAttribute("id", 3), new XAttribute("name", "Notes")),
                new XElement(P + "cNvSpPr", new XElement(A + "spLocks", new XAttribute("noGrp", 1))),
                new XElement(
                    P + "nvPr",
                    new XElement(P + "ph", new XAttribute("type", "body"), new XAttribute("idx", 1))
                )
            ),
            new XElement(P + "spPr", placed ? Place(685800, 4400550, 5486400, 3600450) : null, placed ? Rect() : null),
            new XElement(
                P + "txBody",
                new XElement(A + "bodyPr"),
                new XElement(A + "lstStyle"),
                notes
                    .ReplaceLineEndings("\n")
                    .Split('\n')
                    .Select(l => new XElement(
                        A + "p",
                        l.Length > 0
                            ? new XElement(A + "r", new XElement(A + "rPr"), new XElement(A + "t", Clean(l)))
                            : null
                    ))
            )
        );

    private static XElement Title(Deck deck)
    {
        SlideRect b = deck.Shape.Bounds();
        double x = deck.House.MarginX,
            y = deck.House.MarginY;
        return new(
            P + "sp",
            new XElement(
                P + "nvSpPr",
                new XElement(P + "cNvPr", new XAttribute("id", 2), new XAttribute("name", "Heading")),
                new XElement(P + "cNvSpPr", new XElement(A + "spLocks", new XAttribute("noGrp", 1))),
                new XElement(P + "nvPr", new XElement(P + "ph", new XAttribute("type", "title")))
            ),
            new XElement(P + "spPr", Place(Emu(x), Emu(y), Emu(b.Width - 2 * x), Emu(200)), Rect()),
            new XElement(
                P + "txBody",
                new XElement(A + "bodyPr"),
                new XElement(A + "lstStyle"),
                new XElement(A + "p", new XElement(A + "r", new XElement(A + "rPr"), new XElement(A + "t", "Heading")))
            )
        );
    }

    private static XElement Place(long x, long y, long cx, long cy) =>
        new(
            A + "xfrm",
            new XElement(A + "off", new XAttribute("x", x), new XAttribute("y", y)),
            new XElement(A + "ext", new XAttribute("cx", cx), new XAttribute("cy", cy))
        );

    private static XElement Rect() => new(A + "prstGeom", new XAttribute("prst", "rect"), new XElement(A + "avLst"));

    private static XAttribute[] Names() =>
        [
            new(XNamespace.Xmlns + "a", A.NamespaceName),
            new(XNamespace.Xmlns + "r", R.NamespaceName),
            new(XNamespace.Xmlns + "p", P.NamespaceName),
        ];

    private static XElement Tree(params ReadOnlySpan<XElement> shapes) =>
        new(
            P + "spTree",
            new XElement(
                P + "nvGrpSpPr",
                new XElement(P + "cNvPr", new XAttribute("id", 1), new XAttribute("name", "")),
                new XElement(P + "cNvGrpSpPr"),
                new XElement(P + "nvPr")
            ),
            new XElement(P + "grpSpPr"),
            shapes.ToArray()
        );

    private static XElement Map(string name) =>
        new(
            P + name,
            new XAttribute("bg1", "lt1"),
            new XAttribute("tx1", "dk1"),
            new XAttribute("bg2", "lt2"),
            new XAttribute("tx2", "dk2"),
            Enumerable.Range(1, 6).Select(i => new XAttribute($"accent{i}", $"accent{i}")),
            new XAttribute("hlink", "hlink"),
            new XAttribute("folHlink", "folHlink")
        );

    private static XElement Style(string name, string font) =>
        new(
            P + name,
            new XElement(
                A + "lvl1pPr",
                new XElement(
                    A + "defRPr",
                    new XAttribute("sz", 3200),
                    new XElement(A + "solidFill", new XElement(A + "schemeClr", new XAttribute("val", "tx1"))),
                    new XElement(A + "latin", new XAttribute("typeface", font))
                )
            )
        );
}
