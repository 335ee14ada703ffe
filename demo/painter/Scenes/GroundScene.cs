using System.Numerics;

namespace Jaali.Painter.Scenes;

/// <summary>Where the camera stands over a terrain, and its lens. Metres; angles in degrees.</summary>
internal sealed record Stand(
    float X,
    float Z,
    float Height,
    float Pitch,
    float Fov,
    float Yaw = 0,
    float Aperture = 0,
    float Focus = 1,
    float Reach = 2500,
    float Haze = 5000
);

/// <summary>Ground seen through a thin lens, under a sky: pebbles, sand, dunes, wet flats.</summary>
internal sealed class GroundScene(
    Func<Vector3, Terrain> make,
    SkyPlan sky,
    Stand stand,
    int seed,
    float sunStrength = 1
) : IScene
{
    public Vector3[] Paint(Film film, int quality)
    {
        var dome = new SkyDome(sky);
        Terrain ground = make(dome.Sun);
        float floor = MathF.Max(ground.Height(stand.X, stand.Z), ground.Water);
        var eye = new Vector3(stand.X, floor + stand.Height, stand.Z);
        var camera = new Camera(film.Width, film.Height, stand.Fov, eye, stand.Pitch * MathF.PI / 180);
        (float ys, float yc) = MathF.SinCos(stand.Yaw * MathF.PI / 180);
        Vector3 forward = Turn(camera.Ray(film.Width / 2f, film.Height / 2f), ys, yc);
        Vector3 right = Vector3.Normalize(Vector3.Cross(Vector3.UnitY, forward)),
            up = Vector3.Cross(forward, right);
        // A single spark must not outshine a pixel's other samples: that is a firefly, not a glint.
        var spark = new Vector3(dome.Ambient.Length() * 2.2f + dome.SunLight.Length() * .22f);
        film.Expose(
            (x, y) =>
            {
                var dice = new Dice(Noise.Hash(x, y, seed));
                Vector3 sum = Vector3.Zero;
                for (int s = 0; s < quality * quality; s++)
                {
                    Vector3 d = Turn(
                            camera.Ray(
                                x + (s % quality + dice.Next()) / quality,
                                y + (s / quality + dice.Next()) / quality
                            ),
                            ys,
                            yc
                        ),
                        o = eye;
                    if (stand.Aperture > 0)
                    {
                        float r = MathF.Sqrt(dice.Next()) * stand.Aperture,
                            a = dice.Next() * MathF.Tau;
                        Vector3 target = eye + d * (stand.Focus / Vector3.Dot(d, forward));
                        o += right * (r * MathF.Cos(a)) + up * (r * MathF.Sin(a));
                        d = Vector3.Normalize(target - o);
                    }
                    sum += Vector3.Min(
                        Trace(dome, ground, o, d, camera.PixelAngle / quality, ref dice),
                        stand.Aperture > 0 ? spark : new Vector3(60)
                    );
                }
                return sum / (quality * quality);
            }
        );
        return film.Light;
    }

    private static Vector3 Turn(Vector3 d, float s, float c) => new(d.X * c + d.Z * s, d.Y, d.Z * c - d.X * s);

    private Vector3 Trace(SkyDome dome, Terrain g, Vector3 o, Vector3 d, float pixel, ref Dice dice)
    {
        float t = March(g, o, d, ref dice);
        if (!float.IsFinite(t))
            return dome.WithSun(d);
        Vector3 p = o + d * t;
        float foot = t * pixel / MathF.Sqrt(MathF.Max(.02f, -d.Y));
        Vector3 c = g.Height(p.X, p.Z) < g.Water ? Pool(dome, g, p, d, foot) : Ground(dome, g, p, d, foot, ref dice);
        Vector3 far = dome.Seen(Vector3.Normalize(new Vector3(d.X, .004f, d.Z)), land: false);
        return Vector3.Lerp(far, c, MathF.Exp(-t / stand.Haze));
    }

    private float March(Terrain g, Vector3 o, Vector3 d, ref Dice dice)
    {
        float t = o.Y > g.Highest ? (d.Y >= 0 ? float.PositiveInfinity : (o.Y - g.Highest) / -d.Y) : 0;
        if (!float.IsFinite(t))
            return t;
        float last = t;
        t += g.Cell * dice.Next();
        while (t < stand.Reach)
        {
            Vector3 p = o + d * t;
            if (p.Y > g.Highest && d.Y > 0)
                return float.PositiveInfinity;
            float h = MathF.Max(g.Height(p.X, p.Z), g.Water);
            if (p.Y <= h)
            {
                for (int k = 0; k < 6; k++)
                {
                    float mid = (last + t) / 2;
                    Vector3 m = o + d * mid;
                    if (m.Y > MathF.Max(g.Height(m.X, m.Z), g.Water))
                        last = mid;
                    else
                        t = mid;
                }
                return t;
            }
            last = t;
            t += MathF.Max(g.Cell * .8f, MathF.Max((p.Y - h) * .4f, t * .0022f));
        }
        return d.Y < 0 ? stand.Reach : float.PositiveInfinity;
    }

    private Vector3 Pool(SkyDome dome, Terrain g, Vector3 p, Vector3 d, float foot)
    {
        float still = MathF.Exp(-foot * 3) * .006f;
        var n = Vector3.Normalize(
            new Vector3(
                still * Noise.Fbm(p.X * 4, p.Z * 9, 3, seed + 5),
                1,
                still * 2 * Noise.Fbm(p.X * 4 + 9, p.Z * 9, 3, seed + 6)
            )
        );
        float facing = MathF.Max(.01f, -Vector3.Dot(n, d)),
            f = .02f + .98f * MathF.Pow(1 - facing, 5);
        Vector3 r = Vector3.Reflect(d, n);
        r.Y = MathF.Abs(r.Y) + .002f;
        float depth = g.Water - g.Height(p.X, p.Z);
        Vector3 bed = g.At(p.X, p.Z, foot).Albedo * .45f * dome.Ambient * MathF.Exp(-depth * 12);
        Vector3 half = Vector3.Normalize(dome.Sun - d);
        float spot = MathF.Exp(-(1 - half.Y) / (.00012f + foot * .0004f));
        return dome.Reflected(Vector3.Normalize(r)) * f + bed * (1 - f) + dome.SunLight * spot * f * 2.4f;
    }

    private Vector3 Ground(SkyDome dome, Terrain g, Vector3 p, Vector3 d, float foot, ref Dice dice)
    {
        float e = MathF.Max(g.Cell, foot * .7f);
        float sx = (g.Height(p.X + e, p.Z) - g.Height(p.X - e, p.Z)) / (2 * e),
            sz = (g.Height(p.X, p.Z + e) - g.Height(p.X, p.Z - e)) / (2 * e);
        Vector2 fine = g.Fine(p.X, p.Z, foot);
        Vector3 n = Vector3.Normalize(new Vector3(-sx - fine.X, 1, -sz - fine.Y));
        // Dithering the place by half a cell keeps the borders of stones from showing the grid.
        float jx = p.X + (dice.Next() - .5f) * g.Cell,
            jz = p.Z + (dice.Next() - .5f) * g.Cell;
        Material m = g.At(jx, jz, foot);
        float sun = g.Lookup(g.Sun, p.X, p.Z) * MathF.Max(0, Vector3.Dot(n, dome.Sun)) * sunStrength,
            open = g.Lookup(g.Open, p.X, p.Z);
        Vector3 bounce = m.Albedo * dome.SunLight * (.06f * dome.Sun.Y);
        Vector3 c =
            m.Albedo * (dome.SunLight * (sun / MathF.PI) + (dome.Ambient * (.62f + .38f * n.Y) + bounce) * open);
        if (m.Gloss > 0)
        {
            float facing = Math.Clamp(-Vector3.Dot(n, d), .02f, 1),
                f = .03f + (.97f - .6f * MathF.Min(1, m.Roughness * 2.5f)) * MathF.Pow(1 - facing, 5);
            Vector3 r = Vector3.Reflect(d, n);
            r.Y = MathF.Abs(r.Y) * (1 - m.Roughness * .5f) + m.Roughness * .45f + .003f;
            Vector3 half = Vector3.Normalize(dome.Sun - d);
            float cos = MathF.Max(0, Vector3.Dot(n, half)),
                a2 = MathF.Max(.0006f, m.Roughness * m.Roughness * m.Roughness);
            float spec = MathF.Exp(-(1 - cos * cos) / (cos * cos + 1e-4f) / a2) / (MathF.PI * a2);
            c =
                c * (1 - f * m.Gloss)
                + (
                    dome.Reflected(Vector3.Normalize(r)) * open
                    + dome.SunLight * (g.Lookup(g.Sun, p.X, p.Z) * MathF.Min(spec, 40) * .25f)
                ) * (f * m.Gloss);
        }
        return c;
    }
}
