// Long lines: samples of data stand as they are.
using System.Text;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Sources.Feeds;
using Jaali.Testing;

namespace Jaali.Sources.Tests;

/// <summary>All that a source shows can be reached, what cannot is told, and what stands beside the photos is left
/// out.</summary>
public sealed class ReachTests
{
    private static readonly Uri At = new("https://museum.example/m");

    private static string Manifest(string body, string more = "", string canvas = "c") =>
        $$$"""{"@context":"http://iiif.io/api/presentation/3/context.json","id":"https://museum.example/m","type":"Manifest","label":{"en":["Tide mill"]},{{{more}}}"items":[{"id":"https://museum.example/{{{canvas}}}","type":"Canvas","height":300,"width":400,"items":[{"type":"AnnotationPage","items":[{"type":"Annotation","motivation":"painting","body":{{{body}}}}]}]}]}""";

    private static async Task<PageReading> Read(string json, Uri? at = null)
    {
        using var http = new SourceHttp([]);
        return await new AddressReader(http, TimeProvider.System).ReadAsync(
            new Fetched(Encoding.UTF8.GetBytes(json), "", at ?? At, [])
        );
    }

    /// <summary>Media Fragments URI 1.0, section 4.2.2, and the ImageApiSelector of IIIF's annotation selectors.</summary>
    [Theory]
    [InlineData(
        """{"id":"/f/1.jpg#xywh=percent:10,20,30.5,40","type":"Image","height":300,"width":400}""",
        "https://museum.example/f/1.jpg#xywh=percent:10,20,30.5,40"
    )]
    [InlineData(
        """{"type":"SpecificResource","source":{"id":"/f/1.jpg","type":"Image"},"selector":{"type":"FragmentSelector","value":"xywh=percent:0,0,50,50"}}""",
        "https://museum.example/f/1.jpg#xywh=percent:0,0,50,50"
    )]
    [InlineData(
        """{"type":"SpecificResource","source":{"id":"/f/1.jpg","type":"Image","service":[{"id":"/s","type":"ImageService3","width":400,"height":300}]},"selector":{"type":"FragmentSelector","value":"xywh=percent:0,0,50,50"}}""",
        "https://museum.example/s/pct:0,0,50,50/max/0/default.jpg"
    )]
    [InlineData(
        """{"type":"SpecificResource","source":{"id":"/f/1.jpg","type":"Image","service":[{"id":"/s","type":"ImageService3","width":400,"height":300}]},"selector":{"type":"ImageApiSelector","rotation":"90"}}""",
        "https://museum.example/s/full/max/90/default.jpg"
    )]
    [InlineData(
        """{"type":"SpecificResource","source":{"id":"/f/1.jpg","type":"Image","service":[{"id":"/s","type":"ImageService3","width":400,"height":300}]},"selector":{"type":"ImageApiSelector","region":"100,0,200,300","rotation":"270"}}""",
        "https://museum.example/s/100,0,200,300/max/270/default.jpg"
    )]
    public async Task A_part_and_a_turn_are_kept(string body, string address)
    {
        Candidate c = (await Read(Manifest(body))).Candidate!;
        Assert.Equal(address, c.Largest.Url);
    }

    [Fact]
    public void A_turned_service_gives_sizes_as_they_are_shown()
    {
        ImageService service = new ImageService("https://m.example/s", 4000, 3000).Turned(90);
        Assert.Equal((3000, 4000), (service.Width, service.Height));
        Assert.Equal(new Rendition("https://m.example/s/full/max/90/default.jpg", 3000, 4000), service.At(3000));
        Assert.Equal(new Rendition("https://m.example/s/full/2000,/90/default.jpg", 1500, 2000), service.At(1500));
    }

    /// <summary>An attribution names and limits nothing, unless it holds words that do.</summary>
    [Theory]
    [InlineData("Saltmere Museum", true)]
    [InlineData("tidal-museum", true)]
    [InlineData("Library@University", true)]
    [InlineData("uol library", true)]
    [InlineData("Saltmere Museum, no reproduction", false)]
    [InlineData("Members only", false)]
    [InlineData("Museo di Lido, riproduzione riservata", false)]
    [InlineData("CC BY-NC 4.0", false)]
    public async Task A_known_licence_beside_a_plain_attribution_stays_known(string attribution, bool known)
    {
        string more = $$$"""
            "rights":"http://creativecommons.org/licenses/by/4.0/","requiredStatement":{"label":{"en":["Attribution"]},"value":{"en":["{{{attribution}}}"]}},
            """;
        RightsRecord r = (await Read(Manifest("""{"id":"/f/1.jpg","type":"Image","height":300,"width":400}""", more)))
            .Candidate!
            .Rights;
        Assert.Equal(known ? LicenceReader.Read("CC BY 4.0") : null, r.Licence);
        // In a place where terms are said, the same words are doubt.
        if (!known)
            Assert.Null(LicenceAgreement.Of(["CC BY 4.0", attribution]).Licence);
    }

