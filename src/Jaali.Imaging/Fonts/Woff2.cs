using System.Buffers.Binary;
using System.IO.Compression;
using System.Text;

namespace Jaali.Imaging;

/// <summary>Unpacks WOFF2 files (W3C Recommendation "WOFF File Format 2.0", 2024) into the TrueType or OpenType fonts
/// they
/// hold.</summary>
internal static class Woff2
{
    private const uint Signature = 0x774F4632;
    private const int MostTables = 64,
        MostGlyphs = 65535;

    // Of the table directory: section 4.1, the tags that have numbers.
    private static readonly string[] Known = (
        "cmap head hhea hmtx maxp name OS/2 post cvt  fpgm glyf loca prep CFF  VORG EBDT EBLC gasp hdmx kern LTSH PCLT "
        + "VDMX vhea vmtx BASE GDEF GPOS GSUB EBSC JSTF MATH CBDT CBLC COLR CPAL SVG  sbix acnt avar bdat "
        + "bloc bsln cvar "
        + "fdsc feat fmtx fvar gvar hsty just lcar mort morx opbd prop trak Zapf Silf Glat Gloc Feat Sill"
    )
        .Chunk(5)
        .Select(c => new string(c)[..4])
        .ToArray();

    private sealed record Table(string Tag, int Original, int Length, bool IsTransformed);

    /// <summary>True where a file begins as WOFF2 does.</summary>
    internal static bool Is(ReadOnlySpan<byte> file) =>
        file.Length >= 4 && BinaryPrimitives.ReadUInt32BigEndian(file) == Signature;

    /// <summary>The font in a WOFF2 file.</summary>
    /// <param name="file">The file.</param>
    /// <param name="most">Bytes that the font may have.</param>
    /// <exception cref="InvalidDataException">It is broken, holds several fonts, or its font is larger.</exception>
    internal static byte[] Unpack(byte[] file, int most)
    {
        var header = new Reader(file);
        header.Skip(4);
        uint flavour = header.U32();
        if (flavour == 0x74746366)
            throw new InvalidDataException("The file holds several fonts. Add them one by one.");
        header.Skip(4);
        int count = header.U16();
        header.Skip(2);
        uint size = header.U32();
        int packed = (int)Math.Min(header.U32(), int.MaxValue);
        header.Skip(24);
        if (count is 0 or > MostTables || size > most)
            throw new InvalidDataException("The font is larger than fonts are.");
        Table[] tables = new Table[count];
        long whole = 0;
        for (int i = 0; i < count; i++)
        {
            int flags = header.U8();
            string tag = (flags & 63) == 63 ? header.Tag() : Known[flags & 63];
            int version = flags >> 6,
                original = header.Base128();
            bool transformed = tag is "glyf" or "loca" ? version == 0 : version != 0;
            int length = transformed ? header.Base128() : original;
            tables[i] = new(tag, original, length, transformed);
            whole += length;
        }
        if (whole > most || packed > file.Length - header.At)
            throw new InvalidDataException("The font is cut off.");
        byte[] data = Decompressed(file.AsSpan(header.At, packed), (int)whole);
        Dictionary<string, byte[]> unpacked = new(StringComparer.Ordinal);
        int at = 0;
        Table? glyphs = null,
            metrics = null;
        byte[] glyphData = [],
            metricData = [];
        foreach (Table table in tables)
        {
            byte[] bytes = data[at..(at + table.Length)];
            at += table.Length;
            if (table is { Tag: "glyf", IsTransformed: true })
                (glyphs, glyphData) = (table, bytes);
            else if (table is { Tag: "hmtx", IsTransformed: true })
                (metrics, metricData) = (table, bytes);
            else if (table is { Tag: "loca", IsTransformed: true })
                continue;
            else if (table.IsTransformed)
                throw new InvalidDataException("The font is packed in a way that is not known.");
            else
                unpacked[table.Tag] = bytes;
        }
        short[] left = [];
        if (glyphs is not null)
        {
            (byte[] glyf, byte[] loca, left) = Glyphs(glyphData, most);
            (unpacked["glyf"], unpacked["loca"]) = (glyf, loca);
            if (!unpacked.TryGetValue("head", out byte[]? head) || head.Length < 54)
                throw new InvalidDataException("The font lacks its table head.");
            // indexToLocFormat: places of four bytes.
            BinaryPrimitives.WriteInt16BigEndian(head.AsSpan(50), 1);
        }
        if (metrics is not null)
            unpacked["hmtx"] = Metrics(metricData, unpacked, left);
        return Font(flavour, unpacked);
    }

