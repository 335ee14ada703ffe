using System.Globalization;
using System.IO.Compression;
using System.Text;
using System.Xml;
using System.Xml.Linq;
using Jaali.Core.Composing;
using Jaali.Core.Decks;
using Jaali.Core.Scenes;
using static Jaali.Formats.Office.PptxNames;

namespace Jaali.Formats.Office;

/// <summary>
/// Writes a talk as a presentation of Office Open XML (ISO/IEC 29500, transitional): photos as pictures with their crop
/// and outline, words as words, notes, links, ways of coming in, moves, alternative texts, credits.
/// </summary>
/// <param name="from">Photos, typefaces and the painter.</param>
public sealed class PptxWriter(OfficeSources from)
{
    /// <summary>The media type of the file.</summary>
    public const string MediaType = "application/vnd.openxmlformats-officedocument.presentationml.presentation";

    private const string XmlType = "application/vnd.openxmlformats-officedocument.presentationml.";

    /// <summary>Writes it.</summary>
    /// <param name="output">Where to; left open.</param>
    /// <param name="deck">The talk.</param>
    /// <param name="slides">Its slides in order.</param>
    /// <param name="about">Credits, licence, notes.</param>
    /// <param name="progress">Told the number of slides written.</param>
    /// <param name="cancel">Stops between slides.</param>
    public void Write(
        Stream output,
        Deck deck,
        IReadOnlyList<ExportSlide> slides,
        OfficeAbout about,
        Action<int>? progress = null,
        CancellationToken cancel = default
    )
    {
        using var zip = new ZipArchive(output, ZipArchiveMode.Create, leaveOpen: true);
        var package = new Package(zip);
        var media = new OfficeMedia(zip, "ppt/media/", from);
        var charts = new PptxCharts(package, from, deck.Style.Language);
        var faces = new HashSet<string>(StringComparer.Ordinal);
        Dictionary<Guid, int> numbers = [];
        for (int i = 0; i < slides.Count; i++)
            numbers.TryAdd(slides[i].Slide.Id, i + 1);
        bool notes = about.Notes && slides.Any(s => s.Slide.Notes.Length > 0);
        for (int i = 0; i < slides.Count; i++)
        {
            cancel.ThrowIfCancellationRequested();
            ExportSlide slide = slides[i];
            var links = new Relations();
            links.To("slideLayout", $"../slideLayouts/slideLayout{(PptxSlide.HasTitle(slide) ? 1 : 2)}.xml");
            XElement xml = new PptxSlide(deck, slide, from, media, charts, links, numbers, faces).Write();
            bool noted = notes && slide.Slide.Notes.Length > 0 && slide.Scene.Page == 0;
            if (noted)
            {
                links.To("notesSlide", $"../notesSlides/notesSlide{i + 1}.xml");
                var back = new Relations();
                back.To("notesMaster", "../notesMasters/notesMaster1.xml");
                back.To("slide", $"../slides/slide{i + 1}.xml");
                package.Put(
                    $"ppt/notesSlides/notesSlide{i + 1}.xml",
                    PptxParts.Notes(slide.Slide.Notes),
                    XmlType + "notesSlide+xml",
                    back
                );
            }
            package.Put($"ppt/slides/slide{i + 1}.xml", xml, XmlType + "slide+xml", links);
            progress?.Invoke(i + 1);
        }
        Presentation(package, deck, slides, faces, notes);
        package.Put(
            "docProps/core.xml",
            PptxParts.Core(deck, about),
            "application/vnd.openxmlformats-package.core-properties+xml"
        );
        package.Put(
            "docProps/app.xml",
            PptxParts.App(slides.Count),
            "application/vnd.openxmlformats-officedocument.extended-properties+xml"
        );
        foreach ((string ending, string type) in media.ClipTypes)
            package.Ending(ending, type);
        package.End("ppt/presentation.xml", "docProps/core.xml", "docProps/app.xml");
    }

