using System.Text;
using Jaali.Core.Decks;
using Jaali.Core.Items;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Core.Scenes;
using Jaali.Formats;
using Jaali.Formats.Bundle;
using Jaali.Imaging;
using Jaali.Store;
using CropWindow = Jaali.Core.Geometry.CropWindow;

namespace Jaali.Server.Exports;

/// <summary>Everything of a talk in one file.</summary>
public sealed class BundleCopies(
    PhotoStore photos,
    BlobFolder blobs,
    FontLibrary fonts,
    PdfCopies pdf,
    Renditions renditions,
    TimeProvider clock
) : ICopyMaker
{
    /// <inheritdoc/>
    public IReadOnlyDictionary<CopyForm, (string Ending, string Type)> Forms { get; } =
        new Dictionary<CopyForm, (string, string)> { [CopyForm.Bundle] = ("zip", BundleWriter.MediaType) };

    /// <inheritdoc/>
    public void Make(CopySource work, string file)
    {
        string page = file + ".pdf";
        List<string> cut = [];
        try
        {
            Dictionary<string, (BundledPhoto Photo, CropWindow Part)> made = work.Asked.OnlyShown
                ? Trimmed(work, file, cut)
                : [];
            Deck deck = work.Asked.OnlyShown
                ? TrimmedPhotos.Of(
                    work.Deck,
                    made.ToDictionary(m => m.Key, m => new TrimmedPhoto(m.Value.Photo.Facts.Id, m.Value.Part))
                )
                : work.Deck;
            List<BundledPhoto> all = [.. made.Values.Select(m => m.Photo)];
            List<BundledFile> files = [];
            foreach (string id in BundleWriter.PhotosOf(deck))
            {
                if (photos.Facts(id) is not { } facts || made.Values.Any(m => m.Photo.Facts.Id == id))
                    continue;
                if (photos.FileOf(id) is not { } path || photos.FaultOf(id).Length > 0)
                    throw new JobFailedException(
                        "A photo's file is missing from the store or damaged. Take it again before handing the talk on."
                    );
                all.Add(
                    new(
                        facts,
                        photos.FormatOf(id) ?? "jpeg",
                        path,
                        photos.EvidenceAsync(id, work.Cancel).GetAwaiter().GetResult(),
                        photos.TakenFrom(id)
                    )
                );
                if (facts.Clip is { } clip)
                    files.Add(
                        photos.FileOf(clip.Sha256) is { } plays
                            ? new(
                                BundleWriter.ClipName(clip),
                                () => File.OpenRead(plays),
                                clip.Bytes,
                                clip.Type,
                                "What plays of a clip"
                            )
                            : throw new JobFailedException(
                                "A clip's file is missing from the store. Take it again before handing the talk on."
                            )
                    );
                if (facts.Rights.Permission is { FileId: { } letter } p && blobs.FileOf(letter) is { } at)
                    files.Add(
                        new(
                            $"permissions/{letter}{Path.GetExtension(p.FileName ?? "")}",
                            () => File.OpenRead(at),
                            new FileInfo(at).Length,
                            "application/octet-stream",
                            "A permission: " + p.From
                        )
                    );
            }
            foreach ((string name, string text, string type) in Credits(work))
                files.Add(BundledFile.Of($"credits/{name}", Encoding.UTF8.GetBytes(text), type, "Credits"));
            foreach (
                var face in fonts.Faces.Where(f => !fonts.Shipped.Contains(f.Family) && !FontLibrary.IsLender(f.Family))
            )
                if (
                    DeckFonts.Of(deck).Any(f => f.Family == face.Family)
                    && fonts.MayEmbed(face.Id)
                    && fonts.Bytes(face.Id) is { } bytes
                )
                    files.Add(BundledFile.Of($"fonts/{CopyNames.Clean(face.Id)}.ttf", bytes, "font/ttf", face.Id));
            if (work.Scenes.Count > 0)
            {
                pdf.Make(work with { Asked = new(CopyForm.Pdf), Report = n => work.Report(n / 2) }, page);
                files.Add(
                    new(
                        "talk.pdf",
                        () => File.OpenRead(page),
                        new FileInfo(page).Length,
                        "application/pdf",
                        "The talk as pages"
                    )
                );
            }
            using FileStream to = File.Create(file);
            BundleWriter.Write(
                to,
                CopyNames.Clean(deck.Title),
                deck,
                all,
                [.. files.DistinctBy(f => f.Name)],
                [
                    .. work.Entries.Select(e =>
                        made.TryGetValue(e.Photo.Id, out var trimmed) ? e with { Photo = trimmed.Photo.Facts } : e
                    ),
                ],
                clock.GetUtcNow(),
                n => work.Report(.5 + n / 2),
                work.Cancel
            );
        }
        finally
        {
            File.Delete(page);
            cut.ForEach(File.Delete);
        }
    }

    // The photos of a talk, cut to what is shown of them and with what is hidden in them filled: photos of their own,
    // whose records say that they were cropped before.
    private Dictionary<string, (BundledPhoto, CropWindow)> Trimmed(CopySource work, string file, List<string> cut)
    {
        Dictionary<string, (BundledPhoto, CropWindow)> made = new(StringComparer.Ordinal);
        Func<IReadOnlyList<string>, byte[], byte[]> credited = OfficeCopies.Credits(work, photos);
        IReadOnlyDictionary<string, PicturePart> parts = ShownParts.OfPhotos(work.Scenes, renditions.SizeOf);
        foreach (string id in ItemKinds.Photos(work.Deck).Select(p => p.Use.PhotoId).Distinct())
        {
            work.Cancel.ThrowIfCancellationRequested();
            if (photos.Facts(id) is not { } whole)
                continue;
            Treatment hidden = HiddenParts.Of(work.Deck, id, photos.Tones(id));
            bool cuts = parts.TryGetValue(id, out PicturePart part) && TrimmedPhotos.CanBeCut(work.Deck, id);
            // A clip of which something is not shown goes as its poster: what plays would show the rest.
            bool stands =
                whole.Clip is not null
                && ItemKinds.Photos(work.Deck).Any(p => p.Use.PhotoId == id && !p.Use.Changes.None);
            if (!cuts && hidden.IsNone && !stands)
                continue;
            // What is hidden is filled, also in a photo that stays whole.
            if (!cuts)
                part = new(0, 0, whole.Width, whole.Height);
            if (renditions.Upright($"{id}~{hidden.Name}{part}") is not { } bytes)
                continue;
            bytes = credited([id], bytes);
            string at = $"{file}.{cut.Count}";
            File.WriteAllBytes(at, bytes);
            cut.Add(at);
            var window = new CropWindow(
                (double)part.X / whole.Width,
                (double)part.Y / whole.Height,
                (double)part.Width / whole.Width,
                (double)part.Height / whole.Height
            );
            string before = whole.Rights.EarlierChanges,
                note = cuts ? new Changes(window.Share).NoteIn(work.Deck.Style.Language) : "";
            made[id] = (
                new(
                    new PhotoFacts(
                        BlobFolder.NameOf(bytes),
                        part.Width,
                        part.Height,
                        new(
                            Math.Clamp((whole.Focal.X - window.X) / window.Width, 0, 1),
                            Math.Clamp((whole.Focal.Y - window.Y) / window.Height, 0, 1)
                        ),
                        whole.Rights with
                        {
                            EarlierChanges = before.Length > 0 && note.Length > 0 ? $"{before}, {note}" : before + note,
                        }
                    ),
                    "jpeg",
                    at,
                    photos.EvidenceAsync(id, work.Cancel).GetAwaiter().GetResult(),
                    null
                ),
                window
            );
        }
        return made;
    }

    private static IEnumerable<(string Name, string Text, string Type)> Credits(CopySource work)
    {
        yield return ("credits.txt", CreditFiles.Text(work.Deck, work.Credited), "text/plain");
        yield return ("credits.md", CreditFiles.Markdown(work.Deck, work.Credited), "text/markdown");
        yield return ("credits.html", CreditFiles.Html(work.Deck, work.Credited), "text/html");
        yield return ("credits.csv", CreditFiles.Csv(work.Credited), "text/csv");
        foreach (LicenceText text in work.LicenceTexts)
            yield return (text.FileName, text.Text, "text/plain");
        yield return ("credits.jsonld", CreditFiles.JsonLd(work.Deck, work.Credited), "application/ld+json");
    }

    /// <inheritdoc/>
    public CreditsCarried Carries(CreditsCarried shown, CopyForm form) =>
        shown with
        {
            Beside = true,
            LicenceTexts = true,
        };

    /// <inheritdoc/>
    public IReadOnlyList<string> Differs(CopySource work)
    {
        string[] kept = [.. DeckFonts.Of(work.Deck).Where(f => !fonts.Terms(f.Family).Embeds).Select(f => f.Family)];
        bool hidden =
            !work.Asked.OnlyShown
            && work.Entries.Any(e => !HiddenParts.Of(work.Deck, e.Photo.Id, photos.Tones(e.Photo.Id)).IsNone);
        return
        [
            .. hidden
                ? new[]
                {
                    "It holds the photos whole: what is covered on slides can be seen in it. Hand it to "
                        + "those who work on the talk.",
                }
                : [],
            .. work.OutsideTheCrop,
            .. kept.Length > 0
                ? new[] { $"{string.Join(", ", kept)} may not be carried in a file: add it on the other machine." }
                : [],
        ];
    }
}
