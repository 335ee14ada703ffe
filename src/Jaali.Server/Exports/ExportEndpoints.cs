using System.Text;
using Jaali.Core.Decks;
using Jaali.Core.Ledgers;
using Jaali.Formats;
using Jaali.Store;

namespace Jaali.Server.Exports;

/// <summary>The credits alone, as files.</summary>
public static class ExportEndpoints
{
    /// <summary>Maps the endpoints under <c>/api/decks/{id:guid}/exports</c>; each answers a refusal as problem
    /// details.</summary>
    public static void MapExports(this IEndpointRouteBuilder app)
    {
        RouteGroupBuilder exports = app.MapGroup("/api/decks/{id:guid}/exports").WithTags("Deliver");
        exports
            .MapGet("/credits.{form}", ReadCreditsAsync)
            .WithName("readCredits")
            .Produces(200, contentType: "text/plain");
        exports
            .MapGet("/photos.zip", ReadPhotosAsync)
            .WithName("readPhotos")
            .Produces(200, contentType: "application/zip");
    }

    private static async Task<IResult> ReadCreditsAsync(
        Guid id,
        string form,
        DeckEditing desk,
        LedgerCache ledger,
        CancellationToken cancel
    )
    {
        if (await desk.OpenAsync(id, cancel) is not { } stored)
            return Problems.NotFound("deck");
        Deck deck = stored.Deck;
        CreditEntry[] entries = [.. ledger.Of(deck).Where(e => deck.Style.Credits(e.Photo.Rights))];
        (string Text, string Type)? file = form switch
        {
            "txt" => (CreditFiles.Text(deck, entries), "text/plain"),
            "md" => (CreditFiles.Markdown(deck, entries), "text/markdown"),
            "html" => (CreditFiles.Html(deck, entries), "text/html"),
            "csv" => (CreditFiles.Csv(entries), "text/csv"),
            "jsonld" => (CreditFiles.JsonLd(deck, entries), "application/ld+json"),
            _ => null,
        };
        return file is { } f
            ? TypedResults.File(
                Encoding.UTF8.GetBytes(f.Text),
                f.Type + "; charset=utf-8",
                $"{CopyNames.Clean(deck.Title)}, credits.{form}"
            )
            : Problems.NotFound("form of the credits");
    }

    // The photos with their credits, for those who see to them: made while they are fetched, and kept nowhere.
    private static async Task<IResult> ReadPhotosAsync(
        Guid id,
        DeckEditing desk,
        LedgerCache ledger,
        PhotoStore photos,
        PictureCopies pictures,
        DataFolder folder,
        CancellationToken cancel
    )
    {
        if (await desk.OpenAsync(id, cancel) is not { } stored)
            return Problems.NotFound("deck");
        IReadOnlyList<CreditEntry> entries = ledger.Of(stored.Deck);
        if (entries.Count == 0)
            return Problems.Of(new Core.Refusal("no-photos", "No photo is on a slide yet."));
        if (entries.Any(e => photos.WholeBytes(e.Photo.Id) is null))
            return Problems.Of(
                new Core.Refusal(
                    "missing-file",
                    "A photo's file is missing from the store or damaged. Take it again before handing the talk on."
                )
            );
        var asked = new CopyRequest(CopyForm.Photos);
        string path = folder.Export(Guid.NewGuid().ToString("N") + ".part");
        await Task.Run(() => pictures.Make(new(stored.Deck, asked, [], entries, _ => { }, cancel), path), cancel);
        // Gone as soon as it is sent.
        var file = new FileStream(
            path,
            FileMode.Open,
            FileAccess.Read,
            FileShare.None,
            64 * 1024,
            FileOptions.DeleteOnClose | FileOptions.Asynchronous
        );
        return TypedResults.Stream(file, "application/zip", CopyNames.Of(stored.Deck, asked, "zip"));
    }
}
