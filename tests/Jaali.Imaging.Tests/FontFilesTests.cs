using System.IO.Compression;
using System.Text;
using CsCheck;
using Jaali.Core.Typesetting;
using Jaali.Testing;
using SkiaSharp;

namespace Jaali.Imaging.Tests;

/// <summary>Fonts from outside: against the reference packer of WOFF2 (Debian's woff2), and broken in every
/// way.</summary>
public sealed class FontFilesTests
{
    private static byte[] Shipped(string name) =>
        File.ReadAllBytes(Path.Combine(FontLibrary.ShippedFolder, name + ".ttf"));

    private static byte[] Packed(byte[] font)
    {
        using var folder = new ScratchFolder();
        File.WriteAllBytes(folder.File("f.ttf"), font);
        Outside.Run("woff2_compress", folder.File("f.ttf"));
        return File.ReadAllBytes(folder.File("f.woff2"));
    }

    [Theory]
    [InlineData("lora-regular")]
    [InlineData("source-serif-4-bold-italic")]
    [InlineData("noto-naskh-arabic-regular")]
    [InlineData("noto-sans-devanagari-bold")]
    [InlineData("josefin-sans-italic")]
    public void What_the_reference_packer_packed_has_the_same_letters(string name)
    {
        byte[] font = Shipped(name);
        FontFile read = Assert.Single(FontFiles.Read(Packed(font)));
        Assert.Equal(FontFacts.Read(font), read.Facts);
        using SKTypeface ours = SKTypeface.FromData(SKData.CreateCopy(read.Bytes)),
            theirs = SKTypeface.FromData(SKData.CreateCopy(font));
        Assert.Equal(theirs.GlyphCount, ours.GlyphCount);
        using var a = new SKFont(ours, 1000);
        using var b = new SKFont(theirs, 1000);
        for (ushort glyph = 0; glyph < ours.GlyphCount; glyph++)
        {
            Assert.Equal(b.GetGlyphWidths([glyph])[0], a.GetGlyphWidths([glyph])[0]);
            using SKPath? mine = a.GetGlyphPath(glyph),
                original = b.GetGlyphPath(glyph);
            Assert.Equal(original?.ToSvgPathData(), mine?.ToSvgPathData());
        }
    }

    /// <summary>A variable font of another packer, from a package of the registry.</summary>
    [Fact]
    public void A_font_as_the_web_is_served_it_is_read()
    {
        byte[] file = File.ReadAllBytes(
            Outside.File(
                "src",
                "web",
                "node_modules",
                "@fontsource-variable",
                "spline-sans-mono",
                "files",
                "spline-sans-mono-latin-wght-normal.woff2"
            )
        );
        FontFile read = Assert.Single(FontFiles.Read(file));
        Assert.StartsWith("Spline Sans Mono", read.Facts.Family, StringComparison.Ordinal);
        using SKTypeface face = SKTypeface.FromData(SKData.CreateCopy(read.Bytes));
        using var font = new SKFont(face, 100);
        Assert.True(font.GetGlyphPath(font.GetGlyph('R'))!.Bounds.Height > 50);
    }

    [Fact]
    public void An_archive_gives_all_its_fonts_and_nothing_else()
    {
        using var zip = new MemoryStream();
        using (var archive = new ZipArchive(zip, ZipArchiveMode.Create, leaveOpen: true))
            foreach (
                (string name, byte[] bytes) in new[]
                {
                    ("Family/readme.txt", Encoding.UTF8.GetBytes("read me")),
                    ("Family/a.ttf", Shipped("lora-regular")),
                    ("__MACOSX/._a.ttf", [1, 2, 3]),
                    ("Family/web/b.woff2", Packed(Shipped("lora-bold"))),
                }
            )
                using (Stream entry = archive.CreateEntry(name).Open())
                    entry.Write(bytes);
        IReadOnlyList<FontFile> read = FontFiles.Read(zip.ToArray());
        Assert.Equal([("Lora", false), ("Lora", true)], read.Select(f => (f.Facts.Family, f.Facts.Bold)));
        Assert.All(read, f => Assert.Contains("Open Font License", f.Facts.Licence, StringComparison.Ordinal));
    }

    /// <summary>OpenType 1.9, OS/2: the bits of fsType.</summary>
    [Theory]
    [InlineData(0x0000, Embedding.Free)]
    [InlineData(0x0002, Embedding.None)]
    [InlineData(0x0004, Embedding.ForReading)]
    [InlineData(0x0008, Embedding.Free)]
    [InlineData(0x000C, Embedding.Free)]
    [InlineData(0x0104, Embedding.None)]
    [InlineData(0x0200, Embedding.None)]
    public void What_a_font_permits_is_read(int type, Embedding expected)
    {
        byte[] font = Typed(Shipped("lora-regular"), type);
        Assert.Equal(expected, FontFacts.Read(font).Embedding);
    }

    /// <summary>The licence is read from the name table (OpenType 1.9, names 13 and 14): an open licence of fonts asks
    /// for
    /// no credit in what is set with it, CC BY and licences that say so do.</summary>
    [Theory]
    [InlineData("", "")]
    [InlineData("Creative Commons Attribution 4.0 International", "My Own, {maker}, CC BY 4.0")]
    [InlineData("Free for talks. Attribution is required.", "My Own, {maker}")]
    public void A_typeface_is_credited_where_its_licence_asks(string licence, string credit)
    {
        using var shelf = new FontLibrary(FontLibrary.ShippedFolder);
        shelf.Add([(Face.Of("My Own"), Licensed(Shipped("lora-regular"), licence))]);
        FontTerms terms = shelf.Terms("My Own");
        Assert.True(terms.IsHere && terms.Embeds);
        Assert.Equal(
            credit.Replace("{maker}", shelf.Facts("Lora Regular")!.Designer, StringComparison.Ordinal),
            terms.Credit
        );
        Assert.Equal("", shelf.Terms("Lora").Credit);
        Assert.False(shelf.Terms("Nowhere").IsHere);
    }

