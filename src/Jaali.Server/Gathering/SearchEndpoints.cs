using Jaali.Core;
using Jaali.Core.Decks;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Imaging;
using Jaali.Sources;
using Jaali.Store;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Jaali.Server.Gathering;

/// <summary>Where the same picture was found.</summary>
public sealed record FoundIn(
    string Collection,
    string Name,
    string CandidateId,
    string? SourceUrl,
    string Licence,
    int Width,
    int Height
);

/// <summary>A candidate on the wall.</summary>
/// <param name="Id">Identity within its collection.</param>
/// <param name="Collection">The collection's identity.</param>
/// <param name="Thumbnail">An address of this application.</param>
/// <param name="Picture">The same, larger, for looking closely.</param>
/// <param name="Width">Of the largest rendition, in pixels; what was looked at where the source does not say.</param>
/// <param name="Height">Of the largest rendition, in pixels.</param>
/// <param name="SizeKnown">Whether the source says how many pixels there are.</param>
/// <param name="Title">As found.</param>
/// <param name="Maker">As found.</param>
/// <param name="InWords">What the licence asks, in words.</param>
/// <param name="Licence">Its label.</param>
/// <param name="SourceUrl">The page about it.</param>
/// <param name="Fits">Whether it fits the talk's declared use, placed over a whole slide.</param>
/// <param name="Why">Why it does not, or what to settle.</param>
/// <param name="Open">Whether it is openly licensed.</param>
/// <param name="FillsSlide">Whether it has a pixel for each of a display 1920 wide.</param>
/// <param name="Sharpness">Pixels for each one of such a display; 0 where the source does not say.</param>
/// <param name="NeededWidth">The width in pixels that a full slide would need.</param>
/// <param name="Takes">The rendition that keeping would fetch, as "1920 x 1280".</param>
/// <param name="Calm">Share of the slide with calm room for words; null before it was looked at.</param>
/// <param name="Sources">Every collection that has it, the one it is taken from first.</param>
/// <param name="Kept">The photo it was kept as, for this point.</param>
/// <param name="ClipSeconds">How long its clip lasts, 0 where the source does not say; null for a photo.</param>
public sealed record CandidateView(
    string Id,
    string Collection,
    string Thumbnail,
    string Picture,
    int Width,
    int Height,
    bool SizeKnown,
    string Title,
    string Maker,
    string InWords,
    string Licence,
    string? SourceUrl,
    bool Fits,
    string Why,
    bool Open,
    bool FillsSlide,
    double Sharpness,
    int NeededWidth,
    string Takes,
    double? Calm,
    IReadOnlyList<FoundIn> Sources,
    string? Kept,
    double? ClipSeconds = null
);

/// <summary>Where a collection stands in a search.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">Name.</param>
/// <param name="State">Where it stands.</param>
/// <param name="Message">Why it failed, in a sentence.</param>
/// <param name="RetryAt">When it is asked again by itself.</param>
/// <param name="Total">How many it says there are.</param>
/// <param name="Here">How many of them were read.</param>
public sealed record AnswerView(
    string Id,
    string Name,
    AnswerState State,
    string Message,
    DateTimeOffset? RetryAt,
    int? Total,
    int Here
);

/// <summary>The wall as it stands.</summary>
/// <param name="Id">Of the search.</param>
/// <param name="Words">What was looked for.</param>
/// <param name="Version">Of what is shown, for asking for what comes after it.</param>
/// <param name="Order">Every candidate shown, in order, each as its collection, a space and its identity; null where it
/// is
/// as it was.</param>
/// <param name="Candidates">Those that are new or differ since the version that is known, in order.</param>
/// <param name="Answers">Each collection's state.</param>
/// <param name="HiddenClosed">Hidden for not being openly licensed.</param>
/// <param name="HiddenUnfit">Hidden for not fitting the talk.</param>
/// <param name="HiddenFiltered">Hidden by the other filters.</param>
/// <param name="Settled">Nothing more will come by itself.</param>
/// <param name="More">There is a next page somewhere.</param>
/// <param name="Related">Words for another search.</param>
public sealed record SearchResultsView(
    Guid Id,
    string Words,
    long Version,
    IReadOnlyList<string>? Order,
    IReadOnlyList<CandidateView> Candidates,
    IReadOnlyList<AnswerView> Answers,
    int HiddenClosed,
    int HiddenUnfit,
    int HiddenFiltered,
    bool Settled,
    bool More,
    IReadOnlyList<string> Related
);

