namespace Jaali.Core.Rights;

/// <summary>Where credits stand.</summary>
public enum CreditPlace
{
    /// <summary>In a calm corner of each slide, and all at the end.</summary>
    Corner,

    /// <summary>Under the photo where there is room below it, else in a corner; and all at the end.</summary>
    UnderPhoto,

    /// <summary>At the end alone.</summary>
    EndOnly,
}

/// <summary>How a deck's credits are set, and what a person decided.</summary>
/// <param name="Place">Where they stand.</param>
/// <param name="Courtesy">Whether photos that ask for no credit get one.</param>
/// <param name="Language">Of the words for changes, as a two-letter code; see <see cref="ChangeWords"/>.</param>
/// <param name="OwnLicence">The licence that the deck itself is to carry; empty for none.</param>
/// <param name="Decided">Photos whose change a person decided may stand, by SHA-256.</param>
public sealed record CreditStyle(
    CreditPlace Place,
    bool Courtesy,
    string Language,
    string OwnLicence,
    ImmutableList<string> Decided
)
{
    /// <summary>The pages of credits are of words alone, without each photo small beside its credit.</summary>
    [System.Text.Json.Serialization.JsonIgnore(
        Condition = System.Text.Json.Serialization.JsonIgnoreCondition.WhenWritingDefault
    )]
    public bool WithoutPictures { get; init; }

    /// <summary>In a corner, courtesy credits given, English, no licence of its own, nothing decided.</summary>
    public static CreditStyle Usual { get; } = new(CreditPlace.Corner, true, "en", "", []);

    /// <summary>True where a photo with this record is credited: always where a credit or a statement is asked for, by
    /// courtesy elsewhere.</summary>
    public bool Credits(RightsRecord rights) =>
        Courtesy || rights.Statement.Length > 0 || rights is not { Permission: null, Licence.AsksNothing: true };
}