    [Theory]
    [InlineData("Low tide, -", "Low tide")]
    [InlineData("Dunes / ", "Dunes")]
    [InlineData("Post - ", "Post")]
    [InlineData("A - B", "A - B")]
    public void A_title_ends_with_its_words(string said, string title) =>
        Assert.Equal(title, new RightsRecord(said, "", null, null, "", null, "").Bounded().Title);

    private const string Atom = "<feed xmlns='http://www.w3.org/2005/Atom'><title>Shelf</title>";

    private static IReadOnlyList<Candidate> Feed(string xml) =>
        FeedReader
            .Read(
                AddressReader.FeedOf(new Fetched(Encoding.UTF8.GetBytes(xml), "", At, []))!,
                "feed",
                "Feed",
                At,
                DateTimeOffset.UnixEpoch
            )
            .Candidates;

    /// <summary>OPDS 1.2, section 5.2.2: covers and their small pictures.</summary>
    [Theory]
    [InlineData(
        "<link rel='http://opds-spec.org/image' href='/a.jpg' type='image/jpeg'/><link rel='http://opds-spec.org/image/thumbnail' href='/t.jpg'/>"
    )]
    [InlineData("<link rel='http://opds-spec.org/image' href='/a.jpg'/>")]
    [InlineData("<link rel='http://opds-spec.org/image/thumbnail' href='/a.jpg' type='image/jpeg'/>")]
    [InlineData("<link rel='http://opds-spec.org/cover' href='/a.jpg'/>")]
    public void Covers_of_a_catalogue_are_pictures(string links) =>
        Assert.Equal(
            "https://museum.example/a.jpg",
            Assert.Single(Feed($"{Atom}<entry><id>e</id><title>Atlas</title>{links}</entry></feed>")).Largest.Url
        );

    [Theory]
    [InlineData("<img src='/count/pixel.gif' width='1' height='1'>")]
    [InlineData("<img src='/avatars/me.jpg'>")]
    [InlineData("<img class='avatar' src='/me.jpg'>")]
    [InlineData("<img src='/b.jpg' width='728' height='90'>")]
    [InlineData("<a rel='sponsored' href='/shop'><img src='/b.jpg'></a>")]
    [InlineData("<img src='https://ads.example/b.jpg'>")]
    [InlineData("<img src='https://stats.museum.example/i.png'>")]
    public void What_stands_beside_the_photos_is_left_out(string beside)
    {
        string html = System.Net.WebUtility.HtmlEncode($"{beside}<img src='/a.jpg'>");
        Assert.Equal(
            ["https://museum.example/a.jpg"],
            Feed($"{Atom}<entry><id>e</id><title>Ebb</title><content type='html'>{html}</content></entry></feed>")
                .Select(c => c.Largest.Url)
        );
        Assert.Equal(
            ["https://museum.example/a.jpg"],
            PageReader
                .Read(
                    new Fetched(
                        Encoding.UTF8.GetBytes($"<main>{beside}<img src='/a.jpg'></main>"),
                        "text/html",
                        At,
                        [],
                        ""
                    ),
                    DateTimeOffset.UnixEpoch
                )
                .Candidates.Select(c => c.Largest.Url)
        );
    }

    /// <summary>A banner of kelp and a pixel of a sensor are photos like others: only whole names count.</summary>
    [Theory]
    [InlineData("https://museum.example/banner-of-kelp.jpg")]
    [InlineData("https://museum.example/pixels-of-sand.jpg")]
    [InlineData("https://adelaide.example/a.jpg")]
    public void A_photo_may_be_called_after_what_is_left_out(string address) =>
        Assert.Single(
            Feed(
                $"{Atom}<entry><id>e</id><title>Ebb</title><link rel='enclosure' type='image/jpeg' href='{address}'/></entry></feed>"
            )
        );

