namespace Jaali.Core.Rights;

/// <summary>
/// Judges a photo as placed: licence terms by version, declared use, and what was done to the photo, each conclusion
/// with its reasons. A pure function: the same input gives the same answer, in any order.
/// </summary>
public static class Judge
{
    /// <summary>Judges one photo.</summary>
    /// <param name="r">Its record.</param>
    /// <param name="changes">What its placements do to it.</param>
    /// <param name="use">What the talk is for.</param>
    /// <param name="style">How credits are set.</param>
    /// <param name="decided">A person decided that its change may stand.</param>
    /// <param name="carried">What of its credit is found; null for what a talk shows that has its page of
    /// credits.</param>
    public static Judgement Of(
        RightsRecord r,
        Changes changes,
        DeclaredUse use,
        CreditStyle? style = null,
        bool decided = false,
        CreditsCarried? carried = null
    )
    {
        style ??= CreditStyle.Usual;
        carried = style.Credits(r) ? carried ?? CreditsCarried.Usual(style) : CreditsCarried.Nothing;
        List<Finding> found = [];
        if (r.Permission is { } p)
        {
            Obligation named = Obligations.Credited(
                r,
                carried,
                new Reason("The rights holder allowed it.", "", $"permission of {p.From}, {p.On:d MMMM yyyy}")
            );
            found.AddRange(OfDuties(r, [named], style));
            return new Judgement(
                found,
                [named],
                found.Count > 0 ? "" : $"By permission of {p.From}, {p.On:d MMMM yyyy}."
            );
        }
        if (r.OwnWork)
            return new Judgement([], [], "Your own photo.");
        found.AddRange(OfEvidence(r));
        if (r.Sponsored)
            found.Add(
                new(
                    "for-sale",
                    Standing.Blocked,
                    "This photo is offered for sale, and no permission is recorded.",
                    new("Offered for sale or placed by payment.", "", r.Collection),
                    [Fix.RecordPermission, Fix.Swap, Fix.Remove]
                )
            );
        else if (r.Licence is null && r.Terms is { } terms)
            found.AddRange(OfTerms(r, terms, changes, use, decided));
        else if (r.Licence is { } l)
        {
            found.AddRange(OfUse(l, use, decided));
            found.AddRange(OfChanges(l, changes, use, decided));
            if (l.AsksForCredit && string.IsNullOrWhiteSpace(r.Maker))
                found.Add(
                    new(
                        "no-maker",
                        Standing.ToSettle,
                        "This licence asks for the maker's name, and none was found.",
                        new(
                            "The creator is named, if supplied.",
                            Obligations.Section(l, LicenceClauses.Of(l).Credit),
                            "the record has no maker"
                        ),
                        [Fix.CorrectRecord, Fix.AdoptSource, Fix.Swap]
                    )
                );
            if (Obligations.IsUndated(r))
                found.Add(
                    new(
                        "no-update",
                        Standing.ToSettle,
                        "This licence asks when the source was last updated, or for the way to it; neither is known.",
                        new(
                            "Give the source and when it was last updated, or lead to it.",
                            Obligations.Section(l, LicenceClauses.Of(l).Source),
                            "the record has no date and no address"
                        ),
                        [Fix.CorrectRecord, Fix.AdoptSource, Fix.Swap]
                    )
                );
            if (l.AsksForCredit && l.Url is null || l.IsCreativeCommons && VersionTerms.Of(l) is null)
                found.Add(
                    new(
                        "no-version",
                        Standing.ToSettle,
                        "The version of this licence was not found, so it cannot be linked.",
                        new(
                            "The licence is linked, and its terms depend on its version.",
                            l.Label,
                            $"the source says “{Short(r.LicenceAsFound)}”"
                        ),
                        [Fix.CorrectRecord, Fix.AdoptSource]
                    )
                );
        }
        IReadOnlyList<Obligation> owed =
            r.Licence is { } licence ? Obligations.Of(r, licence, changes, use, style, carried)
            : r.Terms is { AsksCredit: true } own
                ?
                [
                    Obligations.Credited(
                        r,
                        carried,
                        new Reason("Name the maker.", own.Name, r.Maker.Length > 0 ? r.Maker : "no maker is known")
                    ),
                ]
            : [];
        found.AddRange(OfDuties(r, owed, style));
        // Heaviest first; equal ones in the order in which they were looked for, so that the answer is always the same.
        Finding[] ranked = [.. found.OrderByDescending(f => f.Standing)];
        string note =
            ranked.Length > 0 ? ""
            : r.PublicDomainReason.Length > 0 ? $"In the public domain: {r.PublicDomainReason}."
            : r.Licence is null && r.Terms is { } allowed ? $"Under the {allowed.Name}."
            : r.Licence is { AsksNothing: true }
                ? (style.Courtesy ? "Courtesy credit." : "Asks nothing; no credit is given.")
            : r.Licence is { ForbidsChanges: true } && !changes.None
                ? (decided ? "Shown changed, by your decision." : "Shown changed, in a closed circle.")
            : "";
        return new Judgement(ranked, owed, note);
    }

