using System.Numerics;

namespace Jaali.Imaging;

/// <summary>A 64-bit fingerprint of what a picture looks like: the signs of its lowest cosine frequencies against
/// their median (the "pHash" construction).</summary>
public static class PerceptualHash
{
    private const int Side = 32,
        Low = 8;

    /// <summary>The fingerprint of a 32 x 32 picture of grey values, rows from the top.</summary>
    /// <exception cref="ArgumentException">There are not 1024 values.</exception>
    public static ulong Of(ReadOnlySpan<byte> grey)
    {
        if (grey.Length != Side * Side)
            throw new ArgumentException("A fingerprint is taken of 32 x 32 values.", nameof(grey));
        double[] rows = new double[Side * Low];
        for (int y = 0; y < Side; y++)
        for (int u = 0; u < Low; u++)
        {
            double sum = 0;
            for (int x = 0; x < Side; x++)
                sum += grey[y * Side + x] * Math.Cos(Math.PI / Side * (x + .5) * (u + 1));
            rows[y * Low + u] = sum;
        }
        double[] low = new double[Low * Low];
        for (int u = 0; u < Low; u++)
        for (int v = 0; v < Low; v++)
        {
            double sum = 0;
            for (int y = 0; y < Side; y++)
                sum += rows[y * Low + u] * Math.Cos(Math.PI / Side * (y + .5) * v);
            low[v * Low + u] = sum;
        }
        double[] sorted = [.. low];
        Array.Sort(sorted);
        double median = (sorted[31] + sorted[32]) / 2;
        ulong bits = 0;
        for (int i = 0; i < low.Length; i++)
            if (low[i] > median)
                bits |= 1UL << i;
        return bits;
    }

    /// <summary>How many bits differ, 0 to 64. Up to 10 is the same picture.</summary>
    public static int Distance(ulong a, ulong b) => BitOperations.PopCount(a ^ b);
}
