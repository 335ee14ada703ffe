using System.Numerics;
using SkiaSharp;

namespace Jaali.Painter;

/// <summary>How light on the sensor becomes a picture.</summary>
internal sealed record Development(
    float Exposure = 1,
    float Contrast = 1.12f,
    float Bloom = .07f,
    float Vignette = .25f,
    float Red = 1,
    float Green = 1,
    float Blue = 1,
    float Saturation = 1,
    float Grain = 1,
    bool Grey = false
);

/// <summary>A linear-light picture and the steps that make it look exposed, lensed and printed.</summary>
internal sealed class Film(int width, int height)
{
    public int Width { get; } = width;
    public int Height { get; } = height;
    public Vector3[] Light { get; } = new Vector3[width * height];

    /// <summary>Fills every pixel from its column and row.</summary>
    public void Expose(Func<int, int, Vector3> pixel)
    {
        int done = 0;
        Parallel.For(
            0,
            Height,
            new ParallelOptions { MaxDegreeOfParallelism = Environment.ProcessorCount },
            y =>
            {
                for (int x = 0; x < Width; x++)
                {
                    Vector3 c = pixel(x, y);
                    Light[y * Width + x] = float.IsFinite(c.X + c.Y + c.Z)
                        ? Vector3.Clamp(c, Vector3.Zero, new Vector3(4000))
                        : Vector3.Zero;
                }
                Interlocked.Increment(ref done);
            }
        );
    }

    /// <summary>Bloom, softness, aberration, vignette, balance, contrast, film curve, sharpening, grain: in that
    /// order.</summary>
    public SKBitmap Develop(Development dev, int seed)
    {
        // Exposure first, so that the bloom sees what the sensor sees; a highlight keeps at most 60 times white.
        var exposed = new Vector3[Light.Length];
        float gain = dev.Exposure * Metered();
        for (int i = 0; i < exposed.Length; i++)
            exposed[i] = Vector3.Min(Light[i] * gain, new Vector3(60));
        Vector3[] img = AddBloom(exposed, dev.Bloom);
        Blur(img, .55f);
        img = Aberrate(img, .0005f);
        float half = MathF.Max(Width, Height) / 2f;
        Parallel.For(
            0,
            Height,
            y =>
            {
                for (int x = 0; x < Width; x++)
                {
                    float dx = (x - Width / 2f) / half,
                        dy = (y - Height / 2f) / half,
                        r2 = dx * dx + dy * dy;
                    float v = 1 / ((1 + dev.Vignette * r2) * (1 + dev.Vignette * r2));
                    Vector3 c = img[y * Width + x] * v * new Vector3(dev.Red, dev.Green, dev.Blue);
                    float lum = Luma(c);
                    c = Vector3.Max(Vector3.Zero, new Vector3(lum) + (c - new Vector3(lum)) * dev.Saturation);
                    if (dev.Grey)
                        c = new Vector3(lum);
                    c = new Vector3(
                        Contrast(c.X, dev.Contrast),
                        Contrast(c.Y, dev.Contrast),
                        Contrast(c.Z, dev.Contrast)
                    );
                    float l = Luma(c);
                    Vector3 each = new(Curve(c.X), Curve(c.Y), Curve(c.Z));
                    Vector3 byLuma = l > 1e-6f ? c * (Curve(l) / l) : Vector3.Zero;
                    c = each * .75f + Vector3.Min(byLuma, Vector3.One) * .25f + new Vector3(.004f);
                    img[y * Width + x] = new Vector3(Encode(c.X), Encode(c.Y), Encode(c.Z));
                }
            }
        );
        var soft = (Vector3[])img.Clone();
        Blur(soft, 1.1f);
        for (int i = 0; i < img.Length; i++)
            img[i] += (img[i] - soft[i]) * .5f;
        return Grain(img, dev.Grain, seed);
    }

    /// <summary>The gain that a meter would choose: the scene's log-mean to middle grey, held back where much of it
    /// would burn out.</summary>
    private float Metered()
    {
        double sum = 0;
        int n = 0;
        var lights = new List<float>();
        for (int i = 0; i < Light.Length; i += 37)
        {
            float l = Luma(Light[i]);
            sum += Math.Log(l + 1e-4);
            n++;
            lights.Add(l);
        }
        lights.Sort();
        float mean = (float)Math.Exp(sum / n),
            bright = lights[(int)(lights.Count * .93)];
        return MathF.Min(.30f / mean, 1.55f / bright);
    }

    private static float Luma(Vector3 c) => .2126f * c.X + .7152f * c.Y + .0722f * c.Z;

    private static float Contrast(float x, float g) => .18f * MathF.Pow(MathF.Max(x, 0) / .18f, g);

    private static float Curve(float x)
    {
        x *= .62f;
        return Math.Clamp(x * (2.51f * x + .03f) / (x * (2.43f * x + .59f) + .14f), 0, 1);
    }

    private static float Encode(float x)
    {
        x = Math.Clamp(x, 0, 1);
        return x <= .0031308f ? 12.92f * x : 1.055f * MathF.Pow(x, 1 / 2.4f) - .055f;
    }

    private Vector3[] AddBloom(Vector3[] src, float amount)
    {
        var sum = new Vector3[src.Length];
        for (int i = 0; i < src.Length; i++)
            sum[i] = src[i] * (1 - amount);
        foreach (float scale in new[] { .25f, 1f, 4f })
        {
            var b = (Vector3[])src.Clone();
            Blur(b, .016f * scale * Height);
            for (int i = 0; i < sum.Length; i++)
                sum[i] += b[i] * (amount / 3);
        }
        return sum;
    }

    /// <summary>A Gaussian of the given deviation in pixels: exact taps when small, three box passes when
    /// large.</summary>
    public void Blur(Vector3[] a, float sigma) => Blur(a, Width, Height, sigma);

