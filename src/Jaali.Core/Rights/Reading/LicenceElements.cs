using System.Text.RegularExpressions;

namespace Jaali.Core.Rights;

/// <summary>The elements of Creative Commons licences, and which licences there are.</summary>
internal static partial class LicenceElements
{
    private static readonly HashSet<string> OnlyJapan = ["sa", "nd", "nc", "nd-nc", "nc-sa"];

    /// <summary>The family of elements in any order; null where no licence has them together.</summary>
    internal static LicenceFamily? Family(IEnumerable<string> elements) =>
        string.Join('-', elements.Order(StringComparer.Ordinal)) switch
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

    /// <summary>The family that an address writes so, each in the one order that exists.</summary>
    internal static LicenceFamily? OfAddress(string elements) =>
        elements
            is "by"
                or "by-sa"
                or "by-nc"
                or "by-nd"
                or "by-nc-sa"
                or "by-nc-nd"
                or "by-nd-nc"
                or "sa"
                or "nd"
                or "nc"
                or "nd-nc"
                or "nc-sa"
            ? Family(elements.Split('-'))
            : null;

    /// <summary>
    /// Whether there is such a licence. Versions 1.0, 2.0, 2.5, 3.0 and 4.0; 2.1 in ports alone (Australia, Canada,
    /// Spain, Japan); no ports of 4.0, the one for intergovernmental organisations only of 3.0; the licences without
    /// BY only 1.0, and 2.0 in Japan. Which versions were ported where is from memory.
    /// </summary>
    internal static bool Exists(Licence licence)
    {
        (string version, string port) = (licence.Version, licence.Port);
        if (port.Length > 0 && !LicencePorts.Has(port))
            return false;
        if (OnlyJapan.Contains(LicenceFamilies.Of(licence.Family).Elements))
            return (version, port) is ("1.0", "") or ("2.0", "jp");
        return version switch
        {
            "" or "4.0" => port.Length == 0,
            "1.0" => port is "" or "fi" or "il" or "nl",
            "2.0" or "2.5" => port != "igo",
            "2.1" => port is "au" or "ca" or "es" or "jp",
            "3.0" => true,
            _ => false,
        };
    }

    /// <summary>Elements run together, with or without "cc" before: "ncnd", "ccbysa"; null for any other
    /// word.</summary>
    internal static string[]? Together(string word) =>
        Run().Match(word) is { Success: true } m ? [.. m.Groups["e"].Captures.Select(c => c.Value)] : null;

    [GeneratedRegex("^(?:cc)?(?<e>by|nc|nd|sa){1,4}$")]
    private static partial Regex Run();
}
