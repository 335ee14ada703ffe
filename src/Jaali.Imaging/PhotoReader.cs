using Jaali.Core;
using Jaali.Core.Geometry;
using Jaali.Core.Legibility;
using Jaali.Core.Photos;
using NetVips;

namespace Jaali.Imaging;

/// <summary>What was measured on a photo when it was taken in.</summary>
/// <param name="Format">"jpeg", "png", "webp", "gif", "tiff" or "avif".</param>
/// <param name="Width">Pixels, after orientation.</param>
/// <param name="Height">Pixels, after orientation.</param>
/// <param name="Orientation">EXIF orientation, 1 to 8.</param>
/// <param name="Hash">Perceptual hash.</param>
/// <param name="Focal">Where the eye goes.</param>
/// <param name="Tones">A small picture for measuring legibility.</param>
public sealed record PhotoReading(
    string Format,
    int Width,
    int Height,
    int Orientation,
    ulong Hash,
    PhotoPoint Focal,
    ToneMap Tones
);

/// <summary>Thrown for bytes that are not a usable photo; the message is for a person.</summary>
public sealed class NotAPhotoException(string message) : Exception(message);

/// <summary>Reads a photo that came from outside: nothing in it is believed before it is checked.</summary>
public static partial class PhotoReader
{
    private const int ToneSide = 480;

    /// <summary>Decodes and measures a photo once.</summary>
    /// <param name="bytes">The file.</param>
    /// <param name="smallest">Least pixels a side.</param>
    /// <exception cref="NotAPhotoException">It is no photo, is cut short, or is too large.</exception>
    public static PhotoReading Read(byte[] bytes, int smallest = 16)
    {
        if (bytes.LongLength > Limits.Photos.Bytes)
            throw PhotoDecoding.TooLarge();
        if (PhotoFormats.WhyNot(bytes) is { } why)
            throw new NotAPhotoException(why);
        string format =
            PhotoFormats.Sniff(bytes)
            ?? throw new NotAPhotoException("This is not a photo that Jaali reads. " + PhotoFormats.Takes);
        PhotoDecoding.Decoded(bytes, whole: false);
        try
        {
            using Image header = OpenedPhoto.Of(bytes, Enums.Access.Sequential);
            if ((long)header.Width * header.Height > Limits.Photos.Pixels)
                throw PhotoDecoding.TooMany(header.Width, header.Height);
            if (header.Width < smallest || header.Height < smallest)
                throw new NotAPhotoException(
                    $"The picture is smaller than {smallest} pixels. Take a larger rendition."
                );
            // Pages of a TIFF and pictures of an AVIF beside the first are no motion.
            if (
                format is "webp" or "gif"
                && header.GetFields().Contains("n-pages")
                && Convert.ToInt32(header.Get("n-pages"), System.Globalization.CultureInfo.InvariantCulture) > 1
            )
                throw new NotAPhotoException("This file moves. Jaali takes still photos.");
            int orientation = header.GetFields().Contains("orientation")
                ? Convert.ToInt32(header.Get("orientation"), System.Globalization.CultureInfo.InvariantCulture)
                : 1;
            if (orientation is < 1 or > 8)
                orientation = 1;
            bool turned = orientation >= 5;
            using Image small = SmallRgb(bytes, format, header, orientation);
            return new PhotoReading(
                format,
                turned ? header.Height : header.Width,
                turned ? header.Width : header.Height,
                orientation,
                Hash(small),
                Attention(small),
                new ToneMap(small.Width, small.Height, small.WriteToMemory<byte>())
            );
        }
        catch (VipsException e)
        {
            throw Damaged(e);
        }
    }

    /// <summary>True for a photo whose own bytes every painter and every program shows as they are measured: upright,
    /// opaque, 8 bits, in grey or red, green and blue.</summary>
    /// <param name="file">The file.</param>
    /// <exception cref="NotAPhotoException">It is damaged.</exception>
    public static bool IsPlain(string file) => OpenedPhoto.IsPlain(file);

