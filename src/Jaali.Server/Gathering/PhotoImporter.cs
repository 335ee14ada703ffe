using System.Security.Cryptography;
using System.Text;
using Jaali.Core;
using Jaali.Core.Geometry;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Formats;
using Jaali.Imaging;
using Jaali.Sources;
using Jaali.Store;

namespace Jaali.Server.Gathering;

/// <summary>Takes photos in: fetches the rendition that is needed or reads a file, measures it, and stores bytes,
/// record and evidence.</summary>
public sealed class PhotoImporter(
    SourceHttp http,
    PhotoStore photos,
    Renditions renditions,
    MetadataReader metadata,
    ClipImporter clips,
    DataFolder folder,
    TimeProvider clock
)
{
    // Two wishes for the same file wait for each other.
    private readonly KeyedLock _turns = new();

    /// <summary>Fetches and stores a candidate; returns its SHA-256.</summary>
    /// <exception cref="JobFailedException">The source fails, or sends no photo; the message says which.</exception>
    public async Task<string> FetchAsync(
        Candidate candidate,
        SlideRect frame,
        Action<double> report,
        CancellationToken cancel,
        bool largest = false
    )
    {
        if (candidate.Clip is { } clip)
            return await FetchClipAsync(candidate, clip, report, cancel);
        Rendition rendition = RenditionChoice.For(candidate, frame, largest);
        return await FetchedAsync(
            rendition.Url,
            report,
            async (bytes, reading, said) =>
            {
                RightsRecord rights = candidate.Rights;
                List<Evidence> evidence = [candidate.Evidence];
                if (said is { } inside)
                {
                    rights = inside.Complete(rights);
                    evidence.Add(Evidence.Of(inside.Words, rendition.Url, clock.GetUtcNow()));
                }
                return await photos.KeepAsync(bytes, reading, rights, evidence, rendition.Url, null, cancel);
            },
            cancel
        );
    }

    private async Task<string> FetchClipAsync(
        Candidate candidate,
        ClipOffer clip,
        Action<double> report,
        CancellationToken cancel
    )
    {
        string part = folder.Download(Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(clip.Url))));
        using IDisposable turn = await _turns.TakeAsync(part, cancel);
        try
        {
            await DownloadAsync(new Uri(clip.Url), part, Limits.Clips.Bytes, report, cancel);
            try
            {
                return await clips.TakeAsync(
                    part,
                    inside =>
                        inside is null
                            ? (candidate.Rights, [candidate.Evidence])
                            : (
                                inside.Complete(candidate.Rights),
                                [candidate.Evidence, Evidence.Of(inside.Words, clip.Url, clock.GetUtcNow())]
                            ),
                    clip.Url,
                    cancel
                );
            }
            finally
            {
                File.Delete(part);
                File.Delete(part + ".tag");
            }
        }
        catch (Exception e) when (e is SourceException or ClipFaultException)
        {
            throw new JobFailedException(e.Message, e);
        }
    }

    /// <summary>Fetches a taken photo from where it came from, in place of its damaged file; returns its SHA-256,
    /// another
    /// one where the source made its file anew meanwhile.</summary>
    /// <exception cref="JobFailedException">The source fails, or has another picture there; the message says
    /// which.</exception>
    public Task<string> RetakeAsync(string photoId, string url, Action<double> report, CancellationToken cancel) =>
        FetchedAsync(
            url,
            report,
            async (bytes, reading, _) =>
            {
                if (
                    BlobFolder.NameOf(bytes) != photoId
                    && photos.HashOf(photoId) is { } hash
                    && System.Numerics.BitOperations.PopCount(hash ^ reading.Hash) > SamePicture.MostBits
                )
                    throw new JobFailedException(
                        "The source has another picture there by now. Look for this one again in Gather."
                    );
                // The record stays what it was, whatever file it stands beside.
                return await photos.KeepAsync(
                    bytes,
                    reading,
                    photos.Facts(photoId)!.Rights,
                    await photos.EvidenceAsync(photoId, cancel),
                    url,
                    null,
                    cancel
                );
            },
            cancel
        );

    private async Task<string> FetchedAsync(
        string url,
        Action<double> report,
        Func<byte[], PhotoReading, EmbeddedMetadata?, Task<string>> use,
        CancellationToken cancel
    )
    {
        string part = folder.Download(Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(url))));
        using IDisposable turn = await _turns.TakeAsync(part, cancel);
        try
        {
            await DownloadAsync(new Uri(url), part, Limits.Photos.Bytes, report, cancel);
            try
            {
                string id = await PhotoDecoding.RunAsync(
                    part,
                    PhotoReader.NamesPart(url),
                    async bytes =>
                    {
                        EmbeddedMetadata? said = await metadata.ReadAsync(bytes, cancel);
                        bytes = PhotoReader.Part(bytes, url);
                        return await use(bytes, PhotoReader.Read(bytes), said);
                    },
                    cancel
                );
                await renditions.PrepareAsync(id, cancel);
                return id;
            }
            finally
            {
                // What was read whole needs no going on, and what is no photo would not become one.
                File.Delete(part);
                File.Delete(part + ".tag");
            }
        }
        catch (Exception e) when (e is SourceException or NotAPhotoException)
        {
            throw new JobFailedException(e.Message, e);
        }
    }

    /// <summary>Takes a file that the user brought; returns its SHA-256 and its record.</summary>
    /// <param name="file">Where it was received; it stays there.</param>
    /// <param name="name">Its name, for the evidence.</param>
    /// <param name="cancel">Stops it.</param>
    /// <param name="prepare">Also makes the sizes that will be asked for first; else they are made when they
    /// are.</param>
    /// <param name="photographer">Whoever took it with this computer's camera: then it is an own photo; null for a file
    /// from anywhere.</param>
    /// <exception cref="NotAPhotoException">It is no photo.</exception>
    /// <exception cref="ClipFaultException">It is a clip that cannot be taken.</exception>
    public async Task<(string Id, RightsRecord Rights)> TakeFileAsync(
        string file,
        string name,
        CancellationToken cancel,
        bool prepare = true,
        string? photographer = null
    )
    {
        if (await IsClipAsync(file, name, cancel))
        {
            string clip = await clips.TakeAsync(file, inside => clips.OfFile(inside, name), null, cancel);
            return (clip, photos.Facts(clip)!.Rights);
        }
        string id = await PhotoDecoding.RunAsync(
            file,
            false,
            async bytes =>
            {
                PhotoReading reading = PhotoReader.Read(bytes);
                EmbeddedMetadata? inside = await metadata.ReadAsync(bytes, cancel);
                string words = inside is null ? "The file says nothing of its rights." : inside.Words;
                return await photos.KeepAsync(
                    bytes,
                    reading,
                    photographer is null
                        ? EmbeddedMetadata.OfFile(inside, "")
                        : EmbeddedMetadata.OfFile(inside, "") with
                        {
                            OwnWork = true,
                            Maker = photographer,
                        },
                    [
                        photographer is null
                            ? Evidence.Of(words, "file " + name, clock.GetUtcNow())
                            : Evidence.Of("Taken with this computer’s camera.", "camera", clock.GetUtcNow()),
                    ],
                    null,
                    null,
                    cancel
                );
            },
            cancel
        );
        if (prepare)
            await renditions.PrepareAsync(id, cancel);
        return (id, photos.Facts(id)!.Rights);
    }

    private static async Task<bool> IsClipAsync(string file, string name, CancellationToken cancel)
    {
        byte[] head = new byte[64];
        await using FileStream stream = File.OpenRead(file);
        await stream.ReadAtLeastAsync(head, head.Length, throwOnEndOfStream: false, cancel);
        return ClipFormats.IsClip(head)
            || ClipFormats.IsNamed(name) && PhotoFormats.Sniff(head) is null && PhotoFormats.WhyNot(head) is null;
    }

    // A download that breaks off goes on by itself a few times, then waits for the user; what was received is kept
    // for the next try.
    private async Task DownloadAsync(
        Uri address,
        string part,
        long most,
        Action<double> report,
        CancellationToken cancel
    )
    {
        for (int tried = 1; ; tried++)
        {
            try
            {
                await http.DownloadAsync(
                    address,
                    part,
                    most,
                    (n, of) => report(of is > 0 ? .9 * n / of.Value : .3),
                    cancel
                );
                return;
            }
            catch (SourceException)
                when (tried < Limits.Outgoing.DownloadTries
                    && File.Exists(part)
                    && new FileInfo(part).Length > 0
                    && File.Exists(part + ".tag")
                )
            {
                await Task.Delay(300 * tried, cancel);
            }
        }
    }
}
