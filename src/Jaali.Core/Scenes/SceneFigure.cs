namespace Jaali.Core.Scenes;

/// <summary>How a figure is made up, for files and readers aloud that know such things: its nodes alone do not say what
/// belongs together. Places are told before the figure is turned.</summary>
public abstract record SceneFigure;

/// <summary>A table on a scene.</summary>
/// <param name="Columns">Where its columns begin, and the last ends: one more than there are columns, in units.</param>
/// <param name="Rows">Where its rows begin, and the last ends, in units.</param>
/// <param name="HeaderRow">The first row names the columns.</param>
/// <param name="HeaderColumn">The first column names the rows.</param>
/// <param name="Figures">Of each column, whether it holds figures, which end at its right.</param>
/// <param name="Lines">The lines under its rows: their thickness and strength; the ink is that of the words.</param>
public sealed record SceneTable(
    IReadOnlyList<double> Columns,
    IReadOnlyList<double> Rows,
    bool HeaderRow,
    bool HeaderColumn,
    IReadOnlyList<bool> Figures,
    IReadOnlyList<(double Thick, double Opacity)> Lines
) : SceneFigure
{
    /// <summary>The cell of a place; null beside the table.</summary>
    public (int Row, int Column)? CellAt(SlidePoint p)
    {
        int row = Within(Rows, p.Y),
            column = Within(Columns, p.X);
        return row < 0 || column < 0 ? null : (row, column);
    }

    /// <summary>The cell that a node stands in: that of the middle of its first words, or of what it is cut to; null
    /// for lines between cells, and for what stands beside the table.</summary>
    public (int Row, int Column)? CellOf(SceneNode node) =>
        node switch
        {
            TextNode { Lines: [var line, ..] } t => CellAt(new(line.X + line.Width / 2, line.Baseline - t.Size * .3)),
            GroupNode { Clip: { } clip } => CellAt(Composition.Middle(clip.Bounds)),
            _ => null,
        };

    private static int Within(IReadOnlyList<double> edges, double at)
    {
        for (int i = 0; i + 1 < edges.Count; i++)
            if (at >= edges[i] && at < edges[i + 1])
                return i;
        return -1;
    }
}

/// <summary>A chart on a scene.</summary>
/// <param name="Plot">Where its marks and the words at them stand: under what it shows, over where it is
/// from.</param>
/// <param name="Colours">Of its marks, by series, then by row.</param>
/// <param name="Axis">From where to where its axis goes, in which steps; null for what has none.</param>
/// <param name="HasFigures">Every mark has its figure; else the axis has.</param>
public sealed record SceneChart(
    SlideRect Plot,
    IReadOnlyList<IReadOnlyList<SceneColour>> Colours,
    AxisScale? Axis,
    bool HasFigures
) : SceneFigure;

/// <summary>A colour and how strong it is.</summary>
/// <param name="Colour">As <c>#RRGGBB</c>.</param>
/// <param name="Opacity">0 to 1.</param>
public readonly record struct SceneColour(string Colour, double Opacity);
