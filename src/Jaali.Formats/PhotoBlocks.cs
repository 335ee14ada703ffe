using System.Buffers.Binary;
using System.IO.Compression;
using System.Text;
using Jaali.Core;
using Jaali.Imaging;

namespace Jaali.Formats;

/// <summary>The blocks of metadata in a photo's file, as bytes: EXIF, XMP, IPTC-IIM and the texts of PNG.</summary>
internal sealed class PhotoBlocks
{
    /// <summary>EXIF as a TIFF, from its byte order on; null where there is none.</summary>
    internal byte[]? Exif { get; private set; }

    /// <summary>Packets of XMP, the main one first.</summary>
    internal List<byte[]> Xmp { get; } = [];

    /// <summary>Blocks of IPTC-IIM, in the file's order.</summary>
    internal List<byte[]> Iim { get; } = [];

    /// <summary>The MD5 that was kept of the IIM block (image resource 0x0425), or null.</summary>
    internal byte[]? IimDigest { get; private set; }

    /// <summary>Keywords and texts of PNG (third edition, 11.3.3), and the comments of others.</summary>
    internal List<(string Key, string Text)> Texts { get; } = [];

    /// <summary>The blocks of a photo; a file that is broken gives those before the break.</summary>
    internal static PhotoBlocks Of(byte[] photo)
    {
        var found = new PhotoBlocks();
        ReadOnlySpan<byte> b = photo;
        try
        {
            if (b.StartsWith((ReadOnlySpan<byte>)[0xFF, 0xD8]))
                found.Jpeg(photo);
            else if (b.StartsWith((ReadOnlySpan<byte>)[0x89, 0x50, 0x4E, 0x47]))
                found.Png(photo);
            else if (b.StartsWith("RIFF"u8))
                found.Webp(photo);
            else if (b.StartsWith("II*\0"u8) || b.StartsWith("MM\0*"u8))
                found.Tiff(photo);
            else if (b.StartsWith("GIF8"u8))
                found.Scan(b);
            else if (b.Length > 12 && b[4..8].SequenceEqual("ftyp"u8))
                found.Heif(b);
        }
        catch (Exception e)
            when (e is ArgumentException or IndexOutOfRangeException or InvalidDataException or OverflowException)
        {
            // What came before the break stays.
        }
        return found;
    }

    private void Jpeg(byte[] photo)
    {
        using var resources = new MemoryStream();
        Dictionary<string, SortedDictionary<uint, byte[]>> extensions = [];
        foreach ((byte marker, PhotoPart part) in PhotoParts.Jpeg(photo))
        {
            ReadOnlySpan<byte> s = part.Data(photo);
            if (marker == 0xE1 && s.StartsWith("Exif\0"u8) && s.Length > 6)
                Exif ??= s[6..].ToArray();
            else if (marker == 0xE1 && s.StartsWith("http://ns.adobe.com/xap/1.0/\0"u8))
                Add(Xmp, s["http://ns.adobe.com/xap/1.0/\0"u8.Length..]);
            else if (marker == 0xE1 && s.StartsWith("http://ns.adobe.com/xmp/extension/\0"u8) && s.Length > 75)
            {
                string guid = Encoding.ASCII.GetString(s.Slice(35, 32));
                if (extensions.TryGetValue(guid, out SortedDictionary<uint, byte[]>? known))
                    known[BinaryPrimitives.ReadUInt32BigEndian(s[71..])] = s[75..].ToArray();
                else
                    extensions[guid] = new() { [BinaryPrimitives.ReadUInt32BigEndian(s[71..])] = s[75..].ToArray() };
            }
            else if (marker == 0xED && s.StartsWith("Photoshop 3.0\0"u8))
                resources.Write(s["Photoshop 3.0\0"u8.Length..]);
        }
        // Resources may go on from one segment into the next, and there may be several blocks of IIM among them.
        Resources(resources.ToArray());
        // What goes on in further segments is named by the main packet (XMP specification, part 3, 1.1.3.1).
        foreach ((string guid, SortedDictionary<uint, byte[]> parts) in extensions)
            if (Xmp.Exists(x => x.AsSpan().IndexOf(Encoding.ASCII.GetBytes(guid)) >= 0))
                Add(Xmp, parts.Values.SelectMany(p => p).ToArray());
    }

