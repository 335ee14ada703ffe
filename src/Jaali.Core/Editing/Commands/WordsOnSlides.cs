namespace Jaali.Core.Editing;

/// <summary>Edits of words on many slides.</summary>
internal static class WordsOnSlides
{
    /// <summary>The deck with the words of some slides edited; held ones stay where they are, and may be set.</summary>
    /// <param name="deck">The deck.</param>
    /// <param name="slides">The slides.</param>
    /// <param name="edit">What is done to words; null for nothing.</param>
    /// <param name="facts">The facts.</param>
    /// <param name="none">What is said where no words are meant.</param>
    internal static Change Edit(
        Deck deck,
        IReadOnlyList<Slide> slides,
        Func<Words, Slide, WordsEdit?> edit,
        IEditFacts facts,
        Refusal none
    )
    {
        int edited = 0;
        foreach (Guid id in slides.Select(s => s.Id))
        foreach (Guid itemId in deck.Slide(id)!.Items.OfType<Words>().Select(w => w.Id).ToArray())
        {
            Slide slide = deck.Slide(id)!;
            var words = (Words)slide.Item(itemId)!;
            if (edit(words, slide) is not { } how)
                continue;
            Change put = ItemCommand.Put(
                deck,
                slide,
                ItemKinds.Of(words).Edit(words, how, new ItemPlace(deck, slide, facts)),
                facts
            );
            if (put.Deck is not { } after)
                return put;
            deck = after;
            edited++;
        }
        return edited == 0 ? none : deck;
    }
}
