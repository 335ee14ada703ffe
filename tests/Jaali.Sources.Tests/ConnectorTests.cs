// Long lines: samples of data stand as they are.
using System.Text.Json;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Testing;

namespace Jaali.Sources.Tests;

/// <summary>Connectors against the examples of the specifications they speak, not against our own stand-ins.</summary>
public sealed class ConnectorTests
{
    /// <summary>The shape of a manifest in the IIIF Presentation API 3.0 specification and its cookbook ("simplest
    /// manifest", "rights statement and required statement"; from memory), with an invented work.</summary>
    private const string Manifest = """
        {"@context":"http://iiif.io/api/presentation/3/context.json","id":"ORIGIN/book1/manifest","type":"Manifest",
         "label":{"en":["Book 1"],"fr":["Livre 1"]},"rights":"http://creativecommons.org/licenses/by/4.0/",
         "requiredStatement":{"label":{"en":["Attribution"]},"value":{"en":["Provided courtesy of <b>Example</b> Institution"]}},
         "metadata":[{"label":{"en":["Author"]},"value":{"none":["Anne Author"]}},{"label":{"en":["Subject"]},"value":{"en":["Tides; Marram"]}}],
         "homepage":[{"id":"https://example.org/info/book1/","type":"Text","label":{"en":["Home page"]},"format":"text/html"}],
         "provider":[{"id":"https://example.org/about","type":"Agent","label":{"en":["Example Organization"]}}],
         "items":[
          {"id":"ORIGIN/book1/canvas/p1","type":"Canvas","label":{"none":["p. 1"]},"height":1000,"width":750,"items":[{"id":"p","type":"AnnotationPage","items":[{"id":"a","type":"Annotation","motivation":"painting",
            "body":{"id":"ORIGIN/img/p1/full/max/0/default.jpg","type":"Image","format":"image/jpeg","height":2000,"width":1500,"service":[{"id":"ORIGIN/img/p1","type":"ImageService3","profile":"level1"}]},"target":"ORIGIN/book1/canvas/p1"}]}]},
          {"id":"ORIGIN/book1/canvas/p2","type":"Canvas","label":{"none":["p. 2"]},"rights":"http://rightsstatements.org/vocab/InC/1.0/","height":1000,"width":750,"items":[{"id":"p","type":"AnnotationPage","items":[{"id":"a","type":"Annotation","motivation":"painting",
            "body":{"type":"Choice","items":[{"id":"ORIGIN/img/p2.jpg","type":"Image","height":900,"width":600,"service":[{"@id":"ORIGIN/img/p2","@type":"ImageService2","profile":"http://iiif.io/api/image/2/level0.json"}]}]},"target":"ORIGIN/book1/canvas/p2"}]}]}]}
        """;

    private const string Collection =
        """{"id":"ORIGIN/c","type":"Collection","label":{"en":["Plates"]},"service":[{"id":"ORIGIN/find","type":"SearchService2"}],"items":[]}""";

    private static string Hits(string next = "") =>
        $$$$"""{"@context":"http://iiif.io/api/search/2/context.json","id":"ORIGIN/find?q=x","type":"AnnotationPage",{{{{next}}}}"items":[{"id":"h1","type":"Annotation","motivation":"supplementing","body":{"type":"TextualBody","value":"bird"},"target":"ORIGIN/book1/canvas/p1#xywh=200,100,40,20"},{"id":"h2","type":"Annotation","target":{"type":"SpecificResource","source":{"id":"ORIGIN/book1/canvas/p2","type":"Canvas","partOf":[{"id":"ORIGIN/book1/manifest","type":"Manifest"}]}}}]}""";

