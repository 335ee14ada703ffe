using System.Buffers.Binary;
using Jaali.Core.Geometry;
using Jaali.Testing;
using NetVips;

namespace Jaali.Imaging.Tests;

/// <summary>Photos that lie or surprise: each is read right or refused in words, and the process stays up.</summary>
public sealed class HostileTests
{
    private static string Refused(byte[] bytes) =>
        Assert.Throws<NotAPhotoException>(() => PhotoReader.Read(bytes)).Message;

    private static byte[] Made(ScratchFolder folder, string name, params string[] arguments)
    {
        string file = folder.File(name);
        Outside.Run("convert", [.. arguments, file]);
        return File.ReadAllBytes(file);
    }

    [Fact]
    public void A_header_of_fifty_thousand_squared_is_refused_before_anything_is_decoded()
    {
        byte[] huge =
        [
            0xFF,
            0xD8,
            0xFF,
            0xC0,
            0,
            17,
            8,
            0xC3,
            0x50,
            0xC3,
            0x50,
            3,
            1,
            0x11,
            0,
            2,
            0x11,
            0,
            3,
            0x11,
            0,
            0xFF,
            0xDA,
            0,
            12,
            3,
            1,
            0,
            2,
            0,
            3,
            0,
            0,
            63,
            0,
            0xFF,
            0xD9,
        ];
        long before = GC.GetTotalAllocatedBytes(precise: true);
        Assert.Contains("50000 x 50000 pixels, more than Jaali opens", Refused(huge), StringComparison.Ordinal);
        Assert.InRange(GC.GetTotalAllocatedBytes(precise: true) - before, 0, 10_000_000);
        // The same lie in a PNG, with a checksum that is right.
        using var folder = new ScratchFolder();
        byte[] png = Made(folder, "s.png", "-size", "40x40", "xc:grey");
        BinaryPrimitives.WriteInt32BigEndian(png.AsSpan(16), 50_000);
        BinaryPrimitives.WriteInt32BigEndian(png.AsSpan(20), 50_000);
        Assert.Contains("50000 x 50000 pixels, more than Jaali opens", Refused(png), StringComparison.Ordinal);
    }

    [Fact]
    public void Truncated_tiny_moving_and_misnamed_files_are_refused_or_read_for_what_they_are()
    {
        using var folder = new ScratchFolder();
        byte[] whole = File.ReadAllBytes(Outside.Photo("fog-posts.jpg"));
        Assert.Contains("damaged or cut short", Refused(whole[..(whole.Length * 3 / 5)]), StringComparison.Ordinal);
        Assert.Contains(
            "smaller than 16 pixels",
            Refused(Made(folder, "one.png", "-size", "1x1", "xc:red")),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "moves",
            Refused(Made(folder, "moving.webp", "-delay", "20", "-size", "64x64", "xc:red", "xc:blue", "-loop", "0")),
            StringComparison.Ordinal
        );
        Assert.Contains("not a photo that Jaali reads", Refused([]), StringComparison.Ordinal);
        // A PNG that calls itself a JPEG is a PNG.
        Made(folder, "real.png", "-size", "80x60", "gradient:");
        File.Move(folder.File("real.png"), folder.File("wrong.jpg"));
        Assert.Equal("png", PhotoReader.Read(File.ReadAllBytes(folder.File("wrong.jpg"))).Format);
    }

    [Theory]
    [InlineData("cmyk.jpg", "-colorspace", "CMYK")]
    [InlineData("deep.png", "-depth", "16")]
    [InlineData("grey.jpg", "-colorspace", "Gray")]
    [InlineData("see-through.png", "-alpha", "set", "-channel", "A", "-evaluate", "set", "70%")]
    public void Other_colour_models_are_read_and_shown_in_their_colours(string name, params string[] how)
    {
        using var folder = new ScratchFolder();
        byte[] bytes = Made(folder, name, [Outside.Photo("pebbles.jpg"), "-resize", "300x200!", .. how]);
        PhotoReading r = PhotoReader.Read(bytes);
        Assert.Equal((300, 200), (r.Width, r.Height));
        byte[] shown = IiifRenderer.Render(
            bytes,
            IiifRequest.Parse("full", "150,", "0", "default.png", 300, 200)!,
            (300, 200)
        );
        using Image ours = Image.NewFromBuffer(shown);
        string[] theirs = Outside
            .Run(
                "convert",
                folder.File(name),
                "-background",
                "white",
                "-flatten",
                "-colorspace",
                "sRGB",
                "-resize",
                "1x1!",
                "-depth",
                "8",
                "txt:"
            )
            .Split('(')[1]
            .Split(')')[0]
            .Split(',');
        using Image flat = ours.HasAlpha() ? ours.Flatten(background: [255]) : ours.Copy();
        Assert.InRange(
            Math.Abs(
                flat.ExtractBand(0).Avg()
                    - double.Parse(theirs[0].TrimEnd('%'), System.Globalization.CultureInfo.InvariantCulture)
            ),
            0,
            name == "cmyk.jpg" ? 30 : 10
        );
    }

    [Fact]
    public void A_look_tells_light_from_dark_and_calm_from_busy()
    {
        SlideRect slide = SlideShape.Wide.Bounds();
        Core.Photos.ThumbnailMetrics Of(string photo) =>
            PhotoReader.Measure(File.ReadAllBytes(Outside.Photo(photo)), slide);
        Assert.True(Of("fog-empty.jpg").IsLight && Of("night-withies.jpg").IsDark);
        Assert.True(Of("fog-empty.jpg").Calm > .9 && Of("pebbles.jpg").Calm < .15);
    }

    /// <summary>Against the decisions of the npm package blockhash-core on re-saved, resized and different
    /// pictures.</summary>
    [Fact]
    public void The_fingerprint_decides_as_blockhash_does()
    {
        using var folder = new ScratchFolder();
        string[] photos = ["marram-sun.jpg", "fog-posts.jpg", "dune-grey.jpg", "stones-square.jpg", "posts-wide.jpg"];
        List<string> files = [];
        foreach (string photo in photos)
        {
            files.Add(Outside.Photo(photo));
            string small = folder.File("small-" + photo),
                poor = folder.File("poor-" + photo);
            Outside.Run("convert", Outside.Photo(photo), "-resize", "500x", "-strip", small);
            Outside.Run("convert", Outside.Photo(photo), "-resize", "900x", "-quality", "35", "-strip", poor);
            files.AddRange([small, poor]);
        }
        string[] theirs = Outside.Run("node", ["blockhash.mjs", .. files]).Trim().Split('\n');
        ulong[] ours = [.. files.Select(f => PhotoReader.Read(File.ReadAllBytes(f)).Hash)];
        int agree = 0,
            pairs = 0;
        for (int i = 0; i < files.Count; i++)
        for (int j = 0; j < i; j++, pairs++)
        {
            // 256 bits; the package's own advice is that up to about a tenth of them differ between copies.
            int apart = theirs[i]
                .Zip(theirs[j])
                .Sum(p =>
                    System.Numerics.BitOperations.PopCount(
                        (uint)(Convert.ToInt32(p.First.ToString(), 16) ^ Convert.ToInt32(p.Second.ToString(), 16))
                    )
                );
            bool same = apart <= 26;
            Assert.True(same == (i / 3 == j / 3), $"blockhash itself errs on {files[i]} and {files[j]}: {apart}");
            if (Core.Photos.SamePicture.Alike(ours[i], ours[j]) == same)
                agree++;
        }
        Assert.Equal(pairs, agree);
    }
}
