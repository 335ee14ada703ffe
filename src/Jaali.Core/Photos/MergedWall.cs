namespace Jaali.Core.Photos;

/// <summary>One picture on the wall: the candidate that is taken when it is kept, and the same picture
/// elsewhere.</summary>
/// <param name="Best">Cleared terms first, then the most pixels.</param>
/// <param name="Others">The same picture in other collections.</param>
/// <param name="Suits">What the best would be on a slide.</param>
/// <param name="Score">By which the wall is ordered.</param>
public sealed record WallPicture(Candidate Best, IReadOnlyList<Candidate> Others, Suitability Suits, double Score);

/// <summary>Makes one wall of what several collections answered.</summary>
public static class MergedWall
{
    /// <summary>
    /// Merges the same picture from several collections into one, fuses the collections' orders
    /// (<see cref="RankFusion"/>), and lets those lead that suit the need.
    /// </summary>
    /// <param name="answers">Each collection's candidates in its own order.</param>
    /// <param name="look">What is known of a candidate's picture, or null.</param>
    /// <param name="suits">What a candidate would be on a slide of the talk.</param>
    public static IReadOnlyList<WallPicture> Of(
        IEnumerable<IReadOnlyList<Candidate>> answers,
        Func<Candidate, Look?> look,
        Func<Candidate, Suitability> suits
    )
    {
        var wall = new MergingWall();
        foreach (IReadOnlyList<Candidate> answer in answers)
            for (int i = 0; i < answer.Count; i++)
                wall.Add(answer[i], i + 1, look(answer[i]));
        return wall.Pictures(suits, answers);
    }
}
