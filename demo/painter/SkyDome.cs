using System.Numerics;

namespace Jaali.Painter;

/// <summary>A sheet of cloud, seen from below.</summary>
internal sealed record CloudSheet(
    float Altitude,
    float Scale,
    float Cover,
    float Soft,
    float Density,
    int Seed,
    float Stretch = 1,
    float Warp = 1
);

/// <summary>A far coast: a ridge at a distance in metres, with a height in metres and the azimuths (radians) between
/// which it stands.</summary>
internal sealed record Headland(float Distance, float Height, float From, float To, int Seed);

/// <summary>What the sky is like.</summary>
internal sealed record SkyPlan(
    float SunElevation,
    float SunAzimuth,
    float Haze = 4,
    CloudSheet[]? Clouds = null,
    Headland[]? Land = null,
    float Overcast = 0,
    float OvercastLight = .55f,
    float Fog = 0,
    float Storm = 0,
    int Seed = 1,
    float SunDisc = 30,
    float HazeDistance = 9000
);

/// <summary>All light that comes from above the horizon, for the eye and for the water.</summary>
internal sealed class SkyDome
{
    private const int Az = 1536,
        El = 384;
    private readonly SkyPlan _plan;
    private readonly Atmosphere _air;
    private readonly Vector3[] _table = new Vector3[Az * El];

    public SkyDome(SkyPlan plan)
    {
        _plan = plan;
        float el = plan.SunElevation * MathF.PI / 180,
            az = plan.SunAzimuth * MathF.PI / 180;
        Sun = new Vector3(MathF.Sin(az) * MathF.Cos(el), MathF.Sin(el), MathF.Cos(az) * MathF.Cos(el));
        _air = new Atmosphere(Sun, plan.Haze);
        SunLight = _air.SunColour * (1 - plan.Overcast) * (1 - Noise.Step(0, .6f, plan.Fog)) * 20;
        Horizon = Seen(Vector3.Normalize(new Vector3(0, .004f, 1)), land: false);
        Vector3 sum = Vector3.Zero;
        float weight = 0;
        Parallel.For(
            0,
            El,
            j =>
            {
                float e = MathF.Pow(j / (El - 1f), 2) * MathF.PI / 2;
                for (int i = 0; i < Az; i++)
                {
                    float a = (i / (float)Az * 2 - 1) * MathF.PI;
                    _table[j * Az + i] = Seen(
                        new Vector3(MathF.Sin(a) * MathF.Cos(e), MathF.Sin(e), MathF.Cos(a) * MathF.Cos(e))
                    );
                }
            }
        );
        for (int j = 0; j < El; j += 8)
        {
            float e = MathF.Pow(j / (El - 1f), 2) * MathF.PI / 2,
                w = MathF.Sin(e) * MathF.Cos(e) * (j + 1);
            for (int i = 0; i < Az; i += 16)
            {
                sum += _table[j * Az + i] * w;
                weight += w;
            }
        }
        Ambient = sum / weight;
    }

    public Vector3 Sun { get; }

    /// <summary>Direct light on a surface that faces the sun.</summary>
    public Vector3 SunLight { get; }

    /// <summary>The mean sky, weighted as a level surface sees it.</summary>
    public Vector3 Ambient { get; }

    /// <summary>The light at the horizon straight ahead, which distance fades into.</summary>
    public Vector3 Horizon { get; }

    /// <summary>What a reflection sees: the dome without the sun's disc, from a table.</summary>
    public Vector3 Reflected(Vector3 d)
    {
        float e = MathF.Asin(Math.Clamp(d.Y, 0, 1)),
            a = MathF.Atan2(d.X, d.Z);
        float u = (a / MathF.PI + 1) * .5f * Az,
            v = MathF.Sqrt(e / (MathF.PI / 2)) * (El - 1);
        int i = (int)u,
            j = Math.Min((int)v, El - 2);
        float fu = u - i;
        i = (i % Az + Az) % Az;
        int i1 = (i + 1) % Az;
        return Vector3.Lerp(
            Vector3.Lerp(_table[j * Az + i], _table[j * Az + i1], fu),
            Vector3.Lerp(_table[(j + 1) * Az + i], _table[(j + 1) * Az + i1], fu),
            v - j
        );
    }

