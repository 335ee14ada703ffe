using System.Xml.Linq;

namespace Jaali.StandIns;

/// <summary>A photo-sharing commons: OpenSearch 1.1 description, Atom results with Media RSS 1.5.</summary>
public sealed class Commons(string name, string path, IReadOnlyList<PhotoRecord> photos, RenditionCache shelf)
{
    private static readonly XNamespace Atom = "http://www.w3.org/2005/Atom";
    private static readonly XNamespace OpenSearch = "http://a9.com/-/spec/opensearch/1.1/";
    private static readonly XNamespace Media = "http://search.yahoo.com/mrss/";

    /// <summary>The description document.</summary>
    public XDocument Description(string origin) =>
        new(
            new XElement(
                OpenSearch + "OpenSearchDescription",
                new XElement(OpenSearch + "ShortName", name),
                new XElement(OpenSearch + "Description", "Photographs shared by the people of Skarrow and the sound"),
                new XElement(
                    OpenSearch + "Url",
                    new XAttribute("type", "application/atom+xml"),
                    new XAttribute(
                        "template",
                        origin + path + "/search?q={searchTerms}&page={startPage?}&count={count?}"
                    )
                ),
                new XElement(OpenSearch + "InputEncoding", "UTF-8")
            )
        );

    /// <summary>A page of results: sponsored entries first, as such places do, then by how many words fit.</summary>
    public XDocument Search(string origin, string words, int page, int count)
    {
        string[] asked = [.. words.Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(PhotoRecord.Stem)];
        PhotoRecord[] found =
        [
            .. photos
                .Select(p => (Photo: p, Score: p.Score(asked)))
                .Where(s => s.Score > 0)
                .OrderByDescending(s => s.Photo.Sponsored)
                .ThenByDescending(s => s.Score)
                .ThenBy(s => s.Photo.Id, StringComparer.Ordinal)
                .Select(s => s.Photo),
        ];
        PhotoRecord[] shown = [.. found.Skip((page - 1) * count).Take(count)];
        string self = $"{origin}{path}/search?q={Uri.EscapeDataString(words)}&page=";
        var feed = new XElement(
            Atom + "feed",
            new XAttribute(XNamespace.Xmlns + "media", Media),
            new XAttribute(XNamespace.Xmlns + "opensearch", OpenSearch),
            new XElement(Atom + "title", name + ": " + words),
            new XElement(Atom + "id", self + page),
            new XElement(Atom + "updated", "2026-01-01T00:00:00Z"),
            new XElement(OpenSearch + "totalResults", found.Length),
            new XElement(OpenSearch + "startIndex", (page - 1) * count + 1),
            new XElement(OpenSearch + "itemsPerPage", count),
            page * count < found.Length
                ? new XElement(
                    Atom + "link",
                    new XAttribute("rel", "next"),
                    new XAttribute("href", $"{self}{page + 1}&count={count}")
                )
                : null,
            shown.Select(p => Entry(origin, p))
        );
        return new XDocument(feed);
    }

    /// <summary>The page about one photo.</summary>
    public static string Page(PhotoRecord p) =>
        $"<!doctype html><meta charset=utf-8><title>{Html(p.Title)}</title><h1>{Html(p.Title)}</h1><p>by "
        + $"{Html(p.Maker)}, {Html(p.Taken)}</p>"
        + (
            p.Licence.StartsWith("http", StringComparison.Ordinal)
                ? $"<p><a rel=\"license\" href=\"{Html(p.Licence)}\">{Html(p.Licence)}</a></p>"
                : $"<p>{Html(p.Licence)}</p>"
        );

    private XElement Entry(string origin, PhotoRecord p)
    {
        (string Name, int Width, int Height)[] sizes = [.. shelf.Sizes(p)];
        bool licensed = p.Licence.StartsWith("http", StringComparison.Ordinal);
        XAttribute[] File(string size, int w, int h) =>
            [new("url", $"{origin}/file/{p.Id}/{size}.jpg"), new("width", w), new("height", h)];
        return new XElement(
            Atom + "entry",
            new XElement(Atom + "id", "tag:commons.skarrow.example,2026:" + p.Id),
            new XElement(Atom + "title", p.Title),
            new XElement(Atom + "updated", p.Taken + "T12:00:00Z"),
            p.Maker.Length > 0
                ? new XElement(
                    Atom + "author",
                    new XElement(Atom + "name", p.Maker),
                    new XElement(Atom + "uri", $"{origin}/people/{Uri.EscapeDataString(p.Maker)}")
                )
                : null,
            new XElement(
                Atom + "link",
                new XAttribute("rel", "alternate"),
                new XAttribute("href", $"{origin}/photo/{p.Id}")
            ),
            licensed
                ? new XElement(Atom + "link", new XAttribute("rel", "license"), new XAttribute("href", p.Licence))
                : new XElement(Atom + "rights", p.Licence),
            p.Tags.Select(t => new XElement(Atom + "category", new XAttribute("term", t))),
            new XElement(
                Media + "group",
                p.Clip is null
                    ? null
                    : new XElement(
                        Media + "content",
                        new XAttribute("url", $"{origin}/clip/{p.Id}{Path.GetExtension(p.Clip)}"),
                        new XAttribute("type", p.ClipType),
                        new XAttribute("medium", p.ClipType.Split('/')[0]),
                        new XAttribute("duration", p.Seconds)
                    ),
                sizes
                    .Where(_ => p.Clip is null)
                    .Select(s => new XElement(
                        Media + "content",
                        File(s.Name, s.Width, s.Height),
                        new XAttribute("medium", "image"),
                        new XAttribute("type", "image/jpeg")
                    )),
                new XElement(Media + "thumbnail", File(sizes[0].Name, sizes[0].Width, sizes[0].Height)),
                licensed
                    ? new XElement(
                        Media + "license",
                        new XAttribute("type", "text/html"),
                        new XAttribute("href", p.Licence)
                    )
                    : null,
                p.Sponsored
                    ? new XElement(
                        Media + "price",
                        new XAttribute("type", "purchase"),
                        new XAttribute("price", "39.00"),
                        new XAttribute("currency", "EUR")
                    )
                    : null
            )
        );
    }

    private static string Html(string text) => System.Net.WebUtility.HtmlEncode(text);
}
