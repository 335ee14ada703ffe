using System.Globalization;
using System.Text.RegularExpressions;
using System.Xml.Linq;
using Jaali.Core.Photos;
using Jaali.Core.Rights;

namespace Jaali.Sources;

/// <summary>Reads records of OAI-PMH: Dublin Core, also qualified, and the Europeana Data Model (EDM 5.2.8).</summary>
internal static partial class OaiRecords
{
    private const string Dc = "http://purl.org/dc/elements/1.1/",
        Terms = "http://purl.org/dc/terms/",
        Edm = "http://www.europeana.eu/schemas/edm/",
        Skos = "http://www.w3.org/2004/02/skos/core#",
        Ebu = "http://www.ebu.ch/metadata/ontologies/ebucore/ebucore#";
    private static readonly XNamespace Rdf = "http://www.w3.org/1999/02/22-rdf-syntax-ns#",
        Oai = OaiPmh.Oai;

    /// <summary>A record; null where it has no identity or cannot be read.</summary>
    internal static OaiRecord? Read(
        XElement record,
        Uri repository,
        string collection,
        string collectionName,
        Func<Uri, string, Uri> addressOf,
        DateTimeOffset now
    )
    {
        if (
            record.Element(Oai + "header") is not { } header
            || header.Element(Oai + "identifier")?.Value.Trim() is not { Length: > 0 } id
        )
            return null;
        string stamp = header.Element(Oai + "datestamp")?.Value.Trim() ?? "";
        OaiRecord Without(WithoutPicture why) => new(id, stamp, null, "", why);
        if ((string?)header.Attribute("status") == "deleted")
            return Without(WithoutPicture.Deleted);
        if (record.Element(Oai + "metadata")?.Elements().FirstOrDefault() is not { } metadata)
            return Without(WithoutPicture.Unreadable);
        try
        {
            Told? told = metadata.Descendants().Any(e => e.Name.NamespaceName == Edm)
                ? FromEdm(metadata)
                : FromDublinCore(metadata);
            if (told is null || told.Pictures.Count == 0)
                return Without(WithoutPicture.NoFile);
            Agreement terms = LicenceAgreement.Of(told.Rights);
            Rendition whole = told.Pictures[0];
            var candidate = new Candidate(
                id,
                collection,
                told.Thumbnail is { } small ? new Rendition(small, 0, 0) : whole,
                told.Pictures,
                new RightsRecord(
                    Title: told.Title,
                    Maker: told.Maker,
                    MakerUrl: null,
                    SourceUrl: told.Page,
                    Collection: told.Holder.Length > 0 ? told.Holder : collectionName,
                    Licence: terms.Licence,
                    LicenceAsFound: terms.AsFound
                )
                {
                    Notice = CopyrightNotice.Of(told.Rights),
                    Offers = terms.Offers,
                    PictureUrl = whole.Url,
                },
                told.Subjects,
                Evidence.Of(record.ToString(SaveOptions.DisableFormatting), addressOf(repository, id).AbsoluteUri, now)
            );
            return new OaiRecord(id, stamp, candidate, told.Description);
        }
        catch (Exception e) when (e is FormatException or ArgumentException or InvalidOperationException)
        {
            return Without(WithoutPicture.Unreadable);
        }
    }

    private sealed record Told(
        IReadOnlyList<Rendition> Pictures,
        string? Thumbnail,
        string? Page,
        string Title,
        string Maker,
        string Holder,
        IReadOnlyList<string> Rights,
        IReadOnlyList<string> Subjects,
        string Description
    );

