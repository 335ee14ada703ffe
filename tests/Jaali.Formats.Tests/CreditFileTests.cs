using System.Text.Json;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Ledgers;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Testing;

namespace Jaali.Formats.Tests;

public sealed class CreditFileTests
{
    private static readonly string[] Titles =
    [
        "Low water",
        "A \"quoted\", title; with [marks] & <b>tags</b>",
        "=HYPERLINK(\"x\")",
        "‮gnp‬ ליל ירח",
    ];

    private static (Deck Deck, IReadOnlyList<CreditEntry> Entries) Made()
    {
        var world = new World();
        Deck deck = world.Deck(Titles.Length) with { Title = "Holding & <keeping>", Speaker = "Isla Wend" };
        for (int i = 0; i < Titles.Length; i++)
        {
            string id = new((char)('a' + i), 64);
            world.Photos[id] = new PhotoFacts(
                id,
                1920,
                1280,
                PhotoPoint.Centre,
                World.Rights(new Licence(LicenceFamily.BySa, "3.0", "de"), $"Maker {i}, Søn", Titles[i]) with
                {
                    SourceUrl = $"http://photos.example/{i}?a=1&b=2",
                    Notice = i == 0 ? "© 2024 Maker" : "",
                }
            );
            deck = world.Do(deck, new PlaceGround(deck.Slides[i + 1].Id, id)).Deck;
        }
        return (deck, Ledger.Of(deck, world.Photo));
    }

    private static Dictionary<(string Subject, string Predicate), string> Statements(
        ScratchFolder folder,
        string form,
        string text
    )
    {
        string file = folder.File("credits." + form);
        File.WriteAllText(file, text);
        return Outside
            .Run("node", "linked.mjs", form, file)
            .Split('\n', StringSplitOptions.RemoveEmptyEntries)
            .Select(l => l.Split('\t'))
            .GroupBy(p => (p[0], p[1]))
            .ToDictionary(g => g.Key, g => g.Last()[2]);
    }

    /// <summary>Read back by the npm package rdfa-streaming-parser.</summary>
    [Fact]
    public void The_web_page_says_the_same_to_programs()
    {
        using var folder = new ScratchFolder();
        (Deck deck, IReadOnlyList<CreditEntry> entries) = Made();
        var said = Statements(folder, "html", CreditFiles.Html(deck, entries));
        foreach (CreditEntry e in entries)
        {
            string about = e.Parts.PictureUrl ?? "urn:sha256:" + e.Photo.Id;
            Assert.Equal(e.Parts.TermsUrl, said[(about, "http://www.w3.org/1999/xhtml/vocab#license")]);
            Assert.Equal(e.Parts.Maker, said[(about, "http://creativecommons.org/ns#attributionName")]);
            Assert.Equal(e.Parts.MakerUrl, said[(about, "http://creativecommons.org/ns#attributionURL")]);
            Assert.Equal(e.Parts.Title, said[(about, "http://purl.org/dc/terms/title")]);
        }
    }

    /// <summary>Read back by the npm package jsonld-streaming-parser.</summary>
    [Fact]
    public void The_json_ld_says_the_same()
    {
        using var folder = new ScratchFolder();
        (Deck deck, IReadOnlyList<CreditEntry> entries) = Made();
        var said = Statements(folder, "jsonld", CreditFiles.JsonLd(deck, entries));
        foreach (CreditEntry e in entries)
        {
            string about = e.Parts.PictureUrl ?? "urn:sha256:" + e.Photo.Id;
            Assert.Equal(e.Parts.TermsUrl, said[(about, "https://schema.org/license")]);
            Assert.Equal(e.Parts.SourceUrl, said[(about, "https://schema.org/acquireLicensePage")]);
            Assert.Equal(e.Credit.Text, said[(about, "https://schema.org/creditText")]);
            Assert.Equal(e.Parts.Maker, said[(said[(about, "https://schema.org/creator")], "https://schema.org/name")]);
        }
        Assert.Equal("© 2024 Maker", said[("urn:sha256:" + entries[0].Photo.Id, "https://schema.org/copyrightNotice")]);
    }

