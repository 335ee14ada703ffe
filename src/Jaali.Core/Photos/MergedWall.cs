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
        List<List<Candidate>> groups = [];
        List<List<int>> orders = [];
        foreach (IReadOnlyList<Candidate> answer in answers)
        {
            List<int> order = [];
            foreach (Candidate c in answer)
            {
                Look? seen = look(c);
                // Two results of one collection stay two: it knows its own holdings.
                int at = groups.FindIndex(g =>
                    g.TrueForAll(o => o.Collection != c.Collection)
                    && g.Exists(o => SamePicture.Is(o, look(o), c, seen))
                );
                if (at < 0)
                {
                    at = groups.Count;
                    groups.Add([]);
                }
                groups[at].Add(c);
                order.Add(at);
            }
            orders.Add(order);
        }
        Dictionary<int, double> fused = RankFusion.Scores(orders);
        return
        [
            .. groups
                .Select(
                    (group, i) =>
                    {
                        (Candidate Candidate, Suitability Suits)[] ranked =
                        [
                            .. group
                                .Select(c => (c, suits(c)))
                                .OrderBy(p => p.Item2.Clearance.Standing)
                                .ThenByDescending(p => p.Item2.Sharpness),
                        ];
                        return new WallPicture(
                            ranked[0].Candidate,
                            [.. ranked.Skip(1).Select(r => r.Candidate)],
                            ranked[0].Suits,
                            fused[i] * ranked[0].Suits.Factor
                        );
                    }
                )
                .OrderByDescending(p => p.Score)
                .ThenBy(p => p.Best.Collection, StringComparer.Ordinal)
                .ThenBy(p => p.Best.Id, StringComparer.Ordinal),
        ];
    }
}
