using System.Collections.Concurrent;
using Jaali.Caching;
using Jaali.Core;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Sources;
using Jaali.Store;

namespace Jaali.Server.Gathering;

/// <summary>Where a collection stands in a search.</summary>
public enum AnswerState
{
    /// <summary>Asked, no answer yet.</summary>
    Asking,

    /// <summary>Asked some seconds ago, still no answer.</summary>
    Slow,

    /// <summary>Answered.</summary>
    Answered,

    /// <summary>Failed; it can be asked again.</summary>
    Failed,

    /// <summary>Asks to be left alone for a while; it is asked again by itself.</summary>
    Limited,
}

/// <summary>One search over all collections. Each answers in its own time; none holds up or empties the
/// others.</summary>
public sealed class Search(Guid id, Guid deckId, Guid pointId, string words)
{
    /// <summary>Identity.</summary>
    public Guid Id => id;

    /// <summary>The deck it is for.</summary>
    public Guid DeckId => deckId;

    /// <summary>The point it is for.</summary>
    public Guid PointId => pointId;

    /// <summary>What is looked for.</summary>
    public string Words => words;

    /// <summary>The collections asked, in the order of the shelf.</summary>
    public List<CollectionSearch> Parts { get; } = [];

    /// <summary>What was merged so far, for each choice of collections.</summary>
    internal BoundedCache<string, SearchResults> Walls { get; } = new(Limits.Retention.Orders);

    /// <summary>What was shown so far, for each way of narrowing the wall.</summary>
    internal BoundedCache<string, SentResults> Shown { get; } = new(Limits.Retention.Orders);

    private int _toTell;

    // True for the first that has something to tell since the last was told.
    internal bool ToTell() => Interlocked.Exchange(ref _toTell, 1) == 0;

    internal void Telling() => Interlocked.Exchange(ref _toTell, 0);

    // The same for all who ask at once.
    internal Lock Turn { get; } = new();

    /// <summary>What one collection answered so far.</summary>
    public sealed class CollectionSearch(IPhotoCollection collection)
    {
        /// <summary>The collection.</summary>
        public IPhotoCollection Collection => collection;

        /// <summary>Where it stands.</summary>
        public AnswerState State { get; set; }

        /// <summary>Why it failed, for a person.</summary>
        public string Message { get; set; } = "";

        /// <summary>When it is asked again by itself.</summary>
        public DateTimeOffset? RetryAt { get; set; }

        /// <summary>How many it says there are.</summary>
        public int? Total { get; set; }

        /// <summary>The page to ask for next; null at the end.</summary>
        public int? Next { get; set; } = 1;

        /// <summary>In the collection's order.</summary>
        public IReadOnlyList<Candidate> Candidates { get; set; } = [];
    }
}

