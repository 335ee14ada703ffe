namespace Jaali.Core.Editing;

/// <summary>
/// Moves stay right: where a thing leaves a slide, what it did goes with it; where photos come onto a slide whose
/// photos
/// take turns, they take theirs.
/// </summary>
public static class LiveCues
{
    /// <summary>The photos of a slide that can come forward, in the order of reading: by rows from the top, in a row
    /// from
    /// the left.</summary>
    internal static IEnumerable<Guid> Photos(Slide slide)
    {
        List<Item> left =
        [
            .. slide.Items.Where(i => !i.At.IsGround && ItemKinds.Of(i).Photos(i).Any()).OrderBy(i => i.At.Rect.Y),
        ];
        while (left.Count > 0)
        {
            // A row is what begins above the middle of its first.
            double middle = left[0].At.Rect.Y + left[0].At.Rect.Height / 2;
            Item[] row = [.. left.Where(i => i.At.Rect.Y < middle).OrderBy(i => i.At.Rect.X)];
            left.RemoveAll(row.Contains);
            foreach (Item item in row)
                yield return item.Id;
        }
    }

    internal static Deck Follow(Deck before, Deck after)
    {
        if (ReferenceEquals(before.Slides, after.Slides))
            return after;
        foreach ((Slide? was, Slide slide) in after.SlidesSince(before).ToArray())
        {
            if (slide.Cues.IsEmpty || was is not null && ReferenceEquals(was.Items, slide.Items))
                continue;
            ImmutableList<Cue> cues = Kept(slide, was);
            if (!cues.SequenceEqual(slide.Cues))
                after = after.With(slide with { Cues = cues });
        }
        return after;
    }

    /// <summary>What went with things that were taken off, in a sentence; empty for nothing.</summary>
    public static string Gone(Deck before, Deck after)
    {
        if (ReferenceEquals(before.Slides, after.Slides))
            return "";
        int gone = after
            .SlidesSince(before)
            .Sum(p =>
                p.Before is { } was
                && !ReferenceEquals(was.Cues, p.Now.Cues)
                && !ReferenceEquals(was.Items, p.Now.Items)
                    ? was.Cues.Count(c => !p.Now.Cues.Exists(n => n.Id == c.Id))
                    : 0
            );
        return gone switch
        {
            0 => "",
            1 => "What it did on this slide went with it: one move.",
            _ => $"What it did on this slide went with it: {gone} moves.",
        };
    }

    private static ImmutableList<Cue> Kept(Slide slide, Slide? was)
    {
        Guid[] fresh = [.. was is null ? [] : Photos(slide).Where(id => was.Item(id) is null)];
        return
        [
            .. slide
                .Cues.Select(c =>
                {
                    if (c.Sequence is not { } turns)
                        return c;
                    ImmutableList<Guid> kept = turns.RemoveAll(t => slide.Item(t) is not { At.IsGround: false });
                    if (c.Newcomers)
                        kept = kept.AddRange(fresh.Except(kept));
                    return kept.SequenceEqual(turns) ? c : c with { Sequence = kept };
                })
                .Where(c => c.Sequence is { } t ? t.Count > 0 : slide.Item(c.ItemId ?? default) is not null),
        ];
    }
}
