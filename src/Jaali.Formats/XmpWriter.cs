using System.Buffers.Binary;
using System.IO.Hashing;
using System.Security;
using System.Text;
using Jaali.Core.Rights;
using Jaali.Imaging;

namespace Jaali.Formats;

/// <summary>Writes a photo's credit into its file as XMP, beside the pixels, which stay as they are: JPEG (APP1), PNG
/// (iTXt) and WebP (chunk), as XMP Specification Part 3 has them.</summary>
public static class XmpWriter
{
    /// <summary>The file with its XMP replaced by the credit's; other formats are returned as they are.</summary>
    public static byte[] Into(byte[] photo, CreditParts parts, string creditText) =>
        Into(photo, Packet(parts, creditText));

    internal static byte[] Into(byte[] photo, string words)
    {
        byte[] packet = Encoding.UTF8.GetBytes(words);
        ReadOnlySpan<byte> b = photo;
        if (b.Length > 4 && b[0] == 0xFF && b[1] == 0xD8)
            return Jpeg(photo, packet);
        if (b.Length > 33 && b[1] == 'P' && b[2] == 'N' && b[3] == 'G' && b[12..16].SequenceEqual("IHDR"u8))
            return Png(photo, packet);
        return b.Length > 20 && b[..4].SequenceEqual("RIFF"u8) && b[8..12].SequenceEqual("WEBP"u8)
            ? Webp(photo, packet)
            : photo;
    }

    /// <summary>True for a file that XMP can be written into.</summary>
    public static bool CanWrite(ReadOnlySpan<byte> b) =>
        b.StartsWith((ReadOnlySpan<byte>)[0xFF, 0xD8])
        || b.StartsWith((ReadOnlySpan<byte>)[0x89, 0x50, 0x4E, 0x47])
        || b.Length > 20 && b[..4].SequenceEqual("RIFF"u8) && b[8..12].SequenceEqual("WEBP"u8);

    /// <summary>The packet: Dublin Core, rights management and ccREL, each field only where something is
    /// known.</summary>
    public static string Packet(CreditParts p, string creditText) => Packet(Of(p, creditText));

    /// <summary>A credit as fields.</summary>
    internal static Fields Of(CreditParts p, string creditText) =>
        new(
            p.Title,
            p.Maker,
            p.MakerUrl,
            p.Notice.Length > 0 || p.HasNoTerms ? p.Notice : p.TermsName,
            p.SourceUrl,
            p.TermsUrl,
            p.HasNoTerms ? "" : p.TermsName,
            p.HasNoTerms && p.Maker.Length == 0 ? "" : creditText,
            true
        );

    /// <summary>What a packet says.</summary>
    /// <param name="Title"><c>dc:title</c>.</param>
    /// <param name="Maker"><c>dc:creator</c> and <c>cc:attributionName</c>.</param>
    /// <param name="MakerUrl"><c>cc:attributionURL</c>.</param>
    /// <param name="Rights"><c>dc:rights</c>.</param>
    /// <param name="Source"><c>dc:source</c>.</param>
    /// <param name="TermsUrl"><c>xmpRights:WebStatement</c> and <c>cc:license</c>.</param>
    /// <param name="TermsName"><c>xmpRights:UsageTerms</c>.</param>
    /// <param name="Credit"><c>photoshop:Credit</c>.</param>
    /// <param name="Marks">Whether it is said that rights are claimed at all.</param>
    /// <param name="MachineMade"><c>Iptc4xmpExt:DigitalSourceType</c> of a trained model.</param>
    internal sealed record Fields(
        string Title,
        string Maker,
        string? MakerUrl,
        string Rights,
        string? Source,
        string? TermsUrl,
        string TermsName,
        string Credit,
        bool Marks,
        bool MachineMade = false
    );