    // A duty that is met by nothing that is shown or goes along.
    private static IEnumerable<Finding> OfDuties(RightsRecord r, IReadOnlyList<Obligation> owed, CreditStyle style)
    {
        Obligation[] lost = [.. Obligations.Lost(r, owed)];
        Fix[] back =
            style.Place == CreditPlace.EndOnly
                ? [Fix.CreditsPage, Fix.CreditOnSlide, Fix.Swap, Fix.Remove]
                : [Fix.CreditsPage, Fix.Swap, Fix.Remove];
        if (Array.Find(lost, o => o.What == "credit") is { } credit)
            yield return new(
                "credit-nowhere",
                Standing.ToSettle,
                "Its credit is nowhere: no slide and no page of credits names who made it.",
                credit.Reason,
                back
            );
        else if (Array.FindAll(lost, o => o.What != "licence text") is { Length: > 0 } parts)
            yield return new(
                "credit-incomplete",
                Standing.ToSettle,
                $"{Listed([.. parts.Select(o => "the " + o.What).Distinct()])} {(parts.Length == 1 ? "is" : "are")} "
                    + "given nowhere: there is no page of credits.",
                parts[0].Reason,
                back
            );
        if (Array.Find(lost, o => o.What == "licence text") is { } text)
            yield return new(
                "licence-text",
                Standing.ToSettle,
                "The text of this licence is owed with every copy, and it does not go along.",
                text.Reason,
                [Fix.KeepInRoom, Fix.Swap, Fix.RecordPermission, Fix.Remove]
            );
    }

    // "The title, the notice and the statement".
    private static string Listed(IReadOnlyList<string> things)
    {
        string all =
            things.Count == 1 ? things[0] : $"{string.Join(", ", things.Take(things.Count - 1))} and {things[^1]}";
        return char.ToUpperInvariant(all[0]) + all[1..];
    }

