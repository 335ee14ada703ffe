using System.Text;
using Jaali.Core.Decks;
using Jaali.Core.Scenes;
using Jaali.Formats;
using Jaali.Store;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Jaali.Server.Endpoints;

/// <summary>Copies to hand on.</summary>
public static class ExportEndpoints
{
    /// <summary>Maps them.</summary>
    public static void MapExports(this IEndpointRouteBuilder app)
    {
        RouteGroupBuilder exports = app.MapGroup("/api/decks/{id:guid}/exports").WithTags("Deliver");
        exports.MapPost("/pdf", StartPdfAsync).WithName("exportPdf");
        exports.MapGet("/{jobId:guid}.pdf", ReadPdfAsync).WithName("readPdf").Produces(200, contentType: "application/pdf");
    }

    private static async Task<Results<Accepted<JobView>, ProblemHttpResult>> StartPdfAsync(Guid id, DeckDesk desk, SceneShelf scenes, PhotoStore photos, PdfWriter pdf, DataFolder folder, Jobs jobs, CancellationToken cancel)
    {
        if (await desk.OpenAsync(id, cancel) is not { } stored) return Problems.NotFound("deck");
        if (stored.Deck.Slides.Count == 0) return Problems.Of(new Core.Refusal("no-slides", "There are no slides yet. Make them in Plan first."));
        JobView job = jobs.Start(id, "pdf", "", (report, stop) => Task.Run(() =>
        {
            IReadOnlyList<Scene> all = scenes.All(stored.Deck);
            if (stored.Deck.Slides.Find(s => s.Ground is { } g && photos.Bytes(g.PhotoId) is null) is not null) throw new JobFailedException("A photo's file is missing from the store. Take it again before handing the talk on.");
            string name = Guid.NewGuid().ToString("N"), half = folder.Export(name + ".part");
            try
            {
                using (FileStream file = File.Create(half)) pdf.Write(file, stored.Deck, all, photos.Bytes, n => report((double)n / all.Count), stop);
                File.Move(half, folder.Export(name + ".pdf"));
            }
            finally
            {
                File.Delete(half);
            }
            return $"/api/decks/{id}/exports/{Guid.Parse(name)}.pdf";
        }, stop));
        return TypedResults.Accepted($"/api/jobs/{job.Id}", job);
    }

    private static async Task<IResult> ReadPdfAsync(Guid id, Guid jobId, DeckDesk desk, DataFolder folder, CancellationToken cancel)
    {
        string path = folder.Export(jobId.ToString("N") + ".pdf");
        if (await desk.OpenAsync(id, cancel) is not { } stored || !File.Exists(path)) return Problems.NotFound("file");
        return TypedResults.PhysicalFile(path, "application/pdf", FileName(stored.Deck) + ".pdf");
    }

    private static string FileName(Deck deck)
    {
        var name = new StringBuilder();
        foreach (char c in deck.Title.Take(80)) name.Append(char.IsLetterOrDigit(c) || c is ' ' or '-' ? c : '-');
        return name.ToString().Trim(' ', '-') is { Length: > 0 } clean ? clean : "Talk";
    }
}
