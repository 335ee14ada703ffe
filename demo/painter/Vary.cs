// Long lines: samples of data stand as they are.
using System.Buffers.Binary;
using System.Text;
using SkiaSharp;

namespace Jaali.Painter;

/// <summary>
/// Makes the files that a speaker would drop in: copies as they come out of messages and scanners, other formats, and
/// metadata of every kind, good and bad.
/// </summary>
internal static class Vary
{
    public static void Write(string photos, string folder)
    {
        Directory.CreateDirectory(folder);
        SKBitmap Photo(string name) => SKBitmap.Decode(Path.Combine(photos, name + ".jpg"));
        void Put(string name, byte[] bytes) => File.WriteAllBytes(Path.Combine(folder, name), bytes);

        // The same pictures re-saved smaller, their records gone.
        Put("IMG-20250114-fwd.jpg", Jpeg(Sized(Photo("fog-posts"), 1100), 78));
        Put("marram (2).jpg", Jpeg(Sized(Photo("marram-sun"), 900), 74));
        // Turned by its orientation tag alone (EXIF orientation 6: turn right to see it upright).
        Put(
            "from-the-phone.jpg",
            WithExif(Jpeg(TurnedLeft(Sized(Photo("dusk-tall"), 1600)), 84), 6, "E. Garrow", "© 2025 E. Garrow")
        );
        Put("ridge-scan.png", Png(Sized(Photo("old-groyne"), 900)));
        Put("lamp-time.webp", Webp(Sized(Photo("marram-dusk"), 1600)));
        // IPTC alone, as agencies once wrote it.
        Put(
            "wire-photo.jpg",
            WithIptc(
                Jpeg(Sized(Photo("rain-front"), 1920), 84),
                ("Two fronts in nine days", 5),
                ("V. Brae", 80),
                ("CC BY 4.0", 116),
                ("Storm gauge, Tern Bar", 120)
            )
        );
        // XMP and IPTC that disagree, and no digest to say which is newer.
        Put(
            "two-stories.jpg",
            WithIptc(
                WithXmp(
                    Jpeg(Sized(Photo("ripples-square"), 1200), 84),
                    Xmp("Ripples", "S. Wick", "https://creativecommons.org/licenses/by/4.0/", "")
                ),
                ("Ripples from above", 5),
                ("Shoreline Stock", 80),
                ("All rights reserved", 116)
            )
        );
        Put(
            "dreamt-shore.jpg",
            WithXmp(
                Jpeg(Sized(Photo("heads-mist"), 1600), 82),
                Xmp(
                    "Shore that never was",
                    "P. Thole",
                    "https://creativecommons.org/publicdomain/zero/1.0/",
                    "http://cv.iptc.org/newscodes/digitalsourcetype/trainedAlgorithmicMedia"
                )
            )
        );
        Put(
            "own-record.jpg",
            WithXmp(
                Jpeg(Sized(Photo("withies"), 1920), 84),
                Xmp("Withies, last of the light", "L. Quill", "https://creativecommons.org/licenses/by-sa/4.0/", "")
            )
        );
        Put("tiny-640.jpg", Jpeg(Sized(Photo("flats-evening"), 640), 80));
        Put("field notes.txt", Encoding.UTF8.GetBytes("Not a photo. It lies in the folder as such things do.\n"));
    }

    private static SKBitmap Sized(SKBitmap photo, int width) =>
        photo.Resize(
            new SKImageInfo(width, (int)Math.Round((double)photo.Height * width / photo.Width)),
            new SKSamplingOptions(SKCubicResampler.Mitchell)
        );

    private static SKBitmap TurnedLeft(SKBitmap photo)
    {
        var turned = new SKBitmap(photo.Height, photo.Width);
        using var canvas = new SKCanvas(turned);
        canvas.Translate(0, photo.Width);
        canvas.RotateDegrees(-90);
        using SKImage image = SKImage.FromBitmap(photo);
        canvas.DrawImage(image, 0, 0, new SKSamplingOptions(SKFilterMode.Nearest));
        return turned;
    }

    private static byte[] Jpeg(SKBitmap photo, int quality) =>
        photo.Encode(SKEncodedImageFormat.Jpeg, quality).ToArray();

    private static byte[] Png(SKBitmap photo) => photo.Encode(SKEncodedImageFormat.Png, 100).ToArray();

    private static byte[] Webp(SKBitmap photo) => photo.Encode(SKEncodedImageFormat.Webp, 82).ToArray();

