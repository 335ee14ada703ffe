using Jaali.Core.Rights;
using Jaali.Testing;

namespace Jaali.Formats.Tests;

/// <summary>Metadata in photos, on files that exiftool and exiv2 wrote.</summary>
public sealed class MetadataTests
{
    private static EmbeddedMetadata? Written(ScratchFolder folder, string program, params string[] arguments)
    {
        string file = folder.File("photo.jpg");
        Outside.Run("convert", Outside.Photo("fog-empty.jpg"), "-resize", "200x", "-strip", file);
        if (arguments.Length > 0)
            Outside.Run(program, [.. arguments, file]);
        return EmbeddedMetadata.Read(File.ReadAllBytes(file));
    }

    [Fact]
    public void Iptc_alone_is_read_as_exiftool_wrote_it()
    {
        using var folder = new ScratchFolder();
        EmbeddedMetadata m = Written(
            folder,
            "exiftool",
            "-q",
            "-overwrite_original",
            "-codedcharacterset=utf8",
            "-IPTC:ObjectName=Söuth bar",
            "-IPTC:By-line=V. Brae",
            "-IPTC:CopyrightNotice=CC BY-SA 3.0 DE"
        )!;
        Assert.Equal(
            ("Söuth bar", "V. Brae", new Licence(LicenceFamily.BySa, "3.0", "de")),
            (m.Title, m.Maker, m.Licence)
        );
        Assert.Empty(m.Conflicts);
        Assert.Contains("IPTC", m.Words, StringComparison.Ordinal);
    }

    [Fact]
    public void Exif_alone_is_read_as_exiv2_wrote_it()
    {
        using var folder = new ScratchFolder();
        EmbeddedMetadata m = Written(
            folder,
            "exiv2",
            "-Mset Exif.Image.Artist E. Garrow",
            "-Mset Exif.Image.Copyright (c) 2025 E. Garrow, all rights reserved"
        )!;
        Assert.Equal(("E. Garrow", LicenceFamily.AllRightsReserved), (m.Maker, m.Licence!.Family));
    }

    /// <summary>A notice of copyright survives although it names a licence (CC 4.0 s.3(a)(1)(A)(ii)); a line that is
    /// the licence alone is no notice; a limit in one field is not dropped for the licence in another.</summary>
    [Theory]
    [InlineData("(c) 2025 E. Garrow, CC BY 4.0", "", "CC BY 4.0", "(c) 2025 E. Garrow, CC BY 4.0")]
    [InlineData("CC BY 4.0", "", "CC BY 4.0", "")]
    [InlineData("(c) 2025 E. Garrow", "CC BY 4.0", "CC BY 4.0", "(c) 2025 E. Garrow")]
    [InlineData("(c) 2025 E. Garrow", "CC BY 4.0, editorial use only", null, "(c) 2025 E. Garrow")]
    [InlineData("(c) 2025 E. Garrow, not for reuse", "CC BY 4.0", null, "(c) 2025 E. Garrow, not for reuse")]
    [InlineData("All rights reserved", "CC BY 4.0", null, "")]
    public void Notices_and_limits_survive(string notice, string terms, string? label, string kept)
    {
        using var folder = new ScratchFolder();
        string[] usage = terms.Length > 0 ? ["-XMP-xmpRights:UsageTerms=" + terms] : [];
        EmbeddedMetadata m = Written(
            folder,
            "exiftool",
            ["-q", "-overwrite_original", "-EXIF:Copyright=" + notice, .. usage]
        )!;
        Assert.Equal((label, kept), (m.Licence?.Label, m.Notice));
    }

    [Fact]
    public void Xmp_of_exiv2_is_read_with_every_field()
    {
        using var folder = new ScratchFolder();
        EmbeddedMetadata m = Written(
            folder,
            "exiv2",
            "-Mset Xmp.dc.title lang=x-default Low water",
            "-Mset Xmp.dc.creator N. Ayre",
            "-Mreg cc http://creativecommons.org/ns#",
            "-Mset Xmp.cc.license https://creativecommons.org/licenses/by/2.5/",
            "-Mset Xmp.dc.source https://archive.example/sheet/9"
        )!;
        Assert.Equal(
            ("Low water", "N. Ayre", "https://archive.example/sheet/9", new Licence(LicenceFamily.By, "2.5", "")),
            (m.Title, m.Maker, m.SourceUrl, m.Licence)
        );
    }

