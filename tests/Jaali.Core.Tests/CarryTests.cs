using Jaali.Core.Composing;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Motion;
using Jaali.Core.Scenes;
using Jaali.Testing;

namespace Jaali.Core.Tests;

/// <summary>What is carried from one slide to the next: never distorted, never a gap.</summary>
public sealed class CarryTests
{
    private readonly World _world = new();

    private Scene SceneOf(Deck deck, int n) => SceneBuilder.Build(deck, deck.Slides[n], _world)[0];

    private IReadOnlyList<CarryLayer> Of(Deck deck, int from) =>
        Carry.Of(deck.Slides[from], SceneOf(deck, from), deck.Slides[from + 1], SceneOf(deck, from + 1), _world);

    // A slide with one photo, and a copy of it in which the photo was changed.
    private (Deck Deck, CarryPhoto Photo) Carried(SlideRect to, FrameEdit edit, double turn = 0)
    {
        Deck deck = _world.Deck(2);
        Guid slide = deck.Slides[1].Id;
        deck = _world
            .Do(deck, new AddItem(slide, new FrameEdit(_world.Add("a", 3000, 2000)), new(100, 100, 400, 300)))
            .Deck;
        Guid item = deck.Slide(slide)!.Items.First(i => i is Frame).Id;
        deck = _world.Do(deck, new DuplicateSlide(slide)).Deck;
        Guid copy = deck.Slides[2].Id;
        deck = _world.Do(deck, new PlaceItem(copy, item, to, turn)).Deck;
        deck = _world.Do(deck, new EditItem(copy, item, edit)).Deck;
        deck = _world
            .Do(deck, new SetTransition(new SlideChoice([copy]), new Transition(TransitionKind.Carry, 2)))
            .Deck;
        return (deck, Of(deck, 1).Single(l => l.ItemId == item).Photo!);
    }

    [Fact]
    public void Between_frames_of_different_shapes_a_photo_keeps_its_proportions_and_fills_its_frame()
    {
        var chance = new Random(5);
        for (int n = 0; n < 60; n++)
        {
            var to = new SlideRect(
                chance.Next(0, 900),
                chance.Next(0, 500),
                chance.Next(60, 900),
                chance.Next(60, 560)
            );
            (_, CarryPhoto photo) = Carried(
                to,
                new FrameEdit(Straighten: n % 3 == 0 ? chance.NextDouble() * 30 - 15 : 0),
                n % 4 == 0 ? chance.Next(-170, 170) : 0
            );
            for (int i = 0; i <= 100; i++)
            {
                CarryState s = Carry.At(photo, i / 100.0);
                Assert.Equal(1.5, s.Comes.Width / s.Comes.Height, 1e-6);
                // The corners of the frame, turned back into the photo's own measure, lie in it.
                SlidePoint middle = Composition.Middle(s.Clip);
                foreach (
                    SlidePoint corner in (SlidePoint[])
                        [
                            new(s.Clip.X, s.Clip.Y),
                            new(s.Clip.Right, s.Clip.Y),
                            new(s.Clip.X, s.Clip.Bottom),
                            new(s.Clip.Right, s.Clip.Bottom),
                        ]
                )
                {
                    SlidePoint own = corner.Turned(middle, -s.Straighten);
                    own = new(middle.X + (own.X - middle.X) / s.Enlarged, middle.Y + (own.Y - middle.Y) / s.Enlarged);
                    // Between the steps of a straightened one the enlargement is a chord: a hundredth of a unit.
                    Assert.True(s.Comes.Grown(.25).Contains(own), $"a gap at {i} % of case {n}");
                }
            }
            CarryState first = Carry.At(photo, 0),
                last = Carry.At(photo, 1);
            Assert.Equal(new SlideRect(100, 100, 400, 300), first.Clip);
            Assert.Equal(to, last.Clip);
            Assert.Null(photo.Goes);
        }
    }

    [Fact]
    public void A_turn_goes_the_shorter_way()
    {
        (_, CarryPhoto photo) = Carried(new(600, 300, 300, 300), new FrameEdit(), 170);
        Assert.Equal(170, Carry.At(photo, 1).Turn);
        Assert.Equal(85, Carry.At(photo, .5).Turn, 1e-9);
    }

    [Fact]
    public void Another_tone_melts_in_over_the_same_geometry_which_is_the_matrix_between()
    {
        (_, CarryPhoto photo) = Carried(new(600, 300, 500, 300), new FrameEdit(Tone: FrameTone.Grey));
        Assert.NotNull(photo.Goes);
        Assert.NotNull(photo.Comes.Colours);
        for (int i = 0; i <= 10; i++)
        {
            CarryState s = Carry.At(photo, i / 10.0);
            Assert.Equal(s.Goes, s.Comes);
            Assert.Equal(i / 10.0, s.Melted, 1e-9);
        }
    }

