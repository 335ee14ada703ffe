using System.Buffers.Binary;
using System.Globalization;
using Jaali.Testing;
using NetVips;

namespace Jaali.Imaging.Tests;

public sealed class ImagingTests
{
    private static byte[] Bytes(string photo) => File.ReadAllBytes(Outside.Photo(photo));

    [Fact]
    public void A_photo_is_read_whole()
    {
        PhotoReading r = PhotoReader.Read(Bytes("marked-post.jpg"));
        Assert.Equal(("jpeg", 2400, 1600, 1), (r.Format, r.Width, r.Height, r.Orientation));
        Assert.Equal(r.Tones.Width * r.Tones.Height * 3, r.Tones.Rgb.Length);
        Assert.Equal(480, r.Tones.Width);
    }

    [Fact]
    public void What_is_no_whole_photo_is_refused_in_words()
    {
        byte[] good = Bytes("fog-empty.jpg");
        Assert.Contains("damaged or cut short", Refusal(good[..(good.Length / 2)]), StringComparison.Ordinal);
        Assert.Contains("not a photo", Refusal("<html>Back soon</html>"u8.ToArray()), StringComparison.Ordinal);
        Assert.Contains("not a photo", Refusal([]), StringComparison.Ordinal);
        using Image dot = Image.Black(1, 1);
        Assert.Contains("smaller than 16", Refusal(dot.PngsaveBuffer()), StringComparison.Ordinal);
        // A PNG header that claims 50,000 x 50,000 pixels, with its checksum left as it was.
        using Image small = Image.Black(64, 64);
        byte[] lying = small.PngsaveBuffer();
        BinaryPrimitives.WriteInt32BigEndian(lying.AsSpan(16), 50_000);
        BinaryPrimitives.WriteInt32BigEndian(lying.AsSpan(20), 50_000);
        Assert.Contains("more than Jaali opens", Refusal(lying), StringComparison.Ordinal);
        byte[] wide = [.. good];
        int sof = FrameHeader(wide);
        BinaryPrimitives.WriteUInt16BigEndian(wide.AsSpan(sof + 5), 50_000);
        BinaryPrimitives.WriteUInt16BigEndian(wide.AsSpan(sof + 7), 50_000);
        Assert.Contains("more than Jaali opens", Refusal(wide), StringComparison.Ordinal);
    }

    private static string Refusal(byte[] bytes) =>
        Assert.Throws<NotAPhotoException>(() => PhotoReader.Read(bytes)).Message;

    private static int FrameHeader(byte[] jpeg)
    {
        int at = 2;
        while (jpeg[at + 1] is not (0xC0 or 0xC2))
            at += 2 + BinaryPrimitives.ReadUInt16BigEndian(jpeg.AsSpan(at + 2));
        return at;
    }

    /// <summary>Against ImageMagick's -auto-orient, for all eight orientations written by exiftool.</summary>
    [Fact]
    public void Orientation_agrees_with_ImageMagick()
    {
        using var folder = new ScratchFolder();
        string source = folder.File("source.jpg");
        Outside.Run("convert", Outside.Photo("marked-post.jpg"), "-resize", "600x400!", "-strip", source);
        for (int o = 1; o <= 8; o++)
        {
            string turned = folder.File($"{o}.jpg");
            File.Copy(source, turned);
            Outside.Run("exiftool", "-q", "-overwrite_original", "-n", $"-Orientation={o}", turned);
            PhotoReading r = PhotoReader.Read(File.ReadAllBytes(turned));
            string[] size = Outside.Run("convert", turned, "-auto-orient", "-format", "%w %h", "info:").Split(' ');
            Assert.Equal(
                (o, int.Parse(size[0], CultureInfo.InvariantCulture), int.Parse(size[1], CultureInfo.InvariantCulture)),
                (r.Orientation, r.Width, r.Height)
            );
            byte[] ours = IiifRenderer.Render(
                File.ReadAllBytes(turned),
                IiifRequest.Parse("full", "200,", "0", "default.png", r.Width, r.Height)!,
                (r.Width, r.Height)
            );
            AssertAlike(
                ours,
                folder.File($"{o}.png"),
                turned,
                folder,
                "-auto-orient",
                "-resize",
                $"{Width(ours)}x{Height(ours)}!"
            );
        }
    }

    /// <summary>A file that is read as it is decoded gives the very picture that its bytes in memory give.</summary>
    [Theory]
    [InlineData("a.jpg")]
    [InlineData("turned.jpg")]
    [InlineData("a.png")]
    [InlineData("turned.png")]
    [InlineData("a.webp")]
    [InlineData("a.tif")]
    public void A_file_is_drawn_as_its_bytes_are(string name)
    {
        using var folder = new ScratchFolder();
        string file = folder.File(name);
        Outside.Run("convert", Outside.Photo("marked-post.jpg"), "-resize", "900x600!", "-strip", file);
        if (name.StartsWith("turned", StringComparison.Ordinal))
            Outside.Run("exiftool", "-q", "-overwrite_original", "-n", "-Orientation=6", file);
        byte[] bytes = File.ReadAllBytes(file);
        PhotoReading r = PhotoReader.Read(bytes);
        foreach (string part in new[] { "full", "10,20,300,200" })
        {
            IiifRequest request = IiifRequest.Parse(part, "120,", "0", "default.png", r.Width, r.Height)!;
            Assert.Equal(
                IiifRenderer.Render(bytes, request, (r.Width, r.Height)),
                IiifRenderer.Render(file, request, (r.Width, r.Height))
            );
        }
    }

