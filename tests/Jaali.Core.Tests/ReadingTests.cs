using System.Globalization;
using System.Text.Json;
using Jaali.Core.Composing;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Legibility;
using Jaali.Core.Scenes;
using Jaali.Testing;

namespace Jaali.Core.Tests;

/// <summary>How words read over photos, in which room, and what helps.</summary>
public sealed class ReadingTests
{
    private readonly World _world = new();

    // Stripes of light and dark, as restless as a photo can be, and a calm dark strip at the foot.
    private (Deck Deck, Guid Slide, Guid Words) OverStripes(string text = "What holds a shore")
    {
        byte[] rgb = new byte[192 * 128 * 3];
        for (int y = 0; y < 128; y++)
        for (int x = 0; x < 192; x++)
            if (y < 92 && x / 3 % 2 == 0)
                rgb.AsSpan((y * 192 + x) * 3, 3).Fill(235);
            else
                rgb.AsSpan((y * 192 + x) * 3, 3).Fill(30);
        _world.Add("p", focal: new PhotoPoint(.5, .3));
        _world.Colours["p"] = new ToneMap(192, 128, rgb);
        Deck deck = _world.Deck(1);
        Slide slide = deck.Slides[1];
        deck = _world.Do(deck, new PlaceGround(slide.Id, "p")).Deck;
        deck = _world.Do(deck, new RemoveItem(slide.Id, slide.Words().Single().Id)).Deck;
        deck = _world.Do(deck, new AddItem(slide.Id, new WordsEdit(text), new SlideRect(300, 200, 1200, 200))).Deck;
        return (deck, slide.Id, deck.Slide(slide.Id)!.Words().Single().Id);
    }

    private WordsReading Reading(Deck deck, Guid slide, Guid words) =>
        SceneBuilder.Build(deck, deck.Slide(slide)!, _world)[0].Parts.Single(p => p.ItemId == words).Reading!;

    [Fact]
    public void Words_over_stripes_do_not_read_and_the_spot_is_one_of_theirs()
    {
        (Deck deck, Guid slide, Guid words) = OverStripes();
        WordsReading reading = Reading(deck, slide, words);
        Assert.NotEqual(Readable.Well, reading.Readable);
        Assert.True(reading.Ratio < 3);
        Assert.Contains(reading.Letters, l => l.Overlaps(reading.Failing!.Value));
    }

    [Fact]
    public void Every_remedy_is_one_edit_that_does_what_it_says()
    {
        foreach (RoomLight light in Enum.GetValues<RoomLight>())
        {
            (Deck deck, Guid slide, Guid words) = OverStripes();
            deck = _world.Do(deck, new SetRoom(Room.Usual with { Light = light })).Deck;
            WordsReading now = Reading(deck, slide, words);
            IReadOnlyList<Remedy> remedies = Remedies.Of(deck, slide, words, _world, _world);
            Assert.Contains(remedies, r => r.Kind == RemedyKind.Place);
            Assert.Contains(remedies, r => r.Kind == RemedyKind.Veil);
            Assert.Contains(remedies, r => r.Kind == RemedyKind.Plate);
            Assert.Equal(remedies.Count, remedies.Select(r => r.Kind).Distinct().Count());
            foreach (Remedy r in remedies)
            {
                Deck after = _world.Do(deck, r.Command).Deck;
                WordsReading then = Reading(after, slide, words);
                Assert.Equal((r.After.Readable, r.After.Ratio), (then.Readable, then.Ratio));
                Assert.True(then.Readable < now.Readable || then.Ratio > now.Ratio, r.Kind.ToString());
            }
            Assert.All(
                remedies.Where(r => r.Kind is RemedyKind.Veil or RemedyKind.Plate or RemedyKind.Place),
                r => Assert.Equal(Readable.Well, r.After.Readable)
            );
        }
    }

