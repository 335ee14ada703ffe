namespace Jaali.Core.Items;

/// <summary>What of a photo is hidden anywhere in a talk: no file and no address that leaves it may hold
/// that.</summary>
public static class HiddenParts
{
    /// <summary>All of it as one treatment.</summary>
    /// <param name="deck">The talk.</param>
    /// <param name="photoId">The photo.</param>
    /// <param name="tones">Its colours, from which patches take theirs; null where they are not known.</param>
    public static Treatment Of(Deck deck, string photoId, ToneMap? tones) =>
        new(
            0,
            [
                .. deck
                    .Slides.SelectMany(s => s.Items)
                    .OfType<Frame>()
                    .SelectMany(f => f.TreatmentOf(photoId, tones).Parts)
                    .Distinct(),
            ]
        );
}
