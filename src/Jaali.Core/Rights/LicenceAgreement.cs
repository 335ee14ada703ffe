namespace Jaali.Core.Rights;

/// <summary>What all that a source says of a photo's terms comes to.</summary>
/// <param name="Licence">The one licence, or null.</param>
/// <param name="AsFound">All sayings as one text.</param>
/// <param name="Offers">What a person may confirm or choose, where there is no licence; else null.</param>
public readonly record struct Agreement(Licence? Licence, string AsFound, ImmutableList<LicenceOffer>? Offers)
{
    /// <summary>Licence and words alone.</summary>
    public void Deconstruct(out Licence? licence, out string asFound) => (licence, asFound) = (Licence, AsFound);
}

/// <summary>One licence out of all that a source says.</summary>
public static class LicenceAgreement
{
    /// <summary>
    /// What the sayings name together: an address says more than a name without a version, so two agree when one only
    /// leaves something out. Where two name different licences, or one is not understood, none is taken: what cannot
    /// be read may be a limit.
    /// </summary>
    /// <param name="sayings">All that a source says of the terms of one photo.</param>
    /// <param name="beside">Licences of something around the photo, offered where nothing is said of itself.</param>
    /// <param name="attributions">What a source says where it says whom to name, which limits nothing where it is
    /// plain:
    /// requiredStatement, attribution.</param>
    public static Agreement Of(
        IEnumerable<string?> sayings,
        IEnumerable<LicenceOffer>? beside = null,
        IEnumerable<string?>? attributions = null
    )
    {
        string[] names = Said(attributions ?? []),
            said = [.. Said(sayings).Concat(names).Distinct()];
        LicenceStatement[] read =
        [
            .. said.Select(s =>
                names.Contains(s) && LicenceReader.IsPlainAttribution(s)
                    ? LicenceStatement.Nothing
                    : LicenceReader.Say(s)
            ),
        ];
        Licence[] named = [.. read.Select(s => s.Licence).OfType<Licence>().Distinct()];
        Licence? fullest = Fullest(named);
        // What keeps all rights is not made any freer by what is not understood.
        bool clear =
            fullest is { Grant: Grant.Closed } || Array.TrueForAll(read, s => s.Kind != LicenceStatementKind.Unclear);
        Licence? agreed = clear && named.All(l => Agree(l, fullest!)) ? fullest : null;
        LicenceOffer[] offers =
            agreed is not null ? []
            : Choice(said, read) is { Length: > 0 } choice ? choice
            : Array.TrueForAll(read, s => s.Kind == LicenceStatementKind.Harmless)
                ? [.. (beside ?? []).DistinctBy(o => o.Licence)]
            : [];
        return new Agreement(agreed, string.Join(" | ", said), offers.Length > 0 ? [.. offers] : null);
    }

    private static string[] Said(IEnumerable<string?> sayings) =>
        [.. sayings.Select(s => s?.Trim() ?? "").Where(s => s.Length > 0).Distinct()];

    // One saying offers a choice, and the others only name licences that are among it.
    private static LicenceOffer[] Choice(string[] said, LicenceStatement[] read)
    {
        int at = Array.FindIndex(read, s => s.Choices.Count > 0);
        if (at < 0)
            return [];
        IReadOnlyList<Licence> among = read[at].Choices;
        bool alone = read.Where((_, i) => i != at)
            .All(s =>
                s.Kind == LicenceStatementKind.Harmless
                || s.Licence is { } l && among.Any(c => Agree(l, c) || Agree(c, l))
                || s.Choices.Count > 0 && s.Choices.SequenceEqual(among)
            );
        return alone ? [.. among.Select(l => new LicenceOffer(LicenceOffer.Choice, said[at], l))] : [];
    }

    /// <summary>The one that says most: a version more than none, "or later" more than nothing of it; null of
    /// none.</summary>
    internal static Licence? Fullest(IEnumerable<Licence> named) =>
        named
            .OrderByDescending(l => l.Version.Length + l.Port.Length)
            .ThenByDescending(l => l.OrLater)
            .FirstOrDefault();

    /// <summary>True where the first says nothing that the second does not.</summary>
    public static bool Agree(Licence less, Licence more) =>
        less.Family == more.Family
        && (less.Version.Length == 0 || less.Version == more.Version)
        && (less.Port.Length == 0 || less.Port == more.Port);
}
