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
        PhotoNames names,
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
                e => Handed(deck, e.Photo.Id, photos, names, http)
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
        PhotoNames names,
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
                e => Handed(deck, e.Photo.Id, photos, names, http),
                clock.GetUtcNow()
            ),
            "text/xml",
            Encoding.UTF8
        );
    }

    private static string Root(HttpContext http) => $"{http.Request.Scheme}://{http.Request.Host}";

    // What is hidden anywhere in the talk is hidden in what is handed out.
    private static HandedPhoto Handed(Deck deck, string photoId, PhotoStore photos, PhotoNames names, HttpContext http)
    {
        Treatment how = HiddenParts.Of(deck, photoId, photos.Tones(photoId));
        string name = how.IsNone ? photoId : names.Of($"{photoId}~{how.Name}");
        return new(name, $"{Root(http)}/iiif/{name}", !how.IsNone);
    }
}
