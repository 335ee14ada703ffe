namespace Jaali.Core.Composing;

/// <summary>
/// A photo small, beside its credit: whole where it is shown whole or may not be altered, else what its slide shows of
/// it, never cut further. What was cropped away or hidden on its slide is not shown again on the page of credits.
/// </summary>
internal static class SmallPhoto
{
    /// <summary>From a rectangle to what is painted in it, and the shape of that; nothing for a photo that is seen only
    /// merged with others.</summary>
    internal static (Func<SlideRect, IReadOnlyList<SceneNode>>? Paint, double Aspect) Of(
        Deck deck,
        Slide page,
        ISceneFacts facts,
        PhotoFacts photo
    )
    {
        Frame? shown = deck
            .Slides.SelectMany(s => s.Items.OfType<Frame>())
            .Where(f => f.PhotoId == photo.Id && f.Blend is null)
            .MaxBy(f => f.Hidden.Count);
        if (shown is null)
            return (null, 1);
        bool whole = photo.Rights.Licence is { ForbidsAlterations: true } && shown.Hidden.Count == 0;
        Frame small = new(shown.Id, shown.At, photo.Id, whole ? CropWindow.Whole : shown.Crop)
        {
            Covers = shown.Covers,
            Straighten = whole ? 0 : shown.Straighten,
            // In the colours of its slide: a file then carries one picture of it.
            Tone = whole ? FrameTone.Natural : shown.Tone,
            Toning = whole ? null : shown.Toning,
        };
        double aspect = whole ? photo.Aspect : shown.At.Rect.Aspect;
        return (Paint, aspect);

        IReadOnlyList<SceneNode> Paint(SlideRect rect)
        {
            var scene = new Composition(deck, page with { Items = [] }, facts);
            Frame placed = small with { At = new(rect) };
            scene.Item(placed, () => ItemKinds.Of(placed).Compose(placed, scene));
            return
            [
                .. scene
                    .Finish()
                    .Nodes.OfType<GroupNode>()
                    .Where(g => g.ItemId == placed.Id)
                    .Select(g => g with { ItemId = null }),
            ];
        }
    }
}
