using Jaali.Core;
using Jaali.Core.Decks;
using Jaali.Core.Framing;
using Jaali.Core.Rights;
using Jaali.Core.Sourcing;
using Jaali.Imaging;
using Jaali.Sources;
using Jaali.Store;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Jaali.Server.Endpoints;

/// <summary>A collection that can be searched.</summary>
public sealed record CollectionView(string Id, string Name);

/// <summary>A candidate on the wall.</summary>
/// <param name="Id">Identity within its collection.</param>
/// <param name="Collection">The collection's identity.</param>
/// <param name="Thumbnail">An address of this application.</param>
/// <param name="Width">Of the largest rendition, in pixels.</param>
/// <param name="Height">Of the largest rendition, in pixels.</param>
/// <param name="Title">As found.</param>
/// <param name="Maker">As found.</param>
/// <param name="InWords">What the licence asks, in words.</param>
/// <param name="Licence">Its label.</param>
/// <param name="SourceUrl">The page about it.</param>
/// <param name="Fits">Whether it fits the talk's declared use, placed over a whole slide.</param>
/// <param name="Why">Why it does not, or what to settle.</param>
/// <param name="Open">Whether it is openly licensed.</param>
/// <param name="FillsSlide">Whether it has a pixel for each of a display 1920 wide.</param>
/// <param name="Takes">The rendition that keeping would fetch, as "1920 x 1280".</param>
/// <param name="Kept">The photo it was kept as, for this point.</param>
public sealed record CandidateView(
    string Id, string Collection, string Thumbnail, int Width, int Height, string Title, string Maker, string InWords, string Licence, string? SourceUrl, bool Fits, string Why, bool Open, bool FillsSlide, string Takes, string? Kept);

/// <summary>Search results.</summary>
/// <param name="Candidates">What is shown.</param>
/// <param name="Total">How many the collection has for these words.</param>
/// <param name="HiddenClosed">On this page, hidden for not being openly licensed.</param>
/// <param name="HiddenUnfit">On this page, hidden for not fitting the talk.</param>
/// <param name="HiddenShape">On this page, hidden for their shape.</param>
/// <param name="NextPage">Where to go on, or null.</param>
public sealed record SearchView(IReadOnlyList<CandidateView> Candidates, int? Total, int HiddenClosed, int HiddenUnfit, int HiddenShape, int? NextPage);

/// <summary>Asks to keep a candidate.</summary>
public sealed record KeepRequest(string Collection, string CandidateId);

/// <summary>A permission to record.</summary>
public sealed record PermissionRequest(string From, DateOnly On, string Words);

/// <summary>Searching, keeping, and what is known of photos.</summary>
public static class GatherEndpoints
{
    private const long MostThumbnailBytes = 6 * 1024 * 1024;

    /// <summary>Maps them.</summary>
    public static void MapGather(this IEndpointRouteBuilder app)
    {
        RouteGroupBuilder api = app.MapGroup("/api").WithTags("Gather");
        api.MapGet("/collections", (CandidateShelf shelf) => shelf.Collections.Select(c => new CollectionView(c.Id, c.Name)).ToArray()).WithName("listCollections");
        api.MapGet("/decks/{id:guid}/points/{pointId:guid}/search", SearchAsync).WithName("search").ProducesProblem(502);
        api.MapPost("/decks/{id:guid}/points/{pointId:guid}/keep", KeepAsync).WithName("keep");
        api.MapGet("/thumbnails", ThumbnailAsync).WithName("readThumbnail").Produces(200, contentType: "image/jpeg");
        api.MapGet("/photos/{photoId}/evidence", EvidenceAsync).WithName("readEvidence");
        api.MapPost("/photos/{photoId}/permission", PermitAsync).WithName("recordPermission");
        api.MapGet("/jobs/{jobId:guid}", Results<Ok<JobView>, ProblemHttpResult> (Guid jobId, Jobs jobs) => jobs.Find(jobId) is { } job ? TypedResults.Ok(job) : Problems.NotFound("job")).WithName("readJob");
        api.MapGet("/decks/{id:guid}/jobs", (Guid id, Jobs jobs) => jobs.Running(id)).WithName("listJobs");
        api.MapDelete("/jobs/{jobId:guid}", Results<NoContent, ProblemHttpResult> (Guid jobId, Jobs jobs) => jobs.Cancel(jobId) ? TypedResults.NoContent() : Problems.NotFound("job")).WithName("cancelJob");
    }

