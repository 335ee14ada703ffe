using System.Globalization;
using System.IO.Compression;
using System.Security;
using System.Text;
using System.Text.RegularExpressions;
using Jaali.Core.Decks;
using Jaali.Core.Rights;
using Jaali.Core.Scenes;
using PdfSharp.Pdf;
using PdfSharp.Pdf.IO;

namespace Jaali.Formats;

/// <summary>What a finished PDF says of the whole.</summary>
/// <param name="Credits">The credits as lines.</param>
/// <param name="Licence">The address of the licence of the whole; null for none.</param>
/// <param name="Notes">The speaker's notes go along, as notes on their pages.</param>
public sealed record PdfAbout(IReadOnlyList<string> Credits, string? Licence, bool Notes = false)
{
    /// <summary>Texts that are attached as files.</summary>
    public IReadOnlyList<LicenceText> LicenceTexts { get; init; } = [];
}

/// <summary>
/// Finishes a PDF: structure and reading order (ISO 32000-1, 14.7 and 14.8), alternative texts, the language,
/// bookmarks,
/// notes, and metadata with the licence as XMP. What of PDF/UA (ISO 14289-1) is not there: lists are paragraphs, and
/// headings have one level.
/// </summary>
public static partial class PdfFinish
{
    /// <summary>Finishes a file in place.</summary>
    /// <param name="file">The file, as <see cref="PdfWriter"/> wrote it.</param>
    /// <param name="deck">The talk.</param>
    /// <param name="pages">What stands on each page.</param>
    /// <param name="about">Credits, licence, notes.</param>
    public static void Run(string file, Deck deck, IReadOnlyList<PdfPageContents> pages, PdfAbout about)
    {
        using PdfDocument document = PdfReader.Open(file, PdfDocumentOpenMode.Modify);
        PdfDictionary root = document.Internals.Catalog;
        root.Elements.SetString("/Lang", deck.Style.Language);
        root.Elements["/MarkInfo"] = Dictionary(document, ("/Marked", new PdfBoolean(true)));
        root.Elements["/ViewerPreferences"] = Dictionary(document, ("/DisplayDocTitle", new PdfBoolean(true)));
        Structure(document, root, pages);
        Bookmarks(document, deck, pages);
        if (about.Notes)
            Notes(document, deck, pages);
        Attach(document, root, about.LicenceTexts);
        document.Save(file);
        document.Close();
        Metadata(file, deck, about);
    }

    // Files that go along (ISO 32000-1, 7.11.4): each a stream, found by its name.
    private static void Attach(PdfDocument document, PdfDictionary root, IReadOnlyList<LicenceText> texts)
    {
        if (texts.Count == 0)
            return;
        var names = new PdfArray(document);
        foreach (LicenceText text in texts)
        {
            PdfDictionary stream = New(document, "/EmbeddedFile");
            stream.Elements.SetName("/Subtype", "/text#2Fplain");
            stream.CreateStream(Encoding.UTF8.GetBytes(text.Text));
            PdfDictionary file = New(document, "/Filespec");
            file.Elements.SetString("/F", text.FileName);
            file.Elements.SetString("/UF", text.FileName);
            file.Elements.SetString("/Desc", text.Label);
            file.Elements["/EF"] = Dictionary(document, ("/F", stream.Reference!));
            names.Elements.Add(new PdfString(text.FileName));
            names.Elements.Add(file.Reference!);
        }
        PdfDictionary kept = root.Elements.GetDictionary("/Names") ?? new PdfDictionary(document);
        kept.Elements["/EmbeddedFiles"] = Dictionary(document, ("/Names", names));
        root.Elements["/Names"] = kept;
    }

