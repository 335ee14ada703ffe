using System.Buffers.Binary;
using System.Security.Cryptography;
using System.Text;
using Jaali.Core.Rights;
using Jaali.Imaging;

namespace Jaali.Formats;

/// <summary>
/// A photo's file as it may leave: its coded picture data byte for byte, its colours, and what it says of its maker and
/// licence; nothing else. Position, serial numbers, names of owners, comments, thumbnails, makers' notes and whatever
/// stands behind the picture stay. Credit is written into EXIF, IPTC-IIM and XMP alike (Metadata Working Group,
/// "Guidelines for Handling Image Metadata" 2.0).
/// </summary>
public static class BarePhoto
{
    // Of what a chunk of PNG says, what the picture looks like (PNG, third edition, 11.3; APNG).
    private static readonly HashSet<string> Painted = new(
        (
            "IHDR PLTE IDAT IEND tRNS cHRM gAMA iCCP sBIT sRGB cICP mDCV cLLI bKGD hIST pHYs sPLT " + "acTL fcTL fdAT"
        ).Split(' ')
    );

    private static readonly HashSet<string> WebpPainted = new("VP8X ICCP ANIM ANMF ALPH VP8L".Split(' ')) { "VP8 " };

    /// <summary>The file without what is nobody's business; a format that is not JPEG, PNG, WebP or GIF, and a file
    /// that is broken before its picture, is returned as it is, and true is answered where it may leave.</summary>
    /// <param name="photo">The file.</param>
    /// <param name="bare">What may leave of it.</param>
    public static bool TryMake(byte[] photo, out byte[] bare) => TryMake(photo, Said, out bare);

    /// <summary>The same with a credit in place of what the file said; a file that cannot be taken apart gets it as XMP
    /// beside what it has.</summary>
    public static byte[] Credited(byte[] photo, CreditParts parts, string creditText) =>
        TryMake(photo, _ => XmpWriter.Of(parts, creditText), out byte[] made)
            ? made
            : XmpWriter.Into(photo, parts, creditText);

    private static bool TryMake(byte[] photo, Func<byte[], XmpWriter.Fields?> says, out byte[] bare)
    {
        ReadOnlySpan<byte> b = photo;
        byte[]? made =
            b.StartsWith((ReadOnlySpan<byte>)[0xFF, 0xD8]) ? Jpeg(photo, says(photo))
            : b.StartsWith((ReadOnlySpan<byte>)[0x89, 0x50, 0x4E, 0x47]) ? Png(photo, says(photo))
            : b.StartsWith("RIFF"u8) && b.Length > 20 && b[8..12].SequenceEqual("WEBP"u8) ? Webp(photo, says(photo))
            : b.StartsWith("GIF8"u8) ? Gif(photo)
            : null;
        bare = made ?? photo;
        return made is not null;
    }

    // What the file says of its rights, in the fields that copies keep; null for nothing.
    private static XmpWriter.Fields? Said(byte[] photo)
    {
        if (EmbeddedMetadata.Read(photo) is not { } m)
            return null;
        string terms = m.Licence?.Name ?? m.LicenceAsFound;
        var said = new XmpWriter.Fields(
            m.Title,
            m.Maker,
            m.MakerUrl,
            m.Notice.Length > 0 ? m.Notice : terms,
            m.SourceUrl,
            m.Licence?.Url is { Length: > 0 } url ? url : null,
            terms,
            "",
            terms.Length > 0 || m.Notice.Length > 0,
            m.MachineMade
        );
        return said == new XmpWriter.Fields("", "", null, "", null, null, "", "", false) ? null : said;
    }

    private static byte[]? Jpeg(byte[] photo, XmpWriter.Fields? said)
    {
        using var output = new MemoryStream(photo.Length);
        output.Write(photo, 0, 2);
        bool credited = said is null;
        foreach ((byte marker, PhotoPart part) in PhotoParts.Jpeg(photo))
        {
            ReadOnlySpan<byte> data = part.Data(photo);
            // JFIF first, as its rule is; then the credit, then the rest.
            if (marker != 0xE0 && !credited)
            {
                Credit(output, said!);
                credited = true;
            }
            if (marker == PhotoParts.Scan)
            {
                output.Write(photo, part.From, EndOfPicture(photo, part.To) - part.From);
                return output.ToArray();
            }
            if (marker == 0xE0 && data.StartsWith("JFIF\0"u8) && data.Length >= 14)
                Segment(output, 0xE0, [.. data[..12], 0, 0]);
            else if (
                marker is not ((>= 0xE0 and <= 0xEF) or 0xFE)
                || marker == 0xE2 && data.StartsWith("ICC_PROFILE\0"u8)
                || marker == 0xEE && data.StartsWith("Adobe"u8)
            )
                output.Write(photo, part.From, part.To - part.From);
        }
        return null;
    }

