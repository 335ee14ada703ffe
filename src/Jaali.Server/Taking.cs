using Jaali.Core;
using Jaali.Core.Decks;
using Jaali.Core.Rights;
using Jaali.Core.Sourcing;
using Jaali.Formats;
using Jaali.Imaging;
using Jaali.Sources;
using Jaali.Store;

namespace Jaali.Server;

/// <summary>Takes candidates in: fetches the rendition that the frame needs, reads it, and stores bytes, record and evidence.</summary>
public sealed class Taking(SourceHttp http, PhotoStore photos, DeckDesk desk, Jobs jobs)
{
    /// <summary>Starts to take a candidate for a point.</summary>
    public JobView Start(Deck deck, Guid pointId, Candidate candidate) => jobs.Start(deck.Id, "keep", candidate.Id, async (report, cancel) =>
    {
        string id = await FetchAsync(candidate, deck.Shape.Bounds(), report, cancel);
        DeskAnswer answer = await desk.ApplyAsync(deck.Id, null, new KeepPhoto(pointId, id), cancel);
        return answer switch
        {
            Carried => id,
            Refused no => throw new JobFailedException(no.Reason.Sentence),
            _ => throw new JobFailedException("The deck is no longer there. The photo was taken in all the same."),
        };
    });

    /// <summary>Fetches and stores a candidate; returns its SHA-256.</summary>
    /// <exception cref="JobFailedException">The source fails, or sends no photo; the message says which.</exception>
    public async Task<string> FetchAsync(Candidate candidate, SlideRect frame, Action<double> report, CancellationToken cancel)
    {
        Rendition rendition = RenditionChoice.For(candidate.Renditions, frame);
        try
        {
            byte[] bytes = await http.GetAsync(new Uri(rendition.Url), PhotoReader.MostBytes, (n, of) => report(of is > 0 ? .9 * n / of.Value : .3), cancel);
            PhotoReading reading = await Task.Run(() => PhotoReader.Read(bytes), cancel);
            RightsRecord rights = candidate.Rights;
            List<Evidence> evidence = [candidate.Evidence];
            if (EmbeddedRights.Read(bytes) is { } inside)
            {
                rights = inside.Complete(rights);
                evidence.Add(Evidence.Of(inside.Words, rendition.Url, candidate.Evidence.ReadAt));
            }
            return await photos.KeepAsync(bytes, reading, rights, evidence, cancel);
        }
        catch (SourceException e)
        {
            throw new JobFailedException(e.Message, e);
        }
        catch (NotAPhotoException e)
        {
            throw new JobFailedException(e.Message, e);
        }
    }
}
