namespace Jaali.Core.Photos;

/// <summary>What the rules need to know of a taken photo.</summary>
/// <param name="Id">SHA-256 of its bytes, lower-case hexadecimal.</param>
/// <param name="Width">Width in pixels, after orientation.</param>
/// <param name="Height">Height in pixels, after orientation.</param>
/// <param name="Focal">Where the eye goes.</param>
/// <param name="Rights">Who made it and on what terms.</param>
/// <param name="Version">How often the record was corrected.</param>
/// <param name="Clip">What plays in its place; null for a photo.</param>
public sealed record PhotoFacts(
    string Id,
    int Width,
    int Height,
    PhotoPoint Focal,
    RightsRecord Rights,
    int Version = 0,
    ClipFacts? Clip = null
)
{
    /// <summary>Width over height.</summary>
    public double Aspect => (double)Width / Height;
}
