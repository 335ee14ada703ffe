using System.Numerics;
using System.Runtime.CompilerServices;

namespace Jaali.Painter;

/// <summary>Hashed lattice noise. Values are in about [-1, 1]; the same seed and place always give the same
/// value.</summary>
internal static class Noise
{
    /// <summary>A 32-bit integer hash of a lattice point (Wang-style avalanche).</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static uint Hash(int x, int y, int z)
    {
        unchecked
        {
            uint h = (uint)x * 0x8da6b343u ^ (uint)y * 0xd8163841u ^ (uint)z * 0xcb1ab31fu;
            h ^= h >> 15;
            h *= 0x2c1b3c6du;
            h ^= h >> 12;
            h *= 0x297a2d39u;
            h ^= h >> 15;
            return h;
        }
    }

    /// <summary>Uniform in [0, 1).</summary>
    public static float Unit(int x, int y, int z) => (Hash(x, y, z) >> 8) * (1f / 16777216f);

    private static readonly float[] Gx = [.. Enumerable.Range(0, 256).Select(i => MathF.Cos(i * MathF.Tau / 256))];
    private static readonly float[] Gy = [.. Enumerable.Range(0, 256).Select(i => MathF.Sin(i * MathF.Tau / 256))];

    /// <summary>Gradient noise in the plane, quintic fade.</summary>
    public static float Gradient(float x, float y, int seed)
    {
        int ix = (int)MathF.Floor(x),
            iy = (int)MathF.Floor(y);
        float fx = x - ix,
            fy = y - iy;
        float u = fx * fx * fx * (fx * (fx * 6 - 15) + 10),
            v = fy * fy * fy * (fy * (fy * 6 - 15) + 10);
        float a = Corner(ix, iy, fx, fy, seed),
            b = Corner(ix + 1, iy, fx - 1, fy, seed);
        float c = Corner(ix, iy + 1, fx, fy - 1, seed),
            d = Corner(ix + 1, iy + 1, fx - 1, fy - 1, seed);
        float top = a + (b - a) * u,
            bottom = c + (d - c) * u;
        return (top + (bottom - top) * v) * 1.5f;
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static float Corner(int ix, int iy, float fx, float fy, int seed)
    {
        uint h = Hash(ix, iy, seed) & 255;
        return Gx[h] * fx + Gy[h] * fy;
    }

    /// <summary>Value noise in space, in [-1, 1].</summary>
    public static float Value3(float x, float y, float z, int seed)
    {
        int ix = (int)MathF.Floor(x),
            iy = (int)MathF.Floor(y),
            iz = (int)MathF.Floor(z);
        float fx = x - ix,
            fy = y - iy,
            fz = z - iz;
        fx = fx * fx * (3 - 2 * fx);
        fy = fy * fy * (3 - 2 * fy);
        fz = fz * fz * (3 - 2 * fz);
        float Layer(int dz)
        {
            int s = seed * 7919 + iz + dz;
            float a = Unit(ix, iy, s),
                b = Unit(ix + 1, iy, s),
                c = Unit(ix, iy + 1, s),
                d = Unit(ix + 1, iy + 1, s);
            float t = a + (b - a) * fx,
                u = c + (d - c) * fx;
            return t + (u - t) * fy;
        }
        float l0 = Layer(0);
        return (l0 + (Layer(1) - l0) * fz) * 2 - 1;
    }

    /// <summary>Fractal sum of gradient noise; each octave turned so that no axis shows.</summary>
    public static float Fbm(float x, float y, int octaves, int seed, float gain = .5f)
    {
        float sum = 0,
            amp = 1,
            norm = 0;
        for (int i = 0; i < octaves; i++)
        {
            sum += amp * Gradient(x, y, seed + i * 31);
            norm += amp;
            amp *= gain;
            (x, y) = (1.6f * x - 1.2f * y + 17.3f, 1.2f * x + 1.6f * y - 9.1f);
        }
        return sum / norm;
    }

    /// <summary>Fractal noise whose place is itself moved by fractal noise.</summary>
    public static float Warped(float x, float y, int octaves, int seed, float warp)
    {
        float qx = Fbm(x + 5.2f, y + 1.3f, 3, seed + 101),
            qy = Fbm(x - 8.7f, y + 2.8f, 3, seed + 202);
        return Fbm(x + warp * qx, y + warp * qy, octaves, seed);
    }

    /// <summary>Fractal sum of value noise in space.</summary>
    public static float Fbm3(Vector3 p, int octaves, int seed)
    {
        float sum = 0,
            amp = 1,
            norm = 0;
        for (int i = 0; i < octaves; i++)
        {
            sum += amp * Value3(p.X, p.Y, p.Z, seed + i);
            norm += amp;
            amp *= .5f;
            p = new Vector3(p.Z * 1.9f + 3.1f, p.X * 2.03f - 1.7f, p.Y * 1.97f + 9.2f);
        }
        return sum / norm;
    }

    /// <summary>Smooth step from 0 at <paramref name="a"/> to 1 at <paramref name="b"/>.</summary>
    public static float Step(float a, float b, float x)
    {
        float t = Math.Clamp((x - a) / (b - a), 0, 1);
        return t * t * (3 - 2 * t);
    }
}

/// <summary>A small fast random sequence for one pixel or one object.</summary>
internal struct Dice(uint seed)
{
    private uint _s = seed == 0 ? 0x9e3779b9u : seed;

    /// <summary>Uniform in [0, 1).</summary>
    public float Next()
    {
        _s ^= _s << 13;
        _s ^= _s >> 17;
        _s ^= _s << 5;
        return (_s >> 8) * (1f / 16777216f);
    }

    /// <summary>Uniform in [a, b).</summary>
    public float Next(float a, float b) => a + (b - a) * Next();

    /// <summary>Normal with mean 0 and deviation 1 (Box and Muller).</summary>
    public float Normal() => MathF.Sqrt(-2 * MathF.Log(MathF.Max(1 - Next(), 1e-7f))) * MathF.Cos(MathF.Tau * Next());
}