    internal static string Packet(Fields f)
    {
        string Alt(string name, string text) =>
            text.Length > 0
                ? $"<{name}><rdf:Alt><rdf:li xml:lang=\"x-default\">{X(text)}</rdf:li></rdf:Alt></{name}>"
                : "";
        string Plain(string name, string? text) => string.IsNullOrEmpty(text) ? "" : $"<{name}>{X(text)}</{name}>";
        string marked = f.TermsUrl?.Contains("/publicdomain/", StringComparison.Ordinal) == true ? "False" : "True";
        return "<?xpacket begin=\"\uFEFF\" id=\"W5M0MpCehiHzreSzNTczkc9d\"?><x:xmpmeta "
            + "xmlns:x=\"adobe:ns:meta/\"><rdf:RDF "
            + "xmlns:rdf=\"http://www.w3.org/1999/02/22-rdf-syntax-ns#\">"
            + "<rdf:Description rdf:about=\"\" xmlns:dc=\"http://purl.org/dc/elements/1.1/\" "
            + "xmlns:xmpRights=\"http://ns.adobe.com/xap/1.0/rights/\" "
            + "xmlns:cc=\"http://creativecommons.org/ns#\" xmlns:photoshop=\"http://ns.adobe.com/photoshop/1.0/\""
            + (f.MachineMade ? " xmlns:Iptc4xmpExt=\"http://iptc.org/std/Iptc4xmpExt/2008-02-29/\">" : ">")
            + Alt("dc:title", f.Title)
            + (f.Maker.Length > 0 ? $"<dc:creator><rdf:Seq><rdf:li>{X(f.Maker)}</rdf:li></rdf:Seq></dc:creator>" : "")
            + Alt("dc:rights", f.Rights)
            + Plain("dc:source", f.Source)
            + (f.Marks ? $"<xmpRights:Marked>{marked}</xmpRights:Marked>" : "")
            + Plain("xmpRights:WebStatement", f.TermsUrl)
            + Alt("xmpRights:UsageTerms", f.TermsName)
            + (f.TermsUrl is { } licence ? $"<cc:license rdf:resource=\"{X(licence)}\"/>" : "")
            + Plain("cc:attributionName", f.Maker)
            + (f.MakerUrl is { } url ? $"<cc:attributionURL rdf:resource=\"{X(url)}\"/>" : "")
            + Plain("photoshop:Credit", f.Credit)
            + Plain(
                "Iptc4xmpExt:DigitalSourceType",
                f.MachineMade ? "http://cv.iptc.org/newscodes/digitalsourcetype/trainedAlgorithmicMedia" : ""
            )
            + "</rdf:Description></rdf:RDF></x:xmpmeta><?xpacket end=\"w\"?>";
    }

    // Characters that XML 1.0 does not know are left out, the rest is escaped.
    private static string X(string text) =>
        SecurityElement.Escape(
            string.Concat(
                text.EnumerateRunes()
                    .Where(r =>
                        r.Value is 9 or 10 or 13 or (>= 0x20 and <= 0xD7FF) or (>= 0xE000 and <= 0xFFFD) or >= 0x10000
                    )
                    .Select(r => r.ToString())
            )
        ) ?? "";

    private static byte[] Jpeg(byte[] photo, byte[] packet)
    {
        ReadOnlySpan<byte> head = "http://ns.adobe.com/xap/1.0/\0"u8;
        if (packet.Length + head.Length + 2 > 65_535)
            return photo;
        using var output = new MemoryStream(photo.Length + packet.Length + 64);
        output.Write(photo, 0, 2);
        int at = 2;
        bool written = false;
        foreach (
            (byte marker, PhotoPart part) in PhotoParts.Jpeg(photo).TakeWhile(p => p.Marker is >= 0xE0 and <= 0xEF)
        )
        {
            ReadOnlySpan<byte> data = part.Data(photo);
            // JFIF and EXIF come first, as their own rules want it; an earlier XMP goes.
            bool first = marker == 0xE0 || data.StartsWith("Exif\0"u8),
                old = marker == 0xE1 && data.StartsWith(head);
            if (!first && !written)
                Put(head);
            if (!old)
                output.Write(photo, part.From, part.To - part.From);
            at = part.To;
        }
        if (!written)
            Put(head);
        output.Write(photo, at, photo.Length - at);
        return output.ToArray();

        void Put(ReadOnlySpan<byte> name)
        {
            written = true;
            Span<byte> size = stackalloc byte[4];
            size[0] = 0xFF;
            size[1] = 0xE1;
            BinaryPrimitives.WriteUInt16BigEndian(size[2..], (ushort)(2 + name.Length + packet.Length));
            output.Write(size);
            output.Write(name);
            output.Write(packet);
        }
    }

