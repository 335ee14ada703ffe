using CsCheck;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Photos;
using Jaali.Testing;

namespace Jaali.Core.Tests;

/// <summary>Crops, turns and shapes that hold what must stay in view.</summary>
public sealed class MarksTests
{
    private static readonly Gen<CropWindow> Marks =
        from x in Gen.Double[0, .8]
        from y in Gen.Double[0, .8]
        from w in Gen.Double[.03, .3]
        from h in Gen.Double[.03, .3]
        select new CropWindow(x, y, Math.Min(w, 1 - x), Math.Min(h, 1 - y));

    [Fact]
    public void A_crop_holds_every_mark_is_as_large_as_can_be_and_says_where_none_can() =>
        Gen.Select(Gen.Double[.4, 3], Gen.Double[.3, 4], Gen.Double[0, 1], Gen.Double[0, 1], Marks.Array[1, 4])
            .Sample(
                (photo, frame, fx, fy, marks) =>
                {
                    CropWindow all = CropFinder.Union(marks);
                    double w = Math.Min(1, frame / photo),
                        h = Math.Min(1, photo / frame);
                    CropWindow? found = CropFinder.Holding(photo, frame, new PhotoPoint(fx, fy), marks);
                    Assert.Equal(all.Width <= w + 1e-9 && all.Height <= h + 1e-9, found is not null);
                    double nearest = CropFinder.NearestAspect(photo, frame, marks);
                    if (found is { } c)
                    {
                        Assert.Equal(frame, c.Width * photo / c.Height, 1e-5);
                        Assert.Equal(1, Math.Max(c.Width, c.Height), 1e-6);
                        Assert.All(marks, m => Assert.True(Holds(c, m)));
                        Assert.Equal(frame, nearest, 6);
                        return;
                    }
                    // The nearest shape does hold them, and a little beyond it on the wanted side none does.
                    Assert.NotNull(CropFinder.Holding(photo, nearest, new PhotoPoint(fx, fy), marks));
                    Assert.Null(CropFinder.Holding(photo, nearest + .01 * Math.Sign(frame - nearest), default, marks));
                    Assert.InRange(CropFinder.InTheWay(photo, frame, marks), 0, marks.Length - 1);
                }
            );

    private static bool Holds(CropWindow c, CropWindow m) =>
        m.X >= c.X - 1e-6
        && m.Y >= c.Y - 1e-6
        && m.X + m.Width <= c.X + c.Width + 1e-6
        && m.Y + m.Height <= c.Y + c.Height + 1e-6;

    private static (World World, Deck Deck, Guid Slide, Guid Frame) Framed(
        double photoAspect = 1.5,
        SlideRect? rect = null
    )
    {
        var world = new World();
        world.Add("p", (int)(2000 * photoAspect), 2000);
        Deck deck = world.Deck(1);
        Guid slide = deck.Slides[1].Id;
        deck = world.Do(deck, new AddItem(slide, new FrameEdit("p"), rect ?? new(200, 200, 900, 600))).Deck;
        return (world, deck, slide, deck.Slide(slide)!.Items.OfType<Frame>().Single().Id);
    }

    private static Frame FrameIn(Deck deck, Guid slide, Guid id) => (Frame)deck.Slide(slide)!.Item(id)!;

    /// <summary>Whatever is done to a photo with marks: none is ever cut, or it is refused.</summary>
    [Fact]
    public void No_edit_ever_cuts_what_must_stay_in_view() =>
        Gen.Select(
                Marks.Array[1, 3],
                Gen.Select(Gen.Int[0, 3], Gen.Double[0, 1], Gen.Double[.05, 1], Gen.Double[-15, 15]).Array[1, 6]
            )
            .Sample(
                (marks, edits) =>
                {
                    (World world, Deck deck, Guid slide, Guid id) = Framed();
                    if (
                        DeckEditor.Apply(deck, new EditItem(slide, id, new FrameEdit(KeepInView: [.. marks])), world)
                        is not Edited kept
                    )
                        return;
                    deck = kept.Deck;
                    foreach ((int what, double place, double size, double turn) in edits)
                    {
                        DeckCommand command = what switch
                        {
                            0 => new EditItem(
                                slide,
                                id,
                                new FrameEdit(Crop: CropWindow.Create(place * (1 - size), 0, size, size))
                            ),
                            1 => new PlaceItem(slide, id, new(100, 100, 100 + 1400 * place, 100 + 800 * size)),
                            2 => new EditItem(slide, id, new FrameEdit(Straighten: turn)),
                            _ => new SetShape(SlideShape.Own(.6 + 3 * size, 1)!.Value),
                        };
                        switch (DeckEditor.Apply(deck, command, world))
                        {
                            case Edited e:
                                deck = e.Deck;
                                break;
                            case Rejected { Reason: PlaceRefusal near }:
                                // The place that is offered can be had.
                                Assert.IsType<Edited>(
                                    DeckEditor.Apply(deck, new PlaceItem(slide, id, near.Nearest), world)
                                );
                                break;
                        }
                        Frame f = FrameIn(deck, slide, id);
                        Assert.Null(f.MarkCut());
                        Assert.Equal(f.At.Rect.Aspect, f.Crop.Width * 1.5 / f.Crop.Height, 1e-6);
                        if (f.Straighten == 0)
                            Assert.All(f.ProtectedRegions, m => Assert.True(Holds(f.Crop, m)));
                    }
                },
                iter: 150
            );

