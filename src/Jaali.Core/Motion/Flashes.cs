namespace Jaali.Core.Motion;

/// <summary>
/// Flashes that could do harm. WCAG 2.2, success criterion 2.3.1: nothing flashes more than three times in any second,
/// unless it is small. A flash is a pair of opposing changes; here every change of a tenth of opacity or more counts as
/// one of luminance, which is on the safe side. Small is less than a quarter of the slide, from which the criterion's
/// 25 % of any 10 degrees of sight follows where the slide fills about 20 degrees.
/// </summary>
public static class Flashes
{
    private const double Change = .1,
        Window = 1,
        SmallArea = .25;

    private const int Most = 3;

    /// <summary>The slides of a deck whose moves flash.</summary>
    /// <param name="deck">The deck.</param>
    /// <param name="scenes">The scenes of any slide of it.</param>
    /// <param name="photos">Photos and typefaces.</param>
    public static IReadOnlySet<Guid> In(Deck deck, Func<Slide, IReadOnlyList<Scene>> scenes, ISceneFacts photos) =>
        deck
            .Slides.Where(s =>
                !s.Cues.IsEmpty
                && scenes(s) is [var scene, ..]
                && In(Timelines.Of(deck, s, scene, photos), scene.Width * scene.Height)
            )
            .Select(s => s.Id)
            .ToHashSet();

    /// <summary>True where a slide's moves flash.</summary>
    /// <param name="timeline">The slide's timeline.</param>
    /// <param name="area">Of the slide, in square units.</param>
    public static bool In(Timeline timeline, double area)
    {
        HashSet<ItemPart> large =
        [
            .. timeline.Things.Where(t => t.Box.Width * t.Box.Height >= SmallArea * area).Select(t => t.Name),
        ];
        return timeline.Steps.Any(s => s.Tracks.Any(t => large.Contains(t.Thing) && Flash(t)));
    }

    private static bool Flash(ItemTrack track)
    {
        List<(double At, int Sign)> turns = [];
        for (int i = 1; i < track.Keys.Count; i++)
        {
            double by = track.Keys[i].State.Opacity - track.Keys[i - 1].State.Opacity;
            if (Math.Abs(by) >= Change && (turns.Count == 0 || turns[^1].Sign != Math.Sign(by)))
                turns.Add((track.Keys[i].At, Math.Sign(by)));
        }
        // More than three pairs of opposing changes: the seventh change within a second begins a fourth.
        for (int i = 0; i + 2 * Most < turns.Count; i++)
            if (turns[i + 2 * Most].At - turns[i].At < Window)
                return true;
        return false;
    }
}
