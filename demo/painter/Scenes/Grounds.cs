using System.Numerics;

namespace Jaali.Painter.Scenes;

/// <summary>The terrains: each makes its heights, its matter and its light for a sun direction.</summary>
internal static class Grounds
{
    /// <summary>A bed of stones, each dropped at the lowest of a few places.</summary>
    public static Func<Vector3, Terrain> Pebbles(
        int seed,
        Vector3[] colours,
        float smallest,
        float largest,
        int count,
        float cell,
        float wet = 0,
        float power = 2.3f,
        float flatness = .55f
    ) =>
        sun =>
        {
            var g = new Terrain(2048, cell);
            int[] id = new int[g.N * g.N];
            var stones = new (float X, float Z, float Angle, float A, float B, int Seed)[count + 1];
            var dice = new Dice(Noise.Hash(seed, 1, 1));
            g.Fill((x, z) => .15f * smallest * Noise.Fbm(x / smallest * .6f, z / smallest * .6f, 3, seed));
            for (int s = 1; s <= count; s++)
            {
                float u = dice.Next(),
                    span = 1 - MathF.Pow(smallest / largest, power);
                float a = smallest / MathF.Pow(1 - u * span, 1 / power) * .5f,
                    b = a * dice.Next(.62f, .95f),
                    c = a * dice.Next(flatness * .7f, flatness * 1.2f);
                float angle = dice.Next(0, MathF.Tau),
                    p = dice.Next(2.0f, 2.7f),
                    bestX = 0,
                    bestZ = 0,
                    best = float.MaxValue;
                (float sn, float cs) = MathF.SinCos(angle);
                for (int k = 0; k < 7; k++)
                {
                    float x = dice.Next(0, g.N * cell),
                        z = dice.Next(0, g.N * cell),
                        top = 0;
                    for (int q = 0; q < 12; q++)
                    {
                        float r = q < 4 ? .35f : .75f,
                            th = q * 1.57f + (q >= 8 ? .78f : 0),
                            lx = r * a * MathF.Cos(th),
                            lz = r * b * MathF.Sin(th);
                        top = MathF.Max(
                            top,
                            g.Height(x + lx * cs - lz * sn, z + lx * sn + lz * cs) + (q < 4 ? .85f : .5f) * c
                        );
                    }
                    if (top < best)
                        (best, bestX, bestZ) = (top, x, z);
                }
                int stoneSeed = (int)(dice.Next() * 1e6f);
                stones[s] = (bestX, bestZ, angle, a, b, stoneSeed);
                int reach = (int)(a * 1.15f / cell) + 1,
                    ci = (int)(bestX / cell),
                    cj = (int)(bestZ / cell);
                float lift = best - c * .28f;
                for (int j = Math.Max(0, cj - reach); j <= Math.Min(g.N - 1, cj + reach); j++)
                for (int i = Math.Max(0, ci - reach); i <= Math.Min(g.N - 1, ci + reach); i++)
                {
                    float dx = i * cell - bestX,
                        dz = j * cell - bestZ,
                        lx = (dx * cs + dz * sn) / a,
                        lz = (dz * cs - dx * sn) / b;
                    float wob = 1 + .16f * Noise.Fbm(lx * 1.1f + stoneSeed, lz * 1.1f, 2, 40);
                    float shape = MathF.Pow(MathF.Abs(lx * wob), p) + MathF.Pow(MathF.Abs(lz * wob), p);
                    if (shape >= 1)
                        continue;
                    float h =
                        lift
                        + c * MathF.Pow(1 - shape, 1 / p)
                        + a * .012f * Noise.Fbm(lx * 5 + stoneSeed, lz * 5, 3, 60);
                    int o = j * g.N + i;
                    if (h > g.H[o])
                    {
                        g.H[o] = h;
                        id[o] = s;
                    }
                }
            }
            g.At = (x, z, foot) =>
            {
                int k = id[g.Nearest(x, z)];
                if (k == 0)
                    return new Material(new Vector3(.10f, .085f, .07f), wet * .5f, .5f);
                var st = stones[k];
                Vector3 c =
                    colours[(int)(Noise.Unit(st.Seed, 1, 1) * colours.Length)]
                    * (.72f + .56f * Noise.Unit(st.Seed, 2, 2));
                float dx = (x - st.X) / st.A,
                    dz = (z - st.Z) / st.A;
                float mottle = Noise.Fbm(dx * 2.6f + st.Seed, dz * 2.6f, 4, 70),
                    speck = Noise.Gradient(x / (cell * 2.4f), z / (cell * 2.4f), 80) * MathF.Exp(-foot / (cell * 2));
                c *= 1 + .26f * mottle + .20f * speck * Noise.Unit(st.Seed, 3, 3);
                if (Noise.Unit(st.Seed, 4, 4) < .16f)
                {
                    float a = st.Seed,
                        line =
                            dx * MathF.Cos(a)
                            + dz * MathF.Sin(a)
                            + .12f * Noise.Fbm(dx * 2, dz * 2 + st.Seed, 3, 90)
                            - .25f * (Noise.Unit(st.Seed, 5, 5) - .5f);
                    c = Vector3.Lerp(c, new Vector3(.50f, .48f, .44f), .75f * Noise.Step(.05f, .015f, MathF.Abs(line)));
                }
                return new Material(
                    Vector3.Clamp(c * (1 - .45f * wet), new Vector3(.01f), new Vector3(.8f)),
                    .12f + .88f * wet,
                    .42f - .26f * wet
                );
            };
            g.Fine = (x, z, foot) =>
                new Vector2(
                    Noise.Gradient(x / (cell * 3), z / (cell * 3), 3),
                    Noise.Gradient(x / (cell * 3) + 40, z / (cell * 3), 4)
                ) * (.09f * (1 - .6f * wet) * MathF.Exp(-foot / (cell * 3)));
            g.Light(sun, largest * 6, .25f, smallest * .35f, smallest * 1.1f, largest * .5f);
            return g;
        };

