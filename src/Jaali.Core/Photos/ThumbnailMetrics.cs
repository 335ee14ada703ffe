namespace Jaali.Core.Photos;

/// <summary>What a look at a candidate's picture told.</summary>
/// <param name="Hash">Perceptual hash.</param>
/// <param name="Width">Width of what was looked at, in pixels, after orientation.</param>
/// <param name="Height">Height of what was looked at, in pixels, after orientation.</param>
/// <param name="Lightness">Mean perceived lightness, 0 to 1 (the cube root of luminance, after CIE L*).</param>
/// <param name="Calm">Share of a full slide's area that is calm enough for words, 0 to 1.</param>
public sealed record ThumbnailMetrics(ulong Hash, int Width, int Height, double Lightness, double Calm)
{
    /// <summary>Light enough for dark words.</summary>
    public bool IsLight => Lightness >= .62;

    /// <summary>Dark enough for light words.</summary>
    public bool IsDark => Lightness <= .5;
}
