namespace Jaali.Core.Typesetting;

/// <summary>Sets words: breaks them into lines that fit their room, in the real faces, whatever their script.</summary>
public static class Typesetter
{
    private const double Step = 6;

    // Between columns, in sizes.
    private const double ColumnGap = 1.6;

    /// <summary>The largest size at which the words fit the room, at most the setting's own unless it grows; at the
    /// smallest size they may be higher than the room, and nothing of them is cut.</summary>
    /// <param name="paragraphs">The words.</param>
    /// <param name="how">How they are set.</param>
    /// <param name="width">Of the room, in units.</param>
    /// <param name="height">Of the room, in units.</param>
    /// <param name="fonts">The faces.</param>
    public static SetText Fit(
        IReadOnlyList<Paragraph> paragraphs,
        TypeSetting how,
        double width,
        double height,
        IFonts fonts
    )
    {
        IReadOnlyList<string> labels = Paragraph.Labels(paragraphs);
        MeasuredParagraph[] measured =
        [
            .. paragraphs.Select((p, i) => MeasuredParagraphs.Of(p, labels[i], how, fonts)),
        ];
        if (how.Grows)
            return Grown(measured, how, width, height, fonts);
        for (double size = how.Size; ; size = Math.Max(how.Smallest, size - Step))
        {
            Broken broken = Break(measured, how, size, width);
            // A heading is rather set smaller than a word of it cut in two.
            bool fits =
                broken.Lead * size <= height + 1e-6
                && (how.MostLines is not { } most || broken.Lines.Sum(l => l.Count) <= most)
                && (how.MostLines is null || !SplitsWords(measured, broken));
            if (fits || size <= how.Smallest)
                return Set(measured, how, size, broken, fits, fonts);
        }
    }

    /// <summary>Words in one line after the other at the setting's own size, with nothing known of a room but its
    /// width.</summary>
    public static SetText Break(IReadOnlyList<Paragraph> paragraphs, TypeSetting how, double width, IFonts fonts) =>
        Fit(paragraphs, how with { Smallest = how.Size }, width, double.MaxValue, fonts);

    /// <summary>How wide words without a break of their own are in one line at the setting's own size, in
    /// units.</summary>
    public static double Width(string line, TypeSetting how, IFonts fonts)
    {
        MeasuredParagraph m = MeasuredParagraphs.Of(new Paragraph([new TextRun(line)]), "", how, fonts);
        return m.Pieces(m.Line.Start, m.Line.End, how.Size).Width;
    }

    // The lines of each paragraph; Lead is the height of all, in sizes.
    private sealed record Broken(
        IReadOnlyList<(int Start, int End)>[] Lines,
        int[] Columns,
        double Lead,
        double Column
    );

    private static SetText Grown(
        MeasuredParagraph[] measured,
        TypeSetting how,
        double width,
        double height,
        IFonts fonts
    )
    {
        // Whole sizes: the largest that fits, looked for by halves.
        int low = (int)Math.Ceiling(how.Smallest),
            high = (int)TypeSetting.Largest;
        while (low < high)
        {
            int middle = (low + high + 1) / 2;
            Broken tried = Break(measured, how, middle, width);
            bool whole =
                tried
                    .Lines.Select((l, i) => l.All(x => measured[i].Width(x.Start, x.End) <= tried.Column + 1e-6))
                    .All(w => w) && !SplitsWords(measured, tried);
            if (whole && tried.Lead * middle <= height)
                low = middle;
            else
                high = middle - 1;
        }
        Broken broken = Break(measured, how, low, width);
        return Set(measured, how, low, broken, broken.Lead * low <= height + 1e-6, fonts);
    }

    private static bool SplitsWords(MeasuredParagraph[] measured, Broken broken)
    {
        for (int p = 0; p < measured.Length; p++)
        for (int i = 1; i < broken.Lines[p].Count; i++)
            if (
                broken.Lines[p][i].Start == broken.Lines[p][i - 1].End
                && !measured[p].MayBreak(broken.Lines[p][i].Start)
            )
                return true;
        return false;
    }