    [Fact]
    public void A_shape_that_would_cut_a_mark_is_refused_with_the_nearest_that_does_not()
    {
        (World world, Deck deck, Guid slide, Guid id) = Framed();
        deck = world.Do(deck, new EditItem(slide, id, new FrameEdit(KeepInView: [new(.05, .4, .9, .2)]))).Deck;
        var no = Assert.IsType<PlaceRefusal>(world.Refuse(deck, new PlaceItem(slide, id, new(200, 200, 300, 800))));
        Assert.Contains("mark 1", no.Sentence, StringComparison.OrdinalIgnoreCase);
        Assert.Equal(1.35, no.Nearest.Aspect, 3);
        Assert.Null(FrameIn(world.Do(deck, new PlaceItem(slide, id, no.Nearest)).Deck, slide, id).MarkCut());
    }

    [Theory]
    [InlineData(0, 100, 100, 900, 170)]
    [InlineData(3, 900, 170, 100, 100)]
    [InlineData(-4, 100, 300, 700, 240)]
    [InlineData(0, 500, 100, 540, 700)]
    public void A_line_along_the_horizon_straightens_by_its_slope(
        double now,
        double x1,
        double y1,
        double x2,
        double y2
    )
    {
        double level = Straightening.ByHorizon(now, new(x1, y1), new(x2, y2))!.Value;
        // Turned by the change, the line is level or plumb.
        SlidePoint a = new SlidePoint(x1, y1).Turned(default, level - now),
            b = new SlidePoint(x2, y2).Turned(default, level - now);
        Assert.Equal(0, Math.Min(Math.Abs(a.Y - b.Y), Math.Abs(a.X - b.X)), 1e-6);
        Assert.InRange(level - now, -45, 45);
        Assert.Null(Straightening.ByHorizon(now, new(5, 5), new(9, 5)));
    }

    /// <summary>Whatever is drawn over on the slide is hidden in the photo, also where photo and frame are turned; what
    /// is
    /// drawn round stays in view.</summary>
    [Fact]
    public void What_is_drawn_on_the_slide_is_hidden_or_kept_in_the_photo() =>
        Gen.Select(Gen.Double[-15, 15], Gen.Double[-60, 60], Gen.Double[.2, .5], Gen.Double[.2, .5])
            .Sample(
                (straighten, turn, x, y) =>
                {
                    (World world, Deck deck, Guid slide, Guid id) = Framed();
                    SlideRect r = FrameIn(deck, slide, id).At.Rect;
                    deck = world.Do(deck, new PlaceItem(slide, id, r, turn)).Deck;
                    deck = world.Do(deck, new EditItem(slide, id, new FrameEdit(Straighten: straighten))).Deck;
                    var drawn = new SlideRect(r.X + x * r.Width, r.Y + y * r.Height, 120, 90);
                    Frame hidden = FrameIn(
                        world.Do(deck, new EditItem(slide, id, new FrameEdit(Hide: new DrawnCover(drawn)))).Deck,
                        slide,
                        id
                    );
                    CropWindow part = hidden.Hidden.Single().Part;
                    // Seen on the slide, every place of the drawn rectangle lies in the part.
                    SlidePoint middle = new(r.X + r.Width / 2, r.Y + r.Height / 2);
                    SlideRect image = hidden.WholePhoto;
                    double enlarged = Straightening.Enlargement(straighten, r.Aspect);
                    for (int i = 0; i <= 6; i++)
                    for (int j = 0; j <= 6; j++)
                    {
                        SlidePoint own = new SlidePoint(drawn.X + drawn.Width * i / 6, drawn.Y + drawn.Height * j / 6)
                            .Turned(middle, -turn)
                            .Turned(middle, -hidden.Straighten);
                        double u = (middle.X + (own.X - middle.X) / enlarged - image.X) / image.Width,
                            v = (middle.Y + (own.Y - middle.Y) / enlarged - image.Y) / image.Height;
                        if (u is < 0 or > 1 || v is < 0 or > 1)
                            continue;
                        Assert.InRange(u, part.X - 1e-4, part.X + part.Width + 1e-4);
                        Assert.InRange(v, part.Y - 1e-4, part.Y + part.Height + 1e-4);
                    }
                    // One more is added to those that are there.
                    Frame twice = FrameIn(
                        world
                            .Do(
                                world
                                    .Do(deck, new EditItem(slide, id, new FrameEdit(Hide: new DrawnCover(drawn))))
                                    .Deck,
                                new EditItem(slide, id, new FrameEdit(Hide: new DrawnCover(drawn, CoverHow.Mosaic)))
                            )
                            .Deck,
                        slide,
                        id
                    );
                    Assert.Equal([CoverHow.Patch, CoverHow.Mosaic], twice.Hidden.Select(c => c.How));
                    if (turn != 0 || straighten != 0)
                        return;
                    Frame kept = FrameIn(
                        world.Do(deck, new EditItem(slide, id, new FrameEdit(KeepInViewUnder: drawn))).Deck,
                        slide,
                        id
                    );
                    Assert.Equal(part.X, kept.ProtectedRegions.Single().X, 1e-6);
                }
            );
}
