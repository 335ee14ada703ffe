// Long lines: samples of data stand as they are.
using System.Diagnostics;
using System.Net;
using System.Text;
using System.Text.Json;
using Jaali.Testing;

namespace Jaali.Sources.Tests;

/// <summary>Answers that mean no good, or are simply broken: each ends in a sentence, soon, and loses nothing else.</summary>
public sealed class HostileSourceTests
{
    /// <summary>One address of each range of IANA's special-purpose registries (RFC 6890 and after, from memory), the
    /// edges of some, and IPv4 hidden in IPv6.</summary>
    [Theory]
    [InlineData("100.127.255.255")]
    [InlineData("192.0.0.1")]
    [InlineData("192.0.2.1")]
    [InlineData("198.51.100.7")]
    [InlineData("203.0.113.9")]
    [InlineData("198.19.255.255")]
    [InlineData("239.1.2.3")]
    [InlineData("255.255.255.255")]
    [InlineData("::")]
    [InlineData("::127.0.0.1")]
    [InlineData("::ffff:10.0.0.1")]
    [InlineData("64:ff9b::7f00:1")]
    [InlineData("64:ff9b::a00:1")]
    [InlineData("64:ff9b:1::1")]
    [InlineData("2002:7f00:1::")]
    [InlineData("2002:c0a8:101::1")]
    [InlineData("2001::1")]
    [InlineData("2001:db8::1")]
    [InlineData("3fff::1")]
    [InlineData("100::1")]
    [InlineData("fc00::1")]
    [InlineData("fec0::1")]
    [InlineData("ff02::1")]
    public void Special_addresses_are_not_of_the_public_network(string address) =>
        Assert.False(PublicNetwork.Has(IPAddress.Parse(address)));

    [Theory]
    [InlineData("9.9.9.9")]
    [InlineData("100.128.0.1")]
    [InlineData("172.32.0.1")]
    [InlineData("192.0.1.1")]
    [InlineData("2600::1")]
    [InlineData("2a00::1")]
    [InlineData("64:ff9b::909:909")]
    [InlineData("2002:909:909::1")]
    public void Others_are(string address) => Assert.True(PublicNetwork.Has(IPAddress.Parse(address)));

