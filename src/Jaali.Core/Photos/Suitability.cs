namespace Jaali.Core.Photos;

/// <summary>What a candidate would be on a whole slide of a talk.</summary>
/// <param name="Clearance">How it would stand.</param>
/// <param name="KeptShare">The share of its area that the slide's shape would show.</param>
/// <param name="Sharpness">Pixels for each one of a display 1920 wide; 0 where the source does not say.</param>
public sealed record Suitability(Clearance Clearance, double KeptShare, double Sharpness)
{
    /// <summary>True where it has a pixel for each one shown.</summary>
    public bool FillsSlide => Sharpness >= .999;

    /// <summary>
    /// A factor for ranking, 0 to 1: how it stands counts most, then sharpness up to what can be seen, then how much
    /// of it the slide shows. A choice of ours, no source.
    /// </summary>
    public double Factor =>
        (
            Clearance.Standing switch
            {
                Standing.Clear => 1,
                Standing.ToSettle => .7,
                _ => .4,
            }
        ) * (.6 + .25 * Math.Min(1, Sharpness > 0 ? Sharpness : .7) + .15 * KeptShare);

    /// <summary>Judges a candidate as the ground of a slide.</summary>
    public static Suitability Of(Candidate candidate, SlideShape shape, DeclaredUse use)
    {
        SlideRect slide = shape.Bounds();
        CropWindow crop = CropFinder.Largest(candidate.Aspect, slide.Aspect, PhotoPoint.Centre);
        var changes = new Changes(crop.IsWhole ? 1 : crop.Share);
        double sharpness = candidate.SizeKnown ? candidate.Largest.Width * crop.Width / slide.Width : 0;
        return new Suitability(Rights.Clearance.Of(candidate.Rights, changes, use), crop.Share, sharpness);
    }
}