    [Fact]
    public async Task Further_pages_of_a_feed_are_read_until_there_is_none_and_a_broken_one_is_told()
    {
        Canned? server = null;
        string Page(int n, string next) =>
            $"{Atom}<link rel='next' href='{next}'/><entry><id>e{n}</id><title>T{n}</title><link rel='enclosure' type='image/jpeg' href='/{n}.jpg'/></entry></feed>";
        using (
            server = new Canned(p =>
                p switch
                {
                    "/f" => Canned.Ok(Page(1, "/f2"), "application/atom+xml"),
                    "/f2" => Canned.Ok(Page(2, "/f3"), "application/atom+xml"),
                    // In a circle.
                    "/f3" => Canned.Ok(Page(3, "/f2"), "application/atom+xml"),
                    "/g" => Canned.Ok(Page(1, "/gone"), "application/atom+xml"),
                    _ => "HTTP/1.1 404 Not Found\r\nContent-Length: 0\r\nConnection: close\r\n\r\n",
                }
            )
        )
        {
            using var http = new SourceHttp([server.Origin]);
            var reader = new AddressReader(http, TimeProvider.System);
            PageReading whole = await reader.ReadAsync(await http.FetchAsync(new Uri(server.Origin + "/f"), 100_000));
            Assert.Equal(["T1", "T2", "T3"], whole.Candidates.Select(c => c.Rights.Title));
            Assert.Empty(whole.Unread);
            Assert.Equal("T2", Assert.Single(whole.With("t2")).Rights.Title);
            Assert.Empty(whole.With("t2 gulls"));
            PageReading cut = await reader.ReadAsync(await http.FetchAsync(new Uri(server.Origin + "/g"), 100_000));
            Assert.Single(cut.Candidates);
            Assert.Contains("Page 2 of the feed cannot be read", cut.Unread, StringComparison.Ordinal);
        }
    }

    [Fact]
    public async Task A_collection_whose_members_cannot_be_read_says_so()
    {
        Canned? server = null;
        using (
            server = new Canned(p =>
                p switch
                {
                    "/some" => Canned.Ok(
                        """{"type":"Collection","label":{"en":["Some"]},"items":[{"id":"/m","type":"Manifest"},{"id":"/gone","type":"Manifest"},{"id":"/odd","type":"Manifest"}]}""",
                        "application/json"
                    ),
                    "/none" => Canned.Ok(
                        """{"type":"Collection","label":{"en":["None"]},"items":[{"id":"/gone","type":"Manifest"}]}""",
                        "application/json"
                    ),
                    "/m" => Canned.Ok(
                        Manifest("""{"id":"/f/1.jpg","type":"Image","height":300,"width":400}"""),
                        "application/json"
                    ),
                    "/odd" => Canned.Ok("[]", "application/json"),
                    _ => "HTTP/1.1 404 Not Found\r\nContent-Length: 0\r\nConnection: close\r\n\r\n",
                }
            )
        )
        {
            using var http = new SourceHttp([server.Origin]);
            var reader = new AddressReader(http, TimeProvider.System);
            PageReading some = await reader.ReadAsync(await http.FetchAsync(new Uri(server.Origin + "/some"), 100_000));
            Assert.Single(some.Candidates);
            Assert.StartsWith("2 of 3 manifests cannot be read", some.Unread, StringComparison.Ordinal);
            SourceException none = await Assert.ThrowsAsync<SourceException>(async () =>
                await reader.ReadAsync(await http.FetchAsync(new Uri(server.Origin + "/none"), 100_000))
            );
            Assert.Contains("nothing can be read: 1 of 1 manifests", none.Message, StringComparison.Ordinal);
        }
    }

    /// <summary>OAI-PMH 2.0, section 2.5: Dublin Core is spoken by all; one that does not is told at once.</summary>
    [Theory]
    [InlineData("<metadataFormat><metadataPrefix>marc21</metadataPrefix></metadataFormat>", false)]
    [InlineData("<metadataFormat><metadataPrefix>oai_dc</metadataPrefix></metadataFormat>", true)]
    [InlineData("<metadataFormat><metadataPrefix>edm</metadataPrefix></metadataFormat>", true)]
    [InlineData("", true)]
    public async Task A_repository_without_Dublin_Core_is_told_before_it_is_added(string formats, bool reads)
    {
        using var server = new Canned(p =>
            Canned.Ok(
                "<OAI-PMH xmlns='http://www.openarchives.org/OAI/2.0/'>"
                    + (
                        p.Contains("Formats", StringComparison.Ordinal)
                            ? $"<ListMetadataFormats>{formats}</ListMetadataFormats>"
                            : "<Identify><repositoryName>Sheets</repositoryName></Identify>"
                    )
                    + "</OAI-PMH>",
                "text/xml"
            )
        );
        using var http = new SourceHttp([server.Origin]);
        Task<OaiIdentity> asked = new OaiPmh(http, TimeProvider.System).IdentifyAsync(new Uri(server.Origin + "/oai"));
        if (reads)
            Assert.Equal("Sheets", (await asked).Name);
        else
            Assert.Contains(
                "marc21",
                (await Assert.ThrowsAsync<SourceException>(() => asked)).Message,
                StringComparison.Ordinal
            );
    }
}
