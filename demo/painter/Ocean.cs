using System.Numerics;

namespace Jaali.Painter;

/// <summary>A moment of moving water, which is again as it was after a time.</summary>
/// <param name="Seconds">Since it began.</param>
/// <param name="Round">Seconds after which it begins again; 0 for water that stands.</param>
internal readonly record struct WaterMoment(float Seconds, float Round)
{
    private const float Gravity = 9.81f;

    /// <summary>By how much a wave has gone on: in deep water its frequency is the root of gravity times its wave
    /// number, here the nearest of which a whole number fits the time.</summary>
    public Complex Turn(float waveNumber)
    {
        if (Round <= 0)
            return Complex.One;
        float rounds = MathF.Round(MathF.Sqrt(Gravity * waveNumber) * Round / MathF.Tau);
        return Complex.FromPolarCoordinates(1, rounds * MathF.Tau * Seconds / Round);
    }
}

/// <summary>One periodic patch of water: heights and slopes from a k^-4 wind-sea spectrum (Phillips), with mip levels
/// that keep the slope variance lost by averaging.</summary>
internal sealed class WaterTile
{
    private const int N = 512;
    private readonly float[] _height = new float[N * N];
    private readonly List<(int Size, float[] Sx, float[] Sz, float[] Sq)> _mips = [];

    public WaterTile(
        float size,
        float rmsSlope,
        float windRadians,
        float kMin,
        float kMax,
        float spread,
        int seed,
        WaterMoment moment
    )
    {
        Size = size;
        var h = new Complex[N * N];
        var sx = new Complex[N * N];
        var sz = new Complex[N * N];
        var dice = new Dice(Noise.Hash(seed, 3, 9));
        var wind = new Vector2(MathF.Sin(windRadians), MathF.Cos(windRadians));
        for (int j = 0; j < N; j++)
        for (int i = 0; i < N; i++)
        {
            float re = dice.Normal(),
                im = dice.Normal();
            float kx = MathF.Tau / size * (i < N / 2 ? i : i - N),
                kz = MathF.Tau / size * (j < N / 2 ? j : j - N);
            float k = MathF.Sqrt(kx * kx + kz * kz);
            if (k <= 0 || k < kMin || k > kMax)
                continue;
            float along = Math.Abs(kx * wind.X + kz * wind.Y) / k;
            float amp = MathF.Pow(k, -2) * MathF.Pow(along, spread) * (1 + .05f * dice.Next());
            var a = new Complex(re * amp, im * amp);
            a *= moment.Turn(k);
            h[j * N + i] = a;
            sx[j * N + i] = a * Complex.ImaginaryOne * kx;
            sz[j * N + i] = a * Complex.ImaginaryOne * kz;
        }
        Fft2(h);
        Fft2(sx);
        Fft2(sz);
        double sum = 0;
        for (int i = 0; i < h.Length; i++)
            sum += sx[i].Real * sx[i].Real + sz[i].Real * sz[i].Real;
        float scale = rmsSlope / (float)Math.Sqrt(sum / h.Length + 1e-30);
        float[] fx = new float[N * N],
            fz = new float[N * N],
            sq = new float[N * N];
        for (int i = 0; i < h.Length; i++)
        {
            _height[i] = (float)h[i].Real * scale;
            fx[i] = (float)sx[i].Real * scale;
            fz[i] = (float)sz[i].Real * scale;
            sq[i] = fx[i] * fx[i] + fz[i] * fz[i];
            Highest = MathF.Max(Highest, MathF.Abs(_height[i]));
        }
        _mips.Add((N, fx, fz, sq));
        for (int n = N / 2; n >= 1; n /= 2)
        {
            var (m, px, pz, pq) = _mips[^1];
            float[] qx = new float[n * n],
                qz = new float[n * n],
                qq = new float[n * n];
            for (int j = 0; j < n; j++)
            for (int i = 0; i < n; i++)
            {
                int a = 2 * j * m + 2 * i,
                    b = a + 1,
                    c = a + m,
                    d = c + 1,
                    o = j * n + i;
                qx[o] = (px[a] + px[b] + px[c] + px[d]) / 4;
                qz[o] = (pz[a] + pz[b] + pz[c] + pz[d]) / 4;
                qq[o] = (pq[a] + pq[b] + pq[c] + pq[d]) / 4;
            }
            _mips.Add((n, qx, qz, qq));
        }
    }

    public float Size { get; }
    public float Highest { get; }

