namespace Jaali.Core.Items;

/// <summary>Outlines of shapes.</summary>
public enum ShapeForm
{
    /// <summary>A rectangle.</summary>
    Rectangle,

    /// <summary>A rectangle with round corners.</summary>
    Rounded,

    /// <summary>An ellipse.</summary>
    Ellipse,

    /// <summary>A half ellipse over a rectangle.</summary>
    Arch,

    /// <summary>A hexagon.</summary>
    Hexagon,

    /// <summary>A star of eight points.</summary>
    Star,

    /// <summary>A shape with corners of its own.</summary>
    Polygon,

    /// <summary>A smooth shape through places of its own.</summary>
    Smooth,
}

/// <summary>A colour of the house, thinned with its paper: it goes along with the style.</summary>
/// <param name="Accent">Which of its accents, counted from 0.</param>
/// <param name="Strength">How much of it, above 0 and up to 1.</param>
public sealed record FillTint(int Accent, double Strength)
{
    /// <summary>The colour in a house; an accent that it does not have is its last.</summary>
    public string In(HouseStyle house, string paper) =>
        Colours.Mixed(paper, house.Accents[Math.Clamp(Accent, 0, house.Accents.Count - 1)], Strength);
}

/// <summary>A shape, filled, lined or both, with words inside.</summary>
/// <param name="Id">Identity.</param>
/// <param name="At">Where it lies.</param>
/// <param name="Form">Its outline.</param>
/// <param name="Text">Words in its middle; empty for none.</param>
/// <param name="Fill">Colour inside as <c>#RRGGBB</c>, empty for nothing; null for the house's first accent.</param>
/// <param name="FillTo">The colour that it changes to at the foot; null for a plain one.</param>
/// <param name="Opacity">Of what fills it, 0 to 1.</param>
/// <param name="Stroke">Colour of its line; null for the ink that reads.</param>
/// <param name="StrokeWidth">In units; 0 for none.</param>
/// <param name="Dash">Length of dashes in widths of the line; 0 for a line without.</param>
/// <param name="Corners">Of a polygon or a smooth shape: its corners in fractions of the rectangle.</param>
/// <param name="Tint">A tint of a colour of the house that fills it where it has no colour of its own; null for
/// none.</param>
public sealed record Shape(
    Guid Id,
    Placement At,
    ShapeForm Form,
    string Text = "",
    string? Fill = null,
    string? FillTo = null,
    double Opacity = 1,
    string? Stroke = null,
    double StrokeWidth = 0,
    double Dash = 0,
    ImmutableList<PhotoPoint>? Corners = null,
    FillTint? Tint = null
) : Item(Id, At)
{
    /// <summary>The widest line, in units.</summary>
    public const double MostStroke = 60;

    /// <summary>The longest dashes, in widths.</summary>
    public const double MostDash = 20;

    /// <summary>Its outline on the slide, before it is turned.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public Path Outline =>
        Form switch
        {
            ShapeForm.Rectangle => Path.Rect(At.Rect),
            ShapeForm.Rounded => Masks.Of(FrameMask.Rounded, At.Rect, 1),
            ShapeForm.Ellipse => Masks.Of(FrameMask.Ellipse, At.Rect, 1),
            ShapeForm.Arch => Masks.Of(FrameMask.Arch, At.Rect, 1),
            ShapeForm.Hexagon => Masks.Of(FrameMask.Hexagon, At.Rect, 1),
            ShapeForm.Star => Masks.Of(FrameMask.Star, At.Rect, 1),
            ShapeForm.Polygon => Masks.Of(FrameMask.Polygon, At.Rect, 1, Corners),
            ShapeForm.Smooth when Corners is { Count: >= 3 } corners => Smooth.Closed([
                .. corners.Select(c => new SlidePoint(
                    At.Rect.X + c.X * At.Rect.Width,
                    At.Rect.Y + c.Y * At.Rect.Height
                )),
            ]),
            ShapeForm.Smooth => Path.Ellipse(At.Rect),
            _ => throw new InvalidOperationException($"{Form} has no outline."),
        };
}

/// <summary>Changes a shape; what is null stays.</summary>
/// <param name="Form">Its outline.</param>
/// <param name="Text">Words in its middle.</param>
/// <param name="Fill">Colour inside; empty for nothing.</param>
/// <param name="OfHouse">It has the colours of the house again.</param>
/// <param name="FillTo">The colour it changes to at the foot; empty for a plain one.</param>
/// <param name="Opacity">Of what fills it, 0 to 1.</param>
/// <param name="Stroke">Colour of its line; empty for the ink that reads.</param>
/// <param name="StrokeWidth">In units; 0 for none.</param>
/// <param name="Dash">Length of dashes in widths of the line; 0 for a line without.</param>
/// <param name="Outline">Corners of its own, as places on the slide: it lies round them.</param>
/// <param name="Tint">A tint of a colour of the house, in place of a colour of its own.</param>
public sealed record ShapeEdit(
    ShapeForm? Form = null,
    string? Text = null,
    string? Fill = null,
    bool? OfHouse = null,
    string? FillTo = null,
    double? Opacity = null,
    string? Stroke = null,
    double? StrokeWidth = null,
    double? Dash = null,
    ImmutableList<SlidePoint>? Outline = null,
    FillTint? Tint = null
) : ItemEdit
{
    /// <inheritdoc/>
    public override string UndoLabel => Text is not null ? "the words in a shape" : "a shape";
}
