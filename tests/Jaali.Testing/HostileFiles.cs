using System.IO.Compression;
using System.Text;

namespace Jaali.Testing;

/// <summary>Files that mean harm, by published recipes: small to send, without end to read.</summary>
public static class HostileFiles
{
    /// <summary>A PDF whose forms use forms (ISO 32000-1, 8.10): each of forty uses the next twice, 2^40
    /// uses.</summary>
    public static byte[] FormsThatDouble()
    {
        Dictionary<int, string> forms = [];
        for (int i = 0; i < 40; i++)
            forms[10 + i] = Form(i < 39 ? "/F Do /F Do" : "", i < 39 ? $"/XObject << /F {11 + i} 0 R >>" : "");
        return Pdf(Encoding.ASCII.GetBytes("/F Do"), "/XObject << /F 10 0 R >>", "", forms);
    }

    /// <summary>A PDF with a stream packed twice (ISO 32000-1, 7.4): a few thousand bytes that become 300 megabytes of
    /// operations.</summary>
    public static byte[] PackedTwice() =>
        Pdf(Packed(Packed(Encoding.ASCII.GetBytes("q Q "), 75_000_000)), "", "/Filter [/FlateDecode /FlateDecode]", []);

    /// <summary>A presentation with sixty megabytes of elements in half of one: within what an archive may unpack to,
    /// beyond what a heap holds.</summary>
    public static byte[] ElementsWithoutEnd()
    {
        using var pptx = new MemoryStream();
        using (var zip = new ZipArchive(pptx, ZipArchiveMode.Create, leaveOpen: true))
        {
            Entry(zip, "[Content_Types].xml", "<Types/>");
            Entry(zip, "_rels/.rels", "<Relationships/>");
            Entry(
                zip,
                "ppt/presentation.xml",
                "<p:presentation xmlns:p=\"http://schemas.openxmlformats.org/presentationml/2006/main\">"
                    + string.Concat(Enumerable.Repeat("<p:a/><p:b c=\"d\"/>", 3_000_000))
                    + "</p:presentation>"
            );
        }
        return pptx.ToArray();
    }

    /// <summary>An archive in which one part was damaged, and which is whole otherwise.</summary>
    /// <param name="archive">The archive.</param>
    /// <param name="damage">What is done to the part.</param>
    /// <param name="random">Chooses it.</param>
    public static byte[] WithinArchive(byte[] archive, Func<byte[], byte[]> damage, Random random)
    {
        using var made = new MemoryStream();
        using (var from = new ZipArchive(new MemoryStream(archive)))
        using (var to = new ZipArchive(made, ZipArchiveMode.Create, leaveOpen: true))
        {
            ZipArchiveEntry[] texts =
            [
                .. from.Entries.Where(e => Path.GetExtension(e.Name) is ".xml" or ".rels" or ".json" or ".txt"),
            ];
            ZipArchiveEntry chosen = texts[random.Next(texts.Length)];
            foreach (ZipArchiveEntry e in from.Entries)
            {
                using var bytes = new MemoryStream();
                using (Stream s = e.Open())
                    s.CopyTo(bytes);
                using Stream entry = to.CreateEntry(e.FullName, CompressionLevel.Fastest).Open();
                entry.Write(e == chosen ? damage(bytes.ToArray()) : bytes.ToArray());
            }
        }
        return made.ToArray();
    }

    private static void Entry(ZipArchive zip, string name, string text)
    {
        using Stream entry = zip.CreateEntry(name, CompressionLevel.Optimal).Open();
        entry.Write(Encoding.UTF8.GetBytes(text));
    }

    private static byte[] Packed(byte[] bytes, int times = 1)
    {
        using var made = new MemoryStream();
        using (var zlib = new ZLibStream(made, CompressionLevel.Fastest, leaveOpen: true))
        {
            byte[] block = [.. Enumerable.Repeat(bytes, times > 1 ? 1000 : 1).SelectMany(b => b)];
            for (int i = 0; i < Math.Max(1, times / 1000); i++)
                zlib.Write(block);
        }
        return made.ToArray();
    }

    private static string Form(string content, string resources) =>
        $"<< /Type /XObject /Subtype /Form /BBox [0 0 9 9] /Resources << {resources} >> /Length {content.Length} >>\n"
        + $"stream\n{content}\nendstream";

    // A page with a content stream, and more objects (ISO 32000-1, 7.5).
    private static byte[] Pdf(byte[] content, string resources, string filter, Dictionary<int, string> more)
    {
        using var made = new MemoryStream();
        SortedDictionary<int, long> at = [];
        void Write(string text) => made.Write(Encoding.ASCII.GetBytes(text));
        void Begin(int number)
        {
            at[number] = made.Position;
            Write($"{number} 0 obj\n");
        }
        Write("%PDF-1.7\n");
        Begin(1);
        Write("<< /Type /Catalog /Pages 2 0 R >>\nendobj\n");
        Begin(2);
        Write("<< /Type /Pages /Kids [3 0 R] /Count 1 >>\nendobj\n");
        Begin(3);
        Write(
            "<< /Type /Page /Parent 2 0 R /MediaBox [0 0 960 540] /Contents 4 0 R "
                + $"/Resources << {resources} >> >>\nendobj\n"
        );
        Begin(4);
        Write($"<< /Length {content.Length} {filter} >>\nstream\n");
        made.Write(content);
        Write("\nendstream\nendobj\n");
        foreach ((int number, string body) in more)
        {
            Begin(number);
            Write(body + "\nendobj\n");
        }
        long table = made.Position;
        Write($"xref\n0 1\n0000000000 65535 f \n");
        foreach ((int number, long where) in at)
            Write($"{number} 1\n{where:D10} 00000 n \n");
        Write($"trailer\n<< /Root 1 0 R /Size {at.Keys.Max() + 1} >>\nstartxref\n{table}\n%%EOF\n");
        return made.ToArray();
    }
}