    private static void Structure(PdfDocument document, PdfDictionary root, IReadOnlyList<PdfPageContents> pages)
    {
        PdfDictionary tree = New(document, "/StructTreeRoot"),
            whole = Element(document, tree, "Document");
        var sections = new PdfArray(document);
        var numbers = new PdfArray(document);
        int key = 0;
        List<(int Key, PdfDictionary Element)> links = [];
        for (int i = 0; i < pages.Count && i < document.PageCount; i++)
        {
            PdfPage page = document.Pages[i];
            PdfDictionary section = Element(document, whole, "Sect");
            section.Elements.SetString("/T", pages[i].Scenes is [var first, ..] ? TitleOf(first, i) : "Notes");
            (PdfArray byMark, List<(PdfMark Mark, PdfDictionary Element)> made) = Marked(
                document,
                page,
                pages[i],
                section
            );
            var kids = new PdfArray(document);
            foreach (PdfDictionary element in PdfTables.Gathered(document, InReadingOrder(made, pages[i].Scenes)))
                kids.Elements.Add(element.Reference!);
            page.Elements.SetInteger("/StructParents", key);
            numbers.Elements.Add(new PdfInteger(key++));
            document.Internals.AddObject(byMark);
            numbers.Elements.Add(byMark.Reference!);
            Links(document, page, pages[i], section, kids, links, ref key);
            section.Elements["/K"] = kids;
            sections.Elements.Add(section.Reference!);
        }
        foreach ((int at, PdfDictionary element) in links)
        {
            numbers.Elements.Add(new PdfInteger(at));
            numbers.Elements.Add(element.Reference!);
        }
        whole.Elements["/K"] = sections;
        tree.Elements["/K"] = new PdfArray(document, whole.Reference!);
        // A number tree lists its keys in order.
        tree.Elements["/ParentTree"] = Dictionary(document, ("/Nums", InOrder(document, numbers)));
        tree.Elements.SetInteger("/ParentTreeNextKey", key);
        root.Elements["/StructTreeRoot"] = tree.Reference!;
    }

    private static PdfArray InOrder(PdfDocument document, PdfArray numbers)
    {
        List<(int Key, PdfItem Value)> pairs = [];
        for (int i = 0; i < numbers.Elements.Count; i += 2)
            pairs.Add((((PdfInteger)numbers.Elements[i]).Value, numbers.Elements[i + 1]));
        var ordered = new PdfArray(document);
        foreach ((int key, PdfItem value) in pairs.OrderBy(p => p.Key))
        {
            ordered.Elements.Add(new PdfInteger(key));
            ordered.Elements.Add(value);
        }
        return ordered;
    }

    // The content with each mark in the place of its spot.
    private static (PdfArray ByMark, List<(PdfMark, PdfDictionary)> Made) Marked(
        PdfDocument document,
        PdfPage page,
        PdfPageContents told,
        PdfDictionary section
    )
    {
        string content = Encoding.Latin1.GetString(page.Contents.CreateSingleContent().Stream.UnfilteredValue);
        var byMark = new PdfArray(document);
        List<(PdfMark, PdfDictionary)> made = [];
        bool open = false;
        content = Spot()
            .Replace(
                content,
                m =>
                {
                    int index =
                        (int)Math.Round(double.Parse(m.Groups["w"].Value, CultureInfo.InvariantCulture) / PdfMarks.Wide)
                        - 1;
                    if (index < 0 || index >= told.Marks.Count)
                        return m.Value;
                    PdfMark mark = told.Marks[index];
                    string begin = open ? "EMC\n" : "";
                    open = true;
                    if (mark.Tag is null)
                        return begin + "/Artifact BMC\n";
                    int id = byMark.Elements.Count;
                    PdfDictionary element = Element(document, section, mark.Tag);
                    if (mark.Tag == "Figure")
                        element.Elements.SetString("/Alt", mark.Says);
                    element.Elements["/Pg"] = page.Reference!;
                    element.Elements.SetInteger("/K", id);
                    byMark.Elements.Add(element.Reference!);
                    made.Add((mark, element));
                    return string.Create(
                        CultureInfo.InvariantCulture,
                        $"{begin}/{mark.Tag} <</MCID {id}{mark.Property}>> BDC\n"
                    );
                }
            );
        if (open)
            content += "EMC\n";
        // What stands before the first mark is decoration, too.
        var stream = new PdfDictionary(document);
        stream.CreateStream(Packed(Encoding.Latin1.GetBytes(content)));
        stream.Elements.SetName("/Filter", "/FlateDecode");
        document.Internals.AddObject(stream);
        page.Elements["/Contents"] = stream.Reference!;
        return (byMark, made);
    }

