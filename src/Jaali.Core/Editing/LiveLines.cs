namespace Jaali.Core.Editing;

/// <summary>Lines stay attached: where what they lead to moves, they follow; where it leaves the slide, they end where
/// they ended.</summary>
internal static class LiveLines
{
    internal static Deck Follow(Deck before, Deck after)
    {
        if (ReferenceEquals(before.Slides, after.Slides))
            return after;
        foreach ((Slide? was, Slide slide) in after.SlidesSince(before).ToArray())
        {
            if (was is not null && ReferenceEquals(was.Items, slide.Items))
                continue;
            ImmutableList<Item> items = slide.Items;
            foreach (Line line in slide.Items.OfType<Line>().Where(LineKind.IsAttached))
            {
                Line now = LinePath.Fitted(
                    line with
                    {
                        From = Kept(line.From, slide),
                        To = Kept(line.To, slide),
                    },
                    slide
                );
                if (now != line)
                    items = items.Replace(line, now);
            }
            if (!ReferenceEquals(items, slide.Items))
                after = after.With(slide with { Items = items });
        }
        return after;
    }

    private static LineEnd Kept(LineEnd end, Slide slide) =>
        end.ItemId is { } id && (slide.Item(id) is null or Line) ? end with { ItemId = null } : end;
}
