namespace Jaali.Core.Legibility;

/// <summary>Colours as they are seen: OKLab (Björn Ottosson, "A perceptual color space for image processing", 2020, its
/// revised matrices).</summary>
public static class OkLab
{
    /// <summary>Lightness from 0 to 1, and the two axes of colour, of an 8-bit sRGB colour.</summary>
    public static (double L, double A, double B) Of(byte red, byte green, byte blue)
    {
        double r = Luminance.Decode(red / 255.0),
            g = Luminance.Decode(green / 255.0),
            b = Luminance.Decode(blue / 255.0),
            l = Math.Cbrt(.4122214708 * r + .5363325363 * g + .0514459929 * b),
            m = Math.Cbrt(.2119034982 * r + .6806995451 * g + .1073969566 * b),
            s = Math.Cbrt(.0883024619 * r + .2817188376 * g + .6299787005 * b);
        return (
            .2104542553 * l + .7936177850 * m - .0040720468 * s,
            1.9779984951 * l - 2.4285922050 * m + .4505937099 * s,
            .0259040371 * l + .7827717662 * m - .8086757660 * s
        );
    }

    /// <summary>The nearest sRGB colour as <c>#RRGGBB</c>; what lies outside is cut at its edges.</summary>
    public static string Hex(double lightness, double a, double b)
    {
        double l = Cube(lightness + .3963377774 * a + .2158037573 * b),
            m = Cube(lightness - .1055613458 * a - .0638541728 * b),
            s = Cube(lightness - .0894841775 * a - 1.2914855480 * b);
        byte red = Byte(4.0767416621 * l - 3.3077115913 * m + .2309699292 * s),
            green = Byte(-1.2684380046 * l + 2.6097574011 * m - .3413193965 * s),
            blue = Byte(-.0041960863 * l - .7034186147 * m + 1.7076147010 * s);
        return string.Create(System.Globalization.CultureInfo.InvariantCulture, $"#{red:X2}{green:X2}{blue:X2}");

        static double Cube(double x) => x * x * x;

        static byte Byte(double linear) => (byte)Math.Round(255 * Luminance.Encode(Math.Clamp(linear, 0, 1)));
    }
}
