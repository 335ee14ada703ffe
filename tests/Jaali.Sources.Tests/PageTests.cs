// Long lines: samples of data stand as they are.
using System.Text;
using Jaali.Core.Photos;
using Jaali.Core.Rights;

namespace Jaali.Sources.Tests;

/// <summary>Pages: which picture they are about, and what they say of it. The pages are our own, in the shapes that
/// publishing programs give (common practice, no source).</summary>
public sealed class PageTests
{
    private const string By = "https://creativecommons.org/licenses/by/4.0/";

    private static PageReading Page(string html, params string[] links) =>
        Read(Encoding.UTF8.GetBytes(html), "", "https://maker.example/photo/7", links);

    private static PageReading Read(byte[] bytes, string charset, string address, params string[] links) =>
        PageReader.Read(new Fetched(bytes, "text/html", new Uri(address), links, charset), DateTimeOffset.UnixEpoch);

    private static string Ld(string json) => $"<script type=\"application/ld+json\">{json}</script>";

    private const string Furniture =
        "<header><img src=/logo.png width=900 height=700></header><nav><img src=/menu.jpg width=900 height=700></nav><img src=/cart.png width=24 height=24><main><img src=/small.jpg width=200 height=150><img src=/large.jpg width=800 height=600></main><footer><img src=/foot.jpg width=2000 height=900></footer>";

    /// <summary>Structured data, then Open Graph, then what stands largest in the main part.</summary>
    [Theory]
    [InlineData("""{"@context":"https://schema.org","@type":"Article","image":"/a.jpg"}""", "a.jpg")]
    [InlineData("""{"@context":"https://schema.org","@type":"Article","image":["/a.jpg","/b.jpg"]}""", "a.jpg")]
    [InlineData(
        """{"@context":"https://schema.org","@type":"NewsArticle","image":{"@type":"ImageObject","url":"/a.jpg"},"publisher":{"@type":"Organization","logo":{"@type":"ImageObject","url":"/logo.png"}},"author":{"@type":"Person","image":"/me.jpg"}}""",
        "a.jpg"
    )]
    [InlineData("""{"@context":"https://schema.org","@type":"ImageObject","contentUrl":"/media/17"}""", "media/17")]
    [InlineData(
        """{"@context":"http://schema.org/","@type":"Photograph","url":"/photo/7","image":"/a.jpg"}""",
        "a.jpg"
    )]
    [InlineData(
        """{"@context":"https://schema.org","@graph":[{"@type":"Organization","logo":{"@type":"ImageObject","@id":"#logo","contentUrl":"/logo.png"}},{"@type":"WebPage","@id":"https://maker.example/photo/7","primaryImageOfPage":{"@id":"#p"}},{"@type":"ImageObject","@id":"#p","contentUrl":"/a.jpg"},{"@type":"Person","image":{"@id":"#logo"}}]}""",
        "a.jpg"
    )]
    [InlineData(
        """{"@context":{"s":"https://schema.org/","pic":"s:image"},"@type":"s:Article","pic":{"@id":"/a.jpg"}}""",
        "a.jpg"
    )]
    [InlineData(
        """{"@context":"https://schema.org","@type":"Product","name":"Bowl","image":{"@type":"ImageObject","contentUrl":{"@value":"/a.jpg"}}}""",
        "a.jpg"
    )]
    [InlineData(
        """{"@context":"https://schema.org","@type":"ProfilePage","mainEntity":{"@type":"Person","image":"/a.jpg"}}""",
        "a.jpg"
    )]
    [InlineData(
        """{"@context":"https://schema.org","@type":"Organization","image":"/team.jpg","logo":"/logo.png"}""",
        "large.jpg"
    )]
    [InlineData("""{"@context":"https://schema.org","@type":"WebSite","image":"/team.jpg"}""", "large.jpg")]
    [InlineData("not json at all", "large.jpg")]
    [InlineData("[1, [], null, {\"@type\":7}]", "large.jpg")]
    [InlineData("{\"@type\":\"ImageObject\",\"description\":\"two\nlines\",\"contentUrl\":\"/a.jpg\"}", "a.jpg")]
    [InlineData("//<![CDATA[\n{\"@type\":\"ImageObject\",\"contentUrl\":\"/a.jpg\",}\n//]]>", "a.jpg")]
    public void The_picture_that_json_ld_names_goes_first(string json, string picture)
    {
        PageReading r = Page(Ld(json) + Furniture);
        Assert.Equal("https://maker.example/" + picture, r.Candidate!.Largest.Url);
    }

