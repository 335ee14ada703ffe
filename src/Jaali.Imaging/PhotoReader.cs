using Jaali.Core;
using Jaali.Core.Geometry;
using Jaali.Core.Legibility;
using Jaali.Core.Photos;
using NetVips;

namespace Jaali.Imaging;

/// <summary>What was measured on a photo when it was taken in.</summary>
/// <param name="Format">"jpeg", "png" or "webp".</param>
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
public static class PhotoReader
{
    /// <summary>Most bytes of a photo.</summary>
    public const long MostBytes = 120L * 1024 * 1024;

    /// <summary>Most pixels of a photo.</summary>
    public const long MostPixels = 120_000_000;

    private const int ToneSide = 480;

    /// <summary>Decodes and measures a photo once.</summary>
    /// <param name="bytes">The file.</param>
    /// <param name="smallest">Least pixels a side.</param>
    /// <exception cref="NotAPhotoException">It is no photo, is cut short, or is too large.</exception>
    public static PhotoReading Read(byte[] bytes, int smallest = 16)
    {
        if (bytes.LongLength > MostBytes)
            throw new NotAPhotoException(
                $"The file is larger than {MostBytes / 1024 / 1024} MB. Take a smaller rendition."
            );
        string format =
            Sniff(bytes)
            ?? throw new NotAPhotoException("This is not a photo that Jaali reads. It takes JPEG, PNG and WebP.");
        try
        {
            using Image header = Image.NewFromBuffer(
                bytes,
                access: Enums.Access.Sequential,
                failOn: Enums.FailOn.Truncated
            );
            if ((long)header.Width * header.Height > MostPixels)
                throw new NotAPhotoException(
                    $"The photo has {header.Width} x {header.Height} pixels, more than Jaali opens. Take a smaller rendition."
                );
            if (header.Width < smallest || header.Height < smallest)
                throw new NotAPhotoException(
                    $"The picture is smaller than {smallest} pixels. Take a larger rendition."
                );
            if (
                header.GetFields().Contains("n-pages")
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
            throw new NotAPhotoException(
                "The photo is damaged or cut short: " + e.Message.Split('\n')[0].Trim() + ". Take it again."
            );
        }
    }

    /// <summary>The format by the first bytes, or null.</summary>
    public static string? Sniff(ReadOnlySpan<byte> b) =>
        b.Length > 12 && b[0] == 0xFF && b[1] == 0xD8 && b[2] == 0xFF ? "jpeg"
        : b.Length > 12 && b[..8].SequenceEqual((ReadOnlySpan<byte>)[0x89, 0x50, 0x4E, 0x47, 0x0D, 0x0A, 0x1A, 0x0A])
            ? "png"
        : b.Length > 12 && b[..4].SequenceEqual("RIFF"u8) && b[8..12].SequenceEqual("WEBP"u8) ? "webp"
        : null;

    /// <summary>What a look at a small picture tells of the photo it stands for.</summary>
    /// <exception cref="NotAPhotoException">It is no photo.</exception>
    public static Look Look(byte[] bytes, SlideRect slide)
    {
        PhotoReading r = Read(bytes, smallest: 1);
        CropWindow crop = CropFinder.Largest((double)r.Width / r.Height, slide.Aspect, r.Focal);
        // The photo as it would lie over a whole slide.
        double w = slide.Width / crop.Width,
            h = slide.Height / crop.Height;
        var backdrop = new Backdrop("#000000");
        backdrop.Add(new PhotoLayer(r.Tones, new(slide.X - crop.X * w, slide.Y - crop.Y * h, w, h)));
        return new Look(r.Hash, r.Width, r.Height, CalmArea.Lightness(r.Tones), CalmArea.Share(backdrop, slide));
    }

    // Orientation applied, sRGB, three bands, no alpha, at most 480 pixels a side. A JPEG shrinks while it is
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
                : Image.NewFromBuffer(bytes, access: access, failOn: Enums.FailOn.Truncated);
        using Image small = source.ThumbnailImage(
            ToneSide,
            height: ToneSide,
            size: Enums.Size.Down,
            outputProfile: "srgb"
        );
        using Image srgb = small.Colourspace(Enums.Interpretation.Srgb);
        using Image flat = srgb.HasAlpha() ? srgb.Flatten(background: [255]) : srgb.Copy();
        using Image three = flat.Bands == 1 ? flat.Bandjoin(flat, flat) : flat.ExtractBand(0, n: 3);
        using Image whole = three.Cast(Enums.BandFormat.Uchar);
        return whole.CopyMemory();
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
}
