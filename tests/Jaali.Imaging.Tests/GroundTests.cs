using Jaali.Core.Geometry;
using Jaali.Core.Photos;
using Jaali.Core.Scenes;
using Jaali.Imaging.Painting;
using Jaali.Testing;
using NetVips;

namespace Jaali.Imaging.Tests;

/// <summary>What is seen is what is measured: a photo has one ground and one set of colours, whatever its file holds
/// and whatever paints it.</summary>
public sealed class GroundTests
{
    /// <summary>Kinds of pixels, as files of the formats that can hold them.</summary>
    public static TheoryData<string> Kinds { get; } =
        new(
            "plain.jpg",
            "grey.png",
            "see-through.png",
            "see-through.webp",
            "see-through.tif",
            "see-through.avif",
            "see-through-grey.png",
            "see-through.gif",
            "deep.png",
            "deep.tif",
            "inks.jpg",
            "inks.tif",
            "inks-profile.jpg",
            "inks-profile.tif",
            "wide.jpg",
            "wide.png",
            "lab.tif",
            "lab-floats.tif"
        );

    [Theory]
    [MemberData(nameof(Kinds))]
    public void Every_painter_shows_what_was_measured(string kind)
    {
        byte[] bytes = Made(kind);
        PhotoReading r = PhotoReader.Read(bytes);
        using Image tones = Image.NewFromMemory(r.Tones.Rgb, r.Tones.Width, r.Tones.Height, 3, Enums.BandFormat.Uchar);
        double[] measured = Mean(tones);
        using var folder = new ScratchFolder();
        string file = folder.File(kind);
        File.WriteAllBytes(file, bytes);

        foreach (string asked in (string[])["default.jpg", "default.png", "default.webp"])
        foreach (string size in (string[])["max", "60,"])
        foreach (string region in (string[])["full", "0,0,96,95"])
        {
            IiifRequest request = IiifRequest.Parse(region, size, "0", asked, 96, 96)!;
            Near(measured, Mean(IiifRenderer.Render(bytes, request, (96, 96))), $"{asked} {region} {size}");
            Near(measured, Mean(IiifRenderer.Render(file, request, (96, 96))), $"{asked} {region} {size}, of the file");
        }
        Near(measured, Mean(TreatedPhoto.Jpeg(bytes, new Treatment(.001, []))), "treated");
        Near(measured, Mean(PhotoReader.Shown(bytes, 96).Bytes), "shown before it is kept");
        // Its own bytes are given on where every program shows them so; this is one that is not ours.
        if (PhotoReader.IsPlain(file))
            Near(measured, Mean(Painted(bytes)), "painted as it is");
    }

    /// <summary>What is given on as it is: neither transparent nor in inks nor turned nor deep.</summary>
    [Theory]
    [InlineData("plain.jpg", true)]
    [InlineData("grey.png", true)]
    [InlineData("wide.jpg", true)]
    [InlineData("see-through.png", false)]
    [InlineData("see-through.webp", false)]
    [InlineData("deep.png", false)]
    [InlineData("inks.jpg", false)]
    [InlineData("inks-profile.jpg", false)]
    [InlineData("lab.tif", false)]
    [InlineData("turned.jpg", false)]
    public void Only_plain_bytes_are_given_on(string kind, bool plain)
    {
        using var folder = new ScratchFolder();
        File.WriteAllBytes(folder.File(kind), Made(kind));
        Assert.Equal(plain, PhotoReader.IsPlain(folder.File(kind)));
    }

    /// <summary>A transparent picture lies on white: its own colour, as far as it is opaque, and white for the
    /// rest.</summary>
    [Fact]
    public void The_ground_is_white()
    {
        double[] mean = Mean(
            IiifRenderer.Render(
                Made("see-through.png"),
                IiifRequest.Parse("full", "max", "0", "default.png", 96, 96)!,
                (96, 96)
            )
        );
        Near([.4 * 200 + .6 * 255, .4 * 60 + .6 * 255, .4 * 30 + .6 * 255], mean, "on white");
    }