    private static IEnumerable<Finding> OfEvidence(RightsRecord r)
    {
        if (r.SourceNowSays.Length > 0)
            yield return new(
                "source-changed",
                Standing.ToSettle,
                $"The source now says: {Short(r.SourceNowSays)}. When the photo was taken it said: "
                    + $"{Short(r.LicenceAsFound)}.",
                new(
                    "A licence once given is not taken back for copies made under it (CC 4.0 s.2(a)(1) "
                        + "and s.6(c)); the record of what was said stays.",
                    "",
                    "the source was read again"
                ),
                [Fix.KeepEarlier, Fix.CorrectRecord, Fix.Swap]
            );
        if (
            r.Conflicts?.Find(c => c.Field == "maker") is { } makers
            && !makers.Said.Skip(1).All(s => MakerNames.AreSame(s.Value, makers.Said[0].Value))
            && r is { Licence.AsksForCredit: true } or { Terms.AsksCredit: true }
        )
            yield return new(
                "maker-conflict",
                Standing.ToSettle,
                "Sources name different makers, and nobody has decided whom to credit.",
                new(
                    "Who is named is who gave the licence.",
                    r.Licence is { } asks ? Obligations.Section(asks, LicenceClauses.Of(asks).Credit) : r.Terms!.Name,
                    Short(string.Join("; ", makers.Said.Select(s => $"{s.Source}: {s.Value}")))
                ),
                [Fix.CorrectRecord, Fix.AdoptSource, Fix.Swap]
            );
        if (r.Licence is not null || r.Sponsored || r.Terms is not null)
            yield break;
        if (r.PublicDomainReason.Length > 0)
            yield break;
        if (r.Offers is { Count: > 0 } offers)
            yield return OfOffers(r, offers);
        else if (r.Conflicts is { Count: > 0 } c && c.Exists(x => x.Field == "licence"))
            yield return new(
                "conflict",
                Standing.ToSettle,
                "Two sources name different licences, and nobody has decided which holds.",
                new(
                    "Neither is taken where sources disagree.",
                    "",
                    Short(
                        string.Join("; ", c.Find(x => x.Field == "licence")!.Said.Select(s => $"{s.Source}: {s.Value}"))
                    )
                ),
                [Fix.CorrectRecord, Fix.AdoptSource, Fix.Swap]
            );
        else if (r.LicenceAsFound.Length > 0)
            yield return new(
                "unknown-licence",
                Standing.ToSettle,
                LicenceReader.Say(r.LicenceAsFound).Why is { Length: > 0 } why
                    ? $"The licence is unclear: {why}."
                    : "The licence was not recognised.",
                new("A licence is never guessed.", "", $"the source says “{Short(r.LicenceAsFound)}”"),
                [Fix.CorrectRecord, Fix.AdoptSource, Fix.RecordPermission, Fix.Swap]
            );
        else
            yield return new(
                "no-licence",
                Standing.ToSettle,
                "No licence was found for this photo.",
                new(
                    "Without a licence all rights are the maker's.",
                    "",
                    r.Collection.Length > 0 ? $"found in {r.Collection}" : "no source"
                ),
                [Fix.AdoptSource, Fix.OwnWork, Fix.CorrectRecord, Fix.RecordPermission, Fix.Remove]
            );
    }

    private static Finding OfOffers(RightsRecord r, IReadOnlyList<LicenceOffer> offers)
    {
        bool choice = offers[0].IsChoice;
        string labels = string.Join(" or ", offers.Select(o => o.Licence.Label));
        string whose = offers[0].Of;
        return new(
            choice ? "choice" : "licence-beside",
            Standing.ToSettle,
            choice
                ? $"The source lets you choose: {labels}. Nobody has chosen."
                : $"{char.ToUpperInvariant(whose[0])}{whose[1..]} it stands in is under {labels}. It does "
                    + "not say that the photo is.",
            new(
                choice
                    ? "Where a work is offered under several licences, one of them is taken."
                    : "The licence of a page, a feed or a text is not that of the pictures in it.",
                "",
                $"{(choice ? "the source" : whose)} says “{Short(offers[0].Said)}”"
            ),
            [Fix.ConfirmOffer, Fix.RecordPermission, Fix.CorrectRecord, Fix.Swap]
        );
    }

