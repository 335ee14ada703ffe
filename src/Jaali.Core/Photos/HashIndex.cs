using System.Numerics;

namespace Jaali.Core.Photos;

/// <summary>
/// Finds the near-duplicates of a 64-bit hash among many without looking at all of them: multi-index hashing in four
/// blocks of 16 bits
/// (Norouzi, Punjani and Fleet, "Fast search in Hamming space with multi-index hashing", CVPR 2012). Two hashes
/// within a distance r agree
/// in at least one block to within r / 4 bits, so that only buckets that near need to be opened.
/// </summary>
public sealed class HashIndex
{
    private const int Blocks = 4,
        Buckets = 1 << 16;
    private readonly ulong[] _hashes;
    private readonly int[][] _starts = new int[Blocks][];
    private readonly int[][] _members = new int[Blocks][];

    /// <summary>Indexes hashes; results name them by their place here.</summary>
    public HashIndex(IReadOnlyList<ulong> hashes)
    {
        _hashes = [.. hashes];
        for (int block = 0; block < Blocks; block++)
        {
            int[] starts = new int[Buckets + 1],
                members = new int[_hashes.Length];
            foreach (ulong h in _hashes)
                starts[Key(h, block) + 1]++;
            for (int i = 0; i < Buckets; i++)
                starts[i + 1] += starts[i];
            int[] next = [.. starts];
            for (int i = 0; i < _hashes.Length; i++)
                members[next[Key(_hashes[i], block)]++] = i;
            (_starts[block], _members[block]) = (starts, members);
        }
    }

    /// <summary>How many hashes there are.</summary>
    public int Count => _hashes.Length;

    /// <summary>Places of the hashes at most so many bits away, nearest first.</summary>
    /// <param name="hash">What is looked for.</param>
    /// <param name="most">Greatest distance, 0 to 11 bits.</param>
    /// <exception cref="ArgumentOutOfRangeException">The distance is outside 0 to 11.</exception>
    public IReadOnlyList<(int Place, int Distance)> Near(ulong hash, int most = SamePicture.MostBits)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(most);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(most, 11);
        List<(int Place, int Distance)> found = [];
        int slack = most / Blocks;
        for (int block = 0; block < Blocks; block++)
        {
            int key = Key(hash, block);
            Open(block, key, hash, most, found);
            if (slack < 1)
                continue;
            for (int a = 0; a < 16; a++)
            {
                Open(block, key ^ (1 << a), hash, most, found);
                if (slack < 2)
                    continue;
                for (int b = a + 1; b < 16; b++)
                    Open(block, key ^ (1 << a) ^ (1 << b), hash, most, found);
            }
        }
        found.Sort((x, y) => x.Distance != y.Distance ? x.Distance - y.Distance : x.Place - y.Place);
        return found;
    }

    private void Open(int block, int key, ulong hash, int most, List<(int Place, int Distance)> found)
    {
        int[] starts = _starts[block],
            members = _members[block];
        for (int i = starts[key], end = starts[key + 1]; i < end; i++)
        {
            int place = members[i];
            int distance = BitOperations.PopCount(_hashes[place] ^ hash);
            if (distance <= most && FirstBlock(_hashes[place] ^ hash, most / Blocks) == block)
                found.Add((place, distance));
        }
    }

    // A hash that is near in several blocks is reported from the first of them alone.
    private static int FirstBlock(ulong difference, int slack)
    {
        for (int block = 0; block < Blocks; block++)
            if (BitOperations.PopCount((difference >> (16 * block)) & 0xFFFF) <= slack)
                return block;
        return -1;
    }

    private static int Key(ulong hash, int block) => (int)((hash >> (16 * block)) & 0xFFFF);
}
