using System.Text.Json.Serialization;

namespace Jaali.Core.Decks;

/// <summary>The grid that things are placed on: margins, columns, rows and gutters. A value.</summary>
/// <param name="MarginX">From the left and right edges of the slide, in slide units.</param>
/// <param name="MarginY">From the top and bottom edges, in slide units.</param>
/// <param name="Columns">Columns, 1 to 24.</param>
/// <param name="Rows">Rows, 1 to 24.</param>
/// <param name="Gutter">Between two cells, in slide units.</param>
/// <param name="Widths">How the columns share the width, one number each; null for columns of one width.</param>
public sealed record SlideGrid(
    double MarginX,
    double MarginY,
    int Columns,
    int Rows,
    double Gutter,
    ImmutableList<double>? Widths = null
)
{
    /// <summary>Most columns, and most rows.</summary>
    public const int Most = 24;

    /// <summary>What is kept free above the cells besides the margin, for a heading, in slide units.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public double Head { get; init; }

    /// <summary>What is kept free below them besides the margin, for a credit, in slide units.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public double Foot { get; init; }

    // How near an edge must lie to a line of the grid to stand on it, in slide units.
    private const double OnLine = .75;

    /// <summary>The grid that a deck begins with.</summary>
    public static SlideGrid Usual { get; } = new(96, 84, 6, 4, 24);

    /// <summary>What is wrong with it on a slide, or null.</summary>
    public Refusal? Fault(SlideRect slide)
    {
        if (Columns is < 1 or > Most || Rows is < 1 or > Most)
            return new("bad-grid", $"A grid has 1 to {Most} columns and rows. Give other numbers.");
        if (!(MarginX >= 0 && MarginY >= 0 && Gutter >= 0 && Head >= 0 && Foot >= -MarginY))
            return new("bad-grid", "Margins and gutters are 0 or more. Give other numbers.");
        if (Widths is { } w && (w.Count != Columns || w.Any(x => !(x is > 0 and <= 1000))))
            return new("bad-grid", "Give one width above 0 for each column.");
        return Cells(slide).All(c => c.Width >= 8 && c.Height >= 8)
            ? null
            : new("bad-grid", "Margins and gutters leave no room for the cells. Make them smaller.");
    }

    /// <summary>The part of the slide inside the margins.</summary>
    public SlideRect Room(SlideRect slide) =>
        new(
            slide.X + MarginX,
            slide.Y + MarginY + Head,
            slide.Width - 2 * MarginX,
            slide.Height - 2 * MarginY - Head - Foot
        );

    /// <summary>A cell's left edges and widths, from the left.</summary>
    public (double Start, double Size)[] ColumnsOn(SlideRect slide)
    {
        SlideRect room = Room(slide);
        double free = room.Width - (Columns - 1) * Gutter,
            all = Widths?.Sum() ?? Columns,
            at = room.X;
        var columns = new (double, double)[Columns];
        for (int i = 0; i < Columns; i++)
        {
            double w = free * (Widths?[i] ?? 1) / all;
            columns[i] = (at, w);
            at += w + Gutter;
        }
        return columns;
    }

    /// <summary>A cell's upper edges and heights, from the top.</summary>
    public (double Start, double Size)[] RowsOn(SlideRect slide)
    {
        SlideRect room = Room(slide);
        double h = (room.Height - (Rows - 1) * Gutter) / Rows;
        return [.. Enumerable.Range(0, Rows).Select(i => (room.Y + i * (h + Gutter), h))];
    }

    /// <summary>The cells, row by row.</summary>
    public IReadOnlyList<SlideRect> Cells(SlideRect slide)
    {
        (double Start, double Size)[] columns = ColumnsOn(slide);
        return [.. RowsOn(slide).SelectMany(r => columns.Select(c => new SlideRect(c.Start, r.Start, c.Size, r.Size)))];
    }

    /// <summary>The rectangle of a span of cells.</summary>
    public SlideRect Rect(SlideRect slide, GridSpan span)
    {
        (double Start, double Size)[] columns = ColumnsOn(slide),
            rows = RowsOn(slide);
        double x = columns[span.Column].Start,
            y = rows[span.Row].Start;
        (double Start, double Size) right = columns[span.Column + span.Across - 1],
            bottom = rows[span.Row + span.Down - 1];
        return new(x, y, right.Start + right.Size - x, bottom.Start + bottom.Size - y);
    }

    /// <summary>The span of cells that a rectangle stands on, or null where its edges lie on no lines of the
    /// grid.</summary>
    public GridSpan? SpanOf(SlideRect slide, SlideRect rect)
    {
        (double Start, double Size)[] columns = ColumnsOn(slide),
            rows = RowsOn(slide);
        int left = Array.FindIndex(columns, c => Math.Abs(c.Start - rect.X) < OnLine),
            right = Array.FindIndex(columns, c => Math.Abs(c.Start + c.Size - rect.Right) < OnLine),
            top = Array.FindIndex(rows, r => Math.Abs(r.Start - rect.Y) < OnLine),
            bottom = Array.FindIndex(rows, r => Math.Abs(r.Start + r.Size - rect.Bottom) < OnLine);
        return left < 0 || top < 0 || right < left || bottom < top
            ? null
            : new(left, top, right - left + 1, bottom - top + 1);
    }

    /// <summary>The span nearest to a rectangle: its edges go to the nearest lines of their kind.</summary>
    public GridSpan Nearest(SlideRect slide, SlideRect rect)
    {
        (int from, int count) = Along(ColumnsOn(slide), rect.X, rect.Right);
        (int top, int down) = Along(RowsOn(slide), rect.Y, rect.Bottom);
        return new(from, top, count, down);

        static (int, int) Along((double Start, double Size)[] lines, double start, double end)
        {
            int first = Enumerable.Range(0, lines.Length).MinBy(i => Math.Abs(lines[i].Start - start)),
                last = Enumerable
                    .Range(first, lines.Length - first)
                    .MinBy(i => Math.Abs(lines[i].Start + lines[i].Size - end));
            return (first, last - first + 1);
        }
    }

    /// <inheritdoc/>
    public bool Equals(SlideGrid? other) =>
        other is not null
        && (MarginX, MarginY, Columns, Rows, Gutter)
            == (other.MarginX, other.MarginY, other.Columns, other.Rows, other.Gutter)
        && (Widths ?? []).SequenceEqual(other.Widths ?? []);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(MarginX, MarginY, Columns, Rows, Gutter);
}

