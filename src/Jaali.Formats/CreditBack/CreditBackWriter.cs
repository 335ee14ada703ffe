using System.Globalization;
using System.IO.Compression;
using System.Text;
using System.Xml.Linq;
using Jaali.Core.Rights;
using Jaali.Formats.Office;
using Jaali.Formats.Reading;
using static Jaali.Formats.Office.PptxNames;

namespace Jaali.Formats;

/// <summary>A credit that goes back into the file that a picture came in.</summary>
/// <param name="Name">The picture's name in the file.</param>
/// <param name="Slides">Numbers of the slides that show it.</param>
/// <param name="Parts">Its credit.</param>
public sealed record CreditBack(string Name, IReadOnlyList<int> Slides, CreditParts Parts)
{
    /// <summary>The credit as a line.</summary>
    public string Line =>
        (Slides.Count == 0 ? "" : (Slides.Count == 1 ? "Slide " : "Slides ") + string.Join(", ", Slides) + ": ")
        + Credit.Full(Parts).Text;
}

/// <summary>
/// Writes credits into a copy of a file that somebody else made: into its pictures as XMP, and as a slide of credits at
/// its
/// end. Everything else of the file stays as it is, byte by byte.
/// </summary>
public static class CreditBackWriter
{
    private const string SlideType = "application/vnd.openxmlformats-officedocument.presentationml.slide+xml";

    // Credits on one slide; more go on on the next.
    private const int OnSlide = 14;

    /// <summary>An archive: a presentation, or a folder of photos.</summary>
    /// <param name="zip">The file.</param>
    /// <param name="output">Where the copy goes; left open.</param>
    /// <param name="credits">The credits.</param>
    /// <param name="cancel">Stops between parts.</param>
    public static void Write(
        SafeZip zip,
        Stream output,
        IReadOnlyList<CreditBack> credits,
        CancellationToken cancel = default
    )
    {
        Dictionary<string, CreditBack> byName = credits
            .GroupBy(c => c.Name)
            .ToDictionary(g => g.Key, g => g.First(), StringComparer.Ordinal);
        Dictionary<string, byte[]> changed =
            PptxReader.IsOne(zip) ? Pptx(zip, credits)
            : OdpReader.IsOne(zip) ? Odp(zip, credits)
            : Text(zip, credits);
        using var to = new ZipArchive(output, ZipArchiveMode.Create, leaveOpen: true);
        // The type of an OpenDocument file comes first, as it is.
        foreach (string name in zip.Names.OrderBy(n => n == "mimetype" ? 0 : 1))
        {
            cancel.ThrowIfCancellationRequested();
            if (changed.Remove(name, out byte[]? anew))
                Put(name, anew);
            else if (
                byName.TryGetValue(name, out CreditBack? credit)
                && zip.Bytes(name, Core.Limits.Photos.Bytes) is { } photo
            )
                Put(
                    name,
                    XmpWriter.Into(photo, credit.Parts, Credit.Full(credit.Parts).Text),
                    CompressionLevel.NoCompression
                );
            else
            {
                using Stream from = zip.Stream(name)!;
                using Stream entry = to.CreateEntry(
                        name,
                        name == "mimetype" ? CompressionLevel.NoCompression : CompressionLevel.Fastest
                    )
                    .Open();
                from.CopyTo(entry);
            }
        }
        foreach ((string name, byte[] bytes) in changed)
            Put(name, bytes);

        void Put(string name, byte[] bytes, CompressionLevel level = CompressionLevel.Fastest)
        {
            using Stream entry = to.CreateEntry(name, level).Open();
            entry.Write(bytes);
        }
    }

    private static Dictionary<string, byte[]> Text(SafeZip zip, IReadOnlyList<CreditBack> credits)
    {
        string name = "credits.txt";
        for (int i = 2; zip.Has(name); i++)
            name = string.Create(CultureInfo.InvariantCulture, $"credits {i}.txt");
        return new(StringComparer.Ordinal)
        {
            [name] = Encoding.UTF8.GetBytes(
                "Photographs\n\n"
                    + string.Concat(credits.Select(c => $"{Path.GetFileName(c.Name)}: {Credit.Full(c.Parts).Text}\n"))
            ),
        };
    }

