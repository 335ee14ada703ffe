using System.Text.Json.Nodes;
using Jaali.Testing;
using Path = System.IO.Path;

namespace Jaali.Formats.Tests;

/// <summary>What a photo's file says leaves with no copy, but for its maker and licence: written and read by exiftool,
/// pixels compared by ImageMagick.</summary>
public sealed class BarePhotoTests : IDisposable
{
    private readonly ScratchFolder _folder = new();

    // Written into each file, and searched for in what leaves.
    private static readonly string[] Told =
    [
        "-GPSLatitude=57.125",
        "-GPSLatitudeRef=N",
        "-GPSLongitude=2.25",
        "-GPSLongitudeRef=W",
        "-XMP-exif:GPSLatitude=57.125",
        "-EXIF:SerialNumber=SN12345",
        "-EXIF:LensSerialNumber=SN12345L",
        "-EXIF:OwnerName=Olga Owner",
        "-EXIF:UserComment=a secret note",
        "-EXIF:HostComputer=Olgas Laptop",
        "-EXIF:DateTimeOriginal=2026:01:02 03:04:05",
        "-Comment=a secret hush",
        "-XMP-xmpMM:DocumentID=olga-document",
        "-XMP-mwg-rs:RegionName=Olga at home",
        "-XMP-mwg-rs:RegionType=Face",
        "-IPTC:City=Secretville",
        "-PNG:Comment=a secret text",
    ];

    private static readonly string[] Kept =
    [
        "-EXIF:Artist=T. Oar",
        "-EXIF:Copyright=© T. Oar, 2026",
        "-IPTC:By-line=T. Oar",
        "-XMP-dc:Creator=T. Oar",
        "-XMP-dc:Rights=© T. Oar, 2026",
        "-XMP-dc:Title=Low water",
        "-XMP-xmpRights:WebStatement=https://creativecommons.org/licenses/by/4.0/",
    ];

    public static TheoryData<string, string> Files =>
        new()
        {
            { "base.jpg", "-quality 90" },
            { "progressive.jpg", "-interlace JPEG -quality 85" },
            { "grey.jpg", "-colorspace Gray" },
            { "inks.jpg", "-colorspace CMYK" },
            { "eight.png", "" },
            { "sixteen.png", "-depth 16" },
            { "clear.png", "-alpha set -channel A -evaluate multiply 0.5 +channel" },
            { "some.webp", "-quality 80" },
            { "lossless.webp", "-define webp:lossless=true" },
            { "still.gif", "" },
        };

    [Theory]
    [MemberData(nameof(Files))]
    public void Only_maker_and_licence_leave_and_no_pixel_changes(string name, string how)
    {
        string file = Made(name, how);
        if (name.EndsWith(".jpg", StringComparison.Ordinal))
        {
            // A thumbnail, and what stands behind the picture.
            File.WriteAllBytes(_folder.File("thumb.jpg"), Outside.SmallPhoto("pebbles.jpg", 120));
            Outside.Run("exiftool", "-overwrite_original", "-ThumbnailImage<=" + _folder.File("thumb.jpg"), file);
            File.AppendAllText(file, "a secret behind the end");
        }
        byte[] own = File.ReadAllBytes(file);
        Assert.True(BarePhoto.TryMake(own, out byte[] bare));
        string left = _folder.File("bare-" + name);
        File.WriteAllBytes(left, bare);

        JsonObject said = Said(left);
        string[] groups =
        [
            "ExifTool",
            "System",
            "File",
            "JFIF",
            "PNG",
            "RIFF",
            "GIF",
            "Composite",
            "Adobe",
            "Photoshop",
        ];
        Assert.All(
            said.Select(t => t.Key).Where(k => k != "SourceFile"),
            k =>
                Assert.True(
                    groups.Contains(k.Split(':')[0])
                        || k
                            is "IFD0:Artist"
                                or "IFD0:Copyright"
                                or "XMP-x:XMPToolkit"
                                or "IPTC:CodedCharacterSet"
                                or "IPTC:ApplicationRecordVersion"
                                or "IPTC:ObjectName"
                                or "IPTC:By-line"
                                or "IPTC:CopyrightNotice"
                        || k.StartsWith("ICC", StringComparison.Ordinal)
                        || k.StartsWith("XMP-dc:", StringComparison.Ordinal)
                        || k.StartsWith("XMP-xmpRights:", StringComparison.Ordinal)
                        || k.StartsWith("XMP-cc:", StringComparison.Ordinal),
                    k
                )
        );
        string whole = System.Text.Encoding.Latin1.GetString(bare);
        foreach (string secret in (string[])["SN12345", "Olga", "olga", "secret", "Secretville", "GPSLatitude"])
            Assert.DoesNotContain(secret, whole, StringComparison.Ordinal);
        Assert.Equal(Pixels(file), Pixels(left));
        if (name.EndsWith(".gif", StringComparison.Ordinal))
            return;
        EmbeddedMetadata before = EmbeddedMetadata.Read(own)!,
            after = EmbeddedMetadata.Read(bare)!;
        Assert.Equal(
            (before.Maker, before.Notice, before.Licence, before.Title),
            (after.Maker, after.Notice, after.Licence, after.Title)
        );
        Assert.Empty(after.Conflicts);
        if (name.EndsWith(".jpg", StringComparison.Ordinal))
        {
            // The same in EXIF, IIM and XMP, as the Metadata Working Group asks.
            Assert.Equal("T. Oar", (string?)said["IFD0:Artist"]);
            Assert.Equal("T. Oar", (string?)said["IPTC:By-line"]);
            Assert.Equal("© T. Oar, 2026", (string?)said["IPTC:CopyrightNotice"]);
            Assert.Equal("T. Oar", (string?)said["XMP-dc:Creator"]);
            Assert.DoesNotContain(
                "Error",
                Outside.Run("exiftool", "-validate", "-warning", "-a", left),
                StringComparison.Ordinal
            );
        }
        // Once bare, it stays what it is.
        Assert.True(BarePhoto.TryMake(bare, out byte[] again));
        Assert.Equal(bare, again);
    }

