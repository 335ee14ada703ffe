namespace Jaali.Core.Photos;

/// <summary>Makes one order of several.</summary>
public static class RankFusion
{
    /// <summary>The constant that softens the lead of first places (60 in the paper).</summary>
    public const double Softness = 60;

    /// <summary>
    /// Reciprocal rank fusion: each list gives a thing 1 / (60 + rank), rank counted from 1, and these are added
    /// (Cormack, Clarke and Buettcher, "Reciprocal Rank Fusion outperforms Condorcet and individual rank learning
    /// methods", SIGIR 2009).
    /// </summary>
    /// <returns>The score of each thing that is in a list.</returns>
    public static Dictionary<T, double> Scores<T>(IEnumerable<IEnumerable<T>> lists)
        where T : notnull
    {
        Dictionary<T, double> scores = [];
        foreach (IEnumerable<T> list in lists)
        {
            int rank = 0;
            foreach (T thing in list)
                scores[thing] = scores.GetValueOrDefault(thing) + 1 / (Softness + ++rank);
        }
        return scores;
    }
}
