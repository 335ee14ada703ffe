using System.Diagnostics;
using System.Text;
using System.Text.RegularExpressions;
using System.Xml;
using AngleSharp.Html.Parser;
using Jaali.Testing;

namespace Jaali.Sources.Tests;

/// <summary>Reading ends when its time is over, wherever it is by then; and requests are made again that failed in
/// passing.</summary>
public sealed class ReadingTimeTests
{
    private static readonly TimeSpan Short = TimeSpan.FromMilliseconds(60);

    private static void EndsInTime(Func<object?> read)
    {
        long from = Stopwatch.GetTimestamp();
        SourceException e = Assert.Throws<SourceException>(() => ReadingTime.Limit(read, Short));
        Assert.Contains("takes too long to read", e.Message, StringComparison.Ordinal);
        // Clocks of timers and of time that has passed are not the same one: a little before its time is in time.
        Assert.InRange(Stopwatch.GetElapsedTime(from), Short / 2, TimeSpan.FromSeconds(5));
    }

    [Fact]
    public void A_walk_a_parser_and_a_pattern_end_with_their_time()
    {
        EndsInTime(() =>
        {
            for (; ; )
                ReadingTime.Check();
        });
        // Nested tables and formatting elements: parsing has begun, and is left in the middle.
        byte[] html = Encoding.UTF8.GetBytes(
            string.Concat(Enumerable.Repeat("<table><b><i><u><a><p>", 60_000)) + "</html>"
        );
        EndsInTime(() => new HtmlParser().ParseDocument(ReadingTime.Stream(html)));
        EndsInTime(() =>
        {
            string xml = "<a>" + string.Concat(Enumerable.Repeat("<b c='d'>e</b>", 2_000_000)) + "</a>";
            using var reader = XmlReader.Create(ReadingTime.Text(xml));
            while (reader.Read()) { }
            return null;
        });
        EndsInTime(() => Regex.Match(new string('a', 40) + "!", "^(a+)+$", RegexOptions.None, Short));
        // A new reading has a time of its own.
        Assert.Equal(1, ReadingTime.Limit(() => 1));
    }

    [Fact]
    public void What_another_fault_is_stays_that()
    {
        Assert.Throws<XmlException>(() => ReadingTime.Limit<int>(() => throw new XmlException("x"), Short));
        ReadingTime.Check();
    }

    [Theory]
    [InlineData("503 Busy", "", 3)]
    [InlineData("429 Wait", "Retry-After: 1\r\n", 3)]
    [InlineData("429 Wait", "Retry-After: 30\r\n", 1)]
    [InlineData("503 Wait", "Retry-After: Fri, 31 Dec 2100 23:59:59 GMT\r\n", 1)]
    [InlineData("404 None", "", 1)]
    public async Task What_passes_is_asked_for_again_unless_a_longer_wait_is_wanted(
        string status,
        string header,
        int times
    )
    {
        int asked = 0;
        using var server = new Canned(_ =>
        {
            Interlocked.Increment(ref asked);
            return $"HTTP/1.1 {status}\r\n{header}Content-Length: 0\r\nConnection: close\r\n\r\n";
        });
        using var http = new SourceHttp([server.Origin]);
        SourceException e = await Assert.ThrowsAsync<SourceException>(() =>
            http.GetAsync(new Uri(server.Origin + "/a"), 1000)
        );
        Assert.Equal(times, asked);
        Assert.Contains(status[..3], e.Message, StringComparison.Ordinal);
        if (
            header.Contains("30", StringComparison.Ordinal)
            && times == 1
            && !header.Contains("GMT", StringComparison.Ordinal)
        )
            Assert.Equal(TimeSpan.FromSeconds(30), e.RetryAfter);
        if (header.Contains("GMT", StringComparison.Ordinal))
            Assert.True(e.RetryAfter > TimeSpan.FromDays(1000));
    }

    [Fact]
    public async Task What_failed_once_and_comes_the_second_time_is_read()
    {
        int asked = 0;
        using var server = new Canned(_ =>
            Interlocked.Increment(ref asked) == 1
                ? "HTTP/1.1 500 Oops\r\nContent-Length: 0\r\nConnection: close\r\n\r\n"
                : Canned.Ok("here")
        );
        using var http = new SourceHttp([server.Origin]);
        Assert.Equal("here", Encoding.UTF8.GetString(await http.GetAsync(new Uri(server.Origin + "/a"), 1000)));
        Assert.Equal(2, asked);
    }
}
