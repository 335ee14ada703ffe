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
            ? WithoutCredentials(new Uri(t))
            : null;
    }

    /// <summary>An address without the name and password in it, which are nobody's to keep.</summary>
    public static Uri WithoutCredentials(Uri address) =>
        address.UserInfo.Length == 0 ? address : new UriBuilder(address) { UserName = "", Password = "" }.Uri;

    /// <summary>An address as it may stand behind a word that is pressed: of http, https or mail, and null for anything
    /// else, such as a script, whoever wrote it.</summary>
    public static string? Pressable(string? address) =>
        address is { Length: > 0 and <= Limits.Documents.AddressCharacters }
        && Uri.TryCreate(address, UriKind.Absolute, out Uri? to)
        && to.Scheme is "http" or "https" or "mailto"
            ? to.UserInfo.Length == 0 || to.Scheme == "mailto"
                ? address
                : WithoutCredentials(to).AbsoluteUri
            : null;

    /// <summary>What is said of a text that is no such address.</summary>
    public static Refusal Bad { get; } =
        new("bad-address", "This is not a web address. It begins with https:// or http://.");
}
