namespace Jaali.Core.Items;

/// <summary>What lies under words after a press.</summary>
/// <param name="Press">Presses so far, 0 for the slide as it comes in; null where everything is there.</param>
/// <param name="Under">What lies there then.</param>
internal sealed record PressState(int? Press, Backdrop Under)
{
    /// <summary>What lies under words at every press at which they are there: once for all that is the same.</summary>
    internal static IReadOnlyList<PressState> Of(Words words, Composition scene)
    {
        var whole = new PressState(null, scene.Backdrop);
        if (scene.Slide.Cues.Count == 0)
            return [whole];
        Guid[] below = [.. scene.Slide.Items.TakeWhile(i => i.Id != words.Id).Select(i => i.Id)];
        List<PressState> states = [];
        HashSet<string> seen = [];
        foreach ((int press, IReadOnlySet<Guid> hidden) in SlidePresses.Hidden(scene.Slide).Index())
        {
            Guid[] gone = [.. below.Where(hidden.Contains)];
            if (hidden.Contains(words.Id) || !seen.Add(string.Join(' ', gone)))
                continue;
            states.Add(gone.Length == 0 ? whole : new(press, Without(gone, words, scene)));
        }
        return states.Count == 0 ? [whole] : states;
    }

    private static Backdrop Without(Guid[] gone, Words words, Composition scene)
    {
        Slide still = scene.Slide with { Items = scene.Slide.Items.RemoveAll(i => gone.Contains(i.Id)), Cues = [] };
        Composition below = ItemKinds.Below(scene.Deck, still, words, scene.Facts);
        foreach (SceneNode veil in scene.OfTheLook)
            below.AddBelow(veil);
        return below.Backdrop;
    }
}