    private static Broken Break(MeasuredParagraph[] measured, TypeSetting how, double size, double width)
    {
        int columns = Math.Max(1, how.Columns);
        double column = (width / size - (columns - 1) * ColumnGap) / columns;
        IReadOnlyList<(int Start, int End)>[] lines =
        [
            .. measured.Select(m => how.Balanced ? Balanced(m, column) : m.Break(column)),
        ];
        int total = lines.Sum(l => l.Count),
            most = (total + columns - 1) / columns;
        int[] at = new int[columns];
        Array.Fill(at, most);
        double gaps = columns == 1 ? (measured.Length - 1) * how.ParagraphGap : 0;
        return new(lines, at, most * how.Leading + gaps, column);
    }

    // The same number of lines, with the width shared out so that no line is left nearly empty.
    private static IReadOnlyList<(int Start, int End)> Balanced(MeasuredParagraph m, double width)
    {
        IReadOnlyList<(int Start, int End)> usual = m.Break(width);
        return usual.Count == 1
            ? usual
            : m.Even(usual.Count, width, usual.Average(l => m.Width(l.Start, l.End))) ?? Narrowest(m, width, usual);
    }

    // The narrowest column that takes no more lines.
    private static IReadOnlyList<(int Start, int End)> Narrowest(
        MeasuredParagraph m,
        double width,
        IReadOnlyList<(int Start, int End)> best
    )
    {
        double low = width / best.Count * .8,
            high = width;
        for (int i = 0; i < 12; i++)
        {
            double middle = (low + high) / 2;
            IReadOnlyList<(int Start, int End)> tried = m.Break(middle);
            if (tried.Count <= best.Count && tried.All(l => m.Width(l.Start, l.End) <= middle + 1e-6))
                (best, high) = (tried, middle);
            else
                low = middle;
        }
        return best;
    }

    private static SetText Set(
        MeasuredParagraph[] measured,
        TypeSetting how,
        double size,
        Broken broken,
        bool fits,
        IFonts fonts
    )
    {
        FaceMetrics metrics = fonts.Metrics(how.Face);
        double ascent = metrics.Ascent * size,
            leading = how.Leading * size,
            column = broken.Column * size;
        List<(SetLine Line, bool Right, int Column, double SetIn)> set = [];
        double y = ascent,
            foot = ascent,
            widest = 0;
        int inColumn = 0,
            at = 0;
        for (int p = 0; p < measured.Length; p++)
        {
            MeasuredParagraph m = measured[p];
            for (int i = 0; i < broken.Lines[p].Count; i++)
            {
                if (inColumn == broken.Columns[at] && at < broken.Columns.Length - 1)
                    (at, inColumn, y) = (at + 1, 0, ascent);
                (int start, int end) = broken.Lines[p][i];
                (List<SetPiece> pieces, double width) = m.Pieces(start, end, size);
                set.Add(
                    (
                        new(p, start, end, 0, y, width, pieces, i == 0 ? m.Label(size) : null),
                        m.IsRightToLeft,
                        at,
                        m.SetIn * size
                    )
                );
                widest = Math.Max(widest, width + m.SetIn * size);
                foot = Math.Max(foot, y);
                y += leading;
                inColumn++;
            }
            if (how.Columns <= 1)
                y += how.ParagraphGap * size;
        }
        // Columns keep their width; words in one are as wide as their widest line.
        double room = how.Columns > 1 ? column : widest,
            apart = column + ColumnGap * size;
        return new(
            how,
            size,
            [.. set.Select(s => Placed(s.Line, s.Right, s.SetIn, s.Column * apart, room, how.Align))],
            how.Columns > 1 ? (how.Columns - 1) * apart + column : widest,
            foot + metrics.Descent * size,
            fits,
            [.. measured.SelectMany(m => m.Missing).Distinct()],
            [.. measured.SelectMany(m => m.Others).Distinct()]
        )
        {
            IsRightToLeft = measured.All(m => m.IsRightToLeft),
        };
    }

    private static SetLine Placed(SetLine line, bool right, double setIn, double left, double room, WordsAlign align)
    {
        double free = room - setIn - line.Width,
            x =
                left
                + (right ? 0 : setIn)
                + align switch
                {
                    WordsAlign.Middle => free / 2,
                    WordsAlign.End => right ? 0 : free,
                    _ => right ? free : 0,
                };
        SetPiece? label = line.Label is { } m
            ? m with
            {
                X = right ? x + line.Width - m.X - m.Width : x + m.X,
                Y = line.Y,
            }
            : null;
        return line with
        {
            X = x,
            Pieces = [.. line.Pieces.Select(p => p with { X = x + p.X, Y = line.Y + p.Y })],
            Label = label,
        };
    }
}
