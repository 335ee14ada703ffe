namespace Jaali.Core.Editing;

/// <summary>Puts a move in another place among the moves of its slide.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="CueId">The move.</param>
/// <param name="To">Its place, counted from 0; beyond the last for the last.</param>
public sealed record MoveCue(Guid SlideId, Guid CueId, int To) : CueCommand(SlideId)
{
    internal override Change Apply(Deck deck, Slide slide, IEditFacts facts)
    {
        if (slide.Cues.Find(c => c.Id == CueId) is not { } cue)
            return NoCue;
        ImmutableList<Cue> others = slide.Cues.Remove(cue);
        return deck.With(slide with { Cues = others.Insert(Math.Clamp(To, 0, others.Count), cue) });
    }
}