    /// <summary>What the eye sees in a direction, the sun's disc and its glow included.</summary>
    public Vector3 WithSun(Vector3 d)
    {
        Vector3 c = Seen(d);
        if (_plan.Overcast > .9f || _plan.Fog > .3f)
            return c;
        float angle = MathF.Acos(Math.Clamp(Vector3.Dot(d, Sun), -1, 1));
        float shade = CloudShade(d);
        float disc = Noise.Step(.0052f, .0044f, angle) * _plan.SunDisc;
        float glow = .10f * MathF.Exp(-angle * angle / (2 * .016f * .016f)) + .035f * MathF.Exp(-angle / .06f);
        return c + SunLight * (disc * MathF.Pow(1 - shade, 3) + glow * (1 - .8f * shade));
    }

    /// <summary>Sky, cloud, far land and fog in a direction.</summary>
    public Vector3 Seen(Vector3 d, bool land = true)
    {
        d.Y = MathF.Max(d.Y, .0005f);
        Vector3 c = _air.Radiance(d);
        if (_plan.Overcast > 0)
            c = Vector3.Lerp(c, Grey(d), _plan.Overcast);
        foreach (CloudSheet s in _plan.Clouds ?? [])
            c = Sheet(c, d, s);
        if (_plan.Storm > 0)
            c = StormBase(c, d);
        if (land)
            foreach (Headland l in _plan.Land ?? [])
                c = Coast(c, d, l);
        if (_plan.Fog > 0)
            c = Vector3.Lerp(c, FogLight(d), MathF.Min(1, _plan.Fog * (1.15f - .25f * d.Y)));
        return c;
    }

    private Vector3 FogLight(Vector3 d) =>
        new Vector3(.62f, .655f, .69f)
        * (1.02f + .28f * d.Y + .16f * MathF.Max(0, Vector3.Dot(d, Sun)) * MathF.Max(0, Vector3.Dot(d, Sun)));

    private Vector3 Grey(Vector3 d)
    {
        // CIE overcast sky: the zenith three times as bright as the horizon, here softened, with a soft mottle.
        float t = 18 / (d.Y + .12f);
        float n =
            Noise.Warped(d.X * t * .028f, d.Z * t * .05f, 4, _plan.Seed + 50, .8f)
            * MathF.Exp(-.9f * MathF.Max(0, .05f / (d.Y + .01f) - .5f));
        float b = _plan.OvercastLight * (.72f + .40f * d.Y) * (1 + .22f * n);
        return new Vector3(.90f, .965f, 1.05f) * b;
    }

    private float Density(CloudSheet s, Vector3 d, float shift)
    {
        float t = s.Altitude / (d.Y + .02f);
        float x = (d.X * t + Sun.X * shift) / s.Scale,
            z = (d.Z * t + Sun.Z * shift) / (s.Scale * s.Stretch);
        float footprint = t / s.Scale * .01f;
        int octaves = Math.Clamp(6 - (int)(footprint * 3), 2, 6);
        float n = Noise.Warped(x, z, octaves, s.Seed, s.Warp) * .9f + .5f;
        // Before the sun and the moon cloud burns thin: no edge cuts their disc.
        float angle = MathF.Acos(Math.Clamp(Vector3.Dot(d, Sun), -1, 1));
        return Noise.Step(1 - s.Cover, 1 - s.Cover + s.Soft, n) * Noise.Step(.012f, .11f, angle);
    }

    private float CloudShade(Vector3 d)
    {
        float through = 1;
        foreach (CloudSheet s in _plan.Clouds ?? [])
            through *= MathF.Exp(-2.2f * s.Density * Density(s, d, 0));
        return 1 - through;
    }