    [Fact]
    public void Masks_become_outlines_of_as_many_places_that_begin_at_the_top_and_run_clockwise()
    {
        (_, CarryPhoto photo) = Carried(new(600, 300, 500, 500), new FrameEdit(Mask: FrameMask.Star));
        Assert.Equal(Carry.OutlinePlaces, photo.FromOutline!.Count);
        Assert.Equal(Carry.OutlinePlaces, photo.ToOutline!.Count);
        Assert.Equal(300, photo.FromOutline[0].X, 1e-6);
        Assert.Equal(100, photo.FromOutline[0].Y, 1e-6);
        foreach (IReadOnlyList<SlidePoint> outline in (IReadOnlyList<SlidePoint>[])[photo.FromOutline, photo.ToOutline])
            Assert.True(
                outline
                    .Select((a, i) => (A: a, B: outline[(i + 1) % outline.Count]))
                    .Sum(s => s.A.X * s.B.Y - s.B.X * s.A.Y) > 0
            );
    }

    [Fact]
    public void What_is_new_comes_what_is_gone_goes_and_what_is_the_same_stays()
    {
        (Deck deck, _) = Carried(new(600, 300, 500, 300), new FrameEdit());
        Guid words = deck.Slides[2].Items.First(i => i is Words).Id;
        deck = _world
            .Do(deck, new AddItem(deck.Slides[2].Id, new FrameEdit(_world.Add("new")), new(1200, 100, 300, 200)))
            .Deck;
        deck = _world
            .Do(deck, new AddItem(deck.Slides[1].Id, new FrameEdit(_world.Add("old")), new(1200, 500, 300, 200)))
            .Deck;
        ILookup<CarryWay, Guid?> ways = Of(deck, 1).ToLookup(l => l.Way, l => l.ItemId);
        Guid Frame(int slide, string photo) =>
            deck.Slides[slide].Items.OfType<Frame>().Single(f => f.PhotoId == photo).Id;
        Assert.Contains(Frame(2, "new"), ways[CarryWay.Comes].OfType<Guid>());
        Assert.Contains(Frame(1, "old"), ways[CarryWay.Goes].OfType<Guid>());
        Assert.Contains(Frame(1, "a"), ways[CarryWay.Photo].OfType<Guid>());
        Assert.True(ways[CarryWay.Stays].Concat(ways[CarryWay.Travels]).Contains(words), "the title is on both slides");
    }

    [Fact]
    public void A_thing_is_carried_over_three_slides_and_what_is_the_same_photo_can_be_taken_for_it()
    {
        Deck deck = _world.Deck(4);
        deck = _world
            .Do(deck, new AddItem(deck.Slides[1].Id, new FrameEdit(_world.Add("a")), new(0, 0, 300, 200)))
            .Deck;
        Guid item = deck.Slides[1].Items.First(i => i is Frame).Id;
        deck = _world.Do(deck, new CarryItem(deck.Slides[1].Id, item)).Deck;
        deck = _world.Do(deck, new CarryItem(deck.Slides[2].Id, item)).Deck;
        Assert.All([2, 3], n => Assert.NotNull(deck.Slides[n].Item(item)));
        Assert.All([2, 3], n => Assert.Equal(TransitionKind.Carry, deck.TransitionOf(deck.Slides[n]).Change));
        // On the fourth the same photo stands already, with a move of its own.
        deck = _world.Do(deck, new AddItem(deck.Slides[4].Id, new FrameEdit("a"), new(900, 0, 300, 200))).Deck;
        Guid other = deck.Slides[4].Items.First(i => i is Frame).Id;
        deck = _world.Do(deck, new AddCue(deck.Slides[4].Id, new Cue(default, CueAct.StandsOut, other))).Deck;
        Edited same = _world.Do(deck, new CarryItem(deck.Slides[3].Id, item, other));
        Assert.Equal(item, same.Deck.Slides[4].Cues[0].ItemId);
        Assert.Equal(900, same.Deck.Slides[4].Item(item)!.At.Rect.X);
        Assert.Equal(deck.Slides[4].Items.Count, same.Deck.Slides[4].Items.Count);
        Assert.Equal(other, _world.Do(same.Deck, same.Inverse).Deck.Slides[4].Cues[0].ItemId);
    }

    [Fact]
    public void What_has_gone_or_is_not_there_yet_is_not_carried()
    {
        (Deck deck, _) = Carried(new(600, 300, 500, 300), new FrameEdit());
        Guid item = deck.Slides[2].Items.First(i => i is Frame).Id;
        SlidePlay Play() => SlidePlay.Of(deck, deck.Slides[2], s => SceneBuilder.Build(deck, s, _world), _world);
        Assert.Contains(Play().Carried!, l => l.ItemId == item && l.Way == CarryWay.Photo);
        deck = _world.Do(deck, new AddCue(deck.Slides[1].Id, new Cue(default, CueAct.GoesOut, item))).Deck;
        Assert.Contains(Play().Carried!, l => l.ItemId == item && l.Way == CarryWay.Comes);
        deck = _world.Do(deck, new AddCue(deck.Slides[2].Id, new Cue(default, CueAct.ComesIn, item))).Deck;
        Assert.DoesNotContain(Play().Carried!, l => l.ItemId == item);
    }
}