    private static byte[] Decompressed(ReadOnlySpan<byte> packed, int length)
    {
        byte[] data = new byte[length];
        using var decoder = new BrotliDecoder();
        int from = 0,
            to = 0;
        while (to < length)
        {
            System.Buffers.OperationStatus status = decoder.Decompress(
                packed[from..],
                data.AsSpan(to),
                out int read,
                out int written
            );
            from += read;
            to += written;
            if (status == System.Buffers.OperationStatus.Done)
                break;
            if (status != System.Buffers.OperationStatus.DestinationTooSmall || written == 0)
                throw new InvalidDataException("The font cannot be unpacked.");
        }
        return to == length ? data : throw new InvalidDataException("The font is cut off.");
    }

    // Section 5.1: the glyf table from its seven streams; loca from the places of its glyphs.
    private static (byte[] Glyf, byte[] Loca, short[] Left) Glyphs(byte[] data, int most)
    {
        var head = new Reader(data);
        head.Skip(2);
        int options = head.U16(),
            count = head.U16();
        head.Skip(2);
        int[] sizes = new int[7];
        for (int i = 0; i < 7; i++)
            sizes[i] = checked((int)Math.Min(head.U32(), int.MaxValue));
        Reader[] streams = new Reader[7];
        int at = head.At;
        for (int i = 0; i < 7; i++)
        {
            if (sizes[i] > data.Length - at)
                throw new InvalidDataException("The outlines of the font are cut off.");
            streams[i] = new Reader(data.AsMemory(at, sizes[i]));
            at += sizes[i];
        }
        (Reader contours, Reader points, Reader flags, Reader coordinates) = (
            streams[0],
            streams[1],
            streams[2],
            streams[3]
        );
        (Reader composites, Reader boxes, Reader instructions) = (streams[4], streams[5], streams[6]);
        byte[] boxed = boxes.Take((count + 31) / 32 * 4).ToArray();
        byte[]? overlaps = (options & 1) != 0 ? data[at..Math.Min(data.Length, at + (count + 7) / 8)] : null;
        using var glyf = new MemoryStream();
        uint[] places = new uint[count + 1];
        short[] left = new short[count];
        for (int g = 0; g < count; g++)
        {
            places[g] = (uint)glyf.Length;
            if (glyf.Length > most)
                throw new InvalidDataException("The font is larger than fonts are.");
            short n = contours.I16();
            bool box = (boxed[g / 8] & (0x80 >> (g % 8))) != 0;
            if (n == 0)
            {
                if (box)
                    throw new InvalidDataException("An empty letter of the font has a size.");
                continue;
            }
            short[]? bounds = box ? [boxes.I16(), boxes.I16(), boxes.I16(), boxes.I16()] : null;
            if (n == -1)
            {
                if (bounds is null)
                    throw new InvalidDataException("A letter of the font lacks its size.");
                left[g] = bounds[0];
                Composite(glyf, bounds, composites, flags: coordinates, instructions);
            }
            else
                left[g] = Simple(
                    glyf,
                    n,
                    bounds,
                    points,
                    flags,
                    coordinates,
                    instructions,
                    overlaps is not null && g / 8 < overlaps.Length && (overlaps[g / 8] & (0x80 >> (g % 8))) != 0
                );
            while (glyf.Length % 4 != 0)
                glyf.WriteByte(0);
        }
        places[count] = (uint)glyf.Length;
        // With long places: outlines are written larger than they were.
        byte[] loca = new byte[(count + 1) * 4];
        for (int g = 0; g <= count; g++)
            BinaryPrimitives.WriteUInt32BigEndian(loca.AsSpan(g * 4), places[g]);
        return (glyf.ToArray(), loca, left);
    }

