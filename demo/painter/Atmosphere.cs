using System.Numerics;

namespace Jaali.Painter;

/// <summary>Single scattering of sunlight in a clear atmosphere (Rayleigh, Mie, ozone), tabulated by azimuth from the
/// sun and elevation.</summary>
internal sealed class Atmosphere
{
    private const int Az = 256,
        El = 192;
    private const float Planet = 6_360_000,
        Top = 6_420_000;
    private static readonly Vector3 Rayleigh = new(5.8e-6f, 13.5e-6f, 33.1e-6f);
    private static readonly Vector3 Ozone = new(.65e-6f, 1.88e-6f, .085e-6f);
    private readonly Vector3[] _table = new Vector3[Az * El];
    private readonly float _mie;

    /// <summary>Sunlight as it reaches the ground, per channel, 1 above the air.</summary>
    public Vector3 SunColour { get; }

    public Vector3 SunDirection { get; }

    public Atmosphere(Vector3 sun, float haze)
    {
        SunDirection = sun;
        _mie = 4e-6f * haze;
        SunColour = Transmittance(new Vector3(0, Planet + 2, 0), sun) * new Vector3(1.04f, 1, 1.1f);
        float sunEl = MathF.Asin(sun.Y);
        Parallel.For(
            0,
            El,
            j =>
            {
                float el = Elevation(j);
                for (int i = 0; i < Az; i++)
                {
                    float az = i * MathF.PI / (Az - 1);
                    var d = new Vector3(MathF.Sin(az) * MathF.Cos(el), MathF.Sin(el), MathF.Cos(az) * MathF.Cos(el));
                    _table[j * Az + i] = Scatter(d, new Vector3(0, MathF.Sin(sunEl), MathF.Cos(sunEl)));
                }
            }
        );
    }

    private static float Elevation(int j)
    {
        float v = j / (El - 1f);
        return v * v * MathF.PI / 2;
    }

    /// <summary>Sky light from a direction above the horizon; below it, the horizon's.</summary>
    public Vector3 Radiance(Vector3 d)
    {
        float el = MathF.Asin(Math.Clamp(d.Y, 0, 1));
        float az = MathF.Acos(
            Math.Clamp(
                (d.X * SunDirection.X + d.Z * SunDirection.Z)
                    / MathF.Max(
                        1e-6f,
                        MathF.Sqrt(
                            (d.X * d.X + d.Z * d.Z)
                                * (SunDirection.X * SunDirection.X + SunDirection.Z * SunDirection.Z)
                        )
                    ),
                -1,
                1
            )
        );
        float u = az / MathF.PI * (Az - 1),
            v = MathF.Sqrt(el / (MathF.PI / 2)) * (El - 1);
        int i = Math.Min((int)u, Az - 2),
            j = Math.Min((int)v, El - 2);
        Vector3 a = Vector3.Lerp(_table[j * Az + i], _table[j * Az + i + 1], u - i);
        Vector3 b = Vector3.Lerp(_table[(j + 1) * Az + i], _table[(j + 1) * Az + i + 1], u - i);
        return Vector3.Lerp(a, b, v - j);
    }

    private Vector3 Scatter(Vector3 d, Vector3 sun)
    {
        var eye = new Vector3(0, Planet + 2, 0);
        float length = Exit(eye, d),
            step = length / 40;
        float mu = Vector3.Dot(d, sun),
            g = .76f;
        float pr = 3 / (16 * MathF.PI) * (1 + mu * mu);
        float pm =
            3
            / (8 * MathF.PI)
            * ((1 - g * g) * (1 + mu * mu))
            / ((2 + g * g) * MathF.Pow(1 + g * g - 2 * g * mu, 1.5f));
        Vector3 depth = Vector3.Zero,
            sum = Vector3.Zero;
        for (int k = 0; k < 40; k++)
        {
            Vector3 p = eye + d * (step * (k + .5f));
            float h = MathF.Max(0, p.Length() - Planet);
            float dr = MathF.Exp(-h / 8000),
                dm = MathF.Exp(-h / 1200),
                oz = MathF.Max(0, 1 - MathF.Abs(h - 25000) / 15000);
            depth += (Rayleigh * dr + new Vector3(_mie * 1.1f * dm) + Ozone * oz) * step;
            Vector3 light = Transmittance(p, sun);
            Vector3 here = light * (Rayleigh * (dr * pr) + new Vector3(_mie * dm * pm));
            // A second bounce, roughly: even light, bluer where the air is thin.
            here += Transmittance(p + Vector3.UnitY * 11_000, sun) * Rayleigh * (dr * .055f);
            sum += here * Exp(-depth) * step;
        }
        return sum * new Vector3(1.04f, 1, 1.2f) * 20;
    }

    private Vector3 Transmittance(Vector3 p, Vector3 sun)
    {
        float step = Exit(p, sun) / 16;
        Vector3 depth = Vector3.Zero;
        for (int k = 0; k < 16; k++)
        {
            float h = (p + sun * (step * (k + .5f))).Length() - Planet;
            if (h < -500)
                return Vector3.Zero;
            h = MathF.Max(h, 0);
            depth +=
                (
                    Rayleigh * MathF.Exp(-h / 8000)
                    + new Vector3(_mie * 1.1f * MathF.Exp(-h / 1200))
                    + Ozone * MathF.Max(0, 1 - MathF.Abs(h - 25000) / 15000)
                ) * step;
        }
        return Exp(-depth);
    }

    private static float Exit(Vector3 p, Vector3 d)
    {
        float b = Vector3.Dot(p, d),
            c = p.LengthSquared() - Top * Top;
        return -b + MathF.Sqrt(MathF.Max(0, b * b - c));
    }

    private static Vector3 Exp(Vector3 v) => new(MathF.Exp(v.X), MathF.Exp(v.Y), MathF.Exp(v.Z));
}
