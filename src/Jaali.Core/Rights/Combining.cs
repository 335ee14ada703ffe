namespace Jaali.Core.Rights;

/// <summary>Whether works may be made into one new work and shared, and under what.</summary>
/// <param name="May">They may.</param>
/// <param name="Under">The licence that the new work carries; null where its maker may choose, within
/// <paramref name="ForbidsCommerce"/>.</param>
/// <param name="ForbidsCommerce">One of them keeps the new work from paid use.</param>
/// <param name="Stands">Where they may not: the licence that stands against it.</param>
/// <param name="Against">Where they may not: the licence of another that it does not go with; null where it goes with
/// none.</param>
public sealed record Combined(
    bool May,
    Licence? Under,
    bool ForbidsCommerce,
    Licence? Stands = null,
    Licence? Against = null
);

/// <summary>
/// Which licences may meet in one adaptation (Creative Commons FAQ, "Can I combine material under different Creative
/// Commons licenses in my work?"; the chart from memory), by version: <see cref="ShareAlike.MayCarry"/>.
/// A deck as a set of photos is a collection, where each keeps its own.
/// </summary>
public static class Combining
{
    /// <summary>Judges works by their licences. Closed ones are none of its business: they need a permission.</summary>
    public static Combined Of(IReadOnlyList<Licence> works)
    {
        Licence[] open = [.. works.Where(l => l.IsOpen).Distinct()];
        bool paidForbidden = open.Any(l => l.ForbidsCommerce);
        if (Array.Find(open, l => l.ForbidsChanges) is { } whole)
            return new(works.Count < 2, null, paidForbidden, whole, Array.Find(open, l => l != whole));
        Licence[] alike = [.. open.Where(l => l.SharesAlike)];
        if (alike.Length == 0)
            return new(true, null, paidForbidden);
        // Of what may carry them all: what one of them has, else the newest.
        Licence? under = Candidates(alike)
            .Where(c => (!paidForbidden || c.ForbidsCommerce) && alike.All(l => ShareAlike.MayCarry(l, c)))
            .OrderByDescending(c => alike.Contains(c))
            .ThenByDescending(c => c.Version, StringComparer.Ordinal)
            .ThenBy(c => c.Port, StringComparer.Ordinal)
            .FirstOrDefault();
        if (under is not null)
            return new(true, under, paidForbidden);
        if (open.Length == 2)
            return new(false, null, paidForbidden, alike[0], Array.Find(open, l => l != alike[0]));
        (Licence stands, Licence against) = alike
            .SelectMany(a => open.Where(b => b != a).Select(b => (a, b)))
            .Where(p => !Of([p.a, p.b]).May)
            .DefaultIfEmpty((alike[0], alike[^1]))
            .First();
        return new(false, null, paidForbidden, stands, against);
    }

    // What an adaptation might carry: each licence itself, the later versions, and the compatible list.
    private static IEnumerable<Licence> Candidates(IReadOnlyList<Licence> alike) =>
        alike
            .SelectMany(l =>
                (Licence[])
                    [
                        l,
                        l with
                        {
                            OrLater = false,
                        },
                        .. Later(l).Select(v => l with { Version = v, Port = "", OrLater = false }),
                    ]
            )
            .Append(new(LicenceFamily.BySa, "4.0", ""))
            .Append(new(LicenceFamily.FreeArt, "1.3", ""))
            .Distinct();

    private static IEnumerable<string> Later(Licence l) =>
        l.IsCreativeCommons ? [l.Version, "3.0", "4.0"] : [l.Version, "1.3"];
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
        // "1.2 or later" may go on as 1.2 alone; 1.2 alone not as "1.2 or later".
        if (work == adaptation || work with { OrLater = false } == adaptation)
            return true;
        // The compatible list, from memory: BY-SA 4.0 and the Free Art License 1.3, both ways; GPLv3, one way, is no
        // licence for photos.
        if (work.Family == LicenceFamily.BySa && adaptation is { Family: LicenceFamily.FreeArt, Version: "1.3" })
            return work.Version == "4.0";
        if (
            work is { Family: LicenceFamily.FreeArt, Version: "1.3" }
            && adaptation is { Family: LicenceFamily.BySa, Version: "4.0" }
        )
            return true;
        if (work.Family != adaptation.Family || !SaysLater(work) || adaptation.Version.Length == 0)
            return false;
        int order = string.CompareOrdinal(adaptation.Version, work.Version);
        return work.Version switch
        {
            // "a later version of this License with the same License Elements ..., or a Creative Commons iCommons
            // license that contains the same License Elements" (2.0 and 2.5, s.4(b)).
            "2.0" or "2.1" or "2.5" => order > 0 || adaptation.Port.Length > 0,
            // Later versions, and ports from 3.0 on; the ported texts name the unported one from 3.0 on as well (3.0,
            // s.4(b); Germany and Austria, s.4(b)(iv), 3.0 IGO, s.4(b)(iii), the others by analogy).
            "3.0" => order > 0 || order == 0 && (adaptation.Port.Length > 0 || work.Port.Length > 0),
            _ => order >= 0,
        };
    }

    /// <summary>True where the text lets an adaptation carry a later version: Creative Commons from 2.0 on (s.4(b);
    /// 4.0, s.3(b)(1)), the Free Art License (s.9). Not 1.0, whose s.4 says "only under the terms of this License", and
    /// not the GNU Free Documentation License, unless the work itself says "or any later version".</summary>
    public static bool SaysLater(Licence work) =>
        work.Version.Length > 0
        && (
            work.Family == LicenceFamily.FreeArt
            || work.IsCreativeCommons && work.Version != "1.0"
            || work is { Family: LicenceFamily.Gfdl, OrLater: true }
        );
}