    private void Presentation(
        Package package,
        Deck deck,
        IReadOnlyList<ExportSlide> slides,
        IEnumerable<string> faces,
        bool notes
    )
    {
        var links = new Relations();
        XElement masters =
                new(
                    P + "sldMasterIdLst",
                    new XElement(
                        P + "sldMasterId",
                        new XAttribute("id", 2147483648),
                        Rel(links.To("slideMaster", "slideMasters/slideMaster1.xml"))
                    )
                ),
            list = new(P + "sldIdLst");
        XElement? noteMasters = null;
        if (notes)
        {
            noteMasters = new(
                P + "notesMasterIdLst",
                new XElement(P + "notesMasterId", Rel(links.To("notesMaster", "notesMasters/notesMaster1.xml")))
            );
            var own = new Relations();
            own.To("theme", "../theme/theme2.xml");
            package.Put("ppt/notesMasters/notesMaster1.xml", PptxParts.NotesMaster(), XmlType + "notesMaster+xml", own);
            package.Put("ppt/theme/theme2.xml", PptxParts.Theme(deck), ThemeType);
        }
        for (int i = 0; i < slides.Count; i++)
            list.Add(
                new XElement(
                    P + "sldId",
                    new XAttribute("id", 256 + i),
                    Rel(links.To("slide", $"slides/slide{i + 1}.xml"))
                )
            );
        links.To("theme", "theme/theme1.xml");
        package.Put("ppt/theme/theme1.xml", PptxParts.Theme(deck), ThemeType);
        var master = new Relations();
        string[] layouts =
        [
            master.To("slideLayout", "../slideLayouts/slideLayout1.xml"),
            master.To("slideLayout", "../slideLayouts/slideLayout2.xml"),
        ];
        master.To("theme", "../theme/theme1.xml");
        package.Put(
            "ppt/slideMasters/slideMaster1.xml",
            PptxParts.Master(deck, layouts),
            XmlType + "slideMaster+xml",
            master
        );
        for (int i = 1; i <= 2; i++)
        {
            var own = new Relations();
            own.To("slideMaster", "../slideMasters/slideMaster1.xml");
            package.Put(
                $"ppt/slideLayouts/slideLayout{i}.xml",
                PptxParts.Layout(deck, i == 1),
                XmlType + "slideLayout+xml",
                own
            );
        }
        XElement? fonts = Fonts(package, links, faces);
        Core.Geometry.SlideRect bounds = deck.Shape.Bounds();
        XElement size = new(
            P + "sldSz",
            new XAttribute("cx", Emu(bounds.Width)),
            new XAttribute("cy", Emu(bounds.Height))
        );
        if (bounds is { Width: 1440, Height: 1080 })
            size.Add(new XAttribute("type", "screen4x3"));
        package.Put(
            "ppt/presentation.xml",
            new XElement(
                P + "presentation",
                new XAttribute(XNamespace.Xmlns + "a", A.NamespaceName),
                new XAttribute(XNamespace.Xmlns + "r", R.NamespaceName),
                new XAttribute(XNamespace.Xmlns + "p", P.NamespaceName),
                new XAttribute("saveSubsetFonts", 1),
                masters,
                noteMasters,
                list,
                size,
                new XElement(P + "notesSz", new XAttribute("cx", 6858000), new XAttribute("cy", 9144000)),
                fonts
            ),
            XmlType + "presentation.main+xml",
            links
        );
    }

    // Fonts that may be carried, by family; a family is carried in the four styles it is used in.
    private XElement? Fonts(Package package, Relations links, IEnumerable<string> faces)
    {
        XElement list = new(P + "embeddedFontLst");
        int number = 0;
        foreach (
            var family in from
                .Fonts.Faces.Where(f => faces.Contains(f.Id) && from.Fonts.MayEmbed(f.Id))
                .GroupBy(f => f.Family, StringComparer.Ordinal)
                .OrderBy(g => g.Key, StringComparer.Ordinal)
        )
        {
            XElement one = new(P + "embeddedFont", new XElement(P + "font", new XAttribute("typeface", family.Key)));
            foreach (var face in family.OrderBy(f => (f.Bold ? 1 : 0) + (f.Italic ? 2 : 0)))
            {
                if (from.Fonts.Bytes(face.Id) is not { } bytes || EmbeddedFont.Of(bytes) is not { } file)
                    continue;
                string name = $"fonts/font{++number}.fntdata";
                package.PutBytes("ppt/" + name, file);
                string style =
                    face.Bold && face.Italic ? "boldItalic"
                    : face.Bold ? "bold"
                    : face.Italic ? "italic"
                    : "regular";
                one.Add(new XElement(P + style, new XAttribute(R + "id", links.To("font", name))));
            }
            if (one.Elements().Count() > 1)
                list.Add(one);
        }
        return list.HasElements ? list : null;
    }

    private static XAttribute Rel(string id) => new(R + "id", id);

    private const string ThemeType = "application/vnd.openxmlformats-officedocument.theme+xml";

    /// <summary>The package while it is written: parts, their relations, the list of their types.</summary>
    internal sealed class Package(ZipArchive zip)
    {
        private readonly XElement _types = new(
            Types + "Types",
            Default("rels", "application/vnd.openxmlformats-package.relationships+xml"),
            Default("xml", "application/xml"),
            Default("jpeg", "image/jpeg"),
            Default("png", "image/png"),
            Default("fntdata", "application/x-fontdata"),
            Default("xlsx", ChartSheet.MediaType)
        );

