using System.Globalization;
using System.Text;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Ledgers;
using Jaali.Core.Scenes;
using Jaali.Core.Typesetting;

namespace Jaali.Formats;

/// <summary>Slides on sheets of paper, A4 upright (ISO 216): one with its notes, or two, four or six.</summary>
public static class PdfHandout
{
    // 210 by 297 mm in units of half a point.
    private const double Width = 1190.55,
        Height = 1683.78,
        Margin = 110,
        Gutter = 40,
        Small = 22,
        NotesSize = 26;

    /// <summary>How many slides stand on a sheet.</summary>
    public static IReadOnlyList<int> PerSheet { get; } = [1, 2, 4, 6];

    /// <summary>The sheets: the slides, then the credits with their addresses in print, since paper cannot be
    /// followed (the licence's address goes with every copy: CC 1.0 to 3.0, s.4(a); 4.0, s.3(a)(1)(C)).</summary>
    /// <param name="deck">The talk.</param>
    /// <param name="scenes">In order.</param>
    /// <param name="credited">The photos that are credited.</param>
    /// <param name="perSheet">1 with notes, 2, 4 or 6.</param>
    /// <param name="fonts">Typefaces.</param>
    public static IReadOnlyList<PdfSheet> Sheets(
        Deck deck,
        IReadOnlyList<Scene> scenes,
        IReadOnlyList<CreditEntry> credited,
        int perSheet,
        IFonts fonts
    ) =>
        [
            .. perSheet == 1
                ? scenes.SelectMany(s => Noted(deck, s, fonts))
                : scenes.Chunk(perSheet).Select((s, i) => Several(deck, s, i * perSheet, perSheet, fonts)),
            .. Credits(deck, credited, fonts),
        ];

    private static IEnumerable<PdfSheet> Credits(Deck deck, IReadOnlyList<CreditEntry> credited, IFonts fonts)
    {
        if (credited.Count == 0)
            return [];
        var text = new StringBuilder("Photographs\n");
        foreach (CreditEntry entry in credited)
        {
            text.Append(CultureInfo.InvariantCulture, $"{string.Join(", ", entry.Slides)}: {entry.Credit.Text}");
            if (entry.Parts.SourceUrl is { } source)
                text.Append(CultureInfo.InvariantCulture, $", {source}");
            text.Append('\n');
        }
        foreach (
            (string terms, string address) in credited
                .Where(e => e.Parts.TermsUrl is not null)
                .Select(e => (e.Parts.Terms, e.Parts.TermsUrl!))
                .Distinct()
                .OrderBy(t => t.Terms, StringComparer.Ordinal)
        )
            text.Append(CultureInfo.InvariantCulture, $"{terms}: {address}\n");
        return Text(deck, text.ToString().TrimEnd(), Small, [Head(deck, fonts)], null, fonts);
    }

    private static PdfSheet Several(Deck deck, Scene[] scenes, int before, int perSheet, IFonts fonts)
    {
        int across = perSheet == 2 ? 1 : 2,
            down = perSheet / across;
        double most = (Width - 2 * Margin - Gutter * (across - 1)) / across,
            line = Small * 1.9,
            room = (Height - 2 * Margin - Gutter * (down - 1)) / down - line,
            aspect = scenes[0].Width / scenes[0].Height,
            width = Math.Min(most, room * aspect),
            height = width / aspect,
            left = (Width - across * width - (across - 1) * Gutter) / 2;
        List<PdfPlace> places = [];
        List<PdfWords> words = [];
        for (int i = 0; i < scenes.Length; i++)
        {
            double x = left + i % across * (width + Gutter),
                y = Margin + i / across * (room + line + Gutter);
            places.Add(new(scenes[i], new(x, y, width, height)));
            words.Add(Line(Number(deck, scenes[i], before + i), x, y + height + 8, width, fonts));
        }
        words.Add(Head(deck, fonts));
        return new(Width, Height, places, words);
    }

    private static IEnumerable<PdfSheet> Noted(Deck deck, Scene scene, IFonts fonts)
    {
        double width = Width - 2 * Margin,
            height = width * scene.Height / scene.Width;
        int index = deck.Slides.FindIndex(s => s.Id == scene.SlideId);
        string notes = scene.Page == 0 && index >= 0 ? deck.Slides[index].Notes.Trim() : "";
        List<PdfWords> words =
        [
            Head(deck, fonts),
            Line(Number(deck, scene, index), Margin, Margin + height + 8, width, fonts),
        ];
        if (notes.Length == 0)
            return [new(Width, Height, [new(scene, new(Margin, Margin, width, height))], words)];
        return Text(deck, notes, NotesSize, words, new(scene, new(Margin, Margin, width, height)), fonts);
    }

    // A running text over as many sheets as it needs, on the first under a slide where there is one.
    private static IEnumerable<PdfSheet> Text(
        Deck deck,
        string text,
        double size,
        List<PdfWords> words,
        PdfPlace? over,
        IFonts fonts
    )
    {
        var how = new TypeSetting(fonts.Find("Spline Sans"), size, 1.45, size, false) { ParagraphGap = .5 };
        SetText set = Typesetter.Break([.. Paragraph.Of(text)], how, Width - 2 * Margin, fonts);
        int line = 0,
            lines = set.Lines.Count;
        bool first = true;
        while (line < lines)
        {
            double from = first && over is not null ? over.At.Bottom + Gutter + Small : Margin;
            int most = 1;
            while (
                line + most < lines
                && set.Lines[line + most].Y - set.Lines[line].Y + how.Size * how.Leading <= Height - Margin - from
            )
                most++;
            SetText part = set.Part(line, most);
            List<PdfWords> own = first ? words : [Head(deck, fonts)];
            own.Add(PdfWords.Of(part, new(Margin, from), fonts, string.Concat(part.Pieces.Select(p => p.Text))));
            yield return new(Width, Height, first && over is not null ? [over] : [], own);
            line += part.Lines.Count;
            first = false;
        }
    }

    private static PdfWords Head(Deck deck, IFonts fonts) =>
        Line(
            deck.Speaker.Length > 0 ? $"{deck.Title}, {deck.Speaker}" : deck.Title,
            Margin,
            Margin / 2,
            Width - 2 * Margin,
            fonts
        );

    private static string Number(Deck deck, Scene scene, int fallback)
    {
        int index = deck.Slides.FindIndex(s => s.Id == scene.SlideId);
        return ((index < 0 ? fallback : index) + 1).ToString(CultureInfo.InvariantCulture);
    }

    // The first line of words; what is longer is left out.
    private static PdfWords Line(string text, double x, double y, double width, IFonts fonts)
    {
        var how = new TypeSetting(fonts.Find("Spline Sans"), Small, 1.3, Small, false);
        SetText set = Typesetter.Break([.. Paragraph.Of(text.ReplaceLineEndings(" "))], how, width, fonts);
        return PdfWords.Of(set.Part(0, 1), new SlidePoint(x, y), fonts, text);
    }
}