    private static byte[] Packed(byte[] bytes)
    {
        using var packed = new MemoryStream();
        using (var zlib = new ZLibStream(packed, CompressionLevel.Optimal, leaveOpen: true))
            zlib.Write(bytes);
        return packed.ToArray();
    }

    private static IEnumerable<(PdfMark Mark, PdfDictionary Element)> InReadingOrder(
        List<(PdfMark Mark, PdfDictionary Element)> made,
        IReadOnlyList<Scene> scenes
    )
    {
        Guid?[] order = [.. scenes.SelectMany(s => s.Parts).Select(p => p.ItemId)];
        return made.Select((m, i) => (m, i))
            .OrderBy(x =>
                x.m.Mark.ItemId is { } id && Array.IndexOf(order, id) is >= 0 and var at ? at : order.Length + x.i
            )
            .Select(x => x.m);
    }

    private static void Links(
        PdfDocument document,
        PdfPage page,
        PdfPageContents told,
        PdfDictionary section,
        PdfArray kids,
        List<(int, PdfDictionary)> links,
        ref int key
    )
    {
        if (page.Elements.GetArray("/Annots") is not { } annotations)
            return;
        SceneLink[] said = [.. told.Scenes.SelectMany(s => s.WithClipLinks().Links)];
        for (int i = 0; i < annotations.Elements.Count; i++)
        {
            if (
                annotations.Elements.GetDictionary(i) is not { } annotation
                || annotation.Elements.GetName("/Subtype") != "/Link"
            )
                continue;
            if (annotation.Reference is null)
            {
                document.Internals.AddObject(annotation);
                annotations.Elements[i] = annotation.Reference!;
            }
            annotation.Elements.SetInteger("/StructParent", key);
            if (i < said.Length)
                annotation.Elements.SetString("/Contents", said[i].Label.Length > 0 ? said[i].Label : said[i].Href);
            PdfDictionary element = Element(document, section, "Link");
            element.Elements["/Pg"] = page.Reference!;
            element.Elements["/K"] = Dictionary(
                document,
                ("/Type", new PdfName("/OBJR")),
                ("/Obj", annotation.Reference!)
            );
            kids.Elements.Add(element.Reference!);
            links.Add((key++, element));
        }
    }

    private static void Bookmarks(PdfDocument document, Deck deck, IReadOnlyList<PdfPageContents> pages)
    {
        Guid? last = null;
        for (int i = 0; i < pages.Count && i < document.PageCount; i++)
            foreach (Scene scene in pages[i].Scenes)
            {
                if (scene.SlideId == last)
                    continue;
                last = scene.SlideId;
                int number = deck.Slides.FindIndex(s => s.Id == scene.SlideId) + 1;
                document.Outlines.Add(
                    string.Create(CultureInfo.InvariantCulture, $"{number}. {TitleOf(scene, number - 1)}"),
                    document.Pages[i],
                    false
                );
            }
    }

    private static string TitleOf(Scene scene, int index)
    {
        string? words = scene
            .Parts.Where(p => p.Role is "opening" or "heading" or "credits-title" && p.Says.Length > 0)
            .Select(p => p.Says)
            .Concat(scene.Parts.Where(p => p.Set is not null).Select(p => p.Says))
            .FirstOrDefault();
        return words?.ReplaceLineEndings(" ") ?? string.Create(CultureInfo.InvariantCulture, $"Slide {index + 1}");
    }