    public float Height(float x, float z) => Bilinear(_height, N, x / Size, z / Size);

    /// <summary>Mean slope over a footprint in metres, and the variance of slope inside it.</summary>
    public (float Sx, float Sz, float Variance) Slope(float x, float z, float footprint)
    {
        float level = Math.Clamp(MathF.Log2(MathF.Max(footprint * N / Size, 1)), 0, _mips.Count - 1.001f);
        int l = (int)level;
        float f = level - l;
        float u = x / Size,
            v = z / Size;
        var (n0, ax, az, aq) = _mips[l];
        var (n1, bx, bz, bq) = _mips[l + 1];
        float sx = Bilinear(ax, n0, u, v) * (1 - f) + Bilinear(bx, n1, u, v) * f;
        float sz = Bilinear(az, n0, u, v) * (1 - f) + Bilinear(bz, n1, u, v) * f;
        float sq = Bilinear(aq, n0, u, v) * (1 - f) + Bilinear(bq, n1, u, v) * f;
        return (sx, sz, MathF.Max(0, sq - sx * sx - sz * sz));
    }

    private static float Bilinear(float[] a, int n, float u, float v)
    {
        u = (u - MathF.Floor(u)) * n - .5f;
        v = (v - MathF.Floor(v)) * n - .5f;
        int i = (int)MathF.Floor(u),
            j = (int)MathF.Floor(v);
        float fu = u - i,
            fv = v - j;
        int i0 = i & (n - 1),
            i1 = (i + 1) & (n - 1),
            j0 = (j & (n - 1)) * n,
            j1 = ((j + 1) & (n - 1)) * n;
        float p = a[j0 + i0] + (a[j0 + i1] - a[j0 + i0]) * fu,
            q = a[j1 + i0] + (a[j1 + i1] - a[j1 + i0]) * fu;
        return p + (q - p) * fv;
    }

    private static void Fft2(Complex[] a)
    {
        Parallel.For(0, N, j => Fft(a, j * N, 1));
        Parallel.For(0, N, i => Fft(a, i, N));
    }

    private static void Fft(Complex[] a, int start, int stride)
    {
        var t = new Complex[N];
        for (int i = 0; i < N; i++)
        {
            int r = 0;
            for (int b = 1, m = N >> 1; m > 0; b <<= 1, m >>= 1)
                if ((i & b) != 0)
                    r |= m;
            t[r] = a[start + i * stride];
        }
        for (int len = 2; len <= N; len <<= 1)
        {
            double angle = 2 * Math.PI / len;
            for (int k = 0; k < len / 2; k++)
            {
                var w = new Complex(Math.Cos(angle * k), Math.Sin(angle * k));
                for (int i = k; i < N; i += len)
                {
                    Complex u = t[i],
                        v = t[i + len / 2] * w;
                    t[i] = u + v;
                    t[i + len / 2] = u - v;
                }
            }
        }
        for (int i = 0; i < N; i++)
            a[start + i * stride] = t[i];
    }
}

/// <summary>Three tiles of different size summed: swell, waves, ripples.</summary>
internal sealed class Ocean
{
    private readonly WaterTile[] _tiles;

    public Ocean(
        float rmsSlope,
        float windDegrees,
        int seed,
        float scale = 1,
        float spread = 2,
        WaterMoment moment = default
    )
    {
        float w = windDegrees * MathF.PI / 180;
        _tiles =
        [
            new WaterTile(260 * scale, rmsSlope * .30f, w, 0, 2f / scale, spread + 2, seed, moment),
            new WaterTile(61 * scale, rmsSlope, w + .25f, 2f / scale, 9f / scale, spread, seed + 1, moment),
            new WaterTile(11 * scale, rmsSlope, w - .2f, 9f / scale, 200f / scale, spread * .6f, seed + 2, moment),
        ];
        Highest = _tiles.Sum(t => t.Highest);
    }

    public float Highest { get; }

    public float Height(float x, float z) => _tiles[0].Height(x, z) + _tiles[1].Height(x, z) + _tiles[2].Height(x, z);

    public (Vector2 Slope, float Variance) Slope(float x, float z, float footprint)
    {
        Vector2 s = Vector2.Zero;
        float v = 0;
        foreach (WaterTile t in _tiles)
        {
            var (sx, sz, var) = t.Slope(x, z, footprint);
            s += new Vector2(sx, sz);
            v += var;
        }
        return (s, v);
    }
}
