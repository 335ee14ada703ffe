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
        if (deck.House.System is not null && Sheets(deck, slide, facts, sources, typefaces) is { } sheets)
            return sheets;
        Add(Shown(deck, facts), "credits", photos);
        Add("Sources", "sources", sources);
        Add("Typefaces", "typefaces", typefaces);
        return pages;

        void Add(string title, string role, ListEntry[] entries) =>
            pages.AddRange(ListPages.Build(deck, slide, facts, title, role, entries, pages.Count));
    }

    private static string Shown(Deck deck, ISceneFacts facts) =>
        ItemKinds.Photos(deck).Any(p => facts.Photo(p.Use.PhotoId)?.Clip is not null)
            ? "Photographs and clips"
            : "Photographs";

    // As contact sheets; null where something is longer than a page.
    private static List<Scene>? Sheets(
        Deck deck,
        Slide slide,
        ISceneFacts facts,
        ListEntry[] sources,
        ListEntry[] typefaces
    )
    {
        List<Scene> pages = [];
        return
            Add(
                Shown(deck, facts),
                "credits",
                [
                    .. Ledger
                        .Of(deck, facts.Photo)
                        .Where(e => deck.Style.Credits(e.Photo.Rights))
                        .Select(e => Photo(deck, slide, facts, e)),
                ]
            )
            && Add("Sources", "sources", [.. sources.Select(s => new SheetEntry([], s.Spans))])
            && Add("Typefaces", "typefaces", [.. typefaces.Select(t => new SheetEntry([], t.Spans))])
            ? pages
            : null;

        bool Add(string title, string role, SheetEntry[] entries)
        {
            if (SheetPages.Build(deck, slide, facts, title, role, entries, pages.Count) is not { } made)
                return false;
            pages.AddRange(made);
            return true;
        }
    }

    // A photo small and whole, its title in bold, what else its credit says, and its slides last.
    private static SheetEntry Photo(Deck deck, Slide page, ISceneFacts facts, CreditEntry entry)
    {
        IReadOnlyList<CreditSpan> spans = entry.Credit.Spans;
        bool titled = !entry.Parts.Own;
        string on = entry.Slides.Count switch
        {
            1 => " ·\u00A0slide\u00A0" + Numbers(entry.Slides),
            <= MostNumbers => " ·\u00A0slides\u00A0" + Numbers(entry.Slides),
            _ => " · " + Numbers(entry.Slides),
        };
        (Func<SlideRect, IReadOnlyList<SceneNode>>? picture, double aspect) = deck.Style.WithoutPictures
            ? (null, 1)
            : SmallPhoto.Of(deck, page, facts, entry.Photo);
        return new(
            titled ? [spans[0]] : [],
            [
                .. titled ? spans.Skip(1).Select((s, i) => i == 0 ? s with { Text = s.Text.TrimStart() } : s) : spans,
                new(on),
            ],
            picture,
            aspect
        );
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
