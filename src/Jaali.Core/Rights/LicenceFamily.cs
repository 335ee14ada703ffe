namespace Jaali.Core.Rights;

/// <summary>The kinds of licence and statement that Jaali tells apart.</summary>
public enum LicenceFamily
{
    /// <summary>Attribution.</summary>
    By,

    /// <summary>Attribution, share alike.</summary>
    BySa,

    /// <summary>Attribution, not commercial.</summary>
    ByNc,

    /// <summary>Attribution, no derivatives.</summary>
    ByNd,

    /// <summary>Attribution, not commercial, share alike.</summary>
    ByNcSa,

    /// <summary>Attribution, not commercial, no derivatives.</summary>
    ByNcNd,

    /// <summary>Share alike, without attribution; retired.</summary>
    Sa,

    /// <summary>No derivatives, without attribution; retired.</summary>
    Nd,

    /// <summary>Not commercial, without attribution; retired.</summary>
    Nc,

    /// <summary>No derivatives, not commercial, without attribution; retired.</summary>
    NdNc,

    /// <summary>Not commercial, share alike, without attribution; retired.</summary>
    NcSa,

    /// <summary>All rights waived.</summary>
    Cc0,

    /// <summary>Marked as free of known copyright.</summary>
    PublicDomainMark,

    /// <summary>The retired dedication and certification.</summary>
    PublicDomainDedication,

    /// <summary>Free Art License.</summary>
    FreeArt,

    /// <summary>GNU Free Documentation License.</summary>
    Gfdl,

    /// <summary>UK Open Government Licence.</summary>
    OpenGovernment,

    /// <summary>Etalab Open Licence.</summary>
    Etalab,

    /// <summary>Data licence Germany, attribution.</summary>
    DataLicenceGermany,

    /// <summary>Data licence Germany, zero.</summary>
    DataLicenceGermanyZero,

    /// <summary>Open Database License.</summary>
    OpenDatabase,

    /// <summary>Public Domain Dedication and License of Open Data Commons.</summary>
    OpenDataDedication,

    /// <summary>Norwegian Licence for Open Government Data.</summary>
    NorwegianOpenData,

    /// <summary>Open Government Licence of Canada.</summary>
    OpenGovernmentCanada,

    /// <summary>A work of the US government.</summary>
    UsGovernment,

    /// <summary>Sampling; retired.</summary>
    Sampling,

    /// <summary>Sampling Plus; retired.</summary>
    SamplingPlus,

    /// <summary>All rights reserved.</summary>
    AllRightsReserved,

    /// <summary>rightsstatements.org: In Copyright.</summary>
    InCopyright,

    /// <summary>rightsstatements.org: In Copyright, EU Orphan Work.</summary>
    InCopyrightOrphan,

    /// <summary>rightsstatements.org: In Copyright, Educational Use Permitted.</summary>
    InCopyrightEducational,

    /// <summary>rightsstatements.org: In Copyright, Non-Commercial Use Permitted.</summary>
    InCopyrightNonCommercial,

    /// <summary>rightsstatements.org: In Copyright, Rights-holder Unlocatable or Unidentifiable.</summary>
    InCopyrightUnlocatable,

    /// <summary>rightsstatements.org: No Copyright, Contractual Restrictions.</summary>
    NoCopyrightContract,

    /// <summary>rightsstatements.org: No Copyright, Non-Commercial Use Only.</summary>
    NoCopyrightNonCommercial,

    /// <summary>rightsstatements.org: No Copyright, Other Known Legal Restrictions.</summary>
    NoCopyrightRestricted,

    /// <summary>rightsstatements.org: No Copyright, United States.</summary>
    NoCopyrightUnitedStates,

    /// <summary>rightsstatements.org: Copyright Not Evaluated.</summary>
    NotEvaluated,

    /// <summary>rightsstatements.org: Copyright Undetermined.</summary>
    Undetermined,

    /// <summary>rightsstatements.org: No Known Copyright.</summary>
    NoKnownCopyright,
}
