using Jaali.Core;
using Jaali.Core.Composing;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Items;
using Jaali.Core.Legibility;
using Jaali.Core.Scenes;
using Jaali.Store;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Jaali.Server.Decks;

/// <summary>Words as they are typed, not yet kept.</summary>
/// <param name="Edit">What they would say and look like.</param>
public sealed record DraftRequest(WordsEdit Edit);

/// <summary>A command that is only tried.</summary>
/// <param name="Command">What would be done.</param>
public sealed record PreviewRequest(DeckCommand Command);

/// <summary>What a command would change.</summary>
/// <param name="Things">Things on slides.</param>
/// <param name="Slides">Slides they lie on.</param>
/// <param name="Others">Titles, points and notes.</param>
public sealed record PreviewView(int Things, int Slides, int Others);

/// <summary>A house style, and a slide of this deck in it.</summary>
/// <param name="House">The style.</param>
/// <param name="Own">It was saved by somebody, and does not ship.</param>
/// <param name="Scene">The slide in it.</param>
/// <param name="Says">What the style cannot do here, in words; empty for nothing.</param>
public sealed record HouseStyleProposal(HouseStyle House, bool Own, Scene Scene, string Says);

/// <summary>A file of a house style.</summary>
/// <param name="File">What it holds.</param>
public sealed record StyleFileRequest(string File);

/// <summary>Where all headings of a deck would stand if it were evened out.</summary>
/// <param name="Command">What evens it out.</param>
/// <param name="Says">Where they stand then, and which depart and why.</param>
/// <param name="Cost">What the places cost in all.</param>
/// <param name="Bound">What they would cost at least if none minded its neighbours.</param>
public sealed record EvennessView(DeckCommand Command, string Says, double Cost, double Bound);

/// <summary>The look of a deck, and what there is to choose from.</summary>
/// <param name="Pairs">How well its colours stand out from each other in the deck's room.</param>
/// <param name="Own">Names of the styles that were saved.</param>
public sealed record HouseFacts(IReadOnlyList<ColourPair> Pairs, IReadOnlyList<string> Own);

/// <summary>Words whose look was set by hand.</summary>
/// <param name="Number">Of their slide, from 1.</param>
/// <param name="SlideId">Their slide.</param>
/// <param name="ItemId">The words.</param>
/// <param name="Says">What they say.</param>
/// <param name="Parts">What of their look was set.</param>
public sealed record ByHandView(int Number, Guid SlideId, Guid ItemId, string Says, IReadOnlyList<TextStylePart> Parts);

/// <summary>What is needed for setting words: drafts, remedies, house styles, palettes, previews.</summary>
public static class WordsEndpoints
{
    /// <summary>Maps the endpoints under <c>/api/decks/{id:guid}</c>; each answers a refusal as problem
    /// details.</summary>
    public static void MapWords(this IEndpointRouteBuilder app)
    {
        RouteGroupBuilder deck = app.MapGroup("/api/decks/{id:guid}").WithTags("Decks");
        deck.MapPost("/slides/{slideId:guid}/items/{itemId:guid}/draft", DraftAsync).WithName("draftWords");
        deck.MapGet("/slides/{slideId:guid}/items/{itemId:guid}/remedies", RemediesAsync).WithName("readRemedies");
        deck.MapGet("/slides/{slideId:guid}/houses", HousesAsync).WithName("sketchHouses");
        deck.MapPost("/preview", PreviewAsync).WithName("previewCommand");
        deck.MapGet("/palette", PaletteAsync).WithName("proposePalette");
        deck.MapGet("/house", HouseAsync).WithName("readHouse");
        deck.MapGet("/evenness", EvennessAsync).WithName("evenOut");
        deck.MapGet("/by-hand", ByHandAsync).WithName("readByHand");
        app.MapPut("/api/houses", SaveAsync).WithTags("Rules").WithName("saveHouse");
        app.MapPost("/api/houses/file", ReadFile).WithTags("Rules").WithName("readHouseFile");
        deck.MapGet("/house/file", FileAsync).WithName("writeHouseFile");
        app.MapDelete("/api/houses/{name}", RemoveAsync).WithTags("Rules").WithName("removeHouse");
    }

