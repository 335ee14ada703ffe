using System.Buffers.Binary;
using System.Text;

namespace Jaali.Imaging;

/// <summary>Whether a file may carry a font (OpenType, table <c>OS/2</c>, <c>fsType</c>).</summary>
public enum Embedding
{
    /// <summary>Yes, also for changing.</summary>
    Free,

    /// <summary>For reading and printing.</summary>
    ForReading,

    /// <summary>Not, or only in a way that a PDF with parts of it is not: words are drawn as outlines.</summary>
    None,
}

/// <summary>What a font file says of itself (OpenType, tables <c>name</c> and <c>OS/2</c>).</summary>
/// <param name="Family">Its family.</param>
/// <param name="Bold">The heavier style.</param>
/// <param name="Italic">The slanted style.</param>
/// <param name="Copyright">As it says; may be empty.</param>
/// <param name="Designer">Who made it; may be empty.</param>
/// <param name="Licence">Its licence in words; may be empty.</param>
/// <param name="LicenceUrl">Where the licence is read; may be empty.</param>
/// <param name="Embedding">Whether a file may carry it.</param>
public sealed record FontFacts(
    string Family,
    bool Bold,
    bool Italic,
    string Copyright,
    string Designer,
    string Licence,
    string LicenceUrl,
    Embedding Embedding
)
{
    // Of the name table: identifiers of what is read.
    private const int CopyrightName = 0,
        FamilyName = 1,
        StyleName = 2,
        DesignerName = 9,
        LicenceName = 13,
        LicenceUrlName = 14,
        TypographicFamily = 16,
        TypographicStyle = 17;

    private const int MostTables = 64,
        MostNames = 4096,
        LongestName = 20_000;

    /// <summary>Reads a TrueType or OpenType file.</summary>
    /// <exception cref="InvalidDataException">It is none, or it is broken.</exception>
    public static FontFacts Read(ReadOnlySpan<byte> file)
    {
        Dictionary<string, (int At, int Length)> tables = Tables(file);
        foreach (string needed in (ReadOnlySpan<string>)["cmap", "head", "hhea", "hmtx", "maxp", "name"])
            if (!tables.ContainsKey(needed))
                throw new InvalidDataException($"The font lacks its table {needed}.");
        Dictionary<int, string> names = Names(file[tables["name"].At..][..tables["name"].Length]);
        string Name(int id) => names.GetValueOrDefault(id, "").Trim();
        string style = Name(TypographicStyle) is { Length: > 0 } typographic ? typographic : Name(StyleName),
            family = Name(TypographicFamily) is { Length: > 0 } full ? full : Name(FamilyName);
        if (family.Length is 0 or > 120)
            throw new InvalidDataException("The font does not say what it is called.");
        int weight = 400,
            selection = 0,
            embedding = 0;
        if (tables.TryGetValue("OS/2", out (int At, int Length) os2) && os2.Length >= 64)
        {
            weight = Word(file, os2.At + 4);
            embedding = Word(file, os2.At + 8);
            selection = Word(file, os2.At + 62);
        }
        return new(
            family,
            weight >= 600 || (selection & 0x20) != 0,
            (selection & 1) != 0
                || style.Contains("Italic", StringComparison.OrdinalIgnoreCase)
                || style.Contains("Oblique", StringComparison.OrdinalIgnoreCase),
            Name(CopyrightName),
            Name(DesignerName),
            Name(LicenceName),
            Name(LicenceUrlName),
            Embedded(embedding)
        );
    }

    // Bits 0 to 3 say how; 8 forbids taking parts of it, as every PDF does here, and 9 allows bitmaps alone. Where
    // several
    // of the first are set, the most generous holds.
    private static Embedding Embedded(int type) =>
        (type & 0x300) != 0 ? Embedding.None
        : (type & 0xF) == 0 || (type & 0x8) != 0 ? Embedding.Free
        : (type & 0x4) != 0 ? Embedding.ForReading
        : Embedding.None;

    /// <summary>The tables of a font by name.</summary>
    /// <exception cref="InvalidDataException">It is no font, or a table lies outside it.</exception>
    internal static Dictionary<string, (int At, int Length)> Tables(ReadOnlySpan<byte> file)
    {
        if (file.Length < 12)
            throw new InvalidDataException("The font is cut off.");
        uint kind = BinaryPrimitives.ReadUInt32BigEndian(file);
        if (kind is not (0x00010000 or 0x4F54544F or 0x74727565))
            throw new InvalidDataException("This is no TrueType or OpenType font.");
        int count = Word(file, 4);
        if (count is 0 or > MostTables || file.Length < 12 + 16 * count)
            throw new InvalidDataException("The font is cut off.");
        Dictionary<string, (int, int)> tables = new(StringComparer.Ordinal);
        for (int i = 0; i < count; i++)
        {
            ReadOnlySpan<byte> row = file[(12 + 16 * i)..];
            uint at = BinaryPrimitives.ReadUInt32BigEndian(row[8..]),
                length = BinaryPrimitives.ReadUInt32BigEndian(row[12..]);
            if (at > file.Length || length > file.Length - at)
                throw new InvalidDataException("A table of the font lies outside it.");
            tables[Encoding.Latin1.GetString(row[..4])] = ((int)at, (int)length);
        }
        return tables;
    }

    // English names before others, Windows' before those of older systems.
    private static Dictionary<int, string> Names(ReadOnlySpan<byte> table)
    {
        Dictionary<int, (int Rank, string Text)> names = [];
        if (table.Length < 6)
            throw new InvalidDataException("The names of the font are cut off.");
        int count = Math.Min(Word(table, 2), MostNames),
            texts = Word(table, 4);
        for (int i = 0; i < count && 6 + 12 * (i + 1) <= table.Length; i++)
        {
            ReadOnlySpan<byte> row = table[(6 + 12 * i)..];
            int platform = Word(row, 0),
                language = Word(row, 4),
                id = Word(row, 6),
                length = Word(row, 8),
                at = texts + Word(row, 10);
            if (at + length > table.Length || length > LongestName)
                continue;
            ReadOnlySpan<byte> bytes = table.Slice(at, length);
            string text = platform == 1 ? Encoding.Latin1.GetString(bytes) : Encoding.BigEndianUnicode.GetString(bytes);
            int rank = (platform, language) switch
            {
                (3, 0x409) => 3,
                (0, _) => 2,
                (3, _) => 1,
                _ => 0,
            };
            text = new string([.. text.Where(c => !char.IsControl(c) || c == '\n')]);
            if (!names.TryGetValue(id, out (int Rank, string Text) known) || known.Rank < rank)
                names[id] = (rank, text);
        }
        return names.ToDictionary(n => n.Key, n => n.Value.Text);
    }

    private static int Word(ReadOnlySpan<byte> bytes, int at) => BinaryPrimitives.ReadUInt16BigEndian(bytes[at..]);
}
