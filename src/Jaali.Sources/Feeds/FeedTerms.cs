using System.Xml.Linq;
using Jaali.Core.Rights;

namespace Jaali.Sources.Feeds;

/// <summary>What feeds and entries say of rights, and whose it is.</summary>
internal static class FeedTerms
{
    /// <summary>Sayings about an entry's picture: <c>link rel="license"</c> (RFC 4946), <c>media:license</c>,
    /// <c>media:copyright</c>, <c>media:restriction</c>, Creative Commons and Dublin Core elements.</summary>
    internal static IEnumerable<string> OfMedia(XElement entry) =>
        entry
            .Media("license")
            .Concat(entry.Media("copyright"))
            .SelectMany(l =>
                new[] { (string?)l.Attribute("href") ?? (string?)l.Attribute("url"), FeedXml.Plain(l.Value) }
            )
            .Concat(entry.Media("restriction").Select(Restriction))
            .OfType<string>()
            .Where(s => s.Length > 0);

    /// <summary>Sayings about the entry as a whole.</summary>
    internal static IEnumerable<string> OfEntry(XElement e) =>
        e.Own("link")
            .Where(l => (string?)l.Attribute("rel") == "license")
            .Select(l => (string?)l.Attribute("href"))
            .Concat(
                e.Elements()
                    .Where(l => l.Name.LocalName is "license" or "useGuidelines" && IsTerms(l.Name.NamespaceName))
                    .Select(l =>
                        (string?)l.Attribute(FeedXml.Rdf + "resource")
                        ?? (string?)l.Attribute(FeedXml.Rdf + "about")
                        ?? (string?)l.Elements().Attributes(FeedXml.Rdf + "about").FirstOrDefault()
                        ?? l.Value
                    )
            )
            .Concat(e.Own("rights").Concat(e.Own("copyright")).Select(r => r.Value))
            .Concat(
                e.Dublin("rights")
                    .Concat(e.Dublin("license"))
                    .Concat(e.Dublin("accessRights"))
                    .Select(r => (string?)r.Attribute(FeedXml.Rdf + "resource") ?? r.Value)
            )
            .Select(FeedXml.Plain)
            .Where(s => s.Length > 0);

    /// <summary>What a feed says of itself: not the photos', offered alone.</summary>
    internal static IEnumerable<LicenceOffer> OfFeed(XElement head) =>
        OfEntry(head)
            .Concat(
                head.Elements()
                    .Where(e => FeedXml.IsMedia(e, "license") || FeedXml.IsMedia(e, "copyright"))
                    .SelectMany(l =>
                        new[] { (string?)l.Attribute("href") ?? (string?)l.Attribute("url"), FeedXml.Plain(l.Value) }
                    )
                    .OfType<string>()
            )
            .Select(s => (Said: s, Licence: LicenceReader.Read(s)))
            .Where(s => s.Licence is { Grant: not Grant.Closed })
            .Select(s => new LicenceOffer("the feed", s.Said, s.Licence!));

    // Where and how a picture may be shown limits it, whatever its licence says.
    private static string Restriction(XElement e) =>
        string.Join(
                ' ',
                "restriction:",
                (string?)e.Attribute("relationship"),
                (string?)e.Attribute("type"),
                FeedXml.Plain(e.Value)
            )
            .Trim();

    private static bool IsTerms(string ns) =>
        ns.Contains("creativecommons.org", StringComparison.OrdinalIgnoreCase)
        || ns.StartsWith("http://web.resource.org/cc/", StringComparison.OrdinalIgnoreCase)
        || ns.StartsWith("http://backend.userland.com/creativeCommonsRssModule", StringComparison.OrdinalIgnoreCase)
        || ns.StartsWith("http://cyber.law.harvard.edu/rss/creativeCommons", StringComparison.OrdinalIgnoreCase);
}
