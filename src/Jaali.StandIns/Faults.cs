using System.Globalization;

namespace Jaali.StandIns;

/// <summary>Troubles that can be switched on for tests and demonstrations, by <c>POST /faults?kind=slow</c>.</summary>
public sealed class Faults
{
    private volatile string _kind = "none";

    /// <summary>The troubles there are.</summary>
    public static IReadOnlyList<string> Kinds { get; } = ["none", "slow", "down", "midway", "rubbish", "limit", "truncated"];

    /// <summary>Switches to a trouble; false where there is none of that name.</summary>
    public bool Switch(string kind)
    {
        if (!Kinds.Contains(kind)) return false;
        _kind = kind;
        return true;
    }

    /// <summary>Acts out the trouble; true where the request was answered by it.</summary>
    public async Task<bool> ActAsync(HttpContext context)
    {
        HttpResponse response = context.Response;
        bool photo = context.Request.Path.StartsWithSegments("/file");
        switch (_kind)
        {
            case "slow":
                await Task.Delay(TimeSpan.FromSeconds(40), context.RequestAborted);
                return false;
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
            case "midway":
                response.ContentLength = 100_000;
                await response.WriteAsync("<feed xmlns=\"http://www.w3.org/2005/Atom\">");
                await response.Body.FlushAsync();
                context.Abort();
                return true;
            default:
                return false;
        }
    }

    /// <summary>True where photos are sent cut short.</summary>
    public bool Truncates => _kind == "truncated";
}
