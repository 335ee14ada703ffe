using System.Numerics;

namespace Jaali.Painter.Scenes;

/// <summary>A post in the water: a leaning, weathered cylinder.</summary>
internal sealed record Post(
    float X,
    float Z,
    float Radius,
    float Height,
    float LeanX,
    float LeanZ,
    int Seed,
    bool Marked = false
);

/// <summary>Open water under a sky, with or without posts, in clear air or fog.</summary>
internal sealed class SeaScene(
    SkyPlan sky,
    float fov,
    float eyeHeight,
    float pitch,
    float slope,
    float wind,
    int seed,
    Post[]? posts = null,
    float fogLength = 0,
    Vector3? body = null,
    float waterScale = 1,
    float sunGlitter = 1
) : IScene
{
    /// <summary>When it is seen.</summary>
    public WaterMoment Moment { get; set; }

    public Vector3[] Paint(Film film, int quality)
    {
        var dome = new SkyDome(sky);
        var ocean = new Ocean(slope, wind, seed, waterScale, moment: Moment);
        var camera = new Camera(film.Width, film.Height, fov, new Vector3(0, eyeHeight, 0), pitch * MathF.PI / 180);
        Vector3 deep = (body ?? new Vector3(.010f, .032f, .040f)) * dome.Ambient * 2.2f;
        Post[] all = posts ?? [];
        film.Expose(
            (x, y) =>
            {
                var dice = new Dice(Noise.Hash(x, y, seed));
                Vector3 sum = Vector3.Zero;
                for (int s = 0; s < quality * quality; s++)
                {
                    float jx = x + (s % quality + dice.Next()) / quality,
                        jy = y + (s / quality + dice.Next()) / quality;
                    Vector3 d = camera.Ray(jx, jy);
                    sum += Vector3.Min(Trace(dome, ocean, camera, deep, all, d, ref dice, quality), new Vector3(60));
                }
                return sum / (quality * quality);
            }
        );
        return film.Light;
    }

    private Vector3 Trace(
        SkyDome dome,
        Ocean ocean,
        Camera camera,
        Vector3 deep,
        Post[] all,
        Vector3 d,
        ref Dice dice,
        int quality
    )
    {
        Vector3 eye = camera.Eye;
        float water = float.PositiveInfinity;
        if (d.Y < -.0004f)
            water = March(ocean, eye, d, ref dice);
        if (Hit(all, eye, d, water, out float t, out Vector3 normal, out Post? post))
            return Haze(dome, Wood(dome, eye + d * t, normal, post!), d, t);
        if (!float.IsFinite(water))
            return dome.WithSun(d);
        Vector3 p = eye + d * water;
        float pixel = water * camera.PixelAngle / quality,
            grazing = MathF.Max(-d.Y, .002f);
        var (sl, variance) = ocean.Slope(p.X, p.Z, MathF.Sqrt(pixel * pixel / grazing));
        Vector3 n = Vector3.Normalize(new Vector3(-sl.X, 1, -sl.Y));
        float facing = -Vector3.Dot(n, d);
        if (facing < .02f)
        {
            n = Vector3.Normalize(n - d * (.02f - facing));
            facing = .02f;
        }
        float rough = MathF.Sqrt(variance + 1e-6f);
        float f = .02f + .98f * MathF.Pow(1 - Math.Clamp(facing + rough * .35f, 0, 1), 5);
        Vector3 r = d + n * (2 * facing);
        r.Y = MathF.Abs(r.Y) + rough * .55f + .002f;
        r = Vector3.Normalize(r);
        Vector3 mirrored = dome.Reflected(r);
        if (all.Length > 0 && Hit(all, p, r, float.PositiveInfinity, out float rt, out Vector3 rn, out Post? rp))
            mirrored = Haze(dome, Wood(dome, p + r * rt, rn, rp!), r, rt);
        Vector3 c = mirrored * f + deep * (1 - f);
        c += Glitter(dome, d, sl, variance, f);
        return Haze(dome, c, d, water);
    }

    private Vector3 Glitter(SkyDome dome, Vector3 d, Vector2 slope, float variance, float fresnel)
    {
        Vector3 half = dome.Sun - d;
        if (half.Y <= 0 || sunGlitter <= 0)
            return Vector3.Zero;
        float hx = -half.X / half.Y - slope.X,
            hz = -half.Z / half.Y - slope.Y;
        float v = (variance + .0009f) * .5f;
        float density = MathF.Exp(-(hx * hx + hz * hz) / (2 * v)) / (MathF.Tau * v);
        Vector3 h = Vector3.Normalize(half);
        float fh = .02f + .98f * MathF.Pow(1 - Math.Clamp(Vector3.Dot(h, dome.Sun), 0, 1), 5);
        float cos4 = h.Y * h.Y * h.Y * h.Y;
        return dome.SunLight
            * (sunGlitter * MathF.Max(fh, fresnel * .2f) * density / (4 * MathF.Max(-d.Y, .03f) * cos4) * .05f);
    }

    private Vector3 Haze(SkyDome dome, Vector3 c, Vector3 d, float t)
    {
        float keep =
            fogLength > 0 ? MathF.Exp(-t / fogLength - t * t / (fogLength * fogLength * 1.6f)) : MathF.Exp(-t / 5000);
        Vector3 far = dome.Seen(Vector3.Normalize(new Vector3(d.X, .003f, d.Z)), land: false);
        return Vector3.Lerp(far, c, keep);
    }

    private static float March(Ocean ocean, Vector3 eye, Vector3 d, ref Dice dice)
    {
        float flat = eye.Y / -d.Y;
        if (flat > 700 || ocean.Highest < .002f)
            return flat;
        float a = MathF.Max(.05f, (eye.Y - ocean.Highest) / -d.Y),
            b = (eye.Y + ocean.Highest) / -d.Y,
            step = (b - a) / 28;
        float t = a + step * dice.Next(),
            last = a;
        for (int i = 0; i < 28; i++, last = t, t += step)
        {
            Vector3 p = eye + d * t;
            if (p.Y > ocean.Height(p.X, p.Z))
                continue;
            for (int k = 0; k < 5; k++)
            {
                float mid = (last + t) / 2;
                Vector3 m = eye + d * mid;
                if (m.Y > ocean.Height(m.X, m.Z))
                    last = mid;
                else
                    t = mid;
            }
            return t;
        }
        return b;
    }

    private static bool Hit(
        Post[] posts,
        Vector3 o,
        Vector3 d,
        float limit,
        out float t,
        out Vector3 normal,
        out Post? post
    )
    {
        t = limit;
        normal = default;
        post = null;
        foreach (Post p in posts)
        {
            // Shear the post upright: x and z lose their lean with height.
            float ox = o.X - p.X - p.LeanX * o.Y,
                oz = o.Z - p.Z - p.LeanZ * o.Y;
            float dx = d.X - p.LeanX * d.Y,
                dz = d.Z - p.LeanZ * d.Y;
            float a = dx * dx + dz * dz,
                b = ox * dx + oz * dz;
            float rough = p.Radius * 1.12f,
                c = ox * ox + oz * oz - rough * rough,
                disc = b * b - a * c;
            if (disc <= 0)
                continue;
            float near = (-b - MathF.Sqrt(disc)) / a,
                exit = (-b + MathF.Sqrt(disc)) / a;
            if (exit <= 0 || near >= t)
                continue;
            near = MathF.Max(near, .01f);
            for (int i = 0; i < 10; i++)
            {
                float at = near + (exit - near) * .5f * i / 10;
                float qx = ox + dx * at,
                    qz = oz + dz * at,
                    y = o.Y + d.Y * at;
                float angle = MathF.Atan2(qz, qx),
                    radius = Radius(p, angle, y);
                float top = p.Height + .05f * Noise.Fbm(qx * 9, qz * 9, 3, p.Seed);
                if (y > top || y < -.6f)
                    continue;
                if (qx * qx + qz * qz > radius * radius)
                    continue;
                if (at >= t)
                    break;
                t = at;
                const float e = .06f;
                float slope = (Radius(p, angle + e, y) - Radius(p, angle - e, y)) / (2 * e * p.Radius);
                float rise = (Radius(p, angle, y + .03f) - Radius(p, angle, y - .03f)) / .06f;
                float nx = MathF.Cos(angle) + slope * MathF.Sin(angle),
                    nz = MathF.Sin(angle) - slope * MathF.Cos(angle);
                normal = top - y < .015f ? Vector3.UnitY : Vector3.Normalize(new Vector3(nx, -rise, nz));
                post = p;
                break;
            }
        }
        return post is not null;
    }

    private static float Radius(Post p, float angle, float y)
    {
        float c = MathF.Cos(angle),
            s = MathF.Sin(angle);
        return p.Radius
            * (
                1
                + .045f * Noise.Fbm3(new Vector3(c * 2.2f, y * .7f, s * 2.2f + p.Seed), 2, 5)
                + .04f * Noise.Fbm3(new Vector3(c * 9, y * 1.4f, s * 9 + p.Seed), 3, 8)
                - .03f * MathF.Max(0, y / p.Height)
            );
    }

    private static Vector3 Wood(SkyDome dome, Vector3 p, Vector3 n, Post post)
    {
        float angle = MathF.Atan2(p.Z - post.Z, p.X - post.X),
            c = MathF.Cos(angle),
            s = MathF.Sin(angle);
        float grain = Noise.Fbm3(new Vector3(c * 14, p.Y * 1.6f, s * 14 + post.Seed), 4, 21),
            blotch = Noise.Fbm3(new Vector3(c * 2, p.Y * 2.2f, s * 2 + post.Seed), 3, 33);
        Vector3 albedo = new Vector3(.115f, .10f, .088f) * (1 + .75f * grain + .35f * blotch);
        float weed = Noise.Step(.75f, .15f, p.Y + .25f * blotch);
        albedo = Vector3.Lerp(albedo, new Vector3(.022f, .026f, .018f) * (1 + .6f * grain), weed);
        if (post.Marked && p.Y > post.Height * .70f && p.Y < post.Height * .88f)
            albedo = new Vector3(.52f, .10f, .05f) * (.75f + .3f * grain + .15f * blotch);
        float up = .5f + .5f * n.Y,
            sun = MathF.Max(0, Vector3.Dot(n, dome.Sun));
        return albedo * (dome.Ambient * (.55f + .55f * up) + dome.SunLight * sun * .32f);
    }
}

/// <summary>A picture to be: fills a film with light.</summary>
internal interface IScene
{
    /// <summary>Fills the film. Quality is the number of samples a side in each pixel.</summary>
    Vector3[] Paint(Film film, int quality);
}

/// <summary>Sky alone, looked up at.</summary>
internal sealed class SkyScene(SkyPlan sky, float fov, float pitch) : IScene
{
    public Vector3[] Paint(Film film, int quality)
    {
        var dome = new SkyDome(sky);
        var camera = new Camera(film.Width, film.Height, fov, new Vector3(0, 2, 0), pitch * MathF.PI / 180);
        film.Expose((x, y) => dome.WithSun(camera.Ray(x + .5f, y + .5f)));
        return film.Light;
    }
}
