using System.Text.Json;
using Jaali.Core.Rights;
using Jaali.Imaging;
using Jaali.Testing;

namespace Jaali.Formats.Tests;

/// <summary>
/// Metadata and orientation against exiftool, with its own module for the Metadata Working Group's guidance, on every
/// picture of the Debian source packages libimage-exiftool-perl (Artistic), exiv2 (GPL-2), libmetadata-extractor-java
/// (Apache-2), golang-github-rwcarlsen-goexif (BSD-2), golang-github-disintegration-imaging (MIT) and libpng1.6
/// (libpng).
/// </summary>
public sealed class MetadataSampleTests
{
    private static readonly string[] Endings = [".jpg", ".jpeg", ".png", ".tif", ".tiff", ".webp", ".gif", ".avif"];

    // exiftool shows "type=" of this file's own damaged XMP, and a language where there are no words.
    private static readonly string[] Damaged = ["avif_exif_xmp.avif", "avif_metadata2.avif", "ReaganLargeJpg.jpg"];

    [Fact]
    public void Pictures_that_nobody_here_made_are_read_as_exiftool_reads_them()
    {
        string[] files =
        [
            .. new[]
            {
                "libimage-exiftool-perl",
                "exiv2",
                "libmetadata-extractor-java",
                "golang-github-rwcarlsen-goexif",
                "golang-github-disintegration-imaging",
                "libpng1.6",
            }
                .SelectMany(p => Samples.Files(p, Endings))
                .Where(f => !f.Contains("/doc/", StringComparison.Ordinal)),
        ];
        if (files.Length == 0)
            return;
        using var folder = new ScratchFolder();
        File.WriteAllLines(folder.File("files.txt"), files);
        using JsonDocument told = JsonDocument.Parse(
            Outside.Run(
                "bash",
                "-c",
                "exiftool -q -q -j -G1 -n -use MWG -MWG:Creator -MWG:Copyright -EXIF:Orientation -XMP-dc:Title "
                    + "-IPTC:ObjectName -PNG:Title -IFD0:XPTitle -@ "
                    + folder.File("files.txt")
                    + " 2>/dev/null || true"
            )
        );
        List<string> wrong = [];
        int makers = 0,
            notices = 0,
            titles = 0,
            turned = 0,
            refused = 0;
        foreach (JsonElement e in told.RootElement.EnumerateArray())
        {
            string file = e.GetProperty("SourceFile").GetString()!;
            byte[] bytes = File.ReadAllBytes(file);
            EmbeddedMetadata? m = EmbeddedMetadata.Read(bytes);
            if (!Damaged.Contains(Path.GetFileName(file)))
            {
                makers += Compare("maker", Of(e, "MWG:Creator", "Composite:Creator"), m?.Maker);
                notices += Compare("notice", Of(e, "MWG:Copyright", "Composite:Copyright"), m?.Notice);
                titles += Compare(
                    "title",
                    Of(e, "XMP-dc:Title", "IPTC:ObjectName", "PNG:Title", "IFD0:XPTitle"),
                    m?.Title
                );
            }
            try
            {
                int ours = PhotoReader.Read(bytes, smallest: 1).Orientation;
                string said = Of(e, "IFD0:Orientation");
                int theirs = int.TryParse(said, out int n) && n is >= 1 and <= 8 ? n : 1;
                turned++;
                if (ours != theirs)
                    wrong.Add($"{Path.GetFileName(file)}: turned {ours}, not {theirs}");
            }
            catch (NotAPhotoException)
            {
                refused++;
            }

            int Compare(string what, string theirs, string? ours)
            {
                if (theirs.Length == 0)
                    return 0;
                if (Line(ours ?? "") != theirs && !(what == "notice" && IsLicenceAlone(theirs)))
                    wrong.Add($"{Path.GetFileName(file)}: {what} “{ours}”, not “{theirs}”");
                return 1;
            }
        }
        Samples.Ran(
            $"metadata against exiftool: {makers} makers, {notices} notices, {titles} titles; {refused} "
                + "refused; orientation",
            turned - wrong.Count,
            turned
        );
        Assert.True(wrong.Count == 0, string.Join('\n', wrong));
    }

    // A notice that is an address or names a licence alone is kept as that, not as a notice.
    private static bool IsLicenceAlone(string text) =>
        LicenceReader.Read(text) is not null || text.StartsWith("http", StringComparison.Ordinal);

    private static string Of(JsonElement e, params string[] names) =>
        names
            .Select(n =>
                !e.TryGetProperty(n, out JsonElement v) ? ""
                : v.ValueKind == JsonValueKind.Array ? string.Join(", ", v.EnumerateArray().Select(x => x.ToString()))
                : v.ToString()
            )
            .Select(Line)
            .FirstOrDefault(t => t.Length > 0)
        ?? "";

    private static string Line(string text) =>
        string.Join(
            ' ',
            text.Replace("\0", "", StringComparison.Ordinal).Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries)
        );
}
