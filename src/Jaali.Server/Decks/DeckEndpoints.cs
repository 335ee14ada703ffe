using Jaali.Core;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Items;
using Jaali.Core.Ledgers;
using Jaali.Core.Scenes;
using Jaali.Imaging.Painting;
using Jaali.Store;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Jaali.Server.Decks;

/// <summary>Asks for a new deck.</summary>
public sealed record NewDeck(string? Title);

/// <summary>An edit sent by the client: the command and the revision it was made on.</summary>
public sealed record EditRequest(int Revision, DeckCommand Command);

/// <summary>The revision that the client has.</summary>
public sealed record StepRequest(int Revision);

/// <summary>Decks, edits and scenes.</summary>
public static class DeckEndpoints
{
    /// <summary>Maps the endpoints under <c>/api/decks</c>; each answers a refusal as problem details.</summary>
    public static void MapDecks(this IEndpointRouteBuilder app)
    {
        RouteGroupBuilder decks = app.MapGroup("/api/decks").WithTags("Decks");
        decks
            .MapGet("/", async (TalkViews talks, CancellationToken cancel) => await talks.AllAsync(cancel))
            .WithName("listDecks");
        decks.MapPost("/", CreateAsync).WithName("createDeck");
        decks.MapGet("/{id:guid}", ReadAsync).WithName("readDeck");
        decks.MapDelete("/{id:guid}", RemoveAsync).WithName("removeDeck");
        decks.MapGet("/{id:guid}/changes", ChangesAsync).WithName("readChanges");
        decks.MapPost("/{id:guid}/edits", EditAsync).WithName("editDeck").ProducesProblem(409).ProducesProblem(422);
        decks
            .MapPost(
                "/{id:guid}/undo",
                (Guid id, StepRequest? has, DeckEditing desk, HttpContext http, CancellationToken cancel) =>
                    StepAsync(id, false, has, desk, http, cancel)
            )
            .WithName("undo");
        decks
            .MapPost(
                "/{id:guid}/redo",
                (Guid id, StepRequest? has, DeckEditing desk, HttpContext http, CancellationToken cancel) =>
                    StepAsync(id, true, has, desk, http, cancel)
            )
            .WithName("redo");
        decks.MapGet("/{id:guid}/scenes", ScenesAsync).WithName("readScenes");
        decks.MapGet("/{id:guid}/ledger", LedgerAsync).WithName("readLedger");
        decks.MapGet("/{id:guid}/room", RoomAsync).WithName("checkRoom");
        decks.MapGet("/{id:guid}/audit", AuditAsync).WithName("auditDeck");
        decks
            .MapGet("/{id:guid}/slides/{slideId:guid}/picture.png", PictureAsync)
            .WithName("readPicture")
            .Produces(200, contentType: "image/png");
    }

    private static async Task<Results<Created<DeckView>, ProblemHttpResult>> CreateAsync(
        NewDeck asked,
        DeckStore store,
        DeckViews views,
        CancellationToken cancel
    )
    {
        if (asked.Title is { Length: > Limits.Talks.Title })
            return Problems.Of(new Refusal("too-long", $"A title may have at most {Limits.Talks.Title} characters."));
        Deck deck = Deck.New(Guid.CreateVersion7(), asked.Title?.ReplaceLineEndings(" "));
        await store.CreateAsync(deck, cancel);
        return TypedResults.Created($"/api/decks/{deck.Id}", views.Of(new StoredDeck(deck, 0)));
    }

    private static async Task<Results<Ok<DeckView>, ProblemHttpResult>> ReadAsync(
        Guid id,
        DeckEditing desk,
        DeckViews views,
        CancellationToken cancel
    ) => await desk.OpenAsync(id, cancel) is { } stored ? TypedResults.Ok(views.Of(stored)) : Problems.NotFound("deck");

    private static async Task<Results<NoContent, ProblemHttpResult>> RemoveAsync(
        Guid id,
        DeckStore store,
        DeckEditing desk,
        SceneCache scenes,
        JobQueue jobs,
        CancellationToken cancel
    )
    {
        if (!await store.RemoveAsync(id, cancel))
            return Problems.NotFound("deck");
        desk.Close(id);
        await jobs.ForgetAsync(id);
        return TypedResults.NoContent();
    }

    private static async Task<Results<Ok<DeckPatch>, ProblemHttpResult>> ChangesAsync(
        Guid id,
        DeckEditing desk,
        DeckPatches patches,
        int? since = null,
        string? records = null,
        Guid? first = null,
        bool rest = false,
        CancellationToken cancel = default
    ) =>
        await desk.OpenAsync(id, cancel) is not { } now ? Problems.NotFound("deck")
        : rest && since is not null
            ? TypedResults.Ok(patches.WithScenes(desk.PatchSince(now, since, records), now, first))
        : first is not null || rest ? TypedResults.Ok(patches.First(now, first))
        : TypedResults.Ok(desk.PatchSince(now, since, records));