    [Theory]
    [InlineData("jpg")]
    [InlineData("png")]
    [InlineData("webp")]
    [InlineData("tif")]
    [InlineData("avif")]
    public void A_position_is_found_in_every_format(string format)
    {
        string plain = _folder.File("plain." + format),
            placed = Made("placed." + format, "");
        Outside.Run("convert", Small, plain);
        Assert.False(BarePhoto.HoldsPosition(File.ReadAllBytes(plain)));
        Assert.True(BarePhoto.HoldsPosition(File.ReadAllBytes(placed)));
    }

    [Fact]
    public void A_file_that_is_cut_off_never_fails_and_keeps_nothing_it_should_not()
    {
        foreach (string name in (string[])["cut.jpg", "cut.png", "cut.webp", "cut.gif"])
        {
            byte[] own = File.ReadAllBytes(Made(name, ""));
            var random = new Random(7);
            for (int i = 0; i < 150; i++)
            {
                byte[] broken = own[..random.Next(own.Length)];
                if (BarePhoto.TryMake(broken, out byte[] bare))
                    Assert.DoesNotContain(
                        "Olga",
                        System.Text.Encoding.Latin1.GetString(bare),
                        StringComparison.Ordinal
                    );
                byte[] bent = [.. own];
                for (int n = 0; n < 8; n++)
                    bent[random.Next(Math.Min(3000, bent.Length))] = (byte)random.Next(256);
                BarePhoto.TryMake(bent, out _);
            }
        }
    }

    private string Small
    {
        get
        {
            string at = _folder.File("small.jpg");
            if (!File.Exists(at))
                File.WriteAllBytes(at, Outside.SmallPhoto("pebbles.jpg", 320));
            return at;
        }
    }

    private string Made(string name, string how)
    {
        string file = _folder.File(name);
        Outside.Run("convert", [Small, .. how.Split(' ', StringSplitOptions.RemoveEmptyEntries), file]);
        // What a format cannot hold is passed over, with a warning.
        Outside.Run(
            "exiftool",
            ["-overwrite_original", "-m", "-q", "-q", .. Told.Concat(Kept).Where(t => Fits(t, name)), file]
        );
        return file;
    }

    private static bool Fits(string tag, string name) =>
        Path.GetExtension(name) switch
        {
            ".gif" => tag.StartsWith("-XMP", StringComparison.Ordinal)
                || tag.StartsWith("-Comment", StringComparison.Ordinal),
            ".png" => !tag.StartsWith("-IPTC", StringComparison.Ordinal)
                && !tag.StartsWith("-Comment", StringComparison.Ordinal),
            ".jpg" => !tag.StartsWith("-PNG", StringComparison.Ordinal),
            _ => !tag.StartsWith("-PNG", StringComparison.Ordinal)
                && !tag.StartsWith("-IPTC", StringComparison.Ordinal)
                && !tag.StartsWith("-Comment", StringComparison.Ordinal),
        };

    private static JsonObject Said(string file) =>
        (JsonObject)JsonNode.Parse(Outside.Run("exiftool", "-j", "-G1", "-a", "-u", file))!.AsArray()[0]!;

    private string Pixels(string file)
    {
        string to = _folder.File(Guid.NewGuid().ToString("N") + ".rgba");
        Outside.Run("convert", file, "-depth", "16", "rgba:" + to);
        return Convert.ToHexString(System.Security.Cryptography.SHA256.HashData(File.ReadAllBytes(to)));
    }

    public void Dispose() => _folder.Dispose();
}
