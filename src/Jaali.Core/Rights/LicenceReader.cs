using System.Net;
using System.Text.RegularExpressions;

namespace Jaali.Core.Rights;

/// <summary>
/// Recognises a licence in whatever form a source gives it: address, SPDX identifier, badge text or prose. Never freer
/// than what is said: anything beside a licence that is not known to limit nothing makes the reading unclear.
/// </summary>
public static partial class LicenceReader
{
    /// <summary>The licence that a text names clearly, or null.</summary>
    public static Licence? Read(string? text) => Say(text).Licence;

    /// <summary>A saying in parts, so that what was not understood can be marked where it stands.</summary>
    /// <param name="text">The saying.</param>
    /// <param name="said">What was read of it.</param>
    public static IReadOnlyList<SaidPart> Parts(string text, LicenceStatement said)
    {
        List<SaidPart> parts = [];
        int end = 0;
        foreach (Match word in Words().Matches(text))
        {
            if (!said.NotUnderstood.Contains(LicenceTokens.Folded(word.Value).ToLowerInvariant()))
                continue;
            if (word.Index > end)
                parts.Add(new(text[end..word.Index], true));
            parts.Add(new(word.Value, false));
            end = word.Index + word.Length;
        }
        if (end < text.Length)
            parts.Add(new(text[end..], true));
        return parts;
    }

    /// <summary>True for words that name somebody and limit nothing, read where only a name is asked for: short, no
    /// licence among them, and no word that reserves, permits, requires, forbids, sells or limits in any language that
    /// is
    /// known.</summary>
    public static bool IsPlainAttribution(string text)
    {
        (IReadOnlyList<LicenceToken> tokens, string? no) = LicenceTokens.Of(ShownText.Of(text));
        return no is null
            && tokens.Count is > 0 and <= LongestAttribution
            && !tokens.Any(t => LicenceWords.LimitsOf(t.Text))
            && !Say(text).Mentions;
    }

    // A name of a maker, an institution and a place; what is longer is a sentence.
    private const int LongestAttribution = 12;

    /// <summary>A page that lists the languages, forms and sources that are read.</summary>
    public static string Languages() => LicenceLanguages.Page();

    /// <summary>Reads a saying: a licence, nothing that matters, or why it is unclear.</summary>
    public static LicenceStatement Say(string? text)
    {
        if (string.IsNullOrWhiteSpace(text))
            return LicenceStatement.Nothing;
        if (text.Length > Limits.Documents.SayingCharacters)
            return LicenceStatement.Doubt($"it has {text.Length} characters");
        string plain = text;
        if (plain.Contains('&', StringComparison.Ordinal))
            plain = WebUtility.HtmlDecode(plain);
        if (IsPlaceholder(plain))
            return LicenceStatement.Nothing;
        plain = ShownText.Of(plain);
        if (StruckOut().IsMatch(plain))
            return LicenceStatement.Doubt("part of it is struck out");
        List<Licence> addressed = [];
        // From the last to the first, so that places stay what they are.
        foreach (Match m in LicenceAddress.In(plain).Reverse())
        {
            (Licence? licence, string? doubt) = LicenceAddress.Read(m.Value);
            if (doubt is not null)
                return LicenceStatement.Doubt(doubt);
            if (licence is not null)
                addressed.Add(licence);
            plain = string.Concat(plain.AsSpan(0, m.Index), " ¦ ", plain.AsSpan(m.Index + m.Length));
        }
        plain = Markup().Replace(plain, " ");
        // Whole sentences of the licences' own, and a title in quotation marks before its maker.
        plain = View().Replace(plain, " ");
        plain = Permits().Replace(plain, m => m.Groups["nc"].Success ? " non-commercial use. " : ". ");
        plain = Mail().Replace(plain, " ");
        plain = Field().Replace(plain, "");
        plain = Absent().Replace(plain, " ");
        plain = Quoted(plain);
        plain = Waiver().Replace(plain, " CC0 1.0. ");
        plain = Permission()
            .Replace(plain, m => $" GFDL {m.Groups[1].Value}{(m.Groups["later"].Success ? " or later" : "")}. ");
        plain = Titled().Replace(plain, "");
        if (Statement(plain) is { } statement && addressed.Count == 0)
            return LicenceStatement.Of(statement);
        (IReadOnlyList<LicenceToken> tokens, string? no) = LicenceTokens.Of(plain);
        if (no is not null)
            return LicenceStatement.Doubt(no);
        LicenceStatement said = new LicenceGrammar(tokens).Read(addressed);
        return said is { Licence.Grant: not Grant.Closed } && Asks().IsMatch(plain)
            ? LicenceStatement.Doubt("it asks more than it says")
            : said;
    }

    // What programs and forms write where nothing is known.
    private static readonly HashSet<string> Placeholders = new(StringComparer.OrdinalIgnoreCase)
    {
        "n/a",
        "n.a.",
        "na",
        "none",
        "null",
        "nil",
        "undefined",
        "unknown",
        "not available",
        "not specified",
        "unspecified",
        "not known",
        "tbd",
        "-",
        "--",
        "—",
        "?",
        "unbekannt",
        "keine angabe",
        "k.a.",
        "inconnu",
        "inconnue",
        "non renseigné",
        "desconocido",
        "sin datos",
        "sconosciuto",
        "desconhecido",
        "onbekend",
        "okänd",
        "ukendt",
        "ukjent",
        "nieznany",
        "neznámý",
        "ismeretlen",
        "necunoscut",
        "неизвестно",
        "невідомо",
        "bilinmiyor",
        "不明",
        "未知",
        "미상",
    };

