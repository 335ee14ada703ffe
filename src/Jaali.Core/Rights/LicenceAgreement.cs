namespace Jaali.Core.Rights;

/// <summary>One licence out of all that a source says.</summary>
public static class LicenceAgreement
{
    /// <summary>
    /// What the sayings name together: an address says more than a name without a version, so two agree when one only
    /// leaves something out. Where two name different licences, or one is not understood, none is taken: what cannot
    /// be read may be a limit.
    /// </summary>
    /// <returns>The licence, or null, and all sayings as one text.</returns>
    public static (Licence? Licence, string AsFound) Of(IEnumerable<string?> sayings)
    {
        string[] said = [.. sayings.Select(s => s?.Trim() ?? "").Where(s => s.Length > 0).Distinct()];
        LicenceSaying[] read = [.. said.Select(LicenceReader.Say)];
        Licence[] named = [.. read.Select(s => s.Licence).OfType<Licence>().Distinct()];
        Licence? fullest = named.OrderByDescending(l => l.Version.Length + l.Port.Length).FirstOrDefault();
        // What keeps all rights is not made any freer by what is not understood.
        bool clear = fullest is { Grant: Grant.Closed } || Array.TrueForAll(read, s => s.Kind != SayingKind.Unclear);
        return (clear && named.All(l => Agree(l, fullest!)) ? fullest : null, string.Join(" | ", said));
    }

    /// <summary>True where the first says nothing that the second does not.</summary>
    public static bool Agree(Licence less, Licence more) =>
        less.Family == more.Family
        && (less.Version.Length == 0 || less.Version == more.Version)
        && (less.Port.Length == 0 || less.Port == more.Port);
}
