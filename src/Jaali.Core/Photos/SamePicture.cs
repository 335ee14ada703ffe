using System.Numerics;

namespace Jaali.Core.Photos;

/// <summary>Tells whether two candidates are the same picture.</summary>
public static class SamePicture
{
    /// <summary>Most bits that the hashes of re-saved and resized copies differ in.</summary>
    public const int MostBits = 8;

    /// <summary>Most bits that hashes of a picture and a part of it, as small pictures often are, differ in. Of two
    /// pictures that have nothing to do with each other half of the 64 bits differ, give or take four (common practice,
    /// no source).</summary>
    public const int MostBitsOfPart = 22;

    /// <summary>Places of the hashes at most so many bits away from one, nearest first. All are looked at: a processor
    /// counts the bits of a hundred thousand in the time in which an index of them is asked.</summary>
    /// <param name="hashes">Where to look.</param>
    /// <param name="hash">What is looked for.</param>
    /// <param name="most">Greatest distance, 0 to 64 bits.</param>
    /// <exception cref="ArgumentOutOfRangeException">The distance is outside 0 to 64.</exception>
    public static IReadOnlyList<(int Place, int Distance)> Near(
        ReadOnlySpan<ulong> hashes,
        ulong hash,
        int most = MostBits
    )
    {
        ArgumentOutOfRangeException.ThrowIfNegative(most);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(most, 64);
        List<(int Place, int Distance)> found = [];
        for (int i = 0; i < hashes.Length; i++)
            if (BitOperations.PopCount(hashes[i] ^ hash) is var distance && distance <= most)
                found.Add((i, distance));
        found.Sort((x, y) => x.Distance != y.Distance ? x.Distance - y.Distance : x.Place - y.Place);
        return found;
    }

    /// <summary>
    /// True where their pictures look the same and have the same proportions, or the addresses of their source pages
    /// are the same and they do not look otherwise. Two photos that one collection found on one page are two.
    /// </summary>
    public static bool Is(Candidate a, ThumbnailMetrics? lookA, Candidate b, ThumbnailMetrics? lookB)
    {
        // A frame of a clip is a picture of it, and the clip is another work.
        if (a.Clip is null != b.Clip is null)
            return false;
        if (a.Rights.SourceUrl is { } one && b.Rights.SourceUrl is { } other && Plain(one) == Plain(other))
            return lookA is not null && lookB is not null
                ? MayBe(lookA.Hash, lookB.Hash)
                : a.Collection != b.Collection || a.Id == b.Id;
        return lookA is not null
            && lookB is not null
            && Alike(lookA.Hash, lookB.Hash)
            && Math.Abs(Math.Log((double)lookA.Width / lookA.Height * lookB.Height / lookB.Width)) < .03;
    }

    /// <summary>True where nothing in two hashes speaks against their being of one picture.</summary>
    public static bool MayBe(ulong a, ulong b) => BitOperations.PopCount(a ^ b) <= MostBitsOfPart;

    /// <summary>True where two hashes are those of copies of one picture.</summary>
    public static bool Alike(ulong a, ulong b) => BitOperations.PopCount(a ^ b) <= MostBits;

    /// <summary>An address without its scheme, a leading "www.", a fragment and a slash at the end.</summary>
    public static string Plain(string address)
    {
        ReadOnlySpan<char> s = address;
        int scheme = s.IndexOf("://", StringComparison.Ordinal);
        if (scheme >= 0)
            s = s[(scheme + 3)..];
        int fragment = s.IndexOf('#');
        if (fragment >= 0)
            s = s[..fragment];
        if (s.StartsWith("www.", StringComparison.OrdinalIgnoreCase))
            s = s[4..];
        return s.TrimEnd('/').ToString();
    }
}
