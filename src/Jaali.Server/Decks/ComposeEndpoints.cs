using Jaali.Core;
using Jaali.Core.Composing;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Layout;
using Jaali.Core.Legibility;
using Jaali.Core.Scenes;
using Jaali.Store;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Jaali.Server.Decks;

/// <summary>A proposal for the photos of a slide, as the slide would look.</summary>
/// <param name="Form">What it is built like.</param>
/// <param name="Places">Where each photo comes.</param>
/// <param name="GivesUp">What it gives up, in one line.</param>
/// <param name="Scene">The slide so arranged.</param>
public sealed record ProposalView(
    ArrangementForm Form,
    IReadOnlyList<ItemPosition> Places,
    string GivesUp,
    Scene Scene
);

/// <summary>A layout of a slide, as it would look.</summary>
/// <param name="Layout">What its words are set as; null where that stays.</param>
/// <param name="Sharing">How its photos share it with words; null where that stays.</param>
/// <param name="Why">Why it is proposed, in one line.</param>
/// <param name="Fits">What is on the slide asks for it.</param>
/// <param name="Scene">The slide so laid out.</param>
public sealed record LayoutView(SlideLayout? Layout, PhotoSharing? Sharing, string Why, bool Fits, Scene Scene);

/// <summary>A text that a slide should show.</summary>
/// <param name="Text">The text; null for the facts of the slide's point.</param>
public sealed record FiguresRequest(string? Text);

/// <summary>What a text can be put on a slide as, as it would look.</summary>
/// <param name="Form">What it becomes.</param>
/// <param name="Why">Why it is offered, in one line.</param>
/// <param name="Command">The edit that puts it there.</param>
/// <param name="Scene">The slide with it.</param>
public sealed record FigureView(TextForm Form, string Why, DeckCommand Command, Scene Scene);

/// <summary>Items that a hand moves.</summary>
/// <param name="ItemIds">The items.</param>
/// <param name="Across">By how far, in units.</param>
/// <param name="Down">By how far, in units.</param>
public sealed record WaysRequest(Guid[] ItemIds, double Across, double Down);

/// <summary>A line as it is drawn then.</summary>
/// <param name="ItemId">The line.</param>
/// <param name="Path">Its outline.</param>
public sealed record WayView(Guid ItemId, Core.Geometry.Path Path);

/// <summary>The grid of a slide, as it lies there.</summary>
/// <param name="Grid">Margins, columns, rows and gutter.</param>
/// <param name="Own">Whether it is the slide's own, or the deck's.</param>
/// <param name="Preset">The preset that it is; null for one of one's own.</param>
/// <param name="Cells">Its cells, row by row.</param>
public sealed record GridView(SlideGrid Grid, bool Own, GridPreset? Preset, IReadOnlyList<SlideRect> Cells);

/// <summary>A grid to begin with.</summary>
public sealed record PresetView(GridPreset Preset, SlideGrid Grid);

/// <summary>What a hand on the stage needs before it moves: guides, limits, cells, marks and proposals.</summary>
public static class ComposeEndpoints
{
    /// <summary>Maps the endpoints under <c>/api/decks/{id:guid}/slides/{slideId:guid}</c>; each answers a refusal as
    /// problem details.</summary>
    public static void MapComposing(this IEndpointRouteBuilder app)
    {
        RouteGroupBuilder slide = app.MapGroup("/api/decks/{id:guid}/slides/{slideId:guid}").WithTags("Decks");
        slide.MapGet("/items/{itemId:guid}/guides", GuidesAsync).WithName("readGuides");
        slide.MapGet("/items/{itemId:guid}/lines", LinesAsync).WithName("readLines");
        slide.MapGet("/items/{itemId:guid}/marks", MarksAsync).WithName("proposeMarks");
        slide.MapGet("/grid", GridAsync).WithName("readGrid");
        app.MapGet(
                "/api/grids",
                () => Enum.GetValues<GridPreset>().Select(p => new PresetView(p, GridPresets.Of(p))).ToArray()
            )
            .WithTags("Rules")
            .WithName("readGrids");
        slide.MapGet("/arrangements", ArrangementsAsync).WithName("proposeArrangements");
        slide.MapGet("/layouts", LayoutsAsync).WithName("proposeLayouts");
        slide.MapPost("/ways", WaysAsync).WithName("readWays");
        slide.MapPost("/figures", FiguresAsync).WithName("proposeFigures");
    }

