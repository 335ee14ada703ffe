using CsCheck;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Layout;
using Jaali.Core.Pacing;
using Jaali.Core.Typesetting;
using Jaali.Testing;

namespace Jaali.Core.Tests;

/// <summary>Slides of words: what they hold is found, laid out, and never lost.</summary>
public sealed class LayoutTests
{
    private static readonly string[] Texts =
    [
        "Mud is a wall",
        "38 % of the shore held without a wall",
        "What holds a shore: sand, mud, and roots",
        "“The sea asks first, and then it takes,” said Mara Tolvik",
        "1,240 posts stood there in 1998",
        "one; two; three; four",
        "  ",
        "§ ¶ • — ×",
        "שלום עולם",
        "A\nB\n\nC",
    ];

    private static readonly Gen<string> Text = Gen.Int[0, 9].Select(i => Texts[i]);

    [Theory]
    [InlineData("38 % of the shore held", "38 %", "of the shore held", true)]
    [InlineData("In 1998 some 1,240 posts stood", "1,240", "In 1998 some 1,240 posts stood", true)]
    [InlineData("It cost £2.5 million", "£2.5 million", "It cost £2.5 million", true)]
    [InlineData("Nur 12,5 Prozent hielten", "12,5 Prozent", "Nur 12,5 Prozent hielten", true)]
    [InlineData("4 km of dyke", "4 km", "of dyke", true)]
    [InlineData("Three of them, and 2 in 3 held", "2 in 3", "Three of them, and 2 in 3 held", true)]
    [InlineData("−4 °C at the gate", "−4 °C", "at the gate", true)]
    [InlineData("7 posts", "7", "posts", false)]
    [InlineData("1953", "1953", "", false)]
    public void The_number_of_words_is_found_with_its_unit(string text, string figure, string rest, bool strong) =>
        Assert.Equal(new ContentPattern.Number(figure, rest, strong), ContentPattern.FindNumber(text));

    [Theory]
    [InlineData("The storm of 1953")]
    [InlineData("Post A14 and H2O")]
    [InlineData("No number at all")]
    [InlineData("")]
    public void Years_and_names_are_no_number(string text) => Assert.Null(ContentPattern.FindNumber(text));

    [Theory]
    [InlineData("“The sea asks first,” Mara Tolvik", "“The sea asks first,”", "Mara Tolvik")]
    [InlineData("“The sea asks first.” — Mara Tolvik, keeper", "“The sea asks first.”", "Mara Tolvik, keeper")]
    [InlineData("\"The sea asks first\" (Mara Tolvik)", "\"The sea asks first\"", "Mara Tolvik")]
    [InlineData("„Das Meer fragt zuerst“", "„Das Meer fragt zuerst“", "")]
    [InlineData("« La mer demande d’abord » - M. Tolvik", "« La mer demande d’abord »", "M. Tolvik")]
    [InlineData("Mara Tolvik: “The sea asks first”", "“The sea asks first”", "Mara Tolvik")]
    [InlineData("The sea asks first, and takes. — Mara Tolvik", "The sea asks first, and takes.", "Mara Tolvik")]
    public void A_quotation_and_its_speaker_are_found(string text, string said, string by) =>
        Assert.Equal(new ContentPattern.Quotation(said, by), ContentPattern.FindQuotation(text));

    [Theory]
    [InlineData("The “posts” were gone")]
    [InlineData("“Mud”")]
    [InlineData("Sand – and mud")]
    public void Words_in_marks_are_no_quotation(string text) => Assert.Null(ContentPattern.FindQuotation(text));

