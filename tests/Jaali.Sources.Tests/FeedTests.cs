// Long lines: samples of data stand as they are.
using System.Text;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Sources.Feeds;

namespace Jaali.Sources.Tests;

/// <summary>Feeds of every kind, with entries of our own.</summary>
public sealed class FeedTests
{
    private static readonly Uri At = new("https://feeds.example/all/feed.xml");
    private const string Rss =
        "<rss version='2.0' xmlns:media='http://search.yahoo.com/mrss/' xmlns:dc='http://purl.org/dc/elements/1.1/' xmlns:content='http://purl.org/rss/1.0/modules/content/' xmlns:cc='http://creativecommons.org/ns#' xmlns:creativeCommons='http://backend.userland.com/creativeCommonsRssModule'><channel><title>Tide</title>";

    private static IReadOnlyList<Candidate> Read(string xml) =>
        FeedReader
            .Read(
                AddressReader.FeedOf(new Fetched(Encoding.UTF8.GetBytes(xml), "", At, []))
                    ?? throw new InvalidOperationException("no feed"),
                "feed",
                "Feed",
                At,
                DateTimeOffset.UnixEpoch
            )
            .Candidates;

    private static IReadOnlyList<Candidate> Item(string inside, string channel = "") =>
        Read(
            $"{Rss}{channel}<item><title>Ebb</title><link>https://feeds.example/p/1</link>{inside}</item></channel></rss>"
        );

    /// <summary>RSS 2.0 (2009), Media RSS 1.5, RSS 1.0 (2000), Atom (RFC 4287): every way to show a still picture.</summary>
    [Theory]
    [InlineData("<media:content url='/a.jpg' medium='image'/>")]
    [InlineData("<media:content url='/a.jpg' type='image/jpeg' width='1200' height='800'/>")]
    [InlineData("<media:content url='/a.jpg'/>")]
    [InlineData("<media:content url='/a.jpg' type='image/png' isDefault='true'/>")]
    [InlineData(
        "<media:group><media:content url='/a.jpg' medium='image'/><media:thumbnail url='/t.jpg'/></media:group>"
    )]
    [InlineData("<media:thumbnail url='/a.jpg'/>")]
    [InlineData("<enclosure url='/a.jpg' type='image/jpeg' length='1'/>")]
    [InlineData("<enclosure url='/a.jpg' length='1'/>")]
    [InlineData("<description>&lt;p&gt;&lt;img src=\"/a.jpg\"&gt; low water&lt;/p&gt;</description>")]
    [InlineData("<content:encoded><![CDATA[<figure><img src='/a.jpg' width='900'></figure>]]></content:encoded>")]
    [InlineData("<m:content xmlns:m='http://search.yahoo.com/mrss' url='/a.jpg' medium='image'/>")]
    public void Every_way_to_show_a_still_picture_is_read(string inside)
    {
        Candidate c = Assert.Single(Item(inside));
        Assert.Equal("https://feeds.example/a.jpg", c.Largest.Url);
        Assert.Equal(("Ebb", "https://feeds.example/p/1"), (c.Rights.Title, c.Rights.SourceUrl));
    }

    [Theory]
    [InlineData("<media:content url='/a.mp4' medium='video'/>")]
    [InlineData("<media:player url='/watch'/><media:thumbnail url='/frame.jpg'/>")]
    [InlineData("<enclosure url='/a.mp3' type='audio/mpeg' length='1'/>")]
    [InlineData("<media:content url='/a.svg' type='image/svg+xml'/>")]
    [InlineData("<description>&lt;img src='/count.gif' width='1' height='1'&gt;</description>")]
    [InlineData("<media:content url='/a.jpg' medium='image'/><media:status state='blocked'/>")]
    [InlineData("<description>words</description>")]
    public void What_shows_no_still_picture_gives_none(string inside) => Assert.Empty(Item(inside));

    [Fact]
    public void A_film_with_a_frame_is_a_clip_and_its_frame_is_no_photo()
    {
        Candidate c = Assert.Single(
            Item(
                "<media:group><media:content url='/small.mp4' type='video/mp4' width='640' duration='12.5'/>"
                    + "<media:content url='/big.webm' type='video/webm' width='1920' duration='12.5'/>"
                    + "<media:content url='/huge.mp4' type='video/mp4' width='3840'/>"
                    + "<media:thumbnail url='/frame.jpg'/></media:group>"
            )
        );
        Assert.Equal(new ClipOffer("https://feeds.example/big.webm", "video/webm", 12.5), c.Clip);
        Assert.Equal("https://feeds.example/frame.jpg", c.Largest.Url);
    }

