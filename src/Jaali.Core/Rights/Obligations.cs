namespace Jaali.Core.Rights;

/// <summary>What is owed for a photo as placed, each with its clause.</summary>
internal static class Obligations
{
    /// <summary>The obligations of a record that stands under a licence.</summary>
    internal static IReadOnlyList<Obligation> Of(
        RightsRecord r,
        Licence l,
        Changes changes,
        DeclaredUse use,
        CreditStyle style
    )
    {
        List<Obligation> owed = [];
        VersionTerms? t = VersionTerms.Of(l);
        LicenceClauses at = LicenceClauses.Of(l);
        if (l.AsksForCredit)
        {
            owed.Add(
                Credited(
                    r,
                    style,
                    new Reason(
                        l.Family == LicenceFamily.OpenGovernment
                            ? "Acknowledge the source with its own statement, or with that of the licence."
                            : "Name the creator, if supplied.",
                        Section(l, at.Credit),
                        r.Maker.Length > 0 ? r.Maker : "no maker is known"
                    )
                )
            );
            if (t is { AsksTitle: true } && r.Title.Length > 0)
                owed.Add(
                    new(
                        "title",
                        true,
                        "Given at the end of the talk.",
                        new("Give the title, if supplied.", Section(l, at.Credit), r.Title)
                    )
                );
        }
        if (at.Link.Length > 0)
            owed.Add(
                new(
                    "licence link",
                    l.Url is not null,
                    l.Url is not null ? "The licence is named and linked." : "The version is not known.",
                    new(
                        t?.Version == "4.0" ? "Say that the work is under the licence, with its text or address."
                            : l.Family == LicenceFamily.Gfdl ? "Say with each copy that this licence applies to it."
                            : "Include the licence or its address with each copy.",
                        Section(l, at.Link),
                        l.Label
                    )
                )
            );
        if (l.Family == LicenceFamily.Gfdl)
            owed.Add(
                new(
                    "licence text",
                    !use.IsShared,
                    use.IsShared
                        ? "Hand the text of the licence on with the deck; its address alone is not enough."
                        : "Nothing is handed on.",
                    new("The licence itself is reproduced in all copies.", Section(l, at.Link), "copies of the deck")
                )
            );
        // Owed only where the source gave an address.
        if (at.Source.Length > 0 && r.SourceUrl is { } source)
            owed.Add(
                new(
                    "source link",
                    true,
                    "The source is linked.",
                    new("Give the address of the work, if supplied and practicable.", Section(l, at.Source), source)
                )
            );
        if (r.Notice.Length > 0 && (l.AsksForCredit || at.Notice.Length > 0))
            owed.Add(
                new(
                    "notice",
                    true,
                    "Given at the end of the talk.",
                    new(
                        t is { NoticeIfSupplied: true }
                            ? "Keep the copyright notice, if supplied."
                            : "Keep all copyright notices.",
                        Section(l, at.Notice),
                        Judge.Short(r.Notice)
                    )
                )
            );
        if (at.Endorsement.Length > 0)
            owed.Add(
                new(
                    "no endorsement",
                    true,
                    "The credit names the maker and claims nothing more.",
                    new(
                        "Do not imply that the maker endorses the talk.",
                        Section(l, at.Endorsement),
                        "the wording of the credit"
                    )
                )
            );
        if (!changes.None && at.Change.Length > 0)
            owed.Add(
                new(
                    "note of changes",
                    true,
                    $"The credit says: {changes.NoteIn(style.Language)}.",
                    new(Told(l, t), Section(l, at.Change), changes.Note)
                )
            );
        if (r.EarlierChanges.Length > 0 && l.AsksForCredit)
            owed.Add(
                new(
                    "earlier changes",
                    true,
                    "Told in the credit at the end of the talk.",
                    new(
                        t?.Version == "4.0"
                            ? "Keep an indication of any previous modifications."
                            : "What was changed before is told.",
                        Section(l, t?.Version == "4.0" ? at.Change : ""),
                        Judge.Short(r.EarlierChanges)
                    )
                )
            );
        if (l.SharesAlike && changes.Alters)
            owed.Add(
                new(
                    "share alike",
                    true,
                    $"The changed photo itself stays under {l.Label}; the deck as a whole is a collection.",
                    new(
                        "An adaptation carries the same or a compatible licence.",
                        Section(l, at.ShareAlike),
                        changes.Note
                    )
                )
            );
        if (r.Statement.Length > 0)
            owed.Add(
                new(
                    "statement",
                    true,
                    "Given at the end of the talk.",
                    new("The collection asks for this statement.", "", Judge.Short(r.Statement))
                )
            );
        else if (CreditParts.OwnStatement(l) is { } own)
            owed.Add(
                new(
                    "statement",
                    true,
                    "Given at the end of the talk.",
                    new("Where the source has no statement of its own, this one is used.", Section(l, at.Credit), own)
                )
            );
        if (l.AsksNothing && style.Courtesy)
            owed.Add(
                new(
                    "courtesy credit",
                    true,
                    "Nothing is asked; the credit is given all the same.",
                    new("No credit is asked for.", l.Name, "the deck's style of credits")
                )
            );
        if (l.Port.Length > 0)
            owed.Add(
                new(
                    "port",
                    true,
                    $"Ported to the law of {LicencePorts.NameOf(l.Port)}; its text may differ from the "
                        + "international one used here.",
                    new("Ports may ask for less or more.", l.Label, "the port in the record")
                )
            );
        return owed;
    }

    /// <summary>The credit itself.</summary>
    internal static Obligation Credited(RightsRecord r, CreditStyle style, Reason reason)
    {
        bool named = !string.IsNullOrWhiteSpace(r.Maker) || r.Permission is not null;
        return new(
            "credit",
            named,
            !named ? "There is no maker to name."
                : style.Place == CreditPlace.EndOnly ? "Named at the end of the talk."
                : "Named on the slide and at the end of the talk.",
            reason
        );
    }

    /// <summary>A licence with a clause of it.</summary>
    internal static string Section(Licence l, string? clause) =>
        clause is { Length: > 0 } ? $"{l.Label}, {clause}" : l.Label;

    private static string Told(Licence l, VersionTerms? t) =>
        l.Family switch
        {
            LicenceFamily.FreeArt => "Say that the work was modified and, if possible, how.",
            LicenceFamily.Gfdl => "Name those who made the modifications beside the authors.",
            _ => t?.Change switch
            {
                ChangeDuty.AnyIndicated => "Indicate any modification, and keep earlier indications.",
                ChangeDuty.Labelled => "Label an adaptation as changed, and identify the use of the work.",
                _ => "Identify the use of the work in the new one.",
            },
        };
}
