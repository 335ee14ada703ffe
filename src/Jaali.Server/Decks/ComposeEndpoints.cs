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
}
