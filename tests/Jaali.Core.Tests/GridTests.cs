using CsCheck;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Layout;
using Jaali.Testing;

namespace Jaali.Core.Tests;

/// <summary>Grids, what stands on them, and slides of other shapes.</summary>
public sealed class GridTests
{
    private static readonly SlideRect Wide = SlideShape.Wide.Bounds();

    private static readonly Gen<SlideGrid> Grids =
        from columns in Gen.Int[1, 8]
        from rows in Gen.Int[1, 6]
        from gutter in Gen.Double[0, 40]
        from x in Gen.Double[0, 200]
        from y in Gen.Double[0, 120]
        from uneven in Gen.Double[.5, 3].Array[8]
        from own in Gen.Bool
        select new SlideGrid(x, y, columns, rows, gutter, own ? [.. uneven.Take(columns)] : null);

    [Fact]
    public void Cells_fill_the_room_inside_the_margins_with_equal_gutters() =>
        Grids.Sample(grid =>
        {
            Assert.Null(grid.Fault(Wide));
            IReadOnlyList<SlideRect> cells = grid.Cells(Wide);
            Assert.Equal(grid.Columns * grid.Rows, cells.Count);
            SlideRect room = grid.Room(Wide);
            Assert.Equal(room.X, cells[0].X, 1e-6);
            Assert.Equal(room.Right, cells[^1].Right, 1e-6);
            Assert.Equal(room.Bottom, cells[^1].Bottom, 1e-6);
            for (int i = 1; i < grid.Columns; i++)
                Assert.Equal(grid.Gutter, cells[i].X - cells[i - 1].Right, 1e-6);
            for (int i = grid.Columns; i < cells.Count; i++)
                Assert.Equal(grid.Gutter, cells[i].Y - cells[i - grid.Columns].Bottom, 1e-6);
            if (grid.Widths is { } w)
                for (int i = 1; i < grid.Columns; i++)
                    Assert.Equal(w[i] / w[0], cells[i].Width / cells[0].Width, 1e-6);
        });

    [Fact]
    public void A_span_is_found_again_by_its_rectangle_and_any_rectangle_has_a_nearest_one() =>
        Gen.Select(Grids, Gen.Int[0, 7], Gen.Int[0, 5], Gen.Int[1, 8], Gen.Int[1, 6])
            .Sample(
                (grid, column, row, across, down) =>
                {
                    column %= grid.Columns;
                    row %= grid.Rows;
                    var span = new GridSpan(
                        column,
                        row,
                        1 + (across - 1) % (grid.Columns - column),
                        1 + (down - 1) % (grid.Rows - row)
                    );
                    SlideRect rect = grid.Rect(Wide, span);
                    // Without gutters the end of one column is the start of the next: an edge is still found.
                    Assert.Equal(span, grid.SpanOf(Wide, rect));
                    Assert.Equal(span, grid.Nearest(Wide, rect));
                    Assert.Null(grid.SpanOf(Wide, rect with { X = rect.X - 3, Width = rect.Width + 1.7 }));
                }
            );

    [Fact]
    public void Presets_are_grids_that_every_usual_shape_holds_and_are_known_again()
    {
        foreach (GridPreset preset in Enum.GetValues<GridPreset>())
        {
            SlideGrid grid = GridPresets.Of(preset);
            Assert.Equal(preset, GridPresets.Named(grid));
            Assert.All(
                new[] { SlideShape.Wide, SlideShape.Standard, SlideShape.Square },
                s => Assert.Null(grid.Fault(s.Bounds()))
            );
        }
        Assert.Equal(
            2,
            GridPresets.Of(GridPreset.WideAndNarrow).Cells(Wide) is [var a, var b] ? a.Width / b.Width : 0,
            6
        );
        Assert.Null(GridPresets.Named(SlideGrid.Usual with { Gutter = 25 }));
    }

    private static (World World, Deck Deck, Guid Slide, Guid[] Frames) OnCells(SlideGrid grid, int photos)
    {
        var world = new World();
        Deck deck = world.Deck(1);
        Guid slide = deck.Slides[1].Id;
        deck = world.Do(deck, new SetGrid(grid)).Deck;
        IReadOnlyList<SlideRect> cells = grid.Cells(Wide);
        for (int i = 0; i < photos; i++)
        {
            world.Add("p" + i, i % 2 == 0 ? 3000 : 1500, 2000);
            deck = world.Do(deck, new AddItem(slide, new FrameEdit("p" + i), cells[i])).Deck;
        }
        return (world, deck, slide, [.. deck.Slide(slide)!.Items.OfType<Frame>().Select(f => f.Id)]);
    }

