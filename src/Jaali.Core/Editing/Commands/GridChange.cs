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
        if (slide.Arrangement is { } form && Arrangements.Solved(deck, slide, facts, form) is { } solved)
            return new ArrangeItems(slide.Id, [.. solved], form).Apply(deck.With(slide), facts);
        Item[] free = [.. slide.Items.Where(i => !i.At.IsGround)];
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
        // The ground fills whatever shape the slide has, framed anew.
        if (slide.Ground is { } ground && ground.At.Rect != now.Slide)
        {
            ItemResult made = ItemKinds
                .Of(ground)
                .Place(ground, ground.At with { Rect = now.Slide }, new ItemPlace(deck, slide, facts));
            // Where its marks do not fit into the new shape it is shown as a frame that holds them.
            if (made.Item is not null)
                slide = slide.With(made.Item);
            else if (
                ground is Frame frame
                && facts.Photo(frame.PhotoId) is { } photo
                && Placed(ground, CropFinder.NearestPlace(photo.Aspect, now.Slide, frame.ProtectedRegions)) is { } held
            )
                slide = slide.With(held);
        }
        return deck.With(slide);

        Item? Placed(Item item, SlideRect to)
        {
            var place = new ItemPlace(deck, slide, facts);
            ItemResult made = ItemKinds.Of(item).Place(item, item.At with { Rect = to, IsGround = false }, place);
            if (made.Item is null && made.Refusal is PlaceRefusal { Nearest: var nearest })
                made = ItemKinds.Of(item).Place(item, item.At with { Rect = nearest, IsGround = false }, place);
            return made.Item is { } placed && ItemKinds.Fault(placed, deck, slide, facts) is null ? placed : null;
        }
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
