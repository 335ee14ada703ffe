using System.Runtime.CompilerServices;

namespace Jaali.Core.Legibility;

/// <summary>What treated photos look like, for measuring legibility.</summary>
public static class TreatedTones
{
    private static readonly ConditionalWeakTable<ToneMap, Dictionary<string, ToneMap>> Made = [];

    /// <summary>A photo's small picture as it looks with this done to it. Blurs are three runs of a box, which come
    /// near
    /// a Gaussian.</summary>
    public static ToneMap With(this ToneMap tones, Treatment treatment)
    {
        if (treatment.IsNone)
            return tones;
        Dictionary<string, ToneMap> known = Made.GetOrCreateValue(tones);
        string name = treatment.Name;
        lock (known)
        {
            if (known.TryGetValue(name, out ToneMap? made))
                return made;
            if (known.Count > 8)
                known.Clear();
            return known[name] = Apply(treatment, tones);
        }
    }

    private static ToneMap Apply(Treatment how, ToneMap tones)
    {
        byte[] rgb = [.. tones.Rgb];
        foreach (TreatedPart part in how.Parts)
        {
            int x0 = (int)(part.Part.X * tones.Width),
                y0 = (int)(part.Part.Y * tones.Height),
                x1 = Math.Min(tones.Width, (int)Math.Ceiling((part.Part.X + part.Part.Width) * tones.Width)),
                y1 = Math.Min(tones.Height, (int)Math.Ceiling((part.Part.Y + part.Part.Height) * tones.Height));
            byte[] colour = part.Colour is { } c
                ? [Convert.ToByte(c[1..3], 16), Convert.ToByte(c[3..5], 16), Convert.ToByte(c[5..7], 16)]
                : Mean(rgb, tones.Width, x0, y0, x1, y1);
            for (int y = y0; y < y1; y++)
            for (int x = x0; x < x1; x++)
                colour.CopyTo(rgb, (y * tones.Width + x) * 3);
        }
        if (how.Soften > 0)
            rgb = Blurred(rgb, tones.Width, tones.Height, how.Soften * tones.Width);
        return new(tones.Width, tones.Height, rgb);
    }

    private static byte[] Mean(byte[] rgb, int width, int x0, int y0, int x1, int y1)
    {
        long[] sum = new long[3];
        int n = Math.Max(1, (x1 - x0) * (y1 - y0));
        for (int y = y0; y < y1; y++)
        for (int x = x0; x < x1; x++)
        for (int c = 0; c < 3; c++)
            sum[c] += rgb[(y * width + x) * 3 + c];
        return [(byte)(sum[0] / n), (byte)(sum[1] / n), (byte)(sum[2] / n)];
    }

    private static byte[] Blurred(byte[] rgb, int width, int height, double sigma)
    {
        // Three boxes of this radius have about the wanted deviation: variance (2 r + 1)^2 - 1 over 12, three times.
        int radius = Math.Max(1, (int)Math.Round((Math.Sqrt(4 * sigma * sigma + 1) - 1) / 2));
        for (int run = 0; run < 3; run++)
        {
            rgb = Box(rgb, width, height, radius, 3, width * 3);
            rgb = Box(rgb, height, width, radius, width * 3, 3);
        }
        return rgb;
    }

    private static byte[] Box(byte[] from, int length, int lines, int radius, int step, int stride)
    {
        byte[] to = new byte[from.Length];
        int span = 2 * radius + 1;
        for (int line = 0; line < lines; line++)
        for (int c = 0; c < 3; c++)
        {
            int start = line * stride + c,
                sum = 0;
            for (int i = -radius; i <= radius; i++)
                sum += from[start + Math.Clamp(i, 0, length - 1) * step];
            for (int i = 0; i < length; i++)
            {
                to[start + i * step] = (byte)((sum + span / 2) / span);
                sum +=
                    from[start + Math.Clamp(i + radius + 1, 0, length - 1) * step]
                    - from[start + Math.Clamp(i - radius, 0, length - 1) * step];
            }
        }
        return to;
    }
}
