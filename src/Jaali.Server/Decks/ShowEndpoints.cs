using Jaali.Core.Decks;
using Jaali.Core.Motion;
using Jaali.Core.Pacing;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Jaali.Server.Decks;

/// <summary>What moves on a slide, in words, with what can be done.</summary>
/// <param name="Lines">The moves, one a line.</param>
/// <param name="Play">What a player needs.</param>
public sealed record SlideMoves(IReadOnlyList<CueLine> Lines, SlidePlay Play);

/// <summary>A run-through in a list.</summary>
/// <param name="Id">Identity.</param>
/// <param name="At">When it began.</param>
/// <param name="Seconds">How long it took.</param>
public sealed record RunView(Guid Id, DateTimeOffset At, double Seconds);

/// <summary>The times of a talk.</summary>
/// <param name="Runs">Run-throughs that are kept, the latest first.</param>
/// <param name="WordsPerMinute">How fast the speaker speaks.</param>
/// <param name="Timing">Plan, run-through and notes side by side.</param>
public sealed record TimingView(IReadOnlyList<RunView> Runs, double WordsPerMinute, TalkTiming Timing);

/// <summary>What a player and a podium need besides the scenes.</summary>
public static class ShowEndpoints
{
    /// <summary>Maps the endpoints under <c>/api/decks/{id:guid}</c>; each answers a refusal as problem
    /// details.</summary>
    public static void MapShow(this IEndpointRouteBuilder app)
    {
        RouteGroupBuilder deck = app.MapGroup("/api/decks/{id:guid}").WithTags("Decks");
        deck.MapGet("/motions", MotionsAsync).WithName("readMotions");
        deck.MapGet("/slides/{slideId:guid}/moves", MovesAsync).WithName("readMoves");
        deck.MapGet("/timing", TimingAsync).WithName("readTiming");
    }

    private static async Task<Results<Ok<SlidePlay[]>, ProblemHttpResult>> MotionsAsync(
        Guid id,
        DeckEditing desk,
        SceneCache scenes,
        CancellationToken cancel
    ) =>
        (await desk.OpenAsync(id, cancel))?.Deck is { } deck
            ? TypedResults.Ok(
                deck.Slides.Select(s => SlidePlay.Of(deck, s, of => scenes.Of(deck, of), scenes)).ToArray()
            )
            : Problems.NotFound("talk");

    private static async Task<Results<Ok<SlideMoves>, ProblemHttpResult>> MovesAsync(
        Guid id,
        Guid slideId,
        DeckEditing desk,
        SceneCache scenes,
        CancellationToken cancel
    )
    {
        if ((await desk.OpenAsync(id, cancel))?.Deck is not { } deck || deck.Slide(slideId) is not { } slide)
            return Problems.NotFound("slide");
        SlidePlay play = SlidePlay.Of(deck, slide, of => scenes.Of(deck, of), scenes);
        return TypedResults.Ok(new SlideMoves(CueWords.Of(deck, slide, play.Timeline, scenes), play));
    }

    private static async Task<Results<Ok<TimingView>, ProblemHttpResult>> TimingAsync(
        Guid id,
        Guid? run,
        DeckEditing desk,
        CancellationToken cancel
    )
    {
        if ((await desk.OpenAsync(id, cancel))?.Deck is not { } deck)
            return Problems.NotFound("talk");
        // Of one that is forgotten meanwhile, the latest is shown.
        RunThrough? chosen = deck.RunThroughs.Find(r => r.Id == run) ?? deck.RunThroughs.LastOrDefault();
        return TypedResults.Ok(
            new TimingView(
                [.. deck.RunThroughs.Reverse().Select(r => new RunView(r.Id, r.At, r.Seconds()))],
                deck.WordsPerMinute,
                TalkTiming.Of(deck, chosen)
            )
        );
    }
}
