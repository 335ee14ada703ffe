using System.Text.Json;
using System.Text.RegularExpressions;
using Jaali.Core.Rights;
using Jaali.Testing;

namespace Jaali.Core.Tests;

/// <summary>Each clause that is cited against the full licence texts in the npm data set spdx-license-list: the words
/// stand in that clause and in no other of its section.</summary>
public sealed partial class LicenceClauseTests
{
    private static string Text(string id)
    {
        using JsonDocument data = JsonDocument.Parse(
            File.ReadAllText(
                Outside.File("tests", "e2e", "node_modules", "spdx-license-list", "licenses", id + ".json")
            )
        );
        return Spaces().Replace(data.RootElement.GetProperty("licenseText").GetString()!, " ");
    }

    // "s.4(c)" of 1.0 to 3.0: from "4. Restrictions" the letter up to the next.
    private static string Clause(string text, string cited)
    {
        Match m = Cited().Match(cited);
        Assert.True(m.Success, cited);
        string head = m.Groups[1].Value switch
        {
            "3" => "3. License Grant",
            "4" => "4. Restrictions",
            _ => throw new InvalidOperationException(cited),
        };
        int from = text.IndexOf(head, StringComparison.OrdinalIgnoreCase);
        int to = text.IndexOf(
            m.Groups[1].Value == "3" ? "4. Restrictions" : "5. Representations",
            from,
            StringComparison.OrdinalIgnoreCase
        );
        Assert.True(from >= 0 && to > from, head);
        string section = text[from..to];
        if (m.Groups[2].Value.Length == 0)
            return section;
        char letter = m.Groups[2].Value[0];
        // Letters stand in their order; "e.g." and the like do not count.
        int start = 0;
        for (char c = 'a'; c <= letter; c++)
        {
            start = section.IndexOf($" {c}. ", start, StringComparison.Ordinal);
            Assert.True(start >= 0, $"{cited}: no {c}");
        }
        int end = section.IndexOf($" {(char)(letter + 1)}. ", start + 3, StringComparison.Ordinal);
        return end < 0 ? section[start..] : section[start..end];
    }

    private static void Says(string text, string cited, string words) =>
        Assert.Contains(words, Clause(text, cited), StringComparison.OrdinalIgnoreCase);

    [Theory]
    [InlineData("BY", LicenceFamily.By)]
    [InlineData("BY-SA", LicenceFamily.BySa)]
    [InlineData("BY-NC", LicenceFamily.ByNc)]
    [InlineData("BY-ND", LicenceFamily.ByNd)]
    [InlineData("BY-NC-SA", LicenceFamily.ByNcSa)]
    [InlineData("BY-NC-ND", LicenceFamily.ByNcNd)]
    public void Clauses_of_versions_1_to_3_are_where_the_texts_have_them(string elements, LicenceFamily family)
    {
        foreach (string v in (string[])["1.0", "2.0", "2.5", "3.0"])
        {
            string text = Text($"CC-{elements}-{v}");
            LicenceClauses c = LicenceClauses.Of(new Licence(family, v, ""));
            Says(text, c.Credit, "Original Author");
            Says(text, c.Notice, "keep intact all copyright notices");
            Says(text, c.Link, "Uniform Resource Identifier");
            if (v != "1.0")
                Says(text, c.Source, v == "3.0" ? "the URI, if any" : "the Uniform Resource Identifier, if any");
            if (elements.Contains("NC", StringComparison.Ordinal))
                Says(text, c.Commerce, "primarily intended for or directed toward commercial advantage");
            else
                Assert.Empty(c.Commerce);
            if (elements.EndsWith("SA", StringComparison.Ordinal))
                Says(text, c.ShareAlike, "only under");
            else
                Assert.Empty(c.ShareAlike);
            if (elements.EndsWith("ND", StringComparison.Ordinal))
            {
                // No derivatives, so nothing is owed for them.
                Assert.Empty(c.Change);
                Assert.DoesNotContain("identifying the use of the Work", text, StringComparison.Ordinal);
            }
            else
                Says(
                    text,
                    c.Change,
                    v == "3.0"
                        ? "changes were made to the original Work"
                        : "identifying the use of the Work in the Derivative Work"
                );
            if (v == "3.0")
                Says(text, c.Endorsement, "endorsement by");
            else
                Assert.Empty(c.Endorsement);
        }
    }

