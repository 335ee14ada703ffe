using System.Numerics;

namespace Jaali.Painter.Scenes;

/// <summary>Marram against the light: blades as shaded curves in depth layers, each with the blur of its
/// distance.</summary>
internal sealed class MarramScene(
    SkyPlan sky,
    float fov,
    float pitch,
    int seed,
    float focus = 1.6f,
    float aperture = .03f,
    int blades = 5200,
    float tall = 1,
    float ridge = .34f,
    float backlight = 1,
    Vector3? tint = null
) : IScene
{
    public Vector3[] Paint(Film film, int quality)
    {
        var dome = new SkyDome(sky);
        var camera = new Camera(film.Width, film.Height, fov, new Vector3(0, 1.1f, 0), pitch * MathF.PI / 180);
        int w = film.Width,
            h = film.Height;
        Vector3 green = tint ?? new Vector3(.30f, .27f, .11f);
        Vector3 sunIn = dome.SunLight * backlight;
        film.Expose(
            (x, y) =>
            {
                // A far ridge of the same grass, too far to show a blade.
                Vector3 d = camera.Ray(x + .5f, y + .5f);
                float line =
                    h * (1 - ridge)
                    + h * .05f * Noise.Fbm(x * 2.4f / w, 3, 2, seed + 40)
                    + h * .0035f * Noise.Fbm(x * 70f / w, 5, 3, seed + 41);
                float cover = Noise.Step(-.004f * h, .004f * h, y - line),
                    depth = (y - line) / h;
                float tuft = Noise.Fbm(x * 30f / w, y * 9f / h, 4, seed + 42);
                float near = Math.Clamp(depth * 2.2f, 0, 1);
                Vector3 land = green * (dome.Ambient * .5f + sunIn * (.055f + .05f * tuft)) * (1 - .55f * near);
                Vector3 low = dome.Seen(Vector3.Normalize(new Vector3(d.X, .02f, 1)));
                land = Vector3.Lerp(land, low * .8f, .24f * MathF.Exp(-near * 5));
                return Vector3.Lerp(dome.WithSun(d), land, cover);
            }
        );
        float[] depths = [14, 10.5f, 8, 6.2f, 4.8f, 3.8f, 3.0f, 2.45f, 2.0f, 1.65f, 1.35f, 1.1f, .85f];
        for (int k = 0; k < depths.Length; k++)
            Layer(film, dome, sunIn, green, depths[k], k, w, h);
        return film.Light;
    }

    private void Layer(Film film, SkyDome dome, Vector3 sunIn, Vector3 green, float z, int k, int w, int h)
    {
        float blur = aperture * h * MathF.Abs(1 / z - 1 / focus) * 1.6f;
        int shrink = blur > 24 ? 4
            : blur > 8 ? 2
            : 1,
            lw = w / shrink + 1,
            lh = h / shrink + 1;
        var colour = new Vector3[lw * lh];
        float[] alpha = new float[lw * lh];
        var dice = new Dice(Noise.Hash(seed, k, 5));
        float focal = w / (2 * MathF.Tan(fov * MathF.PI / 360)) / shrink;
        float horizon = lh * .5f + MathF.Tan(pitch * MathF.PI / 180) * focal;
        int count = (int)(blades / (float)13 * (.55f + .06f * z) * (z < 1.5f ? .32f : 1));
        for (int b = 0; b < count; b++)
        {
            float x = dice.Next(-.15f, 1.15f) * lw,
                clump = Noise.Fbm(x * 5f / lw + k * 3, k, 2, seed + 9);
            float length = tall * (.42f + .34f * dice.Next() + .22f * clump),
                stalk = dice.Next();
            bool seed1 = stalk < .035f && z < 4 && z > 1.2f;
            if (seed1)
                length *= 1.55f;
            float baseY = horizon + (.60f + .10f * Noise.Fbm(x * 3f / lw, k, 2, seed + 4)) / z * focal,
                lean = .34f * dice.Normal() + .22f + .25f * clump,
                droop = (seed1 ? .12f : .5f) * dice.Next();
            Vector2 p0 = new(x, baseY),
                p3 =
                    p0
                    + new Vector2(
                        lean * length + droop * length * .45f,
                        -length * (1 - .30f * droop - .15f * lean * lean)
                    )
                        * focal
                        / z;
            Vector2 p1 = p0 + new Vector2(lean * .10f, -.42f) * length * focal / z,
                p2 = p0 + new Vector2(lean * .55f, -.85f) * length * focal / z;
            float width = (seed1 ? .0022f : .0033f) * (.6f + .8f * dice.Next()) * focal / z;
            float hue = dice.Next();
            Vector3 body =
                Vector3.Lerp(green, new Vector3(.40f, .31f, .16f), hue * hue * .8f) * (.75f + .5f * dice.Next());
            Blade(colour, alpha, lw, lh, p0, p1, p2, p3, width, body, dome, sunIn, z, seed1, dice.Next());
        }
        Blend(film, colour, alpha, lw, lh, shrink, blur / shrink);
    }

    private static void Blade(
        Vector3[] colour,
        float[] alpha,
        int lw,
        int lh,
        Vector2 p0,
        Vector2 p1,
        Vector2 p2,
        Vector2 p3,
        float width,
        Vector3 body,
        SkyDome dome,
        Vector3 sunIn,
        float z,
        bool ear,
        float chance
    )
    {
        float span = Vector2.Distance(p0, p1) + Vector2.Distance(p1, p2) + Vector2.Distance(p2, p3);
        int steps = Math.Clamp((int)(span * 1.4f), 8, 5000);
        for (int s = 0; s < steps; s++)
        {
            float t = s / (float)steps,
                q = 1 - t;
            Vector2 p = q * q * q * p0 + 3 * q * q * t * p1 + 3 * q * t * t * p2 + t * t * t * p3;
            Vector2 tan = Vector2.Normalize(
                3 * q * q * (p1 - p0) + 6 * q * t * (p2 - p1) + 3 * t * t * (p3 - p2) + new Vector2(1e-4f, 0)
            );
            var across = new Vector2(-tan.Y, tan.X);
            float half = width * MathF.Min(1, 1.15f * (1 - t) + .06f) * .5f;
            if (ear && t > .80f)
                half =
                    width
                    * (1.9f * MathF.Sin((t - .80f) / .20f * MathF.PI) + .25f)
                    * (.8f + .35f * Noise.Gradient(t * 90, chance * 50, 3))
                    * .75f;
            if (p.Y > lh + half || p.Y < -half || p.X < -half || p.X > lw + half)
                continue;
            float root = Noise.Step(-.05f, .62f, t);
            float twist = .5f + .5f * MathF.Sin(t * 3 + chance * 20);
            Vector3 through = sunIn * new Vector3(1.25f, 1.15f, .55f) * (.045f + .10f * twist) * root;
            Vector3 c = body * (dome.Ambient * (.14f + .62f * root) + through);
            float reach = half + .75f;
            for (int y = (int)MathF.Floor(p.Y - reach); y <= p.Y + reach; y++)
            for (int x = (int)MathF.Floor(p.X - reach); x <= p.X + reach; x++)
            {
                if (x < 0 || y < 0 || x >= lw || y >= lh)
                    continue;
                var o = new Vector2(x + .5f - p.X, y + .5f - p.Y);
                if (MathF.Abs(Vector2.Dot(o, tan)) > 1.1f)
                    continue;
                float side = Vector2.Dot(o, across),
                    a = Math.Clamp(half + .5f - MathF.Abs(side), 0, 1) * MathF.Min(1, half * 2 + .15f);
                if (a <= 0)
                    continue;
                float rim = half > .8f ? 1 + .55f * MathF.Max(0, side / half) - .25f * MathF.Max(0, -side / half) : 1;
                int i = y * lw + x;
                float add = a * .62f;
                colour[i] = colour[i] * (1 - add) + c * rim * add;
                alpha[i] = alpha[i] * (1 - add) + add;
            }
        }
    }

    private static void Blend(Film film, Vector3[] colour, float[] alpha, int lw, int lh, int shrink, float radius)
    {
        int r = (int)MathF.Ceiling(radius);
        var taps = new List<(int X, int Y)>();
        for (int y = -r; y <= r; y++)
        for (int x = -r; x <= r; x++)
            if (x * x + y * y <= radius * radius + .5f)
                taps.Add((x, y));
        if (taps.Count > 260)
            taps = [.. taps.Where((_, i) => Noise.Unit(i, 5, 5) < 260f / taps.Count)];
        Vector3[] c = colour;
        float[] a = alpha;
        if (radius > .7f)
        {
            c = new Vector3[colour.Length];
            a = new float[alpha.Length];
            Parallel.For(
                0,
                lh,
                y =>
                {
                    for (int x = 0; x < lw; x++)
                    {
                        Vector3 sum = Vector3.Zero;
                        float cover = 0;
                        int n = 0;
                        foreach (var (dx, dy) in taps)
                        {
                            int px = Math.Clamp(x + dx, 0, lw - 1),
                                py = Math.Clamp(y + dy, 0, lh - 1);
                            sum += colour[py * lw + px];
                            cover += alpha[py * lw + px];
                            n++;
                        }
                        c[y * lw + x] = sum / n;
                        a[y * lw + x] = cover / n;
                    }
                }
            );
        }
        Parallel.For(
            0,
            film.Height,
            y =>
            {
                for (int x = 0; x < film.Width; x++)
                {
                    float u = Math.Clamp((x + .5f) / shrink - .5f, 0, lw - 1.01f),
                        v = Math.Clamp((y + .5f) / shrink - .5f, 0, lh - 1.01f);
                    int i = (int)v * lw + (int)u;
                    float fu = u - (int)u,
                        fv = v - (int)v;
                    Vector3 col = Vector3.Lerp(
                        Vector3.Lerp(c[i], c[i + 1], fu),
                        Vector3.Lerp(c[i + lw], c[i + lw + 1], fu),
                        fv
                    );
                    float al =
                        (a[i] * (1 - fu) + a[i + 1] * fu) * (1 - fv) + (a[i + lw] * (1 - fu) + a[i + lw + 1] * fu) * fv;
                    int o = y * film.Width + x;
                    film.Light[o] = film.Light[o] * (1 - al) + col;
                }
            }
        );
    }
}
