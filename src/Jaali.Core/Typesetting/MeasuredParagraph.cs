using System.Globalization;

namespace Jaali.Core.Typesetting;

/// <summary>A paragraph that was looked at once, for being broken at any width and size: its letters with their faces,
/// directions, widths and the places where a line may end. Lengths are for a size of 1.</summary>
internal sealed class MeasuredParagraph
{
    // Smaller letters than those of their line: common practice, no source.
    private const double SmallCap = .76,
        Raised = .62,
        Up = .36,
        Down = .14;

    // Set in for each level of a list, and from a mark to its words.
    private const double Indent = 1.1;

    private sealed record Stretch(
        int Start,
        int End,
        Face Face,
        double Scale,
        double Shift,
        bool IsRightToLeft,
        string? Ink
    )
    {
        /// <summary>The same look, so that it is shaped as one.</summary>
        internal bool Continues(Stretch next) =>
            this with { Start = next.Start, End = next.End } == next && End == next.Start;
    }

    private readonly IReadOnlyList<TextRun> _runs;
    private readonly string _text;
    private readonly TypeSetting _how;
    private readonly IFonts _fonts;
    private readonly Bidi _bidi;
    private readonly List<Stretch> _stretches = [];
    private readonly double[] _far;
    private readonly bool[] _starts;
    private readonly BreakChance[] _breaks;
    private readonly string _label;

    internal MeasuredParagraph(Paragraph paragraph, string label, TypeSetting how, IFonts fonts)
    {
        (_how, _fonts, _label, _runs) = (how, fonts, label, paragraph.Runs);
        string typed = paragraph.Plain();
        _text = how.Case switch
        {
            WordsCase.Capitals => typed.ToUpperInvariant(),
            WordsCase.Small => typed.ToLowerInvariant(),
            _ => typed,
        };
        _bidi = new Bidi(_text.Replace('\n', ' '));
        _breaks = LineBreaks.Of(_text);
        _starts = new bool[_text.Length + 1];
        foreach (int start in StringInfo.ParseCombiningCharacters(_text))
            _starts[start] = true;
        _starts[^1] = true;
        SetIn = label.Length > 0 || paragraph.Level > 0 ? Indent * (paragraph.Level + (label.Length > 0 ? 1 : 0)) : 0;
        char[] drawn = _text.ToCharArray();
        Itemize(paragraph, drawn);
        Drawn = new string(drawn);
        _far = Far();
    }

    /// <summary>How far its lines are set in.</summary>
    internal double SetIn { get; }

    /// <summary>What is drawn: with the capitals that are wanted.</summary>
    internal string Drawn { get; }

    /// <summary>True where it is read from right to left.</summary>
    internal bool IsRightToLeft => _bidi.BaseLevel == 1;

    /// <summary>Letters that no face has.</summary>
    internal List<string> Missing { get; } = [];

    /// <summary>Families that lent letters.</summary>
    internal List<string> Others { get; } = [];

    /// <summary>Its lines as UTF-16 places, no wider than a width for a size of 1; a word that is wider is broken
    /// between
    /// its letters.</summary>
    internal IReadOnlyList<(int Start, int End)> Break(double width)
    {
        List<(int, int)> lines = [];
        int n = _text.Length;
        // Sums of widths have a little rounding in them.
        width -= SetIn - 1e-9;
        // Only where a line may end is looked at: a word without an end would be walked through anew for each line.
        int next = 0;
        for (int start = 0; start < n; )
        {
            int last = start;
            while (next < Ends.Length && Ends[next] <= start)
                next++;
            for (int k = next; k < Ends.Length; k++)
            {
                int i = Ends[k];
                if (Spread(start, Trimmed(start, i)) > width)
                    break;
                last = i;
                if (_breaks[i] == BreakChance.Must)
                    break;
            }
            if (last == start)
                last = Fitting(start, width);
            lines.Add((start, Trimmed(start, last)));
            start = last;
        }
        if (n == 0 || _text[^1] == '\n')
            lines.Add((n, n));
        return lines;
    }

    // With more places to break than this, words are no heading and are not evened out exactly.
    private const int MostEven = 160;