    // Behind the marker of the end of the picture whose codes begin here (ITU-T T.81, B.1.1.5); of a picture that is
    // cut off, the end of the file.
    private static int EndOfPicture(byte[] photo, int at)
    {
        while (at + 1 < photo.Length)
        {
            int next = photo.AsSpan(at, photo.Length - 1 - at).IndexOf((byte)0xFF);
            if (next < 0)
                break;
            at += next;
            byte marker = photo[at + 1];
            if (marker == 0xD9)
                return at + 2;
            if (marker is 0 or 0xFF or (>= 0xD0 and <= 0xD7) || at + 4 > photo.Length)
                at += marker == 0xFF ? 1 : 2;
            else
                at += 2 + BinaryPrimitives.ReadUInt16BigEndian(photo.AsSpan(at + 2));
        }
        return photo.Length;
    }

    private static void Credit(MemoryStream output, XmpWriter.Fields said)
    {
        if (Exif(said) is { } exif)
            Segment(output, 0xE1, [.. "Exif\0\0"u8, .. exif]);
        byte[] packet = Encoding.UTF8.GetBytes(XmpWriter.Packet(said)),
            name = "http://ns.adobe.com/xap/1.0/\0"u8.ToArray();
        if (packet.Length + name.Length + 2 <= 65_535)
            Segment(output, 0xE1, [.. name, .. packet]);
        Segment(output, 0xED, [.. "Photoshop 3.0\0"u8, .. Resources(said)]);
    }

    private static void Segment(MemoryStream output, byte marker, ReadOnlySpan<byte> data)
    {
        output.Write([0xFF, marker, (byte)((data.Length + 2) >> 8), (byte)(data.Length + 2)]);
        output.Write(data);
    }

    // A TIFF of one directory with Artist and Copyright (EXIF 2.32, 4.6.4), in UTF-8 as the guidelines allow.
    private static byte[]? Exif(XmpWriter.Fields said)
    {
        List<(ushort Tag, byte[] Text)> tags = [];
        if (said.Maker.Length > 0)
            tags.Add((0x013B, [.. Cut(said.Maker, 2000), 0]));
        if (said.Rights.Length > 0)
            tags.Add((0x8298, [.. Cut(said.Rights, 8000), 0]));
        if (tags.Count == 0)
            return null;
        using var output = new MemoryStream();
        using var w = new BinaryWriter(output);
        w.Write("II*\0"u8);
        w.Write(8u);
        w.Write((ushort)tags.Count);
        uint data = (uint)(8 + 2 + 12 * tags.Count + 4);
        foreach ((ushort tag, byte[] text) in tags)
        {
            w.Write(tag);
            w.Write((ushort)2);
            w.Write((uint)text.Length);
            if (text.Length <= 4)
                w.Write([.. text, .. new byte[4 - text.Length]]);
            else
            {
                w.Write(data);
                data += (uint)(text.Length + (text.Length & 1));
            }
        }
        w.Write(0u);
        foreach ((_, byte[] text) in tags.Where(t => t.Text.Length > 4))
            w.Write([.. text, .. new byte[text.Length & 1]]);
        return output.ToArray();
    }

    // IIM with title, by-line and copyright notice in UTF-8, and its MD5 (IIM 4.2; guidelines, 3.4.1).
    private static byte[] Resources(XmpWriter.Fields said)
    {
        using var iim = new MemoryStream();
        Put(1, 90, [0x1B, 0x25, 0x47]);
        Put(2, 0, [0, 4]);
        foreach (
            (byte set, string text, int most) in ((byte, string, int)[])
                [(5, said.Title, 64), (80, said.Maker, 32), (116, said.Rights, 128)]
        )
            if (text.Length > 0)
                Put(2, set, Cut(text, most));
        byte[] block = iim.ToArray();
        using var output = new MemoryStream();
        Resource(0x0404, block);
#pragma warning disable CA5351 // The guidelines name MD5; nothing rests on its strength.
        Resource(0x0425, MD5.HashData(block));
#pragma warning restore CA5351
        return output.ToArray();

        void Put(byte record, byte set, byte[] text)
        {
            iim.Write([0x1C, record, set, (byte)(text.Length >> 8), (byte)text.Length]);
            iim.Write(text);
        }

        void Resource(ushort id, byte[] data)
        {
            output.Write("8BIM"u8);
            output.Write([(byte)(id >> 8), (byte)id, 0, 0]);
            Span<byte> size = stackalloc byte[4];
            BinaryPrimitives.WriteInt32BigEndian(size, data.Length);
            output.Write(size);
            output.Write(data);
            if (data.Length % 2 == 1)
                output.WriteByte(0);
        }
    }

