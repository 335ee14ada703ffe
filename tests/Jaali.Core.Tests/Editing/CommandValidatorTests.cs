using System.Text.Json;
using CsCheck;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Rights;
using Jaali.Testing;

namespace Jaali.Core.Tests.Editing;

/// <summary>The one check of everything that enters.</summary>
public sealed class EntryTests
{
    private static readonly Guid Id = new("00000000-0000-0000-0000-0000000000ff");

    private static DeckCommand Read(string json) => JsonSerializer.Deserialize<DeckCommand>(json, DeckJson.Options)!;

    [Theory]
    [InlineData("""{"kind":"set-title","title":null}""", "missing", "title")]
    [InlineData("""{"kind":"set-title"}""", "missing", "title")]
    [InlineData("""{"kind":"edit-point","pointId":"ID","facts":[null]}""", "missing", "facts")]
    [InlineData("""{"kind":"edit-point","pointId":"ID","facts":[{"text":null,"reference":""}]}""", "missing", "text")]
    [InlineData("""{"kind":"edit-point","pointId":"ID","searchWords":["a",null]}""", "missing", "search words")]
    [InlineData("""{"kind":"set-declared-use","use":null}""", "missing", "use")]
    [InlineData("""{"kind":"edit-item","slideId":"ID","itemId":"ID","edit":null}""", "missing", "edit")]
    [InlineData("""{"kind":"add-item","slideId":"ID","item":null}""", "missing", "item")]
    [InlineData("""{"kind":"place-ground","slideId":"ID","photoId":null}""", "missing", "photo id")]
    [InlineData("""{"kind":"restore","parts":null}""", "missing", "parts")]
    public void A_member_that_is_missing_is_named(string json, string code, string member)
    {
        (World world, Deck deck) = CommandExamples.Start();
        Refusal no = world.Refuse(deck, Read(json.Replace("ID", Id.ToString(), StringComparison.Ordinal)));
        Assert.Equal(code, no.Code);
        Assert.Contains(member, no.Sentence, StringComparison.Ordinal);
    }

    [Fact]
    public void A_number_without_end_or_that_is_none_is_refused_wherever_it_stands()
    {
        (World world, Deck deck) = CommandExamples.Start();
        Slide slide = deck.Slides[1];
        foreach (double bad in new[] { double.NaN, double.PositiveInfinity, double.NegativeInfinity })
        {
            DeckCommand[] all =
            [
                new SetTimeSlot(bad),
                new SetSeconds(slide.Id, bad),
                new EditPoint(deck.Points[0].Id, null, bad, null, null),
                new PlaceItem(slide.Id, slide.Items[0].Id, new SlideRect(bad, 0, 10, 10), null),
                new PlaceItem(slide.Id, slide.Items[0].Id, new SlideRect(0, 0, 10, bad), null),
                new PlaceItem(slide.Id, slide.Items[0].Id, slide.Items[0].At.Rect, bad),
            ];
            Assert.All(all, c => Assert.Equal("bad-number", world.Refuse(deck, c).Code));
        }
    }

    [Fact]
    public void A_choice_that_there_is_not_is_refused()
    {
        (World world, Deck deck) = CommandExamples.Start();
        DeckCommand[] all =
        [
            new SetDeclaredUse(DeclaredUse.PublicTalk with { Audience = (Audience)9 }),
            new SetCreditStyle((CreditPlace)7, false, null),
        ];
        Assert.All(all, c => Assert.Equal("unknown-choice", world.Refuse(deck, c).Code));
        Assert.Equal(
            "unknown-choice",
            world.Refuse(deck, Read("""{"kind":"set-credit-style","place":9,"courtesy":true,"language":null}""")).Code
        );
        Assert.Throws<JsonException>(() =>
            Read("""{"kind":"set-credit-style","place":"nowhere","courtesy":true,"language":null}""")
        );
    }

