using CsCheck;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Layout;
using Jaali.Testing;

namespace Jaali.Core.Tests;

/// <summary>Mosaics, proposals and lining up: what holds for any photos.</summary>
public sealed class ArrangementTests
{
    private static readonly SlideRect Room = new(96, 84, 1728, 912);

    private static readonly Gen<double[]> Aspects = Gen.Double[.4, 2.6].Array[1, 7];

    /// <summary>The Schröder-Hipparchus numbers, OEIS A001003.</summary>
    [Theory]
    [InlineData(1, 1)]
    [InlineData(2, 1)]
    [InlineData(3, 3)]
    [InlineData(4, 11)]
    [InlineData(5, 45)]
    [InlineData(6, 197)]
    [InlineData(7, 903)]
    [InlineData(8, 4279)]
    [InlineData(9, 20793)]
    public void As_many_mosaics_are_tried_as_there_are_trees(int photos, int expected) =>
        Assert.Equal(expected, Mosaics.Count(photos));

    [Fact]
    public void A_mosaic_shows_every_photo_whole_inside_the_room_without_an_overlap() =>
        Aspects.Sample(
            aspects =>
            {
                (Mosaic? best, Mosaic? rows, Mosaic? columns) = Mosaics.Fullest(aspects, Room, 24);
                Assert.NotNull(best);
                foreach (Mosaic m in new[] { best, rows, columns }.OfType<Mosaic>())
                {
                    Assert.True(m.Fill <= best.Fill);
                    Assert.Equal(aspects.Length, m.Rects.Count);
                    for (int i = 0; i < aspects.Length; i++)
                        Assert.Equal(aspects[i], m.Rects[i].Aspect, 1e-6);
                    Lies(m.Rects, Room, 24);
                    Assert.InRange(m.Fill, 0, 1 + 1e-9);
                }
            },
            iter: 200
        );

    [Fact]
    public void Four_photos_of_common_shapes_fill_nearly_all_of_the_room_without_a_crop()
    {
        // 9-computations: above 0.99 from four photos on, in a room of 1728 x 760 with a gutter of 24.
        var room = new SlideRect(0, 0, 1728, 760);
        double[] common = [1.5, 4 / 3.0, 2 / 3.0, 16 / 9.0];
        double worst = 1;
        for (int n = 4; n <= 7; n++)
            worst = Math.Min(
                worst,
                Enumerable
                    .Range(0, 6)
                    .Select(turn => Enumerable.Range(0, n).Select(i => common[(i * 3 + turn) % 4]).ToArray())
                    .Average(a => Mosaics.Fullest(a, room, 24).Best!.Fill)
            );
        Assert.InRange(worst, .93, 1);
    }

    [Fact]
    public void Proposals_differ_in_build_stay_on_the_slide_and_say_what_they_give_up()
    {
        for (int n = 1; n <= 9; n++)
        {
            (World world, Deck deck, Slide slide) = Filled(n);
            IReadOnlyList<Arrangement> all = Arrangements.For(deck, slide, world);
            Assert.Equal(all.Count, all.Select(a => a.Form).Distinct().Count());
            if (n > 2)
                Assert.True(all.Count >= 6, $"{n}: {all.Count}");
            // One of them crops nothing, and says so.
            Arrangement whole = all.Single(a => a.Form == ArrangementForm.Whole);
            Assert.Equal(0, whole.Cropped);
            Assert.Equal(all.OrderByDescending(a => a.Score).Select(a => a.Form), all.Select(a => a.Form));
            foreach (Arrangement a in all)
            {
                Assert.Equal(n, a.Places.Select(p => p.ItemId).Distinct().Count());
                Assert.Matches("^[A-Z].*; .*[.]$", a.GivesUp);
                Assert.InRange(a.Score, 0, 1);
                Lies([.. a.Places.Select(p => p.Rect)], deck.Shape.Bounds(), a.Form == ArrangementForm.Full ? 0 : 24);
                // Taken, it is what was proposed: no photo stretched, and one step back.
                Edited taken = world.Do(deck, new ArrangeItems(slide.Id, [.. a.Places]));
                foreach (Frame f in taken.Deck.Slide(slide.Id)!.Items.OfType<Frame>())
                {
                    Assert.Equal(a.Places.Single(p => p.ItemId == f.Id).Rect, f.At.Rect);
                    double aspect = world.Photos[f.PhotoId].Aspect;
                    Assert.Equal(f.At.Rect.Aspect, f.Crop.Width * aspect / f.Crop.Height, 1e-6);
                    if (a.Cropped == 0)
                        Assert.True(f.Crop.Share > .999999);
                }
            }
        }
    }

