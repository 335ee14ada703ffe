namespace Jaali.Core.Editing;

/// <summary>Frames in which several photos are blended.</summary>
internal static class BlendEdits
{
    /// <summary>The slide with a blend taken apart: each of its photos in a frame of its own, side by side where it
    /// stood, cropped for its place; what was hidden in each stays hidden. A frame of one photo stays.</summary>
    internal static Slide Apart(Slide slide, Frame blend, IEditFacts facts)
    {
        if (blend.Blend is null)
            return slide;
        string[] photoIds = [blend.PhotoId, .. blend.Blend.PhotoIds];
        double width = blend.At.Rect.Width / photoIds.Length;
        Frame[] frames =
        [
            .. photoIds
                .Select(facts.Photo)
                .OfType<PhotoFacts>()
                .Select(
                    (photo, i) =>
                    {
                        SlideRect rect = blend.At.Rect with { X = blend.At.Rect.X + i * width, Width = width };
                        return new Frame(
                            i == 0 ? blend.Id : facts.NewId(),
                            new Placement(rect),
                            photo.Id,
                            CropFinder.Largest(photo.Aspect, rect.Aspect, photo.Focal),
                            Covers: blend.HiddenOf(photo.Id) is { Count: > 0 } hidden ? [.. hidden] : null
                        );
                    }
                ),
        ];
        int at = slide.Items.IndexOf(blend);
        return slide with { Items = slide.Items.RemoveAt(at).InsertRange(at, frames) };
    }

    /// <summary>The deck with every blend that shows a photo taken apart.</summary>
    internal static Deck Apart(Deck deck, string photoId, IEditFacts facts)
    {
        foreach (Slide slide in deck.Slides)
        {
            Slide now = slide;
            foreach (Frame blend in PhotoPlaces.Showing(slide, photoId).OfType<Frame>().Where(f => f.Blend is not null))
                now = Apart(now, blend, facts);
            if (!ReferenceEquals(now, slide))
                deck = deck.With(now);
        }
        return deck;
    }
}
