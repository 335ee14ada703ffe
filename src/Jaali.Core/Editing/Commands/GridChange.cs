namespace Jaali.Core.Editing;

/// <summary>Slides whose grid or shape changes.</summary>
internal static class GridChange
{
    /// <summary>
    /// The deck with a slide's items moved from one grid to another. What stands on cells goes to those that lie where
    /// they lay; where two would share a cell, all of them are set into cells in reading order while there are enough.
    /// What stands on no cells keeps its share of the slide. An arrangement is solved anew.
    /// </summary>
    internal static Change Slide(
        Deck deck,
        Slide slide,
        (SlideGrid Grid, SlideRect Slide) was,
        (SlideGrid Grid, SlideRect Slide) now,
        IEditFacts facts
    )
    {
        IReadOnlyList<ItemPosition>? solved = slide.Arrangement is { } form
            ? Arrangements.Solved(deck, slide, facts, form)
            : null;
        if (solved is null)
            return deck.With(Moved(deck, slide, slide.Items, was, now, facts));
        // What is held has no part in the arrangement and goes with the slide as everything else does.
        HashSet<Guid> arranged = [.. solved.Select(p => p.ItemId)];
        slide = Moved(deck, slide, slide.Items.RemoveAll(i => arranged.Contains(i.Id)), was, now, facts);
        return new ArrangeItems(slide.Id, [.. solved], slide.Arrangement).Apply(deck.With(slide), facts);
    }

    // The slide with some of its items moved.
    private static Slide Moved(
        Deck deck,
        Slide slide,
        ImmutableList<Item> items,
        (SlideGrid Grid, SlideRect Slide) was,
        (SlideGrid Grid, SlideRect Slide) now,
        IEditFacts facts
    )
    {
        Item[] free = [.. items.Where(i => !i.At.IsGround)];
        GridSpan?[] spans = [.. free.Select(i => i.At.Turn == 0 ? was.Grid.SpanOf(was.Slide, i.At.Rect) : null)];
        GridSpan[] wanted = [.. spans.OfType<GridSpan>().Select(s => Scaled(s, was.Grid, now.Grid))];
        if (Overlapping(wanted) && !Overlapping([.. spans.OfType<GridSpan>()]))
            wanted = InOrder([.. spans.OfType<GridSpan>()], now.Grid) ?? [];
        double across = now.Slide.Width / was.Slide.Width,
            down = now.Slide.Height / was.Slide.Height;
        int next = 0;
        foreach ((Item item, GridSpan? span) in free.Zip(spans))
        {
            SlideRect r = item.At.Rect,
                to = span is not null && wanted.Length > 0
                    ? now.Grid.Rect(now.Slide, wanted[next])
                    : new(r.X * across, r.Y * down, r.Width * across, r.Height * down);
            if (span is not null)
                next++;
            if (to == r)
                continue;
            Item? placed = Placed(item, to);
            if (placed is null)
                continue;
            slide = slide.With(placed);
        }
        if (items.Find(i => i.At.IsGround) is { } ground && ground.At.Rect != now.Slide)
            slide = Framed(deck, slide, ground, now.Slide, facts);
        return slide;

        Item? Placed(Item item, SlideRect to) => GridChange.Placed(deck, slide, item, to, facts);
    }

    /// <summary>A slide whose ground, laid out for another shape, fills this one, framed anew; where its marks do not
    /// fit into the new shape it is shown as a frame that holds them.</summary>
    internal static Slide Framed(Deck deck, Slide slide, Item ground, SlideRect bounds, IEditFacts facts)
    {
        var place = new ItemPlace(deck, slide, facts);
        if (ItemKinds.Of(ground).Place(ground, ground.At with { Rect = bounds }, place).Item is { } filling)
            return slide.With(filling);
        return
            ground is Frame frame
            && facts.Photo(frame.PhotoId) is { } photo
            && Placed(deck, slide, ground, CropFinder.NearestPlace(photo.Aspect, bounds, frame.ProtectedRegions), facts)
                is { } held
            ? slide.With(held)
            : slide;
    }

    private static Item? Placed(Deck deck, Slide slide, Item item, SlideRect to, IEditFacts facts)
    {
        var place = new ItemPlace(deck, slide, facts);
        ItemResult made = ItemKinds.Of(item).Place(item, item.At with { Rect = to, IsGround = false }, place);
        if (made.Item is null && made.Refusal is PlaceRefusal { Nearest: var nearest })
            made = ItemKinds.Of(item).Place(item, item.At with { Rect = nearest, IsGround = false }, place);
        return made.Item is { } placed && ItemKinds.Fault(placed, deck, slide, facts) is null ? placed : null;
    }

    // The cells that lie where others lay.
    private static GridSpan Scaled(GridSpan s, SlideGrid was, SlideGrid now)
    {
        (int column, int across) = Along(s.Column, s.Across, was.Columns, now.Columns);
        (int row, int down) = Along(s.Row, s.Down, was.Rows, now.Rows);
        return new(column, row, across, down);

        static (int, int) Along(int from, int count, int was, int now)
        {
            int first = Math.Min(now - 1, (int)Math.Round((double)from * now / was, MidpointRounding.AwayFromZero)),
                end = (int)Math.Round((double)(from + count) * now / was, MidpointRounding.AwayFromZero);
            return (first, Math.Max(1, end - first));
        }
    }

    private static bool Overlapping(IReadOnlyList<GridSpan> spans) =>
        spans.Where((a, i) => spans.Skip(i + 1).Any(b => a.Overlaps(b))).Any();

    // A cell for each in reading order, or null where there are too few.
    private static GridSpan[]? InOrder(IReadOnlyList<GridSpan> spans, SlideGrid grid)
    {
        if (spans.Count > grid.Columns * grid.Rows)
            return null;
        int[] order = [.. Enumerable.Range(0, spans.Count).OrderBy(i => spans[i].Row).ThenBy(i => spans[i].Column)];
        var set = new GridSpan[spans.Count];
        for (int i = 0; i < order.Length; i++)
            set[order[i]] = new(i % grid.Columns, i / grid.Columns, 1, 1);
        return set;
    }
}
