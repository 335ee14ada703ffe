using System.Collections.Concurrent;
using System.Security.Cryptography;
using System.Text;
using Jaali.Core;
using Jaali.Core.Decks;
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
public sealed class Taking(
    SourceHttp http,
    PhotoStore photos,
    Renditions renditions,
    DataFolder folder,
    TimeProvider clock
)
{
    private const int Tries = 3;

    // Two wishes for the same file wait for each other; there are few, and they are small.
    private readonly ConcurrentDictionary<string, SemaphoreSlim> _turns = new();

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
        Rendition rendition = RenditionChoice.For(candidate, frame, largest);
        string part = folder.Download(Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(rendition.Url))));
        SemaphoreSlim turn = _turns.GetOrAdd(part, _ => new SemaphoreSlim(1));
        await turn.WaitAsync(cancel);
        try
        {
            await DownloadAsync(new Uri(rendition.Url), part, report, cancel);
            byte[] bytes = await File.ReadAllBytesAsync(part, cancel);
            try
            {
                PhotoReading reading = await Task.Run(() => PhotoReader.Read(bytes), cancel);
                RightsRecord rights = candidate.Rights;
                List<Evidence> evidence = [candidate.Evidence];
                if (EmbeddedMetadata.Read(bytes) is { } inside)
                {
                    rights = inside.Complete(rights);
                    evidence.Add(Evidence.Of(inside.Words, rendition.Url, clock.GetUtcNow()));
                }
                string id = await photos.KeepAsync(bytes, reading, rights, evidence, cancel);
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
        finally
        {
            turn.Release();
        }
    }

    /// <summary>Takes a file that the user brought; returns its SHA-256 and its record.</summary>
    /// <param name="bytes">The file.</param>
    /// <param name="name">Its name, for the evidence.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="NotAPhotoException">It is no photo.</exception>
    public async Task<(string Id, RightsRecord Rights)> TakeFileAsync(
        byte[] bytes,
        string name,
        CancellationToken cancel
    )
    {
        PhotoReading reading = await Task.Run(() => PhotoReader.Read(bytes), cancel);
        EmbeddedMetadata? inside = EmbeddedMetadata.Read(bytes);
        RightsRecord rights = EmbeddedMetadata.OfFile(inside, "");
        string words = inside is null ? "The file says nothing of its rights." : inside.Words;
        string id = await photos.KeepAsync(
            bytes,
            reading,
            rights,
            [Evidence.Of(words, "file " + name, clock.GetUtcNow())],
            cancel
        );
        await renditions.PrepareAsync(id, cancel);
        return (id, photos.Facts(id)!.Rights);
    }

    // A download that breaks off goes on by itself a few times, then waits for the user; what was received is kept
    // for the next try.
    private async Task DownloadAsync(Uri address, string part, Action<double> report, CancellationToken cancel)
    {
        for (int tried = 1; ; tried++)
        {
            try
            {
                await http.DownloadAsync(
                    address,
                    part,
                    PhotoReader.MostBytes,
                    (n, of) => report(of is > 0 ? .9 * n / of.Value : .3),
                    cancel
                );
                return;
            }
            catch (SourceException)
                when (tried < Tries && File.Exists(part) && new FileInfo(part).Length > 0 && File.Exists(part + ".tag"))
            {
                await Task.Delay(300 * tried, cancel);
            }
        }
    }
}
