using System.Text.Json;
using System.Xml.Linq;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Ledgers;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Formats;
using Jaali.Sources;
using Jaali.Testing;

namespace Jaali.Server.Tests;

/// <summary>
/// What a talk gathered, as other tools read it. The manifest after IIIF Presentation API 3.0; the list after the
/// protocol OAI-PMH 2.0, sections 3 and 4.
/// </summary>
public sealed class GatheredTests
{
    private static readonly XNamespace Oai = "http://www.openarchives.org/OAI/2.0/",
        Dc = "http://purl.org/dc/elements/1.1/";
    private static readonly DateTimeOffset Now = new(2026, 5, 4, 3, 2, 1, TimeSpan.Zero);
    private static readonly Uri Address = new("http://jaali.example/api/decks/1/gathered/oai");

    private static (Deck Deck, IReadOnlyList<CreditEntry> Entries) Made()
    {
        var world = new World();
        Deck deck = world.Deck(3) with { Title = "Holding & <keeping>", Speaker = "Isla Wend" };
        Licence[] licences = [new(LicenceFamily.BySa, "3.0", "de"), new(LicenceFamily.Cc0, "1.0", "")];
        for (int i = 0; i < licences.Length; i++)
        {
            string id = new((char)('a' + i), 64);
            world.Photos[id] = new PhotoFacts(
                id,
                1920,
                1280,
                PhotoPoint.Centre,
                World.Rights(licences[i], $"Maker {i}, Søn", "Low & high \u0001 “water”")
            );
            deck = world.Do(deck, new PlaceGround(deck.Slides[i + 1].Id, id)).Deck;
        }
        return (deck, Ledger.Of(deck, world.Photo));
    }

    [Fact]
    public void The_manifest_is_read_by_our_own_reader_of_other_peoples_manifests()
    {
        (Deck deck, IReadOnlyList<CreditEntry> entries) = Made();
        var address = new Uri("http://jaali.example/api/decks/1/gathered/manifest.json");
        string text = IiifManifest.Write(deck, entries, address, Handed);
        using JsonDocument json = JsonDocument.Parse(text);
        Assert.True(IiifPresentation.Is(json.RootElement));
        IReadOnlyList<Candidate> read = IiifPresentation.Candidates(json.RootElement, address, null, "c", "Talk", Now);
        Assert.Equal(entries.Count, read.Count);
        foreach ((CreditEntry e, Candidate c) in entries.Zip(read))
        {
            // Whether a licence beside words of one's own reaches a photo is for a person; what was said is all there.
            Assert.Contains(new Uri(e.Parts.TermsUrl!).AbsolutePath, c.Rights.LicenceAsFound, StringComparison.Ordinal);
            Assert.DoesNotContain("cropped", c.Rights.Statement, StringComparison.Ordinal);
            Assert.Equal(e.Photo.Rights.Maker, c.Rights.Maker);
            Assert.Contains(e.Photo.Id, c.Renditions.Select(r => r.Url).First(), StringComparison.Ordinal);
        }
        // Section 3.2: rights is one address of Creative Commons or RightsStatements.org, by http.
        foreach (JsonElement canvas in json.RootElement.GetProperty("items").EnumerateArray())
        {
            Assert.StartsWith(
                "http://creativecommons.org/",
                canvas.GetProperty("rights").GetString(),
                StringComparison.Ordinal
            );
            Assert.Equal(1920, canvas.GetProperty("width").GetInt32());
            Assert.Contains(
                "Maker",
                canvas.GetProperty("requiredStatement").GetProperty("value").GetRawText(),
                StringComparison.Ordinal
            );
        }
    }

    private static HandedPhoto Handed(CreditEntry e) =>
        new(e.Photo.Id, "http://jaali.example/iiif/" + e.Photo.Id, false);

    private static XElement Ask(OaiRequest asked)
    {
        (Deck deck, IReadOnlyList<CreditEntry> entries) = Made();
        return XDocument.Parse(OaiList.Answer(deck, entries, asked, Address, Handed, Now)).Root!;
    }

    [Fact]
    public void Records_carry_title_maker_licence_and_credit_in_Dublin_Core()
    {
        XElement[] records =
        [
            .. Ask(new("ListRecords", Prefix: "oai_dc")).Element(Oai + "ListRecords")!.Elements(Oai + "record"),
        ];
        (_, IReadOnlyList<CreditEntry> entries) = Made();
        Assert.Equal(entries.Count, records.Length);
        foreach ((CreditEntry e, XElement r) in entries.Zip(records))
        {
            string[] Said(string name) => [.. r.Descendants(Dc + name).Select(x => x.Value)];
            Assert.Equal(
                "Low & high “water”",
                string.Join(' ', Said("title").Single().Split(' ', StringSplitOptions.RemoveEmptyEntries))
            );
            Assert.Equal([e.Photo.Rights.Maker], Said("creator"));
            Assert.Contains(e.Parts.TermsUrl!, Said("rights"));
            Assert.Contains(Handed(e).Address, Said("identifier"));
        }
    }

    [Theory]
    [InlineData(null, null, null, null, "badVerb")]
    [InlineData("Sing", null, null, null, "badVerb")]
    [InlineData("ListRecords", null, null, null, "badArgument")]
    [InlineData("ListRecords", null, "marc21", null, "cannotDisseminateFormat")]
    [InlineData("ListRecords", null, "oai_dc", "yesterday", "badArgument")]
    [InlineData("ListRecords", null, "oai_dc", "2099-01-01", "noRecordsMatch")]
    [InlineData("ListIdentifiers", "x", "oai_dc", null, "badArgument")]
    [InlineData("GetRecord", "urn:sha256:nowhere", "oai_dc", null, "idDoesNotExist")]
    [InlineData("GetRecord", null, "oai_dc", null, "badArgument")]
    [InlineData("Identify", "x", null, null, "badArgument")]
    [InlineData("ListSets", null, null, null, "noSetHierarchy")]
    public void What_cannot_be_answered_has_the_code_of_the_protocol(
        string? verb,
        string? identifier,
        string? prefix,
        string? from,
        string code
    )
    {
        XElement root = Ask(new(verb, identifier, prefix, From: from));
        Assert.Equal(code, (string?)root.Element(Oai + "error")?.Attribute("code"));
        // A request that cannot be read is not repeated with what was given.
        bool repeated = root.Element(Oai + "request")!.Attributes().Any();
        Assert.Equal(code is not ("badVerb" or "badArgument"), repeated);
    }

    [Fact]
    public void A_token_that_nobody_gave_is_refused_and_the_other_verbs_answer()
    {
        Assert.Equal(
            "badResumptionToken",
            (string?)Ask(new("ListRecords", Token: "7")).Element(Oai + "error")?.Attribute("code")
        );
        Assert.Equal("2.0", Ask(new("Identify")).Descendants(Oai + "protocolVersion").Single().Value);
        Assert.Equal("oai_dc", Ask(new("ListMetadataFormats")).Descendants(Oai + "metadataPrefix").Single().Value);
        XElement[] headers = [.. Ask(new("ListIdentifiers", Prefix: "oai_dc")).Descendants(Oai + "header")];
        Assert.Equal(2, headers.Length);
        XElement one = Ask(new("GetRecord", headers[0].Element(Oai + "identifier")!.Value, "oai_dc"));
        Assert.Single(one.Descendants(Oai + "record"));
    }
}
