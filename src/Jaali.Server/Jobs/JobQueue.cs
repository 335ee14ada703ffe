using System.Collections.Concurrent;
using System.Text.Json;
using System.Threading.Channels;
using Jaali.Core;
using Jaali.Core.Editing;
using Jaali.Store;

namespace Jaali.Server.Jobs;

/// <summary>Where a job stands.</summary>
public enum JobState
{
    /// <summary>Waiting for its turn.</summary>
    Waiting,

    /// <summary>At work.</summary>
    Running,

    /// <summary>Finished.</summary>
    Done,

    /// <summary>Ended by an error; the message says which.</summary>
    Failed,

    /// <summary>Ended by the user.</summary>
    Cancelled,
}

/// <summary>Long work, as it is told to the client.</summary>
/// <param name="Id">Identity.</param>
/// <param name="DeckId">The deck it works for.</param>
/// <param name="Kind">"keep", "adopt" or "pdf".</param>
/// <param name="Subject">What it works on: a candidate's identity, or empty.</param>
/// <param name="State">Where it stands.</param>
/// <param name="Progress">0 to 1.</param>
/// <param name="Message">For a person.</param>
/// <param name="Result">What came of it: a photo's SHA-256, or an address.</param>
public sealed record JobView(
    Guid Id,
    Guid DeckId,
    string Kind,
    string Subject,
    JobState State,
    double Progress,
    string Message,
    string? Result
);

/// <summary>Thrown inside a job to end it with a sentence for a person.</summary>
public sealed class JobFailedException(string message, Exception? inner = null) : Exception(message, inner);

/// <summary>One kind of long work. It may be begun anew after a restart, so that doing it twice must do no
/// harm.</summary>
public interface IJobWork
{
    /// <summary>Its name in the table.</summary>
    string Kind { get; }

    /// <summary>Does it; reports progress from 0 to 1 and returns the result.</summary>
    /// <exception cref="JobFailedException">It cannot be done; the message says why.</exception>
    Task<string> RunAsync(JobRow job, Action<double> report, CancellationToken cancel);

    /// <summary>Removes what came of a job, for example a file.</summary>
    void Remove(JobRow job) { }
}

