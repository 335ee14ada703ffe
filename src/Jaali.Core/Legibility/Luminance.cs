namespace Jaali.Core.Legibility;

/// <summary>Relative luminance as defined by WCAG 2.2.</summary>
public static class Luminance
{
    private static readonly double[] Linear = [.. Enumerable.Range(0, 256).Select(i => Decode(i / 255.0))];

    /// <summary>Relative luminance, 0 for black to 1 for white, of an 8-bit sRGB colour (WCAG 2.2, "relative
    /// luminance").</summary>
    public static double Of(byte r, byte g, byte b) => .2126 * Linear[r] + .7152 * Linear[g] + .0722 * Linear[b];

    /// <summary>Relative luminance of a colour written as <c>#RRGGBB</c>.</summary>
    /// <exception cref="FormatException">It is not written so.</exception>
    public static double Of(string hex)
    {
        if (hex.Length != 7 || hex[0] != '#')
            throw new FormatException($"{hex} is not a colour of the form #RRGGBB.");
        int c = int.Parse(
            hex.AsSpan(1),
            System.Globalization.NumberStyles.HexNumber,
            System.Globalization.CultureInfo.InvariantCulture
        );
        return Of((byte)(c >> 16), (byte)(c >> 8), (byte)c);
    }

    /// <summary>Linear light of an sRGB value in [0, 1]; WCAG's threshold .04045.</summary>
    public static double Decode(double v) => v <= .04045 ? v / 12.92 : Math.Pow((v + .055) / 1.055, 2.4);

    /// <summary>The sRGB value of linear light in [0, 1].</summary>
    public static double Encode(double v) => v <= .0031308 ? v * 12.92 : 1.055 * Math.Pow(v, 1 / 2.4) - .055;
}