    [Theory]
    [InlineData("<div itemscope itemtype=https://schema.org/ImageObject><img itemprop=contentUrl src=/a.jpg></div>")]
    [InlineData(
        "<article itemscope itemtype=http://schema.org/BlogPosting><div itemprop=author itemscope itemtype=http://schema.org/Person><img itemprop=image src=/me.jpg></div><meta itemprop=image content=/a.jpg></article>"
    )]
    [InlineData("<div vocab=https://schema.org/ typeof=ImageObject><img property=contentUrl src=/a.jpg></div>")]
    [InlineData("<div xmlns:foaf='http://xmlns.com/foaf/0.1/'><a rel=foaf:depiction href=/a.jpg>picture</a></div>")]
    [InlineData("<div about=/a.jpg><a rel=license href=https://creativecommons.org/licenses/by/4.0/>BY</a></div>")]
    [InlineData("<meta property=og:image content=/a.jpg>")]
    [InlineData("<meta property=og:image:secure_url content=/a.jpg><meta property=og:image content=/b.jpg>")]
    [InlineData("<meta name=twitter:image content=/a.jpg>")]
    [InlineData("<link rel=image_src href=/a.jpg>")]
    [InlineData("<base href=https://maker.example/><meta property=og:image content=a.jpg>")]
    public void So_does_that_of_microdata_rdfa_and_open_graph(string declared) =>
        Assert.Equal("https://maker.example/a.jpg", Page(declared + Furniture).Candidate!.Largest.Url);

    [Theory]
    [InlineData(
        "<main><img src=/a.jpg width=300 height=200><a rel=license href=https://creativecommons.org/licenses/by/4.0/><img src=/badge.jpg width=880 height=310></a></main>"
    )]
    [InlineData(
        "<body><img src=/logo.svg width=900 height=900><img data-src=/a.jpg src=data:image/gif;base64,R0lGOD></body>"
    )]
    [InlineData(
        "<article><img src=/tiny.jpg width=90 height=60><img srcset='/m.jpg 600w, /a.jpg 1800w' src=/m.jpg></article>"
    )]
    public void Of_a_page_that_names_none_the_largest_of_the_main_part_is_taken(string html)
    {
        PageReading r = Page(html);
        Assert.Equal("https://maker.example/a.jpg", r.Candidate!.Largest.Url);
        Assert.False(r.Named);
    }

    [Theory]
    [InlineData("<p>No picture at all")]
    [InlineData("<meta property=og:image content=/drawing.svg><main><img src=/other.jpg width=900 height=600></main>")]
    [InlineData("<img src='javascript:alert(1)'><img src=data:image/png;base64,AAAA>")]
    [InlineData("")]
    public void A_page_without_a_photo_gives_none(string html) => Assert.Empty(Page(html).Candidates);