    [Theory]
    [InlineData("What holds: sand, mud and roots", "What holds", "sand|mud|roots")]
    [InlineData("What holds: sand, mud, and roots.", "What holds", "sand|mud|roots")]
    [InlineData("What holds: sand; mud, grey or brown; roots", "What holds", "sand|mud, grey or brown|roots")]
    [InlineData("sand; mud; roots", "", "sand|mud|roots")]
    [InlineData("Was hält: Sand, Schlick und Wurzeln", "Was hält", "Sand|Schlick|Wurzeln")]
    public void Things_counted_up_are_found(string text, string lead, string entries)
    {
        ContentPattern.List? found = ContentPattern.FindList(text);
        Assert.NotNull(found);
        Assert.Equal((lead, entries), (found.Lead, string.Join('|', found.Entries)));
    }

    [Theory]
    [InlineData("Sand, mud and roots hold")]
    [InlineData("At 12:30 it rose")]
    [InlineData("sand; mud")]
    public void A_sentence_is_no_list(string text) => Assert.Null(ContentPattern.FindList(text));

    /// <summary>130 words in a minute: common practice, no source.</summary>
    [Theory]
    [InlineData("", 0)]
    [InlineData("Show the hand.", 3)]
    [InlineData("It’s a well-known post (A14) – 12 km out", 8)]
    [InlineData("नमस्ते दुनिया", 2)]
    [InlineData("砂は動く", 2)]
    public void Words_are_counted_and_take_their_time(string text, int words)
    {
        Assert.Equal(words, Pace.Words(text));
        Assert.Equal(words * 60 / 130.0, Pace.Spoken(text, 130), 9);
    }

    [Fact]
    public void Every_layout_keeps_every_typed_word_within_the_slide() =>
        Gen.Select(
                Gen.Select(Text, Gen.Enum<WordsRole>()).Array[0, 4],
                Gen.Enum<SlideLayout>().Array[1, 3],
                Gen.Bool,
                Gen.Bool
            )
            .Sample(
                (words, layouts, ground, frame) =>
                {
                    var world = new World();
                    world.Add("p0");
                    Deck deck = world.Do(world.Deck(2), new AddSlide()).Deck;
                    Slide slide = deck.Slides[^2];
                    if (ground)
                        deck = world.Do(deck, new PlaceGround(slide.Id, "p0")).Deck;
                    if (frame)
                        deck = world
                            .Do(deck, new AddItem(slide.Id, new FrameEdit("p0"), new(1000, 200, 700, 600)))
                            .Deck;
                    foreach ((string text, WordsRole role) in words)
                        if (
                            DeckEditor.Apply(deck, new AddItem(slide.Id, new WordsEdit(text, Role: role)), world)
                            is Edited e
                        )
                            deck = e.Deck;
                    string[] before = Letters(deck, slide.Id);
                    foreach (SlideLayout layout in layouts)
                        deck = world.Do(deck, new ApplyLayout(slide.Id, layout)).Deck;
                    string[] after = Letters(deck, slide.Id);
                    foreach (IGrouping<string, string> word in before.GroupBy(w => w))
                        Assert.True(after.Count(w => w == word.Key) >= word.Count(), $"{word.Key} is lost");
                    foreach (Item item in deck.Slide(slide.Id)!.Items)
                        Assert.Null(ItemKinds.Fault(item, deck, deck.Slide(slide.Id)!, world));
                    foreach (
                        Words w in deck.Slide(slide.Id)!.Items.OfType<Words>().Where(w => w.Role != WordsRole.Credit)
                    )
                    {
                        SlideRect r = w.At.Rect,
                            s = deck.Shape.Bounds();
                        Assert.True(r.X >= s.X && r.Y >= s.Y && r.Right <= s.Right && r.Bottom <= s.Bottom);
                    }
                },
                iter: 400
            );

