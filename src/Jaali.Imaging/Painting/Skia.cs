using Jaali.Core.Geometry;
using SkiaSharp;

namespace Jaali.Imaging.Painting;

/// <summary>The core's measures in Skia's types.</summary>
internal static class Skia
{
    internal static SKRect ToSkia(this SlideRect r) => new((float)r.X, (float)r.Y, (float)r.Right, (float)r.Bottom);

    internal static SKPath ToSkia(this Core.Geometry.Path path) =>
        SKPath.ParseSvgPathData(path.Data)
        ?? throw new InvalidOperationException("A path of the core is always path data.");

    /// <summary>Pixels in sRGB, into which photos are converted by their profiles.</summary>
    internal static SKImageInfo Pixels(int width, int height, SKAlphaType alpha) =>
        new(width, height, SKColorType.Rgba8888, alpha, SKColorSpace.CreateSrgb());

    internal static SKColor Colour(string hex, double opacity) =>
        SKColor.Parse(hex).WithAlpha((byte)Math.Round(opacity * 255));
}