    private void Png(byte[] photo)
    {
        foreach (PngChunk chunk in PngChunks.Of(new MemoryStream(photo)).Where(c => c.IsWhole))
        {
            ReadOnlySpan<byte> data = photo.AsSpan((int)chunk.At, (int)chunk.Length);
            switch (chunk.Type)
            {
                case "eXIf":
                    Exif ??= Bare(data).ToArray();
                    break;
                case "tEXt" when data.IndexOf((byte)0) is var n and > 0:
                    Text(Encoding.Latin1.GetString(data[..n]), data[(n + 1)..].ToArray(), false);
                    break;
                case "zTXt" when data.IndexOf((byte)0) is var z and > 0 && z + 2 < data.Length:
                    Text(Encoding.Latin1.GetString(data[..z]), Inflate(data[(z + 2)..]), false);
                    break;
                case "iTXt" when data.IndexOf((byte)0) is var i and > 0 && i + 3 < data.Length:
                    ReadOnlySpan<byte> rest = data[(i + 3)..];
                    int language = rest.IndexOf((byte)0);
                    if (language >= 0 && rest[(language + 1)..].IndexOf((byte)0) is var translated and >= 0)
                    {
                        ReadOnlySpan<byte> text = rest[(language + translated + 2)..];
                        Text(
                            Encoding.Latin1.GetString(data[..i]),
                            data[i + 1] == 1 ? Inflate(text) : text.ToArray(),
                            true
                        );
                    }
                    break;
            }
        }
    }

    private void Text(string key, byte[] text, bool utf8)
    {
        if (key == "XML:com.adobe.xmp")
            Add(Xmp, text);
        else if (key.StartsWith("Raw profile type ", StringComparison.Ordinal))
            Profile(key["Raw profile type ".Length..].Trim().ToLowerInvariant(), Encoding.Latin1.GetString(text));
        else if (Texts.Count < Limits.Photos.MetadataBlocks)
            // The standard says Latin-1; many write UTF-8 all the same.
            Texts.Add((key, utf8 ? Encoding.UTF8.GetString(text) : Words(text)));
    }

    // A profile in hexadecimal as image programs keep it in a text: name, length, digits.
    private void Profile(string kind, string text)
    {
        string[] lines = text.Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        if (lines.Length < 3)
            return;
        string digits = string.Concat(lines.Skip(2));
        if (digits.Length % 2 == 1 || digits.Length > 2 * Limits.Photos.MetadataBytes || !digits.All(Uri.IsHexDigit))
            return;
        byte[] data = Convert.FromHexString(digits);
        if (kind is "iptc" or "8bim")
        {
            ReadOnlySpan<byte> d = data;
            if (d.StartsWith("Photoshop 3.0\0"u8))
                d = d["Photoshop 3.0\0"u8.Length..];
            if (d.StartsWith("8BIM"u8))
                Resources(d);
            else
                Add(Iim, d);
        }
        else if (
            kind is "exif" or "app1"
            && Bare(data) is var exif
            && (exif.StartsWith("II"u8) || exif.StartsWith("MM"u8))
        )
            Exif ??= exif.ToArray();
        else if (kind is "xmp" or "app1")
            Add(
                Xmp,
                data.AsSpan().StartsWith("http://ns.adobe.com/xap/1.0/\0"u8)
                    ? data.AsSpan()["http://ns.adobe.com/xap/1.0/\0"u8.Length..]
                    : data
            );
    }

    private void Webp(byte[] photo)
    {
        foreach ((string name, PhotoPart part) in PhotoParts.Webp(photo))
            if (name == "EXIF")
                Exif ??= Bare(part.Data(photo)).ToArray();
            else if (name == "XMP ")
                Add(Xmp, part.Data(photo));
    }

