namespace Jaali.Core.Items;

/// <summary>An icon: one of the set that ships, or a drawing of one's own.</summary>
/// <param name="Id">Identity.</param>
/// <param name="At">Where it lies; it stands in it whole.</param>
/// <param name="Name">Of the set; empty for a drawing of one's own.</param>
/// <param name="Colour">As <c>#RRGGBB</c>; null for the ink that reads.</param>
/// <param name="Drawing">A drawing of one's own as path data, in its own measure; null for one of the set.</param>
/// <param name="Label">What it says to those who cannot see it; empty for its name.</param>
public sealed record Icon(
    Guid Id,
    Placement At,
    string Name,
    string? Colour = null,
    string? Drawing = null,
    string Label = ""
) : Item(Id, At);

/// <summary>Changes an icon; what is null stays.</summary>
/// <param name="Name">Another of the set; it takes the place and the colour of the one before.</param>
/// <param name="Svg">A drawing of one's own, as an SVG document: its shapes alone are taken.</param>
/// <param name="Colour">Its colour; empty for the ink that reads.</param>
/// <param name="Label">What it says to those who cannot see it.</param>
public sealed record IconEdit(string? Name = null, string? Svg = null, string? Colour = null, string? Label = null)
    : ItemEdit
{
    /// <inheritdoc/>
    public override string UndoLabel => "an icon";
}
