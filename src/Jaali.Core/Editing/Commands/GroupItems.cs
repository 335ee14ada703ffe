namespace Jaali.Core.Editing;

/// <summary>Makes items one group, or takes them out of theirs. A ground is in no group.</summary>
public sealed record GroupItems(Guid SlideId, ImmutableList<Guid> ItemIds, bool Together) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "putting things in a group";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (ChosenItems.Of(deck, SlideId, ItemIds, out Refusal? gone) is not (var slide, var items))
            return gone!;
        if (Together && (items.Count < 2 || items.Any(i => i.At.IsGround)))
            return new Refusal("no-group", "A group is two things or more, the ground not among them. Choose again.");
        Guid? group = Together ? facts.NewId() : null;
        foreach (Item item in items)
            slide = slide.With(item with { At = item.At with { Group = group } });
        return deck.With(slide);
    }
}
