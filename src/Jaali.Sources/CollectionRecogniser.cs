using System.Xml;
using System.Xml.Linq;
using AngleSharp.Html.Parser;
using Jaali.Core;
using Jaali.Sources.Feeds;

namespace Jaali.Sources;

/// <summary>The open protocols by which a collection is searched.</summary>
public enum Protocol
{
    /// <summary>OpenSearch 1.1 with Atom and Media RSS.</summary>
    OpenSearch,

    /// <summary>IIIF Presentation 3.0 with Content Search.</summary>
    Iiif,

    /// <summary>OAI-PMH 2.0 with Dublin Core, harvested.</summary>
    OaiPmh,

    /// <summary>A feed or a IIIF document without a search of its own, read whole and searched here.</summary>
    Document,
}

/// <summary>What was recognised at an address.</summary>
/// <param name="Protocol">How it is searched.</param>
/// <param name="Name">What it calls itself.</param>
/// <param name="Address">Of its description, collection document or repository.</param>
/// <param name="Says">What was recognised, in words.</param>
public sealed record RecognisedCollection(Protocol Protocol, string Name, Uri Address, string Says);

/// <summary>Finds out what protocol speaks at an address that a user gives.</summary>
public sealed class CollectionRecogniser(SourceHttp http, OaiPmh oai, TimeProvider clock)
{
    /// <summary>Reads the address, and the pages it points to, until a protocol is recognised.</summary>
    /// <exception cref="SourceException">Nothing can be read there, or nothing that Jaali can search.</exception>
    public async Task<RecognisedCollection> RecogniseAsync(Uri address, CancellationToken cancel = default)
    {
        Fetched fetched = await http.FetchAsync(address, Limits.Documents.DescriptionBytes, cancel: cancel)
            .ConfigureAwait(false);
        if (Json(fetched) is { } iiif)
            return iiif;
        // What has photos and no search is read whole; what has none says so.
        if (
            await new AddressReader(http, clock)
                .DocumentAsync(fetched, "", fetched.Address.Host, cancel)
                .ConfigureAwait(false) is
            { } document
        )
            return new RecognisedCollection(
                Protocol.Document,
                document.Title,
                fetched.Address,
                $"A document with {document.Candidates.Count} photos, read whole and searched here."
            );
        if (Xml(fetched) is { } root)
        {
            if (root.Name == FeedReader.OpenSearch + "OpenSearchDescription")
                return Described(root, fetched.Address);
            // A repository asked without a verb answers with an error of its own protocol (OAI-PMH 2.0, section 3.6).
            if (root.Name.LocalName == "OAI-PMH")
                return await RepositoryAsync(fetched.Address, cancel).ConfigureAwait(false);
        }
        else if (await PointedToAsync(fetched, cancel).ConfigureAwait(false) is { } found)
            return found;
        throw Nothing(address);
    }

    private async Task<RecognisedCollection?> PointedToAsync(Fetched page, CancellationToken cancel)
    {
        using var document = await new HtmlParser()
            .ParseDocumentAsync(ReadingTime.Stream(page.Bytes), cancel)
            .ConfigureAwait(false);
        string? link = document
            .QuerySelector("link[rel~=search][type='application/opensearchdescription+xml'][href]")
            ?.GetAttribute("href");
        if (link is not null && Sources.Json.Web(link, page.Address) is { } description)
        {
            Fetched fetched = await http.FetchAsync(
                    new Uri(description),
                    Limits.Documents.DescriptionBytes,
                    cancel: cancel
                )
                .ConfigureAwait(false);
            if (Xml(fetched) is { } root && root.Name == FeedReader.OpenSearch + "OpenSearchDescription")
                return Described(root, fetched.Address);
        }
        return null;
    }

    private async Task<RecognisedCollection> RepositoryAsync(Uri address, CancellationToken cancel)
    {
        Uri repository = new UriBuilder(address) { Query = "" }.Uri;
        OaiIdentity who = await oai.IdentifyAsync(repository, cancel).ConfigureAwait(false);
        return new RecognisedCollection(
            Protocol.OaiPmh,
            who.Name,
            repository,
            "A repository that is fetched whole (OAI-PMH with Dublin Core) and then searched here, also "
                + "without a network."
        );
    }

    private static RecognisedCollection Described(XElement root, Uri address)
    {
        string name = root.Element(FeedReader.OpenSearch + "LongName")?.Value.Trim() is { Length: > 0 } l
            ? l
            : root.Element(FeedReader.OpenSearch + "ShortName")?.Value.Trim() ?? address.Host;
        bool feed = OpenSearchCollection.FeedOf(root) is not null;
        return feed
            ? new RecognisedCollection(
                Protocol.OpenSearch,
                name,
                address,
                "A search that answers with feeds (OpenSearch with Atom and Media RSS)."
            )
            : throw new SourceException(
                $"{name} describes a search, but not one that answers with a feed, so Jaali cannot use it."
            );
    }

    private static RecognisedCollection? Json(Fetched fetched) =>
        AddressReader.JsonOf(fetched) is { } root
        && IiifPresentation.Is(root)
        && IiifCollection.SearchService(root, fetched.Address) is not null
            ? new RecognisedCollection(
                Protocol.Iiif,
                IiifPresentation.Name(root, fetched.Address),
                fetched.Address,
                "A museum or archive that makes any size of its images (IIIF Presentation with Content Search)."
            )
            : null;

    private static XElement? Xml(Fetched fetched)
    {
        try
        {
            return SafeXml.Parse(fetched.Bytes, Limits.Documents.DescriptionBytes).Root;
        }
        catch (XmlException)
        {
            return null;
        }
    }

    private static SourceException Nothing(Uri address) =>
        new(
            $"Nothing at {address.Authority} can be searched by Jaali. It knows OpenSearch descriptions, feeds, IIIF "
                + "collections and OAI-PMH repositories; give the address of one of these."
        );
}
