using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Photos;
using Jaali.Store;

namespace Jaali.Server.Records;

/// <summary>Takes a photo again whose file in the store is damaged or missing.</summary>
public sealed class RetakeJob(
    PhotoImporter taking,
    FoundStore found,
    PhotoStore photos,
    DeckEditing desk,
    LiveMessages live
) : IJobWork
{
    /// <summary>Its name.</summary>
    public const string Name = "retake";

    /// <inheritdoc/>
    public string Kind => Name;

    /// <inheritdoc/>
    public async Task<string> RunAsync(JobRow job, Action<double> report, CancellationToken cancel)
    {
        string id = job.Subject;
        PhotoFacts facts =
            photos.Facts(id) ?? throw new JobFailedException("This photo is no longer known. Choose another.");
        if (photos.FaultOf(id).Length == 0)
            return id;
        string from =
            photos.TakenFrom(id)
            ?? await FoundAsync(facts, cancel)
            ?? throw new JobFailedException(
                "This photo was brought as a file. Bring the same file again in Gather; it takes the "
                    + "damaged one’s place."
            );
        string now = await taking.RetakeAsync(id, from, report, cancel);
        if (now != id)
            await CandidateImportJob.EditAsync(desk, job, new ReplacePhoto(id, now), cancel);
        await live.RecordChangedAsync(id);
        return now;
    }

    // Photos taken by an earlier version have no note of where from; the search that found them may still know.
    private async Task<string?> FoundAsync(PhotoFacts photo, CancellationToken cancel)
    {
        if (photos.HashOf(photo.Id) is not { } hash)
            return null;
        Candidate? same = (await found.AlikeAsync(hash, cancel: cancel))
            .Select(a => a.Candidate)
            .FirstOrDefault(c => c.Rights.SourceUrl is not null && c.Rights.SourceUrl == photo.Rights.SourceUrl);
        return same is null ? null : RenditionChoice.For(same, SlideShape.Wide.Bounds(), true).Url;
    }
}
