using Jaali.Core;
using Jaali.Core.Decks;
using Jaali.Core.Framing;
using Jaali.Core.Rights;
using Jaali.Core.Scenes;
using Jaali.Imaging;
using Jaali.Store;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Jaali.Server.Endpoints;

/// <summary>Asks for a new deck.</summary>
public sealed record NewDeck(string? Title);

/// <summary>Decks, edits and scenes.</summary>
public static class DeckEndpoints
{
    /// <summary>Maps them.</summary>
    public static void MapDecks(this IEndpointRouteBuilder app)
    {
        RouteGroupBuilder decks = app.MapGroup("/api/decks").WithTags("Decks");
        decks
            .MapGet("/", async (DeckStore store, CancellationToken cancel) => await store.ListAsync(cancel))
            .WithName("listDecks");
        decks.MapPost("/", CreateAsync).WithName("createDeck");
        decks.MapGet("/{id:guid}", ReadAsync).WithName("readDeck");
        decks.MapDelete("/{id:guid}", RemoveAsync).WithName("removeDeck");
        decks.MapPost("/{id:guid}/edits", EditAsync).WithName("editDeck").ProducesProblem(409).ProducesProblem(422);
        decks
            .MapPost(
                "/{id:guid}/undo",
                (Guid id, DeckDesk desk, Views views, SceneShelf scenes, CancellationToken cancel) =>
                    StepAsync(id, false, desk, views, scenes, cancel)
            )
            .WithName("undo");
        decks
            .MapPost(
                "/{id:guid}/redo",
                (Guid id, DeckDesk desk, Views views, SceneShelf scenes, CancellationToken cancel) =>
                    StepAsync(id, true, desk, views, scenes, cancel)
            )
            .WithName("redo");
        decks.MapGet("/{id:guid}/scenes", ScenesAsync).WithName("readScenes");
        decks.MapGet("/{id:guid}/ledger", LedgerAsync).WithName("readLedger");
        decks
            .MapGet(
                "/{id:guid}/audit",
                async Task<Results<Ok<IReadOnlyList<WhatIfView>>, ProblemHttpResult>> (
                    Guid id,
                    DeckDesk desk,
                    Views views,
                    CancellationToken cancel
                ) =>
                    await desk.OpenAsync(id, cancel) is { } stored
                        ? TypedResults.Ok(views.AuditOf(stored.Deck))
                        : Problems.NotFound("deck")
            )
            .WithName("auditDeck");
        decks.MapGet("/{id:guid}/slides/{slideId:guid}/guides", GuidesAsync).WithName("readGuides");
        decks
            .MapGet("/{id:guid}/slides/{slideId:guid}/picture.png", PictureAsync)
            .WithName("readPicture")
            .Produces(200, contentType: "image/png");
    }

    private static async Task<Results<Created<DeckView>, ProblemHttpResult>> CreateAsync(
        NewDeck asked,
        DeckStore store,
        Views views,
        CancellationToken cancel
    )
    {
        if (asked.Title is { Length: > DeckLimits.Title })
            return Problems.Of(new Refusal("too-long", $"A title may have at most {DeckLimits.Title} characters."));
        Deck deck = Deck.New(Guid.CreateVersion7(), asked.Title?.ReplaceLineEndings(" "));
        await store.CreateAsync(deck, cancel);
        return TypedResults.Created($"/api/decks/{deck.Id}", views.Of(new StoredDeck(deck, 0)));
    }

    private static async Task<Results<Ok<DeckView>, ProblemHttpResult>> ReadAsync(
        Guid id,
        DeckDesk desk,
        Views views,
        CancellationToken cancel
    ) => await desk.OpenAsync(id, cancel) is { } stored ? TypedResults.Ok(views.Of(stored)) : Problems.NotFound("deck");

    private static async Task<Results<NoContent, ProblemHttpResult>> RemoveAsync(
        Guid id,
        DeckStore store,
        DeckDesk desk,
        SceneShelf scenes,
        CancellationToken cancel
    )
    {
        if (!await store.RemoveAsync(id, cancel))
            return Problems.NotFound("deck");
        desk.Close(id);
        scenes.Forget(id);
        return TypedResults.NoContent();
    }

    private static async Task<Results<Ok<EditView>, ProblemHttpResult>> EditAsync(
        Guid id,
        EditRequest request,
        DeckDesk desk,
        Views views,
        SceneShelf scenes,
        CancellationToken cancel
    )
    {
        if (request.Command is null or Restore)
            return Problems.Of(
                new Refusal("bad-command", "This edit cannot be read. Reload the page and try again."),
                StatusCodes.Status400BadRequest
            );
        StoredDeck? before = await desk.OpenAsync(id, cancel);
        return Answer(before, await desk.ApplyAsync(id, request.Revision, request.Command, cancel), views, scenes);
    }

