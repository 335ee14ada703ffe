using System.Collections.Immutable;
using CsCheck;
using Jaali.Core.Composing;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Layout;
using Jaali.Core.Legibility;
using Jaali.Core.Rights;
using Jaali.Core.Scenes;
using Jaali.Testing;

namespace Jaali.Core.Tests;

/// <summary>Live arrangements, several things at once, blends, words clear of edges.</summary>
public sealed class ComposingTests
{
    private static Frame FrameIn(Deck deck, Guid slide, Guid id) => (Frame)deck.Slide(slide)!.Item(id)!;

    private static (World World, Deck Deck, Guid Slide) Filled(int photos)
    {
        var world = new World();
        Deck deck = world.Deck(1);
        ImmutableList<string> photoIds = world.AddSeveral(photos);
        return (world, world.Do(deck, new AddPhotos(deck.Slides[1].Id, photoIds)).Deck, deck.Slides[1].Id);
    }

    [Fact]
    public void Several_photos_come_arranged_and_stay_so_when_one_comes_goes_or_changes_places()
    {
        (World world, Deck deck, Guid slide) = Filled(5);
        Slide now = deck.Slide(slide)!;
        Assert.NotNull(now.Arrangement);
        Apart(now, deck);
        // All of them, whole, then one taken away, one swapped, two changed: always whole, never overlapping.
        IReadOnlyList<ItemPosition> whole = Arrangements.Solved(deck, now, world, ArrangementForm.Whole)!;
        deck = world.Do(deck, new ArrangeItems(slide, [.. whole], ArrangementForm.Whole)).Deck;
        Guid[] ids = [.. deck.Slide(slide)!.Items.OfType<Frame>().Select(f => f.Id)];
        Deck fewer = world.Do(deck, new RemoveItem(slide, ids[1])).Deck;
        Whole(fewer, 4);
        world.Add("wide", 4000, 1000);
        Whole(world.Do(deck, new EditItem(slide, ids[0], new FrameEdit("wide"))).Deck, 5);
        Deck changed = world.Do(deck, new SwapItems(slide, ids[0], ids[4])).Deck;
        Whole(changed, 5);
        Assert.Equal(
            [ids[4], ids[1], ids[2], ids[3], ids[0]],
            changed.Slide(slide)!.Items.OfType<Frame>().Select(f => f.Id)
        );
        world.Add("more", 1000, 1500);
        Whole(world.Do(deck, new AddItem(slide, new FrameEdit("more"))).Deck, 6);
        // Moved by hand they follow no arrangement any more, and then nothing moves by itself.
        Deck loose = world.Do(deck, new MoveItems(slide, [ids[2]], 10, 0)).Deck;
        Assert.Null(loose.Slide(slide)!.Arrangement);
        Deck after = world.Do(loose, new RemoveItem(slide, ids[1])).Deck;
        Assert.Equal(loose.Slide(slide)!.Item(ids[3]), after.Slide(slide)!.Item(ids[3]));

        void Whole(Deck d, int count)
        {
            Slide s = d.Slide(slide)!;
            Assert.Equal(ArrangementForm.Whole, s.Arrangement);
            Frame[] frames = [.. s.Items.OfType<Frame>()];
            Assert.Equal(count, frames.Length);
            Assert.All(frames, f => Assert.True(f.Crop.Share > .9999));
            Apart(s, d);
        }
    }

    private static void Apart(Slide slide, Deck deck)
    {
        SlideRect[] rects = [.. slide.Items.OfType<Frame>().Select(f => f.At.Rect)];
        for (int i = 0; i < rects.Length; i++)
        {
            Assert.DoesNotContain(rects.Skip(i + 1), r => r.Overlaps(rects[i]));
            Assert.True(rects[i].X >= 0 && rects[i].Right <= deck.Shape.Bounds().Right + 1e-6);
            Assert.True(rects[i].Y >= 0 && rects[i].Bottom <= 1080 + 1e-6);
        }
    }

