namespace Jaali.Core.Items;

/// <summary>How a line goes from end to end.</summary>
public enum LineRoute
{
    /// <summary>Straight, round what stands between.</summary>
    Straight,

    /// <summary>Across and down, with right angles.</summary>
    Elbow,

    /// <summary>In a slight bow.</summary>
    Curve,
}

/// <summary>An end of a line.</summary>
/// <param name="X">Where it is, as a fraction of the line's rectangle.</param>
/// <param name="Y">Where it is, as a fraction of the line's rectangle.</param>
/// <param name="ItemId">The item it stays attached to; null for none.</param>
public sealed record LineEnd(double X, double Y, Guid? ItemId = null)
{
    /// <summary>The place on the slide.</summary>
    public SlidePoint In(SlideRect r) => new(r.X + X * r.Width, r.Y + Y * r.Height);
}

/// <summary>A line or an arrow, whose ends may stay attached to items.</summary>
/// <param name="Id">Identity.</param>
/// <param name="At">Round its way.</param>
/// <param name="From">Where it begins.</param>
/// <param name="To">Where it ends.</param>
/// <param name="Route">How it goes.</param>
/// <param name="StartHead">A head at its beginning.</param>
/// <param name="EndHead">A head at its end.</param>
/// <param name="Stroke">Its colour as <c>#RRGGBB</c>; null for the ink that reads.</param>
/// <param name="Width">In units.</param>
/// <param name="Dash">Length of dashes in widths; 0 for a line without.</param>
public sealed record Line(
    Guid Id,
    Placement At,
    LineEnd From,
    LineEnd To,
    LineRoute Route = LineRoute.Straight,
    bool StartHead = false,
    bool EndHead = true,
    string? Stroke = null,
    double Width = 6,
    double Dash = 0
) : Item(Id, At);

/// <summary>Changes a line; what is null stays.</summary>
/// <param name="Drawn">Its ends, drawn on the slide: one that falls on an item stays attached to it.</param>
/// <param name="FromItem">The item it begins at; all zeros for none.</param>
/// <param name="ToItem">The item it ends at; all zeros for none.</param>
/// <param name="Route">How it goes.</param>
/// <param name="StartHead">A head at its beginning.</param>
/// <param name="EndHead">A head at its end.</param>
/// <param name="Stroke">Its colour; empty for the ink that reads.</param>
/// <param name="Width">In units.</param>
/// <param name="Dash">Length of dashes in widths; 0 for a line without.</param>
public sealed record LineEdit(
    DrawnLine? Drawn = null,
    Guid? FromItem = null,
    Guid? ToItem = null,
    LineRoute? Route = null,
    bool? StartHead = null,
    bool? EndHead = null,
    string? Stroke = null,
    double? Width = null,
    double? Dash = null
) : ItemEdit
{
    /// <inheritdoc/>
    public override string UndoLabel => "a line";
}
