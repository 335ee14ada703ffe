using System.Buffers.Binary;
using System.Text;

namespace Jaali.Imaging;

/// <summary>A chunk of a PNG (third edition, 5.3).</summary>
/// <param name="Type">Its four letters.</param>
/// <param name="At">Where its data begin.</param>
/// <param name="Length">How many bytes it says it has.</param>
/// <param name="IsWhole">So many are there, with the check behind them.</param>
public readonly record struct PngChunk(string Type, long At, uint Length, bool IsWhole)
{
    /// <summary>Where the chunk begins.</summary>
    public long From => At - 8;

    /// <summary>Where the next one begins.</summary>
    public long To => At + Length + 4;
}

/// <summary>Goes through the chunks of a PNG; what one says of its length is believed only as far as there are
/// bytes.</summary>
public static class PngChunks
{
    private const int Signature = 8;

    /// <summary>In their order, up to the first that is cut short.</summary>
    /// <param name="png">The file, which can be moved about in.</param>
    public static IEnumerable<PngChunk> Of(Stream png)
    {
        byte[] head = new byte[8];
        for (long at = Signature; png.Length - at >= 12; )
        {
            png.Position = at;
            png.ReadExactly(head);
            uint length = BinaryPrimitives.ReadUInt32BigEndian(head);
            var chunk = new PngChunk(
                Encoding.Latin1.GetString(head, 4, 4),
                at + 8,
                length,
                length <= png.Length - at - 12
            );
            yield return chunk;
            if (!chunk.IsWhole)
                yield break;
            at += 12 + (long)length;
        }
    }

    /// <summary>The data of a chunk, as far as metadata are read.</summary>
    public static byte[] Data(Stream png, PngChunk chunk)
    {
        byte[] data = new byte[Math.Min(chunk.Length, Core.Limits.Photos.MetadataBytes)];
        png.Position = chunk.At;
        png.ReadExactly(data);
        return data;
    }
}
