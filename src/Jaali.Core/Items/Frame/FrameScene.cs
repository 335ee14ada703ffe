namespace Jaali.Core.Items;

/// <summary>How a frame becomes nodes: its shadow, its photo or the blend of several seen through its outline, its
/// line.</summary>
internal static class FrameScene
{
    // Each photo of a blend melts into the next over so much of the frame.
    private const double Melting = .3;

    /// <summary>Adds a frame's nodes to a scene.</summary>
    /// <param name="item">The frame.</param>
    /// <param name="says">What it shows, in words.</param>
    /// <param name="scene">The scene.</param>
    internal static void Add(Frame item, string says, Composition scene)
    {
        if (scene.Facts.Photo(item.PhotoId) is not { } photo)
            return;
        SlideRect r = item.At.Rect,
            image = item.WholePhoto;
        SlidePoint middle = Composition.Middle(r);
        double enlarged = Straightening.Enlargement(item.Straighten, r.Aspect),
            sharpness = photo.Width / (image.Width * enlarged);
        Path outline = item.Outline;
        if (item.Edge is { Shadow: > 0 } shaded)
            scene.Add(
                new PathNode(
                    Masks.Of(item.Mask, r with { Y = r.Y + shaded.Shadow / 4 }, item.Portion, item.Corners),
                    "#000000",
                    .55,
                    Blur: shaded.Shadow / 3
                )
            );
        SceneNode picture = Picture(item.PhotoId, image, says, item, scene);
        if (item.Blend is { } merge)
            picture = Blended(item, merge, photo, says, scene);
        if (item.Straighten != 0)
            picture = new GroupNode(null, [picture], null, 1, item.Straighten, enlarged, middle);
        scene.Add(new GroupNode(null, [picture], outline, Soft: item.Edge?.Soft ?? 0));
        if (EdgeOf(item, scene) is { Line: > 0 } lined)
            scene.Add(new PathNode(outline, null, Stroke: lined.LineColour, StrokeWidth: lined.Line));
        if (!item.At.IsGround || item.Mask != FrameMask.None)
            scene.Edge(outline);
        scene.Focus(new(image.X + image.Width * photo.Focal.X, image.Y + image.Height * photo.Focal.Y));
        scene.Tell(
            new ScenePart(
                item.Id,
                "frame",
                r,
                says,
                Sharpness: sharpness,
                Sharp: sharpness >= .98 ? Sharpness.Sharp
                    : sharpness >= .75 ? Sharpness.ALittleSoft
                    : Sharpness.Soft
            )
        );
    }

    // Its own edge; within the slide, else the line of the house.
    private static FrameEdge? EdgeOf(Frame item, Composition scene) =>
        item.Edge
        ?? (
            scene.House.System is { EdgeLine: > 0 and double line }
            && !item.At.IsGround
            && scene.Bounds.Grown(-1).Holds(item.At.Rect)
                ? new(line, scene.House.OnPaper)
                : null
        );

    private static CropWindow Seen(SlideRect r, SlideRect image) =>
        CropWindow.Create(
            (r.X - image.X) / image.Width,
            (r.Y - image.Y) / image.Height,
            r.Width / image.Width,
            r.Height / image.Height
        );