    [Fact]
    public void A_layout_follows_the_plan_where_the_words_did()
    {
        var world = new World();
        Deck deck = world.Do(world.Deck(2), new SetSpeaker("Ines Marlow")).Deck;
        Guid point = deck.Points[0].Id;
        deck = world
            .Do(
                deck,
                new EditPoint(
                    point,
                    Facts:
                    [
                        new("Half of it held", "https://127.0.0.1/a"),
                        new("The rest moved", "Tidal record, vol. 3"),
                    ]
                )
            )
            .Deck;
        Slide slide = deck.Slides.First(s => s.PointId == point);
        Assert.Contains(SlideLayouts.For(deck, slide), i => i is { Layout: SlideLayout.List, Fits: true });
        deck = world.Do(deck, new ApplyLayout(slide.Id, SlideLayout.List)).Deck;
        Words[] list = [.. deck.Slide(slide.Id)!.Items.OfType<Words>()];
        Assert.Equal([WordsSource.PointWording, WordsSource.PointFacts], list.Select(w => w.Source));
        Assert.Equal("Half of it held\nThe rest moved", list[1].Say(deck, slide));
        deck = world.Do(deck, new EditPoint(point, "Another wording", Facts: [new("Once only", "")])).Deck;
        Assert.Equal(["Another wording", "Once only"], list.Select(w => w.Say(deck, deck.Slide(slide.Id)!)));

        Edited opened = world.Do(deck, new ApplyLayout(deck.Slides[0].Id, SlideLayout.Opening));
        Words[] opening = [.. opened.Deck.Slides[0].Items.OfType<Words>()];
        Assert.Equal([WordsSource.DeckTitle, WordsSource.Speaker], opening.Select(w => w.Source));
        Assert.Equal("Ines Marlow", opening[1].Say(opened.Deck, opened.Deck.Slides[0]));
    }

    [Fact]
    public void Sources_are_those_of_the_plan_with_their_addresses()
    {
        var world = new World();
        Deck deck = world.Deck(2);
        deck = world
            .Do(
                deck,
                new EditPoint(
                    deck.Points[0].Id,
                    Facts: [new("Half of it held", "https://127.0.0.1/a"), new("Told at the gate", "")]
                )
            )
            .Deck;
        deck = world.Do(deck, new AddSlide(null, SlideLayout.Sources)).Deck;
        Slide slide = deck.Slides[^2];
        Words body = slide.Items.OfType<Words>().Single(w => w.Role == WordsRole.Body);
        Paragraph only = Assert.Single(body.Paragraphs(deck, slide));
        Assert.Equal(ListMarker.Number, only.List);
        Assert.Equal(
            [("Half of it held\n", null), ("https://127.0.0.1/a", "https://127.0.0.1/a")],
            only.Runs.Select(r => (r.Text, r.Link))
        );
    }

    [Fact]
    public void Words_over_a_ground_take_the_half_without_its_subject()
    {
        var world = new World();
        world.Add("left", focal: new(.2, .5));
        world.Add("right", focal: new(.8, .5));
        foreach ((string photo, bool right) in new[] { ("left", true), ("right", false) })
        {
            Deck deck = world
                .Do(world.Deck(1) with { House = HouseStyles.Earlier }, new AddSlide(null, SlideLayout.Quotation))
                .Deck;
            Slide slide = deck.Slides[^2];
            deck = world.Do(deck, new PlaceGround(slide.Id, photo)).Deck;
            deck = world.Do(deck, new ApplyLayout(slide.Id, SlideLayout.Quotation)).Deck;
            Assert.All(
                deck.Slide(slide.Id)!.Items.OfType<Words>(),
                w => Assert.Equal(right, w.At.Rect.X + w.At.Rect.Width / 2 > 960)
            );
        }
    }

    private static string[] Letters(Deck deck, Guid slideId) =>
        [
            .. deck.Slide(slideId)!
                .Items.OfType<Words>()
                .Where(w => w.Source == WordsSource.Typed)
                .SelectMany(w => w.Text.Split([' ', '\n', ',', ';', ':', '.'], StringSplitOptions.RemoveEmptyEntries))
                .Where(w => w.Any(char.IsLetterOrDigit) && w is not ("and" or "or")),
        ];
}
