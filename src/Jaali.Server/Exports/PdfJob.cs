using System.Text.Json;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Items;
using Jaali.Core.Motion;
using Jaali.Core.Scenes;
using Jaali.Formats;
using Jaali.Store;

namespace Jaali.Server;

/// <summary>What a PDF is asked for.</summary>
/// <param name="States">Each press of a slide has a page of its own.</param>
public sealed record PdfAsked(bool States = false);

/// <summary>Writes a deck as PDF. The file belongs to the job, and the job to its deck.</summary>
public sealed class PdfJob(
    DeckDesk desk,
    SceneShelf scenes,
    PhotoStore photos,
    Renditions renditions,
    PdfWriter pdf,
    DataFolder folder
) : IJobWork
{
    /// <summary>Its name.</summary>
    public const string Name = "pdf";

    /// <inheritdoc/>
    public string Kind => Name;

    /// <summary>Where the file of a job is.</summary>
    public static string FileOf(DataFolder folder, Guid jobId) => folder.Export(jobId.ToString("N") + ".pdf");

    /// <inheritdoc/>
    public async Task<string> RunAsync(JobRow job, Action<double> report, CancellationToken cancel)
    {
        StoredDeck stored =
            await desk.OpenAsync(job.DeckId, cancel) ?? throw new JobFailedException("The talk was removed meanwhile.");
        if (ItemKinds.Photos(stored.Deck).Any(p => photos.WholeBytes(p.Use.PhotoId) is null))
            throw new JobFailedException(
                "A photo's file is missing from the store or damaged. Take it again before handing the talk on."
            );
        PdfAsked asked = JsonSerializer.Deserialize<PdfAsked>(job.Asked, DeckJson.Options) ?? new();
        await Task.Run(() => Write(stored, asked, job.Id, report, cancel), cancel);
        return $"/api/decks/{job.DeckId}/exports/{job.Id}.pdf";
    }

    /// <inheritdoc/>
    public void Remove(JobRow job) => File.Delete(FileOf(folder, job.Id));

    private void Write(StoredDeck stored, PdfAsked asked, Guid jobId, Action<double> report, CancellationToken cancel)
    {
        IReadOnlyList<Scene> all = asked.States ? States(stored.Deck) : scenes.All(stored.Deck);
        string half = folder.Export(jobId.ToString("N") + ".part");
        try
        {
            using (FileStream file = File.Create(half))
                pdf.Write(file, stored.Deck, all, renditions.Upright, n => report((double)n / all.Count), cancel);
            File.Move(half, FileOf(folder, jobId), overwrite: true);
        }
        finally
        {
            File.Delete(half);
        }
    }

    // Every slide as it stands after each press.
    private List<Scene> States(Deck deck) =>
        [
            .. deck.Slides.SelectMany(slide =>
            {
                IReadOnlyList<Scene> own = scenes.Of(deck, slide);
                if (slide.Cues.IsEmpty || own is not [var scene])
                    return own;
                Timeline timeline = Timelines.Of(deck, slide, scene, scenes);
                return Enumerable
                    .Range(0, timeline.Steps.Count)
                    .Select(step => StepScenes.After(scene, timeline, step))
                    .ToArray();
            }),
        ];
}
