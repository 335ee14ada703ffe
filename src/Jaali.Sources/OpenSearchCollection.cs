using System.Globalization;
using System.Text.RegularExpressions;
using System.Xml;
using System.Xml.Linq;
using Jaali.Core;
using Jaali.Sources.Feeds;

namespace Jaali.Sources;

/// <summary>
/// A collection that describes its search with OpenSearch 1.1 and answers with Atom (RFC 4287) carrying Media RSS 1.5.
/// A general reader of these formats, not of one server.
/// </summary>
public sealed partial class OpenSearchCollection(
    SourceHttp http,
    TimeProvider clock,
    string id,
    string name,
    Uri description
) : IPhotoCollection
{
    private const int PageSize = 40;
    private string? _template;
    private int _firstPage = 1;

    /// <inheritdoc/>
    public string Id => id;

    /// <inheritdoc/>
    public string Name => name;

    /// <inheritdoc/>
    public async Task<SearchPage> SearchAsync(string words, int page, CancellationToken cancel = default)
    {
        _template ??= await ReadDescriptionAsync(cancel).ConfigureAwait(false);
        Uri address = Fill(_template, words, page);
        byte[] body = await http.GetAsync(address, Limits.Documents.AnswerBytes, cancel: cancel).ConfigureAwait(false);
        XElement feed = Parse(body).Root!;
        if (!FeedReader.IsFeed(feed))
            throw Rubbish();
        FeedReading read = FeedReader.Read(feed, id, name, address, clock.GetUtcNow());
        bool more = read.Next is not null && read.Candidates.Count > 0;
        return new SearchPage(read.Candidates, read.Total, more ? page + 1 : null);
    }

    private async Task<string> ReadDescriptionAsync(CancellationToken cancel)
    {
        byte[] body = await http.GetAsync(description, 256 * 1024, cancel: cancel).ConfigureAwait(false);
        XElement root = Parse(body).Root!;
        XElement url =
            FeedOf(root)
            ?? throw new SourceException($"{name} does not offer its search as a feed, so Jaali cannot search it.");
        if (
            int.TryParse(
                (string?)url.Attribute("pageOffset"),
                NumberStyles.None,
                CultureInfo.InvariantCulture,
                out int first
            )
        )
            _firstPage = first;
        return (string?)url.Attribute("template") is { Length: > 0 } template ? template : throw Rubbish();
    }

    /// <summary>The address for feeds in a description, Atom before RSS; null where there is none.</summary>
    internal static XElement? FeedOf(XElement description)
    {
        foreach (
            string type in (string[])["application/atom+xml", "application/rss+xml", "application/rdf+xml", "text/xml"]
        )
            if (
                description
                    .Elements()
                    .FirstOrDefault(u =>
                        u.Name.LocalName == "Url"
                        && ((string?)u.Attribute("type"))?.StartsWith(type, StringComparison.OrdinalIgnoreCase) == true
                        && (string?)u.Attribute("rel") is null or "results"
                    ) is
                { } url
            )
                return url;
        return null;
    }

    private Uri Fill(string template, string words, int page)
    {
        string filled = Parameter()
            .Replace(
                template,
                m =>
                    m.Groups[1].Value switch
                    {
                        "searchTerms" => Uri.EscapeDataString(words),
                        "startPage" => (page - 1 + _firstPage).ToString(CultureInfo.InvariantCulture),
                        "startIndex" => ((page - 1) * PageSize + 1).ToString(CultureInfo.InvariantCulture),
                        "count" => PageSize.ToString(CultureInfo.InvariantCulture),
                        "inputEncoding" or "outputEncoding" => "UTF-8",
                        "language" => "*",
                        _ => "",
                    }
            );
        return Uri.TryCreate(description, filled, out Uri? address) ? address : throw Rubbish();
    }

    private XDocument Parse(byte[] body)
    {
        try
        {
            return SafeXml.Parse(body, Limits.Documents.AnswerBytes);
        }
        catch (XmlException e)
        {
            throw Rubbish(e);
        }
    }

    private SourceException Rubbish(Exception? inner = null) =>
        new($"{name} answered with something that is not a search result. Try again later.", inner);

    [GeneratedRegex(@"\{(?:[^{}:?]+:)?([A-Za-z]+)\??\}")]
    private static partial Regex Parameter();
}