    [Fact]
    public void Every_number_of_photos_has_six_proposals_that_keep_every_mark()
    {
        for (int n = 1; n <= 9; n++)
        {
            (World world, Deck deck, Guid slide) = Filled(n);
            // A mark has to be seen before it can be drawn.
            deck = world
                .Do(
                    deck,
                    new ArrangeItems(
                        slide,
                        [.. Arrangements.Solved(deck, deck.Slide(slide)!, world, ArrangementForm.Whole)!],
                        ArrangementForm.Whole
                    )
                )
                .Deck;
            foreach (Frame f in deck.Slide(slide)!.Items.OfType<Frame>())
                deck = world
                    .Do(deck, new EditItem(slide, f.Id, new FrameEdit(KeepInView: [new(.05, .3, .9, .4)])))
                    .Deck;
            IReadOnlyList<Arrangement> all = Arrangements.For(deck, deck.Slide(slide)!, world);
            Assert.True(all.Count >= 6, $"{n} photos have {all.Count} proposals");
            foreach (Arrangement a in all)
            {
                Deck taken = world.Do(deck, new ArrangeItems(slide, [.. a.Places], a.Form)).Deck;
                Assert.All(taken.Slide(slide)!.Items.OfType<Frame>(), f => Assert.Null(f.MarkCut()));
                Apart(taken.Slide(slide)!, deck);
            }
        }
    }

    [Fact]
    public void A_photo_forty_times_as_wide_as_high_is_arranged_framed_and_masked_like_any()
    {
        var world = new World();
        world.Add("strip", 8000, 200);
        world.Add("p", 3000, 2000);
        Deck deck = world.Deck(1);
        Guid slide = deck.Slides[1].Id;
        deck = world.Do(deck, new AddPhotos(slide, ["strip", "p"])).Deck;
        Apart(deck.Slide(slide)!, deck);
        Frame strip = deck.Slide(slide)!.Items.OfType<Frame>().Single(f => f.PhotoId == "strip");
        foreach (
            FrameEdit edit in new FrameEdit[]
            {
                new(Mask: FrameMask.Star),
                new(Crop: new CropWindow(.9, 0, .1, 1)),
                new(Straighten: 15),
                new(Covers: [new Cover(new(0, 0, 1, 1))]),
            }
        )
            deck = world.Do(deck, new EditItem(slide, strip.Id, edit)).Deck;
        Assert.NotEmpty(SceneBuilder.Build(deck, deck.Slide(slide)!, world)[0].Nodes);
    }

    [Fact]
    public void What_is_copied_is_pasted_as_things_of_their_own_on_any_slide_and_in_any_talk()
    {
        (World world, Deck deck, Guid slide) = Filled(3);
        Item[] copied = [.. deck.Slide(slide)!.Items];
        deck = world.Do(deck, new GroupItems(slide, [.. copied.OfType<Frame>().Take(2).Select(i => i.Id)], true)).Deck;
        copied = [.. deck.Slide(slide)!.Items];
        Deck other = world.Deck(2);
        Deck pasted = world.Do(other, new PasteItems(other.Slides[2].Id, [.. copied])).Deck;
        Frame[] frames = [.. pasted.Slides[2].Items.OfType<Frame>()];
        Assert.Equal(copied.OfType<Frame>().Select(f => f.At.Rect), frames.Select(f => f.At.Rect));
        Assert.Empty(frames.Select(f => f.Id).Intersect(copied.Select(i => i.Id)));
        // A group stays a group, and is another one.
        Assert.Equal(frames[0].At.Group, frames[1].At.Group);
        Assert.NotNull(frames[0].At.Group);
        Assert.NotEqual(copied.OfType<Frame>().First().At.Group, frames[0].At.Group);
        // What was written by nobody here is set right: a window of another shape, a place far out.
        Frame bent = copied.OfType<Frame>().First() with
        {
            Crop = new(0, 0, 1, .1),
            At = new(new(9000, 9000, 400, 300)),
        };
        var set = (Frame)
            world.Do(other, new PasteItems(other.Slides[2].Id, [bent])).Deck.Slides[2].Items.First(i => i is Frame);
        Assert.Equal(400 / 300.0, set.Crop.Width * 1.5 / set.Crop.Height, 1e-4);
        Assert.True(set.At.Rect.X < 1920 && set.At.Rect.Y < 1080);
    }

