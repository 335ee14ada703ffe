using Microsoft.AspNetCore.Http.HttpResults;

namespace Jaali.Server.Jobs;

/// <summary>Long work: watching and stopping it.</summary>
public static class JobEndpoints
{
    /// <summary>Maps the endpoints under <c>/api</c>; each answers a refusal as problem details.</summary>
    public static void MapJobs(this IEndpointRouteBuilder app)
    {
        RouteGroupBuilder api = app.MapGroup("/api").WithTags("Jobs");
        api.MapGet(
                "/jobs/{jobId:guid}",
                async Task<Results<Ok<JobView>, ProblemHttpResult>> (
                    Guid jobId,
                    JobQueue jobs,
                    CancellationToken cancel
                ) => await jobs.FindAsync(jobId, cancel) is { } job ? TypedResults.Ok(job) : Problems.NotFound("job")
            )
            .WithName("readJob");
        api.MapGet("/decks/{id:guid}/jobs", (Guid id, JobQueue jobs) => jobs.Open(id)).WithName("listJobs");
        api.MapDelete(
                "/jobs/{jobId:guid}",
                async Task<Results<NoContent, ProblemHttpResult>> (Guid jobId, JobQueue jobs) =>
                    await jobs.CancelAsync(jobId) ? TypedResults.NoContent() : Problems.NotFound("job at work")
            )
            .WithName("cancelJob");
    }
}