    // Addresses may stand in any element, also among words; which of them is the picture shows in their ending, or in
    // the kind that the record names.
    private static Told? FromDublinCore(XElement dc)
    {
        XElement[] all = [.. dc.DescendantsAndSelf().Where(e => e.Name.NamespaceName is Dc or Terms)];
        string[] All(params string[] names) =>
            [
                .. names
                    .SelectMany(n => all.Where(e => e.Name.LocalName == n))
                    .Select(e => (string?)e.Attribute(Rdf + "resource") ?? e.Value)
                    .Select(OneLine.Of)
                    .Where(v => v.Length > 0)
                    .Distinct(),
            ];
        string[] addresses =
        [
            .. All(
                    "identifier",
                    "relation",
                    "source",
                    "hasFormat",
                    "hasVersion",
                    "hasPart",
                    "isFormatOf",
                    "isVersionOf",
                    "references",
                    "isReferencedBy",
                    "format",
                    "description",
                    "coverage"
                )
                .SelectMany(v => Address().Matches(v).Select(m => m.Value.TrimEnd('.', ',', ';', ')', ']')))
                .Where(a => Uri.TryCreate(a, UriKind.Absolute, out Uri? u) && u.Host.Length > 0)
                .Distinct(),
        ];
        string[] pictures = [.. addresses.Where(PictureAddress.IsFile)];
        if (pictures.Length == 0)
            return null;
        (int width, int height) = All("format", "extent", "description")
            .Select(f => Pixels().Match(f))
            .Where(m => m.Success)
            .Select(m => (Int(m, 1), Int(m, 2)))
            .FirstOrDefault();
        string? thumbnail = pictures.Length > 1 ? pictures.FirstOrDefault(p => Small().IsMatch(p)) : null;
        string whole = pictures.FirstOrDefault(p => p != thumbnail) ?? pictures[0];
        return new Told(
            [new Rendition(whole, width, height)],
            thumbnail,
            addresses.FirstOrDefault(a => !PictureAddress.IsFile(a) && LicenceReader.Read(a) is null),
            All("title", "alternative").FirstOrDefault() ?? "",
            string.Join(", ", All("creator").Take(4)),
            All("publisher").FirstOrDefault() ?? "",
            All("rights", "license", "accessRights"),
            Split(All("subject")),
            string.Join(' ', All("description", "coverage", "date", "created", "spatial"))
        );
    }

