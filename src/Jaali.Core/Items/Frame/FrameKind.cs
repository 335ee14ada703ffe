using System.Globalization;
using System.Text.Json.Nodes;

namespace Jaali.Core.Items;

/// <summary>Photos seen through a crop window.</summary>
public sealed class FrameKind : ItemKind<Frame, FrameEdit>
{
    private const int MostCovers = 8,
        MostMarks = 12,
        MostMerged = 5;

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
            {
                Clip = ClipPlay.UsualOf(photo.Clip),
            }
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
            // What was hidden stays hidden: nobody uncovers it by a fix of its rights.
            Covers: frame.Covers,
            CreditSpot: frame.CreditSpot,
            Earlier: frame.Earlier,
            KeepInView: frame.KeepInView,
            // Whole means all of it that plays, as well.
            Clip: frame.Clip is { } c ? c with { From = 0, To = null, Muted = false } : null
        );
    }

    /// <inheritdoc/>
    protected override Refusal? Fault(Frame item, ItemPlace at) =>
        at.Photos.Photo(item.PhotoId) is null ? NoPhoto
        : !IsPart(item.Crop) || item.Hidden.Any(c => !IsPart(c.Part)) || item.ProtectedRegions.Any(m => !IsPart(m))
            ? new("bad-crop", "This part of the photo cannot be shown. Drag it again.")
        : item.Straighten is not (>= -Straightening.Most and <= Straightening.Most)
            ? new("bad-turn", $"A photo is straightened by up to {Straightening.Most} degrees either way.")
        : item.Portion is not (> 0 and <= 1)
            ? new("bad-portion", "A part is above 0 and at most 100 %. Give it as a number.")
        : item.Hidden.Count > MostCovers
            ? new("too-many-covers", $"At most {MostCovers} parts of a photo can be hidden.")
        : item.ProtectedRegions.Count > MostMarks
            ? new("too-many-marks", $"At most {MostMarks} parts of a photo can be kept in view.")
        : item.Mask == FrameMask.Polygon && Masks.Fault(item.Corners ?? []) is { } crossed ? crossed
        : item.Toning is { } t
        && !(t.Amount is null or (>= 0 and <= 1) && Colours.IsColour(t.Dark) && Colours.IsColour(t.Light))
            ? new("bad-tone", "A tone has a strength from 0 to 100 % and colours of six hexadecimal digits.")
        : item.Edge is { } e
        && !(
            e.Line is >= 0 and <= FrameEdge.MostLine
            && e.Shadow is >= 0 and <= FrameEdge.MostSoft
            && e.Soft is >= 0 and <= FrameEdge.MostSoft
            && Colours.IsColour(e.LineColour)
        )
            ? new(
                "bad-edge",
                $"A line is 0 to {FrameEdge.MostLine} wide, a shadow or soft edge 0 to {FrameEdge.MostSoft}."
            )
        : item.Hidden.Any(c => !Colours.IsColour(c.Colour))
            ? new("bad-colour", "A colour has six hexadecimal digits. Choose another.")
        : item.Blend is { } m && (m.PhotoIds.Count > MostMerged || m.PhotoIds.Any(p => at.Photos.Photo(p) is null))
            ? new("bad-merge", $"Up to {MostMerged} more photos that were taken in can be blended into one.")
        : ClipFault(item, at.Photos.Photo(item.PhotoId));

    // A clip that comes from elsewhere plays as it may; one whose facts are gone stands still.
    private static Refusal? ClipFault(Frame item, PhotoFacts? photo) =>
        item.Clip is null || photo is null ? null
        : photo.Clip is { } clip ? item.Clip.Fault(clip)
        : new("no-clip", "This is a photo: nothing of it plays.");

    /// <inheritdoc/>
    protected override ItemResult Create(Guid id, FrameEdit edit, SlideRect? rect, ItemPlace at)
    {
        if (edit.PhotoId is not { } photoId || at.Photos.Photo(photoId) is not { } photo)
            return NoPhoto;
        if (PlacementRule.WhyNot(photo.Rights) is { } why)
            return why;
        SlideRect r = rect ?? Usual(at.Bounds, photo.Aspect);
        var frame = new Frame(id, new(r), photoId, CropFinder.Largest(photo.Aspect, r.Aspect, photo.Focal))
        {
            Clip = ClipPlay.UsualOf(photo.Clip),
        };
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
        edit = Undrawn(edit, item);
        if (edit.KeepInView is { } keep)
            item = item with { KeepInView = keep.Count == 0 ? null : [.. keep.Select(Inside)] };
        if (edit.Crop is { } crop)
        {
            if (crop.Width <= 0)
                return new Refusal("bad-crop", "This part of the photo cannot be shown. Drag it again.");
            item = item with { Crop = CropFinder.Shaped(crop, photo.Aspect, item.At.Rect.Aspect) };
        }
        if (edit.Blend is { } merge)
        {
            foreach (string id in merge.PhotoIds)
                if (at.Photos.Photo(id) is not { } merged)
                    return NoPhoto;
                else if (PlacementRule.WhyNot(merged.Rights) is { } why)
                    return why;
            // Who changes how photos are blended does not speak of what is hidden in them, and leaves it.
            ImmutableList<BlendedCovers>? covers = merge.Covers ?? item.Blend?.Covers;
            covers = covers?.RemoveAll(c => !merge.PhotoIds.Contains(c.PhotoId));
            item = item with
            {
                Blend =
                    merge.PhotoIds.Count == 0 ? null : merge with { Covers = covers is { Count: > 0 } ? covers : null },
            };
        }
        if (edit.Clip is { } plays)
        {
            ItemResult played = Played(item, plays, photo);
            if (played.Item is not Frame now)
                return played;
            item = now;
        }
        double? turn = edit.Straighten;
        if (edit.Horizon is { } line)
        {
            // The line is drawn on the slide; the photo lies in a frame that may be turned itself.
            SlidePoint middle = Composition.Middle(item.At.Rect);
            if (
                Straightening.ByHorizon(
                    item.Straighten,
                    line.From.Turned(middle, -item.At.Turn),
                    line.To.Turned(middle, -item.At.Turn)
                )
                is not { } level
            )
                return new Refusal("short-line", "The line is too short to tell. Draw it along more of the horizon.");
            if (Math.Abs(level) > Straightening.Most)
                return new Refusal(
                    "bad-turn",
                    $"This would turn the photo by more than {Straightening.Most} degrees. Draw the line "
                        + "along the horizon."
                );
            turn = level;
        }
        item = Toned(item, edit) with
        {
            Mask = edit.Mask ?? (edit.Corners is null ? item.Mask : FrameMask.Polygon),
            Corners = edit.Corners ?? item.Corners,
            Straighten = turn is { } t ? Math.Round(t, 2) : item.Straighten,
            Covers =
                edit.Covers is null ? item.Covers
                : edit.Covers.Count == 0 ? null
                : [.. edit.Covers.Select(c => c with { Part = Inside(c.Part) })],
            CreditSpot = edit.CreditSpot ?? item.CreditSpot,
            Portion = edit.Portion ?? item.Portion,
            Edge =
                edit.Edge is null ? item.Edge
                : edit.Edge is { Line: 0, Shadow: 0, Soft: 0 } ? null
                : edit.Edge,
        };
        return Held(item, photo);
    }

    private static ItemResult Played(Frame item, ClipEdit edit, PhotoFacts photo)
    {
        if (photo.Clip is not { } clip)
            return new Refusal("no-clip", "This is a photo: nothing of it plays.");
        ClipPlay now = (item.Clip ?? ClipPlay.UsualOf(clip)!).With(edit);
        return now.Fault(clip) is { } why ? why : item with { Clip = now.Within(clip) };
    }

    // A tone that a hand set stays under every style; another one begins at its own strength, with its own inks.
    private static Frame Toned(Frame item, FrameEdit edit) =>
        edit.Tones
            ? item with
            {
                OfHouse = false,
                Tone = edit.Tone ?? item.Tone,
                Toning = edit.Toning ?? ((edit.Tone ?? item.Tone) == item.Tone ? item.Toning : null),
            }
            : item;

    // What was drawn on the slide, as parts of the photo and of the frame.
    private static FrameEdit Undrawn(FrameEdit edit, Frame item)
    {
        if (edit.Hide is { } hide)
            edit = edit with { Covers = (edit.Covers ?? item.Hidden).Add(new Cover(item.Under(hide.Rect), hide.How)) };
        if (edit.KeepInViewUnder is { } kept)
        {
            // Of a turned photo as much as was drawn, about the same middle: its corners are seen as well.
            CropWindow round = item.Under(kept),
                now = item.Crop;
            double enlarged = Straightening.Enlargement(item.Straighten, item.At.Rect.Aspect),
                w = kept.Width / item.At.Rect.Width * now.Width / enlarged,
                h = kept.Height / item.At.Rect.Height * now.Height / enlarged;
            edit = edit with
            {
                KeepInView = (edit.KeepInView ?? item.ProtectedRegions).Add(
                    new(round.X + (round.Width - w) / 2, round.Y + (round.Height - h) / 2, w, h)
                ),
            };
        }
        if (edit.Outline is { } outline)
        {
            SlideRect r = item.At.Rect;
            SlidePoint middle = Composition.Middle(r);
            edit = edit with
            {
                Corners =
                [
                    .. outline
                        .Select(p => p.Turned(middle, -item.At.Turn))
                        .Select(p => new PhotoPoint(
                            Math.Clamp((p.X - r.X) / r.Width, 0, 1),
                            Math.Clamp((p.Y - r.Y) / r.Height, 0, 1)
                        )),
                ],
            };
        }
        return edit;
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
        if (shaped)
            return item with { At = to };
        CropWindow crop = Reshaped(item, photo, to.Rect.Aspect);
        return Held(item with { At = to, Crop = crop }, photo);
    }

    // The window that was found for a frame is found anew for another shape: focal point nearest a third, least waste.
    // One
    // that a hand chose keeps its middle and its width.
    private static CropWindow Reshaped(Frame item, PhotoFacts photo, double aspect)
    {
        CropWindow found = CropFinder.Largest(photo.Aspect, item.At.Rect.Aspect, photo.Focal);
        bool own =
            Math.Abs(found.X - item.Crop.X)
                + Math.Abs(found.Y - item.Crop.Y)
                + Math.Abs(found.Width - item.Crop.Width)
                + Math.Abs(found.Height - item.Crop.Height)
            > 1e-3;
        return own && !item.Crop.IsWhole
            ? CropFinder.Shaped(item.Crop, photo.Aspect, aspect)
            : CropFinder.Holding(photo.Aspect, aspect, photo.Focal, item.ProtectedRegions)
                ?? CropFinder.Largest(photo.Aspect, aspect, photo.Focal);
    }

    // The frame with its crop enlarged and moved just so far that no mark is cut; or which mark stands in the way, and
    // the nearest shape in which it does not.
    private static ItemResult Held(Frame item, PhotoFacts photo)
    {
        if (item.MarkCut() is null)
            return item;
        double aspect = item.At.Rect.Aspect;
        foreach (
            CropWindow? crop in (CropWindow?[])
                [
                    CropFinder.Shaped(item.Crop, photo.Aspect, aspect, item.ProtectedRegions),
                    CropFinder.Holding(photo.Aspect, aspect, photo.Focal, item.ProtectedRegions),
                ]
        )
            if (crop is { } c && item with { Crop = c } is var held && held.MarkCut() is null)
                return held;
        SlideRect nearest = CropFinder.NearestPlace(photo.Aspect, item.At.Rect, item.ProtectedRegions);
        Frame there = item with
        {
            At = item.At with { Rect = nearest },
            Crop = CropFinder.Holding(photo.Aspect, nearest.Aspect, photo.Focal, item.ProtectedRegions) ?? item.Crop,
        };
        // A turned photo is enlarged: it may be the turn, and no shape, that cuts the mark.
        if (there.MarkCut() is { } cut)
            return new Refusal(
                "mark-in-the-way",
                $"Straightened so far, {Mark(cut)} would be cut. Straighten less, or take the mark away."
            );
        string which = Mark(CropFinder.InTheWay(photo.Aspect, aspect, item.ProtectedRegions));
        return item.At.IsGround
            ? new Refusal(
                "mark-in-the-way",
                $"{Capital(which)} does not fit into the whole slide. Make the photo a frame, or take the mark away."
            )
            : new PlaceRefusal(
                "mark-in-the-way",
                $"{Capital(which)} would be cut in this shape. The nearest that holds it is "
                    + string.Create(
                        CultureInfo.InvariantCulture,
                        $"{Math.Round(nearest.Width)} by {Math.Round(nearest.Height)}."
                    ),
                nearest
            );

        static string Mark(int index) => $"mark {index + 1} of what stays in view";
    }

    /// <inheritdoc/>
    protected override ItemResult Exchange(Frame item, string photoId, string with, ItemPlace at)
    {
        bool merged = item.Blend?.PhotoIds.Contains(photoId) == true;
        if (item.PhotoId != photoId && !merged)
            return item;
        if (at.Photos.Photo(with) is not { } photo)
            return NoPhoto;
        if (PlacementRule.WhyNot(photo.Rights) is { } why)
            return why;
        if (merged)
            item = item with
            {
                Blend = item.Blend! with
                {
                    PhotoIds = item.Blend.PhotoIds.ConvertAll(p => p == photoId ? with : p),
                    Covers = item.Blend.Covers?.ConvertAll(c => c.PhotoId == photoId ? c with { PhotoId = with } : c),
                },
            };
        // Two copies of one picture may differ a little in shape; the window keeps its middle and takes the frame's
        // shape.
        return item.PhotoId != photoId
            ? item
            : item with
            {
                PhotoId = with,
                Crop = CropFinder.Shaped(item.Crop, photo.Aspect, item.At.Rect.Aspect),
            };
    }

    /// <inheritdoc/>
    protected override IEnumerable<PhotoUse> Photos(Frame item)
    {
        string merged = item.Blend is { } blend ? string.Join(' ', blend.PhotoIds.Insert(0, item.PhotoId)) : "";
        return
        [
            new(item.Id, item.PhotoId, item.Changes, item.At.Rect, item.CreditSpot, merged),
            .. (item.Blend?.PhotoIds ?? []).Select(p => new PhotoUse(
                item.Id,
                p,
                item.Changes with
                {
                    // How much of it is seen depends on its shape; it is never all.
                    CroppedTo = Math.Min(item.Changes.CroppedTo, .99),
                    Covered = item.HiddenOf(p).Count > 0,
                },
                item.At.Rect,
                item.CreditSpot,
                merged
            )),
        ];
    }

    /// <inheritdoc/>
    public override Follows Follows(Item item) => Items.Follows.Nothing;

    /// <inheritdoc/>
    protected override string Describe(Frame item, ItemPlace at)
    {
        string[] titles =
        [
            .. (item.Blend?.PhotoIds ?? [])
                .Prepend(item.PhotoId)
                .Select(p => at.Photos.Photo(p)?.Rights.Title ?? "")
                .Where(t => t.Length > 0),
        ];
        string what =
            item.Clip is null ? "Photo"
            : item.Clip.SoundAlone ? "Sound"
            : "Clip";
        if (titles.Length > 0)
            return $"{what}: {string.Join(", ", titles)}";
        // One without a title is told by whose it is, or by what it stands for; never by its kind alone.
        return at.Photos.Photo(item.PhotoId)?.Rights.Maker is { Length: > 0 } maker ? $"{what} by {maker}"
            : at.Slide.PointId is { } id && at.Deck.Point(id)?.Wording is { Length: > 0 } said
                ? $"{what} at “{FewWords.Of(said)}”"
            : $"{what} without a title";
    }

    /// <inheritdoc/>
    public override string NameInSentence(Item item, ItemPlace at) =>
        at.Photos.Photo(((Frame)item).PhotoId)?.Rights.Title is { Length: > 0 } title
            ? $"the photo “{FewWords.Of(title)}”"
            : "the photo";

    /// <inheritdoc/>
    protected override void Compose(Frame item, Composition scene) =>
        FrameScene.Add(item, Describe(item, new ItemPlace(scene.Deck, scene.Slide, scene.Facts)), scene);

    /// <inheritdoc/>
    public override string Done(Item item) => DoneTo((Frame)item);

    /// <inheritdoc/>
    public override IReadOnlyList<ExportItem>? Export(
        Item item,
        IReadOnlyList<SceneNode> nodes,
        Scene scene,
        ItemPlace at
    ) => FrameScene.Export((Frame)item, nodes);

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
                FrameTone.Natural => Array.Empty<string>(),
                FrameTone.Grey => ["in black and white"],
                FrameTone.Brown => ["in brown tones"],
                FrameTone.TwoInk => ["in two colours"],
                FrameTone.Tint => ["tinted"],
                FrameTone.Lighter => ["made lighter"],
                FrameTone.Darker => ["made darker"],
                FrameTone.Warmer => ["made warmer"],
                FrameTone.Cooler => ["made cooler"],
                _ => ["made softer"],
            },
            .. item.Hidden.Count == 0 ? Array.Empty<string>() : ["part hidden"],
            .. item.Edge is { Soft: > 0 } ? new[] { "its edge made soft" } : [],
            .. item.Blend is null ? Array.Empty<string>() : ["blended with others"],
            .. item.Clip is { Trims: true } ? new[] { "shortened" } : [],
            .. item.Clip is { Muted: true } ? new[] { "without its sound" } : [],
        ];
        string all = string.Join(", ", done);
        return done.Length == 0 ? "Nothing: it is shown whole." : $"{char.ToUpperInvariant(all[0])}{all[1..]}.";
    }

    /// <inheritdoc/>
    public override JsonObject Upgrade(JsonObject body, int format, SlideRect slide) =>
        FrameFormats.Upgrade(body, format, slide);

    /// <inheritdoc/>
    public override IReadOnlyList<ItemExample> Examples(string photoId) =>
        [
            new(
                new FrameEdit(photoId),
                [
                    new FrameEdit(Crop: new CropWindow(.2, .2, .5, .5)),
                    new FrameEdit(Mask: FrameMask.Ellipse, Tone: FrameTone.Grey),
                    new FrameEdit(Mask: FrameMask.Ring, Portion: .4),
                    new FrameEdit(
                        Straighten: 4.5,
                        Covers: [new Cover(new CropWindow(0, 0, .3, 1))],
                        CreditSpot: Spot.TopLeft
                    ),
                    new FrameEdit(Corners: [new(.1, 0), new(1, .3), new(.6, 1), new(0, .8)]),
                    new FrameEdit(Edge: new FrameEdge(6, "#EDEDED", 40, 60)),
                    new FrameEdit(Horizon: new DrawnLine(new(400, 500), new(900, 520))),
                    new FrameEdit(Hide: new DrawnCover(new(900, 500, 90, 60), CoverHow.Blur)),
                    new FrameEdit(KeepInViewUnder: new(930, 510, 40, 30)),
                    new FrameEdit(Outline: [new(700, 300), new(1200, 400), new(900, 800)]),
                ]
            ),
            new(
                new FrameEdit(photoId, Mask: FrameMask.Rounded, Tone: FrameTone.Brown),
                [
                    new FrameEdit(Mask: FrameMask.Rhomb),
                    new FrameEdit(Covers: [new Cover(new CropWindow(.5, .5, .2, .2), CoverHow.Mosaic)]),
                    new FrameEdit(Tone: FrameTone.TwoInk, Toning: new Toning(.8, "#102030", "#F0E0C0")),
                    new FrameEdit(Tone: FrameTone.Softer),
                    new FrameEdit(KeepInView: [new CropWindow(.4, .4, .2, .2)]),
                    new FrameEdit(Blend: new Blend([photoId], BlendMode.Over)),
                    new FrameEdit(Blend: new Blend([photoId])),
                ]
            ),
        ];

    // A part cut at the photo's edges; one that lies outside becomes the smallest at its edge.
    internal static CropWindow Inside(CropWindow c)
    {
        double x = Math.Clamp(Math.Min(c.X, c.X + c.Width), 0, 1 - CropWindow.Smallest),
            y = Math.Clamp(Math.Min(c.Y, c.Y + c.Height), 0, 1 - CropWindow.Smallest),
            right = Math.Clamp(Math.Max(c.X, c.X + c.Width), x + CropWindow.Smallest, 1),
            bottom = Math.Clamp(Math.Max(c.Y, c.Y + c.Height), y + CropWindow.Smallest, 1);
        return new(x, y, right - x, bottom - y);
    }

    // A part of a photo, with something in it; stored sums may be off by a rounding.
    private static bool IsPart(CropWindow c) =>
        c.X >= -1e-6
        && c.Y >= -1e-6
        && c.Width > 0
        && c.Height > 0
        && c.X + c.Width <= 1 + 1e-6
        && c.Y + c.Height <= 1 + 1e-6;

    private static string Capital(string text) => $"{char.ToUpperInvariant(text[0])}{text[1..]}";

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
