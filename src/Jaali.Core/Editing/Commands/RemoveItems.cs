namespace Jaali.Core.Editing;

/// <summary>Takes several items off a slide, with those of their groups and the captions under
/// them.</summary>
public sealed record RemoveItems(Guid SlideId, ImmutableList<Guid> ItemIds) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "taking things off a slide";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (ChosenItems.Of(deck, SlideId, ItemIds, out Refusal? none) is not { } chosen)
            return none!;
        Item[] gone = ChosenItems.WithCaptions(chosen.Slide, chosen.WithGroups());
        return gone.Any(i => i.At.Held)
            ? Refusals.Held
            : deck.With(chosen.Slide with { Items = chosen.Slide.Items.RemoveRange(gone) });
    }
}
