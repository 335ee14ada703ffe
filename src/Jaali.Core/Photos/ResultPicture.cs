namespace Jaali.Core.Photos;

/// <summary>One picture on the wall: the candidate that is taken when it is kept, and the same picture
/// elsewhere.</summary>
/// <param name="Best">Cleared terms first, then the most pixels.</param>
/// <param name="Others">The same picture in other collections.</param>
/// <param name="Suits">What the best would be on a slide.</param>
/// <param name="Score">By which the wall is ordered among those that are met as well.</param>
/// <param name="Met">How many of the words that were asked for its titles and tags hold.</param>
public sealed record ResultPicture(
    Candidate Best,
    IReadOnlyList<Candidate> Others,
    Suitability Suits,
    double Score,
    int Met = 0
);
