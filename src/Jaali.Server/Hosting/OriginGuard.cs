namespace Jaali.Server.Hosting;

/// <summary>Keeps other sites out: known host names only, changes only from this origin and with a header that other
/// sites cannot send, and a strict content policy.</summary>
public static class OriginGuard
{
    /// <summary>The header that every change must carry.</summary>
    public const string Header = "X-Jaali";

    /// <summary>Adds the checks.</summary>
    public static void UseGuard(this IApplicationBuilder app, ListenAddress listening) =>
        app.Use(
            async (context, next) =>
            {
                HttpRequest request = context.Request;
                IHeaderDictionary headers = context.Response.Headers;
                headers.XContentTypeOptions = "nosniff";
                headers["Referrer-Policy"] = "no-referrer";
                headers["Cross-Origin-Resource-Policy"] = "same-origin";
                // What a page fetches as its script, style or typeface is no document: what documents may do is said
                // with the page, and would else be as long as many of these are.
                if (request.Headers["Sec-Fetch-Dest"].ToString() is not ("script" or "style" or "font"))
                    ForDocuments(headers);
                // What says nothing of keeping is not kept: talks and records are nobody else's.
                context.Response.OnStarting(() =>
                {
                    if (request.Path.StartsWithSegments("/api") && headers.CacheControl.Count == 0)
                        headers.CacheControl = "no-store";
                    return Task.CompletedTask;
                });
                if (!listening.Answers(request.Host.Host))
                {
                    await Refuse(
                        context,
                        "wrong-host",
                        "This address is not one of Jaali's own. Open it under the address that Jaali was started with."
                    );
                    return;
                }
                bool change = !(
                    HttpMethods.IsGet(request.Method)
                    || HttpMethods.IsHead(request.Method)
                    || HttpMethods.IsOptions(request.Method)
                );
                string site = request.Headers["Sec-Fetch-Site"].ToString(),
                    origin = request.Headers.Origin.ToString();
                bool foreign =
                    (site.Length > 0 && site is not ("same-origin" or "none"))
                    || (origin.Length > 0 && origin != $"{request.Scheme}://{request.Host}");
                bool live = request.Path.StartsWithSegments("/live");
                if ((change && (foreign || (!live && !request.Headers.ContainsKey(Header)))) || (live && foreign))
                {
                    await Refuse(context, "foreign-request", "Changes are only taken from Jaali's own pages.");
                    return;
                }
                await next(context);
            }
        );

    private static void ForDocuments(IHeaderDictionary headers)
    {
        headers.ContentSecurityPolicy =
            "default-src 'self'; img-src 'self' data: blob:; style-src 'self' 'unsafe-inline'; script-src 'self';"
            + " connect-src 'self'; font-src 'self'; object-src 'none'; base-uri 'none'; frame-ancestors 'none';"
            + " form-action 'self'";
        headers.XFrameOptions = "DENY";
        headers["X-Permitted-Cross-Domain-Policies"] = "none";
        headers["Permissions-Policy"] =
            "camera=(self), geolocation=(), microphone=(), payment=(), usb=(), display-capture=()";
        headers["Cross-Origin-Opener-Policy"] = "same-origin";
    }

    private static Task Refuse(HttpContext context, string code, string sentence) =>
        Problems.Of(new Core.Refusal(code, sentence), StatusCodes.Status403Forbidden).ExecuteAsync(context);
}