    private Vector3 Sheet(Vector3 behind, Vector3 d, CloudSheet s)
    {
        float here = Density(s, d, 0);
        if (here <= 0)
            return behind;
        float toSun = Density(s, d, s.Scale * .12f);
        float alpha = 1 - MathF.Exp(-2.2f * s.Density * here);
        float mu = Vector3.Dot(d, Sun),
            g = .7f;
        float forward = (1 - g * g) / MathF.Pow(1 + g * g - 2 * g * mu, 1.5f) * .10f;
        float lit = MathF.Exp(-2.0f * s.Density * (.55f * here + .75f * toSun));
        Vector3 light = SunLight * (.030f + forward * .16f) * lit * 1.25f;
        Vector3 up = _air.Radiance(Vector3.Normalize(new Vector3(d.X, .75f, d.Z))),
            low = _air.Radiance(new Vector3(d.X, .02f, d.Z));
        Vector3 body = light + (up * .55f + low * .18f) * (1 - .35f * here);
        float t = s.Altitude / (d.Y + .02f);
        alpha *= MathF.Exp(-t / (s.Altitude * 22)) * Noise.Step(.0f, .05f, d.Y);
        return Vector3.Lerp(behind, body, alpha);
    }

    private Vector3 StormBase(Vector3 behind, Vector3 d)
    {
        float t = 900 / (d.Y + .015f),
            az = MathF.Atan2(d.X, d.Z),
            el = MathF.Asin(Math.Clamp(d.Y, 0, 1));
        float x = d.X * t / 2600,
            z = d.Z * t / 5200;
        float big = Noise.Warped(x, z, 6, _plan.Seed + 7, 1.1f),
            fine = Noise.Warped(x * 3.1f + 4, z * 3.1f, 5, _plan.Seed + 9, .6f);
        float edge =
            .085f + .022f * Noise.Fbm(az * 4, 3, 5, _plan.Seed + 3) + .016f * Noise.Fbm(az * 14, 8, 4, _plan.Seed + 4);
        float alpha = Noise.Step(edge - .012f, edge + .045f, el) * _plan.Storm;
        float shade = .105f + .085f * big + .03f * fine + .06f * Noise.Step(.5f, .09f, el);
        Vector3 under = new Vector3(.80f, .94f, 1.14f) * MathF.Max(.02f, shade);
        Vector3 c = Vector3.Lerp(behind, under, alpha);
        float shower = Noise.Step(.02f, .42f, Noise.Fbm(az * 2.2f + 9, 1, 3, _plan.Seed + 21));
        float streak = .75f + .25f * Noise.Fbm((az + el * .32f) * 46, el * 1.5f, 3, _plan.Seed + 22);
        float rain = shower * streak * Noise.Step(edge + .06f, edge - .02f, el) * .82f * _plan.Storm;
        return Vector3.Lerp(c, new Vector3(.30f, .335f, .375f) * (.55f + .35f * Noise.Step(.1f, 0, el)), rain);
    }

    private Vector3 Coast(Vector3 behind, Vector3 d, Headland l)
    {
        float az = MathF.Atan2(d.X, d.Z),
            el = MathF.Asin(Math.Clamp(d.Y, 0, 1));
        if (az < l.From - .2f || az > l.To + .2f)
            return behind;
        float body = Noise.Step(l.From, l.From + .10f, az) * Noise.Step(l.To, l.To - .16f, az);
        float ridge =
            l.Height
            * body
            * (.72f + .40f * Noise.Fbm(az * 7, l.Seed, 4, l.Seed) + .10f * Noise.Fbm(az * 60, l.Seed, 4, l.Seed + 5));
        float top = MathF.Atan(ridge / l.Distance);
        float cover = Noise.Step(top + .0004f, top - .0004f, el) * (body > .001f ? 1 : 0);
        float haze = 1 - MathF.Exp(-l.Distance / _plan.HazeDistance);
        float slope = Noise.Fbm(az * 90, el * 260, 4, l.Seed + 11);
        Vector3 rock =
            (Ambient == default ? _air.Radiance(Vector3.UnitY) : Ambient)
            * new Vector3(.16f, .155f, .13f)
            * (1 + .35f * slope);
        Vector3 low = _air.Radiance(Vector3.Normalize(new Vector3(d.X, .015f, d.Z)));
        if (_plan.Overcast > 0)
            low = Vector3.Lerp(low, Grey(new Vector3(d.X, .01f, d.Z)), _plan.Overcast);
        float mist = haze + (1 - haze) * .55f * MathF.Exp(-el / MathF.Max(.002f, top * .35f));
        return Vector3.Lerp(behind, Vector3.Lerp(rock, low, mist), cover);
    }
}
