using System.Text;

namespace Jaali.Core.Rights;

/// <summary>A piece of a credit, with the address it leads to, if any.</summary>
public sealed record CreditSpan(string Text, string? Href = null);

/// <summary>
/// The wording of a credit, composed from the rights record and the changes made. Its parts follow Creative Commons' recommended practice
/// for attribution (title, author, source, licence; and whether it was changed).
/// </summary>
public sealed record Credit(IReadOnlyList<CreditSpan> Spans)
{
    /// <summary>All spans as one line.</summary>
    public string Text => string.Concat(Spans.Select(s => s.Text));

    /// <summary>The credit on the slide: maker, linked to the source, and licence, linked to its deed. Neither is ever dropped.</summary>
    public static Credit Short(RightsRecord r, Changes changes) => Compose(r, changes, title: false);

    /// <summary>The credit on the credits slide: title, maker, source, licence, notice and changes.</summary>
    public static Credit Full(RightsRecord r, Changes changes) => Compose(r, changes, title: true);

    private static Credit Compose(RightsRecord r, Changes changes, bool title)
    {
        List<CreditSpan> spans = [];
        string maker = Clean(r.Maker), name = Clean(r.Title);
        if (title)
        {
            spans.Add(new(name.Length > 0 ? $"“{name}”" : "Photo", r.SourceUrl));
            spans.Add(new(" by "));
            spans.Add(new(maker.Length > 0 ? maker : "unknown maker", r.MakerUrl));
        }
        else
        {
            spans.Add(new(maker.Length > 0 ? maker : "Unknown maker", r.SourceUrl ?? r.MakerUrl));
        }
        spans.Add(new(", "));
        spans.Add(Terms(r));
        if (title && Clean(r.Notice) is { Length: > 0 } notice) spans.Add(new($", {notice}"));
        if (title && Clean(r.Collection) is { Length: > 0 } collection) spans.Add(new($", {collection}", r.SourceUrl));
        if (!changes.None) spans.Add(new(title ? $", {changes.Note}" : $" ({changes.Note})"));
        return new Credit(spans);
    }

    private static CreditSpan Terms(RightsRecord r)
    {
        if (r.Permission is { } p) return new($"by permission of {Clean(p.From)}");
        return r.Licence is { } l ? new(l.Label, l.Url) : new("licence not found");
    }

    /// <summary>One line, no control or direction-override characters: a title from a page must not reorder or break the credit around it.</summary>
    private static string Clean(string text)
    {
        var clean = new StringBuilder(text.Length);
        foreach (char c in text)
        {
            if (c is >= '\u202A' and <= '\u202E' or >= '\u2066' and <= '\u2069') continue;
            clean.Append(char.IsControl(c) ? ' ' : c);
        }
        return clean.ToString().Trim();
    }
}
