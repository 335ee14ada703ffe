namespace Jaali.Core.Photos;

/// <summary>
/// The order of a wall that fills while it is looked at: what was shown once stays before all that comes later,
/// however well the later suits; among what is new the given order decides.
/// Two pictures that turn out to be one stand where the first of them stood.
/// </summary>
public sealed class StableOrder
{
    private readonly Lock _lock = new();
    private readonly Dictionary<(string Collection, string Id), int> _places = [];

    /// <summary>Arranges pictures and remembers where each stands.</summary>
    /// <param name="ranked">The pictures to be shown, the best first.</param>
    public IReadOnlyList<ResultPicture> Arrange(IReadOnlyList<ResultPicture> ranked)
    {
        lock (_lock)
        {
            ResultPicture[] arranged = [.. ranked.OrderBy(PlaceOf)];
            foreach (ResultPicture picture in arranged)
            {
                int place = PlaceOf(picture);
                if (place == int.MaxValue)
                    place = _places.Count;
                foreach (Candidate c in Members(picture))
                    _places[(c.Collection, c.Id)] = place;
            }
            return arranged;
        }
    }

    private int PlaceOf(ResultPicture picture) =>
        Members(picture).Min(c => _places.GetValueOrDefault((c.Collection, c.Id), int.MaxValue));

    private static IEnumerable<Candidate> Members(ResultPicture picture) => picture.Others.Prepend(picture.Best);
}
