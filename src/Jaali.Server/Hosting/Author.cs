namespace Jaali.Server.Hosting;

/// <summary>Who makes an edit: a mark that a browser gives itself, so that each person takes back their own
/// edits.</summary>
public static class Author
{
    /// <summary>The header that carries it.</summary>
    public const string Header = "X-Jaali-Author";

    /// <summary>The header that carries the client's mark of the photos' records.</summary>
    public const string RecordsHeader = "X-Jaali-Records";

    private const int Longest = 64;

    /// <summary>The author of a request; empty where it does not say, or says something else.</summary>
    public static string Of(HttpContext http) => Mark(http, Header);

    /// <summary>The header that carries the client's mark of one edit.</summary>
    public const string EditHeader = "X-Jaali-Edit";

    /// <summary>The client's mark of the edit it sends; empty where it gives none. One that comes twice, because the
    /// answer
    /// to the first was lost, is done once.</summary>
    public static string Edit(HttpContext http) => Mark(http, EditHeader);

    private static string Mark(HttpContext http, string header)
    {
        string mark = http.Request.Headers[header].ToString();
        return mark.Length <= Longest && mark.All(c => char.IsAsciiLetterOrDigit(c) || c == '-') ? mark : "";
    }

    /// <summary>The client's mark of the photos' records, or null.</summary>
    public static string? Records(HttpContext http) =>
        http.Request.Headers[RecordsHeader].ToString() is { Length: > 0 } mark ? mark : null;
}
