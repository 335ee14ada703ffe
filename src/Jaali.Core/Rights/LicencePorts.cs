namespace Jaali.Core.Rights;

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

    // How the licences' own names call some of them in their language.
    private static readonly (string[] Words, string Element)[] Phrases = LicenceWords.Phrases([
        .. Names.Where(n => n.Key != "igo").Select(n => (n.Value.ToLowerInvariant(), n.Key)),
        ("deutschland", "de"),
        ("osterreich", "at"),
        ("schweiz|suisse|svizzera", "ch"),
        ("espana", "es"),
        ("italia", "it"),
        ("nederland", "nl"),
        ("belgie|belgique", "be"),
        ("brasil", "br"),
        ("polska", "pl"),
        ("sverige", "se"),
        ("danmark", "dk"),
        ("norge", "no"),
        ("united kingdom|uk england wales|england wales", "uk"),
        ("usa", "us"),
    ]);

    /// <summary>True for a code to whose law a licence was ported.</summary>
    internal static bool Has(string port) => Names.ContainsKey(port);

    /// <summary>True for a word that names a country: beside a licence it may be a limit of place.</summary>
    internal static bool IsCountry(string word) =>
        Array.Exists(Phrases, p => p.Words.Length == 1 && p.Words[0] == word)
        || word is "uk" or "us" or "eu" or "europe" or "europa" or "america" or "africa" or "asia" or "eea";

    /// <summary>The country named at a place, with how many words name it.</summary>
    internal static (int Length, string Port)? At(IReadOnlyList<LicenceToken> tokens, int at) =>
        LicenceWords.At(Phrases, tokens, at);
}
