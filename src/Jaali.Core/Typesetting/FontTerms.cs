namespace Jaali.Core.Typesetting;

/// <summary>What is to be known of a family of type before a talk is given or handed on.</summary>
/// <param name="IsHere">It is at hand; else words are set in the first family.</param>
/// <param name="Embeds">A file may carry it (OpenType, <c>OS/2</c>, <c>fsType</c>); else its words are outlines
/// there.</param>
/// <param name="Credit">Who is to be named, and the licence; empty where it does not ask for that.</param>
/// <param name="Address">Where the licence is read; null where that is not told.</param>
public sealed record FontTerms(bool IsHere, bool Embeds, string Credit, string? Address)
{
    /// <summary>Of a family that may be used without a word.</summary>
    public static FontTerms Free { get; } = new(true, true, "", null);
}
