namespace Jaali.Core.Items;

/// <summary>A table laid out: the size of its words, the widths of its columns, the heights of its rows.</summary>
internal sealed class TableLayout
{
    // Between columns, and above and below the words of a row, in sizes; where there is room, rows stand further apart.
    private const double Between = 1.1,
        Least = .34,
        Most = .85;

    // Words of the header are a little smaller; photos in cells are at least so many lines high.
    private const double OfHeader = .82,
        PhotoLines = 2.6;

    // What is tried when columns are evened: part of the table, as often as it helps.
    private const double Step = .02;
    private const int MostTries = 60;

    private readonly Table _table;
    private readonly bool _isHeader;
    private readonly Dictionary<(int Column, double Width), SetText?[]> _broken = [];
    private readonly (double Before, double After)?[] _aligned;

    // How wide each cell is in one line; without end for one of several lines.
    private readonly double[,] _line;
    private readonly double _oneLine,
        _oneOfHeader;
    private readonly double[] _least,
        _natural;

    private TableLayout(Table table, InnerWords words, TableLayout? larger)
    {
        (_table, Words) = (table, words);
        Columns = table.Rows[0].Count;
        Widths = new double[Columns];
        Heights = new double[table.Rows.Count];
        Cells = new SetText?[table.Rows.Count, Columns];
        _aligned = new (double, double)?[Columns];
        _line = new double[table.Rows.Count, Columns];
        _oneLine = words.Set("x").Height;
        _oneOfHeader = words.Set("x", size: words.Size * OfHeader).Height;
        _isHeader = larger?._isHeader ?? table.HasHeader;
        if (larger is not null)
        {
            // Everything of a smaller size is as much narrower.
            double by = words.Size / larger.Words.Size;
            IsFigures = larger.IsFigures;
            (_least, _natural) = ([.. larger._least.Select(w => w * by)], [.. larger._natural.Select(w => w * by)]);
            for (int c = 0; c < Columns; c++)
            {
                (double before, double after) = larger.Aligned(c);
                _aligned[c] = (before * by, after * by);
                for (int r = 0; r < table.Rows.Count; r++)
                    _line[r, c] = larger._line[r, c] * by;
            }
            return;
        }
        IsFigures =
        [
            .. Enumerable
                .Range(0, Columns)
                .Select(c =>
                    table.Rows.Skip(_isHeader ? 1 : 0).Where(r => r[c].Length > 0).ToArray() is { Length: > 0 } body
                    && body.All(r => Figure.Read(r[c]) is not null)
                ),
        ];
        _least = new double[Columns];
        _natural = new double[Columns];
        for (int c = 0; c < Columns; c++)
        {
            (double before, double after) = Aligned(c);
            _least[c] = _natural[c] = before + after;
            for (int r = 0; r < table.Rows.Count; r++)
            {
                string cell = table.Rows[r][c];
                double scale = IsHeader(r) ? OfHeader : 1;
                double wide = scale * cell.Split('\n').Max(l => Words.Width(l, IsBold(r, c)));
                _line[r, c] = cell.Contains('\n') ? double.PositiveInfinity : wide;
                _natural[c] = Math.Max(_natural[c], wide);
                foreach (string word in IsFigures[c] && !IsHeader(r) ? [] : cell.Split([' ', '\n']))
                    _least[c] = Math.Max(_least[c], scale * Words.Width(word, IsBold(r, c)));
            }
            if (table.Photos?.Exists(p => p.Column == c) == true)
            {
                _least[c] = Math.Max(_least[c], Words.Leading * PhotoLines);
                _natural[c] = Math.Max(_natural[c], Words.Leading * PhotoLines * 1.5);
            }
        }
    }

    internal InnerWords Words { get; }

    internal int Columns { get; }

    /// <summary>Columns of figures, which are aligned on the decimal.</summary>
    internal bool[] IsFigures { get; }

    internal double[] Widths { get; private set; }