    [Fact]
    public void Words_keep_their_room_and_what_is_held_is_left_out()
    {
        (World world, Deck deck, Slide slide) = Filled(4);
        Assert.All(
            Arrangements.For(deck, slide, world).Where(a => a.Form != ArrangementForm.Full),
            a => Assert.True(a.Places.Min(p => p.Rect.Y) >= Lattice.Of(deck, slide).ContentTop - 1e-6)
        );
        Guid held = slide.Items.OfType<Frame>().First().Id;
        deck = world.Do(deck, new HoldItem(slide.Id, held, true)).Deck;
        Assert.All(
            Arrangements.For(deck, deck.Slide(slide.Id)!, world),
            a => Assert.DoesNotContain(a.Places, p => p.ItemId == held)
        );
        Assert.Equal("held", world.Refuse(deck, new ArrangeItems(slide.Id, [new(held, Room)])).Code);
        Deck bare = world.Deck(1);
        Assert.Empty(Arrangements.For(bare, bare.Slides[1], world));
    }

    [Fact]
    public void Lining_up_puts_edges_middles_gaps_and_sizes_where_they_are_said_to_be() =>
        Gen.Select(
                Gen.Select(Gen.Double[-200, 1500], Gen.Double[-200, 900], Gen.Double[20, 700], Gen.Double[20, 700])
                    .Select((x, y, w, h) => new SlideRect(x, y, w, h))
                    .Array[3, 8],
                Gen.Int[0, Enum.GetValues<Alignment>().Length - 1]
            )
            .Sample(
                (rects, way) =>
                {
                    var how = (Alignment)way;
                    IReadOnlyList<SlideRect> after = Alignments.Of(
                        rects,
                        how,
                        SlideGrid.Usual,
                        SlideShape.Wide.Bounds()
                    );
                    SlideRect lead = rects[0];
                    for (int i = 0; i < rects.Length; i++)
                    {
                        SlideRect was = rects[i],
                            r = after[i];
                        (double got, double wanted) = how switch
                        {
                            Alignment.Left => (r.X, lead.X),
                            Alignment.Right => (r.Right, lead.Right),
                            Alignment.Top => (r.Y, lead.Y),
                            Alignment.Bottom => (r.Bottom, lead.Bottom),
                            Alignment.MiddleAcross => (r.X + r.Width / 2, lead.X + lead.Width / 2),
                            Alignment.MiddleDown => (r.Y + r.Height / 2, lead.Y + lead.Height / 2),
                            Alignment.SameWidth => (r.Width, lead.Width),
                            Alignment.SameHeight => (r.Height, lead.Height),
                            _ => (0, 0),
                        };
                        Assert.Equal(wanted, got, 6);
                        if (how == Alignment.Grid)
                        {
                            Assert.NotNull(SlideGrid.Usual.SpanOf(SlideShape.Wide.Bounds(), r));
                            continue;
                        }
                        // What is not spoken of stays.
                        bool across =
                            how
                            is Alignment.Left
                                or Alignment.Right
                                or Alignment.MiddleAcross
                                or Alignment.SameWidth
                                or Alignment.EqualGapsAcross;
                        Assert.Equal(
                            across ? (was.Y, was.Height) : (was.X, was.Width),
                            across ? (r.Y, r.Height) : (r.X, r.Width)
                        );
                    }
                    bool down = how is Alignment.EqualGapsDown;
                    SlideRect[] order = [.. after.OrderBy(r => down ? r.Y + r.Height / 2 : r.X + r.Width / 2)];
                    double[] gaps = [.. order.Zip(order.Skip(1), (a, b) => down ? b.Y - a.Bottom : b.X - a.Right)];
                    // Where there is no room between them they overlap alike, in an order that may look another.
                    bool room = gaps.Min() >= 0;
                    if (how is Alignment.EqualGapsAcross or Alignment.EqualGapsDown && room)
                        Assert.True(gaps.Max() - gaps.Min() < 1e-6);
                    if (how is Alignment.EqualGapsAcross or Alignment.EqualGapsDown && !room)
                        return;
                    // Done again it changes nothing.
                    foreach (
                        (SlideRect a, SlideRect b) in after.Zip(
                            Alignments.Of(after, how, SlideGrid.Usual, SlideShape.Wide.Bounds())
                        )
                    )
                        Assert.Equal(a.X + a.Y + a.Width + a.Height, b.X + b.Y + b.Width + b.Height, 1e-6);
                }
            );

