using System.Runtime.CompilerServices;

namespace Jaali.Core.Decks;

/// <summary>Where the members of a list stand, by their identity, and of which list another was made: known once, and
/// carried over from list to list, so that an edit costs what it touches.</summary>
internal static class IdentityIndex<T>
    where T : class
{
    // An edit sets a few members one after the other.
    private const int MostSteps = 64;

    private static readonly ConditionalWeakTable<ImmutableList<T>, Dictionary<Guid, int>> Known = [];
    private static readonly ConditionalWeakTable<ImmutableList<T>, Step> Steps = [];

    /// <summary>The place of a member, or -1.</summary>
    internal static int Of(ImmutableList<T> list, Guid id, Func<T, Guid> idOf)
    {
        if (list.IsEmpty)
            return -1;
        if (!Known.TryGetValue(list, out Dictionary<Guid, int>? places))
        {
            places = new(list.Count);
            int i = 0;
            // Of two with one identity the first is the one that is meant.
            foreach (T member in list)
                places.TryAdd(idOf(member), i++);
            Known.AddOrUpdate(list, places);
        }
        return places.GetValueOrDefault(id, -1);
    }

    /// <summary>The list with another member of the same identity at a place.</summary>
    internal static ImmutableList<T> Set(ImmutableList<T> list, int at, T member)
    {
        ImmutableList<T> made = list.SetItem(at, member);
        if (ReferenceEquals(made, list))
            return list;
        if (Known.TryGetValue(list, out Dictionary<Guid, int>? places))
            Known.AddOrUpdate(made, places);
        Steps.AddOrUpdate(made, new(new(list), at));
        return made;
    }

    /// <summary>The pairs of members that differ, where both lists have the same identities in the same order; null
    /// where
    /// they do not.</summary>
    internal static IReadOnlyList<(T Before, T Now)>? Differing(
        ImmutableList<T> from,
        ImmutableList<T> to,
        Func<T, Guid> idOf
    )
    {
        if (ReferenceEquals(from, to))
            return [];
        if (Since(from, to) is { } places)
            return [.. places.Select(i => (from[i], to[i])).Where(p => !ReferenceEquals(p.Item1, p.Item2))];
        if (from.Count != to.Count)
            return null;
        List<(T, T)> differing = [];
        foreach ((T a, T b) in from.Zip(to))
        {
            if (ReferenceEquals(a, b))
                continue;
            if (idOf(a) != idOf(b))
                return null;
            differing.Add((a, b));
        }
        return differing;
    }

    // The places that were set on the way from one list to another; null where the way is not known.
    private static SortedSet<int>? Since(ImmutableList<T> from, ImmutableList<T> to)
    {
        SortedSet<int> places = [];
        for (int n = 0; n < MostSteps && Steps.TryGetValue(to, out Step? step); n++)
        {
            places.Add(step.At);
            if (!step.From.TryGetTarget(out ImmutableList<T>? before))
                return null;
            if (ReferenceEquals(before, from))
                return places;
            to = before;
        }
        return null;
    }

    private sealed record Step(WeakReference<ImmutableList<T>> From, int At);
}
