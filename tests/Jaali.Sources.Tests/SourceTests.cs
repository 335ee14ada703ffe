// Long lines: samples of data stand as they are.
using System.Net;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Testing;

namespace Jaali.Sources.Tests;

public sealed class SourceTests
{
    private static string Ok(string body, string type = "application/atom+xml") => Canned.Ok(body, type);

    private const string Description =
        "<OpenSearchDescription xmlns='http://a9.com/-/spec/opensearch/1.1/'><Url type='text/html' template='/h?q={searchTerms}'/><Url type='application/atom+xml' pageOffset='0' template='/s?q={searchTerms}&amp;p={startPage?}&amp;x={unknown:thing?}'/></OpenSearchDescription>";

    private static async Task<SearchPage> Search(string feed, string words = "mud & sand")
    {
        string asked = "";
        using var server = new Canned(p =>
            p == "/d"
                ? Ok(Description)
                : Ok(feed.Replace("ASKED", asked = WebUtility.HtmlEncode(p), StringComparison.Ordinal))
        );
        using var http = new SourceHttp([server.Origin], TimeSpan.FromSeconds(3));
        SearchPage page = await new OpenSearchCollection(
            http,
            TimeProvider.System,
            "c",
            "Commons",
            new Uri(server.Origin + "/d")
        ).SearchAsync(words, 1);
        Assert.Equal("/s?q=mud%20%26%20sand&amp;p=0&amp;x=", asked);
        return page;
    }

    /// <summary>An entry as Media RSS 1.5 and RFC 4946 describe it, written differently from our own stand-in: no
    /// group, several licences that agree.</summary>
    [Fact]
    public async Task An_entry_of_another_server_is_read()
    {
        SearchPage page = await Search(
            """
            <feed xmlns="http://www.w3.org/2005/Atom" xmlns:m="http://search.yahoo.com/mrss/" xmlns:o="http://a9.com/-/spec/opensearch/1.1/"><o:totalResults>71</o:totalResults><link rel="next" href="/s?p=1"/>
            <entry><id>x1</id><title>Mud &lt;i&gt;here&lt;/i&gt;</title><link href="/page/1"/><rights>CC BY-SA</rights><link rel="license" href="http://creativecommons.org/licenses/by-sa/2.5/"/>
              <m:credit role="photographer">N. Ayre</m:credit><m:content url="/a.jpg" type="image/jpeg" width="800" height="600"/><m:content url="/b.mp4" type="video/mp4" width="800" height="600"/><m:content url="javascript:x" type="image/png" width="9" height="9"/></entry>
            <entry><id>x2</id><title>Two terms</title><link rel="license" href="http://creativecommons.org/licenses/by/4.0/"/><rights>CC BY-NC 4.0</rights><m:content url="/c.jpg" medium="image" width="800" height="600"/></entry>
            <entry><id>x3</id><title>Sold</title><rights>All rights reserved</rights><m:content url="/d.jpg" medium="image" width="800" height="600"/><m:price price="9"/></entry>
            <entry><id>x4</id><title>No picture</title></entry></feed>
            """
        );
        Assert.Equal((71, 2), (page.Total, page.NextPage));
        Assert.Equal(["x1", "x2", "x3"], page.Candidates.Select(c => c.Id));
        Candidate first = page.Candidates[0];
        Assert.Equal(
            ("Mud <i>here</i>", "N. Ayre", new Licence(LicenceFamily.BySa, "2.5", "")),
            (first.Rights.Title, first.Rights.Maker, first.Rights.Licence)
        );
        Assert.EndsWith("/page/1", first.Rights.SourceUrl, StringComparison.Ordinal);
        Assert.Single(first.Renditions);
        Assert.Contains("licenses/by-sa/2.5", first.Evidence.Text, StringComparison.Ordinal);
        Assert.Null(page.Candidates[1].Rights.Licence);
        Assert.True(page.Candidates[2].Rights is { Sponsored: true, IsOpenlyLicensed: false });
    }