    [Fact]
    public void A_photo_that_is_added_goes_under_the_words()
    {
        (World world, Deck deck, Slide slide) = Filled(3);
        Assert.IsType<Words>(slide.Items[^1]);
        Assert.Equal(["p0", "p1", "p2"], slide.Items.OfType<Frame>().Select(f => f.PhotoId));
        // Words that are added come on top of all.
        deck = world.Do(deck, new AddItem(slide.Id, new WordsEdit("Over all"))).Deck;
        Assert.Equal("Over all", Assert.IsType<Words>(deck.Slide(slide.Id)!.Items[^1]).Text);
    }

    [Fact]
    public void Guides_name_the_lines_of_the_slide_and_of_the_others_and_gaps_that_can_be_kept()
    {
        (World world, Deck deck, Slide slide) = Filled(3);
        Guid[] ids = [.. slide.Items.OfType<Frame>().Select(f => f.Id)];
        deck = world
            .Do(
                deck,
                new ArrangeItems(
                    slide.Id,
                    [
                        new(ids[0], new(100, 300, 300, 200)),
                        new(ids[1], new(440, 320, 300, 200)),
                        new(ids[2], new(1000, 700, 300, 200)),
                    ]
                )
            )
            .Deck;
        slide = deck.Slide(slide.Id)!;
        Guides guides = Guides.For(deck, slide, slide.Item(ids[2])!);
        Assert.Subset(
            guides.Lines.Where(l => l.Axis == "x").Select(l => l.At).ToHashSet(),
            new HashSet<double> { 0, 960, 1920, 72, 1848, 100, 400, 250, 440, 740, 590 }
        );
        Assert.DoesNotContain(guides.Lines, l => l.At is 1000 or 1300);
        // They are 40 apart: a third may come 40 behind the second, or end 40 before the first.
        Assert.Contains(new GuideGap("x", 780, "start", 40), guides.Gaps);
        Assert.Contains(new GuideGap("x", 60, "end", 40), guides.Gaps);
        Assert.DoesNotContain(guides.Gaps, g => g.Axis == "y");
    }

    private static (World World, Deck Deck, Slide Slide) Filled(int photos)
    {
        var world = new World();
        Deck deck = world.Deck(1);
        foreach (string photo in world.AddSeveral(photos))
            deck = world.Do(deck, new AddItem(deck.Slides[1].Id, new FrameEdit(photo))).Deck;
        return (world, deck, deck.Slides[1]);
    }

    private static void Lies(IReadOnlyList<SlideRect> rects, SlideRect room, double gutter)
    {
        foreach (SlideRect r in rects)
        {
            Assert.True(r.Width > 0 && r.Height > 0);
            Assert.True(r.X >= room.X - 1e-6 && r.Y >= room.Y - 1e-6);
            Assert.True(r.Right <= room.Right + 1e-6 && r.Bottom <= room.Bottom + 1e-6);
        }
        for (int i = 0; i < rects.Count; i++)
        for (int j = i + 1; j < rects.Count; j++)
            Assert.False(rects[i].Grown(gutter / 2 - .001).Overlaps(rects[j].Grown(gutter / 2 - .001)), $"{i} and {j}");
    }
}