    [Fact]
    public async Task A_museum_that_follows_the_specification_is_searched_and_read()
    {
        Canned? server = null;
        string Answer(string path) =>
            Canned.Ok(
                (
                    path.StartsWith("/c", StringComparison.Ordinal)
                        ? Collection.Replace(
                            "\"id\":\"ORIGIN/c\"",
                            "\"id\":\"ORIGIN/book1/manifest\"",
                            StringComparison.Ordinal
                        )
                    : path.StartsWith("/find", StringComparison.Ordinal)
                        ? Hits(
                            path.Contains("page=2", StringComparison.Ordinal)
                                ? ""
                                : "\"next\":\"ORIGIN/find?q=x&page=2\",\"partOf\":{\"id\":\"x\",\"type\":\"AnnotationCollection\",\"total\":17},"
                        )
                    : Manifest
                ).Replace("ORIGIN", server!.Origin, StringComparison.Ordinal),
                "application/json"
            );
        using (server = new Canned(Answer))
        {
            using var http = new SourceHttp([server.Origin]);
            // The hit on p1 names only its canvas; the document searched is then its manifest (Content Search 2.0).
            var museum = new IiifCollection(http, TimeProvider.System, "m", "Plates", new Uri(server.Origin + "/c"));
            SearchPage page = await museum.SearchAsync("bird & sea", 1);
            Assert.Equal((17, 2), (page.Total, page.NextPage));
            Candidate second = page.Candidates.Single(c => c.Id.EndsWith("/p2", StringComparison.Ordinal));
            Assert.Equal(
                (LicenceFamily.InCopyright, null, "Book 1, p. 2"),
                (second.Rights.Licence!.Family, second.Service, second.Rights.Title)
            );
            Assert.EndsWith("/img/p2.jpg", second.Largest.Url, StringComparison.Ordinal);
            SearchPage last = await museum.SearchAsync("bird & sea", 2);
            Assert.Null(last.NextPage);
            Assert.Equal(page.Candidates.Select(c => c.Id), last.Candidates.Select(c => c.Id));
        }
    }

    [Fact]
    public void A_manifest_gives_maker_rights_statement_and_any_size()
    {
        using JsonDocument read = JsonDocument.Parse(
            Manifest.Replace("ORIGIN", "https://example.org", StringComparison.Ordinal)
        );
        IReadOnlyList<Candidate> all = IiifPresentation.Candidates(
            read.RootElement,
            new Uri("https://example.org/book1/manifest"),
            null,
            "m",
            "Plates",
            DateTimeOffset.UnixEpoch
        );
        Candidate first = all[0];
        Assert.Equal(
            (
                "Anne Author",
                "Example Organization",
                "https://example.org/info/book1/",
                "Provided courtesy of Example Institution"
            ),
            (first.Rights.Maker, first.Rights.Collection, first.Rights.SourceUrl, first.Rights.Statement)
        );
        Assert.Equal(new Licence(LicenceFamily.By, "4.0", ""), first.Rights.Licence);
        Assert.Equal(["Tides", "Marram"], first.Tags);
        Assert.Equal("https://example.org/img/p1/full/640,/0/default.jpg", first.Thumbnail.Url);
        Assert.Equal(
            new Rendition("https://example.org/img/p1/full/1200,/0/default.jpg", 1200, 1600),
            first.Service!.At(1200)
        );
        Assert.Contains("licenses/by/4.0", first.Evidence.Text, StringComparison.Ordinal);
        Assert.Equal(2, all.Count);
    }

    /// <summary>The GetRecord and ListRecords answers of the OAI-PMH 2.0 specification, sections 4.1 and 4.5 (from
    /// memory), with an image in them.</summary>
    private static string Oai(string inside) =>
        $"""<?xml version="1.0" encoding="UTF-8"?><OAI-PMH xmlns="http://www.openarchives.org/OAI/2.0/" xmlns:xsi="http://www.w3.org/2001/XMLSchema-instance"><responseDate>2002-06-01T19:20:30Z</responseDate><request verb="ListRecords">http://sheets.example/oai</request>{inside}</OAI-PMH>""";

