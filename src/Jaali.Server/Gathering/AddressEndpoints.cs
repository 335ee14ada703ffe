using Jaali.Caching;
using Jaali.Core;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Imaging;
using Jaali.Sources;
using Jaali.Store;
using Microsoft.AspNetCore.Http.HttpResults;
using Conflict = Jaali.Core.Rights.Conflict;

namespace Jaali.Server.Gathering;

/// <summary>A page that was read for photos; their records are shown before one is taken.</summary>
/// <param name="Pictures">Those of the page asked for, the likeliest first.</param>
/// <param name="Total">How many there are in all that have the words.</param>
/// <param name="Page">Which page this is, from 1.</param>
/// <param name="Pages">How many pages there are.</param>
/// <param name="Size">Pictures of a page.</param>
/// <param name="Unread">What could not be read of it, in a sentence; empty where all of it was.</param>
public sealed record PageView(
    IReadOnlyList<PagePictureView> Pictures,
    int Total = 1,
    int Page = 1,
    int Pages = 1,
    int Size = Limits.Documents.AddressPhotos,
    string Unread = ""
);

/// <summary>An address to read for photos.</summary>
/// <param name="Address">The address.</param>
/// <param name="Words">What to look for in it; empty for all.</param>
/// <param name="Page">Which page of its photos, from 1.</param>
/// <param name="Anew">It is read anew; else another page or other words are of what was read a moment ago.</param>
public sealed record PageRequest(string Address, string Words = "", int Page = 1, bool Anew = true);

/// <summary>What was read at addresses, for as long as somebody looks through it.</summary>
public sealed class PageReadings(TimeProvider clock)
{
    private static readonly TimeSpan Kept = TimeSpan.FromMinutes(10);
    private readonly BoundedCache<string, (DateTimeOffset At, PageReading Reading)> _read = new(
        Limits.Retention.PageReadings
    );

    /// <summary>What was read there a moment ago, or null.</summary>
    public PageReading? Of(Uri address) =>
        _read.TryGet(address.AbsoluteUri, out (DateTimeOffset At, PageReading Reading) known)
        && clock.GetUtcNow() - known.At < Kept
            ? known.Reading
            : null;

    /// <summary>Remembers what was read.</summary>
    public void Put(Uri address, PageReading reading) => _read.Put(address.AbsoluteUri, (clock.GetUtcNow(), reading));
}

/// <summary>A photo on a page.</summary>
/// <param name="Candidate">The candidate.</param>
/// <param name="Record">What the page says of it.</param>
/// <param name="Offers">Licences found beside it.</param>
/// <param name="Evidence">Word for word.</param>
/// <param name="Conflicts">What the page says differently.</param>
public sealed record PagePictureView(
    CandidateView Candidate,
    RightsRecord Record,
    IReadOnlyList<OfferView> Offers,
    string Evidence,
    IReadOnlyList<Conflict> Conflicts
);

/// <summary>Photos by an address that a person gives: a page, a picture, a feed or a IIIF document.</summary>
public static class AddressEndpoints
{
    /// <summary>Maps the endpoint <c>/api/decks/{id:guid}/pages</c>; each answers a refusal as problem
    /// details.</summary>
    public static void MapAddresses(this IEndpointRouteBuilder app) =>
        app.MapPost("/api/decks/{id:guid}/pages", ReadPageAsync).WithTags("Photos").WithName("readPage");

