namespace Jaali.Core.Rights;

/// <summary>What is owed for a photo as placed, each with its clause.</summary>
internal static class Obligations
{
    private const string LastUpdate = "date of the last update";

    /// <summary>The obligations of a record that stands under a licence, each met where what is carried meets
    /// it.</summary>
    internal static IReadOnlyList<Obligation> Of(
        RightsRecord r,
        Licence l,
        Changes changes,
        DeclaredUse use,
        CreditStyle style,
        CreditsCarried carried
    )
    {
        List<Obligation> owed = [];
        var of = new Case(r, l, changes, use, style, carried, VersionTerms.Of(l), LicenceClauses.Of(l));
        Named(of, owed);
        Licensed(of, owed);
        Kept(of, owed);
        Changed(of, owed);
        Said(of, owed);
        return owed;
    }

    // What is judged, all of it.
    private sealed record Case(
        RightsRecord Rights,
        Licence Licence,
        Changes Changes,
        DeclaredUse Use,
        CreditStyle Style,
        CreditsCarried Carried,
        VersionTerms? Terms,
        LicenceClauses At
    )
    {
        // 4.0 is satisfied by a link to where the information stands: s.3(a)(2).
        internal bool ByLink =>
            Terms?.Version == "4.0" && Rights.SourceUrl is not null && Carried is { OnSlides: true, Addresses: true };

        internal string Where =>
            !Carried.Whole && ByLink ? "By the link from the slide to where it stands, s.3(a)(2)." : Carried.WhereWhole;
    }

    // Who made it, and what it is called.
    private static void Named(Case of, List<Obligation> owed)
    {
        RightsRecord r = of.Rights;
        Licence l = of.Licence;
        CreditsCarried carried = of.Carried;
        VersionTerms? t = of.Terms;
        LicenceClauses at = of.At;
        if (l.AsksForCredit)
        {
            owed.Add(
                Credited(
                    r,
                    carried,
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
                        carried.Whole,
                        carried.WhereWhole,
                        new("Give the title, if supplied.", Section(l, at.Credit), r.Title)
                    )
                );
        }
    }

    // The licence itself.
    private static void Licensed(Case of, List<Obligation> owed)
    {
        Licence l = of.Licence;
        DeclaredUse use = of.Use;
        CreditsCarried carried = of.Carried;
        VersionTerms? t = of.Terms;
        LicenceClauses at = of.At;
        if (at.Link.Length > 0)
            owed.Add(
                new(
                    "licence link",
                    l.Url is not null && carried is { Names: true, Addresses: true },
                    l.Url is null ? "The version is not known."
                        : carried is { Names: true, Addresses: true } ? "The licence is named and linked."
                        : carried.Names ? "The licence is named, and its address is nowhere."
                        : carried.WhereNamed,
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
                    !use.IsShared || carried.LicenceTexts,
                    !use.IsShared ? "Nothing is handed on."
                        : carried.LicenceTexts ? "The text goes with the copies that can carry it."
                        : "Its address alone is not enough, and the text does not go along.",
                    new("The licence itself is reproduced in all copies.", Section(l, at.Link), "copies of the deck")
                )
            );
    }