    // Tags of the first directory (TIFF 6.0; XMP specification, part 3, 1.1.6): XMP 700, IIM 33723, resources 34377.
    private void Tiff(byte[] photo)
    {
        Exif = photo;
        ReadOnlySpan<byte> b = photo;
        bool little = b[0] == (byte)'I';
        long at = Four(b[4..]);
        if (at < 8 || at + 2 > b.Length)
            return;
        int entries = little
            ? BinaryPrimitives.ReadUInt16LittleEndian(b[(int)at..])
            : BinaryPrimitives.ReadUInt16BigEndian(b[(int)at..]);
        for (int i = 0; i < entries && at + 2 + 12L * (i + 1) <= b.Length; i++)
        {
            ReadOnlySpan<byte> entry = b.Slice((int)at + 2 + 12 * i, 12);
            int tag = little
                    ? BinaryPrimitives.ReadUInt16LittleEndian(entry)
                    : BinaryPrimitives.ReadUInt16BigEndian(entry),
                type = little
                    ? BinaryPrimitives.ReadUInt16LittleEndian(entry[2..])
                    : BinaryPrimitives.ReadUInt16BigEndian(entry[2..]);
            long size = Four(entry[4..]) * (type == 4 ? 4 : 1),
                from = Four(entry[8..]);
            if (
                tag is not (700 or 33723 or 34377)
                || size < 5
                || size > Limits.Photos.MetadataBytes
                || from + size > b.Length
            )
                continue;
            ReadOnlySpan<byte> data = b.Slice((int)from, (int)size);
            if (tag == 700)
                Add(Xmp, data);
            else if (tag == 34377)
                Resources(data);
            else
                Add(Iim, data);
        }

        uint Four(ReadOnlySpan<byte> s) =>
            little ? BinaryPrimitives.ReadUInt32LittleEndian(s) : BinaryPrimitives.ReadUInt32BigEndian(s);
    }

    // Items of a HEIF (ISO/IEC 23008-12, annex A): "Exif", and "mime" of RDF.
    private void Heif(ReadOnlySpan<byte> b)
    {
        ReadOnlySpan<byte> meta = Box(b, "meta"u8);
        if (meta.Length < 4)
            return;
        meta = meta[4..];
        Dictionary<uint, bool> wanted = [];
        ReadOnlySpan<byte> iinf = Box(meta, "iinf"u8);
        if (iinf.Length < 8)
            return;
        ReadOnlySpan<byte> infos = iinf[(iinf[0] == 0 ? 6 : 8)..];
        while (infos.Length >= 8)
        {
            uint size = BinaryPrimitives.ReadUInt32BigEndian(infos);
            if (size < 8 || size > infos.Length)
                break;
            ReadOnlySpan<byte> infe = infos[8..(int)size];
            if (infe.Length >= 12 && infe[0] >= 2)
            {
                uint id =
                    infe[0] == 2
                        ? BinaryPrimitives.ReadUInt16BigEndian(infe[4..])
                        : BinaryPrimitives.ReadUInt32BigEndian(infe[4..]);
                ReadOnlySpan<byte> type = infe.Slice(infe[0] == 2 ? 8 : 10, 4);
                if (type.SequenceEqual("Exif"u8))
                    wanted[id] = true;
                else if (type.SequenceEqual("mime"u8) && infe.IndexOf("application/rdf+xml"u8) > 0)
                    wanted[id] = false;
            }
            infos = infos[(int)size..];
        }
        ReadOnlySpan<byte> iloc = Box(meta, "iloc"u8),
            idat = Box(meta, "idat"u8);
        if (iloc.Length < 8)
            return;
        int version = iloc[0],
            offsetSize = iloc[4] >> 4,
            lengthSize = iloc[4] & 15,
            baseSize = iloc[5] >> 4,
            indexSize = version > 0 ? iloc[5] & 15 : 0,
            at = 6;
        long count = Number(iloc, ref at, version < 2 ? 2 : 4);
        for (long n = 0; n < count && at < iloc.Length; n++)
        {
            uint id = (uint)Number(iloc, ref at, version < 2 ? 2 : 4);
            int method = version > 0 ? (int)Number(iloc, ref at, 2) & 15 : 0;
            at += 2;
            long from = Number(iloc, ref at, baseSize),
                extents = Number(iloc, ref at, 2);
            using var whole = new MemoryStream();
            for (long x = 0; x < extents && at <= iloc.Length; x++)
            {
                Number(iloc, ref at, indexSize);
                long offset = from + Number(iloc, ref at, offsetSize),
                    length = Number(iloc, ref at, lengthSize);
                ReadOnlySpan<byte> source = method == 1 ? idat : b;
                if (
                    wanted.ContainsKey(id)
                    && offset >= 0
                    && length is > 0 and < Limits.Photos.MetadataBytes
                    && offset + length <= source.Length
                )
                    whole.Write(source.Slice((int)offset, (int)length));
            }
            if (!wanted.TryGetValue(id, out bool exif) || whole.Length < 8)
                continue;
            byte[] data = whole.ToArray();
            if (!exif)
                Add(Xmp, data);
            else if (BinaryPrimitives.ReadUInt32BigEndian(data) is var skip && skip + 4 < data.Length)
                Exif ??= data[(int)(4 + skip)..];
        }

        static long Number(ReadOnlySpan<byte> from, ref int at, int bytes)
        {
            long n = 0;
            for (int i = 0; i < bytes; i++)
                n = (n << 8) | from[at++];
            return n;
        }
    }