    [Fact]
    public void Text_table_and_markdown_hold_every_credit_word_for_word()
    {
        (Deck deck, IReadOnlyList<CreditEntry> entries) = Made();
        string text = CreditFiles.Text(deck, entries),
            csv = CreditFiles.Csv(entries),
            markdown = CreditFiles.Markdown(deck, entries);
        foreach (CreditEntry e in entries)
        {
            Assert.Contains(e.Credit.Text, text, StringComparison.Ordinal);
            Assert.Contains(
                e.Credit.Text.Replace("\"", "\"\"", StringComparison.Ordinal),
                csv,
                StringComparison.Ordinal
            );
            Assert.Contains($"(<{e.Parts.TermsUrl}>)", markdown, StringComparison.Ordinal);
        }
        // RFC 4180, read by a small reader of our own: rows of equal length; no cell is a formula.
        string[][] rows = Rows(csv);
        Assert.Equal(entries.Count + 1, rows.Length);
        Assert.All(rows, r => Assert.Equal(13, r.Length));
        Assert.Equal("'=HYPERLINK(\"x\")", rows[3][1]);
        Assert.DoesNotContain(
            "<b>",
            markdown.Replace("\\<b\\>", "", StringComparison.Ordinal),
            StringComparison.Ordinal
        );
    }

    private static string[][] Rows(string csv)
    {
        List<string[]> rows = [];
        List<string> row = [];
        var cell = new System.Text.StringBuilder();
        bool quoted = false;
        for (int i = 0; i < csv.Length; i++)
        {
            char c = csv[i];
            if (quoted && c == '"' && i + 1 < csv.Length && csv[i + 1] == '"')
                cell.Append(csv[i++]);
            else if (c == '"')
                quoted = !quoted;
            else if (!quoted && c is ',' or '\n' && !quoted)
            {
                row.Add(cell.ToString().TrimEnd('\r'));
                cell.Clear();
                if (c != '\n')
                    continue;
                rows.Add([.. row]);
                row.Clear();
            }
            else
                cell.Append(c);
        }
        return [.. rows];
    }

    /// <summary>Written by us, read by exiftool and exiv2; the pixels stay as they are (ImageMagick's
    /// signature).</summary>
    [Theory]
    [InlineData("jpg")]
    [InlineData("png")]
    [InlineData("webp")]
    public void Xmp_is_written_into_photos_and_read_back(string format)
    {
        using var folder = new ScratchFolder();
        string file = folder.File("photo." + format),
            written = folder.File("written." + format);
        Outside.Run("convert", Outside.Photo("fog-posts.jpg"), "-resize", "320x", file);
        var parts = CreditParts.Of(
            World.Rights(new Licence(LicenceFamily.BySa, "4.0", ""), "Søren & Ayre", "Tide <b>& time</b>") with
            {
                Notice = "© 2024 S. Ayre",
            },
            new Changes(.5)
        );
        byte[] once = XmpWriter.Into(File.ReadAllBytes(file), parts, Credit.Full(parts).Text);
        // Twice written is once there.
        byte[] twice = XmpWriter.Into(once, parts, Credit.Full(parts).Text);
        Assert.Equal(once, twice);
        File.WriteAllBytes(written, twice);
        JsonElement x = JsonSerializer.Deserialize<JsonElement>(Outside.Run("exiftool", "-json", "-XMP:all", written))[
            0
        ];
        string S(string name) => x.GetProperty(name).GetString()!;
        Assert.Equal(
            (parts.Title, parts.Maker, "© 2024 S. Ayre", parts.SourceUrl),
            (S("Title"), S("Creator"), S("Rights"), S("Source"))
        );
        Assert.Equal(
            (parts.TermsUrl, parts.TermsUrl, parts.TermsName, parts.Maker, parts.MakerUrl),
            (S("License"), S("WebStatement"), S("UsageTerms"), S("AttributionName"), S("AttributionURL"))
        );
        Assert.Equal(Credit.Full(parts).Text, S("Credit"));
        Assert.True(x.GetProperty("Marked").GetBoolean());
        string exiv2 = Outside.Run("exiv2", "-px", written);
        Assert.Contains("Xmp.dc.creator", exiv2, StringComparison.Ordinal);
        Assert.Contains(parts.TermsUrl!, exiv2, StringComparison.Ordinal);
        Assert.Equal(Outside.Run("identify", "-format", "%#", file), Outside.Run("identify", "-format", "%#", written));
        // And by our own reader.
        EmbeddedMetadata read = EmbeddedMetadata.Read(twice)!;
        Assert.Equal(
            (parts.Title, parts.Maker, new Licence(LicenceFamily.BySa, "4.0", "")),
            (read.Title, read.Maker, read.Licence)
        );
    }

    [Fact]
    public void A_file_that_is_not_what_it_seems_is_left_as_it_is()
    {
        CreditParts parts = CreditParts.Of(World.Rights(new Licence(LicenceFamily.By, "4.0", "")), new Changes(1));
        foreach (
            byte[] odd in new byte[][]
            {
                [],
                [1, 2, 3],
                [0x89, (byte)'P', (byte)'N', (byte)'G', .. new byte[40]],
                [.. "RIFF    WEBPVP8 "u8, 255, 255, 255, 127, 0, 0, 0],
            }
        )
            Assert.Equal(odd, XmpWriter.Into(odd, parts, "x"));
    }
}
