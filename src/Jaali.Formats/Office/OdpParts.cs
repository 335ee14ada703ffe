using System.Globalization;
using System.Xml.Linq;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using static Jaali.Formats.Office.OdfNames;

namespace Jaali.Formats.Office;

/// <summary>The parts that every OpenDocument presentation has: styles, properties, the list of its files.</summary>
internal static class OdpParts
{
    internal static XElement Styles(Deck deck, XElement declarations, OdpStyles styles)
    {
        SlideRect b = deck.Shape.Bounds();
        return Document(
            "document-styles",
            new XElement(declarations),
            new XElement(
                Doc + "styles",
                styles.Fills,
                new XElement(
                    Style + "default-style",
                    new XAttribute(Style + "family", "graphic"),
                    new XElement(
                        Style + "graphic-properties",
                        new XAttribute(Draw + "stroke", "none"),
                        new XAttribute(Draw + "fill", "none"),
                        new XAttribute(Draw + "auto-grow-height", "false"),
                        new XAttribute(Fo + "padding-top", "0pt"),
                        new XAttribute(Fo + "padding-bottom", "0pt"),
                        new XAttribute(Fo + "padding-left", "0pt"),
                        new XAttribute(Fo + "padding-right", "0pt")
                    ),
                    new XElement(
                        Style + "text-properties",
                        new XAttribute(Fo + "language", deck.Style.Language),
                        new XAttribute(Fo + "country", "none")
                    )
                )
            ),
            new XElement(
                Doc + "automatic-styles",
                Page("slide", b.Width, b.Height, b.Width >= b.Height),
                Page("note", 1190, 1684, false),
                new XElement(
                    Style + "style",
                    new XAttribute(Style + "name", "master-page"),
                    new XAttribute(Style + "family", "drawing-page"),
                    new XElement(
                        Style + "drawing-page-properties",
                        new XAttribute(Draw + "fill", "solid"),
                        new XAttribute(Draw + "fill-color", deck.House.Paper)
                    )
                )
            ),
            new XElement(
                Doc + "master-styles",
                new XElement(
                    Style + "master-page",
                    new XAttribute(Style + "name", "Plain"),
                    new XAttribute(Style + "page-layout-name", "slide"),
                    new XAttribute(Draw + "style-name", "master-page"),
                    new XElement(Presentation + "notes", new XAttribute(Style + "page-layout-name", "note"))
                )
            )
        );
    }

    private static XElement Page(string name, double width, double height, bool wide) =>
        new(
            Style + "page-layout",
            new XAttribute(Style + "name", name),
            new XElement(
                Style + "page-layout-properties",
                new XAttribute(Fo + "margin", "0pt"),
                new XAttribute(Fo + "page-width", Points(width)),
                new XAttribute(Fo + "page-height", Points(height)),
                new XAttribute(Style + "print-orientation", wide ? "landscape" : "portrait")
            )
        );

    internal static XElement Meta(Deck deck, OfficeAbout about, int pages)
    {
        string now = DateTime.UtcNow.ToString("yyyy-MM-ddTHH:mm:ss", CultureInfo.InvariantCulture);
        return Document(
            "document-meta",
            new XElement(
                Doc + "meta",
                new XElement(OdfNames.Meta + "generator", "Jaali"),
                new XElement(Dc + "title", ZipXml.Clean(deck.Title)),
                new XElement(Dc + "description", ZipXml.Clean(string.Join('\n', about.Credits))),
                new XElement(OdfNames.Meta + "initial-creator", ZipXml.Clean(deck.Speaker)),
                new XElement(Dc + "creator", ZipXml.Clean(deck.Speaker)),
                new XElement(OdfNames.Meta + "creation-date", now),
                new XElement(Dc + "date", now),
                new XElement(Dc + "language", deck.Style.Language),
                about.Licence is { } licence
                    ? new XElement(
                        OdfNames.Meta + "user-defined",
                        new XAttribute(OdfNames.Meta + "name", "Licence"),
                        licence
                    )
                    : null,
                new XElement(
                    OdfNames.Meta + "document-statistic",
                    new XAttribute(OdfNames.Meta + "object-count", pages)
                )
            )
        );
    }

    internal static XElement Manifest(IEnumerable<(string Name, string Type)> files) =>
        new(
            OdfNames.Manifest + "manifest",
            new XAttribute(XNamespace.Xmlns + "manifest", OdfNames.Manifest.NamespaceName),
            new XAttribute(OdfNames.Manifest + "version", OdfNames.Version),
            new[]
            {
                ("/", OdpWriter.MediaType),
                ("content.xml", "text/xml"),
                ("styles.xml", "text/xml"),
                ("meta.xml", "text/xml"),
            }
                .Concat(files)
                .Select(f => new XElement(
                    OdfNames.Manifest + "file-entry",
                    new XAttribute(OdfNames.Manifest + "full-path", f.Item1),
                    f.Item1 == "/" ? new XAttribute(OdfNames.Manifest + "version", OdfNames.Version) : null,
                    new XAttribute(OdfNames.Manifest + "media-type", f.Item2)
                ))
        );
}