    [Fact]
    public void A_file_that_is_no_picture_is_refused_as_its_bytes_are()
    {
        using var folder = new ScratchFolder();
        string file = folder.File("none.jpg");
        // It begins as a JPEG does, and goes on as nothing.
        byte[] bytes = [0xFF, 0xD8, 0xFF, 0xE0, .. Enumerable.Range(0, 5_000).Select(i => (byte)(i * 31))];
        File.WriteAllBytes(file, bytes);
        IiifRequest request = IiifRequest.Parse("full", "320,", "0", "default.jpg", 2400, 1600)!;
        var inMemory = Assert.Throws<NotAPhotoException>(() => IiifRenderer.Render(bytes, request, (2400, 1600)));
        var onDisk = Assert.Throws<NotAPhotoException>(() => IiifRenderer.Render(file, request, (2400, 1600)));
        Assert.StartsWith("The photo is damaged or cut short", inMemory.Message, StringComparison.Ordinal);
        Assert.StartsWith("The photo is damaged or cut short", onDisk.Message, StringComparison.Ordinal);
    }

    /// <summary>Against ImageMagick: the same region, the same size.</summary>
    [Fact]
    public void Crop_and_resize_agree_with_ImageMagick()
    {
        using var folder = new ScratchFolder();
        byte[] ours = IiifRenderer.Render(
            Bytes("pebbles.jpg"),
            IiifRequest.Parse("300,200,1200,800", "480,", "0", "default.png", 2400, 1600)!,
            (2400, 1600)
        );
        AssertAlike(
            ours,
            folder.File("o.png"),
            Outside.Photo("pebbles.jpg"),
            folder,
            "-crop",
            "1200x800+300+200",
            "+repage",
            "-resize",
            "480x320!"
        );
    }

    private static void AssertAlike(
        byte[] ours,
        string path,
        string source,
        ScratchFolder folder,
        params string[] steps
    )
    {
        File.WriteAllBytes(path, ours);
        string theirs = folder.File("theirs.png");
        Outside.Run("convert", [source, .. steps, theirs]);
        using Image a = Image.NewFromFile(path),
            b = Image.NewFromFile(theirs);
        Assert.Equal((b.Width, b.Height), (a.Width, a.Height));
        using Image difference = (a.ExtractBand(0, n: 3) - b.ExtractBand(0, n: 3)).Abs();
        Assert.InRange(difference.Avg(), 0, 4);
    }

    private static int Width(byte[] png) => BinaryPrimitives.ReadInt32BigEndian(png.AsSpan(16));

    private static int Height(byte[] png) => BinaryPrimitives.ReadInt32BigEndian(png.AsSpan(20));

    [Fact]
    public void The_fingerprint_survives_saving_and_resizing_and_tells_photos_apart()
    {
        using var folder = new ScratchFolder();
        string[] photos = ["marked-post.jpg", "pebbles.jpg", "dusk-ebb.jpg", "dunes-morning.jpg"];
        ulong[] hashes = [.. photos.Select(p => PhotoReader.Read(Bytes(p)).Hash)];
        for (int i = 0; i < photos.Length; i++)
        {
            string small = folder.File(photos[i]);
            Outside.Run("convert", Outside.Photo(photos[i]), "-resize", "700x", "-quality", "55", "-strip", small);
            Assert.InRange(PerceptualHash.Distance(hashes[i], PhotoReader.Read(File.ReadAllBytes(small)).Hash), 0, 8);
            for (int j = 0; j < i; j++)
                Assert.InRange(PerceptualHash.Distance(hashes[i], hashes[j]), 14, 64);
        }
    }

    /// <summary>The examples of the IIIF Image API 3.0, section 4.1 and 4.2: an image of 300 x 200.</summary>
    [Theory]
    [InlineData("full", "max", 0, 0, 300, 200, 300, 200)]
    [InlineData("square", "max", 50, 0, 200, 200, 200, 200)]
    [InlineData("125,15,120,140", "max", 125, 15, 120, 140, 120, 140)]
    [InlineData("pct:41.6,7.5,40,70", "max", 125, 15, 120, 140, 120, 140)]
    [InlineData("125,15,200,200", "max", 125, 15, 175, 185, 175, 185)]
    [InlineData("pct:41.6,7.5,66.6,100", "max", 125, 15, 175, 185, 175, 185)]
    [InlineData("full", "150,", 0, 0, 300, 200, 150, 100)]
    [InlineData("full", ",150", 0, 0, 300, 200, 225, 150)]
    [InlineData("full", "pct:50", 0, 0, 300, 200, 150, 100)]
    [InlineData("full", "225,100", 0, 0, 300, 200, 225, 100)]
    [InlineData("full", "!225,100", 0, 0, 300, 200, 150, 100)]
    [InlineData("full", "^360,", 0, 0, 300, 200, 360, 240)]
    [InlineData("full", "^!360,360", 0, 0, 300, 200, 360, 240)]
    public void Image_requests_follow_the_examples_of_the_specification(
        string region,
        string size,
        int x,
        int y,
        int w,
        int h,
        int width,
        int height
    )
    {
        IiifRequest? r = IiifRequest.Parse(region, size, "0", "default.jpg", 300, 200);
        Assert.Equal(((x, y, w, h), width, height), (r!.Region, r.Width, r.Height));
    }

    [Theory]
    [InlineData("300,0,10,10", "max", "0", "default.jpg")]
    [InlineData("full", "360,", "0", "default.jpg")]
    [InlineData("full", "^99999,", "0", "default.jpg")]
    [InlineData("full", "max", "45", "default.jpg")]
    [InlineData("full", "max", "0", "default.exe")]
    [InlineData("../..", "max", "0", "default.jpg")]
    public void Image_requests_that_are_not_valid_are_refused(
        string region,
        string size,
        string rotation,
        string format
    ) => Assert.Null(IiifRequest.Parse(region, size, rotation, format, 300, 200));
}
