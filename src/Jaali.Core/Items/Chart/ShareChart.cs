namespace Jaali.Core.Items;

/// <summary>Parts of a whole: a disc, a ring or a hundred tiles.</summary>
internal static class ShareChart
{
    // The radius of the hole of a ring, as a share of its own.
    private const double Hole = .52;

    // Tiles stand in so many rows of so many, with so much of a tile between them.
    private const int Side = 10;
    private const double Gap = .06;

    // Parts of one figure that move one by one are quarters of the whole.
    private const double Quarter = .25;

    // A name at a slice has so much of its chart's width at most, and slices smaller than this have none.
    private const double NameWidth = .3,
        Named = .015;

    private sealed record Slice(string Name, string Written, double From, double To, int Row);

    internal static void Draw(DataSeries data, SlideRect plot, ChartMarks marks)
    {
        (List<Slice> slices, bool single) = Slices(data, marks.PartByPart);
        if (slices.Count == 0)
            return;
        MarkColour[] colours = single
            ? [.. slices.Select(_ => new MarkColour(marks.Accents[0]))]
            : marks.Colours(slices.Max(s => s.Row) + 1);
        bool tiles = marks.Item.Form == ChartForm.Tiles,
            names = !single && slices.Exists(s => s.Name.Length > 0) || single && slices[0].Name.Length > 0;
        SlideRect disc = Disc(plot, marks, !single && !tiles, tiles && !single || single && names, slices);
        if (single)
            marks.Mark(
                ChartMarks.Track,
                Outline(disc, 0, 1, marks.Item.Form),
                MarkColours.Track(marks.Words.Ink),
                ofPhoto: false
            );
        for (int i = 0; i < slices.Count; i++)
        {
            Slice s = slices[i];
            marks.Mark(
                i,
                Outline(disc, s.From, s.To, marks.Item.Form),
                colours[single ? i : s.Row],
                // Beside what is brought out the rest stays plain.
                marks.Item.BroughtOut
                    is not { } one
                    || one == s.Row
            );
        }
        if (single)
            Single(slices, disc, plot, marks);
        else if (tiles)
            Key(slices, disc, plot, colours, marks);
        else
            Names(slices, disc, plot, marks);
    }

    // One figure alone is per cent of a whole; its parts are the quarters of that.
    private static (List<Slice>, bool Single) Slices(DataSeries data, bool partByPart)
    {
        NamedFigures series = data.Series[0];
        int[] rows = [.. Enumerable.Range(0, series.Values.Count).Where(i => series.Values[i] is > 0)];
        List<Slice> slices = [];
        if (series.Values.Count(v => v is not null) == 1)
        {
            if (rows.Length == 0)
                return ([], true);
            double share = Math.Min(1, series.Values[rows[0]]!.Value / 100);
            string name = data.Labels[rows[0]].Length > 0 ? data.Labels[rows[0]] : series.Name;
            for (double from = 0; from < share - 1e-9; from += Quarter)
            {
                double to = partByPart ? Math.Min(share, from + Quarter) : share;
                slices.Add(new(name, series.Written[rows[0]], from, to, rows[0]));
                if (to >= share)
                    break;
            }
            return (slices, true);
        }
        double all = rows.Sum(i => series.Values[i]!.Value),
            at = 0;
        foreach (int i in rows)
        {
            double to = i == rows[^1] ? 1 : at + series.Values[i]!.Value / all;
            slices.Add(new(data.Labels[i], series.Written[i], at, to, i));
            at = to;
        }
        return (slices, false);
    }

    private static SlideRect Disc(SlideRect plot, ChartMarks marks, bool sides, bool under, List<Slice> slices)
    {
        InnerWords words = marks.Words;
        double beside = 0,
            below = 0;
        if (sides)
            beside =
                Math.Min(
                    plot.Width * NameWidth,
                    slices.Max(s => Math.Max(words.Width(s.Name), words.Width(s.Written, bold: true)))
                ) + words.Size;
        if (under)
            below = words.Leading * 1.4;
        double side = Math.Max(
            words.Size,
            Math.Min(plot.Width - 2 * beside, plot.Height - below - (sides ? words.Leading : 0))
        );
        return new(plot.X + (plot.Width - side) / 2, plot.Y + (plot.Height - below - side) / 2, side, side);
    }

