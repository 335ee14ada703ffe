using System.Text.Json;
using CsCheck;
using Jaali.Core.Decks;
using Jaali.Core.Sourcing;
using Jaali.Testing;

namespace Jaali.Core.Tests;

public sealed class EditorTests
{
    private static string Json(Deck deck) => JsonSerializer.Serialize(deck, DeckParts.Json);

    private static DeckCommand Any(Deck deck, World world, int kind, int a, int b, double x)
    {
        Guid slide = deck.Slides[a % deck.Slides.Count].Id,
            point = deck.Points[b % deck.Points.Count].Id;
        string photo = world.Photos.Keys.ElementAt(b % world.Photos.Count);
        return (kind % 16) switch
        {
            0 => new SetTitle("Title " + a),
            1 => new AddPoints($"One {a}\nTwo {b}", a % 2 == 0 ? point : null),
            2 => new EditPoint(point, "Said " + a, 30 + a % 100),
            3 => new MovePoint(point, a % 9),
            4 => new MoveSlide(slide, b % 9),
            5 => new DuplicateSlide(slide),
            6 => new SetSeconds(slide, 1 + a % 500),
            7 => new KeepPhoto(point, photo),
            8 => new LetGo(point, photo),
            9 => new PlaceGround(slide, photo),
            10 => new Reframe(slide, new CropWindow(x, x / 2, .3 + x / 2, .4)),
            11 => new SetWords(slide, null, "Words " + a),
            12 => new RemoveGround(slide),
            13 => new AddSlide(slide),
            14 => deck.Slides.Count > 3 ? new RemoveSlide(slide) : new SetNotes(slide, "n" + a),
            _ => deck.Points.Count > 2 ? new RemovePoint(point) : new MakeSlides(),
        };
    }

    /// <summary>Any run of commands, taken back one by one, leads to where it started, through the JSON in which inverses are stored.</summary>
    [Fact]
    public void Every_command_can_be_taken_back() =>
        Gen.Select(Gen.Int[0, 1000], Gen.Int[0, 1000], Gen.Int[0, 1000], Gen.Double[0, .6])
            .Array[1, 25]
            .Sample(
                steps =>
                {
                    var world = new World();
                    world.Add("a");
                    world.Add("b", 900, 1400);
                    Deck start = world.Deck(4),
                        deck = start;
                    Stack<(string Before, string Inverse)> undo = new();
                    foreach ((int kind, int a, int b, double x) in steps)
                    {
                        if (DeckEditor.Apply(deck, Any(deck, world, kind, a, b, x), world) is not Edited edited)
                            continue;
                        undo.Push((Json(deck), JsonSerializer.Serialize<DeckCommand>(edited.Inverse, DeckParts.Json)));
                        deck = edited.Deck;
                    }
                    foreach ((string before, string inverse) in undo)
                    {
                        deck = world.Do(deck, JsonSerializer.Deserialize<DeckCommand>(inverse, DeckParts.Json)!).Deck;
                        Assert.Equal(before, Json(deck));
                    }
                    Assert.Equal(Json(start), Json(deck));
                },
                iter: 300
            );

    /// <summary>Whatever is done, a photo is never stretched: its window has the frame's shape.</summary>
    [Fact]
    public void No_photo_is_ever_stretched() =>
        Gen.Select(Gen.Int[0, 1000], Gen.Int[0, 1000], Gen.Int[0, 1000], Gen.Double[0, .6])
            .Array[1, 30]
            .Sample(
                steps =>
                {
                    var world = new World();
                    world.Add("a", 2400, 1600);
                    world.Add("b", 900, 1400);
                    Deck deck = world.Deck(3);
                    foreach ((int kind, int a, int b, double x) in steps)
                        if (DeckEditor.Apply(deck, Any(deck, world, kind, a, b, x), world) is Edited e)
                            deck = e.Deck;
                    foreach (Frame f in deck.Slides.Select(s => s.Ground).OfType<Frame>())
                    {
                        PhotoFacts p = world.Photos[f.PhotoId];
                        Assert.Equal(f.Rect.Aspect, f.Crop.Width * p.Width / (f.Crop.Height * p.Height), 6);
                        Assert.InRange(f.Crop.X, 0, 1 - f.Crop.Width + 1e-9);
                        Assert.InRange(f.Crop.Y, 0, 1 - f.Crop.Height + 1e-9);
                    }
                },
                iter: 200
            );