    [Fact]
    public void A_frame_of_a_clip_is_not_merged_with_a_photo_that_looks_like_it()
    {
        Candidate clip = Assert.Single(
                Item("<media:content url='/a.mp4' medium='video'/><media:thumbnail url='/frame.jpg'/>")
            ),
            photo = clip with { Clip = null, Collection = "other" };
        Assert.False(SamePicture.Is(clip, null, photo, null));
        Assert.True(SamePicture.Is(photo, null, photo with { Collection = "third" }, null));
    }

    [Theory]
    [InlineData(
        "<feed xmlns='http://www.w3.org/2005/Atom' xml:base='https://feeds.example/'><title>T</title><entry><id>x</id><title type='html'>&lt;b&gt;Ebb&lt;/b&gt;</title><link rel='alternate' href='p/1'/><link rel='enclosure' type='image/jpeg' href='a.jpg'/></entry></feed>"
    )]
    [InlineData(
        "<feed xmlns='http://www.w3.org/2005/Atom'><title>T</title><entry><id>x</id><title>Ebb</title><link href='/p/1'/><content type='image/jpeg' src='/a.jpg'/></entry></feed>"
    )]
    [InlineData(
        "<feed xmlns='http://www.w3.org/2005/Atom'><title>T</title><entry><id>x</id><title>Ebb</title><link href='/p/1'/><content type='xhtml'><div xmlns='http://www.w3.org/1999/xhtml'><img src='/a.jpg'/></div></content></entry></feed>"
    )]
    [InlineData(
        "<rdf:RDF xmlns:rdf='http://www.w3.org/1999/02/22-rdf-syntax-ns#' xmlns='http://purl.org/rss/1.0/' xmlns:m='http://search.yahoo.com/mrss/'><channel rdf:about='/'><title>T</title></channel><item rdf:about='https://feeds.example/p/1'><title>Ebb</title><link>https://feeds.example/p/1</link><m:content url='/a.jpg' type='image/jpeg'/></item></rdf:RDF>"
    )]
    [InlineData(
        "<rdf:RDF xmlns:rdf='http://www.w3.org/1999/02/22-rdf-syntax-ns#' xmlns='http://purl.org/rss/1.0/' xmlns:enc='http://purl.oclc.org/net/rss_2.0/enc#'><channel rdf:about='/'><title>T</title></channel><item rdf:about='https://feeds.example/p/1'><title>Ebb</title><link>https://feeds.example/p/1</link><enc:enclosure rdf:resource='/a.jpg' enc:type='image/jpeg'/></item></rdf:RDF>"
    )]
    [InlineData(
        "<!DOCTYPE rss SYSTEM 'http://my.netscape.com/publish/formats/rss-0.91.dtd'><rss version='0.91'><channel><title>T</title><item><title>Ebb</title><link>https://feeds.example/p/1</link><description>&lt;img src='/a.jpg'&gt;</description></item></channel></rss>"
    )]
    [InlineData(
        "  \n<?xml version='1.0'?><rss version='2.0'><channel><title>T&nbsp;&copy;</title><item><title>Ebb</title><link>https://feeds.example/p/1</link><enclosure url='/a.jpg' type='image/jpeg'/></item></channel></rss>"
    )]
    public void Every_kind_of_feed_is_read(string xml)
    {
        Candidate c = Assert.Single(Read(xml));
        Assert.Equal(
            ("https://feeds.example/a.jpg", "Ebb", "https://feeds.example/p/1"),
            (c.Largest.Url, c.Rights.Title, c.Rights.SourceUrl)
        );
    }

    [Theory]
    [InlineData("<media:license href='https://creativecommons.org/licenses/by/4.0/'/>")]
    [InlineData("<cc:license>https://creativecommons.org/licenses/by/4.0/</cc:license>")]
    [InlineData(
        "<cc:license xmlns:rdf='http://www.w3.org/1999/02/22-rdf-syntax-ns#' rdf:resource='https://creativecommons.org/licenses/by/4.0/'/>"
    )]
    [InlineData("<creativeCommons:license>https://creativecommons.org/licenses/by/4.0/</creativeCommons:license>")]
    [InlineData("<dc:rights>CC BY 4.0</dc:rights>")]
    [InlineData(
        "<media:copyright url='https://creativecommons.org/licenses/by/4.0/'>© 2024 M. Ayre, CC BY 4.0</media:copyright>"
    )]
    public void The_licence_of_an_entry_with_a_picture_is_the_pictures(string terms) =>
        Assert.Equal(
            "CC BY 4.0",
            Assert.Single(Item("<media:content url='/a.jpg' medium='image'/>" + terms)).Rights.Licence?.Label
        );

