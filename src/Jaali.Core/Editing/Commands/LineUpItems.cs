using System.Collections.Immutable;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Layout;

namespace Jaali.Core.Editing;

/// <summary>Lines several items of a slide up, spaces them evenly, or gives them one size. The first one chosen leads:
/// the others come to it. Grounds stay.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="ItemIds">The items, the one that leads first.</param>
/// <param name="How">What is done.</param>
public sealed record LineUpItems(Guid SlideId, ImmutableList<Guid> ItemIds, LineUp How) : DeckCommand
{
    /// <inheritdoc/>
    public override string Deed => "lining things up";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (deck.Slide(SlideId) is not { } slide)
            return Refusals.NoSlide;
        Item?[] items = [.. ItemIds.Distinct().Select(slide.Item)];
        if (items.Any(i => i is null))
            return Refusals.NoItem;
        Item[] moved = [.. items.OfType<Item>().Where(i => !i.At.IsGround)];
        if (moved.Any(i => i.At.Held))
            return Refusals.Held;
        int needed = How is LineUp.EqualGapsAcross or LineUp.EqualGapsDown ? 3 : 2;
        if (moved.Length < needed)
            return new Refusal(
                "too-few",
                needed == 3
                    ? "Choose three things or more to space them evenly."
                    : "Choose two things or more to line them up."
            );
        IReadOnlyList<SlideRect> rects = LineUps.Of([.. moved.Select(i => i.At.Rect)], How);
        for (int i = 0; i < moved.Length; i++)
        {
            ItemResult made = ItemKinds
                .Of(moved[i])
                .Place(moved[i], moved[i].At with { Rect = rects[i] }, new ItemPlace(deck, slide, facts));
            if (made.Item is not { } placed)
                return made.Refusal!;
            if (ItemKinds.Fault(placed, deck, slide, facts) is { } fault)
                return fault;
            slide = slide.With(placed);
        }
        return deck.With(slide);
    }
}
