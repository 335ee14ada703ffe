using System.Buffers.Binary;
using System.Text;

namespace Jaali.Imaging;

/// <summary>Tells kinds of files apart by their bytes, whatever they are called.</summary>
public static class PhotoFormats
{
    /// <summary>Media types of what is taken.</summary>
    public static IReadOnlyList<string> Types { get; } =
    ["image/jpeg", "image/png", "image/webp", "image/tiff", "image/avif", "image/gif"];

    /// <summary>Endings of pictures' names: of what is taken, and of what is named where it is refused.</summary>
    public static IReadOnlyList<string> Endings { get; } =
        "jpg jpeg jpe png webp tif tiff avif gif heic heif jxl jp2 bmp psd dng cr2 nef raf orf rw2".Split(' ');

    /// <summary>What is taken, as a sentence.</summary>
    public const string Takes = "Jaali takes JPEG, PNG, WebP, TIFF, AVIF and still GIF.";

    /// <summary>The format of a photo that can be decoded here: "jpeg", "png", "webp", "gif", "tiff" or "avif"; else
    /// null.</summary>
    public static string? Sniff(ReadOnlySpan<byte> b) =>
        b.Length <= 12 ? null
        : b.StartsWith((ReadOnlySpan<byte>)[0xFF, 0xD8, 0xFF]) ? "jpeg"
        : b.StartsWith((ReadOnlySpan<byte>)[0x89, 0x50, 0x4E, 0x47, 0x0D, 0x0A, 0x1A, 0x0A]) ? "png"
        : b.StartsWith("RIFF"u8) && b[8..12].SequenceEqual("WEBP"u8) ? "webp"
        : b.StartsWith("GIF87a"u8) || b.StartsWith("GIF89a"u8) ? "gif"
        : IsTiff(b) && !IsRaw(b) ? "tiff"
        : Brands(b) is { } brands && brands.Contains("avif", StringComparison.Ordinal) && !IsSequence(brands) ? "avif"
        : null;

    /// <summary>True for the file of a PNG.</summary>
    /// <exception cref="IOException">It cannot be read.</exception>
    public static bool IsPng(string file)
    {
        Span<byte> head = stackalloc byte[16];
        using FileStream stream = File.OpenRead(file);
        return Sniff(head[..stream.ReadAtLeast(head, head.Length, throwOnEndOfStream: false)]) == "png";
    }

    /// <summary>Why a file that is told apart is not taken, for a person; null for what is taken, and for what is not
    /// known.</summary>
    public static string? WhyNot(ReadOnlySpan<byte> b)
    {
        if (b.Length <= 12)
            return null;
        if (b.StartsWith((ReadOnlySpan<byte>)[0x89, 0x50, 0x4E, 0x47]) && Moves(b) || MovesGif(b))
            return Moving("picture");
        if (Brands(b) is { } brands)
            return
                brands.StartsWith("hei", StringComparison.Ordinal) || brands.StartsWith("hev", StringComparison.Ordinal)
                ? IsSequence(brands)
                    ? Moving("HEIC picture")
                    : Save("a HEIC photo")
                : brands.Contains("avis", StringComparison.Ordinal)
                    ? Moving("AVIF picture")
                    : brands.Contains("avif", StringComparison.Ordinal)
                        ? null
                        : brands.Contains("heic", StringComparison.Ordinal)
                        || brands.Contains("mif1", StringComparison.Ordinal)
                            ? Save("a HEIC photo")
                            : brands.StartsWith("crx", StringComparison.Ordinal)
                                ? Save("a camera's raw file")
                                : Moving("video");
        return b.StartsWith((ReadOnlySpan<byte>)[0xFF, 0x0A])
            || b.StartsWith((ReadOnlySpan<byte>)[0, 0, 0, 0x0C, 0x4A, 0x58, 0x4C, 0x20])
                ? Save("a JPEG XL picture")
            : b.StartsWith((ReadOnlySpan<byte>)[0, 0, 0, 0x0C, 0x6A, 0x50, 0x20, 0x20])
            || b.StartsWith((ReadOnlySpan<byte>)[0xFF, 0x4F, 0xFF, 0x51])
                ? Save("a JPEG 2000 picture")
            : IsDeepJpeg(b)
                ? "This JPEG has 12 bits a colour, which Jaali cannot decode. Save it with 8 bits and bring it again."
            : IsShallowLab(b)
                ? "This TIFF is in Lab colours of a kind that Jaali cannot decode. Save it in RGB and bring it again."
            : b.StartsWith("BM"u8)
            && BinaryPrimitives.ReadUInt32LittleEndian(b[2..]) is var size
            && (size == b.Length || size == 0)
                ? Save("a BMP picture")
            : b.StartsWith("8BPS"u8) ? Save("a file of a painting program (PSD)")
            : IsRaw(b) ? Save("a camera's raw file")
            : b.StartsWith("%PDF"u8) ? "This is a PDF document, not a photo. " + Takes
            : IsDrawing(b) ? "This is a drawing (SVG), not a photo. " + Takes
            : b.StartsWith((ReadOnlySpan<byte>)[0x1A, 0x45, 0xDF, 0xA3])
            || b.StartsWith("RIFF"u8) && b[8..12].SequenceEqual("AVI "u8)
                ? Moving("video")
            : null;
    }