    // Notes stand on the first page of their slide (ISO 32000-1, 12.5.6.4).
    private static void Notes(PdfDocument document, Deck deck, IReadOnlyList<PdfPageContents> pages)
    {
        HashSet<Guid> done = [];
        for (int i = 0; i < pages.Count && i < document.PageCount; i++)
            foreach (Scene scene in pages[i].Scenes)
            {
                if (deck.Slide(scene.SlideId) is not { Notes.Length: > 0 } slide || !done.Add(slide.Id))
                    continue;
                PdfPage page = document.Pages[i];
                PdfDictionary note = New(document, "/Annot");
                note.Elements.SetName("/Subtype", "/Text");
                note.Elements["/Rect"] = new PdfArray(
                    document,
                    new PdfInteger(4),
                    new PdfInteger(4),
                    new PdfInteger(22),
                    new PdfInteger(22)
                );
                note.Elements.SetString("/Contents", slide.Notes);
                note.Elements.SetString("/T", deck.Speaker.Length > 0 ? deck.Speaker : "Notes");
                note.Elements.SetName("/Name", "/Note");
                // Seen neither on paper nor larger with the page.
                note.Elements.SetInteger("/F", 24);
                if (page.Elements.GetArray("/Annots") is not { } annotations)
                    page.Elements["/Annots"] = annotations = new PdfArray(document);
                annotations.Elements.Add(note.Reference!);
            }
    }

    // The library writes metadata of its own on saving; ours take its place in an update at the end of the file (ISO
    // 32000-1, 7.5.6).
    private static void Metadata(string file, Deck deck, PdfAbout about)
    {
        using FileStream stream = new(file, FileMode.Open, FileAccess.ReadWrite);
        byte[] all = new byte[Math.Min(stream.Length, TailBytes)];
        long from = stream.Length - all.Length;
        stream.Position = from;
        stream.ReadExactly(all);
        string tail = Encoding.Latin1.GetString(all);
        Match trailer =
            Trailer().Matches(tail).LastOrDefault() ?? throw new InvalidDataException("The file has no trailer.");
        int number = NumberOf(stream);
        stream.Position = stream.Length;
        byte[] packet = Encoding.UTF8.GetBytes(Packet(deck, about));
        long at = stream.Position + 1;
        Put(
            string.Create(
                CultureInfo.InvariantCulture,
                $"\n{number} 0 obj\n<</Type/Metadata/Subtype/XML/Length {packet.Length}>>\nstream\n"
            )
        );
        stream.Write(packet);
        Put("\nendstream\nendobj\n");
        long table = stream.Position;
        Put(
            string.Create(
                CultureInfo.InvariantCulture,
                $"xref\n{number} 1\n{at:0000000000} 00000 n \ntrailer\n<<{trailer.Groups["in"].Value}"
                    + $"/Prev {trailer.Groups["at"].Value}>>\nstartxref\n{table}\n%%EOF\n"
            )
        );

        void Put(string text) => stream.Write(Encoding.Latin1.GetBytes(text));
    }

    private const int TailBytes = 1 << 20;

    // The number of the object that holds the metadata, which the catalogue names.
    private static int NumberOf(FileStream stream)
    {
        stream.Position = 0;
        byte[] buffer = new byte[1 << 20];
        string before = "";
        int read;
        while ((read = stream.Read(buffer)) > 0)
        {
            string part = before + Encoding.Latin1.GetString(buffer, 0, read);
            if (Catalogue().Match(part) is { Success: true } found)
                return int.Parse(found.Groups["n"].Value, CultureInfo.InvariantCulture);
            before = part[^Math.Min(part.Length, 4096)..];
        }
        throw new InvalidDataException("The catalogue names no metadata.");
    }

    [GeneratedRegex(
        @"/Type\s*/Catalog\b[^\0]{0,2000}?/Metadata\s+(?<n>\d+)\s+0\s+R|/Metadata\s+(?<n>\d+)\s+0\s+R[^\0]{0,2000}?/Type\s*/Catalog\b"
    )]
    private static partial Regex Catalogue();

    [GeneratedRegex(@"trailer\s*<<(?<in>[^>]*(?:<[0-9A-Fa-f]*>[^>]*)*)>>[^\n]*\s*startxref\s+(?<at>\d+)\s+%%EOF")]
    private static partial Regex Trailer();

