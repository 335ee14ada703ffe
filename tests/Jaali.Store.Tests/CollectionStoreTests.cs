using Jaali.Core.Decks;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Testing;

namespace Jaali.Store.Tests;

/// <summary>Collections, their terms, what was searched and what was found.</summary>
public sealed class CollectionStoreTests : IDisposable
{
    private readonly Opened _store = new();

    public void Dispose() => _store.Dispose();

    private static CollectionRow Row(string id, string address = "http://a.example/") =>
        new()
        {
            Id = id,
            Name = "Archive of " + id,
            Protocol = "OaiPmh",
            Address = address,
        };

    private async Task<CollectionRow> Read(string id) => (await _store.Collections.ListAsync()).Single(c => c.Id == id);

    private static Candidate Plate(string collection, string id, string title)
    {
        var whole = new Rendition($"http://a.example/{id}.jpg", 1500, 1000);
        return new Candidate(
            id,
            collection,
            whole,
            [whole],
            World.Rights(new Licence(LicenceFamily.By, "4.0", ""), title: title),
            [],
            Evidence.Of(id, "http://a.example/", DateTimeOffset.UnixEpoch)
        );
    }

    [Fact]
    public async Task A_new_name_keeps_what_was_harvested_and_a_new_address_begins_anew()
    {
        CollectionRow row = Row("arc");
        (row.HarvestFrom, row.ResumptionToken, row.HarvestedAt) = ("2026-01-01", "next", _store.Clock.Now);
        await _store.Collections.PutAsync(row);
        CollectionRow renamed = Row("arc");
        renamed.Name = "The Archive";
        await _store.Collections.PutAsync(renamed);
        CollectionRow read = await Read("arc");
        Assert.Equal(("The Archive", "2026-01-01", "next"), (read.Name, read.HarvestFrom, read.ResumptionToken));
        await _store.Collections.PutAsync(Row("arc", "http://b.example/"));
        read = await Read("arc");
        Assert.Equal(
            ("http://b.example/", "", "", null),
            (read.Address, read.HarvestFrom, read.ResumptionToken, read.HarvestedAt)
        );
        Assert.Single(await _store.Collections.ListAsync());
    }

    [Fact]
    public async Task Terms_are_entered_and_taken_back()
    {
        await _store.Collections.PutAsync(Row("arc"));
        Assert.Null(CollectionStore.TermsOf(await Read("arc")));
        var terms = new CollectionTerms("Terms of the Archive", "http://a.example/terms", true, true, false);
        Assert.True(await _store.Collections.SetTermsAsync("arc", terms));
        Assert.Equal(terms, CollectionStore.TermsOf(await Read("arc")));
        Assert.True(await _store.Collections.SetTermsAsync("arc", null));
        Assert.Null(CollectionStore.TermsOf(await Read("arc")));
        Assert.False(await _store.Collections.SetTermsAsync("nowhere", terms));
    }

    [Fact]
    public async Task The_latest_dozen_of_searches_is_kept_for_each_point_and_a_repeated_one_comes_first()
    {
        var world = new World();
        Deck deck = world.Deck(2);
        await _store.Decks.CreateAsync(deck);
        (Guid one, Guid other) = (deck.Points[0].Id, deck.Points[1].Id);
        for (int i = 0; i < 15; i++)
        {
            _store.Clock.Now += TimeSpan.FromSeconds(1);
            await _store.Collections.SearchedAsync(deck.Id, one, "words " + i);
        }
        await _store.Collections.SearchedAsync(deck.Id, other, "fog");
        IReadOnlyList<string> searches = await _store.Collections.SearchesAsync(deck.Id, one);
        Assert.Equal(Enumerable.Range(3, 12).Reverse().Select(i => "words " + i), searches);
        _store.Clock.Now += TimeSpan.FromSeconds(1);
        await _store.Collections.SearchedAsync(deck.Id, one, "WORDS 9");
        searches = await _store.Collections.SearchesAsync(deck.Id, one);
        Assert.Equal("words 9", searches[0]);
        Assert.Equal(searches.Count, searches.Distinct(StringComparer.OrdinalIgnoreCase).Count());
        Assert.Equal(["fog"], await _store.Collections.SearchesAsync(deck.Id, other));
    }

    [Fact]
    public async Task Removing_a_collection_leaves_the_others()
    {
        await _store.Collections.PutAsync(Row("arc"));
        await _store.Collections.PutAsync(Row("mus"));
        await _store.Collections.RemoveAsync("arc");
        await _store.Collections.RemoveAsync("nowhere");
        Assert.Equal(["mus"], (await _store.Collections.ListAsync()).Select(c => c.Id));
    }

    /// <summary>What a search found is found again by its name and its words; two collections may use the same
    /// names.</summary>
    [Fact]
    public async Task Found_candidates_are_known_by_collection_and_name()
    {
        FoundStore found = _store.Found;
        await found.RememberAsync([Plate("arc", "1", "Dunes"), Plate("mus", "1", "Other dunes")]);
        Assert.Equal("Dunes", (await found.FindAsync("arc", "1"))!.Candidate.Rights.Title);
        Assert.Equal("Other dunes", (await _store.Found.FindAsync("mus", "1"))!.Candidate.Rights.Title);
        Assert.Null(await found.FindAsync("arc", "2"));
        Assert.Equal(
            ["Dunes"],
            (await found.SearchAsync("arc", "dunes", 0, 10)).Found.Select(f => f.Candidate.Rights.Title)
        );
        await found.RememberAsync([]);
        Assert.Equal(2, _store.Rows("Found"));
    }

    [Fact]
    public async Task A_look_is_kept_through_a_restart_and_finds_what_looks_alike()
    {
        await _store.Found.RememberAsync([Plate("arc", "1", "Dunes"), Plate("arc", "2", "Fog")]);
        await _store.Found.LookedAsync("arc", "1", new ThumbnailMetrics(0xFF00FF00FF00FF00, 300, 200, .4, .1));
        await _store.Found.LookedAsync("arc", "2", new ThumbnailMetrics(0x00FF00FF00FF00FF, 300, 200, .4, .1));
        FoundStore again = _store.Found;
        Assert.Equal(["1"], (await again.AlikeAsync(0xFF00FF00FF00FF03)).Select(a => a.Candidate.Id));
        Assert.Equal(["2"], (await again.AlikeAsync(0x00FF00FF00FF00FF)).Select(a => a.Candidate.Id));
        Assert.Empty(await again.AlikeAsync(0x0F0F0F0FF0F0F0F0));
        // A look that comes later is found by the same store, which has read its index already.
        await again.RememberAsync([Plate("arc", "3", "Mist")]);
        await again.LookedAsync("arc", "3", new ThumbnailMetrics(0x0F0F0F0FF0F0F0F0, 300, 200, .4, .1));
        Assert.Equal(["3"], (await again.AlikeAsync(0x0F0F0F0FF0F0F0F0)).Select(a => a.Candidate.Id));
    }
}