    [Fact]
    public void A_veil_is_as_weak_as_it_can_be()
    {
        (Deck deck, Guid slide, Guid words) = OverStripes();
        Remedy veil = Remedies.Of(deck, slide, words, _world, _world).Single(r => r.Kind == RemedyKind.Veil);
        var laid = (VeilEdit)((AddItem)veil.Command).Item;
        AddItem weaker = (AddItem)veil.Command with { Item = laid with { Strength = laid.Strength - .06 } };
        Assert.NotEqual(Readable.Well, Reading(_world.Do(deck, weaker).Deck, slide, words).Readable);
        // Between the ground and the words.
        Deck after = _world.Do(deck, veil.Command).Deck;
        Assert.Equal(["Frame", "Veil", "Words"], after.Slide(slide)!.Items.Select(i => i.GetType().Name));
    }

    [Fact]
    public void Words_that_read_well_need_nothing()
    {
        (Deck deck, Guid slide, Guid words) = OverStripes();
        deck = _world.Do(deck, new PlaceItem(slide, words, new SlideRect(300, 880, 1200, 150), 0)).Deck;
        Assert.Equal(Readable.Well, Reading(deck, slide, words).Readable);
        Assert.Empty(Remedies.Of(deck, slide, words, _world, _world));
    }

    /// <summary>Common practice, from memory: the formulas that the room is reckoned with.</summary>
    [Fact]
    public void A_room_takes_contrast_away_as_its_light_says()
    {
        var daylight = new Room(RoomLight.Daylight, 9, 2.25);
        Assert.Equal((1 + .151) / .151, daylight.Ratio(1, 0), 9);
        Assert.Equal((.5 + .001 + .15) / (1 + .001 + .15), daylight.Seen(.5), 9);
        // A display's own flare is never judged kinder than WCAG 2.2 has it.
        Assert.Equal(21, new Room(RoomLight.DarkHall, 9, 2.25).Ratio(1, 0), 9);
        Assert.Equal(.02, daylight.SmallestXHeight, 9);
    }

    [Theory]
    [InlineData(42, true)]
    [InlineData(44, false)]
    public void The_last_row_decides_the_smallest_size(double size, bool small)
    {
        (Deck deck, Guid slide, Guid words) = OverStripes();
        // Small letters of this world are half their size high: .02 of 1080 are 43.2 units.
        deck = _world.Do(deck, new EditItem(slide, words, new WordsEdit(Style: new TextStyle { Size = size }))).Deck;
        deck = _world.Do(deck, new SetRoom(new(RoomLight.DimRoom, 9.01, 2.25))).Deck;
        WordsReading reading = Reading(deck, slide, words);
        Assert.Equal(small, reading.SmallForTheBackRow);
        if (small)
            Assert.Contains(
                Remedies.Of(deck, slide, words, _world, _world),
                r => r is { Kind: RemedyKind.Size, After.SmallForTheBackRow: false }
            );
    }

    /// <summary>WCAG 2.2, "large scale": 18 pt, or 14 pt bold, at two units each.</summary>
    [Fact]
    public void Large_words_need_less()
    {
        Assert.Equal(4.5, WordsReading.WantedFor(35.9, false));
        Assert.Equal(3, WordsReading.WantedFor(36, false));
        Assert.Equal(4.5, WordsReading.WantedFor(27.9, true));
        Assert.Equal(3, WordsReading.WantedFor(28, true));
    }

    /// <summary>Against culori's OKLab.</summary>
    [Fact]
    public void OKLab_is_that_of_a_general_purpose_library()
    {
        var random = new Random(3);
        byte[][] colours =
        [
            .. Enumerable
                .Range(0, 200)
                .Select(_ => new[] { (byte)random.Next(256), (byte)random.Next(256), (byte)random.Next(256) }),
        ];
        double[][] theirs = JsonSerializer.Deserialize<double[][]>(
            Outside.Run(
                "node",
                "--input-type=module",
                "-e",
                "import {oklab} from 'culori'; const c=JSON.parse(process.argv[1]); "
                    + "const one=([r,g,b])=>{const o=oklab({mode:'rgb',r:r/255,g:g/255,b:b/255});return "
                    + "[o.l,o.a,o.b]}; "
                    + "console.log(JSON.stringify(c.map(one)))",
                JsonSerializer.Serialize(colours.Select(c => c.Select(v => (int)v)))
            )
        )!;
        for (int i = 0; i < colours.Length; i++)
        {
            (double l, double a, double b) = OkLab.Of(colours[i][0], colours[i][1], colours[i][2]);
            Assert.Equal(theirs[i][0], l, 1e-4);
            Assert.Equal(theirs[i][1], a, 1e-4);
            Assert.Equal(theirs[i][2], b, 1e-4);
            string hex = string.Create(
                CultureInfo.InvariantCulture,
                $"#{colours[i][0]:X2}{colours[i][1]:X2}{colours[i][2]:X2}"
            );
            Assert.Equal(hex, OkLab.Hex(l, a, b));
        }
    }

