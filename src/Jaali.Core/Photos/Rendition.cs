namespace Jaali.Core.Photos;

/// <summary>One size in which a collection offers a photo.</summary>
/// <param name="Url">Where to fetch it.</param>
/// <param name="Width">Pixels; 0 where the source does not say.</param>
/// <param name="Height">Pixels; 0 where the source does not say.</param>
public sealed record Rendition(string Url, int Width, int Height);

/// <summary>Chooses how many pixels to fetch.</summary>
public static class RenditionChoice
{
    /// <summary>
    /// The smallest rendition that has a pixel for each pixel of the display inside the frame, seen through the crop
    /// that the frame would get;
    /// the largest where none has.
    /// </summary>
    /// <param name="offered">At least one.</param>
    /// <param name="frame">The frame it is meant for, in slide units.</param>
    /// <param name="displayPixelsPerUnit">1 for a display 1920 pixels wide.</param>
    /// <exception cref="ArgumentException">Nothing is offered.</exception>
    public static Rendition For(IReadOnlyList<Rendition> offered, SlideRect frame, double displayPixelsPerUnit = 1)
    {
        if (offered.Count == 0)
            throw new ArgumentException("No rendition is offered.", nameof(offered));
        Rendition[] bySize = [.. offered.OrderBy(r => (long)r.Width * r.Height)];
        foreach (Rendition r in bySize.Where(r => r.Width > 0))
        {
            CropWindow crop = CropFinder.Largest((double)r.Width / r.Height, frame.Aspect, PhotoPoint.Centre);
            if (
                crop.Width * r.Width >= frame.Width * displayPixelsPerUnit - .5
                && crop.Height * r.Height >= frame.Height * displayPixelsPerUnit - .5
            )
                return r;
        }
        return bySize[^1];
    }

    /// <summary>What to fetch of a candidate for a frame: exactly the width needed where a service makes any, the
    /// smallest sufficient rendition elsewhere; on request the largest there is.</summary>
    public static Rendition For(
        Candidate candidate,
        SlideRect frame,
        bool largest = false,
        double displayPixelsPerUnit = 1
    )
    {
        if (candidate.Service is not { } service)
            return largest ? candidate.Largest : For(candidate.Renditions, frame, displayPixelsPerUnit);
        return service.At(
            largest ? service.Width : WidthFor(service.Width, service.Height, frame, displayPixelsPerUnit)
        );
    }

    /// <summary>The least width, in pixels, at which a photo of these proportions has a pixel for each one shown in a
    /// frame.</summary>
    public static int WidthFor(int width, int height, SlideRect frame, double displayPixelsPerUnit = 1)
    {
        CropWindow crop = CropFinder.Largest((double)width / height, frame.Aspect, PhotoPoint.Centre);
        return (int)Math.Ceiling(frame.Width * displayPixelsPerUnit / crop.Width - 1e-6);
    }
}
