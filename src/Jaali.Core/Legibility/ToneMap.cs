namespace Jaali.Core.Legibility;

/// <summary>A small picture of a photo's colours, from which legibility is measured. Values are sRGB, 8 bits, three a
/// pixel.</summary>
/// <param name="Width">Pixels.</param>
/// <param name="Height">Pixels.</param>
/// <param name="Rgb">Rows from the top, three bytes a pixel.</param>
public sealed record ToneMap(int Width, int Height, byte[] Rgb)
{
    /// <summary>Relative luminance at a pixel; places outside give the nearest pixel inside.</summary>
    public double At(int x, int y)
    {
        int i = (Math.Clamp(y, 0, Height - 1) * Width + Math.Clamp(x, 0, Width - 1)) * 3;
        return Luminance.Of(Rgb[i], Rgb[i + 1], Rgb[i + 2]);
    }

    /// <summary>Relative luminance at a pixel as a colour matrix shows it; null for none.</summary>
    /// <param name="x">Across.</param>
    /// <param name="y">Down.</param>
    /// <param name="colours">Three rows of four numbers on sRGB values, the last an offset from 0 to 1.</param>
    public double At(int x, int y, IReadOnlyList<double>? colours)
    {
        if (colours is not { } m)
            return At(x, y);
        int i = (Math.Clamp(y, 0, Height - 1) * Width + Math.Clamp(x, 0, Width - 1)) * 3;
        byte r = Rgb[i],
            g = Rgb[i + 1],
            b = Rgb[i + 2];
        return Luminance.Of(Row(0), Row(4), Row(8));

        byte Row(int at) => (byte)Math.Clamp(m[at] * r + m[at + 1] * g + m[at + 2] * b + m[at + 3] * 255 + .5, 0, 255);
    }
}