    /// <summary>So many lines as even as can be: the least sum of the squares by which their widths differ from the
    /// mean. Null where so many lines cannot be had without breaking a word, or where words have breaks of their
    /// own.</summary>
    /// <param name="count">How many lines.</param>
    /// <param name="width">What none may be wider than, for a size of 1.</param>
    /// <param name="mean">Their mean width.</param>
    internal IReadOnlyList<(int Start, int End)>? Even(int count, double width, double mean)
    {
        int n = _text.Length;
        int[] at = [0, .. Ends.Where(i => i < n), n];
        if (at.Length > MostEven || at.Length <= count || _text.Contains('\n', StringComparison.Ordinal))
            return null;
        (width, mean) = (width - SetIn + 1e-9, mean - SetIn);
        // The least cost of the first so many lines up to each place, and where the last of them begins.
        double[] cost = [.. at.Select((_, i) => i == 0 ? 0 : double.PositiveInfinity)];
        int[][] from = new int[count][];
        for (int line = 0; line < count; line++)
        {
            double[] next = new double[at.Length];
            Array.Fill(next, double.PositiveInfinity);
            from[line] = new int[at.Length];
            for (int j = 1; j < at.Length; j++)
            for (int i = j - 1; i >= 0; i--)
            {
                double wide = Spread(at[i], Trimmed(at[i], at[j]));
                if (wide > width)
                    break;
                double all = cost[i] + (wide - mean) * (wide - mean);
                if (all < next[j])
                    (next[j], from[line][j]) = (all, i);
            }
            cost = next;
        }
        if (double.IsInfinity(cost[^1]))
            return null;
        List<(int, int)> lines = [];
        for (int line = count - 1, j = at.Length - 1; line >= 0; line--)
        {
            int i = from[line][j];
            lines.Insert(0, (at[i], Trimmed(at[i], at[j])));
            j = i;
        }
        return lines;
    }

    // Where a line may end, in order; not between a space and a mark on it either.
    private int[] Ends =>
        field ??= [.. Enumerable.Range(1, _text.Length).Where(i => _breaks[i] != BreakChance.None && _starts[i])];

    /// <summary>True where a line may end before a place without breaking a word.</summary>
    internal bool MayBreak(int at) => _breaks[at] != BreakChance.None;

    /// <summary>The width of a line for a size of 1.</summary>
    internal double Width(int start, int end) => Spread(start, end) + SetIn;

    /// <summary>The pieces of a line from left to right at a size, the first at 0; and their width.</summary>
    internal (List<SetPiece> Pieces, double Width) Pieces(int start, int end, double size)
    {
        List<SetPiece> pieces = [];
        double x = 0;
        foreach (BidiRun run in _bidi.Runs(start, end))
        {
            IEnumerable<Stretch> inside = _stretches.Where(s => s.Start < run.End && s.End > run.Start);
            foreach (Stretch s in run.IsRightToLeft ? inside.Reverse() : inside)
            {
                int from = Math.Max(s.Start, run.Start),
                    to = Math.Min(s.End, run.End);
                string text = Drawn[from..to];
                if (to == end && text.Length > 0 && text[^1] == '\u00AD')
                    text = text[..^1] + '-';
                double own = size * s.Scale,
                    width = _fonts.Width(s.Face, own, text, s.IsRightToLeft) + Spaces(text, from) * _how.Spacing * size;
                pieces.Add(
                    new(
                        s.Face,
                        own,
                        x,
                        s.Shift * size,
                        width,
                        text,
                        s.IsRightToLeft,
                        s.Ink,
                        Spans(s, from, to, size, width)
                    )
                );
                x += width;
            }
        }
        // Behind the last letter of a line is no space of the letters.
        if (pieces.Count > 0)
            x -= _how.Spacing * size;
        return (pieces, Math.Max(0, x));
    }

    /// <summary>The mark of its list at a size, before words that begin at 0; null for none.</summary>
    internal SetPiece? Label(double size)
    {
        if (_label.Length == 0)
            return null;
        Face face = _fonts.For(_how.Face, _label) ?? _how.Face;
        double width = _fonts.Width(face, size, _label),
            gap = .42 * size;
        return new(face, size, -gap - width, 0, width, _label, false, null, []);
    }

