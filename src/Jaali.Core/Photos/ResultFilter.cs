namespace Jaali.Core.Photos;

/// <summary>Terms by which a wall is narrowed.</summary>
public enum LicenceFilter
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
public enum ToneFilter
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
public sealed record ResultFilter(
    LicenceFilter Licence = LicenceFilter.FitsTalk,
    PhotoShape Shape = PhotoShape.Any,
    bool FillsSlide = false,
    bool Calm = false,
    ToneFilter Tone = ToneFilter.Any,
    bool Closed = false
)
{
    /// <summary>Why a candidate is not shown, or null where it is. What has not been looked at yet passes the filters
    /// of tone and calm.</summary>
    public HiddenReason? WhyHidden(Candidate c, Suitability suits, ThumbnailMetrics? look)
    {
        RightsRecord r = c.Rights;
        if (!Closed && !r.IsOpenlyLicensed)
            return HiddenReason.Closed;
        if (!Shape.Fits(c.Aspect))
            return HiddenReason.Filter;
        if (FillsSlide && !suits.FillsSlide)
            return HiddenReason.Filter;
        if (
            look is not null
            && (
                (Tone == ToneFilter.Light && !look.IsLight)
                || (Tone == ToneFilter.Dark && !look.IsDark)
                || (Calm && look.Calm < .25)
            )
        )
            return HiddenReason.Filter;
        if (!r.IsOpenlyLicensed)
            return null;
        return Licence switch
        {
            LicenceFilter.FitsTalk when suits.Clearance.Standing != Standing.Clear => HiddenReason.Talk,
            LicenceFilter.AsksNothing when r.Licence is not { AsksNothing: true } => HiddenReason.Filter,
            LicenceFilter.AsksCredit
                when r.Licence is not { } l
                    || (
                        !l.AsksNothing && l is not { ForbidsChanges: false, ForbidsCommerce: false, SharesAlike: false }
                    ) => HiddenReason.Filter,
            _ => null,
        };
    }
}

/// <summary>Why a candidate is not on the wall.</summary>
public enum HiddenReason
{
    /// <summary>It is not openly licensed.</summary>
    Closed,

    /// <summary>It does not fit the talk.</summary>
    Talk,

    /// <summary>Another filter.</summary>
    Filter,
}
