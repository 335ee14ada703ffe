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
    /// <summary>
    /// Judges one photo as placed. NC, ND and reserved rights are read from the licence; see the clauses named in the reasons.
    /// </summary>
    public static Clearance Of(RightsRecord r, Changes changes, DeclaredUse use)
    {
        if (r.Permission is { } p) return new(Standing.Clear, $"By permission of {p.From}, {p.On:d MMMM yyyy}.");
        if (r.Sponsored) return new(Standing.Blocked, "This photo is offered for sale, and no permission is recorded.");
        if (r.Licence is not { } l) return new(Standing.ToSettle, r.LicenceAsFound.Length > 0 ? "The licence was not recognised." : "No licence was found for this photo.");
        if (l.Grant == Grant.Closed) return new(Standing.Blocked, "All rights are reserved, and no permission is recorded.");
        if (l.Grant == Grant.Unclear) return new(Standing.ToSettle, "The statement leaves open whether the photo may be used.");
        if (l.Grant == Grant.TeachingOnly && (use.Audience != Audience.Class || use.Commercial)) return new(Standing.Blocked, "This photo may be used for teaching only.");
        if (l.Grant == Grant.NonCommercialOnly && use.Commercial) return new(Standing.Blocked, "The talk is marked as paid. This photo is not for paid use.");
        if (l.ForbidsCommerce && use.Commercial) return new(Standing.Blocked, "The talk is marked as paid. This licence is not for paid use.");
        if (l.ForbidsChanges && !changes.None) return AlteredNoDerivatives(l, use);
        if (l.AsksForCredit && string.IsNullOrWhiteSpace(r.Maker)) return new(Standing.ToSettle, "This licence asks for the maker's name, and none was found.");
        if (l.AsksForCredit && l.IsCreativeCommons && l.Version.Length == 0) return new(Standing.ToSettle, "The version of this licence was not found, so it cannot be linked.");
        return new(Standing.Clear, l.AsksNothing ? "Courtesy credit." : "");
    }

    /// <summary>True where the photo, shown over a whole slide, would be clear for this use or would need no more than its credit.</summary>
    /// <param name="r">The record as found.</param>
    /// <param name="use">The talk's use.</param>
    /// <param name="croppedByShape">Whether the slide's shape would crop it.</param>
    public static bool Fits(RightsRecord r, DeclaredUse use, bool croppedByShape) =>
        Of(r, new Changes(croppedByShape ? .9 : 1), use).Standing == Standing.Clear;

    private static Clearance AlteredNoDerivatives(Licence l, DeclaredUse use)
    {
        bool four = l.Version == "4.0";
        // 4.0 s.2(a)(1)(B) lets altered copies be made, not shared; s.2(a)(1)(A) lets the work be shared "in whole or in part".
        if (four && !use.IsShared) return new(Standing.Clear, "Shown cropped, and nothing is handed on.");
        return four
            ? new(Standing.ToSettle, "Shown cropped. This licence does not let altered copies be handed on; it lets a part be shared. Show it whole, or decide.")
            : new(Standing.ToSettle, "Shown cropped. This licence speaks of the work in its entirety in unmodified form. Show it whole, or decide.");
    }
}
