using System.IO.Compression;
using Jaali.Caching;
using Jaali.Core;

namespace Jaali.Server.Fonts;

/// <summary>Faces as they are sent: packed once with Brotli, which is what WOFF2 packs its tables with. All letters of
/// a
/// face stay in it, since a deck may come to need any of them.</summary>
public sealed class PackedFonts
{
    // Of 11: beyond this a face takes seconds for a few hundredths.
    private const int Quality = 9,
        Window = 22;

    private readonly BoundedCache<(string Face, int Revision), byte[]> _packed = new(
        Limits.Retention.FontBytes,
        b => b.Length
    );

    /// <summary>A face, packed.</summary>
    /// <param name="face">Its identity.</param>
    /// <param name="revision">Of the shelf.</param>
    /// <param name="bytes">The face.</param>
    public byte[] Of(string face, int revision, byte[] bytes) =>
        _packed.GetOrMake((face, revision), static (_, plain) => Packed(plain), bytes);

    private static byte[] Packed(byte[] bytes)
    {
        byte[] made = new byte[BrotliEncoder.GetMaxCompressedLength(bytes.Length)];
        return BrotliEncoder.TryCompress(bytes, made, out int length, Quality, Window)
            ? made[..length]
            : throw new InvalidOperationException("A face could not be packed.");
    }
}