    [Theory]
    [InlineData("BY", LicenceFamily.By)]
    [InlineData("BY-NC-SA", LicenceFamily.ByNcSa)]
    [InlineData("BY-NC-ND", LicenceFamily.ByNcNd)]
    public void Clauses_of_4_are_where_the_text_has_them(string elements, LicenceFamily family)
    {
        string text = Text($"CC-{elements}-4.0");
        LicenceClauses c = LicenceClauses.Of(new Licence(family, "4.0", ""));
        string attribution = Between(text, "Section 3 ", "Section 4 ");
        Assert.Equal(("s.3(a)(1)(A)(i)", "s.3(a)(1)(A)(ii)", "s.3(a)(1)(A)(v)"), (c.Credit, c.Notice, c.Source));
        string retained = Between(attribution, " A. retain", " B. indicate");
        Assert.Contains(
            "identification of the creator(s)",
            Between(retained, " i. ", " ii. "),
            StringComparison.Ordinal
        );
        Assert.Contains("a copyright notice", Between(retained, " ii. ", " iii. "), StringComparison.Ordinal);
        Assert.Contains(
            "a URI or hyperlink to the Licensed Material",
            retained[retained.IndexOf(" v. ", StringComparison.Ordinal)..],
            StringComparison.Ordinal
        );
        Assert.Equal(("s.3(a)(1)(B)", "s.3(a)(1)(C)"), (c.Change, c.Link));
        string indicated = Between(attribution, " B. indicate", " C. ");
        Assert.Contains(
            "if You modified the Licensed Material and retain an indication of any previous modifications",
            indicated,
            StringComparison.Ordinal
        );
        Assert.Contains(
            "licensed under this Public License",
            Between(attribution, " C. ", " 2. "),
            StringComparison.Ordinal
        );
        Assert.Equal("s.2(a)(6)", c.Endorsement);
        string grant = Between(text, "Section 2 ", "Section 3 ");
        Assert.Contains("No endorsement", Between(grant, " 6. ", " b. "), StringComparison.Ordinal);
        if (elements.Contains("NC", StringComparison.Ordinal))
        {
            Assert.Contains("NonCommercial means", Between(text, "Section 1 ", "Section 2 "), StringComparison.Ordinal);
            Assert.Contains(
                "for NonCommercial purposes only",
                Between(grant, " 1. ", " 2. "),
                StringComparison.Ordinal
            );
            Assert.Equal("s.1 and s.2(a)(1)", c.Commerce);
        }
        Assert.Equal(elements.EndsWith("SA", StringComparison.Ordinal) ? "s.3(b)" : "", c.ShareAlike);
        Assert.Contains(
            "public display, public performance",
            Between(text, "Section 1 ", "Section 2 "),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void Clauses_of_other_licences_are_where_their_texts_have_them()
    {
        string fal = Text("LAL-1.3"),
            gfdl = Text("GFDL-1.3-only"),
            ogl = Text("OGL-UK-3.0"),
            etalab = Text("etalab-2.0"),
            sa = Text("CC-SA-1.0");
        LicenceClauses f = LicenceClauses.Of(new Licence(LicenceFamily.FreeArt, "1.3", ""));
        Assert.Equal(
            ("s.2.2", "s.2.2", "s.2.2", "s.2.3", "s.2.3"),
            (f.Credit, f.Link, f.Source, f.Change, f.ShareAlike)
        );
        string spread = Between(fal, "2.2 ", "2.3 ");
        Assert.Contains("le nom de chaque auteur", spread, StringComparison.Ordinal);
        Assert.Contains("où se trouve la licence", spread, StringComparison.Ordinal);
        Assert.Contains("où il pourrait avoir accès aux originaux", spread, StringComparison.Ordinal);
        string modify = Between(fal, "2.3 ", "3. DROITS");
        Assert.Contains("œuvre modifiée", modify, StringComparison.Ordinal);
        Assert.Contains("avec la même licence", modify, StringComparison.Ordinal);
        LicenceClauses g = LicenceClauses.Of(new Licence(LicenceFamily.Gfdl, "1.3", ""));
        Assert.Equal(("s.2", "s.2", "s.4"), (g.Link, g.Notice, g.ShareAlike));
        Assert.Contains(
            "this License, the copyright notices, and the license notice saying this License applies to "
                + "the Document are reproduced in all copies",
            Between(gfdl, "2. VERBATIM", "3. COPYING"),
            StringComparison.Ordinal
        );
        string modified = Between(gfdl, "4. MODIFICATIONS", "5. COMBINING");
        Assert.Contains("as authors", Between(modified, " B. ", " C. "), StringComparison.Ordinal);
        Assert.Contains("under precisely this License", modified, StringComparison.Ordinal);
        string must = Between(ogl, "You must", "Exemptions");
        Assert.Contains("acknowledge the source", must, StringComparison.Ordinal);
        Assert.Contains("provide a link to this licence", must, StringComparison.Ordinal);
        // Its own statement, word for word.
        Assert.Contains(
            CreditParts.OwnStatement(new Licence(LicenceFamily.OpenGovernment, "3.0", ""))!,
            must,
            StringComparison.Ordinal
        );
        Assert.Contains(
            CreditParts.OwnStatement(new Licence(LicenceFamily.OpenGovernment, "2.0", ""))!,
            Text("OGL-UK-2.0"),
            StringComparison.Ordinal
        );
        Assert.Contains("endorse", Between(ogl, "Non-endorsement", "No warranty"), StringComparison.Ordinal);
        string mention = Between(etalab, "Sous réserve de", "DONNÉES");
        Assert.Contains("mentionner la paternité", mention, StringComparison.Ordinal);
        Assert.Contains("lien hypertexte, vers la source", mention, StringComparison.Ordinal);
        Assert.Contains("caution", mention, StringComparison.Ordinal);
        LicenceClauses s = LicenceClauses.Of(new Licence(LicenceFamily.Sa, "1.0", ""));
        Assert.Equal(("", "s.4(a)", "s.4(b)"), (s.Credit, s.Link, s.ShareAlike));
        Says(sa, s.Link, "Uniform Resource Identifier");
        Says(sa, s.ShareAlike, "Derivative Work only under the terms of this License");
    }

    [Fact]
    public void What_is_owed_follows_the_clauses()
    {
        string[] Owed(Licence l, RightsRecord? r = null, Changes? c = null, DeclaredUse? use = null) =>
            [
                .. Judge
                    .Of(r ?? World.Rights(l), c ?? new Changes(1), use ?? DeclaredUse.PublicTalk)
                    .Obligations.Select(o => o.What),
            ];
        var by = new Licence(LicenceFamily.By, "4.0", "");
        Assert.DoesNotContain("source link", Owed(by, World.Rights(by) with { SourceUrl = null }));
        Assert.Contains("source link", Owed(by));
        // ND before 4.0 owes no note of changes, though the note may stay.
        var cropped = new Changes(.8);
        Assert.DoesNotContain("note of changes", Owed(new Licence(LicenceFamily.ByNd, "3.0", ""), c: cropped));
        Assert.Contains("note of changes", Owed(new Licence(LicenceFamily.ByNd, "4.0", ""), c: cropped));
        Assert.Contains(
            "cropped",
            Credit.Full(World.Rights(new Licence(LicenceFamily.ByNd, "3.0", "")), cropped).Text,
            StringComparison.Ordinal
        );
        // The retired licences without BY owe the licence's link, and no credit.
        string[] sa = Owed(new Licence(LicenceFamily.Sa, "1.0", ""));
        Assert.Contains("licence link", sa);
        Assert.DoesNotContain("credit", sa);
        // GFDL wants its text with every copy; nothing is copied where nothing is handed on.
        var gfdl = new Licence(LicenceFamily.Gfdl, "1.3", "");
        Obligation text = Judge
            .Of(
                World.Rights(gfdl),
                new Changes(1),
                DeclaredUse.PublicTalk,
                carried: new(true, true, LicenceTexts: false)
            )
            .Obligations.Single(o => o.What == "licence text");
        Assert.Equal((false, "GFDL 1.3, s.2"), (text.Met, text.Reason.Section));
        Assert.True(
            Judge
                .Of(World.Rights(gfdl), new Changes(1), DeclaredUse.PublicTalk with { HandedOn = false })
                .Obligations.Single(o => o.What == "licence text")
                .Met
        );
        // Earlier indications are kept and told.
        RightsRecord before = World.Rights(by) with
        {
            EarlierChanges = "cleaned of dust by the museum",
        };
        Assert.Contains("earlier changes", Owed(by, before));
        Assert.Contains(
            "changed before: cleaned of dust by the museum",
            Credit.Full(before, cropped).Text,
            StringComparison.Ordinal
        );
        // The statement that the licence itself asks for, unless the source has its own.
        var ogl = new Licence(LicenceFamily.OpenGovernment, "3.0", "");
        Assert.Contains(
            "Contains public sector information",
            Credit.Full(World.Rights(ogl), new Changes(1)).Text,
            StringComparison.Ordinal
        );
        Assert.DoesNotContain(
            "Contains public sector information",
            Credit.Full(World.Rights(ogl) with { Statement = "Harbour Office" }, new Changes(1)).Text,
            StringComparison.Ordinal
        );
        Assert.Equal(
            "Photo: Isla Wend",
            Credit.Full(World.Rights(null) with { OwnWork = true, Maker = "Isla Wend" }, cropped).Text
        );
        Assert.Equal(
            "Photo: Isla Wend",
            Credit.Short(World.Rights(null) with { OwnWork = true, Maker = "Isla Wend" }, cropped).Text
        );
    }

    private static string Between(string text, string from, string to)
    {
        int start = text.IndexOf(from, StringComparison.Ordinal);
        Assert.True(start >= 0, from);
        int end = text.IndexOf(to, start + from.Length, StringComparison.Ordinal);
        return end < 0 ? text[start..] : text[start..end];
    }

    [GeneratedRegex(@"\s+")]
    private static partial Regex Spaces();

    [GeneratedRegex(@"^s\.(\d)(?:\(([a-f])\))?$")]
    private static partial Regex Cited();
}
