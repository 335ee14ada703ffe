using static Jaali.Core.Typesetting.BidiClass;

namespace Jaali.Core.Typesetting;

/// <summary>A stretch of a line that is written one way.</summary>
/// <param name="Start">UTF-16 place where it begins in the text.</param>
/// <param name="End">Place after it.</param>
/// <param name="IsRightToLeft">Written from right to left.</param>
public readonly record struct BidiRun(int Start, int End, bool IsRightToLeft);

/// <summary>Which way text is written: Unicode Standard Annex #9, revision 46 (Unicode 15.0), for one paragraph at a
/// time.
/// Rule names are the annex's.</summary>
public sealed class Bidi
{
    private const int Deepest = 125;
    private readonly int[] _points,
        _at;
    private readonly BidiClass[] _original;
    private readonly byte[] _levels;

    /// <summary>Resolves a paragraph.</summary>
    /// <param name="text">Without line feeds.</param>
    /// <param name="base">0 for left to right, 1 for right to left, null for what its first strong letter says.</param>
    public Bidi(string text, int? @base = null)
    {
        List<int> points = [],
            at = [];
        for (int i = 0; i < text.Length; )
        {
            bool pair = char.IsHighSurrogate(text[i]) && i + 1 < text.Length && char.IsLowSurrogate(text[i + 1]);
            points.Add(pair ? char.ConvertToUtf32(text[i], text[i + 1]) : text[i]);
            at.Add(i);
            i += pair ? 2 : 1;
        }
        at.Add(text.Length);
        (_points, _at) = ([.. points], [.. at]);
        _original = [.. _points.Select(CodePoints.Direction)];
        BaseLevel = (byte)(@base ?? FirstStrong(0, _points.Length) ?? 0);
        _levels = new byte[_points.Length];
        if (IsPlain())
            return;
        Resolve();
    }

    /// <summary>0 where the paragraph is written from left to right, 1 from right to left.</summary>
    public byte BaseLevel { get; }

    /// <summary>The stretches of a line from left to right as they are seen (rules L1 and L2).</summary>
    /// <param name="start">UTF-16 place where the line begins.</param>
    /// <param name="end">Place after it.</param>
    public IReadOnlyList<BidiRun> Runs(int start, int end)
    {
        int first = Array.BinarySearch(_at, start),
            after = Array.BinarySearch(_at, end);
        if (first < 0 || after < 0)
            throw new ArgumentException("A line begins and ends between characters.");
        byte[] levels = LineLevels(first, after);
        List<(int From, int To, byte Level)> runs = [];
        for (int i = 0; i < levels.Length; i++)
            if (i > 0 && levels[i] == runs[^1].Level)
                runs[^1] = runs[^1] with { To = first + i + 1 };
            else
                runs.Add((first + i, first + i + 1, levels[i]));
        for (int level = levels.Length == 0 ? 0 : levels.Max(); level > 0; level--)
        for (int i = 0; i < runs.Count; i++)
        {
            int to = i;
            while (to < runs.Count && runs[to].Level >= level)
                to++;
            runs.Reverse(i, to - i);
            i = Math.Max(i, to);
        }
        return [.. runs.Select(r => new BidiRun(_at[r.From], _at[r.To], r.Level % 2 == 1))];
    }

    /// <summary>The levels of the code points of a line (rule L1).</summary>
    internal byte[] LineLevels(int first, int after)
    {
        byte[] levels = _levels[first..after];
        bool trailing = true;
        for (int i = levels.Length - 1; i >= 0; i--)
        {
            BidiClass c = _original[first + i];
            if (c is B or S)
                trailing = true;
            if (c is B or S || trailing && (c is WS or FSI or LRI or RLI or PDI || IsRemoved(c)))
                levels[i] = BaseLevel;
            else
                trailing = false;
        }
        return levels;
    }

    /// <summary>Left out of the reckoning by rule X9.</summary>
    internal static bool IsRemoved(BidiClass c) => c is RLE or LRE or RLO or LRO or PDF or BN;

    // Nothing in it is written from right to left or says so.
    private bool IsPlain() =>
        BaseLevel == 0
        && !Array.Exists(_original, c => c is R or BidiClass.AL or AN or RLE or RLO or LRE or LRO or LRI or RLI or FSI);

    // P2 and P3: the level of the first strong letter outside isolates.
    private int? FirstStrong(int from, int to)
    {
        int depth = 0;
        for (int i = from; i < to; i++)
            switch (_original[i])
            {
                case LRI or RLI or FSI:
                    depth++;
                    break;
                case PDI:
                    depth = Math.Max(0, depth - 1);
                    break;
                case L when depth == 0:
                    return 0;
                case R or BidiClass.AL when depth == 0:
                    return 1;
            }
        return null;
    }

