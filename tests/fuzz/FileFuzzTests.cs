using System.Diagnostics;
using Jaali.Core.Rights;
using Jaali.Formats;
using Jaali.Imaging;
using Jaali.Testing;
using NetVips;

namespace Jaali.Fuzz.Tests;

/// <summary>Photos and their metadata, on damaged copies of real files: each ends with an answer or a sentence, within
/// its time.</summary>
public sealed class FileFuzzTests
{
    private static readonly TimeSpan Longest = TimeSpan.FromSeconds(5);

    private static IReadOnlyList<byte[]> Seeds()
    {
        using var folder = new ScratchFolder();
        string jpeg = folder.File("a.jpg");
        Outside.Run("convert", Outside.Photo("fog-empty.jpg"), "-resize", "90x", "-strip", jpeg);
        Outside.Run(
            "exiftool",
            "-q",
            "-overwrite_original",
            "-EXIF:Artist=N. Ayre",
            "-IPTC:By-line=N. Ayre",
            "-XMP-dc:Creator=N. Ayre",
            "-XMP-cc:License=https://creativecommons.org/licenses/by/4.0/",
            jpeg
        );
        List<byte[]> seeds = [File.ReadAllBytes(jpeg)];
        foreach (string other in (string[])["a.png", "a.webp", "a.tiff", "a.gif"])
        {
            Outside.Run("convert", jpeg, folder.File(other));
            seeds.Add(File.ReadAllBytes(folder.File(other)));
        }
        using Image image = Image.NewFromFile(jpeg);
        seeds.Add(image.HeifsaveBuffer(compression: Enums.ForeignHeifCompression.Av1, effort: 0));
        return seeds;
    }

    [Fact]
    public void Metadata_and_photos()
    {
        int n = 0;
        foreach (byte[] input in Mutations.Of(Seeds()))
        {
            long from = Stopwatch.GetTimestamp();
            try
            {
                EmbeddedMetadata.Read(input);
                PhotoReader.Read(input, smallest: 1);
            }
            catch (NotAPhotoException e)
            {
                Assert.EndsWith(".", e.Message, StringComparison.Ordinal);
            }
            catch (Exception e)
            {
                Assert.Fail($"number {n}: {e.GetType().Name} {e.Message}\n{e.StackTrace}");
            }
            Assert.True(Stopwatch.GetElapsedTime(from) < Longest, $"number {n}: {Stopwatch.GetElapsedTime(from)}");
            n++;
        }
        Assert.Equal(Mutations.Count, n);
        Console.WriteLine($"samples: damaged copies of files: {n} of {n} as expected.");
    }

    /// <summary>What is done to files that are kept: sizes made of them, parts cut out, credits written into
    /// them.</summary>
    [Fact]
    public void Renditions_and_credits()
    {
        int n = 0;
        var parts = CreditParts.Of(World.Rights(new Licence(LicenceFamily.By, "4.0", "")), new Changes(1), "en");
        IiifRequest[] asked =
        [
            IiifRequest.Parse("full", "40,", "0", "default.jpg", 90, 60)!,
            IiifRequest.Parse("10,10,30,20", "max", "90", "gray.png", 90, 60)!,
            IiifRequest.Parse("pct:5,5,50,50", "!20,20", "0", "default.webp", 90, 60)!,
        ];
        foreach (byte[] input in Mutations.Of(Seeds()))
        {
            long from = Stopwatch.GetTimestamp();
            try
            {
                XmpWriter.Into(input, parts, "credit");
                PhotoReader.Part(input, "https://x.example/a.jpg#xywh=1,2,30,20");
                IiifRenderer.Render(input, asked[n % asked.Length], (90, 60));
            }
            catch (NotAPhotoException e)
            {
                Assert.EndsWith(".", e.Message, StringComparison.Ordinal);
            }
            catch (Exception e)
            {
                Assert.Fail($"number {n}: {e.GetType().Name} {e.Message}\n{e.StackTrace}");
            }
            Assert.True(Stopwatch.GetElapsedTime(from) < Longest, $"number {n}: {Stopwatch.GetElapsedTime(from)}");
            n++;
        }
        Assert.Equal(Mutations.Count, n);
        Console.WriteLine($"samples: damaged copies of kept files: {n} of {n} as expected.");
    }
}