    /// <summary>Dunes with slip faces, and wind ripples too fine to be heights.</summary>
    public static Func<Vector3, Terrain> Dunes(int seed, float height, float length, Vector3 sand, float ripple = 1) =>
        sun =>
        {
            var g = new Terrain(2048, .31f);
            float Train(float x, float z, float l, float h, int s)
            {
                float turn = s * .37f,
                    a = x * MathF.Cos(turn) + z * MathF.Sin(turn),
                    b = z * MathF.Cos(turn) - x * MathF.Sin(turn);
                float phase =
                    a / l
                    + 1.05f * Noise.Fbm(a / l * .45f, b / l * .45f, 3, s)
                    + .08f * Noise.Fbm(a / l * 2, b / l * 2, 2, s + 3);
                float f = phase - MathF.Floor(phase);
                float up =
                    f < .72f
                        ? MathF.Pow(MathF.Sin(f / .72f * MathF.PI / 2), 1.35f)
                        : MathF.Pow(MathF.Cos((f - .72f) / .28f * MathF.PI / 2), .9f);
                float swell = Noise.Step(-.55f, .6f, Noise.Fbm(a / l * .55f, b / l * .4f, 3, s + 9));
                return h * up * (.12f + .88f * swell);
            }
            g.Fill(
                (x, z) =>
                    Train(x, z, length, height, seed)
                    + Train(x, z, length * .41f, height * .32f, seed + 2)
                    + height * .7f * Noise.Fbm(x / length * .3f, z / length * .3f, 3, seed + 5)
            );
            g.Relax(33.5f, 50);
            g.At = (x, z, foot) =>
            {
                float n = Noise.Fbm(x * .11f, z * .11f, 4, seed + 20),
                    grain = Noise.Gradient(x * 420, z * 420, 5) * MathF.Exp(-foot * 300);
                return new Material(sand * (1 + .07f * n + .14f * grain), .02f, .8f);
            };
            g.Fine = (x, z, foot) =>
            {
                float e = 1.2f,
                    sx = (g.Height(x + e, z) - g.Height(x - e, z)) / (2 * e),
                    sz = (g.Height(x, z + e) - g.Height(x, z - e)) / (2 * e);
                float calm = Noise.Step(.55f, .28f, MathF.Sqrt(sx * sx + sz * sz)) * ripple;
                if (calm <= 0)
                    return Vector2.Zero;
                float bend =
                        .55f * Noise.Fbm(x * .16f, z * .16f, 3, seed + 30)
                        + .10f * Noise.Fbm(x * .9f, z * .9f, 3, seed + 33),
                    patch = .55f + .45f * Noise.Fbm(x * .12f + 7, z * .12f, 3, seed + 31);
                float small = Wave((x + .22f * z) / .17f + bend * 7.5f) * .22f * MathF.Exp(-foot / .07f),
                    big = Wave((x + .3f * z) / .55f + bend * 3.4f) * .14f * MathF.Exp(-foot / .2f);
                return new Vector2(1, .25f) * ((small + big) * calm * patch);
            };
            g.Light(sun, 260, .035f, 1.5f, 6, 20);
            return g;
        };