    internal double[] Heights { get; }

    /// <summary>The words of the cells, once it is finished.</summary>
    internal SetText?[,] Cells { get; }

    internal double Gap => Words.Size * Between;

    /// <summary>Above and below the words of a row.</summary>
    internal double Padding { get; private set; }

    internal double Height => Heights.Sum();

    /// <summary>True where it is no higher and no wider than its room.</summary>
    internal bool Fits { get; private set; }

    internal bool IsHeader(int row) => row == 0 && _isHeader;

    internal bool IsBold(int row, int column) =>
        _table.HeaderColumn && column == 0 && !IsHeader(row) || _table.BroughtOut == row;

    internal double SizeOf(int row) => IsHeader(row) ? Words.Size * OfHeader : Words.Size;

    /// <summary>The layout at the largest size, from that of text down to the smallest, at which all fits.</summary>
    internal static TableLayout Of(Table table, Composition scene, SlideRect room)
    {
        double largest = Math.Max(ChartScene.SmallestWords, scene.Theme.Setting(WordsRole.Body).Size);
        // The largest that fits, looked for by halves.
        double low = ChartScene.SmallestWords,
            high = largest;
        TableLayout? best = null,
            first = null;
        for (int i = 0; i < 7 && (i == 0 || high - low > .75); i++)
        {
            double size = i == 0 ? high : Math.Round((low + high) / 2, 1);
            TableLayout tried = At(size);
            if (tried.Fits)
            {
                (best, low) = (tried, size);
                if (i == 0)
                    break;
            }
            else
                high = size;
        }
        best ??= At(ChartScene.SmallestWords);
        best.Spread(room.Height);
        best.Finish();
        return best;

        TableLayout At(double size)
        {
            var layout = new TableLayout(
                table,
                new InnerWords(scene, table.At, WordsRole.Body, size, first?.Words.Ink),
                first
            );
            first ??= layout;
            layout.Lay(room);
            return layout;
        }
    }

    /// <summary>How far the figures of a column reach before and behind their decimal sign.</summary>
    internal (double Before, double After) Aligned(int column)
    {
        if (!IsFigures[column])
            return (0, 0);
        if (_aligned[column] is { } known)
            return known;
        double before = 0,
            after = 0;
        for (int r = _isHeader ? 1 : 0; r < _table.Rows.Count; r++)
        {
            string cell = _table.Rows[r][column];
            int at = Decimal(cell);
            bool bold = IsBold(r, column);
            double whole = Words.Width(cell, bold),
                first = at == cell.Length ? whole : Words.Width(cell[..at], bold);
            before = Math.Max(before, first);
            after = Math.Max(after, whole - first);
        }
        _aligned[column] = (before, after);
        return (before, after);
    }

    /// <summary>How far a figure reaches before its decimal sign, in units.</summary>
    internal double Before(int row, int column) =>
        Words.Width(_table.Rows[row][column][..Decimal(_table.Rows[row][column])], IsBold(row, column));

    /// <summary>Where the decimals of a written figure begin, or what stands behind it.</summary>
    internal static int Decimal(string cell)
    {
        if (Figure.Read(cell) is not { } figure)
            return cell.Length;
        int end = cell.TrimEnd().Length - figure.After.Length;
        return figure.Decimals == 0 ? end : Math.Max(0, end - figure.Decimals - 1);
    }

    private void Lay(SlideRect room)
    {
        double free = room.Width - Gap * (Columns - 1);
        Padding = Words.Size * Least;
        if (_table.Widths is { } own)
            Widths = [.. own.Select(w => w * free)];
        else if (_natural.Sum() <= free)
            Widths = Spare(free);
        else
        {
            // Between its longest word and its longest line, each as much of its way (CSS 2.1, 17.5.2.2).
            double least = _least.Sum(),
                ways = _natural.Sum() - least;
            Widths =
                least >= free
                    ? [.. _least.Select(w => w * free / least)]
                    : [.. _least.Select((w, c) => w + (free - least) * (_natural[c] - w) / ways)];
        }
        Break();
        if (_table.Widths is null && _natural.Sum() > free)
            Even(free);
        Fits =
            Height <= room.Height + .5
            && (_least.Sum() <= free + .5 || _table.Widths is not null)
            && Enumerable.Range(0, Columns).All(c => Widths[c] >= _least[c] - .5);
    }

