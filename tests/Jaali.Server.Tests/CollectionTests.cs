// Long lines: samples of data stand as they are.
using System.Diagnostics;
using System.Globalization;
using Jaali.Core.Geometry;
using Jaali.Core.Photos;
using Jaali.Sources;
using Jaali.Store;
using Jaali.Testing;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Logging.Abstractions;

namespace Jaali.Server.Tests;

/// <summary>Harvests and searches over collections that answer as a test has them answer.</summary>
public sealed class CollectionTests : IDisposable
{
    private readonly ScratchFolder _folder = new();
    private readonly CollectionStore _collections;
    private readonly FoundStore _found;

    public CollectionTests()
    {
        StoreFolder.Prepare(_folder.Path).Dispose();
        var databases = new Databases(_folder.Path);
        (_collections, _found) = (
            new CollectionStore(databases, TimeProvider.System),
            new FoundStore(databases, TimeProvider.System)
        );
    }

    private sealed class Databases(string folder) : IDbContextFactory<JaaliDb>
    {
        public JaaliDb CreateDbContext() => new(JaaliDb.Options(folder));
    }

    private ThumbnailReader Looks(SourceHttp http) =>
        new(http, _found, new DataFolder(_folder.Path), NullLogger<ThumbnailReader>.Instance);

    private static string Record(int id, string stamp, string title = "Dune") =>
        $"""
            <record><header><identifier>oai:s:{id}</identifier><datestamp>{stamp}</datestamp></header><metadata><dc xmlns:d="http://purl.org/dc/elements/1.1/"><d:title>{title} {id}</d:title>
            <d:identifier>http://127.0.0.1:9/{id}.jpg</d:identifier><d:format>1500 x 1000</d:format><d:rights>CC BY 4.0</d:rights></dc></metadata></record>
            """;

    private static string Oai(string inside) =>
        Canned.Ok($"<OAI-PMH xmlns='http://www.openarchives.org/OAI/2.0/'>{inside}</OAI-PMH>", "text/xml");

    private async Task<CollectionRow> RepositoryAsync(string origin)
    {
        var row = new CollectionRow
        {
            Id = "arc",
            Name = "Archive",
            Protocol = nameof(Protocol.OaiPmh),
            Address = origin + "/oai",
        };
        await _collections.PutAsync(row);
        return (await _collections.ListAsync()).Single();
    }

    [Fact]
    public async Task A_harvest_goes_on_where_it_broke_off_and_asks_only_for_what_changed_since()
    {
        List<string> asked = [];
        bool broken = true;
        using var server = new Canned(path =>
        {
            string query = Uri.UnescapeDataString(path);
            if (query.Contains("ListMetadataFormats", StringComparison.Ordinal))
                return Oai("<ListMetadataFormats/>");
            asked.Add(query[(query.IndexOf("verb=ListRecords", StringComparison.Ordinal) + 17)..]);
            if (query.Contains("resumptionToken=two", StringComparison.Ordinal))
                return broken
                    ? "HTTP/1.1 503 Busy\r\nContent-Length: 0\r\nConnection: close\r\n\r\n"
                    : Oai($"<ListRecords>{Record(3, "2025-03-01")}</ListRecords>");
            if (query.Contains("from=", StringComparison.Ordinal))
                return Oai(
                    $"<ListRecords><record><header status='deleted'><identifier>oai:s:1</identifier><datestamp>2025-07-01</datestamp></header></record>{Record(4, "2025-06-30", "Marram")}</ListRecords>"
                );
            // The newest stamp stands on the first page.
            return Oai(
                $"<ListRecords>{Record(1, "2025-01-01")}{Record(2, "2025-06-02")}<resumptionToken completeListSize='3'>two</resumptionToken></ListRecords>"
            );
        });
        using var http = new SourceHttp([server.Origin]);
        using ThumbnailReader looking = Looks(http);
        var harvesting = new Harvester(
            new OaiPmh(http, TimeProvider.System),
            _collections,
            _found,
            looking,
            TimeProvider.System,
            NullLogger<Harvester>.Instance
        );

        await harvesting.RunAsync(await RepositoryAsync(server.Origin), CancellationToken.None);
        HarvestView state = await harvesting.StateAsync("arc");
        Assert.Equal((2, 3, false), (state.Records, state.Whole, state.Running));
        Assert.Contains("503", state.Message, StringComparison.Ordinal);
        Assert.Equal("two", (await _collections.ListAsync()).Single().ResumptionToken);
        // A busy page is asked for twice more before the harvest gives up.
        Assert.Equal(
            ["metadataPrefix=oai_dc", "resumptionToken=two", "resumptionToken=two", "resumptionToken=two"],
            asked
        );

        (broken, asked) = (false, []);
        await harvesting.RunAsync((await _collections.ListAsync()).Single(), CancellationToken.None);
        CollectionRow done = (await _collections.ListAsync()).Single();
        Assert.Equal(["resumptionToken=two"], asked);
        Assert.Equal(("", 3), (done.ResumptionToken, (await harvesting.StateAsync("arc")).Records));
        Assert.NotNull(done.HarvestedAt);

        asked = [];
        await harvesting.RunAsync(done, CancellationToken.None);
        Assert.StartsWith("metadataPrefix=oai_dc&from=2025-", asked.Single(), StringComparison.Ordinal);
        Assert.Equal("2025-07-01", (await _collections.ListAsync()).Single().HarvestFrom);
        Assert.Equal(
            ["oai:s:2", "oai:s:3"],
            (await _found.SearchAsync("arc", "dune", 0, 9)).Found.Select(f => f.Candidate.Id)
        );
        Assert.Single((await _found.SearchAsync("arc", "marram", 0, 9)).Found);
    }

