namespace Jaali.Core.Rights;

/// <summary>What a saying about rights comes to.</summary>
public enum LicenceStatementKind
{
    /// <summary>It names one licence, and nothing in it limits that.</summary>
    Read,

    /// <summary>It names no licence and limits nothing: "Photo by", a year, "no changes made".</summary>
    Harmless,

    /// <summary>It is not understood, contradicts itself, or holds something that may be a limit.</summary>
    Unclear,
}

/// <summary>A part of a saying.</summary>
/// <param name="Text">Word for word.</param>
/// <param name="Understood">False where its reader stumbled.</param>
public sealed record SaidPart(string Text, bool Understood);

/// <summary>A saying about rights, read.</summary>
/// <param name="Kind">What it comes to.</param>
/// <param name="Licence">The licence; null unless read.</param>
/// <param name="Why">What made it unclear, for a person; else empty.</param>
/// <param name="Mentions">It names some licence, clearly or not.</param>
public sealed record LicenceStatement(LicenceStatementKind Kind, Licence? Licence, string Why, bool Mentions)
{
    /// <summary>The licences that it lets one choose among; empty where it offers no choice. Until somebody chooses it
    /// is unclear.</summary>
    public IReadOnlyList<Licence> Choices { get; init; } = [];

    /// <summary>What it reads like but for some words; null where it is like nothing. Never taken by itself: a person
    /// confirms it.</summary>
    public Licence? Nearest { get; init; }

    /// <summary>The words that are not understood, folded into small plain letters.</summary>
    public IReadOnlyList<string> NotUnderstood { get; init; } = [];

    internal static LicenceStatement Of(Licence licence) => new(LicenceStatementKind.Read, licence, "", true);

    internal static LicenceStatement Doubt(string why, bool mentions = true) =>
        new(LicenceStatementKind.Unclear, null, why, mentions);

    internal static LicenceStatement Nothing { get; } = new(LicenceStatementKind.Harmless, null, "", false);
}