    /// <summary>Metadata Working Group guidance 2.0 (from memory): XMP before IIM, unless the IIM digest says that
    /// IIM was changed later. exiftool keeps the digest when told to.</summary>
    [Fact]
    public void Xmp_comes_before_iim_unless_the_digest_says_that_iim_is_newer()
    {
        using var folder = new ScratchFolder();
        string[] both = ["-q", "-overwrite_original", "-XMP-dc:Creator=First Maker"];
        EmbeddedMetadata untouched = Written(
            folder,
            "exiftool",
            [.. both, "-IPTC:By-line=Other Maker", "-IPTCDigest=new"]
        )!;
        Assert.Equal("First Maker", untouched.Maker);
        Conflict conflict = Assert.Single(untouched.Conflicts);
        Assert.Equal("maker", conflict.Field);
        Assert.Equal(["First Maker", "Other Maker"], conflict.Said.Select(s => s.Value));

        string file = folder.File("photo.jpg");
        Written(folder, "exiftool", [.. both, "-IPTC:By-line=First Maker", "-IPTCDigest=new"]);
        Outside.Run("exiftool", "-q", "-overwrite_original", "-IPTC:By-line=Later Maker", file);
        EmbeddedMetadata later = EmbeddedMetadata.Read(File.ReadAllBytes(file))!;
        Assert.Equal("Later Maker", later.Maker);
        Assert.Equal("maker", Assert.Single(later.Conflicts).Field);
    }

    [Fact]
    public void A_picture_made_by_a_machine_is_told_and_one_without_metadata_says_nothing()
    {
        using var folder = new ScratchFolder();
        Assert.True(
            Written(
                folder,
                "exiftool",
                "-q",
                "-overwrite_original",
                "-XMP-iptcExt:DigitalSourceType=http://cv.iptc.org/newscodes/digitalsourcetype/trainedAlgorithmicMedia"
            )!.MachineMade
        );
        Assert.False(
            Written(
                folder,
                "exiftool",
                "-q",
                "-overwrite_original",
                "-XMP-iptcExt:DigitalSourceType=http://cv.iptc.org/newscodes/digitalsourcetype/digitalCapture"
            )!.MachineMade
        );
        Assert.Null(Written(folder, "exiftool"));
        Assert.Null(EmbeddedMetadata.Read([0xFF, 0xD8, 0xFF, 0xE1, 0xFF, 0xFF]));
    }

    /// <summary>exiftool writes each field; the credit line and the camera's owner stand in for a maker alone, and EXIF
    /// goes before XMP (Metadata Working Group 2.0, as exiftool's MWG module has it).</summary>
    [Theory]
    [InlineData("N. Ayre", "-XMP-photoshop:Credit=Harbour Trust", "-IPTC:By-line=N. Ayre")]
    [InlineData("Harbour Trust", "-XMP-photoshop:Credit=Harbour Trust")]
    [InlineData("Harbour Trust", "-IPTC:Credit=Harbour Trust")]
    [InlineData("V. Brae", "-EXIF:OwnerName=V. Brae")]
    [InlineData("E. Garrow", "-EXIF:XPAuthor=E. Garrow")]
    [InlineData("First", "-EXIF:Artist=First", "-XMP-dc:Creator=Second", "-IPTC:By-line=Third")]
    [InlineData("One, Two", "-EXIF:Artist=One; Two")]
    [InlineData(
        "A maker whose name goes on and on and on",
        "-IPTC:By-line=A maker whose name goes on and o",
        "-XMP-dc:Creator=A maker whose name goes on and on and on"
    )]
    public void Every_field_that_may_name_the_maker_is_read(string maker, params string[] fields)
    {
        using var folder = new ScratchFolder();
        Assert.Equal(maker, Written(folder, "exiftool", ["-q", "-overwrite_original", .. fields])!.Maker);
    }

    [Theory]
    [InlineData("-EXIF:XPTitle=Söuth bar")]
    [InlineData("-XMP-dc:Title=Söuth bar")]
    [InlineData("-IPTC:ObjectName=Söuth bar")]
    public void So_is_every_field_of_the_title(string field)
    {
        using var folder = new ScratchFolder();
        Assert.Equal("Söuth bar", Written(folder, "exiftool", "-q", "-overwrite_original", field)!.Title);
    }

