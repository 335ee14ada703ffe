using System.Text.Json;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Photos;
using Jaali.Testing;

namespace Jaali.Core.Tests.Editing;

public sealed class PlanningTests
{
    private static string Json(Deck deck) => JsonSerializer.Serialize(deck, DeckJson.Options);

    /// <summary>"One point, one photo, one slide: a six-line list becomes six photo slides plus a closing slide of
    /// words" (common practice, no source); the opening comes on top.</summary>
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

    /// <summary>"Six points and six K make six slides": keeping the first photo of a point puts it on the point's
    /// slide, in one edit.</summary>
    [Fact]
    public void Keeping_the_first_photo_of_each_point_makes_its_slide_framed_and_credited()
    {
        var world = new World();
        Deck deck = world.Do(Deck.New(world.NewId()), new AddPoints("One\nTwo\nThree\nFour\nFive\nSix")).Deck;
        // In any order; each comes where its point stands.
        foreach (int i in new[] { 3, 0, 5, 1, 4, 2 })
            deck = world.Do(deck, new KeepPhoto(deck.Points[i].Id, world.Add("photo" + i))).Deck;
        Assert.Equal(deck.Points.Select(p => (Guid?)p.Id), deck.Slides.Select(s => s.PointId));
        foreach ((Slide slide, int i) in deck.Slides.Select((s, i) => (s, i)))
        {
            Assert.Equal("photo" + i, ((Items.Frame)slide.Ground!).PhotoId);
            Scenes.Scene scene = Composing.SceneBuilder.Build(deck, slide, world).Single();
            Assert.Equal("T. Oar, CC BY 4.0 (cropped)", scene.Part("credit").Says);
            Assert.Equal(deck.Points[i].Wording, scene.Part("heading").Says);
        }
        // A second photo only joins the shortlist; one that may not be placed makes no slide.
        Edited second = world.Do(deck, new KeepPhoto(deck.Points[0].Id, world.Add("more")));
        Assert.Equal([$"point/{deck.Points[0].Id}"], second.Touched.Select(t => t.ToString()));
        Deck closed = world.Do(Deck.New(world.NewId()), new AddPoints("One")).Deck;
        world.Add("closed", licence: new Rights.Licence(Rights.LicenceFamily.AllRightsReserved, "", ""));
        closed = world.Do(closed, new KeepPhoto(closed.Points[0].Id, "closed")).Deck;
        Assert.Empty(closed.Slides);
        // One undo takes keeping and placing back.
        Deck before = world.Do(Deck.New(world.NewId()), new AddPoints("One")).Deck;
        Edited kept = world.Do(before, new KeepPhoto(before.Points[0].Id, "more"));
        Assert.Equal(Json(before), Json(world.Do(kept.Deck, kept.Inverse).Deck));
    }

    [Fact]
    public void Words_follow_the_point_until_they_are_typed()
    {
        var world = new World();
        Deck deck = world.Deck(1);
        Slide Shown() => deck.Slides.Find(s => s.PointId is not null)!;
        deck = world.Do(deck, new EditPoint(deck.Points[0].Id, "Mud is a wall")).Deck;
        string Says() => Shown().Words()[0].Say(deck, Shown());
        Assert.Equal("Mud is a wall", Says());
        Guid words = Shown().Words()[0].Id;
        // Typing what they say anyway leaves them following.
        deck = world.Do(deck, new EditItem(Shown().Id, words, new Items.WordsEdit(" Mud is a wall "))).Deck;
        deck = world.Do(deck, new EditPoint(deck.Points[0].Id, "Mud")).Deck;
        Assert.Equal("Mud", Says());
        deck = world.Do(deck, new EditItem(Shown().Id, words, new Items.WordsEdit("A wall of mud"))).Deck;
        deck = world.Do(deck, new EditPoint(deck.Points[0].Id, "Clay")).Deck;
        Assert.Equal("A wall of mud", Says());
        // A point that goes leaves its words behind.
        Deck other = world.Deck(1);
        other = world.Do(other, new RemovePoint(other.Points[0].Id)).Deck;
        Assert.Equal("Point number 1", other.Slides[1].Words()[0].Say(other, other.Slides[1]));
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

    /// <summary>About 1920 px for a full-slide photo on today's displays, and not the largest (common practice, no
    /// source).</summary>
    [Fact]
    public void The_rendition_is_the_smallest_that_fills_the_frame()
    {
        Rendition[] offered = [new("o", 2400, 1600), new("a", 640, 427), new("c", 1920, 1280), new("b", 1024, 683)];
        Assert.Equal("c", RenditionChoice.For(offered, SlideShape.Wide.Bounds()).Url);
        Assert.Equal("b", RenditionChoice.For(offered, new SlideRect(0, 0, 960, 540)).Url);
        Assert.Equal("o", RenditionChoice.For(offered, SlideShape.Wide.Bounds(), 2).Url);
    }
}
