namespace Jaali.Core.Items;

/// <summary>How figures are drawn.</summary>
public enum ChartForm
{
    /// <summary>Upright bars, side by side.</summary>
    Columns,

    /// <summary>Bars that lie, one under the other.</summary>
    Bars,

    /// <summary>Upright bars, one series upon the other.</summary>
    StackedColumns,

    /// <summary>Bars that lie, one series behind the other.</summary>
    StackedBars,

    /// <summary>Lines from value to value.</summary>
    Lines,

    /// <summary>Areas under lines, one series upon the other.</summary>
    Areas,

    /// <summary>Dots on a line for each row.</summary>
    Dots,

    /// <summary>Slices of a disc.</summary>
    Pie,

    /// <summary>Slices of a ring.</summary>
    Ring,

    /// <summary>A hundred tiles.</summary>
    Tiles,
}

/// <summary>A chart: figures, drawn.</summary>
/// <param name="Id">Identity.</param>
/// <param name="At">Where it lies.</param>
/// <param name="Form">How they are drawn.</param>
/// <param name="Rows">The cells as they were written; every row has as many.</param>
/// <param name="Shows">What it shows, over it; empty for nothing.</param>
/// <param name="Source">Where the figures are from, under it; empty for nothing.</param>
/// <param name="BroughtOut">The row, or of several series the series, that is brought out, counted from 0; null for
/// none.</param>
/// <param name="PhotoId">The photo that its marks are cut out of; null for plain ones.</param>
public sealed record Chart(
    Guid Id,
    Placement At,
    ChartForm Form,
    ImmutableList<ImmutableList<string>> Rows,
    string Shows = "",
    string Source = "",
    int? BroughtOut = null,
    string? PhotoId = null
) : Item(Id, At)
{
    /// <inheritdoc/>
    [System.Text.Json.Serialization.JsonIgnore]
    public override LayoutPart LayoutPart => At.Held ? LayoutPart.Other : LayoutPart.Figure;

    /// <summary>True of forms that share out a whole.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public bool IsShares => Form is ChartForm.Pie or ChartForm.Ring or ChartForm.Tiles;
}

/// <summary>Changes a chart; what is null stays.</summary>
/// <param name="Form">How it is drawn.</param>
/// <param name="Rows">The cells.</param>
/// <param name="Pasted">Rows as text: separated by tabs, semicolons or commas; in place of <paramref
/// name="Rows"/>.</param>
/// <param name="Shows">What it shows.</param>
/// <param name="Source">Where the figures are from.</param>
/// <param name="BroughtOut">What is brought out, counted from 0; −1 for nothing.</param>
/// <param name="PhotoId">The photo that its marks are cut out of; empty for none.</param>
public sealed record ChartEdit(
    ChartForm? Form = null,
    ImmutableList<ImmutableList<string>>? Rows = null,
    string? Pasted = null,
    string? Shows = null,
    string? Source = null,
    int? BroughtOut = null,
    string? PhotoId = null
) : ItemEdit
{
    /// <inheritdoc/>
    public override string UndoLabel => Rows is not null || Pasted is not null ? "the figures of a chart" : "a chart";
}