    [Fact]
    public void A_palette_has_the_colours_of_the_photos_and_inks_that_contrast()
    {
        // Two thirds blue, a quarter sand, the rest red.
        byte[] rgb = new byte[120 * 100 * 3];
        for (int i = 0; i < 120 * 100; i++)
            (rgb[i * 3], rgb[i * 3 + 1], rgb[i * 3 + 2]) =
                i % 12 < 8 ? ((byte)40, (byte)90, (byte)170)
                : i % 12 < 11 ? ((byte)214, (byte)190, (byte)140)
                : ((byte)200, (byte)40, (byte)40);
        FoundPalette palette = PaletteFinder.Of([new ToneMap(120, 100, rgb)])!;
        Assert.Equal(
            ["#285AAA", "#D6BE8C", "#C82828"],
            palette
                .Accents.OrderByDescending(a => a.Colour == "#285AAA")
                .ThenByDescending(a => a.Colour == "#D6BE8C")
                .Select(a => a.Colour)
        );
        Assert.Equal("#285AAA", palette.Accents[0].Colour);
        Assert.True(Contrast.Ratio(Luminance.Of(palette.Paper), Luminance.Of(palette.OnPaper)) >= 4.5);
        Assert.True(Contrast.Ratio(Luminance.Of(palette.LightInk), Luminance.Of(palette.DarkInk)) >= 4.5);
        Assert.Equivalent(palette, PaletteFinder.Of([new ToneMap(120, 100, rgb)]), strict: true);
        Assert.Null(PaletteFinder.Of([]));
    }

    /// <summary>Each style that ships has inks that contrast, on its own paper too.</summary>
    [Fact]
    public void Every_house_style_reads_on_its_own_paper()
    {
        Assert.Equal(6, HouseStyles.All.Count);
        Assert.Equal(6, HouseStyles.All.Select(h => h.Name).Distinct().Count());
        foreach (HouseStyle house in HouseStyles.All)
        {
            Assert.Null(house.Fault());
            foreach (string paper in new[] { house.Paper, house.PaperTo ?? house.Paper })
                Assert.True(Contrast.Ratio(Luminance.Of(paper), Luminance.Of(house.OnPaper)) >= 7, house.Name);
            Assert.True(Contrast.Ratio(Luminance.Of(house.LightInk), Luminance.Of(house.DarkInk)) >= 12, house.Name);
            foreach (WordsRole role in Enum.GetValues<WordsRole>())
                Assert.True(house.StyleOf(role) is { Size: > 0, Family.Length: > 0, Leading: > 0 }, house.Name);
        }
    }

    [Fact]
    public void A_house_style_changes_all_but_what_a_hand_set_and_that_is_released()
    {
        (Deck deck, Guid slide, Guid words) = OverStripes();
        deck = _world.Do(deck, new EditItem(slide, words, new WordsEdit(Style: new TextStyle { Size = 61 }))).Deck;
        HouseStyle poster = HouseStyles.Named("Poster")!;
        deck = _world.Do(deck, new SetHouseStyle(poster)).Deck;
        TextNode Set() =>
            SceneBuilder.Build(deck, deck.Slide(slide)!, _world)[0].NodesOf(words).OfType<TextNode>().Single();
        Assert.Equal((61d, "Josefin Sans Bold"), (Set().Size, Set().Face));
        Assert.Equal("WHAT HOLDS A SHORE", string.Join(' ', Set().Lines.Select(l => l.Text)).Trim());
        deck = _world.Do(deck, new SetTextStyle(new())).Deck;
        Assert.Equal(poster.StyleOf(WordsRole.Heading, deck.Slide(slide)!.Around).Size, Set().Size);
        Assert.Null(((Words)deck.Slide(slide)!.Item(words)!).Style);
    }
}
