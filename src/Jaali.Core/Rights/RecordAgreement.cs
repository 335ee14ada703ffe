namespace Jaali.Core.Rights;

/// <summary>
/// Two records of the same bytes, laid side by side. Maker and licence are of one statement: what one of them
/// leaves open the other fills; where they name different licences or makers neither is taken, and a person decides.
/// </summary>
public static class RecordAgreement
{
    /// <summary>The record of a photo that is there already and was found again.</summary>
    /// <param name="known">Its record; the same is returned where nothing is new.</param>
    /// <param name="found">What was found with it now.</param>
    public static RightsRecord Of(RightsRecord known, RightsRecord found)
    {
        if (known.Permission is not null || known.OwnWork)
            return known;
        bool names = known.Maker.Length > 0,
            sameMaker = !names || found.Maker.Length == 0 || MakerNames.AreSame(known.Maker, found.Maker);
        (bool speaks, bool speaksToo) = (Speaks(known), Speaks(found));
        RightsRecord r = known;
        if (speaksToo && !speaks && sameMaker)
            // The better evidence: the whole statement, maker and licence together.
            r = r with
            {
                Licence = found.Licence,
                LicenceAsFound = found.LicenceAsFound,
                Offers = found.Offers,
                Terms = found.Terms,
                Notice = known.Notice.Length > 0 ? known.Notice : found.Notice,
                Statement = known.Statement.Length > 0 ? known.Statement : found.Statement,
                Collection = found.Collection.Length > 0 ? found.Collection : known.Collection,
                SourceUrl = found.SourceUrl ?? known.SourceUrl,
                PictureUrl = found.PictureUrl ?? known.PictureUrl,
            };
        else if (speaksToo && !Agree(known, found) && !IsTold(known, "licence", found.LicenceAsFound))
            r = r with
            {
                Licence = null,
                Offers = null,
                LicenceAsFound =
                    known.LicenceAsFound.Length == 0
                        ? $"{Source(found)} says of another maker: {found.LicenceAsFound}."
                        : $"{Source(known)} says: {known.LicenceAsFound}. {Source(found)} says: "
                            + $"{found.LicenceAsFound}.",
                Conflicts = With(
                    r.Conflicts,
                    "licence",
                    Said(known, known.LicenceAsFound),
                    Said(found, found.LicenceAsFound)
                ),
            };
        else if (speaksToo && Agree(known, found) && Fullness(found.Licence) > Fullness(known.Licence))
            r = r with { Licence = found.Licence, LicenceAsFound = found.LicenceAsFound };
        if (!sameMaker && !IsTold(known, "maker", found.Maker))
            r = r with { Conflicts = With(r.Conflicts, "maker", Said(known, known.Maker), Said(found, found.Maker)) };
        r = r with
        {
            Title = r.Title.Length > 0 ? r.Title : found.Title,
            Maker = names ? r.Maker : found.Maker,
            Updated = r.Updated ?? found.Updated,
            MakerUrl = r.MakerUrl ?? (sameMaker ? found.MakerUrl : null),
            SourceUrl = r.SourceUrl ?? found.SourceUrl,
            Sponsored = r.Sponsored || found.Sponsored,
            MachineMade = r.MachineMade || found.MachineMade,
        };
        return r == known ? known : r;
    }

    /// <summary>Adds a conflict to those there are; one that was told already is not told again.</summary>
    public static ImmutableList<Conflict> With(
        ImmutableList<Conflict>? all,
        string field,
        params ReadOnlySpan<SourceStatement> said
    )
    {
        ImmutableList<Conflict> there = all ?? [];
        Conflict? same = there.Find(c => c.Field == field);
        // Who says nothing is no side of it.
        SourceStatement[] both = [.. same?.Said ?? [], .. said.ToArray().Where(s => s.Value.Length > 0)];
        var one = new Conflict(field, [.. both.DistinctBy(s => (s.Source, s.Value))]);
        return same is null ? there.Add(one) : there.Replace(same, one);
    }

    // A conflict tells of it already.
    private static bool IsTold(RightsRecord r, string field, string value) =>
        r.Conflicts?.Find(c => c.Field == field) is { } told && told.Said.Any(s => s.Value == value);

    // It names a licence, or says something of rights that nobody understands.
    private static bool Speaks(RightsRecord r) =>
        r.Licence is not null
        || r.Terms is not null
        || r.LicenceAsFound.Length > 0 && LicenceReader.Say(r.LicenceAsFound).Kind != LicenceStatementKind.Harmless;

    private static bool Agree(RightsRecord a, RightsRecord b) =>
        a.Licence is { } one && b.Licence is { } other
            ? LicenceAgreement.Agree(one, other) || LicenceAgreement.Agree(other, one)
            : a.Licence is null && b.Licence is null && a.LicenceAsFound == b.LicenceAsFound;

    private static int Fullness(Licence? l) => l is null ? 0 : l.Version.Length + l.Port.Length;

    private static string Source(RightsRecord r) => r.Collection.Length > 0 ? r.Collection : "A file";

    private static SourceStatement Said(RightsRecord r, string value) => new(Source(r), value);
}

/// <summary>Names of makers as sources write them.</summary>
public static class MakerNames
{
    /// <summary>
    /// True where two may be one: the same words in any order and case, one the other's beginning, or initials with the
    /// same last name ("J. Doe", "Jane Doe", "Doe, Jane", "Jane Doe / Harbour Archive").
    /// </summary>
    public static bool AreSame(string one, string other)
    {
        string[] a = Words(one),
            b = Words(other);
        if (a.Length == 0 || b.Length == 0)
            return true;
        if (a.Length > b.Length)
            (a, b) = (b, a);
        return Array.TrueForAll(
                a,
                w => Array.Exists(b, v => v == w || w.Length == 1 && v[0] == w[0] || v.Length == 1 && w[0] == v[0])
            ) && a.Any(w => w.Length > 1 && b.Contains(w));
    }

    private static string[] Words(string name) =>
        [
            .. LicenceTokens
                .Folded(name)
                .ToLowerInvariant()
                .Split([' ', ',', '.', '/', '-', '(', ')', ';', '\''], StringSplitOptions.RemoveEmptyEntries)
                .Where(w =>
                    w is not ("by" or "photo" or "foto" or "von" or "and" or "the" or "©" or "c" or "copyright")
                ),
        ];
}
