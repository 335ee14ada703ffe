using System.Text.Json.Serialization;

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
/// <param name="Covers">What hides part of it, in fractions of the photo; null for nothing.</param>
/// <param name="CreditSpot">Where its credit stands.</param>
/// <param name="Earlier">Photos that were seen in it before, each as it was seen, the latest last; null for
/// none.</param>
/// <param name="Portion">Which part of it is shown by masks that show a part, above 0 and up to 1.</param>
/// <param name="KeepInView">Parts of the photo that no crop may cut, in its fractions; null for none.</param>
/// <param name="Toning">How strongly it is toned and in which inks; null for the usual of its tone.</param>
/// <param name="Corners">Corners of a polygon of one's own, in fractions of the frame; null for none.</param>
/// <param name="Edge">Its line, shadow and soft edge; null for none.</param>
/// <param name="Blend">Further photos that are blended into it, and how; null for none.</param>
/// <param name="LeftOut">Its photo was left out of its point's shortlist since: the next that is kept takes its
/// place.</param>
/// <param name="Clip">How its clip plays; null for a photo.</param>
/// <param name="OfHouse">Its tone is that of the house style; another style takes it back.</param>
public sealed record Frame(
    Guid Id,
    Placement At,
    string PhotoId,
    CropWindow Crop,
    FrameMask Mask = FrameMask.None,
    double Straighten = 0,
    FrameTone Tone = FrameTone.Natural,
    ImmutableList<Cover>? Covers = null,
    Spot CreditSpot = Spot.Auto,
    ImmutableList<FrameAppearance>? Earlier = null,
    double Portion = Frame.UsualPortion,
    ImmutableList<CropWindow>? KeepInView = null,
    Toning? Toning = null,
    ImmutableList<PhotoPoint>? Corners = null,
    FrameEdge? Edge = null,
    Blend? Blend = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)] bool LeftOut = false,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)] bool OfHouse = false,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] ClipPlay? Clip = null
) : Item(Id, At)
{
    /// <summary>The part that masks of a part show until another is said.</summary>
    public const double UsualPortion = .25;

    private const int MostEarlier = 12;

    // Fractions of a side by which a mark may reach over what is seen: less than a pixel of any photo.
    private const double Slack = 1e-6;

    /// <summary>
    /// The frame with another photo in it: as that photo was seen in it before, else cropped anew. The frame keeps its
    /// place, its mask and its edge. How the one before it was seen is remembered.
    /// </summary>
    public Frame Showing(PhotoFacts photo)
    {
        if (photo.Id == PhotoId)
            return this;
        if (OfHouse)
            return Plain.Showing(photo);
        ImmutableList<FrameAppearance> before = (Earlier ?? []).RemoveAll(l => l.PhotoId == PhotoId).Add(Appearance);
        FrameAppearance? look = before.Find(l => l.PhotoId == photo.Id);
        before = before.RemoveAll(l => l.PhotoId == photo.Id);
        Frame with = this with
        {
            PhotoId = photo.Id,
            LeftOut = false,
            Clip = look is null || photo.Clip is null ? ClipPlay.UsualOf(photo.Clip) : look.Clip,
            Earlier = [.. before.TakeLast(MostEarlier)],
            // A photo that is seen twice in a blend keeps what is hidden in it.
            Blend =
                Blend is { } blend && blend.PhotoIds.Contains(PhotoId) && Hidden.Count > 0
                    ? blend with
                    {
                        Covers = (blend.Covers ?? [])
                            .RemoveAll(c => c.PhotoId == PhotoId)
                            .Add(new(PhotoId, [.. HiddenOf(PhotoId)])),
                    }
                    : Blend,
        };
        return look is null
            ? with with
            {
                Crop = CropFinder.Largest(photo.Aspect, At.Rect.Aspect, photo.Focal),
                Straighten = 0,
                Tone = FrameTone.Natural,
                Toning = null,
                Covers = null,
                KeepInView = null,
            }
            : with with
            {
                Crop =
                    CropFinder.Shaped(look.Crop, photo.Aspect, At.Rect.Aspect, look.KeepInView ?? [])
                    ?? CropFinder.Shaped(look.Crop, photo.Aspect, At.Rect.Aspect),
                Mask = look.Mask,
                Straighten = look.Straighten,
                Tone = look.Tone,
                Covers = look.Covers,
                CreditSpot = look.CreditSpot,
                Portion = look.Portion,
                KeepInView = look.KeepInView,
                Toning = look.Toning,
            };
    }

    /// <summary>The frame without what the house style gave it.</summary>
    internal Frame Plain => OfHouse ? this with { OfHouse = false, Tone = FrameTone.Natural, Toning = null } : this;

    private FrameAppearance Appearance =>
        new(PhotoId, Crop, Mask, Straighten, Tone, Covers, CreditSpot, Portion, KeepInView, Toning, Clip);

    /// <inheritdoc/>
    [JsonIgnore]
    public override LayoutPart LayoutPart => At.Held ? LayoutPart.Other : LayoutPart.Photo;

    /// <summary>What hides part of it.</summary>
    [JsonIgnore]
    public ImmutableList<Cover> Hidden => Covers ?? [];

    /// <summary>What hides parts of a photo that is seen in it: its own, or one that is blended into it.</summary>
    /// <param name="photoId">The photo.</param>
    public IReadOnlyList<Cover> HiddenOf(string photoId) =>
        [
            .. photoId == PhotoId ? Hidden : [],
            .. (Blend?.Covers ?? [])
                .Where(c => c.PhotoId == photoId)
                .SelectMany(c => c.Parts)
                .Where(c => photoId != PhotoId || !Hidden.Contains(c)),
        ];

    /// <summary>Parts that no crop may cut.</summary>
    [JsonIgnore]
    public ImmutableList<CropWindow> ProtectedRegions => KeepInView ?? [];

    /// <summary>What is done to the photo.</summary>
    [JsonIgnore]
    public Changes Changes =>
        new(
            Crop.IsWhole ? 1 : Crop.Share,
            Mask != FrameMask.None || Edge is { Soft: > 0 },
            Straighten != 0 || At.Turn != 0,
            Tone switch
            {
                FrameTone.Natural => Recolouring.None,
                FrameTone.Grey => Recolouring.Grey,
                _ => Recolouring.Other,
            },
            Hidden.Count > 0,
            Blend is not null,
            Clip is { Trims: true },
            Clip is { Muted: true }
        );

    /// <summary>Its clip plays. What is hidden in a clip, blended into it or softened is decided for its poster alone:
    /// then it stands still.</summary>
    [JsonIgnore]
    public bool Plays => Clip is not null && Hidden.Count == 0 && Blend is null && Tone != FrameTone.Softer;

    /// <summary>What of its photo it shows, and what of that is hidden: what a small picture of it needs.</summary>
    [JsonIgnore]
    public (CropWindow Crop, double Aspect, double Straighten, object? Covers) Shown =>
        (Crop, At.Rect.Aspect, Straighten, Covers);

    /// <summary>Where the whole photo would lie so that the crop window falls on the frame.</summary>
    [JsonIgnore]
    public SlideRect WholePhoto => WholeOf(Crop, At.Rect);

    /// <summary>Where a whole photo lies so that a window of it falls on a rectangle.</summary>
    internal static SlideRect WholeOf(CropWindow crop, SlideRect rect)
    {
        double w = rect.Width / crop.Width,
            h = rect.Height / crop.Height;
        return new(rect.X - crop.X * w, rect.Y - crop.Y * h, w, h);
    }

    /// <summary>The outline that the photo is seen through.</summary>
    [JsonIgnore]
    public Path Outline => Masks.Of(Mask, At.Rect, Portion, Corners);

    /// <summary>What is done to the photo's pixels before it is painted.</summary>
    /// <param name="tones">Its colours, from which patches take theirs; null where they are not known.</param>
    public Treatment Treatment(ToneMap? tones) => TreatmentOf(PhotoId, tones);

    /// <summary>The same for one of the photos that are seen in it.</summary>
    /// <param name="photoId">Its own photo, or one that is blended into it.</param>
    /// <param name="tones">That photo's colours; null where they are not known.</param>
    public Treatment TreatmentOf(string photoId, ToneMap? tones) =>
        new(
            Tone == FrameTone.Softer ? (Toning?.Amount ?? Items.Toning.UsualOf(Tone)) * Photos.Treatment.Softest : 0,
            [
                .. HiddenOf(photoId)
                    .Select(c => new TreatedPart(
                        c.Part,
                        c.How,
                        c.How == CoverHow.Patch ? c.Colour ?? tones?.Around(c.Part) ?? "#808080" : null
                    )),
            ]
        );

    private SlidePoint Middle => new(At.Rect.X + At.Rect.Width / 2, At.Rect.Y + At.Rect.Height / 2);

    /// <summary>Where in the photo a place of the slide lies, in its fractions; outside of it they are below 0 or above
    /// 1.</summary>
    internal PhotoPoint InPhoto(SlidePoint seen)
    {
        SlidePoint own = seen.Turned(Middle, -At.Turn).Turned(Middle, -Straighten);
        double enlarged = Straightening.Enlargement(Straighten, At.Rect.Aspect);
        SlideRect image = WholePhoto;
        return new(
            (Middle.X + (own.X - Middle.X) / enlarged - image.X) / image.Width,
            (Middle.Y + (own.Y - Middle.Y) / enlarged - image.Y) / image.Height
        );
    }

    /// <summary>The smallest part of the photo, in its fractions, that holds all that a rectangle of the slide lies
    /// over,
    /// also where the photo is turned.</summary>
    internal CropWindow Under(SlideRect drawn)
    {
        PhotoPoint[] corners =
        [
            InPhoto(new(drawn.X, drawn.Y)),
            InPhoto(new(drawn.Right, drawn.Y)),
            InPhoto(new(drawn.X, drawn.Bottom)),
            InPhoto(new(drawn.Right, drawn.Bottom)),
        ];
        double x = corners.Min(c => c.X),
            y = corners.Min(c => c.Y);
        return new(x, y, corners.Max(c => c.X) - x, corners.Max(c => c.Y) - y);
    }

    /// <summary>The first of the marks that is cut by what is seen of the photo, counted from 0; null where every one
    /// is seen whole.</summary>
    public int? MarkCut()
    {
        if (KeepInView is null)
            return null;
        SlideRect image = WholePhoto,
            r = At.Rect;
        double enlarged = Straightening.Enlargement(Straighten, r.Aspect);
        SlidePoint middle = Middle;
        for (int i = 0; i < KeepInView.Count; i++)
        {
            CropWindow m = KeepInView[i];
            foreach (
                (double u, double v) in (ReadOnlySpan<(double, double)>)
                    [(m.X, m.Y), (m.X + m.Width, m.Y), (m.X, m.Y + m.Height), (m.X + m.Width, m.Y + m.Height)]
            )
            {
                var at = new SlidePoint(image.X + u * image.Width, image.Y + v * image.Height);
                SlidePoint seen = new SlidePoint(
                    middle.X + (at.X - middle.X) * enlarged,
                    middle.Y + (at.Y - middle.Y) * enlarged
                ).Turned(middle, Straighten);
                if (
                    seen.X < r.X - Slack * image.Width
                    || seen.X > r.Right + Slack * image.Width
                    || seen.Y < r.Y - Slack * image.Height
                    || seen.Y > r.Bottom + Slack * image.Height
                )
                    return i;
            }
        }
        return null;
    }
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
/// <param name="KeepInView">What no crop might cut.</param>
/// <param name="Clip">How its clip played; null for a photo.</param>
/// <param name="Toning">How strongly, in which inks.</param>
public sealed record FrameAppearance(
    string PhotoId,
    CropWindow Crop,
    FrameMask Mask,
    double Straighten,
    FrameTone Tone,
    ImmutableList<Cover>? Covers,
    Spot CreditSpot,
    double Portion = Frame.UsualPortion,
    ImmutableList<CropWindow>? KeepInView = null,
    Toning? Toning = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] ClipPlay? Clip = null
);

