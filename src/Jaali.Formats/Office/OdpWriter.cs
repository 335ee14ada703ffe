using System.Globalization;
using System.IO.Compression;
using System.Text;
using System.Xml.Linq;
using Jaali.Core.Composing;
using Jaali.Core.Decks;
using Jaali.Core.Scenes;
using static Jaali.Formats.Office.OdfNames;

namespace Jaali.Formats.Office;

/// <summary>
/// Writes a talk as an OpenDocument presentation (ODF 1.3): photos as pictures with their crop, words as words, notes,
/// links, ways of coming in, moves, alternative texts, credits. Lengths are points, of which a slide unit is half a
/// one.
/// </summary>
/// <param name="from">Photos, typefaces and the painter.</param>
public sealed class OdpWriter(OfficeSources from)
{
    /// <summary>The media type of the file.</summary>
    public const string MediaType = "application/vnd.oasis.opendocument.presentation";

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
        // The first entry says what the file is, as it is (ODF 1.3 part 2, 3.3).
        ZipXml.PutBytes(zip, "mimetype", Encoding.ASCII.GetBytes(MediaType), CompressionLevel.NoCompression);
        var media = new OfficeMedia(zip, "Pictures/", from);
        var charts = new OdpCharts(zip, from);
        var styles = new OdpStyles();
        Dictionary<Guid, string> names = [];
        for (int i = 0; i < slides.Count; i++)
            names.TryAdd(slides[i].Slide.Id, PageName(i, slides[i]));
        List<XElement> pages = [];
        HashSet<string> faces = new(StringComparer.Ordinal);
        for (int i = 0; i < slides.Count; i++)
        {
            cancel.ThrowIfCancellationRequested();
            pages.Add(
                new OdpPage(deck, slides[i], from, media, charts, styles, names, faces).Write(
                    PageName(i, slides[i]),
                    i + 1,
                    about.Notes
                )
            );
            progress?.Invoke(i + 1);
        }
        (XElement declarations, List<string> fonts) = Fonts(zip, faces);
        ZipXml.Put(
            zip,
            "content.xml",
            Document(
                "document-content",
                new XElement(Doc + "scripts"),
                declarations,
                new XElement(Doc + "automatic-styles", styles.Automatic),
                new XElement(Doc + "body", new XElement(Doc + "presentation", pages))
            )
        );
        ZipXml.Put(zip, "styles.xml", OdpParts.Styles(deck, declarations, styles));
        ZipXml.Put(zip, "meta.xml", OdpParts.Meta(deck, about, slides.Count));
        ZipXml.Put(
            zip,
            "META-INF/manifest.xml",
            OdpParts.Manifest([
                .. media.All.Select(m => ("Pictures/" + m.Name, "image/" + m.Kind)),
                .. media.Clips.Select(m => ("Pictures/" + m.Name, m.Type)),
                .. charts.All.SelectMany(n =>
                    ((string, string)[])[($"{n}/", OdpChart.MediaType), ($"{n}/content.xml", "text/xml")]
                ),
                .. fonts.Select(f => (f, "application/x-font-ttf")),
            ])
        );
    }

    private static string PageName(int index, ExportSlide slide) =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"{(slide.Slide.Kind == SlideKind.Credits ? PptxSlide.Computed : "page")}{index + 1}"
        );

    private (XElement Declarations, List<string> Files) Fonts(ZipArchive zip, IEnumerable<string> used)
    {
        XElement list = new(Doc + "font-face-decls");
        List<string> files = [];
        foreach (
            var family in from
                .Fonts.Faces.Where(f => used.Contains(f.Id))
                .GroupBy(f => f.Family, StringComparer.Ordinal)
                .OrderBy(g => g.Key, StringComparer.Ordinal)
        )
        {
            XElement source = new(Svg + "font-face-src");
            foreach (var face in family)
            {
                if (!from.Fonts.MayEmbed(face.Id) || from.Fonts.Bytes(face.Id) is not { } bytes)
                    continue;
                string file = $"Fonts/font{files.Count + 1}.ttf";
                ZipXml.PutBytes(zip, file, bytes, CompressionLevel.Optimal);
                files.Add(file);
                source.Add(
                    new XElement(
                        Svg + "font-face-uri",
                        new XAttribute(XLink + "type", "simple"),
                        new XAttribute(XLink + "href", file),
                        new XElement(Svg + "font-face-format", new XAttribute(Svg + "string", "truetype"))
                    )
                );
            }
            list.Add(
                new XElement(
                    Style + "font-face",
                    new XAttribute(Style + "name", family.Key),
                    new XAttribute(Svg + "font-family", $"'{family.Key}'"),
                    source.HasElements ? source : null
                )
            );
        }
        return (list, files);
    }
}

