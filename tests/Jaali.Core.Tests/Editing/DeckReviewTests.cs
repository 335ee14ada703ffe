using System.Text.Json;
using System.Text.Json.Nodes;
using CsCheck;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Testing;

namespace Jaali.Core.Tests.Editing;

/// <summary>A talk from outside is taken as edits are: what edits could have made passes unchanged, everything else is
/// told by name.</summary>
public sealed class DeckReviewTests
{
    private static readonly Gen<(int Kind, Chance Chance)[]> Runs = Gen.Select(
        Gen.Int[0, DeckCommands.All.Count - 1],
        Gen.Select(Gen.Int[0, 1000], Gen.Int[0, 1000], Gen.Double[0, .6], (a, b, x) => new Chance(a, b, x))
    ).Array[0, 12];

    private static string Json(Deck deck) => JsonSerializer.Serialize(deck, DeckJson.Options);

    [Fact]
    public void What_edits_make_passes_as_it_is() =>
        Runs.Sample(
            run =>
            {
                (World world, Deck deck) = CommandExamples.Start();
                foreach ((int kind, Chance chance) in run)
                    if (
                        DeckEditor.Apply(deck, CommandExamples.Made[DeckCommands.All[kind].Type](deck, chance), world)
                        is Edited made
                    )
                        deck = made.Deck;
                // By way of its file, as a bundle brings it.
                Deck read = TalkJson.Read(TalkJson.Write(deck));
                ReviewedDeck reviewed = DeckReview.Of(read, world);
                Assert.Empty(reviewed.Refused);
                Assert.Equal(Json(deck), Json(reviewed.Deck));
            },
            iter: Environment.GetEnvironmentVariable("JAALI_LONG") is { Length: > 0 } ? 5_000 : 200
        );

    private static JsonNode Changed(Deck deck, Action<JsonNode> change)
    {
        JsonNode talk = JsonNode.Parse(TalkJson.Write(deck).ToJsonString())!;
        change(talk["deck"]!);
        return talk;
    }

    private static (ReviewedDeck Reviewed, Deck Was, World World) Of(Action<JsonNode> change)
    {
        (World world, Deck deck) = CommandExamples.Start();
        return (DeckReview.Of(TalkJson.Read(Changed(deck, change)), world), deck, world);
    }

    private static JsonArray Items(JsonNode deck, int slide = 1) => (JsonArray)deck["slides"]![slide]!["items"]!;

    public static TheoryData<string, string> Bad =>
        new()
        {
            { "title", "The title was cut." },
            { "speaker", "The speaker is as in a new talk." },
            { "slot", "The time slot is as in a new talk." },
            { "endless slot", "The time slot is as in a new talk." },
            { "grid", "The grid is as in a new talk." },
            { "licence", "The setting of credits is as in a new talk." },
            { "wording", "Point 1 was left out." },
            { "same points", "Point 2 was left out." },
            { "point's time", "The time of point 1 was set anew." },
            { "kept photo", "A photo kept for point 1 was left out." },
            { "same slides", "Slide 2 was left out." },
            { "notes", "The notes of slide 2 were cut." },
            { "no time", "The time of slide 2 was set anew." },
            { "no point", "The point of slide 2 was left out." },
            { "script", "Where thing 1 on slide 2 leads was left out." },
            { "data", "Where thing 1 on slide 2 leads was left out." },
            { "far out", "Thing 1 on slide 2 was left out." },
            { "endless place", "Thing 1 on slide 2 was left out." },
            { "null identity", "Thing 1 on slide 2 was left out." },
            { "same things", "Thing 2 on slide 2 was left out." },
            { "no photo", "Thing 1 on slide 2 was left out." },
            { "move of nothing", "A move of slide 2 was left out." },
            { "600 slides", "What follows slide 500 was left out." },
            { "300 things", "What follows thing 200 on slide 2 was left out." },
        };

