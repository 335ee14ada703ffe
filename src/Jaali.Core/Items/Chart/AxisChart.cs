namespace Jaali.Core.Items;

/// <summary>Figures along an axis: columns, bars, lines, areas, dots.</summary>
internal static class AxisChart
{
    // Bars take so much of their slot; of several series side by side they touch nearly.
    private const double BarShare = .72,
        BarShareOfSeveral = .84;

    // No column is wider, in units.
    private const double Widest = 170;

    // So many figures have their words at their marks; more have an axis.
    private const int MostDirect = 40;

    // Rows that lie may take so much of the width for their names.
    private const double NamesWidth = .34;

    internal static void Draw(DataSeries data, SlideRect plot, ChartMarks marks)
    {
        ChartForm form = marks.Item.Form;
        if (data.Labels.Count == 0 || data.Series.Count == 0)
            return;
        if (form is ChartForm.Bars or ChartForm.StackedBars or ChartForm.Dots)
            new Lying(data, plot, marks).Draw();
        else
            new Upright(data, plot, marks).Draw();
    }

    /// <summary>Where the marks of stacked series begin and end: those above 0 upwards, those below 0
    /// downwards.</summary>
    /// <param name="values">By series, then by row.</param>
    internal static (double From, double To)[][] Stack(IReadOnlyList<IReadOnlyList<double?>> values)
    {
        int rows = values.Count == 0 ? 0 : values[0].Count;
        double[] up = new double[rows],
            down = new double[rows];
        return
        [
            .. values.Select(series =>
                series
                    .Select(
                        (value, i) =>
                        {
                            double v = value ?? 0;
                            ref double at = ref v >= 0 ? ref up[i] : ref down[i];
                            double from = at;
                            at += v;
                            return (from, at);
                        }
                    )
                    .ToArray()
            ),
        ];
    }

    private abstract class Plot
    {
        protected readonly DataSeries Data;
        protected readonly ChartMarks Marks;
        protected readonly InnerWords Words;
        protected readonly int Rows;
        protected readonly bool Stacked,
            Several;
        protected readonly (double From, double To)[][] Spans;
        protected readonly MarkColour[] Colours;
        protected readonly Figure Sample;
        protected readonly AxisScale Axis;
        protected SlideRect Room;

        protected Plot(DataSeries data, SlideRect plot, ChartMarks marks, bool fromZero)
        {
            (Data, Room, Marks, Words, Rows) = (data, plot, marks, marks.Words, data.Labels.Count);
            Several = data.Series.Count > 1;
            Stacked =
                Several && marks.Item.Form is ChartForm.StackedColumns or ChartForm.StackedBars or ChartForm.Areas;
            IReadOnlyList<double?>[] values = [.. data.Series.Select(s => s.Values)];
            Spans = Stacked ? Stack(values) : [.. values.Select(s => s.Select(v => (0d, v ?? 0)).ToArray())];
            double[] ends =
            [
                .. Spans
                    .SelectMany((s, n) => s.Where((_, i) => Stacked || values[n][i] is not null))
                    .SelectMany(e => Stacked || fromZero ? new[] { e.From, e.To } : [e.To]),
            ];
            double low = ends.DefaultIfEmpty(0).Min(),
                high = ends.DefaultIfEmpty(1).Max();
            // A line may begin at another height than 0 where its values lie far from it and near together.
            if (fromZero || low >= 0 && low < high * .6)
                low = Math.Min(0, low);
            if (fromZero || high <= 0 && high > low * .6)
                high = Math.Max(0, high);
            Axis = AxisScale.Round(low, high, Math.Clamp((int)(plot.Height / (Words.Leading * 2.4)), 2, 6));
            Sample = data.Series.SelectMany(s => s.Figures).FirstOrDefault(f => f is not null) ?? default;
            Colours = marks.Colours(data);
            marks.Axis = Axis;
        }

        protected MarkColour Colour(int series, int row) => Colours[Several ? series : row];

        // The widest name of a row: of many the longest in letters are measured.
        protected double WidestName() =>
            Data.Labels.Distinct().OrderByDescending(l => l.Length).Take(MostMeasured).Max(l => Words.Width(l));

        private const int MostMeasured = 40;

        // Series come one after the other; of one series its rows.
        protected int Part(int series, int row) => Several ? series : row;