    private static short Simple(
        MemoryStream glyf,
        int contourCount,
        short[]? bounds,
        Reader points,
        Reader flags,
        Reader coordinates,
        Reader instructions,
        bool overlaps
    )
    {
        int[] ends = new int[contourCount];
        int total = 0;
        for (int c = 0; c < contourCount; c++)
        {
            total += points.U255();
            ends[c] = total - 1;
        }
        if (total > MostGlyphs)
            throw new InvalidDataException("A letter of the font has too many points.");
        int[] xs = new int[total],
            ys = new int[total];
        bool[] on = new bool[total];
        int x = 0,
            y = 0;
        for (int p = 0; p < total; p++)
        {
            int flag = flags.U8();
            on[p] = (flag & 0x80) == 0;
            (int dx, int dy) = Triplet(flag & 0x7F, coordinates);
            (xs[p], ys[p]) = (x += dx, y += dy);
        }
        int length = coordinates.U255();
        bounds ??= total == 0 ? [0, 0, 0, 0] : [S(xs.Min()), S(ys.Min()), S(xs.Max()), S(ys.Max())];
        Put16(glyf, contourCount);
        foreach (short b in bounds)
            Put16(glyf, b);
        foreach (int end in ends)
            Put16(glyf, end);
        Put16(glyf, length);
        glyf.Write(instructions.Take(length));
        // As TrueType writes points: 16 bits for each step, with no flags repeated; larger than it could be, and right.
        for (int p = 0; p < total; p++)
            glyf.WriteByte((byte)((on[p] ? 1 : 0) | (p == 0 && overlaps ? 0x40 : 0)));
        for (int p = 0; p < total; p++)
            Put16(glyf, xs[p] - (p == 0 ? 0 : xs[p - 1]));
        for (int p = 0; p < total; p++)
            Put16(glyf, ys[p] - (p == 0 ? 0 : ys[p - 1]));
        return bounds[0];

        static short S(int v) => (short)Math.Clamp(v, short.MinValue, short.MaxValue);
    }

    private static void Composite(
        MemoryStream glyf,
        short[] bounds,
        Reader composites,
        Reader flags,
        Reader instructions
    )
    {
        Put16(glyf, -1);
        foreach (short b in bounds)
            Put16(glyf, b);
        bool instructed = false;
        for (int part = 0; ; part++)
        {
            if (part > 256)
                throw new InvalidDataException("A letter of the font has too many parts.");
            int flag = composites.U16();
            Put16(glyf, flag);
            instructed |= (flag & 0x100) != 0;
            // Glyph, arguments, scale.
            int length =
                2
                + ((flag & 1) != 0 ? 4 : 2)
                + (
                    (flag & 8) != 0 ? 2
                    : (flag & 0x40) != 0 ? 4
                    : (flag & 0x80) != 0 ? 8
                    : 0
                );
            glyf.Write(composites.Take(length));
            if ((flag & 0x20) == 0)
                break;
        }
        if (!instructed)
            return;
        int code = flags.U255();
        Put16(glyf, code);
        glyf.Write(instructions.Take(code));
    }

    // Section 5.2: the step to a point, in one to four bytes after its flag.
    private static (int X, int Y) Triplet(int flag, Reader from)
    {
        int Signed(int bit, int value) => (flag & bit) != 0 ? value : -value;
        if (flag < 10)
            return (0, Signed(1, ((flag & 14) << 7) + from.U8()));
        if (flag < 20)
            return (Signed(1, (((flag - 10) & 14) << 7) + from.U8()), 0);
        if (flag < 84)
        {
            int b0 = flag - 20,
                b1 = from.U8();
            return (Signed(1, 1 + (b0 & 0x30) + (b1 >> 4)), Signed(2, 1 + ((b0 & 0x0C) << 2) + (b1 & 0x0F)));
        }
        if (flag < 120)
        {
            int b0 = flag - 84,
                b1 = from.U8(),
                b2 = from.U8();
            return (Signed(1, 1 + (b0 / 12 << 8) + b1), Signed(2, 1 + (b0 % 12 >> 2 << 8) + b2));
        }
        if (flag < 124)
        {
            int b1 = from.U8(),
                b2 = from.U8(),
                b3 = from.U8();
            return (Signed(1, (b1 << 4) + (b2 >> 4)), Signed(2, ((b2 & 0x0F) << 8) + b3));
        }
        int c1 = from.U8(),
            c2 = from.U8(),
            c3 = from.U8(),
            c4 = from.U8();
        return (Signed(1, (c1 << 8) + c2), Signed(2, (c3 << 8) + c4));
    }