/// <summary>The charts of a document, each a document in it.</summary>
internal sealed class OdpCharts(ZipArchive zip, OfficeSources from)
{
    private readonly List<string> _names = [];

    /// <summary>The folders that were put.</summary>
    internal IReadOnlyList<string> All => _names;

    /// <summary>Writes a chart; the name of its folder.</summary>
    internal string Put(ExportChart chart)
    {
        string name = string.Create(CultureInfo.InvariantCulture, $"Chart{_names.Count + 1}");
        ZipXml.Put(zip, name + "/content.xml", new OdpChart(chart, from.FamilyOf(chart.Words.Face)).Write());
        _names.Add(name);
        return name;
    }
}

/// <summary>Names and measures of OpenDocument.</summary>
internal static class OdfNames
{
    internal static readonly XNamespace Doc = "urn:oasis:names:tc:opendocument:xmlns:office:1.0",
        Style = "urn:oasis:names:tc:opendocument:xmlns:style:1.0",
        Text = "urn:oasis:names:tc:opendocument:xmlns:text:1.0",
        Draw = "urn:oasis:names:tc:opendocument:xmlns:drawing:1.0",
        Presentation = "urn:oasis:names:tc:opendocument:xmlns:presentation:1.0",
        Fo = "urn:oasis:names:tc:opendocument:xmlns:xsl-fo-compatible:1.0",
        Svg = "urn:oasis:names:tc:opendocument:xmlns:svg-compatible:1.0",
        Smil = "urn:oasis:names:tc:opendocument:xmlns:smil-compatible:1.0",
        Anim = "urn:oasis:names:tc:opendocument:xmlns:animation:1.0",
        Table = "urn:oasis:names:tc:opendocument:xmlns:table:1.0",
        Chart = "urn:oasis:names:tc:opendocument:xmlns:chart:1.0",
        Meta = "urn:oasis:names:tc:opendocument:xmlns:meta:1.0",
        Manifest = "urn:oasis:names:tc:opendocument:xmlns:manifest:1.0",
        XLink = "http://www.w3.org/1999/xlink",
        Dc = "http://purl.org/dc/elements/1.1/";

    /// <summary>The version of the format.</summary>
    internal const string Version = "1.3";

    /// <summary>Units as a length: half a point each.</summary>
    internal static string Points(double units) =>
        Math.Round(units / 2, 4).ToString("0.####", CultureInfo.InvariantCulture) + "pt";

    /// <summary>A share as a percentage.</summary>
    internal static string Percent(double share) =>
        Math.Round(share * 100, 2).ToString("0.##", CultureInfo.InvariantCulture) + "%";

    /// <summary>A document with every name it may use.</summary>
    internal static XElement Document(string name, params object?[] content) =>
        new(
            Doc + name,
            Prefix("office", Doc),
            Prefix("style", Style),
            Prefix("text", Text),
            Prefix("draw", Draw),
            Prefix("presentation", Presentation),
            Prefix("fo", Fo),
            Prefix("svg", Svg),
            Prefix("smil", Smil),
            Prefix("anim", Anim),
            Prefix("table", Table),
            Prefix("chart", Chart),
            Prefix("meta", Meta),
            Prefix("xlink", XLink),
            Prefix("dc", Dc),
            new XAttribute(Doc + "version", Version),
            content
        );

    private static XAttribute Prefix(string prefix, XNamespace ns) => new(XNamespace.Xmlns + prefix, ns.NamespaceName);
}

/// <summary>The styles of a document, each once.</summary>
internal sealed class OdpStyles
{
    private readonly Dictionary<string, string> _known = new(StringComparer.Ordinal);

    /// <summary>Styles that pages use.</summary>
    internal List<XElement> Automatic { get; } = [];

    /// <summary>Fills that have names: pictures, gradients, ways of thinning out.</summary>
    internal List<XElement> Fills { get; } = [];

    /// <summary>The name of a style of these properties.</summary>
    internal string Of(string family, params XElement?[] properties) =>
        Named(
            Automatic,
            family[..2],
            new XElement(Style + "style", new XAttribute(Style + "family", family), properties),
            Style
        );

    /// <summary>The name of a list style.</summary>
    internal string List(XElement list) => Named(Automatic, "li", list, Style);

    /// <summary>The name of a fill.</summary>
    internal string Fill(XElement fill) => Named(Fills, "fill", fill, Draw);

    private string Named(List<XElement> list, string prefix, XElement style, XNamespace ns)
    {
        string key = style.ToString(SaveOptions.DisableFormatting);
        if (_known.TryGetValue(key, out string? name))
            return name;
        name = string.Create(CultureInfo.InvariantCulture, $"{prefix}{_known.Count + 1}");
        style.SetAttributeValue(ns + "name", name);
        list.Add(style);
        return _known[key] = name;
    }
}