    /// <summary>The slope of an asymmetric ripple over its phase in turns.</summary>
    private static float Wave(float turns)
    {
        float f = turns - MathF.Floor(turns);
        return f < .68f ? MathF.Sin(f / .68f * MathF.PI) * .75f : -MathF.Sin((f - .68f) / .32f * MathF.PI) * 1.6f;
    }

    /// <summary>Sand ripples seen from standing height, dry or wet, with standing water up to a level.</summary>
    public static Func<Vector3, Terrain> Ripples(
        int seed,
        float cell,
        float length,
        float height,
        Vector3 sand,
        float wet,
        float water = -1,
        float relief = 0,
        float reliefLength = 6
    ) =>
        sun =>
        {
            var g = new Terrain(2048, cell);
            g.Fill(
                (x, z) =>
                {
                    float bend =
                        1.25f * Noise.Fbm(x / length * .10f, z / length * .10f, 3, seed)
                        + .30f * Noise.Fbm(x / length * .42f, z / length * .30f, 3, seed + 4);
                    float phase = z / length + bend * 1.5f + x / length * .12f,
                        f = phase - MathF.Floor(phase);
                    float row = Noise.Gradient(MathF.Floor(phase) * 7.13f + .5f, x / length * .22f, seed + 6);
                    float shape =
                        f < .66f
                            ? .5f - .5f * MathF.Cos(f / .66f * MathF.PI)
                            : .5f + .5f * MathF.Cos((f - .66f) / .34f * MathF.PI);
                    float amp =
                        height
                        * (.72f + .42f * row)
                        * (.75f + .45f * Noise.Fbm(x / length * .16f, z / length * .16f, 2, seed + 8));
                    return amp * shape
                        + height * .10f * Noise.Fbm(x / length * 2.2f, z / length * 2.2f, 4, seed + 10)
                        + relief * Noise.Warped(x / reliefLength, z / reliefLength, 5, seed + 12, .7f);
                }
            );
            if (water >= 0)
            {
                float[] sorted = [.. g.H];
                Array.Sort(sorted);
                g.Water = sorted[(int)(water * (sorted.Length - 1))];
            }
            g.At = (x, z, foot) =>
            {
                float n = Noise.Fbm(x / length * .7f, z / length * .7f, 4, seed + 20),
                    grain = Noise.Gradient(x / .0013f, z / .0013f, 5) * MathF.Exp(-foot / .0018f),
                    dark = Noise.Gradient(x / .0031f, z / .0031f, 6) * MathF.Exp(-foot / .003f);
                float damp = wet * Noise.Step(relief + height, 0, g.Height(x, z) - MathF.Max(g.Water, g.Lowest));
                return new Material(
                    sand * (1 + .10f * n + .30f * grain + .16f * dark) * (1 - .5f * damp),
                    .04f + .96f * damp,
                    .55f - .33f * damp
                );
            };
            g.Fine = (x, z, foot) =>
                new Vector2(Noise.Gradient(x / .0022f, z / .0022f, 11), Noise.Gradient(x / .0022f + 31, z / .0022f, 12))
                * ((.34f - .22f * wet) * MathF.Exp(-foot / .0026f));
            g.Light(sun, MathF.Max(length * 4, relief * 30), .06f, length * .06f, length * .3f, length * 1.2f);
            return g;
        };
}
