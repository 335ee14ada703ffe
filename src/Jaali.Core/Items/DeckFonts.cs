using System.Runtime.CompilerServices;

namespace Jaali.Core.Items;

/// <summary>The families of type that a deck is set in.</summary>
public static class DeckFonts
{
    /// <summary>Each family with the numbers of the slides whose words are set in it, from 1.</summary>
    public static IReadOnlyList<(string Family, IReadOnlyList<int> Slides)> Of(Deck deck) =>
        [
            .. deck
                .Slides.SelectMany((s, i) => Families(deck, s).Select(f => (Family: f, Number: i + 1)))
                .GroupBy(f => f.Family, f => f.Number, StringComparer.Ordinal)
                .OrderBy(g => g.Key, StringComparer.Ordinal)
                .Select(g => (g.Key, (IReadOnlyList<int>)[.. g])),
        ];

    /// <summary>All families, in the order of their names.</summary>
    public static IReadOnlyList<string> All(Deck deck)
    {
        // Slides that are set alike mostly name the same few.
        HashSet<string> all = [];
        foreach (Slide slide in deck.Slides)
        foreach (string family in Families(deck, slide))
            all.Add(family);
        return [.. all.Order(StringComparer.Ordinal)];
    }

    /// <summary>The families that the words of a slide are set in; remembered with its items.</summary>
    public static IReadOnlyList<string> Families(Deck deck, Slide slide)
    {
        if (slide.Kind == SlideKind.Credits)
            return [Family(deck, WordsRole.Heading, null), Family(deck, WordsRole.Credit, null)];
        if (Known.TryGetValue(slide.Items, out TypefaceUse? known) && ReferenceEquals(known.House, deck.House))
            return known.Families;
        string[] families =
        [
            .. slide
                .Items.OfType<Words>()
                .Select(w => Family(deck, w.Role, w.Style))
                .Concat(
                    slide.Items.SelectMany(i => ItemKinds.Of(i).Roles(i)).Distinct().Select(r => Family(deck, r, null))
                )
                .Concat(ItemKinds.Shows(slide) ? [Family(deck, WordsRole.Credit, null)] : [])
                .Distinct(),
        ];
        Known.AddOrUpdate(slide.Items, new(deck.House, families));
        return families;
    }

    private static readonly ConditionalWeakTable<ImmutableList<Item>, TypefaceUse> Known = [];

    private sealed record TypefaceUse(HouseStyle House, string[] Families);

    private static string Family(Deck deck, WordsRole role, TextStyle? own) =>
        own?.Family ?? deck.House.StyleOf(role).Family!;
}
