using System.Globalization;
using System.Xml.Linq;
using NetVips;

namespace Jaali.StandIns;

/// <summary>
/// A field-studies archive: OAI-PMH 2.0 with Dublin Core, old scans, licences in prose, records with gaps. It can be
/// filled up with invented records for measuring.
/// </summary>
public sealed class Archive(IReadOnlyList<PhotoRecord> photos, string folder, int generated)
{
    private const int PageSize = 100;
    private static readonly XNamespace Oai = "http://www.openarchives.org/OAI/2.0/",
        Container = "http://www.openarchives.org/OAI/2.0/oai_dc/",
        Dc = "http://purl.org/dc/elements/1.1/";
    private static readonly string[] Places =
        ["Long Ness", "Tern Bar", "Hallow Flats", "Gannock", "Brae Sound", "the west dune", "Oar Point", "Withy Reach"],
        Things =

        [
            "dune",
            "marram",
            "mudflat",
            "shingle",
            "groyne",
            "tide gauge",
            "saltmarsh",
            "fog bank",
            "creek",
            "storm line",
        ];
    private static readonly string[] Terms =
    [
        "Creative Commons Attribution 4.0",
        "CC BY-SA 3.0",
        "Public Domain Mark 1.0",
        "Rights not recorded",
        "CC0 1.0",
    ];

    private int Count => photos.Count + generated;

    /// <summary>Answers a request.</summary>
    public XDocument Answer(string origin, IQueryCollection q)
    {
        string verb = q["verb"].ToString();
        var root = new XElement(
            Oai + "OAI-PMH",
            new XElement(Oai + "responseDate", "2026-11-24T12:00:00Z"),
            new XElement(Oai + "request", new XAttribute("verb", verb), origin + "/archive/oai")
        );
        root.Add(
            verb switch
            {
                "Identify" => new XElement(
                    Oai + "Identify",
                    new XElement(Oai + "repositoryName", "Skarrow Field Studies"),
                    new XElement(Oai + "baseURL", origin + "/archive/oai"),
                    new XElement(Oai + "protocolVersion", "2.0"),
                    new XElement(Oai + "adminEmail", "archive@field.skarrow.example"),
                    new XElement(Oai + "earliestDatestamp", "2024-01-01"),
                    new XElement(Oai + "deletedRecord", "persistent"),
                    new XElement(Oai + "granularity", "YYYY-MM-DD")
                ),
                "ListRecords" => List(
                    origin,
                    q["from"].ToString(),
                    q["resumptionToken"].ToString(),
                    q["metadataPrefix"].ToString()
                ),
                "GetRecord" => Enumerable
                    .Range(0, Count)
                    .Where(i => Identifier(i) == q["identifier"].ToString())
                    .Select(i => new XElement(Oai + "GetRecord", Record(origin, i)))
                    .FirstOrDefault()
                    ?? Error("idDoesNotExist", "No such record."),
                _ => Error("badVerb", "The verb is missing or not known."),
            }
        );
        return new XDocument(root);
    }

    /// <summary>The scan of a record.</summary>
    public byte[]? Scan(string id)
    {
        if (photos.FirstOrDefault(p => p.Id == id) is not { } p)
            return null;
        using Image scan = Image.Thumbnail(Path.Combine(folder, p.File), 1500, height: 1500);
        return scan.JpegsaveBuffer(q: 86, keep: Enums.ForeignKeep.None);
    }

    /// <summary>The page about a record.</summary>
    public string? Page(string id) =>
        photos.FirstOrDefault(p => p.Id == id) is { } p
            ? MakersPages.Plain(p.Title, p.Maker, $"<p>{p.Licence}</p>", $"/archive/scan/{p.Id}.jpg")
            : null;