    private static IEnumerable<Finding> OfTerms(
        RightsRecord r,
        CollectionTerms t,
        Changes changes,
        DeclaredUse use,
        bool decided
    )
    {
        if (!t.AllowsPaid && use.Commercial)
            yield return new(
                "terms-paid",
                Standing.Blocked,
                $"The talk is marked as paid. The {t.Name} are not for paid use.",
                new("Not for paid use.", t.Name, "the talk is paid"),
                [Fix.MakeFree, Fix.Swap, Fix.RecordPermission, Fix.Remove]
            );
        if (!t.AllowsChanges && !changes.None && use.IsPublic && (changes.Alters || !decided))
            yield return new(
                "terms-altered",
                changes.Alters ? Standing.Blocked : Standing.ToSettle,
                $"{Sentence(changes)} {(use.IsShared ? "and handed on" : "in public")}; "
                    + $"the {t.Name} do not let altered copies be shared.",
                new("No altered copies.", t.Name, changes.Note),
                changes.Alters
                    ? [.. Whole(changes), Fix.Swap, Fix.RecordPermission, Fix.Remove]
                    : [.. Whole(changes), Fix.Decide, Fix.Swap, Fix.RecordPermission, Fix.Remove]
            );
        if (t.AsksCredit && string.IsNullOrWhiteSpace(r.Maker))
            yield return new(
                "no-maker",
                Standing.ToSettle,
                $"The {t.Name} ask for the maker's name, and none was found.",
                new("Name the maker.", t.Name, "the record has no maker"),
                [Fix.CorrectRecord, Fix.AdoptSource, Fix.Swap]
            );
    }

    private static IEnumerable<Finding> OfUse(Licence l, DeclaredUse use, bool decided)
    {
        // The deck's own licence cannot let others do what the photo's does not.
        if (l.ForbidsChanges && use is { HandedOn: true, OthersMayAdapt: true } && !decided)
            yield return new(
                "nd-adapt",
                Standing.ToSettle,
                "Others may change the file, and this photo may not be shared changed.",
                new(
                    "Adapted copies of it may not be shared, by whomever they are made.",
                    Obligations.Section(l, VersionTerms.Of(l) is { Version: "4.0" } ? "s.2(a)(1)(B)" : "s.3"),
                    "others may adapt the talk"
                ),
                [Fix.ForbidAdapting, Fix.Decide, Fix.Swap, Fix.RecordPermission, Fix.Remove]
            );
        switch (l.Grant)
        {
            case Grant.Closed:
                yield return new(
                    "closed",
                    Standing.Blocked,
                    "All rights are reserved, and no permission is recorded.",
                    new(l.Name + ".", l.Url ?? "", "no permission is recorded"),
                    [Fix.RecordPermission, Fix.Swap, Fix.Remove]
                );
                break;
            case Grant.Unclear:
                yield return new(
                    "statement-open",
                    Standing.ToSettle,
                    l.Family switch
                    {
                        LicenceFamily.NoCopyrightUnitedStates =>
                            "Free of copyright in the United States only. Find out how it stands where you speak.",
                        LicenceFamily.NoCopyrightContract =>
                            "Free of copyright, but its holder asks for terms of its own. Read them.",
                        LicenceFamily.NoCopyrightRestricted =>
                            "Free of copyright, but another law limits its use. Find out which.",
                        LicenceFamily.Sampling or LicenceFamily.SamplingPlus =>
                            "This retired licence is for sampling, and says little of showing a whole photo.",
                        _ => "The statement leaves open whether the photo may be used.",
                    },
                    new(l.Name + ".", l.Url ?? l.Label, "the statement of the source"),
                    [Fix.CorrectRecord, Fix.RecordPermission, Fix.Swap, Fix.Remove]
                );
                break;
            case Grant.TeachingOnly when use.Audience != Audience.Class || use.Commercial:
                yield return new(
                    "teaching-only",
                    Standing.Blocked,
                    "This photo may be used for teaching only.",
                    new(l.Name + ".", l.Url ?? "", use.Commercial ? "the talk is paid" : "the talk is public"),
                    [Fix.Swap, Fix.RecordPermission, Fix.Remove]
                );
                break;
            case Grant.NonCommercialOnly when use.Commercial:
                yield return new(
                    "nc-paid",
                    Standing.Blocked,
                    "The talk is marked as paid. This photo is not for paid use.",
                    new(l.Name + ".", l.Url ?? "", "the talk is paid"),
                    [Fix.MakeFree, Fix.Swap, Fix.RecordPermission, Fix.Remove]
                );
                break;
        }
        if (l.ForbidsCommerce && use.Commercial)
            yield return new(
                "nc-paid",
                Standing.Blocked,
                "The talk is marked as paid. This licence is not for paid use.",
                new(
                    "Not primarily intended for or directed towards commercial advantage or monetary compensation.",
                    Obligations.Section(l, LicenceClauses.Of(l).Commerce),
                    "the talk is paid"
                ),
                [Fix.MakeFree, Fix.Swap, Fix.RecordPermission, Fix.Remove]
            );
    }

