using Jaali.Core.Geometry;
using Jaali.Core.Rights;

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

/// <summary>Terms by which a wall is narrowed.</summary>
public enum LicenceWish
{
    /// <summary>Any licence.</summary>
    Any,

    /// <summary>Clear for this talk.</summary>
    FitsTalk,

    /// <summary>Nothing is asked.</summary>
    AsksNothing,

    /// <summary>At most a credit is asked.</summary>
    AsksCredit,
}

/// <summary>Tones by which a wall is narrowed.</summary>
public enum ToneWish
{
    /// <summary>Any.</summary>
    Any,

    /// <summary>Light photos.</summary>
    Light,

    /// <summary>Dark photos.</summary>
    Dark,
}

/// <summary>How a wall of candidates is narrowed.</summary>
/// <param name="Licence">By terms.</param>
/// <param name="Shape">By shape.</param>
/// <param name="FillsSlide">Only those with enough pixels for a whole slide.</param>
/// <param name="Calm">Only those with calm room for words over a quarter of the slide.</param>
/// <param name="Tone">By lightness.</param>
/// <param name="Closed">Show what is not openly licensed too.</param>
public sealed record WallFilter(
    LicenceWish Licence = LicenceWish.FitsTalk,
    PhotoShape Shape = PhotoShape.Any,
    bool FillsSlide = false,
    bool Calm = false,
    ToneWish Tone = ToneWish.Any,
    bool Closed = false
)
{
    /// <summary>Why a candidate is not shown, or null where it is. What has not been looked at yet passes the filters
    /// of tone and calm.</summary>
    public HiddenFor? WhyHidden(Candidate c, Suitability suits, Look? look)
    {
        RightsRecord r = c.Rights;
        if (!Closed && !r.IsOpenlyLicensed)
            return HiddenFor.Closed;
        if (!Shape.Fits(c.Aspect))
            return HiddenFor.Filter;
        if (FillsSlide && !suits.FillsSlide)
            return HiddenFor.Filter;
        if (
            look is not null
            && (
                (Tone == ToneWish.Light && !look.IsLight)
                || (Tone == ToneWish.Dark && !look.IsDark)
                || (Calm && look.Calm < .25)
            )
        )
            return HiddenFor.Filter;
        if (!r.IsOpenlyLicensed)
            return null;
        return Licence switch
        {
            LicenceWish.FitsTalk when suits.Clearance.Standing != Standing.Clear => HiddenFor.Talk,
            LicenceWish.AsksNothing when r.Licence is not { AsksNothing: true } => HiddenFor.Filter,
            LicenceWish.AsksCredit
                when r.Licence is not { } l
                    || (
                        !l.AsksNothing && l is not { ForbidsChanges: false, ForbidsCommerce: false, SharesAlike: false }
                    ) => HiddenFor.Filter,
            _ => null,
        };
    }
}

/// <summary>Why a candidate is not on the wall.</summary>
public enum HiddenFor
{
    /// <summary>It is not openly licensed.</summary>
    Closed,

    /// <summary>It does not fit the talk.</summary>
    Talk,

    /// <summary>Another filter.</summary>
    Filter,
}