    /// <summary>PNG, third edition, 11.3.3: texts plain, packed and international; and the profiles in hexadecimal that
    /// image programs write into them (common practice, no source).</summary>
    [Fact]
    public void Texts_and_profiles_of_png_are_read()
    {
        using var folder = new ScratchFolder();
        string png = folder.File("photo.png");
        Outside.Run("convert", Outside.Photo("fog-empty.jpg"), "-resize", "60x", "-strip", png);
        Outside.Run(
            "exiftool",
            "-q",
            "-overwrite_original",
            "-PNG:Title=Söuth bar",
            "-PNG:Author=N. Ayre",
            "-PNG:Copyright=© 2024 N. Ayre, CC BY 4.0",
            png
        );
        EmbeddedMetadata plain = EmbeddedMetadata.Read(File.ReadAllBytes(png))!;
        Assert.Equal(
            ("Söuth bar", "N. Ayre", "© 2024 N. Ayre, CC BY 4.0", "CC BY 4.0"),
            (plain.Title, plain.Maker, plain.Notice, plain.Licence?.Label)
        );
        // An IPTC profile from a JPEG becomes a raw profile in a PNG.
        string jpeg = folder.File("with.jpg"),
            carried = folder.File("carried.png");
        Outside.Run("convert", Outside.Photo("fog-empty.jpg"), "-resize", "60x", "-strip", jpeg);
        Outside.Run(
            "exiftool",
            "-q",
            "-overwrite_original",
            "-IPTC:By-line=V. Brae",
            "-IPTC:CopyrightNotice=CC BY-SA 3.0",
            jpeg
        );
        Outside.Run("convert", jpeg, carried);
        EmbeddedMetadata profile = EmbeddedMetadata.Read(File.ReadAllBytes(carried))!;
        Assert.Equal(("V. Brae", "CC BY-SA 3.0"), (profile.Maker, profile.Licence?.Label));
    }

    [Theory]
    [InlineData("utf-16")]
    [InlineData("utf-16BE")]
    [InlineData("utf-8")]
    public void Xmp_is_read_in_any_of_its_encodings(string encoding)
    {
        const string xmp =
            "<x:xmpmeta xmlns:x='adobe:ns:meta/'><rdf:RDF "
            + "xmlns:rdf='http://www.w3.org/1999/02/22-rdf-syntax-ns#'><rdf:Description rdf:about='' "
            + "xmlns:dc='http://purl.org/dc/elements/1.1/'>"
            + "<dc:creator><rdf:Seq><rdf:li>N. "
            + "Åyre</rdf:li></rdf:Seq></dc:creator></rdf:Description></rdf:RDF></x:xmpmeta>";
        byte[] packet =
        [
            .. System.Text.Encoding.ASCII.GetBytes("http://ns.adobe.com/xap/1.0/\0"),
            .. System.Text.Encoding.GetEncoding(encoding).GetPreamble(),
            .. System.Text.Encoding.GetEncoding(encoding).GetBytes(xmp),
        ];
        Assert.Equal("N. Åyre", EmbeddedMetadata.Read(With(0xE1, packet))!.Maker);
    }

    [Fact]
    public void Iptc_that_goes_on_in_a_second_segment_is_read_and_what_is_broken_ends_nothing_else()
    {
        byte[] name = [0x1C, 2, 80, 0, 7, .. "N. Ayre"u8];
        byte[] resource = [.. "8BIM"u8, 4, 4, 0, 0, 0, 0, 0, (byte)name.Length, .. name];
        byte[] head = [.. "Photoshop 3.0\0"u8];
        byte[] file = With(0xED, [.. head, .. resource[..14]], [.. head, .. resource[14..]]);
        Assert.Equal("N. Ayre", EmbeddedMetadata.Read(file)!.Maker);
        for (int cut = 2; cut < file.Length; cut++)
            EmbeddedMetadata.Read(file[..cut]);
    }

    private static byte[] With(byte marker, params byte[][] segments)
    {
        using var file = new MemoryStream();
        file.Write([0xFF, 0xD8]);
        foreach (byte[] s in segments)
        {
            file.Write([0xFF, marker, (byte)((s.Length + 2) >> 8), (byte)(s.Length + 2)]);
            file.Write(s);
        }
        file.Write([0xFF, 0xD9]);
        return file.ToArray();
    }

    [Theory]
    [InlineData("own-record.jpg", "L. Quill", "CC BY-SA 4.0", 0)]
    [InlineData("wire-photo.jpg", "V. Brae", "CC BY 4.0", 0)]
    [InlineData("two-stories.jpg", "S. Wick", null, 3)]
    [InlineData("dreamt-shore.jpg", "P. Thole", "CC0 1.0", 0)]
    [InlineData("from-the-phone.jpg", "E. Garrow", null, 0)]
    public void The_demo_folder_holds_every_kind(string file, string maker, string? licence, int conflicts)
    {
        EmbeddedMetadata m = EmbeddedMetadata.Read(File.ReadAllBytes(Outside.File("demo", "folder", file)))!;
        Assert.Equal((maker, licence, conflicts), (m.Maker, m.Licence?.Label, m.Conflicts.Count));
        RightsRecord r = EmbeddedMetadata.OfFile(m, "own files");
        Assert.Equal(
            licence is null ? Standing.ToSettle : Standing.Clear,
            Clearance.Of(r, new Changes(1), DeclaredUse.PublicTalk).Standing
        );
    }
}