    // What of a piece leads somewhere, or has a line under or through it.
    private List<SetSpan> Spans(Stretch s, int from, int to, double size, double width)
    {
        List<SetSpan> spans = [];
        double[]? far = null;
        int at = 0;
        foreach (TextRun run in _runs)
        {
            int first = Math.Max(at, from),
                after = Math.Min(at + run.Text.Length, to);
            at += run.Text.Length;
            if (after <= first || run is { Link: null, Underline: false, Strike: false })
                continue;
            far ??= _fonts.Advances(s.Face, Drawn[from..to], s.IsRightToLeft);
            double Far(int place) =>
                far[place - from] * size * s.Scale + Spaces(Drawn[from..place], from) * _how.Spacing * size;
            double start = Far(first),
                wide = Far(after) - start;
            spans.Add(new(run, s.IsRightToLeft ? width - start - wide : start, wide, Drawn[first..after]));
        }
        return spans;
    }

    // Letters with their faces, in stretches that are shaped as one.
    private void Itemize(Paragraph paragraph, char[] drawn)
    {
        IReadOnlyList<BidiRun> directions = _bidi.Runs(0, _text.Length);
        bool[] right = new bool[_text.Length];
        foreach (BidiRun run in directions.Where(r => r.IsRightToLeft))
            Array.Fill(right, true, run.Start, run.End - run.Start);
        int at = 0;
        foreach (TextRun run in paragraph.Runs)
        {
            int to = at + run.Text.Length;
            Face wanted = _fonts.Find(_how.Face.Family, _how.Face.Bold || run.Bold, _how.Face.Italic || run.Italic);
            bool small = run.SmallCaps || _how.Case == WordsCase.SmallCapitals;
            (double scale, double shift) = run.Shift switch
            {
                BaselineShift.Raised => (Raised, -Up),
                BaselineShift.Lowered => (Raised, Down),
                _ => (1, 0),
            };
            for (int i = at; i < to; )
            {
                int next = i + 1;
                while (next < to && !_starts[next])
                    next++;
                double own = scale;
                if (small && char.IsLower(_text[i]))
                {
                    for (int k = i; k < next; k++)
                        drawn[k] = char.ToUpperInvariant(_text[k]);
                    own *= SmallCap;
                }
                Add(new(i, next, Having(wanted, new string(drawn, i, next - i)), own, shift, right[i], run.Ink));
                i = next;
            }
            at = to;
        }
    }

    private void Add(Stretch next)
    {
        if (_stretches.Count > 0 && _stretches[^1] is var last && last.Continues(next))
            _stretches[^1] = last with { End = next.End };
        else
            _stretches.Add(next);
    }

    // The face that has a cluster; spaces stay in the face before them, so that no line is cut up by them.
    private Face Having(Face wanted, string cluster)
    {
        if (cluster is " " or "\n" or "\u00A0" && _stretches.Count > 0)
            return _stretches[^1].Face.Family == wanted.Family ? wanted : _stretches[^1].Face;
        if (_fonts.For(wanted, cluster) is not { } face)
        {
            if (!Missing.Contains(cluster))
                Missing.Add(cluster);
            return wanted;
        }
        if (face.Family != wanted.Family && !Others.Contains(face.Family))
            Others.Add(face.Family);
        return face;
    }

    private double[] Far()
    {
        double[] far = new double[_text.Length + 1];
        double sum = 0;
        foreach (Stretch s in _stretches)
        {
            double[] inside = _fonts.Advances(s.Face, Drawn[s.Start..s.End].Replace('\n', ' '), s.IsRightToLeft);
            double spaces = 0;
            for (int i = s.Start; i < s.End; i++)
            {
                far[i] = sum + inside[i - s.Start] * s.Scale + spaces;
                if (_starts[i])
                    spaces += _how.Spacing;
            }
            sum += inside[^1] * s.Scale + spaces;
        }
        far[^1] = sum;
        return far;
    }

    private double Spread(int start, int end) => end > start ? _far[end] - _far[start] - _how.Spacing : 0;

    private int Spaces(string text, int from)
    {
        int n = 0;
        for (int i = 0; i < text.Length; i++)
            if (_starts[from + i])
                n++;
        return n;
    }

    /// <summary>All of it in one line, without the spaces at its end.</summary>
    internal (int Start, int End) Line => (0, Trimmed(0, _text.Length));

    private int Trimmed(int start, int end)
    {
        while (end > start && _text[end - 1] is ' ' or '\n' or '\t' or '\u3000')
            end--;
        return end;
    }

    // The last place between letters up to which a line fits; at least one letter further than its start.
    private int Fitting(int start, double width)
    {
        int found = start;
        for (int i = start + 1; i <= _text.Length; i++)
        {
            if (!_starts[i])
                continue;
            if (found > start && Spread(start, i) > width)
                break;
            found = i;
        }
        return found;
    }
}
