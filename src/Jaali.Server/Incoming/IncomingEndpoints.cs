using System.Text.Json;
using Jaali.Core;
using Jaali.Core.Editing;
using Jaali.Store;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Jaali.Server.Incoming;

/// <summary>Files of talks that come in: brought one by one, then read or checked as one.</summary>
public static class IncomingEndpoints
{
    /// <summary>Maps the endpoints under <c>/api/incoming</c>; each answers a refusal as problem details.</summary>
    public static void MapIncoming(this IEndpointRouteBuilder app)
    {
        RouteGroupBuilder api = app.MapGroup("/api/incoming").WithTags("Incoming");
        api.MapPost("/{incoming:guid}/files", AddAsync)
            .WithName("bringTalkFile")
            .WithMetadata(new AcceptsUpload())
            .Accepts<byte[]>("application/octet-stream");
        api.MapPost("/{incoming:guid}/read", ReadAsync).WithName("readTalk");
        api.MapGet("/reports/{jobId:guid}", ReportAsync).WithName("readReport");
        api.MapPost("/{incoming:guid}/check", CheckAsync).WithName("checkTalk");
        api.MapGet("/checks", ChecksAsync).WithName("listChecks");
        api.MapGet("/checks/{jobId:guid}", CheckedAsync).WithName("readCheck");
        api.MapGet("/checks/{jobId:guid}/pictures/{number:int}", SmallAsync)
            .WithName("readCheckedPicture")
            .Produces(200, contentType: "image/jpeg");
        api.MapPost("/checks/{jobId:guid}/adopt", AdoptAsync).WithName("adoptChecked");
        api.MapPost("/checks/{jobId:guid}/credit", CreditAsync).WithName("creditBack");
        api.MapGet("/credited/{jobId:guid}", CreditedAsync)
            .WithName("readCredited")
            .Produces(200, contentType: "application/octet-stream");
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> AddAsync(
        Guid incoming,
        string name,
        HttpRequest request,
        IncomingFolder folder,
        DataFolder data,
        CancellationToken cancel
    )
    {
        (UploadedFile? file, Refusal? why) = await UploadedFile.OfAsync(request, data, Limits.Files.Bytes, cancel);
        if (file is null)
            return Problems.Of(why!);
        using UploadedFile received = file;
        return folder.Add(incoming, name, received.Path) is { } fault ? Problems.Of(fault) : TypedResults.NoContent();
    }

    private static async Task<Results<Accepted<JobView>, ProblemHttpResult>> ReadAsync(
        Guid incoming,
        IncomingFolder folder,
        JobQueue jobs,
        HttpContext http
    )
    {
        if (folder.Files(incoming).Count == 0)
            return Problems.Of(new Refusal("no-file", "No file was brought. Choose one."));
        JobView job = await jobs.AskAsync(
            Guid.CreateVersion7(),
            TalkImportJob.Name,
            "",
            new TalkImportWork(incoming),
            Author.Of(http)
        );
        return TypedResults.Accepted($"/api/jobs/{job.Id}", job);
    }

    private static async Task<Results<Ok<TalkImportReport>, ProblemHttpResult>> ReportAsync(
        Guid jobId,
        JobStore jobs,
        CancellationToken cancel
    ) =>
        await jobs.FindAsync(jobId, cancel) is { Kind: TalkImportJob.Name } job
        && JsonSerializer.Deserialize<TalkImportWork>(job.Asked, DeckJson.Options)?.Report is { } report
            ? TypedResults.Ok(report)
            : Problems.NotFound("report");

    private static async Task<Results<Accepted<JobView>, ProblemHttpResult>> CheckAsync(
        Guid incoming,
        IncomingFolder folder,
        JobQueue jobs,
        HttpContext http
    )
    {
        IReadOnlyList<IncomingFile> files = folder.Files(incoming);
        if (files.Count == 0)
            return Problems.Of(new Refusal("no-file", "No file was brought. Choose one."));
        JobView job = await jobs.AskAsync(
            Guid.CreateVersion7(),
            CheckJob.Name,
            files.Count == 1 ? Path.GetFileName(files[0].Name) : $"{files.Count} files",
            new CheckWork(incoming),
            Author.Of(http)
        );
        return TypedResults.Accepted($"/api/jobs/{job.Id}", job);
    }

    private static async Task<IReadOnlyList<CheckLine>> ChecksAsync(JobStore jobs, CancellationToken cancel) =>
        [
            .. (await jobs.OfKindAsync(CheckJob.Name, cancel))
                .Where(j => j.State == nameof(JobState.Done))
                .OrderByDescending(j => j.EndedAt)
                .Select(j => new CheckLine(j.Id, j.Subject, j.EndedAt ?? j.StartedAt)),
        ];

    private static async Task<(JobRow Job, CheckWork Asked)?> FindAsync(
        Guid id,
        JobStore jobs,
        CancellationToken cancel
    ) =>
        await jobs.FindAsync(id, cancel) is { Kind: CheckJob.Name } job
        && JsonSerializer.Deserialize<CheckWork>(job.Asked, DeckJson.Options) is { Report: not null } asked
            ? (job, asked)
            : null;

    private static async Task<Results<Ok<CheckReport>, ProblemHttpResult>> CheckedAsync(
        Guid jobId,
        JobStore jobs,
        CancellationToken cancel
    ) =>
        await FindAsync(jobId, jobs, cancel) is var (_, asked)
            ? TypedResults.Ok(asked.Report!)
            : Problems.NotFound("check");

    private static async Task<IResult> SmallAsync(
        Guid jobId,
        int number,
        JobStore jobs,
        IncomingFolder folder,
        CancellationToken cancel
    ) =>
        await FindAsync(jobId, jobs, cancel) is var (_, asked)
        && Path.GetFullPath(CheckJob.SmallOf(folder, asked.Incoming, number)) is var at
        && File.Exists(at)
            ? TypedResults.PhysicalFile(at, "image/jpeg")
            : Problems.NotFound("picture");

    // Those that are named, or all of which something is known; what has no record cannot be adopted.
    private static async Task<Results<Ok<CheckReport>, ProblemHttpResult>> AdoptAsync(
        Guid jobId,
        AdoptChecked adopt,
        JobStore jobs,
        CancellationToken cancel
    )
    {
        if (await FindAsync(jobId, jobs, cancel) is not var (job, asked))
            return Problems.NotFound("check");
        CheckReport report = asked.Report! with
        {
            Pictures =
            [
                .. asked.Report!.Pictures.Select(p =>
                    p.Record is not null && (adopt.Numbers?.Contains(p.Number) ?? p.Offered)
                        ? p with
                        {
                            Adopted = adopt.Adopted,
                        }
                        : p
                ),
            ],
        };
        job.Asked = JsonSerializer.Serialize(asked with { Report = report }, DeckJson.Options);
        await jobs.PutAsync(job, cancel);
        return TypedResults.Ok(report);
    }

    private static async Task<Results<Accepted<JobView>, ProblemHttpResult>> CreditAsync(
        Guid jobId,
        JobStore store,
        JobQueue jobs,
        HttpContext http,
        CancellationToken cancel
    )
    {
        if (await FindAsync(jobId, store, cancel) is not var (job, _))
            return Problems.NotFound("check");
        JobView made = await jobs.AskAsync(
            job.DeckId,
            CreditBackJob.Name,
            "",
            new CreditBackWork(jobId),
            Author.Of(http)
        );
        return TypedResults.Accepted($"/api/jobs/{made.Id}", made);
    }

    private static async Task<IResult> CreditedAsync(
        Guid jobId,
        JobStore jobs,
        DataFolder folder,
        CancellationToken cancel
    ) =>
        await jobs.FindAsync(jobId, cancel) is { Kind: CreditBackJob.Name, State: nameof(JobState.Done) } job
        && JsonSerializer.Deserialize<CreditBackWork>(job.Asked, DeckJson.Options) is { } asked
        && File.Exists(CopyJob.FileOf(folder, jobId))
            ? TypedResults.PhysicalFile(
                Path.GetFullPath(CopyJob.FileOf(folder, jobId)),
                "application/octet-stream",
                asked.Name
            )
            : Problems.NotFound("file");
}

/// <summary>Records to adopt.</summary>
/// <param name="Numbers">Of which pictures; null for all of which something is known.</param>
/// <param name="Adopted">Adopted, or no longer.</param>
public sealed record AdoptChecked(IReadOnlyList<int>? Numbers = null, bool Adopted = true);

/// <summary>A check that was made.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">The file.</param>
/// <param name="At">When.</param>
public sealed record CheckLine(Guid Id, string Name, DateTimeOffset At);
