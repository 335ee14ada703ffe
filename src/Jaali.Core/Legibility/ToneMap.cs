namespace Jaali.Core.Legibility;

/// <summary>A small picture of a photo's colours, from which legibility is measured. Values are sRGB, 8 bits, three a pixel.</summary>
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
}
