namespace Jaali.Core.Editing;

/// <summary>Several items of a slide, as commands name them.</summary>
internal sealed record ChosenItems(Slide Slide, IReadOnlyList<Item> Items)
{
    /// <summary>The items that are named, each once, in the order given; null where the slide or one of them is gone,
    /// and
    /// why.</summary>
    internal static ChosenItems? Of(Deck deck, Guid slideId, IEnumerable<Guid> ids, out Refusal? gone)
    {
        Slide? slide = deck.Slide(slideId);
        Item?[] items = [.. ids.Distinct().Select(id => slide?.Item(id))];
        gone =
            slide is null ? Refusals.NoSlide
            : items.Any(i => i is null) ? Refusals.NoItem
            : null;
        return gone is null ? new(slide!, [.. items.OfType<Item>()]) : null;
    }

    /// <summary>The items and all of their groups.</summary>
    internal IEnumerable<Item> WithGroups()
    {
        HashSet<Guid> groups = [.. Items.Select(i => i.At.Group).OfType<Guid>()];
        return Items.Concat(Slide.Items.Where(i => i.At.Group is { } g && groups.Contains(g))).DistinctBy(i => i.Id);
    }

    /// <summary>Items that go, with the words that stand under them.</summary>
    internal static Item[] WithCaptions(Slide slide, IEnumerable<Item> items)
    {
        Item[] own = [.. items];
        return [.. own.Concat(own.SelectMany(i => WordsKind.Under(slide, i.Id))).DistinctBy(i => i.Id)];
    }

    /// <summary>The deck with items in other places; refused where one of them is held, or has something wrong with it
    /// there.</summary>
    internal static Change Put(
        Deck deck,
        Slide slide,
        IReadOnlyList<Item> items,
        Func<Item, Placement> where,
        IEditFacts facts
    )
    {
        if (items.Any(i => i.At.Held))
            return Refusals.Held;
        foreach (Item item in items)
        {
            ItemResult made = ItemKinds.Of(item).Place(item, where(item), new ItemPlace(deck, slide, facts));
            if (made.Item is not { } placed)
                return made.Refusal!;
            if (ItemKinds.Fault(placed, deck, slide, facts) is { } fault)
                return fault;
            slide = slide.With(placed);
        }
        return deck.With(slide);
    }
}
