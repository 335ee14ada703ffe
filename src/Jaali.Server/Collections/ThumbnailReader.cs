using System.Security.Cryptography;
using System.Text;
using Jaali.Caching;
using Jaali.Core;
using Jaali.Core.Geometry;
using Jaali.Core.Photos;
using Jaali.Imaging;
using Jaali.Sources;
using Jaali.Store;

namespace Jaali.Server.Collections;

/// <summary>Fetches the small pictures of candidates, keeps them on the disk, and notes what a look at each tells:
/// its hash, its lightness, its calm room.</summary>
public sealed class ThumbnailReader(SourceHttp http, FoundStore found, DataFolder folder, ILogger<ThumbnailReader> log)
    : IDisposable
{
    private static readonly SlideRect Slide = SlideShape.Wide.Bounds();
    private readonly BoundedCache<(string Collection, string Id), ThumbnailMetrics?> _looks = new(
        Limits.Retention.Thumbnails
    );
    private readonly SemaphoreSlim _atOnce = new(Limits.Photos.LooksAtOnce);

    /// <summary>What is known of a candidate's picture by now, or null.</summary>
    public ThumbnailMetrics? Of(Candidate c) =>
        _looks.TryGet((c.Collection, c.Id), out ThumbnailMetrics? known) ? known : null;

    /// <summary>True once a look was taken, or could not be.</summary>
    public bool Done(Candidate c) => _looks.TryGet((c.Collection, c.Id), out _);

    /// <summary>Takes in a look that was noted earlier.</summary>
    public void Recall(Candidate c, ThumbnailMetrics look) => _looks.Put((c.Collection, c.Id), look);

    /// <summary>Looks at a candidate; never throws for what a source does.</summary>
    public async Task<ThumbnailMetrics?> LookAsync(Candidate c, CancellationToken cancel = default)
    {
        if (_looks.TryGet((c.Collection, c.Id), out ThumbnailMetrics? known))
            return known;
        ThumbnailMetrics? look = null;
        await _atOnce.WaitAsync(cancel);
        try
        {
            byte[] bytes = await PictureAsync(c, 640, cancel);
            look = await PhotoDecoding.RunAsync(bytes, false, () => PhotoReader.Measure(bytes, Slide), cancel);
            await found.LookedAsync(c.Collection, c.Id, look, cancel);
        }
        catch (Exception e) when (e is SourceException or NotAPhotoException)
        {
            log.LogInformation("No look at {Candidate} of {Collection}: {Reason}", c.Id, c.Collection, e.Message);
        }
        finally
        {
            _atOnce.Release();
        }
        _looks.Put((c.Collection, c.Id), look);
        return look;
    }

    /// <summary>The bytes of a candidate's picture, at least so wide where it is offered so; kept on the
    /// disk.</summary>
    /// <exception cref="SourceException">The source fails.</exception>
    /// <exception cref="NotAPhotoException">It sends no photo.</exception>
    public async Task<byte[]> PictureAsync(Candidate c, int width, CancellationToken cancel)
    {
        string url = AddressOf(c, width);
        string kept = folder.Thumbnail(Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(url))));
        if (File.Exists(kept))
            return await File.ReadAllBytesAsync(kept, cancel);
        byte[] bytes = await http.GetAsync(new Uri(url), Limits.Photos.ThumbnailBytes, cancel: cancel);
        if (PhotoFormats.Sniff(bytes) is null)
            throw new NotAPhotoException(
                PhotoFormats.WhyNot(bytes) ?? "The collection sent something that is no photo."
            );
        if (PhotoReader.NamesPart(url))
            bytes = await PhotoDecoding.RunAsync(bytes, true, () => PhotoReader.Part(bytes, url), cancel);
        DataFolder.WriteWhole(kept, bytes);
        return bytes;
    }

    private static string AddressOf(Candidate c, int width)
    {
        if (width <= 640)
            return c.Thumbnail.Url;
        if (c.Service is { } service)
            return service.At(width).Url;
        return (c.Renditions.Where(r => r.Width >= width).MinBy(r => r.Width) ?? c.Largest).Url;
    }

    /// <inheritdoc/>
    public void Dispose() => _atOnce.Dispose();
}
