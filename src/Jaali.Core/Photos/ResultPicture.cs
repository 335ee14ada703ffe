namespace Jaali.Core.Photos;

/// <summary>One picture on the wall: the candidate that is taken when it is kept, and the same picture
/// elsewhere.</summary>
/// <param name="Best">Cleared terms first, then the most pixels.</param>
/// <param name="Others">The same picture in other collections.</param>
/// <param name="Suits">What the best would be on a slide.</param>
/// <param name="Score">By which the wall is ordered.</param>
public sealed record ResultPicture(Candidate Best, IReadOnlyList<Candidate> Others, Suitability Suits, double Score);