    [Fact]
    public void Text_and_lists_beyond_all_limits_are_refused_and_at_the_limit_they_are_not()
    {
        Assert.Null(CommandValidator.Fault(new SetNotes(Id, new string('x', Limits.Incoming.Text))));
        Refusal text = CommandValidator.Fault(new SetNotes(Id, new string('x', Limits.Incoming.Text + 1)))!;
        Assert.Equal("too-long", text.Code);
        Assert.Contains("100001", text.Sentence, StringComparison.Ordinal);
        Guid[] ids = [.. Enumerable.Repeat(Id, Limits.Incoming.Entries)];
        Assert.Null(CommandValidator.Fault(new GroupItems(Id, [.. ids], true)));
        Assert.Equal("too-many", CommandValidator.Fault(new GroupItems(Id, [.. ids, Id], true))!.Code);
    }

    [Fact]
    public void Whatever_is_nested_too_deep_is_refused()
    {
        object deep = "end";
        for (int i = 0; i < 40; i++)
            deep = new Holder(deep);
        Assert.Equal("too-deep", CommandValidator.Fault(deep)!.Code);
    }

    private sealed record Holder(object Inside);

    /// <summary>No example of any kind is stopped at the door: what the check refuses, it refuses for a
    /// reason.</summary>
    [Fact]
    public void Nothing_that_is_as_it_should_be_is_stopped() =>
        Gen.Select(Gen.Int[0, DeckCommands.All.Count - 1], Gen.Int[0, 1000], Gen.Int[0, 1000], Gen.Double[0, .6])
            .Sample(
                (kind, a, b, x) =>
                {
                    (_, Deck deck) = CommandExamples.Start();
                    Assert.Null(
                        CommandValidator.Fault(
                            CommandExamples.Made[DeckCommands.All[kind].Type](deck, new Chance(a, b, x))
                        )
                    );
                },
                iter: 300
            );

    /// <summary>Any command whose JSON is damaged in one member is refused in words or not read at all; never does
    /// anything else come of it.</summary>
    [Fact]
    public void Damaged_commands_are_refused_or_not_read()
    {
        string[] damage = ["null", "-1e308", "\"\"", "[]", "{}", "[null]", "true", "\"\\ud800\"", "99999999999"];
        Gen.Select(Gen.Int[0, DeckCommands.All.Count - 1], Gen.Int[0, 1000], Gen.Int[0, 50], Gen.Int[0, 8])
            .Sample(
                (kind, a, member, how) =>
                {
                    (World world, Deck deck) = CommandExamples.Start();
                    DeckCommand command = CommandExamples.Made[DeckCommands.All[kind].Type](
                        deck,
                        new Chance(a, a / 3, .3)
                    );
                    JsonProperty[] members =
                    [
                        .. JsonSerializer.SerializeToElement(command, DeckJson.Options).EnumerateObject(),
                    ];
                    if (members.Length < 2)
                        return;
                    string damaged = members[1 + member % (members.Length - 1)].Name;
                    string json = string.Join(
                        ',',
                        members.Select(m => $"\"{m.Name}\":{(m.Name == damaged ? damage[how] : m.Value.GetRawText())}")
                    );
                    DeckCommand read;
                    try
                    {
                        read = Read("{" + json + "}");
                    }
                    catch (Exception e) when (e is JsonException or NotSupportedException or FormatException)
                    {
                        return;
                    }
                    string before = JsonSerializer.Serialize(deck, DeckJson.Options);
                    switch (DeckEditor.Apply(deck, read, world))
                    {
                        case Rejected no:
                            Assert.Matches(@"^[A-Z].{10,}\.$", no.Reason.Sentence);
                            break;
                        case Edited e:
                            Assert.Equal(
                                before,
                                JsonSerializer.Serialize(world.Do(e.Deck, e.Inverse).Deck, DeckJson.Options)
                            );
                            break;
                    }
                },
                iter: 600
            );
    }
}
