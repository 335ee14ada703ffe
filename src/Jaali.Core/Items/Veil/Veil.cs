namespace Jaali.Core.Items;

/// <summary>A gradient between what lies under it and the words: what a photo gives up so that they read.</summary>
/// <param name="Id">Identity.</param>
/// <param name="At">What it covers.</param>
/// <param name="Form">How it thins out.</param>
/// <param name="Colour">As <c>#RRGGBB</c>.</param>
/// <param name="Strength">Opacity where it is strongest, 0 to 1.</param>
/// <param name="Angle">Of a linear one, from where it is strongest to where it ends: 0 from the left to the right, 90
/// from
/// the top down, clockwise.</param>
/// <param name="Extent">The share of its way over which it thins out, .05 to 1.</param>
/// <param name="Stops">Its own stops, in place of the colour and of thinning out evenly; null for none.</param>
public sealed record Veil(
    Guid Id,
    Placement At,
    VeilForm Form,
    string Colour,
    double Strength,
    double Angle = 0,
    double Extent = 1,
    ImmutableList<VeilStop>? Stops = null
) : Item(Id, At);

/// <summary>A stop of a veil.</summary>
/// <param name="Offset">Along its way, 0 where it is strongest, to 1.</param>
/// <param name="Colour">As <c>#RRGGBB</c>.</param>
/// <param name="Opacity">0 to 1; times the strength of the veil.</param>
public sealed record VeilStop(double Offset, string Colour, double Opacity);

/// <summary>How strong a veil is at a place of its way.</summary>
/// <param name="Offset">0 where it is strongest, to 1.</param>
/// <param name="Opacity">0 to 1.</param>
public readonly record struct VeilFall(double Offset, double Opacity);

/// <summary>Changes a veil; what is null stays.</summary>
/// <param name="Form">How it thins out.</param>
/// <param name="Colour">As <c>#RRGGBB</c>; takes away stops of its own.</param>
/// <param name="Strength">0 to 1.</param>
/// <param name="Angle">Degrees clockwise, 0 from the left to the right.</param>
/// <param name="Extent">.05 to 1.</param>
/// <param name="Stops">2 to 8 stops of its own, in order; an empty list takes them away.</param>
public sealed record VeilEdit(
    VeilForm? Form = null,
    string? Colour = null,
    double? Strength = null,
    double? Angle = null,
    double? Extent = null,
    ImmutableList<VeilStop>? Stops = null
) : ItemEdit
{
    /// <inheritdoc/>
    public override string UndoLabel => "a veil";
}
