using System.Security.Cryptography;
using System.Text;
using Jaali.Core;
using Jaali.Core.Photos;
using Jaali.Core.Scenes;
using Jaali.Formats;
using Jaali.Imaging;
using Jaali.Store;

namespace Jaali.Server.Photos;

/// <summary>Taken photos in other sizes, by the IIIF Image API's terms; whole photos at a ladder of widths are kept
/// on the disk.</summary>
public sealed class Renditions(PhotoStore photos, DataFolder folder, PhotoNames names)
{
    /// <summary>The photos.</summary>
    internal PhotoStore Photos => photos;

    /// <summary>The widths that are kept; others are made each time, so that the cache stays small.</summary>
    public static IReadOnlyList<int> Ladder { get; } = [160, 320, 480, 640, 960, 1280, 1920, 2560, 3840];

    /// <summary>The widths at which a photo is kept ready: the rungs below its own width, and its own.</summary>
    public static IReadOnlyList<int> WidthsOf(PhotoFacts photo) => [.. Ladder.Where(w => w < photo.Width), photo.Width];

    // What the run, the stage and the show ask for on an ordinary display.
    private static readonly int[] Needed = [320, 960, 1920];

    /// <summary>Makes what will be asked for first, so that no stage is empty when a photo was just taken.</summary>
    public async Task PrepareAsync(string id, CancellationToken cancel = default)
    {
        if (photos.Facts(id) is { } photo)
            foreach (int width in Needed)
                await AtLeastAsync(photo.Id, width, cancel);
    }

    /// <summary>A photo by the name it is asked for, and what is done to its pixels; null where there is no such
    /// photo, or the name cannot be read.</summary>
    public (PhotoFacts Photo, Treatment How)? Named(string name)
    {
        if (name.StartsWith(PhotoNames.Mark, StringComparison.Ordinal))
        {
            if (names.Read(name) is not { } said)
                return null;
            name = said;
        }
        int at = name.IndexOf('~', StringComparison.Ordinal);
        return
            name.Length <= LongestName
            && photos.Facts(at < 0 ? name : name[..at]) is { } photo
            && (at < 0 ? Treatment.None : Treatment.Read(name[(at + 1)..])) is { } how
            ? (photo, how)
            : null;
    }

    /// <summary>Width and height of a photo in pixels, upright; null where there is no such photo.</summary>
    public (int Width, int Height)? SizeOf(string photoId) =>
        photos.Facts(photoId) is { } photo ? (photo.Width, photo.Height) : null;

    // A photo's hash and the name of all that can be hidden in it.
    private const int LongestName = 1000;

