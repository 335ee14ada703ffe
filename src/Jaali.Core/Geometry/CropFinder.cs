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

    /// <summary>A window of the frame's shape with the middle and the width of another: shrunk where the photo ends,
    /// never less than <see cref="CropWindow.Smallest"/> of the largest window. The shape holds however thin the frame
    /// is.</summary>
    public static CropWindow Shaped(CropWindow wanted, double photoAspect, double frameAspect)
    {
        double widest = Math.Min(1, frameAspect / photoAspect),
            highest = Math.Min(1, photoAspect / frameAspect),
            share = Math.Clamp(wanted.Width / widest, CropWindow.Smallest, 1),
            w = widest * share,
            h = highest * share,
            cx = wanted.X + wanted.Width / 2,
            cy = wanted.Y + wanted.Height / 2;
        return CropWindow.Create(cx - w / 2, cy - h / 2, w, h);
    }

    /// <summary>
    /// The largest window of a frame's shape that holds every mark, moved so that the focal point lies on the third
    /// line
    /// nearest to it as far as photo and marks allow; null where the marks together are wider or higher than such a
    /// window. Closed form: along each side the start lies between what the marks and the photo's edges allow.
    /// </summary>
    /// <param name="photoAspect">Width over height of the oriented photo, in pixels.</param>
    /// <param name="frameAspect">Width over height of the frame.</param>
    /// <param name="focal">Where the eye goes in the photo.</param>
    /// <param name="marks">What must be seen whole, in fractions of the photo.</param>
    public static CropWindow? Holding(
        double photoAspect,
        double frameAspect,
        PhotoPoint focal,
        IReadOnlyList<CropWindow> marks
    )
    {
        if (marks.Count == 0)
            return Largest(photoAspect, frameAspect, focal);
        double w = Math.Min(1, frameAspect / photoAspect),
            h = Math.Min(1, photoAspect / frameAspect);
        CropWindow all = Union(marks);
        return all.Width > w + Slack || all.Height > h + Slack
            ? null
            : CropWindow.Create(
                Start(focal.X, w, Math.Max(0, all.X + all.Width - w), Math.Min(1 - w, all.X)),
                Start(focal.Y, h, Math.Max(0, all.Y + all.Height - h), Math.Min(1 - h, all.Y)),
                w,
                h
            );
    }

    /// <summary>As <see cref="Shaped(CropWindow, double, double)"/>, enlarged and moved just so far that every mark is
    /// held;
    /// null where no window of this shape holds them.</summary>
    public static CropWindow? Shaped(
        CropWindow wanted,
        double photoAspect,
        double frameAspect,
        IReadOnlyList<CropWindow> marks
    )
    {
        CropWindow c = Shaped(wanted, photoAspect, frameAspect);
        if (marks.Count == 0)
            return c;
        CropWindow all = Union(marks);
        double most = Math.Min(1 / c.Width, 1 / c.Height),
            by = Math.Max(1, Math.Max(all.Width / c.Width, all.Height / c.Height));
        if (by > most + Slack)
            return null;
        double w = Math.Min(1, c.Width * by),
            h = Math.Min(1, c.Height * by),
            x = c.X + (c.Width - w) / 2,
            y = c.Y + (c.Height - h) / 2;
        return CropWindow.Create(
            Math.Clamp(x, Math.Max(0, all.X + all.Width - w), Math.Max(0, Math.Min(1 - w, all.X)) + Slack),
            Math.Clamp(y, Math.Max(0, all.Y + all.Height - h), Math.Max(0, Math.Min(1 - h, all.Y)) + Slack),
            w,
            h
        );
    }

    /// <summary>The shape of frame nearest to the wanted one whose largest window holds all marks.</summary>
    public static double NearestAspect(double photoAspect, double frameAspect, IReadOnlyList<CropWindow> marks)
    {
        if (marks.Count == 0)
            return frameAspect;
        CropWindow all = Union(marks);
        return Math.Clamp(frameAspect, all.Width * photoAspect, photoAspect / all.Height);
    }

    /// <summary>The place nearest to a wanted one in whose shape a photo holds its marks: about the same middle, no
    /// larger
    /// than what was wanted.</summary>
    public static SlideRect NearestPlace(double photoAspect, SlideRect wanted, IReadOnlyList<CropWindow> marks)
    {
        double aspect = NearestAspect(photoAspect, wanted.Aspect, marks);
        if (Math.Abs(aspect - wanted.Aspect) < 1e-9)
            return wanted;
        double w = Math.Min(wanted.Width, wanted.Height * aspect),
            h = w / aspect;
        return new(wanted.X + (wanted.Width - w) / 2, wanted.Y + (wanted.Height - h) / 2, w, h);
    }

    /// <summary>The mark that stands most in the way of a shape, counted from 0: the one without which the others come
    /// nearest to fitting.</summary>
    public static int InTheWay(double photoAspect, double frameAspect, IReadOnlyList<CropWindow> marks)
    {
        double w = Math.Min(1, frameAspect / photoAspect),
            h = Math.Min(1, photoAspect / frameAspect);
        return marks.Count == 1
            ? 0
            : Enumerable
                .Range(0, marks.Count)
                .MinBy(i =>
                {
                    CropWindow rest = Union([.. marks.Where((_, n) => n != i)]);
                    return Math.Max(rest.Width / w, rest.Height / h);
                });
    }

    /// <summary>The smallest window round all of some.</summary>
    public static CropWindow Union(IReadOnlyList<CropWindow> marks)
    {
        double x = marks.Min(m => m.X),
            y = marks.Min(m => m.Y);
        return new(x, y, marks.Max(m => m.X + m.Width) - x, marks.Max(m => m.Y + m.Height) - y);
    }

    // Rounding of sums of fractions.
    private const double Slack = 1e-9;

    private static double Start(double focal, double span) => Start(focal, span, 0, 1 - span);

    private static double Start(double focal, double span, double least, double most)
    {
        if (span >= 1)
            return 0;
        // Each third gives a start; the photo's edges limit it. Take the one that leaves the focal point nearest a
        // third.
        double best = 0,
            bestMiss = double.MaxValue;
        foreach (double third in (ReadOnlySpan<double>)[1 / 3.0, 2 / 3.0])
        {
            double start = Math.Clamp(focal - third * span, least, Math.Max(least, most));
            double miss = ThirdsScore.Distance((focal - start) / span),
                drift = Math.Abs(start - (1 - span) / 2);
            if (miss + .05 * drift < bestMiss)
                (best, bestMiss) = (start, miss + .05 * drift);
        }
        return best;
    }
}
