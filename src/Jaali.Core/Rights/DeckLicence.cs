namespace Jaali.Core.Rights;

/// <summary>A photo as a deck holds it, for the deck's own licence.</summary>
/// <param name="Rights">Its record.</param>
/// <param name="Changes">What is done to it.</param>
/// <param name="Merged">The records of the photos that are merged with it into one picture.</param>
public sealed record HeldPhoto(RightsRecord Rights, Changes Changes, IReadOnlyList<RightsRecord> Merged);

/// <summary>A licence that the finished deck might carry.</summary>
/// <param name="Label">Its badge; "all rights reserved" for none.</param>
/// <param name="May">Whether the deck's own part, its words and how it is put together, may carry it.</param>
/// <param name="Why">Why not; or what keeps its own terms beside it, and what limits the file.</param>
/// <param name="Whole">Whether everything in the file can be had under it.</param>
/// <param name="WhyNotWhole">What stands in the way of that.</param>
public sealed record DeckLicenceOption(string Label, bool May, string Why, bool Whole, string WhyNotWhole);

/// <summary>
/// Which licences the finished deck may carry. Photos beside one another, whole or each altered for itself, are a
/// collection: each keeps its licence, and the deck's own part may carry any (CC 1.0 to 3.0, s.4(a), "this does not
/// require the Collection ... to be made subject to the terms of this License"; 4.0 binds adaptations alone, s.3(b)).
/// An
/// altered share-alike photo is itself under its licence, a merged picture under the common one.
/// docs/deck-licence.md has a table of the cases.
/// </summary>
public static class DeckLicence
{
    private static readonly Licence[] Offered =
    [
        new(LicenceFamily.Cc0, "1.0", ""),
        new(LicenceFamily.By, "4.0", ""),
        new(LicenceFamily.BySa, "4.0", ""),
        new(LicenceFamily.ByNc, "4.0", ""),
        new(LicenceFamily.ByNcSa, "4.0", ""),
        new(LicenceFamily.ByNd, "4.0", ""),
        new(LicenceFamily.AllRightsReserved, "", ""),
    ];

    private const int MostNamed = 3;

    /// <summary>Judges each licence against the photos shown.</summary>
    public static IReadOnlyList<DeckLicenceOption> Options(IReadOnlyList<HeldPhoto> photos) =>
        [.. Offered.Select(o => Judge(o, photos))];

    private static DeckLicenceOption Judge(Licence wanted, IReadOnlyList<HeldPhoto> photos)
    {
        // A picture that may not be shared at all is in the way of every licence.
        foreach (HeldPhoto p in photos)
            if (Barred(p) is { } bar)
                return new(wanted.Label, false, bar, false, bar);
        List<string> beside = [];
        Say(
            photos.Where(p => p.Rights is { OwnWork: false, Permission: null, Licence: null or { IsOpen: false } }),
            "of unknown or reserved rights: the licence does not reach",
            beside
        );
        Say(
            photos.Where(p => p.Rights.Permission is not null),
            "by permission, which the licence does not pass on:",
            beside
        );
        Say(
            photos.Where(p => Bound(p) is { ForbidsCommerce: true } && !(wanted.ForbidsCommerce || !wanted.IsOpen)),
            "not for paid use, which limits the file as a whole:",
            beside
        );
        foreach (
            var alike in photos
                .Where(p => p.Changes.Alters && Bound(p) is { SharesAlike: true } && Bound(p) != wanted)
                .GroupBy(p => Stands(p))
        )
            Say(alike, $"altered, and itself under {alike.Key}:", beside);
        int others = photos.Count(p =>
            Bound(p) is { IsOpen: true, AsksNothing: false } l && l != wanted && !(p.Changes.Alters && l.SharesAlike)
        );
        if (others > 0)
            beside.Add(
                others == 1 ? "One photo keeps its own terms in it." : $"{others} photos keep their own terms in it."
            );
        HeldPhoto[] apart = [.. photos.Where(p => !IsWithin(p, wanted))];
        List<string> not = [];
        Say(apart, $"not to be had under {wanted.Label}:", not);
        return new(wanted.Label, true, string.Join(' ', beside), apart.Length == 0, string.Join(' ', not));
    }

    // Why what the deck makes of a photo may not be shared under any licence; null where it may.
    private static string? Barred(HeldPhoto p)
    {
        if (Bound(p) is not { IsOpen: true } l || !p.Changes.Alters)
            return null;
        if (l.ForbidsChanges)
            return $"“{p.Rights.Title}” is {p.Changes.Note}, and {l.Label} lets no altered copy be shared.";
        Combined merged = MergedPicture.Of([p.Rights, .. p.Merged]);
        return merged is { May: false, Stands: { } a, Against: { } b }
            ? $"“{p.Rights.Title}” is merged, and no licence lets one picture be made of {a.Label} and {b.Label} "
                + "and be shared."
            : null;
    }

    // The licence that binds a photo; null where a permission or nothing does.
    private static Licence? Bound(HeldPhoto p) =>
        p.Rights is { Permission: null, OwnWork: false } ? p.Rights.Licence : null;

    // Under what an altered share-alike photo stands; a later licence too only where the text says so.
    private static string Stands(HeldPhoto p)
    {
        Licence l = Bound(p)!;
        if (p.Merged.Count > 0 && MergedPicture.Of([p.Rights, .. p.Merged]).Under is { } common)
            return common.Label;
        return l.Label + (ShareAlike.SaysLater(l) && l.Version != "4.0" ? " or a later version" : "");
    }

    // Everything of it can be had under a licence: it has that itself, asks for nothing, is the speaker's, or was
    // altered
    // under a licence that lets what is made of it carry that one.
    private static bool IsWithin(HeldPhoto p, Licence wanted) =>
        p.Rights.OwnWork
        || p.Rights.Permission is null && p.Rights.PublicDomainReason.Length > 0 && p.Rights.Licence is null
        || Bound(p) is { } l
            && (
                l == wanted
                || l.AsksNothing
                || p.Changes.Alters && l.SharesAlike && wanted.IsOpen && ShareAlike.MayCarry(l, wanted)
            );

    private static void Say(IEnumerable<HeldPhoto> which, string what, List<string> to)
    {
        string[] titles =
        [
            .. which.Select(p => p.Rights.Title.Length > 0 ? $"“{p.Rights.Title}”" : "an untitled photo"),
        ];
        if (titles.Length == 0)
            return;
        string named =
            string.Join(", ", titles.Take(MostNamed))
            + (titles.Length > MostNamed ? $" and {titles.Length - MostNamed} more" : "");
        to.Add($"{(titles.Length == 1 ? "One photo is" : $"{titles.Length} photos are")} {what} {named}.");
    }
}
