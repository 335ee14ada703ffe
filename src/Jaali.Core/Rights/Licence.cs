using System.Text.Json.Serialization;

namespace Jaali.Core.Rights;

/// <summary>The kinds of licence and statement that Jaali tells apart.</summary>
public enum LicenceFamily
{
    /// <summary>Attribution.</summary>
    By,

    /// <summary>Attribution, share alike.</summary>
    BySa,

    /// <summary>Attribution, not commercial.</summary>
    ByNc,

    /// <summary>Attribution, no derivatives.</summary>
    ByNd,

    /// <summary>Attribution, not commercial, share alike.</summary>
    ByNcSa,

    /// <summary>Attribution, not commercial, no derivatives.</summary>
    ByNcNd,

    /// <summary>Share alike, without attribution; retired.</summary>
    Sa,

    /// <summary>No derivatives, without attribution; retired.</summary>
    Nd,

    /// <summary>Not commercial, without attribution; retired.</summary>
    Nc,

    /// <summary>No derivatives, not commercial, without attribution; retired.</summary>
    NdNc,

    /// <summary>Not commercial, share alike, without attribution; retired.</summary>
    NcSa,

    /// <summary>All rights waived.</summary>
    Cc0,

    /// <summary>Marked as free of known copyright.</summary>
    PublicDomainMark,

    /// <summary>The retired dedication and certification.</summary>
    PublicDomainDedication,

    /// <summary>All rights reserved.</summary>
    AllRightsReserved,
}

/// <summary>A licence: its family, version, and port to a country's law.</summary>
/// <param name="Family">Which elements it has.</param>
/// <param name="Version">"1.0" to "4.0"; empty where it has none or none was named.</param>
/// <param name="Port">Lower-case country code or "igo"; empty for unported and international ones.</param>
public sealed record Licence(LicenceFamily Family, string Version, string Port)
{
    /// <summary>True where the maker must be named.</summary>
    [JsonIgnore] public bool AsksForCredit => Family is LicenceFamily.By or LicenceFamily.BySa or LicenceFamily.ByNc or LicenceFamily.ByNd or LicenceFamily.ByNcSa or LicenceFamily.ByNcNd;

    /// <summary>True where it forbids commercial use.</summary>
    [JsonIgnore] public bool ForbidsCommerce => Family is LicenceFamily.ByNc or LicenceFamily.ByNcSa or LicenceFamily.ByNcNd or LicenceFamily.Nc or LicenceFamily.NdNc or LicenceFamily.NcSa;

    /// <summary>True where altered copies may not be shared.</summary>
    [JsonIgnore] public bool ForbidsChanges => Family is LicenceFamily.ByNd or LicenceFamily.ByNcNd or LicenceFamily.Nd or LicenceFamily.NdNc;

    /// <summary>True where adaptations must carry the same terms.</summary>
    [JsonIgnore] public bool SharesAlike => Family is LicenceFamily.BySa or LicenceFamily.ByNcSa or LicenceFamily.Sa or LicenceFamily.NcSa;

    /// <summary>True for CC0, the mark and the old dedication: nothing is asked.</summary>
    [JsonIgnore] public bool AsksNothing => Family is LicenceFamily.Cc0 or LicenceFamily.PublicDomainMark or LicenceFamily.PublicDomainDedication;

    /// <summary>True where anyone may use the work on stated terms.</summary>
    [JsonIgnore] public bool IsOpen => Family != LicenceFamily.AllRightsReserved;

    /// <summary>As short as a badge: "CC BY-SA 3.0 DE", "CC0 1.0", "public domain".</summary>
    [JsonIgnore]
    public string Label => Family switch
    {
        LicenceFamily.Cc0 => Join("CC0"),
        LicenceFamily.PublicDomainMark or LicenceFamily.PublicDomainDedication => "public domain",
        LicenceFamily.AllRightsReserved => "all rights reserved",
        _ => Join("CC " + Elements.ToUpperInvariant()),
    };

    /// <summary>Full name: "Creative Commons Attribution-ShareAlike 3.0 Germany".</summary>
    [JsonIgnore]
    public string Name => Family switch
    {
        LicenceFamily.Cc0 => "Creative Commons CC0 1.0 Universal",
        LicenceFamily.PublicDomainMark => "Public Domain Mark 1.0",
        LicenceFamily.PublicDomainDedication => "Public Domain Dedication and Certification",
        LicenceFamily.AllRightsReserved => "All rights reserved",
        _ => $"Creative Commons {string.Join('-', Elements.Split('-').Select(ElementName))}{(Version.Length > 0 ? " " + Version : "")}{(Port.Length > 0 ? " " + LicencePorts.NameOf(Port) : "")}",
    };

    /// <summary>The address of the licence's deed, or null where no version is known or there is none.</summary>
    [JsonIgnore]
    public string? Url => Family switch
    {
        LicenceFamily.AllRightsReserved => null,
        LicenceFamily.Cc0 => "https://creativecommons.org/publicdomain/zero/1.0/",
        LicenceFamily.PublicDomainMark => "https://creativecommons.org/publicdomain/mark/1.0/",
        LicenceFamily.PublicDomainDedication => "https://creativecommons.org/licenses/publicdomain/",
        _ when Version.Length == 0 => null,
        _ => $"https://creativecommons.org/licenses/{Elements}/{Version}/{(Port.Length > 0 ? Port + "/" : "")}",
    };

