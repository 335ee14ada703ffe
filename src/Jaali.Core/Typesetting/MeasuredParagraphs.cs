using System.Collections.Concurrent;
using System.Runtime.CompilerServices;

namespace Jaali.Core.Typesetting;

/// <summary>Paragraphs that were measured lately: an edit sets the same words again and again, and the credits of a
/// talk
/// with each of its photos.</summary>
internal static class MeasuredParagraphs
{
    // Of more letters than these nothing is remembered, and of more paragraphs the oldest are measured again.
    private const int MostLetters = 600,
        Most = 1_000;

    private static readonly ConditionalWeakTable<IFonts, ConcurrentDictionary<Key, MeasuredParagraph>> Known = [];

    /// <summary>A measured paragraph.</summary>
    internal static MeasuredParagraph Of(Paragraph paragraph, string label, TypeSetting how, IFonts fonts)
    {
        if (paragraph.Runs.Sum(r => r.Text.Length) > MostLetters)
            return new(paragraph, label, how, fonts);
        ConcurrentDictionary<Key, MeasuredParagraph> known = Known.GetOrCreateValue(fonts);
        var key = new Key(
            string.Join('\u0001', paragraph.Runs.Select(r => r.ToString())),
            paragraph with
            {
                Runs = [],
            },
            label,
            how,
            fonts.Revision
        );
        if (known.TryGetValue(key, out MeasuredParagraph? made))
            return made;
        if (known.Count >= Most)
            known.Clear();
        return known[key] = new(paragraph, label, how, fonts);
    }

    private sealed record Key(string Runs, Paragraph Bare, string Label, TypeSetting How, int Fonts);
}