/// <summary>Asks for a search.</summary>
public sealed record SearchRequest(string Words);

/// <summary>The identity of a search.</summary>
public sealed record SearchStarted(Guid Id);

/// <summary>Asks to keep a candidate.</summary>
/// <param name="Collection">The collection's identity.</param>
/// <param name="CandidateId">Identity within it.</param>
/// <param name="Largest">The largest rendition instead of the one that is needed.</param>
public sealed record CandidateRequest(string Collection, string CandidateId, bool Largest = false);

/// <summary>Searching and keeping.</summary>
public static class SearchEndpoints
{
    /// <summary>Maps the endpoints under <c>/api</c>; each answers a refusal as problem details.</summary>
    public static void MapSearch(this IEndpointRouteBuilder app)
    {
        RouteGroupBuilder api = app.MapGroup("/api").WithTags("Gather");
        api.MapPost("/decks/{id:guid}/points/{pointId:guid}/searches", StartAsync).WithName("startSearch");
        api.MapGet(
                "/decks/{id:guid}/points/{pointId:guid}/searches",
                (Guid id, Guid pointId, CollectionStore store, CancellationToken cancel) =>
                    store.SearchesAsync(id, pointId, cancel)
            )
            .WithName("earlierSearches");
        api.MapGet("/searches/{searchId:guid}", ReadAsync).WithName("readSearch");
        api.MapPost(
                "/searches/{searchId:guid}/more",
                Results<NoContent, ProblemHttpResult> (Guid searchId, SearchService searching) =>
                {
                    if (searching.Find(searchId) is not { } search)
                        return Gone();
                    searching.More(search);
                    return TypedResults.NoContent();
                }
            )
            .WithName("moreOfSearch");
        api.MapPost(
                "/searches/{searchId:guid}/collections/{collection}/retry",
                Results<NoContent, ProblemHttpResult> (Guid searchId, string collection, SearchService searching) =>
                    searching.Find(searchId) is { } search && searching.Retry(search, collection)
                        ? TypedResults.NoContent()
                        : Gone()
            )
            .WithName("retryCollection");
        api.MapPost("/decks/{id:guid}/points/{pointId:guid}/keep", KeepAsync).WithName("keep");
        api.MapGet("/candidates/picture", PictureAsync)
            .WithName("readCandidatePicture")
            .Produces(200, contentType: "image/jpeg");
    }

    private static async Task<Results<Ok<SearchStarted>, ProblemHttpResult>> StartAsync(
        Guid id,
        Guid pointId,
        SearchRequest request,
        DeckEditing desk,
        SearchService searching,
        CancellationToken cancel
    )
    {
        if (await desk.OpenAsync(id, cancel) is not { } stored || stored.Deck.Point(pointId) is null)
            return Problems.NotFound("point");
        if (string.IsNullOrWhiteSpace(request.Words))
            return Problems.Of(new Refusal("no-words", "Write what to look for."));
        if (request.Words.Length > Limits.Incoming.SearchCharacters)
            return Problems.Of(
                new Refusal("too-long", $"Search with at most {Limits.Incoming.SearchCharacters} characters.")
            );
        return TypedResults.Ok(
            new SearchStarted((await searching.StartAsync(id, pointId, request.Words.Trim(), cancel)).Id)
        );
    }

