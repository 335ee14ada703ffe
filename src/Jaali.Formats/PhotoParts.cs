using System.Buffers.Binary;
using System.Text;

namespace Jaali.Formats;

/// <summary>A piece of a photo's file.</summary>
/// <param name="From">Where it begins.</param>
/// <param name="To">Where the next one begins.</param>
/// <param name="DataAt">Where its data begin.</param>
/// <param name="Length">How many bytes of data it has.</param>
internal readonly record struct PhotoPart(int From, int To, int DataAt, int Length)
{
    /// <summary>Its data.</summary>
    internal ReadOnlySpan<byte> Data(byte[] file) => file.AsSpan(DataAt, Length);
}

/// <summary>Goes through the files of photos piece by piece, as far as they are whole.</summary>
internal static class PhotoParts
{
    /// <summary>The marker of the scan, with which the coded picture begins.</summary>
    internal const byte Scan = 0xDA;

    /// <summary>The segments of a JPEG in their order, the first scan's the last (ITU-T T.81, B.1.1.4).</summary>
    internal static IEnumerable<(byte Marker, PhotoPart Part)> Jpeg(byte[] file)
    {
        for (int at = 2; at + 4 <= file.Length && file[at] == 0xFF; )
        {
            byte marker = file[at + 1];
            // Any number of fill bytes may stand before a marker.
            if (marker == 0xFF)
            {
                at++;
                continue;
            }
            // A segment counts its own two bytes of length.
            int length = BinaryPrimitives.ReadUInt16BigEndian(file.AsSpan(at + 2));
            if (marker == 0xD9 || length < 2 || at + 2 + length > file.Length)
                yield break;
            yield return (marker, new(at, at + 2 + length, at + 4, length - 2));
            if (marker == Scan)
                yield break;
            at += 2 + length;
        }
    }

    /// <summary>The chunks of a WebP in their order; each ends at an even place.</summary>
    internal static IEnumerable<(string Name, PhotoPart Part)> Webp(byte[] file)
    {
        for (int at = 12; at + 8 <= file.Length; )
        {
            uint length = BinaryPrimitives.ReadUInt32LittleEndian(file.AsSpan(at + 4));
            if (length > file.Length - at - 8)
                yield break;
            int to = (int)Math.Min(file.Length, at + 8L + length + (length & 1));
            yield return (Encoding.Latin1.GetString(file, at, 4), new(at, to, at + 8, (int)length));
            at = to;
        }
    }
}
