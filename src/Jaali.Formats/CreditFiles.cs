using System.Globalization;
using System.Net;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Jaali.Core.Decks;
using Jaali.Core.Ledgers;
using Jaali.Core.Rights;

namespace Jaali.Formats;

/// <summary>The credits of a deck as files: the words are those of the credits slide, in every form.</summary>
public static class CreditFiles
{
    private static readonly JsonSerializerOptions Written = new()
    {
        WriteIndented = true,
        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    /// <summary>Plain text: a line a photo, addresses below it.</summary>
    public static string Text(Deck deck, IReadOnlyList<CreditEntry> entries)
    {
        var text = new StringBuilder($"Photographs in “{deck.Title}”\n\n");
        foreach (CreditEntry e in entries)
        {
            text.Append($"{Slides(e)}: {e.Credit.Text}\n");
            foreach (string? url in new[] { e.Parts.SourceUrl, e.Parts.TermsUrl })
                if (url is not null)
                    text.Append($"    {url}\n");
        }
        return text.ToString();
    }

    /// <summary>Markdown (CommonMark) with live links.</summary>
    public static string Markdown(Deck deck, IReadOnlyList<CreditEntry> entries)
    {
        var text = new StringBuilder($"# Photographs in “{Mark(deck.Title)}”\n\n");
        foreach (CreditEntry e in entries)
            text.Append($"- {Slides(e)}: ")
                .AppendJoin(
                    "",
                    e.Credit.Spans.Select(s =>
                        s.Href is { } h
                            ? LinkIn(s.Text, t => $"[{Mark(t)}](<{h.Replace(">", "%3E", StringComparison.Ordinal)}>)")
                            : Mark(s.Text)
                    )
                )
                .Append('\n');
        return text.ToString();
    }

    /// <summary>The names that the RDFa of <see cref="HtmlList"/> is written in, for an element around it.</summary>
    public const string Prefixes =
        "cc: http://creativecommons.org/ns# dct: http://purl.org/dc/terms/ schema: http://schema.org/";

    /// <summary>HTML with ccREL in RDFa: title, maker, source and licence of each photo can be read by
    /// programs.</summary>
    public static string Html(Deck deck, IReadOnlyList<CreditEntry> entries) =>
        $"<!doctype html>\n<html lang=\"en\" prefix=\"{Prefixes}\">\n<meta charset=\"utf-8\">\n"
        + $"<title>Photographs in “{H(deck.Title)}”</title>\n<h1>Photographs in “{H(deck.Title)}”</h1>\n"
        + HtmlList(entries)
        + "</html>\n";

    /// <summary>The list of that page, for other pages.</summary>
    public static string HtmlList(IReadOnlyList<CreditEntry> entries)
    {
        var text = new StringBuilder("<ul>\n");
        foreach (CreditEntry e in entries)
        {
            CreditParts p = e.Parts;
            text.Append($"<li about=\"{H(Subject(e))}\" typeof=\"schema:ImageObject\">{H(Slides(e))}: ");
            if (p.Own)
            {
                text.Append(
                    p.Maker.Length > 0
                        ? $"Photo: <span property=\"cc:attributionName\">{H(p.Maker)}</span></li>\n"
                        : "Own photo</li>\n"
                );
                continue;
            }
            // Property and rel stand on one element: inside a link of its own a property would speak of the page it
            // leads to (RDFa Core 1.1, section 8.3.1).
            text.Append(
                    Linked(
                        "dct:title",
                        "dct:source",
                        p.SourceUrl,
                        p.Title.Length > 0 ? p.Title : "Photo",
                        p.Title.Length > 0
                    )
                )
                .Append(" by ");
            text.Append(
                    Linked(
                        "cc:attributionName",
                        "cc:attributionURL",
                        p.MakerUrl,
                        p.Maker.Length > 0 ? p.Maker : "unknown maker",
                        p.Maker.Length > 0
                    )
                )
                .Append(", ");
            text.Append(
                p.TermsUrl is { } terms ? $"<a rel=\"license\" href=\"{H(terms)}\">{H(p.Terms)}</a>" : H(p.Terms)
            );
            if (p.Notice.Length > 0)
                text.Append($", <span property=\"dct:rights\">{H(p.Notice)}</span>");
            if (p.Source.Length > 0)
                text.Append($", {(p.SourceUrl is { } at ? $"<a href=\"{H(at)}\">{H(p.Source)}</a>" : H(p.Source))}");
            if (p.Statement.Length > 0)
                text.Append($", {H(p.Statement)}");
            if (p.Before.Length > 0)
                text.Append($", changed before: {H(p.Before)}");
            if (p.Changes.Length > 0)
                text.Append($", {H(p.Changes)}");
            if (p.MergedUnder.Length > 0)
                text.Append($", the merged picture under {H(p.MergedUnder)}");
            text.Append("</li>\n");
        }
        return text.Append("</ul>\n").ToString();
    }