    private const string Record = """
        <record><header><identifier>oai:sheets.example/9901001</identifier><datestamp>1999-12-25</datestamp></header><metadata>
        <oai_dc:dc xmlns:oai_dc="http://www.openarchives.org/OAI/2.0/oai_dc/" xmlns:dc="http://purl.org/dc/elements/1.1/"><dc:title>Opera minora</dc:title><dc:creator>Cornelius, James</dc:creator><dc:subject>Printers; Sheets</dc:subject>
        <dc:rights>Creative Commons Attribution-ShareAlike 3.0</dc:rights><dc:format>image/jpeg, 1600 x 1200 px</dc:format><dc:identifier>http://sheets.example/at/9901</dc:identifier><dc:identifier>http://sheets.example/9901.jpg</dc:identifier></oai_dc:dc></metadata></record>
        <record><header status="deleted"><identifier>oai:sheets.example/9901007</identifier><datestamp>1999-12-21</datestamp></header></record>
        """;

    [Fact]
    public async Task A_repository_is_harvested_page_by_page_with_its_tokens_and_deletions()
    {
        List<string> asked = [];
        using var server = new Canned(p =>
        {
            asked.Add(Uri.UnescapeDataString(p));
            return Canned.Ok(
                Oai(
                    p.Contains("Identify", StringComparison.Ordinal)
                        ? "<Identify><repositoryName>Library of sheets</repositoryName><earliestDatestamp>1990-02-01T12:00:00Z</earliestDatestamp><granularity>YYYY-MM-DDThh:mm:ssZ</granularity></Identify>"
                    : p.Contains("from=2099", StringComparison.Ordinal) ? "<error code=\"noRecordsMatch\"/>"
                    : p.Contains("stale", StringComparison.Ordinal)
                        ? "<error code=\"badResumptionToken\">expired</error>"
                    : $"<ListRecords>{Record}<resumptionToken expirationDate=\"2002-06-01T23:20:00Z\" completeListSize=\"6\" cursor=\"0\">xxx45abttyz</resumptionToken></ListRecords>"
                ),
                "text/xml"
            );
        });
        using var http = new SourceHttp([server.Origin]);
        var oai = new OaiPmh(http, TimeProvider.System);
        var repository = new Uri(server.Origin + "/oai");
        Assert.Equal(
            new OaiIdentity("Library of sheets", "1990-02-01T12:00:00Z", true),
            await oai.IdentifyAsync(repository)
        );
        OaiPage page = await oai.ListAsync(repository, "1998-01-15", null, "r", "Sheets");
        Assert.Equal(("xxx45abttyz", 6, 2), (page.Token, page.Whole, page.Records.Count));
        Candidate c = page.Records[0].Candidate!;
        Assert.Equal(
            (
                "Opera minora",
                "Cornelius, James",
                "http://sheets.example/at/9901",
                new Licence(LicenceFamily.BySa, "3.0", "")
            ),
            (c.Rights.Title, c.Rights.Maker, c.Rights.SourceUrl, c.Rights.Licence)
        );
        Assert.Equal(new Rendition("http://sheets.example/9901.jpg", 1600, 1200), c.Largest);
        Assert.Equal(["Printers", "Sheets"], c.Tags);
        Assert.Null(page.Records[1].Candidate);
        Assert.Empty((await oai.ListAsync(repository, "2099-01-01", null, "r", "Sheets")).Records);
        await Assert.ThrowsAsync<TokenExpiredException>(() =>
            oai.ListAsync(repository, null, "stale!1", "r", "Sheets")
        );
        Assert.Equal(
            [
                "/oai?verb=Identify",
                "/oai?verb=ListMetadataFormats",
                "/oai?verb=ListRecords&metadataPrefix=oai_dc&from=1998-01-15",
                "/oai?verb=ListRecords&metadataPrefix=oai_dc&from=2099-01-01",
                "/oai?verb=ListRecords&resumptionToken=stale!1",
            ],
            asked
        );
    }