    private static async Task<Results<Ok<SearchView>, ProblemHttpResult>> SearchAsync(
        Guid id, Guid pointId, string collection, string words, DeckDesk desk, CandidateShelf shelf, PhotoStore photos, string shape = "any", bool fits = true, bool closed = false, int page = 1, CancellationToken cancel = default)
    {
        if (await desk.OpenAsync(id, cancel) is not { } stored || stored.Deck.Point(pointId) is not { } point) return Problems.NotFound("point");
        if (shelf.Collection(collection) is not { } source) return Problems.NotFound("collection");
        if (!Enum.TryParse(shape, ignoreCase: true, out PhotoShape wanted) || !Enum.IsDefined(wanted)) return Problems.Of(new Refusal("bad-shape", "A shape is any, wide, tall or square."));
        if (string.IsNullOrWhiteSpace(words)) return Problems.Of(new Refusal("no-words", "Write what to look for."));
        if (words.Length > 300) return Problems.Of(new Refusal("too-long", "Search with at most 300 characters."));
        try
        {
            SearchPage found = await shelf.SearchAsync(source, words.Trim(), Math.Clamp(page, 1, 500), cancel);
            var kept = point.Kept.Select(photos.Facts).OfType<PhotoFacts>().Where(p => p.Rights.SourceUrl is not null).GroupBy(p => p.Rights.SourceUrl!).ToDictionary(g => g.Key, g => g.First().Id);
            List<CandidateView> shown = [];
            int hiddenClosed = 0, hiddenUnfit = 0, hiddenShape = 0;
            foreach (Candidate c in found.Candidates)
            {
                CandidateView view = View(c, stored.Deck, kept);
                if (!view.Open && !closed) hiddenClosed++;
                else if (!wanted.Fits(c.Aspect)) hiddenShape++;
                else if (fits && view.Open && !view.Fits) hiddenUnfit++;
                else shown.Add(view);
            }
            return TypedResults.Ok(new SearchView(shown, found.Total, hiddenClosed, hiddenUnfit, hiddenShape, found.NextPage));
        }
        catch (SourceException e)
        {
            return Problems.Of(new Refusal("source-failed", e.Message), StatusCodes.Status502BadGateway);
        }
    }

    private static CandidateView View(Candidate c, Deck deck, Dictionary<string, string> kept)
    {
        SlideRect slide = deck.Shape.Bounds();
        CropWindow crop = CropFinder.Largest(c.Aspect, slide.Aspect, PhotoPoint.Centre);
        var changes = new Changes(crop.IsWhole ? 1 : crop.Share);
        Clearance standing = Clearance.Of(c.Rights, changes, deck.Use);
        Rendition takes = RenditionChoice.For(c.Renditions, slide);
        bool fills = c.Largest.Width * crop.Width >= slide.Width - 1 && c.Largest.Height * crop.Height >= slide.Height - 1;
        return new CandidateView(
            c.Id, c.Collection, $"/api/thumbnails?collection={Uri.EscapeDataString(c.Collection)}&id={Uri.EscapeDataString(c.Id)}", c.Largest.Width, c.Largest.Height, c.Rights.Title, c.Rights.Maker, Views.InWords(c.Rights),
            c.Rights.Licence?.Label ?? "licence not found", c.Rights.SourceUrl, standing.Standing == Standing.Clear, standing.Why, c.Rights.IsOpenlyLicensed, fills, $"{takes.Width} x {takes.Height}",
            c.Rights.SourceUrl is { } url ? kept.GetValueOrDefault(url) : null);
    }

    private static async Task<Results<Accepted<JobView>, ProblemHttpResult>> KeepAsync(Guid id, Guid pointId, KeepRequest request, DeckDesk desk, CandidateShelf shelf, Taking taking, CancellationToken cancel)
    {
        if (await desk.OpenAsync(id, cancel) is not { } stored || stored.Deck.Point(pointId) is null) return Problems.NotFound("point");
        if (shelf.Find(request.Collection, request.CandidateId) is not { } candidate) return Problems.Of(new Refusal("candidate-gone", "This result is from an earlier search. Search again, then keep it."));
        JobView job = taking.Start(stored.Deck, pointId, candidate);
        return TypedResults.Accepted($"/api/jobs/{job.Id}", job);
    }

    private static async Task<IResult> ThumbnailAsync(string collection, string id, CandidateShelf shelf, SourceHttp http, HttpContext context, CancellationToken cancel)
    {
        if (shelf.Find(collection, id) is not { } candidate) return Problems.NotFound("candidate");
        try
        {
            byte[] bytes = await http.GetAsync(new Uri(candidate.Thumbnail.Url), MostThumbnailBytes, cancel: cancel);
            if (PhotoReader.Sniff(bytes) is not { } format) return Problems.Of(new Refusal("no-photo", "The collection sent something that is no photo."), StatusCodes.Status502BadGateway);
            context.Response.Headers.CacheControl = "private, max-age=86400";
            return TypedResults.Bytes(bytes, "image/" + format);
        }
        catch (SourceException e)
        {
            return Problems.Of(new Refusal("source-failed", e.Message), StatusCodes.Status502BadGateway);
        }
    }

    private static async Task<Results<Ok<IReadOnlyList<Evidence>>, ProblemHttpResult>> EvidenceAsync(string photoId, PhotoStore photos, CancellationToken cancel) =>
        photos.Facts(photoId) is null ? Problems.NotFound("photo") : TypedResults.Ok(await photos.EvidenceAsync(photoId, cancel));

    private static async Task<Results<NoContent, ProblemHttpResult>> PermitAsync(string photoId, PermissionRequest request, PhotoStore photos, CancellationToken cancel)
    {
        if (string.IsNullOrWhiteSpace(request.From) || string.IsNullOrWhiteSpace(request.Words)) return Problems.Of(new Refusal("incomplete-permission", "Say who gave the permission and what they allowed."));
        if (request.From.Length > 200 || request.Words.Length > DeckLimits.Text) return Problems.Of(new Refusal("too-long", $"A permission may have at most {DeckLimits.Text} characters."));
        return await photos.RecordPermissionAsync(photoId, new Permission(request.From.Trim(), request.On, request.Words.Trim()), cancel) ? TypedResults.NoContent() : Problems.NotFound("photo");
    }
}