    [Theory]
    [InlineData("HTTP/1.1 302 Found\r\nLocation: //\r\nContent-Length: 0\r\nConnection: close\r\n\r\n")]
    [InlineData("HTTP/1.1 302 Found\r\nLocation: http://\r\nContent-Length: 0\r\nConnection: close\r\n\r\n")]
    [InlineData("HTTP/1.1 302 Found\r\nLocation: file:///etc/passwd\r\nContent-Length: 0\r\nConnection: close\r\n\r\n")]
    [InlineData("HTTP/1.1 200 OK\r\nContent-Encoding: gzip\r\nContent-Length: 9\r\nConnection: close\r\n\r\nnot gzip!")]
    [InlineData("HTTP/1.1 200 OK\r\nContent-Encoding: br\r\nContent-Length: 9\r\nConnection: close\r\n\r\nnot brot!")]
    [InlineData("HTTP/1.1 200 OK\r\nContent-Length: 99\r\nConnection: close\r\n\r\ncut")]
    public async Task Broken_answers_end_in_a_sentence(string raw)
    {
        using var server = new Canned(_ => raw);
        using var http = new SourceHttp([server.Origin]);
        SourceException e = await Assert.ThrowsAsync<SourceException>(() =>
            http.GetAsync(new Uri(server.Origin + "/x"), 1000)
        );
        Assert.EndsWith(".", e.Message, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Names_and_passwords_in_an_address_are_not_kept()
    {
        using var server = new Canned(_ => Canned.Ok("<title>x</title><img src=/a.jpg>", "text/html"));
        using var http = new SourceHttp([server.Origin]);
        var at = new UriBuilder(server.Origin + "/p") { UserName = "me", Password = "secret" };
        Fetched fetched = await http.FetchAsync(at.Uri, 1000);
        Assert.Equal(server.Origin + "/p", fetched.Address.AbsoluteUri);
        Assert.DoesNotContain(
            "secret",
            PageReader.Read(fetched, DateTimeOffset.UnixEpoch).Candidate!.Rights.SourceUrl,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void Deep_documents_are_refused_at_once()
    {
        var watch = Stopwatch.StartNew();
        string deep = string.Concat(Enumerable.Repeat("<div>", 40_000));
        SourceException e = Assert.Throws<SourceException>(() =>
            PageReader.Read(
                new Fetched(Encoding.UTF8.GetBytes(deep), "text/html", new Uri("https://x.example/"), []),
                DateTimeOffset.UnixEpoch
            )
        );
        Assert.Contains("nested deeper", e.Message, StringComparison.Ordinal);
        string xml = string.Concat(Enumerable.Repeat("<a>", 40_000)) + string.Concat(Enumerable.Repeat("</a>", 40_000));
        Assert.Null(
            AddressReader.FeedOf(new Fetched(Encoding.UTF8.GetBytes(xml), "", new Uri("https://x.example/"), []))
        );
        Assert.Empty(PageReader.LicencesOf(["<" + new string('a', 48_000) + ">; rel=x"]));
        // Quadratic readers took 10 to 37 seconds for these.
        Assert.True(watch.Elapsed < TimeSpan.FromSeconds(5), watch.Elapsed.ToString());
        // Many elements beside each other are no depth.
        string wide = string.Concat(Enumerable.Repeat("<p>x<br><img src=/a.jpg width=200 height=200>", 5_000));
        Assert.NotEmpty(
            PageReader
                .Read(
                    new Fetched(Encoding.UTF8.GetBytes(wide), "text/html", new Uri("https://x.example/"), []),
                    DateTimeOffset.UnixEpoch
                )
                .Candidates
        );
    }

    [Theory]
    [InlineData(
        """{"type":"Manifest","label":{"en":["\ud800"]},"items":[{"type":"Canvas","items":[{"items":[{"motivation":"painting","body":{"id":"/a.jpg","type":"Image"}}]}]}]}""",
        1
    )]
    [InlineData(
        """{"type":"Manifest","label":{"en":["x"]},"metadata":[{"label":{"\udc00":["\ud800"]},"value":"x"}],"items":[{"type":"Canvas","items":[{"items":[{"motivation":"painting","body":{"id":"\ud800","type":"Image"}}]}]}]}""",
        0
    )]
    public void Half_characters_in_json_are_no_fault(string json, int atLeast)
    {
        JsonElement read = Json.Parse(json);
        Assert.True(
            IiifPresentation
                .Candidates(read, new Uri("https://x.example/m"), null, "c", "C", DateTimeOffset.UnixEpoch)
                .Count >= atLeast
        );
        PageReader.Read(
            new Fetched(
                Encoding.UTF8.GetBytes(
                    "<script type=application/ld+json>{\"@type\":\"ImageObject\",\"\\ud800\":1,\"name\":\"\\udc00\",\"contentUrl\":\"/a.jpg\"}</script>"
                ),
                "",
                new Uri("https://x.example/"),
                []
            ),
            DateTimeOffset.UnixEpoch
        );
    }

    [Fact]
    public async Task A_download_that_was_finished_but_not_stored_is_fetched_anew()
    {
        using var folder = new ScratchFolder();
        string part = folder.File("part");
        await File.WriteAllTextAsync(part, "0123456789");
        await File.WriteAllTextAsync(part + ".tag", "\"v1\"");
        using var server = new Canned(
            _ => "",
            raw =>
                raw.Contains("Range:", StringComparison.OrdinalIgnoreCase)
                    ? "HTTP/1.1 416 Range Not Satisfiable\r\nContent-Range: bytes */10\r\nContent-Length: 0\r\nConnection: close\r\n\r\n"
                    : "HTTP/1.1 200 OK\r\nETag: \"v1\"\r\nContent-Length: 10\r\nConnection: close\r\n\r\n0123456789"
        );
        using var http = new SourceHttp([server.Origin]);
        await http.DownloadAsync(new Uri(server.Origin + "/a.jpg"), part, 1000);
        Assert.Equal("0123456789", await File.ReadAllTextAsync(part));
    }
}