    private static void NothingIsStretched(World world, Deck deck)
    {
        foreach (Frame f in deck.Slides.SelectMany(s => s.Items).OfType<Frame>())
            Assert.Equal(f.At.Rect.Aspect, f.Crop.Width * world.Photos[f.PhotoId].Aspect / f.Crop.Height, 1e-6);
    }

    [Fact]
    public void Another_grid_takes_along_what_stands_on_it_and_leaves_what_does_not()
    {
        (World world, Deck deck, Guid slide, Guid[] frames) = OnCells(GridPresets.Of(GridPreset.Four), 4);
        world.Add("free", 1000, 1000);
        deck = world.Do(deck, new AddItem(slide, new FrameEdit("free"), new SlideRect(333, 222, 200, 150))).Deck;
        // Other margins and gutters: the same cells.
        SlideGrid airy = GridPresets.Of(GridPreset.Four) with
        {
            MarginX = 200,
            Gutter = 60,
        };
        Deck moved = world.Do(deck, new SetSlideGrid(slide, airy)).Deck;
        IReadOnlyList<SlideRect> cells = airy.Cells(Wide);
        for (int i = 0; i < 4; i++)
            Assert.Equal(cells[i], moved.Slide(slide)!.Item(frames[i])!.At.Rect);
        Assert.Equal(
            new SlideRect(333, 222, 200, 150),
            moved.Slide(slide)!.Items.OfType<Frame>().Single(f => f.PhotoId == "free").At.Rect
        );
        NothingIsStretched(world, moved);
        // Fewer columns than before, where two would share a cell: each has one of its own, in reading order.
        (world, deck, slide, frames) = OnCells(GridPresets.Of(GridPreset.Three), 3);
        moved = world.Do(deck, new SetGrid(GridPresets.Of(GridPreset.Four))).Deck;
        cells = GridPresets.Of(GridPreset.Four).Cells(Wide);
        for (int i = 0; i < 3; i++)
            Assert.Equal(cells[i], moved.Slide(slide)!.Item(frames[i])!.At.Rect);
        // One step takes it back.
        Assert.Equal(
            deck.Slide(slide)!.Items,
            world
                .Do(moved, world.Do(deck, new SetGrid(GridPresets.Of(GridPreset.Four))).Inverse)
                .Deck.Slide(slide)!
                .Items
        );
    }

    [Fact]
    public void In_another_shape_nothing_is_stretched_every_ground_fills_and_nothing_leaves_the_slide()
    {
        (World world, Deck deck, Guid slide, _) = OnCells(GridPresets.Of(GridPreset.Six), 6);
        world.Add("ground", 3000, 2000);
        deck = world.Do(deck, new PlaceGround(deck.Slides[0].Id, "ground")).Deck;
        foreach (
            SlideShape shape in new[]
            {
                SlideShape.Standard,
                SlideShape.Square,
                SlideShape.Own(21, 9)!.Value,
                SlideShape.Own(3, 4)!.Value,
            }
        )
        {
            Edited edited = world.Do(deck, new SetShape(shape));
            NothingIsStretched(world, edited.Deck);
            SlideRect bounds = shape.Bounds();
            Assert.Equal(bounds, edited.Deck.Slides[0].Ground!.At.Rect);
            IReadOnlyList<SlideRect> cells = GridPresets.Of(GridPreset.Six).Cells(bounds);
            Assert.Equal(cells, edited.Deck.Slide(slide)!.Items.OfType<Frame>().Select(f => f.At.Rect));
            Assert.Empty(DeckParts.Changed(deck, world.Do(edited.Deck, edited.Inverse).Deck));
        }
    }

