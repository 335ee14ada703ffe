using System.Text;
using Jaali.Core.Decks;
using Jaali.Core.Items;
using Jaali.Core.Photos;
using Jaali.Formats;
using Jaali.Store;

namespace Jaali.Server.Exports;

/// <summary>What a talk gathered, for other tools: its photos as a IIIF manifest and as a list of OAI-PMH.</summary>
public static class GatheredEndpoints
{
    /// <summary>Maps the endpoints under <c>/api/decks/{id:guid}/gathered</c>; each answers a refusal as problem
    /// details.</summary>
    public static void MapGathered(this IEndpointRouteBuilder app)
    {
        RouteGroupBuilder gathered = app.MapGroup("/api/decks/{id:guid}/gathered").WithTags("Deliver");
        gathered
            .MapGet("/manifest.json", ManifestAsync)
            .WithName("readManifest")
            .Produces(200, contentType: "application/ld+json");
        gathered.MapGet("/oai", OaiAsync).WithName("readOai").Produces(200, contentType: "text/xml");
    }

    private static async Task<IResult> ManifestAsync(
        Guid id,
        DeckEditing desk,
        LedgerCache ledger,
        PhotoStore photos,
        HttpContext http,
        CancellationToken cancel
    )
    {
        if (await desk.OpenAsync(id, cancel) is not { } stored)
            return Problems.NotFound("talk");
        Deck deck = stored.Deck;
        // Tools that look at manifests run in pages of their own.
        http.Response.Headers.AccessControlAllowOrigin = "*";
        return TypedResults.Text(
            IiifManifest.Write(
                deck,
                ledger.Of(deck),
                new Uri(Root(http) + http.Request.Path),
                e => $"{Root(http)}/iiif/{Source(deck, e.Photo.Id, photos)}"
            ),
            IiifManifest.MediaType,
            Encoding.UTF8
        );
    }

    private static async Task<IResult> OaiAsync(
        Guid id,
        string? verb,
        string? identifier,
        string? metadataPrefix,
        string? resumptionToken,
        string? from,
        string? until,
        string? set,
        DeckEditing desk,
        LedgerCache ledger,
        PhotoStore photos,
        TimeProvider clock,
        HttpContext http,
        CancellationToken cancel
    )
    {
        if (await desk.OpenAsync(id, cancel) is not { } stored)
            return Problems.NotFound("talk");
        Deck deck = stored.Deck;
        return TypedResults.Text(
            OaiList.Answer(
                deck,
                ledger.Of(deck),
                new(verb, identifier, metadataPrefix, resumptionToken, from, until, set),
                new Uri(Root(http) + http.Request.Path),
                e => $"{Root(http)}/iiif/{Source(deck, e.Photo.Id, photos)}/full/max/0/default.jpg",
                clock.GetUtcNow()
            ),
            "text/xml",
            Encoding.UTF8
        );
    }

    private static string Root(HttpContext http) => $"{http.Request.Scheme}://{http.Request.Host}";

    // What is hidden anywhere in the talk is hidden in what is handed out.
    private static string Source(Deck deck, string photoId, PhotoStore photos)
    {
        Treatment how = HiddenParts.Of(deck, photoId, photos.Tones(photoId));
        return how.IsNone ? photoId : $"{photoId}~{how.Name}";
    }
}