    private static Dictionary<string, byte[]> Pptx(SafeZip zip, IReadOnlyList<CreditBack> credits)
    {
        const string presentationName = "ppt/presentation.xml",
            relationsName = "ppt/_rels/presentation.xml.rels",
            typesName = "[Content_Types].xml";
        XElement presentation = zip.Xml(presentationName)!,
            relations = zip.Xml(relationsName) ?? throw Damaged(),
            types = zip.Xml(typesName) ?? throw Damaged();
        XElement list = presentation.Element(P + "sldIdLst") ?? throw Damaged();
        XElement? first = relations
            .Elements()
            .FirstOrDefault(r =>
                (string?)r.Attribute("Type") is { } t && t.EndsWith("/slide", StringComparison.Ordinal)
            );
        string firstName =
            "ppt/"
            + ((string?)first?.Attribute("Target") ?? throw Damaged())
                .TrimStart('/')
                .Replace("ppt/", "", StringComparison.Ordinal);
        XElement? firstLinks = zip.Xml(firstName.Insert(firstName.LastIndexOf('/') + 1, "_rels/") + ".rels");
        string layout =
            (string?)
                firstLinks
                    ?.Elements()
                    .FirstOrDefault(r =>
                        ((string?)r.Attribute("Type") ?? "").EndsWith("/slideLayout", StringComparison.Ordinal)
                    )
                    ?.Attribute("Target")
            ?? throw Damaged();
        double width = (double?)presentation.Element(P + "sldSz")?.Attribute("cx") ?? 12_192_000,
            height = (double?)presentation.Element(P + "sldSz")?.Attribute("cy") ?? 6_858_000;
        Dictionary<string, byte[]> made = new(StringComparer.Ordinal);
        long id = list.Elements().Select(e => (long?)e.Attribute("id") ?? 256).DefaultIfEmpty(256).Max();
        int number = 1,
            link = 1;
        foreach (CreditBack[] some in credits.Chunk(OnSlide))
        {
            while (zip.Has($"ppt/slides/slide{number}.xml") || made.ContainsKey($"ppt/slides/slide{number}.xml"))
                number++;
            while (relations.Elements().Any(r => (string?)r.Attribute("Id") == $"rIdCredits{link}"))
                link++;
            var links = new PptxWriter.Relations();
            links.To("slideLayout", layout);
            made[$"ppt/slides/slide{number}.xml"] = Bytes(Slide(some, width, height, links));
            made[$"ppt/slides/_rels/slide{number}.xml.rels"] = Bytes(links.Xml);
            relations.Add(
                new XElement(
                    Rels + "Relationship",
                    new XAttribute("Id", $"rIdCredits{link}"),
                    new XAttribute("Type", "http://schemas.openxmlformats.org/officeDocument/2006/relationships/slide"),
                    new XAttribute("Target", $"slides/slide{number}.xml")
                )
            );
            list.Add(
                new XElement(P + "sldId", new XAttribute("id", ++id), new XAttribute(R + "id", $"rIdCredits{link}"))
            );
            types.Add(
                new XElement(
                    Types + "Override",
                    new XAttribute("PartName", $"/ppt/slides/slide{number}.xml"),
                    new XAttribute("ContentType", SlideType)
                )
            );
        }
        made[presentationName] = Bytes(presentation);
        made[relationsName] = Bytes(relations);
        made[typesName] = Bytes(types);
        return made;
    }