    [Fact]
    public void Edits_of_different_things_touch_different_parts()
    {
        var world = new World();
        Deck deck = world.Deck(3);
        Edited one = world.Do(deck, new SetNotes(deck.Slides[1].Id, "a")),
            two = world.Do(deck, new SetSeconds(deck.Slides[2].Id, 44)),
            same = world.Do(deck, new SetNotes(deck.Slides[1].Id, "b"));
        Assert.False(one.Touched.Overlaps(two.Touched));
        Assert.True(one.Touched.Overlaps(same.Touched));
    }

    /// <summary>"One point, one photo, one slide: a six-line list becomes six photo slides plus a closing slide of words" (common practice, no source); the opening comes on top.</summary>
    [Fact]
    public void A_six_line_list_becomes_six_slides()
    {
        var world = new World();
        Deck deck = world.Deck(6);
        Assert.Equal(6, deck.Slides.Count(s => s.Kind == SlideKind.Point));
        Assert.Equal(SlideKind.Title, deck.Slides[0].Kind);
        Assert.Equal(SlideKind.Credits, deck.Slides[^1].Kind);
        Assert.Equal(Json(deck), Json(world.Do(deck, new MakeSlides()).Deck));
    }

    [Fact]
    public void Bad_input_is_refused_in_words_and_changes_nothing()
    {
        var world = new World();
        Deck deck = world.Deck(2);
        Assert.Equal("empty-list", world.Refuse(deck, new AddPoints(" \n - \n")).Code);
        Assert.Equal("too-long", world.Refuse(deck, new AddPoints("fine\n" + new string('x', 10_000))).Code);
        Assert.Equal("no-such-slide", world.Refuse(deck, new SetNotes(Guid.NewGuid(), "x")).Code);
        Assert.Equal("bad-time", world.Refuse(deck, new SetSeconds(deck.Slides[0].Id, double.NaN)).Code);
        Assert.Equal("bad-slot", world.Refuse(deck, new SetSlot(0)).Code);
        Assert.Equal("no-such-photo", world.Refuse(deck, new PlaceGround(deck.Slides[1].Id, "none")).Code);
        Assert.Equal("no-points", world.Refuse(Deck.New(Guid.NewGuid()), new MakeSlides()).Code);
    }

    [Fact]
    public void Words_follow_the_point_until_they_are_typed()
    {
        var world = new World();
        Deck deck = world.Deck(1);
        Slide Shown() => deck.Slides.Find(s => s.PointId is not null)!;
        deck = world.Do(deck, new EditPoint(deck.Points[0].Id, "Mud is a wall")).Deck;
        Assert.Equal("Mud is a wall", Shown().Words[0].Say(deck, Shown()));
        deck = world.Do(deck, new SetWords(Shown().Id, Shown().Words[0].Id, "A wall of mud")).Deck;
        deck = world.Do(deck, new EditPoint(deck.Points[0].Id, "Mud")).Deck;
        Assert.Equal("A wall of mud", Shown().Words[0].Say(deck, Shown()));
    }

    [Theory]
    [InlineData("• One\n2. Two\n\n- [x] Three\n(4) 4 metres lost", new[] { "One", "Two", "Three", "4 metres lost" })]
    [InlineData("1904 was a bad year", new[] { "1904 was a bad year" })]
    public void Lists_are_read_without_their_marks(string pasted, string[] points) =>
        Assert.Equal(points, PointList.Parse(pasted));

    [Theory]
    [InlineData("What marram does", "marram")]
    [InlineData("The winter of two storms", "winter storms")]
    [InlineData("Who owns the parish's shore?", "owns parish shore")]
    [InlineData("Then and now", "then and now")]
    public void Search_words_drop_stop_words(string wording, string words) =>
        Assert.Equal(words.Split(' '), SearchWords.Propose(wording));

    /// <summary>About 1920 px for a full-slide photo on today's displays, and not the largest (common practice, no source).</summary>
    [Fact]
    public void The_rendition_is_the_smallest_that_fills_the_frame()
    {
        Rendition[] offered = [new("o", 2400, 1600), new("a", 640, 427), new("c", 1920, 1280), new("b", 1024, 683)];
        Assert.Equal("c", RenditionChoice.For(offered, SlideShape.Wide.Bounds()).Url);
        Assert.Equal("b", RenditionChoice.For(offered, new SlideRect(0, 0, 960, 540)).Url);
        Assert.Equal("o", RenditionChoice.For(offered, SlideShape.Wide.Bounds(), 2).Url);
    }
}
