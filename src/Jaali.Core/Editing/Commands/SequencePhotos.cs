namespace Jaali.Core.Editing;

/// <summary>
/// Lets things come forward in turn: those that are named, else every photo of the slide, in the order of reading;
/// photos
/// that come later take their turn at the end. One move, whatever their number.
/// </summary>
/// <param name="SlideId">The slide.</param>
/// <param name="ItemIds">The things, in their order; null for every photo.</param>
public sealed record SequencePhotos(Guid SlideId, ImmutableList<Guid>? ItemIds = null) : CueCommand(SlideId)
{
    /// <inheritdoc/>
    public override string UndoLabel => "things coming forward in turn";

    internal override Change Apply(Deck deck, Slide slide, IEditFacts facts)
    {
        ImmutableList<Guid> turns = ItemIds ?? [.. LiveCues.Photos(slide)];
        if (turns.Count == 0)
            return new Refusal(
                "no-turns",
                "There is no photo on this slide that could come forward: a ground lies under everything. "
                    + "Put frames on it first."
            );
        if (slide.Cues.Exists(c => c.Sequence is { } t && t.ToHashSet().SetEquals(turns)))
            return new Refusal("in-turn-already", "They come forward in turn already. Change their order in the list.");
        return Added(
            deck,
            slide,
            new Cue(facts.NewId(), CueAct.InTurn, null, CueEffect.Grow, Sequence: turns, Newcomers: ItemIds is null)
        );
    }
}
