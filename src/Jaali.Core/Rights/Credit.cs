using System.Text;

namespace Jaali.Core.Rights;

/// <summary>A piece of a credit, with the address it leads to, if any.</summary>
public sealed record CreditSpan(string Text, string? Href = null);

/// <summary>The parts of a credit, before it is written in any form. Texts are one line each and cannot reorder what
/// stands around them.</summary>
/// <param name="Title">Empty where none is known.</param>
/// <param name="Maker">Empty where none is known.</param>
/// <param name="MakerUrl">The maker's page.</param>
/// <param name="Source">The collection.</param>
/// <param name="SourceUrl">The page of the photo.</param>
/// <param name="Terms">The licence as a badge, or "by permission of ...", or "own photo".</param>
/// <param name="TermsName">The same in full.</param>
/// <param name="TermsUrl">Where the licence can be read.</param>
/// <param name="Notice">Copyright notice.</param>
/// <param name="Statement">A statement that the collection asks for.</param>
/// <param name="Changes">The note of changes.</param>
/// <param name="Before">What was changed before it came here, as its source says; empty where nothing was.</param>
/// <param name="MakerKind">Whether the maker is a person or an organisation, where the source says so.</param>
/// <param name="PictureUrl">The address of the picture itself, where it was found.</param>
/// <param name="Own">The speaker's own photo.</param>
/// <param name="MergedUnder">The licence of the picture that it was merged into; empty where it binds to none.</param>
/// <param name="Updated">When the source was last updated, where the licence asks for that; empty elsewhere.</param>
public sealed record CreditParts(
    string Title,
    string Maker,
    string? MakerUrl,
    string Source,
    string? SourceUrl,
    string Terms,
    string TermsName,
    string? TermsUrl,
    string Notice,
    string Statement,
    string Changes,
    string Before = "",
    MakerKind MakerKind = MakerKind.Unknown,
    string? PictureUrl = null,
    bool Own = false,
    string MergedUnder = "",
    string Updated = ""
)
{
    private const string NotFound = "licence not found";

    /// <summary>True where nothing is known of its terms: what is said in their place is for people, and is no term to
    /// write into a file.</summary>
    public bool HasNoTerms => TermsName == NotFound;

    /// <summary>The statement that a licence itself asks for where its source has none; null where it asks for none
    /// (Open Government Licence for the United Kingdom, "You must").</summary>
    public static string? OwnStatement(Licence? licence) =>
        licence is { Family: LicenceFamily.OpenGovernment, Version.Length: > 0 } ogl
            ? $"Contains public sector information licensed under the Open Government Licence v{ogl.Version}."
            : null;

    /// <summary>The parts of a record with the changes made.</summary>
    public static CreditParts Of(RightsRecord r, Changes changes, string language = "en")
    {
        (string terms, string name, string? url) =
            r.Permission is { } p ? ($"by permission of {Clean(p.From)}", $"by permission of {Clean(p.From)}", null)
            : r.OwnWork ? ("own photo", "own photo", null)
            : r.Licence is { } l ? (l.Label, l.Name, l.Url)
            : r.Terms is { } t ? (Clean(t.Name), Clean(t.Name), t.Url)
            : r.PublicDomainReason.Length > 0
                ? ("public domain", $"public domain, {Clean(r.PublicDomainReason)}", (string?)null)
            : (NotFound, NotFound, null);
        string notice = Clean(r.Notice),
            statement = Clean(r.Statement) is { Length: > 0 } asked ? asked
            : r is { Permission: null, OwnWork: false } ? OwnStatement(r.Licence) ?? ""
            : "",
            collection = r.OwnWork ? "" : Clean(r.Collection);
        // A statement that only says again who holds it would stand there twice.
        return new(
            Clean(r.Title),
            Clean(r.Maker),
            WebAddress.Pressable(r.MakerUrl),
            collection,
            WebAddress.Pressable(r.SourceUrl),
            terms,
            name,
            WebAddress.Pressable(url),
            notice,
            statement == collection ? "" : statement,
            changes.NoteIn(language),
            Clean(r.EarlierChanges),
            r.MakerKind,
            WebAddress.Pressable(r.PictureUrl),
            r.OwnWork,
            Updated: r is { Permission: null, OwnWork: false, Licence.AsksForUpdate: true }
                ? Clean(r.Updated ?? "")
                : ""
        );
    }

    /// <summary>One line, no control or direction-override characters: a title from a page must not reorder or break
    /// the credit around it.</summary>
    private static string Clean(string text)
    {
        var clean = new StringBuilder(text.Length);
        foreach (char c in text)
        {
            if (c is >= '\u202A' and <= '\u202E' or >= '\u2066' and <= '\u2069')
                continue;
            clean.Append(char.IsControl(c) || c is '\u2028' or '\u2029' ? ' ' : c);
        }
        return clean.ToString().Trim();
    }
}