    /// <summary>True where an address names a part of its picture.</summary>
    public static bool NamesPart(string address) => Fragment().IsMatch(address);

    /// <summary>What a look at a small picture tells of the photo it stands for.</summary>
    /// <exception cref="NotAPhotoException">It is no photo.</exception>
    public static ThumbnailMetrics Measure(byte[] bytes, SlideRect slide)
    {
        PhotoReading r = Read(bytes, smallest: 1);
        CropWindow crop = CropFinder.Largest((double)r.Width / r.Height, slide.Aspect, r.Focal);
        // The photo as it would lie over a whole slide.
        double w = slide.Width / crop.Width,
            h = slide.Height / crop.Height;
        var backdrop = new Backdrop("#000000");
        backdrop.Add(new PhotoLayer(r.Tones, new(slide.X - crop.X * w, slide.Y - crop.Y * h, w, h)));
        return new ThumbnailMetrics(
            r.Hash,
            r.Width,
            r.Height,
            CalmArea.Lightness(r.Tones),
            CalmArea.Share(backdrop, slide)
        );
    }

    /// <summary>The part of a picture that its address names (Media Fragments URI 1.0, <c>#xywh=</c> in pixels or in
    /// parts of a hundred), cut
    /// out; the picture itself where the address names none.</summary>
    /// <exception cref="NotAPhotoException">It is damaged, or the part lies outside.</exception>
    public static byte[] Part(byte[] bytes, string address)
    {
        if (Fragment().Match(address) is not { Success: true } m)
            return bytes;
        double[] said =
        [
            .. m
                .Groups.Values.Skip(2)
                .Select(g => double.Parse(g.Value, System.Globalization.CultureInfo.InvariantCulture)),
        ];
        try
        {
            PhotoDecoding.Decoded(bytes, whole: true);
            using Image whole = OpenedPhoto.Of(bytes);
            using IDisposable end = PhotoDecoding.Timed(whole);
            using Image upright = whole.Autorot();
            bool percent = m.Groups[1].Value.StartsWith("percent", StringComparison.Ordinal);
            int Of(double value, int side) => (int)Math.Round(percent ? value * side / 100 : Math.Min(value, 1e6));
            int x = Of(said[0], upright.Width),
                y = Of(said[1], upright.Height),
                w = Math.Min(Of(said[2], upright.Width), upright.Width - x),
                h = Math.Min(Of(said[3], upright.Height), upright.Height - y);
            if (w < 1 || h < 1)
                throw new NotAPhotoException("The part that the source shows lies outside of the picture.");
            using Image part = upright.Crop(x, y, w, h);
            return PhotoFormats.Sniff(bytes) switch
            {
                "png" => part.PngsaveBuffer(),
                "webp" => part.WebpsaveBuffer(q: 95),
                _ => part.JpegsaveBuffer(q: 95),
            };
        }
        catch (VipsException e)
        {
            throw Damaged(e);
        }
    }

    /// <summary>A picture as a browser can show it: itself, or a JPEG at most so wide where browsers do not know its
    /// format.</summary>
    /// <exception cref="NotAPhotoException">It is damaged.</exception>
    public static (byte[] Bytes, string Type) Shown(byte[] bytes, int width)
    {
        try
        {
            return PhotoFormats.Sniff(bytes) is { } format and not "tiff" && OpenedPhoto.IsPlain(bytes)
                ? (bytes, "image/" + format)
                : (Small(bytes, width), "image/jpeg");
        }
        catch (VipsException e)
        {
            throw Damaged(e);
        }
    }

