using System.Text;
using Jaali.Core.Decks;
using Jaali.Core.Items;
using Jaali.Core.Rights;
using Jaali.Formats;
using Jaali.Formats.Bundle;
using Jaali.Imaging;
using Jaali.Store;

namespace Jaali.Server.Exports;

/// <summary>Everything of a talk in one file.</summary>
public sealed class BundleCopies(
    PhotoStore photos,
    BlobFolder blobs,
    FontLibrary fonts,
    PdfCopies pdf,
    TimeProvider clock
) : ICopyMaker
{
    /// <inheritdoc/>
    public IReadOnlyDictionary<CopyForm, (string Ending, string Type)> Forms { get; } =
        new Dictionary<CopyForm, (string, string)> { [CopyForm.Bundle] = ("zip", BundleWriter.MediaType) };

    /// <inheritdoc/>
    public void Make(CopySource work, string file)
    {
        Deck deck = work.Deck;
        string page = file + ".pdf";
        try
        {
            List<BundledPhoto> all = [];
            List<BundledFile> files = [];
            foreach (string id in BundleWriter.PhotosOf(deck))
            {
                if (photos.Facts(id) is not { } facts)
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
                work.Entries,
                clock.GetUtcNow(),
                n => work.Report(.5 + n / 2),
                work.Cancel
            );
        }
        finally
        {
            File.Delete(page);
        }
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
        bool hidden = work.Entries.Any(e => !HiddenParts.Of(work.Deck, e.Photo.Id, photos.Tones(e.Photo.Id)).IsNone);
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
