// Long lines: samples of data stand as they are.
using System.Buffers.Binary;
using System.Security;
using System.Text;
using System.Text.Json;

namespace Jaali.Painter;

/// <summary>Writes XMP into finished JPEGs from the records beside them, in an APP1 segment as XMP part 3
/// describes.</summary>
internal static class Tags
{
    private static ReadOnlySpan<byte> Header => "http://ns.adobe.com/xap/1.0/\0"u8;

    public static void Write(string folder)
    {
        using JsonDocument records = JsonDocument.Parse(File.ReadAllText(Path.Combine(folder, "records.json")));
        foreach (JsonElement r in records.RootElement.EnumerateArray())
        {
            string path = Path.Combine(folder, r.GetProperty("file").GetString()!);
            if (!File.Exists(path))
            {
                Console.Error.WriteLine($"missing: {path}");
                continue;
            }
            byte[] plain = WithoutXmp(File.ReadAllBytes(path));
            File.WriteAllBytes(path, r.GetProperty("embedded").GetBoolean() ? WithXmp(plain, Packet(r)) : plain);
        }
    }

    private static byte[] WithXmp(byte[] jpeg, byte[] packet)
    {
        int at = jpeg[2] == 0xFF && jpeg[3] == 0xE0 ? 4 + BinaryPrimitives.ReadUInt16BigEndian(jpeg.AsSpan(4)) : 2;
        byte[] head = [0xFF, 0xE1, 0, 0];
        BinaryPrimitives.WriteUInt16BigEndian(head.AsSpan(2), (ushort)(2 + Header.Length + packet.Length));
        return [.. jpeg[..at], .. head, .. Header, .. packet, .. jpeg[at..]];
    }

    private static byte[] WithoutXmp(byte[] jpeg)
    {
        for (int at = 2; at + 4 < jpeg.Length && jpeg[at] == 0xFF && jpeg[at + 1] is >= 0xE0 and <= 0xEF; )
        {
            int length = 2 + BinaryPrimitives.ReadUInt16BigEndian(jpeg.AsSpan(at + 2));
            if (jpeg[at + 1] == 0xE1 && jpeg.AsSpan(at + 4).StartsWith(Header))
                return [.. jpeg[..at], .. jpeg[(at + length)..]];
            at += length;
        }
        return jpeg;
    }

    private static byte[] Packet(JsonElement r)
    {
        string S(string name) => SecurityElement.Escape(r.GetProperty(name).GetString()!);
        string licence = S("licence"),
            source = "http://commons.skarrow.example/photo/" + S("id");
        string rights = licence.StartsWith("http", StringComparison.Ordinal) ? $"Licence: {licence}" : licence;
        string creator =
            S("maker").Length > 0 ? $"<dc:creator><rdf:Seq><rdf:li>{S("maker")}</rdf:li></rdf:Seq></dc:creator>" : "";
        string deed = licence.StartsWith("http", StringComparison.Ordinal)
            ? $"<cc:license rdf:resource=\"{licence}\"/><xmpRights:WebStatement>{licence}</xmpRights:WebStatement>"
            : "";
        return Encoding.UTF8.GetBytes(
            "<?xpacket begin=\"\uFEFF\" id=\"W5M0MpCehiHzreSzNTczkc9d\"?><x:xmpmeta xmlns:x=\"adobe:ns:meta/\"><rdf:RDF xmlns:rdf=\"http://www.w3.org/1999/02/22-rdf-syntax-ns#\">"
                + "<rdf:Description rdf:about=\"\" xmlns:dc=\"http://purl.org/dc/elements/1.1/\" xmlns:xmpRights=\"http://ns.adobe.com/xap/1.0/rights/\" xmlns:cc=\"http://creativecommons.org/ns#\" xmlns:photoshop=\"http://ns.adobe.com/photoshop/1.0/\">"
                + $"<dc:title><rdf:Alt><rdf:li xml:lang=\"x-default\">{S("title")}</rdf:li></rdf:Alt></dc:title>{creator}"
                + $"<dc:rights><rdf:Alt><rdf:li xml:lang=\"x-default\">{rights}</rdf:li></rdf:Alt></dc:rights><dc:source>{source}</dc:source>"
                + $"<xmpRights:Marked>True</xmpRights:Marked>{deed}<photoshop:DateCreated>{S("taken")}</photoshop:DateCreated>"
                + "</rdf:Description></rdf:RDF></x:xmpmeta><?xpacket end=\"w\"?>"
        );
    }
}
