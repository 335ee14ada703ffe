using System.IO.Compression;
using Jaali.Core;
using SkiaSharp;

namespace Jaali.Imaging;

/// <summary>A font file that was read and tried.</summary>
/// <param name="Facts">What it says of itself.</param>
/// <param name="Bytes">As TrueType or OpenType.</param>
public sealed record FontFile(FontFacts Facts, byte[] Bytes);

/// <summary>Reads font files from outside: TrueType, OpenType, WOFF2, or a ZIP of them. What is broken is refused
/// before it
/// is kept.</summary>
public static class FontFiles
{
    /// <summary>The fonts in a file.</summary>
    /// <exception cref="InvalidDataException">It holds none, or a broken one; the message says which.</exception>
    public static IReadOnlyList<FontFile> Read(byte[] file)
    {
        if (file.Length >= 4 && file[0] == 'P' && file[1] == 'K' && file[2] == 3 && file[3] == 4)
            return Packed(file);
        return [One(file)];
    }

    private static IReadOnlyList<FontFile> Packed(byte[] file)
    {
        List<FontFile> found = [];
        long whole = 0;
        using ZipArchive zip = Opened(file);
        foreach (ZipArchiveEntry entry in zip.Entries.Take(Limits.Fonts.Entries))
        {
            string name = entry.Name.ToUpperInvariant();
            if (
                !name.EndsWith(".TTF", StringComparison.Ordinal)
                    && !name.EndsWith(".OTF", StringComparison.Ordinal)
                    && !name.EndsWith(".WOFF2", StringComparison.Ordinal)
                || name.StartsWith("._", StringComparison.Ordinal)
            )
                continue;
            using Stream inside = entry.Open();
            using var bytes = new MemoryStream();
            byte[] part = new byte[81920];
            // What the archive says of lengths is not believed.
            for (int read; (read = inside.Read(part)) > 0; )
            {
                whole += read;
                if (whole > Limits.Fonts.Unpacked)
                    throw new InvalidDataException("The archive holds more than fonts do.");
                bytes.Write(part, 0, read);
            }
            try
            {
                found.Add(One(bytes.ToArray()));
            }
            catch (InvalidDataException e)
            {
                throw new InvalidDataException($"{entry.Name}: {e.Message}", e);
            }
        }
        return found.Count > 0 ? found : throw new InvalidDataException("The archive holds no font.");
    }

    private static ZipArchive Opened(byte[] file)
    {
        try
        {
            return new ZipArchive(new MemoryStream(file, writable: false), ZipArchiveMode.Read);
        }
        catch (Exception e) when (e is InvalidDataException or ArgumentException)
        {
            throw new InvalidDataException("The archive is broken.", e);
        }
    }

    private static FontFile One(byte[] file)
    {
        byte[] bytes;
        FontFacts facts;
        try
        {
            bytes = Woff2.Is(file) ? Woff2.Unpack(file, Limits.Fonts.FontBytes) : file;
            facts = FontFacts.Read(bytes);
        }
        catch (Exception e) when (e is ArgumentException or OverflowException or IndexOutOfRangeException)
        {
            throw new InvalidDataException("The font is cut off.", e);
        }
        // Tried once: letters are shaped, measured and drawn before anything is kept.
        try
        {
            using LoadedFace face = LoadedFace.FromBytes(bytes);
            if (!face.Has("a") && !face.Has("0") && face.Typeface.GlyphCount < 2)
                throw new InvalidDataException("The font has no letters.");
            face.Shape(40, "Aa 1", false, 0);
            if (face.Metrics is not { Ascent: > .1 and < 5, Descent: >= 0 and < 5 })
                throw new InvalidDataException("The font does not say how high its letters are.");
            using var font = new SKFont(face.Typeface, 40);
            using SKPath? outline = font.GetGlyphPath(font.GetGlyph('a'));
            return new(facts, bytes);
        }
        catch (Exception e) when (e is not (InvalidDataException or OutOfMemoryException))
        {
            throw new InvalidDataException("The font cannot be read.", e);
        }
    }
}
