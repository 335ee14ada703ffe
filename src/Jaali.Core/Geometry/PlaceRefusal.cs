namespace Jaali.Core.Geometry;

/// <summary>A place that cannot be had, and the nearest one that can.</summary>
/// <param name="Code">Stable and short, for programs.</param>
/// <param name="Sentence">For a person; ends with what to do.</param>
/// <param name="Nearest">The nearest place that can be had.</param>
public sealed record PlaceRefusal(string Code, string Sentence, SlideRect Nearest) : Refusal(Code, Sentence);
