namespace Jaali.Core.Editing;

/// <summary>Adds a move to a slide.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="Cue">The move; its identity is given anew.</param>
/// <param name="At">Its place among the moves, counted from 0; null for the last.</param>
public sealed record AddCue(Guid SlideId, Cue Cue, int? At = null) : CueCommand(SlideId)
{
    internal override Change Apply(Deck deck, Slide slide, IEditFacts facts) =>
        Added(deck, slide, Cue with { Id = facts.NewId() }, At);
}
