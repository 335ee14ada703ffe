using System.Text.Json;
using System.Xml;
using System.Xml.Linq;
using Jaali.Core;
using Jaali.Core.Photos;
using Jaali.Sources.Feeds;

namespace Jaali.Sources;

/// <summary>
/// Reads whatever a person gives the address of: a page, a feed, a IIIF manifest or collection, for the photos in it.
/// </summary>
public sealed partial class AddressReader(SourceHttp http, TimeProvider clock)
{
    private const int AtOnce = 6;

    /// <summary>Reads what was fetched.</summary>
    /// <exception cref="SourceException">There is no photo in it; the message says what it is instead.</exception>
    public async Task<PageReading> ReadAsync(Fetched fetched, CancellationToken cancel = default) =>
        await DocumentAsync(fetched, PageReader.Collection, fetched.Address.Host, cancel).ConfigureAwait(false)
        ?? PageReader.Read(fetched, clock.GetUtcNow());

    /// <summary>Reads a feed or a IIIF document; null for anything else.</summary>
    /// <param name="fetched">The document.</param>
    /// <param name="collection">The collection's identity.</param>
    /// <param name="name">The collection's name; the document's own where this is its host.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="SourceException">There is no photo in it; the message says what it is instead.</exception>
    public async Task<PageReading?> DocumentAsync(
        Fetched fetched,
        string collection,
        string name,
        CancellationToken cancel = default
    )
    {
        if (JsonOf(fetched) is { } json)
        {
            if (!IiifPresentation.Is(json))
                throw new SourceException(
                    $"What lies at {fetched.Address.Authority} is JSON, but no IIIF manifest or collection, "
                        + "so no photo can be read from it."
                );
            IReadOnlyList<Candidate> shown = await OfIiifAsync(json, fetched.Address, collection, name, 0, cancel)
                .ConfigureAwait(false);
            return shown.Count > 0
                ? new PageReading(
                    [.. shown.DistinctBy(c => c.Id).Take(Limits.Documents.DocumentPhotos)],
                    IiifPresentation.Name(json, fetched.Address),
                    true
                )
                : throw new SourceException(IiifPresentation.WhyNot(json, fetched.Address));
        }
        if (FeedOf(fetched) is not { } feed)
            return null;
        FeedReading read = FeedReader.Read(feed, collection, name, fetched.Address, clock.GetUtcNow());
        string title = read.Title.Length > 0 ? read.Title : fetched.Address.Host;
        return read.Candidates.Count > 0
                ? new PageReading([.. read.Candidates.Take(Limits.Documents.DocumentPhotos)], title, true)
            : read.Entries == 0 ? throw new SourceException($"{title} is a feed without entries.")
            : throw new SourceException($"{title} is a feed whose {read.Entries} entries show no still picture.");
    }

    /// <summary>The root of a feed, or null.</summary>
    public static XElement? FeedOf(Fetched fetched)
    {
        // A look at the head spares every page a parse as XML; the zeros are those of UTF-16.
        string head = System
            .Text.Encoding.Latin1.GetString(fetched.Bytes, 0, Math.Min(fetched.Bytes.Length, 8192))
            .Replace("\0", "", StringComparison.Ordinal);
        if (!FeedRoot().IsMatch(head))
            return null;
        try
        {
            return SafeXml.Parse(fetched.Bytes, Limits.Documents.FeedBytes).Root is { } root && FeedReader.IsFeed(root)
                ? root
                : null;
        }
        catch (XmlException)
        {
            return null;
        }
    }

    /// <summary>The JSON of a document that is an object, or null.</summary>
    public static JsonElement? JsonOf(Fetched fetched)
    {
        ReadOnlySpan<byte> bytes = fetched.Bytes;
        if (bytes.StartsWith((ReadOnlySpan<byte>)[0xEF, 0xBB, 0xBF]))
            bytes = bytes[3..];
        bytes = bytes.TrimStart(" \t\r\n"u8);
        if (bytes is not [(byte)'{', ..])
            return null;
        try
        {
            return Json.Parse(bytes);
        }
        catch (JsonException)
        {
            return null;
        }
    }

    // A manifest by itself; of a collection its manifests, and one level of the collections in it. One that cannot be
    // read loses itself and no other.
    private async Task<IReadOnlyList<Candidate>> OfIiifAsync(
        JsonElement document,
        Uri address,
        string collection,
        string name,
        int depth,
        CancellationToken cancel
    )
    {
        string called = name == address.Host ? IiifPresentation.Name(document, address) : name;
        if (document.Type() is "Manifest" or "sc:Manifest")
            return IiifPresentation.Candidates(document, address, null, collection, called, clock.GetUtcNow());
        (IReadOnlyList<Uri> manifests, IReadOnlyList<Uri> collections) = IiifPresentation.Members(document, address);
        Uri[] next = [.. manifests.Concat(depth < 2 ? collections : []).Take(Limits.Documents.Manifests)];
        var read = new IReadOnlyList<Candidate>[next.Length];
        await Parallel
            .ForAsync(
                0,
                next.Length,
                new ParallelOptions { MaxDegreeOfParallelism = AtOnce, CancellationToken = cancel },
                async (i, stop) =>
                {
                    read[i] = [];
                    try
                    {
                        Fetched member = await http.FetchAsync(next[i], Limits.Documents.FeedBytes, cancel: stop)
                            .ConfigureAwait(false);
                        if (JsonOf(member) is { } json && IiifPresentation.Is(json))
                            read[i] = await OfIiifAsync(json, member.Address, collection, called, depth + 1, stop)
                                .ConfigureAwait(false);
                    }
                    catch (SourceException)
                    {
                        // Lost by itself.
                    }
                }
            )
            .ConfigureAwait(false);
        return [.. read.SelectMany(r => r)];
    }

    [System.Text.RegularExpressions.GeneratedRegex(@"<(?:\w+:)?(?:rss|feed|RDF)[\s>]")]
    private static partial System.Text.RegularExpressions.Regex FeedRoot();
}
