// Long lines: samples of data stand as they are.
using System.Text.RegularExpressions;

namespace Jaali.Core.Rights;

/// <summary>Recognises a licence in whatever form a source gives it: address, SPDX identifier, badge text or
/// prose.</summary>
public static partial class LicenceReader
{
    /// <summary>The licence named by a text, or null where none is recognised. A guess is never made: prose that
    /// names no known licence is null.</summary>
    public static Licence? Read(string? text)
    {
        if (string.IsNullOrWhiteSpace(text))
            return null;
        string t = Regex.Replace(text.Trim().ToLowerInvariant(), @"[\s_  ]+", " ");
        return FromAddress(t) ?? FromStatement(t) ?? FromOthers(t) ?? FromWords(t) ?? FromClosed(t);
    }

    private static Licence? FromStatement(string t)
    {
        if (Statement().Match(t) is { Success: true } m)
            return Families.OfStatement(m.Groups[1].Value) is { } family ? new Licence(family, "", "") : null;
        // The statements by name, as their own pages write them.
        foreach (
            LicenceFamily family in Enum.GetValues<LicenceFamily>()
                .Where(f => f >= LicenceFamily.InCopyright)
                .OrderByDescending(f => Families.Of(f).Name.Length)
        )
            if (Plain(t) == Plain(Families.Of(family).Name))
                return new Licence(family, "", "");
        return null;

        static string Plain(string text) => string.Concat(text.ToLowerInvariant().Where(char.IsLetter));
    }

    private static Licence? FromOthers(string t)
    {
        if (FreeArt().IsMatch(t))
            return new Licence(
                LicenceFamily.FreeArt,
                Version().Match(t).Groups[1].Value is { Length: > 0 } v ? v : "1.3",
                ""
            );
        if (Gfdl().IsMatch(t))
            return new Licence(
                LicenceFamily.Gfdl,
                Version().Match(t).Groups[1].Value is { Length: > 0 } v ? v : "1.3",
                ""
            );
        if (OpenGovernment().Match(t) is { Success: true } m)
            return new Licence(
                LicenceFamily.OpenGovernment,
                m.Groups["v"].Value is { Length: > 0 } v
                    ? v + (v.Contains('.', StringComparison.Ordinal) ? "" : ".0")
                    : "",
                ""
            );
        if (EtalabWords().IsMatch(t))
            return new Licence(
                LicenceFamily.Etalab,
                Version().Match(t).Groups[1].Value is { Length: > 0 } v ? v : "2.0",
                ""
            );
        if (UsGovernment().IsMatch(t))
            return new Licence(LicenceFamily.UsGovernment, "", "");
        if (SamplingWords().Match(t) is { Success: true } s)
            return new Licence(s.Groups[1].Success ? LicenceFamily.SamplingPlus : LicenceFamily.Sampling, "1.0", "");
        return null;
    }

    private static Licence? FromAddress(string t)
    {
        if (Address().Match(t) is not { Success: true } m)
            return null;
        if (m.Groups["pd"].Value is { Length: > 0 } pd)
            return new Licence(pd == "zero" ? LicenceFamily.Cc0 : LicenceFamily.PublicDomainMark, "1.0", "");
        if (m.Groups["kind"].Value == "publicdomain")
            return new Licence(LicenceFamily.PublicDomainDedication, "", "");
        if (Family(m.Groups["kind"].Value.Split('-', '+')) is not { } family)
            return null;
        string port = m.Groups["port"].Value;
        return new Licence(family, m.Groups["version"].Value, port is "deed" or "legalcode" or "rdf" ? "" : port);
    }

    private static Licence? FromWords(string t)
    {
        bool named = t.Contains("creative commons", StringComparison.Ordinal) || CcWord().IsMatch(t);
        if (
            named
            && (
                t.Contains("pddc", StringComparison.Ordinal)
                || t.Contains("public domain dedication and certification", StringComparison.Ordinal)
            )
        )
            return new Licence(LicenceFamily.PublicDomainDedication, "", "");
        if (PdMark().IsMatch(t))
            return new Licence(LicenceFamily.PublicDomainMark, "1.0", "");
        if (Zero().IsMatch(t))
            return new Licence(LicenceFamily.Cc0, "1.0", "");
        if (!named)
            return BareBadge().IsMatch(t) ? Elements(t) : null;
        return Elements(t);
    }

    private static Licence? Elements(string t)
    {
        List<string> found = [];
        if (By().IsMatch(t))
            found.Add("by");
        if (NonCommercial().IsMatch(t))
            found.Add("nc");
        if (NoDerivatives().IsMatch(t))
            found.Add("nd");
        if (ShareAlike().IsMatch(t))
            found.Add("sa");
        if (Family(found) is not { } family)
            return null;
        Match version = Version().Match(t);
        return version.Success
            ? new Licence(family, version.Groups[1].Value, LicencePorts.Find(t[(version.Index + version.Length)..]))
            : new Licence(family, "", "");
    }

