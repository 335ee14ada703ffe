using System.Runtime.CompilerServices;

namespace Jaali.Core.Legibility;

/// <summary>
/// Summed-area tables of a photo (F. C. Crow, "Summed-area tables for texture mapping", SIGGRAPH 1984): sums of its
/// lightness, of the square of it and of its steps over any upright rectangle in the same time, however large.
/// Lightness
/// is the cube root of luminance (after CIE L*) in steps of 1/255. Beside them the grey of every pixel, for
/// <see cref="LightSample"/>.
/// </summary>
public sealed class LightTables
{
    // A square is at most 255 * 255: of so many pixels the sum is surely below 2^32, and differences of tables that
    // wrapped round are right.
    private const int MostPixels = 65_000;
    private static readonly ConditionalWeakTable<ToneMap, Dictionary<string, LightTables>> Made = [];

    private readonly uint[] _light,
        _squares,
        _across,
        _down;
    private readonly byte[] _grey;

    private LightTables(ToneMap tones, IReadOnlyList<double>? colours)
    {
        (Width, Height) = (tones.Width, tones.Height);
        _grey = new byte[Width * Height];
        int line = Width + 1;
        int size = line * (Height + 1);
        (_light, _squares, _across, _down) = (new uint[size], new uint[size], new uint[size], new uint[size]);
        byte[] rgb = tones.Rgb;
        double[]? m = colours is null ? null : [.. colours];
        byte[] above = new byte[Width],
            here = new byte[Width];
        for (int y = 0; y < Height; y++)
        {
            uint light = 0,
                squares = 0,
                across = 0,
                down = 0;
            for (int x = 0; x < Width; x++)
            {
                int i = (y * Width + x) * 3;
                byte grey = LightSample.GreyOf(m is null ? Luminance.Of(rgb[i], rgb[i + 1], rgb[i + 2]) : Shown(i)),
                    l = Lightness[grey];
                _grey[y * Width + x] = grey;
                here[x] = l;
                light += l;
                squares += (uint)l * l;
                if (x > 0)
                    across += (uint)Math.Abs(l - here[x - 1]);
                if (y > 0)
                    down += (uint)Math.Abs(l - above[x]);
                int at = (y + 1) * line + x + 1;
                _light[at] = _light[at - line] + light;
                _squares[at] = _squares[at - line] + squares;
                _across[at] = _across[at - line] + across;
                _down[at] = _down[at - line] + down;
            }
            (above, here) = (here, above);
        }

        double Shown(int i) => Luminance.Of(Row(i, 0), Row(i, 4), Row(i, 8));

        byte Row(int i, int at) =>
            (byte)
                Math.Clamp(
                    m[at] * rgb[i] + m[at + 1] * rgb[i + 1] + m[at + 2] * rgb[i + 2] + m[at + 3] * 255 + .5,
                    0,
                    255
                );
    }

    private static readonly byte[] Lightness =
    [
        .. Enumerable
            .Range(0, LightSample.Greys)
            .Select(g => (byte)Math.Round(255 * Math.Cbrt(LightSample.LightOf((byte)g)))),
    ];

    /// <summary>Pixels across.</summary>
    public int Width { get; }

    /// <summary>Pixels down.</summary>
    public int Height { get; }

    /// <summary>The tables of a photo as a colour matrix shows it; they go when the photo's small picture
    /// does.</summary>
    /// <param name="tones">Its small picture.</param>
    /// <param name="colours">Three rows of four numbers, or null.</param>
    public static LightTables Of(ToneMap tones, IReadOnlyList<double>? colours = null)
    {
        Dictionary<string, LightTables> known = Made.GetOrCreateValue(tones);
        string name = colours is null ? "" : string.Join(',', colours);
        lock (known)
        {
            if (known.TryGetValue(name, out LightTables? made))
                return made;
            if (known.Count > 3)
                known.Clear();
            return known[name] = new(tones, colours);
        }
    }

    /// <summary>The greys of a row.</summary>
    public ReadOnlySpan<byte> Row(int y) => _grey.AsSpan(y * Width, Width);

    /// <summary>Sums over the pixels from (x0, y0) up to, but not with, (x1, y1): of lightness, of its square, and of
    /// the
    /// steps between neighbours that both lie inside. Units are 1/255 and its square.</summary>
    public (long Light, long Squares, long Steps) Sums(int x0, int y0, int x1, int y1)
    {
        long light = 0,
            squares = 0,
            steps = 0;
        int rows = Math.Max(1, MostPixels / Math.Max(1, x1 - x0));
        for (int from = y0; from < y1; from += rows)
        {
            int to = Math.Min(y1, from + rows);
            light += Of(_light, x0, from, x1, to);
            squares += Of(_squares, x0, from, x1, to);
            steps += Of(_across, x0 + 1, from, x1, to);
            steps += Of(_down, x0, from == y0 ? from + 1 : from, x1, to);
        }
        return (light, squares, steps);
    }

    private uint Of(uint[] table, int x0, int y0, int x1, int y1)
    {
        if (x0 >= x1 || y0 >= y1)
            return 0;
        int line = Width + 1;
        return unchecked(table[y1 * line + x1] - table[y0 * line + x1] - table[y1 * line + x0] + table[y0 * line + x0]);
    }
}
