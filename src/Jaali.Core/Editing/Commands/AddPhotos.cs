namespace Jaali.Core.Editing;

/// <summary>
/// Puts photos on a slide and arranges all of its photos by the best proposal, which they follow from then on. One
/// photo
/// beside several that were put in their places by hand only comes to them.
/// </summary>
public sealed record AddPhotos(Guid SlideId, ImmutableList<string> PhotoIds) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "putting photos on a slide";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (PhotoIds.Count == 0)
            return new Refusal("no-photos-named", "Choose the photos first.");
        bool byHand =
            deck.Slide(SlideId) is { Arrangement: null } before
            && PhotoIds.Count == 1
            && Arrangements.Taking(before).Count() > 1;
        foreach (string photoId in PhotoIds)
        {
            Change added = new AddItem(SlideId, new FrameEdit(photoId)).Apply(deck, facts);
            if (added.Deck is not { } after)
                return added;
            deck = after;
        }
        Slide slide = deck.Slide(SlideId)!;
        // An arrangement that is there stays; with more photos than any has, they stand as they came.
        if (byHand || slide.Arrangement is not null || Arrangements.For(deck, slide, facts) is not [var best, ..])
            return deck;
        return new ArrangeItems(SlideId, [.. best.Places], best.Form).Apply(deck, facts);
    }
}