    private static XElement Slide(CreditBack[] credits, double width, double height, PptxWriter.Relations links)
    {
        long side = (long)(width * .06);
        return new(
            P + "sld",
            new XAttribute(XNamespace.Xmlns + "a", A.NamespaceName),
            new XAttribute(XNamespace.Xmlns + "r", R.NamespaceName),
            new XAttribute(XNamespace.Xmlns + "p", P.NamespaceName),
            new XElement(
                P + "cSld",
                new XElement(
                    P + "spTree",
                    new XElement(
                        P + "nvGrpSpPr",
                        new XElement(P + "cNvPr", new XAttribute("id", 1), new XAttribute("name", "")),
                        new XElement(P + "cNvGrpSpPr"),
                        new XElement(P + "nvPr")
                    ),
                    new XElement(P + "grpSpPr"),
                    Box(
                        2,
                        "Credits",
                        side,
                        (long)(height * .06),
                        (long)(width - 2 * side),
                        (long)(height * .12),
                        [new XElement(A + "p", Run("Photographs", 2800, true, null))]
                    ),
                    Box(
                        3,
                        "List of credits",
                        side,
                        (long)(height * .2),
                        (long)(width - 2 * side),
                        (long)(height * .74),
                        [
                            .. credits.Select(c => new XElement(
                                A + "p",
                                Run(c.Line, 1200, false, c.Parts.SourceUrl is { } at ? links.Out(at) : null)
                            )),
                        ]
                    )
                )
            ),
            new XElement(P + "clrMapOvr", new XElement(A + "masterClrMapping"))
        );

        static XElement Run(string text, int size, bool bold, string? link) =>
            new(
                A + "r",
                new XElement(
                    A + "rPr",
                    new XAttribute("lang", "en"),
                    new XAttribute("sz", size),
                    new XAttribute("b", bold ? 1 : 0),
                    link is null ? null : new XElement(A + "hlinkClick", new XAttribute(R + "id", link))
                ),
                new XElement(A + "t", Clean(text))
            );

        static XElement Box(int id, string name, long x, long y, long cx, long cy, XElement[] paragraphs) =>
            new(
                P + "sp",
                new XElement(
                    P + "nvSpPr",
                    new XElement(P + "cNvPr", new XAttribute("id", id), new XAttribute("name", name)),
                    new XElement(P + "cNvSpPr", new XAttribute("txBox", 1)),
                    new XElement(P + "nvPr")
                ),
                new XElement(
                    P + "spPr",
                    new XElement(
                        A + "xfrm",
                        new XElement(A + "off", new XAttribute("x", x), new XAttribute("y", y)),
                        new XElement(A + "ext", new XAttribute("cx", cx), new XAttribute("cy", cy))
                    ),
                    new XElement(A + "prstGeom", new XAttribute("prst", "rect"), new XElement(A + "avLst")),
                    new XElement(A + "noFill")
                ),
                new XElement(
                    P + "txBody",
                    new XElement(A + "bodyPr", new XAttribute("wrap", "square"), new XElement(A + "normAutofit")),
                    new XElement(A + "lstStyle"),
                    paragraphs
                )
            );
    }

    private static Dictionary<string, byte[]> Odp(SafeZip zip, IReadOnlyList<CreditBack> credits)
    {
        XNamespace draw = OdfNames.Draw,
            text = OdfNames.Text,
            svg = OdfNames.Svg,
            xlink = OdfNames.XLink;
        XElement content = zip.Xml("content.xml")!;
        XElement last = content.Descendants(draw + "page").LastOrDefault() ?? throw Damaged();
        XElement after = last;
        HashSet<string> names =
        [
            .. content.Descendants(draw + "page").Select(p => (string?)p.Attribute(draw + "name") ?? ""),
        ];
        foreach (CreditBack[] some in credits.Chunk(OnSlide))
        {
            int number = 1;
            while (!names.Add($"Credits {number}"))
                number++;
            XElement page = new(
                draw + "page",
                new XAttribute(draw + "name", $"Credits {number}"),
                last.Attribute(draw + "master-page-name") is { } master
                    ? new XAttribute(draw + "master-page-name", master.Value)
                    : null,
                new XElement(
                    draw + "frame",
                    new XAttribute(svg + "x", "40pt"),
                    new XAttribute(svg + "y", "40pt"),
                    new XAttribute(svg + "width", "600pt"),
                    new XAttribute(svg + "height", "440pt"),
                    new XElement(
                        draw + "text-box",
                        new XElement(text + "p", "Photographs"),
                        some.Select(c => new XElement(
                            text + "p",
                            c.Parts.SourceUrl is { } at
                                ? new XElement(
                                    text + "a",
                                    new XAttribute(xlink + "type", "simple"),
                                    new XAttribute(xlink + "href", at),
                                    ZipXml.Clean(c.Line)
                                )
                                : ZipXml.Clean(c.Line)
                        ))
                    )
                )
            );
            after.AddAfterSelf(page);
            after = page;
        }
        return new(StringComparer.Ordinal) { ["content.xml"] = Bytes(content) };
    }

    private static byte[] Bytes(XElement xml)
    {
        using var made = new MemoryStream();
        using (var writer = System.Xml.XmlWriter.Create(made, new() { Encoding = new UTF8Encoding(false) }))
            new XDocument(new XDeclaration("1.0", "UTF-8", "yes"), xml).Save(writer);
        return made.ToArray();
    }

    private static FileFaultException Damaged() =>
        new("This file is damaged: a part that every presentation has is missing. Save it again.");
}