    private static async Task<Results<Ok<DeckPatch>, ProblemHttpResult>> EditAsync(
        Guid id,
        EditRequest request,
        DeckEditing desk,
        HttpContext http,
        CancellationToken cancel
    )
    {
        if (request.Command is null or Restore)
            return Problems.Of(
                new Refusal("bad-command", "This edit cannot be read. Reload the page and try again."),
                StatusCodes.Status400BadRequest
            );
        return Answer(
            desk,
            request.Revision,
            http,
            await desk.ApplyAsync(id, request.Revision, request.Command, Author.Sender(http), cancel)
        );
    }

    private static async Task<Results<Ok<DeckPatch>, ProblemHttpResult>> StepAsync(
        Guid id,
        bool redo,
        StepRequest? has,
        DeckEditing desk,
        HttpContext http,
        CancellationToken cancel
    ) => Answer(desk, has?.Revision, http, await desk.StepAsync(id, redo, has?.Revision, Author.Sender(http), cancel));

    // The patch leads from the revision that the client has, not from the one before the edit: others may have edited
    // meanwhile.
    private static Results<Ok<DeckPatch>, ProblemHttpResult> Answer(
        DeckEditing desk,
        int? has,
        HttpContext http,
        EditResult answer
    ) =>
        answer switch
        {
            EditSaved c => TypedResults.Ok(
                desk.PatchSince(c.Now, has, Author.Records(http)) with
                {
                    UndoLabel = c.UndoLabel,
                    Note = c.Note,
                }
            ),
            EditRefused r => Problems.Of(r.Reason),
            EditStale s => Problems.Of(
                new Refusal(
                    "stale",
                    $"This was changed elsewhere meanwhile (revision {s.Now.Revision}). "
                        + "The newest state is shown now; do it again if it is still wanted."
                ),
                StatusCodes.Status409Conflict
            ),
            _ => Problems.NotFound("deck"),
        };

    private static async Task<Results<Ok<IReadOnlyList<Scene>>, ProblemHttpResult>> ScenesAsync(
        Guid id,
        DeckEditing desk,
        SceneCache scenes,
        CancellationToken cancel
    ) =>
        await desk.OpenAsync(id, cancel) is { } stored
            ? TypedResults.Ok(scenes.All(stored.Deck))
            : Problems.NotFound("deck");

    private static async Task<Results<Ok<LedgerView>, ProblemHttpResult>> LedgerAsync(
        Guid id,
        DeckEditing desk,
        LedgerViews views,
        CancellationToken cancel
    ) =>
        await desk.OpenAsync(id, cancel) is { } stored
            ? TypedResults.Ok(views.LedgerOf(stored.Deck))
            : Problems.NotFound("deck");

    private static async Task<Results<Ok<RoomView>, ProblemHttpResult>> RoomAsync(
        Guid id,
        DeckEditing desk,
        SceneCache scenes,
        LedgerViews views,
        CancellationToken cancel
    ) =>
        await desk.OpenAsync(id, cancel) is { } stored
            ? TypedResults.Ok(views.RoomOf(stored.Deck, scenes))
            : Problems.NotFound("deck");

    private static async Task<Results<Ok<IReadOnlyList<WhatIfView>>, ProblemHttpResult>> AuditAsync(
        Guid id,
        DeckEditing desk,
        LedgerViews views,
        CancellationToken cancel
    ) =>
        await desk.OpenAsync(id, cancel) is { } stored
            ? TypedResults.Ok(views.AuditOf(stored.Deck))
            : Problems.NotFound("deck");

    private static async Task<IResult> PictureAsync(
        Guid id,
        Guid slideId,
        DeckEditing desk,
        SceneCache scenes,
        ScenePainter painter,
        LedgerCache ledger,
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
        foreach ((string photoId, double share) in PhotoWidths.Of(made[page]))
            seen[photoId] = await renditions.AtLeastAsync(photoId, share * width, cancel);
        byte[] picture = await Task.Run(() => painter.ToPng(made[page], width, seen.GetValueOrDefault), cancel);
        // A picture of several photos carries the credits of all of them, and the parts of the first.
        CreditEntry[] entries = [.. ledger.Of(stored.Deck).Where(e => ItemKinds.Shows(slide, e.Photo.Id))];
        if (entries.Length > 0)
            picture = Formats.XmpWriter.Into(
                picture,
                entries[0].Parts,
                string.Join("; ", entries.Select(e => e.Credit.Text))
            );
        return TypedResults.Bytes(picture, "image/png");
    }
}
