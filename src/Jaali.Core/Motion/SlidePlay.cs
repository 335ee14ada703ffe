namespace Jaali.Core.Motion;

/// <summary>Everything that a player needs to show a slide, besides its scenes.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="Coming">How it comes in.</param>
/// <param name="Carried">Where it comes in by carrying: what is seen meanwhile, from bottom to top; null else.</param>
/// <param name="Timeline">What moves while it is shown.</param>
public sealed record SlidePlay(Guid SlideId, SlideMotion Coming, IReadOnlyList<CarryLayer>? Carried, Timeline Timeline)
{
    /// <summary>Of a slide.</summary>
    /// <param name="deck">The deck.</param>
    /// <param name="slide">The slide.</param>
    /// <param name="scenes">The scenes of any slide of it.</param>
    /// <param name="photos">Photos and typefaces.</param>
    public static SlidePlay Of(Deck deck, Slide slide, Func<Slide, IReadOnlyList<Scene>> scenes, ISceneFacts photos)
    {
        int at = deck.PlaceOf(slide.Id);
        Timeline timeline = TimelineOf(slide);
        return new(slide.Id, SlideMotion.Of(deck, slide), Carried(), timeline);

        Timeline TimelineOf(Slide of) =>
            scenes(of) is [var scene, ..] ? Timelines.Of(deck, of, scene, photos) : Timeline.Still;

        IReadOnlyList<CarryLayer>? Carried()
        {
            if (deck.TransitionOf(slide) is not { Change: TransitionKind.Carry, Seconds: > 0 } || at == 0)
                return null;
            Slide before = deck.Slides[at - 1];
            if (scenes(before) is not [.., var going] || scenes(slide) is not [var coming, ..])
                return null;
            // What has gone when the slide goes, or is not there yet when the next has come, is not carried.
            Timeline was = TimelineOf(before);
            return Carry.Of(before, Without(going, was, was.Presses), slide, Without(coming, timeline, -1), photos);
        }
    }

    // The scene with what is not there emptied: the numbers of its nodes stay.
    private static Scene Without(Scene scene, Timeline timeline, int step)
    {
        HashSet<Guid> gone =
        [
            .. timeline
                .Things.Where(t => t.Name.Part is null)
                .Where(t => (step < 0 ? t.Begins : timeline.After(t.Name, step)).Opacity <= 0)
                .Select(t => t.Name.ItemId),
        ];
        return gone.Count == 0
            ? scene
            : scene with
            {
                Nodes =
                [
                    .. scene.Nodes.Select(n =>
                        n is GroupNode { ItemId: { } id } g && gone.Contains(id)
                            ? g with
                            {
                                ItemId = null,
                                Nodes = [],
                            }
                            : n
                    ),
                ],
            };
    }
}