/// <summary>A part of a photo that is hidden. It moves and scales with the photo.</summary>
/// <param name="Part">Which part, in fractions of the photo.</param>
/// <param name="How">How.</param>
/// <param name="Colour">Of a patch: its colour, <c>#RRGGBB</c>; null for that of what is round it.</param>
public sealed record Cover(CropWindow Part, CoverHow How = CoverHow.Patch, string? Colour = null);

/// <summary>How strongly a photo is toned, and in which inks.</summary>
/// <param name="Amount">0 for not at all, to 1; null for the usual of the tone.</param>
/// <param name="Dark">The ink of the shadows, <c>#RRGGBB</c>; null for the usual.</param>
/// <param name="Light">The ink of the lights; null for the usual.</param>
public sealed record Toning(double? Amount = null, string? Dark = null, string? Light = null)
{
    /// <summary>How strong a tone is until it is said.</summary>
    public static double UsualOf(FrameTone tone) =>
        tone switch
        {
            FrameTone.Lighter or FrameTone.Darker => .35,
            FrameTone.Warmer or FrameTone.Cooler or FrameTone.Softer => .5,
            FrameTone.Tint => .7,
            _ => 1,
        };
}

/// <summary>How a frame ends.</summary>
/// <param name="Line">Width of a line along its outline, in slide units; 0 for none.</param>
/// <param name="LineColour">Its colour.</param>
/// <param name="Shadow">How far a shadow reaches, in slide units; 0 for none.</param>
/// <param name="Soft">Over how many units it melts into what is under it; 0 for a sharp edge.</param>
public sealed record FrameEdge(double Line = 0, string LineColour = "#EDEDED", double Shadow = 0, double Soft = 0)
{
    /// <summary>The widest line.</summary>
    public const double MostLine = 60;

