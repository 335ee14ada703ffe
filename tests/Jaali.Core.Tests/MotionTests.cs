using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Motion;
using Jaali.Testing;

namespace Jaali.Core.Tests;

/// <summary>How slides come in: ways as tracks, and the curves of time.</summary>
public sealed class MotionTests
{
    /// <summary>Values of the npm package bezier-easing 2.1 for the curves of CSS Easing Functions Level 1.</summary>
    [Theory]
    [InlineData(.42, 0, .58, 1, .1, 0.0197224535483112)]
    [InlineData(.42, 0, .58, 1, .25, 0.12916193104731982)]
    [InlineData(.42, 0, .58, 1, .5, .5)]
    [InlineData(.42, 0, .58, 1, .9, 0.9802775464516889)]
    [InlineData(.2, .8, .3, 1, .1, 0.36842586206990385)]
    [InlineData(.2, .8, .3, 1, .75, 0.9883478646446836)]
    [InlineData(0, 0, 1, 1, .3, .3)]
    public void A_curve_of_time_is_that_of_another_library(
        double x1,
        double y1,
        double x2,
        double y2,
        double t,
        double at
    )
    {
        var easing = new Easing(x1, y1, x2, y2);
        Assert.Equal(at, easing.At(t), 1e-6);
        Assert.Equal((0, 1), (easing.At(-1), easing.At(2)));
    }

    [Fact]
    public void Every_way_ends_with_the_next_slide_as_it_stands_and_begins_with_the_last_alone()
    {
        foreach (TransitionKind change in Enum.GetValues<TransitionKind>().Where(c => c != TransitionKind.Cut))
        foreach (SlideEdge side in Enum.GetValues<SlideEdge>())
        {
            SlideMotion motion = SlideMotion.Of(new Transition(change, 2, side), "#112233");
            Assert.Equal(2, motion.Seconds);
            MotionTrack coming = motion.Tracks.Single(t => t.Layer == MotionLayer.Coming);
            foreach (MotionTrack track in motion.Tracks)
            {
                Assert.Equal(0, track.States[0].At);
                Assert.Equal(1, track.States[^1].At);
                Assert.True(track.States.Zip(track.States.Skip(1)).All(s => s.First.At < s.Second.At));
            }
            Assert.Equal(new LayerKeyframe(1), coming.States[^1]);
            LayerKeyframe begins = coming.States[0];
            bool unseen =
                begins.Opacity == 0
                || Math.Abs(begins.X) >= 1
                || Math.Abs(begins.Y) >= 1
                || begins.CutLeft + begins.CutRight >= 1
                || begins.CutTop + begins.CutBottom >= 1;
            Assert.True(unseen, $"{change} from {side}");
        }
    }

    [Fact]
    public void A_push_leaves_no_gap_between_the_two_slides()
    {
        foreach (SlideEdge side in Enum.GetValues<SlideEdge>())
        {
            SlideMotion motion = SlideMotion.Of(new Transition(TransitionKind.Push, 1, side), "#112233");
            MotionTrack going = motion.Tracks.Single(t => t.Layer == MotionLayer.Going),
                coming = motion.Tracks.Single(t => t.Layer == MotionLayer.Coming);
            for (int i = 0; i < 2; i++)
                Assert.Equal(
                    1,
                    Math.Abs(coming.States[i].X - going.States[i].X) + Math.Abs(coming.States[i].Y - going.States[i].Y),
                    1e-9
                );
        }
    }

    /// <summary>WCAG 2.2, success criterion 2.3.1: a pair of opposing changes of brightness is one flash; coming
    /// through
    /// black darkens once and lightens once, whatever the pace.</summary>
    [Fact]
    public void Through_black_is_one_darkening_and_one_lightening()
    {
        SlideMotion motion = SlideMotion.Of(new Transition(TransitionKind.ThroughBlack, .1), "#112233");
        double[] light = [.. Enumerable.Range(0, 101).Select(i => motion.Tracks.Max(t => Opacity(t, i / 100.0)))];
        int turns = light.Zip(light.Skip(1), light.Skip(2)).Count(l => (l.Second - l.First) * (l.Third - l.Second) < 0);
        Assert.True(turns <= 1);
        Assert.Equal(0, light.Min(), 1e-9);
        Assert.Equal("#000000", motion.Under);
    }

    [Fact]
    public void What_no_slide_says_is_as_the_house_has_it_and_one_action_sets_a_range()
    {
        var world = new World();
        Deck deck = world.Do(world.Deck(8), new SetHouseStyle(HouseStyles.Named("Harbour night")!)).Deck;
        Assert.All(deck.Slides, s => Assert.Equal(Transition.Brisk, SlideMotion.Of(deck, s).Seconds));
        Edited set = world.Do(
            deck,
            new SetTransition(new SlideChoice(null, "2-7"), new Transition(TransitionKind.Dissolve, Transition.Walking))
        );
        Assert.Equal(
            [.7, 1.5, 1.5, 1.5, 1.5, 1.5, 1.5, .7, .7, .7],
            set.Deck.Slides.Select(s => SlideMotion.Of(set.Deck, s).Seconds)
        );
        Deck back = world.Do(set.Deck, new SetTransition(new SlideChoice())).Deck;
        Assert.All(back.Slides, s => Assert.Null(s.OwnTransition));
        Assert.Same(SlideMotion.AtOnce, SlideMotion.Of(new Transition(TransitionKind.Cut, 5), "#000000"));
        Assert.Same(SlideMotion.AtOnce, SlideMotion.Of(new Transition(TransitionKind.Push, 0), "#000000"));
    }

    [Fact]
    public void A_style_that_ships_keeps_its_name_for_itself()
    {
        var world = new World();
        Deck deck = world.Deck(1);
        string Named(HouseStyle house) => world.Do(deck, new SetHouseStyle(house)).Deck.House.Name;
        Assert.All(HouseStyles.All, h => Assert.Equal(h.Name, Named(h)));
        // Whether a style says its usual parts or leaves them out is the same style.
        Assert.Equal("Poster", Named(HouseStyles.Named("Poster")!.Whole));
        HouseStyle other = HouseStyles.Named("Poster")! with { ChangeSeconds = 3 };
        Assert.Equal("Poster, changed", Named(other));
        Assert.Equal("Poster, changed", Named(other with { Name = "Poster, changed", MarginX = 90 }));
        Assert.Equal("Mine", Named(other with { Name = "Mine" }));
    }

    private static double Opacity(MotionTrack track, double at)
    {
        int i = Math.Max(1, track.States.ToList().FindIndex(s => s.At >= at));
        LayerKeyframe a = track.States[i - 1],
            b = track.States[i];
        return a.Opacity + (b.Opacity - a.Opacity) * (at - a.At) / (b.At - a.At);
    }
}
