using System.Text;
using Jaali.Core.Photos;
using Jaali.Core.Rights;

namespace Jaali.Sources.Tests;

/// <summary>Clips of pages: what schema.org's own page of <c>VideoObject</c> and the HTML standard's of
/// <c>video</c> give (their forms from memory, the values made up), and what is none.</summary>
public sealed class PageClipTests
{
    private static Candidate? Clip(string body, string head = "") =>
        PageReader
            .Read(
                new Fetched(
                    Encoding.UTF8.GetBytes(
                        $"<!doctype html><html><head><title>A page</title>{head}</head><body>{body}</body></html>"
                    ),
                    "text/html",
                    new Uri("http://films.example/undertow"),
                    [],
                    "utf-8"
                ),
                DateTimeOffset.UnixEpoch
            )
            .Candidates.FirstOrDefault(c => c.Clip is not null);

    private const string Film = """
        <script type="application/ld+json">{
          "@context": "https://schema.org", "@type": "VideoObject", "name": "Undertow",
          "thumbnailUrl": ["/posters/undertow.jpg"], "contentUrl": "/files/undertow.webm",
          "encodingFormat": "video/webm", "duration": "PT1M12.5S",
          "creator": {"@type": "Person", "name": "Tana Oar"},
          "license": "https://creativecommons.org/licenses/by/4.0/"
        }</script>
        """;

    [Fact]
    public void A_film_that_a_page_describes_goes_by_its_still_picture_with_its_record()
    {
        Candidate clip = Clip("<p>Undertow</p>", Film)!;
        Assert.Equal(new ClipOffer("http://films.example/files/undertow.webm", "video/webm", 72.5), clip.Clip);
        Assert.Equal("http://films.example/posters/undertow.jpg", clip.Thumbnail.Url);
        Assert.Equal(("Undertow", "Tana Oar"), (clip.Rights.Title, clip.Rights.Maker));
        Assert.Equal(new Licence(LicenceFamily.By, "4.0", ""), clip.Rights.Licence);
        Assert.Equal("http://films.example/undertow", clip.Rights.SourceUrl);
        Assert.Contains("VideoObject", clip.Evidence.Text, StringComparison.Ordinal);
    }

    [Fact]
    public void What_a_page_plays_with_a_poster_is_a_clip_and_what_it_says_of_itself_is_offered()
    {
        Candidate clip = Clip(
            """
            <main><video poster="still.png" controls>
              <source src="bell.m3u8" type="application/x-mpegURL"><source src="bell.mp4" type="video/mp4">
            </video><p>Filmed by us. <a rel="license" href="https://creativecommons.org/licenses/by-sa/4.0/">CC</a></p>
            </main>
            """
        )!;
        Assert.Equal("http://films.example/bell.mp4", clip.Clip!.Url);
        Assert.Equal("http://films.example/still.png", clip.Thumbnail.Url);
        // A licence of the page is not the clip's: it is offered.
        Assert.Null(clip.Rights.Licence);
        Assert.NotNull(clip.Rights.Offers);
    }

    [Theory]
    [InlineData("""<meta property="og:image" content="/a.jpg"><meta property="og:video" content="/a.mp4">""", true)]
    [InlineData(
        """
            <meta property="og:image" content="/a.jpg"><meta property="og:video:url" content="/play?id=7">
            <meta property="og:video:type" content="video/mp4">
            """,
        true
    )]
    // A player of somebody else is a page.
    [InlineData(
        """
            <meta property="og:image" content="/a.jpg"><meta property="og:video" content="/embed/7">
            <meta property="og:video:type" content="text/html">
            """,
        false
    )]
    [InlineData("""<meta property="og:video" content="/a.mp4">""", false)]
    [InlineData(
        """
            <script type="application/ld+json">{"@context":"https://schema.org","@type":"VideoObject",
            "thumbnailUrl":"/a.jpg","embedUrl":"/embed/7","duration":"soon"}</script>
            """,
        false
    )]
    [InlineData(
        """
            <script type="application/ld+json">{"@context":"https://schema.org","@type":"AudioObject",
            "image":"/a.jpg","contentUrl":"/a.ogg","duration":"P999999999999Y"}</script>
            """,
        true
    )]
    [InlineData(
        """
            <script type="application/ld+json">{"@context":"https://schema.org","@type":"VideoObject",
            "thumbnailUrl":"/a.svg","contentUrl":"javascript:alert(1)"}</script>
            """,
        false
    )]
    public void A_clip_is_a_file_with_a_still_picture(string head, bool isClip) =>
        Assert.Equal(isClip, Clip("<p>words</p>", head) is not null);

    [Fact]
    public void Photos_of_a_page_stay_photos()
    {
        PageReading reading = PageReader.Read(
            new Fetched(
                Encoding.UTF8.GetBytes(
                    $$"""
                    <html><head>{{Film}}<script type="application/ld+json">{
                      "@context": "https://schema.org", "@type": "ImageObject", "contentUrl": "/photos/ebb.jpg",
                      "license": "https://creativecommons.org/publicdomain/zero/1.0/"
                    }</script></head><body></body></html>
                    """
                ),
                "text/html",
                new Uri("http://films.example/both"),
                [],
                "utf-8"
            ),
            DateTimeOffset.UnixEpoch
        );
        Candidate photo = reading.Candidates.Single(c => c.Clip is null);
        Assert.Equal("http://films.example/photos/ebb.jpg", photo.Thumbnail.Url);
        Assert.Equal(LicenceFamily.Cc0, photo.Rights.Licence!.Family);
        Assert.Single(reading.Candidates, c => c.Clip is not null);
    }
}
