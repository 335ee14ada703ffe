using System.Collections.Immutable;
using Jaali.Core.Composing;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Motion;
using Jaali.Core.Scenes;
using Jaali.Testing;

namespace Jaali.Core.Tests;

/// <summary>What moves on a slide: presses, places, what others do meanwhile, and what stays right.</summary>
public sealed class CueTests
{
    private readonly World _world = new();

    // A slide with a title and so many photos, set by the best arrangement.
    private (Deck Deck, Guid Slide) Photos(int count)
    {
        Deck deck = _world.Deck(3);
        deck = _world.Do(deck, new AddPhotos(deck.Slides[1].Id, _world.AddSeveral(count))).Deck;
        return (deck, deck.Slides[1].Id);
    }

    private Timeline Of(Deck deck, Guid slide) =>
        Timelines.Of(deck, deck.Slide(slide)!, SceneBuilder.Build(deck, deck.Slide(slide)!, _world)[0], _world);

    private static Frame[] Frames(Deck deck, Guid slide) =>
        [.. deck.Slide(slide)!.Items.OfType<Frame>().Where(f => !f.At.IsGround)];

    [Fact]
    public void Four_photos_come_forward_in_turn_by_one_move_and_each_goes_back()
    {
        (Deck deck, Guid slide) = Photos(4);
        deck = _world.Do(deck, new SequencePhotos(slide)).Deck;
        Cue cue = Assert.Single(deck.Slide(slide)!.Cues);
        Timeline t = Of(deck, slide);
        Assert.Equal(5, t.Presses);
        for (int n = 0; n < 4; n++)
        {
            Guid forward = cue.Sequence![n];
            Assert.Equal(forward, t.Steps[n + 1].Front);
            foreach (Frame f in Frames(deck, slide))
            {
                ItemState s = t.After(new(f.Id), n + 1);
                if (f.Id == forward)
                    Assert.Equal((1, true), (s.Opacity, s.Scale >= 1));
                else
                    // Of what the one in front comes to lie over no strip is left to be seen.
                    Assert.Equal(
                        ItemState.Rest with
                        {
                            Opacity = Over(Frames(deck, slide).First(o => o.Id == forward)).Overlaps(f.At.Rect)
                                ? Timelines.GivesWay
                                : Timelines.Dimmed,
                        },
                        s
                    );
            }

            SlideRect Over(Frame front)
            {
                ItemState s = t.After(new(front.Id), n + 1);
                SlidePoint middle = Composition.Middle(front.At.Rect);
                double w = front.At.Rect.Width * s.Scale,
                    h = front.At.Rect.Height * s.Scale;
                return new(middle.X + s.X - w / 2, middle.Y + s.Y - h / 2, w, h);
            }
        }
        Assert.All(Frames(deck, slide), f => Assert.Equal(ItemState.Rest, t.After(new(f.Id), 5)));
        Assert.All(Frames(deck, slide), f => Assert.Equal(ItemState.Rest, t.After(new(f.Id), 0)));
    }

    /// <summary>While a photo is in front its own credit stands there alone and reads, on the screen and on a page;
    /// when it has gone back the credit of all stands again. In a style with a line of credits and in one
    /// without.</summary>
    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public void The_photo_in_front_has_its_own_credit_alone(bool system)
    {
        Deck deck = _world.Deck(3);
        deck = _world.Do(deck, new SetHouseStyle(system ? HouseStyles.First : HouseStyles.Earlier)).Deck;
        ImmutableList<string> photos = [.. _world.AddSeveral(4)];
        foreach ((int i, string id) in photos.Index())
            _world.Photos[id] = _world.Photos[id] with
            {
                Rights = _world.Photos[id].Rights with { Maker = $"Maker {"ABCD"[i]}" },
            };
        deck = _world.Do(deck, new AddPhotos(deck.Slides[1].Id, photos)).Deck;
        Guid slide = deck.Slides[1].Id;
        deck = _world.Do(deck, new SequencePhotos(slide)).Deck;
        Scene scene = SceneBuilder.Build(deck, deck.Slide(slide)!, _world)[0];
        Timeline t = Of(deck, slide);
        Assert.Null(t.Steps[0].Credit);
        Assert.Null(t.Steps[5].Credit);
        foreach ((int n, Guid front) in deck.Slide(slide)!.Cues[0].Sequence!.Index())
        {
            string maker = _world.Photos[((Frame)deck.Slide(slide)!.Item(front)!).PhotoId].Rights.Maker;
            FrontCredit credit = t.Steps[n + 1].Credit!;
            Assert.Contains(maker, credit.Part.Says, StringComparison.Ordinal);
            Assert.DoesNotContain(
                Enumerable.Range(0, 4).Select(i => $"Maker {"ABCD"[i]}").Where(m => m != maker),
                m => credit.Part.Says.Contains(m, StringComparison.Ordinal)
            );
            Assert.True(credit.Part.Contrast >= 4.5);
            Scene page = StepScenes.After(scene, t, n + 1);
            Assert.Equal(credit.Part, Assert.Single(page.Parts, p => p.Role == "credit"));
            Assert.Equal(credit.Nodes, page.Nodes.Where(g => g is GroupNode { IsCredit: true }));
            Assert.Same(page.Nodes[^1], credit.Nodes[^1]);
        }
        Assert.Contains(
            "Maker A",
            StepScenes.After(scene, t, 5).Parts.First(p => p.Role == "credit").Says,
            StringComparison.Ordinal
        );
    }