/// <summary>
/// Long work beside the requests, kept in a table: asked for, watched, cancelled. A few at once; the others wait.
/// What a restart interrupts is begun anew, and results are removed after a time.
/// </summary>
public sealed class JobQueue(
    JobStore store,
    LiveMessages live,
    IServiceProvider services,
    TimeProvider clock,
    IHostApplicationLifetime lifetime,
    ILogger<JobQueue> log
) : IHostedService
{
    private const int AtOnce = 3;
    private static readonly TimeSpan EaseEvery = TimeSpan.FromMilliseconds(60);
    private static readonly TimeSpan KeptFor = TimeSpan.FromDays(Limits.Retention.ResultDays);
    private readonly Channel<Guid> _queue = Channel.CreateUnbounded<Guid>();
    private readonly ConcurrentDictionary<Guid, (JobView View, JobRow Row, CancellationTokenSource Cancel)> _open =
        new();

    // Ends that there was no room to keep, of this run.
    private readonly ConcurrentDictionary<Guid, JobView> _notKept = new();
    private readonly Lazy<Dictionary<string, IJobWork>> _works = new(() =>
        services.GetServices<IJobWork>().ToDictionary(w => w.Kind, StringComparer.Ordinal)
    );

    /// <summary>Begins: what a restart interrupted is queued again, what is old is removed, and the queue is worked
    /// off until the application stops.</summary>
    public async Task StartAsync(CancellationToken cancellationToken = default)
    {
        await SweepAsync();
        foreach (JobRow row in await store.UnfinishedAsync(cancellationToken))
            Enqueue(row);
        for (int i = 0; i < AtOnce; i++)
            _ = Task.Run(WorkAsync, CancellationToken.None);
    }

    /// <summary>Nothing is waited for: what is at work stays in the table and is begun anew.</summary>
    public Task StopAsync(CancellationToken cancellationToken) => Task.CompletedTask;

    /// <summary>Asks for work and returns at once.</summary>
    /// <param name="deckId">The deck it works for.</param>
    /// <param name="kind">Which work.</param>
    /// <param name="subject">What it works on, as the client knows it.</param>
    /// <param name="asked">What the work needs to know; kept as JSON.</param>
    /// <param name="author">Who asks.</param>
    /// <returns>The job; where the same is waiting or at work already, that.</returns>
    /// <exception cref="BusyException">As many wait for this deck as may.</exception>
    public async Task<JobView> AskAsync(Guid deckId, string kind, string subject, object asked, string author)
    {
        string wanted = JsonSerializer.Serialize(asked, DeckJson.Options);
        if (
            _open.Values.FirstOrDefault(j =>
                j.Row.DeckId == deckId
                && j.Row.Kind == kind
                && j.Row.Subject == subject
                && j.Row.Asked == wanted
                && !j.Cancel.IsCancellationRequested
            ) is
            { View: not null } same
        )
            return same.View;
        if (_open.Values.Count(j => j.Row.DeckId == deckId && j.View.State == JobState.Waiting) >= Limits.Incoming.Jobs)
            throw new BusyException(
                $"{Limits.Incoming.Jobs} things wait for this talk already. Ask again when some of them are done; "
                    + "nothing was lost."
            );
        var row = new JobRow
        {
            Id = Guid.CreateVersion7(),
            DeckId = deckId,
            Kind = kind,
            Subject = subject,
            Author = author,
            Asked = wanted,
            State = nameof(JobState.Waiting),
            StartedAt = clock.GetUtcNow(),
        };
        await store.PutAsync(row);
        return Enqueue(row);
    }

    /// <summary>A job, or null.</summary>
    public async Task<JobView?> FindAsync(Guid id, CancellationToken cancel = default) =>
        _open.TryGetValue(id, out var job) ? job.View
        : _notKept.TryGetValue(id, out JobView? ended) ? ended
        : await store.FindAsync(id, cancel) is { } row ? ViewOf(row)
        : null;

    /// <summary>The jobs of a deck that wait or are at work.</summary>
    public IReadOnlyList<JobView> Open(Guid deckId) =>
        [.. _open.Values.Select(j => j.View).Where(j => j.DeckId == deckId)];

    /// <summary>Stops a job; false where it has ended. That it is stopped is kept at once, so that it does not come
    /// back with a restart, whenever that comes.</summary>
    public async Task<bool> CancelAsync(Guid id)
    {
        if (!_open.TryGetValue(id, out var job))
            return false;
        await store.StopAsync(id, nameof(JobState.Cancelled), Stopped, clock.GetUtcNow());
        await job.Cancel.CancelAsync();
        // What has not begun need not wait for its turn to end.
        if (_open.TryGetValue(id, out var now) && now.View.State == JobState.Waiting)
            await EndAsync(now.Row, JobState.Cancelled, Stopped);
        return true;
    }

    private const string Stopped = "Stopped.";

    // Work that does not heed within this is left behind: it ends for who asked, and whatever comes of it is dropped.
    private static readonly TimeSpan HeedWithin = TimeSpan.FromSeconds(1);

    /// <summary>Stops and forgets the jobs of a deck that goes, with what came of them.</summary>
    public async Task ForgetAsync(Guid deckId)
    {
        foreach (JobView job in Open(deckId))
            await CancelAsync(job.Id);
        foreach (JobRow row in await store.OfDeckAsync(deckId))
            if (_works.Value.TryGetValue(row.Kind, out IJobWork? work))
                work.Remove(row);
    }

    /// <summary>Removes jobs that ended some days ago, and their results.</summary>
    public async Task SweepAsync()
    {
        foreach (JobRow old in await store.ForgetAsync(clock.GetUtcNow() - KeptFor))
            if (_works.Value.TryGetValue(old.Kind, out IJobWork? work))
                work.Remove(old);
    }

    private JobView Enqueue(JobRow row)
    {
        JobView view = ViewOf(row) with { State = JobState.Waiting };
        // An identity is queued once, whoever brings it.
        if (!_open.TryAdd(row.Id, (view, row, new CancellationTokenSource())))
            return _open.TryGetValue(row.Id, out var there) ? there.View : view;
        _queue.Writer.TryWrite(row.Id);
        return view;
    }

    private async Task WorkAsync()
    {
        try
        {
            await foreach (Guid id in _queue.Reader.ReadAllAsync(lifetime.ApplicationStopping))
                if (_open.TryGetValue(id, out var job))
                    await RunAsync(job.Row, job.Cancel);
        }
        catch (OperationCanceledException) { }
    }

    private async Task RunAsync(JobRow row, CancellationTokenSource cancelled)
    {
        using var stop = CancellationTokenSource.CreateLinkedTokenSource(cancelled.Token, lifetime.ApplicationStopping);
        double told = 0;
        await using var easing = new Timer(Ease, null, EaseEvery, EaseEvery);
        try
        {
            stop.Token.ThrowIfCancellationRequested();
            if (!_works.Value.TryGetValue(row.Kind, out IJobWork? work))
                throw new JobFailedException("This version does not know this work any more. Ask for it again.");
            await TellAsync(ViewOf(row) with { State = JobState.Running });
            string result = await HeededAsync(
                Task.Run(() => work.RunAsync(row, Report, stop.Token), CancellationToken.None),
                row,
                work,
                cancelled.Token
            );
            row.Result = result;
            await EndAsync(row, JobState.Done, "");
        }
        catch (OperationCanceledException) when (cancelled.IsCancellationRequested)
        {
            await EndAsync(row, JobState.Cancelled, Stopped);
        }
        catch (OperationCanceledException) when (lifetime.ApplicationStopping.IsCancellationRequested)
        {
            // It stays in the table as it is, and is begun anew at the next start.
        }
        catch (JobFailedException e)
        {
            await EndAsync(row, JobState.Failed, e.Message);
        }
        catch (Exception e)
        {
            string number = ErrorPages.Note(log, e, $"job {row.Kind} {row.Id}");
            await EndAsync(
                row,
                JobState.Failed,
                (
                    ErrorPages.SentenceOf(e)
                    ?? "This did not work because of a fault in Jaali. Nothing is lost; try again."
                )
                    + " "
                    + number
            );
        }

        void Report(double progress)
        {
            if (progress - told < .04)
                return;
            told = progress;
            _ = TellAsync(ViewOf(row) with { State = JobState.Running, Progress = Math.Min(progress, .99) });
        }
    }

    // What work comes to; where it is stopped and does not heed, its end is not waited for.
    private async Task<string> HeededAsync(Task<string> work, JobRow row, IJobWork of, CancellationToken cancelled)
    {
        var stopped = new TaskCompletionSource();
        await using CancellationTokenRegistration told = cancelled.Register(() => stopped.TrySetResult());
        if (
            await Task.WhenAny(work, stopped.Task) != work
            && await Task.WhenAny(work, Task.Delay(HeedWithin, clock, CancellationToken.None)) != work
        )
        {
            log.LogWarning("Job {Kind} {Id} was stopped and goes on by itself", row.Kind, row.Id);
            _ = work.ContinueWith(
                late =>
                {
                    if (late.IsCompletedSuccessfully)
                        of.Remove(row);
                    else
                        log.LogInformation(
                            late.Exception,
                            "Job {Kind} {Id} ended after it was stopped",
                            row.Kind,
                            row.Id
                        );
                },
                CancellationToken.None,
                TaskContinuationOptions.None,
                TaskScheduler.Default
            );
            throw new OperationCanceledException(cancelled);
        }
        return await work;
    }

    // Work on many photos leaves many large arrays behind it, which are not collected by themselves while the machine
    // has
    // memory; a desk computer is shared with other programs. Looked at while work goes on, once so much was used anew.
    private static void Ease(object? state)
    {
        long used = GC.GetTotalAllocatedBytes();
        if (
            used - Interlocked.Read(ref _eased) < Limits.Retention.WorkBytes / 4
            || GC.GetTotalMemory(forceFullCollection: false) < Limits.Retention.WorkBytes
        )
            return;
        Interlocked.Exchange(ref _eased, used);
        GC.Collect(GC.MaxGeneration, GCCollectionMode.Aggressive, blocking: true, compacting: true);
    }

    private static long _eased;

    private async Task EndAsync(JobRow row, JobState state, string message)
    {
        (row.State, row.Message, row.EndedAt) = (state.ToString(), message, clock.GetUtcNow());
        try
        {
            await store.PutAsync(row);
        }
        catch (Exception e) when (ErrorPages.SentenceOf(e) is not null)
        {
            // Without room its end cannot be kept; it is told all the same, and the work is begun anew at the next
            // start.
            log.LogError(e, "The end of job {Id} could not be kept", row.Id);
            _notKept[row.Id] = ViewOf(row);
        }
        JobView end = ViewOf(row);
        _open.TryRemove(row.Id, out _);
        await live.JobChangedAsync(end.DeckId, end);
    }

    private async Task TellAsync(JobView view)
    {
        if (!_open.TryGetValue(view.Id, out var old))
            return;
        _open[view.Id] = (view, old.Row, old.Cancel);
        await live.JobChangedAsync(view.DeckId, view);
    }

    private static JobView ViewOf(JobRow r)
    {
        JobState state = Enum.Parse<JobState>(r.State);
        return new(r.Id, r.DeckId, r.Kind, r.Subject, state, state == JobState.Done ? 1 : 0, r.Message, r.Result);
    }
}
