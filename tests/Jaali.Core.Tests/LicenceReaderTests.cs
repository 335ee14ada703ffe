using System.Text.Json;
using System.Text.RegularExpressions;
using Jaali.Core.Rights;
using Jaali.Testing;

namespace Jaali.Core.Tests;

/// <summary>Against every Creative Commons entry of the npm data set spdx-license-list: identifier, name and
/// address.</summary>
public sealed partial class LicenceReaderTests
{
    public static TheoryData<string, string, string> Entries()
    {
        using JsonDocument data = JsonDocument.Parse(
            File.ReadAllText(Outside.File("tests", "e2e", "node_modules", "spdx-license-list", "spdx.json"))
        );
        var rows = new TheoryData<string, string, string>();
        foreach (JsonProperty p in data.RootElement.EnumerateObject())
            if (p.Name.StartsWith("CC", StringComparison.Ordinal) && CcId().IsMatch(p.Name))
                rows.Add(p.Name, p.Value.GetProperty("name").GetString()!, p.Value.GetProperty("url").GetString()!);
        return rows;
    }

    [Fact]
    public void The_data_set_is_there_and_whole() => Assert.InRange(Entries().Count, 50, 100);

    [Theory]
    [MemberData(nameof(Entries))]
    public void Every_entry_is_recognised_from_its_identifier_its_name_and_its_address(
        string id,
        string name,
        string url
    )
    {
        Licence expected = Expected(id);
        Assert.Equal(expected, LicenceReader.Read(id));
        Assert.Equal(expected, LicenceReader.Read(name));
        string address = url.Split('\n')[0];
        if (
            address.Contains("creativecommons.org/licen", StringComparison.Ordinal)
            || address.Contains("creativecommons.org/publicdomain", StringComparison.Ordinal)
        )
        {
            // Some entries link a deed that names the country only by language.
            Licence? read = LicenceReader.Read(address);
            Assert.NotNull(read);
            Assert.Equal((expected.Family, expected.Version), (read.Family, read.Version));
            Assert.Equal(
                read,
                LicenceReader.Read(address.Replace("https:", "http:", StringComparison.Ordinal).TrimEnd('/'))
            );
        }
        if (expected.Url is { } own)
            Assert.Equal(expected, LicenceReader.Read(own));
        if (expected.Family != LicenceFamily.PublicDomainDedication)
            Assert.Equal(expected, LicenceReader.Read(expected.Label));
    }

    // The identifier's own grammar (SPDX): CC-ELEMENTS-VERSION-PORT.
    private static Licence Expected(string id)
    {
        if (id == "CC0-1.0")
            return new(LicenceFamily.Cc0, "1.0", "");
        if (id == "CC-PDDC")
            return new(LicenceFamily.PublicDomainDedication, "", "");
        if (id == "CC-PDM-1.0")
            return new(LicenceFamily.PublicDomainMark, "1.0", "");
        Match m = CcId().Match(id);
        LicenceFamily family = m.Groups[1].Value switch
        {
            "BY" => LicenceFamily.By,
            "BY-SA" => LicenceFamily.BySa,
            "BY-NC" => LicenceFamily.ByNc,
            "BY-ND" => LicenceFamily.ByNd,
            "BY-NC-SA" => LicenceFamily.ByNcSa,
            "BY-NC-ND" => LicenceFamily.ByNcNd,
            "SA" => LicenceFamily.Sa,
            _ => throw new InvalidOperationException(id),
        };
        return new(family, m.Groups[2].Value, m.Groups[3].Value.ToLowerInvariant());
    }

    [Theory]
    [InlineData("CC BY-SA 3.0 DE", LicenceFamily.BySa, "3.0", "de")]
    [InlineData("https://creativecommons.org/licenses/by-nc-nd/3.0/de/deed.en", LicenceFamily.ByNcNd, "3.0", "de")]
    [InlineData("http://creativecommons.org/licenses/by/2.0/legalcode", LicenceFamily.By, "2.0", "")]
    [InlineData(
        "Licensed under a Creative Commons Attribution-NonCommercial 4.0 International License.",
        LicenceFamily.ByNc,
        "4.0",
        ""
    )]
    [InlineData("No rights reserved", LicenceFamily.Cc0, "1.0", "")]
    [InlineData("© 2019, all rights reserved", LicenceFamily.AllRightsReserved, "", "")]
    [InlineData("http://rightsstatements.org/vocab/InC/1.0/", LicenceFamily.InCopyright, "", "")]
    [InlineData("UK Open Government Licence v3.0", LicenceFamily.OpenGovernment, "3.0", "")]
    [InlineData(
        "https://www.nationalarchives.gov.uk/doc/open-government-licence/version/2/",
        LicenceFamily.OpenGovernment,
        "2.0",
        ""
    )]
    [InlineData("Licence Ouverte / Open Licence 2.0 (Etalab)", LicenceFamily.Etalab, "2.0", "")]
    [InlineData("Free Art License 1.3", LicenceFamily.FreeArt, "1.3", "")]
    [InlineData("GNU Free Documentation License 1.2 or later", LicenceFamily.Gfdl, "1.2", "")]
    [InlineData("This is a work of the United States government", LicenceFamily.UsGovernment, "", "")]
    [InlineData("http://creativecommons.org/licenses/sampling+/1.0/", LicenceFamily.SamplingPlus, "1.0", "")]
    public void Other_spellings(string text, LicenceFamily family, string version, string port) =>
        Assert.Equal(new Licence(family, version, port), LicenceReader.Read(text)! with { OrLater = false });

