namespace Jaali.Core.Items;

/// <summary>Shows another part of a photo, cuts it to a shape, straightens, tones, hides parts, swaps the photo,
/// moves its credit; what is null stays.</summary>
/// <param name="PhotoId">Another photo in the same frame, cropped anew for its shape.</param>
/// <param name="Crop">What of the photo is seen. The window keeps its middle and takes the frame's shape.</param>
/// <param name="Mask">The shape it is cut to.</param>
/// <param name="Straighten">Degrees clockwise, -15 to 15.</param>
/// <param name="Tone">How its colours are shown.</param>
/// <param name="Covers">What hides part of it, in fractions of the photo; at most 8.</param>
/// <param name="CreditSpot">Where its credit stands.</param>
/// <param name="Portion">Which part is shown by masks that show a part, above 0 and up to 1.</param>
/// <param name="KeepInView">Parts that no crop may cut, in fractions of the photo; at most 12.</param>
/// <param name="Toning">How strongly it is toned, in which inks.</param>
/// <param name="Corners">Corners of a shape of one's own, in fractions of the frame; the mask becomes that
/// shape.</param>
/// <param name="Edge">Its line, shadow and soft edge.</param>
/// <param name="Blend">Further photos that are blended into it; none takes them out.</param>
/// <param name="Horizon">A line drawn along the horizon, as it is seen on the slide: the photo is straightened by
/// it.</param>
/// <param name="Hide">A rectangle drawn over what is to be hidden, as it is seen on the slide: one more cover.</param>
/// <param name="KeepInViewUnder">A rectangle drawn round what must stay in view: one more mark.</param>
/// <param name="Outline">Corners of a shape of one's own, drawn on the slide; the mask becomes that shape.</param>
/// <param name="Clip">How its clip plays.</param>
public sealed record FrameEdit(
    string? PhotoId = null,
    CropWindow? Crop = null,
    FrameMask? Mask = null,
    double? Straighten = null,
    FrameTone? Tone = null,
    ImmutableList<Cover>? Covers = null,
    Spot? CreditSpot = null,
    double? Portion = null,
    ImmutableList<CropWindow>? KeepInView = null,
    Toning? Toning = null,
    ImmutableList<PhotoPoint>? Corners = null,
    FrameEdge? Edge = null,
    Blend? Blend = null,
    DrawnLine? Horizon = null,
    DrawnCover? Hide = null,
    SlideRect? KeepInViewUnder = null,
    ImmutableList<SlidePoint>? Outline = null,
    ClipEdit? Clip = null
) : ItemEdit
{
    /// <summary>It says something of the tone.</summary>
    internal bool Tones => Tone is not null || Toning is not null;

    /// <inheritdoc/>
    public override string UndoLabel =>
        PhotoId is not null ? "swapping a photo"
        : Crop is not null ? "reframing a photo"
        : Mask is not null || Corners is not null || Outline is not null ? "the shape a photo is cut to"
        : Straighten is not null || Horizon is not null ? "straightening a photo"
        : Tones ? "the tone of a photo"
        : Covers is not null || Hide is not null ? "hiding part of a photo"
        : KeepInView is not null || KeepInViewUnder is not null ? "what stays in view"
        : Edge is not null ? "the edge of a photo"
        : Blend is not null ? "merging photos"
        : Clip is not null ? "how a clip plays"
        : Portion is not null ? "how much of a photo is shown"
        : "the place of a credit";
}

/// <summary>A line drawn on a slide.</summary>
public sealed record DrawnLine(SlidePoint From, SlidePoint To);

/// <summary>A rectangle drawn on a slide over part of a photo, which is hidden.</summary>
public sealed record DrawnCover(SlideRect Rect, CoverHow How = CoverHow.Patch);