    [Fact]
    public void A_group_moves_as_one_and_one_photo_is_given_to_many()
    {
        (World world, Deck deck, Guid slide) = Filled(4);
        Guid[] ids = [.. deck.Slide(slide)!.Items.OfType<Frame>().Select(f => f.Id)];
        deck = world.Do(deck, new GroupItems(slide, [ids[0], ids[1]], true)).Deck;
        SlideRect Where(Deck d, int i) => d.Slide(slide)!.Item(ids[i])!.At.Rect;
        SlideRect r = Where(deck, 0);
        Deck moved = world.Do(deck, new PlaceItem(slide, ids[0], r with { X = r.X + 30 })).Deck;
        Assert.Equal(Where(deck, 1).X + 30, Where(moved, 1).X, 1e-6);
        Assert.Equal(Where(deck, 2), Where(moved, 2));
        // The same tone for all of them, in one step.
        Edited toned = world.Do(
            deck,
            new EditItems([.. ids.Select(i => new ItemOn(slide, i))], new FrameEdit(Tone: FrameTone.Grey))
        );
        Assert.All(toned.Deck.Slide(slide)!.Items.OfType<Frame>(), f => Assert.Equal(FrameTone.Grey, f.Tone));
        Assert.Empty(DeckParts.Changed(deck, world.Do(toned.Deck, toned.Inverse).Deck));
        // A slide for each, in order, and one photo under several.
        Deck spread = world.Do(deck, new SpreadPhotos(["p2", "p0"], slide)).Deck;
        int at = spread.Slides.FindIndex(s => s.Id == slide);
        Assert.Equal(["p2", "p0"], spread.Slides.Skip(at + 1).Take(2).Select(s => ((Frame)s.Ground!).PhotoId));
        Deck under = world
            .Do(spread, new PlaceGrounds([spread.Slides[at + 1].Id, spread.Slides[at + 2].Id], "p3"))
            .Deck;
        Assert.All(under.Slides.Skip(at + 1).Take(2), s => Assert.Equal("p3", ((Frame)s.Ground!).PhotoId));
    }

    /// <summary>Made into one picture, each photo is adapted: the ledger judges the blend.</summary>
    [Fact]
    public void Photos_blended_into_one_are_judged_as_an_adaptation_and_each_is_credited()
    {
        (World world, Deck deck, Guid slide) = Filled(1);
        world.Add("nd", 2000, 1500, new Licence(LicenceFamily.ByNd, "4.0", ""));
        Guid id = deck.Slide(slide)!.Items.OfType<Frame>().Single().Id;
        Deck merged = world.Do(deck, new EditItem(slide, id, new FrameEdit(Blend: new Blend(["nd"])))).Deck;
        Ledgers.CreditEntry[] entries = [.. Ledgers.Ledger.Of(merged, world.Photo)];
        Assert.Equal(2, entries.Length);
        Assert.All(entries, e => Assert.True(e.Changes.Merged));
        Assert.Equal(Standing.Blocked, entries.Single(e => e.Photo.Id == "nd").Judgement.Standing);
        Scene scene = SceneBuilder.Build(merged, merged.Slide(slide)!, world)[0];
        Assert.Equal(["p0", "nd"], scene.Photos().Select(p => p.PhotoId));
    }

    /// <summary>Words and credits never stand across the edge of a photo or of its mask.</summary>
    [Fact]
    public void Words_and_credits_stand_clear_of_every_edge()
    {
        int seen = 0;
        Gen.Select(
                Gen.Int[0, 13],
                Gen.Bool,
                Gen.Select(Gen.Double[0, 900], Gen.Double[0, 500], Gen.Double[300, 1000], Gen.Double[200, 560])
            )
            .Sample(
                (mask, ground, place) =>
                {
                    (World world, Deck deck, Guid slide) = Filled(1);
                    Guid id = deck.Slide(slide)!.Items.OfType<Frame>().Single().Id;
                    SlideRect rect = ground
                        ? deck.Shape.Bounds()
                        : new(place.Item1, place.Item2, place.Item3, place.Item4);
                    deck = world.Do(deck, new ArrangeItems(slide, [new(id, rect)])).Deck;
                    if ((FrameMask)mask == FrameMask.Polygon)
                        return;
                    deck = world.Do(deck, new EditItem(slide, id, new FrameEdit(Mask: (FrameMask)mask))).Deck;
                    Frame f = FrameIn(deck, slide, id);
                    Scene scene = SceneBuilder.Build(deck, deck.Slide(slide)!, world)[0];
                    if (f.At.IsGround && f.Mask == FrameMask.None)
                        return;
                    var rim = new PhotoEdge(f.Outline, 0, default);
                    foreach (ScenePart words in scene.Parts.Where(p => p.Role is "heading" or "credit"))
                        Assert.False(rim.Crosses(words.Box), $"{words.Role} across {f.Mask} at {f.At.Rect}");
                    Interlocked.Increment(ref seen);
                },
                iter: 200
            );
        Assert.True(seen > 100, $"only {seen} slides have an edge");
    }

