using Jaali.Core.Framing;

namespace Jaali.Core.Sourcing;

/// <summary>One size in which a collection offers a photo.</summary>
/// <param name="Url">Where to fetch it.</param>
/// <param name="Width">Pixels.</param>
/// <param name="Height">Pixels.</param>
public sealed record Rendition(string Url, int Width, int Height);

/// <summary>Chooses how many pixels to fetch.</summary>
public static class RenditionChoice
{
    /// <summary>
    /// The smallest rendition that has a pixel for each pixel of the display inside the frame, seen through the crop that the frame would get;
    /// the largest where none has.
    /// </summary>
    /// <param name="offered">At least one.</param>
    /// <param name="frame">The frame it is meant for, in slide units.</param>
    /// <param name="displayPixelsPerUnit">1 for a display 1920 pixels wide.</param>
    /// <exception cref="ArgumentException">Nothing is offered.</exception>
    public static Rendition For(IReadOnlyList<Rendition> offered, SlideRect frame, double displayPixelsPerUnit = 1)
    {
        if (offered.Count == 0) throw new ArgumentException("No rendition is offered.", nameof(offered));
        Rendition[] bySize = [.. offered.OrderBy(r => (long)r.Width * r.Height)];
        foreach (Rendition r in bySize)
        {
            CropWindow crop = CropFinder.Largest((double)r.Width / r.Height, frame.Aspect, PhotoPoint.Centre);
            if (crop.Width * r.Width >= frame.Width * displayPixelsPerUnit - .5 && crop.Height * r.Height >= frame.Height * displayPixelsPerUnit - .5) return r;
        }
        return bySize[^1];
    }
}
