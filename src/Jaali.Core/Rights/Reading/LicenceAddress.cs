using System.Text.RegularExpressions;

namespace Jaali.Core.Rights;

/// <summary>
/// Reads a licence's address. The host must be the licensor's own, the path one that exists; what only looks like
/// one is told as such.
/// </summary>
internal static partial class LicenceAddress
{
    /// <summary>The addresses in a text.</summary>
    internal static IEnumerable<Match> In(string text) => Anywhere().Matches(text);

    /// <summary>A licence, null where the address is one of something else, or why it is neither.</summary>
    internal static (Licence? Licence, string? Doubt) Read(string address)
    {
        string text = address.TrimEnd('.', ',', ';', ':', '!', '?', '\'', '’', '”');
        if (text.StartsWith("//", StringComparison.Ordinal))
            text = "https:" + text;
        else if (!Scheme().IsMatch(text))
            text = "https://" + text;
        if (!Uri.TryCreate(text, UriKind.Absolute, out Uri? uri))
            return (null, LooksLikeOne(text) ? $"“{address}” is no address" : null);
        string host = uri.IdnHost.ToLowerInvariant().TrimEnd('.');
        if (host.StartsWith("www.", StringComparison.Ordinal))
            host = host[4..];
        string path = Uri.UnescapeDataString(uri.AbsolutePath).ToLowerInvariant();
        string[] parts = path.Split('/', StringSplitOptions.RemoveEmptyEntries);
        bool own = uri.UserInfo.Length == 0 && uri.IsDefaultPort && uri.Scheme is "http" or "https";
        (bool known, Licence? licence) = (own ? host : "") switch
        {
            "creativecommons.org" => (true, CreativeCommons(parts)),
            "i.creativecommons.org" or "licensebuttons.net" => (
                true,
                parts is ["l", .. var badge] ? CreativeCommons(["licenses", .. badge[..^1]]) : null
            ),
            "rightsstatements.org" => (true, Statement(parts)),
            "artlibre.org" => (
                parts is [] or ["licence", "lal", ..],
                new(LicenceFamily.FreeArt, path.Contains("libre-12", StringComparison.Ordinal) ? "1.2" : "1.3", "")
            ),
            "gnu.org" => Gnu(path),
            "nationalarchives.gov.uk" when Ogl().Match(path) is { Success: true } m => (
                true,
                new(LicenceFamily.OpenGovernment, m.Groups[1].Value + ".0", "")
            ),
            "reference.data.gov.uk" when path.TrimEnd('/') == "/id/open-government-licence" => (
                true,
                new(LicenceFamily.OpenGovernment, "", "")
            ),
            "etalab.gouv.fr" when parts is ["licence-ouverte-open-licence"] => (
                true,
                new(LicenceFamily.Etalab, "2.0", "")
            ),
            "github.com" or "raw.githubusercontent.com" when path.StartsWith(EtalabText, StringComparison.Ordinal) => (
                true,
                new(LicenceFamily.Etalab, "2.0", "")
            ),
            "govdata.de" when DataGermany().Match(path) is { Success: true } d => (
                true,
                new(
                    d.Groups[1].Value == "zero"
                        ? LicenceFamily.DataLicenceGermanyZero
                        : LicenceFamily.DataLicenceGermany,
                    d.Groups[2].Value + ".0",
                    ""
                )
            ),
            "opendatacommons.org" when parts is ["licenses", "odbl" or "pddl", ..] => (
                true,
                new(parts[1] == "odbl" ? LicenceFamily.OpenDatabase : LicenceFamily.OpenDataDedication, "1.0", "")
            ),
            "data.norge.no" when Nlod().Match(path) is { Success: true } n => (
                true,
                new(LicenceFamily.NorwegianOpenData, n.Groups[1].Value, "")
            ),
            "open.canada.ca" when parts is [_, "open-government-licence-canada"] => (
                true,
                new(LicenceFamily.OpenGovernmentCanada, "2.0", "")
            ),
            "usa.gov" when parts is ["government-works"] => (true, new(LicenceFamily.UsGovernment, "", "")),
            _ => (false, (Licence?)null),
        };
        if (licence is not null && known)
            return (licence, null);
        if (known || LooksLikeOne(text))
            return (null, $"“{address}” is no licence's address");
        return (null, null);
    }