    /// <summary>The widest shadow or soft edge.</summary>
    public const double MostSoft = 400;
}

/// <summary>Photos that are blended with a frame's own into one picture.</summary>
/// <param name="PhotoIds">The further photos, in order.</param>
/// <param name="How">How.</param>
/// <param name="Covers">What hides parts of the further photos; null for nothing.</param>
public sealed record Blend(
    ImmutableList<string> PhotoIds,
    BlendMode How = BlendMode.Beside,
    ImmutableList<BlendedCovers>? Covers = null
);

/// <summary>What hides parts of one of the further photos of a blend.</summary>
/// <param name="PhotoId">The photo.</param>
/// <param name="Parts">In fractions of that photo.</param>
public sealed record BlendedCovers(string PhotoId, ImmutableList<Cover> Parts);

/// <summary>How photos are blended into one picture.</summary>
public enum BlendMode
{
    /// <summary>From left to right, each melting into the next.</summary>
    Beside,

    /// <summary>One over the other, all seen through.</summary>
    Over,
}

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

    /// <summary>Corners of one's own.</summary>
    Polygon,
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

    /// <summary>From one ink in the shadows to another in the lights.</summary>
    TwoInk,

    /// <summary>As through coloured glass.</summary>
    Tint,

    /// <summary>Nearer to white.</summary>
    Lighter,

    /// <summary>Nearer to black.</summary>
    Darker,

    /// <summary>More red, less blue.</summary>
    Warmer,

    /// <summary>More blue, less red.</summary>
    Cooler,

    /// <summary>Out of focus: a calm ground.</summary>
    Softer,
}
