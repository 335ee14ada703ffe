using Jaali.Core.Photos;

namespace Jaali.Testing;

/// <summary>Results that came at once.</summary>
public static class Merging
{
    /// <summary>The results as they would stand.</summary>
    public static IReadOnlyList<ResultPicture> Of(
        IEnumerable<IReadOnlyList<Candidate>> answers,
        Func<Candidate, ThumbnailMetrics?> metrics,
        Func<Candidate, Suitability> suits
    )
    {
        var results = new MergedResults();
        foreach (IReadOnlyList<Candidate> answer in answers)
            for (int i = 0; i < answer.Count; i++)
                results.Add(answer[i], i + 1, metrics(answer[i]));
        return results.Pictures(suits, answers);
    }
}