    private static string Packet(Deck deck, PdfAbout about)
    {
        string now = DateTime.UtcNow.ToString("yyyy-MM-ddTHH:mm:ssZ", CultureInfo.InvariantCulture);
        var packet = new StringBuilder(
            "<?xpacket begin=\"\uFEFF\" id=\"W5M0MpCehiHzreSzNTczkc9d\"?><x:xmpmeta "
                + "xmlns:x=\"adobe:ns:meta/\"><rdf:RDF "
                + "xmlns:rdf=\"http://www.w3.org/1999/02/22-rdf-syntax-ns#\"><rdf:Description rdf:about=\"\" "
                + "xmlns:dc=\"http://purl.org/dc/elements/1.1/\" xmlns:xmp=\"http://ns.adobe.com/xap/1.0/\" "
                + "xmlns:pdf=\"http://ns.adobe.com/pdf/1.3/\" xmlns:xmpRights=\"http://ns.adobe.com/xap/1.0/rights/\" "
                + "xmlns:cc=\"http://creativecommons.org/ns#\">"
        );
        packet.Append(
            "<dc:format>application/pdf</dc:format><xmp:CreatorTool>Jaali</xmp:CreatorTool>"
                + "<pdf:Producer>Jaali</pdf:Producer>"
        );
        packet.Append($"<xmp:CreateDate>{now}</xmp:CreateDate><xmp:ModifyDate>{now}</xmp:ModifyDate>");
        packet.Append(Alternatives("dc:title", deck.Title));
        if (deck.Speaker.Length > 0)
            packet.Append($"<dc:creator><rdf:Seq><rdf:li>{X(deck.Speaker)}</rdf:li></rdf:Seq></dc:creator>");
        packet.Append($"<dc:language><rdf:Bag><rdf:li>{X(deck.Style.Language)}</rdf:li></rdf:Bag></dc:language>");
        packet.Append(Alternatives("dc:rights", string.Join('\n', about.Credits)));
        if (about.Licence is { } licence)
            packet.Append(
                "<xmpRights:Marked>True</xmpRights:Marked>"
                    + $"<xmpRights:WebStatement>{X(licence)}</xmpRights:WebStatement>"
                    + $"<cc:license rdf:resource=\"{X(licence)}\"/>"
            );
        packet.Append("</rdf:Description></rdf:RDF></x:xmpmeta><?xpacket end=\"w\"?>");
        return packet.ToString();

        static string Alternatives(string name, string text) =>
            text.Length == 0
                ? ""
                : $"<{name}><rdf:Alt><rdf:li xml:lang=\"x-default\">{X(text)}</rdf:li></rdf:Alt></{name}>";

        static string X(string text) => SecurityElement.Escape(Office.ZipXml.Clean(text)) ?? "";
    }

    /// <summary>An element of the structure.</summary>
    internal static PdfDictionary Element(PdfDocument document, PdfDictionary parent, string tag)
    {
        PdfDictionary element = New(document, "/StructElem");
        element.Elements.SetName("/S", "/" + tag);
        element.Elements["/P"] = parent.Reference!;
        return element;
    }

    private static PdfDictionary New(PdfDocument document, string type)
    {
        var made = new PdfDictionary(document);
        made.Elements.SetName("/Type", type);
        document.Internals.AddObject(made);
        return made;
    }

    /// <summary>A dictionary that stands where it is used.</summary>
    internal static PdfDictionary Dictionary(
        PdfDocument document,
        params ReadOnlySpan<(string Name, PdfItem Value)> entries
    )
    {
        var made = new PdfDictionary(document);
        foreach ((string name, PdfItem value) in entries)
            made.Elements[name] = value;
        return made;
    }

    // A spot of PdfMarks: half a unit from the corner, three and a half thousandths high.
    [GeneratedRegex(@"^\.5 \.5 (?<w>\.?\d[\d.]*) \.003(?:49|50?)\d* re\nf\n", RegexOptions.Multiline)]
    private static partial Regex Spot();
}
