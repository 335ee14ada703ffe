using System.Text.Json.Serialization;

namespace Jaali.Core.Rights;

/// <summary>A licence or statement: its family, version, and port to a country's law.</summary>
/// <param name="Family">Which elements it has.</param>
/// <param name="Version">"1.0" to "4.0"; empty where it has none or none was named.</param>
/// <param name="Port">Lower-case country code or "igo"; empty for unported and international ones.</param>
public sealed record Licence(LicenceFamily Family, string Version, string Port)
{
    /// <summary>The work itself says "or any later version", which the GNU Free Documentation License leaves to it
    /// (1.1 to 1.3, s.10). Creative Commons' texts say it themselves: <see cref="ShareAlike.SaysLater"/>.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public bool OrLater { get; init; }

    [JsonIgnore]
    private FamilyTerms Terms => LicenceFamilies.Of(Family);

    /// <summary>True where the maker must be named.</summary>
    [JsonIgnore]
    public bool AsksForCredit => Terms.Asks.HasFlag(Duty.Credit);

    /// <summary>True where it forbids commercial use.</summary>
    [JsonIgnore]
    public bool ForbidsCommerce => Terms.Asks.HasFlag(Duty.NoCommerce);

    /// <summary>True where altered copies may not be shared.</summary>
    [JsonIgnore]
    public bool ForbidsChanges => Terms.Asks.HasFlag(Duty.NoChanges);

    /// <summary>True where adaptations must carry the same terms.</summary>
    [JsonIgnore]
    public bool SharesAlike => Terms.Asks.HasFlag(Duty.ShareAlike);

    /// <summary>True where the date of the source's last update is given beside its name (Etalab's Licence Ouverte,
    /// "Sous réserve de").</summary>
    [JsonIgnore]
    public bool AsksForUpdate => Family == LicenceFamily.Etalab;

    /// <summary>True where nothing is asked: CC0, the mark, the old dedication, works of the US government, no known
    /// copyright.</summary>
    [JsonIgnore]
    public bool AsksNothing => Terms is { Grant: Grant.Open, Asks: Duty.Nothing };

    /// <summary>How far it lets anyone use the work.</summary>
    [JsonIgnore]
    public Grant Grant => Terms.Grant;

    /// <summary>True where anyone may use the work on stated terms.</summary>
    [JsonIgnore]
    public bool IsOpen => Terms.Grant == Grant.Open;

    /// <summary>True for a Creative Commons licence, whose terms depend on its version.</summary>
    [JsonIgnore]
    public bool IsCreativeCommons => Terms.Elements.Length > 0;

    /// <summary>As short as a badge: "CC BY-SA 3.0 DE", "CC0 1.0", "public domain".</summary>
    [JsonIgnore]
    public string Label =>
        IsCreativeCommons ? Join("CC " + Elements.ToUpperInvariant())
        : Terms.Versioned ? Join(Terms.Label)
        : Terms.Label;

    /// <summary>Full name: "Creative Commons Attribution-ShareAlike 3.0 Germany".</summary>
    [JsonIgnore]
    public string Name =>
        IsCreativeCommons
            ? string.Join(
                ' ',
                new[]
                {
                    "Creative Commons",
                    string.Join('-', Elements.Split('-').Select(ElementName)),
                    Version,
                    Port.Length > 0 ? LicencePorts.NameOf(Port) : "",
                }.Where(p => p.Length > 0)
            )
        : Terms.Versioned && Family != LicenceFamily.Cc0
            ? $"{Terms.Name}{(Version.Length > 0 ? " " + Version : "")}{(OrLater ? " or any later version" : "")}"
        : Terms.Name;

    /// <summary>The address of the licence's deed or statement, or null where no version is known or there is
    /// none.</summary>
    [JsonIgnore]
    public string? Url =>
        !IsCreativeCommons
            ? Version.Length == 0 && Terms.Address?.Contains('{', StringComparison.Ordinal) == true
                ? null
                : Terms
                    .Address?.Replace("{version}", Version, StringComparison.Ordinal)
                    .Replace("{dashed}", Version.Replace('.', '-'), StringComparison.Ordinal)
            : Version.Length == 0
                ? null
                : $"https://creativecommons.org/licenses/{Elements}/{Version}/{(Port.Length > 0 ? Port + "/" : "")}";

    /// <summary>What it asks, in a few plain words for a wall of pictures.</summary>
    [JsonIgnore]
    public string InWords => Terms.Words;

    /// <summary>Altered copies may not be shared.</summary>
    [JsonIgnore]
    public bool ForbidsAlterations =>
        Family is LicenceFamily.ByNd or LicenceFamily.ByNcNd or LicenceFamily.Nd or LicenceFamily.NdNc;

    // Version 1.0 wrote the elements in the other order.
    internal string Elements => Family == LicenceFamily.ByNcNd && Version == "1.0" ? "by-nd-nc" : Terms.Elements;

    private string Join(string head) =>
        $"{head}{(Version.Length > 0 ? " " + Version : "")}{(Port.Length > 0 ? " " + Port.ToUpperInvariant() : "")}";

    private static string ElementName(string element) =>
        element switch
        {
            "by" => "Attribution",
            "sa" => "ShareAlike",
            "nc" => "NonCommercial",
            _ => "NoDerivatives",
        };
}