    private static string Save(string what) =>
        $"This is {what}, which Jaali cannot decode. Save it as JPEG and bring it again. {Takes}";

    private static string Moving(string what) => $"This {what} moves. Jaali takes still photos.";

    // An animation announces itself before its first picture (PNG, third edition, acTL).
    private static bool Moves(ReadOnlySpan<byte> png)
    {
        for (int at = 8; at + 8 <= png.Length; )
        {
            uint length = BinaryPrimitives.ReadUInt32BigEndian(png[at..]);
            ReadOnlySpan<byte> type = png.Slice(at + 4, 4);
            if (type.SequenceEqual("acTL"u8))
                return at + 12 <= png.Length && BinaryPrimitives.ReadUInt32BigEndian(png[(at + 8)..]) > 1;
            if (type.SequenceEqual("IDAT"u8) || length > png.Length)
                return false;
            at += 12 + (int)length;
        }
        return false;
    }

    // Blocks of a GIF (GIF89a, section 12 and following): more than one image descriptor.
    private static bool MovesGif(ReadOnlySpan<byte> b)
    {
        if (!b.StartsWith("GIF8"u8) || b.Length < 14)
            return false;
        int at = 13 + ((b[10] & 0x80) != 0 ? 3 << ((b[10] & 7) + 1) : 0),
            images = 0;
        while (at < b.Length && images < 2)
        {
            if (b[at] == 0x2C && at + 10 < b.Length)
            {
                images++;
                at += 10 + ((b[at + 9] & 0x80) != 0 ? 3 << ((b[at + 9] & 7) + 1) : 0) + 1;
            }
            else if (b[at] == 0x21)
                at += 2;
            else
                break;
            while (at < b.Length && b[at] != 0)
                at += b[at] + 1;
            at++;
        }
        return images > 1;
    }

    // The precision of the samples stands in the frame's header (ITU-T T.81, B.2.2): 8 for all that is common.
    private static bool IsDeepJpeg(ReadOnlySpan<byte> b)
    {
        if (!b.StartsWith((ReadOnlySpan<byte>)[0xFF, 0xD8, 0xFF]))
            return false;
        for (int at = 2; at + 5 <= b.Length && b[at] == 0xFF; )
        {
            byte marker = b[at + 1];
            if (marker is >= 0xC0 and <= 0xCF and not (0xC4 or 0xC8 or 0xCC))
                return b[at + 4] > 8;
            at += 2 + BinaryPrimitives.ReadUInt16BigEndian(b[(at + 2)..]);
        }
        return false;
    }

    private static bool IsTiff(ReadOnlySpan<byte> b) =>
        b.StartsWith((ReadOnlySpan<byte>)[0x49, 0x49, 0x2A, 0])
        || b.StartsWith((ReadOnlySpan<byte>)[0x4D, 0x4D, 0, 0x2A]);

