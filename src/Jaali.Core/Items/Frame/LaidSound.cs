namespace Jaali.Core.Items;

/// <summary>
/// Sound that begins with a slide under moving pictures that begin with it. Sound that is synchronised with moving
/// pictures is an adaptation (CC BY-SA 4.0 and its kin, s.1(a), from memory): both are one picture then, as photos are
/// that are blended. What a speaker starts by hand meanwhile is a performance and not the slide.
/// </summary>
internal static class LaidSound
{
    /// <summary>The photos of a slide as its items use them, with those that are one by their time.</summary>
    /// <param name="items">The items.</param>
    /// <param name="uses">What each uses.</param>
    internal static IReadOnlyList<PhotoUse> In(ImmutableList<Item> items, IReadOnlyList<PhotoUse> uses)
    {
        Frame[] playing = [.. items.OfType<Frame>().Where(f => f is { Plays: true, Clip.Starts: ClipStart.Slide })];
        Frame[] sounds = [.. playing.Where(f => f.Clip is { SoundAlone: true, Muted: false })];
        Frame[] pictures = [.. playing.Where(f => f.Clip is { SoundAlone: false })];
        if (sounds.Length == 0 || pictures.Length == 0)
            return uses;
        HashSet<Guid> together = [.. sounds.Concat(pictures).Select(f => f.Id)];
        string one = string.Join(' ', sounds.Concat(pictures).Select(f => f.PhotoId).Distinct());
        return
        [
            .. uses.Select(u =>
                together.Contains(u.ItemId) ? u with { Merged = one, Changes = u.Changes with { Merged = true } } : u
            ),
        ];
    }
}
