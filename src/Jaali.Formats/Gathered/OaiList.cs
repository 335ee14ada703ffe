using System.Globalization;
using System.Xml.Linq;
using Jaali.Core.Decks;
using Jaali.Core.Ledgers;
using Jaali.Core.Rights;

namespace Jaali.Formats;

/// <summary>What is asked of a list of records (OAI-PMH 2.0, section 4).</summary>
/// <param name="Verb">The verb; null where none is given.</param>
/// <param name="Identifier">Of one record.</param>
/// <param name="Prefix">The form of metadata.</param>
/// <param name="Token">Where a list goes on.</param>
/// <param name="From">Records changed since, as a date.</param>
/// <param name="Until">Records changed up to, as a date.</param>
/// <param name="Set">A set of records.</param>
public sealed record OaiRequest(
    string? Verb,
    string? Identifier = null,
    string? Prefix = null,
    string? Token = null,
    string? From = null,
    string? Until = null,
    string? Set = null
);

/// <summary>
/// The photos of a talk as a repository of OAI-PMH 2.0 in Dublin Core (oai_dc), so that other tools can harvest what
/// was
/// gathered. Lists are complete: there are no resumption tokens.
/// </summary>
public static class OaiList
{
    private static readonly XNamespace Oai = "http://www.openarchives.org/OAI/2.0/",
        OaiDc = "http://www.openarchives.org/OAI/2.0/oai_dc/",
        Dc = "http://purl.org/dc/elements/1.1/",
        Xsi = "http://www.w3.org/2001/XMLSchema-instance";

    private const string Prefix = "oai_dc",
        Day = "yyyy-MM-dd";

    /// <summary>Answers a request.</summary>
    /// <param name="deck">The talk.</param>
    /// <param name="entries">Its photos.</param>
    /// <param name="asked">The request.</param>
    /// <param name="address">The address that was asked, without its query.</param>
    /// <param name="photo">How a photo is handed out.</param>
    /// <param name="now">The time of the answer.</param>
    public static string Answer(
        Deck deck,
        IReadOnlyList<CreditEntry> entries,
        OaiRequest asked,
        Uri address,
        Func<CreditEntry, HandedPhoto> photo,
        DateTimeOffset now
    )
    {
        string today = now.UtcDateTime.ToString(Day, CultureInfo.InvariantCulture);
        var request = new XElement(Oai + "request", address.AbsoluteUri);
        XElement body = Body();
        // A request that cannot be read is not repeated with what was given (section 3.2).
        if (body.Name != Oai + "error" || (string?)body.Attribute("code") is not ("badVerb" or "badArgument"))
            foreach ((string name, string? value) in Given(asked))
                if (value is not null)
                    request.SetAttributeValue(name, value);
        var root = new XElement(
            Oai + "OAI-PMH",
            new XAttribute(XNamespace.Xmlns + "xsi", Xsi),
            new XAttribute(
                Xsi + "schemaLocation",
                "http://www.openarchives.org/OAI/2.0/ http://www.openarchives.org/OAI/2.0/OAI-PMH.xsd"
            ),
            new XElement(
                Oai + "responseDate",
                now.UtcDateTime.ToString("yyyy-MM-dd'T'HH:mm:ss'Z'", CultureInfo.InvariantCulture)
            ),
            request,
            body
        );
        return new XDeclaration("1.0", "UTF-8", null) + "\n" + root;

        XElement Body()
        {
            if (Fault(asked) is { } fault)
                return fault;
            switch (asked.Verb)
            {
                case "Identify":
                    return new(
                        Oai + "Identify",
                        new XElement(Oai + "repositoryName", deck.Title),
                        new XElement(Oai + "baseURL", address.AbsoluteUri),
                        new XElement(Oai + "protocolVersion", "2.0"),
                        new XElement(Oai + "adminEmail", "nobody@" + address.Host),
                        new XElement(Oai + "earliestDatestamp", today),
                        new XElement(Oai + "deletedRecord", "no"),
                        new XElement(Oai + "granularity", "YYYY-MM-DD")
                    );
                case "ListMetadataFormats":
                    return asked.Identifier is { } of && !entries.Any(e => Name(e) == of)
                        ? Error("idDoesNotExist", "There is no such record.")
                        : new(
                            Oai + "ListMetadataFormats",
                            new XElement(
                                Oai + "metadataFormat",
                                new XElement(Oai + "metadataPrefix", Prefix),
                                new XElement(Oai + "schema", "http://www.openarchives.org/OAI/2.0/oai_dc.xsd"),
                                new XElement(Oai + "metadataNamespace", OaiDc.NamespaceName)
                            )
                        );
                case "ListSets":
                    return Error("noSetHierarchy", "There are no sets.");
                case "GetRecord":
                    return entries.FirstOrDefault(e => Name(e) == asked.Identifier) is { } one
                        ? new(Oai + "GetRecord", Record(one))
                        : Error("idDoesNotExist", "There is no such record.");
                default:
                    bool within =
                        string.CompareOrdinal(asked.From ?? today, today) <= 0
                        && string.CompareOrdinal(asked.Until ?? today, today) >= 0;
                    if (entries.Count == 0 || !within)
                        return Error("noRecordsMatch", "No record matches.");
                    return asked.Verb == "ListRecords"
                        ? new(Oai + "ListRecords", entries.Select(Record))
                        : new(Oai + "ListIdentifiers", entries.Select(Header));
            }
        }

        // Where something is hidden, nothing says which photo it is.
        string Name(CreditEntry e) =>
            photo(e) is { Hides: true } handed ? "urn:jaali:" + handed.Name : "urn:sha256:" + e.Photo.Id;

        XElement Header(CreditEntry e) =>
            new(Oai + "header", new XElement(Oai + "identifier", Name(e)), new XElement(Oai + "datestamp", today));

        XElement Record(CreditEntry e)
        {
            // The whole photo is handed out: its credit speaks of no change that a slide makes.
            CreditParts p = CreditParts.Of(e.Photo.Rights, new Changes(1), deck.Style.Language);
            return new(
                Oai + "record",
                Header(e),
                new XElement(
                    Oai + "metadata",
                    new XElement(
                        OaiDc + "dc",
                        new XAttribute(XNamespace.Xmlns + "oai_dc", OaiDc),
                        new XAttribute(XNamespace.Xmlns + "dc", Dc),
                        new XAttribute(
                            Xsi + "schemaLocation",
                            "http://www.openarchives.org/OAI/2.0/oai_dc/ http://www.openarchives.org/OAI/2.0/oai_dc.xsd"
                        ),
                        Said("title", p.Title),
                        Said("creator", p.Maker),
                        Said("type", "StillImage"),
                        Said("format", "image/jpeg"),
                        Said("identifier", photo(e).Address),
                        Said("identifier", photo(e).Hides ? null : p.PictureUrl),
                        Said("source", p.SourceUrl),
                        Said("publisher", e.Photo.Rights.Collection),
                        Said("rights", p.TermsUrl),
                        Said("rights", e.Photo.Rights.Licence?.Name),
                        Said("rights", p.Notice),
                        Said("description", Credit.Full(p).Text)
                    )
                )
            );
        }
    }

