using System.Net;
using Jaali.Store;
using Jaali.Testing;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.TestHost;
using Microsoft.Extensions.DependencyInjection;

namespace Jaali.Server.Tests;

/// <summary>Long work: stop stops, whatever the work does; the same work is done once; a talk cannot fill the
/// queue.</summary>
public sealed class JobTests : IDisposable
{
    // Heeds nothing until it is let go.
    private sealed class Stubborn : IJobWork, IDisposable
    {
        internal readonly ManualResetEventSlim Go = new();
        internal int Begun,
            Removed;

        public string Kind => "stubborn";

        public Task<string> RunAsync(JobRow job, Action<double> report, CancellationToken cancel)
        {
            Interlocked.Increment(ref Begun);
            Go.Wait(TimeSpan.FromSeconds(60), CancellationToken.None);
            return Task.FromResult("late");
        }

        public void Remove(JobRow job) => Interlocked.Increment(ref Removed);

        public void Dispose() => Go.Dispose();
    }

    private readonly ScratchFolder _here = new();
    private readonly Stubborn _work = new();
    private readonly List<IDisposable> _open = [];

    private (JobQueue Jobs, HttpClient Client, IServiceProvider Services) Start()
    {
        WebApplicationFactory<Program> factory = Running
            .On(_here.Path)
            .WithWebHostBuilder(b => b.ConfigureTestServices(s => s.AddSingleton<IJobWork>(_work)));
        _open.Add(factory);
        HttpClient client = factory.Client();
        return (factory.Services.GetRequiredService<JobQueue>(), client, factory.Services);
    }

    public void Dispose()
    {
        _work.Go.Set();
        foreach (IDisposable d in _open)
            d.Dispose();
        _work.Dispose();
        _here.Dispose();
    }

    private static async Task<JobView> EndAsync(JobQueue jobs, Guid id)
    {
        for (int i = 0; i < 200; i++)
        {
            if ((await jobs.FindAsync(id))!.State is not (JobState.Waiting or JobState.Running))
                break;
            await Task.Delay(10);
        }
        return (await jobs.FindAsync(id))!;
    }

    [Fact]
    public async Task Work_that_heeds_nothing_is_stopped_within_two_seconds_and_does_not_come_back()
    {
        (JobQueue jobs, HttpClient client, _) = Start();
        var deck = Guid.NewGuid();
        JobView job = await jobs.AskAsync(deck, "stubborn", "a", new { }, "me");
        await WaitAsync(() => _work.Begun == 1);
        Assert.Equal(HttpStatusCode.NoContent, (await client.DeleteAsync($"/api/jobs/{job.Id}")).StatusCode);
        JobView end = await EndAsync(jobs, job.Id);
        Assert.Equal((JobState.Cancelled, "Stopped."), (end.State, end.Message));
        Assert.Equal(HttpStatusCode.NotFound, (await client.DeleteAsync($"/api/jobs/{job.Id}")).StatusCode);
        // The place at work is free for others: as many as work at once, and one more, begin and are stopped.
        for (int n = 0; n < 4; n++)
        {
            JobView other = await jobs.AskAsync(deck, "stubborn", "b" + n, new { }, "me");
            await WaitAsync(() => _work.Begun == n + 2);
            Assert.True(await jobs.CancelAsync(other.Id));
            Assert.Equal(JobState.Cancelled, (await EndAsync(jobs, other.Id)).State);
        }
        // What comes of it after all is dropped.
        _work.Go.Set();
        await WaitAsync(() => _work.Removed == 5);
        Assert.Equal(JobState.Cancelled, (await jobs.FindAsync(job.Id))!.State);
        // Another start on the same data has nothing to begin.
        _open[0].Dispose();
        (JobQueue anew, _, IServiceProvider services) = Start();
        Assert.Empty(await services.GetRequiredService<JobStore>().UnfinishedAsync());
        Assert.Equal(JobState.Cancelled, (await anew.FindAsync(job.Id))!.State);
        Assert.Equal(5, _work.Begun);
    }

    [Fact]
    public async Task That_it_is_stopped_is_kept_at_once()
    {
        (JobQueue jobs, _, IServiceProvider services) = Start();
        JobView job = await jobs.AskAsync(Guid.NewGuid(), "stubborn", "a", new { }, "me");
        await WaitAsync(() => _work.Begun == 1);
        Assert.True(await jobs.CancelAsync(job.Id));
        // Before the work has ended: a kill from here on brings nothing back.
        Assert.Empty(await services.GetRequiredService<JobStore>().UnfinishedAsync());
    }

    [Fact]
    public async Task The_same_is_done_once_and_twenty_wait_for_a_talk_at_most()
    {
        (JobQueue jobs, HttpClient client, _) = Start();
        var deck = Guid.NewGuid();
        JobView first = await jobs.AskAsync(deck, "stubborn", "a", new { of = 1 }, "me");
        Assert.Equal(first.Id, (await jobs.AskAsync(deck, "stubborn", "a", new { of = 1 }, "you")).Id);
        Assert.NotEqual(first.Id, (await jobs.AskAsync(deck, "stubborn", "a", new { of = 2 }, "me")).Id);
        Assert.NotEqual(first.Id, (await jobs.AskAsync(Guid.NewGuid(), "stubborn", "a", new { of = 1 }, "me")).Id);
        await WaitAsync(() => _work.Begun == 3);
        for (int n = 0; n < 20; n++)
            await jobs.AskAsync(deck, "stubborn", "w" + n, new { }, "me");
        await Assert.ThrowsAsync<Hosting.BusyException>(() => jobs.AskAsync(deck, "stubborn", "x", new { }, "me"));
        // One more of those that wait is the same; another talk is not held up.
        Assert.Equal(JobState.Waiting, (await jobs.AskAsync(deck, "stubborn", "w7", new { }, "me")).State);
        await jobs.AskAsync(Guid.NewGuid(), "stubborn", "x", new { }, "me");
        // What waits is stopped at once, behind whatever it waits.
        JobView waiting = jobs.Open(deck).Last(j => j.State == JobState.Waiting);
        Assert.Equal(HttpStatusCode.NoContent, (await client.DeleteAsync($"/api/jobs/{waiting.Id}")).StatusCode);
        Assert.Equal(JobState.Cancelled, (await jobs.FindAsync(waiting.Id))!.State);
        await jobs.AskAsync(deck, "stubborn", "x", new { }, "me");
    }

    private static async Task WaitAsync(Func<bool> until)
    {
        for (int i = 0; i < 500 && !until(); i++)
            await Task.Delay(10);
        Assert.True(until());
    }
}
