namespace Jaali.Core.Rights;

/// <summary>
/// Which licences may meet in one adaptation (Creative Commons FAQ, "Can I combine material under different Creative
/// Commons licenses in my work?"; the chart from memory).
/// A deck as a set of photos is a collection, where each keeps its own.
/// </summary>
public static class Combining
{
    /// <summary>True where works under the two may be made into one new work.</summary>
    public static bool May(LicenceFamily a, LicenceFamily b)
    {
        if (Family(a).HasFlag(Duty.NoChanges) || Family(b).HasFlag(Duty.NoChanges))
            return false;
        bool aSa = Family(a).HasFlag(Duty.ShareAlike),
            bSa = Family(b).HasFlag(Duty.ShareAlike);
        if (aSa && bSa)
            return a == b;
        // What is made carries the share-alike licence, so that it must not allow what the other forbids.
        if (aSa)
            return !Family(b).HasFlag(Duty.NoCommerce) || Family(a).HasFlag(Duty.NoCommerce);
        if (bSa)
            return !Family(a).HasFlag(Duty.NoCommerce) || Family(b).HasFlag(Duty.NoCommerce);
        return true;
    }

    private static Duty Family(LicenceFamily f) => LicenceFamilies.Of(f).Asks;
}

/// <summary>Under which licences an adaptation of a share-alike work may be shared (by version: the table of
/// <see cref="VersionTerms"/>).</summary>
public static class ShareAlike
{
    /// <summary>True where an adaptation of a work under <paramref name="work"/> may carry
    /// <paramref name="adaptation"/>.</summary>
    public static bool MayCarry(Licence work, Licence adaptation)
    {
        if (!work.SharesAlike)
            throw new ArgumentException("The work is not under a share-alike licence.", nameof(work));
        if (work == adaptation)
            return true;
        // The compatible list, from memory: BY-SA 4.0 and the Free Art License 1.3, both ways; GPLv3, one way, is no
        // licence for photos.
        if (work.Family == LicenceFamily.BySa && adaptation is { Family: LicenceFamily.FreeArt, Version: "1.3" })
            return work.Version == "4.0";
        if (work is { Family: LicenceFamily.FreeArt, Version: "1.3" })
            return adaptation is { Family: LicenceFamily.BySa, Version: "4.0" };
        if (work.Family != adaptation.Family || adaptation.Version.Length == 0 || work.Version.Length == 0)
            return false;
        int order = string.CompareOrdinal(adaptation.Version, work.Version);
        return work.Version switch
        {
            "1.0" => false,
            // "a later version of this License with the same License Elements ..., or a Creative Commons iCommons
            // license that contains the same License Elements" (2.0 and 2.5, s.4(b)).
            "2.0" or "2.5" => order > 0 || adaptation.Port.Length > 0,
            // Later versions, and ports from 3.0 on (3.0, s.4(b)).
            "3.0" => order > 0 || (order == 0 && adaptation.Port.Length > 0),
            _ => order >= 0,
        };
    }
}
