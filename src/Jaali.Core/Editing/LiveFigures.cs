namespace Jaali.Core.Editing;

/// <summary>Charts, tables and flows that stand where the layout has them stay there, whatever becomes of the slide,
/// its style or its shape; those that a hand put elsewhere stay where they are.</summary>
internal static class LiveFigures
{
    internal static Deck Follow(Deck before, Deck after)
    {
        bool all =
            !ReferenceEquals(before.House, after.House) || before.Shape != after.Shape || before.Grid != after.Grid;
        if (!all && ReferenceEquals(before.Slides, after.Slides))
            return after;
        foreach (Slide slide in after.Slides.Where(s => s.HasFigures).ToArray())
        {
            Slide? was = before.Slide(slide.Id);
            if (!all && ReferenceEquals(was, slide))
                continue;
            IReadOnlyDictionary<Guid, SlideRect> earlier = was is null
                    ? ImmutableDictionary<Guid, SlideRect>.Empty
                    : FigurePlaces.Of(before, was),
                now = FigurePlaces.Of(after, slide);
            ImmutableList<Item> items = slide.Items;
            foreach ((Guid id, SlideRect place) in now)
                if (
                    slide.Item(id) is { } item
                    && item.At.Rect != place
                    && item.At.Turn == 0
                    && was is not null
                    && (
                        was.Item(id) is { } there
                            ? earlier.TryGetValue(id, out SlideRect stood)
                                && item.At.Rect == stood
                                && there.At.Rect == stood
                            // One that has just come stood where the layout before it had room.
                            : item.At.Rect == FigurePlaces.Next(item, before, was)
                    )
                )
                    items = items.Replace(item, item with { At = item.At with { Rect = place } });
            if (!ReferenceEquals(items, slide.Items))
                after = after.With(slide with { Items = items });
        }
        return after;
    }
}
