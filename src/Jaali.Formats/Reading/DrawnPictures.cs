using System.Globalization;
using System.Xml.Linq;
using Jaali.Core;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Scenes;
using Jaali.Core.Typesetting;
using Jaali.Imaging.Painting;

namespace Jaali.Formats.Reading;

/// <summary>The numbers of a chart, as its file keeps them beside it.</summary>
/// <param name="Form">How it is drawn; null for a form of which there is only a picture here.</param>
/// <param name="Title">What it shows; empty where it does not say.</param>
/// <param name="Labels">What each number is of.</param>
/// <param name="Series">Rows of numbers with their names; null where there is none.</param>
internal sealed record ChartData(
    ChartForm? Form,
    string Title,
    IReadOnlyList<string> Labels,
    IReadOnlyList<(string Name, IReadOnlyList<double?> Values)> Series
)
{
    private static readonly XNamespace C = "http://schemas.openxmlformats.org/drawingml/2006/chart",
        A = "http://schemas.openxmlformats.org/drawingml/2006/main";

    internal bool IsPie => Form is ChartForm.Pie or ChartForm.Ring;

    internal bool IsLine => Form is ChartForm.Lines or null;

    /// <summary>Reads a chart part (ISO/IEC 29500-1, 21.2); places of values are those that their points say.</summary>
    internal static ChartData Of(XElement chart)
    {
        XElement[] plots = [.. chart.Descendants(C + "plotArea").Elements().Where(e => e.Elements(C + "ser").Any())];
        XElement[] series = [.. plots.SelectMany(p => p.Elements(C + "ser")).Take(20)];
        string?[] labels = series.Length == 0 ? [] : Points(series[0].Element(C + "cat")).ToArray();
        (string Name, IReadOnlyList<double?> Values)[] all =
        [
            .. series.Select(s =>
                (
                    s.Element(C + "tx")?.Descendants(C + "v").FirstOrDefault()?.Value.Trim() ?? "",
                    (IReadOnlyList<double?>)
                        [.. Points(s.Element(C + "val") ?? s.Element(C + "yVal")).Select(v => Number(v))]
                )
            ),
        ];
        int count = all.Length == 0 ? 0 : Math.Max(labels.Length, all.Max(s => s.Values.Count));
        return new(
            plots.Length == 1 ? FormOf(plots[0]) : null,
            string.Concat(
                    chart.Descendants(C + "chart").Elements(C + "title").Descendants(A + "t").Select(t => t.Value)
                )
                .Trim(),
            [
                .. Enumerable
                    .Range(0, count)
                    .Select(i =>
                        labels.ElementAtOrDefault(i)
                        ?? (labels.Length == 0 ? (i + 1).ToString(CultureInfo.InvariantCulture) : "")
                    ),
            ],
            all
        );
    }

    private static ChartForm? FormOf(XElement plot)
    {
        bool stacked = (string?)plot.Element(C + "grouping")?.Attribute("val") is "stacked" or "percentStacked",
            lies = (string?)plot.Element(C + "barDir")?.Attribute("val") == "bar";
        return plot.Name.LocalName switch
        {
            "barChart" or "bar3DChart" => (stacked, lies) switch
            {
                (false, false) => ChartForm.Columns,
                (false, true) => ChartForm.Bars,
                (true, false) => ChartForm.StackedColumns,
                (true, true) => ChartForm.StackedBars,
            },
            "lineChart" or "line3DChart" => ChartForm.Lines,
            "areaChart" or "area3DChart" => ChartForm.Areas,
            "pieChart" or "pie3DChart" or "ofPieChart" => ChartForm.Pie,
            "doughnutChart" => ChartForm.Ring,
            _ => null,
        };
    }

    // The values of a sequence in their places; levels of names beside the first are left out.
    private static List<string?> Points(XElement? sequence)
    {
        List<string?> all = [];
        XElement? cache =
            sequence?.Descendants(C + "lvl").FirstOrDefault()
            ?? sequence
                ?.Descendants()
                .FirstOrDefault(e => e.Name.LocalName is "strCache" or "numCache" or "strLit" or "numLit");
        foreach (XElement p in cache?.Elements(C + "pt") ?? [])
        {
            if (!int.TryParse((string?)p.Attribute("idx"), out int at) || at < 0 || at >= Limits.Talks.ChartRows)
                continue;
            while (all.Count <= at)
                all.Add(null);
            all[at] = p.Element(C + "v")?.Value.Trim();
        }
        return all;
    }

    private static double? Number(string? text) =>
        double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out double n) && double.IsFinite(n)
            ? n
            : null;
}

/// <summary>Tables and charts as pictures of themselves, where they are larger than items of their kinds, or of a form
/// that is not drawn here.</summary>
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
        double most = Math.Max(1e-9, data.Series.SelectMany(s => s.Values).Max() ?? 0),
            least = Math.Min(0, data.Series.SelectMany(s => s.Values).Min() ?? 0),
            step = plot.Width / count;
        double Y(double value) => plot.Bottom - (value - least) / Math.Max(1e-9, most - least) * plot.Height;
        for (int s = 0; s < data.Series.Count; s++)
        {
            double[] values = [.. data.Series[s].Values.Select(v => v ?? 0)];
            string colour = Colours[s % Colours.Length];
            if (data.IsLine)
            {
                var path = new Core.Geometry.Path.Builder();
                for (int i = 0; i < values.Length; i++)
                    _ =
                        i == 0
                            ? path.Move(plot.X + step / 2, Y(values[i]))
                            : path.Line(plot.X + step * (i + .5), Y(values[i]));
                if (values.Length > 1)
                    nodes.Add(new PathNode(path.Made(), null, Stroke: colour, StrokeWidth: size / 5));
                continue;
            }
            double wide = step * .8 / data.Series.Count;
            for (int i = 0; i < values.Length; i++)
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
        double[] values = [.. data.Series[0].Values.Select(v => v ?? 0)];
        double sum = values.Where(v => v > 0).Sum(),
            side = Math.Min(plot.Width, plot.Height),
            at = 0;
        if (sum <= 0)
            return;
        SlideRect round = new(plot.X, plot.Y, side, side);
        for (int i = 0; i < values.Length; i++)
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
