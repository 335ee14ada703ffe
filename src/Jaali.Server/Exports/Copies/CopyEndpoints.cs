using Jaali.Store;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Jaali.Server.Exports;

/// <summary>Copies to hand on: asked for, listed, fetched, removed.</summary>
public static class CopyEndpoints
{
    /// <summary>Where a copy is.</summary>
    public static string AddressOf(Guid deckId, Guid jobId) => $"/api/decks/{deckId}/copies/{jobId}";

    /// <summary>Maps the endpoints under <c>/api/decks/{id:guid}/copies</c>; each answers a refusal as problem
    /// details.</summary>
    public static void MapCopies(this IEndpointRouteBuilder app)
    {
        RouteGroupBuilder copies = app.MapGroup("/api/decks/{id:guid}/copies").WithTags("Deliver");
        copies.MapGet("", ListAsync).WithName("listCopies");
        copies.MapPost("", StartAsync).WithName("makeCopy");
        copies.MapGet("/differences", DiffersAsync).WithName("readDifferences");
        copies.MapGet("/check", CheckAsync).WithName("checkCopy");
        copies
            .MapGet("/{jobId:guid}", ReadAsync)
            .WithName("readCopy")
            .Produces(200, contentType: "application/octet-stream");
        copies.MapDelete("/{jobId:guid}", RemoveAsync).WithName("removeCopy");
    }

    private static async Task<Results<Accepted<JobView>, ProblemHttpResult>> StartAsync(
        Guid id,
        CopyRequest asked,
        DeckEditing desk,
        JobQueue jobs,
        HttpContext http,
        CancellationToken cancel
    )
    {
        if (await desk.OpenAsync(id, cancel) is not { } stored)
            return Problems.NotFound("deck");
        if (asked.Fault() is { } fault)
            return Problems.Of(fault);
        if (stored.Deck.Slides.Count == 0 && asked.Form != CopyForm.Bundle)
            return Problems.Of(new Core.Refusal("no-slides", "There are no slides yet. Make them in Plan first."));
        if (asked.Form is CopyForm.Photos or CopyForm.PlacedPhotos && !Core.Items.ItemKinds.Photos(stored.Deck).Any())
            return Problems.Of(new Core.Refusal("no-photos", "No photo is on a slide yet."));
        JobView job = await jobs.AskAsync(
            id,
            CopyJob.Name,
            asked.Form.ToString(),
            new StoredCopy(asked),
            Author.Of(http)
        );
        return TypedResults.Accepted($"/api/jobs/{job.Id}", job);
    }

    private static async Task<Results<Ok<IReadOnlyList<CopyView>>, ProblemHttpResult>> ListAsync(
        Guid id,
        DeckEditing desk,
        JobStore jobs,
        DataFolder folder,
        CancellationToken cancel
    ) =>
        await desk.OpenAsync(id, cancel) is not { } stored
            ? Problems.NotFound("deck")
            : TypedResults.Ok<IReadOnlyList<CopyView>>([
                .. (await jobs.OfDeckAsync(id, cancel))
                    .Where(j =>
                        j.Kind == CopyJob.Name
                        && j.State == nameof(JobState.Done)
                        && File.Exists(CopyJob.FileOf(folder, j.Id))
                    )
                    .OrderByDescending(j => j.EndedAt)
                    .Select(j => (Job: j, Kept: CopyJob.Read(j)))
                    .Select(j => new CopyView(
                        j.Job.Id,
                        j.Kept.Asked,
                        j.Kept.Name,
                        j.Kept.Bytes,
                        j.Job.EndedAt ?? j.Job.StartedAt,
                        j.Kept.Revision ?? 0,
                        j.Kept.Revision == stored.Revision,
                        AddressOf(id, j.Job.Id)
                    )),
            ]);

    // As the room check, but judged by the credits that a copy of this form carries.
    private static async Task<Results<Ok<RoomView>, ProblemHttpResult>> CheckAsync(
        Guid id,
        string form,
        DeckEditing desk,
        CopyJob job,
        LedgerViews views,
        SceneCache scenes,
        CancellationToken cancel
    ) =>
        !Enum.TryParse(form, true, out CopyForm asked) || !Enum.IsDefined(asked) ? Problems.NotFound("form of a copy")
        : await desk.OpenAsync(id, cancel) is { } stored
            ? TypedResults.Ok(views.RoomOf(stored.Deck, scenes, job.Carries(stored.Deck, asked)))
        : Problems.NotFound("deck");

    private static async Task<Results<Ok<IReadOnlyList<string>>, ProblemHttpResult>> DiffersAsync(
        Guid id,
        string form,
        bool? onlyShown,
        DeckEditing desk,
        CopyJob job,
        CancellationToken cancel
    ) =>
        !Enum.TryParse(form, true, out CopyForm asked) || !Enum.IsDefined(asked) ? Problems.NotFound("form of a copy")
        : await desk.OpenAsync(id, cancel) is { } stored
            ? TypedResults.Ok(
                await Task.Run(
                    () => job.Differs(stored.Deck, new(asked, OnlyShown: onlyShown ?? false), cancel),
                    cancel
                )
            )
        : Problems.NotFound("deck");

    // A file is fetched through its own deck's address and no other.
    private static async Task<IResult> ReadAsync(
        Guid id,
        Guid jobId,
        JobStore jobs,
        CopyJob copies,
        DataFolder folder,
        CancellationToken cancel
    )
    {
        if (
            await jobs.FindAsync(jobId, cancel) is not { Kind: CopyJob.Name, State: nameof(JobState.Done) } job
            || job.DeckId != id
            || !File.Exists(CopyJob.FileOf(folder, jobId))
        )
            return Problems.NotFound("file");
        StoredCopy kept = CopyJob.Read(job);
        return TypedResults.PhysicalFile(
            Path.GetFullPath(CopyJob.FileOf(folder, jobId)),
            copies.TypeOf(kept.Asked.Form),
            kept.Name,
            enableRangeProcessing: true
        );
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> RemoveAsync(
        Guid id,
        Guid jobId,
        JobStore jobs,
        DataFolder folder,
        CancellationToken cancel
    )
    {
        if (
            await jobs.FindAsync(jobId, cancel) is not { Kind: CopyJob.Name } job
            || job.DeckId != id
            || job.EndedAt is null
        )
            return Problems.NotFound("copy");
        File.Delete(CopyJob.FileOf(folder, jobId));
        return TypedResults.NoContent();
    }
}
