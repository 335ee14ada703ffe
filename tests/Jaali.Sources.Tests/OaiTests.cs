// Long lines: samples of data stand as they are.
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Testing;

namespace Jaali.Sources.Tests;

/// <summary>Records of OAI-PMH in Dublin Core (DCMES 1.1) and EDM (definition 5.2.8, from memory), with invented
/// works.</summary>
public sealed class OaiTests
{
    private static async Task<IReadOnlyList<OaiRecord>> Harvest(string records, string formats = "")
    {
        using var server = new Canned(p =>
            Canned.Ok(
                "<OAI-PMH xmlns='http://www.openarchives.org/OAI/2.0/'>"
                    + (
                        p.Contains("Formats", StringComparison.Ordinal)
                            ? $"<ListMetadataFormats>{formats}</ListMetadataFormats>"
                            : $"<ListRecords>{records}</ListRecords>"
                    )
                    + "</OAI-PMH>",
                "text/xml"
            )
        );
        using var http = new SourceHttp([server.Origin]);
        return (
            await new OaiPmh(http, TimeProvider.System).ListAsync(
                new Uri(server.Origin + "/oai"),
                null,
                null,
                "r",
                "Sheets"
            )
        ).Records;
    }

    private static string Dc(string inside, string id = "oai:x:1") =>
        $"<record><header><identifier>{id}</identifier><datestamp>2020-01-01</datestamp></header><metadata><oai_dc:dc xmlns:oai_dc='http://www.openarchives.org/OAI/2.0/oai_dc/' xmlns:dc='http://purl.org/dc/elements/1.1/' xmlns:dcterms='http://purl.org/dc/terms/'><dc:title>Mill</dc:title>{inside}</oai_dc:dc></metadata></record>";

    [Theory]
    [InlineData("<dc:identifier>https://a.example/1.jpg</dc:identifier>")]
    [InlineData("<dc:identifier>INV 7</dc:identifier><dc:relation>https://a.example/1.jpg</dc:relation>")]
    [InlineData("<dc:source>https://a.example/1.jpg</dc:source>")]
    [InlineData("<dc:identifier>Picture: https://a.example/1.jpg, as a file</dc:identifier>")]
    [InlineData("<dc:description>Full size at (https://a.example/1.jpg).</dc:description>")]
    [InlineData("<dcterms:hasFormat>https://a.example/1.jpg</dcterms:hasFormat>")]
    [InlineData(
        "<dc:relation>https://a.example/thumb/1.jpg</dc:relation><dc:identifier>https://a.example/1.jpg</dc:identifier>"
    )]
    [InlineData(
        "<dc:identifier>https://a.example/page/1</dc:identifier><dc:format>https://a.example/1.jpg</dc:format>"
    )]
    public async Task An_address_in_any_element_is_found(string inside)
    {
        OaiRecord r = Assert.Single(await Harvest(Dc(inside)));
        Assert.Equal("https://a.example/1.jpg", r.Candidate!.Largest.Url);
    }

    [Fact]
    public async Task Deleted_and_bad_records_lose_themselves_and_terms_are_read_whole()
    {
        IReadOnlyList<OaiRecord> all = await Harvest(
            "<record><header status='deleted'><identifier>gone</identifier><datestamp>2020</datestamp></header></record>"
                + "<record><metadata/></record>"
                + Dc(
                    "<dc:identifier>https://a.example/1.jpg</dc:identifier><dc:rights>© 1999 Harbour Trust, CC BY 4.0</dc:rights>",
                    "a"
                )
                + Dc(
                    "<dc:identifier>https://a.example/2.jpg</dc:identifier><dc:rights>https://creativecommons.org/licenses/by/4.0/</dc:rights><dc:rights>Not for use in print</dc:rights>",
                    "b"
                )
                + Dc("<dc:identifier>https://a.example/3.jpg</dc:identifier><dc:rights>Metadata: CC0</dc:rights>", "c")
        );
        Assert.Equal(["gone", "a", "b", "c"], all.Select(r => r.Identifier));
        Assert.Null(all[0].Candidate);
        Assert.Equal(
            ("CC BY 4.0", "© 1999 Harbour Trust, CC BY 4.0"),
            (all[1].Candidate!.Rights.Licence?.Label, all[1].Candidate!.Rights.Notice)
        );
        Assert.Null(all[2].Candidate!.Rights.Licence);
        Assert.Null(all[3].Candidate!.Rights.Licence);
    }

    [Fact]
    public async Task Edm_is_asked_for_and_read_where_it_is_spoken()
    {
        const string edm =
            "<record><header><identifier>e</identifier><datestamp>2020</datestamp></header><metadata><rdf:RDF xmlns:rdf='http://www.w3.org/1999/02/22-rdf-syntax-ns#' xmlns:edm='http://www.europeana.eu/schemas/edm/' xmlns:ore='http://www.openarchives.org/ore/terms/' xmlns:dc='http://purl.org/dc/elements/1.1/' xmlns:skos='http://www.w3.org/2004/02/skos/core#' xmlns:ebucore='http://www.ebu.ch/metadata/ontologies/ebucore/ebucore#'>"
            + "<edm:ProvidedCHO rdf:about='#o'><dc:title>Mill</dc:title><dc:creator rdf:resource='#m'/><dc:subject>mills</dc:subject><edm:type>IMAGE</edm:type></edm:ProvidedCHO>"
            + "<edm:Agent rdf:about='#m'><skos:prefLabel>N. Ayre</skos:prefLabel></edm:Agent>"
            + "<edm:WebResource rdf:about='https://a.example/file/1'><ebucore:hasMimeType>image/jpeg</ebucore:hasMimeType><ebucore:width>1600</ebucore:width><ebucore:height>1200</ebucore:height><edm:rights rdf:resource='http://creativecommons.org/licenses/by-nc/4.0/'/></edm:WebResource>"
            + "<ore:Aggregation rdf:about='#a'><edm:dataProvider>Harbour Trust</edm:dataProvider><edm:isShownAt rdf:resource='https://a.example/page/1'/><edm:isShownBy rdf:resource='https://a.example/file/1'/><edm:object rdf:resource='https://a.example/t/1.jpg'/><edm:rights rdf:resource='http://creativecommons.org/licenses/by/4.0/'/></ore:Aggregation></rdf:RDF></metadata></record>";
        OaiRecord r = Assert.Single(
            await Harvest(
                edm,
                "<metadataFormat><metadataPrefix>ese_edm</metadataPrefix><metadataNamespace>http://www.europeana.eu/schemas/edm/</metadataNamespace></metadataFormat>"
            )
        );
        RightsRecord rights = r.Candidate!.Rights;
        // The rights of the file go before those of the aggregation.
        Assert.Equal(
            ("Mill", "N. Ayre", "Harbour Trust", "CC BY-NC 4.0", "https://a.example/page/1"),
            (rights.Title, rights.Maker, rights.Collection, rights.Licence?.Label, rights.SourceUrl)
        );
        Assert.Equal(
            (new Rendition("https://a.example/file/1", 1600, 1200), "https://a.example/t/1.jpg"),
            (r.Candidate.Largest, r.Candidate.Thumbnail.Url)
        );
        Assert.Contains("metadataPrefix=ese_edm", r.Candidate.Evidence.Address, StringComparison.Ordinal);
        Assert.Null(
            Assert
                .Single(
                    await Harvest(
                        edm.Replace("image/jpeg", "video/mp4", StringComparison.Ordinal)
                            .Replace(">IMAGE<", ">VIDEO<", StringComparison.Ordinal)
                    )
                )
                .Candidate
        );
    }
}
