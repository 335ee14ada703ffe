using System.Buffers.Binary;
using System.Security.Cryptography;
using System.Text;

namespace Jaali.Formats;

/// <summary>The data sets of IPTC-IIM 4.2 in one or several blocks.</summary>
internal sealed class IimBlock
{
    private static readonly Dictionary<int, string> Names = new()
    {
        [5] = "Object Name",
        [15] = "Category",
        [25] = "Keywords",
        [40] = "Special Instructions",
        [55] = "Date Created",
        [80] = "By-line",
        [85] = "By-line Title",
        [90] = "City",
        [101] = "Country",
        [103] = "Original Transmission Reference",
        [105] = "Headline",
        [110] = "Credit",
        [115] = "Source",
        [116] = "Copyright Notice",
        [118] = "Contact",
        [120] = "Caption",
    };

    private readonly List<(int Set, string Text)> _sets = [];

    /// <summary>Reads the application record of blocks in their order; what is broken ends its block.</summary>
    internal static IimBlock Of(IEnumerable<byte[]> blocks)
    {
        var read = new IimBlock();
        foreach (byte[] block in blocks)
            read.Add(block);
        return read;
    }

    /// <summary>True where there is nothing in it.</summary>
    internal bool IsEmpty => _sets.Count == 0;

    /// <summary>The texts of a data set of the application record, in order.</summary>
    internal IReadOnlyList<string> All(int set) =>
        [.. _sets.Where(s => s.Set == set).Select(s => s.Text).Where(t => t.Length > 0).Distinct()];

    /// <summary>The first text of a data set, or empty.</summary>
    internal string First(int set) => All(set) is [var first, ..] ? first : "";

    /// <summary>As lines of name and value.</summary>
    internal IEnumerable<string> Lines =>
        _sets
            .Where(s => Names.ContainsKey(s.Set) && s.Text.Length is > 0 and < 4000)
            .Select(s => $"{Names[s.Set]}: {s.Text}")
            .Distinct()
            .Take(200);

    /// <summary>
    /// True where a program that knew nothing of the digest changed the block later: there is a digest and it is not
    /// that
    /// of the block (Metadata Working Group, "Guidelines for Handling Image Metadata" 2.0, on the IIM checksum; from
    /// memory). A digest of zeros is written by programs that do not reckon it.
    /// </summary>
    internal static bool ChangedLater(PhotoBlocks blocks) =>
        blocks is { Iim: [var first, ..], IimDigest: { } digest }
        && digest.Any(b => b != 0)
        && !Md5(first).AsSpan().SequenceEqual(digest);

    // Tag marker, record, data set, length (IIM 4.2, 1.6); a length with its high bit set is that of the length.
    private void Add(ReadOnlySpan<byte> b)
    {
        bool utf8 = false;
        while (b.Length >= 5 && _sets.Count < 400)
        {
            // Some keep the words of the block turned round, four bytes each.
            if (b[0] != 0x1C)
            {
                int next = b.IndexOf((byte)0x1C);
                if (next < 0)
                    return;
                b = b[next..];
                continue;
            }
            int record = b[1],
                set = b[2];
            long length = BinaryPrimitives.ReadUInt16BigEndian(b[3..]);
            int head = 5;
            if (length > 0x7FFF)
            {
                int digits = (int)(length & 0x7FFF);
                if (digits > 4 || b.Length < 5 + digits)
                    return;
                length = 0;
                for (int i = 0; i < digits; i++)
                    length = (length << 8) | b[5 + i];
                head += digits;
            }
            if (length > b.Length - head)
                return;
            ReadOnlySpan<byte> data = b.Slice(head, (int)length);
            if (record == 1 && set == 90)
                utf8 = data.SequenceEqual((ReadOnlySpan<byte>)[0x1B, 0x25, 0x47]);
            else if (record == 2 && set != 0)
                _sets.Add(
                    (
                        set,
                        (utf8 ? Encoding.UTF8.GetString(data) : PhotoBlocks.Words(data)).Trim(
                            '\0',
                            ' ',
                            '\r',
                            '\n',
                            '\t'
                        )
                    )
                );
            b = b[(head + (int)length)..];
        }
    }

#pragma warning disable CA5351 // The guideline names MD5; it guards nothing here.
    private static byte[] Md5(byte[] bytes) => MD5.HashData(bytes);
#pragma warning restore CA5351
}
