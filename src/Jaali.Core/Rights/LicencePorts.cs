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

    /// <summary>The code in a text that follows a version number, or "" where it names no port.</summary>
    internal static string Find(string tail)
    {
        string first = new([.. tail.TrimStart(' ', '-', '/', ',').TakeWhile(char.IsLetter)]);
        if (first == "gb")
            first = "uk";
        if (Names.ContainsKey(first))
            return first;
        return Names
                .FirstOrDefault(n => n.Key != "in" && tail.Contains(n.Value, StringComparison.OrdinalIgnoreCase))
                .Key
            ?? "";
    }
}
