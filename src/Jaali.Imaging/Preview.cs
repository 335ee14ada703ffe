using Jaali.Core.Legibility;
using NetVips;

namespace Jaali.Imaging;

/// <summary>A tiny picture of a photo, a few hundred bytes, that travels with the deck so that no place of a photo is
/// ever empty.</summary>
public static class Preview
{
    private const int Side = 24,
        Quality = 40;

    /// <summary>A WebP of at most 24 pixels a side.</summary>
    public static byte[] Of(ToneMap tones)
    {
        using Image whole = Image.NewFromMemory(tones.Rgb, tones.Width, tones.Height, 3, Enums.BandFormat.Uchar);
        using Image srgb = whole.Copy(interpretation: Enums.Interpretation.Srgb);
        using Image small = srgb.ThumbnailImage(Side, height: Side, size: Enums.Size.Down);
        return small.WebpsaveBuffer(q: Quality, keep: Enums.ForeignKeep.None);
    }
}