/// <summary>
/// The wording of a credit, composed from the rights record and the changes made. Its parts follow Creative Commons'
/// recommended practice
/// for attribution (title, author, source, licence; and whether it was changed).
/// </summary>
public sealed record Credit(IReadOnlyList<CreditSpan> Spans)
{
    /// <summary>All spans as one line.</summary>
    public string Text => string.Concat(Spans.Select(s => s.Text));

    /// <summary>The credit on the slide: maker, linked to the source, and licence, linked to its deed. Neither is
    /// ever dropped.</summary>
    public static Credit Short(RightsRecord r, Changes changes, string language = "en") =>
        Short(CreditParts.Of(r, changes, language));

    /// <summary>The credit on the credits slide: title, maker, source, licence, notice, statement and
    /// changes.</summary>
    public static Credit Full(RightsRecord r, Changes changes, string language = "en") =>
        Full(CreditParts.Of(r, changes, language));

    /// <summary>The short credit of parts.</summary>
    public static Credit Short(CreditParts p)
    {
        if (p.Own)
            return OwnPhoto(p);
        List<CreditSpan> spans =
        [
            new(p.Maker.Length > 0 ? p.Maker : "Unknown maker", p.SourceUrl ?? p.MakerUrl),
            new(", "),
            new(p.Terms, p.TermsUrl),
        ];
        if (p.Changes.Length > 0)
            spans.Add(new($" ({p.Changes})"));
        return new Credit(spans);
    }

    /// <summary>The credit on a slide of a house style: title where it is asked for, maker, licence, changes, joined as
    /// the style joins them.</summary>
    /// <param name="p">The parts.</param>
    /// <param name="joint">What stands between them.</param>
    /// <param name="titled">With the title.</param>
    public static Credit Joined(CreditParts p, string joint, bool titled)
    {
        if (p.Own)
            return OwnPhoto(p);
        List<CreditSpan> spans = [];
        if (titled && p.Title.Length > 0)
            spans.AddRange([new($"“{p.Title}”", p.SourceUrl), new(joint)]);
        spans.AddRange([
            new(
                p.Maker.Length > 0 ? p.Maker : "Unknown maker",
                titled && p.MakerUrl is { } own ? own : p.SourceUrl ?? p.MakerUrl
            ),
            new(joint),
            new(p.Terms, p.TermsUrl),
        ]);
        if (p.Changes.Length > 0)
            spans.Add(new(joint + p.Changes));
        return new Credit(spans);
    }

    /// <summary>The full credit of parts.</summary>
    public static Credit Full(CreditParts p)
    {
        if (p.Own)
            return OwnPhoto(p);
        List<CreditSpan> spans =
        [
            new(p.Title.Length > 0 ? $"“{p.Title}”" : "Photo", p.SourceUrl),
            new(" by "),
            new(p.Maker.Length > 0 ? p.Maker : "unknown maker", p.MakerUrl),
            new(", "),
            new(p.Terms, p.TermsUrl),
        ];
        if (p.Notice.Length > 0)
            spans.Add(new($", {p.Notice}"));
        if (p.Source.Length > 0)
            spans.AddRange([new(", "), new(p.Source, p.SourceUrl)]);
        if (p.Updated.Length > 0)
            spans.Add(new($", updated {p.Updated}"));
        if (p.Statement.Length > 0)
            spans.Add(new($", {p.Statement}"));
        if (p.Before.Length > 0)
            spans.Add(new($", changed before: {p.Before}"));
        if (p.Changes.Length > 0)
            spans.Add(new($", {p.Changes}"));
        if (p.MergedUnder.Length > 0)
            spans.Add(new($", the merged picture under {p.MergedUnder}"));
        return new Credit(spans);
    }

    // The speaker needs no licence and no note: "Photo: NAME".
    private static Credit OwnPhoto(CreditParts p) =>
        new(p.Maker.Length > 0 ? [new("Photo: "), new(p.Maker, p.MakerUrl)] : [new("Own photo")]);
}
