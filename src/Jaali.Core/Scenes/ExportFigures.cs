namespace Jaali.Core.Scenes;

/// <summary>A table that stays a table.</summary>
/// <param name="Box">The whole of it.</param>
/// <param name="Says">What stands in it, row by row.</param>
/// <param name="Widths">Of its columns, in units.</param>
/// <param name="Heights">Of its rows, in units.</param>
/// <param name="HeaderRow">The first row names the columns.</param>
/// <param name="HeaderColumn">The first column names the rows.</param>
/// <param name="Rows">Its cells; every row has as many as there are widths.</param>
/// <param name="Lines">The lines under its rows, each as it is drawn; without a stroke where there is none.</param>
public sealed record ExportTable(
    SlideRect Box,
    string Says,
    IReadOnlyList<double> Widths,
    IReadOnlyList<double> Heights,
    bool HeaderRow,
    bool HeaderColumn,
    IReadOnlyList<IReadOnlyList<ExportCell>> Rows,
    IReadOnlyList<ExportRule> Lines
) : ExportItem(Box, 0, Says);

/// <summary>A line between rows.</summary>
/// <param name="Thick">In units; 0 for none.</param>
/// <param name="Colour">As <c>#RRGGBB</c>.</param>
/// <param name="Opacity">0 to 1.</param>
public readonly record struct ExportRule(double Thick, string Colour, double Opacity);

/// <summary>A cell.</summary>
/// <param name="Words">Its words with their room on the slide; null for an empty one.</param>
/// <param name="Left">From the left edge of the cell to its words, in units.</param>
/// <param name="Right">From the right edge of its words to that of the cell, in units.</param>
/// <param name="Top">From the upper edge of the cell to its words, in units.</param>
public readonly record struct ExportCell(ExportWords? Words, double Left, double Right, double Top);

/// <summary>Charts that formats have names for.</summary>
public enum ExportChartForm
{
    /// <summary>Bars, side by side.</summary>
    Bars,

    /// <summary>Bars, one upon the other.</summary>
    StackedBars,

    /// <summary>Lines.</summary>
    Lines,

    /// <summary>Areas, one upon the other.</summary>
    Areas,

    /// <summary>Slices of a disc.</summary>
    Pie,

    /// <summary>Slices of a ring.</summary>
    Ring,
}

/// <summary>A chart that stays a chart, with its figures.</summary>
/// <param name="Box">Its plot; the lines over and under it are words of their own.</param>
/// <param name="Turn">Degrees clockwise.</param>
/// <param name="Says">What it shows, figure by figure.</param>
/// <param name="Form">How it is drawn.</param>
/// <param name="Lies">Its bars lie: rows stand one under the other.</param>
/// <param name="Labels">What its rows are called.</param>
/// <param name="Series">Its columns of figures.</param>
/// <param name="Look">Colours, axis, figures at marks.</param>
/// <param name="Words">How words at its marks are set.</param>
/// <param name="ByRow">Of one series its rows come one by one, else its series; null where all comes at once.</param>
/// <param name="Painted">The same as nodes, for those who know no charts.</param>
public sealed record ExportChart(
    SlideRect Box,
    double Turn,
    string Says,
    ExportChartForm Form,
    bool Lies,
    IReadOnlyList<string> Labels,
    IReadOnlyList<NamedFigures> Series,
    SceneChart Look,
    ExportRun Words,
    bool? ByRow,
    IReadOnlyList<SceneNode> Painted
) : ExportItem(Box, Turn, Says)
{
    /// <summary>How its figures are written.</summary>
    public Figure Sample => Series.SelectMany(s => s.Figures).FirstOrDefault(f => f is not null) ?? default;
}

/// <summary>A line between places or things.</summary>
/// <param name="Box">Round its way.</param>
/// <param name="Turn">Degrees clockwise.</param>
/// <param name="Says">What it leads from and to.</param>
/// <param name="Way">Its places, at least two, before it is turned.</param>
/// <param name="Width">In units.</param>
/// <param name="Colour">As <c>#RRGGBB</c>.</param>
/// <param name="Dash">Length of dashes in widths; 0 for a line without.</param>
/// <param name="StartHead">A head at its beginning.</param>
/// <param name="EndHead">A head at its end.</param>
/// <param name="From">The item it begins at; null for none.</param>
/// <param name="To">The item it ends at; null for none.</param>
/// <param name="Bends">How it goes when one of them is moved elsewhere.</param>
public sealed record ExportLine(
    SlideRect Box,
    double Turn,
    string Says,
    IReadOnlyList<SlidePoint> Way,
    double Width,
    string Colour,
    double Dash,
    bool StartHead,
    bool EndHead,
    Guid? From,
    Guid? To,
    ExportBend Bends
) : ExportItem(Box, Turn, Says)
{
    /// <summary>The side of a box that a place is nearest to: 0 above, 1 left, 2 below, 3 right.</summary>
    public static int Side(SlideRect box, SlidePoint at)
    {
        double[] away =
        [
            Math.Abs(at.Y - box.Y),
            Math.Abs(at.X - box.X),
            Math.Abs(at.Y - box.Bottom),
            Math.Abs(at.X - box.Right),
        ];
        return Array.IndexOf(away, away.Min());
    }
}

/// <summary>How a line goes.</summary>
public enum ExportBend
{
    /// <summary>Straight.</summary>
    Straight,

    /// <summary>With right angles.</summary>
    Elbow,

    /// <summary>In a bow.</summary>
    Curve,
}
