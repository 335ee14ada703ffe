namespace Jaali.Core.Rights;

/// <summary>Why something holds: the term, where it stands, and the value of the deck that triggered it.</summary>
/// <param name="Term">In plain words.</param>
/// <param name="Section">Version and section, such as "CC BY-ND 4.0, s.3(a)(1)(B)"; empty where no licence is behind
/// it.</param>
/// <param name="Trigger">What in the deck or the record it is about.</param>
public sealed record Reason(string Term, string Section, string Trigger);

/// <summary>Something that is owed.</summary>
/// <param name="What">"credit", "licence link", "source link", "note of changes", "share alike", "statement",
/// "notice", "no endorsement".</param>
/// <param name="Met">Whether the deck does it.</param>
/// <param name="How">How it is done, or why it is not.</param>
/// <param name="Reason">Why it is owed.</param>
public sealed record Obligation(string What, bool Met, string How, Reason Reason);

/// <summary>What can be done about a finding with one action.</summary>
public enum Fix
{
    /// <summary>Show the whole photo, unchanged.</summary>
    ShowWhole,

    /// <summary>Put the next photo of the point's shortlist in its place.</summary>
    Swap,

    /// <summary>Record a permission.</summary>
    RecordPermission,

    /// <summary>Say that a licence found beside the photo holds for it, or choose among several.</summary>
    ConfirmOffer,

    /// <summary>Look for the original and adopt its record.</summary>
    AdoptSource,

    /// <summary>Correct the record.</summary>
    CorrectRecord,

    /// <summary>Say that the talk is free to enter.</summary>
    MakeFree,

    /// <summary>Say that nothing is handed on or published.</summary>
    KeepInRoom,

    /// <summary>The speaker made it.</summary>
    OwnWork,

    /// <summary>A person decides that it may be shown so.</summary>
    Decide,

    /// <summary>Keep to what the source said when the photo was taken.</summary>
    KeepEarlier,

    /// <summary>Take the merged picture apart, each photo in a frame of its own.</summary>
    Separate,

    /// <summary>Say that those who get the file may not change it.</summary>
    ForbidAdapting,

    /// <summary>Put the page of credits back at the end of the talk.</summary>
    CreditsPage,

    /// <summary>Name makers and licences on the slides.</summary>
    CreditOnSlide,

    /// <summary>Take the photo off its slides.</summary>
    Remove,
}

/// <summary>Something to settle.</summary>
/// <param name="Code">Stable and short, for programs: "nc-paid".</param>
/// <param name="Standing">How much it weighs.</param>
/// <param name="Sentence">For a person.</param>
/// <param name="Reason">Why.</param>
/// <param name="Fixes">What can be done, the likeliest first.</param>
public sealed record Finding(string Code, Standing Standing, string Sentence, Reason Reason, IReadOnlyList<Fix> Fixes);

/// <summary>How a photo as placed stands for a declared use, with everything that led there.</summary>
/// <param name="Findings">The heaviest first; empty where it is clear.</param>
/// <param name="Obligations">What is owed.</param>
/// <param name="Note">A word where it is clear, such as that nothing is asked.</param>
public sealed record Judgement(IReadOnlyList<Finding> Findings, IReadOnlyList<Obligation> Obligations, string Note)
{
    /// <summary>The heaviest standing among the findings.</summary>
    public Standing Standing => Findings.Count > 0 ? Findings[0].Standing : Standing.Clear;

    /// <summary>The same with another finding, in its place by weight.</summary>
    public Judgement With(Finding finding) =>
        this with
        {
            Findings = [.. Findings.Append(finding).OrderByDescending(f => f.Standing)],
            Note = "",
        };

    /// <summary>The same with something more that is owed.</summary>
    public Judgement With(Obligation owed) => this with { Obligations = [.. Obligations, owed] };

    /// <summary>Standing and why, in short.</summary>
    public Clearance Clearance => new(Standing, Findings.Count > 0 ? Findings[0].Sentence : Note);
}
