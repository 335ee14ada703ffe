using System.Text.Json;
using System.Xml;
using System.Xml.Linq;
using AngleSharp.Html.Parser;

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
}

/// <summary>What was recognised at an address.</summary>
/// <param name="Protocol">How it is searched.</param>
/// <param name="Name">What it calls itself.</param>
/// <param name="Address">Of its description, collection document or repository.</param>
/// <param name="Says">What was recognised, in words.</param>
public sealed record RecognisedCollection(Protocol Protocol, string Name, Uri Address, string Says);

/// <summary>Finds out what protocol speaks at an address that a user gives.</summary>
public sealed class CollectionRecogniser(SourceHttp http, OaiPmh oai)
{
    private const long MostBytes = 4 * 1024 * 1024;

    /// <summary>Reads the address, and the pages it points to, until a protocol is recognised.</summary>
    /// <exception cref="SourceException">Nothing can be read there, or nothing that Jaali can search.</exception>
    public async Task<RecognisedCollection> RecogniseAsync(Uri address, CancellationToken cancel = default)
    {
        Fetched fetched = await http.FetchAsync(address, MostBytes, cancel: cancel).ConfigureAwait(false);
        if (Json(fetched) is { } iiif)
            return iiif;
        if (Xml(fetched) is { } root)
        {
            if (root.Name == AtomMedia.OpenSearch + "OpenSearchDescription")
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
            .ParseDocumentAsync(new MemoryStream(page.Bytes), cancel)
            .ConfigureAwait(false);
        string? link = document
            .QuerySelector("link[rel~=search][type='application/opensearchdescription+xml'][href]")
            ?.GetAttribute("href");
        if (link is not null && Sources.Json.Web(link, page.Address) is { } description)
        {
            Fetched fetched = await http.FetchAsync(new Uri(description), MostBytes, cancel: cancel)
                .ConfigureAwait(false);
            if (Xml(fetched) is { } root && root.Name == AtomMedia.OpenSearch + "OpenSearchDescription")
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
            "A repository that is harvested (OAI-PMH with Dublin Core) and then searched here, also without a network."
        );
    }

    private static RecognisedCollection Described(XElement root, Uri address)
    {
        string name = root.Element(AtomMedia.OpenSearch + "LongName")?.Value.Trim() is { Length: > 0 } l
            ? l
            : root.Element(AtomMedia.OpenSearch + "ShortName")?.Value.Trim() ?? address.Host;
        bool feed = root.Elements(AtomMedia.OpenSearch + "Url")
            .Any(u =>
                ((string?)u.Attribute("type"))?.StartsWith("application/atom+xml", StringComparison.Ordinal) == true
            );
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

    private static RecognisedCollection? Json(Fetched fetched)
    {
        if (fetched.Bytes.AsSpan().TrimStart((byte)' ') is not [(byte)'{', ..])
            return null;
        try
        {
            using JsonDocument read = JsonDocument.Parse(fetched.Bytes, new JsonDocumentOptions { MaxDepth = 64 });
            JsonElement root = read.RootElement;
            if (root.Type() is not ("Collection" or "Manifest"))
                return null;
            string name = IiifPresentation.Language(root.At("label"));
            return IiifCollection.SearchService(root, fetched.Address) is null
                ? throw new SourceException(
                    $"{(name.Length > 0 ? name : fetched.Address.Host)} is a IIIF {root.Type().ToLowerInvariant()} without a search, so Jaali cannot use it."
                )
                : new RecognisedCollection(
                    Protocol.Iiif,
                    name.Length > 0 ? name : fetched.Address.Host,
                    fetched.Address,
                    "A museum or archive that makes any size of its images (IIIF Presentation 3 with Content Search)."
                );
        }
        catch (JsonException)
        {
            return null;
        }
    }

    private static XElement? Xml(Fetched fetched)
    {
        try
        {
            return SafeXml.Parse(fetched.Bytes, MostBytes).Root;
        }
        catch (XmlException)
        {
            return null;
        }
    }

    private static SourceException Nothing(Uri address) =>
        new(
            $"Nothing at {address.Authority} can be searched by Jaali. It knows OpenSearch descriptions, IIIF collections "
                + "with a search, and OAI-PMH repositories; give the address of one of these."
        );
}
