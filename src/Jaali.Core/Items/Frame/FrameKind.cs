using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json.Nodes;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Legibility;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Core.Scenes;

namespace Jaali.Core.Items;

/// <summary>Photos seen through a crop window.</summary>
public sealed class FrameKind : ItemKind<Frame, FrameEdit>
{
    private const int MostCovers = 8;

    /// <inheritdoc/>
    public override string Name => "frame";

    /// <summary>A photo over a whole slide, or null where it may not be placed.</summary>
    public static Frame? Ground(Guid id, string photoId, SlideRect slide, IPhotoFacts photos) =>
        photos.Photo(photoId) is { } photo && PlacementRule.WhyNot(photo.Rights) is null
            ? new Frame(
                id,
                Placement.Ground(slide),
                photoId,
                CropFinder.Largest(photo.Aspect, slide.Aspect, photo.Focal)
            )
            : null;

    /// <summary>The frame with its photo shown whole and unchanged, as large as the place of the frame lets
    /// it.</summary>
    public static Frame Whole(Frame frame, PhotoFacts photo)
    {
        SlideRect r = frame.At.Rect;
        double w = Math.Min(r.Width, r.Height * photo.Aspect),
            h = w / photo.Aspect;
        var rect = new SlideRect(r.X + (r.Width - w) / 2, r.Y + (r.Height - h) / 2, w, h);
        // What no longer fills the slide is its ground no more.
        bool fills = frame.At.IsGround && rect == r;
        return new Frame(
            frame.Id,
            frame.At with
            {
                Rect = rect,
                Turn = 0,
                IsGround = fills,
            },
            frame.PhotoId,
            CropWindow.Whole,
            CreditSpot: frame.CreditSpot,
            Earlier: frame.Earlier
        );
    }

    /// <inheritdoc/>
    protected override Refusal? Fault(Frame item, ItemPlace at) =>
        at.Photos.Photo(item.PhotoId) is null ? NoPhoto
        : item.Straighten is not (>= -15 and <= 15)
            ? new("bad-turn", "A photo is straightened by up to 15 degrees either way.")
        : item.Portion is not (> 0 and <= 1)
            ? new("bad-portion", "A part is above 0 and at most 100 %. Give it as a number.")
        : item.Hidden.Count > MostCovers
            ? new("too-many-covers", $"At most {MostCovers} parts of a photo can be hidden.")
        : null;

    /// <inheritdoc/>
    protected override ItemResult Create(Guid id, FrameEdit edit, SlideRect? rect, ItemPlace at)
    {
        if (edit.PhotoId is not { } photoId || at.Photos.Photo(photoId) is not { } photo)
            return NoPhoto;
        if (PlacementRule.WhyNot(photo.Rights) is { } why)
            return why;
        SlideRect r = rect ?? Usual(at.Bounds, photo.Aspect);
        var frame = new Frame(id, new(r), photoId, CropFinder.Largest(photo.Aspect, r.Aspect, photo.Focal));
        return Edit(frame, edit with { PhotoId = null }, at);
    }

    /// <inheritdoc/>
    protected override ItemResult Edit(Frame item, FrameEdit edit, ItemPlace at)
    {
        if (edit.PhotoId is { } other && other != item.PhotoId)
        {
            if (at.Photos.Photo(other) is not { } swapped)
                return NoPhoto;
            if (PlacementRule.WhyNot(swapped.Rights) is { } why)
                return why;
            item = item.Showing(swapped);
        }
        if (at.Photos.Photo(item.PhotoId) is not { } photo)
            return NoPhoto;
        if (edit.Crop is { } crop)
        {
            if (crop.Width <= 0)
                return new Refusal("bad-crop", "This part of the photo cannot be shown. Drag it again.");
            item = item with { Crop = CropFinder.Shaped(crop, photo.Aspect, item.At.Rect.Aspect) };
        }
        return item with
        {
            Mask = edit.Mask ?? item.Mask,
            Straighten = edit.Straighten is { } t ? Math.Round(t, 2) : item.Straighten,
            Tone = edit.Tone ?? item.Tone,
            Covers = edit.Covers is null ? item.Covers : Patches(edit.Covers),
            CreditSpot = edit.CreditSpot ?? item.CreditSpot,
            Portion = edit.Portion ?? item.Portion,
        };
    }

    /// <inheritdoc/>
    protected override ItemResult Place(Frame item, Placement to, ItemPlace at)
    {
        if (at.Photos.Photo(item.PhotoId) is not { } photo)
            return NoPhoto;
        if (to.Rect.Width <= 0 || to.Rect.Height <= 0)
            return item with { At = to };
        // The photo is not stretched: another shape of frame shows another part of it, about the same middle.
        bool shaped = Math.Abs(to.Rect.Aspect - item.At.Rect.Aspect) < 1e-9;
        CropWindow crop = shaped ? item.Crop : CropFinder.Shaped(item.Crop, photo.Aspect, to.Rect.Aspect);
        return item with { At = to, Crop = crop };
    }

    /// <inheritdoc/>
    protected override ItemResult Exchange(Frame item, string photoId, string with, ItemPlace at)
    {
        if (item.PhotoId != photoId)
            return item;
        if (at.Photos.Photo(with) is not { } photo)
            return NoPhoto;
        if (PlacementRule.WhyNot(photo.Rights) is { } why)
            return why;
        // Two copies of one picture may differ a little in shape; the window keeps its middle and takes the frame's
        // shape.
        return item with { PhotoId = with, Crop = CropFinder.Shaped(item.Crop, photo.Aspect, item.At.Rect.Aspect) };
    }

