using System.Globalization;
using System.IO.Compression;
using System.Text;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Ledgers;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Core.Scenes;
using Jaali.Formats;
using Jaali.Imaging.Painting;
using Jaali.Store;
using Path = System.IO.Path;

namespace Jaali.Server.Exports;

/// <summary>Pictures: each slide, all slides on a sheet, the photos as they are and as they are placed. Every picture
/// carries its credits inside.</summary>
public sealed class PictureCopies(ScenePainter painter, Renditions renditions, PhotoStore photos, SceneCache scenes)
    : ICopyMaker
{
    private const int SheetColumns = 4;
    private const double SheetGap = 40;

    /// <inheritdoc/>
    public IReadOnlyDictionary<CopyForm, (string Ending, string Type)> Forms { get; } =
        new Dictionary<CopyForm, (string, string)>
        {
            [CopyForm.Pictures] = ("zip", "application/zip"),
            [CopyForm.ContactSheet] = ("png", "image/png"),
            [CopyForm.Photos] = ("zip", "application/zip"),
            [CopyForm.PlacedPhotos] = ("zip", "application/zip"),
        };

    /// <inheritdoc/>
    public void Make(CopySource work, string file)
    {
        using FileStream to = File.Create(file);
        if (work.Asked.Form == CopyForm.ContactSheet)
        {
            to.Write(Credited(work, Sheet(work), [.. work.Entries.Select(e => e.Photo.Id)]));
            return;
        }
        using var zip = new ZipArchive(to, ZipArchiveMode.Create, leaveOpen: true);
        // A name is taken once.
        HashSet<string> taken = new(StringComparer.OrdinalIgnoreCase);
        void Put(string name, byte[] bytes)
        {
            string ending = Path.GetExtension(name),
                stem = name[..^ending.Length],
                free = name;
            for (int i = 2; !taken.Add(free); i++)
                free = $"{stem} {i}{ending}";
            // Stored, not packed: pictures are packed already.
            using Stream entry = zip.CreateEntry(free, CompressionLevel.NoCompression).Open();
            entry.Write(bytes);
        }
        switch (work.Asked.Form)
        {
            case CopyForm.Pictures:
                Slides(work, Put);
                break;
            case CopyForm.Photos:
                Whole(work, Put);
                break;
            default:
                Placed(work, Put);
                break;
        }
        Put("credits.txt", Encoding.UTF8.GetBytes(CreditFiles.Text(work.Deck, work.Entries)));
        foreach (LicenceText text in work.LicenceTexts)
            Put(text.FileName, Encoding.UTF8.GetBytes(text.Text));
    }

    /// <inheritdoc/>
    /// <remarks>Pictures carry the credits of their photos inside; a folder of them has the whole list beside
    /// them.</remarks>
    public CreditsCarried Carries(CreditsCarried shown, CopyForm form) =>
        shown with
        {
            OnSlides = shown.OnSlides && form is CopyForm.Pictures or CopyForm.ContactSheet,
            AtEnd = shown.AtEnd && form == CopyForm.Pictures,
            Beside = true,
            LicenceTexts = form != CopyForm.ContactSheet,
        };

    private void Slides(CopySource work, Action<string, byte[]> put)
    {
        for (int i = 0; i < work.Scenes.Count; i++)
        {
            work.Cancel.ThrowIfCancellationRequested();
            Scene scene = work.Scenes[i];
            byte[] made = painter.ToPicture(scene, work.Asked.Width, renditions.Upright, Encoded(work.Asked.Picture));
            put(
                string.Create(CultureInfo.InvariantCulture, $"{i + 1:000}.{Ending(work.Asked.Picture)}"),
                Credited(work, made, [.. scene.Photos().Select(p => p.PhotoId).Distinct()])
            );
            work.Report((i + 1.0) / work.Scenes.Count);
        }
    }

    // All slides on paper, four in a row, as small as their number asks for.
    private byte[] Sheet(CopySource work)
    {
        Scene first = work.Scenes[0];
        double cell = (1920 - SheetGap * (SheetColumns + 1)) / SheetColumns,
            high = cell * first.Height / first.Width;
        int rows = (work.Scenes.Count + SheetColumns - 1) / SheetColumns;
        List<SceneNode> nodes = [];
        for (int i = 0; i < work.Scenes.Count; i++)
        {
            Scene s = work.Scenes[i];
            double x = SheetGap + i % SheetColumns * (cell + SheetGap),
                y = SheetGap + i / SheetColumns * (high + SheetGap + 24),
                scale = cell / s.Width;
            SlideRect box = new(0, 0, s.Width, s.Height);
            // About the place that stays where it is: that which the scaled slide's corner comes from.
            SlidePoint about = new(x / (1 - scale), y / (1 - scale));
            nodes.Add(
                new GroupNode(
                    null,
                    [
                        new GroupNode(
                            null,
                            [new PathNode(Core.Geometry.Path.Rect(box), s.Background), .. s.Nodes],
                            Core.Geometry.Path.Rect(box)
                        ),
                    ],
                    Scale: scale,
                    About: about
                )
            );
            nodes.Add(
                new TextNode(
                    Core.Typesetting.Face.Credit.Id,
                    16,
                    "#22252B",
                    [new(x, y + high + 22, 60, (i + 1).ToString(CultureInfo.InvariantCulture))]
                )
            );
        }
        Scene sheet = first with
        {
            Height = SheetGap + rows * (high + SheetGap + 24),
            Width = 1920,
            Background = "#F4F1EA",
            Nodes = nodes,
        };
        return painter.ToPng(sheet, Math.Max(1920, work.Asked.Width), renditions.Upright);
    }

    // Each photo once, its own bytes with its credit written into it.
    private void Whole(CopySource work, Action<string, byte[]> put)
    {
        Deck deck = work.Deck;
        int done = 0;
        foreach (CreditEntry e in work.Entries)
        {
            work.Cancel.ThrowIfCancellationRequested();
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
                $"{e.Slides[0]:00} {CopyNames.Clean(e.Parts.Title.Length > 0 ? e.Parts.Title : "photo")} "
                + e.Photo.Id[..6];
            byte[] bytes = how.IsNone ? photos.Bytes(e.Photo.Id)! : renditions.Upright($"{e.Photo.Id}~{how.Name}")!;
            put($"{name}.{format}", XmpWriter.Into(bytes, parts, Credit.Full(parts).Text));
            // A format whose files are not written into has its credit beside it.
            if (!XmpWriter.CanWrite(bytes))
                put($"{name}.xmp", Encoding.UTF8.GetBytes(XmpWriter.Packet(parts, Credit.Full(parts).Text)));
            work.Report((double)++done / work.Entries.Count);
        }
    }

    // Each photo as each frame shows it.
    private void Placed(CopySource work, Action<string, byte[]> put)
    {
        int number = 0;
        foreach (Slide slide in work.Deck.Slides)
        {
            number++;
            work.Cancel.ThrowIfCancellationRequested();
            if (slide.Kind == SlideKind.Credits)
                continue;
            Scene scene = scenes.Of(work.Deck, slide)[0];
            foreach (GroupNode group in scene.Nodes.OfType<GroupNode>())
            {
                if (
                    group.ItemId is not { } id
                    || slide.Item(id) is not { } item
                    || ItemKinds.Of(item).Photos(item).Select(u => u.PhotoId).ToArray() is not { Length: > 0 } shown
                    || NodeBounds.Of(group.Nodes) is not { Width: > 0, Height: > 0 } box
                )
                    continue;
                double scale = scene
                    .NodesOf(id)
                    .OfType<PhotoNode>()
                    .Select(p => (photos.Facts(p.PhotoId)?.Width ?? 0) / p.Image.Width)
                    .DefaultIfEmpty(1)
                    .Max();
                byte[] made = painter.Finished(group.Nodes, box, Math.Clamp(scale, .5, 4), renditions.Upright);
                CreditEntry? entry = work.Entries.FirstOrDefault(e => e.Photo.Id == shown[0]);
                put(
                    $"{number:00} {CopyNames.Clean(entry?.Parts.Title is { Length: > 0 } t ? t : "photo")}."
                        + (made[0] == 0xFF ? "jpg" : "png"),
                    Credited(work, made, shown)
                );
            }
            work.Report((double)number / work.Deck.Slides.Count);
        }
    }

    // The credits of what is seen, with what was done to it there.
    private static byte[] Credited(CopySource work, byte[] picture, IReadOnlyCollection<string> ids)
    {
        CreditEntry[] own = [.. work.Entries.Where(e => ids.Contains(e.Photo.Id))];
        return own.Length == 0
            ? picture
            : XmpWriter.Into(
                picture,
                own.Length == 1
                    ? own[0].Parts
                    : own[0].Parts with
                    {
                        Title = work.Deck.Title,
                        Maker = string.Join(", ", own.Select(e => e.Parts.Maker).Where(m => m.Length > 0).Distinct()),
                        MakerUrl = null,
                        SourceUrl = null,
                        // Terms that are not those of all of them are not said of the whole.
                        Terms = OneOf(own, e => e.Parts.Terms) ?? "",
                        TermsName = OneOf(own, e => e.Parts.TermsName) ?? "",
                        TermsUrl = OneOf(own, e => e.Parts.TermsUrl),
                        Notice = "",
                    },
                string.Join("; ", own.Select(e => e.Credit.Text))
            );
    }

    private static string? OneOf(CreditEntry[] entries, Func<CreditEntry, string?> what) =>
        entries.Select(what).Distinct().ToArray() is [var one] ? one : null;

    private static SkiaSharp.SKEncodedImageFormat Encoded(PictureFormat format) =>
        format switch
        {
            PictureFormat.Jpeg => SkiaSharp.SKEncodedImageFormat.Jpeg,
            PictureFormat.Webp => SkiaSharp.SKEncodedImageFormat.Webp,
            _ => SkiaSharp.SKEncodedImageFormat.Png,
        };

    private static string Ending(PictureFormat format) =>
        format switch
        {
            PictureFormat.Jpeg => "jpg",
            PictureFormat.Webp => "webp",
            _ => "png",
        };
}
