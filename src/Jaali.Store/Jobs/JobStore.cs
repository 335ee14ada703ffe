using Microsoft.EntityFrameworkCore;

namespace Jaali.Store;

/// <summary>Long work, kept so that it survives a reload and a restart.</summary>
public sealed class JobStore(IDbContextFactory<JaaliDb> databases)
{
    /// <summary>Keeps a job, or its newest state.</summary>
    public async Task PutAsync(JobRow job, CancellationToken cancel = default)
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        if (await db.Jobs.FindAsync([job.Id], cancel) is { } old)
            db.Entry(old).CurrentValues.SetValues(job);
        else
            db.Jobs.Add(job);
        await db.SaveChangesAsync(cancel);
    }

    /// <summary>Says that a job which has not ended has; nothing where it has.</summary>
    /// <param name="id">The job.</param>
    /// <param name="state">As what it ends.</param>
    /// <param name="message">For a person.</param>
    /// <param name="at">When.</param>
    public async Task StopAsync(Guid id, string state, string message, DateTimeOffset at)
    {
        await using JaaliDb db = await databases.CreateDbContextAsync();
        await db
            .Jobs.Where(j => j.Id == id && j.EndedAt == null)
            .ExecuteUpdateAsync(j =>
                j.SetProperty(r => r.State, state).SetProperty(r => r.Message, message).SetProperty(r => r.EndedAt, at)
            );
    }

    /// <summary>A job, or null.</summary>
    public async Task<JobRow?> FindAsync(Guid id, CancellationToken cancel = default)
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        return await db.Jobs.AsNoTracking().FirstOrDefaultAsync(j => j.Id == id, cancel);
    }

    /// <summary>Jobs that are waiting or at work, the oldest first.</summary>
    public async Task<IReadOnlyList<JobRow>> UnfinishedAsync(CancellationToken cancel = default)
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        JobRow[] rows = await db.Jobs.AsNoTracking().Where(j => j.EndedAt == null).ToArrayAsync(cancel);
        return [.. rows.OrderBy(j => j.StartedAt)];
    }

    /// <summary>Takes out jobs that ended before a moment, and gives them back for their results to be
    /// removed.</summary>
    public async Task<IReadOnlyList<JobRow>> ForgetAsync(DateTimeOffset before, CancellationToken cancel = default)
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        JobRow[] ended = await db.Jobs.AsNoTracking().Where(j => j.EndedAt != null).ToArrayAsync(cancel);
        JobRow[] old = [.. ended.Where(j => j.EndedAt < before)];
        db.Jobs.RemoveRange(old);
        await db.SaveChangesAsync(cancel);
        return old;
    }

    /// <summary>The jobs of one kind.</summary>
    public async Task<IReadOnlyList<JobRow>> OfKindAsync(string kind, CancellationToken cancel = default)
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        return await db.Jobs.AsNoTracking().Where(j => j.Kind == kind).ToArrayAsync(cancel);
    }

    /// <summary>The jobs of a deck, which go with it.</summary>
    public async Task<IReadOnlyList<JobRow>> OfDeckAsync(Guid deckId, CancellationToken cancel = default)
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        return await db.Jobs.AsNoTracking().Where(j => j.DeckId == deckId).ToArrayAsync(cancel);
    }
}
