namespace Jaali.Store.Tests;

/// <summary>Long work that survives a restart.</summary>
public sealed class JobStoreTests : IDisposable
{
    private readonly Opened _store = new();

    public void Dispose() => _store.Dispose();

    private JobRow Job(string state, int minute, int? ended = null, Guid? deck = null) =>
        new()
        {
            Id = Guid.NewGuid(),
            DeckId = deck ?? Guid.NewGuid(),
            Kind = "pdf",
            Subject = "deck",
            Author = "ada",
            Asked = """{"page":"a4"}""",
            State = state,
            StartedAt = _store.Clock.Now.AddMinutes(minute),
            EndedAt = ended is { } e ? _store.Clock.Now.AddMinutes(e) : null,
        };

    [Fact]
    public async Task A_job_is_read_as_it_was_put_and_put_again_in_its_new_state()
    {
        JobRow job = Job("waiting", 0);
        await _store.Jobs.PutAsync(job);
        JobRow read = (await _store.Jobs.FindAsync(job.Id))!;
        Assert.Equal(
            (job.DeckId, "pdf", "deck", "ada", """{"page":"a4"}""", "waiting", null, job.StartedAt, null),
            (
                read.DeckId,
                read.Kind,
                read.Subject,
                read.Author,
                read.Asked,
                read.State,
                read.Result,
                read.StartedAt,
                read.EndedAt
            )
        );
        (job.State, job.Message, job.Result, job.EndedAt) = ("done", "Ready.", "abc.pdf", _store.Clock.Now);
        await _store.Jobs.PutAsync(job);
        read = (await _store.Jobs.FindAsync(job.Id))!;
        Assert.Equal(("done", "Ready.", "abc.pdf", job.EndedAt), (read.State, read.Message, read.Result, read.EndedAt));
        Assert.Equal(1, _store.Rows("Jobs"));
        Assert.Null(await _store.Jobs.FindAsync(Guid.NewGuid()));
    }

    [Fact]
    public async Task What_has_not_ended_is_begun_again_in_the_order_in_which_it_was_asked()
    {
        JobRow third = Job("waiting", 3),
            first = Job("running", 1),
            ended = Job("done", 0, 1),
            second = Job("waiting", 2);
        foreach (JobRow job in new[] { third, first, ended, second })
            await _store.Jobs.PutAsync(job);
        Assert.Equal([first.Id, second.Id, third.Id], (await _store.Jobs.UnfinishedAsync()).Select(j => j.Id));
    }

    [Fact]
    public async Task What_ended_long_ago_is_handed_out_once_and_forgotten_and_open_work_never_is()
    {
        JobRow old = Job("done", -100, -90),
            failed = Job("failed", -100, -80),
            late = Job("done", -100, -10),
            open = Job("running", -100);
        foreach (JobRow job in new[] { old, failed, late, open })
            await _store.Jobs.PutAsync(job);
        DateTimeOffset before = _store.Clock.Now.AddMinutes(-60);
        Assert.Equal(
            new[] { old.Id, failed.Id }.Order(),
            (await _store.Jobs.ForgetAsync(before)).Select(j => j.Id).Order()
        );
        Assert.Empty(await _store.Jobs.ForgetAsync(before));
        Assert.NotNull(await _store.Jobs.FindAsync(late.Id));
        Assert.Equal([open.Id], (await _store.Jobs.UnfinishedAsync()).Select(j => j.Id));
    }

    [Fact]
    public async Task The_jobs_of_a_deck_are_its_own()
    {
        var deck = Guid.NewGuid();
        JobRow own = Job("done", 0, 1, deck),
            waiting = Job("waiting", 0, null, deck);
        foreach (JobRow job in new[] { own, waiting, Job("done", 0, 1) })
            await _store.Jobs.PutAsync(job);
        Assert.Equal(
            new[] { own.Id, waiting.Id }.Order(),
            (await _store.Jobs.OfDeckAsync(deck)).Select(j => j.Id).Order()
        );
        Assert.Empty(await _store.Jobs.OfDeckAsync(Guid.NewGuid()));
    }
}
