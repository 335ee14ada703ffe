namespace Jaali.Testing;

/// <summary>Damages real inputs at random, always in the same way for the same seed: bits turned, bytes put in, pieces
/// cut out, doubled or moved, numbers made huge, the end cut off.</summary>
public static class Mutations
{
    private static readonly byte[][] Nasty =
    [
        [0xFF, 0xFF, 0xFF, 0xFF],
        [0x7F, 0xFF, 0xFF, 0xFF],
        [0, 0, 0, 0],
        [0x80],
        "\\ud800"u8.ToArray(),
        "&#0;"u8.ToArray(),
        "]]>"u8.ToArray(),
        "<!--"u8.ToArray(),
        "99999999999999999999"u8.ToArray(),
        "-1"u8.ToArray(),
        "null"u8.ToArray(),
        "[[[["u8.ToArray(),
        "{\""u8.ToArray(),
        "//"u8.ToArray(),
        "http://[bad"u8.ToArray(),
        [0xED, 0xA0, 0x80],
    ];

    /// <summary>How many are tried of each seed: 500 in all unless JAALI_LONG is set, then 10,000.</summary>
    public static int Count => Environment.GetEnvironmentVariable("JAALI_LONG") is { Length: > 0 } ? 10_000 : 500;

    /// <summary>Damaged copies of seeds, in turn.</summary>
    public static IEnumerable<byte[]> Of(params IReadOnlyList<byte[]> seeds)
    {
        for (int n = 0; n < Count; n++)
        {
            byte[] seed = seeds[n % seeds.Count];
            yield return One(seed, new Random(n * 7919 + seed.Length));
        }
    }

    /// <summary>A damaged copy.</summary>
    public static byte[] One(byte[] seed, Random random)
    {
        List<byte> bytes = [.. seed];
        int times = 1 + random.Next(6);
        for (int i = 0; i < times && bytes.Count > 0; i++)
        {
            int at = random.Next(bytes.Count),
                length = Math.Min(1 + random.Next(40), bytes.Count - at);
            switch (random.Next(7))
            {
                case 0:
                    bytes[at] ^= (byte)(1 << random.Next(8));
                    break;
                case 1:
                    bytes.InsertRange(at, Nasty[random.Next(Nasty.Length)]);
                    break;
                case 2:
                    bytes.RemoveRange(at, length);
                    break;
                case 3:
                    bytes.InsertRange(at, bytes.GetRange(at, length));
                    break;
                case 4:
                    byte[] over = Nasty[random.Next(Nasty.Length)];
                    for (int k = 0; k < over.Length && at + k < bytes.Count; k++)
                        bytes[at + k] = over[k];
                    break;
                case 5:
                    bytes.RemoveRange(at, bytes.Count - at);
                    break;
                default:
                    List<byte> moved = bytes.GetRange(at, length);
                    bytes.RemoveRange(at, length);
                    bytes.InsertRange(random.Next(bytes.Count + 1), moved);
                    break;
            }
        }
        return [.. bytes];
    }
}
