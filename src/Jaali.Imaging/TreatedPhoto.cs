using Jaali.Core.Photos;
using NetVips;

namespace Jaali.Imaging;

/// <summary>Photos whose pixels are made others: what is hidden is gone from the picture, and a softened one is
/// blurred,
/// by the same computation for every painter.</summary>
public static class TreatedPhoto
{
    // A blur wider than this many pixels is made on a picture shrunk to it: the same to the eye, and quick.
    private const double WidestBlur = 6;

    /// <summary>The bytes of a photo by the name it is asked for, with what that name says done to it.</summary>
    /// <param name="source">The name: that of the photo, and behind a tilde what is done.</param>
    /// <param name="photo">Bytes of photos by their own names.</param>
    public static byte[]? Of(string source, Func<string, byte[]?> photo)
    {
        int at = source.IndexOf('~', StringComparison.Ordinal);
        if (at < 0)
            return photo(source);
        return photo(source[..at]) is { } bytes && Treatment.Read(source[(at + 1)..]) is { } how
            ? Jpeg(bytes, how)
            : null;
    }

    /// <summary>The treated photo upright, as a JPEG of its own size.</summary>
    /// <param name="photo">The photo's bytes.</param>
    /// <param name="how">What is done.</param>
    /// <exception cref="NotAPhotoException">The bytes are damaged.</exception>
    public static byte[] Jpeg(byte[] photo, Treatment how)
    {
        try
        {
            using Image opened = OpenedPhoto.Of(photo);
            using IDisposable end = PhotoDecoding.Timed(opened);
            using Image upright = opened.Autorot();
            Image now = OpenedPhoto.Flat(upright);
            foreach (TreatedPart part in how.Parts)
            {
                using Image before = now;
                now = Hidden(before, part);
            }
            using (now)
            {
                if (how.Soften <= 0)
                    return Saved(now);
                using Image soft = Blurred(now, how.Soften * now.Width);
                return Saved(soft);
            }
        }
        catch (VipsException e)
        {
            throw PhotoReader.Damaged(e);
        }
    }

    private static byte[] Saved(Image image) =>
        image.JpegsaveBuffer(
            q: 93,
            optimizeCoding: (long)image.Width * image.Height < IiifRenderer.Codes,
            keep: Enums.ForeignKeep.None
        );

    private static Image Hidden(Image image, TreatedPart part)
    {
        int x = (int)Math.Floor(part.Part.X * image.Width),
            y = (int)Math.Floor(part.Part.Y * image.Height),
            w = Math.Clamp((int)Math.Ceiling(part.Part.Width * image.Width), 1, image.Width - x),
            h = Math.Clamp((int)Math.Ceiling(part.Part.Height * image.Height), 1, image.Height - y);
        using Image patch = Patch(image, part, x, y, w, h);
        return image.Insert(patch, x, y);
    }

    private static Image Patch(Image image, TreatedPart part, int x, int y, int w, int h)
    {
        if (part.Colour is { } c)
        {
            using Image black = Image.Black(w, h, bands: 3);
            using Image coloured =
                black
                + new double[]
                {
                    Convert.ToInt32(c[1..3], 16),
                    Convert.ToInt32(c[3..5], 16),
                    Convert.ToInt32(c[5..7], 16),
                };
            return coloured.Cast(Enums.BandFormat.Uchar);
        }
        using Image region = image.Crop(x, y, w, h);
        if (part.How == CoverHow.Blur)
            return Blurred(region, Treatment.HidingBlur * Math.Max(w, h));
        int square = Math.Max(1, (int)Math.Ceiling(Math.Max(w, h) / (double)Treatment.MosaicSquares)),
            across = (w + square - 1) / square,
            down = (h + square - 1) / square;
        using Image few = region.ThumbnailImage(across, height: down, size: Enums.Size.Force);
        using Image squares = few.Zoom(square, square);
        return squares.Crop(0, 0, w, h);
    }

    private static Image Blurred(Image image, double sigma)
    {
        double shrink = Math.Max(1, Math.Floor(sigma / WidestBlur));
        int w = Math.Max(1, (int)Math.Round(image.Width / shrink)),
            h = Math.Max(1, (int)Math.Round(image.Height / shrink));
        using Image small = shrink > 1 ? image.ThumbnailImage(w, height: h, size: Enums.Size.Force) : image.Copy();
        // Seen beyond its edges as its edges are, so that they do not darken.
        int beyond = (int)Math.Ceiling(sigma / shrink * 3);
        using Image wide = small.Embed(
            beyond,
            beyond,
            small.Width + 2 * beyond,
            small.Height + 2 * beyond,
            extend: Enums.Extend.Copy
        );
        using Image blurred = wide.Gaussblur(sigma / shrink);
        using Image cut = blurred.Crop(beyond, beyond, small.Width, small.Height);
        using Image full =
            shrink > 1
                ? cut.Resize(
                    (double)image.Width / cut.Width,
                    vscale: (double)image.Height / cut.Height,
                    kernel: Enums.Kernel.Cubic
                )
                : cut.Copy();
        using Image exact = full.Gravity(
            Enums.CompassDirection.Centre,
            image.Width,
            image.Height,
            extend: Enums.Extend.Copy
        );
        return exact.CopyMemory();
    }
}
