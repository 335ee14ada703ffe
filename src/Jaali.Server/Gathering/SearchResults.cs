using System.Runtime.CompilerServices;
using Jaali.Core.Decks;
using Jaali.Core.Photos;

namespace Jaali.Server.Gathering;

/// <summary>The pictures of a search, merged as they come.</summary>
internal sealed class SearchResults
{
    private MergedResults? _wall;
    private readonly Dictionary<Search.CollectionSearch, int> _taken = [];
    private object? _talk;

    /// <summary>The pictures, the best first.</summary>
    internal IReadOnlyList<ResultPicture> Pictures { get; private set; } = [];

    /// <summary>Words for another search.</summary>
    internal IReadOnlyList<string> Related { get; private set; } = [];

    /// <summary>Takes in what came since.</summary>
    internal void Take(IEnumerable<Search.CollectionSearch> parts, ThumbnailReader looking, Deck deck, string words)
    {
        _wall ??= new MergedResults(words);
        bool came = _wall.Look(looking.Of);
        foreach (Search.CollectionSearch part in parts)
        {
            IReadOnlyList<Candidate> all = part.Candidates;
            for (int i = _taken.GetValueOrDefault(part); i < all.Count; i++, came = true)
                _wall.Add(all[i], i + 1, looking.Of(all[i]));
            _taken[part] = all.Count;
        }
        object talk = (deck.Shape, deck.Use);
        if (!came && talk.Equals(_talk))
            return;
        _talk = talk;
        Pictures = _wall.Pictures(c => Suitability.Of(c, deck.Shape, deck.Use), talk);
        Related = RelatedWords.Propose(
            Pictures.Where(p => p.Best.Rights.IsOpenlyLicensed).Select(p => p.Best.Tags.Prepend(p.Best.Rights.Title)),
            words
        );
    }
}

/// <summary>What was shown of a wall, so that an answer carries only what changed since the last one.</summary>
internal sealed class SentResults
{
    private readonly StableOrder _seen = new();
    private readonly Dictionary<string, (CandidateView View, long At)> _views = [];
    private string[] _order = [];
    private long _orderAt;
    private readonly long _first = Interlocked.Add(ref s_versions, 1L << 24);
    private readonly ConditionalWeakTable<ResultPicture, CandidateView> _made = [];
    private static long s_versions;
    private long _version;

    // Versions of different walls are never the same.
    internal SentResults() => _version = _first;

    /// <summary>A picture's view, made once for as long as nothing of it changes but whether it is kept.</summary>
    internal CandidateView View(ResultPicture picture, Func<ResultPicture, CandidateView> make, string? kept)
    {
        CandidateView view = _made.GetValue(picture, p => make(p));
        return view.Kept == kept ? view : view with { Kept = kept };
    }

    /// <summary>Arranges the pictures: what was seen stays where it is.</summary>
    /// <param name="pictures">Those that are shown, the best first.</param>
    /// <param name="view">A picture's view.</param>
    /// <param name="since">The version that is known; 0 for none.</param>
    /// <returns>The version, the views that are new or differ since, and the order, or null where it is the
    /// same.</returns>
    internal (long Version, CandidateView[] Changed, string[]? Order) Arrange(
        IReadOnlyList<ResultPicture> pictures,
        Func<ResultPicture, CandidateView> view,
        long since
    )
    {
        long next = _version + 1;
        CandidateView[] shown = [.. _seen.Arrange(pictures).Select(view)];
        string[] order = new string[shown.Length];
        bool changed = false;
        for (int i = 0; i < shown.Length; i++)
        {
            order[i] = KeyOf(shown[i]);
            if (_views.TryGetValue(order[i], out var known) && Same(known.View, shown[i]))
                continue;
            _views[order[i]] = (shown[i], next);
            changed = true;
        }
        if (!order.AsSpan().SequenceEqual(_order))
        {
            (_order, _orderAt) = (order, next);
            changed = true;
        }
        if (changed)
            _version = next;
        if (since > _version || since < _first)
            since = 0;
        return (
            _version,
            [.. order.Select(k => _views[k]).Where(v => v.At > since).Select(v => v.View)],
            _orderAt > since ? order : null
        );
    }

    private static string KeyOf(CandidateView view) => $"{view.Collection} {view.Id}";

    private static bool Same(CandidateView a, CandidateView b) =>
        ReferenceEquals(a, b) || a with { Sources = b.Sources } == b && a.Sources.SequenceEqual(b.Sources);
}
