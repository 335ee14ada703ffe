using Microsoft.AspNetCore.StaticFiles;
using Microsoft.Extensions.FileProviders;

namespace Jaali.Server.Startup;

/// <summary>The built front end, where there is one.</summary>
internal static class FrontEnd
{
    internal static void UseFrontEnd(this WebApplication app, string folder)
    {
        if (!Directory.Exists(folder))
            return;
        var files = new PhysicalFileProvider(folder);
        var options = new StaticFileOptions
        {
            FileProvider = files,
            ContentTypeProvider = new FileExtensionContentTypeProvider
            {
                Mappings = { [".br"] = "application/octet-stream" },
            },
            OnPrepareResponse = r =>
            {
                if (PackedFiles.Said(r.Context, r.File.Name) is { } type)
                    r.Context.Response.ContentType = type;
                // Files of the build carry their content in their names; all others may change under theirs.
                r.Context.Response.Headers.CacheControl = r.Context.Request.Path.StartsWithSegments("/assets")
                    ? "public, max-age=31536000, immutable"
                    : "no-cache";
            },
        };
        app.UseDefaultFiles(new DefaultFilesOptions { FileProvider = files });
        app.UsePackedFiles(files);
        app.UseStaticFiles(options);
        app.MapFallbackToFile("{*path:nonfile:regex(^(?!api/|iiif/|live|fonts/).*$)}", "index.html", options);
    }
}
