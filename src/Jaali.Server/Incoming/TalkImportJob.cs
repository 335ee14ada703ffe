using System.Text.Json;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Formats.Reading;
using Jaali.Store;

namespace Jaali.Server.Incoming;

/// <summary>What came of reading a talk.</summary>
/// <param name="DeckId">The talk.</param>
/// <param name="Kind">What the file was.</param>
/// <param name="Title">Its title.</param>
/// <param name="Slides">Slides that were made.</param>
/// <param name="Photos">Photos on them.</param>
/// <param name="Told">What was not understood, or is to be known, each in a sentence.</param>
public sealed record TalkImportReport(
    Guid DeckId,
    TalkFileKind Kind,
    string Title,
    int Slides,
    int Photos,
    IReadOnlyList<string> Told
);

/// <summary>What reading was asked for, and what came of it.</summary>
/// <param name="Incoming">What was brought.</param>
/// <param name="Report">What came of it; null until it is read.</param>
public sealed record TalkImportWork(Guid Incoming, TalkImportReport? Report = null);

/// <summary>Makes a talk of files that were brought.</summary>
public sealed class TalkImportJob(
    IncomingFolder incoming,
    TalkFiles files,
    TalkBuilder builder,
    BundleImport bundles,
    DeckEditing editing,
    DeckStore decks
) : IJobWork
{
    /// <summary>Its name.</summary>
    public const string Name = "read";

    /// <inheritdoc/>
    public string Kind => Name;

    /// <inheritdoc/>
    public async Task<string> RunAsync(JobRow job, Action<double> report, CancellationToken cancel)
    {
        TalkImportWork asked = JsonSerializer.Deserialize<TalkImportWork>(job.Asked, DeckJson.Options)!;
        IReadOnlyList<IncomingFile> brought = incoming.Files(asked.Incoming);
        try
        {
            TalkImportReport done = await files.OpenAsync(
                brought,
                async (kind, read, made) =>
                {
                    (Deck deck, IReadOnlyList<string> told) =
                        kind == TalkFileKind.Bundle
                            ? await bundles.OpenAsync(job.DeckId, made!, report, cancel)
                            : await builder.BuildAsync(job.DeckId, read!, NameOf(brought, kind), report, cancel);
                    // Whatever it was read from: it is a talk that edits could have made, or it is told what was not.
                    (deck, IReadOnlyList<string> refused) = DeckReview.Of(
                        deck.Id == Guid.Empty ? deck with { Id = job.DeckId } : deck,
                        editing.Facts
                    );
                    if (read is { Slides.Count: 0 })
                        throw new FileFaultException("This file has no slides. Choose another.");
                    if (await decks.LoadAsync(deck.Id, cancel) is null)
                        await decks.CreateAsync(deck, cancel);
                    return new TalkImportReport(
                        deck.Id,
                        kind,
                        deck.Title,
                        deck.Slides.Count,
                        Core.Items.ItemKinds.Photos(deck).Select(p => p.Use.PhotoId).Distinct().Count(),
                        [.. (read?.NotUnderstood ?? []).Concat(told).Concat(refused)]
                    );
                },
                cancel
            );
            job.Asked = JsonSerializer.Serialize(asked with { Report = done }, DeckJson.Options);
            incoming.Remove(asked.Incoming);
            return done.DeckId.ToString();
        }
        catch (FileFaultException e)
        {
            throw new JobFailedException(e.Message, e);
        }
    }

    // What a folder of photos or an outline is called after.
    private static string NameOf(IReadOnlyList<IncomingFile> brought, TalkFileKind kind) =>
        kind switch
        {
            TalkFileKind.Photos when brought.Count > 1 => brought[0].Name.Contains('/')
                ? brought[0].Name.Split('/')[0]
                : "Photos",
            TalkFileKind.Outline when brought.Count > 1 => brought
                .First(f =>
                    f.Name.EndsWith("md", StringComparison.OrdinalIgnoreCase)
                    || f.Name.EndsWith("txt", StringComparison.OrdinalIgnoreCase)
                    || f.Name.EndsWith("markdown", StringComparison.OrdinalIgnoreCase)
                )
                .Name,
            _ => Path.GetFileName(brought[0].Name),
        };

    /// <inheritdoc/>
    public void Remove(JobRow job)
    {
        if (JsonSerializer.Deserialize<TalkImportWork>(job.Asked, DeckJson.Options) is { } asked)
            incoming.Remove(asked.Incoming);
    }
}
