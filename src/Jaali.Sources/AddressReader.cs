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
            var unread = new Unread();
            IReadOnlyList<Candidate> shown = await OfIiifAsync(
                    json,
                    fetched.Address,
                    collection,
                    name,
                    0,
                    unread,
                    cancel
                )
                .ConfigureAwait(false);
            string title = IiifPresentation.Name(json, fetched.Address);
            if (shown.Count == 0)
                throw new SourceException(
                    unread.Failed.IsEmpty
                        ? IiifPresentation.WhyNot(json, fetched.Address)
                        : $"{title} is a IIIF collection of which nothing can be read: {unread.Sentence()}"
                );
            return Bounded(shown, title, unread.Sentence());
        }
        if (FeedOf(fetched) is not { } feed)
            return null;
        FeedReading read = FeedReader.Read(feed, collection, name, fetched.Address, clock.GetUtcNow());
        string called = read.Title.Length > 0 ? read.Title : fetched.Address.Host;
        List<Candidate> all = [.. read.Candidates];
        string further = await FollowAsync(read.Next, collection, name, all, cancel).ConfigureAwait(false);
        return all.Count > 0 ? Bounded(all, called, further)
            : read.Entries == 0 ? throw new SourceException($"{called} is a feed without entries.")
            : throw new SourceException($"{called} is a feed whose {read.Entries} entries show no still picture.");
    }

    private static PageReading Bounded(IEnumerable<Candidate> all, string title, string unread)
    {
        Candidate[] one = [.. all.DistinctBy(c => c.Id)],
            first = [.. one.Take(Limits.Documents.DocumentPhotos)];
        return new PageReading(first, title, true)
        {
            Unread =
                first.Length == one.Length
                    ? unread
                    : $"There are {one.Length} photos; the first {first.Length} can be chosen here. {unread}".Trim(),
        };
    }

    // The further pages of a feed (RFC 5005, section 3), until there is none, or one that was seen. A page that cannot
    // be read ends it and is said.
    private async Task<string> FollowAsync(
        Uri? next,
        string collection,
        string name,
        List<Candidate> all,
        CancellationToken cancel
    )
    {
        HashSet<Uri> seen = [];
        for (int page = 2; next is not null && all.Count < Limits.Documents.DocumentPhotos; page++)
        {
            if (page > Limits.Documents.FeedPages)
                return $"The feed goes on after {Limits.Documents.FeedPages} pages; those are read.";
            if (!seen.Add(next))
                return "";
            try
            {
                Fetched fetched = await http.FetchAsync(next, Limits.Documents.FeedBytes, cancel: cancel)
                    .ConfigureAwait(false);
                if (FeedOf(fetched) is not { } feed)
                    return $"Page {page} of the feed is no feed.";
                FeedReading read = FeedReader.Read(feed, collection, name, fetched.Address, clock.GetUtcNow());
                if (read.Entries == 0)
                    return "";
                all.AddRange(read.Candidates);
                next = read.Next;
            }
            catch (SourceException e)
            {
                return $"Page {page} of the feed cannot be read: {e.Message}";
            }
        }
        return "";
    }

    // What members of a collection were lost, and why.
    private sealed class Unread
    {
        internal System.Collections.Concurrent.ConcurrentQueue<string> Failed { get; } = new();
        internal int Passed;
        internal int All;

        internal string Sentence() =>
            (
                (
                    Failed.IsEmpty
                        ? ""
                        : $"{Failed.Count} of {All} manifests cannot be read ({Failed.First().TrimEnd('.')}). "
                ) + (Passed > 0 ? $"{Passed} more manifests than Jaali opens at once are left out." : "")
            ).Trim();
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
        Unread unread,
        CancellationToken cancel
    )
    {
        string called = name == address.Host ? IiifPresentation.Name(document, address) : name;
        if (document.Type() is "Manifest" or "sc:Manifest")
            return IiifPresentation.Candidates(document, address, null, collection, called, clock.GetUtcNow());
        (IReadOnlyList<Uri> manifests, IReadOnlyList<Uri> collections) = IiifPresentation.Members(document, address);
        Uri[] named = [.. manifests.Concat(depth < 2 ? collections : [])],
            next = [.. named.Take(Limits.Documents.Manifests)];
        Interlocked.Add(ref unread.All, next.Length);
        Interlocked.Add(ref unread.Passed, named.Length - next.Length);
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
                            read[i] = await OfIiifAsync(
                                    json,
                                    member.Address,
                                    collection,
                                    called,
                                    depth + 1,
                                    unread,
                                    stop
                                )
                                .ConfigureAwait(false);
                        else
                            unread.Failed.Enqueue($"what lies at {next[i].Authority} is no IIIF document");
                    }
                    catch (SourceException e)
                    {
                        // Lost by itself, and counted.
                        unread.Failed.Enqueue(e.Message);
                    }
                }
            )
            .ConfigureAwait(false);
        return [.. read.SelectMany(r => r)];
    }

    [System.Text.RegularExpressions.GeneratedRegex(@"<(?:\w+:)?(?:rss|feed|RDF)[\s>]")]
    private static partial System.Text.RegularExpressions.Regex FeedRoot();
}
