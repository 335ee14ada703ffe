using Jaali.Core.Decks;

namespace Jaali.Core.Typesetting;

/// <summary>Commands on words.</summary>
internal static class WordsHandlers
{
    internal static Change Set(Deck deck, SetWords c, IEditFacts facts)
    {
        if (deck.Slide(c.SlideId) is not { } slide)
            return Change.NoSlide;
        if (slide.Kind == SlideKind.Credits)
            return new Refusal(
                "credits-are-computed",
                "The credits write themselves from the photos' records. Choose another slide."
            );
        if (c.Text is { Length: > DeckLimits.Wording })
            return Change.TooLong("Words on a slide", DeckLimits.Wording);
        int at = c.WordsId is { } id ? slide.Words.FindIndex(w => w.Id == id) : -1;
        if (c.WordsId is not null && at < 0)
            return new Refusal("no-such-words", "These words are no longer on the slide. Write them again.");
        if (at < 0)
        {
            if (string.IsNullOrWhiteSpace(c.Text))
                return new Refusal("no-words", "Write some words first.");
            return deck.With(
                slide with
                {
                    Words = slide.Words.Add(
                        new Words(
                            facts.NewId(),
                            WordsRole.Heading,
                            WordsSource.Typed,
                            c.Text.Trim(),
                            c.Spot ?? Spot.Auto
                        )
                    ),
                }
            );
        }
        Words words = slide.Words[at];
        if (c.Spot is { } spot)
            words = words with { Spot = spot };
        if (c.Text is { } text)
        {
            if (text.Trim().Length == 0)
                return new Refusal("no-words", "Words cannot be empty. To take them off, remove them.");
            // Typing what the words say anyway leaves them following the title or the point.
            if (text.Trim() != words.Say(deck, slide))
                words = words with { Source = WordsSource.Typed, Text = text.Trim() };
        }
        return deck.With(slide with { Words = slide.Words.SetItem(at, words) });
    }

    internal static Change Remove(Deck deck, RemoveWords c)
    {
        if (deck.Slide(c.SlideId) is not { } slide)
            return Change.NoSlide;
        return deck.With(slide with { Words = slide.Words.RemoveAll(w => w.Id == c.WordsId) });
    }
}