    private XElement List(string origin, string from, string token, string prefix)
    {
        int at = 0;
        if (token.Length > 0)
        {
            string[] parts = token.Split('!');
            if (parts.Length != 2 || !int.TryParse(parts[1], CultureInfo.InvariantCulture, out at))
                return Error("badResumptionToken", "The token is not known.");
            from = parts[0];
        }
        else if (prefix != "oai_dc")
            return Error("cannotDisseminateFormat", "Only oai_dc.");
        int[] all = [.. Enumerable.Range(0, Count).Where(i => string.CompareOrdinal(Stamp(i), from) >= 0)];
        if (all.Length == 0)
            return Error("noRecordsMatch", "Nothing changed since then.");
        int size = generated > 0 ? 1000 : PageSize,
            next = at + size;
        return new XElement(
            Oai + "ListRecords",
            all.Skip(at).Take(size).Select(i => Record(origin, i)),
            new XElement(
                Oai + "resumptionToken",
                new XAttribute("completeListSize", all.Length),
                new XAttribute("cursor", at),
                next < all.Length ? $"{from}!{next}" : ""
            )
        );
    }

    private string Identifier(int i) =>
        i < photos.Count ? "oai:field.skarrow.example:" + photos[i].Id : $"oai:field.skarrow.example:g{i}";

    private string Stamp(int i) =>
        i < photos.Count ? $"2025-{i % 12 + 1:00}-{i % 27 + 1:00}" : $"2024-{i % 12 + 1:00}-{i % 28 + 1:00}";

    private XElement Record(string origin, int i)
    {
        var header = new XElement(
            Oai + "header",
            new XElement(Oai + "identifier", Identifier(i)),
            new XElement(Oai + "datestamp", Stamp(i))
        );
        if (i < photos.Count && photos[i].Licence == "deleted")
        {
            header.Add(new XAttribute("status", "deleted"));
            return new XElement(Oai + "record", header);
        }
        XElement Field(string name, string value) => new(Dc + name, value);
        XElement[] fields;
        if (i < photos.Count)
        {
            PhotoRecord p = photos[i];
            using Image size = Image.NewFromFile(Path.Combine(folder, p.File));
            double scale = Math.Min(1, 1500.0 / Math.Max(size.Width, size.Height));
            fields =
            [
                Field("title", p.Title),
                .. p.Maker.Length > 0 ? new[] { Field("creator", p.Maker) } : [],
                .. p.Tags.Select(t => Field("subject", t)),
                Field("description", $"Field photograph, {p.Taken[..4]}. {string.Join(' ', p.Tags)}."),
                Field("date", p.Taken),
                Field("type", "StillImage"),
                Field(
                    "format",
                    $"image/jpeg, {Math.Round(size.Width * scale)} x {Math.Round(size.Height * scale)} pixels"
                ),
                Field("identifier", $"{origin}/archive/record/{p.Id}"),
                Field("identifier", $"{origin}/archive/scan/{p.Id}.jpg"),
                Field("publisher", "Skarrow Field Studies"),
                .. p.Licence.Length > 0 ? new[] { Field("rights", p.Licence) } : [],
            ];
        }
        else
        {
            string place = Places[i % Places.Length],
                thing = Things[i / 7 % Things.Length];
            fields =
            [
                Field("title", $"Sheet {i}, {thing} at {place}"),
                Field("creator", $"Surveyor {i % 211}"),
                Field("subject", thing),
                Field("subject", place),
                Field(
                    "description",
                    $"Walk {i / 31}, {thing} seen from {Places[i / 3 % Places.Length]}, plate {i % 97}."
                ),
                Field("identifier", $"{origin}/archive/record/g{i}"),
                Field("identifier", $"{origin}/archive/scan/g{i}.jpg"),
                Field("format", "1500 x 1000 pixels"),
                Field("rights", Terms[i % Terms.Length]),
            ];
        }
        return new XElement(
            Oai + "record",
            header,
            new XElement(
                Oai + "metadata",
                new XElement(
                    Container + "dc",
                    new XAttribute(XNamespace.Xmlns + "oai_dc", Container),
                    new XAttribute(XNamespace.Xmlns + "dc", Dc),
                    fields
                )
            )
        );
    }

    private static XElement Error(string code, string words) => new(Oai + "error", new XAttribute("code", code), words);
}