        internal void Put(string name, XElement xml, string type, Relations? links = null)
        {
            ZipXml.Put(zip, name, xml);
            _types.Add(
                new XElement(
                    Types + "Override",
                    new XAttribute("PartName", "/" + name),
                    new XAttribute("ContentType", type)
                )
            );
            if (links is not null)
                ZipXml.Put(
                    zip,
                    $"{name[..(name.LastIndexOf('/') + 1)]}_rels/{name[(name.LastIndexOf('/') + 1)..]}.rels",
                    links.Xml
                );
        }

        internal void PutBytes(string name, byte[] bytes) =>
            ZipXml.PutBytes(zip, name, bytes, CompressionLevel.Optimal);

        /// <summary>Says of what type the files of an ending are.</summary>
        internal void Ending(string extension, string type) => _types.Add(Default(extension, type));

        /// <summary>Ends the package.</summary>
        /// <param name="document">The part that it is about.</param>
        /// <param name="core">Title, maker, dates; null for none.</param>
        /// <param name="app">What wrote it; null for none.</param>
        internal void End(string document, string? core = null, string? app = null)
        {
            var root = new Relations();
            root.To("officeDocument", document);
            if (core is not null)
                root.Add("http://schemas.openxmlformats.org/package/2006/relationships/metadata/core-properties", core);
            if (app is not null)
                root.To("extended-properties", app);
            ZipXml.Put(zip, "_rels/.rels", root.Xml);
            ZipXml.Put(zip, "[Content_Types].xml", _types);
        }

        private static XElement Default(string extension, string type) =>
            new(Types + "Default", new XAttribute("Extension", extension), new XAttribute("ContentType", type));
    }

    /// <summary>What a part leads to.</summary>
    internal sealed class Relations
    {
        private readonly Dictionary<string, string> _known = new(StringComparer.Ordinal);

        internal XElement Xml { get; } = new(Rels + "Relationships");

        /// <summary>The name of a relation to a part of the package, each once.</summary>
        internal string To(string kind, string target) =>
            Add("http://schemas.openxmlformats.org/officeDocument/2006/relationships/" + kind, target);

        /// <summary>The name of a relation to an address outside.</summary>
        internal string Out(string address) =>
            Add("http://schemas.openxmlformats.org/officeDocument/2006/relationships/hyperlink", address, true);

        internal string Add(string type, string target, bool outside = false)
        {
            string key = $"{type}|{target}";
            if (_known.TryGetValue(key, out string? id))
                return id;
            id = "rId" + (_known.Count + 1).ToString(CultureInfo.InvariantCulture);
            _known[key] = id;
            XElement one = new(
                Rels + "Relationship",
                new XAttribute("Id", id),
                new XAttribute("Type", type),
                new XAttribute("Target", target)
            );
            if (outside)
                one.Add(new XAttribute("TargetMode", "External"));
            Xml.Add(one);
            return id;
        }
    }
}

/// <summary>The charts of a file, each a part with its sheet.</summary>
internal sealed class PptxCharts(PptxWriter.Package package, OfficeSources from, string language)
{
    private int _count;

    /// <summary>Writes a chart; its name.</summary>
    internal string Put(ExportChart chart)
    {
        string name = string.Create(CultureInfo.InvariantCulture, $"chart{++_count}.xml"),
            sheet = string.Create(CultureInfo.InvariantCulture, $"sheet{_count}.xlsx");
        package.PutBytes("ppt/embeddings/" + sheet, ChartSheet.Write(chart));
        var links = new PptxWriter.Relations();
        string to = links.To("package", "../embeddings/" + sheet);
        package.Put(
            "ppt/charts/" + name,
            new PptxChart(chart, from.FamilyOf(chart.Words.Face), language).Write(to),
            "application/vnd.openxmlformats-officedocument.drawingml.chart+xml",
            links
        );
        return name;
    }
}

/// <summary>Names and measures of Office Open XML.</summary>
internal static class PptxNames
{
    internal static readonly XNamespace P = "http://schemas.openxmlformats.org/presentationml/2006/main",
        A = "http://schemas.openxmlformats.org/drawingml/2006/main",
        R = "http://schemas.openxmlformats.org/officeDocument/2006/relationships",
        Rels = "http://schemas.openxmlformats.org/package/2006/relationships",
        Types = "http://schemas.openxmlformats.org/package/2006/content-types";

    /// <summary>English Metric Units in a slide unit: half a point.</summary>
    internal const int EmuInUnit = 6350;

