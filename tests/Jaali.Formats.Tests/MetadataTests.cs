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
