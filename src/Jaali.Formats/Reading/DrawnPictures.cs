using System.Globalization;
using System.Xml.Linq;
using Jaali.Core.Geometry;
using Jaali.Core.Scenes;
using Jaali.Core.Typesetting;
using Jaali.Imaging.Painting;

namespace Jaali.Formats.Reading;

/// <summary>The numbers of a chart, as its file keeps them beside it.</summary>
/// <param name="IsPie">Parts of a whole; else bars.</param>
/// <param name="IsLine">Lines.</param>
/// <param name="Labels">What each number is of.</param>
/// <param name="Series">Rows of numbers with their names.</param>
internal sealed record ChartData(
    bool IsPie,
    bool IsLine,
    IReadOnlyList<string> Labels,
    IReadOnlyList<(string Name, IReadOnlyList<double> Values)> Series
)
{
    // A chart of more is no picture any more.
    private const int MostValues = 400;

    internal static ChartData Of(XElement chart)
    {
        XNamespace c = "http://schemas.openxmlformats.org/drawingml/2006/chart";
        XElement[] series = [.. chart.Descendants(c + "ser").Take(20)];
        return new(
            chart.Descendants().Any(e => e.Name == c + "pieChart" || e.Name == c + "doughnutChart"),
            chart.Descendants().Any(e => e.Name == c + "lineChart" || e.Name == c + "scatterChart"),
            series.Length == 0
                ? []
                : [.. series[0].Elements(c + "cat").Descendants(c + "v").Select(v => v.Value).Take(MostValues)],
            [
                .. series.Select(s =>
                    (
                        s.Element(c + "tx")?.Descendants(c + "v").FirstOrDefault()?.Value ?? "",
                        (IReadOnlyList<double>)
                            [
                                .. s.Elements()
                                    .Where(e => e.Name == c + "val" || e.Name == c + "yVal")
                                    .Descendants(c + "v")
                                    .Take(MostValues)
                                    .Select(v =>
                                        double.TryParse(v.Value, CultureInfo.InvariantCulture, out double n)
                                        && double.IsFinite(n)
                                            ? n
                                            : 0
                                    ),
                            ]
                    )
                ),
            ]
        );
    }
}

/// <summary>Tables and charts as pictures of themselves, until there are kinds of items for them.</summary>
internal sealed class DrawnPictures(ScenePainter painter)
{
    private const string Prefix = "drawn:",
        Ink = "#22252B",
        Rule = "#8A8D92",
        Paper = "#FFFFFF";

    private static readonly string[] Colours = ["#1E7A6C", "#E3A12F", "#D4523B", "#4A6FA5", "#7B5EA7", "#6B6F76"];
    private readonly Dictionary<string, byte[]> _made = new(StringComparer.Ordinal);

    internal byte[]? Bytes(string name) => _made.GetValueOrDefault(name);

    /// <summary>True for a file of a format that photos come in.</summary>
    internal static bool IsPicture(ReadOnlySpan<byte> b) => Imaging.PhotoFormats.Sniff(b) is not null;

    internal string Table(string[][] cells, double[] widths, SlideRect box)
    {
        double width = Math.Max(100, box.Width),
            height = Math.Max(60, box.Height);
        int columns = Math.Max(1, Math.Max(widths.Length, cells.Length == 0 ? 0 : cells.Max(r => r.Length)));
        double[] wide = widths.Length == columns ? widths : [.. Enumerable.Repeat(1.0, columns)];
        double sum = wide.Sum(),
            row = height / Math.Max(1, cells.Length),
            size = Math.Clamp(row * .42, 12, 40);
        List<SceneNode> nodes = [new PathNode(Core.Geometry.Path.Rect(new(0, 0, width, height)), Paper)];
        for (int r = 0; r < cells.Length; r++)
        {
            double x = 0;
            if (r == 0)
                nodes.Add(new PathNode(Core.Geometry.Path.Rect(new(0, 0, width, row)), "#E4E1DA"));
            for (int c = 0; c < cells[r].Length && c < columns; c++)
            {
                nodes.Add(Line(cells[r][c], x + size * .4, r * row + row / 2 + size * .35, size, r == 0));
                x += wide[c] / sum * width;
            }
            nodes.Add(new PathNode(Core.Geometry.Path.Rect(new(0, r * row - 1, width, 2)), Rule));
        }
        return Kept(nodes, width, height);
    }

    internal string Chart(ChartData data, SlideRect box)
    {
        double width = Math.Max(200, box.Width),
            height = Math.Max(160, box.Height),
            size = Math.Clamp(height / 22, 14, 30);
        List<SceneNode> nodes = [new PathNode(Core.Geometry.Path.Rect(new(0, 0, width, height)), Paper)];
        SlideRect plot = new(size * 2, size * 2, width - size * 4, height - size * 6);
        if (data.Series.Count > 0 && data.IsPie)
            Pie(data, plot, size, nodes);
        else if (data.Series.Count > 0)
            Bars(data, plot, size, nodes);
        double x = plot.X;
        for (int i = 0; i < data.Series.Count && !data.IsPie; i++)
        {
            string name = data.Series[i].Name;
            if (name.Length == 0)
                continue;
            nodes.Add(
                new PathNode(
                    Core.Geometry.Path.Rect(new(x, height - size * 1.6, size * .8, size * .8)),
                    Colours[i % Colours.Length]
                )
            );
            nodes.Add(Line(name, x + size * 1.2, height - size * .9, size, false));
            x += size * (2.5 + name.Length * .55);
        }
        return Kept(nodes, width, height);
    }

