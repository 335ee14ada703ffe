using System.Text.Json;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Store;

namespace Jaali.Server.Records;

/// <summary>What adopting an original needs to know.</summary>
/// <param name="PhotoId">The photo whose original it is.</param>
/// <param name="Collection">The collection's identity.</param>
/// <param name="CandidateId">Identity within it.</param>
public sealed record AdoptWork(string PhotoId, string Collection, string CandidateId);

/// <summary>Puts the original of a photo, found elsewhere, in its place everywhere in a deck.</summary>
public sealed class AdoptJob(
    PhotoImporter taking,
    FoundStore found,
    PhotoStore photos,
    DeckEditing desk,
    LiveMessages live
) : IJobWork
{
    /// <summary>Its name.</summary>
    public const string Name = "adopt";

    /// <inheritdoc/>
    public string Kind => Name;

    /// <inheritdoc/>
    public async Task<string> RunAsync(JobRow job, Action<double> report, CancellationToken cancel)
    {
        AdoptWork asked = JsonSerializer.Deserialize<AdoptWork>(job.Asked, DeckJson.Options)!;
        (StoredDeck stored, FoundCandidate origin) = await CandidateImportJob.FindAsync(
            desk,
            found,
            job.DeckId,
            asked.Collection,
            asked.CandidateId,
            cancel
        );
        SlideRect slide = stored.Deck.Shape.Bounds();
        string id = await taking.FetchAsync(origin.Candidate, slide, report, cancel, largest: true);
        // The copy was asked to be understood: it takes over the record, too, wherever else it is used.
        await photos.CorrectAsync(
            asked.PhotoId,
            r => origin.Candidate.Rights with { Permission = r.Permission },
            origin.Candidate.Evidence,
            cancel: cancel
        );
        await live.RecordChangedAsync(asked.PhotoId);
        if (id != asked.PhotoId)
            await CandidateImportJob.EditAsync(desk, job, new ReplacePhoto(asked.PhotoId, id), cancel);
        return id;
    }
}
