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
    public static byte[] Render(byte[] photo, IiifRequest request, (int Width, int Height) oriented)
    {
        try
        {
            return Drawn(
                IsWhole(request, oriented) && OpenedPhoto.OfPng(photo) is null
                    // Shrinks while decoding, and orients.
                    ? Image.ThumbnailBuffer(
                        photo,
                        request.Width,
                        height: request.Height,
                        size: Enums.Size.Force,
                        failOn: Enums.FailOn.Truncated
                    )
                    : Part(photo, request),
                request
            );
        }
        catch (VipsException e)
        {
            throw PhotoReader.Damaged(e);
        }
    }

    /// <summary>The same of a file, which is read as it is decoded where the whole of it is asked for: it is never in
    /// memory
    /// by itself.</summary>
    /// <exception cref="NotAPhotoException">The bytes are damaged.</exception>
    /// <exception cref="IOException">It cannot be read.</exception>
    public static byte[] Render(string file, IiifRequest request, (int Width, int Height) oriented)
    {
        // The orientation of a PNG is not looked for by libvips.
        if (!IsWhole(request, oriented) || PhotoFormats.IsPng(file))
            return Render(File.ReadAllBytes(file), request, oriented);
        try
        {
            return Drawn(
                Image.Thumbnail(
                    file,
                    request.Width,
                    height: request.Height,
                    size: Enums.Size.Force,
                    failOn: Enums.FailOn.Truncated
                ),
                request
            );
        }
        catch (VipsException e)
        {
            throw PhotoReader.Damaged(e);
        }
    }

    private static bool IsWhole(IiifRequest request, (int Width, int Height) oriented) =>
        request.Region == (0, 0, oriented.Width, oriented.Height);

    private static Image Part(byte[] photo, IiifRequest request)
    {
        using Image full = OpenedPhoto.Of(photo);
        using IDisposable opened = PhotoDecoding.Timed(full);
        using Image upright = full.Autorot();
        using Image region = upright.Crop(
            request.Region.X,
            request.Region.Y,
            request.Region.Width,
            request.Region.Height
        );
        return region.ThumbnailImage(request.Width, height: request.Height, size: Enums.Size.Force);
    }

    private static byte[] Drawn(Image image, IiifRequest request)
    {
        using (image)
        using (PhotoDecoding.Timed(image))
        using (Image srgb = image.Colourspace(request.Grey ? Enums.Interpretation.Bw : Enums.Interpretation.Srgb))
        using (Image turned = Turn(srgb, request.Rotation))
            return request.Format switch
            {
                "png" => turned.PngsaveBuffer(compression: 6, keep: Enums.ForeignKeep.Icc),
                "webp" => turned.WebpsaveBuffer(q: 84, keep: Enums.ForeignKeep.Icc),
                _ => turned.JpegsaveBuffer(q: 92, optimizeCoding: true, keep: Enums.ForeignKeep.Icc),
            };
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
