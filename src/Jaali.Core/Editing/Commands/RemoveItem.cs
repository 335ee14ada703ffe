namespace Jaali.Core.Editing;

/// <summary>Takes an item off its slide, with those of its group and the captions under
/// them.</summary>
public sealed record RemoveItem(Guid SlideId, Guid ItemId) : ItemCommand(SlideId, ItemId)
{
    /// <inheritdoc/>
    public override string UndoLabel => "taking something off a slide";

    internal override Change Apply(Deck deck, Slide slide, Item item, IEditFacts facts)
    {
        Item[] gone = ChosenItems.WithCaptions(
            slide,
            slide.Items.Where(i => i.Id == item.Id || (item.At.Group is { } g && i.At.Group == g))
        );
        if (gone.Any(i => i.At.Held))
            return Refusals.Held;
        return deck.With(slide with { Items = slide.Items.RemoveRange(gone) });
    }
}
