using System.Data;
using System.Data.Common;
using System.Globalization;
using System.Text;
using System.Text.Json;
using Jaali.Core.Editing;
using Jaali.Core.Photos;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Jaali.Store;

/// <summary>A candidate that was found before, with what a look at its picture told.</summary>
public sealed record FoundCandidate(Candidate Candidate, ThumbnailMetrics? Look);

/// <summary>
/// Every candidate that was found or harvested. Harvested ones are searched by their words (SQLite FTS5); all of them
/// by the look of their picture.
/// </summary>
public sealed class FoundStore(IDbContextFactory<JaaliDb> databases, TimeProvider clock)
{
    // The places that words are looked for in, the most telling first. A word in every record ("plate") makes bm25()
    // read all of them for each search; going by place does not.
    private static readonly string[] Places = ["{Title} : ", "{Title Subjects} : ", "{Title Subjects Maker} : ", ""];
    private const string Ids =
        "SELECT f.Id FROM FoundWords w JOIN Found f ON f.Id = w.rowid WHERE FoundWords MATCH $match AND "
        + "f.Collection = $collection LIMIT $count";

    // Of all pictures that were looked at; null until they are read. One object, so that both belong together for
    // whoever reads it meanwhile.
    private Hashed? _hashed;

    private sealed record Hashed(long[] Ids, ulong[] Hashes);

    /// <summary>Remembers candidates that a search found; those known keep their look.</summary>
    public async Task RememberAsync(IReadOnlyCollection<Candidate> candidates, CancellationToken cancel = default)
    {
        if (candidates.Count == 0)
            return;
        await WriteAsync(candidates.Select(c => (c, Description: "", Harvested: false)), [], cancel);
    }

    /// <summary>Takes a page of a harvest in: what was deleted goes, the rest is put in place of what was there. One
    /// transaction with the collection's mark.</summary>
    public Task HarvestAsync(
        string collection,
        IEnumerable<(Candidate Candidate, string Description)> records,
        IReadOnlyCollection<string> deleted,
        Action<CollectionRow> mark,
        CancellationToken cancel = default
    ) =>
        WriteAsync(
            records.Select(r => (r.Candidate, r.Description, Harvested: true)),
            deleted.Select(d => (collection, d)),
            cancel,
            collection,
            mark
        );

    /// <summary>
    /// Searches what was harvested from a collection; all words must be there, in any form with the same stem.
    /// Records with all of them in the title come first, then those with subjects, then makers, then the rest.
    /// </summary>
    /// <returns>The page, and whether there are more.</returns>
    public async Task<(IReadOnlyList<FoundCandidate> Found, bool More)> SearchAsync(
        string collection,
        string words,
        int skip,
        int count,
        CancellationToken cancel = default
    )
    {
        string match = MatchOf(words);
        if (match.Length == 0)
            return ([], false);
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        DbConnection connection = db.Database.GetDbConnection();
        await db.Database.OpenConnectionAsync(cancel);
        int most = skip + count + 1;
        List<long> ids = [];
        HashSet<long> known = [];
        foreach (string place in Places)
        {
            // What an earlier place found is found again here, so that as many more are asked for.
            await using DbCommand command = connection.CreateCommand();
            command.CommandText = Ids;
            Add(command, "$match", $"{place}({match})");
            Add(command, "$collection", collection);
            Add(command, "$count", most + ids.Count);
            await using DbDataReader reader = await command.ExecuteReaderAsync(cancel);
            while (ids.Count < most && await reader.ReadAsync(cancel))
                if (known.Add(reader.GetInt64(0)))
                    ids.Add(reader.GetInt64(0));
            if (ids.Count >= most)
                break;
        }
        long[] page = [.. ids.Skip(skip).Take(count)];
        var rows = await db
            .Found.AsNoTracking()
            .Where(f => page.Contains(f.Id))
            .Select(f => new
            {
                f.Id,
                f.Candidate,
                f.Metrics,
            })
            .ToDictionaryAsync(f => f.Id, cancel);
        return (
            [.. page.Where(rows.ContainsKey).Select(id => Read(rows[id].Candidate, rows[id].Metrics))],
            ids.Count > skip + count
        );
    }