    /// <summary>The frame as files of other programs have it: a picture with its crop, outline, line and shadow;
    /// finished
    /// pixels where it is straightened, blended or has a soft edge.</summary>
    internal static IReadOnlyList<ExportItem>? Export(Frame item, IReadOnlyList<SceneNode> nodes)
    {
        FrameEdge? edge = item.Edge;
        if (
            item.Straighten != 0
            || item.Blend is not null
            || edge is { Soft: > 0 }
            || nodes.OfType<GroupNode>().FirstOrDefault()?.Nodes is not [PhotoNode photo]
        )
            return NodeBounds.Of(nodes) is { } bounds
                ? [new ExportBitmap(bounds.Grown(edge?.Shadow ?? 0), Says(), nodes)]
                : null;
        SlideRect r = item.At.Rect;
        // Its own line, or that of the house.
        PathNode? line = nodes.OfType<PathNode>().LastOrDefault(n => n.Stroke is not null);
        return
        [
            new ExportPicture(
                r,
                0,
                photo.Alt,
                photo,
                // Of a picture that was cut to a part already, what is seen of that part.
                photo.Image == item.WholePhoto
                    ? item.Crop
                    : Seen(r, photo.Image),
                item.Mask switch
                {
                    FrameMask.None => ExportOutline.Box,
                    FrameMask.Ellipse => ExportOutline.Ellipse,
                    FrameMask.Rounded => ExportOutline.Rounded,
                    _ => ExportOutline.Own,
                },
                item.Mask == FrameMask.None ? null : item.Outline,
                Masks.Rounding(r),
                line?.StrokeWidth ?? 0,
                line?.Stroke ?? "#000000",
                edge?.Shadow ?? 0,
                item.Tone == FrameTone.Grey && photo.Colours is { } m && m.Take(4).SequenceEqual(ToneMatrix.Grey)
            ),
        ];

        string Says() => new Scene(default, 0, 0, 0, "", nodes, [], []).Photos().FirstOrDefault()?.Alt ?? "";
    }

    private static PhotoNode Picture(string photoId, SlideRect image, string says, Frame item, Composition scene)
    {
        Treatment done = item.TreatmentOf(photoId, scene.Facts.Tones(photoId));
        return new PhotoNode(
            photoId,
            image,
            says,
            ToneMatrix.Of(item.Tone, item.Toning),
            done.IsNone ? null : done.Name,
            item.Plays && photoId == item.PhotoId ? Playing(item, image, scene) : null
        );
    }

    private static Playing? Playing(Frame item, SlideRect image, Composition scene) =>
        item.Clip is { } play && scene.Facts.Photo(item.PhotoId) is { Clip: { } clip } photo
            ? new(
                clip.Sha256,
                clip.Type,
                image,
                play.From,
                play.To ?? clip.Seconds,
                play.Muted,
                play.Loops,
                play.Volume,
                play.Starts,
                play.SoundAlone,
                play.Captions.Length == 0 ? [] : Captions.Read(play.Captions).Cues,
                photo.Rights.Title,
                photo.Rights.SourceUrl ?? ""
            )
            : null;

    // One picture of several: each over its share of the frame and melting into the one before, or all over the whole.
    private static GroupNode Blended(Frame item, Blend merge, PhotoFacts first, string says, Composition scene)
    {
        SlideRect r = item.At.Rect;
        PhotoFacts[] all = [first, .. merge.PhotoIds.Select(scene.Facts.Photo).OfType<PhotoFacts>()];
        double strip = r.Width / all.Length,
            melt = merge.How == BlendMode.Beside ? strip * Melting * 2 : 0;
        List<SceneNode> nodes = [];
        for (int i = 0; i < all.Length; i++)
        {
            SlideRect place =
                merge.How == BlendMode.Over
                    ? r
                    : new(
                        Math.Max(r.X, r.X + i * strip - melt),
                        r.Y,
                        Math.Min(r.Right, r.X + (i + 1) * strip + melt) - Math.Max(r.X, r.X + i * strip - melt),
                        r.Height
                    );
            CropWindow crop =
                i == 0 && merge.How == BlendMode.Over
                    ? item.Crop
                    : CropFinder.Holding(all[i].Aspect, place.Aspect, all[i].Focal, i == 0 ? item.ProtectedRegions : [])
                        ?? CropFinder.Largest(all[i].Aspect, place.Aspect, all[i].Focal);
            PhotoNode node = Picture(all[i].Id, Frame.WholeOf(crop, place), says, item, scene);
            // A photo melts away at its left edge alone: its clip reaches far beyond the frame on the other sides.
            Path clip = Path.Rect(
                i == 0 || merge.How == BlendMode.Over
                    ? place
                    : new(place.X, r.Y - 2 * melt, r.Right - place.X + 2 * melt, r.Height + 4 * melt)
            );
            nodes.Add(
                new GroupNode(
                    null,
                    [node],
                    clip,
                    merge.How == BlendMode.Over ? 1.0 / (i + 1) : 1,
                    Soft: i == 0 ? 0 : melt
                )
            );
        }
        return new GroupNode(null, nodes);
    }
}