    [Theory]
    [InlineData("<html><body>Back soon</body></html>")]
    [InlineData("{\"not\": \"xml\"}")]
    [InlineData(
        "<!DOCTYPE lolz [<!ENTITY a \"aaaa\"><!ENTITY b \"&a;&a;&a;\">]><feed xmlns=\"http://www.w3.org/2005/Atom\"><title>&b;</title></feed>"
    )]
    public async Task Rubbish_and_entity_tricks_are_refused_in_words(string feed)
    {
        using var server = new Canned(p => Ok(p == "/d" ? Description : feed));
        using var http = new SourceHttp([server.Origin]);
        SourceException e = await Assert.ThrowsAsync<SourceException>(() =>
            new OpenSearchCollection(
                http,
                TimeProvider.System,
                "c",
                "Commons",
                new Uri(server.Origin + "/d")
            ).SearchAsync("mud", 1)
        );
        Assert.Contains(
            "Commons answered with something that is not a search result",
            e.Message,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task Broken_endless_slow_and_limited_answers_are_refused_in_words()
    {
        Assert.Contains(
            "broke off",
            await Why("HTTP/1.1 200 OK\r\nContent-Length: 100\r\nConnection: close\r\n\r\nshort"),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "more than",
            await Why("HTTP/1.1 200 OK\r\nContent-Length: 99999999\r\n\r\n"),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "more than",
            await Why("HTTP/1.1 200 OK\r\nConnection: close\r\n\r\n" + new string('x', 5000)),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "alone for 30 seconds",
            await Why("HTTP/1.1 429 Too Many Requests\r\nRetry-After: 30\r\nContent-Length: 0\r\n\r\n"),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "redirects in a circle",
            await Why("HTTP/1.1 302 Found\r\nLocation: /again\r\nContent-Length: 0\r\nConnection: close\r\n\r\n"),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "Only http and https",
            await Why(
                "HTTP/1.1 302 Found\r\nLocation: file:///etc/passwd\r\nContent-Length: 0\r\nConnection: close\r\n\r\n"
            ),
            StringComparison.Ordinal
        );
    }

    private static async Task<string> Why(string answer)
    {
        using var server = new Canned(_ => answer);
        using var http = new SourceHttp([server.Origin], TimeSpan.FromSeconds(2));
        return (
            await Assert.ThrowsAsync<SourceException>(() => http.GetAsync(new Uri(server.Origin + "/x"), 1000))
        ).Message;
    }

    [Fact]
    public async Task Addresses_of_this_computer_are_refused_also_behind_a_redirect()
    {
        using var hidden = new Canned(_ => Ok("secret"));
        using var open = new Canned(_ =>
            $"HTTP/1.1 302 Found\r\nLocation: {hidden.Origin}/\r\nContent-Length: 0\r\nConnection: close\r\n\r\n"
        );
        using var http = new SourceHttp([open.Origin]);
        Assert.Contains(
            "does not read",
            (await Assert.ThrowsAsync<SourceException>(() => http.GetAsync(new Uri(open.Origin), 1000))).Message,
            StringComparison.Ordinal
        );
    }

    [Theory]
    [InlineData("127.0.0.1", false)]
    [InlineData("10.1.2.3", false)]
    [InlineData("172.31.0.1", false)]
    [InlineData("192.168.1.1", false)]
    [InlineData("169.254.169.254", false)]
    [InlineData("100.64.0.1", false)]
    [InlineData("0.0.0.0", false)]
    [InlineData("::1", false)]
    [InlineData("::ffff:127.0.0.1", false)]
    [InlineData("fe80::1", false)]
    [InlineData("fd00::1", false)]
    [InlineData("172.32.0.1", true)]
    [InlineData("11.0.0.1", true)]
    [InlineData("2600::1", true)]
    public void Public_addresses_are_told_from_private_ones(string address, bool isPublic) =>
        Assert.Equal(isPublic, PublicNetwork.Has(IPAddress.Parse(address)));
}
