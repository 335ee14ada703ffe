using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Ledgers;
using Jaali.Core.Rights;
using Jaali.Core.Scenes;
using Jaali.Testing;

namespace Jaali.Core.Tests;

/// <summary>What the check before a talk says, and when it says that all is ready.</summary>
public sealed class RoomCheckTests
{
    private static readonly HashSet<string> None = [];

    private static Scene With(Deck deck, int slide, params ScenePart[] parts) =>
        new(deck.Slides[slide - 1].Id, 0, 1920, 1080, "#000000", [], [], parts);

    private static ScenePart Part(bool? reads = null, Sharpness? sharp = null) =>
        new(null, "frame", new SlideRect(0, 0, 1, 1), "", Reads: reads, Sharp: sharp);

    private static (World World, Deck Deck) Talk(int points)
    {
        var world = new World();
        Deck deck = world.Deck(points);
        for (int i = 0; i < points; i++)
            deck = world.Do(deck, new AddToShortlist(deck.Points[i].Id, world.Add("p" + i))).Deck;
        return (world, deck);
    }

    private static RoomLine Line(
        World world,
        Deck deck,
        RoomConcern concern,
        IEnumerable<Scene>? scenes = null,
        IReadOnlySet<string>? damaged = null
    ) =>
        RoomCheck
            .Of(deck, scenes ?? [], Ledger.Of(deck, world.Photo), world, damaged ?? None)
            .Single(l => l.Concern == concern);

    [Fact]
    public void A_talk_without_a_fault_is_ready_in_every_concern()
    {
        (World world, Deck deck) = Talk(3);
        IReadOnlyList<RoomLine> lines = RoomCheck.Of(
            deck,
            [With(deck, 2, Part(reads: true, sharp: Sharpness.ALittleSoft))],
            Ledger.Of(deck, world.Photo),
            world,
            None
        );
        Assert.Equal(Enum.GetValues<RoomConcern>(), lines.Select(l => l.Concern));
        Assert.All(lines, l => Assert.True(l.Good && !l.HoldsUp && l.Slides.Count == 0, l.Title));
    }

    [Fact]
    public void Words_and_photos_that_do_not_read_are_named_by_their_slides()
    {
        (World world, Deck deck) = Talk(4);
        Scene[] scenes =
        [
            With(deck, 5, Part(reads: false)),
            With(deck, 2, Part(reads: false), Part(reads: false)),
            With(deck, 3, Part(reads: true, sharp: Sharpness.Soft)),
        ];
        RoomLine words = Line(world, deck, RoomConcern.Words, scenes);
        Assert.True(!words.Good && words.HoldsUp);
        Assert.Equal([2, 5], words.Slides);
        Assert.StartsWith("On slides 2 and 5: they fade", words.Text, StringComparison.Ordinal);
        RoomLine sharp = Line(world, deck, RoomConcern.Sharpness, scenes);
        Assert.True(!sharp.Good && !sharp.HoldsUp);
        Assert.StartsWith("On slide 3: show more", sharp.Text, StringComparison.Ordinal);
    }

    [Fact]
    public void What_is_not_clear_is_counted_by_how_it_stands()
    {
        (World world, Deck deck) = Talk(3);
        world.Photos["p0"] = world.Photos["p0"] with { Rights = World.Rights(null) };
        RoomLine one = Line(world, deck, RoomConcern.Rights);
        Assert.Equal(("One photo to settle", false, true), (one.Title, one.Good, one.HoldsUp));
        world.Photos["p1"] = world.Photos["p1"] with
        {
            Rights = World.Rights(new Licence(LicenceFamily.AllRightsReserved, "", "")),
        };
        world.Photos["p2"] = world.Photos["p2"] with { Rights = World.Rights(null) };
        RoomLine all = Line(world, deck, RoomConcern.Rights);
        Assert.Equal("2 photos to settle, 1 blocked", all.Title);
        Assert.Equal([2, 3, 4], all.Slides);
        Assert.Contains("On slides 2, 3 and 4.", all.Text, StringComparison.Ordinal);
    }

    [Fact]
    public void Points_time_and_files_each_have_their_sentence()
    {
        (World world, Deck deck) = Talk(2);
        Assert.Equal(
            "One photo’s file is damaged",
            Line(world, deck, RoomConcern.Files, damaged: new HashSet<string> { "p1", "elsewhere" }).Title
        );
        Deck longer = world.Do(deck, new SetSeconds(deck.Slides[1].Id, 1800)).Deck;
        RoomLine time = Line(world, longer, RoomConcern.Time);
        Assert.False(time.Good);
        Assert.Contains("too long", time.Text, StringComparison.Ordinal);
        Deck bare = world.Do(deck, new RemovePhoto("p0")).Deck;
        Assert.Equal([2], Line(world, bare, RoomConcern.Points).Slides);
        Deck unmade = world.Do(deck, new AddPoints("Three\nFour")).Deck;
        Assert.Equal("2 points have no slide", Line(world, unmade, RoomConcern.Points).Title);
        Assert.False(Line(world, Deck.New(world.NewId()), RoomConcern.Points).Good);
    }
}
