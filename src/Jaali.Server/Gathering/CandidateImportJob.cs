using System.Text.Json;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Store;

namespace Jaali.Server.Gathering;

/// <summary>What keeping a candidate needs to know.</summary>
/// <param name="PointId">The point it is kept for.</param>
/// <param name="Collection">The collection's identity.</param>
/// <param name="CandidateId">Identity within it.</param>
/// <param name="Largest">The largest rendition instead of the one that is needed.</param>
public sealed record ImportWork(Guid PointId, string Collection, string CandidateId, bool Largest);

/// <summary>Takes a candidate in for a point.</summary>
public sealed class CandidateImportJob(PhotoImporter taking, FoundStore found, DeckEditing desk) : IJobWork
{
    /// <summary>Its name.</summary>
    public const string Name = "keep";

    /// <inheritdoc/>
    public string Kind => Name;

    /// <inheritdoc/>
    public async Task<string> RunAsync(JobRow job, Action<double> report, CancellationToken cancel)
    {
        ImportWork asked = JsonSerializer.Deserialize<ImportWork>(job.Asked, DeckJson.Options)!;
        (StoredDeck stored, FoundCandidate candidate) = await FindAsync(
            desk,
            found,
            job.DeckId,
            asked.Collection,
            asked.CandidateId,
            cancel
        );
        SlideRect slide = stored.Deck.Shape.Bounds();
        string id = await taking.FetchAsync(candidate.Candidate, slide, report, cancel, asked.Largest);
        await EditAsync(desk, job, new AddToShortlist(asked.PointId, id), cancel);
        return id;
    }

    internal static async Task<(StoredDeck Deck, FoundCandidate Candidate)> FindAsync(
        DeckEditing desk,
        FoundStore found,
        Guid deckId,
        string collection,
        string candidateId,
        CancellationToken cancel
    ) =>
        (
            await desk.OpenAsync(deckId, cancel) ?? throw new JobFailedException("The talk was removed meanwhile."),
            await found.FindAsync(collection, candidateId, cancel)
                ?? throw new JobFailedException("This result is no longer known. Search again, then keep it.")
        );

    internal static async Task EditAsync(DeckEditing desk, JobRow job, DeckCommand command, CancellationToken cancel)
    {
        EditResult answer = await desk.ApplyAsync(job.DeckId, null, command, new(job.Author), cancel);
        if (answer is EditRefused no)
            throw new JobFailedException(no.Reason.Sentence);
        if (answer is not EditSaved)
            throw new JobFailedException("The deck is no longer there. The photo was taken in all the same.");
    }
}
