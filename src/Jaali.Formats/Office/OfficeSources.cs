using Jaali.Core.Scenes;
using Jaali.Imaging;
using Jaali.Imaging.Painting;
using SkiaSharp;

namespace Jaali.Formats.Office;

/// <summary>What writers of files for other programs take things from.</summary>
/// <param name="Fonts">Typefaces.</param>
/// <param name="Painter">Paints what such files cannot hold.</param>
/// <param name="Photo">The bytes of a photo by the name it is asked for; null where they are lost.</param>
/// <param name="Credited">The bytes of a picture with the credits of the photos in it, named by their SHA-256, written
/// into them.</param>
public sealed record OfficeSources(
    FontLibrary Fonts,
    ScenePainter Painter,
    Func<string, byte[]?> Photo,
    Func<IReadOnlyList<string>, byte[], byte[]> Credited
)
{
    private const int Quality = 92;

    /// <summary>A clip by the name it is asked for, as it goes along; null where it does not.</summary>
    public Func<string, OfficeClip?> Clip { get; init; } = _ => null;

    /// <summary>The family that a face belongs to; its own name where it is not at hand.</summary>
    internal string FamilyOf(string face) => Fonts.Faces.FirstOrDefault(f => f.Id == face)?.Family ?? face;

    /// <summary>A photo as files of other programs take it: JPEG or PNG, toned where asked, its credit inside; with its
    /// size in pixels. Null where its bytes are lost.</summary>
    public OfficePicture? Picture(PhotoNode photo, bool toned)
    {
        if (Photo(photo.Source) is not { } bytes)
            return null;
        if (toned && photo.Colours is { } matrix)
        {
            using SKData data = SKData.CreateCopy(bytes);
            using SKData made = PhotoPainter.ToneJpeg(data, matrix);
            bytes = made.ToArray();
        }
        else if (Kind(bytes) is null)
            bytes = Again(bytes);
        return Of(Credited([photo.PhotoId], bytes));
    }

    /// <summary>Something painted, as a picture as sharp as the photos in it; with its credits inside.</summary>
    public OfficePicture Painted(ExportBitmap painting) => Painted(painting.Nodes, painting.Box);

    /// <summary>Nodes painted, as a picture as sharp as the photos in it.</summary>
    public OfficePicture Painted(IReadOnlyList<SceneNode> nodes, Core.Geometry.SlideRect box)
    {
        PhotoNode[] photos = [.. new Scene(default, 0, 0, 0, "", nodes, [], []).Photos()];
        double scale = 1;
        foreach (PhotoNode p in photos)
            if (Photo(p.Source) is { } bytes && Size(bytes) is var (width, _))
                scale = Math.Max(scale, width / p.Image.Width);
        // Nothing is painted with more pixels than a display four thousand wide has.
        byte[] made = Painter.Finished(nodes, box, Math.Min(scale, 2), Photo);
        return Of(Credited([.. photos.Select(p => p.PhotoId).Distinct()], made))!;
    }

    private static OfficePicture? Of(byte[] bytes) =>
        Size(bytes) is var (w, h) && Kind(bytes) is { } kind ? new(bytes, kind, w, h) : null;

    private static string? Kind(ReadOnlySpan<byte> bytes) =>
        bytes.StartsWith((ReadOnlySpan<byte>)[0xFF, 0xD8]) ? "jpeg"
        : bytes.StartsWith((ReadOnlySpan<byte>)[0x89, 0x50, 0x4E, 0x47]) ? "png"
        : null;

    private static (int Width, int Height)? Size(byte[] bytes)
    {
        using var stream = new SKMemoryStream(bytes);
        using SKCodec? codec = SKCodec.Create(stream);
        return codec is null ? null : (codec.Info.Width, codec.Info.Height);
    }

    private static byte[] Again(byte[] bytes)
    {
        using SKImage image = SKImage.FromEncodedData(bytes);
        using SKData data = image.Encode(
            image.AlphaType == SKAlphaType.Opaque ? SKEncodedImageFormat.Jpeg : SKEncodedImageFormat.Png,
            Quality
        );
        return data.ToArray();
    }
}

/// <summary>A clip that goes into a file.</summary>
/// <param name="File">Where its bytes lie.</param>
/// <param name="Type">Their media type.</param>
/// <param name="Ending">The ending of its name.</param>
public sealed record OfficeClip(string File, string Type, string Ending);

/// <summary>A picture in a file.</summary>
/// <param name="Bytes">JPEG or PNG.</param>
/// <param name="Kind">"jpeg" or "png".</param>
/// <param name="Width">In pixels.</param>
/// <param name="Height">In pixels.</param>
public sealed record OfficePicture(byte[] Bytes, string Kind, int Width, int Height);

/// <summary>What else a file says of the whole talk.</summary>
/// <param name="Credits">The credits as lines.</param>
/// <param name="Licence">The address of the licence of the whole; null for none.</param>
/// <param name="Notes">The speaker's notes go along.</param>
public sealed record OfficeAbout(IReadOnlyList<string> Credits, string? Licence, bool Notes);
