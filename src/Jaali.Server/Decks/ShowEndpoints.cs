using Jaali.Core.Motion;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Jaali.Server;

/// <summary>How a slide comes in when the talk is shown.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="Coming">What moves.</param>
public sealed record SlideMotionView(Guid SlideId, SlideMotion Coming);

/// <summary>What a player needs besides the scenes.</summary>
public static class ShowEndpoints
{
    /// <summary>Maps them.</summary>
    public static void MapShow(this IEndpointRouteBuilder app) =>
        app.MapGet("/api/decks/{id:guid}/motions", MotionsAsync).WithTags("Decks").WithName("readMotions");

    private static async Task<Results<Ok<SlideMotionView[]>, ProblemHttpResult>> MotionsAsync(
        Guid id,
        DeckDesk desk,
        CancellationToken cancel
    ) =>
        (await desk.OpenAsync(id, cancel))?.Deck is { } deck
            ? TypedResults.Ok(deck.Slides.Select(s => new SlideMotionView(s.Id, SlideMotion.Of(deck, s))).ToArray())
            : Problems.NotFound("talk");
}
