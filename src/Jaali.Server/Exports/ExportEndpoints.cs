using System.IO.Compression;
using System.Text;
using Jaali.Core.Decks;
using Jaali.Core.Items;
using Jaali.Core.Ledgers;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Formats;
using Jaali.Store;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Jaali.Server;

/// <summary>Copies to hand on.</summary>
public static class ExportEndpoints
{
    /// <summary>Maps them.</summary>
    public static void MapExports(this IEndpointRouteBuilder app)
    {
        RouteGroupBuilder exports = app.MapGroup("/api/decks/{id:guid}/exports").WithTags("Deliver");
        exports.MapPost("/pdf", StartPdfAsync).WithName("exportPdf");
        exports
            .MapGet("/credits.{form}", ReadCreditsAsync)
            .WithName("readCredits")
            .Produces(200, contentType: "text/plain");
        exports
            .MapGet("/photos.zip", ReadPhotosAsync)
            .WithName("readPhotos")
            .Produces(200, contentType: "application/zip");
        exports
            .MapGet("/{jobId:guid}.pdf", ReadPdfAsync)
            .WithName("readPdf")
            .Produces(200, contentType: "application/pdf");
    }

    private static async Task<Results<Accepted<JobView>, ProblemHttpResult>> StartPdfAsync(
        Guid id,
        bool? states,
        DeckDesk desk,
        Jobs jobs,
        HttpContext http,
        CancellationToken cancel
    )
    {
        if (await desk.OpenAsync(id, cancel) is not { } stored)
            return Problems.NotFound("deck");
        if (stored.Deck.Slides.Count == 0)
            return Problems.Of(new Core.Refusal("no-slides", "There are no slides yet. Make them in Plan first."));
        JobView job = await jobs.AskAsync(id, PdfJob.Name, "", new PdfAsked(states ?? false), Author.Of(http));
        return TypedResults.Accepted($"/api/jobs/{job.Id}", job);
    }

    // A file is fetched through its own deck's address and no other.
    private static async Task<IResult> ReadPdfAsync(
        Guid id,
        Guid jobId,
        DeckDesk desk,
        Jobs jobs,
        DataFolder folder,
        CancellationToken cancel
    )
    {
        if (
            await desk.OpenAsync(id, cancel) is not { } stored
            || await jobs.FindAsync(jobId, cancel) is not { Kind: PdfJob.Name, State: JobState.Done } job
            || job.DeckId != id
            || !File.Exists(PdfJob.FileOf(folder, jobId))
        )
            return Problems.NotFound("file");
        return TypedResults.PhysicalFile(
            PdfJob.FileOf(folder, jobId),
            "application/pdf",
            FileName(stored.Deck) + ".pdf"
        );
    }

    private static async Task<IResult> ReadCreditsAsync(
        Guid id,
        string form,
        DeckDesk desk,
        LedgerShelf ledger,
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
                $"{FileName(deck)}, credits.{form}"
            )
            : Problems.NotFound("form of the credits");
    }

    // Each photo once, its own bytes with its credit written into it, and the credits beside them.
    private static async Task<IResult> ReadPhotosAsync(
        Guid id,
        DeckDesk desk,
        LedgerShelf ledger,
        PhotoStore photos,
        Renditions renditions,
        DataFolder folder,
        CancellationToken cancel
    )
    {
        if (await desk.OpenAsync(id, cancel) is not { } stored)
            return Problems.NotFound("deck");
        Deck deck = stored.Deck;
        IReadOnlyList<CreditEntry> entries = ledger.Of(deck);
        if (entries.Count == 0)
            return Problems.Of(new Core.Refusal("no-photos", "No photo is on a slide yet."));
        if (entries.Any(e => photos.WholeBytes(e.Photo.Id) is null))
            return Problems.Of(
                new Core.Refusal(
                    "missing-file",
                    "A photo's file is missing from the store or damaged. Take it again before handing the talk on."
                )
            );
        // Written beside the exports and gone as soon as it is sent.
        var file = new FileStream(
            folder.Export(Guid.NewGuid().ToString("N") + ".part"),
            FileMode.CreateNew,
            FileAccess.ReadWrite,
            FileShare.None,
            64 * 1024,
            FileOptions.DeleteOnClose | FileOptions.Asynchronous
        );
        await Task.Run(() => WritePhotos(file, deck, entries, photos, renditions), cancel);
        file.Position = 0;
        return TypedResults.Stream(file, "application/zip", $"{FileName(deck)}, photos.zip");
    }

    private static void WritePhotos(
        Stream output,
        Deck deck,
        IReadOnlyList<CreditEntry> entries,
        PhotoStore photos,
        Renditions renditions
    )
    {
        using var zip = new ZipArchive(output, ZipArchiveMode.Create, leaveOpen: true);
        foreach (CreditEntry e in entries)
        {
            // What is hidden anywhere in the talk is hidden in the file: nothing that leaves holds it.
            Treatment how = HiddenParts.Of(deck, e.Photo.Id, photos.Tones(e.Photo.Id));
            string format = how.IsNone
                ? photos.FormatOf(e.Photo.Id)?.Replace("jpeg", "jpg", StringComparison.Ordinal) ?? "jpg"
                : "jpg";
            // The file holds the whole photo, so its credit speaks of no change but of what is hidden.
            CreditParts parts = CreditParts.Of(
                e.Photo.Rights,
                new Changes(1, Covered: !how.IsNone),
                deck.Style.Language
            );
            string name =
                $"{e.Slides[0]:00} {Clean(e.Parts.Title.Length > 0 ? e.Parts.Title : "photo")} {e.Photo.Id[..6]}";
            byte[] bytes = how.IsNone ? photos.Bytes(e.Photo.Id)! : renditions.Upright($"{e.Photo.Id}~{how.Name}")!;
            // Stored, not packed: photos are packed already.
            Put($"{name}.{format}", XmpWriter.Into(bytes, parts, Credit.Full(parts).Text));
            // A format whose files are not written into has its credit beside it.
            if (!XmpWriter.CanWrite(bytes))
                Put($"{name}.xmp", Encoding.UTF8.GetBytes(XmpWriter.Packet(parts, Credit.Full(parts).Text)));
        }
        Put("credits.txt", Encoding.UTF8.GetBytes(CreditFiles.Text(deck, entries)));

        void Put(string name, byte[] bytes)
        {
            using Stream entry = zip.CreateEntry(name, CompressionLevel.NoCompression).Open();
            entry.Write(bytes);
        }
    }

    private static string FileName(Deck deck) => Clean(deck.Title);

    private static string Clean(string title)
    {
        var name = new StringBuilder();
        foreach (char c in title.Take(80))
            name.Append(char.IsLetterOrDigit(c) || c is ' ' or '-' ? c : '-');
        return name.ToString().Trim(' ', '-') is { Length: > 0 } clean ? clean : "Talk";
    }
}