    private static async Task<Results<Ok<EditView>, ProblemHttpResult>> StepAsync(
        Guid id,
        bool redo,
        DeckDesk desk,
        Views views,
        SceneShelf scenes,
        CancellationToken cancel
    )
    {
        StoredDeck? before = await desk.OpenAsync(id, cancel);
        return Answer(before, await desk.StepAsync(id, redo, cancel), views, scenes);
    }

    private static Results<Ok<EditView>, ProblemHttpResult> Answer(
        StoredDeck? before,
        DeskAnswer answer,
        Views views,
        SceneShelf scenes
    ) =>
        answer switch
        {
            Carried c => TypedResults.Ok(EditViewOf(before!, c.Now, views, scenes)),
            Refused r => Problems.Of(r.Reason),
            Stale s => Problems.Of(
                new Refusal(
                    "stale",
                    $"This was changed elsewhere meanwhile (revision {s.Now.Revision}). The newest state is shown now; do it again if it is still wanted."
                ),
                StatusCodes.Status409Conflict
            ),
            _ => Problems.NotFound("deck"),
        };

    // Only the scenes that an edit made differ are sent.
    private static EditView EditViewOf(StoredDeck before, StoredDeck now, Views views, SceneShelf scenes)
    {
        Dictionary<Guid, IReadOnlyList<Scene>> old = before.Deck.Slides.ToDictionary(
            s => s.Id,
            s => scenes.Of(before.Deck, s)
        );
        List<Scene> changed = [];
        List<Guid> slides = [];
        foreach (Slide slide in now.Deck.Slides)
        {
            IReadOnlyList<Scene> made = scenes.Of(now.Deck, slide);
            if (old.TryGetValue(slide.Id, out IReadOnlyList<Scene>? was) && ReferenceEquals(was, made))
                continue;
            slides.Add(slide.Id);
            changed.AddRange(made);
        }
        return new EditView(views.Of(now), changed, slides);
    }

    private static async Task<Results<Ok<IReadOnlyList<Scene>>, ProblemHttpResult>> ScenesAsync(
        Guid id,
        DeckDesk desk,
        SceneShelf scenes,
        CancellationToken cancel
    ) =>
        await desk.OpenAsync(id, cancel) is { } stored
            ? TypedResults.Ok(scenes.All(stored.Deck))
            : Problems.NotFound("deck");

    private static async Task<Results<Ok<LedgerView>, ProblemHttpResult>> LedgerAsync(
        Guid id,
        DeckDesk desk,
        Views views,
        CancellationToken cancel
    ) =>
        await desk.OpenAsync(id, cancel) is { } stored
            ? TypedResults.Ok(views.LedgerOf(stored.Deck))
            : Problems.NotFound("deck");

    private static async Task<Results<Ok<DragGuides>, ProblemHttpResult>> GuidesAsync(
        Guid id,
        Guid slideId,
        DeckDesk desk,
        PhotoStore photos,
        CancellationToken cancel
    )
    {
        if (
            (await desk.OpenAsync(id, cancel))?.Deck.Slide(slideId) is not { Ground: { } ground }
            || photos.Facts(ground.PhotoId) is not { } photo
        )
            return Problems.NotFound("photo on this slide");
        return TypedResults.Ok(DragGuides.For(ground, photo));
    }

    private static async Task<IResult> PictureAsync(
        Guid id,
        Guid slideId,
        DeckDesk desk,
        SceneShelf scenes,
        ScenePainter painter,
        PhotoStore photos,
        Renditions renditions,
        int width = 1920,
        int page = 0,
        CancellationToken cancel = default
    )
    {
        if (await desk.OpenAsync(id, cancel) is not { } stored || stored.Deck.Slide(slideId) is not { } slide)
            return Problems.NotFound("slide");
        IReadOnlyList<Scene> made = scenes.Of(stored.Deck, slide);
        if (page < 0 || page >= made.Count || width is < 16 or > 3840)
            return Problems.NotFound("page of this slide");
        // The same renditions that a browser is given for a slide of this width.
        Dictionary<string, byte[]?> seen = [];
        foreach (PhotoNode n in made[page].Nodes.OfType<PhotoNode>())
            seen[n.PhotoId] = await renditions.AtLeastAsync(
                n.PhotoId,
                n.Image.Width * n.Enlarged / made[page].Width * width,
                cancel
            );
        byte[] picture = await Task.Run(() => painter.ToPng(made[page], width, seen.GetValueOrDefault), cancel);
        if (slide.Ground is { } ground && photos.Facts(ground.PhotoId) is { } photo)
        {
            CreditParts parts = CreditParts.Of(photo.Rights, Changes.Of(ground), stored.Deck.Style.Language);
            picture = Formats.XmpWriter.Into(picture, parts, Credit.Full(parts).Text);
        }
        return TypedResults.Bytes(picture, "image/png");
    }
}
