using Jaali.Core;
using Jaali.Core.Decks;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Sources;
using Jaali.Store;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Jaali.Server.Records;

/// <summary>A picture that looks like an unclear photo and has a record.</summary>
/// <param name="Candidate">The candidate.</param>
/// <param name="Distance">Bits in which the looks differ, 0 to 8.</param>
public sealed record OriginView(CandidateView Candidate, int Distance);

/// <summary>A permission to record.</summary>
public sealed record PermissionRequest(
    string From,
    DateOnly On,
    string Words,
    string? FileName = null,
    string? FileId = null
);

/// <summary>A record corrected by hand, as <see cref="RecordCorrection"/> has it.</summary>
/// <param name="Title">The photo's title.</param>
/// <param name="Maker">Who made it.</param>
/// <param name="SourceUrl">The page it comes from.</param>
/// <param name="Licence">As address, identifier or name.</param>
/// <param name="OwnWork">The speaker made it.</param>
/// <param name="PublicDomainReason">Why it is in the public domain.</param>
/// <param name="Offer">Which of the licences found beside it holds, from 0.</param>
/// <param name="EarlierChanges">What was done to it before it came here.</param>
/// <param name="Updated">When the source was last updated, as it says.</param>
/// <param name="Settle">Takes the record as decided.</param>
/// <param name="Version">The version of the record that was seen; where it was corrected since, nothing is
/// changed.</param>
/// <param name="ConfirmReading">What the source says is what the rest of it reads like.</param>
public sealed record RecordRequest(
    string? Title = null,
    string? Maker = null,
    string? SourceUrl = null,
    string? Licence = null,
    bool? OwnWork = null,
    string? PublicDomainReason = null,
    int? Offer = null,
    string? EarlierChanges = null,
    string? Updated = null,
    bool Settle = false,
    int? Version = null,
    bool ConfirmReading = false
)
{
    internal RecordCorrection Correction =>
        new(
            Title,
            Maker,
            SourceUrl,
            Licence,
            OwnWork,
            PublicDomainReason,
            Offer,
            EarlierChanges,
            Updated,
            Settle,
            ConfirmReading
        );
}

/// <summary>A file that was kept, such as a letter that shows a permission.</summary>
public sealed record KeptFile(string Id);

/// <summary>The records of photos: evidence, corrections, permissions, and what is found of an unclear photo.</summary>
public static class RecordEndpoints
{
    private static readonly TimeSpan LongestLook = TimeSpan.FromSeconds(8);

    /// <summary>Maps what belongs to a photo's record, under <c>/api/photos</c> and, where a talk's photo is replaced
    /// by what is
    /// found, <c>/api/decks</c>.</summary>
    public static void MapRecords(this IEndpointRouteBuilder app)
    {
        RouteGroupBuilder api = app.MapGroup("/api").WithTags("Photos");
        api.MapPost("/decks/{id:guid}/photos/{photoId}/origins", OriginsAsync).WithName("findOrigins");
        api.MapPost("/decks/{id:guid}/photos/{photoId}/adopt", AdoptAsync).WithName("adoptOrigin");
        api.MapPost("/decks/{id:guid}/photos/{photoId}/retake", RetakeAsync).WithName("retakePhoto");
        api.MapGet("/photos/{photoId}/evidence", EvidenceAsync).WithName("readEvidence");
        api.MapPut("/photos/{photoId}/record", CorrectAsync).WithName("correctRecord");
        api.MapPost("/photos/{photoId}/permission", PermitAsync).WithName("recordPermission");
        api.MapPost("/photos/{photoId}/reread", RereadAsync).WithName("rereadSource");
        api.MapPost("/files", KeepFileAsync)
            .WithName("keepFile")
            .WithMetadata(new AcceptsUpload())
            .Accepts<byte[]>("application/octet-stream");
    }

    private static async Task<Results<Ok<OriginView[]>, ProblemHttpResult>> OriginsAsync(
        Guid id,
        string photoId,
        DeckEditing desk,
        PhotoStore photos,
        FoundStore found,
        SearchService searching,
        CancellationToken cancel
    )
    {
        if (await desk.OpenAsync(id, cancel) is not { } stored || photos.HashOf(photoId) is not { } hash)
            return Problems.NotFound("photo");
        IReadOnlyList<(Candidate Candidate, int Distance)> alike = await found.AlikeAsync(hash, cancel: cancel);
        if (alike.Count == 0)
        {
            // Nothing seen so far: look at what the collections have for the points that the photo was kept for, and
            // compare again.
            foreach (
                Point point in stored.Deck.AllPoints.Where(p =>
                    p.Shortlist.Contains(photoId) && p.SearchWords.Count > 0
                )
            )
                await searching.SettledAsync(
                    await searching.StartAsync(id, point.Id, string.Join(' ', point.SearchWords), cancel),
                    LongestLook,
                    cancel
                );
            alike = await found.AlikeAsync(hash, cancel: cancel);
        }
        return TypedResults.Ok(
            alike
                .Where(a => a.Candidate.Rights.Licence is not null)
                .Select(a => new OriginView(
                    SearchEndpoints.View(
                        new ResultPicture(
                            a.Candidate,
                            [],
                            Suitability.Of(a.Candidate, stored.Deck.Shape, stored.Deck.Use),
                            0
                        ),
                        stored.Deck,
                        null,
                        new Dictionary<string, string>()
                    ),
                    a.Distance
                ))
                .ToArray()
        );
    }