    [Fact]
    public void A_page_that_names_five_pictures_gives_five_each_with_its_own_record()
    {
        string each = string.Join(
            ',',
            Enumerable
                .Range(1, 5)
                .Select(n =>
                    $$"""{"@type":"ImageObject","contentUrl":"/{{n}}.jpg","name":"Plate {{n}}","creator":{"@type":"Person","name":"Maker {{n}}"},"license":"https://creativecommons.org/licenses/{{(n % 2 == 0 ? "by" : "by-nc")}}/4.0/"}"""
                )
        );
        PageReading r = Page(Ld($$"""{"@context":"https://schema.org","@graph":[{{each}}]}"""));
        Assert.Equal(5, r.Candidates.Count);
        Assert.Equal(5, r.Candidates.Select(c => c.Id).Distinct().Count());
        Assert.Equal(
            ["CC BY-NC 4.0", "CC BY 4.0", "CC BY-NC 4.0", "CC BY 4.0", "CC BY-NC 4.0"],
            r.Candidates.Select(c => c.Rights.Licence?.Label)
        );
        Assert.Equal("Maker 3", r.Candidates[2].Rights.Maker);
        // Two photos of one page are two, also on a wall.
        Assert.False(SamePicture.Is(r.Candidates[0], null, r.Candidates[1], null));
    }

    /// <summary>The markup of the ccREL submission to W3C ("The Creative Commons Rights Expression Language", 2008,
    /// section 6; from memory), with an invented work.</summary>
    [Fact]
    public void Ccrel_is_read()
    {
        PageReading r = Page(
            """<html xmlns:cc="http://creativecommons.org/ns#" xmlns:dc="http://purl.org/dc/elements/1.1/"><body><div about="/7.jpg"><img src="/7.jpg"><span property="dc:title">The lesser blog</span>, by <a rel="cc:attributionURL" property="cc:attributionName" href="/who">L. Lesser</a> is licensed under a <a rel="license" href="http://creativecommons.org/licenses/by/3.0/">Creative Commons Attribution License</a>.</div></body></html>"""
        );
        RightsRecord rights = r.Candidate!.Rights;
        Assert.Equal(
            ("The lesser blog", "L. Lesser", "https://maker.example/who", new Licence(LicenceFamily.By, "3.0", "")),
            (rights.Title, rights.Maker, rights.MakerUrl, rights.Licence)
        );
        Assert.Equal("https://maker.example/7.jpg", r.Candidate.Largest.Url);
        Assert.Contains("licenses/by/3.0", r.Candidate.Evidence.Text, StringComparison.Ordinal);
    }

    /// <summary>A licence on the picture, in its figure, or stated of its address is the picture's.</summary>
    [Theory]
    [InlineData(
        "<div about='/a.jpg'><img src='/a.jpg'><a rel='license' href='https://creativecommons.org/licenses/by/4.0/'>x</a></div>"
    )]
    [InlineData("<img src='/a.jpg' rel='license' resource='https://creativecommons.org/licenses/by/4.0/'>")]
    [InlineData(
        "<figure><img src='/a.jpg'><figcaption>Photo by M, <a rel='license' href='https://creativecommons.org/licenses/by/4.0/'>BY</a></figcaption></figure>"
    )]
    [InlineData(
        "<div itemscope itemtype='https://schema.org/ImageObject'><img itemprop='contentUrl' src='/a.jpg'><a itemprop='license' href='https://creativecommons.org/licenses/by/4.0/'>BY</a></div>"
    )]
    [InlineData(
        "<div prefix='s: http://schema.org/' typeof='s:ImageObject'><img property='s:contentUrl' src='/a.jpg'><a property='s:license' href='https://creativecommons.org/licenses/by/4.0/'>BY</a></div>"
    )]
    [InlineData(
        "<p resource='/a.jpg' prefix='dct: http://purl.org/dc/terms/'><img src='/a.jpg'><span property='dct:license' content='https://creativecommons.org/licenses/by/4.0/'></span></p>"
    )]
    [InlineData(
        "<base href='https://maker.example/x/'><div about='../a.jpg'><img src='../a.jpg'><a rel='license' href='https://creativecommons.org/licenses/by/4.0/'>x</a></div>"
    )]
    public void A_licence_of_the_picture_is_taken(string html)
    {
        RightsRecord r = Page(html).Candidate!.Rights;
        Assert.Equal("CC BY 4.0", r.Licence?.Label);
        Assert.Null(r.Offers);
    }

