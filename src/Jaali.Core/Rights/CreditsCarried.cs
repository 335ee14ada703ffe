namespace Jaali.Core.Rights;

/// <summary>
/// What of the photos' credits is really found by who sees a talk, or gets a copy of it. A duty is met by
/// what is found, and by nothing else.
/// </summary>
/// <param name="OnSlides">Each slide names maker and licence of its photos, and what was changed.</param>
/// <param name="AtEnd">A page at the end has the whole credit of each.</param>
/// <param name="Beside">A file that goes along, or the picture's own metadata, has the whole credit of each.</param>
/// <param name="Addresses">Addresses can be followed, or are printed.</param>
/// <param name="LicenceTexts">The text of a licence that asks for it goes along.</param>
public sealed record CreditsCarried(
    bool OnSlides,
    bool AtEnd,
    bool Beside = false,
    bool Addresses = true,
    bool LicenceTexts = true
)
{
    /// <summary>Nothing at all.</summary>
    public static CreditsCarried Nothing { get; } = new(false, false, false, false, false);

    /// <summary>What a talk shows whose credits are set so and that has its page of credits.</summary>
    public static CreditsCarried Usual(CreditStyle style) => new(style.Place != CreditPlace.EndOnly, true);

    /// <summary>True where the whole credit is found.</summary>
    public bool Whole => AtEnd || Beside;

    /// <summary>True where maker and licence are named.</summary>
    public bool Names => OnSlides || Whole;

    /// <summary>Where the whole credit is found, in a sentence.</summary>
    internal string WhereWhole =>
        AtEnd ? "Given at the end of the talk."
        : Beside ? "Given in the file that goes along."
        : "Given nowhere: there is no page of credits.";

    /// <summary>Where maker and licence are found, in a sentence.</summary>
    internal string WhereNamed =>
        (OnSlides, AtEnd, Beside) switch
        {
            (true, true, _) => "Named on the slide and at the end of the talk.",
            (true, false, _) => "Named on the slide.",
            (false, true, _) => "Named at the end of the talk.",
            (false, false, true) => "Named in the file that goes along.",
            _ => "Named nowhere: on no slide, and there is no page of credits.",
        };
}