        protected bool Brought(int series, int row) => Marks.Item.BroughtOut == (Several ? series : row);

        protected double? Value(int series, int row) => Data.Series[series].Values[row];

        protected string Written(int series, int row) => Data.Series[series].Written[row];

        // The photo shows in all marks, or in those that are brought out.
        protected bool OfPhoto(int series, int row) => Marks.Item.BroughtOut is null || Brought(series, row);

        protected string Tick(double value) => Sample.Write(value, Axis.Decimals);

        // Names of several series in a line over the marks, each behind its colour; they wrap.
        protected void Key()
        {
            if (!Several || Data.Series.All(s => s.Name.Length == 0))
                return;
            double swatch = Words.Size * .62,
                x = Room.X,
                y = Room.Y + Words.Leading / 2;
            for (int i = 0; i < Data.Series.Count; i++)
            {
                string name = Data.Series[i].Name;
                double wide = swatch * 1.6 + Words.Width(name, Brought(i, i));
                if (x > Room.X && x + wide > Room.Right)
                    (x, y) = (Room.X, y + Words.Leading);
                Marks.With(
                    i,
                    [
                        new PathNode(
                            Path.Rect(new(x, y - swatch / 2, swatch, swatch)),
                            Colours[i].Colour,
                            Colours[i].Opacity
                        ),
                        .. Words.Line(name, x + swatch * 1.6, y, WordsAlign.Start, bold: Brought(i, i)),
                    ]
                );
                x += wide + Words.Size * 1.3;
            }
            double used = y + Words.Leading / 2 + Words.Size * .5 - Room.Y;
            Room = Room with { Y = Room.Y + used, Height = Math.Max(Words.Size, Room.Height - used) };
        }
    }