    /// <summary>As <see cref="Blur(Vector3[], float)"/>, for a plane of any size.</summary>
    public static void Blur(Vector3[] a, int w, int h, float sigma)
    {
        if (sigma < 3)
        {
            int r = Math.Max(1, (int)MathF.Ceiling(sigma * 3));
            float[] k = [.. Enumerable.Range(-r, 2 * r + 1).Select(i => MathF.Exp(-i * i / (2 * sigma * sigma)))];
            float total = k.Sum();
            Separable(
                a,
                w,
                h,
                (line, outp, n) =>
                {
                    for (int i = 0; i < n; i++)
                    {
                        Vector3 s = Vector3.Zero;
                        for (int j = -r; j <= r; j++)
                            s += line[Math.Clamp(i + j, 0, n - 1)] * k[j + r];
                        outp[i] = s / total;
                    }
                }
            );
            return;
        }
        int radius = Math.Max(1, (int)MathF.Round((MathF.Sqrt(4 * sigma * sigma + 1) - 1) / 2));
        for (int pass = 0; pass < 3; pass++)
            Separable(
                a,
                w,
                h,
                (line, outp, n) =>
                {
                    Vector3 s = Vector3.Zero;
                    for (int j = -radius; j <= radius; j++)
                        s += line[Math.Clamp(j, 0, n - 1)];
                    for (int i = 0; i < n; i++)
                    {
                        outp[i] = s / (2 * radius + 1);
                        s += line[Math.Min(i + radius + 1, n - 1)] - line[Math.Max(i - radius, 0)];
                    }
                }
            );
    }

    private static void Separable(Vector3[] a, int w, int h, Action<Vector3[], Vector3[], int> filter)
    {
        Parallel.For(
            0,
            h,
            () => (new Vector3[w], new Vector3[w]),
            (y, _, t) =>
            {
                Array.Copy(a, y * w, t.Item1, 0, w);
                filter(t.Item1, t.Item2, w);
                Array.Copy(t.Item2, 0, a, y * w, w);
                return t;
            },
            _ => { }
        );
        Parallel.For(
            0,
            w,
            () => (new Vector3[h], new Vector3[h]),
            (x, _, t) =>
            {
                for (int y = 0; y < h; y++)
                    t.Item1[y] = a[y * w + x];
                filter(t.Item1, t.Item2, h);
                for (int y = 0; y < h; y++)
                    a[y * w + x] = t.Item2[y];
                return t;
            },
            _ => { }
        );
    }

    private Vector3[] Aberrate(Vector3[] a, float k)
    {
        var o = new Vector3[a.Length];
        Parallel.For(
            0,
            Height,
            y =>
            {
                for (int x = 0; x < Width; x++)
                {
                    Vector3 c = a[y * Width + x];
                    c.X = Sample(
                        a,
                        Width / 2f + (x - Width / 2f) * (1 + k),
                        Height / 2f + (y - Height / 2f) * (1 + k)
                    ).X;
                    c.Z = Sample(
                        a,
                        Width / 2f + (x - Width / 2f) * (1 - k),
                        Height / 2f + (y - Height / 2f) * (1 - k)
                    ).Z;
                    o[y * Width + x] = c;
                }
            }
        );
        return o;
    }

    private Vector3 Sample(Vector3[] a, float x, float y)
    {
        x = Math.Clamp(x, 0, Width - 1.001f);
        y = Math.Clamp(y, 0, Height - 1.001f);
        int ix = (int)x,
            iy = (int)y,
            i = iy * Width + ix;
        return Vector3.Lerp(
            Vector3.Lerp(a[i], a[i + 1], x - ix),
            Vector3.Lerp(a[i + Width], a[i + Width + 1], x - ix),
            y - iy
        );
    }

    private SKBitmap Grain(Vector3[] img, float strength, int seed)
    {
        var luma = new Vector3[img.Length];
        var chroma = new Vector3[img.Length];
        Parallel.For(
            0,
            Height,
            y =>
            {
                var dice = new Dice(Noise.Hash(y, seed, 77));
                for (int x = 0; x < Width; x++)
                {
                    luma[y * Width + x] = new Vector3(dice.Normal());
                    chroma[y * Width + x] = new Vector3(dice.Normal(), dice.Normal(), dice.Normal());
                }
            }
        );
        Blur(luma, .55f);
        Blur(chroma, 1.1f);
        var bitmap = new SKBitmap(new SKImageInfo(Width, Height, SKColorType.Rgba8888, SKAlphaType.Opaque));
        byte[] bytes = new byte[Width * Height * 4];
        Parallel.For(
            0,
            Height,
            y =>
            {
                var dice = new Dice(Noise.Hash(y, seed, 78));
                for (int x = 0; x < Width; x++)
                {
                    int i = y * Width + x;
                    float l = Math.Clamp(Luma(img[i]), 0, 1);
                    float s = strength * .005f * (.35f + 2.4f * MathF.Sqrt(l * (1 - l)));
                    Vector3 c = img[i] + luma[i] * s * 1.7f + chroma[i] * s * 1.6f;
                    c = c * 255 + new Vector3(dice.Next());
                    bytes[i * 4] = (byte)Math.Clamp(c.X, 0, 255);
                    bytes[i * 4 + 1] = (byte)Math.Clamp(c.Y, 0, 255);
                    bytes[i * 4 + 2] = (byte)Math.Clamp(c.Z, 0, 255);
                    bytes[i * 4 + 3] = 255;
                }
            }
        );
        System.Runtime.InteropServices.Marshal.Copy(bytes, 0, bitmap.GetPixels(), bytes.Length);
        return bitmap;
    }
}
