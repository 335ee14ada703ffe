using System.Collections.Immutable;
using System.Text.Json;
using CsCheck;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Rights;
using Jaali.Testing;

namespace Jaali.Core.Tests.Editing;

/// <summary>A deck as named parts: what differs, put in place, makes one deck of the other.</summary>
public sealed class DeckPartsTests
{
    private static readonly Gen<Chance> AnyChance = Gen.Select(
        Gen.Int[0, 1000],
        Gen.Int[0, 1000],
        Gen.Double[0, .6],
        (a, b, x) => new Chance(a, b, x)
    );

    private static readonly Gen<(int Kind, Chance Chance)[]> Runs = Gen.Select(
        Gen.Int[0, DeckCommands.All.Count - 1],
        AnyChance
    ).Array[1, 20];

    private static string Json(Deck deck) => JsonSerializer.Serialize(deck, DeckJson.Options);

    private static Deck After(World world, Deck deck, IEnumerable<(int Kind, Chance Chance)> steps) =>
        steps.Aggregate(
            deck,
            (d, s) =>
                d.Slides.Count > 0
                && DeckEditor.Apply(d, CommandExamples.Made[DeckCommands.All[s.Kind].Type](d, s.Chance), world)
                    is Edited e
                    ? e.Deck
                    : d
        );

    private static ImmutableSortedDictionary<PartKey, JsonElement?> Part(string key, string? json) =>
        ImmutableSortedDictionary<PartKey, JsonElement?>.Empty.Add(
            PartKey.Parse(key),
            json is null ? null : JsonDocument.Parse(json).RootElement
        );

    [Fact]
    public void The_parts_that_differ_make_the_one_of_the_other() =>
        Gen.Select(Runs, Runs)
            .Sample(
                (one, two) =>
                {
                    (World world, Deck start) = CommandExamples.Start();
                    Deck a = After(world, start, one),
                        b = After(world, start, two);
                    Assert.Equal(Json(a), Json(DeckParts.With(b, DeckParts.Changed(a, b))));
                    Assert.Equal(Json(b), Json(DeckParts.With(a, DeckParts.Changed(b, a))));
                    Assert.Equal(DeckParts.Changed(a, b).Keys, DeckParts.Changed(b, a).Keys);
                },
                iter: 150
            );

    [Fact]
    public void A_deck_does_not_differ_from_itself_or_from_a_copy_that_was_written_and_read()
    {
        (_, Deck deck) = CommandExamples.Start();
        Deck copy = JsonSerializer.Deserialize<Deck>(Json(deck), DeckJson.Options)!;
        Assert.Empty(DeckParts.Changed(deck, deck));
        Assert.Empty(DeckParts.Changed(deck, copy));
        Assert.NotSame(deck.Slides, copy.Slides);
    }

    [Fact]
    public void Parts_that_are_not_named_stay_the_same_objects()
    {
        (World world, Deck deck) = CommandExamples.Start();
        Slide slide = deck.Slides[3];
        Deck after = world.Do(deck, new SetNotes(slide.Id, "Breathe here.")).Deck;
        Assert.Same(deck.Points[0], after.Points[0]);
        Assert.Same(deck.Slides[1], after.Slides[1]);
        Assert.Same(slide.Items[0], after.Slide(slide.Id)!.Items[0]);
        Deck back = DeckParts.With(after, DeckParts.Changed(deck, after));
        Assert.Same(after.Slides[1], back.Slides[1]);
        Assert.Same(after.Slide(slide.Id)!.Items[0], back.Slide(slide.Id)!.Items[0]);
    }