    private static async Task<Results<Ok<Scene>, ProblemHttpResult>> DraftAsync(
        Guid id,
        Guid slideId,
        Guid itemId,
        DraftRequest draft,
        DeckEditing desk,
        SceneCache scenes,
        CancellationToken cancel
    )
    {
        if ((await desk.OpenAsync(id, cancel))?.Deck is not { } deck || deck.Slide(slideId)?.Item(itemId) is not Words)
            return Problems.NotFound("thing on this slide");
        return desk.Try(deck, new EditItem(slideId, itemId, draft.Edit)) switch
        {
            Edited e => TypedResults.Ok(SceneBuilder.Build(e.Deck, e.Deck.Slide(slideId)!, scenes)[0]),
            Rejected no => Problems.Of(no.Reason),
            _ => throw new InvalidOperationException("An edit is done or refused."),
        };
    }

    private static async Task<Results<Ok<IReadOnlyList<Remedy>>, ProblemHttpResult>> RemediesAsync(
        Guid id,
        Guid slideId,
        Guid itemId,
        DeckEditing desk,
        SceneCache scenes,
        CancellationToken cancel
    ) =>
        (await desk.OpenAsync(id, cancel))?.Deck is { } deck && deck.Slide(slideId)?.Item(itemId) is Words
            ? TypedResults.Ok(Remedies.Of(deck, slideId, itemId, scenes, desk.Facts))
            : Problems.NotFound("thing on this slide");

    private static async Task<Results<Ok<HouseStyleProposal[]>, ProblemHttpResult>> HousesAsync(
        Guid id,
        Guid slideId,
        DeckEditing desk,
        SceneCache scenes,
        StyleStore styles,
        CancellationToken cancel
    )
    {
        if ((await desk.OpenAsync(id, cancel))?.Deck is not { } deck || deck.Slide(slideId) is not { } slide)
            return Problems.NotFound("slide");
        HouseStyle[] own = [.. await styles.HouseStylesAsync(cancel)];
        return TypedResults.Ok(
            HouseStyles
                .All.Select(h => (House: h, Own: false))
                .Concat(own.Select(h => (House: h, Own: true)))
                // As the slide would be laid out by the style, not only in its colours.
                .Select(h => (h.House, h.Own, Deck: (desk.Try(deck, new SetHouseStyle(h.House)) as Edited)?.Deck))
                .Where(h => h.Deck is not null)
                .ToArray()
                .AsParallel()
                .AsOrdered()
                .Select(h =>
                    (
                        h.House,
                        h.Own,
                        Scenes: SceneBuilder.Build(h.Deck!, h.Deck!.Slide(slide.Id)!, scenes),
                        Says: HouseLimits.Says(h.Deck!, scenes)
                    )
                )
                .Where(h => h.Scenes.Count > 0)
                .Select(h => new HouseStyleProposal(h.House, h.Own, h.Scenes[0], h.Says))
                .ToArray()
        );
    }

    private static async Task<Results<Ok<EvennessView>, ProblemHttpResult>> EvennessAsync(
        Guid id,
        DeckEditing desk,
        SceneCache scenes,
        CancellationToken cancel
    )
    {
        if ((await desk.OpenAsync(id, cancel))?.Deck is not { } deck)
            return Problems.NotFound("talk");
        EvenDeck even = DeckHand.Solve(deck, scenes);
        return TypedResults.Ok(
            new EvennessView(
                new EvenOut([.. even.Places.Select(p => new Leaning(p.SlideId, p.ItemId, p.Spot))]),
                even.Says(),
                even.Cost,
                even.Bound
            )
        );
    }

    private static async Task<Results<Ok<PreviewView>, ProblemHttpResult>> PreviewAsync(
        Guid id,
        PreviewRequest request,
        DeckEditing desk,
        CancellationToken cancel
    )
    {
        if ((await desk.OpenAsync(id, cancel))?.Deck is not { } deck)
            return Problems.NotFound("talk");
        if (CommandValidator.Fault(request) is { } fault)
            return Problems.Of(fault, StatusCodes.Status400BadRequest);
        switch (desk.Try(deck, request.Command))
        {
            case Edited e:
                PartKey[] parts = [.. DeckParts.Changed(deck, e.Deck).Keys];
                PartKey[] things = [.. parts.Where(p => p.Kind == PartKind.SlideItem)];
                return TypedResults.Ok(
                    new PreviewView(
                        things.Length,
                        things.Select(p => p.Of).Distinct().Count(),
                        parts.Count(p => p.Kind is PartKind.Title or PartKind.Point or PartKind.SlideNotes)
                    )
                );
            case Rejected no:
                return Problems.Of(no.Reason);
            default:
                throw new InvalidOperationException("An edit is done or refused.");
        }
    }

