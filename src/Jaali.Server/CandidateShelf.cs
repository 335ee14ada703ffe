using System.Collections.Concurrent;
using Jaali.Core.Sourcing;
using Jaali.Sources;

namespace Jaali.Server;

/// <summary>The collections that can be searched, and what was found in them lately.</summary>
public sealed class CandidateShelf(IEnumerable<OpenSearchCollection> collections)
{
    private const int MostRemembered = 5000;
    private readonly Dictionary<string, OpenSearchCollection> _collections = collections.ToDictionary(c => c.Id);
    private readonly ConcurrentDictionary<(string Collection, string Id), Candidate> _found = new();

    /// <summary>The collections.</summary>
    public IReadOnlyCollection<OpenSearchCollection> Collections => _collections.Values;

    /// <summary>A collection, or null.</summary>
    public OpenSearchCollection? Collection(string id) => _collections.GetValueOrDefault(id);

    /// <summary>Searches and remembers what is found.</summary>
    public async Task<SearchPage> SearchAsync(OpenSearchCollection collection, string words, int page, CancellationToken cancel)
    {
        SearchPage found = await collection.SearchAsync(words, page, cancel);
        if (_found.Count > MostRemembered) _found.Clear();
        foreach (Candidate c in found.Candidates) _found[(c.Collection, c.Id)] = c;
        return found;
    }

    /// <summary>A candidate found lately, or null.</summary>
    public Candidate? Find(string collection, string id) => _found.GetValueOrDefault((collection, id));
}