    /// <summary>A candidate found before, or null.</summary>
    public async Task<FoundCandidate?> FindAsync(string collection, string id, CancellationToken cancel = default)
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        var row = await db
            .Found.AsNoTracking()
            .Where(f => f.Collection == collection && f.CandidateId == id)
            .Select(f => new { f.Candidate, f.Metrics })
            .FirstOrDefaultAsync(cancel);
        return row is null ? null : Read(row.Candidate, row.Metrics);
    }

    /// <summary>What looks at a collection's candidates told, by their identity; those nobody looked at are left
    /// out.</summary>
    public async Task<IReadOnlyDictionary<string, ThumbnailMetrics>> LooksAsync(
        string collection,
        IReadOnlyCollection<string> ids,
        CancellationToken cancel = default
    )
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        var rows = await db
            .Found.AsNoTracking()
            .Where(f => f.Collection == collection && f.Hash != null && ids.Contains(f.CandidateId))
            .Select(f => new { f.CandidateId, f.Metrics })
            .ToArrayAsync(cancel);
        return rows.ToDictionary(
            r => r.CandidateId,
            r => JsonSerializer.Deserialize<ThumbnailMetrics>(r.Metrics, DeckJson.Options)!
        );
    }

    /// <summary>Notes what a look at a candidate's picture told.</summary>
    public async Task LookedAsync(
        string collection,
        string id,
        ThumbnailMetrics look,
        CancellationToken cancel = default
    )
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        string json = JsonSerializer.Serialize(look, DeckJson.Options);
        long hash = unchecked((long)look.Hash);
        await db
            .Found.Where(f => f.Collection == collection && f.CandidateId == id)
            .ExecuteUpdateAsync(u => u.SetProperty(f => f.Hash, hash).SetProperty(f => f.Metrics, json), cancel);
        _hashed = null;
    }

    /// <summary>Harvested candidates whose picture nobody has looked at.</summary>
    public async Task<IReadOnlyList<Candidate>> UnseenAsync(
        string collection,
        int most,
        CancellationToken cancel = default
    )
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        string[] rows = await db
            .Found.AsNoTracking()
            .Where(f => f.Collection == collection && f.Hash == null)
            .OrderBy(f => f.Id)
            .Take(most)
            .Select(f => f.Candidate)
            .ToArrayAsync(cancel);
        return [.. rows.Select(r => JsonSerializer.Deserialize<Candidate>(r, DeckJson.Options)!)];
    }

    /// <summary>How many candidates of a collection are known.</summary>
    public async Task<int> CountAsync(string collection, CancellationToken cancel = default)
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        return await db.Found.CountAsync(f => f.Collection == collection && f.Harvested, cancel);
    }

    /// <summary>Candidates whose picture looks like this one, nearest first, then the largest.</summary>
    public async Task<IReadOnlyList<(Candidate Candidate, int Distance)>> AlikeAsync(
        ulong hash,
        int most = 12,
        CancellationToken cancel = default
    )
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        if (_hashed is not { } hashed)
        {
            var all = await db
                .Found.AsNoTracking()
                .Where(f => f.Hash != null)
                .OrderBy(f => f.Id)
                .Select(f => new { f.Id, f.Hash })
                .ToArrayAsync(cancel);
            hashed = new([.. all.Select(a => a.Id)], [.. all.Select(a => unchecked((ulong)a.Hash!.Value))]);
            _hashed = hashed;
        }
        Dictionary<long, int> near = SamePicture
            .Near(hashed.Hashes, hash)
            .Take(most)
            .ToDictionary(n => hashed.Ids[n.Place], n => n.Distance);
        var rows = await db
            .Found.AsNoTracking()
            .Where(f => near.Keys.Contains(f.Id))
            .Select(f => new { f.Id, f.Candidate })
            .ToArrayAsync(cancel);
        return
        [
            .. rows.Select(r =>
                    (
                        Candidate: JsonSerializer.Deserialize<Candidate>(r.Candidate, DeckJson.Options)!,
                        Distance: near[r.Id]
                    )
                )
                .OrderBy(r => r.Distance)
                .ThenByDescending(r => r.Candidate.Largest.Width),
        ];
    }

    /// <summary>Forgets a collection's candidates.</summary>
    public async Task ForgetAsync(string collection, CancellationToken cancel = default)
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        await db.Found.Where(f => f.Collection == collection).ExecuteDeleteAsync(cancel);
        _hashed = null;
    }

    /// <summary>Words as an FTS5 query: each quoted, so that nothing in them is an operator. The index stems, so
    /// plurals and endings meet.</summary>
    public static string MatchOf(string words)
    {
        var match = new StringBuilder();
        foreach (
            string word in words
                .Split([' ', '\t', ',', ';'], StringSplitOptions.RemoveEmptyEntries)
                .Where(w => w.Any(char.IsLetterOrDigit))
                .Take(12)
        )
            match
                .Append(match.Length > 0 ? " " : "")
                .Append('"')
                .Append(word.Replace("\"", "\"\"", StringComparison.Ordinal))
                .Append('"');
        return match.ToString();
    }

    private async Task WriteAsync(
        IEnumerable<(Candidate Candidate, string Description, bool Harvested)> records,
        IEnumerable<(string Collection, string Id)> deleted,
        CancellationToken cancel,
        string? marked = null,
        Action<CollectionRow>? mark = null
    )
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        await db.Database.OpenConnectionAsync(cancel);
        var connection = (SqliteConnection)db.Database.GetDbConnection();
        // deferred: false takes the write lock at once, so that two writers wait for each other instead of failing
        // midway.
        await using SqliteTransaction transaction = connection.BeginTransaction(deferred: false);
        await db.Database.UseTransactionAsync(transaction, cancel);
        await using (SqliteCommand put = connection.CreateCommand())
        {
            put.Transaction = transaction;
            put.CommandText = """
                INSERT INTO Found
                  (Collection, CandidateId, Candidate, Title, Maker, Subjects, Description, Harvested, Metrics, SeenAt)
                VALUES ($collection, $id, $candidate, $title, $maker, $subjects, $description, $harvested, '', $at)
                ON CONFLICT (Collection, CandidateId) DO UPDATE SET
                  Candidate = excluded.Candidate, Title = excluded.Title, Maker = excluded.Maker,
                  Subjects = excluded.Subjects, Description = excluded.Description,
                  Harvested = max(Harvested, excluded.Harvested), SeenAt = excluded.SeenAt
                """;
            SqliteParameter[] p =
            [
                .. new[]
                {
                    "$collection",
                    "$id",
                    "$candidate",
                    "$title",
                    "$maker",
                    "$subjects",
                    "$description",
                    "$harvested",
                    "$at",
                }.Select(n => put.Parameters.Add(n, SqliteType.Text)),
            ];
            foreach ((Candidate c, string description, bool harvested) in records)
            {
                object[] values =
                [
                    c.Collection,
                    c.Id,
                    JsonSerializer.Serialize(c, DeckJson.Options),
                    c.Rights.Title,
                    c.Rights.Maker,
                    string.Join(' ', c.Tags),
                    description,
                    harvested ? 1 : 0,
                    clock.GetUtcNow().ToString("yyyy-MM-dd HH:mm:sszzz", CultureInfo.InvariantCulture),
                ];
                for (int i = 0; i < p.Length; i++)
                    p[i].Value = values[i];
                await put.ExecuteNonQueryAsync(cancel);
            }
        }
        foreach ((string collection, string id) in deleted)
            await db.Found.Where(f => f.Collection == collection && f.CandidateId == id).ExecuteDeleteAsync(cancel);
        if (
            marked is not null
            && mark is not null
            && await db.Collections.FirstOrDefaultAsync(c => c.Id == marked, cancel) is { } row
        )
        {
            mark(row);
            await db.SaveChangesAsync(cancel);
        }
        await transaction.CommitAsync(cancel);
    }

    private static FoundCandidate Read(string candidate, string look) =>
        new(
            JsonSerializer.Deserialize<Candidate>(candidate, DeckJson.Options)!,
            look.Length > 0 ? JsonSerializer.Deserialize<ThumbnailMetrics>(look, DeckJson.Options) : null
        );

    private static void Add(DbCommand command, string name, object value)
    {
        DbParameter p = command.CreateParameter();
        (p.ParameterName, p.Value) = (name, value);
        command.Parameters.Add(p);
    }
}