    [Fact]
    public async Task A_token_that_expired_begins_the_harvest_again_once()
    {
        int asked = 0;
        using var server = new Canned(path =>
        {
            if (!path.Contains("ListMetadataFormats", StringComparison.Ordinal))
                asked++;
            return path.Contains("resumptionToken", StringComparison.Ordinal)
                ? Oai("<error code='badResumptionToken'/>")
                : Oai($"<ListRecords>{Record(1, "2025-01-01")}</ListRecords>");
        });
        using var http = new SourceHttp([server.Origin]);
        using ThumbnailReader looking = Looks(http);
        var harvesting = new Harvester(
            new OaiPmh(http, TimeProvider.System),
            _collections,
            _found,
            looking,
            TimeProvider.System,
            NullLogger<Harvester>.Instance
        );
        CollectionRow row = await RepositoryAsync(server.Origin);
        row.ResumptionToken = "old";
        await harvesting.RunAsync(row, CancellationToken.None);
        Assert.Equal((2, 1), (asked, await _found.CountAsync("arc")));
    }

    private static string Feed(int entries, string tag) =>
        Canned.Ok(
            "<feed xmlns='http://www.w3.org/2005/Atom' xmlns:m='http://search.yahoo.com/mrss/'>"
                + string.Concat(
                    Enumerable
                        .Range(1, entries)
                        .Select(i =>
                            $"<entry><id>{tag}{i}</id><title>{tag} {i}</title><link href='/{tag}/{i}'/><link rel='license' href='https://creativecommons.org/licenses/by/4.0/'/><m:content url='http://127.0.0.1:9/{tag}{i}.jpg' medium='image' width='2400' height='1600'/></entry>"
                        )
                )
                + "</feed>"
        );

    private async Task<(SearchService Searching, SourceHttp Http)> SearchAsync(params Canned[] servers)
    {
        var http = new SourceHttp(servers.Select(s => s.Origin), TimeSpan.FromSeconds(5));
        for (int i = 0; i < servers.Length; i++)
            await _collections.PutAsync(
                new CollectionRow
                {
                    Id = "c" + i.ToString(CultureInfo.InvariantCulture),
                    Name = $"Collection {i}",
                    Protocol = nameof(Protocol.OpenSearch),
                    Address = servers[i].Origin + "/d",
                }
            );
        var shelf = new CollectionRegistry(http, _collections, _found, TimeProvider.System);
        return (
            new SearchService(
                shelf,
                _collections,
                _found,
                Looks(http),
                new LiveMessages(new DeafHub()),
                TimeProvider.System,
                NullLogger<SearchService>.Instance
            ),
            http
        );
    }

    private static string Description =>
        Canned.Ok(
            "<OpenSearchDescription xmlns='http://a9.com/-/spec/opensearch/1.1/'><Url type='application/atom+xml' template='/s?q={searchTerms}'/></OpenSearchDescription>"
        );

    private async Task<Guid> DeckAsync()
    {
        var deck = Core.Decks.Deck.New(Guid.NewGuid());
        await new DeckStore(new Databases(_folder.Path), TimeProvider.System).CreateAsync(deck);
        return deck.Id;
    }

    private static async Task UntilAsync(Func<bool> holds)
    {
        var clock = Stopwatch.StartNew();
        while (!holds() && clock.Elapsed < TimeSpan.FromSeconds(20))
            await Task.Delay(30);
        Assert.True(holds());
    }