    private static async Task<Results<Ok<DragGuides>, ProblemHttpResult>> GuidesAsync(
        Guid id,
        Guid slideId,
        Guid itemId,
        DeckEditing desk,
        PhotoStore photos,
        CancellationToken cancel
    ) =>
        (await desk.OpenAsync(id, cancel))?.Deck.Slide(slideId)?.Item(itemId) is Frame frame
        && photos.Facts(frame.PhotoId) is { } photo
            ? TypedResults.Ok(DragGuides.For(frame, photo))
            : Problems.NotFound("photo on this slide");

    private static async Task<Results<Ok<Guides>, ProblemHttpResult>> LinesAsync(
        Guid id,
        Guid slideId,
        Guid itemId,
        DeckEditing desk,
        CancellationToken cancel,
        Guid[]? also = null
    ) =>
        (await desk.OpenAsync(id, cancel))?.Deck is { } deck
        && deck.Slide(slideId) is { } slide
        && slide.Item(itemId) is { } item
            ? TypedResults.Ok(Guides.For(deck, slide, [item, .. (also ?? []).Select(slide.Item).OfType<Item>()]))
            : Problems.NotFound("thing on this slide");

    private static async Task<Results<Ok<IReadOnlyList<CropWindow>>, ProblemHttpResult>> MarksAsync(
        Guid id,
        Guid slideId,
        Guid itemId,
        DeckEditing desk,
        PhotoStore photos,
        CancellationToken cancel
    ) =>
        (await desk.OpenAsync(id, cancel))?.Deck.Slide(slideId)?.Item(itemId) is Frame frame
        && photos.Facts(frame.PhotoId) is { } photo
        && photos.Tones(frame.PhotoId) is { } tones
            ? TypedResults.Ok(Attention.Parts(tones, photo.Focal))
            : Problems.NotFound("photo on this slide");

    private static async Task<Results<Ok<GridView>, ProblemHttpResult>> GridAsync(
        Guid id,
        Guid slideId,
        DeckEditing desk,
        CancellationToken cancel
    )
    {
        if ((await desk.OpenAsync(id, cancel))?.Deck is not { } deck || deck.Slide(slideId) is not { } slide)
            return Problems.NotFound("slide");
        SlideGrid grid = deck.GridOf(slide);
        return TypedResults.Ok(
            new GridView(
                grid,
                slide.OwnGrid is not null,
                GridPresets.Named(slide.OwnGrid ?? deck.Grid),
                grid.Cells(deck.Shape.Bounds())
            )
        );
    }

    private static async Task<Results<Ok<IReadOnlyList<ProposalView>>, ProblemHttpResult>> ArrangementsAsync(
        Guid id,
        Guid slideId,
        DeckEditing desk,
        SceneCache scenes,
        CancellationToken cancel
    ) =>
        (await desk.OpenAsync(id, cancel))?.Deck is { } deck && deck.Slide(slideId) is { } slide
            ? TypedResults.Ok(desk.Proposals(deck, slide, scenes))
            : Problems.NotFound("slide");