    // At most so many bytes, no letter cut in two.
    private static byte[] Cut(string text, int most)
    {
        using var output = new MemoryStream();
        Span<byte> one = stackalloc byte[4];
        foreach (Rune r in text.EnumerateRunes())
        {
            int n = r.EncodeToUtf8(one);
            if (output.Length + n > most)
                break;
            output.Write(one[..n]);
        }
        return output.ToArray();
    }

    private static byte[]? Png(byte[] photo, XmpWriter.Fields? said)
    {
        using var output = new MemoryStream(photo.Length);
        output.Write(photo, 0, 8);
        bool ended = false;
        foreach (PngChunk chunk in PngChunks.Of(new MemoryStream(photo)).TakeWhile(c => c.IsWhole && !ended))
        {
            if (Painted.Contains(chunk.Type))
                output.Write(photo, (int)chunk.From, (int)(chunk.To - chunk.From));
            ended = chunk.Type == "IEND";
        }
        if (!ended)
            return null;
        return said is null ? output.ToArray() : XmpWriter.Into(output.ToArray(), XmpWriter.Packet(said));
    }

    private static byte[]? Webp(byte[] photo, XmpWriter.Fields? said)
    {
        using var output = new MemoryStream(photo.Length);
        output.Write("RIFF\0\0\0\0WEBP"u8);
        int end = 12;
        foreach ((string name, PhotoPart part) in PhotoParts.Webp(photo))
        {
            end = part.To;
            if (!WebpPainted.Contains(name))
                continue;
            long head = output.Length;
            output.Write(photo, part.From, part.To - part.From);
            if (name == "VP8X" && part.Length >= 1)
            {
                // The flags of EXIF and XMP (WebP Container Specification).
                output.Position = head + 8;
                output.WriteByte((byte)(photo[part.DataAt] & ~0x0C));
                output.Position = output.Length;
            }
        }
        if (end + 8 <= photo.Length)
            return null;
        byte[] made = output.ToArray();
        BinaryPrimitives.WriteInt32LittleEndian(made.AsSpan(4), made.Length - 8);
        return said is null ? made : XmpWriter.Into(made, XmpWriter.Packet(said));
    }

    // GIF89a, appendix A: a header, a table of colours, then blocks; comments, plain texts and the blocks of
    // applications go, but for those that say how often it plays and in which colours.
    private static byte[]? Gif(byte[] photo)
    {
        if (photo.Length < 14)
            return null;
        using var output = new MemoryStream(photo.Length);
        int at = 13 + Table(photo[10]);
        if (at > photo.Length)
            return null;
        output.Write(photo, 0, at);
        while (at < photo.Length)
        {
            int from = at;
            switch (photo[at])
            {
                case 0x3B:
                    output.WriteByte(0x3B);
                    return output.ToArray();
                case 0x2C when at + 11 < photo.Length:
                    at = Blocks(at + 10 + Table(photo[at + 9]) + 1);
                    if (at < 0)
                        return null;
                    output.Write(photo, from, at - from);
                    break;
                case 0x21 when at + 2 < photo.Length:
                    byte label = photo[at + 1];
                    bool kept =
                        label == 0xF9
                        || label == 0xFF
                            && at + 14 <= photo.Length
                            && Encoding.Latin1.GetString(photo, at + 3, 11)
                                is "NETSCAPE2.0"
                                    or "ANIMEXTS1.0"
                                    or "ICCRGBG1012";
                    at = Blocks(at + 2);
                    if (at < 0)
                        return null;
                    if (kept)
                        output.Write(photo, from, at - from);
                    break;
                default:
                    return null;
            }
        }
        return null;

        static int Table(byte flags) => (flags & 0x80) == 0 ? 0 : 3 << ((flags & 7) + 1);

        // Behind the last of the blocks that begin here; -1 where the file ends before.
        int Blocks(int begin)
        {
            while (begin < photo.Length && photo[begin] != 0)
                begin += photo[begin] + 1;
            return begin < photo.Length ? begin + 1 : -1;
        }
    }

    /// <summary>True for a file that says where its photo was taken: EXIF's GPS directory with a latitude, or the same
    /// in XMP.</summary>
    public static bool HoldsPosition(byte[] photo)
    {
        PhotoBlocks blocks = PhotoBlocks.Of(photo);
        return blocks.Xmp.Exists(x => x.AsSpan().IndexOf("GPSLatitude"u8) >= 0)
            || EmbeddedMetadata.HoldsPosition(blocks.Exif);
    }
}
