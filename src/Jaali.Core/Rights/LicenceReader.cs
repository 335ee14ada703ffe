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
        plain = Waiver().Replace(plain, " CC0 1.0. ");
        plain = Permission().Replace(plain, m => $" GFDL {m.Groups[1].Value} ");
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

    [GeneratedRegex(@"[?？]\s*(?:$|[\s.,;)\]])")]
    private static partial Regex Asks();

    // GFDL, addendum: "How to use this License for your documents".
    [GeneratedRegex(
        @"Permission is granted to copy, distribute and/or modify this document under the terms of the GNU Free "
            + @"Documentation License, Version (1\.[123])(?: only)?,?(?: or any later version(?: published by the Free Software Foundation)?)?;?,?"
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
