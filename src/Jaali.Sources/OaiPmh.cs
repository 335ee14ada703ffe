using System.Globalization;
using System.Text.RegularExpressions;
using System.Xml;
using System.Xml.Linq;
using Jaali.Core.Photos;
using Jaali.Core.Rights;

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
public sealed record OaiRecord(string Identifier, string Stamp, Candidate? Candidate, string Description);

/// <summary>A page of records.</summary>
/// <param name="Records">In the repository's order.</param>
/// <param name="Token">Leads to the next page; null at the end.</param>
/// <param name="Whole">How many there are in all, where it says so.</param>
public sealed record OaiPage(IReadOnlyList<OaiRecord> Records, string? Token, int? Whole);

/// <summary>Thrown where a resumption token is no longer good: the harvest starts anew from its date stamp.</summary>
public sealed class TokenExpiredException() : Exception("The resumption token is no longer good.");

/// <summary>
/// Reads repositories that speak OAI-PMH 2.0 with unqualified Dublin Core. Section numbers refer to that specification.
/// </summary>
public sealed partial class OaiPmh(SourceHttp http, TimeProvider clock)
{
    private const long MostBytes = 32 * 1024 * 1024;
    private static readonly XNamespace Oai = "http://www.openarchives.org/OAI/2.0/",
        Dc = "http://purl.org/dc/elements/1.1/";

    /// <summary>Asks who a repository is (section 4.2).</summary>
    /// <exception cref="SourceException">It cannot be read.</exception>
    public async Task<OaiIdentity> IdentifyAsync(Uri repository, CancellationToken cancel = default)
    {
        XElement root = await AskAsync(repository, "verb=Identify", cancel).ConfigureAwait(false);
        XElement told = root.Element(Oai + "Identify") ?? throw Rubbish(repository);
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
            : "verb=ListRecords&metadataPrefix=oai_dc"
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
        OaiRecord[] records =
        [
            .. list.Elements(Oai + "record")
                .Select(r => Record(r, repository, collection, collectionName, now))
                .OfType<OaiRecord>(),
        ];
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
        XElement root = await AskAsync(
                repository,
                "verb=GetRecord&metadataPrefix=oai_dc&identifier=" + Uri.EscapeDataString(identifier),
                cancel
            )
            .ConfigureAwait(false);
        return root.Element(Oai + "GetRecord")?.Element(Oai + "record") is { } record
            ? Record(record, repository, collection, collectionName, clock.GetUtcNow())?.Candidate
            : null;
    }

    /// <summary>The address that answers for one record: where its evidence was read.</summary>
    public static Uri AddressOf(Uri repository, string identifier) =>
        Query(repository, "verb=GetRecord&metadataPrefix=oai_dc&identifier=" + Uri.EscapeDataString(identifier));

    private static OaiRecord? Record(
        XElement record,
        Uri repository,
        string collection,
        string collectionName,
        DateTimeOffset now
    )
    {
        if (
            record.Element(Oai + "header") is not { } header
            || header.Element(Oai + "identifier")?.Value.Trim() is not { Length: > 0 } id
        )
            return null;
        string stamp = header.Element(Oai + "datestamp")?.Value.Trim() ?? "";
        if (
            (string?)header.Attribute("status") == "deleted"
            || record.Element(Oai + "metadata")?.Elements().FirstOrDefault() is not { } dc
        )
            return new OaiRecord(id, stamp, null, "");
        string[] All(string name) => [.. dc.Elements(Dc + name).Select(e => e.Value.Trim()).Where(v => v.Length > 0)];
        string[] addresses =
        [
            .. All("identifier")
                .Concat(All("relation"))
                .Concat(All("source"))
                .Where(v => Uri.TryCreate(v, UriKind.Absolute, out Uri? u) && u.Scheme is "http" or "https"),
        ];
        if (addresses.FirstOrDefault(a => PictureFile().IsMatch(a)) is not { } picture)
            return new OaiRecord(id, stamp, null, "");
        (int width, int height) = All("format")
            .Select(f => Pixels().Match(f))
            .Where(m => m.Success)
            .Select(m => (Int(m, 1), Int(m, 2)))
            .FirstOrDefault();
        (Licence? licence, string asFound) = LicenceAgreement.Of(All("rights"));
        string[] subjects =
        [
            .. All("subject")
                .SelectMany(s => s.Split(';', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries))
                .Where(s => s.Length < 60)
                .Take(40),
        ];
        var rights = new RightsRecord(
            Title: All("title").FirstOrDefault() ?? "",
            Maker: string.Join(", ", All("creator").Take(4)),
            MakerUrl: null,
            SourceUrl: addresses.FirstOrDefault(a => !PictureFile().IsMatch(a)),
            Collection: All("publisher").FirstOrDefault() ?? collectionName,
            Licence: licence,
            LicenceAsFound: asFound
        );
        var whole = new Rendition(picture, width, height);
        var candidate = new Candidate(
            id,
            collection,
            whole,
            [whole],
            rights,
            subjects,
            Evidence.Of(record.ToString(SaveOptions.DisableFormatting), AddressOf(repository, id).AbsoluteUri, now)
        );
        return new OaiRecord(
            id,
            stamp,
            candidate,
            string.Join(' ', All("description").Concat(All("coverage")).Concat(All("date")))
        );

        static int Int(Match m, int group) =>
            int.TryParse(m.Groups[group].Value, NumberStyles.None, CultureInfo.InvariantCulture, out int v)
            && v < 200_000
                ? v
                : 0;
    }

    private async Task<XElement> AskAsync(Uri repository, string query, CancellationToken cancel)
    {
        byte[] body = await http.GetAsync(Query(repository, query), MostBytes, cancel: cancel).ConfigureAwait(false);
        try
        {
            XElement root = SafeXml.Parse(body, MostBytes).Root!;
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

    [GeneratedRegex(@"\.(?:jpe?g|png|webp)(?:$|\?)", RegexOptions.IgnoreCase)]
    private static partial Regex PictureFile();

    [GeneratedRegex(@"(\d{2,6})\s*(?:x|×|by)\s*(\d{2,6})", RegexOptions.IgnoreCase)]
    private static partial Regex Pixels();
}
