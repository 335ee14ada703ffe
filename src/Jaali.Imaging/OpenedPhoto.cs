using System.Buffers.Binary;
using NetVips;

namespace Jaali.Imaging;

/// <summary>Opens photos with the orientation that their EXIF names, also where libvips does not look for it.</summary>
internal static class OpenedPhoto
{
    /// <summary>The image, not yet turned; its orientation is set.</summary>
    internal static Image Of(byte[] photo, Enums.Access access = Enums.Access.Random)
    {
        Image image = Image.NewFromBuffer(photo, access: access, failOn: Enums.FailOn.Truncated);
        if (OfPng(photo) is not { } orientation)
            return image;
        using (image)
            return image.Mutate(m => m.Set(GValue.GIntType, "orientation", orientation));
    }

    /// <summary>The orientation in the eXIf chunk of a PNG (third edition, 11.3.4.6), 2 to 8; null where there is none,
    /// or
    /// nothing to turn.</summary>
    internal static int? OfPng(ReadOnlySpan<byte> b)
    {
        if (PhotoFormats.Sniff(b) != "png")
            return null;
        for (int at = 8; at + 12 <= b.Length; )
        {
            uint length = BinaryPrimitives.ReadUInt32BigEndian(b[at..]);
            if (length > b.Length - at - 12)
                return null;
            if (b.Slice(at + 4, 4).SequenceEqual("eXIf"u8))
                return OfTiff(b.Slice(at + 8, (int)length));
            at += 12 + (int)length;
        }
        return null;
    }

    private static int? OfTiff(ReadOnlySpan<byte> tiff)
    {
        if (tiff.StartsWith("Exif\0\0"u8))
            tiff = tiff[6..];
        if (tiff.Length < 14 || !tiff.StartsWith("II"u8) && !tiff.StartsWith("MM"u8))
            return null;
        bool little = tiff[0] == (byte)'I';
        uint at = little
            ? BinaryPrimitives.ReadUInt32LittleEndian(tiff[4..])
            : BinaryPrimitives.ReadUInt32BigEndian(tiff[4..]);
        if (at > tiff.Length - 2)
            return null;
        int entries = Two(tiff[(int)at..]);
        for (int i = 0; i < entries && at + 2 + 12 * (i + 1) <= tiff.Length; i++)
        {
            ReadOnlySpan<byte> entry = tiff.Slice((int)at + 2 + 12 * i, 12);
            if (Two(entry) == 0x0112)
                return Two(entry[8..]) is var n and >= 2 and <= 8 ? n : null;
        }
        return null;

        int Two(ReadOnlySpan<byte> s) =>
            little ? BinaryPrimitives.ReadUInt16LittleEndian(s) : BinaryPrimitives.ReadUInt16BigEndian(s);
    }
}
