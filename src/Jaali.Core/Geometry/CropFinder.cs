namespace Jaali.Core.Geometry;

/// <summary>Finds what of a photo a frame should show.</summary>
public static class CropFinder
{
    /// <summary>
    /// The largest window of a frame's shape, moved so that the focal point lies on the third line nearest to it, as
    /// far as the photo reaches.
    /// The focal point itself is always inside.
    /// </summary>
    /// <param name="photoAspect">Width over height of the oriented photo, in pixels.</param>
    /// <param name="frameAspect">Width over height of the frame.</param>
    /// <param name="focal">Where the eye goes in the photo.</param>
    public static CropWindow Largest(double photoAspect, double frameAspect, PhotoPoint focal)
    {
        if (!(photoAspect > 0) || !(frameAspect > 0))
            throw new ArgumentOutOfRangeException(nameof(photoAspect), "Shapes are positive numbers.");
        double w = Math.Min(1, frameAspect / photoAspect),
            h = Math.Min(1, photoAspect / frameAspect);
        return CropWindow.Create(Start(focal.X, w), Start(focal.Y, h), w, h);
    }

    /// <summary>A window of the frame's shape with the middle and the width of another, shrunk only where the photo
    /// ends.</summary>
    public static CropWindow Shaped(CropWindow wanted, double photoAspect, double frameAspect)
    {
        double ratio = photoAspect / frameAspect; // height of the window over its width, both in fractions
        double w = Math.Clamp(wanted.Width, CropWindow.Smallest, 1),
            h = w * ratio;
        if (h > 1)
            (w, h) = (1 / ratio, 1);
        if (h < CropWindow.Smallest)
            (w, h) = (Math.Min(1, CropWindow.Smallest / ratio), CropWindow.Smallest);
        double cx = wanted.X + wanted.Width / 2,
            cy = wanted.Y + wanted.Height / 2;
        return CropWindow.Create(cx - w / 2, cy - h / 2, w, h);
    }

    private static double Start(double focal, double span)
    {
        if (span >= 1)
            return 0;
        // Each third gives a start; the photo's edges limit it. Take the one that leaves the focal point nearest a
        // third.
        double best = 0,
            bestMiss = double.MaxValue;
        foreach (double third in (ReadOnlySpan<double>)[1 / 3.0, 2 / 3.0])
        {
            double start = Math.Clamp(focal - third * span, 0, 1 - span);
            double miss = ThirdsScore.Distance((focal - start) / span),
                drift = Math.Abs(start - (1 - span) / 2);
            if (miss + .05 * drift < bestMiss)
                (best, bestMiss) = (start, miss + .05 * drift);
        }
        return best;
    }
}
