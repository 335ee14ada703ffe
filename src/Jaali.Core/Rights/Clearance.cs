namespace Jaali.Core.Rights;

/// <summary>How a photo stands for a declared use.</summary>
public enum Standing
{
    /// <summary>Nothing is asked, or all that is asked is met by the credit.</summary>
    Clear,

    /// <summary>A person has to decide or supply something.</summary>
    ToSettle,

    /// <summary>A term forbids this use.</summary>
    Blocked,
}

/// <summary>How a photo stands and why, in a sentence; empty where it is clear without more words.</summary>
public sealed record Clearance(Standing Standing, string Why)
{
    /// <summary>How one photo as placed stands; <see cref="Judge"/> gives the reasons too.</summary>
    public static Clearance Of(RightsRecord r, Changes changes, DeclaredUse use) => Judge.Of(r, changes, use).Clearance;
}
