using System.Text.Json;
using Jaali.Core.Editing;
using Jaali.Core.Rights;
using Microsoft.EntityFrameworkCore;

namespace Jaali.Store;

/// <summary>The collections that can be searched, and what was searched for each point.</summary>
public sealed class CollectionStore(IDbContextFactory<JaaliDb> databases, TimeProvider clock)
{
    private const int MostSearches = 12;
    private readonly KeyedLock _turns = new();

    /// <summary>All collections.</summary>
    public async Task<IReadOnlyList<CollectionRow>> ListAsync(CancellationToken cancel = default)
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        return await db.Collections.AsNoTracking().OrderBy(c => c.Id).ToArrayAsync(cancel);
    }

    /// <summary>Adds a collection, or gives one with this identity a new name and address.</summary>
    public async Task PutAsync(CollectionRow row, CancellationToken cancel = default)
    {
        using IDisposable turn = await _turns.TakeAsync(row.Id, cancel);
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        if (await db.Collections.FirstOrDefaultAsync(c => c.Id == row.Id, cancel) is { } old)
        {
            if (old.Address != row.Address)
                (old.HarvestFrom, old.ResumptionToken, old.HarvestedAt) = ("", "", null);
            (old.Name, old.Protocol, old.Address) = (row.Name, row.Protocol, row.Address);
        }
        else
            db.Collections.Add(row);
        await db.SaveChangesAsync(cancel);
    }

    /// <summary>Enters a collection's own terms, or takes them back with null; false where there is no such
    /// collection. Photos taken under them keep them.</summary>
    public async Task<bool> SetTermsAsync(string id, CollectionTerms? terms, CancellationToken cancel = default)
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        string json = terms is null ? "" : JsonSerializer.Serialize(terms, DeckJson.Options);
        return await db
                .Collections.Where(c => c.Id == id)
                .ExecuteUpdateAsync(u => u.SetProperty(c => c.Terms, json), cancel) > 0;
    }

    /// <summary>The terms of a row, or null.</summary>
    public static CollectionTerms? TermsOf(CollectionRow row) =>
        row.Terms.Length > 0 ? JsonSerializer.Deserialize<CollectionTerms>(row.Terms, DeckJson.Options) : null;

    /// <summary>Takes a collection out; photos taken from it stay.</summary>
    public async Task RemoveAsync(string id, CancellationToken cancel = default)
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        await db.Collections.Where(c => c.Id == id).ExecuteDeleteAsync(cancel);
    }

    /// <summary>Notes a search made for a point; the latest dozen are kept.</summary>
    public async Task SearchedAsync(Guid deckId, Guid pointId, string words, CancellationToken cancel = default)
    {
        // The same search may be made in several windows at once, and the talk may go meanwhile.
        using IDisposable turn = await _turns.TakeAsync(pointId.ToString(), cancel);
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        if (!await db.Decks.AnyAsync(d => d.Id == deckId, cancel))
            return;
        SearchRow[] all = await db.Searches.Where(s => s.DeckId == deckId && s.PointId == pointId).ToArrayAsync(cancel);
        if (all.FirstOrDefault(s => string.Equals(s.Words, words, StringComparison.OrdinalIgnoreCase)) is { } same)
            same.At = clock.GetUtcNow();
        else
            db.Searches.Add(
                new SearchRow
                {
                    DeckId = deckId,
                    PointId = pointId,
                    Words = words,
                    At = clock.GetUtcNow(),
                }
            );
        db.Searches.RemoveRange(all.OrderByDescending(s => s.At).Skip(MostSearches - 1));
        await db.SaveChangesAsync(cancel);
    }

    /// <summary>What was searched for a point, the latest first.</summary>
    public async Task<IReadOnlyList<string>> SearchesAsync(
        Guid deckId,
        Guid pointId,
        CancellationToken cancel = default
    )
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        SearchRow[] all = await db
            .Searches.AsNoTracking()
            .Where(s => s.DeckId == deckId && s.PointId == pointId)
            .ToArrayAsync(cancel);
        return [.. all.OrderByDescending(s => s.At).Select(s => s.Words)];
    }
}