    // Raw files of cameras are TIFF inside; the first picture in them is a small one for looking.
    private static bool IsRaw(ReadOnlySpan<byte> b)
    {
        if (b.StartsWith("FUJIFILMCCD-RAW"u8) || b.StartsWith("IIRO"u8) || b.StartsWith("IIU\0"u8))
            return true;
        if (!IsTiff(b))
            return false;
        if (b.Length > 10 && b[8..10].SequenceEqual("CR"u8))
            return true;
        // NewSubfileType: a smaller picture of another; DNGVersion.
        foreach ((uint tag, uint value) in FirstDirectory(b))
            if (tag == 0xFE && (value & 1) != 0 || tag == 0xC612)
                return true;
        return false;
    }

    // Lab colours of 8 bits, or with another zero (TIFF 6.0, section 23, and the registered ICCLab and ITULab): the
    // decoder knows those of 16 bits.
    private static bool IsShallowLab(ReadOnlySpan<byte> b)
    {
        if (!IsTiff(b))
            return false;
        uint photometric = 0,
            bits = 8;
        foreach ((uint tag, uint value) in FirstDirectory(b))
            if (tag == 262)
                photometric = value;
            else if (tag == 258)
                // Three numbers lie elsewhere in the file.
                bits = value < b.Length - 2 && value > 16 ? Number(b[(int)value..], 2, b[0] == 0x49) : value;
        return photometric is 9 or 10 || photometric == 8 && bits == 8;
    }

    // The fields of a TIFF's first picture: tag, and value or where it lies.
    private static List<(uint Tag, uint Value)> FirstDirectory(ReadOnlySpan<byte> b)
    {
        bool little = b[0] == 0x49;
        int at = (int)Math.Min(Number(b[4..], 4, little), int.MaxValue);
        List<(uint, uint)> found = [];
        if (at < 8 || at > b.Length - 2)
            return found;
        int entries = (int)Number(b[at..], 2, little);
        for (int i = 0; i < entries && at + 2 + 12 * (i + 1) <= b.Length; i++)
        {
            ReadOnlySpan<byte> entry = b.Slice(at + 2 + 12 * i, 12);
            bool isShort = Number(entry[2..], 2, little) == 3 && Number(entry[4..], 4, little) == 1;
            found.Add((Number(entry, 2, little), Number(entry[8..], isShort ? 2 : 4, little)));
        }
        return found;
    }

    private static uint Number(ReadOnlySpan<byte> from, int bytes, bool little) =>
        (bytes, little) switch
        {
            (2, true) => BinaryPrimitives.ReadUInt16LittleEndian(from),
            (2, false) => BinaryPrimitives.ReadUInt16BigEndian(from),
            (_, true) => BinaryPrimitives.ReadUInt32LittleEndian(from),
            _ => BinaryPrimitives.ReadUInt32BigEndian(from),
        };

    // The brands of an ISO base media file (ISO/IEC 14496-12, "ftyp"), the major one first.
    private static string? Brands(ReadOnlySpan<byte> b)
    {
        if (b.Length < 16 || !b[4..8].SequenceEqual("ftyp"u8))
            return null;
        int length = (int)Math.Min(BinaryPrimitives.ReadUInt32BigEndian(b), (uint)Math.Min(b.Length, 256));
        return length < 16
            ? Encoding.ASCII.GetString(b[8..12])
            : Encoding.ASCII.GetString(b[8..12]) + Encoding.ASCII.GetString(b[16..length]);
    }

    private static bool IsSequence(string brands) =>
        brands[..4] is "avis" or "hevc" or "hevx" or "msf1" or "hevm" or "hevs";

    private static bool IsDrawing(ReadOnlySpan<byte> b)
    {
        string head = Encoding.UTF8.GetString(b[..Math.Min(b.Length, 1024)]).TrimStart('\uFEFF', ' ', '\n', '\r', '\t');
        return head.StartsWith("<svg", StringComparison.OrdinalIgnoreCase)
            || head.StartsWith("<?xml", StringComparison.Ordinal)
                && head.Contains("<svg", StringComparison.OrdinalIgnoreCase)
            || head.StartsWith("<!DOCTYPE svg", StringComparison.OrdinalIgnoreCase);
    }
}