    // From the foot up, as a vessel is filled; every tile is as large, so that areas are the shares.
    private static Path Tiles(SlideRect r, double from, double to)
    {
        double w = r.Width / Side,
            h = r.Height / Side;
        var builder = new Path.Builder();
        const int All = Side * Side;
        for (int i = (int)Math.Floor(from * All + 1e-9); i < All && i < to * All - 1e-9; i++)
        {
            double begin = Math.Max(0, from * All - i),
                end = Math.Min(1, to * All - i),
                inner = w * (1 - Gap),
                x = r.X + i % Side * w + w * Gap / 2,
                y = r.Y + (Side - 1 - i / Side) * h + h * Gap / 2,
                high = h * (1 - Gap);
            builder
                .Move(x + inner * begin, y)
                .Line(x + inner * end, y)
                .Line(x + inner * end, y + high)
                .Line(x + inner * begin, y + high)
                .Shut();
        }
        return builder.Made();
    }

    private static Path Outline(SlideRect disc, double from, double to, ChartForm form) =>
        form switch
        {
            ChartForm.Pie => Path.Slice(disc, from, to),
            ChartForm.Ring => Path.Slice(disc, from, to, Hole),
            ChartForm.Tiles => Tiles(disc, from, to),
            _ => throw new ArgumentOutOfRangeException(nameof(form), form, "This form shares nothing out."),
        };

    // The figure in the hole of its ring; what it is of, under the whole.
    private static void Single(List<Slice> slices, SlideRect disc, SlideRect plot, ChartMarks marks)
    {
        InnerWords words = marks.Words;
        Slice s = slices[0];
        if (marks.Item.Form == ChartForm.Ring)
        {
            double wide = disc.Width * Hole * .74,
                size = Math.Min(disc.Width * .2, words.Size * wide / Math.Max(1, words.Width(s.Written, bold: true)));
            marks.Above(
                words.Line(
                    s.Written,
                    disc.X + disc.Width / 2,
                    disc.Y + disc.Height / 2,
                    WordsAlign.Middle,
                    bold: true,
                    size: size
                )
            );
        }
        if (s.Name.Length > 0)
            marks.Above(
                words.Line(s.Name, plot.X + plot.Width / 2, disc.Bottom + words.Leading * .8, WordsAlign.Middle)
            );
    }

    // Names and figures at the slices, on either side; those that would lie on each other are moved apart.
    private static void Names(List<Slice> slices, SlideRect disc, SlideRect plot, ChartMarks marks)
    {
        InnerWords words = marks.Words;
        SlidePoint middle = Composition.Middle(disc);
        double radius = disc.Width / 2,
            most = Math.Max(words.Size * 3, (plot.Width - disc.Width) / 2 - words.Size * .7);
        foreach (bool right in (bool[])[true, false])
        {
            List<(Slice Slice, int Part, double Y, SetText Name, double High)> side = [];
            for (int i = 0; i < slices.Count; i++)
            {
                Slice s = slices[i];
                double angle = Math.PI * (s.From + s.To);
                if (Math.Sin(angle) >= 0 != right || s.To - s.From < Named)
                    continue;
                SetText name = words.Set(s.Name.Length > 0 ? s.Name : s.Written, most);
                double high = name.Height + (s.Name.Length > 0 ? words.Leading : 0);
                side.Add((s, i, middle.Y - Math.Cos(angle) * radius * 1.02, name, high));
            }
            side = [.. side.OrderBy(s => s.Y)];
            double[] y = Apart([.. side.Select(s => (s.Y - s.High / 2, s.High))], plot.Y, plot.Bottom);
            for (int i = 0; i < side.Count; i++)
            {
                (Slice s, int part, _, SetText name, double high) = side[i];
                bool brought = marks.Item.BroughtOut == s.Row;
                // The part of the label that comes nearest to the middle decides how far the disc reaches there.
                double at = Math.Max(0, Math.Max(y[i] - middle.Y, middle.Y - y[i] - high)),
                    reach = Math.Sqrt(Math.Max(0, radius * radius - at * at)),
                    edge = right ? middle.X + reach + words.Size * .6 : middle.X - reach - words.Size * .6;
                List<SceneNode> nodes = [];
                if (s.Name.Length > 0)
                    nodes.AddRange(
                        words.Line(
                            s.Written,
                            edge,
                            y[i] + words.Leading / 2,
                            right ? WordsAlign.Start : WordsAlign.End,
                            bold: true,
                            ink: brought ? marks.Accents[0] : null
                        )
                    );
                SetText set = right ? name : name.FlushRight();
                nodes.AddRange(
                    words.Put(set, new(right ? edge : edge - set.Width, y[i] + (s.Name.Length > 0 ? words.Leading : 0)))
                );
                marks.With(part, nodes);
            }
        }
    }