    private static Licence? FromClosed(string t) =>
        Closed().IsMatch(t) ? new Licence(LicenceFamily.AllRightsReserved, "", "") : null;

    private static LicenceFamily? Family(IEnumerable<string> elements)
    {
        string key = string.Join('-', elements.Order(StringComparer.Ordinal));
        return key switch
        {
            "by" => LicenceFamily.By,
            "by-sa" => LicenceFamily.BySa,
            "by-nc" => LicenceFamily.ByNc,
            "by-nd" => LicenceFamily.ByNd,
            "by-nc-sa" => LicenceFamily.ByNcSa,
            "by-nc-nd" => LicenceFamily.ByNcNd,
            "sa" => LicenceFamily.Sa,
            "nd" => LicenceFamily.Nd,
            "nc" => LicenceFamily.Nc,
            "nc-nd" => LicenceFamily.NdNc,
            "nc-sa" => LicenceFamily.NcSa,
            _ => null,
        };
    }

    [GeneratedRegex(
        @"creativecommons\.org/(?:publicdomain/(?<pd>zero|mark)|licen[sc]es/(?<kind>publicdomain|[a-z]{2}(?:[-+][a-z]{2}){0,3}(?![a-z])))(?:/(?<version>[1-4]\.\d)(?:/(?<port>[a-z]{2,8})\b)?)?"
    )]
    private static partial Regex Address();

    [GeneratedRegex(@"(?<![a-z])cc(?![a-z])(?!\d)")]
    private static partial Regex CcWord();

    [GeneratedRegex(
        @"public domain mark|(?<![a-z])pdm(?![a-z])|^public domain[.!]?$|^(?:this (?:work|image|photo) is )?in the public domain[.!]?$"
    )]
    private static partial Regex PdMark();

    [GeneratedRegex(@"(?<![a-z])cc[ -]?0(?!\d)|(?<![a-z])cc[ -]?zero|creative commons[ -]zero|no rights reserved")]
    private static partial Regex Zero();

    [GeneratedRegex(@"^by(?:[ -](?:nc|nd|sa)){0,2}[ -][1-4]\.\d")]
    private static partial Regex BareBadge();

    [GeneratedRegex(@"(?<![a-z])by(?=[- ](?:nc|nd|sa)(?![a-z])|[- ]?\d|$|[)\].,;])|attribution|(?<=cc[- ])by(?![a-z])")]
    private static partial Regex By();

    [GeneratedRegex(@"(?<![a-z])nc(?![a-z])|non[- ]?commercial")]
    private static partial Regex NonCommercial();

    [GeneratedRegex(@"(?<![a-z])nd(?![a-z])|no[- ]?deriv")]
    private static partial Regex NoDerivatives();

    [GeneratedRegex(@"(?<![a-z])sa(?![a-z])|share[- ]?alike")]
    private static partial Regex ShareAlike();

    [GeneratedRegex(@"(?<!\d)([1-4]\.\d)(?!\d)")]
    private static partial Regex Version();

    [GeneratedRegex(@"rightsstatements\.org/(?:vocab|page|data)/([a-z]+(?:-[a-z]+)*)")]
    private static partial Regex Statement();

    [GeneratedRegex(@"free art licen[sc]e|licence art libre|artlibre\.org|(?<![a-z])lal[- ]1\.[23]")]
    private static partial Regex FreeArt();

    [GeneratedRegex(@"(?<![a-z])gfdl|gnu free documentation licen[sc]e|gnu\.org/licenses/(?:fdl|old-licenses/fdl)")]
    private static partial Regex Gfdl();

    [GeneratedRegex(
        @"(?:open government licen[sc]e|open-government-licence/version/|(?<![a-z])ogl(?:-uk)?)[^0-9]{0,6}(?<v>[123](?:\.0)?)?(?![a-z])"
    )]
    private static partial Regex OpenGovernment();

    [GeneratedRegex(@"etalab|licence ouverte")]
    private static partial Regex EtalabWords();

    [GeneratedRegex(
        @"usa\.gov/government-works|(?:work|works) of the (?:us|u\.s\.|united states)(?: federal)? government|us-?government public domain"
    )]
    private static partial Regex UsGovernment();

    [GeneratedRegex(
        @"creativecommons\.org/licenses/(?:nc-)?sampling(\+|%2b|\+|plus)?|(?:cc|creative commons) sampling( ?plus|\+)?"
    )]
    private static partial Regex SamplingWords();

    [GeneratedRegex(@"all rights reserved")]
    private static partial Regex Closed();
}