    private static async Task<Results<Ok<HouseStyle>, ProblemHttpResult>> PaletteAsync(
        Guid id,
        DeckEditing desk,
        SceneCache scenes,
        CancellationToken cancel
    )
    {
        if ((await desk.OpenAsync(id, cancel))?.Deck is not { } deck)
            return Problems.NotFound("talk");
        ToneMap[] tones =
        [
            .. ItemKinds.Photos(deck).Select(p => p.Use.PhotoId).Distinct().Select(scenes.Tones).OfType<ToneMap>(),
        ];
        return PaletteFinder.Of(tones) is { } palette
            ? TypedResults.Ok(deck.House.In(palette))
            : Problems.Of(
                new Refusal("no-photos", "A palette is proposed from the photos on the slides. Place some first.")
            );
    }

    private static async Task<Results<Ok<HouseFacts>, ProblemHttpResult>> HouseAsync(
        Guid id,
        DeckEditing desk,
        StyleStore styles,
        CancellationToken cancel
    ) =>
        (await desk.OpenAsync(id, cancel))?.Deck is { } deck
            ? TypedResults.Ok(
                new HouseFacts(
                    deck.House.Pairs(deck.Room),
                    [.. (await styles.HouseStylesAsync(cancel)).Select(h => h.Name)]
                )
            )
            : Problems.NotFound("talk");

    // The style of a talk as a file of data, under its own name.
    private static async Task<Results<FileContentHttpResult, ProblemHttpResult>> FileAsync(
        Guid id,
        DeckEditing desk,
        CancellationToken cancel
    ) =>
        (await desk.OpenAsync(id, cancel))?.Deck is { } deck
            ? TypedResults.File(
                System.Text.Encoding.UTF8.GetBytes(StyleFile.Write(deck.House.Whole)),
                "application/json",
                string.Concat(deck.House.Name.Where(c => char.IsLetterOrDigit(c) || c is ' ' or '-')).Trim()
                    + ".style.json"
            )
            : Problems.NotFound("talk");

    private static Results<Ok<HouseStyle>, ProblemHttpResult> ReadFile(StyleFileRequest request)
    {
        if (CommandValidator.Fault(request) is { } broken)
            return Problems.Of(broken);
        StyleFile file = StyleFile.Read(request.File);
        return file.Style is { } style
            ? TypedResults.Ok(style)
            : Problems.Of(
                new Refusal(
                    "bad-style",
                    "This file cannot be used. "
                        + string.Join(' ', file.Faults.Take(MostFaults))
                        + (
                            file.Faults.Count > MostFaults
                                ? $" {file.Faults.Count - MostFaults} more values are wrong."
                                : ""
                        )
                )
            );
    }

    // More than so many wrong values in one message help nobody.
    private const int MostFaults = 12;

    private static async Task<Results<Ok<ByHandView[]>, ProblemHttpResult>> ByHandAsync(
        Guid id,
        DeckEditing desk,
        CancellationToken cancel
    ) =>
        (await desk.OpenAsync(id, cancel))?.Deck is { } deck
            ? TypedResults.Ok(
                deck.Slides.SelectMany(
                        (s, i) =>
                            s
                                .Items.OfType<Words>()
                                .Where(w => w.Style is not null)
                                .Select(w => new ByHandView(i + 1, s.Id, w.Id, w.Say(deck, s), [.. w.Style!.Parts]))
                    )
                    .ToArray()
            )
            : Problems.NotFound("talk");

    private static async Task<Results<NoContent, ProblemHttpResult>> SaveAsync(
        HouseStyle house,
        StyleStore styles,
        CancellationToken cancel
    )
    {
        if (CommandValidator.Fault(house) is { } broken)
            return Problems.Of(broken);
        if (house.Fault() is { } fault)
            return Problems.Of(fault);
        if (HouseStyles.Named(house.Name) is not null)
            return Problems.Of(
                new Refusal("name-taken", "A style that ships with Jaali has this name. Give yours another.")
            );
        await styles.SaveAsync(house, cancel);
        return TypedResults.NoContent();
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> RemoveAsync(
        string name,
        StyleStore styles,
        CancellationToken cancel
    ) =>
        await styles.RemoveHouseStyleAsync(name, cancel)
            ? TypedResults.NoContent()
            : Problems.NotFound("saved house style");
}
