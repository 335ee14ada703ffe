using System.Collections.Concurrent;
using System.Globalization;
using System.Xml;
using System.Xml.Linq;
using Jaali.Core;
using Jaali.Core.Photos;

namespace Jaali.Sources;

/// <summary>What a repository says of itself.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Earliest">Date stamp of its first record, as it writes them.</param>
/// <param name="Seconds">True where date stamps go down to seconds.</param>
public sealed record OaiIdentity(string Name, string Earliest, bool Seconds);

/// <summary>A harvested record: a candidate, or word that it is gone.</summary>
/// <param name="Identifier">Its identity in the repository.</param>
/// <param name="Stamp">Its date stamp.</param>
/// <param name="Candidate">Null where the record was deleted or shows no picture.</param>
/// <param name="Description">What it says beside title and subjects, for searching.</param>
/// <param name="Without">Why there is no candidate.</param>
public sealed record OaiRecord(
    string Identifier,
    string Stamp,
    Candidate? Candidate,
    string Description,
    WithoutPicture Without = WithoutPicture.No
);

/// <summary>Why a record has no candidate.</summary>
public enum WithoutPicture
{
    /// <summary>It has one.</summary>
    No,

    /// <summary>The repository says that it is deleted.</summary>
    Deleted,

    /// <summary>It names no file of a picture.</summary>
    NoFile,

    /// <summary>It cannot be read.</summary>
    Unreadable,
}

/// <summary>A page of records.</summary>
/// <param name="Records">In the repository's order.</param>
/// <param name="Token">Leads to the next page; null at the end.</param>
/// <param name="Whole">How many there are in all, where it says so.</param>
public sealed record OaiPage(IReadOnlyList<OaiRecord> Records, string? Token, int? Whole);

/// <summary>Thrown where a resumption token is no longer good: the harvest starts anew from its date stamp.</summary>
public sealed class TokenExpiredException() : Exception("The resumption token is no longer good.");

/// <summary>
/// Reads repositories that speak OAI-PMH 2.0 with unqualified Dublin Core or the Europeana Data Model. Section numbers
/// refer to that specification.
/// </summary>
public sealed class OaiPmh(SourceHttp http, TimeProvider clock)
{
    private const string Usual = "oai_dc";
    internal static readonly XNamespace Oai = "http://www.openarchives.org/OAI/2.0/";
    private readonly ConcurrentDictionary<Uri, string> _formats = new();

    /// <summary>Asks who a repository is (section 4.2).</summary>
    /// <exception cref="SourceException">It cannot be read.</exception>
    public async Task<OaiIdentity> IdentifyAsync(Uri repository, CancellationToken cancel = default)
    {
        XElement root = await AskAsync(repository, "verb=Identify", cancel).ConfigureAwait(false);
        XElement told = root.Element(Oai + "Identify") ?? throw Rubbish(repository);
        // Told before it is added, not after an hour of fetching.
        await FormatAsync(repository, cancel).ConfigureAwait(false);
        return new OaiIdentity(
            told.Element(Oai + "repositoryName")?.Value.Trim() ?? repository.Host,
            told.Element(Oai + "earliestDatestamp")?.Value.Trim() ?? "",
            (told.Element(Oai + "granularity")?.Value ?? "").Contains("hh", StringComparison.Ordinal)
        );
    }

    /// <summary>A page of records changed since a date stamp (section 4.5); with a token, the page it leads
    /// to.</summary>
    /// <exception cref="SourceException">The repository cannot be read.</exception>
    /// <exception cref="TokenExpiredException">The token is no longer good.</exception>
    public async Task<OaiPage> ListAsync(
        Uri repository,
        string? from,
        string? token,
        string collection,
        string collectionName,
        CancellationToken cancel = default
    )
    {
        string query = token is { Length: > 0 }
            ? "verb=ListRecords&resumptionToken=" + Uri.EscapeDataString(token)
            : "verb=ListRecords&metadataPrefix="
                + Uri.EscapeDataString(await FormatAsync(repository, cancel).ConfigureAwait(false))
                + (from is { Length: > 0 } ? "&from=" + Uri.EscapeDataString(from) : "");
        XElement root = await AskAsync(repository, query, cancel).ConfigureAwait(false);
        switch ((string?)root.Element(Oai + "error")?.Attribute("code"))
        {
            case null:
                break;
            case "noRecordsMatch":
                return new OaiPage([], null, 0);
            case "badResumptionToken":
                throw new TokenExpiredException();
            default:
                throw new SourceException(
                    $"{collectionName} refuses to list its records: {root.Element(Oai + "error")!.Value.Trim()}"
                );
        }
        XElement list = root.Element(Oai + "ListRecords") ?? throw Rubbish(repository);
        DateTimeOffset now = clock.GetUtcNow();
        OaiRecord[] records = ReadingTime.Limit<OaiRecord[]>(() =>
            [
                .. list.Elements(Oai + "record")
                    .Select(r =>
                    {
                        ReadingTime.Check();
                        return OaiRecords.Read(r, repository, collection, collectionName, AddressOf, now);
                    })
                    .OfType<OaiRecord>(),
            ]
        );
        XElement? resume = list.Element(Oai + "resumptionToken");
        int? whole = int.TryParse(
            (string?)resume?.Attribute("completeListSize"),
            NumberStyles.None,
            CultureInfo.InvariantCulture,
            out int n
        )
            ? n
            : null;
        return new OaiPage(records, resume?.Value.Trim() is { Length: > 0 } t ? t : null, whole);
    }