    /// <summary>Comma-separated values (RFC 4180), a header line first.</summary>
    public static string Csv(IReadOnlyList<CreditEntry> entries)
    {
        var text = new StringBuilder(
            "slides,title,maker,maker address,source,source address,licence,licence "
                + "address,notice,statement,changed before,changes,credit\r\n"
        );
        foreach (CreditEntry e in entries)
        {
            CreditParts p = e.Parts;
            text.AppendJoin(
                    ',',
                    new[]
                    {
                        string.Join(' ', e.Slides),
                        p.Title,
                        p.Maker,
                        p.MakerUrl ?? "",
                        p.Source,
                        p.SourceUrl ?? "",
                        p.TermsName,
                        p.TermsUrl ?? "",
                        p.Notice,
                        p.Statement,
                        p.Before,
                        p.Changes,
                        e.Credit.Text,
                    }.Select(Cell)
                )
                .Append("\r\n");
        }
        return text.ToString();
    }

    /// <summary>JSON-LD: schema.org ImageObjects.</summary>
    public static string JsonLd(Deck deck, IReadOnlyList<CreditEntry> entries)
    {
        var photos = new JsonArray();
        foreach (CreditEntry e in entries)
        {
            CreditParts p = e.Parts;
            var photo = new JsonObject
            {
                ["@type"] = "ImageObject",
                ["@id"] = Subject(e),
                ["creditText"] = e.Credit.Text,
            };
            if (p.Title.Length > 0)
                photo["name"] = p.Title;
            if (p.Maker.Length > 0)
            {
                // What the source does not say is not said here: a name alone may be a person's or a museum's.
                photo["creator"] = new JsonObject { ["name"] = p.Maker };
                if (p.Own || p.MakerKind == MakerKind.Person)
                    photo["creator"]!["@type"] = "Person";
                else if (p.MakerKind == MakerKind.Organisation)
                    photo["creator"]!["@type"] = "Organization";
                if (p.MakerUrl is { } url)
                    photo["creator"]!["url"] = url;
            }
            if (p.TermsUrl is { } licence)
                photo["license"] = licence;
            if (p.PictureUrl is { } picture)
                photo["contentUrl"] = picture;
            if (p.SourceUrl is { } source)
                photo["acquireLicensePage"] = source;
            if (p.Notice.Length > 0)
                photo["copyrightNotice"] = p.Notice;
            photos.Add((JsonNode)photo);
        }
        var talk = new JsonObject
        {
            ["@context"] = "https://schema.org/",
            ["@type"] = "PresentationDigitalDocument",
            ["name"] = deck.Title,
            ["hasPart"] = photos,
        };
        if (deck.Speaker.Length > 0)
            talk["author"] = new JsonObject { ["@type"] = "Person", ["name"] = deck.Speaker };
        if (LicenceReader.Read(deck.Style.OwnLicence)?.Url is { } own)
            talk["license"] = own;
        // In a page a script would end at "</script>", wherever it stands.
        return talk.ToJsonString(Written).Replace("<", "\\u003c", StringComparison.Ordinal);
    }

    private static string Linked(string property, string rel, string? href, string text, bool said)
    {
        string what = said ? $" property=\"{property}\"" : "",
            quoted = property == "dct:title" && said ? "“{0}”" : "{0}";
        return string.Format(
            CultureInfo.InvariantCulture,
            quoted,
            href is null ? $"<span{what}>{H(text)}</span>" : $"<a rel=\"{rel}\"{what} href=\"{H(href)}\">{H(text)}</a>"
        );
    }

    private static string Slides(CreditEntry e) =>
        (e.Slides.Count == 1 ? "Slide " : "Slides ")
        + string.Join(", ", e.Slides.Select(s => s.ToString(CultureInfo.InvariantCulture)));

    // Statements speak of the picture, not of the page it stands on, on which there may be others.
    private static string Subject(CreditEntry e) => e.Parts.PictureUrl ?? "urn:sha256:" + e.Photo.Id;

    private static string H(string text) => WebUtility.HtmlEncode(text);

    // A cell that begins like a formula, in whatever width, is kept from being one in spreadsheets (CWE-1236).
    private static string Cell(string text)
    {
        string t =
            text.Length > 0
            && text[0] is '=' or '+' or '-' or '@' or '\t' or '\r' or '\n' or '＝' or '＋' or '－' or '＠'
                ? "'" + text
                : text;
        return t.AsSpan().IndexOfAny(",\"\r\n") >= 0 ? $"\"{t.Replace("\"", "\"\"", StringComparison.Ordinal)}\"" : t;
    }

    private static string Mark(string text)
    {
        var marked = new StringBuilder(text.Length);
        foreach (char c in text)
            marked.Append(
                c is '\\' or '`' or '*' or '_' or '[' or ']' or '<' or '>' or '#' or '|' or '!'
                    ? $"\\{c}"
                    : c.ToString()
            );
        return marked.ToString();
    }

    // Commas and spaces at the ends of a piece stay outside its link.
    private static string LinkIn(string text, Func<string, string> link)
    {
        string inner = text.Trim(' ', ',');
        int at = text.IndexOf(inner, StringComparison.Ordinal);
        return inner.Length == 0 ? text : text[..at] + link(inner) + text[(at + inner.Length)..];
    }
}