/// <summary>Cells of a grid that stand side by side.</summary>
/// <param name="Column">The first column, from 0.</param>
/// <param name="Row">The first row, from 0.</param>
/// <param name="Across">How many columns.</param>
/// <param name="Down">How many rows.</param>
public readonly record struct GridSpan(int Column, int Row, int Across, int Down)
{
    /// <summary>True where two spans share a cell.</summary>
    public bool Overlaps(GridSpan other) =>
        Column < other.Column + other.Across
        && other.Column < Column + Across
        && Row < other.Row + other.Down
        && other.Row < Row + Down;
}

/// <summary>Grids to begin with.</summary>
public enum GridPreset
{
    /// <summary>Six columns, four rows.</summary>
    Usual,

    /// <summary>One photo.</summary>
    One,

    /// <summary>Two, side by side.</summary>
    Two,

    /// <summary>Three, side by side.</summary>
    Three,

    /// <summary>Four, two by two.</summary>
    Four,

    /// <summary>Six, three by two.</summary>
    Six,

    /// <summary>Nine, three by three.</summary>
    Nine,

    /// <summary>The thirds of the whole slide, without margins.</summary>
    Thirds,

    /// <summary>A wide column and a narrow one.</summary>
    WideAndNarrow,
}

/// <summary>The grids that presets stand for. Our own.</summary>
public static class GridPresets
{
    /// <summary>A preset's grid.</summary>
    public static SlideGrid Of(GridPreset preset) =>
        preset switch
        {
            GridPreset.One => SlideGrid.Usual with { Columns = 1, Rows = 1 },
            GridPreset.Two => SlideGrid.Usual with { Columns = 2, Rows = 1 },
            GridPreset.Three => SlideGrid.Usual with { Columns = 3, Rows = 1 },
            GridPreset.Four => SlideGrid.Usual with { Columns = 2, Rows = 2 },
            GridPreset.Six => SlideGrid.Usual with { Columns = 3, Rows = 2 },
            GridPreset.Nine => SlideGrid.Usual with { Columns = 3, Rows = 3 },
            GridPreset.Thirds => new(0, 0, 3, 3, 0),
            GridPreset.WideAndNarrow => SlideGrid.Usual with { Columns = 2, Rows = 1, Widths = [2, 1] },
            _ => SlideGrid.Usual,
        };

    /// <summary>The preset that a grid is, or null for one of one's own.</summary>
    public static GridPreset? Named(SlideGrid grid)
    {
        foreach (GridPreset preset in Enum.GetValues<GridPreset>())
            if (Of(preset).Equals(grid))
                return preset;
        return null;
    }
}
