using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Legibility;
using Jaali.Core.Photos;
using Jaali.Core.Rights;

namespace Jaali.Core.Items;

/// <summary>A photo placed: seen through a crop window. Its proportions never change; a different rectangle changes
/// the window.</summary>
/// <param name="Id">Identity, which survives duplication of the slide.</param>
/// <param name="At">Where it lies on the slide.</param>
/// <param name="PhotoId">SHA-256 of the photo, lower-case hexadecimal.</param>
/// <param name="Crop">What of the photo is seen; its shape in pixels is that of the frame.</param>
/// <param name="Mask">The shape it is cut to.</param>
/// <param name="Straighten">How far the photo is turned inside the frame, in degrees clockwise, -15 to 15; it is
/// enlarged just so far that the frame stays filled.</param>
/// <param name="Tone">How its colours are shown.</param>
/// <param name="Covers">Patches that hide part of it, in fractions of the frame; null for none.</param>
/// <param name="CreditSpot">Where its credit stands.</param>
/// <param name="Earlier">Photos that were seen in it before, each as it was seen, the latest last; null for
/// none.</param>
/// <param name="Portion">Which part of it is shown by masks that show a part, above 0 and up to 1.</param>
public sealed record Frame(
    Guid Id,
    Placement At,
    string PhotoId,
    CropWindow Crop,
    FrameMask Mask = FrameMask.None,
    double Straighten = 0,
    FrameTone Tone = FrameTone.Natural,
    ImmutableList<CropWindow>? Covers = null,
    Spot CreditSpot = Spot.Auto,
    ImmutableList<FrameLook>? Earlier = null,
    double Portion = Frame.UsualPortion
) : Item(Id, At)
{
    /// <summary>The part that masks of a part show until another is said.</summary>
    public const double UsualPortion = .25;

    private const int MostEarlier = 12;

    /// <summary>
    /// The frame with another photo in it: as that photo was seen in it before, else cropped anew. How the one before
    /// it was seen is remembered.
    /// </summary>
    public Frame Showing(PhotoFacts photo)
    {
        if (photo.Id == PhotoId)
            return this;
        ImmutableList<FrameLook> before = (Earlier ?? []).RemoveAll(l => l.PhotoId == PhotoId).Add(Look);
        FrameLook? look = before.Find(l => l.PhotoId == photo.Id);
        before = before.RemoveAll(l => l.PhotoId == photo.Id);
        Frame with = this with { PhotoId = photo.Id, Earlier = [.. before.TakeLast(MostEarlier)] };
        return look is null
            ? with with
            {
                Crop = CropFinder.Largest(photo.Aspect, At.Rect.Aspect, photo.Focal),
                Mask = FrameMask.None,
                Straighten = 0,
                Tone = FrameTone.Natural,
                Covers = null,
            }
            : with with
            {
                Crop = CropFinder.Shaped(look.Crop, photo.Aspect, At.Rect.Aspect),
                Mask = look.Mask,
                Straighten = look.Straighten,
                Tone = look.Tone,
                Covers = look.Covers,
                CreditSpot = look.CreditSpot,
                Portion = look.Portion,
            };
    }

    private FrameLook Look => new(PhotoId, Crop, Mask, Straighten, Tone, Covers, CreditSpot, Portion);

    /// <summary>The patches that hide part of it.</summary>
    [JsonIgnore]
    public ImmutableList<CropWindow> Hidden => Covers ?? [];

    /// <summary>What is done to the photo.</summary>
    [JsonIgnore]
    public Changes Changes =>
        new(
            Crop.IsWhole ? 1 : Crop.Share,
            Mask != FrameMask.None,
            Straighten != 0 || At.Turn != 0,
            Tone switch
            {
                FrameTone.Grey => Recolouring.Grey,
                FrameTone.Brown => Recolouring.Other,
                _ => Recolouring.None,
            },
            Hidden.Count > 0
        );

    /// <summary>Where the whole photo would lie so that the crop window falls on the frame.</summary>
    [JsonIgnore]
    public SlideRect WholePhoto
    {
        get
        {
            double w = At.Rect.Width / Crop.Width,
                h = At.Rect.Height / Crop.Height;
            return new(At.Rect.X - Crop.X * w, At.Rect.Y - Crop.Y * h, w, h);
        }
    }

    /// <summary>The outline that the photo is seen through.</summary>
    [JsonIgnore]
    public Path Outline => Masks.Of(Mask, At.Rect, Portion);

    /// <summary>Where a patch of the frame lies on the slide.</summary>
    public SlideRect Patch(CropWindow part) =>
        new(
            At.Rect.X + part.X * At.Rect.Width,
            At.Rect.Y + part.Y * At.Rect.Height,
            part.Width * At.Rect.Width,
            part.Height * At.Rect.Height
        );
}

/// <summary>How a photo was seen in a frame.</summary>
/// <param name="PhotoId">The photo.</param>
/// <param name="Crop">What of it was seen.</param>
/// <param name="Mask">The shape it was cut to.</param>
/// <param name="Straighten">Degrees clockwise.</param>
/// <param name="Tone">Its colours.</param>
/// <param name="Covers">What was hidden.</param>
/// <param name="CreditSpot">Where its credit stood.</param>
/// <param name="Portion">Which part was shown.</param>
public sealed record FrameLook(
    string PhotoId,
    CropWindow Crop,
    FrameMask Mask,
    double Straighten,
    FrameTone Tone,
    ImmutableList<CropWindow>? Covers,
    Spot CreditSpot,
    double Portion = Frame.UsualPortion
);

/// <summary>The shapes that a photo is cut to.</summary>
public enum FrameMask
{
    /// <summary>The frame's own rectangle.</summary>
    None,

    /// <summary>The ellipse inside the frame.</summary>
    Ellipse,

    /// <summary>The frame with round corners, an eighth of its shorter side.</summary>
    Rounded,

    /// <summary>The rhomb whose corners are the middles of the frame's sides.</summary>
    Rhomb,

    /// <summary>A half ellipse over a rectangle.</summary>
    Arch,

    /// <summary>Six corners, standing on a side.</summary>
    Hexagon,

    /// <summary>Eight points: two squares one over the other.</summary>
    Star,

    /// <summary>A point above, round below.</summary>
    Drop,

    /// <summary>An arrow's head that points to the right.</summary>
    Chevron,

    /// <summary>A stated part of the ellipse, from the top clockwise.</summary>
    Sector,

    /// <summary>A stated part of the ellipse, round a hole.</summary>
    Ring,

    /// <summary>A stated part of the frame, from the left.</summary>
    Bar,

    /// <summary>A stated part of the frame, in hundredths from the upper left.</summary>
    Tiles,
}

/// <summary>How a photo's colours are shown.</summary>
public enum FrameTone
{
    /// <summary>As they are.</summary>
    Natural,

    /// <summary>In black and white.</summary>
    Grey,

    /// <summary>In brown tones.</summary>
    Brown,
}