    [Theory]
    [MemberData(nameof(Bad))]
    public void What_no_edit_could_make_is_told_by_name_and_the_rest_is_taken(string what, string told)
    {
        (ReviewedDeck reviewed, Deck was, World world) = Of(d => Spoil(d, what));
        Assert.Contains(reviewed.Refused, r => r.StartsWith(told, StringComparison.Ordinal));
        Assert.True(reviewed.Refused.Count <= 21, string.Join('\n', reviewed.Refused));
        // What came of it is whole: reviewed again there is nothing to say.
        Assert.Empty(DeckReview.Of(reviewed.Deck, world).Refused);
        if (!what.EndsWith("slides", StringComparison.Ordinal))
            Assert.Equal(was.Slides.Count, reviewed.Deck.Slides.Count);
        Assert.DoesNotContain("javascript:", Json(reviewed.Deck), StringComparison.OrdinalIgnoreCase);
    }

    private static void Spoil(JsonNode d, string what)
    {
        JsonArray points = (JsonArray)d["points"]!,
            slides = (JsonArray)d["slides"]!;
        switch (what)
        {
            case "title":
                d["title"] = new string('t', 3_000_000);
                break;
            case "speaker":
                d["speaker"] = new string('s', 201);
                break;
            case "slot":
                d["slotMinutes"] = -4;
                break;
            case "endless slot":
                d["slotMinutes"] = JsonNode.Parse("1e999");
                break;
            case "grid":
                d["grid"]!["columns"] = 5000;
                break;
            case "licence":
                d["style"]!["ownLicence"] = "javascript:alert(1)";
                break;
            case "wording":
                points[0]!["wording"] = new string('w', 301);
                break;
            case "same points":
                points[1]!["id"] = points[0]!["id"]!.DeepClone();
                break;
            case "point's time":
                points[0]!["seconds"] = 0;
                break;
            case "kept photo":
                points[0]!["shortlist"]!.AsArray().Add("../../etc/passwd");
                break;
            case "same slides":
                slides[1]!["id"] = slides[0]!["id"]!.DeepClone();
                break;
            case "notes":
                slides[1]!["notes"] = new string('n', 5_001);
                break;
            case "no time":
                slides[1]!["seconds"] = -1;
                break;
            case "no point":
                slides[1]!["pointId"] = Guid.NewGuid();
                break;
            case "script":
                Items(d)[0]!["link"] = "javascript:alert(document.cookie)";
                break;
            case "data":
                Items(d)[0]!["link"] = "data:text/html,<script>alert(1)</script>";
                break;
            case "far out":
                Items(d)[0]!["at"]!["rect"]!["x"] = 1e9;
                Items(d)[0]!["at"]!["isGround"] = false;
                break;
            case "endless place":
                Items(d)[0]!["at"]!["rect"]!["x"] = JsonNode.Parse("-1e999");
                Items(d)[0]!["at"]!["isGround"] = false;
                break;
            case "null identity":
                Items(d)[0]!["id"] = Guid.Empty;
                break;
            case "same things":
                Items(d)[1]!["id"] = Items(d)[0]!["id"]!.DeepClone();
                break;
            case "no photo":
                foreach (JsonNode? item in Items(d))
                    if (item!["photoId"] is not null)
                    {
                        JsonNode copy = item.DeepClone();
                        copy["photoId"] = "nowhere";
                        copy["id"] = Guid.NewGuid();
                        Items(d).Insert(0, copy);
                        break;
                    }
                break;
            case "move of nothing":
                slides[1]!["cues"] = JsonNode.Parse(
                    $$"""[{"id":"{{Guid.NewGuid()}}","act":"comesIn","itemId":"{{Guid.NewGuid()}}"}]"""
                );
                break;
            case "600 slides":
                for (int n = slides.Count; n < 600; n++)
                {
                    JsonNode copy = slides[1]!.DeepClone();
                    copy["id"] = Guid.NewGuid();
                    copy["items"] = new JsonArray();
                    copy["cues"] = new JsonArray();
                    slides.Add(copy);
                }
                break;
            case "300 things":
                JsonNode words = Items(d).First(i => (string)i!["kind"]! == "words")!.DeepClone();
                for (int n = Items(d).Count; n < 300; n++)
                {
                    JsonNode copy = words.DeepClone();
                    copy["id"] = Guid.NewGuid();
                    Items(d).Add(copy);
                }
                break;
            default:
                throw new ArgumentException(what);
        }
    }
}
