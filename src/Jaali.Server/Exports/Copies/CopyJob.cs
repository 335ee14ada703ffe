using System.Text.Json;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Items;
using Jaali.Core.Ledgers;
using Jaali.Core.Rights;
using Jaali.Store;

namespace Jaali.Server.Exports;

/// <summary>Makes a copy of a talk. The file belongs to the job, and the job to its deck.</summary>
public sealed class CopyJob(
    DeckEditing desk,
    SceneCache scenes,
    LedgerCache ledger,
    PhotoStore photos,
    IEnumerable<ICopyMaker> makers,
    DataFolder folder
) : IJobWork
{
    /// <summary>Its name.</summary>
    public const string Name = "copy";

    private readonly Dictionary<CopyForm, ICopyMaker> _makers = makers
        .SelectMany(m => m.Forms.Keys.Select(f => (f, m)))
        .ToDictionary(m => m.f, m => m.m);

    /// <inheritdoc/>
    public string Kind => Name;

    /// <summary>Where the file of a job is.</summary>
    public static string FileOf(DataFolder folder, Guid jobId) => folder.Export(jobId.ToString("N") + ".copy");

    /// <summary>The media type of a form.</summary>
    public string TypeOf(CopyForm form) => _makers[form].Forms[form].Type;

    /// <summary>What was asked and what came of it.</summary>
    public static StoredCopy Read(JobRow job) =>
        JsonSerializer.Deserialize<StoredCopy>(job.Asked, DeckJson.Options) is { Asked: not null } kept
            ? kept
            : new(new(CopyForm.Pdf));

    /// <summary>What of a deck's credits is found in a copy of a form.</summary>
    public CreditsCarried Carries(Deck deck, CopyForm form) => _makers[form].Carries(Ledger.Shown(deck), form);

    /// <summary>What a copy would have otherwise than the talk.</summary>
    public IReadOnlyList<string> Differs(Deck deck, CopyRequest asked, CancellationToken cancel) =>
        _makers[asked.Form].Differs(Work(deck, asked, _ => { }, cancel));

    /// <inheritdoc/>
    public async Task<string> RunAsync(JobRow job, Action<double> report, CancellationToken cancel)
    {
        StoredDeck stored =
            await desk.OpenAsync(job.DeckId, cancel) ?? throw new JobFailedException("The talk was removed meanwhile.");
        if (ItemKinds.Photos(stored.Deck).Any(p => photos.WholeBytes(p.Use.PhotoId) is null))
            throw new JobFailedException(
                "A photo's file is missing from the store or damaged. Take it again before handing the talk on."
            );
        StoredCopy kept = Read(job);
        CopyForm form = kept.Asked.Form;
        // A page of credits alone, of a talk without photos, is no page.
        if (form != CopyForm.Bundle && scenes.All(stored.Deck).Count == 0)
            throw new JobFailedException("The slides of this talk show nothing yet. Put something on one first.");
        string half = folder.Export(job.Id.ToString("N") + ".part"),
            file = FileOf(folder, job.Id);
        try
        {
            await Task.Run(() => _makers[form].Make(Work(stored.Deck, kept.Asked, report, cancel), half), cancel);
            File.Move(half, file, overwrite: true);
        }
        finally
        {
            File.Delete(half);
        }
        kept = kept with
        {
            Revision = stored.Revision,
            Name = CopyNames.Of(stored.Deck, kept.Asked, _makers[form].Forms[form].Ending),
            Bytes = new FileInfo(file).Length,
        };
        job.Asked = JsonSerializer.Serialize(kept, DeckJson.Options);
        return CopyEndpoints.AddressOf(job.DeckId, job.Id);
    }

    /// <inheritdoc/>
    public void Remove(JobRow job) => File.Delete(FileOf(folder, job.Id));

    private CopySource Work(Deck deck, CopyRequest asked, Action<double> report, CancellationToken cancel) =>
        new(deck, asked, scenes.All(deck), ledger.Of(deck), report, cancel);
}

/// <summary>Names of files that are handed on: after the talk.</summary>
public static class CopyNames
{
    private const int Longest = 80;

    /// <summary>The name of a copy.</summary>
    public static string Of(Deck deck, CopyRequest asked, string ending)
    {
        string what = asked.Form switch
        {
            CopyForm.Handout => asked.PerSheet == 1 ? ", notes" : $", {asked.PerSheet} on a sheet",
            CopyForm.Pdf when asked.States => ", each press",
            CopyForm.Pictures => ", slides",
            CopyForm.ContactSheet => ", contact sheet",
            CopyForm.Photos => ", photos",
            CopyForm.PlacedPhotos => ", photos as placed",
            CopyForm.WebFolder => ", for the web",
            CopyForm.Bundle => ", everything",
            _ => "",
        };
        return $"{Clean(deck.Title)}{what}.{ending}";
    }

    /// <summary>A title without what a file's name cannot have.</summary>
    public static string Clean(string title)
    {
        var name = new System.Text.StringBuilder();
        foreach (char c in title.Take(Longest))
            name.Append(char.IsLetterOrDigit(c) || c is ' ' or '-' ? c : '-');
        return name.ToString().Trim(' ', '-') is { Length: > 0 } clean ? clean : "Talk";
    }
}
