using System.Collections.Immutable;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Legibility;

namespace Jaali.Core.Items;

/// <summary>Shows another part of a photo, cuts it to a shape, straightens, tones, hides parts, swaps the photo,
/// moves its credit; what is null stays.</summary>
/// <param name="PhotoId">Another photo in the same frame, cropped anew for its shape.</param>
/// <param name="Crop">What of the photo is seen. The window keeps its middle and takes the frame's shape.</param>
/// <param name="Mask">The shape it is cut to.</param>
/// <param name="Straighten">Degrees clockwise, -15 to 15.</param>
/// <param name="Tone">How its colours are shown.</param>
/// <param name="Covers">Patches that hide part of it, in fractions of the frame; at most 8.</param>
/// <param name="CreditSpot">Where its credit stands.</param>
/// <param name="Portion">Which part is shown by masks that show a part, above 0 and up to 1.</param>
public sealed record FrameEdit(
    string? PhotoId = null,
    CropWindow? Crop = null,
    FrameMask? Mask = null,
    double? Straighten = null,
    FrameTone? Tone = null,
    ImmutableList<CropWindow>? Covers = null,
    Spot? CreditSpot = null,
    double? Portion = null
) : ItemEdit
{
    /// <inheritdoc/>
    public override string Deed =>
        PhotoId is not null ? "swapping a photo"
        : Crop is not null ? "reframing a photo"
        : Mask is not null ? "the shape a photo is cut to"
        : Straighten is not null ? "straightening a photo"
        : Tone is not null ? "the tone of a photo"
        : Covers is not null ? "hiding part of a photo"
        : Portion is not null ? "how much of a photo is shown"
        : "the place of a credit";
}
