namespace Jaali.Core.Editing;

/// <summary>Everywhere that a photo is shown.</summary>
internal static class PhotoPlaces
{
    /// <summary>The deck with each item that shows a photo changed; the first refusal stands for all.</summary>
    internal static Change Each(Deck deck, string photoId, IEditFacts facts, Func<Item, ItemPlace, ItemResult> change)
    {
        foreach (Slide slide in deck.Slides)
        {
            Slide now = slide;
            foreach (Item item in Showing(slide, photoId))
            {
                ItemResult made = change(item, new ItemPlace(deck, slide, facts));
                if (made.Refusal is { } no)
                    return no;
                now = now.With(made.Item!);
            }
            if (!ReferenceEquals(now, slide))
                deck = deck.With(now);
        }
        return deck;
    }

    /// <summary>The items of a slide that show a photo.</summary>
    internal static IEnumerable<Item> Showing(Slide slide, string photoId) =>
        slide.Items.Where(i => ItemKinds.Of(i).Photos(i).Any(u => u.PhotoId == photoId));

    /// <summary>True where any slide shows it.</summary>
    internal static bool IsShown(Deck deck, string photoId) => deck.Slides.Exists(s => ItemKinds.Shows(s, photoId));
}