    // What is left goes to columns of words where there are figures beside them, else to all.
    private double[] Spare(double free)
    {
        double spare = free - _natural.Sum();
        bool[] takes =
            IsFigures.Any(f => f) && IsFigures.Any(f => !f)
                ? [.. IsFigures.Select(f => !f)]
                : [.. IsFigures.Select(_ => true)];
        double all = _natural.Where((_, c) => takes[c]).Sum();
        return [.. _natural.Select((w, c) => takes[c] ? w + spare * (all > 0 ? w / all : 1.0 / Columns) : w)];
    }

    private void Break()
    {
        for (int c = 0; c < Columns; c++)
            BreakColumn(c);
        Measure();
    }

    // Widths are tried more than once: what was broken for one is kept. What stands in one line is set at the end.
    private void BreakColumn(int c)
    {
        double width = Math.Round(Widths[c] + .5, 2);
        if (!_broken.TryGetValue((c, width), out SetText?[]? column))
            _broken[(c, width)] = column = [
                .. _table.Rows.Select(
                    (row, r) => _line[r, c] <= Widths[c] ? null : Words.Set(row[c], width, IsBold(r, c), SizeOf(r))
                ),
            ];
        for (int r = 0; r < column.Length; r++)
            Cells[r, c] = column[r];
    }

    private void Finish()
    {
        for (int r = 0; r < Heights.Length; r++)
        for (int c = 0; c < Columns; c++)
            Cells[r, c] ??= Words.Set(_table.Rows[r][c], Math.Round(Widths[c] + .5, 2), IsBold(r, c), SizeOf(r));
    }

    private double High(int row, int column) => Cells[row, column]?.Height ?? (IsHeader(row) ? _oneOfHeader : _oneLine);

    private void Measure()
    {
        for (int r = 0; r < Heights.Length; r++)
        {
            double high = SizeOf(r);
            for (int c = 0; c < Columns; c++)
                high = Math.Max(
                    high,
                    (_table.Rows[r][c].Length > 0 ? High(r, c) : 0)
                        + (_table.PhotoAt(r, c) is null ? 0 : Words.Leading * PhotoLines)
                );
            Heights[r] = high + 2 * Padding;
        }
    }

    // Width goes from one column to another as long as the table becomes lower by it.
    private void Even(double free)
    {
        double step = free * Step;
        for (int tries = 0; tries < MostTries; tries++)
        {
            double best = Height;
            double[]? better = null;
            for (int from = 0; from < Columns; from++)
            {
                if (Widths[from] - step < _least[from])
                    continue;
                for (int to = 0; to < Columns; to++)
                {
                    if (to == from || Widths[to] >= _natural[to])
                        continue;
                    double[] was = Widths;
                    Widths = [.. was];
                    Widths[from] -= step;
                    Widths[to] += step;
                    BreakColumn(from);
                    BreakColumn(to);
                    Measure();
                    if (Height < best - .5)
                        (best, better) = (Height, Widths);
                    Widths = was;
                    BreakColumn(from);
                    BreakColumn(to);
                }
            }
            Measure();
            if (better is null)
                return;
            Widths = better;
            Break();
        }
    }

    // Rows stand further apart where there is room, as far as they are still one table.
    private void Spread(double height)
    {
        double more = Math.Min(Words.Size * (Most - Least), Math.Max(0, (height - Height) / (2 * Heights.Length)));
        Padding += more;
        for (int r = 0; r < Heights.Length; r++)
            Heights[r] += 2 * more;
    }
}