    private static bool IsPlaceholder(string text) => Placeholders.Contains(text.Trim().TrimEnd('.'));

    // Titles between quotation marks before a licence: what they say is what the picture is called.
    private static string Quoted(string text) =>
        Quotation()
            .Replace(
                text,
                m =>
                    Words().Matches(LicenceTokens.Folded(m.Groups["t"].Value).ToLowerInvariant()) is var words
                    && (
                        words.Any(w => LicenceWords.MayLimit(w.Value))
                        || !Behind().IsMatch(text[(m.Index + m.Length)..])
                    )
                        ? m.Value
                        : ", "
            );

    // The statements of rightsstatements.org by name, as their own pages write them.
    private static Licence? Statement(string text)
    {
        string plain = Letters(text);
        foreach (LicenceFamily family in Enum.GetValues<LicenceFamily>())
            if (family >= LicenceFamily.InCopyright && plain == Letters(LicenceFamilies.Of(family).Name))
                return new Licence(family, "", "");
        return null;

        static string Letters(string text) => string.Concat(text.ToLowerInvariant().Where(char.IsLetter));
    }

    [GeneratedRegex(@"<\s*(?:s|del|strike)\b|line-through", RegexOptions.IgnoreCase)]
    private static partial Regex StruckOut();

    // The sentence that Creative Commons' own tool gives with CC0 (from memory).
    [GeneratedRegex(
        @"To the extent possible under law,[^.;]{1,200}?\b(?:has|have) waived all copyright(?: and related or neighbou?ring rights)?"
            + @"(?: under CC0)?(?: to [^.;]{1,200})?(?:\. ?This work is published from:? [\p{L} ]{2,60})?(?:\.|$)",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Waiver();

    // Where the licence can be seen, as Creative Commons' own tools say it (from memory).
    [GeneratedRegex(
        @"\bTo view (?:a copy of )?(?:this|the) licen[cs]e,? (?:please )?(?:visit|see|go to)\b|\bor send a letter to Creative Commons,[^.]{0,120}?\bUSA\b\.?",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex View();

    // The sentence of journals behind a licence, whole and in no other words: the Creative Commons licences permit that
    // (from memory). Anything more in it may be a limit.
    [GeneratedRegex(
        @",?\s*which permits (?:unrestricted,? )?(?<nc>non-?commercial )?(?:use|re-?use|sharing|copying)"
            + @"(?:,? (?:and )?(?:use|re-?use|sharing|copying|adaptation|distribution|reproduction))* in any medium"
            + @"(?: or format)?(?:,? (?:provided|as long as)(?: that)? the original (?:work|authors?|author\(s\)|source)"
            + @"(?: and (?:the )?source)? (?:is|are) (?:properly |appropriately )?(?:cited|credited|attributed))?\s*(?:\.|$)",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Permits();

    [GeneratedRegex(@"<?\b[\w.+-]+@[\w-]+(?:\.[\w-]+)+>?")]
    private static partial Regex Mail();

    // A field's own name before what it says: "dc:rights:", "xmpRights:UsageTerms=". No other name: it might be a
    // limit.
    [GeneratedRegex(
        @"^\s*(?:(?:dc|dcterms|dct|xmpRights|photoshop|iptc|Iptc4xmpCore|Iptc4xmpExt|exif|tiff|cc|schema|plus|media)[:.]"
            + @"(?:rights|licen[cs]e|usageTerms|copyright|copyrightNotice|webStatement)|SPDX-License-Identifier)\s*[:=]\s*",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Field();

    [GeneratedRegex(@"(?<![\p{L}\p{Nd}])(?:n/a|n\.a\.)(?![\p{L}\p{Nd}])", RegexOptions.IgnoreCase)]
    private static partial Regex Absent();

    [GeneratedRegex("""["“„«](?<t>[^"“”„«»]{1,90})["”“»]""")]
    private static partial Regex Quotation();

    [GeneratedRegex(@"[\p{L}\p{M}\p{Nd}]+")]
    private static partial Regex Words();

    [GeneratedRegex(
        @"\b(?:CC0?|Creative Commons|GFDL|public domain|OGL|licen[cs]ed?|lizenz|¦)|¦",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Behind();

    [GeneratedRegex(@"[?？]\s*(?:$|[\s.,;)\]])")]
    private static partial Regex Asks();

    // GFDL, addendum: "How to use this License for your documents".
    [GeneratedRegex(
        @"Permission is granted to copy, distribute and/or modify this document under the terms of the GNU Free "
            + @"Documentation License, Version (1\.[123])(?: only)?,?(?<later> or any later version(?: published by the Free Software Foundation)?)?;?,?"
            + @" with no Invariant Sections,?(?: with)? no Front-Cover Texts,? and(?: with)? no Back-Cover Texts\.?",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Permission();

    // The title of Creative Commons' recommended practice for attribution.
    [GeneratedRegex(
        """^\s*(?:["“](?![^"“”]*(?:\bcc\b|licen[cs]e))[^"“”]{1,120}["”]|«[^«»]{1,120}»|„[^„“]{1,120}“)"""
            + """\s*,?\s*(?=(?:by|von|par|por|di|de|door|af|av)\s)""",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Titled();

    [GeneratedRegex("<[^>]*>?")]
    private static partial Regex Markup();
}