    private static void Bars(ChartData data, SlideRect plot, double size, List<SceneNode> nodes)
    {
        int count = data.Series.Max(s => s.Values.Count);
        if (count == 0)
            return;
        double most = Math.Max(1e-9, data.Series.SelectMany(s => s.Values).DefaultIfEmpty(0).Max()),
            least = Math.Min(0, data.Series.SelectMany(s => s.Values).DefaultIfEmpty(0).Min()),
            step = plot.Width / count;
        double Y(double value) => plot.Bottom - (value - least) / Math.Max(1e-9, most - least) * plot.Height;
        for (int s = 0; s < data.Series.Count; s++)
        {
            IReadOnlyList<double> values = data.Series[s].Values;
            string colour = Colours[s % Colours.Length];
            if (data.IsLine)
            {
                var path = new Core.Geometry.Path.Builder();
                for (int i = 0; i < values.Count; i++)
                    _ =
                        i == 0
                            ? path.Move(plot.X + step / 2, Y(values[i]))
                            : path.Line(plot.X + step * (i + .5), Y(values[i]));
                if (values.Count > 1)
                    nodes.Add(new PathNode(path.Made(), null, Stroke: colour, StrokeWidth: size / 5));
                continue;
            }
            double wide = step * .8 / data.Series.Count;
            for (int i = 0; i < values.Count; i++)
            {
                double top = Math.Min(Y(values[i]), Y(0)),
                    high = Math.Abs(Y(values[i]) - Y(0));
                if (high > .1)
                    nodes.Add(
                        new PathNode(
                            Core.Geometry.Path.Rect(new(plot.X + step * i + step * .1 + wide * s, top, wide, high)),
                            colour
                        )
                    );
            }
        }
        nodes.Add(new PathNode(Core.Geometry.Path.Rect(new(plot.X, Y(0) - 1, plot.Width, 2)), Rule));
        int every = Math.Max(1, (int)Math.Ceiling(count * size * 4 / plot.Width));
        for (int i = 0; i < data.Labels.Count && i < count; i += every)
            nodes.Add(Line(data.Labels[i], plot.X + step * (i + .15), plot.Bottom + size * 1.3, size, false));
        nodes.Add(Line(most.ToString("0.##", CultureInfo.InvariantCulture), 4, plot.Y - size * .4, size, false));
    }

    private static void Pie(ChartData data, SlideRect plot, double size, List<SceneNode> nodes)
    {
        IReadOnlyList<double> values = data.Series[0].Values;
        double sum = values.Where(v => v > 0).Sum(),
            side = Math.Min(plot.Width, plot.Height),
            at = 0;
        if (sum <= 0)
            return;
        SlideRect round = new(plot.X, plot.Y, side, side);
        for (int i = 0; i < values.Count; i++)
        {
            if (values[i] <= 0)
                continue;
            double share = values[i] / sum;
            nodes.Add(
                new GroupNode(
                    null,
                    [
                        new PathNode(
                            share > .9999 ? Core.Geometry.Path.Ellipse(round) : Core.Geometry.Path.Sector(round, share),
                            Colours[i % Colours.Length]
                        ),
                    ],
                    Turn: at * 360,
                    About: Composition.Middle(round)
                )
            );
            at += share;
            if (i < data.Labels.Count)
            {
                double y = plot.Y + size * (1 + 1.6 * i);
                nodes.Add(
                    new PathNode(
                        Core.Geometry.Path.Rect(new(round.Right + size, y - size * .8, size * .8, size * .8)),
                        Colours[i % Colours.Length]
                    )
                );
                nodes.Add(Line($"{data.Labels[i]} ({share * 100:0} %)", round.Right + size * 2.2, y, size, false));
            }
        }
    }

    private static TextNode Line(string text, double x, double baseline, double size, bool bold) =>
        new(
            bold ? Face.Heading.Id : Face.Text.Id,
            size,
            Ink,
            [new SceneLine(x, baseline, text.Length * size * .5, text.ReplaceLineEndings(" "))]
        );

    private string Kept(List<SceneNode> nodes, double width, double height)
    {
        string name = Prefix + _made.Count.ToString(CultureInfo.InvariantCulture);
        SlideRect box = new(0, 0, width, height);
        _made[name] = painter.Finished([new GroupNode(null, nodes, Core.Geometry.Path.Rect(box))], box, 1.5, _ => null);
        return name;
    }
}