    [Fact]
    public async Task What_speaks_at_an_address_is_recognised()
    {
        const string description =
            "<OpenSearchDescription xmlns='http://a9.com/-/spec/opensearch/1.1/'><ShortName>Gulls</ShortName><Url type='application/atom+xml' template='/s?q={searchTerms}'/></OpenSearchDescription>";
        Canned? server = null;
        using (
            server = new Canned(p =>
                p switch
                {
                    "/page" => Canned.Ok(
                        "<html><head><link rel='search' type='application/opensearchdescription+xml' href='/d.xml'></head></html>",
                        "text/html"
                    ),
                    "/d.xml" => Canned.Ok(description, "text/xml"),
                    "/iiif" => Canned.Ok(
                        Collection.Replace("ORIGIN", server!.Origin, StringComparison.Ordinal),
                        "application/json"
                    ),
                    "/mute" => Canned.Ok(
                        "{\"id\":\"x\",\"type\":\"Manifest\",\"label\":{\"en\":[\"One sheet\"]},\"items\":[]}",
                        "application/json"
                    ),
                    _ when p.StartsWith("/oai", StringComparison.Ordinal) => Canned.Ok(
                        Oai(
                            p.Contains("Identify", StringComparison.Ordinal)
                                ? "<Identify><repositoryName>Sheets</repositoryName></Identify>"
                                : "<error code=\"badVerb\"/>"
                        ),
                        "text/xml"
                    ),
                    _ => Canned.Ok("<html><body>Nothing</body></html>", "text/html"),
                }
            )
        )
        {
            using var http = new SourceHttp([server.Origin]);
            var recogniser = new CollectionRecogniser(http, new OaiPmh(http, TimeProvider.System), TimeProvider.System);
            async Task<(Protocol, string)> At(string path) =>
                (await recogniser.RecogniseAsync(new Uri(server.Origin + path))) is var r
                    ? (r.Protocol, r.Name)
                    : default;
            Assert.Equal((Protocol.OpenSearch, "Gulls"), await At("/page"));
            Assert.Equal((Protocol.OpenSearch, "Gulls"), await At("/d.xml"));
            Assert.Equal((Protocol.Iiif, "Plates"), await At("/iiif"));
            Assert.Equal((Protocol.OaiPmh, "Sheets"), await At("/oai?verb=Identify"));
            Assert.Equal((Protocol.OaiPmh, "Sheets"), await At("/oai"));
            Assert.Contains(
                "without a canvas, so it shows nothing",
                (await Assert.ThrowsAsync<SourceException>(() => At("/mute"))).Message,
                StringComparison.Ordinal
            );
            Assert.Contains(
                "Nothing at",
                (await Assert.ThrowsAsync<SourceException>(() => At("/other"))).Message,
                StringComparison.Ordinal
            );
        }
    }

    [Fact]
    public async Task A_download_goes_on_where_it_broke_off()
    {
        using var folder = new ScratchFolder();
        string whole = new('j', 400),
            part = folder.File("part");
        List<string> ranges = [];
        using var server = new Canned(
            _ => "",
            raw =>
            {
                string range =
                    raw.Split("\r\n").FirstOrDefault(l => l.StartsWith("Range:", StringComparison.OrdinalIgnoreCase))
                    ?? "";
                ranges.Add(range.Replace(" ", "", StringComparison.Ordinal));
                int from =
                    range.Length > 0
                        ? int.Parse(range.Split('=')[1].TrimEnd('-'), System.Globalization.CultureInfo.InvariantCulture)
                        : 0;
                string head =
                    from > 0
                        ? $"HTTP/1.1 206 Partial Content\r\nContent-Range: bytes {from}-399/400\r\n"
                        : "HTTP/1.1 200 OK\r\n";
                // Each answer breaks off half-way through what is left.
                return $"{head}ETag: \"v1\"\r\nContent-Length: {400 - from}\r\nConnection: close\r\n\r\n{whole[..((400 - from + 1) / 2)]}";
            }
        );
        using var http = new SourceHttp([server.Origin]);
        var address = new Uri(server.Origin + "/big.jpg");
        for (int tried = 0; tried < 3; tried++)
            await Assert.ThrowsAsync<SourceException>(() => http.DownloadAsync(address, part, 1000));
        Assert.Equal(["", "Range:bytes=200-", "Range:bytes=300-"], ranges);
        Assert.Equal(350, new FileInfo(part).Length);
    }
}