    private void Resolve()
    {
        int n = _points.Length;
        BidiClass[] classes = [.. _original];
        int[] match = Isolates();
        Explicit(classes, match);
        byte[] set = [.. _levels];
        foreach (List<int> sequence in Sequences(classes, match))
            Sequence(sequence, classes, match, set);
        // What X9 removed takes the level of what is before it.
        for (int i = 0; i < n; i++)
            if (IsRemoved(_original[i]))
                _levels[i] = i > 0 ? _levels[i - 1] : BaseLevel;
    }

    // BD9: for each isolate initiator its PDI, for each PDI its initiator; -1 for none.
    private int[] Isolates()
    {
        int[] match = new int[_points.Length];
        Array.Fill(match, -1);
        Stack<int> open = new();
        for (int i = 0; i < match.Length; i++)
            if (_original[i] is LRI or RLI or FSI)
                open.Push(i);
            else if (_original[i] == PDI && open.TryPop(out int from))
                (match[from], match[i]) = (i, from);
        return match;
    }

    // X1 to X8.
    private void Explicit(BidiClass[] classes, int[] match)
    {
        Stack<(byte Level, BidiClass? Override, bool Isolate)> stack = new();
        stack.Push((BaseLevel, null, false));
        int overIsolates = 0,
            overEmbeddings = 0,
            isolates = 0;
        for (int i = 0; i < classes.Length; i++)
        {
            BidiClass c = _original[i];
            (byte level, BidiClass? now, _) = stack.Peek();
            switch (c)
            {
                case RLE or LRE or RLO or LRO:
                {
                    _levels[i] = level;
                    int next = c is RLE or RLO ? (level + 1) | 1 : (level + 2) & ~1;
                    if (next <= Deepest && overIsolates == 0 && overEmbeddings == 0)
                        stack.Push(
                            (
                                (byte)next,
                                c == RLO ? R
                                : c == LRO ? L
                                : null,
                                false
                            )
                        );
                    else if (overIsolates == 0)
                        overEmbeddings++;
                    break;
                }
                case RLI or LRI or FSI:
                {
                    _levels[i] = level;
                    if (now is { } o)
                        classes[i] = o;
                    bool right =
                        c == RLI || c == FSI && FirstStrong(i + 1, match[i] < 0 ? _points.Length : match[i]) == 1;
                    int next = right ? (level + 1) | 1 : (level + 2) & ~1;
                    if (next <= Deepest && overIsolates == 0 && overEmbeddings == 0)
                    {
                        isolates++;
                        stack.Push(((byte)next, null, true));
                    }
                    else
                        overIsolates++;
                    break;
                }
                case PDI:
                {
                    if (overIsolates > 0)
                        overIsolates--;
                    else if (isolates > 0)
                    {
                        overEmbeddings = 0;
                        while (!stack.Peek().Isolate)
                            stack.Pop();
                        stack.Pop();
                        isolates--;
                    }
                    (_levels[i], now, _) = stack.Peek();
                    if (now is { } o)
                        classes[i] = o;
                    break;
                }
                case PDF:
                    _levels[i] = level;
                    if (overIsolates == 0)
                        if (overEmbeddings > 0)
                            overEmbeddings--;
                        else if (!stack.Peek().Isolate && stack.Count > 1)
                            stack.Pop();
                    break;
                case B:
                    _levels[i] = BaseLevel;
                    break;
                default:
                    _levels[i] = level;
                    if (now is { } over && c != BN)
                        classes[i] = over;
                    break;
            }
        }
    }

    // X9 and X10: isolating run sequences, without what is removed.
    private List<List<int>> Sequences(BidiClass[] classes, int[] match)
    {
        List<List<int>> runs = [];
        int[] runOf = new int[classes.Length];
        for (int i = 0; i < classes.Length; i++)
        {
            if (IsRemoved(_original[i]))
                continue;
            if (runs.Count == 0 || _levels[runs[^1][^1]] != _levels[i])
                runs.Add([]);
            runs[^1].Add(i);
            runOf[i] = runs.Count - 1;
        }
        List<List<int>> sequences = [];
        foreach (List<int> run in runs)
        {
            if (_original[run[0]] == PDI && match[run[0]] >= 0)
                continue;
            List<int> sequence = [.. run];
            while (_original[sequence[^1]] is LRI or RLI or FSI && match[sequence[^1]] >= 0)
                sequence.AddRange(runs[runOf[match[sequence[^1]]]]);
            sequences.Add(sequence);
        }
        return sequences;
    }

    private void Sequence(List<int> s, BidiClass[] classes, int[] match, byte[] set)
    {
        byte level = set[s[0]];
        int before = s[0] - 1,
            after = s[^1] + 1;
        while (before >= 0 && IsRemoved(_original[before]))
            before--;
        while (after < classes.Length && IsRemoved(_original[after]))
            after++;
        bool open = _original[s[^1]] is LRI or RLI or FSI && match[s[^1]] < 0;
        byte left = before < 0 ? BaseLevel : set[before],
            right = open || after >= classes.Length ? BaseLevel : set[after];
        BidiClass sos = Math.Max(level, left) % 2 == 1 ? R : L,
            eos = Math.Max(level, right) % 2 == 1 ? R : L;
        Weak(s, classes, sos);
        Paired(s, classes, sos, level);
        Neutral(s, classes, sos, eos, level);
        // I1 and I2.
        foreach (int i in s)
            _levels[i] += (level % 2, classes[i]) switch
            {
                (0, R) => 1,
                (0, AN or EN) => 2,
                (1, L or EN or AN) => 1,
                _ => 0,
            };
    }