    [Fact]
    public void That_of_a_feed_or_of_a_text_is_offered_alone_and_limits_count()
    {
        RightsRecord feed = Assert
            .Single(
                Item(
                    "<media:content url='/a.jpg' medium='image'/>",
                    "<cc:license>https://creativecommons.org/licenses/by/4.0/</cc:license>"
                )
            )
            .Rights;
        Assert.Equal((null, "the feed"), (feed.Licence, feed.Offers![0].Of));
        RightsRecord text = Assert
            .Single(
                Item(
                    "<author>ed@feeds.example (E. Ditor)</author><dc:creator>E. Ditor</dc:creator><dc:rights>CC BY 4.0</dc:rights><description>&lt;img src='/a.jpg'&gt;</description>"
                )
            )
            .Rights;
        Assert.Equal((null, "the text", ""), (text.Licence, text.Offers![0].Of, text.Maker));
        RightsRecord limited = Assert
            .Single(
                Item(
                    "<media:content url='/a.jpg' medium='image'><media:restriction relationship='allow' type='country'>de</media:restriction></media:content><media:license href='https://creativecommons.org/licenses/by/4.0/'/>"
                )
            )
            .Rights;
        Assert.Null(limited.Licence);
        RightsRecord notice = Assert
            .Single(
                Item(
                    "<media:content url='/a.jpg' medium='image'/><media:credit role='editor'>E. Ditor</media:credit><media:credit role='photographer'>M. Ayre</media:credit><media:copyright>© 2024 M. Ayre, CC BY 4.0</media:copyright><media:price type='purchase' price='9.00'/>"
                )
            )
            .Rights;
        Assert.Equal(
            ("M. Ayre", "© 2024 M. Ayre, CC BY 4.0", "CC BY 4.0", true),
            (notice.Maker, notice.Notice, notice.Licence?.Label, notice.Sponsored)
        );
    }

    [Fact]
    public void Contents_in_a_group_are_sizes_of_one_and_others_are_several()
    {
        Candidate one = Assert.Single(
            Item(
                "<media:group><media:content url='/s.jpg' medium='image' width='300' height='200'/><media:content url='/l.jpg' medium='image' width='3000' height='2000'/></media:group>"
            )
        );
        Assert.Equal((2, "https://feeds.example/l.jpg"), (one.Renditions.Count, one.Largest.Url));
        IReadOnlyList<Candidate> two = Item(
            "<media:content url='/1.jpg' medium='image'><media:title>One</media:title></media:content><media:content url='/2.jpg' medium='image'><media:title>Two</media:title></media:content>"
        );
        Assert.Equal(["One", "Two"], two.Select(c => c.Rights.Title));
        Assert.Equal(2, two.Select(c => c.Id).Distinct().Count());
        Assert.False(SamePicture.Is(two[0], null, two[1], null));
    }

    [Fact]
    public void One_bad_entry_loses_itself_and_no_other()
    {
        static string Good(int n) =>
            $"<item><title>P{n}</title><guid>g{n}</guid><enclosure url='/{n}.jpg' type='image/jpeg'/></item>";
        Assert.Equal(
            ["P1", "P3"],
            Read(
                    $"{Rss}{Good(1)}<item><title>Salt & <b>sand</title><enclosure url='/2.jpg'></item>{Good(3)}</channel></rss>"
                )
                .Select(c => c.Rights.Title)
        );
        Assert.Equal(
            ["P1", "P3"],
            Read(
                    $"{Rss}{Good(1)}<item><title>x</title><enclosure url='http://[bad' type='image/jpeg'/></item>{Good(3)}</channel></rss>"
                )
                .Select(c => c.Rights.Title)
        );
        // Characters that are none do not end a feed, and entities of its own do nothing.
        Assert.Equal(
            ["P1"],
            Read($"{Rss}<description>a\u0001b&#2;</description>{Good(1)}</channel></rss>").Select(c => c.Rights.Title)
        );
        Assert.Null(
            AddressReader.FeedOf(
                new Fetched(
                    Encoding.UTF8.GetBytes(
                        "<!DOCTYPE r [<!ENTITY a 'aaaa'><!ENTITY b '&a;&a;'>]><rss><channel><title>&b;</title></channel></rss>"
                    ),
                    "",
                    At,
                    []
                )
            )
        );
    }

    [Theory]
    [InlineData("<rss version='2.0'><channel><title>Tide</title></channel></rss>", "Tide is a feed without entries.")]
    [InlineData(
        "<rss version='2.0'><channel><title>Tide</title><item><title>x</title></item></channel></rss>",
        "Tide is a feed whose 1 entries show no still picture."
    )]
    [InlineData(
        "{\"a\":1}",
        "What lies at feeds.example is JSON, but no IIIF manifest or collection, so no photo can be read from it."
    )]
    public async Task What_has_no_photo_is_refused_in_a_sentence(string body, string sentence)
    {
        using var http = new SourceHttp([]);
        SourceException e = await Assert.ThrowsAsync<SourceException>(() =>
            new AddressReader(http, TimeProvider.System).ReadAsync(
                new Fetched(Encoding.UTF8.GetBytes(body), "", At, [])
            )
        );
        Assert.Equal(sentence, e.Message);
    }
}
