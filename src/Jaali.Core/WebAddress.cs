namespace Jaali.Core;

/// <summary>Addresses as people give them.</summary>
public static class WebAddress
{
    private const int Longest = 2000;

    /// <summary>An absolute address of http or https; https is taken where no scheme is written. Null for anything
    /// else.</summary>
    public static Uri? Read(string? text)
    {
        string t = text?.Trim() ?? "";
        if (t.Length is 0 or > Longest || t.Any(char.IsWhiteSpace))
            return null;
        if (!t.Contains("://", StringComparison.Ordinal))
            t = "https://" + t;
        return
            Uri.TryCreate(t, UriKind.Absolute, out Uri? uri) && uri.Scheme is "http" or "https" && uri.Host.Length > 0
            ? new Uri(t)
            : null;
    }

    /// <summary>What is said of a text that is no such address.</summary>
    public static Refusal Bad { get; } =
        new("bad-address", "This is not a web address. It begins with https:// or http://.");
}
