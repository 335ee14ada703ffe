namespace Jaali.Core.Ledgers;

/// <summary>A use that the talk might be put to.</summary>
/// <param name="Id">Stable and short.</param>
/// <param name="Name">For a person.</param>
/// <param name="Use">The use.</param>
public sealed record WhatIf(string Id, string Name, DeclaredUse Use);

/// <summary>Other uses, tried without changing the deck.</summary>
public static class Audit
{
    /// <summary>The talk as it is declared, but paid; published as a recording; handed on as a file that others may
    /// change; kept in the room.</summary>
    public static IReadOnlyList<WhatIf> Of(DeclaredUse use) =>
        [
            new("paid", "as a paid event", use with { Commercial = true }),
            new("recorded", "as a published recording", use with { Recorded = true }),
            new(
                "handed-on",
                "as a file handed on that others may change",
                use with
                {
                    HandedOn = true,
                    OthersMayAdapt = true,
                }
            ),
            new(
                "class",
                "in a class, nothing handed on",
                use with
                {
                    Audience = Audience.Class,
                    Commercial = false,
                    HandedOn = false,
                    Recorded = false,
                    OthersMayAdapt = false,
                }
            ),
        ];
}
