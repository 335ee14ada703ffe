namespace Jaali.Core.Items;

/// <summary>A photo in a cell.</summary>
/// <param name="Row">Counted from 0.</param>
/// <param name="Column">Counted from 0.</param>
/// <param name="PhotoId">The photo.</param>
public sealed record CellPhoto(int Row, int Column, string PhotoId);

/// <summary>A table.</summary>
/// <param name="Id">Identity.</param>
/// <param name="At">Where it lies.</param>
/// <param name="Rows">The cells; every row has as many.</param>
/// <param name="HeaderRow">The first row names the columns; null for what it says by itself.</param>
/// <param name="HeaderColumn">The first column names the rows, and is set heavier.</param>
/// <param name="Source">Where it is from, under it; empty for nothing.</param>
/// <param name="BroughtOut">The row that is brought out, counted from 0; null for none.</param>
/// <param name="Widths">Of the columns, as shares of the whole; null where they follow what stands in them.</param>
/// <param name="Photos">Photos in cells; null for none.</param>
public sealed record Table(
    Guid Id,
    Placement At,
    ImmutableList<ImmutableList<string>> Rows,
    bool? HeaderRow = null,
    bool HeaderColumn = false,
    string Source = "",
    int? BroughtOut = null,
    ImmutableList<double>? Widths = null,
    ImmutableList<CellPhoto>? Photos = null
) : Item(Id, At)
{
    /// <inheritdoc/>
    [System.Text.Json.Serialization.JsonIgnore]
    public override LayoutPart LayoutPart => At.Held ? LayoutPart.Other : LayoutPart.Figure;

    /// <summary>The first row names the columns.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public bool HasHeader => HeaderRow ?? DataSeries.Of(Rows).HasHeader;

    /// <summary>The photo in a cell, or null.</summary>
    public string? PhotoAt(int row, int column) => Photos?.Find(p => p.Row == row && p.Column == column)?.PhotoId;
}

/// <summary>Changes a table; what is null stays.</summary>
/// <param name="Rows">The cells.</param>
/// <param name="Pasted">Rows as text: separated by tabs, semicolons or commas; in place of <paramref
/// name="Rows"/>.</param>
/// <param name="HeaderRow">The first row names the columns.</param>
/// <param name="HeaderColumn">The first column names the rows.</param>
/// <param name="Source">Where it is from.</param>
/// <param name="BroughtOut">The row that is brought out, counted from 0; −1 for none.</param>
/// <param name="Widths">Of the columns, as shares of the whole; empty for what follows from the cells.</param>
/// <param name="Photo">Puts a photo into a cell; with an empty photo takes it out.</param>
public sealed record TableEdit(
    ImmutableList<ImmutableList<string>>? Rows = null,
    string? Pasted = null,
    bool? HeaderRow = null,
    bool? HeaderColumn = null,
    string? Source = null,
    int? BroughtOut = null,
    ImmutableList<double>? Widths = null,
    CellPhoto? Photo = null
) : ItemEdit
{
    /// <inheritdoc/>
    public override string UndoLabel => Rows is not null || Pasted is not null ? "the cells of a table" : "a table";
}
