using Jaali.Core;
using Microsoft.AspNetCore.Http.Features;

namespace Jaali.Server.Hosting;

/// <summary>Marks endpoints that receive a file and count its bytes themselves.</summary>
public sealed class AcceptsUpload;

/// <summary>The file of a request, received on the disk; gone when it is disposed of.</summary>
public sealed class UploadedFile : IDisposable
{
    // What is sent beyond the limit is read and thrown away for so long, since a sender that is cut off reads no
    // answer.
    internal const long MostThrownAway = 1024L * 1024 * 1024;

    private UploadedFile(string path) => Path = path;

    /// <summary>Where it is.</summary>
    public string Path { get; }

    /// <summary>Receives the body of a request.</summary>
    /// <returns>The file, or why it is not taken.</returns>
    public static async Task<(UploadedFile? File, Refusal? Why)> OfAsync(
        HttpRequest request,
        DataFolder folder,
        long most,
        CancellationToken cancel
    )
    {
        if (request.HttpContext.Features.Get<IHttpMaxRequestBodySizeFeature>() is { IsReadOnly: false } size)
            size.MaxRequestBodySize = null;
        var received = new UploadedFile(folder.Download("in-" + Guid.NewGuid().ToString("N")));
        bool whole = false;
        try
        {
            long got = 0;
            await using (FileStream file = File.Create(received.Path))
            {
                byte[] buffer = new byte[64 * 1024];
                int n;
                while ((n = await request.Body.ReadAsync(buffer, cancel)) > 0)
                {
                    got += n;
                    if (got <= most)
                        await file.WriteAsync(buffer.AsMemory(0, n), cancel);
                    else if (got > most + MostThrownAway)
                        break;
                }
            }
            whole = got is > 0 && got <= most;
            return whole ? (received, null)
                : got == 0 ? (null, new Refusal("no-photo", "The file is empty. Choose another."))
                : (
                    null,
                    new Refusal(
                        "too-large",
                        $"The file is larger than {most / 1024 / 1024} MB. Bring a smaller one; nothing was changed."
                    )
                );
        }
        finally
        {
            if (!whole)
                received.Dispose();
        }
    }

    /// <inheritdoc/>
    public void Dispose() => File.Delete(Path);
}