    [Fact]
    public async Task One_that_is_slow_one_that_fails_and_one_that_is_limited_hold_up_nobody()
    {
        using var good = new Canned(p => p == "/d" ? Description : Feed(3, "good"));
        // It answers when it was seen to be slow.
        using var seen = new ManualResetEventSlim();
        using var slow = new Canned(p =>
        {
            if (p == "/d")
                return Description;
            seen.Wait(TimeSpan.FromSeconds(30));
            return Feed(2, "slow");
        });
        using var bad = new Canned(p => p == "/d" ? Description : Canned.Ok("<html>Back soon</html>"));
        int limited = 0;
        using var shy = new Canned(p =>
            p == "/d" ? Description
            : limited++ == 0
                ? "HTTP/1.1 429 Too Many\r\nRetry-After: 3\r\nContent-Length: 0\r\nConnection: close\r\n\r\n"
            : Feed(1, "shy")
        );
        (SearchService searching, SourceHttp http) = await SearchAsync(good, slow, bad, shy);
        using (http)
        {
            Search search = await searching.StartAsync(
                await DeckAsync(),
                Guid.NewGuid(),
                "dune",
                CancellationToken.None
            );
            Search.CollectionSearch At(int i) => search.Parts[i];
            await UntilAsync(() =>
                At(0).State == AnswerState.Answered
                && At(2).State == AnswerState.Failed
                && At(3).State == AnswerState.Limited
            );
            Assert.Equal((3, AnswerState.Asking), (At(0).Candidates.Count, At(1).State));
            Assert.Contains("not a search result", At(2).Message, StringComparison.Ordinal);
            Assert.NotNull(At(3).RetryAt);
            Assert.False(searching.Settled(search));
            // The limited one is asked again by itself; the slow one says that it is, then answers.
            await UntilAsync(() => At(3).State == AnswerState.Answered);
            await UntilAsync(() => At(1).State == AnswerState.Slow);
            seen.Set();
            await UntilAsync(() => At(1).State == AnswerState.Answered);
            Assert.Equal((2, 1), (At(1).Candidates.Count, At(3).Candidates.Count));
            await UntilAsync(() => searching.Settled(search));
            Assert.True(searching.Retry(search, "c2"));
            Assert.False(searching.Retry(search, "c0"));
            Assert.Equal(
                6,
                Merging
                    .Of(
                        search.Parts.Select(p => p.Candidates),
                        _ => null,
                        c => Suitability.Of(c, SlideShape.Wide, Core.Rights.DeclaredUse.PublicTalk)
                    )
                    .Count
            );
        }
    }

    [Fact]
    public async Task A_collections_terms_are_put_on_what_it_names_no_licence_of_and_searches_are_remembered()
    {
        using var server = new Canned(p =>
            p == "/d"
                ? Description
                : Canned.Ok(
                    "<feed xmlns='http://www.w3.org/2005/Atom' xmlns:m='http://search.yahoo.com/mrss/'><entry><id>1</id><title>A</title><rights>Free to use</rights><m:content url='http://127.0.0.1:9/1.jpg' medium='image' width='24' height='16'/></entry><entry><id>2</id><title>B</title><link rel='license' href='https://creativecommons.org/licenses/by/4.0/'/><m:content url='http://127.0.0.1:9/2.jpg' medium='image' width='24' height='16'/></entry></feed>"
                )
        );
        (SearchService searching, SourceHttp http) = await SearchAsync(server);
        using (http)
        {
            Assert.True(
                await _collections.SetTermsAsync(
                    "c0",
                    new Core.Rights.CollectionTerms("house terms", null, true, false, true)
                )
            );
            Assert.False(await _collections.SetTermsAsync("nobody", null));
            Guid deck = await DeckAsync(),
                point = Guid.NewGuid();
            Search search = await searching.StartAsync(deck, point, "dune", CancellationToken.None);
            await UntilAsync(() => searching.Settled(search));
            Assert.Equal(["house terms", null], search.Parts[0].Candidates.Select(c => c.Rights.Terms?.Name));
            // What is taken later is found with its terms.
            Assert.Equal("house terms", (await _found.FindAsync("c0", "1"))!.Candidate.Rights.Terms!.Name);
            Assert.Same(search, await searching.StartAsync(deck, point, "dune", CancellationToken.None));
            await searching.StartAsync(deck, point, "ridge", CancellationToken.None);
            Assert.Equal(["ridge", "dune"], await _collections.SearchesAsync(deck, point));
        }
    }

    public void Dispose()
    {
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        _folder.Dispose();
    }
}
