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

    /// <summary>What is kept after the photo of a slide was left out takes its place, with the place, the mask and the
    /// tone that it had; a photo that merely stands on no shortlist is nobody's to replace.</summary>
    [Fact]
    public void A_photo_takes_the_place_of_the_one_that_was_left_out_and_of_no_other()
    {
        var world = new World();
        Deck deck = world.Deck(2);
        Guid point = deck.Points[0].Id;
        foreach (string id in (string[])["first", "second", "third", "stray"])
            world.Add(id);
        deck = Do(new AddToShortlist(point, "first"));
        Items.Frame shown = Shown();
        Guid slide = deck.Slides.First(s => s.PointId == point).Id;
        deck = Do(
            new EditItem(slide, shown.Id, new Items.FrameEdit(Mask: Items.FrameMask.Arch, Tone: Items.FrameTone.Grey))
        );

        // A change of mind, taken back and made again: kept again it stays.
        deck = Do(new RemoveFromShortlist(point, "first"));
        Assert.Equal(("first", true), (Shown().PhotoId, Shown().LeftOut));
        Deck again = world
            .Do(world.Do(deck, new AddToShortlist(point, "first")).Deck, new AddToShortlist(point, "second"))
            .Deck;
        Assert.Equal("first", ((Items.Frame)again.Slide(slide)!.Ground!).PhotoId);

        Edited swapped = world.Do(deck, new AddToShortlist(point, "second"));
        Assert.Equal(Json(deck), Json(world.Do(swapped.Deck, swapped.Inverse).Deck));
        deck = swapped.Deck;
        Assert.Equal(
            ("second", shown.Id, Items.FrameMask.Arch, Items.FrameTone.Grey, false),
            (Shown().PhotoId, Shown().Id, Shown().Mask, Shown().Tone, Shown().LeftOut)
        );
        // The next one only joins the shortlist.
        Assert.Equal("second", ((Items.Frame)Do(new AddToShortlist(point, "third")).Slide(slide)!.Ground!).PhotoId);

        // A photo from elsewhere, which no point ever kept, stays where it was put.
        deck = Do(new PlaceGround(slide, "stray"));
        Assert.Equal("stray", ((Items.Frame)Do(new AddToShortlist(point, "third")).Slide(slide)!.Ground!).PhotoId);

        Deck Do(DeckCommand command) => world.Do(deck, command).Deck;
        Items.Frame Shown() => (Items.Frame)deck.Slides.First(s => s.PointId == point).Ground!;
    }

    [Fact]
    public void What_was_chosen_for_all_slides_holds_for_new_ones_and_what_was_not_does_not()
    {
        var world = new World();
        Deck deck = world.Deck(3);
        var dissolve = new Transition(TransitionKind.Dissolve, 1);
        Assert.Null(world.Do(deck, new AddSlide()).Deck.Slides[^2].OwnTransition);
        Deck all = world.Do(deck, new SetTransition(new SlideChoice(), dissolve)).Deck;
        Assert.Equal(dissolve, world.Do(all, new AddSlide()).Deck.Slides[^2].OwnTransition);
        Edited more = world.Do(world.Do(all, new AddPoints("One more")).Deck, new MakeSlides());
        Assert.All(more.Deck.Slides.Skip(1).SkipLast(1), s => Assert.Equal(dissolve, s.OwnTransition));
        // Taken back it is gone, and another way of one slide is no longer that of all.
        Assert.Equal(all.Slides.Count, world.Do(more.Deck, more.Inverse).Deck.Slides.Count);
        Deck one = world.Do(all, new SetTransition(new SlideChoice([all.Slides[1].Id]), null)).Deck;
        Assert.Null(world.Do(one, new AddSlide()).Deck.Slides[^2].OwnTransition);
    }

    [Fact]
    public void A_point_whose_time_differs_from_all_others_says_why_once()
    {
        var world = new World();
        Deck deck = world.Do(Deck.New(world.NewId(), "Low water"), new SetTimeSlot(10)).Deck;
        var first = new AddPoints("One\nTwo\nThree");
        Deck three = world.Do(deck, first).Deck;
        Assert.Equal("", first.Note(deck, three));
        var late = new AddPoints("Four");
        Deck four = world.Do(three, late).Deck;
        Assert.NotEqual(three.Points[0].Seconds, four.Points[3].Seconds);
        string why = late.Note(three, four);
        Assert.Contains("10 minutes", why, StringComparison.Ordinal);
        Assert.Contains("0:30", why, StringComparison.Ordinal);
        // Where they differ anyway, nothing is to be explained.
        Assert.Equal("", new AddPoints("Five").Note(four, world.Do(four, new AddPoints("Five")).Deck));
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
            deck = world.Do(deck, new AddToShortlist(deck.Points[i].Id, world.Add("photo" + i))).Deck;
        Assert.Equal(deck.Points.Select(p => (Guid?)p.Id), deck.Slides.Select(s => s.PointId));
        foreach ((Slide slide, int i) in deck.Slides.Select((s, i) => (s, i)))
        {
            Assert.Equal("photo" + i, ((Items.Frame)slide.Ground!).PhotoId);
            Scenes.Scene scene = Composing.SceneBuilder.Build(deck, slide, world).Single();
            Assert.Equal("“Low water” · T. Oar · CC BY 4.0 · cropped", scene.Part("credit").Says);
            Assert.Equal(deck.Points[i].Wording, scene.Part("heading").Says);
        }
        // A second photo only joins the shortlist; one that may not be placed makes no slide.
        Edited second = world.Do(deck, new AddToShortlist(deck.Points[0].Id, world.Add("more")));
        Assert.Equal([$"point/{deck.Points[0].Id}"], second.Touched.Select(t => t.ToString()));
        Deck closed = world.Do(Deck.New(world.NewId()), new AddPoints("One")).Deck;
        world.Add("closed", licence: new Rights.Licence(Rights.LicenceFamily.AllRightsReserved, "", ""));
        closed = world.Do(closed, new AddToShortlist(closed.Points[0].Id, "closed")).Deck;
        Assert.Empty(closed.Slides);
        // One undo takes keeping and placing back.
        Deck before = world.Do(Deck.New(world.NewId()), new AddPoints("One")).Deck;
        Edited kept = world.Do(before, new AddToShortlist(before.Points[0].Id, "more"));
        Assert.Equal(Json(before), Json(world.Do(kept.Deck, kept.Inverse).Deck));
    }

    [Fact]
    public void Words_follow_the_point_until_they_are_typed()
    {
        var world = new World();
        Deck deck = world.Deck(1);
        Slide Shown() => deck.Slides.Find(s => s.Kind == SlideKind.Point)!;
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

    [Fact]
    public void The_opening_is_a_point_like_the_others_and_follows_the_title()
    {
        var world = new World();
        world.Add("sea");
        Deck deck = world.Do(Deck.New(world.NewId()), new AddPoints("One")).Deck;
        Assert.Empty(deck.Opening.SearchWords);
        deck = world.Do(deck, new SetTitle("Fog on the ferry")).Deck;
        Assert.Equal(["fog", "ferry"], deck.Opening.SearchWords);
        // A photo kept for it is on the opening slide at once, and the slide comes first.
        deck = world.Do(deck, new AddToShortlist(deck.Points[0].Id, "sea")).Deck;
        Edited kept = world.Do(deck, new AddToShortlist(deck.Id, "sea"));
        Assert.Equal(SlideKind.Title, kept.Deck.Slides[0].Kind);
        Assert.Equal("sea", Assert.IsType<Frame>(kept.Deck.Slides[0].Ground).PhotoId);
        Assert.Equal(Json(deck), Json(world.Do(kept.Deck, kept.Inverse).Deck));
        // Words that were only proposed follow the title, also when something was kept; chosen ones stay.
        deck = world.Do(kept.Deck, new SetTitle("Ice on the river")).Deck;
        Assert.Equal(["ice", "river"], deck.Opening.SearchWords);
        Assert.Equal(["sea"], deck.Opening.Shortlist);
        deck = world.Do(deck, new EditPoint(deck.Id, SearchWords: ["harbour"])).Deck;
        deck = world.Do(deck, new EditPoint(deck.Id, Wording: "Low water", Seconds: 45)).Deck;
        Assert.Equal(("Low water", 45), (deck.Title, deck.Slides[0].Seconds));
        Assert.Equal(["harbour"], deck.Opening.SearchWords);
        Assert.Equal(45, deck.Opening.Seconds);
        // Making the slides makes no second one, and new points may come right behind it.
        deck = world.Do(deck, new MakeSlides()).Deck;
        Assert.Single(deck.Slides, s => s.Kind == SlideKind.Title);
        Assert.Equal("Zero", world.Do(deck, new AddPoints("Zero", deck.Id)).Deck.Points[0].Wording);
    }

    [Fact]
    public void Slides_are_put_in_the_order_of_their_points_and_others_stay_where_they_are()
    {
        var world = new World();
        Deck deck = world.Deck(3);
        Assert.True(OrderSlides.Follows(deck));
        deck = world.Do(deck, new DuplicateSlide(deck.Slides[1].Id)).Deck;
        deck = world.Do(deck, new AddSlide(deck.Slides[2].Id)).Deck;
        deck = world.Do(deck, new MovePoint(deck.Points[0].Id, 2)).Deck;
        Assert.False(OrderSlides.Follows(deck));
        Slide free = deck.Slides[3];
        Deck ordered = world.Do(deck, new OrderSlides()).Deck;
        Assert.True(OrderSlides.Follows(ordered));
        Assert.Same(free, ordered.Slides[3]);
        Assert.Equal(
            [deck.Points[0].Id, deck.Points[1].Id, deck.Points[2].Id, deck.Points[2].Id],
            ordered.Slides.Where(s => s.Kind == SlideKind.Point).Select(s => s.PointId!.Value)
        );
        Assert.Equal((SlideKind.Title, SlideKind.Credits), (ordered.Slides[0].Kind, ordered.Slides[^1].Kind));
    }

    [Fact]
    public void A_photo_that_comes_back_into_its_place_is_seen_as_it_was()
    {
        var world = new World();
        world.Add("one", 2400, 1600);
        world.Add("two", 900, 1400);
        Deck deck = world.Deck(1);
        Guid slide = deck.Slides[1].Id;
        deck = world.Do(deck, new PlaceGround(slide, "one")).Deck;
        Guid frame = deck.Slide(slide)!.Ground!.Id;
        deck = world
            .Do(
                deck,
                new EditItem(
                    slide,
                    frame,
                    new FrameEdit(
                        Crop: new Geometry.CropWindow(.1, .1, .5, .4),
                        Mask: FrameMask.Ellipse,
                        Straighten: 3,
                        Tone: FrameTone.Grey,
                        Covers: [new Cover(new Geometry.CropWindow(0, 0, .3, 1))]
                    )
                )
            )
            .Deck;
        var was = (Frame)deck.Slide(slide)!.Ground!;
        Deck other = world.Do(deck, new PlaceGround(slide, "two")).Deck;
        var two = (Frame)other.Slide(slide)!.Ground!;
        // The frame keeps its mask; what was done to the photo in it is the photo's.
        Assert.Equal((frame, "two", FrameMask.Ellipse, 0.0), (two.Id, two.PhotoId, two.Mask, two.Straighten));
        Assert.Empty(two.Hidden);
        foreach (
            DeckCommand back in new DeckCommand[]
            {
                new PlaceGround(slide, "one"),
                new EditItem(slide, frame, new FrameEdit("one")),
            }
        )
        {
            var again = (Frame)world.Do(other, back).Deck.Slide(slide)!.Ground!;
            Assert.Equal(
                (was.PhotoId, was.Mask, was.Straighten, was.Tone),
                (again.PhotoId, again.Mask, again.Straighten, again.Tone)
            );
            Assert.Equal(was.Covers, again.Covers);
            Assert.Equal(was.Crop.X, again.Crop.X, 1e-9);
            Assert.Equal(was.Crop.Width, again.Crop.Width, 1e-9);
        }
        // The one that is there already is left as it is.
        Assert.Empty(world.Do(deck, new PlaceGround(slide, "one")).Touched);
    }

    [Fact]
    public void Every_edit_says_what_it_did_in_words_that_stand_behind_a_colon()
    {
        (_, Deck deck) = CommandExamples.Start();
        foreach (CommandKind kind in DeckCommands.All)
            for (int n = 0; n < 12; n++)
                Assert.Matches(
                    "^[a-z][a-z’' ]{3,40}$",
                    CommandExamples.Made[kind.Type](deck, new Chance(n, 7 * n, n / 20.0)).UndoLabel
                );
    }
}