    // 4.0 s.1 counts public display and public performance as sharing. 4.0 s.2(a)(1)(B) lets altered copies be made,
    // not
    // shared; s.2(a)(1)(A) lets the work be shared "in whole or in part". 1.0 to 3.0 speak of the work "in its entirety
    // in unmodified form", grant public display of that alone, and no right to make altered ones.
    private static IEnumerable<Finding> OfChanges(Licence l, Changes changes, DeclaredUse use, bool decided)
    {
        if (!l.ForbidsChanges || changes.None)
            yield break;
        bool four = VersionTerms.Of(l) is { AlteredForOneself: true };
        // A part that is shown in a closed circle is neither shared nor, under 4.0, forbidden to be made.
        if (four && !use.IsPublic && !changes.Alters)
            yield break;
        string trigger = changes.Note,
            how = use.IsShared ? "and handed on"
            : use.IsPublic ? "in public"
            : "in a class";
        Fix[] fixes =
        [
            Fix.Swap,
            .. use is { Audience: Audience.Class, IsShared: true } ? new[] { Fix.KeepInRoom } : [],
            Fix.RecordPermission,
            Fix.Remove,
        ];
        if (changes.Alters && use.IsPublic)
            yield return new(
                "nd-altered",
                Standing.Blocked,
                $"{Sentence(changes)} {how}: this licence does not let altered copies be shared, and "
                    + "showing is sharing. "
                    + (
                        changes.Covered
                            ? "Uncover it and show it whole, or swap it."
                            : "Show the photo whole, or swap it."
                    ),
                new(
                    "Altered copies may not be shared; public display is sharing.",
                    Obligations.Section(l, four ? "s.1 and s.2(a)(1)(B)" : "s.3"),
                    trigger
                ),
                [.. Whole(changes), .. fixes]
            );
        else if (!decided)
            yield return new(
                changes.Alters ? "nd-altered-here" : "nd-cropped",
                Standing.ToSettle,
                four
                    ? changes.Alters
                        ? $"{Sentence(changes)} {how}. This licence lets an altered copy be made, not shared. "
                            + "Show it whole, or decide."
                        : $"{Sentence(changes)}. This licence does not let altered copies be shared; it lets "
                            + "a part be shared. Show it whole, or decide."
                    : $"{Sentence(changes)}. This licence speaks of the work in its entirety in unmodified "
                        + "form. Show it whole, or decide.",
                new(
                    four
                        ? "It may be shared in whole or in part, but not in altered form."
                        : "No right to make an altered copy is granted.",
                    Obligations.Section(l, four ? "s.2(a)(1)(A) and (B)" : "s.3"),
                    trigger
                ),
                [.. Whole(changes), Fix.Decide, .. fixes]
            );
    }

    // Showing it whole leaves what is hidden hidden: where something is, that does not make it unaltered.
    private static Fix[] Whole(Changes changes) => changes.Covered ? [] : [Fix.ShowWhole];

    private static string Sentence(Changes c) => "Shown " + c.Note.Replace("shown ", "", StringComparison.Ordinal);

    /// <summary>At most 160 characters of a text.</summary>
    internal static string Short(string text) => text.Length <= 160 ? text : text[..157] + "...";
}
