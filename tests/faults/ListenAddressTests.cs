namespace Jaali.Faults.Tests;

/// <summary>The address that is bound is exactly the one asked for, and the host names follow it.</summary>
public sealed class ListeningTests
{
    [Theory]
    [InlineData("127.0.0.1", "abc")]
    [InlineData("127.0.0.1", "99999")]
    [InlineData("127.0.0.1", "0")]
    [InlineData("127.0.0.1", "-1")]
    [InlineData("127.0.0.1", "")]
    [InlineData("127.0.0.1", "80 80")]
    [InlineData("example.org", "5080")]
    [InlineData("*", "5080")]
    [InlineData("+", "5080")]
    [InlineData("", "5080")]
    [InlineData("300.1.1.1", "5080")]
    public void What_is_no_address_or_port_is_refused_in_a_sentence(string host, string port)
    {
        (ListenAddress? where, string why) = ListenAddress.Read(host, port, "");
        Assert.Null(where);
        Assert.EndsWith(".", why, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("127.0.0.1", "http://127.0.0.1:5080", "localhost,127.0.0.1,[::1]", "192.0.2.7,evil.example")]
    [InlineData("localhost", "http://localhost:5080", "localhost,127.0.0.1", "evil.example")]
    [InlineData("::1", "http://[::1]:5080", "localhost,[::1]", "evil.example")]
    [InlineData("192.0.2.7", "http://192.0.2.7:5080", "192.0.2.7,talks.example", "evil.example,localhost")]
    [InlineData("0.0.0.0", "http://0.0.0.0:5080", "localhost,127.0.0.1,talks.example", "evil.example")]
    public void Host_names_follow_the_address(string host, string url, string answers, string refuses)
    {
        ListenAddress where = ListenAddress
            .Read(host, "5080", host is "192.0.2.7" or "0.0.0.0" ? "talks.example" : "")
            .Where!;
        Assert.Equal(url, where.Url);
        Assert.All(answers.Split(','), n => Assert.True(where.Answers(n), n));
        Assert.All(refuses.Split(','), n => Assert.False(where.Answers(n), n));
    }
}