    private static async Task<Results<Ok<SearchResultsView>, ProblemHttpResult>> ReadAsync(
        Guid searchId,
        SearchService searching,
        ThumbnailReader looking,
        DeckEditing desk,
        PhotoStore photos,
        string licence = "fitsTalk",
        string shape = "any",
        bool fills = false,
        bool calm = false,
        string tone = "any",
        bool closed = false,
        string without = "",
        long since = 0,
        CancellationToken cancel = default
    )
    {
        if (searching.Find(searchId) is not { } search)
            return Gone();
        if (await desk.OpenAsync(search.DeckId, cancel) is not { } stored)
            return Problems.NotFound("deck");
        if (
            Read<LicenceFilter>(licence) is not { } wish
            || Read<PhotoShape>(shape) is not { } wanted
            || Read<ToneFilter>(tone) is not { } toned
        )
            return Problems.Of(
                new Refusal(
                    "bad-filter",
                    "This filter is not known. A shape is any, wide, tall or square; a tone any, light or dark."
                )
            );
        Deck deck = stored.Deck;
        var filter = new ResultFilter(wish, wanted, fills, calm, toned, closed);
        HashSet<string> off = [.. without.Split(',', StringSplitOptions.RemoveEmptyEntries)];
        // Before the wall is read: what is not in it yet when this says so comes with the next answer.
        bool settled = searching.Settled(search);
        IReadOnlyList<ResultPicture> wall;
        IReadOnlyList<string> related;
        lock (search.Turn)
        {
            SearchResults merged = search.Walls.GetOrMake(without, static (_, _) => new SearchResults(), 0);
            merged.Take(search.Parts.Where(p => !off.Contains(p.Collection.Id)), looking, deck, search.Words);
            (wall, related) = (merged.Pictures, merged.Related);
        }
        var kept = (deck.Point(search.PointId)?.Shortlist ?? [])
            .Select(photos.Facts)
            .OfType<PhotoFacts>()
            .Where(p => p.Rights.SourceUrl is not null)
            .ToLookup(p => p.Rights.SourceUrl!, p => new KeptPhoto(p.Id, photos.HashOf(p.Id)));
        Dictionary<string, string> names = search.Parts.ToDictionary(p => p.Collection.Id, p => p.Collection.Name);
        List<ResultPicture> fitting = [];
        int hiddenClosed = 0,
            hiddenUnfit = 0,
            hiddenFiltered = 0;
        foreach (ResultPicture p in wall)
        {
            switch (filter.WhyHidden(p.Best, p.Suits, looking.Of(p.Best)))
            {
                case HiddenReason.Closed:
                    hiddenClosed++;
                    break;
                case HiddenReason.Talk:
                    hiddenUnfit++;
                    break;
                case HiddenReason.Filter:
                    hiddenFiltered++;
                    break;
                default:
                    fitting.Add(p);
                    break;
            }
        }
        // What was seen stays where it is; what comes later goes below, until the wall is narrowed otherwise.
        SentResults shownWall = search.Shown.GetOrMake($"{filter}|{without}", static (_, _) => new SentResults(), 0);
        long version;
        CandidateView[] changed;
        string[]? order;
        lock (search.Turn)
            (version, changed, order) = shownWall.Arrange(
                fitting,
                p =>
                    shownWall.View(
                        p,
                        made => View(made, deck, looking.Of(made.Best), names),
                        KeptOf(p, looking.Of(p.Best), kept)
                    ),
                since
            );
        AnswerView[] answers =
        [
            .. search.Parts.Select(p => new AnswerView(
                p.Collection.Id,
                p.Collection.Name,
                p.State,
                p.Message,
                p.RetryAt,
                p.Total,
                p.Candidates.Count
            )),
        ];
        return TypedResults.Ok(
            new SearchResultsView(
                search.Id,
                search.Words,
                version,
                order,
                changed,
                answers,
                hiddenClosed,
                hiddenUnfit,
                hiddenFiltered,
                settled,
                search.Parts.Exists(p => p is { State: AnswerState.Answered, Next: > 1 }),
                related
            )
        );
    }

    /// <summary>A photo that was kept for the point, and its perceptual hash.</summary>
    internal sealed record KeptPhoto(string Id, ulong? Hash);