    private const string EtalabText = "/disic/politique-de-contribution-open-source/";

    private static bool LooksLikeOne(string text) =>
        text.Contains("creativecommons", StringComparison.OrdinalIgnoreCase)
        || text.Contains("rightsstatements", StringComparison.OrdinalIgnoreCase)
        || text.Contains("xn--", StringComparison.OrdinalIgnoreCase);

    private static Licence? CreativeCommons(string[] parts)
    {
        switch (parts)
        {
            case ["publicdomain", "zero" or "mark", .. var rest]
                when rest.Length == 0 || rest[0] == "1.0" && rest[1..] is [] or [_]:
                if (rest is [_, var page] && !Page().IsMatch(page))
                    return null;
                return new(parts[1] == "zero" ? LicenceFamily.Cc0 : LicenceFamily.PublicDomainMark, "1.0", "");
            case ["about", "pdm"]:
                return new(LicenceFamily.PublicDomainMark, "1.0", "");
            case ["about", "cc0"]:
                return new(LicenceFamily.Cc0, "1.0", "");
            case ["licenses", "publicdomain", ..]:
                return new(LicenceFamily.PublicDomainDedication, "", "");
            case ["licenses", "sampling+" or "sampling", .. var rest] when rest is [] or ["1.0", ..]:
                return new(parts[1] == "sampling" ? LicenceFamily.Sampling : LicenceFamily.SamplingPlus, "1.0", "");
            case ["licenses", var elements, .. var rest]:
                if (LicenceElements.OfAddress(elements) is not { } family)
                    return null;
                string version = rest is [var v, ..] ? v : "";
                string port = "";
                if (rest is [_, var third, .. var more])
                {
                    if (!Page().IsMatch(third))
                        port = third;
                    else if (more.Length > 0)
                        return null;
                    if (more is [var last] && !Page().IsMatch(last) || more.Length > 1)
                        return null;
                }
                if (elements == "by-nd-nc" && version != "1.0")
                    return null;
                var licence = new Licence(family, version, port);
                return LicenceElements.Exists(licence) ? licence : null;
            default:
                return null;
        }
    }

    private static Licence? Statement(string[] parts) =>
        parts is ["vocab" or "page" or "data", var code, .. var rest]
        && rest is [] or ["1.0", ..]
        && LicenceFamilies.OfStatement(parts[1]) is { } family
            ? new Licence(family, "", "")
            : null;

    private static (bool, Licence?) Gnu(string path) =>
        Fdl().Match(path) is { Success: true } m
            ? (true, new(LicenceFamily.Gfdl, m.Groups[1].Value is { Length: > 0 } v ? v : "1.3", ""))
            : (false, null);

    [GeneratedRegex(
        @"(?:[a-z][a-z0-9+.-]*:)?//[^\s<>""“”()]+|(?<![\p{L}\p{Nd}@.])(?:[\p{L}\p{Nd}-]+\.)+\p{L}{2,}/[^\s<>""“”()]*",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Anywhere();

    [GeneratedRegex("^[a-z][a-z0-9+.-]*://", RegexOptions.IgnoreCase)]
    private static partial Regex Scheme();

    [GeneratedRegex(
        @"^(?:deed|legalcode)(?:\.[a-z]{2}(?:[-_][a-z]{2,4})?)?(?:\.(?:html|txt|xml|php|htm))?$|^rdf$|^88x31\.png$"
    )]
    private static partial Regex Page();

    [GeneratedRegex(@"^/doc/open-government-licence/version/([123])(?:\.0)?(?:/|$)")]
    private static partial Regex Ogl();

    [GeneratedRegex("^/dl-de/(by|zero)-([12])-0/?$")]
    private static partial Regex DataGermany();

    [GeneratedRegex(@"^/nlod/[a-z]{2}/([12]\.0)/?$")]
    private static partial Regex Nlod();

    [GeneratedRegex(
        @"^/(?:licenses|copyleft)/(?:old-licenses/)?fdl(?:-(1\.[123]))?(?:-standalone)?(?:\.[a-z]{2}(?:-[a-z]{2})?)?(?:\.html|\.txt|\.tex)?$"
    )]
    private static partial Regex Fdl();
}