    [Fact]
    public void No_family_that_ships_asks_for_credit_or_keeps_itself_out_of_files()
    {
        using var shelf = new FontLibrary(FontLibrary.ShippedFolder);
        Assert.InRange(shelf.Shipped.Count, 12, 20);
        Assert.All(
            shelf.Shipped,
            f => Assert.Equal((true, true, ""), (shelf.Terms(f).IsHere, shelf.Terms(f).Embeds, shelf.Terms(f).Credit))
        );
    }

    // The same font with another licence in its name table, padded to the length of the old one; "" for the old one.
    private static byte[] Licensed(byte[] font, string licence)
    {
        byte[] other = [.. font];
        if (licence.Length == 0)
            return other;
        FontFacts facts = FontFacts.Read(font);
        foreach ((string was, string now) in new[] { (facts.Licence, licence), (facts.LicenceUrl, "") })
        foreach (Encoding how in new[] { Encoding.BigEndianUnicode, Encoding.Latin1 })
        {
            byte[] old = how.GetBytes(was),
                put = how.GetBytes(now.PadRight(was.Length));
            for (int at = other.AsSpan().IndexOf(old); at >= 0; at = other.AsSpan().IndexOf(old))
                put.CopyTo(other, at);
        }
        return other;
    }

    [Fact]
    public void Faces_come_and_go_and_words_fall_back()
    {
        using var shelf = new FontLibrary(FontLibrary.ShippedFolder);
        Face own = Face.Of("My Own");
        Assert.Equal("Spline Sans Regular", shelf.Find("My Own").Id);
        shelf.Add([(own, Typed(Shipped("lora-regular"), 2))]);
        Assert.Equal(own, shelf.Find("My Own"));
        Assert.False(shelf.MayEmbed(own.Id));
        Assert.Equal(shelf.Width(Face.Of("Lora"), 40, "Sand"), shelf.Width(own, 40, "Sand"), 1e-9);
        shelf.Remove("My Own");
        Assert.Equal("Spline Sans Regular", shelf.Find("My Own").Id);
        Assert.True(shelf.Width(own, 40, "Sand") > 0);
        shelf.Remove("Lora");
        Assert.Equal("Lora Regular", shelf.Find("Lora").Id);
    }

    [Theory]
    [InlineData("שלום", "Noto Sans Hebrew")]
    [InlineData("مرحبا", "Noto Naskh Arabic")]
    [InlineData("नमस्ते", "Noto Sans Devanagari")]
    [InlineData("砂は動く", "Droid Sans Fallback")]
    [InlineData("สวัสดี", "Noto Sans Thai")]
    [InlineData("Ж", "Noto Sans")]
    public void Letters_that_a_family_lacks_are_lent(string text, string lender)
    {
        using var shelf = new FontLibrary(FontLibrary.ShippedFolder);
        SetText set = Typesetter.Break(
            Paragraph.Of("a " + text),
            new TypeSetting(Face.Heading, 40, 1.2, 40, false),
            900,
            shelf
        );
        Assert.Equal([lender], set.Others);
        Assert.Empty(set.Missing);
        Assert.NotEmpty(
            Typesetter
                .Break(Paragraph.Of("\U0001FAE8 \U000E1234"), new(Face.Text, 40, 1, 40, false), 900, shelf)
                .Missing
        );
    }

    /// <summary>Fonts cut off, changed and made up: each is read, or refused in words.</summary>
    [Fact]
    public void A_broken_font_is_refused_in_words()
    {
        byte[][] files = [Shipped("josefin-sans-regular"), Packed(Shipped("josefin-sans-regular"))];
        Gen.Select(Gen.Int[0, 1], Gen.Double[0, 1], Gen.Int[0, 255].Array[0, 24], Gen.Bool)
            .Sample(
                (which, at, bytes, cut) =>
                {
                    byte[] file = [.. files[which]];
                    // The tables at the head are where damage tells.
                    int place = (int)(at * at * at * (file.Length - bytes.Length - 1));
                    for (int i = 0; i < bytes.Length; i++)
                        file[place + i] = (byte)bytes[i];
                    if (cut)
                        file = file[..(place + bytes.Length)];
                    try
                    {
                        Assert.NotEmpty(FontFiles.Read(file)[0].Facts.Family);
                    }
                    catch (InvalidDataException e)
                    {
                        Assert.Matches("^[A-Z].*\\.$", e.Message);
                    }
                },
                iter: 400,
                threads: 1
            );
        foreach (
            byte[] none in new byte[][]
            {
                [],
                [1],
                Encoding.UTF8.GetBytes("<html>"),
                new byte[400],
                "wOF2"u8.ToArray(),
                "PK\u0003\u0004"u8.ToArray(),
            }
        )
            Assert.Throws<InvalidDataException>(() => FontFiles.Read(none));
    }

    // The same font with another permission in its OS/2 table.
    private static byte[] Typed(byte[] font, int type)
    {
        byte[] other = [.. font];
        int at = FontFacts.Tables(font)["OS/2"].At;
        (other[at + 8], other[at + 9]) = ((byte)(type >> 8), (byte)type);
        return other;
    }
}