    // Address and notice.
    private static void Kept(Case of, List<Obligation> owed)
    {
        RightsRecord r = of.Rights;
        Licence l = of.Licence;
        CreditsCarried carried = of.Carried;
        VersionTerms? t = of.Terms;
        LicenceClauses at = of.At;
        // Owed only where the source gave an address.
        if (at.Source.Length > 0 && r.SourceUrl is { } source)
            owed.Add(
                new(
                    "source link",
                    carried is { Names: true, Addresses: true },
                    carried is { Names: true, Addresses: true } ? "The source is linked." : "Its address is nowhere.",
                    new("Give the address of the work, if supplied and practicable.", Section(l, at.Source), source)
                )
            );
        if (l.AsksForUpdate)
        {
            // "… notamment s'acquitter de cette condition en renvoyant, par un lien hypertexte, vers la source":
            // a link to the source does as well.
            bool dated = !string.IsNullOrWhiteSpace(r.Updated),
                linked = r.SourceUrl is not null && carried is { Names: true, Addresses: true };
            owed.Add(
                new(
                    LastUpdate,
                    dated && carried.Whole || linked,
                    dated && carried.Whole ? carried.WhereWhole
                        : linked ? "The credit leads to the source, which does as well."
                        : dated ? carried.WhereWhole
                        : "No date is known, and nothing leads to the source.",
                    new(
                        "Give the source and when it was last updated, or lead to it.",
                        Section(l, at.Source),
                        dated ? Judge.Short(r.Updated!) : "the record has no date"
                    )
                )
            );
        }
        if (r.Notice.Length > 0 && (l.AsksForCredit || at.Notice.Length > 0))
            owed.Add(
                new(
                    "notice",
                    carried.Whole || of.ByLink,
                    of.Where,
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
    }

    // What was done to it.
    private static void Changed(Case of, List<Obligation> owed)
    {
        RightsRecord r = of.Rights;
        Licence l = of.Licence;
        Changes changes = of.Changes;
        CreditStyle style = of.Style;
        CreditsCarried carried = of.Carried;
        VersionTerms? t = of.Terms;
        LicenceClauses at = of.At;
        if (!changes.None && at.Change.Length > 0)
            owed.Add(
                new(
                    "note of changes",
                    carried.Names,
                    carried.Names ? $"The credit says: {changes.NoteIn(style.Language)}." : carried.WhereNamed,
                    new(Told(l, t), Section(l, at.Change), changes.Note)
                )
            );
        if (r.EarlierChanges.Length > 0 && l.AsksForCredit)
            owed.Add(
                new(
                    "earlier changes",
                    carried.Whole || of.ByLink,
                    of.Where,
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
    }

    // Statements, courtesy, ports.
    private static void Said(Case of, List<Obligation> owed)
    {
        RightsRecord r = of.Rights;
        Licence l = of.Licence;
        CreditStyle style = of.Style;
        CreditsCarried carried = of.Carried;
        LicenceClauses at = of.At;
        if (r.Statement.Length > 0)
            owed.Add(
                new(
                    "statement",
                    carried.Whole,
                    carried.WhereWhole,
                    new("The collection asks for this statement.", "", Judge.Short(r.Statement))
                )
            );
        else if (CreditParts.OwnStatement(l) is { } own)
            owed.Add(
                new(
                    "statement",
                    carried.Whole,
                    carried.WhereWhole,
                    new("Where the source has no statement of its own, this one is used.", Section(l, at.Credit), own)
                )
            );
        if (l.AsksNothing && style.Courtesy && carried.Names)
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
    }

    /// <summary>The credit itself.</summary>
    internal static Obligation Credited(RightsRecord r, CreditsCarried carried, Reason reason)
    {
        bool known = IsNamed(r);
        return new("credit", known && carried.Names, known ? carried.WhereNamed : "There is no maker to name.", reason);
    }

    /// <summary>What of it is met by nothing that is shown or goes along, though it is known.</summary>
    internal static IEnumerable<Obligation> Lost(RightsRecord r, IEnumerable<Obligation> owed) =>
        owed.Where(o =>
            !o.Met
            && o.What switch
            {
                "credit" => IsNamed(r),
                "licence link" => r.Licence?.Url is not null,
                LastUpdate => !IsUndated(r),
                _ => true,
            }
        );

    /// <summary>True where the licence asks when the source was last updated, and the record holds neither that nor the
    /// way to the source.</summary>
    internal static bool IsUndated(RightsRecord r) =>
        r.Licence is { AsksForUpdate: true } && string.IsNullOrWhiteSpace(r.Updated) && r.SourceUrl is null;

    private static bool IsNamed(RightsRecord r) => !string.IsNullOrWhiteSpace(r.Maker) || r.Permission is not null;

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