    // Section 5.4: left bearings that are those of the outlines are left out.
    private static byte[] Metrics(byte[] data, Dictionary<string, byte[]> tables, short[] left)
    {
        if (!tables.TryGetValue("hhea", out byte[]? hhea) || hhea.Length < 36 || left.Length == 0)
            throw new InvalidDataException("The font lacks the widths of its letters.");
        var from = new Reader(data);
        int flags = from.U8(),
            full = BinaryPrimitives.ReadUInt16BigEndian(hhea.AsSpan(34)),
            count = left.Length;
        if (full == 0 || full > count)
            throw new InvalidDataException("The font has more widths than letters.");
        using var hmtx = new MemoryStream();
        int[] widths = new int[full];
        for (int i = 0; i < full; i++)
            widths[i] = from.U16();
        short[] bearings = new short[count];
        for (int i = 0; i < full; i++)
            bearings[i] = (flags & 1) != 0 ? left[i] : from.I16();
        for (int i = full; i < count; i++)
            bearings[i] = (flags & 2) != 0 ? left[i] : from.I16();
        for (int i = 0; i < count; i++)
        {
            if (i < full)
                Put16(hmtx, widths[i]);
            Put16(hmtx, bearings[i]);
        }
        return hmtx.ToArray();
    }

    // The tables as one font, by name, with their sums (OpenType, "table directory").
    private static byte[] Font(uint flavour, Dictionary<string, byte[]> tables)
    {
        string[] tags = [.. tables.Keys.Order(StringComparer.Ordinal)];
        int n = tags.Length,
            power = (int)Math.Log2(n),
            at = 12 + 16 * n;
        using var font = new MemoryStream();
        Put32(font, flavour);
        Put16(font, n);
        Put16(font, 16 << power);
        Put16(font, power);
        Put16(font, 16 * n - (16 << power));
        foreach (string tag in tags)
        {
            byte[] table = tables[tag];
            font.Write(Encoding.Latin1.GetBytes(tag));
            uint sum = 0;
            for (int i = 0; i < table.Length; i += 4)
            {
                uint word = 0;
                for (int k = 0; k < 4; k++)
                    word = word << 8 | (i + k < table.Length ? table[i + k] : 0u);
                sum = unchecked(sum + word);
            }
            Put32(font, sum);
            Put32(font, (uint)at);
            Put32(font, (uint)table.Length);
            at += (table.Length + 3) / 4 * 4;
        }
        foreach (string tag in tags)
        {
            font.Write(tables[tag]);
            while (font.Length % 4 != 0)
                font.WriteByte(0);
        }
        return font.ToArray();
    }

    private static void Put16(Stream to, int value)
    {
        to.WriteByte((byte)(value >> 8));
        to.WriteByte((byte)value);
    }

    private static void Put32(Stream to, uint value)
    {
        Put16(to, (int)(value >> 16));
        Put16(to, (int)(value & 0xFFFF));
    }

    private sealed class Reader(ReadOnlyMemory<byte> data)
    {
        internal int At { get; private set; }

        internal ReadOnlySpan<byte> Take(int length)
        {
            if (length < 0 || length > data.Length - At)
                throw new InvalidDataException("The font is cut off.");
            At += length;
            return data.Span.Slice(At - length, length);
        }

        internal void Skip(int length) => Take(length);

        internal int U8() => Take(1)[0];

        internal int U16() => BinaryPrimitives.ReadUInt16BigEndian(Take(2));

        internal short I16() => BinaryPrimitives.ReadInt16BigEndian(Take(2));

        internal uint U32() => BinaryPrimitives.ReadUInt32BigEndian(Take(4));

        internal string Tag() => Encoding.Latin1.GetString(Take(4));

        // Section 3.2: seven bits a byte, no zeros before it, at most five bytes.
        internal int Base128()
        {
            uint value = 0;
            for (int i = 0; i < 5; i++)
            {
                int b = U8();
                if (i == 0 && b == 0x80 || (value & 0xFE000000) != 0)
                    break;
                value = value << 7 | (uint)(b & 0x7F);
                if ((b & 0x80) == 0)
                    return value <= int.MaxValue ? (int)value : throw Broken;
            }
            throw Broken;
        }

        // Section 3.1.
        internal int U255()
        {
            int code = U8();
            return code switch
            {
                253 => U16(),
                254 => U8() + 506,
                255 => U8() + 253,
                _ => code,
            };
        }

        private static InvalidDataException Broken => new("The font is broken.");
    }
}