    // What the colours of the tiles mean, in a line under them.
    private static void Key(List<Slice> slices, SlideRect disc, SlideRect plot, MarkColour[] colours, ChartMarks marks)
    {
        InnerWords words = marks.Words;
        string[] says = [.. slices.Select(s => $"{s.Name} {s.Written}".Trim())];
        double swatch = words.Size * .7,
            gap = words.Size * 1.2,
            wide = says.Sum(t => words.Width(t) + swatch + swatch * .5) + gap * (says.Length - 1),
            x = Math.Max(plot.X, plot.X + (plot.Width - wide) / 2),
            y = disc.Bottom + words.Leading * .8;
        for (int i = 0; i < slices.Count; i++)
        {
            double here = words.Width(says[i]);
            if (x + swatch * 1.5 + here > plot.Right + 1)
                break;
            bool ofPhoto = marks.Photo is not null && (marks.Item.BroughtOut is not { } one || one == slices[i].Row);
            List<SceneNode> nodes = [];
            if (!ofPhoto)
                nodes.Add(
                    new PathNode(
                        Path.Rect(new(x, y - swatch / 2, swatch, swatch)),
                        colours[slices[i].Row].Colour,
                        colours[slices[i].Row].Opacity
                    )
                );
            nodes.AddRange(words.Line(says[i], x + swatch * 1.5, y, WordsAlign.Start));
            marks.With(i, nodes);
            x += swatch * 1.5 + here + gap;
        }
    }

    /// <summary>The upper edges of boxes in a column, moved as little as their order allows so that none lies on
    /// another: what overlaps is one block about the mean of what its members want (the pool of adjacent
    /// violators).</summary>
    /// <param name="boxes">Wanted upper edge and height, by wanted place.</param>
    /// <param name="top">The upper end of the column.</param>
    /// <param name="bottom">Its lower end.</param>
    internal static double[] Apart(IReadOnlyList<(double Y, double High)> boxes, double top, double bottom)
    {
        List<(double Sum, int Count, double High)> blocks = [];
        foreach ((double y, double high) in boxes)
        {
            (double Sum, int Count, double High) block = (y, 1, high);
            while (blocks.Count > 0 && blocks[^1].Sum / blocks[^1].Count + blocks[^1].High > block.Sum / block.Count)
            {
                (double sum, int count, double above) = blocks[^1];
                blocks.RemoveAt(blocks.Count - 1);
                block = (sum + block.Sum - above * block.Count, count + block.Count, above + block.High);
            }
            blocks.Add(block);
        }
        double[] placed = new double[boxes.Count];
        int at = 0;
        double free = top;
        foreach ((double sum, int count, double high) in blocks)
        {
            double y = Math.Max(free, sum / count);
            for (int i = 0; i < count; i++, at++)
            {
                placed[at] = y;
                y += boxes[at].High;
            }
            free = y;
        }
        // What reaches beyond the lower end moves up, and what stands in its way with it, as far as the upper end.
        double end = bottom;
        for (int i = boxes.Count - 1; i >= 0 && placed[i] + boxes[i].High > end; i--)
        {
            placed[i] = end - boxes[i].High;
            end = placed[i];
        }
        if (boxes.Count > 0 && placed[0] < top)
        {
            placed[0] = top;
            for (int i = 1; i < boxes.Count; i++)
                placed[i] = placed[i - 1] + boxes[i - 1].High;
        }
        return placed;
    }
}
