using Microsoft.Extensions.Caching.Memory;

namespace Jaali.Caching;

/// <summary>What was made or read is remembered up to a limit; what was not asked for longest goes first.</summary>
/// <typeparam name="TKey">By which it is found.</typeparam>
/// <typeparam name="TValue">What is remembered.</typeparam>
/// <param name="most">The limit, in the unit of <paramref name="size"/>.</param>
/// <param name="size">How much of the limit one takes; 1 where it is left out.</param>
[System.Diagnostics.CodeAnalysis.SuppressMessage(
    "Design",
    "CA1001",
    Justification = "The cache holds memory alone, which goes with it."
)]
public sealed class BoundedCache<TKey, TValue>(long most, Func<TValue, long>? size = null)
    where TKey : notnull
{
    private readonly MemoryCache _cache = new(
        new MemoryCacheOptions
        {
            SizeLimit = most,
            CompactionPercentage = .1,
            TrackStatistics = false,
        }
    );

    /// <summary>How many are remembered.</summary>
    public int Count => _cache.Count;

    /// <summary>What is remembered of a key.</summary>
    public bool TryGet(TKey key, out TValue value)
    {
        bool there = _cache.TryGetValue(key, out object? found);
        value = there ? (TValue)found! : default!;
        return there;
    }

    /// <summary>Remembers.</summary>
    /// <returns>The value.</returns>
    public TValue Put(TKey key, TValue value)
    {
        _cache.Set(key, value, new MemoryCacheEntryOptions { Size = size?.Invoke(value) ?? 1 });
        return value;
    }

    /// <summary>What is remembered of a key, or what is made for it now.</summary>
    public TValue GetOrMake<TWith>(TKey key, Func<TKey, TWith, TValue> make, TWith with) =>
        TryGet(key, out TValue known) ? known : Put(key, make(key, with));

    /// <summary>Forgets a key.</summary>
    public void Forget(TKey key) => _cache.Remove(key);
}