    /// <summary>Columns, lines and areas: values upwards.</summary>
    private sealed class Upright(DataSeries data, SlideRect plot, ChartMarks marks)
        : Plot(data, plot, marks, marks.Item.Form is not ChartForm.Lines)
    {
        private double[] _x = [];
        private double _slot;
        private bool _runs;

        internal void Draw()
        {
            _runs = Marks.Item.Form is ChartForm.Lines or ChartForm.Areas;
            // Series that run have their names at their ends.
            bool named = _runs && Several && Data.Series.Any(s => s.Name.Length > 0);
            if (!named)
                Key();
            bool direct = Marks.HasFigures = !_runs && Direct();
            double under = Data.Labels.Any(l => l.Length > 0) ? Words.Leading * 1.35 : 0,
                right = 0;
            double[] ticks = [.. Axis.Ticks];
            double numbers = direct ? 0 : ticks.Max(t => Words.Width(Tick(t))) + Words.Size * .6,
                // Names at the ends of lines stand where the axis would have its figures.
                left = named ? numbers : 0;
            right = named
                ? Math.Min(Room.Width * NamesWidth, Data.Series.Max(s => Words.Width(s.Name, bold: true)) + Words.Size)
                : numbers;
            double over = direct ? Words.Leading * 1.1 : Words.Size * .5,
                below = direct && Spans.Any(s => s.Any(e => e.To < 0)) ? Words.Leading * 1.1 : 0;
            Room = new(
                Room.X + left,
                Room.Y + over,
                Math.Max(Words.Size, Room.Width - left - right),
                Math.Max(Words.Size, Room.Height - over - under - below)
            );
            if (!direct)
                foreach (double t in ticks)
                {
                    Marks.Below(Marks.Rule(Room.X, Y(t) - .75, Room.Width, 1.5, t == 0 ? .7 : .2));
                    Marks.Above(
                        named
                            ? Words.Line(Tick(t), Room.X - Words.Size * .6, Y(t), WordsAlign.End)
                            : Words.Line(Tick(t), Room.Right + right, Y(t), WordsAlign.End)
                    );
                }
            else
                Marks.Above([Marks.Rule(Room.X, Y(0) - 1, Room.Width, 2, .7)]);
            Across();
            if (_runs)
                Run(named, right);
            else
                Stand(direct);
            Names(Room.Bottom + below);
        }

        private double Y(double value) => Room.Bottom - Axis.At(value) * Room.Height;

        // Rows that are called by rising figures, as years are, stand where these are; others at even distances.
        private void Across()
        {
            Figure?[] at = [.. Data.Labels.Select(Figure.Read)];
            bool scaled =
                _runs
                && Rows > 2
                && at.All(f => f is not null)
                && at.Zip(at.Skip(1)).All(p => p.First!.Value.Value < p.Second!.Value.Value);
            _slot = Room.Width / Rows;
            _x =
                scaled
                    ?
                    [
                        .. at.Select(f =>
                            Room.X
                            + Room.Width
                                * (f!.Value.Value - at[0]!.Value.Value)
                                / (at[^1]!.Value.Value - at[0]!.Value.Value)
                        ),
                    ]
                : _runs && Rows > 1 ? [.. Enumerable.Range(0, Rows).Select(i => Room.X + Room.Width * i / (Rows - 1))]
                : [.. Enumerable.Range(0, Rows).Select(i => Room.X + _slot * (i + .5))];
        }

        // Every figure at its mark, where all of them have room.
        private bool Direct()
        {
            int beside = Stacked ? 1 : Data.Series.Count;
            double room = Room.Width / Rows * (Several && !Stacked ? BarShareOfSeveral / beside : 1);
            return Rows * Data.Series.Count <= MostDirect
                && !Stacked
                && Data.Series.All(s => s.Written.All(w => Words.Width(w, bold: true) < room - Words.Size * .2));
        }

        private void Stand(bool direct)
        {
            int beside = Stacked ? 1 : Data.Series.Count;
            double share = beside == 1 ? BarShare : BarShareOfSeveral,
                wide = Math.Min(_slot * share, Widest * beside) / beside;
            share = wide * beside / _slot;
            for (int s = 0; s < Data.Series.Count; s++)
            for (int i = 0; i < Rows; i++)
            {
                if (Value(s, i) is null)
                    continue;
                (double from, double to) = Spans[s][i];
                double x = _x[i] - _slot * share / 2 + (Stacked ? 0 : s * wide),
                    top = Math.Min(Y(from), Y(to)),
                    high = Math.Abs(Y(from) - Y(to)),
                    gap = beside > 1 ? Math.Min(2, wide * .06) : 0;
                if (high > 0)
                    Marks.Mark(
                        Part(s, i),
                        Path.Rect(new(x + gap, top, wide - 2 * gap, high)),
                        Colour(s, i),
                        OfPhoto(s, i)
                    );
                if (direct)
                    Marks.With(
                        Part(s, i),
                        Words.Line(
                            Written(s, i),
                            x + wide / 2,
                            to < 0 ? Math.Max(Y(from), Y(to)) + Words.Leading * .6 : top - Words.Leading * .6,
                            WordsAlign.Middle,
                            bold: Brought(s, i)
                        )
                    );
            }
        }

        private void Run(bool named, double right)
        {
            bool areas = Marks.Item.Form == ChartForm.Areas;
            double thick = Math.Clamp(Room.Height / 70, 4, 9);
            List<(int Series, double Y)> ends = [];
            for (int s = 0; s < Data.Series.Count; s++)
            {
                MarkColour colour = Several ? Colours[s] : new MarkColour(Marks.Accents[0]);
                int last = -1;
                foreach ((int first, int end) in Stretches(s))
                {
                    SlidePoint[] line =
                    [
                        .. Enumerable
                            .Range(first, end - first + 1)
                            .Select(i => new SlidePoint(_x[i], Y(Spans[s][i].To))),
                    ];
                    if (areas)
                        Marks.Mark(
                            Part(s, 0),
                            Path.Polygon([
                                .. line,
                                .. Enumerable
                                    .Range(first, end - first + 1)
                                    .Reverse()
                                    .Select(i => new SlidePoint(_x[i], Y(Spans[s][i].From))),
                            ]),
                            Several ? colour : colour with { Opacity = colour.Opacity * .85 },
                            Marks.Item.BroughtOut is null || Several && Brought(s, s)
                        );
                    else
                        Marks.Mark(Part(s, 0), Ribbon.Of(line, Brought(s, s) && Several ? thick * 1.4 : thick), colour);
                    last = end;
                }
                if (last < 0)
                    continue;
                double y = Y(areas && Stacked ? (Spans[s][last].To + Spans[s][last].From) / 2 : Spans[s][last].To);
                ends.Add((s, y));
                if (!areas)
                    Marks.Mark(Part(s, 0), Dot(_x[last], Y(Spans[s][last].To), thick * 1.9), colour);
                // A row that is brought out on a line has its dot and its figure.
                if (!Several && Marks.Item.BroughtOut is { } one && Value(s, one) is not null)
                {
                    if (!areas)
                        Marks.Mark(0, Dot(_x[one], Y(Spans[s][one].To), thick * 2.4), colour);
                    double wide = Words.Width(Written(s, one), bold: true);
                    Marks.With(
                        0,
                        Words.Line(
                            Written(s, one),
                            Math.Clamp(_x[one], Room.X + wide / 2, Room.Right - wide / 2),
                            Y(Spans[s][one].To) - Words.Leading * .9,
                            WordsAlign.Middle,
                            bold: true
                        )
                    );
                }
            }
            if (!named)
                return;
            (int Series, double Y)[] order = [.. ends.OrderBy(e => e.Y)];
            double[] at = ShareChart.Apart(
                [.. order.Select(e => (e.Y - Words.Leading / 2, Words.Leading))],
                Room.Y - Words.Leading / 2,
                Room.Bottom + Words.Leading / 2
            );
            for (int i = 0; i < order.Length; i++)
            {
                int s = order[i].Series;
                SetText name = Words.Set(Data.Series[s].Name, right - Words.Size * .8, bold: Brought(s, s));
                Marks.With(
                    Part(s, 0),
                    Words.Put(
                        name,
                        new(
                            Room.Right + Words.Size * .8,
                            at[i] + Words.Leading / 2 + Words.CapHeight() / 2 - name.Lines[0].Y
                        )
                    )
                );
            }
        }

        private static Path Dot(double x, double y, double wide) =>
            Path.Ellipse(new(x - wide / 2, y - wide / 2, wide, wide));

        // Where values follow each other without a gap.
        private IEnumerable<(int First, int Last)> Stretches(int series)
        {
            int first = -1;
            for (int i = 0; i <= Rows; i++)
            {
                bool here = i < Rows && (Stacked || Value(series, i) is not null);
                if (here && first < 0)
                    first = i;
                else if (!here && first >= 0)
                {
                    yield return (first, i - 1);
                    first = -1;
                }
            }
        }

        // Names of rows under their marks: all of them, in two lines where that helps, or every second, third, fifth …
        private void Names(double under)
        {
            if (Data.Labels.All(l => l.Length == 0))
                return;
            double y = under + Words.Leading * .75,
                widest = WidestName();
            int every = 1;
            if (_runs)
            {
                double least = Room.Width / Math.Max(1, Rows - 1);
                while ((every * least) < widest + Words.Size && every < Rows)
                    every++;
            }
            else if (widest > _slot - Words.Size * .3)
            {
                if (Rows <= 8 && Data.Labels.All(l => l.Split(' ').Max(w => Words.Width(w)) <= _slot))
                {
                    for (int i = 0; i < Rows; i++)
                    {
                        SetText name = Words.Set(Data.Labels[i], _slot * .96, align: WordsAlign.Middle);
                        double size = name.Height > Words.Leading * 2.2 ? Words.Size * .8 : Words.Size;
                        name = Words.Set(Data.Labels[i], _slot * .96, size: size, align: WordsAlign.Middle);
                        Marks.Above(Words.Put(name, new(_x[i] - name.Width / 2, under + Words.Leading * .2)));
                    }
                    return;
                }
                every = (int)Math.Ceiling((widest + Words.Size * .5) / _slot);
            }
            double free = double.NegativeInfinity;
            for (int i = 0; i < Rows; i++)
            {
                // The last is named as well where it has room.
                bool named = i % every == 0 && (i + every < Rows || every == 1 || i == Rows - 1) || i == Rows - 1;
                if (!named && i % every != 0)
                    continue;
                double wide = Words.Width(Data.Labels[i]),
                    x = _runs
                        ? Math.Clamp(_x[i], Room.X + wide / 2, Math.Max(Room.X + wide / 2, Room.Right - wide / 2))
                        : _x[i];
                if (x - wide / 2 < free + Words.Size * .3)
                    continue;
                free = x + wide / 2;
                Marks.Above(Words.Line(Data.Labels[i], x, y, WordsAlign.Middle, bold: !Several && Brought(0, i)));
            }
        }
    }