    [Fact]
    public void Every_kind_of_part_has_its_value_and_is_put_in_place()
    {
        (World world, Deck deck) = CommandExamples.Start();
        Slide slide = deck.Slides[1];
        (DeckCommand Command, string Part)[] each =
        [
            (new SetTitle("Other"), "title"),
            (new SetSpeaker("Ida Quay"), "speaker"),
            (new SetTimeSlot(12), "slot"),
            (new SetDeclaredUse(DeclaredUse.PublicTalk with { Commercial = true }), "use"),
            (new SetCreditStyle((CreditPlace)1, true, "de"), "style"),
            (new MovePoint(deck.Points[0].Id, 2), "points"),
            (new EditPoint(deck.Points[0].Id, "Said otherwise", 40, null, null), $"point/{deck.Points[0].Id}"),
            (new MoveSlide(slide.Id, 3), "slides"),
            (new SetNotes(slide.Id, "Wait."), $"slide/{slide.Id}/notes"),
            (new SetSeconds(slide.Id, 123), $"slide/{slide.Id}/seconds"),
            (new OrderItem(deck.Slides[3].Id, deck.Slides[3].Items[0].Id, 9), $"slide/{deck.Slides[3].Id}/items"),
            (new HoldItem(slide.Id, slide.Items[0].Id, true), $"slide/{slide.Id}/item/{slide.Items[0].Id}"),
        ];
        foreach ((DeckCommand command, string part) in each)
        {
            Edited edited = world.Do(deck, command);
            Assert.Contains(part, edited.Touched.Select(t => t.ToString()));
            Assert.Equal(Json(deck), Json(DeckParts.With(edited.Deck, DeckParts.Changed(deck, edited.Deck))));
        }
    }

    /// <summary>A removed slide or point comes back with everything it held; of parts of a slide that is gone,
    /// nothing comes.</summary>
    [Fact]
    public void What_was_removed_comes_back_whole_and_a_part_of_nothing_stays_nothing()
    {
        (World world, Deck deck) = CommandExamples.Start();
        Guid id = deck.Slides[3].Id;
        Edited removed = world.Do(deck, new RemoveSlide(id));
        Assert.Equal(
            deck.Slides[3].Items.Count,
            removed.Touched.Count(t => t.Kind == PartKind.SlideItem && t.Of == id)
        );
        Assert.Equal(Json(deck), Json(world.Do(removed.Deck, removed.Inverse).Deck));
        Assert.Same(removed.Deck.Slides[0], DeckParts.With(removed.Deck, Part($"slide/{id}/notes", null)).Slides[0]);
        Assert.Equal(Json(removed.Deck), Json(DeckParts.With(removed.Deck, Part($"slide/{id}/notes", "\"x\""))));
        Assert.Equal(Json(removed.Deck), Json(DeckParts.With(removed.Deck, Part($"slide/{id}", null))));
    }

    [Theory]
    [InlineData("title", null)]
    [InlineData("title", "null")]
    [InlineData("slot", null)]
    [InlineData("use", "null")]
    [InlineData("points", null)]
    public void A_part_that_must_have_a_value_is_not_left_without(string key, string? json)
    {
        (_, Deck deck) = CommandExamples.Start();
        Assert.Throws<FormatException>(() => DeckParts.With(deck, Part(key, json)));
    }

    [Theory]
    [InlineData("title", "7")]
    [InlineData("slot", "\"long\"")]
    [InlineData("points", "[7]")]
    [InlineData("use", "[]")]
    [InlineData("shape", "\"round\"")]
    public void A_value_of_another_shape_is_not_read(string key, string json)
    {
        (_, Deck deck) = CommandExamples.Start();
        Assert.Throws<JsonException>(() => DeckParts.With(deck, Part(key, json)));
    }

    /// <summary>An inverse that was stored may meet a deck that has gone on: an order that names what is gone skips
    /// it, and what the order does not name is not shown twice.</summary>
    [Fact]
    public void An_order_skips_what_is_gone()
    {
        (_, Deck deck) = CommandExamples.Start();
        Guid[] order = [Guid.NewGuid(), .. deck.Slides.Select(s => s.Id).Reverse()];
        Deck after = DeckParts.With(deck, Part("slides", JsonSerializer.Serialize(order)));
        Assert.Equal(order[1..], after.Slides.Select(s => s.Id));
        Slide slide = deck.Slides[3];
        Guid[] items = [.. slide.Items.Select(i => i.Id), Guid.NewGuid()];
        Item[] kept =
        [
            .. DeckParts
                .With(deck, Part($"slide/{slide.Id}/items", JsonSerializer.Serialize(items)))
                .Slide(slide.Id)!
                .Items,
        ];
        Assert.Equal(slide.Items, kept);
    }
}
