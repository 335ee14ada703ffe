using System.Globalization;
using System.Xml.Linq;
using Jaali.Core.Photos;
using Jaali.Core.Rights;

namespace Jaali.Sources;

/// <summary>Reads an Atom entry with Media RSS 1.5 into a candidate.</summary>
internal static class AtomMedia
{
    internal static readonly XNamespace Atom = "http://www.w3.org/2005/Atom";
    internal static readonly XNamespace OpenSearch = "http://a9.com/-/spec/opensearch/1.1/";
    private static readonly XNamespace Media = "http://search.yahoo.com/mrss/";
    private static readonly XNamespace Dc = "http://purl.org/dc/elements/1.1/";
    private static readonly XNamespace Cc = "http://creativecommons.org/ns#";

    /// <summary>The candidate, or null where the entry offers no picture with an address.</summary>
    internal static Candidate? Read(
        XElement entry,
        string collection,
        string collectionName,
        Uri address,
        DateTimeOffset now
    )
    {
        Rendition[] renditions =
        [
            .. entry
                .Descendants(Media + "content")
                .Where(IsPicture)
                .Select(c => Size(c, address))
                .OfType<Rendition>()
                .DistinctBy(r => r.Url),
        ];
        if (renditions.Length == 0)
            return null;
        Rendition thumbnail =
            entry.Descendants(Media + "thumbnail").Select(t => Size(t, address)).OfType<Rendition>().FirstOrDefault()
            ?? renditions.MinBy(r => r.Width)!;
        string id = entry.Element(Atom + "id")?.Value.Trim() is { Length: > 0 } given ? given : renditions[0].Url;
        XElement? author = entry.Element(Atom + "author");
        string maker = FirstOf(
            entry.Descendants(Media + "credit").Select(c => c.Value),
            [author?.Element(Atom + "name")?.Value, entry.Element(Dc + "creator")?.Value]
        );
        (Licence? licence, string asFound) = Terms(entry);
        var rights = new RightsRecord(
            Title: FirstOf([
                entry.Element(Atom + "title")?.Value,
                entry.Descendants(Media + "title").FirstOrDefault()?.Value,
            ]),
            Maker: maker,
            MakerUrl: Web(author?.Element(Atom + "uri")?.Value, address),
            SourceUrl: Web(
                entry
                    .Elements(Atom + "link")
                    .FirstOrDefault(l => (string?)l.Attribute("rel") is null or "alternate")
                    ?.Attribute("href")
                    ?.Value,
                address
            ),
            Collection: collectionName,
            Licence: licence,
            LicenceAsFound: asFound,
            Notice: entry.Descendants(Media + "copyright").FirstOrDefault()?.Value.Trim() ?? "",
            Sponsored: entry.Descendants(Media + "price").Any()
        );
        string[] tags =
        [
            .. entry
                .Elements(Atom + "category")
                .Select(c => (string?)c.Attribute("term") ?? "")
                .Where(t => t.Length is > 0 and < 60)
                .Take(40),
        ];
        return new Candidate(
            id,
            collection,
            thumbnail,
            renditions,
            rights,
            tags,
            Evidence.Of(entry.ToString(SaveOptions.DisableFormatting), address.AbsoluteUri, now)
        );
    }

    /// <summary>
    /// The licence of an entry: <c>link rel="license"</c> (RFC 4946), <c>media:license</c>, <c>cc:license</c>, then
    /// prose. Where two of them name different licences, none is taken.
    /// </summary>
    private static (Licence? Licence, string AsFound) Terms(XElement entry)
    {
        return LicenceAgreement.Of([
            .. entry
                .Elements(Atom + "link")
                .Where(l => (string?)l.Attribute("rel") == "license")
                .Select(l => (string?)l.Attribute("href")),
            .. entry.Descendants(Media + "license").SelectMany(l => new[] { (string?)l.Attribute("href"), l.Value }),
            .. entry
                .Elements(Cc + "license")
                .Select(l =>
                    (string?)l.Attribute(XNamespace.Get("http://www.w3.org/1999/02/22-rdf-syntax-ns#") + "resource")
                    ?? l.Value
                ),
            .. entry.Elements(Atom + "rights").Select(r => r.Value),
            .. entry.Elements(Dc + "rights").Select(r => r.Value),
        ]);
    }

    private static bool IsPicture(XElement content) =>
        (string?)content.Attribute("medium") == "image"
        || ((string?)content.Attribute("type"))?.StartsWith("image/", StringComparison.Ordinal) == true;

    private static Rendition? Size(XElement e, Uri address)
    {
        if (Web((string?)e.Attribute("url"), address) is not { } url)
            return null;
        bool sized =
            int.TryParse((string?)e.Attribute("width"), NumberStyles.None, CultureInfo.InvariantCulture, out int w)
            & int.TryParse((string?)e.Attribute("height"), NumberStyles.None, CultureInfo.InvariantCulture, out int h);
        return sized && w is > 0 and < 100_000 && h is > 0 and < 100_000 ? new Rendition(url, w, h) : null;
    }

    private static string? Web(string? href, Uri address) =>
        href is { Length: > 0 } && Uri.TryCreate(address, href.Trim(), out Uri? uri) && uri.Scheme is "http" or "https"
            ? new Uri(address, href.Trim()).AbsoluteUri
            : null;

    private static string FirstOf(params IEnumerable<string?>[] from) =>
        from.SelectMany(f => f).FirstOrDefault(s => !string.IsNullOrWhiteSpace(s))?.Trim() ?? "";
}