    private static async Task<Results<Ok<LayoutView[]>, ProblemHttpResult>> LayoutsAsync(
        Guid id,
        Guid slideId,
        DeckEditing desk,
        SceneCache scenes,
        CancellationToken cancel
    ) =>
        (await desk.OpenAsync(id, cancel))?.Deck is { } deck && deck.Slide(slideId) is { } slide
            ? TypedResults.Ok(
                SlideLayouts
                    .For(deck, slide, scenes)
                    .Select(i =>
                        (Idea: i, Edited: desk.Try(deck, new ApplyLayout(slideId, i.Layout, i.Sharing)) as Edited)
                    )
                    .Where(i => i.Edited is not null)
                    .ToArray()
                    .AsParallel()
                    .AsOrdered()
                    .Select(i => new LayoutView(
                        i.Idea.Layout,
                        i.Idea.Sharing,
                        i.Idea.Why,
                        i.Idea.Fits,
                        SceneBuilder.Build(i.Edited!.Deck, i.Edited.Deck.Slide(slideId)!, scenes)[0]
                    ))
                    .ToArray()
            )
            : Problems.NotFound("slide");

    // While a hand moves what lines stay with: nothing is edited, and no scene is made.
    private static async Task<Results<Ok<WayView[]>, ProblemHttpResult>> WaysAsync(
        Guid id,
        Guid slideId,
        WaysRequest moved,
        DeckEditing desk,
        CancellationToken cancel
    )
    {
        if ((await desk.OpenAsync(id, cancel))?.Deck is not { } deck || deck.Slide(slideId) is null)
            return Problems.NotFound("slide");
        HashSet<Guid> items = [.. moved.ItemIds];
        return desk.Try(deck, new MoveItems(slideId, [.. items], moved.Across, moved.Down)) switch
        {
            Edited done => TypedResults.Ok(
                LinePath.Along(done.Deck.Slide(slideId)!, items).Select(l => new WayView(l.Line, l.Drawn)).ToArray()
            ),
            Rejected no => Problems.Of(no.Reason),
            _ => throw new InvalidOperationException("An edit is done or refused."),
        };
    }

    private static async Task<Results<Ok<FigureView[]>, ProblemHttpResult>> FiguresAsync(
        Guid id,
        Guid slideId,
        FiguresRequest asked,
        DeckEditing desk,
        SceneCache scenes,
        CancellationToken cancel
    )
    {
        if ((await desk.OpenAsync(id, cancel))?.Deck is not { } deck || deck.Slide(slideId) is not { } slide)
            return Problems.NotFound("slide");
        if (asked.Text?.Length > Limits.Incoming.Text)
            return Problems.Of(
                new Refusal("too-long", $"What was pasted has {asked.Text.Length} characters. Take a part of it.")
            );
        List<FigureView> views = [];
        Refusal? refused = null;
        foreach ((TextForm form, string why, DeckCommand command) in asked.Text is { } text ? OfText(text) : OfFacts())
            switch (desk.Try(deck, command))
            {
                case Edited done:
                    views.Add(
                        new(form, why, command, SceneBuilder.Build(done.Deck, done.Deck.Slide(slideId)!, scenes)[0])
                    );
                    break;
                case Rejected no:
                    refused ??= no.Reason;
                    break;
            }
        // What was pasted and can be nothing says why.
        if (asked.Text is not null && refused is not null)
        {
            if (views.Count == 0)
                return Problems.Of(refused);
            if (views is [{ Form: TextForm.Words } words])
                views = [words with { Why = $"{words.Why} {refused.Sentence}" }];
        }
        return TypedResults.Ok(views.ToArray());

        IEnumerable<(TextForm, string, DeckCommand)> OfText(string text) =>
            FigureOffers
                .Of(text)
                .Select(o => (o.Form, o.Why, (DeckCommand)new AddItem(slideId, o.Edit)))
                .Append((TextForm.Words, "As words.", new AddItem(slideId, new WordsEdit(text.Trim()))));

        IEnumerable<(TextForm, string, DeckCommand)> OfFacts() =>
            (slide.PointId is { } point ? deck.Point(point)?.Facts ?? [] : []).SelectMany(
                (fact, i) =>
                    FigureOffers
                        .Of(fact.Text, fact.Reference)
                        .Select(o =>
                            (
                                o.Form,
                                $"“{FewWords.Of(fact.Text)}” {o.Why}",
                                (DeckCommand)new ShowFact(slideId, i, o.Form)
                            )
                        )
            );
    }
}