    /// <summary>As large as margins, titles and pixels allow: one step more in any of them would break it.</summary>
    [Theory]
    [InlineData(2)]
    [InlineData(4)]
    [InlineData(6)]
    public void What_is_forward_is_as_large_as_it_can_be_and_covers_no_title(int count)
    {
        (Deck deck, Guid slide) = Photos(count);
        deck = _world.Do(deck, new SequencePhotos(slide)).Deck;
        Scene scene = SceneBuilder.Build(deck, deck.Slide(slide)!, _world)[0];
        Timeline t = Timelines.Of(deck, deck.Slide(slide)!, scene, _world);
        SlideRect margins = deck.GridOf(deck.Slide(slide)!).Room(deck.Shape.Bounds());
        SlideRect[] titles = [.. scene.Parts.Where(p => p.Role is "heading" or "opening").Select(p => p.Box)];
        Assert.NotEmpty(titles);
        foreach (Frame f in Frames(deck, slide))
        {
            ItemState s = t.Steps.First(x => x.Front == f.Id).Tracks.First(x => x.Thing.ItemId == f.Id).End;
            SlidePoint m = Composition.Middle(f.At.Rect);
            SlideRect seen = new(
                m.X + s.X - f.At.Rect.Width * s.Scale / 2,
                m.Y + s.Y - f.At.Rect.Height * s.Scale / 2,
                f.At.Rect.Width * s.Scale,
                f.At.Rect.Height * s.Scale
            );
            if (s == ItemState.Rest)
                continue;
            Assert.True(
                seen.X >= margins.X - 1e-6
                    && seen.Y >= margins.Y - 1e-6
                    && seen.Right <= margins.Right + 1e-6
                    && seen.Bottom <= margins.Bottom + 1e-6
            );
            Assert.DoesNotContain(titles, b => b.Grown(-1).Overlaps(seen));
            double sharp = scene.Parts.First(p => p.ItemId == f.Id).Sharpness!.Value;
            Assert.True(s.Scale <= Math.Max(1, sharp) + 1e-9, "at least one pixel for each that is shown");
            SlideRect more = seen.Grown(seen.Width * .02);
            bool blocked =
                s.Scale >= sharp - 1e-9
                || titles.Any(b => b.Grown(24).Overlaps(more))
                || more.Width > margins.Width
                || more.Height > margins.Height;
            Assert.True(blocked, $"{f.Id} could be larger");
        }
    }