    // W1 to W7.
    private static void Weak(List<int> s, BidiClass[] c, BidiClass sos)
    {
        for (int k = 0; k < s.Count; k++)
            if (c[s[k]] == NSM)
                c[s[k]] =
                    k == 0 ? sos
                    : c[s[k - 1]] is LRI or RLI or FSI or PDI ? ON
                    : c[s[k - 1]];
        BidiClass strong = sos;
        foreach (int i in s)
            if (c[i] is R or L or BidiClass.AL)
                strong = c[i];
            else if (c[i] == EN && strong == BidiClass.AL)
                c[i] = AN;
        foreach (int i in s)
            if (c[i] == BidiClass.AL)
                c[i] = R;
        for (int k = 1; k + 1 < s.Count; k++)
        {
            BidiClass a = c[s[k - 1]],
                b = c[s[k + 1]];
            if (a == b && (c[s[k]] == ES && a == EN || c[s[k]] == CS && a is EN or AN))
                c[s[k]] = a;
        }
        for (int k = 0; k < s.Count; k++)
        {
            if (c[s[k]] != ET)
                continue;
            int to = k;
            while (to < s.Count && c[s[to]] == ET)
                to++;
            bool number = k > 0 && c[s[k - 1]] == EN || to < s.Count && c[s[to]] == EN;
            for (; k < to; k++)
                c[s[k]] = number ? EN : ON;
            k--;
        }
        foreach (int i in s)
            if (c[i] is ES or ET or CS)
                c[i] = ON;
        strong = sos;
        foreach (int i in s)
            if (c[i] is R or L)
                strong = c[i];
            else if (c[i] == EN && strong == L)
                c[i] = L;
    }

    // N0.
    private void Paired(List<int> s, BidiClass[] c, BidiClass sos, byte level)
    {
        BidiClass own = level % 2 == 1 ? R : L;
        List<(int Open, int Close)> pairs = [];
        List<(int Bracket, int At)> stack = [];
        for (int k = 0; k < s.Count; k++)
        {
            if (c[s[k]] != ON || CodePoints.Bracket(_points[s[k]]) is not { } bracket)
                continue;
            if (bracket.Opens)
            {
                if (stack.Count == 63)
                    break;
                stack.Add((Same(bracket.Other), k));
                continue;
            }
            int found = stack.FindLastIndex(o => o.Bracket == Same(_points[s[k]]));
            if (found < 0)
                continue;
            pairs.Add((stack[found].At, k));
            stack.RemoveRange(found, stack.Count - found);
        }
        pairs.Sort();
        foreach ((int open, int close) in pairs)
        {
            BidiClass? inside = null;
            for (int k = open + 1; k < close; k++)
                if (Strong(c[s[k]]) is { } strong)
                {
                    inside = strong;
                    if (strong == own)
                        break;
                }
            if (inside is null)
                continue;
            BidiClass set = own;
            if (inside != own)
            {
                BidiClass context = sos;
                for (int k = open - 1; k >= 0; k--)
                    if (Strong(c[s[k]]) is { } strong)
                    {
                        context = strong;
                        break;
                    }
                set = context == inside ? inside.Value : own;
            }
            foreach (int k in (ReadOnlySpan<int>)[open, close])
            {
                c[s[k]] = set;
                // Marks on a bracket go with it.
                for (int m = k + 1; m < s.Count && _original[s[m]] == NSM; m++)
                    c[s[m]] = set;
            }
        }
    }

    // The two pairs of angle brackets are the same (canonical equivalents).
    private static int Same(int bracket) =>
        bracket switch
        {
            0x2329 => 0x3008,
            0x232A => 0x3009,
            _ => bracket,
        };

    private static BidiClass? Strong(BidiClass c) =>
        c switch
        {
            L => L,
            R or EN or AN => R,
            _ => null,
        };

    // N1 and N2.
    private static void Neutral(List<int> s, BidiClass[] c, BidiClass sos, BidiClass eos, byte level)
    {
        for (int k = 0; k < s.Count; k++)
        {
            if (Strong(c[s[k]]) is not null)
                continue;
            int to = k;
            while (to < s.Count && Strong(c[s[to]]) is null)
                to++;
            BidiClass left = k == 0 ? sos : Strong(c[s[k - 1]])!.Value,
                right = to == s.Count ? eos : Strong(c[s[to]])!.Value,
                set = left == right ? left
                : level % 2 == 1 ? R
                : L;
            for (; k < to; k++)
                c[s[k]] = set;
            k--;
        }
    }
}
