using System.Globalization;
using System.Xml.Linq;
using Jaali.Core.Photos;
using Jaali.Core.Rights;

namespace Jaali.Sources.Feeds;

/// <summary>What a feed says.</summary>
/// <param name="Title">Its title; empty where it has none.</param>
/// <param name="Candidates">The pictures of its entries, in its order.</param>
/// <param name="Total">How many a search found in all (OpenSearch), or null.</param>
/// <param name="Next">Where it goes on (RFC 5005), or null.</param>
/// <param name="Entries">How many entries it has, with pictures or without.</param>
public sealed record FeedReading(string Title, IReadOnlyList<Candidate> Candidates, int? Total, Uri? Next, int Entries);

/// <summary>
/// Reads feeds of whatever kind: Atom 1.0 (RFC 4287) and 0.3, RSS 0.9x and 2.0, RSS 1.0 and 0.90 in RDF, each with
/// Media
/// RSS 1.5, Dublin Core and Creative Commons elements. An entry that cannot be read loses itself and no other.
/// </summary>
public static class FeedReader
{
    internal static readonly XNamespace Atom = "http://www.w3.org/2005/Atom",
        OpenSearch = "http://a9.com/-/spec/opensearch/1.1/";

    // Feeds as they are found in the wild: none, and every namespace in which their elements were ever put.
    private static readonly HashSet<string> Kinds =
    [
        "",
        Atom.NamespaceName,
        "http://purl.org/atom/ns#",
        "http://purl.org/rss/1.0/",
        "http://my.netscape.com/rdf/simple/0.9/",
        "http://channel.netscape.com/rdf/simple/0.9/",
        "http://backend.userland.com/rss",
        "http://backend.userland.com/rss2",
        "http://blogs.law.harvard.edu/tech/rss",
    ];

    /// <summary>True for the root of a feed.</summary>
    public static bool IsFeed(XElement root) =>
        root.Name.LocalName is "feed" or "rss" && Kinds.Contains(root.Name.NamespaceName)
        || root.Name.LocalName == "RDF" && root.Elements().Any(e => e.Name.LocalName is "channel" or "item");

    /// <summary>Reads a feed.</summary>
    /// <param name="feed">Its root.</param>
    /// <param name="collection">The collection's identity.</param>
    /// <param name="collectionName">The collection's name.</param>
    /// <param name="address">Where it was read.</param>
    /// <param name="now">When it was read.</param>
    public static FeedReading Read(
        XElement feed,
        string collection,
        string collectionName,
        Uri address,
        DateTimeOffset now
    ) => ReadingTime.Limit(() => ReadIn(feed, collection, collectionName, address, now));

    private static FeedReading ReadIn(
        XElement feed,
        string collection,
        string collectionName,
        Uri address,
        DateTimeOffset now
    )
    {
        XElement head = feed.Own("channel").FirstOrDefault() ?? feed;
        LicenceOffer[] offers = [.. FeedTerms.OfFeed(head)];
        // In RSS 1.0 items stand beside the channel.
        XElement[] entries =
        [
            .. feed.Own("entry").Concat(head.Own("item")).Concat(head == feed ? [] : feed.Own("item")).Distinct(),
        ];
        List<Candidate> found = [];
        foreach (XElement entry in entries)
            try
            {
                ReadingTime.Check();
                found.AddRange(FeedEntry.Read(entry, collection, collectionName, address, offers, now));
            }
            catch (Exception e) when (e is FormatException or ArgumentException or InvalidOperationException)
            {
                // The entry is lost, and no other.
            }
        XElement? next = head.Elements(Atom + "link")
            .FirstOrDefault(l => (string?)l.Attribute("rel") == "next" && l.Attribute("href") is not null);
        return new FeedReading(
            FeedXml.Plain(head.Own("title").FirstOrDefault()?.Value),
            [.. found.DistinctBy(c => c.Id)],
            int.TryParse(
                head.Elements().FirstOrDefault(e => e.Name.LocalName == "totalResults")?.Value,
                NumberStyles.None,
                CultureInfo.InvariantCulture,
                out int total
            )
                ? total
                : null,
            next is not null && FeedXml.Web((string?)next.Attribute("href"), next, address) is { } url
                ? new Uri(url)
                : null,
            entries.Length
        );
    }

    /// <summary>Children of a feed's own vocabulary, whichever it is.</summary>
    internal static IEnumerable<XElement> Own(this XElement e, string name) =>
        e.Elements().Where(c => c.Name.LocalName == name && Kinds.Contains(c.Name.NamespaceName));
}
