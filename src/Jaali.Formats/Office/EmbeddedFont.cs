using System.Buffers.Binary;
using System.Text;

namespace Jaali.Formats.Office;

/// <summary>A typeface as presentations of Office Open XML carry it: an Embedded OpenType file (EOT, W3C Submission of
/// 5 March 2008, version 0x00020001), neither compressed nor obscured.</summary>
public static class EmbeddedFont
{
    /// <summary>The file for a TrueType or OpenType font; null where the font says nothing of itself.</summary>
    public static byte[]? Of(byte[] font)
    {
        if (Table(font, "OS/2") is not { Length: >= 78 } os2 || Table(font, "head") is not { Length: >= 12 } head)
            return null;
        Dictionary<int, string> names = Names(Table(font, "name"));
        using var made = new MemoryStream(font.Length + 400);
        using var w = new BinaryWriter(made);
        w.Write(0u); // the size of the whole, written last
        w.Write((uint)font.Length);
        w.Write(0x00020001u);
        w.Write(0u); // as it is
        w.Write(os2.AsSpan(32, 10)); // PANOSE
        w.Write((byte)1); // any character set
        w.Write((byte)((os2[63] & 1) != 0 ? 1 : 0)); // slanted
        w.Write((uint)Big16(os2, 4)); // weight
        w.Write((ushort)Big16(os2, 8)); // fsType
        w.Write((ushort)0x504C);
        for (int i = 0; i < 4; i++)
            w.Write(Big32(os2, 42 + 4 * i)); // Unicode ranges
        for (int i = 0; i < 2; i++)
            w.Write(os2.Length >= 86 ? Big32(os2, 78 + 4 * i) : 0); // code pages
        w.Write(Big32(head, 8)); // checksum adjustment
        for (int i = 0; i < 4; i++)
            w.Write(0u);
        w.Write((ushort)0);
        foreach (int id in (ReadOnlySpan<int>)[1, 2, 5, 4])
        {
            byte[] name = Encoding.Unicode.GetBytes(names.GetValueOrDefault(id, ""));
            w.Write((ushort)name.Length);
            w.Write(name);
            w.Write((ushort)0);
        }
        w.Write((ushort)0); // no root strings: it may be used anywhere
        w.Write(font);
        w.Flush();
        byte[] all = made.ToArray();
        BinaryPrimitives.WriteUInt32LittleEndian(all, (uint)all.Length);
        return all;
    }

    private static byte[]? Table(byte[] font, string tag)
    {
        if (font.Length < 12)
            return null;
        int count = Big16(font, 4);
        for (int i = 0; i < count && 12 + 16 * i + 16 <= font.Length; i++)
        {
            int at = 12 + 16 * i;
            if (Encoding.ASCII.GetString(font, at, 4) != tag)
                continue;
            uint from = Big32(font, at + 8),
                length = Big32(font, at + 12);
            return from + (long)length <= font.Length ? font[(int)from..(int)(from + length)] : null;
        }
        return null;
    }

    // Names of the Windows platform, in UTF-16 (OpenType, "name").
    private static Dictionary<int, string> Names(byte[]? table)
    {
        Dictionary<int, string> names = [];
        if (table is not { Length: >= 6 })
            return names;
        int count = Big16(table, 2),
            strings = Big16(table, 4);
        for (int i = 0; i < count && 6 + 12 * i + 12 <= table.Length; i++)
        {
            int at = 6 + 12 * i,
                length = Big16(table, at + 8),
                from = strings + Big16(table, at + 10);
            if (Big16(table, at) == 3 && from + length <= table.Length)
                names.TryAdd(Big16(table, at + 6), Encoding.BigEndianUnicode.GetString(table, from, length));
        }
        return names;
    }

    private static int Big16(byte[] b, int at) => BinaryPrimitives.ReadUInt16BigEndian(b.AsSpan(at));

    private static uint Big32(byte[] b, int at) => BinaryPrimitives.ReadUInt32BigEndian(b.AsSpan(at));
}
