namespace Jaali.Core.Typesetting;

/// <summary>Breaks words into lines with real widths.</summary>
public static class LineBreaker
{
    /// <summary>
    /// Lines no wider than <paramref name="width"/>. Breaks at spaces, after hyphens and dashes, and between
    /// ideographs, after the plain rules of Unicode UAX #14;
    /// a word wider than the line is broken where it must. Line feeds are kept. Trailing spaces are dropped.
    /// </summary>
    /// <param name="text">What to set.</param>
    /// <param name="width">Greatest width.</param>
    /// <param name="measure">Width of a piece.</param>
    public static IReadOnlyList<string> Break(string text, double width, Func<string, double> measure)
    {
        List<string> lines = [];
        foreach (string paragraph in text.ReplaceLineEndings("\n").Split('\n'))
        {
            string line = "";
            foreach (string piece in Pieces(paragraph))
            {
                if (measure((line + piece).TrimEnd()) <= width)
                {
                    line += piece;
                    continue;
                }
                if (line.TrimEnd().Length > 0)
                    lines.Add(line.TrimEnd());
                line = piece.TrimStart();
                while (measure(line.TrimEnd()) > width && line.Length > 1)
                {
                    int fit = Fitting(line, width, measure);
                    lines.Add(line[..fit]);
                    line = line[fit..];
                }
            }
            lines.Add(line.TrimEnd());
        }
        return lines;
    }

    /// <summary>The same number of lines as <see cref="Break"/>, with the width shared out so that no line is left
    /// nearly empty.</summary>
    public static IReadOnlyList<string> Balance(string text, double width, Func<string, double> measure)
    {
        IReadOnlyList<string> best = Break(text, width, measure);
        double low = width / best.Count * .8,
            high = width;
        for (int i = 0; i < 12; i++)
        {
            double middle = (low + high) / 2;
            IReadOnlyList<string> tried = Break(text, middle, measure);
            if (tried.Count <= best.Count && tried.All(l => measure(l) <= middle))
                (best, high) = (tried, middle);
            else
                low = middle;
        }
        return best;
    }

    private static IEnumerable<string> Pieces(string text)
    {
        int start = 0;
        for (int i = 1; i < text.Length; i++)
        {
            char before = text[i - 1],
                here = text[i];
            bool afterSpace = before == ' ' && here != ' ';
            bool afterDash =
                (before is '-' or '–' or '—' or '/' or '\u00AD')
                && char.IsLetterOrDigit(here)
                && i > 1
                && text[i - 2] != ' ';
            bool ideograph = Ideographic(before) && Ideographic(here) && here is not ('、' or '。' or '」' or '）');
            if (!afterSpace && !afterDash && !ideograph)
                continue;
            yield return text[start..i];
            start = i;
        }
        if (start < text.Length)
            yield return text[start..];
    }

    private static bool Ideographic(char c) =>
        c is >= '\u3040' and <= '\u30FF' or >= '\u3400' and <= '\u9FFF' or >= '\uAC00' and <= '\uD7A3';

    private static int Fitting(string line, double width, Func<string, double> measure)
    {
        int low = 1,
            high = line.Length - 1;
        while (low < high)
        {
            int middle = (low + high + 1) / 2;
            if (measure(line[..middle]) <= width)
                low = middle;
            else
                high = middle - 1;
        }
        return low > 1 && char.IsLowSurrogate(line[low]) ? low - 1 : low;
    }
}
