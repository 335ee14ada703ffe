using Microsoft.Extensions.FileProviders;
using Microsoft.Net.Http.Headers;

namespace Jaali.Server.Hosting;

/// <summary>Sends the files of the build as they were packed when it was made (RFC 7932, Brotli), to whoever can unpack
/// them.</summary>
internal static class PackedFiles
{
    private const string Packed = ".br";

    /// <summary>Asks for the packed file in the place of the plain one where there is one.</summary>
    internal static void UsePackedFiles(this IApplicationBuilder app, IFileProvider files) =>
        app.Use(
            (http, next) =>
            {
                if (
                    (HttpMethods.IsGet(http.Request.Method) || HttpMethods.IsHead(http.Request.Method))
                    && http.Request.Path.Value is { } path
                    && Path.GetExtension(path) is ".js" or ".css" or ".html" or ".json" or ".svg"
                    && Accepts(http.Request)
                    && files.GetFileInfo(path + Packed).Exists
                )
                {
                    http.Request.Path = path + Packed;
                    // A range of what is packed is of no use to anyone.
                    http.Request.Headers.Remove(HeaderNames.Range);
                }
                return next(http);
            }
        );

    /// <summary>Says of a packed file what it is; null for a plain one.</summary>
    internal static string? Said(HttpContext http, string name)
    {
        http.Response.Headers.Append(HeaderNames.Vary, HeaderNames.AcceptEncoding);
        if (!name.EndsWith(Packed, StringComparison.Ordinal))
            return null;
        http.Response.Headers.ContentEncoding = "br";
        return Path.GetExtension(name[..^Packed.Length]) switch
        {
            ".js" => "text/javascript",
            ".css" => "text/css",
            ".html" => "text/html; charset=utf-8",
            ".json" => "application/json",
            _ => "image/svg+xml",
        };
    }

    /// <summary>True where Brotli is accepted (RFC 9110, 12.5.3).</summary>
    internal static bool Accepts(HttpRequest request) =>
        request.GetTypedHeaders().AcceptEncoding.Any(e => e.Value == "br" && e.Quality is not 0);
}