    /// <summary>What is held takes no part in an arrangement; in another shape of slide it is framed anew all the
    /// same: a held ground was stretched once.</summary>
    [Fact]
    public void In_another_shape_a_held_ground_under_an_arrangement_is_not_stretched()
    {
        (World world, Deck deck, Guid slide, _) = OnCells(GridPresets.Of(GridPreset.Six), 3);
        world.Add("ground", 3000, 2000);
        deck = world.Do(deck, new AddItem(slide, new FrameEdit("ground"))).Deck;
        Frame added = deck.Slide(slide)!.Items.OfType<Frame>().Single(f => f.PhotoId == "ground");
        deck = world.Do(deck, new MakeGround(slide, added.Id, true)).Deck;
        deck = world.Do(deck, new HoldItem(slide, deck.Slide(slide)!.Ground!.Id, true)).Deck;
        IReadOnlyList<ItemPosition> places = Arrangements.Solved(
            deck,
            deck.Slide(slide)!,
            world,
            ArrangementForm.Rows
        )!;
        Assert.Equal(3, places.Count);
        deck = world.Do(deck, new ArrangeItems(slide, [.. places], ArrangementForm.Rows)).Deck;
        foreach (SlideShape shape in new[] { SlideShape.Standard, SlideShape.Own(21, 9)!.Value })
        {
            Edited edited = world.Do(deck, new SetShape(shape));
            NothingIsStretched(world, edited.Deck);
            Assert.True(edited.Deck.Slide(slide)!.Ground!.At.Held);
            Assert.Equal(shape.Bounds(), edited.Deck.Slide(slide)!.Ground!.At.Rect);
            Assert.Empty(DeckParts.Changed(deck, world.Do(edited.Deck, edited.Inverse).Deck));
        }
    }

    /// <summary>A ground that was taken off before the shape changed comes back in the new shape, not
    /// stretched.</summary>
    [Fact]
    public void A_ground_that_comes_back_after_the_shape_has_changed_is_not_stretched()
    {
        (World world, Deck deck, Guid slide, _) = OnCells(GridPresets.Of(GridPreset.Six), 1);
        world.Add("ground", 3000, 2000);
        deck = world.Do(deck, new PlaceGround(slide, "ground")).Deck;
        Edited removed = world.Do(deck, new RemoveItem(slide, deck.Slide(slide)!.Ground!.Id)),
            gone = world.Do(deck, new RemoveSlide(slide));
        foreach (Edited first in new[] { removed, gone })
        {
            Deck other = world.Do(first.Deck, new SetShape(SlideShape.Standard)).Deck;
            Deck back = world.Do(other, first.Inverse).Deck;
            Assert.Equal(SlideShape.Standard.Bounds(), back.Slide(slide)!.Ground!.At.Rect);
            NothingIsStretched(world, back);
        }
    }

    [Theory]
    [InlineData("wide", 1920)]
    [InlineData("standard", 1440)]
    [InlineData("square", 1080)]
    [InlineData("16:9", 1920)]
    [InlineData("3:2", 1620)]
    [InlineData("21 x 9", 2520)]
    [InlineData("Wide", 1920)]
    public void Shapes_are_read_from_their_words(string word, double width) =>
        Assert.Equal(new SlideRect(0, 0, width, 1080), SlideShape.Read(word)!.Value.Bounds());

    [Theory]
    [InlineData("")]
    [InlineData("tall")]
    [InlineData("0:9")]
    [InlineData("1:9")]
    [InlineData("99:1")]
    [InlineData("-16:9")]
    [InlineData("NaN:9")]
    [InlineData("16:9:1")]
    public void What_is_no_shape_is_none(string word) => Assert.Null(SlideShape.Read(word));

    [Fact]
    public void Spans_of_a_grid_tile_it_without_an_overlap_and_crop_less_than_equal_cells() =>
        Gen.Double[.5, 2.2]
            .Array[2, 9]
            .Sample(
                aspects =>
                {
                    var room = new SlideRect(96, 190, 1728, 760);
                    IReadOnlyList<SlideRect> rects = Tilings.On(SlideGrid.Usual, Wide, room, aspects)!;
                    Assert.Equal(aspects.Length, rects.Count);
                    for (int i = 0; i < rects.Count; i++)
                    for (int j = i + 1; j < rects.Count; j++)
                        Assert.False(rects[i].Overlaps(rects[j]));
                    // Edges lie on few lines, gaps are the gutter.
                    double[] lefts = [.. rects.Select(r => Math.Round(r.X, 3)).Distinct().Order()];
                    Assert.All(
                        lefts,
                        x => Assert.Contains(SlideGrid.Usual.ColumnsOn(Wide), c => Math.Abs(c.Start - x) < .01)
                    );
                    double Waste(IReadOnlyList<SlideRect> of) =>
                        of.Select((r, i) => Math.Abs(Math.Log(r.Aspect / aspects[i]))).Average();
                    Assert.True(Waste(rects) <= Waste(Arrangements.Grid(aspects.Length, room, 24)) + .35);
                },
                iter: 60
            );
}
