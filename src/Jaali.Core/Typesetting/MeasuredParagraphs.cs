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

    private static readonly ConditionalWeakTable<IFonts, Measured> Known = [];

    /// <summary>A measured paragraph.</summary>
    internal static MeasuredParagraph Of(Paragraph paragraph, string label, TypeSetting how, IFonts fonts)
    {
        if (paragraph.Runs.Sum(r => r.Text.Length) > MostLetters)
            return new(paragraph, label, how, fonts);
        Measured known = Known.GetOrCreateValue(fonts);
        var key = new Key(paragraph, label, how.Face, how.Case, how.Spacing, fonts.Revision);
        return known.Find(key) ?? known.Keep(key, new(paragraph, label, how, fonts));
    }

    // What is measured is of a size of 1, so that sizes and rooms share it.
    private sealed record Key(Paragraph Words, string Label, Face Face, WordsCase Case, double Spacing, int Fonts)
    {
        public bool Equals(Key? other) =>
            other is not null
            && Words.List == other.Words.List
            && Words.Level == other.Words.Level
            && Label == other.Label
            && Face == other.Face
            && Case == other.Case
            && Spacing.Equals(other.Spacing)
            && Fonts == other.Fonts
            && Words.Runs.SequenceEqual(other.Words.Runs);

        public override int GetHashCode()
        {
            var hash = new HashCode();
            foreach (TextRun run in Words.Runs)
                hash.Add(run.Text, StringComparer.Ordinal);
            hash.Add(Face);
            hash.Add(Spacing);
            return hash.ToHashCode();
        }
    }

    // Counted by itself: a dictionary that many use locks itself whole to be counted.
    private sealed class Measured
    {
        private readonly ConcurrentDictionary<Key, MeasuredParagraph> _all = new();
        private int _count;

        internal MeasuredParagraph? Find(Key key) => _all.GetValueOrDefault(key);

        internal MeasuredParagraph Keep(Key key, MeasuredParagraph made)
        {
            if (Interlocked.Increment(ref _count) > Most)
            {
                Interlocked.Exchange(ref _count, 1);
                _all.Clear();
            }
            return _all[key] = made;
        }
    }
}
