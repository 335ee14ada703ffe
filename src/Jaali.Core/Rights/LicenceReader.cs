using System.Net;
using System.Text.RegularExpressions;

namespace Jaali.Core.Rights;

/// <summary>
/// Recognises a licence in whatever form a source gives it: address, SPDX identifier, badge text or prose. Never freer
/// than what is said: anything beside a licence that is not known to limit nothing makes the reading unclear.
/// </summary>
public static partial class LicenceReader
{
    /// <summary>Longest saying that is read, in characters; more is a text, not a statement.</summary>
    public const int MostCharacters = 4_000;

    /// <summary>The licence that a text names clearly, or null.</summary>
    public static Licence? Read(string? text) => Say(text).Licence;

    /// <summary>Reads a saying: a licence, nothing that matters, or why it is unclear.</summary>
    public static LicenceSaying Say(string? text)
    {
        if (string.IsNullOrWhiteSpace(text))
            return LicenceSaying.Nothing;
        if (text.Length > MostCharacters)
            return LicenceSaying.Doubt($"it has {text.Length} characters");
        string plain = text;
        if (plain.Contains('&', StringComparison.Ordinal))
            plain = WebUtility.HtmlDecode(plain);
        if (StruckOut().IsMatch(plain))
            return LicenceSaying.Doubt("part of it is struck out");
        List<Licence> addressed = [];
        // From the last to the first, so that places stay what they are.
        foreach (Match m in LicenceAddress.In(plain).Reverse())
        {
            (Licence? licence, string? doubt) = LicenceAddress.Read(m.Value);
            if (doubt is not null)
                return LicenceSaying.Doubt(doubt);
            if (licence is not null)
                addressed.Add(licence);
            plain = string.Concat(plain.AsSpan(0, m.Index), " ¦ ", plain.AsSpan(m.Index + m.Length));
        }
        plain = Markup().Replace(plain, " ");
        if (Statement(plain) is { } statement && addressed.Count == 0)
            return LicenceSaying.Of(statement);
        (IReadOnlyList<LicenceToken> tokens, string? no) = LicenceTokens.Of(plain);
        return no is not null ? LicenceSaying.Doubt(no) : new LicenceGrammar(tokens).Read(addressed);
    }

    // The statements of rightsstatements.org by name, as their own pages write them.
    private static Licence? Statement(string text)
    {
        string plain = Letters(text);
        foreach (LicenceFamily family in Enum.GetValues<LicenceFamily>())
            if (family >= LicenceFamily.InCopyright && plain == Letters(Families.Of(family).Name))
                return new Licence(family, "", "");
        return null;

        static string Letters(string text) => string.Concat(text.ToLowerInvariant().Where(char.IsLetter));
    }

    [GeneratedRegex(@"<\s*(?:s|del|strike)\b|line-through", RegexOptions.IgnoreCase)]
    private static partial Regex StruckOut();

    [GeneratedRegex("<[^>]*>?")]
    private static partial Regex Markup();
}