    /// <summary>The GNU Free Documentation License leaves it to the work whether a later version holds too (s.10;
    /// identifiers of SPDX).</summary>
    [Theory]
    [InlineData("GFDL 1.2", false)]
    [InlineData("GFDL-1.2-only", false)]
    [InlineData("GFDL-1.2-no-invariants-only", false)]
    [InlineData("GFDL-1.2-or-later", true)]
    [InlineData("GFDL-1.2-no-invariants-or-later", true)]
    [InlineData("GNU Free Documentation License, Version 1.2 or any later version", true)]
    [InlineData("GNU Free Documentation License 1.2 or later, https://www.gnu.org/licenses/fdl-1.2.html", true)]
    [InlineData("GNU Free Documentation License, version 1.2 oder später", true)]
    [InlineData("GFDL", false)]
    public void A_later_version_holds_where_the_work_says_so(string text, bool later)
    {
        Licence l = LicenceReader.Read(text)!;
        Assert.Equal((LicenceFamily.Gfdl, later), (l.Family, l.OrLater));
        Assert.Equal(later, ShareAlike.MayCarry(l, l with { Version = "1.3", OrLater = false }));
    }

    /// <summary>The twelve statements of rightsstatements.org, by address and by name (from memory).</summary>
    [Theory]
    [InlineData("InC", "In Copyright", Grant.Closed)]
    [InlineData("InC-OW-EU", "In Copyright - EU Orphan Work", Grant.Closed)]
    [InlineData("InC-EDU", "In Copyright - Educational Use Permitted", Grant.TeachingOnly)]
    [InlineData("InC-NC", "In Copyright - Non-Commercial Use Permitted", Grant.NonCommercialOnly)]
    [InlineData("InC-RUU", "In Copyright - Rights-holder(s) Unlocatable or Unidentifiable", Grant.Closed)]
    [InlineData("NoC-CR", "No Copyright - Contractual Restrictions", Grant.Unclear)]
    [InlineData("NoC-NC", "No Copyright - Non-Commercial Use Only", Grant.NonCommercialOnly)]
    [InlineData("NoC-OKLR", "No Copyright - Other Known Legal Restrictions", Grant.Unclear)]
    [InlineData("NoC-US", "No Copyright - United States", Grant.Unclear)]
    [InlineData("CNE", "Copyright Not Evaluated", Grant.Unclear)]
    [InlineData("UND", "Copyright Undetermined", Grant.Unclear)]
    [InlineData("NKC", "No Known Copyright", Grant.Open)]
    public void Every_rights_statement_is_recognised(string code, string name, Grant grant)
    {
        Licence read = LicenceReader.Read($"http://rightsstatements.org/vocab/{code}/1.0/")!;
        Assert.Equal(grant, read.Grant);
        Assert.Equal(read, LicenceReader.Read($"https://rightsstatements.org/page/{code}/1.0/?language=en"));
        if (!name.Contains("holder", StringComparison.Ordinal))
            Assert.Equal(read, LicenceReader.Read(name));
        Assert.Equal(read, LicenceReader.Read(read.Url));
        Assert.Equal(grant == Grant.Closed, PlacementRule.WhyNot(World.Rights(read)) is not null);
    }

    [Theory]
    [InlineData("")]
    [InlineData("Photo by N. Ayre")]
    [InlineData("Accession 1904.3.0, gift of the parish")]
    [InlineData("free to use")]
    [InlineData("https://commons.skarrow.example/photo/by/4.0")]
    public void A_guess_is_never_made(string text) => Assert.Null(LicenceReader.Read(text));

    [GeneratedRegex(@"^CC(?:0-1\.0|-PDDC|-PDM-1\.0|-((?:BY|SA)(?:-(?:NC|ND|SA))*)-(\d\.\d)(?:-([A-Z]+))?)$")]
    private static partial Regex CcId();
}
