using System.Collections.Immutable;
using System.Runtime.CompilerServices;

namespace Jaali.Core.Decks;

/// <summary>Where the members of a list stand, by their identity; made once for a list, and carried over to a list that
/// has the same identities in the same order.</summary>
internal static class Places<T>
    where T : class
{
    private static readonly ConditionalWeakTable<ImmutableList<T>, Dictionary<Guid, int>> Known = [];

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

    /// <summary>Says that a list has the identities of another, in the same order.</summary>
    internal static void Carry(ImmutableList<T> from, ImmutableList<T> to)
    {
        if (!ReferenceEquals(from, to) && Known.TryGetValue(from, out Dictionary<Guid, int>? places))
            Known.AddOrUpdate(to, places);
    }
}
