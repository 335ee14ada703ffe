using System.Numerics;

namespace Jaali.Painter;

/// <summary>What a place on the ground is made of.</summary>
internal readonly record struct Material(Vector3 Albedo, float Gloss, float Roughness);

/// <summary>A square of heights in metres, mirrored at its edges so that it goes on for ever.</summary>
internal sealed class Terrain(int n, float cell)
{
    public int N { get; } = n;
    public float Cell { get; } = cell;
    public float[] H { get; } = new float[n * n];
    public float[] Sun { get; private set; } = [];
    public float[] Open { get; private set; } = [];
    public float Water { get; set; } = float.NegativeInfinity;
    public float Highest { get; private set; }
    public float Lowest { get; private set; }

    /// <summary>What lies at a place; by default pale sand.</summary>
    public Func<float, float, float, Material> At { get; set; } =
        (_, _, _) => new Material(new Vector3(.42f, .33f, .23f), 0, 1);

    /// <summary>Slopes too fine for the heights: ripples and grains, faded by the footprint in metres.</summary>
    public Func<float, float, float, Vector2> Fine { get; set; } = (_, _, _) => Vector2.Zero;

    public void Fill(Func<float, float, float> height) =>
        Parallel.For(
            0,
            N,
            j =>
            {
                for (int i = 0; i < N; i++)
                    H[j * N + i] = height(i * Cell, j * Cell);
            }
        );

    /// <summary>Lets sand steeper than its angle of repose slide until it holds.</summary>
    public void Relax(float degrees, int rounds)
    {
        float limit = MathF.Tan(degrees * MathF.PI / 180) * Cell;
        for (int r = 0; r < rounds; r++)
        for (int phase = 0; phase < 2; phase++)
            Parallel.For(
                0,
                (N - 2) / 4,
                b =>
                {
                    for (int j = b * 4 + phase * 2; j < Math.Min(N - 1, b * 4 + phase * 2 + 2); j++)
                    for (int i = 0; i < N - 1; i++)
                    {
                        int a = j * N + i;
                        Slide(a, a + 1, limit);
                        Slide(a, a + N, limit);
                    }
                }
            );
    }

    private void Slide(int a, int b, float limit)
    {
        float d = H[a] - H[b],
            over = MathF.Abs(d) - limit;
        if (over <= 0)
            return;
        float move = MathF.Sign(d) * over * .25f;
        H[a] -= move;
        H[b] += move;
    }

    /// <summary>Precomputes sunlight with soft shadow edges, and openness to the sky from three blurs.</summary>
    public void Light(Vector3 sun, float reach, float softness, params float[] blurs)
    {
        Highest = H.Max();
        Lowest = MathF.Max(H.Min(), Water);
        Sun = new float[N * N];
        Open = new float[N * N];
        var flat = Vector2.Normalize(new Vector2(sun.X, sun.Z));
        float rise = sun.Y / MathF.Sqrt(1 - sun.Y * sun.Y);
        Parallel.For(
            0,
            N,
            j =>
            {
                for (int i = 0; i < N; i++)
                {
                    float x = i * Cell,
                        z = j * Cell,
                        h = MathF.Max(H[j * N + i], Water),
                        lit = 1,
                        step = Cell * 1.1f;
                    for (float t = Cell * 1.5f; t < reach && lit > 0; t += step, step *= 1.03f)
                    {
                        float ray = h + t * rise;
                        if (ray > Highest)
                            break;
                        float clear = (ray - Height(x + flat.X * t, z + flat.Y * t)) / (t * softness) + .5f;
                        lit = MathF.Min(lit, clear);
                    }
                    Sun[j * N + i] = Math.Clamp(lit, 0, 1);
                }
            }
        );
        Array.Fill(Open, 1f);
        foreach (float metres in blurs)
        {
            var soft = new Vector3[N * N];
            for (int i = 0; i < soft.Length; i++)
                soft[i] = new Vector3(H[i]);
            Film.Blur(soft, N, N, metres / Cell);
            Parallel.For(
                0,
                Open.Length,
                i => Open[i] *= Math.Clamp(1 - .75f * MathF.Max(0, (soft[i].X - H[i]) / (metres * 1.1f)), .10f, 1)
            );
        }
    }

    private int Fold(int i)
    {
        int period = 2 * (N - 1);
        i %= period;
        if (i < 0)
            i += period;
        return i < N ? i : period - i;
    }

    public float Height(float x, float z) => Lookup(H, x, z);

    public float Lookup(float[] a, float x, float z)
    {
        float u = x / Cell,
            v = z / Cell;
        int i = (int)MathF.Floor(u),
            j = (int)MathF.Floor(v);
        float fu = u - i,
            fv = v - j;
        int i0,
            i1,
            j0,
            j1;
        if (i >= 0 && j >= 0 && i < N - 1 && j < N - 1)
        {
            i0 = i;
            i1 = i + 1;
            j0 = j * N;
            j1 = j0 + N;
        }
        else
        {
            i0 = Fold(i);
            i1 = Fold(i + 1);
            j0 = Fold(j) * N;
            j1 = Fold(j + 1) * N;
        }
        float p = a[j0 + i0] + (a[j0 + i1] - a[j0 + i0]) * fu,
            q = a[j1 + i0] + (a[j1 + i1] - a[j1 + i0]) * fu;
        return p + (q - p) * fv;
    }

    public int Nearest(float x, float z) => Fold((int)MathF.Round(z / Cell)) * N + Fold((int)MathF.Round(x / Cell));
}