    /// <summary>A candidate's view.</summary>
    internal static CandidateView View(
        ResultPicture p,
        Deck deck,
        ThumbnailMetrics? look,
        IReadOnlyDictionary<string, string> names,
        ILookup<string, KeptPhoto>? kept = null
    )
    {
        Candidate c = p.Best;
        Rendition takes = RenditionChoice.For(c, deck.Shape.Bounds());
        (int width, int height) =
            c.SizeKnown ? (c.Largest.Width, c.Largest.Height)
            : look is not null ? (look.Width, look.Height)
            : (3, 2);
        string address =
            $"/api/candidates/picture?collection={Uri.EscapeDataString(c.Collection)}&id={Uri.EscapeDataString(c.Id)}";
        return new CandidateView(
            c.Id,
            c.Collection,
            address,
            address + "&width=1600",
            width,
            height,
            c.SizeKnown,
            c.Rights.Title,
            c.Rights.Maker,
            PhotoViews.InWords(c.Rights),
            c.Rights.Licence?.Label ?? "licence not found",
            c.Rights.SourceUrl,
            p.Suits.Clearance.Standing == Standing.Clear,
            p.Suits.Clearance.Why,
            c.Rights.IsOpenlyLicensed,
            p.Suits.FillsSlide,
            p.Suits.Sharpness,
            RenditionChoice.WidthFor(width, height, deck.Shape.Bounds()),
            takes.Width > 0 ? $"{takes.Width} x {takes.Height}" : "the one size there is",
            look?.Calm,
            [
                .. new[] { c }
                    .Concat(p.Others)
                    .Select(o => new FoundIn(
                        o.Collection,
                        names.GetValueOrDefault(o.Collection, o.Rights.Collection),
                        o.Id,
                        o.Rights.SourceUrl,
                        o.Rights.Licence?.Label ?? "licence not found",
                        o.Largest.Width,
                        o.Largest.Height
                    )),
            ],
            KeptOf(p, look, kept),
            c.Clip?.Seconds
        );
    }

    private static string? KeptOf(ResultPicture p, ThumbnailMetrics? look, ILookup<string, KeptPhoto>? kept) =>
        kept is null || kept.Count == 0
            ? null
            : p
                .Others.Prepend(p.Best)
                .SelectMany(o => o.Rights.SourceUrl is { } url ? kept[url] : [])
                // A page may show several photos: what looks otherwise is another one.
                .FirstOrDefault(k => look is null || k.Hash is not { } hash || SamePicture.MayBe(hash, look.Hash))
                ?.Id;

    private static async Task<Results<Accepted<JobView>, ProblemHttpResult>> KeepAsync(
        Guid id,
        Guid pointId,
        CandidateRequest request,
        DeckEditing desk,
        FoundStore found,
        JobQueue jobs,
        HttpContext http,
        CancellationToken cancel
    )
    {
        if (await desk.OpenAsync(id, cancel) is not { } stored || stored.Deck.Point(pointId) is null)
            return Problems.NotFound("point");
        if (await found.FindAsync(request.Collection, request.CandidateId, cancel) is null)
            return Problems.Of(
                new Refusal("candidate-gone", "This result is no longer known. Search again, then keep it.")
            );
        JobView job = await jobs.AskAsync(
            id,
            CandidateImportJob.Name,
            request.CandidateId,
            new ImportWork(pointId, request.Collection, request.CandidateId, request.Largest),
            Author.Of(http)
        );
        return TypedResults.Accepted($"/api/jobs/{job.Id}", job);
    }

    private static async Task<IResult> PictureAsync(
        string collection,
        string id,
        FoundStore found,
        ThumbnailReader looking,
        HttpContext context,
        int width = 640,
        CancellationToken cancel = default
    )
    {
        if (await found.FindAsync(collection, id, cancel) is not { } candidate)
            return Problems.NotFound("candidate");
        try
        {
            byte[] bytes = await looking.PictureAsync(candidate.Candidate, Math.Clamp(width, 1, 2560), cancel);
            context.Response.Headers.CacheControl = "private, max-age=86400";
            byte[] read = bytes;
            (bytes, string type) = await PhotoDecoding.RunAsync(
                read,
                false,
                () => PhotoReader.Shown(read, Math.Clamp(width, 1, 2560)),
                cancel
            );
            return TypedResults.Bytes(bytes, type);
        }
        catch (Exception e) when (e is SourceException or NotAPhotoException)
        {
            return Problems.Of(new Refusal("source-failed", e.Message));
        }
    }

    private static T? Read<T>(string text)
        where T : struct, Enum =>
        Enum.TryParse(text, ignoreCase: true, out T value) && Enum.IsDefined(value) ? value : null;

    private static ProblemHttpResult Gone() =>
        Problems.Of(
            new Refusal("search-gone", "This search is no longer remembered. Search again."),
            StatusCodes.Status404NotFound
        );
}
