namespace Jaali.Core.Items;

/// <summary>A chart for files of other programs. Charts that no format has (dots on lines, tiles, marks cut out of a
/// photo, one figure of a whole) go as what they are made of.</summary>
internal static class ChartExport
{
    /// <summary>A chart as things: itself, and the lines over and under it; null where no format has such a
    /// one.</summary>
    internal static IReadOnlyList<ExportItem>? Of(
        Chart item,
        SceneChart look,
        ScenePart part,
        IReadOnlyList<SceneNode> nodes,
        Scene scene,
        bool partByPart
    )
    {
        DataSeries data = DataSeries.Of(item.Rows);
        if (FormOf(item) is not { } form || item.PhotoId is not null)
            return null;
        if (item.IsShares && data.Series[0].Values.Count(v => v is not null) < 2)
            return null;
        SceneNode[] around = [.. nodes.Where(n => n is TextNode && !Within(look.Plot, NodeBounds.Of(n)))],
            inside = [.. nodes.Except(around)];
        TextNode? words = inside
            .SelectMany(n => n is GroupNode g ? g.Nodes : [n])
            .OfType<TextNode>()
            .MaxBy(t => t.Lines.Count);
        return
        [
            new ExportChart(
                look.Plot,
                0,
                part.Says,
                form,
                item.Form is ChartForm.Bars or ChartForm.StackedBars,
                data.Labels,
                item.IsShares ? [data.Series[0]] : data.Series,
                look,
                new ExportRun("", words?.Face ?? "", words?.Size ?? ChartScene.SmallestWords, words?.Ink ?? "#000000"),
                partByPart ? data.Series.Count == 1 || item.IsShares : null,
                inside
            ),
            .. NodeExport.Of(around, part.Says, scene.Links),
        ];
    }

    private static ExportChartForm? FormOf(Chart item) =>
        item.Form switch
        {
            ChartForm.Columns or ChartForm.Bars => ExportChartForm.Bars,
            ChartForm.StackedColumns or ChartForm.StackedBars => ExportChartForm.StackedBars,
            ChartForm.Lines => ExportChartForm.Lines,
            ChartForm.Areas => ExportChartForm.Areas,
            ChartForm.Pie => ExportChartForm.Pie,
            ChartForm.Ring => ExportChartForm.Ring,
            _ => null,
        };

    private static bool Within(SlideRect plot, SlideRect? box) =>
        box is { } b && b.Y + b.Height / 2 >= plot.Y && b.Y + b.Height / 2 <= plot.Bottom;
}