    [Fact]
    public void A_photo_that_comes_is_swapped_or_goes_keeps_the_turns_right()
    {
        (Deck deck, Guid slide) = Photos(3);
        deck = deck with { House = HouseStyles.Earlier };
        deck = _world.Do(deck, new SequencePhotos(slide)).Deck;
        deck = _world.Do(deck, new AddPhotos(slide, [_world.Add("new", 2000, 1500)])).Deck;
        deck = _world
            .Do(
                deck,
                new ArrangeItems(
                    slide,
                    [.. Layout.Arrangements.Solved(deck, deck.Slide(slide)!, _world, ArrangementForm.Whole)!],
                    ArrangementForm.Whole
                )
            )
            .Deck;
        Frame[] four = Frames(deck, slide);
        Assert.Equal(4, four.Length);
        Assert.Equal(four.Single(f => f.PhotoId == "new").Id, deck.Slide(slide)!.Cues[0].Sequence![^1]);
        Assert.Equal(5, Of(deck, slide).Presses);
        ItemState before = Of(deck, slide).Steps[1].Tracks.First(t => t.Thing.ItemId == four[0].Id).End;
        deck = _world
            .Do(
                deck,
                new EditItem(
                    slide,
                    deck.Slide(slide)!.Cues[0].Sequence![0],
                    new FrameEdit(_world.Add("tall", 800, 2400))
                )
            )
            .Deck;
        Timeline swapped = Of(deck, slide);
        Assert.Equal(5, swapped.Presses);
        Assert.NotEqual(
            before,
            swapped.Steps[1].Tracks.First(t => t.Thing.ItemId == deck.Slide(slide)!.Cues[0].Sequence![0]).End
        );
        Edited gone = _world.Do(deck, new RemoveItem(slide, deck.Slide(slide)!.Cues[0].Sequence![1]));
        Assert.Equal(3, gone.Deck.Slide(slide)!.Cues[0].Sequence!.Count);
        Assert.Equal(4, Of(gone.Deck, slide).Presses);
        Deck back = _world.Do(gone.Deck, gone.Inverse).Deck;
        Assert.Equal(4, back.Slide(slide)!.Cues[0].Sequence!.Count);
    }

    [Fact]
    public void What_is_removed_takes_its_moves_with_it_and_that_is_said()
    {
        (Deck deck, Guid slide) = Photos(2);
        Item words = deck.Slide(slide)!.Items.First(i => i is Words);
        deck = _world.Do(deck, new AddCue(slide, new Cue(default, CueAct.ComesIn, words.Id))).Deck;
        deck = _world.Do(deck, new AddCue(slide, new Cue(default, CueAct.GoesOut, words.Id))).Deck;
        deck = _world.Do(deck, new AddCue(slide, new Cue(default, CueAct.ComesIn, Frames(deck, slide)[0].Id))).Deck;
        Edited gone = _world.Do(deck, new RemoveItem(slide, words.Id));
        Assert.Single(gone.Deck.Slide(slide)!.Cues);
        Assert.Equal("What it did on this slide went with it: 2 moves.", LiveCues.Gone(deck, gone.Deck));
        Assert.Equal(
            "",
            LiveCues.Gone(deck, _world.Do(deck, new RemoveCue(slide, deck.Slide(slide)!.Cues[0].Id)).Deck)
        );
        Assert.Equal(3, _world.Do(gone.Deck, gone.Inverse).Deck.Slide(slide)!.Cues.Count);
    }

    [Fact]
    public void A_list_comes_in_paragraph_by_paragraph()
    {
        Deck deck = _world.Deck(1);
        Guid slide = deck.Slides[1].Id;
        deck = _world.Do(deck, new AddItem(slide, new WordsEdit("One\nTwo\nThree", Role: WordsRole.Body))).Deck;
        Item list = deck.Slide(slide)!.Items.First(i => i is Words { Role: WordsRole.Body });
        deck = _world
            .Do(deck, new AddCue(slide, new Cue(default, CueAct.ComesIn, list.Id, CueEffect.Rise, PartByPart: true)))
            .Deck;
        Timeline t = Of(deck, slide);
        Assert.Equal(3, t.Presses);
        for (int press = 0; press <= 3; press++)
            Assert.Equal(
                [.. Enumerable.Range(0, 3).Select(n => n < press ? 1.0 : 0)],
                Enumerable.Range(0, 3).Select(n => t.After(new(list.Id, n), press).Opacity)
            );
        // A page of a file for each state shows so much.
        Scene scene = SceneBuilder.Build(deck, deck.Slide(slide)!, _world)[0];
        for (int press = 0; press <= 3; press++)
            Assert.Equal(
                press,
                StepScenes
                    .After(scene, t, press)
                    .NodesOf(list.Id)
                    .OfType<TextNode>()
                    .SelectMany(n => n.Lines)
                    .Select(l => l.Text.Trim())
                    .Count(l => l is "One" or "Two" or "Three")
            );
    }

