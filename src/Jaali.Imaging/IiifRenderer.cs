using NetVips;

namespace Jaali.Imaging;

/// <summary>Carries out an image request with libvips.</summary>
public static class IiifRenderer
{
    /// <summary>The answer's bytes.</summary>
    /// <param name="photo">The photo's original bytes.</param>
    /// <param name="request">What is asked.</param>
    /// <param name="oriented">Width and height after orientation.</param>
    /// <exception cref="NotAPhotoException">The bytes are damaged.</exception>
    public static byte[] Render(byte[] photo, IiifRequest request, (int Width, int Height) oriented) =>
        Render(
            () => OpenedPhoto.Of(photo),
            OpenedPhoto.OfPng(photo) is null
                ? () =>
                    Image.ThumbnailBuffer(
                        photo,
                        request.Width,
                        height: request.Height,
                        size: Enums.Size.Force,
                        outputProfile: OpenedPhoto.Ground,
                        failOn: Enums.FailOn.Truncated
                    )
                : null,
            request,
            oriented
        );

    /// <summary>The same of a file, which is read as it is decoded: it is never in memory by itself.</summary>
    /// <exception cref="NotAPhotoException">The bytes are damaged.</exception>
    /// <exception cref="IOException">It cannot be read.</exception>
    public static byte[] Render(string file, IiifRequest request, (int Width, int Height) oriented) =>
        Render(
            () => OpenedPhoto.Of(file),
            OpenedPhoto.OfPng(file) is null
                ? () =>
                    Image.Thumbnail(
                        file,
                        request.Width,
                        height: request.Height,
                        size: Enums.Size.Force,
                        outputProfile: OpenedPhoto.Ground,
                        failOn: Enums.FailOn.Truncated
                    )
                : null,
            request,
            oriented
        );

    /// <summary>The most pixels of a JPEG whose best codes are looked for.</summary>
    internal const long Codes = 12_000_000;

    // What is whole shrinks while it is decoded, and is oriented, where libvips finds the orientation by itself.
    private static byte[] Render(
        Func<Image> open,
        Func<Image>? smaller,
        IiifRequest request,
        (int Width, int Height) oriented
    )
    {
        try
        {
            using Image image =
                smaller is not null && request.Region == (0, 0, oriented.Width, oriented.Height)
                    ? smaller()
                    : Part(open, request);
            using IDisposable end = PhotoDecoding.Timed(image);
            using Image flat = OpenedPhoto.Opaque(image);
            using Image coloured = request.Grey ? flat.Colourspace(Enums.Interpretation.Bw) : flat.Copy();
            using Image turned = Turn(coloured, request.Rotation);
            return request.Format switch
            {
                "png" => turned.PngsaveBuffer(compression: 6, keep: Enums.ForeignKeep.None),
                "webp" => turned.WebpsaveBuffer(q: 84, keep: Enums.ForeignKeep.None),
                _ => turned.JpegsaveBuffer(
                    q: 92,
                    // To find the best codes all of a picture is held, six bytes a pixel.
                    optimizeCoding: (long)turned.Width * turned.Height < Codes,
                    keep: Enums.ForeignKeep.None
                ),
            };
        }
        catch (VipsException e)
        {
            throw PhotoReader.Damaged(e);
        }
    }

    private static Image Part(Func<Image> open, IiifRequest request)
    {
        using Image full = open();
        using IDisposable opened = PhotoDecoding.Timed(full);
        using Image upright = full.Autorot();
        using Image region = upright.Crop(
            request.Region.X,
            request.Region.Y,
            request.Region.Width,
            request.Region.Height
        );
        return region.ThumbnailImage(
            request.Width,
            height: request.Height,
            size: Enums.Size.Force,
            outputProfile: OpenedPhoto.Ground
        );
    }

    private static Image Turn(Image image, int degrees) =>
        degrees switch
        {
            90 => image.Rot90(),
            180 => image.Rot180(),
            270 => image.Rot270(),
            _ => image.Copy(),
        };
}
