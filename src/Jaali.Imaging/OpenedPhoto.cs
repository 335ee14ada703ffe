using System.Buffers.Binary;
using NetVips;

namespace Jaali.Imaging;

/// <summary>Opens photos with the orientation that their EXIF names, also where libvips does not look for it.</summary>
internal static class OpenedPhoto
{
    /// <summary>The image, not yet turned; its orientation is set.</summary>
    internal static Image Of(byte[] photo, Enums.Access access = Enums.Access.Random)
    {
        Image image = Image.NewFromBuffer(photo, access: access, failOn: Enums.FailOn.Truncated);
        if (OfPng(photo) is not { } orientation)
            return image;
        using (image)
            return image.Mutate(m => m.Set(GValue.GIntType, "orientation", orientation));
    }

    /// <summary>The same of a file, which is read as it is decoded.</summary>
    internal static Image Of(string file, Enums.Access access = Enums.Access.Random)
    {
        Image image = Image.NewFromFile(file, access: access, failOn: Enums.FailOn.Truncated);
        if (OfPng(file) is not { } orientation)
            return image;
        using (image)
            return image.Mutate(m => m.Set(GValue.GIntType, "orientation", orientation));
    }

    /// <summary>A photo on the ground that all painters, copies and measurements share: in sRGB, by its own profile
    /// where
    /// it carries one, on white where it is transparent, three bands of 8 bits.</summary>
    internal static Image Flat(Image image)
    {
        using Image srgb = Srgb(image);
        return Opaque(srgb);
    }

    /// <summary>The same of a picture that libvips has already made smaller, and brought to <see
    /// cref="Ground"/>.</summary>
    internal static Image Opaque(Image image)
    {
        using Image srgb = image.Colourspace(Enums.Interpretation.Srgb);
        using Image opaque = srgb.HasAlpha() ? srgb.Flatten(background: [255]) : srgb.Copy();
        using Image three = opaque.Bands < 3 ? opaque.Bandjoin(opaque, opaque) : opaque.ExtractBand(0, n: 3);
        return three.Cast(Enums.BandFormat.Uchar);
    }

    /// <summary>The profile of that ground, by libvips' name for it.</summary>
    internal const string Ground = "srgb";

    private static Image Srgb(Image image)
    {
        bool inks = image.Interpretation == Enums.Interpretation.Cmyk;
        if (inks || image.GetFields().Contains(Profile))
            try
            {
                return image.IccTransform(Ground, embedded: true, inputProfile: inks ? "cmyk" : Ground, depth: 8);
            }
            catch (VipsException) when (!inks)
            {
                // A profile that is damaged, or made for another kind of picture: it is passed over.
            }
        return image.Colourspace(Enums.Interpretation.Srgb);
    }

    /// <summary>True for a photo whose own bytes every painter and every program shows as they are measured: upright,
    /// opaque, 8 bits, in grey or red, green and blue.</summary>
    /// <exception cref="NotAPhotoException">It is damaged.</exception>
    internal static bool IsPlain(string file)
    {
        try
        {
            using Image header = Image.NewFromFile(file, access: Enums.Access.Sequential);
            return IsPlain(header) && OfPng(file) is null;
        }
        catch (VipsException e)
        {
            throw PhotoReader.Damaged(e);
        }
    }

    /// <summary>The same of a picture in memory.</summary>
    internal static bool IsPlain(byte[] picture)
    {
        using Image header = Image.NewFromBuffer(picture, access: Enums.Access.Sequential);
        return IsPlain(header);
    }

    private static bool IsPlain(Image header) =>
        header.Interpretation is Enums.Interpretation.Srgb or Enums.Interpretation.Bw
        && header.Format == Enums.BandFormat.Uchar
        && header.Bands is 1 or 3
        && !(header.Contains("orientation") && header.Get("orientation") is int and > 1);

    private const string Profile = "icc-profile-data";

    /// <summary>The orientation in the eXIf chunk of a PNG (third edition, 11.3.4.6), 2 to 8; null where there is none,
    /// or nothing to turn.</summary>
    internal static int? OfPng(byte[] photo) =>
        PhotoFormats.Sniff(photo) == "png" ? OfPng(new MemoryStream(photo, writable: false)) : null;

    /// <summary>The same of a file, of which no more is read than says it.</summary>
    internal static int? OfPng(string file)
    {
        if (!PhotoFormats.IsPng(file))
            return null;
        using FileStream png = File.OpenRead(file);
        return OfPng(png);
    }

    private static int? OfPng(Stream png)
    {
        foreach (PngChunk chunk in PngChunks.Of(png))
            if (chunk is { Type: "eXIf", IsWhole: true })
                return OfTiff(PngChunks.Data(png, chunk));
        return null;
    }

    /// <summary>The orientation in a block of EXIF, 2 to 8; null where there is none, or nothing to turn.</summary>
    internal static int? OfTiff(ReadOnlySpan<byte> tiff)
    {
        if (tiff.StartsWith("Exif\0\0"u8))
            tiff = tiff[6..];
        if (tiff.Length < 14 || !tiff.StartsWith("II"u8) && !tiff.StartsWith("MM"u8))
            return null;
        bool little = tiff[0] == (byte)'I';
        uint at = little
            ? BinaryPrimitives.ReadUInt32LittleEndian(tiff[4..])
            : BinaryPrimitives.ReadUInt32BigEndian(tiff[4..]);
        if (at > tiff.Length - 2)
            return null;
        int entries = Two(tiff[(int)at..]);
        for (int i = 0; i < entries && at + 2 + 12 * (i + 1) <= tiff.Length; i++)
        {
            ReadOnlySpan<byte> entry = tiff.Slice((int)at + 2 + 12 * i, 12);
            if (Two(entry) == 0x0112)
                return Two(entry[8..]) is var n and >= 2 and <= 8 ? n : null;
        }
        return null;

        int Two(ReadOnlySpan<byte> s) =>
            little ? BinaryPrimitives.ReadUInt16LittleEndian(s) : BinaryPrimitives.ReadUInt16BigEndian(s);
    }
}
