using Jaali.Core.Decks;
using Jaali.Core.Photos;
using Jaali.Formats.Bundle;
using Jaali.Formats.Reading;
using Jaali.Imaging;
using Jaali.Store;

namespace Jaali.Server.Incoming;

/// <summary>Takes a bundle in: the bag was checked by the reader, its photos keep their bytes, records and evidence,
/// and the talk is as it was.</summary>
public sealed class BundleImport(
    DeckStore decks,
    PhotoStore photos,
    BlobFolder blobs,
    FontIntake intake,
    FontReader incoming,
    FontLibrary fonts,
    Renditions renditions,
    ClipImporter clips
)
{
    /// <summary>Takes it in.</summary>
    /// <param name="id">The identity of the talk where its own is taken here.</param>
    /// <param name="read">What was read of it.</param>
    /// <param name="report">Told how far it is, 0 to 1.</param>
    /// <param name="cancel">Stops between photos.</param>
    /// <returns>The talk, and what is to be said of it.</returns>
    public async Task<(Deck Deck, IReadOnlyList<string> Said)> OpenAsync(
        Guid id,
        ReadResult<TalkRead> read,
        Action<double> report,
        CancellationToken cancel
    )
    {
        BundleContents contents = read.Value.Bundle!;
        List<string> said = [];
        int here = 0;
        foreach ((BundleRecord record, int i) in contents.Photos.Select((p, i) => (p, i)))
        {
            cancel.ThrowIfCancellationRequested();
            byte[] bytes = read.Bytes(record.File)!;
            if (BlobFolder.NameOf(bytes) != record.PhotoId)
                throw new FileFaultException(
                    "A photo of the bundle is not the one that the talk names. Make the bundle again."
                );
            bool known = photos.Facts(record.PhotoId) is not null;
            PhotoReading reading;
            try
            {
                reading = await Task.Run(() => PhotoReader.Read(bytes), cancel);
            }
            catch (NotAPhotoException e)
            {
                throw new FileFaultException($"A photo of the bundle cannot be opened. {e.Message}", e);
            }
            ClipFacts? clip;
            try
            {
                clip = record is { Clip: { } told, ClipFile: { } plays }
                    ? await clips.OfBundleAsync(read.At(plays), told, cancel)
                    : null;
            }
            catch (ClipFaultException e)
            {
                throw new FileFaultException($"A clip of the bundle cannot be opened. {e.Message}", e);
            }
            await photos.KeepAsync(
                bytes,
                reading with
                {
                    Focal = record.Focal,
                },
                record.Rights,
                record.Evidence,
                record.TakenFrom,
                clip,
                cancel
            );
            if (known && photos.Facts(record.PhotoId)!.Rights != record.Rights)
                here++;
            if (
                record.Rights.Permission?.FileId is { } letter
                && contents.Permissions.TryGetValue(letter, out string? at)
                && read.Bytes(at) is { } shown
            )
                blobs.Put(shown);
            await renditions.PrepareAsync(record.PhotoId, cancel);
            report((i + 1.0) / (contents.Photos.Count + 1));
        }
        if (here > 0)
            said.Add(
                here == 1
                    ? "One photo was here already with a record of its own; that one stays."
                    : $"{here} photos were here already with records of their own; those stay."
            );
        await FontsAsync(read, contents.Fonts, said, cancel);
        Deck deck = contents.Deck;
        if (await decks.LoadAsync(deck.Id, cancel) is not null)
        {
            deck = deck with { Id = id, OwnOpening = deck.OwnOpening is { } own ? own with { Id = id } : null };
            // The opening has the identity of its talk.
            deck = deck with
            {
                Slides = deck.Slides.ConvertAll(x => x.Kind == SlideKind.Title ? x with { PointId = id } : x),
            };
            said.Add("This talk is here already; what was brought is beside it as a talk of its own.");
        }
        return (deck, said);
    }

    private async Task FontsAsync(
        ReadResult<TalkRead> read,
        IReadOnlyList<string> names,
        List<string> said,
        CancellationToken cancel
    )
    {
        List<FontFile> found = [];
        foreach (string name in names)
            try
            {
                found.AddRange(await incoming.ReadAsync(read.At(name), cancel));
            }
            catch (FileFaultException e)
            {
                said.Add($"A typeface of the bundle cannot be used: {e.Message}");
            }
        // A family that is here already stays as it is.
        await intake.AddAsync(found.Where(f => fonts.Family(f.Facts.Family).Count == 0).ToArray(), cancel);
    }
}
