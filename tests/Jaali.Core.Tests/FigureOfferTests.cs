using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Items;
using Jaali.Core.Layout;
using Jaali.Testing;

namespace Jaali.Core.Tests;

/// <summary>What pasted texts and facts can become (common practice, no source), and where a figure says it is
/// from.</summary>
public sealed class FigureOfferTests
{
    private static string Told(string text) =>
        string.Join(
            " | ",
            FigureOffers
                .Of(text)
                .Select(o =>
                    o.Edit switch
                    {
                        ChartEdit c => $"{c.Form} {Cells(c.Rows ?? DataRows.Read(c.Pasted!))}",
                        TableEdit t when DataRows.Read(t.Pasted!) is var rows => $"Table {rows.Count}x{rows[0].Count}",
                        FlowEdit f => "Flow " + string.Join("; ", f.Steps!.Select(s => s.Text)),
                        _ => "?",
                    }
                )
        );

    private static string Cells(IEnumerable<IEnumerable<string>> rows) =>
        string.Join("; ", rows.Select(r => string.Join(", ", r)));

    [Theory]
    // Rows: figures offer a chart, all rows a table.
    [InlineData("a\t1\nb\t2", "Columns a, 1; b, 2 | Table 2x2")]
    [InlineData("name;place\nTana;Hollin\nOrsa;Gannock", "Table 3x2")]
    [InlineData(
        "year,m\n1990,42.5\n2000,40\n2010,36\n2025,31",
        "Lines year, m; 1990, 42.5; 2000, 40; 2010, 36; 2025, 31 | Table 5x2"
    )]
    [InlineData("Sand\t40 %\nClay\t35 %\nPeat\t25 %", "Pie Sand, 40 %; Clay, 35 %; Peat, 25 % | Table 3x2")]
    [InlineData("Sand\t40 %\nClay\t35 %\nPeat\t60 %", "Columns Sand, 40 %; Clay, 35 %; Peat, 60 % | Table 3x2")]
    [InlineData(
        "The long upper ridge\t3\nThe short one\t4",
        "Bars The long upper ridge, 3; The short one, 4 | Table 2x2"
    )]
    // A column of words has no place in a chart.
    [InlineData("a\tgood\t1\nb\tbad\t2", "Table 2x3")]
    [InlineData("a\t1\nb\t", "Table 2x2")]
    // Arrows.
    [InlineData("Rain → Marsh → Tide", "Flow Rain; Marsh; Tide")]
    [InlineData("Rain ->\nMarsh ->\nTide", "Flow Rain; Marsh; Tide")]
    [InlineData("Rain\n→ Marsh\n→ Tide", "Flow Rain; Marsh; Tide")]
    [InlineData("-> nothing", "")]
    // Sentences with figures of one kind.
    [InlineData("75 % of the ridge is left", "Ring of the ridge is left, 75 %")]
    [InlineData("The ridge kept 75% of its height.", "Ring The ridge kept, 75%")]
    [InlineData("In 1990 the ridge was 42.5 m wide; in 2025 it is 31.2 m.", "Columns 1990, 42.5 m; 2025, 31.2 m")]
    [InlineData("Hallow: 26 %, Gannock: 54 %, Tern Flat: 12 %", "Columns Hallow, 26 %; Gannock, 54 %; Tern Flat, 12 %")]
    [InlineData("Sand 60 % and clay 40 %", "Pie Sand, 60 %; clay, 40 %")]
    [InlineData("1.200 ha in 1950, 800 ha in 2020", "Columns 1950, 1.200 ha; 2020, 800 ha")]
    // Sentences whose figures are of different kinds, or nothing to compare, stay words.
    [InlineData("The ridge is 42 m wide and 3 km long", "")]
    [InlineData("It was founded in 1897 and closed in 1931", "")]
    [InlineData("Three blades catch a grain", "")]
    [InlineData("Chapter 7 tells of it", "")]
    [InlineData("140 % more than before", "")]
    [InlineData("First, we walked, and then it rained.\nLater, we came back, and it was dry.", "")]
    [InlineData("", "")]
    [InlineData("   \n \t ", "")]
    public void A_text_can_become_what_it_holds(string text, string offers) => Assert.Equal(offers, Told(text));

    [Fact]
    public void Whatever_is_pasted_is_answered_quickly_and_every_offer_can_be_added()
    {
        var world = new World();
        Deck deck = world.Deck(1);
        string[] bits =
        [
            "1990",
            "42.5 m",
            " ",
            "\t",
            "\n",
            ",",
            ";",
            "→",
            "-",
            "75 %",
            "a word",
            "\"",
            "'",
            "€",
            "1e999",
            "−",
            "٣",
        ];
        var random = new Random(4);
        for (int i = 0; i < 400; i++)
        {
            string text = string.Concat(
                Enumerable.Range(0, random.Next(1, 40)).Select(_ => bits[random.Next(bits.Length)])
            );
            foreach (FigureOffer offer in FigureOffers.Of(text, "Log"))
                if (DeckEditor.Apply(deck, new AddItem(deck.Slides[1].Id, offer.Edit), world) is Rejected no)
                    Assert.Contains(
                        no.Reason.Code,
                        (string[])["too-many-columns", "bad-steps", "too-long", "too-many-rows"]
                    );
        }
        // What would be slow if it were looked at once for every letter.
        foreach (string bit in bits)
            Assert.NotNull(FigureOffers.Of(string.Concat(Enumerable.Repeat(bit, 40_000 / bit.Length))));
    }

    [Fact]
    public void A_fact_becomes_its_chart_and_says_where_it_is_from_whatever_the_plan_comes_to_say()
    {
        var world = new World();
        Deck deck = world.Deck(1);
        Slide slide = deck.Slides[1];
        Guid point = slide.PointId!.Value;
        var fact = new Fact("In 1990 the ridge was 42.5 m wide; in 2025 it is 31.2 m.", "Survey 12");
        deck = world.Do(deck, new EditPoint(point, Facts: [fact])).Deck;
        deck = world.Do(deck, new ShowFact(slide.Id, 0, TextForm.Chart)).Deck;
        Chart Chart() => deck.Slide(slide.Id)!.Items.OfType<Chart>().Single();
        Assert.Equal(("Survey 12", ChartForm.Columns), (Chart().Source, Chart().Form));

        Edited said = world.Do(deck, new EditPoint(point, Facts: [fact with { Reference = "Survey 13, p. 4" }]));
        deck = said.Deck;
        Assert.Equal("Survey 13, p. 4", Chart().Source);
        deck = world.Do(deck, said.Inverse).Deck;
        Assert.Equal("Survey 12", Chart().Source);

        // A reference longer than the line under a chart is cut there, and is still followed.
        string many = new('a', 400);
        deck = world.Do(deck, new EditPoint(point, Facts: [fact with { Reference = many + "\nand on" }])).Deck;
        Assert.Equal(many[..300], Chart().Source);
        deck = world.Do(deck, new EditPoint(point, Facts: [fact])).Deck;
        Assert.Equal("Survey 12", Chart().Source);

        // A line that a hand wrote stays.
        deck = world.Do(deck, new EditItem(slide.Id, Chart().Id, new ChartEdit(Source: "Our own survey"))).Deck;
        deck = world.Do(deck, new EditPoint(point, Facts: [fact with { Reference = "Survey 14" }])).Deck;
        Assert.Equal("Our own survey", Chart().Source);

        Refusal no = Assert
            .IsType<Rejected>(DeckEditor.Apply(deck, new ShowFact(slide.Id, 0, TextForm.Flow), world))
            .Reason;
        Assert.Equal("no-figures", no.Code);
    }
}
