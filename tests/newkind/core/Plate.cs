namespace Jaali.Core.Items;

/// <summary>A plain plate with a number on it: a kind of item that exists for the test alone.</summary>
/// <param name="Id">Identity.</param>
/// <param name="At">Where it lies.</param>
/// <param name="Number">What it shows, 0 to 99.</param>
public sealed record Plate(Guid Id, Placement At, int Number) : Item(Id, At);

/// <summary>Gives a plate its number; null leaves it.</summary>
/// <param name="Number">What it shows, 0 to 99.</param>
public sealed record PlateEdit(int? Number = null) : ItemEdit;