    /// <summary>Units as English Metric Units.</summary>
    internal static long Emu(double units) => (long)Math.Round(units * EmuInUnit);

    /// <summary>Words without characters that XML 1.0 does not know.</summary>
    internal static string Clean(string text) => ZipXml.Clean(text);
}

/// <summary>XML and bytes as entries of an archive.</summary>
internal static class ZipXml
{
    private static readonly XmlWriterSettings Settings = new()
    {
        Encoding = new UTF8Encoding(false),
        CloseOutput = false,
    };

    internal static void Put(ZipArchive zip, string name, XElement xml)
    {
        using Stream entry = zip.CreateEntry(name, CompressionLevel.Optimal).Open();
        using var writer = XmlWriter.Create(entry, Settings);
        new XDocument(new XDeclaration("1.0", "UTF-8", "yes"), xml).Save(writer);
    }

    internal static void PutBytes(ZipArchive zip, string name, byte[] bytes, CompressionLevel level)
    {
        using Stream entry = zip.CreateEntry(name, level).Open();
        entry.Write(bytes);
    }

    internal static string Clean(string text)
    {
        if (text.All(c => c is '\t' or '\n' or '\r' or >= ' ' and < '\uD800' or > '\uDFFF' and < '\uFFFE'))
            return text;
        var clean = new StringBuilder(text.Length);
        foreach (Rune r in text.EnumerateRunes())
            if (r.Value is 9 or 10 or 13 or (>= 0x20 and <= 0xD7FF) or (>= 0xE000 and <= 0xFFFD) or >= 0x10000)
                clean.Append(r.ToString());
        return clean.ToString();
    }
}

/// <summary>The pictures of a file, each once.</summary>
internal sealed class OfficeMedia(ZipArchive zip, string folder, OfficeSources from)
{
    private readonly Dictionary<string, (string Name, OfficePicture Picture)> _there = new(StringComparer.Ordinal);
    private readonly Dictionary<string, string> _clips = new(StringComparer.Ordinal);
    private readonly Dictionary<string, string> _clipTypes = new(StringComparer.Ordinal);
    private int _count;

    /// <summary>The clips that were put: their names and media types.</summary>
    internal IEnumerable<(string Name, string Type)> Clips =>
        _clips.Values.Distinct().Select(n => (n, _clipTypes[n[(n.LastIndexOf('.') + 1)..]]));

    /// <summary>Endings of the clips that were put, with their media types.</summary>
    internal IEnumerable<(string Ending, string Type)> ClipTypes => _clipTypes.Select(t => (t.Key, t.Value));

    /// <summary>The bytes of a clip, as they are; null where they do not go along.</summary>
    internal string? Clip(Playing plays)
    {
        if (_clips.TryGetValue(plays.Source, out string? known))
            return known;
        if (from.Clip(plays.Source) is not { } clip)
            return null;
        string name = $"clip{_clips.Count + 1}.{clip.Ending}";
        using (Stream entry = zip.CreateEntry(folder + name, CompressionLevel.NoCompression).Open())
        using (FileStream bytes = File.OpenRead(clip.File))
            bytes.CopyTo(entry);
        _clipTypes[clip.Ending] = clip.Type;
        return _clips[plays.Source] = name;
    }

    /// <summary>Names and types of what was put.</summary>
    internal IEnumerable<(string Name, string Kind)> All =>
        _there.Values.Select(v => (v.Name, v.Picture.Kind)).Distinct();

    /// <summary>A photo; null where its bytes are lost.</summary>
    internal (string Name, OfficePicture Picture)? Photo(PhotoNode photo, bool toned) =>
        Put(
            toned && photo.Colours is { } m
                ? $"{photo.Source}|{string.Join(',', m.Select(n => n.ToString(CultureInfo.InvariantCulture)))}"
                : photo.Source,
            () => from.Picture(photo, toned)
        );

    /// <summary>Something painted.</summary>
    internal (string Name, OfficePicture Picture) Painting(
        IReadOnlyList<SceneNode> nodes,
        Core.Geometry.SlideRect box
    ) => Put(Guid.NewGuid().ToString(), () => from.Painted(nodes, box))!.Value;

    private (string Name, OfficePicture Picture)? Put(string key, Func<OfficePicture?> make)
    {
        if (_there.TryGetValue(key, out var known))
            return known;
        if (make() is not { } picture)
            return null;
        string name = $"image{++_count}.{picture.Kind}";
        // Pictures are packed already.
        ZipXml.PutBytes(zip, folder + name, picture.Bytes, CompressionLevel.NoCompression);
        return _there[key] = (name, picture with { Bytes = [] });
    }
}