    /// <summary>What it asks, in a few plain words for a wall of pictures.</summary>
    [JsonIgnore]
    public string InWords => Family switch
    {
        LicenceFamily.By => "credit only",
        LicenceFamily.BySa => "credit, share alike",
        LicenceFamily.ByNc => "credit, not for paid talks",
        LicenceFamily.ByNd => "credit, no altered copies",
        LicenceFamily.ByNcSa => "credit, share alike, not for paid talks",
        LicenceFamily.ByNcNd => "credit, no altered copies, not for paid talks",
        LicenceFamily.Sa => "share alike",
        LicenceFamily.Nd => "no altered copies",
        LicenceFamily.Nc => "not for paid talks",
        LicenceFamily.NdNc => "no altered copies, not for paid talks",
        LicenceFamily.NcSa => "share alike, not for paid talks",
        LicenceFamily.AllRightsReserved => "all rights reserved",
        _ => "asks nothing",
    };

    internal string Elements => Family switch
    {
        LicenceFamily.By => "by",
        LicenceFamily.BySa => "by-sa",
        LicenceFamily.ByNc => "by-nc",
        LicenceFamily.ByNd => "by-nd",
        LicenceFamily.ByNcSa => "by-nc-sa",
        // Version 1.0 wrote the elements in the other order.
        LicenceFamily.ByNcNd => Version == "1.0" ? "by-nd-nc" : "by-nc-nd",
        LicenceFamily.Sa => "sa",
        LicenceFamily.Nd => "nd",
        LicenceFamily.Nc => "nc",
        LicenceFamily.NdNc => "nd-nc",
        LicenceFamily.NcSa => "nc-sa",
        _ => "",
    };

    private string Join(string head) => $"{head}{(Version.Length > 0 ? " " + Version : "")}{(Port.Length > 0 ? " " + Port.ToUpperInvariant() : "")}";

    private static string ElementName(string element) => element switch { "by" => "Attribution", "sa" => "ShareAlike", "nc" => "NonCommercial", _ => "NoDerivatives" };
}

/// <summary>The countries to whose law licences were ported, by code.</summary>
public static class LicencePorts
{
    // From memory: the ports of versions 2.0 to 3.0, and the names that prose uses for them.
    private static readonly Dictionary<string, string> Names = new(StringComparer.Ordinal)
    {
        ["ar"] = "Argentina",
        ["at"] = "Austria",
        ["au"] = "Australia",
        ["be"] = "Belgium",
        ["bg"] = "Bulgaria",
        ["br"] = "Brazil",
        ["ca"] = "Canada",
        ["ch"] = "Switzerland",
        ["cl"] = "Chile",
        ["cn"] = "China Mainland",
        ["co"] = "Colombia",
        ["cr"] = "Costa Rica",
        ["cz"] = "Czech Republic",
        ["de"] = "Germany",
        ["dk"] = "Denmark",
        ["ec"] = "Ecuador",
        ["ee"] = "Estonia",
        ["eg"] = "Egypt",
        ["es"] = "Spain",
        ["fi"] = "Finland",
        ["fr"] = "France",
        ["gr"] = "Greece",
        ["gt"] = "Guatemala",
        ["hk"] = "Hong Kong",
        ["hr"] = "Croatia",
        ["hu"] = "Hungary",
        ["ie"] = "Ireland",
        ["igo"] = "IGO",
        ["il"] = "Israel",
        ["in"] = "India",
        ["it"] = "Italy",
        ["jp"] = "Japan",
        ["kr"] = "Korea",
        ["lu"] = "Luxembourg",
        ["mk"] = "Macedonia",
        ["mt"] = "Malta",
        ["mx"] = "Mexico",
        ["my"] = "Malaysia",
        ["nl"] = "Netherlands",
        ["no"] = "Norway",
        ["nz"] = "New Zealand",
        ["pe"] = "Peru",
        ["ph"] = "Philippines",
        ["pl"] = "Poland",
        ["pr"] = "Puerto Rico",
        ["pt"] = "Portugal",
        ["ro"] = "Romania",
        ["rs"] = "Serbia",
        ["scotland"] = "Scotland",
        ["se"] = "Sweden",
        ["sg"] = "Singapore",
        ["si"] = "Slovenia",
        ["th"] = "Thailand",
        ["tw"] = "Taiwan",
        ["ug"] = "Uganda",
        ["uk"] = "England and Wales",
        ["us"] = "United States",
        ["ve"] = "Venezuela",
        ["vn"] = "Vietnam",
        ["za"] = "South Africa",
    };

    /// <summary>The country's name, or the code itself.</summary>
    public static string NameOf(string port) => Names.GetValueOrDefault(port, port.ToUpperInvariant());

    /// <summary>The code in a text that follows a version number, or "" where it names no port.</summary>
    internal static string Find(string tail)
    {
        string first = new([.. tail.TrimStart(' ', '-', '/', ',').TakeWhile(char.IsLetter)]);
        if (first == "gb") first = "uk";
        if (Names.ContainsKey(first)) return first;
        return Names.FirstOrDefault(n => n.Key != "in" && tail.Contains(n.Value, StringComparison.OrdinalIgnoreCase)).Key ?? "";
    }
}