    /// <inheritdoc/>
    protected override IEnumerable<PhotoUse> Photos(Frame item) =>
        [new(item.Id, item.PhotoId, item.Changes, item.At.Rect, item.CreditSpot)];

    /// <inheritdoc/>
    protected override string Describe(Frame item, ItemPlace at) =>
        at.Photos.Photo(item.PhotoId)?.Rights.Title is { Length: > 0 } title ? $"Photo: {title}" : "Photo";

    /// <inheritdoc/>
    protected override void Compose(Frame item, Composition scene)
    {
        if (scene.Facts.Photo(item.PhotoId) is not { } photo)
            return;
        SlideRect image = item.WholePhoto;
        SlidePoint middle = Composition.Middle(item.At.Rect);
        double enlarged = Straightening.Enlargement(item.Straighten, item.At.Rect.Aspect),
            sharpness = photo.Width / (image.Width * enlarged);
        string says = Describe(item, new ItemPlace(scene.Deck, scene.Slide, scene.Facts));
        SceneNode picture = new PhotoNode(item.PhotoId, image, says, ToneMatrix.Of(item.Tone));
        if (item.Straighten != 0)
            picture = new GroupNode(null, [picture], null, 1, item.Straighten, enlarged, middle);
        IEnumerable<SceneNode> covers = item.Hidden.Select(c => new PathNode(
            Path.Rect(item.Patch(c)),
            scene.Theme.Paper
        ));
        scene.Add(new GroupNode(null, [picture, .. covers], item.Outline));
        scene.Focus(new(image.X + image.Width * photo.Focal.X, image.Y + image.Height * photo.Focal.Y));
        scene.Tell(
            new ScenePart(
                item.Id,
                Name,
                item.At.Rect,
                says,
                Sharpness: sharpness,
                Sharp: sharpness >= .98 ? Sharp.Sharp
                    : sharpness >= .75 ? Sharp.ALittleSoft
                    : Sharp.Soft
            )
        );
    }

    /// <inheritdoc/>
    public override string Done(Item item) => DoneTo((Frame)item);

    private static string DoneTo(Frame item)
    {
        double share = Math.Round(item.Crop.Share * 100);
        string[] done =
        [
            .. item.Crop.IsWhole ? Array.Empty<string>() : [$"cropped to {share:0} %"],
            .. item.Mask == FrameMask.None ? Array.Empty<string>()
            : Masks.IsPortion(item.Mask)
                ? [string.Create(CultureInfo.InvariantCulture, $"{item.Portion * 100:0.##} % of it shown")]
            : ["cut to a shape"],
            .. item.Straighten == 0
                ? Array.Empty<string>()
                : [string.Create(CultureInfo.InvariantCulture, $"straightened by {item.Straighten:0.##}°")],
            .. item.Tone switch
            {
                FrameTone.Grey => new[] { "in black and white" },
                FrameTone.Brown => ["in brown tones"],
                _ => [],
            },
            .. item.Hidden.Count == 0 ? Array.Empty<string>() : ["part hidden"],
        ];
        string all = string.Join(", ", done);
        return done.Length == 0 ? "Nothing: it is shown whole." : $"{char.ToUpperInvariant(all[0])}{all[1..]}.";
    }

    /// <inheritdoc/>
    public override JsonObject Upgrade(JsonObject body, int format, SlideRect slide)
    {
        if (format >= 2)
            return body;
        // Format 1: a rectangle of its own, filling the slide where it was the ground, and the photo's turn under
        // that name.
        var now = (JsonObject)body.DeepClone();
        var rect = (JsonObject?)now["rect"]?.DeepClone() ?? [];
        bool fills =
            Math.Abs(((double?)rect["width"] ?? 0) - slide.Width) < .01
            && Math.Abs(((double?)rect["height"] ?? 0) - slide.Height) < .01;
        now.Remove("rect");
        now["at"] = new JsonObject { ["rect"] = rect, ["isGround"] = fills };
        now["straighten"] = now["turn"]?.DeepClone() ?? 0;
        now.Remove("turn");
        return now;
    }

    /// <inheritdoc/>
    public override IReadOnlyList<ItemExample> Examples(string photoId) =>
        [
            new(
                new FrameEdit(photoId),
                [
                    new FrameEdit(Crop: new CropWindow(.2, .2, .5, .5)),
                    new FrameEdit(Mask: FrameMask.Ellipse, Tone: FrameTone.Grey),
                    new FrameEdit(Mask: FrameMask.Ring, Portion: .4),
                    new FrameEdit(Straighten: 4.5, Covers: [new CropWindow(0, 0, .3, 1)], CreditSpot: Spot.TopLeft),
                ]
            ),
            new(
                new FrameEdit(photoId, Mask: FrameMask.Rounded, Tone: FrameTone.Brown),
                [new FrameEdit(Mask: FrameMask.Rhomb), new FrameEdit(Covers: [new CropWindow(.5, .5, .2, .2)])]
            ),
        ];

    private static ImmutableList<CropWindow>? Patches(ImmutableList<CropWindow> covers) =>
        covers.Count == 0 ? null : [.. covers.Select(c => CropWindow.Create(c.X, c.Y, c.Width, c.Height))];

    // In the middle, half as high as the slide or two thirds as wide, in the photo's own shape.
    private static SlideRect Usual(SlideRect slide, double aspect)
    {
        double h = Math.Min(slide.Height / 2, slide.Width * 2 / 3 / aspect),
            w = h * aspect;
        return new(slide.X + (slide.Width - w) / 2, slide.Y + (slide.Height - h) / 2, w, h);
    }

    private static Refusal NoPhoto =>
        new("no-such-photo", "This photo has not been taken in. Keep it in Gather first.");
}