    private static async Task<Results<Ok<PageView>, ProblemHttpResult>> ReadPageAsync(
        Guid id,
        PageRequest request,
        DeckEditing desk,
        SourceHttp http,
        AddressReader addresses,
        PageReadings readings,
        FoundStore found,
        ThumbnailReader looking,
        MetadataReader metadata,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        if (await desk.OpenAsync(id, cancel) is not { } stored)
            return Problems.NotFound("deck");
        if (WebAddress.Read(request.Address) is not { } address)
            return Problems.Of(WebAddress.Bad);
        try
        {
            PageReading? reading = request.Anew ? null : readings.Of(address);
            if (reading is null)
            {
                Fetched fetched = await http.FetchAsync(address, Limits.Photos.Bytes, cancel: cancel);
                if (fetched.ContentType.Split('/')[0] is "video" or "audio")
                    return Problems.Of(
                        new Refusal(
                            "clip-alone",
                            "This is the file of a clip, and nothing is said with it. Give the address of the page "
                                + "that shows it, or save it and bring the file in."
                        )
                    );
                if (PhotoFormats.WhyNot(fetched.Bytes) is { } why)
                    return Problems.Of(new Refusal("no-photo", why));
                if (PhotoFormats.Sniff(fetched.Bytes) is not null)
                    reading = new PageReading(
                        [OfPicture(fetched, await metadata.ReadAsync(fetched.Bytes, cancel), clock.GetUtcNow())],
                        "",
                        true
                    );
                else if (IsTooLong(fetched))
                    return Problems.Of(new Refusal("page-too-long", "This page is longer than Jaali reads."));
                else
                    reading = await addresses.ReadAsync(fetched, cancel);
                readings.Put(address, reading);
            }
            if (reading.Candidates.Count == 0)
                return Problems.Of(
                    new Refusal(
                        "no-picture",
                        $"No photo was found on {address.Authority}{address.AbsolutePath}. "
                            + "Give the address of "
                            + "the photo's own page, or of the picture."
                    )
                );
            IReadOnlyList<Candidate> fitting = reading.With(request.Words);
            int pages = Math.Max(
                    1,
                    (fitting.Count + Limits.Documents.AddressPhotos - 1) / Limits.Documents.AddressPhotos
                ),
                page = Math.Clamp(request.Page, 1, pages);
            Candidate[] first =
            [
                .. fitting.Skip((page - 1) * Limits.Documents.AddressPhotos).Take(Limits.Documents.AddressPhotos),
            ];
            await found.RememberAsync(first, cancel);
            ThumbnailMetrics?[] looks = await Task.WhenAll(first.Select(c => looking.LookAsync(c, cancel)));
            IEnumerable<(Candidate Candidate, ThumbnailMetrics Look)> photos = first
                .Zip(looks)
                .Where(p => p.Second is not null)
                .Select(p => (p.First, p.Second!));
            // What a page only shows is told apart by how large it is.
            if (!reading.Named)
                photos = photos.OrderByDescending(p => (long)p.Look.Width * p.Look.Height);
            PagePictureView[] views =
            [
                .. photos.Select(p => new PagePictureView(
                    SearchEndpoints.View(
                        new ResultPicture(
                            p.Candidate,
                            [],
                            Suitability.Of(p.Candidate, stored.Deck.Shape, stored.Deck.Use),
                            0
                        ),
                        stored.Deck,
                        p.Look,
                        new Dictionary<string, string>()
                    ),
                    p.Candidate.Rights,
                    PhotoViews.Offers(p.Candidate.Rights),
                    p.Candidate.Evidence.Text,
                    p.Candidate.Rights.Conflicts ?? []
                )),
            ];
            return views.Length > 0 || first.Length == 0 || pages > 1
                ? TypedResults.Ok(new PageView(views, fitting.Count, page, pages, Unread: reading.Unread))
                : Problems.Of(
                    new Refusal(
                        "no-photo",
                        "What this page shows is no photo that Jaali reads, or it cannot be fetched. "
                            + PhotoFormats.Takes
                    )
                );
        }
        catch (SourceException e)
        {
            return Problems.Of(new Refusal("source-failed", e.Message));
        }
    }

    private static bool IsTooLong(Fetched fetched) =>
        fetched.Bytes.LongLength > Limits.Documents.FeedBytes
        || fetched.Bytes.LongLength > Limits.Documents.PageBytes
            && AddressReader.JsonOf(fetched) is null
            && AddressReader.FeedOf(fetched) is null;

    // The address of a picture alone: nothing is said of it but what its header and the file say themselves.
    private static Candidate OfPicture(Fetched fetched, Formats.EmbeddedMetadata? inside, DateTimeOffset now)
    {
        string[] links = [.. PageReader.LicencesOf(fetched.Links)];
        Agreement terms = LicenceAgreement.Of(links);
        var rights = new RightsRecord(
            "",
            "",
            null,
            fetched.Address.AbsoluteUri,
            fetched.Address.Host,
            terms.Licence,
            terms.AsFound
        )
        {
            Offers = terms.Offers,
            PictureUrl = fetched.Address.AbsoluteUri,
        };
        var whole = new Rendition(fetched.Address.AbsoluteUri, 0, 0);
        if (inside is not null)
            rights = inside.Complete(rights);
        return new Candidate(
            whole.Url,
            PageReader.Collection,
            whole,
            [whole],
            rights,
            [],
            Evidence.Of(
                "The address of a picture, without a page about it."
                    + string.Concat(links.Select(l => $"\nLink: <{l}>; rel=\"license\"")),
                whole.Url,
                now
            )
        );
    }
}
