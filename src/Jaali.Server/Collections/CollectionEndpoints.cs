using Jaali.Core;
using Jaali.Core.Rights;
using Jaali.Sources;
using Jaali.Store;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Jaali.Server.Collections;

/// <summary>A collection that can be searched.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">Name.</param>
/// <param name="Protocol">How it is searched.</param>
/// <param name="Address">Where.</param>
/// <param name="Harvest">How far its harvest is; null for those searched where they are.</param>
/// <param name="HarvestedAt">When it was last harvested to the end.</param>
/// <param name="Terms">Terms of its own, which hold for photos of which it names no licence.</param>
public sealed record CollectionView(
    string Id,
    string Name,
    Protocol Protocol,
    string Address,
    HarvestView? Harvest,
    DateTimeOffset? HarvestedAt,
    CollectionTerms? Terms
);

/// <summary>What speaks at an address.</summary>
public sealed record RecognisedView(Protocol Protocol, string Name, string Address, string Says);

/// <summary>An address to read.</summary>
public sealed record AddressRequest(string Address, string? Name = null);

/// <summary>The collections: adding, harvesting, removing.</summary>
public static class CollectionEndpoints
{
    /// <summary>Maps the endpoints under <c>/api/collections</c>; each answers a refusal as problem details.</summary>
    public static void MapCollections(this IEndpointRouteBuilder app)
    {
        RouteGroupBuilder api = app.MapGroup("/api/collections").WithTags("Collections");
        api.MapGet("/", ListAsync).WithName("listCollections");
        api.MapPost("/recognise", RecogniseAsync).WithName("recogniseCollection");
        api.MapPost("/", AddAsync).WithName("addCollection");
        api.MapDelete("/{id}", RemoveAsync).WithName("removeCollection");
        api.MapPut("/{id}/terms", SetTermsAsync).WithName("setCollectionTerms");
        api.MapDelete(
                "/{id}/terms",
                async Task<Results<NoContent, ProblemHttpResult>> (
                    string id,
                    CollectionStore store,
                    CancellationToken cancel
                ) =>
                    await store.SetTermsAsync(id, null, cancel)
                        ? TypedResults.NoContent()
                        : Problems.NotFound("collection")
            )
            .WithName("removeCollectionTerms");
        api.MapPost("/{id}/harvest", HarvestAsync).WithName("harvestCollection");
    }

    private static async Task<CollectionView[]> ListAsync(
        CollectionStore store,
        Harvester harvesting,
        CancellationToken cancel
    )
    {
        List<CollectionView> views = [];
        foreach (CollectionRow r in await store.ListAsync(cancel))
            views.Add(await ViewAsync(r, harvesting, cancel));
        return [.. views];
    }

    private static async Task<CollectionView> ViewAsync(CollectionRow r, Harvester harvesting, CancellationToken cancel)
    {
        Protocol protocol = Enum.Parse<Protocol>(r.Protocol);
        return new CollectionView(
            r.Id,
            r.Name,
            protocol,
            r.Address,
            protocol == Protocol.OaiPmh ? await harvesting.StateAsync(r.Id, cancel) : null,
            r.HarvestedAt,
            CollectionStore.TermsOf(r)
        );
    }

    private static async Task<Results<Ok<RecognisedView>, ProblemHttpResult>> RecogniseAsync(
        AddressRequest request,
        CollectionRecogniser recogniser,
        CancellationToken cancel
    )
    {
        if (WebAddress.Read(request.Address) is not { } address)
            return Problems.Of(WebAddress.Bad);
        try
        {
            RecognisedCollection r = await recogniser.RecogniseAsync(address, cancel);
            return TypedResults.Ok(new RecognisedView(r.Protocol, r.Name, r.Address.AbsoluteUri, r.Says));
        }
        catch (SourceException e)
        {
            return Problems.Of(new Refusal("source-failed", e.Message));
        }
    }

    private static async Task<Results<Ok<CollectionView>, ProblemHttpResult>> AddAsync(
        AddressRequest request,
        CollectionRecogniser recogniser,
        CollectionRegistry shelf,
        Harvester harvesting,
        CancellationToken cancel
    )
    {
        if (WebAddress.Read(request.Address) is not { } address)
            return Problems.Of(WebAddress.Bad);
        try
        {
            CollectionRow row = await shelf.AddAsync(
                await recogniser.RecogniseAsync(address, cancel),
                request.Name,
                cancel
            );
            if (row.Protocol == nameof(Protocol.OaiPmh))
                harvesting.Start(row);
            return TypedResults.Ok(await ViewAsync(row, harvesting, cancel));
        }
        catch (SourceException e)
        {
            return Problems.Of(new Refusal("source-failed", e.Message));
        }
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> RemoveAsync(
        string id,
        CollectionStore store,
        FoundStore found,
        CancellationToken cancel
    )
    {
        if ((await store.ListAsync(cancel)).All(c => c.Id != id))
            return Problems.NotFound("collection");
        await store.RemoveAsync(id, cancel);
        await found.ForgetAsync(id, cancel);
        return TypedResults.NoContent();
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> SetTermsAsync(
        string id,
        CollectionTerms terms,
        CollectionStore store,
        CancellationToken cancel
    )
    {
        if (string.IsNullOrWhiteSpace(terms.Name) || terms.Name.Length > 120)
            return Problems.Of(
                new Refusal("no-name", "Give the terms a name of at most 120 characters, as credits will name them.")
            );
        string? url = string.IsNullOrWhiteSpace(terms.Url) ? null : WebAddress.Read(terms.Url)?.AbsoluteUri;
        if (url is null && !string.IsNullOrWhiteSpace(terms.Url))
            return Problems.Of(WebAddress.Bad);
        return await store.SetTermsAsync(id, terms with { Name = terms.Name.Trim(), Url = url }, cancel)
            ? TypedResults.NoContent()
            : Problems.NotFound("collection");
    }

    private static async Task<Results<Accepted, ProblemHttpResult>> HarvestAsync(
        string id,
        CollectionStore store,
        Harvester harvesting,
        CancellationToken cancel
    )
    {
        if (
            (await store.ListAsync(cancel)).FirstOrDefault(c => c.Id == id && c.Protocol == nameof(Protocol.OaiPmh))
            is not { } row
        )
            return Problems.NotFound("repository");
        harvesting.Start(row);
        return TypedResults.Accepted("/api/collections");
    }
}
