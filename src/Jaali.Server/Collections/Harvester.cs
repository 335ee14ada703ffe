using System.Collections.Concurrent;
using Jaali.Core;
using Jaali.Core.Photos;
using Jaali.Sources;
using Jaali.Store;

namespace Jaali.Server.Collections;

/// <summary>How far the harvest of a collection is.</summary>
/// <param name="Running">At work now.</param>
/// <param name="Records">Candidates known.</param>
/// <param name="Whole">How many the repository says there are, where it does.</param>
/// <param name="Message">What went wrong the last time, or empty.</param>
/// <param name="Without">How many records of the last fetching show no picture, and why; empty where all do.</param>
public sealed record HarvestView(bool Running, int Records, int? Whole, string Message, string Without = "");

/// <summary>
/// Harvests repositories page by page into the local index: incrementally, by date stamp and resumption token, so
/// that a harvest that was broken off goes on where it was.
/// </summary>
public sealed class Harvester(
    OaiPmh oai,
    CollectionStore store,
    FoundStore found,
    ThumbnailReader looking,
    TimeProvider clock,
    ILogger<Harvester> log
) : IHostedService
{
    private const int MostLooks = 400;
    private readonly ConcurrentDictionary<string, HarvestView> _state = new();
    private readonly ConcurrentDictionary<string, bool> _running = new();

    /// <summary>Where a collection's harvest stands.</summary>
    public async Task<HarvestView> StateAsync(string collection, CancellationToken cancel = default) =>
        _state.TryGetValue(collection, out HarvestView? v)
            ? v
            : new HarvestView(false, await found.CountAsync(collection, cancel), null, "");

    /// <summary>Starts a harvest beside the requests; one at a time for each collection.</summary>
    public void Start(CollectionRow row)
    {
        if (_running.TryAdd(row.Id, true))
            _ = Task.Run(async () =>
            {
                try
                {
                    await RunAsync(row, CancellationToken.None);
                }
                finally
                {
                    _running.TryRemove(row.Id, out _);
                }
            });
    }

    /// <summary>Harvests what changed since the last time.</summary>
    public async Task RunAsync(CollectionRow row, CancellationToken cancel)
    {
        var repository = new Uri(row.Address);
        string token = row.ResumptionToken,
            from = row.HarvestFrom,
            newest = from;
        int? whole = null;
        HashSet<string> tokens = [];
        Dictionary<WithoutPicture, int> without = [];
        await TellAsync(true, "");
        try
        {
            for (bool restarted = false; ; )
            {
                OaiPage page;
                try
                {
                    page = await PageAsync(repository, from, token, row, cancel);
                }
                catch (TokenExpiredException) when (!restarted)
                {
                    // The token is no longer good: begin again from the date stamp; what is there is put in place
                    // once more.
                    (token, restarted) = ("", true);
                    continue;
                }
                whole = page.Whole ?? whole;
                // Records need not come in the order of their stamps.
                newest = page.Records.Select(r => r.Stamp).Append(newest).Max(StringComparer.Ordinal) ?? newest;
                token = page.Token ?? "";
                foreach (OaiRecord r in page.Records)
                    without[r.Without] = without.GetValueOrDefault(r.Without) + 1;
                await found.HarvestAsync(
                    row.Id,
                    page.Records.Where(r => r.Candidate is not null).Select(r => (r.Candidate!, r.Description)),
                    [.. page.Records.Where(r => r.Candidate is null).Select(r => r.Identifier)],
                    mark =>
                    {
                        mark.ResumptionToken = token;
                        if (token.Length > 0)
                            return;
                        mark.HarvestedAt = clock.GetUtcNow();
                        // The next harvest asks from the newest stamp seen; stamps are whole days or seconds, so the
                        // same records may come again and change nothing.
                        mark.HarvestFrom = newest;
                    },
                    cancel
                );
                await TellAsync(true, "");
                if (token.Length == 0)
                    break;
                // A repository that gives a token twice would be read for ever.
                if (!tokens.Add(token))
                {
                    await TellAsync(
                        false,
                        "The repository sends the same page again and again. What came until now is kept."
                    );
                    return;
                }
                if (!(await store.ListAsync(cancel)).Any(c => c.Id == row.Id))
                    return;
            }
            await TellAsync(false, "");
            foreach (Candidate c in await found.UnseenAsync(row.Id, MostLooks, cancel))
                await looking.LookAsync(c, cancel);
        }
        catch (SourceException e)
        {
            await TellAsync(false, e.Message);
        }
        catch (Exception e) when (e is not OperationCanceledException)
        {
            await TellAsync(
                false,
                "Fetching broke off because of a fault in Jaali. What came until now is kept; fetch again. "
                    + ErrorPages.Note(log, e, "harvest of " + row.Id)
            );
        }

        async Task TellAsync(bool running, string message) =>
            _state[row.Id] = new HarvestView(
                running,
                await found.CountAsync(row.Id, cancel),
                whole,
                message,
                Sentence(without)
            );
    }

    private static string Sentence(Dictionary<WithoutPicture, int> without)
    {
        (int All, string Why)[] parts =
        [
            (without.GetValueOrDefault(WithoutPicture.NoFile), "name no picture"),
            (without.GetValueOrDefault(WithoutPicture.Deleted), "were withdrawn"),
            (without.GetValueOrDefault(WithoutPicture.Unreadable), "cannot be read"),
        ];
        return parts.Sum(p => p.All) is > 0 and var left
            ? $"{left} of {without.Values.Sum()} records are left out: "
                + string.Join(", ", parts.Where(p => p.All > 0).Select(p => $"{p.All} {p.Why}"))
                + "."
            : "";
    }

    /// <summary>Harvests every repository once at the start.</summary>
    public async Task StartAsync(CancellationToken cancellationToken)
    {
        foreach (
            CollectionRow row in (await store.ListAsync(cancellationToken)).Where(c =>
                c.Protocol == nameof(Protocol.OaiPmh)
            )
        )
            Start(row);
    }

    /// <summary>Nothing is waited for: a harvest goes on where it was at the next start.</summary>
    public Task StopAsync(CancellationToken cancellationToken) => Task.CompletedTask;

    // Repositories often ask their callers to wait (OAI-PMH 2.0, section 3.1.2.2): a harvest does, where it is not
    // long.
    private async Task<OaiPage> PageAsync(
        Uri repository,
        string from,
        string token,
        CollectionRow row,
        CancellationToken cancel
    )
    {
        for (int tried = 1; ; tried++)
        {
            try
            {
                return await oai.ListAsync(repository, from, token, row.Id, row.Name, cancel);
            }
            catch (SourceException e)
                when (tried < 3 && e.RetryAfter is { } wait && wait < TimeSpan.FromSeconds(Limits.Outgoing.WaitSeconds))
            {
                await Task.Delay(e.RetryAfter.Value, cancel);
            }
        }
    }
}
