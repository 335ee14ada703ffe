namespace Jaali.Core.Editing;

/// <summary>Lines several items of a slide up, spaces them evenly, or gives them one size. The first one chosen leads:
/// the others come to it. Grounds stay.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="ItemIds">The items, the one that leads first.</param>
/// <param name="How">What is done.</param>
public sealed record AlignItems(Guid SlideId, ImmutableList<Guid> ItemIds, Alignment How) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "lining things up";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (ChosenItems.Of(deck, SlideId, ItemIds, out Refusal? gone) is not { Slide: var slide } chosen)
            return gone!;
        Item[] moved = [.. chosen.Items.Where(i => !i.At.IsGround)];
        int needed =
            How is Alignment.EqualGapsAcross or Alignment.EqualGapsDown ? 3
            : How == Alignment.Grid ? 1
            : 2;
        if (moved.Length < needed)
            return new Refusal(
                "too-few",
                needed switch
                {
                    3 => "Choose three things or more to space them evenly.",
                    1 => "Choose something beside the ground to set it on the grid.",
                    _ => "Choose two things or more to line them up.",
                }
            );
        IReadOnlyList<SlideRect> rects = Alignments.Of(
            [.. moved.Select(i => i.At.Rect)],
            How,
            deck.GridOf(slide),
            deck.Shape.Bounds()
        );
        Dictionary<Guid, SlideRect> to = moved.Zip(rects).ToDictionary(p => p.First.Id, p => p.Second);
        return ChosenItems.Put(deck, slide, moved, i => i.At with { Rect = to[i.Id] }, facts);
    }
}
