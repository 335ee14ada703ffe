namespace Jaali.Core.Layout;

/// <summary>A line that a dragged photo may catch on.</summary>
/// <param name="Axis">"x" for an upright line, "y" for a level one.</param>
/// <param name="Value">The left or top edge of the whole photo, in slide units, at which the catch is exact.</param>
/// <param name="Line">Where to draw the line, in slide units.</param>
/// <param name="Kind">What meets there, in words.</param>
public sealed record SnapLine(string Axis, double Value, double Line, string Kind);

/// <summary>A bound of where the left or top edge of a photo may lie while it is moved and scaled: it grows or falls
/// evenly
/// with the scale.</summary>
/// <param name="Axis">"x" for the left edge, "y" for the top one.</param>
/// <param name="IsLeast">The edge lies here or beyond; else here or before.</param>
/// <param name="At">Where, in slide units, at a scale of 0.</param>
/// <param name="PerScale">How much further for each 1 of the scale.</param>
public sealed record DragBound(string Axis, bool IsLeast, double At, double PerScale)
{
    /// <summary>Where the bound lies at a scale.</summary>
    public double Of(double scale) => At + PerScale * scale;
}

/// <summary>Everything a hand needs before it drags a photo inside its frame; while it moves, only these numbers are
/// compared.</summary>
/// <param name="Image">Where the whole photo lies now, in slide units, beyond the frame where it is cropped.</param>
/// <param name="Frame">The frame.</param>
/// <param name="Bounds">Where its edges may lie, so that the frame stays filled and what must stay in view is in
/// it.</param>
/// <param name="MinScale">Smallest size, as a factor of now.</param>
/// <param name="MaxScale">Largest size, as a factor of now.</param>
/// <param name="Enlarged">The factor by which a straightened photo is enlarged: hands move it by so much less.</param>
/// <param name="SharpScale">The factor of now at which one pixel of the photo meets one of a display 1920 pixels
/// wide.</param>
/// <param name="Tolerance">How near counts as a catch, in slide units.</param>
/// <param name="Snaps">The lines.</param>
public sealed record DragGuides(
    SlideRect Image,
    SlideRect Frame,
    IReadOnlyList<DragBound> Bounds,
    double MinScale,
    double MaxScale,
    double Enlarged,
    double SharpScale,
    double Tolerance,
    IReadOnlyList<SnapLine> Snaps
)
{
    /// <summary>The guides of a placed photo.</summary>
    public static DragGuides For(Frame frame, PhotoFacts photo)
    {
        SlideRect r = frame.At.Rect,
            image = frame.WholePhoto;
        List<SnapLine> snaps = [];
        foreach (
            (double part, string name) in (ReadOnlySpan<(double, string)>)
                [(1 / 3.0, "subject on the third"), (.5, "subject in the middle"), (2 / 3.0, "subject on the third")]
        )
        {
            Add("x", r.X + r.Width * part, image.Width * photo.Focal.X, r.Right - image.Width, r.X, name);
            Add("y", r.Y + r.Height * part, image.Height * photo.Focal.Y, r.Bottom - image.Height, r.Y, name);
        }
        Add("x", r.X + r.Width / 2, image.Width / 2, r.Right - image.Width, r.X, "photo in the middle");
        Add("y", r.Y + r.Height / 2, image.Height / 2, r.Bottom - image.Height, r.Y, "photo in the middle");
        CropWindow? kept = frame.ProtectedRegions.Count > 0 ? CropFinder.Union(frame.ProtectedRegions) : null;
        double closest = kept is { } k
            ? Math.Min(r.Width / (k.Width * image.Width), r.Height / (k.Height * image.Height))
            : double.MaxValue;
        double fill = Math.Max(r.Width / image.Width, r.Height / image.Height);
        return new(
            image,
            r,
            [.. BoundsOf(r, image, kept)],
            fill,
            Math.Max(fill, Math.Min(closest, Math.Max(fill, 1) * 4)),
            Straightening.Enlargement(frame.Straighten, r.Aspect),
            photo.Width / image.Width,
            10,
            snaps
        );

        void Add(string axis, double line, double inside, double least, double most, string kind)
        {
            double value = line - inside;
            if (most - least > .5 && value >= least - .001 && value <= most + .001)
                snaps.Add(new SnapLine(axis, value, line, kind));
        }
    }

    // The frame stays filled, and the part that must stay in view lies inside it; both are linear in the scale.
    private static IEnumerable<DragBound> BoundsOf(SlideRect frame, SlideRect image, CropWindow? kept)
    {
        yield return new("x", true, frame.Right, -image.Width);
        yield return new("x", false, frame.X, 0);
        yield return new("y", true, frame.Bottom, -image.Height);
        yield return new("y", false, frame.Y, 0);
        if (kept is not { } k)
            yield break;
        yield return new("x", true, frame.X, -k.X * image.Width);
        yield return new("x", false, frame.Right, -(k.X + k.Width) * image.Width);
        yield return new("y", true, frame.Y, -k.Y * image.Height);
        yield return new("y", false, frame.Bottom, -(k.Y + k.Height) * image.Height);
    }
}
