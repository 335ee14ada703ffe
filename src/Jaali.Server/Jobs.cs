using System.Collections.Concurrent;

namespace Jaali.Server;

/// <summary>Where a job stands.</summary>
public enum JobState
{
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
/// <param name="Kind">"keep" or "pdf".</param>
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

/// <summary>Long work beside the requests: started, watched, cancelled. At most three at once.</summary>
public sealed class Jobs(Live live, ILogger<Jobs> log) : IDisposable
{
    private const int MostRemembered = 500;
    private readonly ConcurrentDictionary<Guid, (JobView View, CancellationTokenSource Cancel)> _jobs = new();
    private readonly ConcurrentQueue<Guid> _order = new();
    private readonly SemaphoreSlim _seats = new(3);

    /// <summary>Starts work and returns at once. The work reports progress from 0 to 1 and returns its result.</summary>
    public JobView Start(
        Guid deckId,
        string kind,
        string subject,
        Func<Action<double>, CancellationToken, Task<string>> work
    )
    {
        var job = new JobView(Guid.NewGuid(), deckId, kind, subject, JobState.Running, 0, "", null);
        var cancel = new CancellationTokenSource();
        _jobs[job.Id] = (job, cancel);
        _order.Enqueue(job.Id);
        while (_order.Count > MostRemembered && _order.TryDequeue(out Guid old))
            _jobs.TryRemove(old, out _);
        _ = Task.Run(() => RunAsync(job, work, cancel.Token));
        return job;
    }

    /// <summary>A job, or null.</summary>
    public JobView? Find(Guid id) => _jobs.TryGetValue(id, out var job) ? job.View : null;

    /// <summary>The jobs of a deck that are at work.</summary>
    public IReadOnlyList<JobView> Running(Guid deckId) =>
        [.. _jobs.Values.Select(j => j.View).Where(j => j.DeckId == deckId && j.State == JobState.Running)];

    /// <summary>Stops a job.</summary>
    public bool Cancel(Guid id)
    {
        if (!_jobs.TryGetValue(id, out var job))
            return false;
        job.Cancel.Cancel();
        return true;
    }

    /// <inheritdoc/>
    public void Dispose() => _seats.Dispose();

    private async Task RunAsync(
        JobView job,
        Func<Action<double>, CancellationToken, Task<string>> work,
        CancellationToken cancel
    )
    {
        double told = 0;
        JobView end;
        try
        {
            await _seats.WaitAsync(cancel);
            try
            {
                string result = await work(Report, cancel);
                end = job with { State = JobState.Done, Progress = 1, Result = result };
            }
            finally
            {
                _seats.Release();
            }
        }
        catch (OperationCanceledException) when (cancel.IsCancellationRequested)
        {
            end = job with { State = JobState.Cancelled, Message = "Stopped." };
        }
        catch (JobFailedException e)
        {
            end = job with { State = JobState.Failed, Message = e.Message };
        }
        catch (Exception e)
        {
            log.LogError(e, "Job {Kind} {Id} failed", job.Kind, job.Id);
            end = job with
            {
                State = JobState.Failed,
                Message = "This did not work because of a fault in Jaali. It is in the log; try again.",
            };
        }
        await PutAsync(end);

        void Report(double progress)
        {
            if (progress - told < .04)
                return;
            told = progress;
            _ = PutAsync(job with { Progress = Math.Min(progress, .99) });
        }
    }

    private async Task PutAsync(JobView view)
    {
        if (!_jobs.TryGetValue(view.Id, out var old) || old.View.State != JobState.Running)
            return;
        _jobs[view.Id] = (view, old.Cancel);
        await live.JobChangedAsync(view);
    }
}
