using System.Collections.Concurrent;
using System.Globalization;

namespace Jaali.StandIns;

/// <summary>Troubles of single collections that can be switched on for tests and demonstrations: <c>POST
/// /faults?kind=slow&amp;collection=museum</c>.</summary>
public sealed class Faults
{
    private readonly ConcurrentDictionary<string, string> _kinds = new();
    private int _asked;

    /// <summary>The troubles there are.</summary>
    public static IReadOnlyList<string> Kinds { get; } =
    ["none", "slow", "down", "flaky", "midway", "rubbish", "limit", "truncated", "changed"];

    /// <summary>The collections.</summary>
    public static IReadOnlyList<string> Collections { get; } = ["commons", "museum", "archive", "pages", "bay"];

    /// <summary>Switches a collection, or "all", to a trouble; false where there is none of that name.</summary>
    public bool Switch(string kind, string collection)
    {
        if (!Kinds.Contains(kind) || (collection != "all" && !Collections.Contains(collection)))
            return false;
        foreach (string c in Collections.Where(c => collection is "all" || c == collection))
            _kinds[c] = kind;
        return true;
    }

    /// <summary>The trouble of a collection now.</summary>
    public string Of(string collection) => _kinds.GetValueOrDefault(collection, "none");

    /// <summary>Which collection an address belongs to.</summary>
    public static string CollectionOf(PathString path) =>
        Collections.FirstOrDefault(c => path.StartsWithSegments("/" + c)) ?? "commons";

    /// <summary>Acts out the trouble; true where the request was answered by it.</summary>
    public async Task<bool> ActAsync(HttpContext context)
    {
        HttpResponse response = context.Response;
        string kind = Of(CollectionOf(context.Request.Path));
        bool photo = context.Request.Path.Value!.EndsWith(".jpg", StringComparison.Ordinal);
        switch (kind)
        {
            case "slow":
                await Task.Delay(TimeSpan.FromSeconds(40), context.RequestAborted);
                return false;
            case "flaky" when Interlocked.Increment(ref _asked) % 3 == 0:
            case "down":
                response.StatusCode = StatusCodes.Status503ServiceUnavailable;
                return true;
            case "limit":
                response.StatusCode = StatusCodes.Status429TooManyRequests;
                response.Headers.RetryAfter = 30.ToString(CultureInfo.InvariantCulture);
                return true;
            case "rubbish":
                response.ContentType = photo ? "image/jpeg" : "application/atom+xml";
                await response.WriteAsync("<html><body>Back soon</body>");
                return true;
            case "midway" when !photo:
                response.ContentLength = 100_000;
                await response.WriteAsync("<feed xmlns=\"http://www.w3.org/2005/Atom\">");
                await response.Body.FlushAsync();
                context.Abort();
                return true;
            default:
                return false;
        }
    }

    /// <summary>Sends a photo's bytes as a server does that can go on after a break (RFC 9110, section 14), or as the
    /// collection's trouble has it.</summary>
    public async Task<IResult> SendAsync(HttpContext context, byte[] bytes, string type)
    {
        string kind = Of(CollectionOf(context.Request.Path));
        if (kind == "truncated")
            return Results.Bytes(bytes[..(bytes.Length / 2)], type);
        string tag = $"\"{bytes.Length:x}-{bytes[bytes.Length / 2]:x}\"";
        if (kind != "midway")
            return Results.Bytes(
                bytes,
                type,
                enableRangeProcessing: true,
                entityTag: new Microsoft.Net.Http.Headers.EntityTagHeaderValue(tag)
            );
        // Half of what is left, then silence.
        int from = 0;
        string range = context.Request.Headers.Range.ToString();
        if (range.StartsWith("bytes=", StringComparison.Ordinal) && context.Request.Headers.IfRange.ToString() == tag)
            int.TryParse(range[6..].TrimEnd('-'), CultureInfo.InvariantCulture, out from);
        context.Response.StatusCode = from > 0 ? StatusCodes.Status206PartialContent : StatusCodes.Status200OK;
        context.Response.ContentType = type;
        context.Response.Headers.ETag = tag;
        if (from > 0)
            context.Response.Headers.ContentRange = $"bytes {from}-{bytes.Length - 1}/{bytes.Length}";
        context.Response.ContentLength = bytes.Length - from;
        await context.Response.Body.WriteAsync(bytes.AsMemory(from, (bytes.Length - from) / 2));
        await context.Response.Body.FlushAsync();
        await Task.Delay(50);
        context.Abort();
        return Results.Empty;
    }
}