    /// <summary>A 12-bit JPEG (ITU-T T.81, table B.2: extended sequential, precision 12) is named for what it is, and
    /// no
    /// refusal says where the file lies.</summary>
    [Fact]
    public void What_cannot_be_decoded_is_named_and_no_path_is_said()
    {
        byte[] deep = Made("plain.jpg");
        int frame = deep.AsSpan().IndexOf((ReadOnlySpan<byte>)[0xFF, 0xC0]);
        deep[frame + 1] = 0xC1;
        deep[frame + 4] = 12;
        Assert.Contains(
            "12 bits",
            Assert.Throws<NotAPhotoException>(() => PhotoReader.Read(deep)).Message,
            StringComparison.Ordinal
        );
        using var folder = new ScratchFolder();
        Outside.Run(
            "convert",
            "-size",
            "64x48",
            "gradient:red-blue",
            "-colorspace",
            "Lab",
            "-depth",
            "8",
            folder.File("lab8.tif")
        );
        Assert.Contains(
            "Lab colours",
            Assert
                .Throws<NotAPhotoException>(() => PhotoReader.Read(File.ReadAllBytes(folder.File("lab8.tif"))))
                .Message,
            StringComparison.Ordinal
        );
        foreach (string kind in (string[])["plain.jpg", "grey.png", "see-through.webp", "lab.tif", "see-through.avif"])
        foreach (double part in (double[])[.2, .5, .9])
        {
            byte[] whole = Made(kind);
            string file = folder.File(part + kind);
            File.WriteAllBytes(file, whole[..(int)(whole.Length * part)]);
            string? said = Record
                .Exception(() =>
                    IiifRenderer.Render(file, IiifRequest.Parse("full", "60,", "0", "default.jpg", 96, 96)!, (96, 96))
                )
                ?.Message;
            Assert.DoesNotContain(folder.Path, said ?? "", StringComparison.Ordinal);
        }
    }

    private static byte[] Made(string kind)
    {
        using Image flat = (Image.Black(96, 96, bands: 3) + new double[] { 200, 60, 30 }).Cast(Enums.BandFormat.Uchar);
        using Image rgb = flat.Copy(interpretation: Enums.Interpretation.Srgb);
        using Image grey = rgb.Colourspace(Enums.Interpretation.Bw);
        string ending = System.IO.Path.GetExtension(kind);
        using Image made = System.IO.Path.GetFileNameWithoutExtension(kind) switch
        {
            "plain" => rgb.Copy(),
            "grey" => grey.Copy(),
            "turned" => rgb.Mutate(m => m.Set(GValue.GIntType, "orientation", 6)),
            "see-through" => Through(rgb, ending == ".gif" ? 0 : 102),
            "see-through-grey" => Through(grey, 102),
            "deep" => rgb.Colourspace(Enums.Interpretation.Rgb16),
            "inks" => rgb.IccTransform("cmyk", inputProfile: "srgb").Mutate(m => m.Remove("icc-profile-data")),
            "inks-profile" => rgb.IccTransform("cmyk", inputProfile: "srgb"),
            "wide" => rgb.IccTransform("p3", inputProfile: "srgb"),
            "lab" => rgb.Colourspace(Enums.Interpretation.Labs),
            _ => rgb.Colourspace(Enums.Interpretation.Lab),
        };
        return ending switch
        {
            ".jpg" => made.JpegsaveBuffer(q: 98),
            ".png" => made.PngsaveBuffer(),
            ".webp" => made.WebpsaveBuffer(lossless: true),
            ".gif" => made.GifsaveBuffer(),
            ".avif" => made.HeifsaveBuffer(q: 90, compression: Enums.ForeignHeifCompression.Av1),
            _ => made.TiffsaveBuffer(),
        };
    }

    // Half of it for GIF, which knows but all or nothing.
    private static Image Through(Image image, double opacity)
    {
        using Image same = (Image.Black(96, 96) + opacity).Cast(Enums.BandFormat.Uchar);
        using Image some =
            opacity > 0 ? same.Copy() : same.Insert((Image.Black(48, 96) + 255).Cast(Enums.BandFormat.Uchar), 0, 0);
        return image.Bandjoin(some);
    }

    private static byte[] Painted(byte[] bytes)
    {
        var photo = new PhotoNode("p", new SlideRect(0, 0, 1600, 900), "p");
        return new ScenePainter(null!).ToPng(
            new Scene(default, 0, 1600, 900, "#000000", [photo], [], []),
            96,
            _ => bytes
        );
    }

    private static double[] Mean(byte[] picture)
    {
        using Image image = Image.NewFromBuffer(picture);
        Assert.False(image.HasAlpha() && image[image.Bands - 1].Min() < 255);
        using Image srgb = image.GetFields().Contains("icc-profile-data")
            ? image.IccTransform("srgb", embedded: true)
            : image.Colourspace(Enums.Interpretation.Srgb);
        return Mean(srgb);
    }

    private static double[] Mean(Image image) => [image[0].Avg(), image[1].Avg(), image[2].Avg()];

    private static void Near(double[] measured, double[] seen, string what)
    {
        for (int i = 0; i < 3; i++)
            Assert.True(
                Math.Abs(measured[i] - seen[i]) <= 5,
                $"{what}: {string.Join(' ', seen.Select(v => v.ToString("0")))}, measured "
                    + string.Join(' ', measured.Select(v => v.ToString("0")))
            );
    }
}