    /// <summary>One record as it is now, or null where it is gone (section 4.1).</summary>
    /// <exception cref="SourceException">The repository cannot be read.</exception>
    public async Task<Candidate?> GetAsync(
        Uri repository,
        string identifier,
        string collection,
        string collectionName,
        CancellationToken cancel = default
    )
    {
        await FormatAsync(repository, cancel).ConfigureAwait(false);
        XElement root = await AskAsync(repository, AddressOf(repository, identifier).Query[1..], cancel)
            .ConfigureAwait(false);
        return root.Element(Oai + "GetRecord")?.Element(Oai + "record") is { } record
            ? OaiRecords.Read(record, repository, collection, collectionName, AddressOf, clock.GetUtcNow())?.Candidate
            : null;
    }

    /// <summary>The address that answers for one record: where its evidence was read.</summary>
    public Uri AddressOf(Uri repository, string identifier) =>
        Query(
            repository,
            $"verb=GetRecord&metadataPrefix={Uri.EscapeDataString(_formats.GetValueOrDefault(repository, Usual))}"
                + "&identifier="
                + Uri.EscapeDataString(identifier)
        );

    // The Europeana Data Model where it is spoken, since it tells pictures from pages and whose rights are whose; else
    // Dublin Core, which every repository speaks (sections 2.5 and 4.4).
    private async Task<string> FormatAsync(Uri repository, CancellationToken cancel)
    {
        if (_formats.TryGetValue(repository, out string? known))
            return known;
        string format = Usual;
        XElement[] spoken = [];
        try
        {
            XElement root = await AskAsync(repository, "verb=ListMetadataFormats", cancel).ConfigureAwait(false);
            spoken = [.. root.Descendants(Oai + "metadataFormat")];
            format =
                spoken
                    .Where(f =>
                        f.Element(Oai + "metadataNamespace")?.Value.Contains("schemas/edm", StringComparison.Ordinal)
                            == true
                        || f.Element(Oai + "metadataPrefix")?.Value.Trim() == "edm"
                    )
                    .Select(f => f.Element(Oai + "metadataPrefix")?.Value.Trim())
                    .FirstOrDefault(p => p is { Length: > 0 })
                ?? Usual;
        }
        catch (SourceException)
        {
            // One that cannot say what it speaks is asked in what all have to.
        }
        // A list that names formats and none of these: nothing can be read there, however much there is.
        if (
            format == Usual
            && spoken.Length > 0
            && !Array.Exists(
                spoken,
                f =>
                    f.Element(Oai + "metadataPrefix")?.Value.Trim() == Usual
                    || f.Element(Oai + "metadataNamespace")?.Value.Contains("/oai_dc", StringComparison.Ordinal) == true
            )
        )
            throw new SourceException(
                $"{repository.Authority} speaks no Dublin Core, which every repository of OAI-PMH has to. It speaks: "
                    + string.Join(", ", spoken.Select(f => f.Element(Oai + "metadataPrefix")?.Value.Trim()).Take(8))
                    + ". Jaali cannot read its records."
            );
        return _formats.GetOrAdd(repository, format);
    }

    private async Task<XElement> AskAsync(Uri repository, string query, CancellationToken cancel)
    {
        byte[] body = await http.GetAsync(Query(repository, query), Limits.Documents.HarvestBytes, cancel: cancel)
            .ConfigureAwait(false);
        try
        {
            XElement root = SafeXml.Parse(body, Limits.Documents.HarvestBytes).Root!;
            return root.Name == Oai + "OAI-PMH" ? root : throw Rubbish(repository);
        }
        catch (XmlException e)
        {
            throw Rubbish(repository, e);
        }
    }

    private static Uri Query(Uri repository, string query) => new UriBuilder(repository) { Query = query }.Uri;

    private static SourceException Rubbish(Uri repository, Exception? inner = null) =>
        new($"{repository.Authority} answered with something that is not a list of records. Try again later.", inner);
}
