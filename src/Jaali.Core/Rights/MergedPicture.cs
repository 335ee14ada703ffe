namespace Jaali.Core.Rights;

/// <summary>Photos that are made into one picture: an adaptation of them all, which one licence has to allow.</summary>
public static class MergedPicture
{
    /// <summary>Under which licence the picture stands, by the records of all its photos; permissions and own photos
    /// bind it to none.</summary>
    public static Combined Of(IEnumerable<RightsRecord> photos) =>
        Combining.Of([
            .. photos.Where(r => r is { Permission: null, OwnWork: false, Licence: not null }).Select(r => r.Licence!),
        ]);

    /// <summary>What merging adds to how one of the photos stands.</summary>
    /// <param name="judged">How it stands by itself.</param>
    /// <param name="own">Its record.</param>
    /// <param name="others">The records of those it is merged with.</param>
    /// <param name="use">What the talk is for.</param>
    public static Judgement Judge(
        Judgement judged,
        RightsRecord own,
        IReadOnlyList<RightsRecord> others,
        DeclaredUse use
    )
    {
        if (others.Count == 0 || own is not { Permission: null, OwnWork: false, Licence: { IsOpen: true } l })
            return judged;
        Combined all = Of([own, .. others]);
        if (all.May)
            return all.Under is { } under ? judged.With(Stands(l, under)) : judged;
        // What forbids every altered copy is a finding of its own photo already.
        RightsRecord[] bound =
        [
            .. others.Where(o =>
                o is { Permission: null, OwnWork: false, Licence: { IsOpen: true, ForbidsChanges: false } }
            ),
        ];
        // Where each pair would do and all together do not, any of them stands in the way.
        RightsRecord? against =
            Array.Find(bound, o => !Of([own, o]).May) ?? (Of([own, .. bound]).May ? null : bound.FirstOrDefault());
        if (l.ForbidsChanges || against is null || !use.IsPublic)
            return judged;
        Licence other = against.Licence!;
        Licence binds = l.SharesAlike ? l : other;
        return judged.With(
            new Finding(
                "merged",
                Standing.Blocked,
                $"It is merged with “{(against.Title.Length > 0 ? against.Title : "a photo")}”, under {other.Label}: "
                    + $"no licence lets one picture be made of that and {l.Label} and be shared.",
                new(
                    "An adaptation carries the same licence or one that the text names as compatible.",
                    Obligations.Section(binds, LicenceClauses.Of(binds).ShareAlike),
                    $"{l.Label} with {other.Label}"
                ),
                [Fix.Separate, Fix.Swap, Fix.RecordPermission, Fix.Remove]
            )
        );
    }

    private static Obligation Stands(Licence own, Licence under) =>
        new(
            "merged picture",
            true,
            $"The merged picture is under {under.Label}, and its credit says so.",
            new(
                "An adaptation carries the same or a compatible licence.",
                own.SharesAlike ? Obligations.Section(own, LicenceClauses.Of(own).ShareAlike) : own.Label,
                "merged with another photo"
            )
        );
}
