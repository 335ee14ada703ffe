using System.Globalization;

namespace Jaali.Core.Composing;

/// <summary>The end of a talk: the credits of its photos in order of appearance, then the sources of the facts under
/// its points, then the typefaces whose licence asks for credit.</summary>
public static class CreditsPages
{
    private const int MostNumbers = 3;

    internal static IReadOnlyList<Scene> Build(Deck deck, Slide slide, ISceneFacts facts)
    {
        ListEntry[] photos =
        [
            .. Ledger
                .Of(deck, facts.Photo)
                .Where(e => deck.Style.Credits(e.Photo.Rights))
                .Select(e => new ListEntry(Numbers(e.Slides), e.Credit.Spans)),
        ];
        ListEntry[] sources = [.. deck.References.Select(f => new ListEntry("", Source(f)))];
        ListEntry[] typefaces =
        [
            .. DeckFonts
                .Of(deck)
                .Select(f => facts.Fonts.Terms(f.Family))
                .Where(t => t.Credit.Length > 0)
                .Select(t => new ListEntry("", [new CreditSpan(t.Credit, t.Address)])),
        ];
        List<Scene> pages = [];
        Add("Photographs", "credits", photos);
        Add("Sources", "sources", sources);
        Add("Typefaces", "typefaces", typefaces);
        return pages;

        void Add(string title, string role, ListEntry[] entries) =>
            pages.AddRange(ListPages.Build(deck, slide, facts, title, role, entries, pages.Count));
    }

    // All of them, or how many there are.
    private static string Numbers(IReadOnlyList<int> slides) =>
        slides.Count > MostNumbers
            ? string.Create(CultureInfo.InvariantCulture, $"on {slides.Count} slides")
            : string.Join(", ", slides.Select(n => n.ToString(CultureInfo.InvariantCulture)));

    private static CreditSpan[] Source(Fact fact)
    {
        string text = fact.Text.Trim(),
            reference = fact.Reference.Trim();
        return
        [
            .. text.Length > 0 ? new[] { new CreditSpan(text + "\n") } : [],
            new CreditSpan(reference, fact.Address),
        ];
    }
}