    private static Told? FromEdm(XElement metadata)
    {
        XElement[] Things(string name) => [.. metadata.DescendantsAndSelf().Where(e => e.Name.LocalName == name)];
        XElement[] objects = Things("ProvidedCHO").Concat(Things("Proxy")).ToArray();
        if (Things("Aggregation").FirstOrDefault() is not { } aggregation)
            return null;
        Dictionary<string, XElement> byId = metadata
            .Descendants()
            .Where(e => e.Attribute(Rdf + "about") is not null)
            .GroupBy(e => (string)e.Attribute(Rdf + "about")!)
            .ToDictionary(g => g.Key, g => g.First());
        string[] Of(IEnumerable<XElement> things, string ns, params string[] names) =>
            [
                .. names
                    .SelectMany(n =>
                        things.SelectMany(t =>
                            t.Elements().Where(e => e.Name.LocalName == n && e.Name.NamespaceName == ns)
                        )
                    )
                    .Select(Word)
                    .Where(v => v.Length > 0)
                    .Distinct(),
            ];
        // What leads to a described thing is that thing's name.
        string Word(XElement e) =>
            (string?)e.Attribute(Rdf + "resource") is { } id
                ? byId.TryGetValue(id, out XElement? thing)
                && thing.Elements().FirstOrDefault(l => l.Name.LocalName is "prefLabel" && l.Name.NamespaceName == Skos)
                    is { } label
                    ? OneLine.Of(label.Value)
                    : id
                : e.Elements().FirstOrDefault(x => x.Attribute(Rdf + "about") is not null) is { } inner
                    ? (string)inner.Attribute(Rdf + "about")!
                    : OneLine.Of(e.Value);
        string[] shown = Of([aggregation], Edm, "isShownBy"),
            views = [.. shown.Concat(Of([aggregation], Edm, "hasView"))];
        string kind = Of(objects.Concat([aggregation]), Edm, "type").FirstOrDefault() ?? "IMAGE";
        string[] pictures =
        [
            .. views.Where(v =>
                Web(v)
                && Kind(v) is var k
                && (
                    k.StartsWith("image/", StringComparison.Ordinal) && !k.Contains("svg", StringComparison.Ordinal)
                    || k.Length == 0 && (PictureAddress.IsFile(v) || kind == "IMAGE" && !HasEnding(v))
                )
            ),
        ];
        string[] small = [.. Of([aggregation], Edm, "object").Where(Web)];
        if (pictures.Length == 0)
            pictures = kind == "IMAGE" ? [.. small.Where(PictureAddress.IsFile)] : [];
        if (pictures.Length == 0)
            return null;
        byId.TryGetValue(pictures[0], out XElement? resource);
        // The rights of the file itself go before those of the aggregation.
        string[] rights = resource is null ? [] : Of([resource], Edm, "rights");
        if (rights.Length == 0)
            rights = Of([aggregation], Edm, "rights");
        return new Told(
            [new Rendition(pictures[0], Number(resource, "width"), Number(resource, "height"))],
            small.FirstOrDefault(),
            Of([aggregation], Edm, "isShownAt").FirstOrDefault(Web),
            Of(objects, Dc, "title").FirstOrDefault() ?? "",
            string.Join(", ", Of(objects, Dc, "creator").Where(c => !Web(c)).Take(4)),
            Of([aggregation], Edm, "dataProvider", "provider").FirstOrDefault() ?? "",
            [
                .. rights,
                .. Of(objects, Dc, "rights"),
                .. Of([aggregation], Dc, "rights"),
                .. resource is null ? [] : Of([resource], Dc, "rights"),
            ],
            Split([.. Of(objects, Dc, "subject").Where(s => !Web(s))]),
            string.Join(' ', Of(objects, Dc, "description").Concat(Of(objects, Terms, "spatial", "created")))
        );

        string Kind(string address) =>
            byId.TryGetValue(address, out XElement? r)
                ? r.Elements()
                    .FirstOrDefault(e =>
                        e.Name.LocalName is "hasMimeType" or "format"
                        && (e.Name.NamespaceName == Ebu || e.Value.Contains('/', StringComparison.Ordinal))
                    )
                    ?.Value.Trim()
                    ?? ""
                : "";
    }

    private static int Number(XElement? of, string name) =>
        int.TryParse(
            of?.Elements().FirstOrDefault(e => e.Name.LocalName == name && e.Name.NamespaceName == Ebu)?.Value.Trim(),
            NumberStyles.None,
            CultureInfo.InvariantCulture,
            out int n
        )
        && n < 200_000
            ? n
            : 0;

    private static string[] Split(IEnumerable<string> subjects) =>
        [
            .. subjects
                .SelectMany(s => s.Split(';', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries))
                .Where(s => s.Length < 60)
                .Distinct()
                .Take(40),
        ];

    private static bool Web(string text) =>
        Uri.TryCreate(text, UriKind.Absolute, out Uri? u) && u.Scheme is "http" or "https";

    private static bool HasEnding(string address) =>
        Uri.TryCreate(address, UriKind.Absolute, out Uri? u) && Path.GetExtension(u.AbsolutePath).Length is > 1 and < 6;

    private static int Int(Match m, int group) =>
        int.TryParse(m.Groups[group].Value, NumberStyles.None, CultureInfo.InvariantCulture, out int v) && v < 200_000
            ? v
            : 0;

    [GeneratedRegex(@"https?://[^\s<>""'|]+", RegexOptions.IgnoreCase)]
    private static partial Regex Address();

    [GeneratedRegex(@"thumb|preview|small|_[stm]\.", RegexOptions.IgnoreCase)]
    private static partial Regex Small();

    [GeneratedRegex(@"(\d{2,6})\s*(?:x|×|by)\s*(\d{2,6})", RegexOptions.IgnoreCase)]
    private static partial Regex Pixels();
}
