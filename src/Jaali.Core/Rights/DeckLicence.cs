namespace Jaali.Core.Rights;

/// <summary>A licence that the finished deck might carry.</summary>
/// <param name="Label">Its badge; "all rights reserved" for none.</param>
/// <param name="May">Whether it may.</param>
/// <param name="Why">Why not, or with which limits.</param>
public sealed record DeckLicenceOption(string Label, bool May, string Why);

/// <summary>
/// Which licences the finished deck may carry. The deck is a collection, in which each photo keeps its own terms;
/// what is made of a photo (recoloured, part hidden, cut to a shape, merged)
/// is an adaptation, and where it is under share alike, the slide that holds it binds what the deck may carry.
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

    /// <summary>Judges each licence against the photos shown.</summary>
    /// <param name="photos">Records with the changes made to them.</param>
    public static IReadOnlyList<DeckLicenceOption> Options(
        IReadOnlyList<(RightsRecord Rights, Changes Changes)> photos
    ) => [.. Offered.Select(o => Judge(o, photos))];

    private static DeckLicenceOption Judge(Licence wanted, IReadOnlyList<(RightsRecord Rights, Changes Changes)> photos)
    {
        (RightsRecord Rights, Changes Changes)[] adapted =
        [
            .. photos.Where(p =>
                p.Changes.Alters && p.Rights is { Permission: null, OwnWork: false, Licence: not null }
            ),
        ];
        foreach ((RightsRecord r, Changes c) in adapted)
        {
            Licence l = r.Licence!;
            if (l.ForbidsChanges)
                return new(
                    wanted.Label,
                    false,
                    $"“{r.Title}” is {c.Note}, and {l.Label} lets no altered copy be shared."
                );
            if (l.SharesAlike && (!wanted.IsOpen || !ShareAlike.MayCarry(l, wanted)))
                return new(
                    wanted.Label,
                    false,
                    $"“{r.Title}” is {c.Note}; what is made of it carries {l.Label} or a later version."
                );
            if (l.ForbidsCommerce && wanted.IsOpen && !wanted.ForbidsCommerce)
                return new(
                    wanted.Label,
                    false,
                    $"“{r.Title}” is {c.Note}, and {l.Label} keeps what is made of it from paid use."
                );
        }
        int closed = photos.Count(p =>
                p.Rights.Permission is not null || p.Rights is { OwnWork: false, Licence: null }
            ),
            other = photos.Count(p => p.Rights.Licence is { IsOpen: true } l && l != wanted && !l.AsksNothing);
        string why =
            other + closed == 0
                ? ""
                : (other + closed == 1 ? "One photo keeps" : $"{other + closed} photos keep")
                    + " their own terms in it.";
        return new(wanted.Label, true, why.Replace("keeps their", "keeps its", StringComparison.Ordinal));
    }
}