    private static async Task<Results<Accepted<JobView>, ProblemHttpResult>> AdoptAsync(
        Guid id,
        string photoId,
        CandidateRequest request,
        DeckEditing desk,
        PhotoStore photos,
        FoundStore found,
        JobQueue jobs,
        HttpContext http,
        CancellationToken cancel
    )
    {
        if (await desk.OpenAsync(id, cancel) is null || photos.Facts(photoId) is null)
            return Problems.NotFound("photo");
        if (await found.FindAsync(request.Collection, request.CandidateId, cancel) is null)
            return Problems.Of(new Refusal("candidate-gone", "This match is no longer known. Look for it again."));
        JobView job = await jobs.AskAsync(
            id,
            AdoptJob.Name,
            photoId,
            new AdoptWork(photoId, request.Collection, request.CandidateId),
            Author.Of(http)
        );
        return TypedResults.Accepted($"/api/jobs/{job.Id}", job);
    }

    private static async Task<Results<Accepted<JobView>, ProblemHttpResult>> RetakeAsync(
        Guid id,
        string photoId,
        DeckEditing desk,
        PhotoStore photos,
        JobQueue jobs,
        HttpContext http,
        CancellationToken cancel
    )
    {
        if (await desk.OpenAsync(id, cancel) is null || photos.Facts(photoId) is null)
            return Problems.NotFound("photo");
        JobView job = await jobs.AskAsync(id, RetakeJob.Name, photoId, new { }, Author.Of(http));
        return TypedResults.Accepted($"/api/jobs/{job.Id}", job);
    }

    private static async Task<Results<Ok<IReadOnlyList<Evidence>>, ProblemHttpResult>> EvidenceAsync(
        string photoId,
        PhotoStore photos,
        CancellationToken cancel
    ) =>
        photos.Facts(photoId) is null
            ? Problems.NotFound("photo")
            : TypedResults.Ok(await photos.EvidenceAsync(photoId, cancel));

    private static async Task<Results<NoContent, ProblemHttpResult>> CorrectAsync(
        string photoId,
        RecordRequest request,
        PhotoStore photos,
        LiveMessages live,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        if (photos.Facts(photoId) is not { } facts)
            return Problems.NotFound("photo");
        RecordCorrection correction = request.Correction;
        CorrectedRecord corrected = correction.Of(facts.Rights);
        if (corrected.Refusal is { } refusal)
            return Problems.Of(refusal);
        Correction done = await photos.CorrectAsync(
            photoId,
            r => correction.Of(r).Record ?? r,
            Evidence.Of(corrected.Evidence, Evidence.ByHand, clock.GetUtcNow()),
            request.Version,
            cancel
        );
        if (done == Correction.Stale)
            return Problems.Of(
                new Refusal(
                    "record-changed",
                    "This record was corrected elsewhere meanwhile. What is there now is shown; look at "
                        + "it, then give your correction again."
                ),
                StatusCodes.Status409Conflict
            );
        await live.RecordChangedAsync(photoId);
        return TypedResults.NoContent();
    }

    private static async Task<Results<Ok<KeptFile>, ProblemHttpResult>> KeepFileAsync(
        HttpRequest request,
        BlobFolder blobs,
        DataFolder folder,
        CancellationToken cancel
    )
    {
        (UploadedFile? file, Refusal? why) = await UploadedFile.OfAsync(
            request,
            folder,
            Limits.Incoming.PermissionBytes,
            cancel
        );
        if (file is null)
            return Problems.Of(why!);
        using UploadedFile received = file;
        return TypedResults.Ok(new KeptFile(blobs.Put(await File.ReadAllBytesAsync(received.Path, cancel))));
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> PermitAsync(
        string photoId,
        PermissionRequest request,
        PhotoStore photos,
        BlobFolder blobs,
        LiveMessages live,
        CancellationToken cancel
    )
    {
        if (string.IsNullOrWhiteSpace(request.From) || string.IsNullOrWhiteSpace(request.Words))
            return Problems.Of(
                new Refusal("incomplete-permission", "Say who gave the permission and what they allowed.")
            );
        if (request.From.Length > 200 || request.Words.Length > Limits.Talks.Text)
            return Problems.Of(
                new Refusal("too-long", $"A permission may have at most {Limits.Talks.Text} characters.")
            );
        if (request.FileId is { } file && blobs.Get(file) is null)
            return Problems.Of(
                new Refusal("no-such-file", "The file of the permission did not arrive. Choose it again.")
            );
        if (
            await photos.RecordPermissionAsync(
                photoId,
                new Permission(request.From.Trim(), request.On, request.Words.Trim(), request.FileName, request.FileId),
                cancel
            ) == Correction.NoPhoto
        )
            return Problems.NotFound("photo");
        await live.RecordChangedAsync(photoId);
        return TypedResults.NoContent();
    }

    private static async Task<Results<Ok<SourceRefreshView>, ProblemHttpResult>> RereadAsync(
        string photoId,
        PhotoStore photos,
        SourceRefresh rereading,
        LiveMessages live,
        CancellationToken cancel
    )
    {
        if (photos.Facts(photoId) is null)
            return Problems.NotFound("photo");
        try
        {
            SourceRefreshView view = await rereading.AgainAsync(photoId, cancel);
            await live.RecordChangedAsync(photoId);
            return TypedResults.Ok(view);
        }
        catch (SourceException e)
        {
            return Problems.Of(new Refusal("source-failed", e.Message));
        }
    }
}