    /// <summary>A licence of the page, of its text or of another picture does not reach the photo: it is offered at
    /// most.</summary>
    [Theory]
    [InlineData(
        "<img src=/a.jpg><a rel=license href=https://creativecommons.org/licenses/by/4.0/>terms</a>",
        "the page"
    )]
    [InlineData("<link rel=license href=https://creativecommons.org/licenses/by/4.0/><img src=/a.jpg>", "the page")]
    [InlineData(
        "<meta property=og:image content=/a.jpg><div about='' xmlns:cc='http://creativecommons.org/ns#'><a rel=cc:license href=https://creativecommons.org/licenses/by/4.0/>BY</a></div>",
        "the page"
    )]
    [InlineData(
        "<script type=application/ld+json>{\"@type\":\"Article\",\"image\":\"/a.jpg\",\"license\":\"https://creativecommons.org/licenses/by/4.0/\"}</script>",
        "the text"
    )]
    [InlineData(
        "<script type=application/ld+json>{\"@type\":\"WebPage\",\"primaryImageOfPage\":\"/a.jpg\",\"license\":\"https://creativecommons.org/licenses/by/4.0/\"}</script>",
        "the page"
    )]
    public void A_licence_of_the_page_is_offered_and_not_taken(string html, string of)
    {
        RightsRecord r = Page(html).Candidate!.Rights;
        Assert.Null(r.Licence);
        LicenceOffer offer = Assert.Single(r.Offers!);
        Assert.Equal((of, "CC BY 4.0"), (offer.Of, offer.Licence.Label));
        Finding finding = Judge.Of(r, new Changes(1), DeclaredUse.PublicTalk).Findings[0];
        Assert.Equal(
            ("licence-beside", Standing.ToSettle, Fix.ConfirmOffer),
            (finding.Code, finding.Standing, finding.Fixes[0])
        );
    }

    [Fact]
    public void Headers_and_other_pictures_do_not_reach_it_either()
    {
        RightsRecord header = Page(
            """<meta property="og:image" content="/c.jpg"><meta property="og:title" content="Only a hint">""",
            $"<{By}>; rel=\"license\"; title=\"x\""
        ).Candidate!.Rights;
        Assert.Equal(("Only a hint", null, "the page"), (header.Title, header.Licence, header.Offers![0].Of));
        RightsRecord other = Page(
            $"<meta property=og:image content=/a.jpg><div about=/b.jpg><img src=/b.jpg><a rel=license href={By}>BY</a></div>"
        )
            .Candidates.Single(c => c.Largest.Url.EndsWith("b.jpg", StringComparison.Ordinal))
            .Rights;
        Assert.Equal("CC BY 4.0", other.Licence?.Label);
        Assert.Equal(
            [By, By],
            PageReader.LicencesOf([$"<{By}>; rel=license, </x>; rel=next", $"<{By}>; rel=\"license author\""])
        );
    }

    [Theory]
    [InlineData(
        """{"@type":"ImageObject","contentUrl":"/a.jpg","license":"https://creativecommons.org/licenses/by/4.0/","copyrightNotice":"© 2024 M. Ayre. All rights reserved."}"""
    )]
    [InlineData(
        """{"@type":"ImageObject","contentUrl":"/a.jpg","license":["https://creativecommons.org/licenses/by/4.0/","https://creativecommons.org/licenses/by-nc/4.0/"]}"""
    )]
    [InlineData(
        """{"@type":"ImageObject","contentUrl":"/a.jpg","license":"https://creativecommons.org/licenses/by/4.0/","conditionsOfAccess":"Editorial use only"}"""
    )]
    [InlineData(
        """{"@type":"ImageObject","contentUrl":"/a.jpg","license":"javascript:alert(1)","name":"<img onerror=x>"}"""
    )]
    public void What_speaks_against_a_licence_is_never_dropped(string json)
    {
        RightsRecord r = Page(Ld(json)).Candidate!.Rights;
        Assert.True(r.Licence is null or { Grant: Grant.Closed }, r.Licence?.Label);
        Assert.NotEqual(Standing.Clear, Judge.Of(r, new Changes(1), DeclaredUse.PublicTalk).Standing);
    }