/// <summary>Runs searches over all collections and remembers the latest.</summary>
public sealed class SearchService(
    CollectionRegistry shelf,
    CollectionStore store,
    FoundStore found,
    ThumbnailReader looking,
    LiveMessages live,
    TimeProvider clock,
    ILogger<SearchService> log
)
{
    private static readonly TimeSpan SlowAfter = TimeSpan.FromSeconds(3),
        Fresh = TimeSpan.FromMinutes(10),
        TellEvery = TimeSpan.FromMilliseconds(150);
    private readonly ConcurrentDictionary<Guid, (Search Search, DateTimeOffset At)> _searches = new();

    /// <summary>Starts a search, or gives the one that was made with the same words a moment ago.</summary>
    public async Task<Search> StartAsync(Guid deckId, Guid pointId, string words, CancellationToken cancel)
    {
        DateTimeOffset now = clock.GetUtcNow();
        await store.SearchedAsync(deckId, pointId, words, cancel);
        IReadOnlyList<(CollectionRow Row, IPhotoCollection Collection)> collections = await shelf.ListAsync(cancel);
        (Search? same, _) = _searches.Values.FirstOrDefault(s =>
            s.Search.PointId == pointId
            && s.Search.DeckId == deckId
            && s.Search.Words == words
            && now - s.At < Fresh
            && s.Search.Parts.Select(p => p.Collection).SequenceEqual(collections.Select(c => c.Collection))
        );
        if (same is not null)
        {
            foreach (Search.CollectionSearch failed in same.Parts.Where(p => p.State == AnswerState.Failed))
                Ask(same, failed);
            return same;
        }
        var search = new Search(Guid.NewGuid(), deckId, pointId, words);
        search.Parts.AddRange(collections.Select(c => new Search.CollectionSearch(c.Collection)));
        foreach (
            Guid old in _searches
                .OrderByDescending(s => s.Value.At)
                .Skip(Limits.Retention.Searches - 1)
                .Select(s => s.Key)
        )
            _searches.TryRemove(old, out _);
        _searches[search.Id] = (search, now);
        foreach (Search.CollectionSearch part in search.Parts)
            Ask(search, part);
        return search;
    }

    /// <summary>A search, or null.</summary>
    public Search? Find(Guid id) => _searches.TryGetValue(id, out var s) ? s.Search : null;

    /// <summary>True when nothing more will come of a search by itself.</summary>
    public bool Settled(Search search) =>
        !search.Parts.Exists(p => p.State is AnswerState.Asking or AnswerState.Slow or AnswerState.Limited)
        && search.Parts.TrueForAll(p => p.Candidates.All(looking.Done));

    /// <summary>Waits until a search has settled, but no longer than the given time.</summary>
    public async Task SettledAsync(Search search, TimeSpan most, CancellationToken cancel)
    {
        DateTimeOffset end = clock.GetUtcNow() + most;
        while (!Settled(search) && clock.GetUtcNow() < end)
            await Task.Delay(100, cancel);
    }

    /// <summary>Asks every collection that has more for its next page.</summary>
    public void More(Search search)
    {
        foreach (
            Search.CollectionSearch part in search.Parts.Where(p => p is { State: AnswerState.Answered, Next: > 1 })
        )
            Ask(search, part);
    }

    /// <summary>Asks a collection again.</summary>
    public bool Retry(Search search, string collection)
    {
        if (
            search.Parts.Find(p => p.Collection.Id == collection)
            is not { State: AnswerState.Failed or AnswerState.Limited } part
        )
            return false;
        Ask(search, part);
        return true;
    }

    private void Ask(Search search, Search.CollectionSearch part)
    {
        part.State = AnswerState.Asking;
        part.RetryAt = null;
        Changed(search);
        _ = Task.Run(() => AskAsync(search, part));
    }

    private async Task AskAsync(Search search, Search.CollectionSearch part)
    {
        try
        {
            Task<SearchPage> asked = part.Collection.SearchAsync(search.Words, part.Next ?? 1);
            if (await Task.WhenAny(asked, Task.Delay(SlowAfter)) != asked)
            {
                part.State = AnswerState.Slow;
                Changed(search);
            }
            SearchPage page = await asked;
            // Terms of the collection's own hold for what it names no licence of.
            CollectionTerms? terms = (await store.ListAsync())
                .Where(c => c.Id == part.Collection.Id)
                .Select(CollectionStore.TermsOf)
                .FirstOrDefault();
            if (terms is not null)
                page = page with
                {
                    Candidates =
                    [
                        .. page.Candidates.Select(c => c with { Rights = CollectionTerms.Apply(terms, c.Rights) }),
                    ],
                };
            await found.RememberAsync(page.Candidates);
            Candidate[] fresh = [.. page.Candidates.Where(c => !looking.Done(c))];
            IReadOnlyDictionary<string, ThumbnailMetrics> looks = await found.LooksAsync(
                part.Collection.Id,
                [.. fresh.Select(c => c.Id)]
            );
            foreach (Candidate c in fresh)
                if (looks.TryGetValue(c.Id, out ThumbnailMetrics? known))
                    looking.Recall(c, known);
            part.Candidates = [.. part.Candidates.Concat(page.Candidates).DistinctBy(c => c.Id)];
            part.Total = page.Total ?? part.Total;
            part.Next = page.NextPage;
            part.Message = "";
            part.State = AnswerState.Answered;
            Changed(search);
            await Task.WhenAll(
                page.Candidates.Select(async c =>
                {
                    await looking.LookAsync(c);
                    Changed(search);
                })
            );
        }
        catch (SourceException e) when (e.RetryAfter is { } wait)
        {
            wait =
                wait < TimeSpan.FromSeconds(1) ? TimeSpan.FromSeconds(1)
                : wait > TimeSpan.FromSeconds(Limits.Outgoing.WaitSeconds)
                    ? TimeSpan.FromSeconds(Limits.Outgoing.WaitSeconds)
                : wait;
            part.Message = e.Message;
            part.RetryAt = clock.GetUtcNow() + wait;
            part.State = AnswerState.Limited;
            Changed(search);
            await Task.Delay(wait);
            if (part.State == AnswerState.Limited && Find(search.Id) is not null)
                Ask(search, part);
        }
        catch (SourceException e)
        {
            part.Message = e.Message;
            part.State = AnswerState.Failed;
            Changed(search);
        }
        catch (Exception e)
        {
            log.LogError(e, "Searching {Collection} failed", part.Collection.Id);
            part.Message =
                $"{part.Collection.Name} could not be searched because of a fault in Jaali; it is in the log.";
            part.State = AnswerState.Failed;
            Changed(search);
        }
    }

    // Windows are told that there is something new, a few times a second at most, however many pictures come.
    private void Changed(Search search)
    {
        if (!search.ToTell())
            return;
        _ = Task.Run(async () =>
        {
            await Task.Delay(TellEvery);
            search.Telling();
            await live.SearchChangedAsync(search.DeckId, search.Id);
        });
    }
}