    private static byte[] Png(byte[] photo, byte[] packet)
    {
        ReadOnlySpan<byte> keyword = "XML:com.adobe.xmp\0\0\0\0\0"u8;
        using var output = new MemoryStream(photo.Length + packet.Length + 64);
        output.Write(photo, 0, 8);
        foreach (PngChunk chunk in PngChunks.Of(new MemoryStream(photo)))
        {
            if (!chunk.IsWhole)
                return photo;
            ReadOnlySpan<byte> data = photo.AsSpan((int)chunk.At, (int)chunk.Length);
            // Some programs keep XMP in a text chunk of their own making.
            bool old =
                chunk.Type == "iTXt" && data.StartsWith("XML:com.adobe.xmp\0"u8)
                || chunk.Type is "zTXt" or "tEXt" && data.StartsWith("Raw profile type xmp\0"u8);
            if (!old)
                output.Write(photo, (int)chunk.From, (int)(chunk.To - chunk.From));
            if (chunk.From == 8)
                Chunk(output, "iTXt"u8, [.. keyword, .. packet]);
        }
        return output.ToArray();
    }

    private static void Chunk(MemoryStream output, ReadOnlySpan<byte> type, byte[] data)
    {
        Span<byte> four = stackalloc byte[4];
        BinaryPrimitives.WriteUInt32BigEndian(four, (uint)data.Length);
        output.Write(four);
        output.Write(type);
        output.Write(data);
        BinaryPrimitives.WriteUInt32BigEndian(four, Crc32.HashToUInt32([.. type, .. data]));
        output.Write(four);
    }

    // A WebP with metadata begins with a VP8X chunk whose flag 4 says XMP (WebP Container Specification).
    private static byte[] Webp(byte[] photo, byte[] packet)
    {
        List<(byte[] Name, byte[] Data)> chunks = [];
        int end = 12;
        foreach ((_, PhotoPart part) in PhotoParts.Webp(photo))
        {
            chunks.Add((photo[part.From..(part.From + 4)], part.Data(photo).ToArray()));
            end = part.To;
        }
        if (end + 8 <= photo.Length)
            return photo;
        chunks.RemoveAll(c => c.Name.AsSpan().SequenceEqual("XMP "u8));
        int vp8x = chunks.FindIndex(c => c.Name.AsSpan().SequenceEqual("VP8X"u8));
        if (vp8x >= 0)
        {
            if (chunks[vp8x].Data.Length < 10)
                return photo;
            chunks[vp8x].Data[0] |= 4;
        }
        else
        {
            if (Size(chunks) is not { } size)
                return photo;
            byte[] head = new byte[10];
            head[0] = (byte)(4 | (size.Alpha ? 16 : 0));
            for (int i = 0; i < 3; i++)
                (head[4 + i], head[7 + i]) = (
                    (byte)((size.Width - 1) >> (8 * i)),
                    (byte)((size.Height - 1) >> (8 * i))
                );
            chunks.Insert(0, ("VP8X"u8.ToArray(), head));
        }
        chunks.Add(("XMP "u8.ToArray(), packet));
        using var output = new MemoryStream(photo.Length + packet.Length + 64);
        output.Write("RIFF\0\0\0\0WEBP"u8);
        Span<byte> four = stackalloc byte[4];
        foreach ((byte[] name, byte[] data) in chunks)
        {
            BinaryPrimitives.WriteInt32LittleEndian(four, data.Length);
            output.Write(name);
            output.Write(four);
            output.Write(data);
            if (data.Length % 2 == 1)
                output.WriteByte(0);
        }
        byte[] whole = output.ToArray();
        BinaryPrimitives.WriteInt32LittleEndian(whole.AsSpan(4), whole.Length - 8);
        return whole;
    }

    private static (int Width, int Height, bool Alpha)? Size(List<(byte[] Name, byte[] Data)> chunks)
    {
        foreach ((byte[] name, byte[] d) in chunks)
        {
            if (name.AsSpan().SequenceEqual("VP8 "u8) && d.Length >= 10)
                return (
                    BinaryPrimitives.ReadUInt16LittleEndian(d.AsSpan(6)) & 0x3FFF,
                    BinaryPrimitives.ReadUInt16LittleEndian(d.AsSpan(8)) & 0x3FFF,
                    false
                );
            if (name.AsSpan().SequenceEqual("VP8L"u8) && d.Length >= 5)
            {
                uint bits = BinaryPrimitives.ReadUInt32LittleEndian(d.AsSpan(1));
                return ((int)(bits & 0x3FFF) + 1, (int)((bits >> 14) & 0x3FFF) + 1, (bits >> 28 & 1) == 1);
            }
        }
        return null;
    }
}