    private static XElement? Said(string name, string? text) =>
        string.IsNullOrWhiteSpace(text) ? null : new XElement(Dc + name, Clean(text));

    // What XML 1.0 cannot carry is left out.
    private static string Clean(string text) =>
        string.Concat(text.Where(c => System.Xml.XmlConvert.IsXmlChar(c) || char.IsSurrogate(c)));

    private static IEnumerable<(string Name, string? Value)> Given(OaiRequest r) =>
        [
            ("verb", r.Verb),
            ("identifier", r.Identifier),
            ("metadataPrefix", r.Prefix),
            ("resumptionToken", r.Token),
            ("from", r.From),
            ("until", r.Until),
            ("set", r.Set),
        ];

    // The arguments that each verb must and may have (section 4).
    private static XElement? Fault(OaiRequest r)
    {
        (string[] must, string[] may)? knows = r.Verb switch
        {
            "Identify" => ([], []),
            "ListMetadataFormats" => ([], ["identifier"]),
            "ListSets" => ([], ["resumptionToken"]),
            "GetRecord" => (["identifier", "metadataPrefix"], []),
            "ListRecords" or "ListIdentifiers" => (["metadataPrefix"], ["from", "until", "set", "resumptionToken"]),
            _ => null,
        };
        if (knows is not { } k)
            return Error("badVerb", "This is none of the six verbs.");
        string[] given = [.. Given(r).Where(g => g.Value is not null && g.Name != "verb").Select(g => g.Name)];
        if (given.Contains("resumptionToken"))
            return k.may.Contains("resumptionToken") && given.Length == 1
                ? Error("badResumptionToken", "Lists are complete: no token was given.")
                : Error("badArgument", "A token stands alone.");
        if (k.must.Except(given).FirstOrDefault() is { } missing)
            return Error("badArgument", $"{missing} is missing.");
        if (given.Except(k.must).Except(k.may).FirstOrDefault() is { } other)
            return Error("badArgument", $"{other} does not belong to {r.Verb}.");
        if (r.Prefix is not null && r.Prefix != Prefix)
            return Error("cannotDisseminateFormat", "Records are in oai_dc.");
        if (r.Set is not null)
            return Error("noSetHierarchy", "There are no sets.");
        if (!IsDay(r.From) || !IsDay(r.Until) || string.CompareOrdinal(r.From ?? "", r.Until ?? "9999") > 0)
            return Error("badArgument", "Dates are days such as 2026-05-01, the first not after the last.");
        return null;
    }

    private static bool IsDay(string? text) =>
        text is null || DateOnly.TryParseExact(text, Day, CultureInfo.InvariantCulture, DateTimeStyles.None, out _);

    private static XElement Error(string code, string text) => new(Oai + "error", new XAttribute("code", code), text);
}