    [Fact]
    public void What_follows_begins_with_or_after_what_is_before_it()
    {
        (Deck deck, Guid slide) = Photos(3);
        Frame[] f = Frames(deck, slide);
        Cue In(int n, CueStart start, double delay = 0) =>
            new(default, CueAct.ComesIn, f[n].Id, CueEffect.Dissolve, start, 2, delay);
        deck = _world.Do(deck, new AddCue(slide, In(0, CueStart.OnPress))).Deck;
        deck = _world.Do(deck, new AddCue(slide, In(1, CueStart.WithBefore, .5))).Deck;
        deck = _world.Do(deck, new AddCue(slide, In(2, CueStart.AfterBefore, 1))).Deck;
        Timeline t = Of(deck, slide);
        Assert.Equal(1, t.Presses);
        Assert.Equal(5.5, t.Steps[1].Seconds);
        double[] Seen(double at) =>
            [.. f.Select(x => t.Steps[1].Tracks.First(k => k.Thing.ItemId == x.Id).At(at).Opacity)];
        Assert.Equal([0, 0, 0], Seen(0));
        Assert.Equal(0, Seen(.5)[1]);
        Assert.Equal(.5, Seen(1)[0], 1e-6);
        Assert.Equal(.5, Seen(1.5)[1], 1e-6);
        Assert.Equal((1, 0), (Seen(3.5)[0], Seen(3.5)[2]));
        Assert.Equal(.5, Seen(4.5)[2], 1e-6);
        Assert.Equal([1, 1, 1], Seen(5.5));
        // The first of a slide may begin by itself when the slide has come.
        Cue first = deck.Slide(slide)!.Cues[0];
        deck = _world.Do(deck, new EditCue(slide, first with { Start = CueStart.AfterBefore })).Deck;
        Assert.Equal((0, 5.5), (Of(deck, slide).Presses, Of(deck, slide).Steps[0].Seconds));
    }

    [Fact]
    public void What_stands_out_is_let_go_at_the_next_press()
    {
        (Deck deck, Guid slide) = Photos(3);
        Frame[] f = Frames(deck, slide);
        deck = _world.Do(deck, new AddCue(slide, new Cue(default, CueAct.StandsOut, f[0].Id, CueEffect.Grow))).Deck;
        deck = _world.Do(deck, new AddCue(slide, new Cue(default, CueAct.GoesOut, f[1].Id))).Deck;
        Timeline t = Of(deck, slide);
        Assert.True(t.After(new(f[0].Id), 1).Scale > 1);
        Assert.Equal(Timelines.Dimmed, t.After(new(f[2].Id), 1).Opacity);
        Assert.Equal(ItemState.Rest, t.After(new(f[0].Id), 2));
        Assert.Equal(ItemState.Rest, t.After(new(f[2].Id), 2));
        Assert.Equal(0, t.After(new(f[1].Id), 2).Opacity);
    }

    [Fact]
    public void Another_photo_comes_slowly_over_the_ground_and_under_the_words()
    {
        Deck deck = _world.Deck(2);
        Guid slide = deck.Slides[1].Id;
        deck = _world.Do(deck, new PlaceGround(slide, _world.Add("a"))).Deck;
        deck = _world.Do(deck, new ChangeGround(slide, _world.Add("b"))).Deck;
        deck = _world.Do(deck, new ChangeGround(slide, _world.Add("c"))).Deck;
        Assert.Equal(["a", "b", "c"], deck.Slide(slide)!.Items.OfType<Frame>().Select(f => f.PhotoId));
        Assert.IsType<Words>(deck.Slide(slide)!.Items[^1]);
        Timeline t = Of(deck, slide);
        Assert.Equal((2, Transition.Slow), (t.Presses, t.Steps[1].Seconds));
        Guid b = deck.Slide(slide)!.Items[1].Id;
        Assert.Equal((0, 1), (t.After(new(b), 0).Opacity, t.After(new(b), 1).Opacity));
    }

    [Fact]
    public void Five_hundred_moves_are_played_and_one_more_is_refused()
    {
        (Deck deck, Guid slide) = Photos(2);
        Guid item = Frames(deck, slide)[0].Id;
        ImmutableList<Cue> many =
        [
            .. Enumerable
                .Range(0, 500)
                .Select(n => new Cue(
                    new Guid(n, 1, 1, new byte[8]),
                    n % 2 == 0 ? CueAct.ComesIn : CueAct.GoesOut,
                    item,
                    CueEffect.Dissolve,
                    n % 3 == 0 ? CueStart.OnPress : CueStart.AfterBefore,
                    n % 7 * .1
                )),
        ];
        deck = deck.With(deck.Slide(slide)! with { Cues = many });
        Timeline t = Of(deck, slide);
        Assert.Equal(167, t.Presses);
        Assert.All(
            t.Steps.SelectMany(s => s.Tracks),
            k => Assert.True(k.Keys.Zip(k.Keys.Skip(1)).All(p => p.First.At <= p.Second.At))
        );
        Assert.Equal(
            "too-many-moves",
            _world.Refuse(deck, new AddCue(slide, new Cue(default, CueAct.GoesOut, item))).Code
        );
    }

