using System.Globalization;
using System.Net;
using System.Text.RegularExpressions;
using System.Xml.Linq;
using Jaali.Core.Photos;

namespace Jaali.Sources.Feeds;

/// <summary>Elements, addresses and words of feeds.</summary>
internal static partial class FeedXml
{
    internal static readonly XNamespace Rdf = "http://www.w3.org/1999/02/22-rdf-syntax-ns#",
        Terms = "http://purl.org/dc/terms/",
        Content = "http://purl.org/rss/1.0/modules/content/",
        Itunes = "http://www.itunes.com/dtds/podcast-1.0.dtd";

    /// <summary>True for an element of Media RSS, whose namespace is written in several ways.</summary>
    internal static bool IsMedia(XElement e, string name) =>
        e.Name.LocalName == name
        && e.Name.NamespaceName.TrimEnd('/')
            is "http://search.yahoo.com/mrss"
                or "https://search.yahoo.com/mrss"
                or "http://search.yahoo.com/rss"
                or "http://video.search.yahoo.com/mrss";

    /// <summary>Elements of Media RSS in an entry, at any depth.</summary>
    internal static IEnumerable<XElement> Media(this XElement entry, string name) =>
        entry.Descendants().Where(e => IsMedia(e, name));

    /// <summary>Elements of Dublin Core 1.1 in an entry.</summary>
    internal static IEnumerable<XElement> Dublin(this XElement entry, string name) =>
        entry
            .Elements()
            .Where(e =>
                e.Name.LocalName == name
                && (
                    e.Name.NamespaceName.StartsWith("http://purl.org/dc/elements/", StringComparison.Ordinal)
                    || e.Name.Namespace == Terms
                )
            );

    /// <summary>An absolute address, relative to <c>xml:base</c> where there is one.</summary>
    internal static string? Web(string? href, XElement at, Uri address)
    {
        if (string.IsNullOrWhiteSpace(href))
            return null;
        Uri from = address;
        foreach (XElement e in at.AncestorsAndSelf().Reverse())
            if (
                (string?)e.Attribute(XNamespace.Xml + "base") is { Length: > 0 } own
                && Uri.TryCreate(from, own.Trim(), out Uri? inner)
                && inner.Scheme is "http" or "https"
            )
                from = inner;
        return Json.Web(WebUtility.HtmlDecode(href.Trim()), from);
    }

    /// <summary>One line of words: markup and entities taken out, also where they were written twice.</summary>
    internal static string Plain(string? text)
    {
        if (string.IsNullOrEmpty(text))
            return "";
        string plain = text.Contains('<', StringComparison.Ordinal) ? Tag().Replace(text, " ") : text;
        if (plain.Contains('&', StringComparison.Ordinal))
            plain = Tag().Replace(WebUtility.HtmlDecode(plain), " ");
        return OneLine.Of(plain);
    }

    /// <summary>A rendition of an element with an address; its size is 0 where none is said.</summary>
    internal static Rendition? Size(XElement e, string? href, Uri address)
    {
        if (Web(href, e, address) is not { } url)
            return null;
        int w = Side("width"),
            h = Side("height");
        return w > 0 && h > 0 ? new Rendition(url, w, h) : new Rendition(url, 0, 0);

        int Side(string name) =>
            int.TryParse((string?)e.Attribute(name), NumberStyles.None, CultureInfo.InvariantCulture, out int n)
            && n < 100_000
                ? n
                : 0;
    }

    /// <summary>Words of an element: what Atom calls text is text (RFC 4287, 3.1.1), anything else may hold
    /// markup.</summary>
    internal static string Words(XElement e) =>
        e.Name.Namespace == FeedReader.Atom && (string?)e.Attribute("type") is null or "text"
            ? OneLine.Of(e.Value)
            : Plain(e.Value);

    /// <summary>The first that is not empty.</summary>
    internal static string First(params IEnumerable<string?> from) =>
        from.Select(s => s?.Trim() ?? "").FirstOrDefault(s => s.Length > 0) ?? "";

    [GeneratedRegex("<[^<>]{0,2000}>")]
    private static partial Regex Tag();
}
