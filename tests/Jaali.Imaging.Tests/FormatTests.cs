using Jaali.Testing;
using NetVips;

namespace Jaali.Imaging.Tests;

/// <summary>Every format that libvips decodes here is taken; every other one is named where it is refused.</summary>
public sealed class FormatTests
{
    private static byte[] Made(ScratchFolder folder, string name, params string[] how)
    {
        string file = folder.File(name);
        Outside.Run("convert", [.. how, file]);
        return File.ReadAllBytes(file);
    }

    [Theory]
    [InlineData("tiff")]
    [InlineData("gif")]
    [InlineData("webp")]
    [InlineData("png")]
    [InlineData("avif")]
    public void Formats_that_can_be_decoded_are_taken_and_shown(string format)
    {
        using var folder = new ScratchFolder();
        byte[] bytes;
        if (format == "avif")
        {
            using Image photo = Image.NewFromFile(Outside.Photo("fog-empty.jpg"));
            using Image small = photo.ThumbnailImage(120);
            bytes = small.HeifsaveBuffer(compression: Enums.ForeignHeifCompression.Av1, effort: 0);
        }
        else
            bytes = Made(folder, "photo." + format, Outside.Photo("fog-empty.jpg"), "-resize", "120x");
        PhotoReading r = PhotoReader.Read(bytes);
        Assert.Equal((format, 120), (r.Format, r.Width));
        (byte[] shown, string type) = PhotoReader.Shown(bytes, 60);
        Assert.Equal(format == "tiff" ? "image/jpeg" : "image/" + format, type);
        Assert.NotNull(PhotoFormats.Sniff(shown));
        var size = (r.Width, r.Height);
        byte[] drawn = IiifRenderer.Render(
            bytes,
            IiifRequest.Parse("full", "60,", "0", "default.jpg", size.Width, size.Height)!,
            size
        );
        Assert.Equal("jpeg", PhotoFormats.Sniff(drawn));
    }

    [Theory]
    [InlineData("FF0A0000000000000000000000000000", "JPEG XL")]
    [InlineData("0000000C4A584C200D0A870A00000000", "JPEG XL")]
    [InlineData("0000000C6A5020200D0A870A00000000", "JPEG 2000")]
    [InlineData("0000001C66747970686569630000000068656963", "HEIC")]
    [InlineData("0000001C667479706D696631000000006865696361766966", null)]
    [InlineData("0000001C667479706176697300000000617669736D736631", "moves")]
    [InlineData("000000186674797069736F6D0000020069736F6D6D703431", "moves")]
    [InlineData("000000186674797071742020000002007174202000000000", "moves")]
    [InlineData("1A45DFA39F4286810142F7810142F281", "moves")]
    [InlineData("3842505300010000000000000003000000640000", "PSD")]
    [InlineData("255044462D312E370A25E2E3CFD30A00", "PDF")]
    [InlineData("3C73766720786D6C6E733D22687474703A2F2F7777772E77332E6F7267", "SVG")]
    [InlineData("EFBBBF3C3F786D6C2076657273696F6E3D22312E30223F3E3C7376673E", "SVG")]
    [InlineData("46554A4946494C4D4343442D52415720", "raw")]
    [InlineData("49492A001000000043520200FFFF0000", "raw")]
    public void Others_are_named_where_they_are_refused(string hex, string? said)
    {
        byte[] bytes = Convert.FromHexString(hex);
        string? why = PhotoFormats.WhyNot(bytes);
        if (said is null)
            Assert.Null(why);
        else
            Assert.Contains(said, why, StringComparison.Ordinal);
        if (said is not null)
            Assert.Equal(why, Assert.Throws<NotAPhotoException>(() => PhotoReader.Read(bytes)).Message);
    }

    [Fact]
    public void A_bitmap_is_named_and_moving_pictures_of_every_kind_are_refused_as_such()
    {
        using var folder = new ScratchFolder();
        byte[] bmp = Made(folder, "a.bmp", "-size", "40x40", "gradient:");
        Assert.Contains(
            "BMP",
            Assert.Throws<NotAPhotoException>(() => PhotoReader.Read(bmp)).Message,
            StringComparison.Ordinal
        );
        byte[] gif = Made(folder, "m.gif", "-delay", "20", "-size", "64x64", "xc:red", "xc:blue", "-loop", "0");
        Assert.Contains("moves", PhotoFormats.WhyNot(gif), StringComparison.Ordinal);
        Assert.Null(PhotoFormats.WhyNot(Made(folder, "s.gif", "-size", "64x64", "gradient:")));
        // A PNG that moves says so before its first picture (PNG, third edition, acTL).
        byte[] png = Made(folder, "s.png", "-size", "64x64", "gradient:");
        byte[] moving = [.. png[..33], 0, 0, 0, 8, .. "acTL"u8, 0, 0, 0, 2, 0, 0, 0, 0, 0, 0, 0, 0, .. png[33..]];
        Assert.Contains("moves", PhotoFormats.WhyNot(moving), StringComparison.Ordinal);
        byte[] one = [.. png[..33], 0, 0, 0, 8, .. "acTL"u8, 0, 0, 0, 1, 0, 0, 0, 0, 0, 0, 0, 0, .. png[33..]];
        Assert.Null(PhotoFormats.WhyNot(one));
        Assert.Null(PhotoFormats.WhyNot(png));
    }

    /// <summary>EXIF in a PNG turns it as in a JPEG (PNG, third edition, 11.3.4.6).</summary>
    [Fact]
    public void A_png_is_turned_as_its_exif_says()
    {
        using var folder = new ScratchFolder();
        Made(folder, "t.png", "-size", "120x60", "gradient:red-blue");
        Outside.Run("exiftool", "-q", "-overwrite_original", "-n", "-IFD0:Orientation=6", folder.File("t.png"));
        byte[] bytes = File.ReadAllBytes(folder.File("t.png"));
        PhotoReading r = PhotoReader.Read(bytes);
        Assert.Equal((6, 60, 120), (r.Orientation, r.Width, r.Height));
        byte[] drawn = IiifRenderer.Render(
            bytes,
            IiifRequest.Parse("full", "30,", "0", "default.png", 60, 120)!,
            (60, 120)
        );
        using Image image = Image.NewFromBuffer(drawn);
        Assert.Equal((30, 60), (image.Width, image.Height));
        // The gradient ran from above; turned by a quarter to the right it runs from the right.
        Assert.True(image.Getpoint(27, 30)[0] > image.Getpoint(2, 30)[0]);
    }

    [Fact]
    public void A_part_that_an_address_names_is_cut_out()
    {
        byte[] photo = File.ReadAllBytes(Outside.Photo("fog-empty.jpg"));
        byte[] part = PhotoReader.Part(photo, "https://x.example/a.jpg#xywh=10,20,300,200");
        PhotoReading r = PhotoReader.Read(part);
        Assert.Equal((300, 200), (r.Width, r.Height));
        Assert.Same(photo, PhotoReader.Part(photo, "https://x.example/a.jpg"));
        Assert.Throws<NotAPhotoException>(() => PhotoReader.Part(photo, "https://x.example/a.jpg#xywh=90000,0,10,10"));
    }
}