    private static ReadOnlySpan<byte> Box(ReadOnlySpan<byte> b, ReadOnlySpan<byte> name)
    {
        while (b.Length >= 8)
        {
            ulong size = BinaryPrimitives.ReadUInt32BigEndian(b);
            int head = 8;
            if (size == 1 && b.Length >= 16)
                (size, head) = (BinaryPrimitives.ReadUInt64BigEndian(b[8..]), 16);
            if (size == 0)
                size = (ulong)b.Length;
            if (size < (ulong)head || size > (ulong)b.Length)
                return [];
            if (b[4..8].SequenceEqual(name))
                return b[head..(int)size];
            b = b[(int)size..];
        }
        return [];
    }

    // XMP lies in one piece wherever it is (XMP specification, part 3, 1.1.2 on GIF).
    private void Scan(ReadOnlySpan<byte> b)
    {
        int from = b.IndexOf("<x:xmpmeta"u8),
            to = b.IndexOf("</x:xmpmeta>"u8);
        if (from > 0 && to > from)
            Add(Xmp, b[from..(to + "</x:xmpmeta>"u8.Length)]);
    }

    // "8BIM", identity, a name padded to even length, size, data padded to even length; the identities of IIM and of
    // its
    // digest.
    private void Resources(ReadOnlySpan<byte> rest)
    {
        while (rest.Length >= 12)
        {
            if (
                !rest.StartsWith("8BIM"u8)
                && !rest.StartsWith("PHUT"u8)
                && !rest.StartsWith("AgHg"u8)
                && !rest.StartsWith("DCSR"u8)
            )
            {
                // One that is damaged loses itself.
                int next = rest[1..].IndexOf("8BIM"u8);
                if (next < 0)
                    return;
                rest = rest[(next + 1)..];
                continue;
            }
            int id = BinaryPrimitives.ReadUInt16BigEndian(rest[4..]),
                name = (rest[6] + 2) / 2 * 2;
            if (rest.Length < 10 + name)
                return;
            uint size = BinaryPrimitives.ReadUInt32BigEndian(rest[(6 + name)..]);
            if (size > rest.Length - 10 - name)
                return;
            ReadOnlySpan<byte> data = rest.Slice(10 + name, (int)size);
            if (id == 0x0404)
                Add(Iim, data);
            else if (id == 0x0425 && size == 16)
                IimDigest ??= data.ToArray();
            long end = 10L + name + size + (size & 1);
            if (end >= rest.Length)
                return;
            rest = rest[(int)end..];
        }
    }

    private static void Add(List<byte[]> to, ReadOnlySpan<byte> block)
    {
        if (to.Count < Limits.Photos.MetadataBlocks && block.Length is > 0 and <= Limits.Photos.MetadataBytes)
            to.Add(block.ToArray());
    }

    private static ReadOnlySpan<byte> Bare(ReadOnlySpan<byte> exif) => exif.StartsWith("Exif\0\0"u8) ? exif[6..] : exif;

    private static byte[] Inflate(ReadOnlySpan<byte> packed)
    {
        using var from = new ZLibStream(new MemoryStream(packed.ToArray()), CompressionMode.Decompress);
        using var to = new MemoryStream();
        byte[] buffer = new byte[16 * 1024];
        int n;
        while (to.Length < Limits.Photos.MetadataBytes && (n = from.Read(buffer)) > 0)
            to.Write(buffer, 0, n);
        return to.ToArray();
    }

    static PhotoBlocks() => Encoding.RegisterProvider(CodePagesEncodingProvider.Instance);

    /// <summary>Words whose encoding nobody says: UTF-8 where they are that, else Windows-1252, which holds
    /// Latin-1.</summary>
    internal static string Words(ReadOnlySpan<byte> text)
    {
        try
        {
            return new UTF8Encoding(false, true).GetString(text);
        }
        catch (DecoderFallbackException)
        {
            return Encoding.GetEncoding(1252).GetString(text);
        }
    }
}
