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

    /// <summary>The header that carries the connection by which a window listens to its deck.</summary>
    public const string ListenerHeader = "X-Jaali-Listener";

    /// <summary>Who sends an edit, as the request says.</summary>
    public static Sender Sender(HttpContext http) => new(Of(http), Edit(http), Listener(http));

    // SignalR's identities are base 64 for addresses: letters, digits, - and _.
    private static string Listener(HttpContext http)
    {
        string listener = http.Request.Headers[ListenerHeader].ToString();
        return listener.Length <= Longest && listener.All(c => char.IsAsciiLetterOrDigit(c) || c is '-' or '_')
            ? listener
            : "";
    }

    private static string Mark(HttpContext http, string header)
    {
        string mark = http.Request.Headers[header].ToString();
        return mark.Length <= Longest && mark.All(c => char.IsAsciiLetterOrDigit(c) || c == '-') ? mark : "";
    }

    /// <summary>The client's mark of the photos' records, or null.</summary>
    public static string? Records(HttpContext http) =>
        http.Request.Headers[RecordsHeader].ToString() is { Length: > 0 } mark ? mark : null;
}

/// <summary>Who sends an edit.</summary>
/// <param name="Author">The person's mark; empty where it is not said.</param>
/// <param name="Edit">The mark of this edit, that it is done once however often it comes; empty for none.</param>
/// <param name="Listener">The live connection of the window, which has the patch in its answer and is not told again;
/// empty for none.</param>
public sealed record Sender(string Author = "", string Edit = "", string Listener = "")
{
    /// <summary>The program itself.</summary>
    public static Sender Nobody { get; } = new();
}
