using System.Buffers.Binary;
using System.Security.Cryptography;

namespace Jaali.Formats;

/// <summary>
/// Tells whether the IPTC-IIM block of a JPEG was changed by a program that knew nothing of its digest: the block
/// lies in image resource 0x0404, the MD5 of it in 0x0425
/// (Metadata Working Group, "Guidelines for Handling Image Metadata" 2.0, on the IIM checksum; from memory).
/// </summary>
internal static class IimBlock
{
    /// <summary>True where there is a digest and it is not that of the block; the block is then the newer
    /// word.</summary>
    internal static bool ChangedLater(ReadOnlySpan<byte> jpeg)
    {
        if (jpeg.Length < 4 || jpeg[0] != 0xFF || jpeg[1] != 0xD8)
            return false;
        byte[]? block = null,
            digest = null;
        for (int at = 2; at + 4 <= jpeg.Length && jpeg[at] == 0xFF && jpeg[at + 1] is not (0xDA or 0xD9); )
        {
            int length = BinaryPrimitives.ReadUInt16BigEndian(jpeg[(at + 2)..]);
            if (length < 2 || at + 2 + length > jpeg.Length)
                return false;
            if (jpeg[at + 1] == 0xED)
                Resources(jpeg.Slice(at + 4, length - 2), ref block, ref digest);
            at += 2 + length;
        }
        // A digest of zeros is written by programs that do not reckon it.
        return block is not null
            && digest is { Length: 16 }
            && digest.Any(b => b != 0)
            && !Md5(block).AsSpan().SequenceEqual(digest);
    }

#pragma warning disable CA5351 // The guideline names MD5; it guards nothing here.
    private static byte[] Md5(byte[] bytes) => MD5.HashData(bytes);
#pragma warning restore CA5351

    // "Photoshop 3.0", then resources: "8BIM", identity, a name padded to even length, size, data padded to even
    // length.
    private static void Resources(ReadOnlySpan<byte> segment, ref byte[]? block, ref byte[]? digest)
    {
        ReadOnlySpan<byte> head = "Photoshop 3.0\0"u8;
        if (!segment.StartsWith(head))
            return;
        ReadOnlySpan<byte> rest = segment[head.Length..];
        while (rest.Length > 12 && rest.StartsWith("8BIM"u8))
        {
            int id = BinaryPrimitives.ReadUInt16BigEndian(rest[4..]),
                name = (rest[6] + 2) / 2 * 2;
            if (rest.Length < 10 + name)
                return;
            uint size = BinaryPrimitives.ReadUInt32BigEndian(rest[(6 + name)..]);
            if (size > rest.Length - 10 - name)
                return;
            byte[] data = rest.Slice(10 + name, (int)size).ToArray();
            if (id == 0x0404)
                block = data;
            if (id == 0x0425)
                digest = data;
            long next = 10L + name + size + (size & 1);
            if (next >= rest.Length)
                return;
            rest = rest[(int)next..];
        }
    }
}