    // A treated photo in its own size is made once and kept; everything else of it is made from that.
    private async Task<byte[]?> TreatedAsync(PhotoFacts photo, Treatment how, CancellationToken cancel)
    {
        string mark = Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(how.Name)))[..24],
            kept = folder.Derived(photo.Id, $"treated_{mark}.jpg");
        if (File.Exists(kept))
            return await File.ReadAllBytesAsync(kept, cancel);
        if (photos.FileOf(photo.Id) is not { } original)
            return null;
        if (photos.FaultOf(photo.Id) is { Length: > 0 } fault)
            throw new NotAPhotoException(fault + " Take it again.");
        byte[] made = await PhotoDecoding.RunAsync(
            original,
            true,
            bytes => Task.FromResult(TreatedPhoto.Jpeg(bytes, how)),
            cancel
        );
        DataFolder.WriteWhole(kept, made);
        return made;
    }

    private async Task<byte[]?> AnswerAsync(
        PhotoFacts photo,
        Treatment how,
        IiifRequest request,
        CancellationToken cancel
    )
    {
        if (await TreatedAsync(photo, how, cancel) is not { } treated)
            return null;
        bool itself =
            request is { Rotation: 0, Grey: false, Format: "jpg" }
            && request.Region == (0, 0, photo.Width, photo.Height)
            && (request.Width, request.Height) == (photo.Width, photo.Height);
        return itself
            ? treated
            : await PhotoDecoding.RunAsync(
                treated,
                true,
                () => IiifRenderer.Render(treated, request, (photo.Width, photo.Height)),
                cancel
            );
    }

    /// <summary>The answer to a request; null where the photo's bytes are lost.</summary>
    /// <param name="name">The photo, by the name it is asked for.</param>
    /// <param name="request">What is asked.</param>
    /// <param name="cancel">Stops it.</param>
    public async Task<byte[]?> AnswerAsync(string name, IiifRequest request, CancellationToken cancel = default)
    {
        if (Named(name) is not var (photo, how))
            return null;
        if (!how.IsNone)
            return await AnswerAsync(photo, how, request, cancel);
        string id = photo.Id;
        bool whole = request.Region == (0, 0, photo.Width, photo.Height);
        string kept = folder.Derived(
            id,
            string.Join('_', request.Region.X, request.Region.Y, request.Region.Width, request.Region.Height)
                + $"_{request.Width}x{request.Height}_{request.Rotation}"
                + $"{(request.Grey ? "g" : "")}.{request.Format}"
        );
        bool keep =
            whole
            && request is { Rotation: 0, Grey: false, Format: "jpg" }
            && (Ladder.Contains(request.Width) || request.Width == photo.Width)
            && request.Height == IiifRequest.HeightAt(request.Width, photo.Width, photo.Height);
        if (keep && File.Exists(kept))
            return await File.ReadAllBytesAsync(kept, cancel);
        if (photos.FileOf(id) is not { } original)
            return null;
        // What is made of it is kept for long, here and in browsers: nothing is made of a damaged file.
        if (photos.FaultOf(id) is { Length: > 0 } fault)
            throw new NotAPhotoException(fault + " Take it again.");
        // The whole photo as it is: its own bytes, with nothing lost to saving them again.
        bool itself =
            whole
            && request is { Rotation: 0, Grey: false, Format: "jpg" }
            && (request.Width, request.Height) == (photo.Width, photo.Height);
        if (itself && photos.FormatOf(id) == "jpeg" && Own(id) is { } own)
            return own;
        byte[] made = await PhotoDecoding.RunAsync(
            original,
            !whole,
            file => IiifRenderer.Render(file, request, (photo.Width, photo.Height)),
            cancel
        );
        if (keep)
            DataFolder.WriteWhole(kept, made);
        return made;
    }

    /// <summary>A photo upright, at least so many pixels wide as far as it has them: what the browser is given for
    /// the same place.</summary>
    public async Task<byte[]?> AtLeastAsync(string name, double width, CancellationToken cancel = default)
    {
        if (PicturePart.Of(name) is (var whole, { } part))
            return await AnswerAsync(whole, Request(part, (int)Math.Min(part.Width, Math.Ceiling(width))), cancel);
        if (Named(name) is not var (photo, _))
            return null;
        int rung = Ladder.FirstOrDefault(w => w >= width);
        return await AnswerAsync(name, Request(photo, rung == 0 || rung >= photo.Width ? photo.Width : rung), cancel);
    }

    /// <summary>A photo upright in its own size, as paper takes it: its own bytes where they are plain and in a format
    /// that is painted without much memory, else a JPEG of its own size.</summary>
    public byte[]? Upright(string name) =>
        PicturePart.Of(name) is (var whole, { } part)
            ? AnswerAsync(whole, Request(part, part.Width)).GetAwaiter().GetResult()
        : Named(name) is not var (photo, how) ? null
        : how.IsNone && IsPainted(photos.FormatOf(photo.Id), photo) && Own(photo.Id) is { } own ? own
        : AnswerAsync(name, Request(photo, photo.Width)).GetAwaiter().GetResult();

    // A photo's own coded data, without what is nobody's business; null where it cannot be shown as it is.
    private byte[]? Own(string id) =>
        photos.IsPlain(id) && photos.Bytes(id) is { } bytes && BarePhoto.TryMake(bytes, out byte[] bare) ? bare : null;

    private static bool IsPainted(string? format, PhotoFacts photo) =>
        format == "jpeg"
        || format is "png" or "webp" or "gif" && (long)photo.Width * photo.Height <= Limits.Photos.PaintedPixels;

    private static IiifRequest Request(PicturePart p, int width) =>
        new(
            (p.X, p.Y, p.Width, p.Height),
            width,
            Math.Max(1, (int)Math.Round((double)p.Height * width / p.Width)),
            0,
            false,
            "jpg"
        );

    private static IiifRequest Request(PhotoFacts photo, int width) =>
        width == photo.Width
            ? new((0, 0, photo.Width, photo.Height), photo.Width, photo.Height, 0, false, "jpg")
            : IiifRequest.Parse("full", $"{width},", "0", "default.jpg", photo.Width, photo.Height)
                ?? throw new InvalidOperationException("A rung of the ladder is always valid.");
}
