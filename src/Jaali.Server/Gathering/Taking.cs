using System.Collections.Concurrent;
using System.Security.Cryptography;
using System.Text;
using Jaali.Core;
using Jaali.Core.Decks;
using Jaali.Core.Rights;
using Jaali.Core.Sourcing;
using Jaali.Formats;
using Jaali.Imaging;
using Jaali.Sources;
using Jaali.Store;

namespace Jaali.Server.Gathering;

/// <summary>Takes photos in: fetches the rendition that is needed or reads a file, measures it, and stores bytes, record and evidence.</summary>
public sealed class Taking(
    SourceHttp http,
    PhotoStore photos,
    DeckDesk desk,
    Jobs jobs,
    DataFolder folder,
    TimeProvider clock
)
{
    private const int Tries = 3;

    // Two wishes for the same file wait for each other; there are few, and they are small.
    private readonly ConcurrentDictionary<string, SemaphoreSlim> _turns = new();

    /// <summary>Starts to take a candidate for a point.</summary>
    public JobView Start(Deck deck, Guid pointId, Candidate candidate, bool largest) =>
        jobs.Start(
            deck.Id,
            "keep",
            candidate.Id,
            async (report, cancel) =>
            {
                string id = await FetchAsync(candidate, deck.Shape.Bounds(), report, cancel, largest);
                await KeepAsync(deck.Id, new KeepPhoto(pointId, id), cancel);
                return id;
            }
        );

    /// <summary>Starts to put the original of a photo, found elsewhere, in its place everywhere in a deck.</summary>
    public JobView StartAdopting(Deck deck, string photoId, Candidate original) =>
        jobs.Start(
            deck.Id,
            "adopt",
            photoId,
            async (report, cancel) =>
            {
                string id = await FetchAsync(original, deck.Shape.Bounds(), report, cancel, largest: true);
                // The copy was asked to be understood: it takes over the record, too, wherever else it is used.
                await photos.CorrectAsync(
                    photoId,
                    r => original.Rights with { Permission = r.Permission },
                    original.Evidence,
                    cancel
                );
                if (id != photoId)
                    await KeepAsync(deck.Id, new ReplacePhoto(photoId, id), cancel);
                return id;
            }
        );

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
                return await photos.KeepAsync(bytes, reading, rights, evidence, cancel);
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
        return (id, photos.Facts(id)!.Rights);
    }

    // A download that breaks off goes on by itself a few times, then waits for the user; what was received is kept for the next try.
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

    private async Task KeepAsync(Guid deckId, DeckCommand command, CancellationToken cancel)
    {
        DeskAnswer answer = await desk.ApplyAsync(deckId, null, command, cancel);
        if (answer is Refused no)
            throw new JobFailedException(no.Reason.Sentence);
        if (answer is not Carried)
            throw new JobFailedException("The deck is no longer there. The photo was taken in all the same.");
    }
}