    // IPTC-IIM 4.2 record 2 in an image resource of an APP13 segment.
    private static byte[] WithIptc(byte[] jpeg, params (string Text, int DataSet)[] fields)
    {
        List<byte> iim = [0x1C, 1, 90, 0, 3, 0x1B, 0x25, 0x47];
        foreach ((string text, int set) in fields)
        {
            byte[] bytes = Encoding.UTF8.GetBytes(text);
            iim.AddRange([0x1C, 2, (byte)set, (byte)(bytes.Length >> 8), (byte)bytes.Length, .. bytes]);
        }
        byte[] size = new byte[4];
        BinaryPrimitives.WriteUInt32BigEndian(size, (uint)iim.Count);
        if (iim.Count % 2 == 1)
            iim.Add(0);
        return Segment(jpeg, 0xED, [.. "Photoshop 3.0\0"u8, .. "8BIM"u8, 0x04, 0x04, 0, 0, .. size, .. iim]);
    }

    // A TIFF block of three fields: Artist, Copyright, Orientation (EXIF 2.3, section 4.6).
    private static byte[] WithExif(byte[] jpeg, int orientation, string artist, string copyright)
    {
        byte[] a = [.. Encoding.UTF8.GetBytes(artist), 0],
            c = [.. Encoding.UTF8.GetBytes(copyright), 0];
        var tiff = new byte[8 + 2 + 3 * 12 + 4 + a.Length + c.Length];
        "MM"u8.CopyTo(tiff);
        BinaryPrimitives.WriteUInt16BigEndian(tiff.AsSpan(2), 42);
        BinaryPrimitives.WriteUInt32BigEndian(tiff.AsSpan(4), 8);
        BinaryPrimitives.WriteUInt16BigEndian(tiff.AsSpan(8), 3);
        int text = 8 + 2 + 3 * 12 + 4;
        Field(10, 0x0112, 3, 1, (uint)orientation << 16);
        Field(22, 0x013B, 2, (uint)a.Length, (uint)text);
        Field(34, 0x8298, 2, (uint)c.Length, (uint)(text + a.Length));
        a.CopyTo(tiff, text);
        c.CopyTo(tiff, text + a.Length);
        return Segment(jpeg, 0xE1, [.. "Exif\0\0"u8, .. tiff]);

        void Field(int at, ushort tag, ushort type, uint count, uint value)
        {
            BinaryPrimitives.WriteUInt16BigEndian(tiff.AsSpan(at), tag);
            BinaryPrimitives.WriteUInt16BigEndian(tiff.AsSpan(at + 2), type);
            BinaryPrimitives.WriteUInt32BigEndian(tiff.AsSpan(at + 4), count);
            BinaryPrimitives.WriteUInt32BigEndian(tiff.AsSpan(at + 8), value);
        }
    }

    private static byte[] WithXmp(byte[] jpeg, string packet) =>
        Segment(jpeg, 0xE1, [.. "http://ns.adobe.com/xap/1.0/\0"u8, .. Encoding.UTF8.GetBytes(packet)]);

    private static byte[] Segment(byte[] jpeg, byte marker, byte[] body)
    {
        byte[] head = [0xFF, marker, 0, 0];
        BinaryPrimitives.WriteUInt16BigEndian(head.AsSpan(2), (ushort)(body.Length + 2));
        return [.. jpeg[..2], .. head, .. body, .. jpeg[2..]];
    }

    private static string Xmp(string title, string maker, string licence, string source) =>
        "<?xpacket begin=\"\uFEFF\" id=\"W5M0MpCehiHzreSzNTczkc9d\"?><x:xmpmeta xmlns:x=\"adobe:ns:meta/\"><rdf:RDF xmlns:rdf=\"http://www.w3.org/1999/02/22-rdf-syntax-ns#\">"
        + "<rdf:Description rdf:about=\"\" xmlns:dc=\"http://purl.org/dc/elements/1.1/\" xmlns:xmpRights=\"http://ns.adobe.com/xap/1.0/rights/\" xmlns:cc=\"http://creativecommons.org/ns#\" xmlns:Iptc4xmpExt=\"http://iptc.org/std/Iptc4xmpExt/2008-02-29/\">"
        + $"<dc:title><rdf:Alt><rdf:li xml:lang=\"x-default\">{title}</rdf:li></rdf:Alt></dc:title><dc:creator><rdf:Seq><rdf:li>{maker}</rdf:li></rdf:Seq></dc:creator>"
        + $"<cc:license rdf:resource=\"{licence}\"/><xmpRights:WebStatement>{licence}</xmpRights:WebStatement>"
        + (source.Length > 0 ? $"<Iptc4xmpExt:DigitalSourceType>{source}</Iptc4xmpExt:DigitalSourceType>" : "")
        + "</rdf:Description></rdf:RDF></x:xmpmeta><?xpacket end=\"w\"?>";
}
