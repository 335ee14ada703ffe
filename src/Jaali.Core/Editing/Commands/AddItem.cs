namespace Jaali.Core.Editing;

/// <summary>Puts a new item on top of a slide; a photo goes under the words.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="Item">What it is; its kind fills in what is null.</param>
/// <param name="Rect">Where; null for the kind's usual place.</param>
/// <param name="At">Where its upper left corner is wanted, in the kind's usual size as far as that fits there; null
/// where <paramref name="Rect"/> says it, or nothing does.</param>
public sealed record AddItem(Guid SlideId, ItemEdit Item, SlideRect? Rect = null, SlidePoint? At = null) : DeckCommand
{
    // What begins at a place is at least so wide and high, in parts of the slide.
    private const double LeastWide = .24,
        LeastHigh = .12;

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
                $"A thing on a slide is at least {ItemKinds.Smallest} wide and high. Make it larger."
            );
        var place = new ItemPlace(deck, slide, facts);
        ItemResult made = ItemKinds.Of(Item).Create(facts.NewId(), Item, Rect, place);
        if (made.Item is not null && At is { } corner && Rect is null)
            made = ItemKinds.Of(Item).Create(made.Item.Id, Item, Beginning(corner, made.Item.At.Rect, deck), place);
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

    // A rectangle of a usual size that begins at a place: smaller where the margin is nearer, farther to the left or up
    // where almost nothing would be left of it.
    private static SlideRect Beginning(SlidePoint at, SlideRect usual, Deck deck)
    {
        SlideRect slide = deck.Shape.Bounds();
        double right = slide.Right - deck.House.MarginX,
            bottom = slide.Bottom - deck.House.MarginY,
            width = Math.Min(usual.Width, Math.Max(right - at.X, slide.Width * LeastWide)),
            height = Math.Min(usual.Height, Math.Max(bottom - at.Y, slide.Height * LeastHigh));
        return new(
            Math.Clamp(at.X, slide.X, Math.Max(slide.X, right - width)),
            Math.Clamp(at.Y, slide.Y, Math.Max(slide.Y, bottom - height)),
            width,
            height
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