    [Fact]
    public void Everything_said_of_a_picture_comes_together()
    {
        RightsRecord r = Page(
            Ld(
                """{"@context":"https://schema.org","@graph":[{"@type":"WebPage"},{"@type":["ImageObject"],"contentUrl":"https://maker.example/b.jpg","license":"https://creativecommons.org/licenses/by-sa/4.0/","creator":[{"@type":"Organization","name":"Harbour Trust","url":"/trust"}],"copyrightNotice":"A. Skerry 2024","name":"Ebb","width":3000,"height":"2000"}]}"""
            )
        ).Candidate!.Rights;
        Assert.Equal(
            ("Ebb", "Harbour Trust", MakerKind.Organisation, "A. Skerry 2024", "CC BY-SA 4.0"),
            (r.Title, r.Maker, r.MakerKind, r.Notice, r.Licence?.Label)
        );
        Assert.Equal("https://maker.example/b.jpg", r.PictureUrl);
        PageReading two = Page(
            Ld("""{"@type":"ImageObject","contentUrl":"/a.jpg","name":"Ebb","creator":"N. Ayre"}""")
                + "<div about=/a.jpg xmlns:cc='http://creativecommons.org/ns#'><img src=/a.jpg><span property=cc:attributionName>V. Brae</span></div>"
        );
        Assert.Equal(["maker"], two.Conflicts.Select(c => c.Field));
    }

    /// <summary>Byte order mark, header, the page's own word, and else what the bytes allow (HTML Living Standard,
    /// 13.2.3.2).</summary>
    [Theory]
    [InlineData("iso-8859-1", "windows-1252", "")]
    [InlineData("iso-8859-15", "iso-8859-15", "<meta charset=utf-8>")]
    [InlineData("", "windows-1252", "")]
    [InlineData("", "windows-1252", "<meta charset=windows-1252>")]
    [InlineData("utf-8", "utf-8", "<meta charset=iso-8859-1>")]
    [InlineData("nonsense", "utf-8", "")]
    [InlineData("shift_jis", "shift_jis", "")]
    public void The_characters_are_those_of_header_page_and_bytes(string told, string written, string meta)
    {
        Encoding.RegisterProvider(CodePagesEncodingProvider.Instance);
        string title = written == "shift_jis" ? "海の霧" : "Søuth bår";
        byte[] bytes = Encoding.GetEncoding(written).GetBytes($"{meta}<title>{title}</title><img src=/a.jpg>");
        Assert.Equal(title, Read(bytes, told, "https://maker.example/x").Candidate!.Rights.Title);
    }

    [Theory]
    [InlineData("<p hidden>{0}</p>")]
    [InlineData("<div style='DISPLAY : none'><p>{0}</p></div>")]
    [InlineData("<span style='visibility:hidden'>{0}</span>")]
    [InlineData("<template>{0}</template>")]
    [InlineData("<!-- {0} -->")]
    public void What_nobody_sees_grants_nothing(string around)
    {
        string link = "<a rel='license' href='https://creativecommons.org/licenses/by/4.0/'>CC BY 4.0</a>",
            page = "<html><body><img src='/photo.jpg' width='800' height='600'>{0}</body></html>";
        bool Grants(string html) =>
            Page(html).Candidate is { Rights: var r } && (r.Licence is not null || r.Offers is { Count: > 0 });
        Assert.True(Grants(page.Replace("{0}", link, StringComparison.Ordinal)));
        string hidden = around.Replace("{0}", link, StringComparison.Ordinal);
        Assert.False(Grants(page.Replace("{0}", hidden, StringComparison.Ordinal)), hidden);
    }
}
