using System.Collections.Concurrent;
using System.Text.Json;
using Jaali.Core.Editing;
using Jaali.Sources;
using Jaali.Store;

namespace Jaali.Server.Collections;

/// <summary>A collection as a file of them describes it; <c>{standins}</c> in an address stands for where the
/// simulated collections are.</summary>
public sealed record CollectionEntry(string Id, string Name, Protocol Protocol, string Address);

/// <summary>The collections that can be searched: those given at the start and those the user added.</summary>
public sealed class CollectionRegistry(SourceHttp http, CollectionStore store, FoundStore found, TimeProvider clock)
{
    private readonly ConcurrentDictionary<string, IPhotoCollection> _open = new();

    /// <summary>Puts the collections of a file into the store, and lets their origins be reached.</summary>
    public async Task LoadAsync(string? path, string? standIns, CancellationToken cancel)
    {
        if (path is null)
            return;
        CollectionEntry[] entries =
            JsonSerializer.Deserialize<CollectionEntry[]>(await File.ReadAllTextAsync(path, cancel), DeckJson.Options)
            ?? [];
        foreach (CollectionEntry e in entries)
        {
            var address = new Uri(e.Address.Replace("{standins}", standIns ?? "", StringComparison.Ordinal));
            http.Allow(address);
            await store.PutAsync(
                new CollectionRow
                {
                    Id = e.Id,
                    Name = e.Name,
                    Protocol = e.Protocol.ToString(),
                    Address = address.AbsoluteUri,
                },
                cancel
            );
        }
    }

    /// <summary>All collections, ready to be searched.</summary>
    public async Task<IReadOnlyList<(CollectionRow Row, IPhotoCollection Collection)>> ListAsync(
        CancellationToken cancel = default
    ) => [.. (await store.ListAsync(cancel)).Select(r => (r, _open.GetOrAdd(r.Id + " " + r.Address, _ => Open(r))))];

    /// <summary>Adds what was recognised at an address; the same address again gives the collection that is
    /// there.</summary>
    public async Task<CollectionRow> AddAsync(RecognisedCollection recognised, string? name, CancellationToken cancel)
    {
        IReadOnlyList<CollectionRow> all = await store.ListAsync(cancel);
        if (all.FirstOrDefault(c => c.Address == recognised.Address.AbsoluteUri) is { } same)
            return same;
        string called = string.IsNullOrWhiteSpace(name) ? recognised.Name : name.Trim();
        string plain = string.Concat(called.ToLowerInvariant().Select(c => char.IsAsciiLetterOrDigit(c) ? c : '-'))
            .Trim('-');
        string id = plain.Length > 0 ? plain[..Math.Min(plain.Length, 40)] : "collection";
        for (int n = 2; all.Any(c => c.Id == id) || id == PageReader.Collection; n++)
            id = $"{plain}-{n}";
        var row = new CollectionRow
        {
            Id = id,
            Name = called,
            Protocol = recognised.Protocol.ToString(),
            Address = recognised.Address.AbsoluteUri,
        };
        await store.PutAsync(row, cancel);
        return row;
    }

    private IPhotoCollection Open(CollectionRow row) =>
        Enum.Parse<Protocol>(row.Protocol) switch
        {
            Protocol.OpenSearch => new OpenSearchCollection(http, clock, row.Id, row.Name, new Uri(row.Address)),
            Protocol.Iiif => new IiifCollection(http, clock, row.Id, row.Name, new Uri(row.Address)),
            Protocol.Document => new DocumentCollection(http, clock, row.Id, row.Name, new Uri(row.Address)),
            _ => new HarvestedCollection(row.Id, row.Name, found),
        };
}

/// <summary>A collection that was harvested and is searched here.</summary>
public sealed class HarvestedCollection(string id, string name, FoundStore found) : IPhotoCollection
{
    private const int PageSize = 40;

    /// <inheritdoc/>
    public string Id => id;

    /// <inheritdoc/>
    public string Name => name;

    /// <inheritdoc/>
    public async Task<SearchPage> SearchAsync(string words, int page, CancellationToken cancel = default)
    {
        (IReadOnlyList<FoundCandidate> hits, bool more) = await found.SearchAsync(
            id,
            words,
            (page - 1) * PageSize,
            PageSize,
            cancel
        );
        return new SearchPage(
            [.. hits.Select(h => h.Candidate)],
            more ? null : (page - 1) * PageSize + hits.Count,
            more ? page + 1 : null
        );
    }
}