    /// <summary>Bars that lie, and dots: values to the right.</summary>
    private sealed class Lying(DataSeries data, SlideRect plot, ChartMarks marks) : Plot(data, plot, marks, true)
    {
        internal void Draw()
        {
            Key();
            bool dots = Marks.Item.Form == ChartForm.Dots,
                direct = !Stacked && (!dots || !Several) && Rows * Data.Series.Count <= MostDirect;
            double slot = (Room.Height - (direct ? 0 : Words.Leading * 1.3)) / Rows,
                names = Math.Min(Room.Width * NamesWidth, WidestName() + Words.Size * .2);
            bool tight = slot < Words.Leading * .8;
            // Rows that are closer than lines of words are have every second name, third, …
            int every = tight ? (int)Math.Ceiling(Words.Leading * .9 / slot) : 1;
            direct &= every == 1;
            Marks.HasFigures = direct;
            double figures = direct
                    ? Data.Series.Max(s => s.Written.Max(w => Words.Width(w, bold: true))) + Words.Size * .6
                    : Words.Size,
                left = names > 1 ? names + Words.Size * .8 : 0,
                below = Spans.Any(s => s.Any(e => e.To < 0)) && direct ? figures : 0;
            Room = new(
                Room.X + left + below,
                Room.Y,
                Math.Max(Words.Size, Room.Width - left - below - figures),
                slot * Rows
            );
            if (!direct)
                foreach (double t in Axis.Ticks)
                {
                    Marks.Below(Marks.Rule(X(t) - .75, Room.Y, 1.5, Room.Height, t == 0 ? .7 : .2));
                    Marks.Above(Words.Line(Tick(t), X(t), Room.Bottom + Words.Leading * .75, WordsAlign.Middle));
                }
            else if (!dots)
                Marks.Above([Marks.Rule(X(0) - 1, Room.Y, 2, Room.Height, .7)]);
            int beside = Stacked || dots ? 1 : Data.Series.Count;
            double share = beside == 1 ? BarShare : BarShareOfSeveral,
                high = slot * share / beside,
                dot = Math.Clamp(slot * .42, 8, Words.Size * .95);
            for (int i = 0; i < Rows; i++)
            {
                double middle = Room.Y + slot * (i + .5);
                if (i % every == 0 && Data.Labels[i].Length > 0)
                {
                    SetText name = Words.Set(Data.Labels[i], names, bold: !Several && Brought(0, i));
                    Marks.Above(
                        Words.Put(
                            name.FlushRight(),
                            new(
                                Room.X - below - Words.Size * .8 - name.Width,
                                name.Lines.Count == 1
                                    ? middle + Words.CapHeight() / 2 - name.Lines[0].Y
                                    : middle - name.Height / 2
                            )
                        )
                    );
                }
                if (dots)
                    Marks.Below(Marks.Rule(Room.X, middle - .75, Room.Width, 1.5, .2));
                for (int s = 0; s < Data.Series.Count; s++)
                {
                    if (Value(s, i) is null)
                        continue;
                    (double from, double to) = Spans[s][i];
                    double y = middle - slot * share / 2 + (beside > 1 ? s * high : 0),
                        begin = Math.Min(X(from), X(to)),
                        end = Math.Max(X(from), X(to)),
                        gap = beside > 1 ? Math.Min(2, high * .06) : 0;
                    if (dots)
                        Marks.Mark(
                            Part(s, i),
                            Path.Ellipse(new(X(to) - dot / 2, middle - dot / 2, dot, dot)),
                            Colour(s, i),
                            OfPhoto(s, i)
                        );
                    else if (end > begin)
                        Marks.Mark(
                            Part(s, i),
                            Path.Rect(new(begin, y + gap, end - begin, high - 2 * gap)),
                            Colour(s, i),
                            OfPhoto(s, i)
                        );
                    if (direct)
                        Marks.With(
                            Part(s, i),
                            Words.Line(
                                Written(s, i),
                                to < 0 ? begin - Words.Size * .4 : end + Words.Size * .4 + (dots ? dot / 2 : 0),
                                dots ? middle : y + high / 2,
                                to < 0 ? WordsAlign.End : WordsAlign.Start,
                                bold: Brought(s, i)
                            )
                        );
                }
            }
        }

        private double X(double value) => Room.X + Axis.At(value) * Room.Width;
    }
}
