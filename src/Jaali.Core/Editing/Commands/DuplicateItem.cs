namespace Jaali.Core.Editing;

/// <summary>Puts a copy of an item over it, a little to the right and below; the copy is a thing of its own.</summary>
public sealed record DuplicateItem(Guid SlideId, Guid ItemId) : ItemCommand(SlideId, ItemId)
{
    /// <inheritdoc/>
    public override string UndoLabel => "a second one of a thing";

    private const double Aside = 24;

    internal override Change Apply(Deck deck, Slide slide, Item item, IEditFacts facts)
    {
        if (slide.Items.Count >= Limits.Talks.Items)
            return new Refusal("too-many-items", $"A slide holds at most {Limits.Talks.Items} things.");
        SlideRect r = item.At.Rect;
        // A copy of the ground is a frame; as large as the slide it would hide what it is a copy of.
        SlideRect rect = item.At.IsGround
            ? new(r.X + r.Width / 4, r.Y + r.Height / 4, r.Width / 2, r.Height / 2)
            : new(r.X + Aside, r.Y + Aside, r.Width, r.Height);
        ItemResult placed = ItemKinds
            .Of(item)
            .Place(item, new Placement(rect, item.At.Turn), new ItemPlace(deck, slide, facts));
        if (placed.Item is not { } copy)
            return placed.Refusal!;
        copy = copy with { Id = facts.NewId() };
        if (ItemKinds.Fault(copy, deck, slide, facts) is { } fault)
            return fault;
        return deck.With(slide with { Items = slide.Items.Insert(slide.Items.IndexOf(item) + 1, copy) });
    }
}
