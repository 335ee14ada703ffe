namespace Jaali.Core;

/// <summary>An expected refusal: what happened and what to do, for a person to read.</summary>
/// <param name="Code">Stable and short, for programs: <c>point-too-long</c>.</param>
/// <param name="Sentence">For a person; ends with what to do.</param>
public record Refusal(string Code, string Sentence);