    [Fact]
    public void Three_hundred_things_on_a_slide_are_too_many_and_two_hundred_have_guides()
    {
        (World world, Deck deck, Guid slide) = Filled(1);
        int most = Limits.Talks.Items;
        Item one = deck.Slide(slide)!.Items.OfType<Frame>().First();
        Deck full = world
            .Do(
                deck,
                new PasteItems(slide, [.. Enumerable.Range(0, most - deck.Slide(slide)!.Items.Count).Select(_ => one)])
            )
            .Deck;
        Assert.Equal(most, full.Slide(slide)!.Items.Count);
        Assert.Equal(
            "too-many-items",
            world.Refuse(full, new PasteItems(slide, [.. Enumerable.Repeat(one, 300)])).Code
        );
        Guides guides = Guides.For(full, full.Slide(slide)!, full.Slide(slide)!.Items.OfType<Frame>().Last());
        Assert.True(guides.Lines.Count > 6);
    }

    [Fact]
    public void A_photo_of_a_blend_is_swapped_shown_whole_and_taken_off_as_itself()
    {
        (World world, Deck deck, Guid slide) = Filled(3);
        Guid[] ids = [.. deck.Slide(slide)!.Items.OfType<Frame>().Select(f => f.Id)];
        Edited merged = world.Do(deck, new BlendPhotos(slide, [.. ids], true));
        deck = merged.Deck;
        Frame blend = deck.Slide(slide)!.Items.OfType<Frame>().Single();
        Assert.Equal(["p0", "p1", "p2"], blend.Blend!.PhotoIds.Insert(0, blend.PhotoId));
        // One step takes it back.
        Assert.Equal(3, world.Do(deck, merged.Inverse).Deck.Slide(slide)!.Items.OfType<Frame>().Count());
        world.Add("other", 2000, 1000);
        deck = world.Do(deck, new AddToShortlist(deck.Slide(slide)!.PointId!.Value, "p1")).Deck;
        deck = world.Do(deck, new AddToShortlist(deck.Slide(slide)!.PointId!.Value, "other")).Deck;
        var swapped = (Frame)world.Do(deck, new SwapPhoto("p1")).Deck.Slide(slide)!.Item(blend.Id)!;
        Assert.Equal(["p0", "other", "p2"], swapped.Blend!.PhotoIds.Insert(0, swapped.PhotoId));
        // Whole it stands beside the others; nothing is stretched.
        Deck whole = world.Do(deck, new ShowWhole("p1")).Deck;
        Frame[] frames = [.. whole.Slide(slide)!.Items.OfType<Frame>()];
        Assert.Equal(["p0", "p1", "p2"], frames.Select(f => f.PhotoId));
        Assert.True(frames[1].Crop.IsWhole && frames.All(f => f.Blend is null));
        Assert.All(
            frames,
            f => Assert.Equal(f.At.Rect.Aspect, f.Crop.Width * world.Photos[f.PhotoId].Aspect / f.Crop.Height, 1e-6)
        );
        Assert.Equal(
            ["p0", "p2"],
            world.Do(deck, new RemovePhoto("p1")).Deck.Slide(slide)!.Items.OfType<Frame>().Select(f => f.PhotoId)
        );
        Assert.Equal(
            3,
            world.Do(deck, new BlendPhotos(slide, [blend.Id], false)).Deck.Slide(slide)!.Items.OfType<Frame>().Count()
        );
    }

    [Fact]
    public void What_is_put_in_a_place_by_hand_stays_there_and_one_more_photo_leaves_it_so()
    {
        (World world, Deck deck, Guid slide) = Filled(3);
        Assert.NotNull(deck.Slide(slide)!.Arrangement);
        world.Add("cell", 1500, 1000);
        var rect = new SlideRect(40, 700, 300, 200);
        deck = world.Do(deck, new AddItem(slide, new FrameEdit("cell"), rect)).Deck;
        Assert.Null(deck.Slide(slide)!.Arrangement);
        Assert.Equal(rect, deck.Slide(slide)!.Items.OfType<Frame>().Single(f => f.PhotoId == "cell").At.Rect);
        world.Add("more", 1500, 1000);
        world.Add("again", 1500, 1000);
        Deck one = world.Do(deck, new AddPhotos(slide, ["more"])).Deck;
        Assert.Equal(rect, one.Slide(slide)!.Items.OfType<Frame>().Single(f => f.PhotoId == "cell").At.Rect);
        // Several at once are a wish to have them arranged.
        Assert.NotNull(world.Do(deck, new AddPhotos(slide, ["more", "again"])).Deck.Slide(slide)!.Arrangement);
    }
}