    /// <summary>A photo small, as a JPEG at most so wide.</summary>
    /// <exception cref="NotAPhotoException">It is damaged.</exception>
    public static byte[] Small(byte[] bytes, int width)
    {
        try
        {
            using Image small = Image.ThumbnailBuffer(
                bytes,
                width,
                size: Enums.Size.Down,
                outputProfile: OpenedPhoto.Ground
            );
            using Image flat = OpenedPhoto.Opaque(small);
            return flat.JpegsaveBuffer(q: 88, keep: Enums.ForeignKeep.None);
        }
        catch (VipsException e)
        {
            throw Damaged(e);
        }
    }

    // Upright, on the ground of all painters, at most 480 pixels a side. A JPEG shrinks while it is
    // decoded, yet its whole stream is read, so a cut one is found out.
    private static Image SmallRgb(byte[] bytes, string format, Image header, int orientation)
    {
        Enums.Access access = orientation > 1 ? Enums.Access.Random : Enums.Access.Sequential;
        int shrink = 8;
        while (shrink > 1 && Math.Max(header.Width, header.Height) / shrink < ToneSide)
            shrink /= 2;
        using Image source =
            format == "jpeg"
                ? Image.JpegloadBuffer(bytes, shrink: shrink, access: access, failOn: Enums.FailOn.Truncated)
                : OpenedPhoto.Of(bytes, access);
        using IDisposable end = PhotoDecoding.Timed(source);
        using Image small = source.ThumbnailImage(
            ToneSide,
            height: ToneSide,
            size: Enums.Size.Down,
            outputProfile: OpenedPhoto.Ground
        );
        using Image flat = OpenedPhoto.Opaque(small);
        return flat.CopyMemory();
    }

    private static ulong Hash(Image rgb)
    {
        using Image grey = rgb.Colourspace(Enums.Interpretation.Bw);
        using Image one = grey.ExtractBand(0);
        using Image square = one.ThumbnailImage(32, height: 32, size: Enums.Size.Force);
        return PerceptualHash.Of(square.WriteToMemory<byte>());
    }

    // The busiest, most skin-like or most saturated place, by libvips' attention strategy.
    private static PhotoPoint Attention(Image rgb)
    {
        using Image cropped = rgb.Smartcrop(
            Math.Max(1, rgb.Width / 2),
            Math.Max(1, rgb.Height / 2),
            out int x,
            out int y,
            interesting: Enums.Interesting.Attention
        );
        return new PhotoPoint(Math.Clamp((double)x / rgb.Width, 0, 1), Math.Clamp((double)y / rgb.Height, 0, 1));
    }

    // What libvips adds to "unable to call", where it adds anything.
    internal static NotAPhotoException Damaged(VipsException e)
    {
        string? why = e
            .Message.Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
            .Skip(1)
            .Select(l => l[(l.IndexOf(": ", StringComparison.Ordinal) is var at and >= 0 ? at + 2 : 0)..].TrimEnd('.'))
            .Select(l => Somewhere().Replace(l, "the file"))
            .FirstOrDefault(l => l.Length > 0);
        if (why == "killed")
            return new NotAPhotoException(
                "The photo takes too long to open. Save it as a plain JPEG and bring it again."
            );
        return new NotAPhotoException(
            why is null
                ? "The photo is damaged or cut short. Take it again."
                : $"The photo is damaged or cut short ({why}). Take it again."
        );
    }

    // A path of the machine says nothing to a person, and is nobody's business.
    [System.Text.RegularExpressions.GeneratedRegex("""(?:file )?"?(?:/|[A-Za-z]:\\)[^\s"]*"?""")]
    private static partial System.Text.RegularExpressions.Regex Somewhere();

    [System.Text.RegularExpressions.GeneratedRegex(
        @"#xywh=(pixel:|percent:)?(\d{1,6}(?:\.\d{1,9})?),(\d{1,6}(?:\.\d{1,9})?),(\d{1,6}(?:\.\d{1,9})?),(\d{1,6}(?:\.\d{1,9})?)$"
    )]
    private static partial System.Text.RegularExpressions.Regex Fragment();
}