    [Fact]
    public void A_move_of_a_thing_that_is_gone_plays_nothing_and_says_so()
    {
        (Deck deck, Guid slide) = Photos(2);
        deck = deck.With(deck.Slide(slide)! with { Cues = [new Cue(Guid.NewGuid(), CueAct.ComesIn, Guid.NewGuid())] });
        Timeline t = Of(deck, slide);
        Assert.Equal(0, t.Presses);
        CueLine line = Assert.Single(CueWords.Of(deck, deck.Slide(slide)!, t, _world));
        Assert.False(line.There);
    }

    [Fact]
    public void Moves_are_said_in_words()
    {
        (Deck deck, Guid slide) = Photos(3);
        Item words = deck.Slide(slide)!.Items.First(i => i is Words);
        deck = _world.Do(deck, new SequencePhotos(slide)).Deck;
        deck = _world
            .Do(
                deck,
                new AddCue(
                    slide,
                    new Cue(default, CueAct.ComesIn, words.Id, CueEffect.Rise, CueStart.WithBefore, 1, .5),
                    0
                )
            )
            .Deck;
        IReadOnlyList<CueLine> lines = CueWords.Of(deck, deck.Slide(slide)!, Of(deck, slide), _world);
        Assert.Equal(
            [
                ("with the slide", "“Point number 1” rises in 1 second, 0.5 seconds later"),
                ("4 presses", "three photos come forward in turn in 0.7 seconds, as large as margins and pixels allow"),
            ],
            lines.Select(l => (l.When, l.Says))
        );
    }

    [Theory]
    [InlineData("shore@tern.example", "mailto:shore@tern.example")]
    [InlineData(" www.tern.example/a ", "https://www.tern.example/a")]
    [InlineData("https://tern.example", "https://tern.example")]
    [InlineData("slide:next", "slide:next")]
    [InlineData("  ", null)]
    [InlineData("tern example", "tern example")]
    public void A_link_is_read_as_people_give_it(string given, string? read)
    {
        Assert.Equal(read, LinkTarget.Read(given));
        Assert.Equal(given != "tern example", read is null || LinkTarget.IsSound(read));
    }

    [Fact]
    public void A_thing_leads_to_the_slide_after_it_wherever_that_moves()
    {
        Deck deck = _world.Deck(3);
        Guid slide = deck.Slides[1].Id;
        Item words = deck.Slides[1].Items[0];
        deck = _world.Do(deck, new SetLink(slide, words.Id, LinkTarget.ToNext)).Deck;
        string Href(Deck d) => SceneBuilder.Build(d, d.Slide(slide)!, _world)[0].Links.Single().Href;
        Assert.Equal(LinkTarget.ToSlide + deck.Slides[2].Id, Href(deck));
        Deck moved = _world.Do(deck, new MoveSlide(slide, 2)).Deck;
        Assert.Equal(LinkTarget.ToSlide + moved.Slides[3].Id, Href(moved));
        // The first slide has none before it: nothing leads there.
        deck = _world.Do(deck, new SetLink(deck.Slides[0].Id, deck.Slides[0].Items[0].Id, LinkTarget.ToPrevious)).Deck;
        Assert.Empty(SceneBuilder.Build(deck, deck.Slides[0], _world)[0].Links);
    }

    /// <summary>WCAG 2.2, success criterion 2.3.1: no more than three flashes in any second.</summary>
    [Theory]
    [InlineData(6, .1, false)]
    [InlineData(8, .1, true)]
    [InlineData(20, .3, false)]
    public void Flashes_are_counted_by_the_second(int times, double seconds, bool flashes)
    {
        var keys = Enumerable
            .Range(0, times)
            .Select(n => new ItemKeyframe(n * seconds, new ItemState(n % 2), Easing.Even))
            .ToArray();
        var name = new ItemPart(Guid.NewGuid());
        Timeline Over(double side) =>
            new([new(name, new(0, 0, side, side), ItemState.Rest, 1)], [new(9, [new(name, keys)], null, [], "")]);
        Assert.Equal(flashes, Flashes.In(Over(1000), 1920 * 1080));
        Assert.False(Flashes.In(Over(100), 1920 * 1080));
    }
}
