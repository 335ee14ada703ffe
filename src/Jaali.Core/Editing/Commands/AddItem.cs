namespace Jaali.Core.Editing;

/// <summary>Puts a new item on top of a slide; a photo goes under the words.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="Item">What it is; its kind fills in what is null.</param>
/// <param name="Rect">Where; null for the kind's usual place.</param>
public sealed record AddItem(Guid SlideId, ItemEdit Item, SlideRect? Rect = null) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "putting something on a slide";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (deck.Slide(SlideId) is not { } slide)
            return Refusals.NoSlide;
        if (slide.Kind == SlideKind.Credits)
            return Refusals.OnlyComputed;
        if (slide.Items.Count >= Limits.Talks.Items)
            return new Refusal("too-many-items", $"A slide holds at most {Limits.Talks.Items} things.");
        if (Rect is { } r && !(r.Width >= ItemKinds.Smallest && r.Height >= ItemKinds.Smallest))
            return new Refusal(
                "too-small",
                $"A thing on a slide is at least {ItemKinds.Smallest} units wide and high. Make it larger."
            );
        ItemResult made = ItemKinds.Of(Item).Create(facts.NewId(), Item, Rect, new ItemPlace(deck, slide, facts));
        if (made.Item is not { } item)
            return made.Refusal!;
        if (ItemKinds.Fault(item, deck, slide, facts) is { } fault)
            return fault;
        // What is put in a place by hand stays there: the slide follows no arrangement any more.
        return deck.With(
            slide with
            {
                Items = Above(slide, item),
                Arrangement = Rect is null ? slide.Arrangement : null,
            }
        );
    }

    /// <summary>A slide's items with a new one on top, under those of a higher rank: a photo never lands on the
    /// words.</summary>
    internal static ImmutableList<Item> Above(Slide slide, Item item)
    {
        int rank = ItemKinds.Of(item).Rank,
            above = slide.Items.FindIndex(i => ItemKinds.Of(i).Rank > rank && !i.At.IsGround);
        return slide.Items.Insert(above < 0 ? slide.Items.Count : above, item);
    }
}
